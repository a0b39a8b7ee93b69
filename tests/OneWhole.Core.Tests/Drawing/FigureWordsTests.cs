using System.Collections.Immutable;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using OneWhole.Core.Drawing;
using OneWhole.Core.Forms;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Text;

namespace OneWhole.Core.Tests.Drawing;

/// <summary>A figure can leave in any language: every word that it prints is the table's, or one that can be said otherwise.</summary>
public sealed partial class FigureWordsTests
{
    private static readonly string[] Routes = ["Nordhaven", "Sudhaven", "Westkai"];
    private static readonly string[] Kinds = ["Disagree", "Neutral", "Agree", "Strongly agree"];

    private static readonly Table Trips = TableOf.Columns(
        "Route: " + string.Join('|', Routes.SelectMany(route => Kinds.Select(_ => route))),
        "Kind: " + string.Join('|', Routes.SelectMany(_ => Kinds)),
        "Fares: 32045 | 14000 | 6102.5 | 22220 | 9000 | 41005 | 33000 | 12500 | 7770 | 29000 | 16505 | 350",
        "Trips: 3 | 4 | 5 | 6 | 7 | 8 | 9 | 10 | 11 | 12 | 13 | 14"
    );

    private static readonly string[] States =
    [
        "{}",
        """{"finish": {"labels": "both", "amountIn": "thousands", "axes": {"titles": """
            + """true, "values": "shown"}, "curveName": true, "curveNumbers": true, "showCaption": true}}""",
        """{"fold": {"keep": 2}, "finish": {"labels": "amount", "emphasisRule": "largest"}}""",
        """{"fold": {"keep": 2}, "finish": {"drawFolded": false, "emphasisRule": "atLeast", "emphasisLimit": 0.3}}""",
        """{"trial": [{"part": "Agree", "times": 2}], "finish": {"amountIn": "millions", "axisFrom": 4000, "widthAxis": """
            + """true, "foldGroups": 1}}""",
        """{"finish": {"axisFrom": 90000000}}""",
    ];

    /// <summary>Each word in brackets, with its places in them.</summary>
    private static readonly ImmutableSortedDictionary<string, string> Marked = FigureWords.All.ToImmutableSortedDictionary(
        word => word.Key,
        word => $"⟦{string.Join(' ', word.Places)}⟧"
    );

    [GeneratedRegex("⟦[^⟦⟧]*⟧")]
    private static partial Regex InBrackets();

    private static Study Begin(Form form, FormShape shape, string state, ImmutableSortedDictionary<string, string> words)
    {
        Study read = EveryShape.Begin(form, shape, state, ["Nordhaven", "Westkai"]);
        return read with { Finish = read.Finish with { Words = words } };
    }

    [Theory]
    [MemberData(nameof(EveryShape.All), MemberType = typeof(EveryShape))]
    public void Every_word_of_a_figure_is_the_tables_or_can_be_said_otherwise(string kind, string shapeId)
    {
        (Form form, FormShape shape) = EveryShape.Find(kind, shapeId);
        var own = new List<string>();
        foreach (string state in States)
        {
            WorkingsResult workings = Calculator.Run(Trips, Begin(form, shape, state, Marked));
            if (form.RefusesToDraw(workings))
            {
                continue;
            }
            foreach ((int width, int height) in (ReadOnlySpan<(int, int)>)[(960, 600), (480, 320)])
            {
                foreach (
                    TextMark text in FigureDrawer
                        .Draw(workings, width, height, TextMeasurer.Shared)
                        .Marks.OfType<TextMark>()
                        .Where(mark => mark.Role is not (MarkRole.Title or MarkRole.Caption))
                )
                {
                    string left = text.Full ?? text.Text;
                    while (InBrackets().IsMatch(left))
                    {
                        left = InBrackets().Replace(left, "");
                    }
                    foreach (
                        string label in (string[])
                            [
                                .. Kinds.OrderByDescending(name => name.Length),
                                .. Routes,
                                "delays",
                                "fares",
                                "kinds",
                                "kind",
                                "routes",
                                "route",
                            ]
                    )
                    {
                        left = left.Replace(label, "", StringComparison.Ordinal);
                    }
                    // A wrapped name stands on several lines, a shortened one ends in an ellipsis.
                    if (left.Any(char.IsLetter) && !left.Contains('…') && !Kinds.Any(name => name.Split(' ').Contains(left.Trim())))
                    {
                        own.Add($"{text.Id}: {text.Full ?? text.Text}");
                    }
                }
            }
        }
        Assert.True(own.Count == 0, $"{kind} {shapeId}:\n{string.Join('\n', own.Distinct())}");
    }

    [Fact]
    public void Without_other_words_nothing_is_printed_otherwise()
    {
        Form form = FormList.Standard.Forms.Single(other => other.Kind == "pareto");
        ImmutableSortedDictionary<string, string> same = FigureWords.All.ToImmutableSortedDictionary(
            word => word.Key,
            word => word.Default
        );
        string Drawn(ImmutableSortedDictionary<string, string> words) =>
            string.Join(
                '\n',
                FigureDrawer
                    .Draw(Calculator.Run(Trips, Begin(form, form.Shapes[0], States[2], words)), 960, 600, TextMeasurer.Shared)
                    .Marks.OfType<TextMark>()
                    .Select(mark => mark.Text)
            );
        Assert.Equal(Drawn(ImmutableSortedDictionary<string, string>.Empty), Drawn(same));
    }

    [Theory]
    [InlineData("""{"adsUp": "x"}""", "finish.words.adsUp is not a word that figures print")]
    [InlineData("""{"net": "{count}"}""", "finish.words.net has a place {count} for which there is nothing to put in; it has none")]
    [InlineData("""{"rows": "{many} Zeilen"}""", "it has {count}")]
    [InlineData("""{"net": 3}""", "finish.words.net is 3")]
    public void What_is_no_word_is_said_with_its_place(string words, string message)
    {
        StudyException fault = Assert.Throws<StudyException>(() =>
            StudyFormat.Standard.Read(
                $$"""{"format": "onewhole.study/1", "parts": {"column": "Kind"}, "form": {"kind": "pie"}, "finish": """
                    + $$"""{"words": {{words}}} }"""
            )
        );
        Assert.Contains(message, fault.Message, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("de")]
    [InlineData("fr")]
    public void A_shipped_set_says_every_word_with_its_places(string language)
    {
        string path = Repository.At("demo", "words", $"{language}.words.json");
        JsonObject set = (JsonObject)JsonNode.Parse(File.ReadAllText(path))!;
        ImmutableSortedDictionary<string, string> words = FigureWords.Shape.Read(
            System.Text.Json.JsonSerializer.SerializeToElement(set["words"]),
            "words"
        );
        Assert.Equal(FigureWords.All.Select(word => word.Key).Order(StringComparer.Ordinal), words.Keys);
        Assert.All(FigureWords.All, word =>
            Assert.Equal(word.Places.Order(), FigureWords.Place().Matches(words[word.Key]).Select(match => match.Value).Order())
        );
    }

    [Fact]
    public void The_documentation_lists_every_word() =>
        Assert.Equal(FigureWords.Table.TrimEnd(), File.ReadAllText(Repository.At("docs", "words.md")).TrimEnd());
}
