using OneWhole.Core.Charts;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;

namespace OneWhole.Core.Tests.Charts;

/// <summary>
/// The charts that office programs are told to draw: each number is what its rule gives, and spacers make rows of one length.
/// </summary>
public sealed class NativeChartTests
{
    private static readonly Table Answers = TableOf.Columns(
        "Part: bad | poor | fair | good | great | bad | poor | fair | good | bad | poor | great",
        "Group: x | x | x | x | x | y | y | y | y | z | z | z",
        "Amount: 10.5 | 3 | 3 | 2.25 | 3 | 1 | 4 | 6 | 7 | 2 | 9 | 8"
    );

    private static WorkingsResult Run(string form, string more = "") =>
        Calculator.Run(
            Answers,
            StudyFormat.Standard.Read(
                $$"""{"format": "onewhole.study/1", "parts": {"column": "Part"}, "groups": """
                    + $$"""{"column": "Group"}, "value": {"sum": "Amount"}, "order": {"parts": """
                    + $$"""["bad", "poor", "fair", "good", "great"]}, "form": {{form}}{{more}} }"""
            )
        );

    private static readonly IReadOnlyList<string> Kinds = EveryShape.Members(form => form.PartsWanted is null && form.GroupsWanted is null);

    private static readonly IReadOnlyList<string> TwoSides = EveryShape.Members(form => form.PartsWanted == 2);

    private const string OnlyTwo = """, "where": [{"column": "Part", "is": ["bad", "poor"]}]""";

    [Fact]
    public void Every_number_is_what_its_rule_gives_from_the_workings()
    {
        var charts = new HashSet<string>();
        foreach ((string form, string more) in Kinds.Select(form => (form, "")).Concat(TwoSides.Select(form => (form, OnlyTwo))))
        {
            foreach (string finish in (string[])["", """, "finish": {"labels": "both"}"""])
            {
                WorkingsResult workings = Run(form, more + finish);
                if (workings.Division.Study.Form.Form.Chart(workings) is not { } chart)
                {
                    // It leaves as shapes.
                    continue;
                }
                charts.Add(workings.Division.Study.Form.Form.Kind);
                foreach (ChartSeries series in chart.Series)
                {
                    for (int category = 0; category < chart.Categories.Count; category++)
                    {
                        ChartLabel? label = series.Label?.Invoke(category);
                        foreach (
                            ChartNumber number in (IEnumerable<ChartNumber>)
                                [
                                    .. series.At(category) is { } own ? [own] : (ChartNumber[])[],
                                    .. label?.Numbers ?? [],
                                    .. chart.Categories[category].Numbers,
                                ]
                        )
                        {
                            if (number.IsAbsent)
                            {
                                Assert.True(
                                    (number.Rule.Value(new RuleCells(workings), number.Row)?.Sign ?? 0) == 0
                                        && string.IsNullOrEmpty(label?.Text),
                                    $"{form} {series.Name} {category}: {label?.Text}"
                                );
                            }
                            else if (number.Rule is not Rule.Given)
                            {
                                double? expected = number.Rule.Value(new RuleCells(workings), number.Row)?.ToDouble();
                                Assert.True(
                                    expected is { } value && Math.Abs(value - number.Value.ToDouble()) < 1e-9,
                                    $"{form} {series.Name} {category}: the rule gives {expected}, the chart has {number.Value.ToDouble()}"
                                );
                            }
                        }
                    }
                }
            }
        }
        Assert.True(charts.Count >= 9, string.Join(", ", charts));
    }

    /// <summary>Spacers are there so that rows line up: whatever follows the last drawn piece, all rows reach the same length.</summary>
    [Theory]
    [InlineData("""{"kind": "lanes"}""", "")]
    [InlineData("""{"kind": "funnel"}""", "")]
    [InlineData("""{"kind": "butterfly"}""", OnlyTwo)]
    public void Rows_with_spacers_have_one_length(string form, string more)
    {
        WorkingsResult workings = Run(form, more);
        NativeChart chart = workings.Division.Study.Form.Form.Chart(workings)!;
        double[] lengths =
        [
            .. Enumerable
                .Range(0, chart.Categories.Count)
                .Where(category => chart.Series.All(series => series.At(category) is { IsAbsent: false }))
                .Select(category => chart.Series.Sum(series => series.At(category)!.Value.ToDouble())),
        ];
        Assert.NotEmpty(lengths);
        Assert.All(lengths, length => Assert.Equal(lengths[0], length, 9));
    }

    /// <summary>
    /// Low levels lie below zero and high ones above it; a neutral one half on each side, its label over zero; the nets after the longest
    /// row.
    /// </summary>
    [Fact]
    public void Levels_meet_at_zero_and_nets_stand_in_one_line()
    {
        WorkingsResult workings = Run("""{"kind": "diverging"}""");
        NativeChart chart = workings.Division.Study.Form.Form.Chart(workings)!;
        Assert.Empty(chart.Without);
        Assert.Equal(
            ["label of fair", "fair", "poor", "bad", "fair", "good", "great", "spacer before net", "net"],
            chart.Series.Select(series => series.Name)
        );
        double Sum(int group, Func<double, bool> which) =>
            chart.Series.Take(8).Select(series => series.At(group)?.Value.ToDouble() ?? 0).Where(which).Sum();
        double[] ends = [.. Enumerable.Range(0, 3).Select(group => Sum(group, value => value > 0))];
        Assert.All(ends, end => Assert.Equal(ends[0], end, 9));
        for (int group = 0; group < 3; group++)
        {
            Assert.Equal(workings["base"].Number(group * 5 + 2) ?? 0, chart.Series[1].At(group)!.Value.ToDouble());
            Assert.Equal(workings["top"].Number(group * 5 + 2) ?? 0, chart.Series[4].At(group)!.Value.ToDouble());
            double net = workings.Readings["groups"]![group]!["net"]!.GetValue<double>();
            Assert.Equal(
                $"net  {(net > 0 ? "+" : "")}{NumberText.OfDouble(net * 100, 1).Replace('-', '\u2212')}",
                chart.Series[8].Label!(group)!.Text
            );
        }
    }

    /// <summary>
    /// Whatever of the row's levels are left of zero is as long as the workings say, with as many neutral levels as there are.
    /// </summary>
    [Theory]
    [InlineData(
        """{"kind": "diverging", "sides": {"bad": "low", "poor": "neutral", "fair": "neutral", "good": "neutral", "great": "high"}}"""
    )]
    [InlineData("""{"kind": "diverging", "neutral": "apart"}""")]
    [InlineData("""{"kind": "diverging", "neutral": "out", "scale": "amount"}""")]
    public void Bars_reach_as_far_to_both_sides_as_the_workings_say(string form)
    {
        WorkingsResult workings = Run(form);
        NativeChart chart = workings.Division.Study.Form.Form.Chart(workings)!;
        for (int group = 0; group < 3; group++)
        {
            double left = Enumerable
                .Range(group * 5, 5)
                .Min(row => Math.Min(0, Math.Min(workings["base"].Number(row) ?? 0, workings["top"].Number(row) ?? 0)));
            double right = Enumerable.Range(group * 5, 5).Max(row => Math.Max(0, workings["top"].Number(row) ?? 0));
            double[] lengths =
            [
                .. chart
                    .Series.Where(series => series.Name is not ("net" or "spacer before net"))
                    .Select(series => series.At(group)?.Value.ToDouble() ?? 0),
            ];
            Assert.Equal(
                (Math.Round(left, 9), Math.Round(right, 9)),
                (Math.Round(lengths.Where(length => length < 0).Sum(), 9), Math.Round(lengths.Where(length => length > 0).Sum(), 9))
            );
        }
    }

    /// <summary>A second population is drawn over the bars by its edges, and follows its column of the workings.</summary>
    [Fact]
    public void A_second_population_is_bars_of_which_only_the_edge_is_drawn()
    {
        WorkingsResult workings = Run(
            """{"kind": "pyramid", "against": {"where": [{"column": "Part", "is": ["bad", "poor"]}], "label": "all"}}""",
            OnlyTwo
        );
        NativeChart chart = workings.Division.Study.Form.Form.Chart(workings)!;
        Assert.Equal([false, false, true, true], chart.Series.Select(series => series.IsOutline));
        Assert.Equal(-workings["against"].Number(0)!.Value, chart.Series[2].At(0)!.Value.ToDouble(), 9);
        Assert.Equal(workings["against"].Number(1)!.Value, chart.Series[3].At(0)!.Value.ToDouble(), 9);
        Assert.Equal(["all"], chart.Series.Where(series => series is { IsOutline: true, InKey: true }).Select(series => series.Name));
    }

    /// <summary>What no chart is true to has none, and is handed over as shapes.</summary>
    [Theory]
    [InlineData("""{"kind": "mekko"}""", "")]
    [InlineData("""{"kind": "lanes", "scales": "own"}""", "")]
    [InlineData("""{"kind": "funnel", "scales": "own"}""", "")]
    [InlineData("""{"kind": "butterfly", "scales": "own"}""", OnlyTwo)]
    [InlineData("""{"kind": "pareto", "along": "position"}""", "")]
    public void What_no_kind_of_chart_is_true_to_has_none(string form, string more)
    {
        WorkingsResult workings = Run(form, more);
        Assert.Null(workings.Division.Study.Form.Form.Chart(workings));
    }

    [Fact]
    public void A_cut_of_a_share_is_a_dashed_line_with_its_share_at_its_end_and_no_entry_in_the_key()
    {
        WorkingsResult workings = Run("""{"kind": "pareto", "cuts": [{"share": 0.8}, {"count": 2}, {"share": 0.5}]}""");
        NativeChart chart = workings.Division.Study.Form.Form.Chart(workings)!;
        ChartSeries[] cuts = [.. chart.Series.Where(series => series is { IsDashed: true, Name: "cut" })];
        Assert.Equal([0.8, 0.5], cuts.Select(cut => cut.At(0)!.Value.ToDouble()));
        Assert.All(cuts, cut => Assert.True(cut.IsLine && !cut.InKey));
        int last = chart.Categories.Count - 1;
        Assert.Equal("80.0 %", cuts[0].Label!(last)!.Text);
        Assert.All(Enumerable.Range(0, last), category => Assert.Null(cuts[0].Label!(category)));
        // One along the parts runs from the line at its part to the end, and falls from there.
        ChartSeries level = chart.Series.Single(series => series.Name == "cut after 2 parts"),
            down = chart.Series.Single(series => series.Falls);
        double reached = workings["runningShare"].Number(1)!.Value;
        Assert.Equal(
            [null, .. Enumerable.Repeat<double?>(reached, last)],
            Enumerable.Range(0, last + 1).Select(at => level.At(at)?.Value.ToDouble())
        );
        Assert.Equal([1], Enumerable.Range(0, last + 1).Where(at => down.At(at) is not null));
    }

    [Theory]
    [InlineData("""{"position": 0.4}""", true)]
    [InlineData("""{"position": 0.5}""", false)]
    [InlineData("""{"count": 5}""", true)]
    public void A_cut_within_a_part_is_named_and_not_drawn(string cut, bool isDrawn)
    {
        WorkingsResult workings = Run($$"""{"kind": "pareto", "cuts": [{{cut}}]}""");
        NativeChart chart = workings.Division.Study.Form.Form.Chart(workings)!;
        Assert.Equal(isDrawn, chart.Series.Any(series => series.Falls));
        Assert.Equal(isDrawn, !chart.Without.Contains("cuts within a part"));
    }

    [Fact]
    public void A_ring_has_its_whole_in_the_middle_and_no_label_on_a_sliver()
    {
        Table table = TableOf.Columns("Part: big | small | sliver", "Amount: 60.5 | 37.5 | 2");
        WorkingsResult Of(string form) =>
            Calculator.Run(
                table,
                StudyFormat.Standard.Read(
                    $$"""{"format": "onewhole.study/1", "parts": {"column": "Part"}, "value": {"sum": "Amount"}, "form": {{form}} }"""
                )
            );
        WorkingsResult ring = Of("""{"kind": "pie", "hole": 0.5}""");
        NativeChart chart = ring.Division.Study.Form.Form.Chart(ring)!;
        ChartNumber whole = Assert.Single(chart.Middle!.Numbers);
        Assert.Equal((100.0, "100"), (whole.Value.ToDouble(), chart.Middle.Text));
        Assert.Equal(100.0, whole.Rule.Value(new RuleCells(ring), whole.Row)!.Value.ToDouble(), 9);
        Assert.Equal(["60.5 %", "37.5 %", null], Enumerable.Range(0, 3).Select(category => chart.Series[0].Label!(category)?.Text));
        WorkingsResult pie = Of("""{"kind": "pie"}""");
        Assert.Null(pie.Division.Study.Form.Form.Chart(pie)!.Middle);
    }

    [Theory]
    [InlineData("""{"kind": "stacked"}""", 40.0)]
    [InlineData("""{"kind": "nested"}""", 40.0)]
    [InlineData("""{"kind": "pareto", "axes": "free"}""", 40.0)]
    [InlineData("""{"kind": "stacked", "scale": "share"}""", null)]
    public void An_axis_of_amounts_ends_where_the_analyst_says(string form, double? end)
    {
        WorkingsResult workings = Run(form, """, "finish": {"amountEnd": 40}""");
        Assert.Equal(end, workings.Division.Study.Form.Form.Chart(workings)!.End);
        WorkingsResult free = Run(form);
        Assert.Null(free.Division.Study.Form.Form.Chart(free)!.End);
    }
}
