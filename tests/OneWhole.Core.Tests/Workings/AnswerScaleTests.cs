using OneWhole.Core.Workings;

namespace OneWhole.Core.Tests.Workings;

/// <summary>Levels of an answer scale are known by what their labels are made of, and stand from the low end to the high one.</summary>
public sealed class AnswerScaleTests
{
    [Theory]
    [InlineData("strongly disagree | disagree | neither | agree | strongly agree")]
    [InlineData("Fully disagree | Rather disagree | Undecided | Rather agree | Fully agree")]
    [InlineData("very dissatisfied | somewhat dissatisfied | neither satisfied nor dissatisfied | somewhat satisfied | very satisfied")]
    [InlineData("extremely unlikely | unlikely | likely | extremely likely")]
    [InlineData("not at all likely | not very likely | fairly likely | very likely")]
    [InlineData("not at all reliable | slightly reliable | quite reliable | very reliable | completely reliable")]
    [InlineData("very unclear | rather unclear | so-so | rather clear | very clear")]
    [InlineData("very poor | poor | fair | good | very good")]
    [InlineData("very discontent | discontent | neutral | content | very content")]
    [InlineData("much worse | worse | about the same | better | much better")]
    [InlineData("disagree strongly | disagree | agree | agree strongly")]
    [InlineData("never | rarely | sometimes | often | always")]
    [InlineData("none | mild | moderate | severe")]
    [InlineData("1 - bad | 2 | 3 | 4 | 5 - good")]
    public void Levels_stand_in_their_order_whatever_order_they_come_in(string ordered)
    {
        string[] labels = [.. ordered.Split('|').Select(label => label.Trim())];
        foreach (int turn in Enumerable.Range(0, labels.Length))
        {
            Entry[] mixed =
            [
                .. labels
                    .Index()
                    .OrderBy(label => (label.Index * 7 + turn * 3) % labels.Length)
                    .Select((label, at) => new Entry(label.Item, EntryKind.Label, at)),
            ];
            Assert.Equal(labels, NaturalOrder.Sort(mixed).Select(entry => entry.Label));
        }
    }

    [Theory]
    [InlineData("Fog | Engine | Crew short")]
    [InlineData("Import | Port")]
    [InlineData("Adult | Child | Senior")]
    [InlineData("Big Wick | Little Wick | Hallin")]
    [InlineData("agree | satisfied | likely")]
    [InlineData("Very Tern | Star | Gull")]
    public void What_is_no_scale_is_none(string labels) =>
        Assert.Null(AnswerScale.Ranks([.. labels.Split('|').Select(label => label.Trim())]));
}
