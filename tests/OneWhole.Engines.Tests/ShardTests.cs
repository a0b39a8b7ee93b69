using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Engines.Tests;

/// <summary>A table larger than one machine: its pieces lie on two servers behind a third, and count where they are.</summary>
public sealed class ShardTests(Servers servers) : IClassFixture<Servers>
{
    private static Study Of(string members) => StudyFormat.Standard.Read($$"""{"format": "onewhole.study/1", {{members}}}""");

    private static readonly Study ByRegion = Of(
        """
        "parts": {"column": "cause"}, "groups": {"column": "region"}, "value": {"sum": "minutes"}, "form": {"kind": "stacked"}
        """
    );

    private static readonly Study ByCause = Of(
        """
        "parts": {"column": "cause"}, "value": {"sum": "minutes"}, "form": {"kind": "pareto"}
        """
    );

    private EngineTable Open() => EngineTable.Open(servers.Shards, Servers.Password, "crossings", null);

    [Fact]
    public void Grouped_by_what_cuts_it_the_rows_stay_on_their_servers()
    {
        using EngineTable crossings = Open();
        Assert.Equal(["region"], crossings.Pieces!.Keys);
        Assert.Equal(2, crossings.Pieces.Servers);
        var question = new CellQuestion(["cause", "region"], ["minutes"], []) { Ordered = ["cause", "region"] };
        IReadOnlyList<EngineTable.ForeignStep> plan = crossings.PlanOf(question);
        Assert.Equal(2, plan.Count);
        Assert.All(plan, step => Assert.True(step.Aggregates && step.Async, step.Relations));
        Assert.Null(crossings.TravelOf(question, default));

        // Filtered by a number it is still each server's work.
        CellQuestion filtered = question with { Where = ByRegion.Where.Add(new Clause("minutes") { From = new RangeEnd.Number(10) }) };
        Assert.All(crossings.PlanOf(filtered), step => Assert.True(step.Aggregates, step.Relations));
    }

    [Fact]
    public void Where_rows_have_to_travel_it_is_said_with_what_keeps_them()
    {
        using EngineTable crossings = Open();
        var question = new CellQuestion(["cause"], ["minutes"], []) { Ordered = ["cause"] };
        Assert.Contains(crossings.PlanOf(question), step => !step.Aggregates);
        Assert.Equal(
            "The rows are on 2 servers, and travel to be counted together here: grouping by region too keeps the work where the rows are.",
            crossings.TravelOf(question, default)
        );
    }

    [Fact]
    public void The_answer_is_that_of_one_machine()
    {
        using EngineTable crossings = Open();
        Core.Tables.Table here = crossings.BringIn();
        Assert.Equal(40_000, here.RowCount);
        foreach (Study study in (Study[])[ByRegion, ByCause])
        {
            WorkingsResult there = Calculator.Run(crossings.Table, study),
                same = Calculator.Run(here, study);
            Assert.Equal(same.Division.Total, there.Division.Total);
            Assert.Equal(same.Division.Rows, there.Division.Rows);
        }
    }

    [Fact]
    public void A_table_in_one_place_has_nothing_to_say_of_travel()
    {
        using EngineTable plain = EngineTable.Open(servers.Shards, Servers.Password, null, "SELECT 1 AS a, 'x' AS b");
        Assert.Null(plain.Pieces);
        Assert.Null(plain.TravelOf(new CellQuestion(["b"], ["a"], []), default));
    }
}
