using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using OneWhole.Core.Studies.Shapes;

namespace OneWhole.Core.Studies;

/// <summary>A word, or a phrase with places for numbers and names, that figures print.</summary>
/// <param name="Key">Its name; one that ends in ".one" stands where its number is 1.</param>
/// <param name="Default">What is printed by itself.</param>
public sealed record FigureWord(string Key, string Default)
{
    /// <summary>The places in it: "{count}".</summary>
    public IReadOnlyList<string> Places => [.. FigureWords.Place().Matches(Default).Select(match => match.Value)];
}

/// <summary>
/// Every word that a figure prints besides those of its table: each can be said otherwise, for a study and for an installation, so
/// that a figure leaves in any language. Like the style of numbers they are ambient while a figure is drawn.
/// </summary>
public static partial class FigureWords
{
    /// <summary>All of them, by where they stand.</summary>
    public static IReadOnlyList<FigureWord> All { get; } =
    [
        // The foot.
        new("addsUp", "adds up"),
        new("doesNotAddUp", "does not add up"),
        new("wholeIsZero", "a whole is 0"),
        new("notTheWhole", "does not make up the whole"),
        new("nothingLeft", "nothing is left"),
        new("everyRow", "every row accounted for"),
        new("eachAddsUp", "each adds up"),
        new("notEach", "not every one adds up"),
        new("rows", "{count} rows"),
        new("rows.one", "{count} row"),
        new("rowsOf", "{used} of {total} rows"),
        new("rowsOf.one", "{used} of {total} row"),
        new("notes", "{count} notes"),
        new("notes.one", "{count} note"),
        new("trial", "a trial"),
        new("asOf", "as of {when}"),
        new("shown", "{shown} of {all} shown"),
        new("shownShare", "{shown} of {all} shown, {share} of all"),
        new("axisBegins", "the axis begins at {number}, not at 0"),
        new("axisOver", "the axis begins at 0: {number} is over the lowest step"),
        // What has no room.
        new("names", "{missing} of {all} names"),
        new("names.one", "{missing} of {all} name"),
        new("labels", "{missing} of {all} labels"),
        new("labels.one", "{missing} of {all} label"),
        new("cuts", "the words of {missing} of {all} cuts"),
        new("cuts.one", "the words of {missing} of {all} cut"),
        new("noRoom", "{what} have no room"),
        new("noRoom.one", "{what} has no room"),
        new("and", "{first} and {last}"),
        new("comma", "{first}, {next}"),
        new("more", "… {count} more"),
        new("noRows", "no rows to show"),
        // Parts and bars.
        new("others", "{count} others"),
        new("all", "all"),
        new("now", "now"),
        new("rise", "rise"),
        new("fall", "fall (outlined)"),
        new("volume", "volume"),
        new("mix", "mix"),
        new("rate", "rate"),
        new("points", "{points} pts"),
        new("net", "net"),
        new("of", "{rate} of {stage}"),
        // The key.
        new("upTo", "{class}, to {limit}"),
        new("theRest", "{class}, the rest"),
        new("inColourOfEach", "in colour: the largest of each {group}"),
        new("inColourLargest", "in colour: the largest {part}"),
        new("inColourFrom", "in colour: shares of {limit} or more"),
        // Cuts.
        new("makes", "{needed} of {parts} make {share}"),
        new("makes.one", "{needed} of {parts} makes {share}"),
        new("neverReached", "{share} is never reached"),
        new("withThem", "{position} of the {parts}; with them {reached}"),
        new("withThem.one", "{position} of the {parts}; with it {reached}"),
        new("hold", "the first {position} of the {parts} hold {reached}"),
        new("firstHold", "the first {count} hold {reached}"),
        new("firstHold.one", "the first {count} holds {reached}"),
        new("amongFolded", "{count} of them among the {folded} folded"),
        new("amongFolded.one", "{count} of it among the {folded} folded"),
        // Axes.
        new("shareOf", "share of {counted}"),
        new("runningShareOf", "running share of {counted}"),
        new("shareInOrder", "share of the {parts}, in order"),
        new("inOrder", "{parts}, in order"),
        new("thousands", "{number} k"),
        new("millions", "{number} m"),
        new("billions", "{number} bn"),
        new("trillions", "{number} tn"),
    ];

    private static readonly Dictionary<string, FigureWord> ByKey = All.ToDictionary(word => word.Key);

    private static readonly AsyncLocal<ImmutableSortedDictionary<string, string>?> Ambient = new();

    /// <summary>What is printed now instead of the product's own words.</summary>
    public static ImmutableSortedDictionary<string, string> Current => Ambient.Value ?? ImmutableSortedDictionary<string, string>.Empty;

    /// <summary>The documentation's table of them.</summary>
    public static string Table =>
        "# Words of figures\n\nWritten by `./onewhole schema --of words`. Each can be said otherwise in a study's "
        + "`finish.words`, or for an installation; in braces stand numbers and names.\n"
        + "A key that ends in `.one` is printed where its number is 1. Sets of words are files: `demo/words` has "
        + "two.\n\n| key | printed by itself |\n|---|---|\n"
        + string.Concat(All.Select(word => $"| `{word.Key}` | {word.Default} |\n"));

    [GeneratedRegex(@"\{[a-zA-Z]+\}")]
    internal static partial Regex Place();

    /// <summary>
    /// Prints these words instead of the product's own, until disposed; those that are not among them stay as they are said otherwise.
    /// </summary>
    public static IDisposable Use(ImmutableSortedDictionary<string, string> words)
    {
        ImmutableSortedDictionary<string, string>? before = Ambient.Value;
        Ambient.Value = before is null || before.IsEmpty ? words : before.SetItems(words);
        return new Scope(before);
    }

    private sealed class Scope(ImmutableSortedDictionary<string, string>? before) : IDisposable
    {
        public void Dispose() => Ambient.Value = before;
    }

    /// <summary>A word with what stands in its places.</summary>
    public static string Of(string key, params ReadOnlySpan<(string Place, string Text)> texts)
    {
        string said = Ambient.Value is { } own && own.TryGetValue(key, out string? other) ? other : ByKey[key].Default;
        if (texts.Length == 0)
        {
            return said;
        }
        var known = new Dictionary<string, string>();
        foreach ((string place, string text) in texts)
        {
            known[$"{{{place}}}"] = text;
        }
        // Once over the phrase: what is put in may itself have braces.
        return Place().Replace(said, match => known.GetValueOrDefault(match.Value, match.Value));
    }

    /// <summary>A word for one thing or for several.</summary>
    public static string Counted(string key, long count, params ReadOnlySpan<(string Place, string Text)> texts) =>
        Of(count == 1 ? $"{key}.one" : key, texts);

    /// <summary>How a set of words is written: an object of keys and what is printed instead.</summary>
    public static Shape<ImmutableSortedDictionary<string, string>> Shape { get; } = new WordsShape();

    private sealed class WordsShape : Shape<ImmutableSortedDictionary<string, string>>
    {
        private const int Longest = 200;

        public override ImmutableSortedDictionary<string, string> Read(JsonElement element, string place)
        {
            if (element.ValueKind != JsonValueKind.Object)
            {
                throw Wrong(element, place, "an object of words");
            }
            var words = ImmutableSortedDictionary.CreateBuilder<string, string>(StringComparer.Ordinal);
            foreach (JsonProperty member in element.EnumerateObject())
            {
                string at = Shapes.Place.Member(place, member.Name);
                if (!ByKey.TryGetValue(member.Name, out FigureWord? word))
                {
                    throw new StudyException("unknown-member", at, $"{at} is not a word that figures print; docs/words.md lists them.");
                }
                if (member.Value.ValueKind != JsonValueKind.String || member.Value.GetString() is not { Length: <= Longest } text)
                {
                    throw Wrong(member.Value, at, $"a text of at most {Longest} characters");
                }
                if (Place().Matches(text).FirstOrDefault(match => !word.Places.Contains(match.Value)) is { } unknown)
                {
                    string places = word.Places.Count == 0 ? "it has none" : $"it has {string.Join(", ", word.Places)}";
                    throw new StudyException(
                        "wrong-value",
                        at,
                        $"{at} has a place {unknown.Value} for which there is nothing to put in; {places}."
                    );
                }
                words[member.Name] = text;
            }
            return words.ToImmutable();
        }

        public override JsonNode? Write(ImmutableSortedDictionary<string, string> value) =>
            new JsonObject(value.Select(pair => KeyValuePair.Create(pair.Key, (JsonNode?)JsonValue.Create(pair.Value))));

        public override JsonObject Schema() =>
            new()
            {
                ["type"] = "object",
                ["properties"] = new JsonObject(
                    All.Select(word =>
                        KeyValuePair.Create(
                            word.Key,
                            (JsonNode?)
                                new JsonObject
                                {
                                    ["type"] = "string",
                                    ["maxLength"] = Longest,
                                    ["default"] = word.Default,
                                }
                        )
                    )
                ),
                ["additionalProperties"] = false,
            };
    }
}
