using OneWhole.Core.Forms.Pareto;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Tests.Forms;

public sealed class ParetoTests
{
    private static readonly Table Five = TableOf.Columns("Cause: a | b | c | d | e", "Minutes: 60 | 20 | 10 | 5 | 5");

    private static WorkingsResult Run(string members, Table? table = null, string more = "") => Calculator.Run(table ?? Five, StudyFormat.Standard.Read(
        $$"""{"format": "onewhole.study/1", "parts": {"column": "Cause"}, "value": {"sum": "Minutes"}, "form": {"kind": "pareto"{{members}} }{{more}} }"""));

    [Fact]
    public void Cuts_read_across_along_and_by_count() => Assert.Equal(
        """[{"share":0.8,"partsNeeded":2,"positionNeeded":0.4},{"position":0.3,"shareReached":0.7},{"count":9,"shareReached":1},{"share":0.801,"partsNeeded":3,"positionNeeded":0.6}]""",
        Run(""", "cuts": [{"share": 0.8}, {"position": 0.3}, {"count": 9}, {"share": 0.801}]""").Readings["cuts"]!.ToJsonString());

    [Fact]
    public void A_share_that_is_never_reached_has_no_parts() => Assert.Equal(
        """[{"share":0.8,"partsNeeded":null,"positionNeeded":null}]""",
        Run("", more: """, "whole": {"given": 1000}""").Readings["cuts"]!.ToJsonString());

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

    [Fact]
    public void The_verdict_gives_both_readings() =>
        Assert.Equal("80/20 does not hold: the first 20 % of the causes hold 60.0 %, and 80 % take 2 of 5 causes (40.0 %); the curve balances at 70\u00a0/\u00a030.", new ParetoForm().Verdict(Run("")));

    [Theory]
    [InlineData("a | b | c | d | e", "805 | 60 | 50 | 45 | 40", "80/20 holds: the first 20 % of the causes hold 80.5 %, and 80 % takes 1 of 5 causes (20.0 %)")]
    [InlineData("a | b | c | d | e", "950 | 20 | 15 | 10 | 5", "80/20 does not hold: the first 20 % of the causes hold 95.0 %, and 80 % takes 1 of 5 causes (20.0 %)")]
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
