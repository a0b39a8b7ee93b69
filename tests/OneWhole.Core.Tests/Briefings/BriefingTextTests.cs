using OneWhole.Core.Briefings;

namespace OneWhole.Core.Tests.Briefings;

/// <summary>Running text with readings in it: each is what it says now, or a dash that is known as a problem.</summary>
public sealed class BriefingTextTests
{
    private static readonly Dictionary<string, string> Readings = new() { ["b1.whole"] = "1,711 trips", ["b1.first"] = "" };

    private static string Segments(string text) =>
        string.Join(
            " | ",
            BriefingText
                .Segments(text, Readings)
                .Select(segment => $"{segment.Text}{(segment.Reading is { } name ? $" <{name}{(segment.Problem ? "?" : "")}>" : "")}")
        );

    [Theory]
    [InlineData("", "")]
    [InlineData("No reading.", "No reading.")]
    [InlineData("Of [[b1.whole]] in all.", "Of  | 1,711 trips <b1.whole> |  in all.")]
    [InlineData("[[b1.whole]][[b1.whole]]", "1,711 trips <b1.whole> | 1,711 trips <b1.whole>")]
    [InlineData("[[b9.whole]] of it", "– <b9.whole?> |  of it")]
    // One that is there and says nothing is no problem.
    [InlineData("[[b1.first]]!", " <b1.first> | !")]
    [InlineData("[[ b1.whole ]]", "– < b1.whole ?>")]
    [InlineData("[[b1.whole", "[[b1.whole")]
    [InlineData("[[[b1.whole]]]", "[ | 1,711 trips <b1.whole> | ]")]
    [InlineData("a [b] [[]] c", "a [b] [[]] c")]
    public void A_text_falls_into_stretches(string text, string expected) => Assert.Equal(expected, Segments(text));

    /// <summary>What is put together again is the text, with its readings in their places.</summary>
    [Fact]
    public void Nothing_of_the_text_is_lost()
    {
        var random = new Random(9);
        string[] pieces = ["[[", "]]", "[", "]", "b1.whole", "[[b1.whole]]", " ", "é", "\n", "[[b9.x]]"];
        for (int run = 0; run < 500; run++)
        {
            string text = string.Concat(Enumerable.Range(0, random.Next(12)).Select(_ => pieces[random.Next(pieces.Length)]));
            string again = string.Concat(
                BriefingText.Segments(text, Readings).Select(segment => segment.Reading is { } name ? $"[[{name}]]" : segment.Text)
            );
            Assert.Equal(text, again);
        }
    }
}
