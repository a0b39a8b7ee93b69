using OneWhole.Core.Drawing;
using OneWhole.Core.Forms.Pareto;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Text;

namespace OneWhole.Core.Tests.Forms;

public sealed class ParetoTests
{
    private static readonly Table Five = TableOf.Columns("Cause: a | b | c | d | e", "Minutes: 60 | 20 | 10 | 5 | 5");

    private static WorkingsResult Run(string members, Table? table = null, string more = "") =>
        Calculator.Run(
            table ?? Five,
            StudyFormat.Standard.Read(
                $$"""{"format": "onewhole.study/1", "parts": {"column": "Cause"}, "value": {"sum": "Minutes"}, "form": """
                    + $$"""{"kind": "pareto"{{members}} }{{more}} }"""
            )
        );

    [Fact]
    public void Cuts_read_across_along_and_by_count() =>
        Assert.Equal(
            """[{"share":0.8,"partsNeeded":2,"positionNeeded":0.4},{"position":0.3,"shareReached":0.7},"""
                + """{"count":9,"shareReached":1},{"share":0.801,"partsNeeded":3,"positionNeeded":0.6}]""",
            Run(""", "cuts": [{"share": 0.8}, {"position": 0.3}, {"count": 9}, {"share": 0.801}]""").Readings["cuts"]!.ToJsonString()
        );

    [Fact]
    public void A_share_that_is_never_reached_has_no_parts() =>
        Assert.Equal(
            """[{"share":0.8,"partsNeeded":null,"positionNeeded":null}]""",
            Run("", more: """, "whole": {"given": 1000}""").Readings["cuts"]!.ToJsonString()
        );

    [Fact]
    public void The_curve_balances_where_position_and_share_make_one()
    {
        // From (0.2, 0.6) to (0.4, 0.8) the sum goes from 0.8 to 1.2.
        Assert.Equal("""{"position":0.3,"share":0.7}""", Run("").Readings["balance"]!.ToJsonString());
    }

    [Theory]
    [InlineData("in", "A A B C C")]
    [InlineData("out", "A A B B C")]
    public void The_part_that_crosses_a_limit_is_in_or_out(string crossing, string classes)
    {
        WorkingsResult workings = Run($$""", "crossing": "{{crossing}}", "limits": [0.8, 0.9]""");
        string actual = string.Join(' ', Enumerable.Range(0, 5).Select(row => workings["class"].Text(row)));
        Assert.Equal(crossing == "in" ? classes : "A A B C C", actual);
    }

    private static readonly Table Many = TableOf.Columns(
        "Cause: a | b | c | d | e | f | g | h",
        "Minutes: 40 | 20 | 12 | 10 | 8 | 5 | 3 | 2"
    );

    private static Figure Draw(string form, string finish = "") =>
        FigureDrawer.Draw(Run(form, Many, $$""", "fold": {"keep": 3}, "finish": { {{finish}} }"""), 960, 600, TextMeasurer.Shared);

    /// <summary>
    /// Bars are read at an axis of amounts: a share above one says that it is one, unless all signs together have no room and the other
    /// axis says it.
    /// </summary>
    [Theory]
    [InlineData(960, "", "12.0 %")]
    [InlineData(960, "\"labels\": \"both\"", "12 · 12.0 %")]
    [InlineData(960, "\"labels\": \"amount\"", "12")]
    [InlineData(320, "", "12.0")]
    [InlineData(320, "\"axes\": {\"numbers\": false}", "12.0 %")]
    public void A_share_has_its_sign_where_there_is_room(int width, string finish, string label)
    {
        WorkingsResult workings = Run("", Many, $$""", "finish": { {{finish}} }""");
        Figure figure = FigureDrawer.Draw(workings, width, 500, TextMeasurer.Shared);
        string[] labels = [.. figure.Marks.OfType<TextMark>().Where(mark => mark.Role == MarkRole.Label).Select(mark => mark.Text)];
        Assert.Contains(label, labels);
        Assert.Single(labels.Select(text => text.EndsWith(" %", StringComparison.Ordinal)).Distinct());
    }

    /// <summary>
    /// Three parts and five folded ones: the curve runs through the five in their slot, and a cut among them stands there and says so.
    /// </summary>
    [Fact]
    public void A_folded_part_is_drawn_as_one_and_counts_as_many()
    {
        Figure figure = Draw(""", "cuts": [{"share": 0.9}]""");
        RectMark[] bars = [.. figure.Marks.OfType<RectMark>().Where(mark => mark.Role == MarkRole.Bar)];
        Assert.Equal(4, bars.Length);
        Assert.Equal((Ink.Folded, "class-a"), (bars[3].Fill, bars[0].Fill));
        double slot = bars[3].X - bars[2].X;
        IReadOnlyList<double> curve = figure.Marks.OfType<PathMark>().Single(mark => mark.Role == MarkRole.Curve).Runs[0];
        double[] within = [.. Enumerable.Range(0, curve.Count / 2).Select(at => curve[2 * at]).Where(x => x > bars[3].X)];
        Assert.Equal(5, within.Length);
        // 40 + 20 + 12 + 10 + 8 reach 90 %: two of the five, two fifths into the last slot.
        double drop = figure.Marks.OfType<PathMark>().Single(mark => mark.Id == "cut-0-drop").Runs[0][0],
            begins = curve[^2] - slot;
        Assert.Equal(begins + 0.4 * slot, drop, 1);
        string words = string.Join(
            ' ',
            figure.Marks.OfType<TextMark>().Where(mark => mark.Role == MarkRole.CutWords).Select(mark => mark.Text)
        );
        Assert.StartsWith("5 of 8 causes make 90 %", words, StringComparison.Ordinal);
        Assert.Contains(figure.Marks.OfType<TextMark>(), mark => mark.Text == "5 others");
    }

    [Fact]
    public void What_is_not_drawn_leaves_no_empty_slot()
    {
        RectMark[] Bars(string finish) => [.. Draw("", finish).Marks.OfType<RectMark>().Where(mark => mark.Role == MarkRole.Bar)];
        RectMark[] all = Bars(""),
            drawn = Bars("\"drawFolded\": false");
        Assert.Equal((4, 3), (all.Length, drawn.Length));
        Assert.True(drawn[1].X - drawn[0].X > 1.2 * (all[1].X - all[0].X));
        Assert.Contains(Draw("", "\"drawFolded\": false").Marks.OfType<TextMark>(), mark =>
            mark.Text.Contains("3 of 8 shown", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void Class_limits_are_dragged_beside_the_key_and_all_bars_can_have_one_colour()
    {
        RectMark[] limits =
        [
            .. Draw("")
                .Marks.OfType<RectMark>()
                .Where(mark => mark.Role == MarkRole.Handle && mark.Edit!.Path.StartsWith("form.limits", StringComparison.Ordinal)),
        ];
        Assert.Equal([("form.limits[0]", 0.8), ("form.limits[1]", 0.95)], limits.Select(mark => (mark.Edit!.Path, mark.Edit.Value)));
        Assert.All(limits, mark =>
            Assert.Equal(mark.Edit!.Value, (mark.X + mark.Width / 2 - mark.Edit.FromPixel) / (mark.Edit.ToPixel - mark.Edit.FromPixel), 3)
        );
        Figure one = Draw("", "\"classColours\": false");
        Assert.Equal(
            ["class-a", Ink.Folded],
            one.Marks.OfType<RectMark>().Where(mark => mark.Role == MarkRole.Bar).Select(mark => mark.Fill).Distinct()
        );
        Assert.DoesNotContain(one.Marks.OfType<TextMark>(), mark => mark.Role == MarkRole.Key);
    }

    [Fact]
    public void The_verdict_gives_both_readings() =>
        Assert.Equal(
            "80/20 does not hold: the first 20 % of the causes hold 60.0 %, and 80 % take 2 of 5 causes (40.0 %); the "
                + "curve balances at 70\u00a0/\u00a030.",
            new ParetoForm().Verdict(Run(""))
        );

    [Theory]
    [InlineData(
        "a | b | c | d | e",
        "805 | 60 | 50 | 45 | 40",
        "80/20 holds: the first 20 % of the causes hold 80.5 %, and 80 % takes 1 of 5 causes (20.0 %)"
    )]
    [InlineData(
        "a | b | c | d | e",
        "950 | 20 | 15 | 10 | 5",
        "80/20 does not hold: the first 20 % of the causes hold 95.0 %, and 80 % takes 1 of 5 causes (20.0 %)"
    )]
    [InlineData("a | b | c | d", "805 | 60 | 50 | 45", null)]
    [InlineData("a | b | c | d | e", "805 | 60 | 50 | 45 | -40", null)]
    public void The_verdict_is_given_only_where_its_conditions_hold(string causes, string minutes, string? begins)
    {
        string? verdict = new ParetoForm().Verdict(Run("", TableOf.Columns($"Cause: {causes}", $"Minutes: {minutes}")));
        Assert.Equal(begins, begins is null ? verdict : verdict?[..begins.Length]);
    }

    [Fact]
    public void Aligned_axes_share_one_scale()
    {
        WorkingsResult workings = Run("");
        Core.Drawing.Domains domains = new ParetoForm().Domains(workings);
        Assert.Equal((0, 100, 0, 1), (domains.Least, domains.Most, domains.ShareLeast, domains.ShareMost));
        Assert.Equal(60, new ParetoForm().Domains(Run(""", "axes": "free" """)).Most);
    }

    [Fact]
    public void The_share_axis_goes_past_100_only_where_the_line_does()
    {
        Table table = TableOf.Columns("Cause: a | b | c", "Minutes: 90 | 20 | -10");
        Assert.Equal(1.2, new ParetoForm().Domains(Run("", table)).ShareMost, 9);
        Assert.True(new ParetoForm().Domains(Run("", table)).Least < 0);
    }
}
