using System.Globalization;
using System.IO.Compression;
using System.Text;
using System.Text.RegularExpressions;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Tests;
using OneWhole.Core.Workings;
using OneWhole.Formats.Handing;
using OneWhole.Formats.Tests.Office;
using UglyToad.PdfPig;

namespace OneWhole.Formats.Tests.Handing;

/// <summary>Handed over as shares only, no file of any kind has an amount in it, and its shares are the same.</summary>
[Trait("Speed", "Slow")]
public sealed class SharesOnlyTests
{
    /// <summary>Amounts that can't be met by chance.</summary>
    private static readonly (string Kind, string Route, decimal Fares)[] Rows =
    [
        ("Disagree", "Hallin", 735192.25m),
        ("Agree", "Hallin", 418773m),
        ("Strongly disagree", "Hallin", 902317m),
        ("Strongly agree", "Hallin", 128843.5m),
        ("Disagree", "Oskery", 657719m),
        ("Agree", "Oskery", 381126m),
        ("Strongly agree", "Oskery", 746635m),
    ];

    /// <summary>The amounts, their totals and the whole, as any format may write them; a longer number is another.</summary>
    private static readonly Regex Amounts = new(
        @"(?<![\d.])(?:"
            + string.Join(
                '|',
                Sums(Rows).Concat(Sums([.. Rows.Where(row => row.Kind is "Disagree" or "Agree")])).Select(Spelled).Distinct()
            )
            + @")(?!\d)"
    );

    /// <summary>735192 or 735,192; of millions 2,185,125 too.</summary>
    private static string Spelled(decimal sum) =>
        decimal.Truncate(sum).ToString("N0", CultureInfo.InvariantCulture).Replace(",", ",?", StringComparison.Ordinal);

    /// <summary>Of each pair, each kind, each route, and all.</summary>
    private static IEnumerable<decimal> Sums((string Kind, string Route, decimal Fares)[] rows) =>
        [
            .. rows.Select(row => row.Fares),
            .. rows.GroupBy(row => row.Kind).Select(kind => kind.Sum(row => row.Fares)),
            .. rows.GroupBy(row => row.Route).Select(route => route.Sum(row => row.Fares)),
            rows.Sum(row => row.Fares),
        ];

    private static readonly Table Trips = TableOf.Columns(
        $"Kind: {string.Join(" | ", Rows.Select(row => row.Kind))}",
        $"Route: {string.Join(" | ", Rows.Select(row => row.Route))}",
        FormattableString.Invariant($"Fares: {string.Join(" | ", Rows.Select(row => row.Fares.ToString(CultureInfo.InvariantCulture)))}"),
        "Trips: 5 | 3 | 8 | 2 | 4 | 9 | 6"
    );

    private static HandedStudy Handed(string text)
    {
        Study study = StudyFormat.Standard.Read(text);
        return new HandedStudy("Who it was", study, WorkingsSet.Run(Trips, study));
    }

    public static TheoryData<string> Each() =>
        EveryShape.Studies(
            study => WorkbookTests.IsDrawn(study, Trips),
            """{"fold": {"keep": 2}}""",
            """{"whole": {"given": 4000000}}""",
            """{"finish": {"labels": "both", "groupLabel": "amount", "amountIn": "thousands"}}""",
            """{"each": {"column": "Route"}}"""
        );

    [Theory]
    [MemberData(nameof(Each))]
    public void No_file_has_an_amount_in_it(string form)
    {
        HandedStudy shares = SharesOnly.Of(Handed(form));
        foreach (HandOver kind in HandOver.Standard.Where(kind => kind.Kind != "figure.png"))
        {
            Match found = Amounts.Match(TextOf(kind.ToBytes(shares, new HandingSize(960, 600))));
            Assert.False(found.Success, $"{kind.Kind} of {form} has {found.Value}");
        }
    }

    [Theory]
    [MemberData(nameof(Each))]
    public void The_shares_are_the_same(string form)
    {
        HandedStudy whole = Handed(form),
            shares = SharesOnly.Of(whole);
        foreach ((Panel before, Panel after) in whole.Workings.Values.Zip(shares.Workings.Values))
        {
            Assert.Equal(before.Workings.RowCount, after.Workings.RowCount);
            foreach (WorkingColumn column in before.Workings.Columns)
            {
                for (int row = 0; row < before.Workings.RowCount; row++)
                {
                    if (column.IsText)
                    {
                        Assert.Equal(column.Text(row), after.Workings[column.Key].Text(row));
                    }
                    else if (column.Unit == ColumnUnit.Percent)
                    {
                        Assert.Equal(column.Number(row), after.Workings[column.Key].Number(row));
                    }
                    else if (column.Unit == ColumnUnit.Share)
                    {
                        Assert.Equal(column.Number(row) ?? -1, after.Workings[column.Key].Number(row) ?? -1, 1e-9);
                    }
                }
            }
        }
    }

    [Theory]
    [InlineData(""" "form": {"kind": "mekko", "height": {"mean": "Fares"}} """, "reads amounts of another table or column")]
    [InlineData(""" "form": {"kind": "stacked"}, "trial": [{"part": "Agree", "times": 2}] """, "What is tried")]
    // A trial that acts on nothing says its amount all the same.
    [InlineData(""" "form": {"kind": "stacked"}, "trial": [{"part": "Nobody", "group": "Hallin", "set": 512345}] """, "What is tried")]
    public void What_says_other_amounts_is_refused(string members, string says)
    {
        StudyException refused = Assert.Throws<StudyException>(() =>
            SharesOnly.Of(
                Handed(
                    """{"format": "onewhole.study/1", "parts": {"column": "Kind"}, "groups": {"column": "Route"}, "value": """
                        + $$"""{"sum": "Fares"}, {{members}} }"""
                )
            )
        );
        Assert.Contains(says, refused.Message, StringComparison.Ordinal);
    }

    /// <summary>An amount below zero that is left out stays out, and the proof that says so says it as a share.</summary>
    [Fact]
    public void What_was_left_out_is_said_as_a_share()
    {
        Study study = StudyFormat.Standard.Read(
            """{"format": "onewhole.study/1", "parts": {"column": "Cause"}, "value": {"sum": "Minutes"}, "negatives": "leaveOut", """
                + """ "form": {"kind": "sharebars"}}"""
        );
        Table table = TableOf.Columns("Cause: Fog | Ice | Crew | Tide", "Minutes: 300 | 100 | -20 | 0");
        WorkingsResult shares = SharesOnly.Of(new HandedStudy("", study, WorkingsSet.Run(table, study))).Workings.Values[0].Workings;
        Assert.Equal(["75", "25", "0"], Enumerable.Range(0, 3).Select(row => $"{shares["value"].Number(row)}"));
        LeftOut left = Assert.Single(shares.Division.LeftOut);
        Assert.Equal(("Crew", new ExactDecimal(-5, 0)), (left.Part, shares.Division.Decimal(left.Amount)));
    }

    /// <summary>Everything in a file that is text, unpacked: of archives each part, those inside them too.</summary>
    internal static string TextOf(byte[] bytes)
    {
        if (bytes.AsSpan().StartsWith("PK"u8))
        {
            using var zip = new ZipArchive(new MemoryStream(bytes));
            return string.Join(
                '\n',
                zip.Entries.Select(entry =>
                {
                    using var copy = new MemoryStream();
                    entry.Open().CopyTo(copy);
                    return TextOf(copy.ToArray());
                })
            );
        }
        if (bytes.AsSpan().StartsWith("%PDF"u8))
        {
            using PdfDocument pdf = PdfDocument.Open(bytes);
            return string.Join('\n', pdf.GetPages().SelectMany(page => page.GetWords()).Select(word => word.Text));
        }
        return Encoding.UTF8.GetString(bytes);
    }
}
