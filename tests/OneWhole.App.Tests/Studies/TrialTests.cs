using System.Text.Json.Nodes;

namespace OneWhole.App.Tests;

/// <summary>A step that is being filled in is tried: what would suit, what it would make, and why it can't be done.</summary>
public sealed class TrialTests : AppTest
{
    private StepTrial Try(string step) =>
        Steps.Try(BringIn("Cause,Minutes\nFog,3\nIce,47\nFog,12.5\nCrew,99\nCrew,\n").Id, (JsonObject)JsonNode.Parse(step)!);

    [Fact]
    public void Round_bands_that_cover_every_number_are_suggested_and_counted_in_their_order()
    {
        JsonObject suggested = Try("""{"do": "bands", "column": "Minutes"}""").Suggested!;
        Assert.Equal("Minutes band", (string?)suggested["as"]);
        suggested["do"] = "bands";
        StepTrial trial = Try(suggested.ToJsonString());
        Assert.Equal((null, "Minutes band"), (trial.Problem, trial.Column));
        Assert.Equal(4, trial.Labels.Where(label => label.Label != "(blank)").Sum(label => label.Count));
        Assert.True((double)suggested["start"]! <= 3 && (double)suggested["end"]! > 99);
    }

    [Fact]
    public void What_falls_outside_is_told_and_what_is_wrong_is_said()
    {
        StepTrial trial = Try("""{"do": "bands", "column": "Minutes", "as": "Band", "start": 0, "width": 10, "end": 50}""");
        Assert.StartsWith("1 row falls outside the bands", trial.Note);
        Assert.Equal(["0–10", "10–20", "40–50"], trial.Labels.Where(label => label.Label != "(blank)").Select(label => label.Label));
        Assert.Contains("Cause", Try("""{"do": "bands", "column": "Minutes", "as": "Cause", "start": 0, "width": 10}""").Problem);
        Assert.NotNull(Try("""{"do": "bands", "column": "Minutes", "as": "Band"}""").Problem);
        Assert.Null(Try("""{"do": "drop", "column": "Minutes"}""").Suggested);
    }
}
