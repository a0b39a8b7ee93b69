using System.IO.Compression;
using System.Text;
using OneWhole.Core.Studies;
using OneWhole.Core.Tests;
using OneWhole.Core.Workings;
using OneWhole.Formats.Handing;
using UglyToad.PdfPig;

namespace OneWhole.Formats.Tests;

/// <summary>Handed over as shares only, no file of any kind has an amount in it, and its shares are the same.</summary>
public sealed class SharesOnlyTests
{
    /// <summary>Amounts that can't be met by chance.</summary>
    private const string Rows =
        "Part: bad | poor | fair | good | bad | poor | good;Group: x | x | x | x | y | y | y;Amount: 735192.25 | 418773 "
        + "| 902317 | 128843.5 | 657719 | 381126 | 746635";

    /// <summary>The amounts, their totals and the whole, as any format may write them.</summary>
    private static readonly string[] Amounts =
    [
        "735192",
        "735,192",
        "418773",
        "418,773",
        "902317",
        "902,317",
        "128843",
        "128,843",
        "657719",
        "657,719",
        "381126",
        "381,126",
        "746635",
        "746,635",
        "2185125",
        "2,185,125",
        "1785480",
        "1,785,480",
        "3970605",
        "3,970,605",
        "1392911",
        "1,392,911",
        "799899",
        "799,899",
        "875478",
        "875,478",
    ];

    private static readonly string[] Forms =
    [
        """ "form": {"kind": "pareto"} """,
        """ "form": {"kind": "pareto", "axes": "free"} """,
        """ "form": {"kind": "sharebars"}, "fold": {"keep": 2} """,
        """ "form": {"kind": "pie"} """,
        """ "form": {"kind": "pie", "hole": 0.6} """,
        """ "groups": {"column": "Group"}, "form": {"kind": "stacked"}, "finish": """
            + """{"labels": "both", "groupLabel": "amount", "amountIn": "thousands"} """,
        """ "groups": {"column": "Group"}, "form": {"kind": "stacked", "scale": "share"}, "whole": {"given": 4000000} """,
        """ "groups": {"column": "Group"}, "form": {"kind": "mekko"} """,
        """ "groups": {"column": "Group"}, "form": {"kind": "nested"} """,
        """ "groups": {"column": "Group"}, "form": {"kind": "lanes"} """,
        """ "groups": {"column": "Group"}, "form": {"kind": "diverging"} """,
        """ "groups": {"column": "Group"}, "form": {"kind": "funnel"} """,
        """ "groups": {"column": "Group"}, "where": [{"column": "Part", "is": ["bad", "poor"]}], "form": {"kind": "butterfly"} """,
        """ "groups": {"column": "Group"}, "where": [{"column": "Part", "is": ["bad", "poor"]}], "form": {"kind": "pyramid"} """,
        """ "form": {"kind": "sharebars"}, "each": {"column": "Group"} """,
    ];

    private static HandedStudy Handed(string rest)
    {
        Study study = StudyFormat.Standard.Read(
            $$"""{"format": "onewhole.study/1", "title": "Who it was", "parts": {"column": "Part"}, "value": """
                + $$"""{"sum": "Amount"}, {{rest}} }"""
        );
        return new HandedStudy("Who it was", study, WorkingsSet.Run(TableOf.Columns(Rows.Split(';')), study));
    }

    public static TheoryData<string> Each() => [.. Forms];

    [Theory]
    [MemberData(nameof(Each))]
    public void No_file_has_an_amount_in_it(string form)
    {
        HandedStudy shares = SharesOnly.Of(Handed(form));
        foreach (HandOver kind in HandOver.Standard.Where(kind => kind.Kind != "figure.png"))
        {
            string text = TextOf(kind.ToBytes(shares, new HandingSize(960, 600)));
            Assert.All(Amounts, amount =>
                Assert.False(text.Contains(amount, StringComparison.Ordinal), $"{kind.Kind} of {form} has {amount}")
            );
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

    [Fact]
    public void What_reads_other_amounts_is_refused() =>
        Assert.Throws<StudyException>(() =>
            SharesOnly.Of(Handed(""" "groups": {"column": "Group"}, "form": {"kind": "mekko", "height": {"mean": "Amount"}} """))
        );

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
