using OneWhole.Core.Drawing;
using OneWhole.Core.Forms;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Text;

namespace OneWhole.Core.Tests.Drawing;

/// <summary>No text overlaps another, none leaves the sheet, none is under 9 pixels: in every state that a figure may have.</summary>
[Trait("Speed", "Slow")]
public sealed class FigureLayoutTests
{
    private static readonly string LongTitle = string.Join(' ', Enumerable.Repeat("A long title", 14));

    /// <summary>Looks that change where things stand, laid on every form and state.</summary>
    private static readonly string[] Looks =
    [
        """ "print": {"title": "large", "names": "large", "amounts": "large", "shares": "large", "strongNames": """
            + """true, "strongShares": true}, "labels": "both", "keyPlace": "above" """,
        """ "keyPlace": "right", "emphasisRule": "largest", "gap": 0, "groupGap": 0.3, "labelTurn": "turned", "labelInk": "part" """,
        """ "keyPlace": "beneath", "axes": {"numbers": false, "names": false, "line": false, "grid": false}, "gap": """
            + """1, "emphasisRule": "atLeast", "emphasisLimit": 0.3, "print": """
            + """{"title": "small", "names": "small", "amounts": "small", "shares": "small"}, "labels": "amount" """,
        """ "labels": "name", "groupLabel": "both", "labelPlace": "outside", "print": {"names": "large"} """,
        """ "labels": "both", "labelPlace": "inside", "groupLabel": "none" """,
        """ "axes": {"ticks": true}, "palette": "greys", "connect": true, "labelTurn": "level", "amountEnd": 100000 """,
    ];

    private static readonly (int Width, int Height)[] Sizes = [(480, 320), (960, 600), (1600, 900)];

    internal static Table Parts(string state)
    {
        var random = new Random(11);
        string LongName(int i) =>
            $"{i} "
            + string.Join(' ', Enumerable.Range(0, 30).Select(k => new[] { "berth", "crew", "loading", "of", "connecting" }[(i + k) % 5]))[
                ..97
            ];
        (int count, Func<int, string> name, Func<int, string> amount) = state switch
        {
            "one" => (1, i => "Fog", _ => "12"),
            "three" => (3, i => $"Cause {i}", i => $"{50 - i * 15}"),
            "long names" => (9, (Func<int, string>)LongName, (Func<int, string>)(i => $"{1000 / (i + 1)}")),
            "one long word" => (6, i => new string((char)('a' + i), 100), i => $"{100 - i}"),
            "sixty" => (60, i => $"Cause number {i}", i => $"{6000 / (i + 1)}.25"),
            "three thousand" => (3000, i => $"Customer {i}", i => $"{Math.Round(100000 / Math.Pow(i + 1, 0.9))}"),
            "equal" => (8, i => $"Cause {i}", _ => "10"),
            "negative" => (7, i => $"Cause {i}", i => i == 3 ? "-400" : $"{900 - i * 120}"),
            "all negative" => (4, i => $"Cause {i}", i => $"{-10 - i}"),
            "zeros" => (5, i => $"Cause {i}", _ => "0"),
            "huge" => (5, i => $"Cause {i}", i => $"{9_876_543_210_123L / (i + 1)}"),
            "tiny" => (5, i => $"Cause {i}", i => $"0.000{i + 1}"),
            "other scripts" => (
                6,
                i => new[] { "Ærvåg, north", "霧の港", "Μύκονος", "Причал", "مرفأ", "🚢 ship" }[i],
                i => $"{random.Next(1, 99)}"
            ),
            _ => throw new ArgumentException(state),
        };
        return new Table(
            "delays",
            [
                TableOf.Column("Cause", Enumerable.Range(0, count).Select(name)),
                TableOf.Column("Minutes", Enumerable.Range(0, count).Select(amount)),
            ]
        );
    }

    public static TheoryData<string, string> Cases()
    {
        var data = new TheoryData<string, string>();
        string[] forms =
        [
            """{"kind": "pareto", "cuts": [{"share": 0.8}, {"position": 0.2}, {"count": 2}]}""",
            """{"kind": "pareto", "along": "position", "cuts": [{"share": 0.8}, {"position": 0.2}]}""",
            .. EveryShape.Members(form => form.Groups == GroupUse.None),
        ];
        foreach (string form in forms)
        {
            foreach (
                string state in (string[])
                    [
                        "one",
                        "three",
                        "long names",
                        "one long word",
                        "sixty",
                        "three thousand",
                        "equal",
                        "negative",
                        "all negative",
                        "zeros",
                        "huge",
                        "tiny",
                        "other scripts",
                    ]
            )
            {
                // A form that refuses to be drawn says why (FormRuleTests).
                WorkingsResult workings = Calculator.Run(Parts(state), StudyFormat.Standard.Read(Minutes("Minutes", form, "")));
                if (!workings.Division.Study.Form.Form.RefusesToDraw(workings))
                {
                    data.Add(form, state);
                }
            }
        }
        return data;
    }

    private static string Minutes(string title, string form, string finish) =>
        $$"""{"format": "onewhole.study/1", "title": "{{title}}", "parts": {"column": "Cause"}, "value": {"sum": "Minutes"},"""
        + $$""" "form": {{form}}, "finish": { {{finish}} } }""";

    [Theory]
    [MemberData(nameof(Cases))]
    public void Texts_keep_apart_and_on_the_sheet(string form, string state)
    {
        foreach (string finish in (string[])["", """ "labels": "both" """, .. Looks])
        {
            Study study = StudyFormat.Standard.Read(Minutes(state == "long names" ? LongTitle : "Minutes", form, finish));
            WorkingsResult workings = Calculator.Run(Parts(state), study);
            foreach ((int width, int height) in Sizes)
            {
                Check(FigureDrawer.Draw(workings, width, height, TextMeasurer.Shared), $"{form} {state} {finish} {width}×{height}");
            }
        }
    }

    internal static Table Pairs(string state)
    {
        string LongName(string stem, int i) =>
            $"{i} "
            + string.Join(' ', Enumerable.Range(0, 30).Select(k => new[] { stem, "crew", "loading", "of", "connecting" }[(i + k) % 5]))[
                ..97
            ];
        (int groups, int parts, Func<int, int, double?> amount) = state switch
        {
            "demo" => (5, 4, (Func<int, int, double?>)((g, p) => 1000.0 / (g + p + 1))),
            "one part" => (5, 1, (g, _) => 100 - g * 10),
            "one group" => (1, 6, (_, p) => 60 - p * 9),
            "2 by 40" => (2, 40, (g, p) => 900 - p * 20 - g * 50),
            "40 by 2" => (40, 2, (g, p) => 4000 - g * 80 - p * 500),
            "12 by 12" => (12, 12, (g, p) => 5000 - g * 300 - p * 150),
            "unequal" => (5, 4, (g, p) => Math.Pow(10, 5 - g - p)),
            "long names" => (5, 4, (g, p) => 1000.0 / (g + p + 1)),
            "zeros" => (5, 4, (g, p) => g == 1 && p == 2 ? null
                : g == 4 ? 0
                : 100 * (g + 1) * (p + 1)),
            "negative" => (5, 4, (g, p) => (g + p) % 4 == 1 ? -300 : 500 - g * 40),
            "nothing" => (3, 3, (_, _) => 0),
            _ => throw new ArgumentException(state),
        };
        var rows = Enumerable
            .Range(0, groups)
            .SelectMany(g => Enumerable.Range(0, parts).Select(p => (g, p, value: amount(g, p))))
            .Where(row => row.value is not null)
            .ToArray();
        string Name(string stem, int i) => state == "long names" ? LongName(stem, i) : $"{stem} {i + 1}";
        return new Table(
            "revenue",
            [
                TableOf.Column("Route", rows.Select(row => Name("Route", row.g))),
                TableOf.Column("Type", rows.Select(row => Name("Type", row.p))),
                TableOf.Column(
                    "Revenue",
                    rows.Select(row => Math.Round(row.value!.Value, 2).ToString(System.Globalization.CultureInfo.InvariantCulture))
                ),
                TableOf.Column("Trips", rows.Select(row => $"{row.g + row.p + 1}")),
            ]
        );
    }

    public static TheoryData<string, string> GroupedCases()
    {
        var data = new TheoryData<string, string>();
        string[] forms =
        [
            """{"kind": "stacked"}""",
            """{"kind": "stacked", "scale": "share"}""",
            """{"kind": "stacked", "lay": "sideways"}""",
            """{"kind": "stacked", "scale": "share", "lay": "sideways"}""",
            """{"kind": "stacked", "arrange": "beside"}""",
            """{"kind": "stacked", "arrange": "beside", "lay": "sideways"}""",
            """{"kind": "mekko"}""",
            """{"kind": "mekko", "height": {"mean": "Trips"}}""",
            """{"kind": "nested"}""",
            """{"kind": "nested", "lay": "upright"}""",
            """{"kind": "pie"}""",
            """{"kind": "pie", "hole": 0.6}""",
            """{"kind": "lanes"}""",
            """{"kind": "lanes", "scales": "own"}""",
            """{"kind": "diverging"}""",
            """{"kind": "diverging", "neutral": "apart", "scale": "amount"}""",
            """{"kind": "funnel"}""",
            """{"kind": "funnel", "base": "previous", "scales": "own"}""",
        ];
        foreach (string form in forms)
        {
            foreach (
                string state in (string[])
                    [
                        "demo",
                        "one part",
                        "one group",
                        "2 by 40",
                        "40 by 2",
                        "12 by 12",
                        "unequal",
                        "long names",
                        "zeros",
                        "negative",
                        "nothing",
                    ]
            )
            {
                data.Add(form, state);
            }
        }
        return data;
    }

    [Theory]
    [MemberData(nameof(GroupedCases))]
    public void Texts_of_groups_keep_apart_and_on_the_sheet(string form, string state)
    {
        foreach (
            string finish in (string[])
                ["", """ "labels": "both" """, """ "labels": "amount", "labelOf": "all", "trimZeros": true """, .. Looks]
        )
        {
            WorkingsResult workings = Calculator.Run(
                Pairs(state),
                StudyFormat.Standard.Read(
                    $$"""{"format": "onewhole.study/1", "parts": {"column": "Type"}, "groups": """
                        + $$"""{"column": "Route"}, "value": {"sum": "Revenue"}, "form": {{form}}, "finish": { {{finish}} } }"""
                )
            );
            if (workings.Division.Study.Form.Form.RefusesToDraw(workings))
            {
                Assert.NotNull(workings.Division.Study.Form.Form.Suits(workings));
                continue;
            }
            foreach ((int width, int height) in Sizes)
            {
                Check(FigureDrawer.Draw(workings, width, height, TextMeasurer.Shared), $"{form} {state} {finish} {width}×{height}");
            }
        }
    }

    public static TheoryData<string, string> TwoSidedCases()
    {
        var data = new TheoryData<string, string>();
        foreach (
            string form in (string[])
                [
                    """{"kind": "pyramid"}""",
                    """{"kind": "pyramid", "scale": "amount", "against": {"where": [{"column": "Band", "is": """
                        + """["0–4", "5–9"]}], "label": "the young"}}""",
                    """{"kind": "butterfly"}""",
                    """{"kind": "butterfly", "scales": "own"}""",
                ]
        )
        {
            foreach (
                string state in (string[])["ages", "one band", "21 bands", "empty side", "ten times", "long names", "absent", "40 rows"]
            )
            {
                data.Add(form, state);
            }
        }
        return data;
    }

    [Theory]
    [MemberData(nameof(TwoSidedCases))]
    public void Texts_of_two_sides_keep_apart_and_on_the_sheet(string form, string state)
    {
        int bands = state switch
        {
            "one band" => 1,
            "21 bands" => 21,
            "40 rows" => 40,
            "ages" => 18,
            _ => 6,
        };
        string Long(string stem, int i) => $"{i} " + string.Join(' ', Enumerable.Repeat(stem, 30))[..97];
        var rows = Enumerable
            .Range(0, bands)
            .SelectMany(band => Enumerable.Range(0, 2).Select(side => (band, side)))
            .Where(row => state != "absent" || row.band % 3 != 1 || row.side == 0)
            .ToArray();
        var table = new Table(
            "residents",
            [
                TableOf.Column(
                    "Band",
                    rows.Select(row =>
                        state == "long names" ? Long("island", row.band)
                        : row.band == bands - 1 && bands > 10 ? $"{row.band * 5}+"
                        : $"{row.band * 5}–{row.band * 5 + 4}"
                    )
                ),
                TableOf.Column(
                    "Sex",
                    rows.Select(row =>
                        state == "long names" ? Long("women", row.side)
                        : row.side == 0 ? "Men"
                        : "Women"
                    )
                ),
                TableOf.Column(
                    "People",
                    rows.Select(row =>
                        row.side == 1 && state == "empty side" ? "0"
                        : row.side == 1 && state == "ten times" ? $"{(900 - row.band * 20) * 10}"
                        : $"{900 - row.band * 20}"
                    )
                ),
            ]
        );
        foreach (string finish in (string[])["", """ "labels": "both" """, .. Looks])
        {
            WorkingsResult workings = Calculator.Run(
                table,
                StudyFormat.Standard.Read(
                    $$"""{"format": "onewhole.study/1", "parts": {"column": "Sex"}, "groups": """
                        + $$"""{"column": "Band"}, "value": {"sum": "People"}, "form": {{form}}, "finish": { {{finish}} } }"""
                )
            );
            foreach ((int width, int height) in Sizes)
            {
                Check(FigureDrawer.Draw(workings, width, height, TextMeasurer.Shared), $"{form} {state} {finish} {width}×{height}");
            }
        }
    }

    private static void Check(Figure figure, string what)
    {
        TextMark[] texts = [.. figure.Marks.OfType<TextMark>()];
        Assert.Contains(texts, text => text.Role == MarkRole.TieOut);
        Assert.Contains(texts, text => text.Role == MarkRole.Caption);
        Box sheet = new(0, 0, figure.Width, figure.Height);
        for (int i = 0; i < texts.Length; i++)
        {
            Assert.True(texts[i].Size >= 9, $"{what}: “{texts[i].Text}” is {texts[i].Size} pixels");
            Assert.True(sheet.Contains(texts[i].Bounds), $"{what}: “{texts[i].Text}” leaves the sheet: {texts[i].Bounds}");
            for (int j = 0; j < i; j++)
            {
                // Boxes of lines that stand one under the other may touch by a hair.
                Assert.False(texts[i].Bounds.Overlaps(texts[j].Bounds, -0.75), $"{what}: “{texts[i].Text}” and “{texts[j].Text}” overlap");
            }
        }
        Assert.Empty(figure.Marks.GroupBy(mark => mark.Id).Where(same => same.Count() > 1).Select(same => $"{what}: {same.Key}"));
        Assert.True(figure.Marks.Count < 2500, $"{what}: {figure.Marks.Count} marks");
    }

    [Fact]
    public void A_miniature_has_no_text()
    {
        Study study = StudyFormat.Standard.Read(
            """{"format": "onewhole.study/1", "parts": {"column": "Cause"}, "value": {"sum": "Minutes"}, "form": {"kind": "pareto"}}"""
        );
        Figure figure = FigureDrawer.Draw(Calculator.Run(Parts("three"), study), 112, 72, TextMeasurer.Shared);
        Assert.Empty(figure.Marks.OfType<TextMark>());
        Assert.Equal(3, figure.Marks.Count(mark => mark.Role == MarkRole.Bar));
    }

    [Fact]
    public void The_line_passes_the_top_of_the_first_bar_and_ends_at_100()
    {
        Study study = StudyFormat.Standard.Read(
            """{"format": "onewhole.study/1", "parts": {"column": "Cause"}, "value": {"sum": "Minutes"}, "form": {"kind": "pareto"}}"""
        );
        Figure figure = FigureDrawer.Draw(Calculator.Run(Parts("three"), study), 960, 600, TextMeasurer.Shared);
        IReadOnlyList<double> curve = figure.Marks.OfType<PathMark>().Single(mark => mark.Role == MarkRole.Curve).Runs[0];
        RectMark first = figure.Marks.OfType<RectMark>().First(mark => mark.Role == MarkRole.Bar);
        Assert.Equal(first.Y, curve[3], 1);
        TextMark hundred = figure.Marks.OfType<TextMark>().Single(mark => mark.Text == "100 %");
        Assert.Equal(curve[^1], hundred.Y - hundred.Size * 0.35, 1);
    }
}
