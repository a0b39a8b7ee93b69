using System.Text.Json.Nodes;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;

namespace OneWhole.Core.Tests.Forms;

/// <summary>Forms with groups, on tables small enough to be counted by hand.</summary>
public sealed class GroupFormTests
{
    private static WorkingsResult Run(
        string form,
        Table table,
        string more = "",
        string axes = """ "parts": {"column": "P"}, "groups": {"column": "G"}, "value": {"sum": "V"} """
    ) => Calculator.Run(table, StudyFormat.Standard.Read($$"""{"format": "onewhole.study/1", {{axes}}, "form": {{form}}{{more}} }"""));

    private static double?[] Numbers(WorkingsResult workings, string key) =>
        [
            .. Enumerable
                .Range(0, workings.RowCount)
                .Select(row => workings[key].Number(row) is { } number ? Math.Round(number, 9) : (double?)null),
        ];

    private static Table People(params (string Band, int Men, int Women)[] bands) =>
        new(
            "residents",
            [
                TableOf.Column("G", bands.SelectMany(band => new[] { band.Band, band.Band })),
                TableOf.Column("P", bands.SelectMany(_ => new[] { "Men", "Women" })),
                TableOf.Column("V", bands.SelectMany(band => new[] { $"{band.Men}", $"{band.Women}" })),
            ]
        );

    private static double? Reading(WorkingsResult workings, string name) =>
        workings.Readings[name] is JsonValue value ? Math.Round((double)value, 9) : null;

    [Fact]
    public void Ages_are_read_from_bands()
    {
        WorkingsResult workings = Run("""{"kind": "pyramid"}""", People(("15 to 64", 30, 30), ("under 15", 10, 10), ("65+", 10, 10)));
        Assert.Equal(
            ["under 15", "under 15", "15 to 64", "15 to 64", "65+", "65+"],
            Enumerable.Range(0, 6).Select(row => workings["group"].Text(row))
        );
        Assert.Equal([-0.1, 0.1, -0.3, 0.3, -0.1, 0.1], Numbers(workings, "mirrored"));
        // Half of 100 is reached 30 of 60 into the band from 15 up to 65.
        Assert.Equal(40, Reading(workings, "medianAge"));
        Assert.Equal((0.2, 0.6, 0.2), (Reading(workings, "young"), Reading(workings, "working"), Reading(workings, "old")));
        Assert.Equal(
            (33.333333333, 66.666666667, 100.0),
            (Reading(workings, "dependencyOld"), Reading(workings, "dependencyTotal"), Reading(workings, "ageingIndex"))
        );
        Assert.Equal(100, Reading(workings, "ratio"));
    }

    [Theory]
    [InlineData("0–4", "5–9", 5.0)]
    [InlineData("0–5", "5–10", 5.0)]
    [InlineData("0-3", "4 to 9", 4.0)]
    [InlineData("4", "5", 5.0)]
    [InlineData("children", "adults", null)]
    public void A_bands_end_goes_by_its_neighbours(string first, string second, double? median) =>
        Assert.Equal(median, Reading(Run("""{"kind": "pyramid"}""", People((first, 5, 5), (second, 5, 5))), "medianAge"));

    [Fact]
    public void An_open_median_and_a_straddled_limit_have_no_value()
    {
        WorkingsResult open = Run("""{"kind": "pyramid"}""", People(("0–14", 1, 1), ("15–64", 1, 1), ("65+", 9, 9)));
        Assert.Null(open.Readings["medianAge"]);
        Assert.Equal(TieOutStatus.Warn, open.TieOut.Single(line => line.Id == "open-band").Status);
        WorkingsResult straddled = Run("""{"kind": "pyramid"}""", People(("0–19", 5, 5), ("20–69", 5, 5)));
        Assert.Null(straddled.Readings["young"]);
        Assert.Equal(20, Reading(straddled, "medianAge"));
    }

    [Fact]
    public void A_pyramid_names_its_parts_where_they_are_not_two_and_compares_with_a_second_population()
    {
        Table three = TableOf.Columns("P: a | b | c", "G: 0–4 | 0–4 | 0–4", "V: 1 | 2 | 3");
        Assert.Contains("\"a\", \"b\", \"c\"", Assert.Throws<StudyException>(() => Run("""{"kind": "pyramid"}""", three)).Message);
        Table years = TableOf.Columns(
            "P: Men | Women | Men | Women",
            "G: 0–4 | 5–9 | 0–4 | 5–9",
            "V: 1 | 3 | 6 | 2",
            "Year: y1 | y1 | y2 | y2"
        );
        WorkingsResult workings = Run(
            """{"kind": "pyramid", "against": {"where": [{"column": "Year", "is": ["y2"]}], "label": "then"}}""",
            years,
            """, "where": [{"column": "Year", "is": ["y1"]}]"""
        );
        Assert.Equal(
            ("then", 8.0, 4.0),
            (
                (string)workings.Readings["against"]!["label"]!,
                (double)workings.Readings["against"]!["whole"]!,
                (double)workings.Readings["whole"]!
            )
        );
        Assert.Throws<StudyException>(() => Run("""{"kind": "pyramid", "against": {"table": "other"}}""", years));
    }

    private static readonly Table Levels = TableOf.Columns(
        "P: bad | fair | good | bad | fair | good",
        "G: x | x | x | y | y | y",
        "V: 1 | 2 | 5 | 4 | 4 | 2"
    );

    [Fact]
    public void Levels_are_laid_outward_from_the_split_neutral()
    {
        WorkingsResult workings = Run("""{"kind": "diverging"}""", Levels, """, "order": {"parts": ["bad", "fair", "good"]}""");
        Assert.Equal(["low", "neutral", "high"], Enumerable.Range(0, 3).Select(row => workings["side"].Text(row)));
        Assert.Equal([-0.125, -0.125, 0.125, -0.2, -0.2, 0.2], Numbers(workings, "base"));
        Assert.Equal([-0.25, 0.125, 0.75, -0.6, 0.2, 0.4], Numbers(workings, "top"));
        Assert.Equal([0.5, -0.2], workings.Readings["groups"]!.AsArray().Select(group => Math.Round((double)group!["net"]!, 9)));
        Assert.Equal([0.35, 0.0], workings.Readings["groups"]!.AsArray().Select(group => Math.Round((double)group!["spacerBefore"]!, 9)));
    }

    [Fact]
    public void Neutral_stands_apart_of_the_longest_high_side_and_sides_can_be_given()
    {
        WorkingsResult workings = Run(
            """{"kind": "diverging", "neutral": "apart", "scale": "amount"}""",
            Levels,
            """, "order": {"parts": ["bad", "fair", "good"]}"""
        );
        Assert.Equal([0, 5, 0, 0, 5, 0], Numbers(workings, "base"));
        Assert.Equal([-1, 7, 5, -4, 9, 2], Numbers(workings, "top"));
        workings = Run(
            """{"kind": "diverging", "scale": "amount", "sides": {"bad": "high", "fair": "high", "good": "low"}}""",
            Levels,
            """, "order": {"parts": ["bad", "fair", "good"], "groups": "net"}"""
        );
        // The good end comes first here, so that "fair" is nearer to zero than "bad".
        Assert.Equal(["y", "x"], new[] { 0, 3 }.Select(row => workings["group"].Text(row)));
        Assert.Equal([8, 4, -2, 3, 2, -5], Numbers(workings, "top"));
        Assert.Contains(
            "\"good\"",
            Assert.Throws<StudyException>(() => Run("""{"kind": "diverging", "sides": {"bad": "low", "fair": "high"}}""", Levels)).Message
        );
    }

    [Fact]
    public void A_butterflys_rows_have_one_length_and_can_be_ordered_by_their_difference()
    {
        Table table = TableOf.Columns("P: L | R | L | R | L", "G: x | x | y | y | z", "V: 5 | 9 | 8 | 2 | 4");
        WorkingsResult workings = Run("""{"kind": "butterfly"}""", table, """, "order": {"groups": "difference"}""");
        Assert.Equal(["y", "z", "x"], Enumerable.Range(0, 3).Select(row => workings["group"].Text(row)));
        Assert.Equal([6, null, -4], Numbers(workings, "difference"));
        Assert.Equal([1, 5, 4], Numbers(workings, "spacerBefore"));
        Assert.Equal([7, 9, 0], Numbers(workings, "spacerAfter"));
        Assert.Equal(
            [0, 4, 3],
            Numbers(Run("""{"kind": "butterfly", "scales": "own"}""", table, """, "order": {"groups": "difference"}"""), "spacerBefore")
        );
    }

    [Fact]
    public void A_funnel_rates_each_stage_and_flags_one_that_grows()
    {
        WorkingsResult workings = Run(
            """{"kind": "funnel"}""",
            TableOf.Columns("P: a | b | c", "V: 100 | 40 | 50"),
            axes: """ "parts": {"column": "P"}, "value": {"sum": "V"} """
        );
        Assert.Equal([1, 0.4, 0.5], Numbers(workings, "overallRate"));
        Assert.Equal([null, 0.4, 1.25], Numbers(workings, "stepRate"));
        Assert.Equal([null, 60, -10], Numbers(workings, "drop"));
        Assert.Equal([0, 30, 25], Numbers(workings, "spacer"));
        Assert.Contains(workings.TieOut, line => line.Id == "stage-grows");
    }

    [Fact]
    public void A_mekko_can_be_as_high_as_a_mean_or_a_ratio()
    {
        Table table = TableOf.Columns("P: a | b | a | b", "G: x | x | y | y", "V: 1 | 2 | 3 | 4", "A: 10 |  | 30 | 50", "B: 2 | 3 | 0 | 0");
        WorkingsResult mean = Run("""{"kind": "mekko", "height": {"mean": "A"}}""", table, """, "order": {"groups": "table"}""");
        Assert.Equal(2, mean.RowCount);
        Assert.Equal([10, 40], Numbers(mean, "height"));
        Assert.Equal([0.3, 0.7], Numbers(mean, "width"));
        Assert.DoesNotContain(mean.TieOut, line => line.Id == "areas-add-up");
        Assert.Equal(
            [2, null],
            Numbers(Run("""{"kind": "mekko", "height": {"ratio": ["A", "B"]}}""", table, """, "order": {"groups": "table"}"""), "height")
        );
        Assert.Equal(4, Run("""{"kind": "mekko", "height": "none"}""", table).RowCount);
    }

    [Fact]
    public void Labels_of_another_base_than_the_whole_have_a_column_of_their_own()
    {
        WorkingsResult workings = Run("""{"kind": "stacked"}""", Levels, """, "finish": {"labelOf": "all"}""");
        Assert.DoesNotContain(workings.Columns, column => column.Key == "labelShare");
        Assert.Equal([5.6, 11.1, 27.8, 22.2, 22.2, 11.1], Numbers(workings, "labelShare"));
        Assert.Equal("1 ÷ 18 = 5.6 %", new RuleWords(workings).Arithmetic(workings["labelShare"], 0));
        Assert.Empty(Run("""{"kind": "stacked"}""", Levels, """, "finish": {"labelOf": "group"}""").LabelColumns);
    }
}
