using System.Text.Json;
using System.Text.Json.Nodes;

namespace OneWhole.Core.Studies.Shapes;

/// <summary>One of a few words, each standing for a value of an enumeration.</summary>
public sealed class ChoiceShape<T> : Shape<T>
    where T : struct, Enum
{
    private readonly string[] _texts;

    /// <summary>A choice of some words, in the order in which they are offered.</summary>
    public ChoiceShape(params (string Word, T Value)[] words)
    {
        Words = words;
        _texts = [.. words.Select(word => word.Word)];
    }

    /// <param name="words">The words of the document, and what each is called where it is chosen.</param>
    public ChoiceShape(params (string Word, T Value, string Text)[] words)
    {
        Words = [.. words.Select(word => (word.Word, word.Value))];
        _texts = [.. words.Select(word => word.Text)];
    }

    /// <summary>The words of documents, each with its value.</summary>
    public IReadOnlyList<(string Word, T Value)> Words { get; }

    internal override IReadOnlyList<(string Text, JsonNode? Value)> Choices(Looks looks) =>
        [.. Words.Zip(_texts, (word, text) => (text, (JsonNode?)JsonValue.Create(word.Word)))];

    /// <inheritdoc/>
    public override T Read(JsonElement element, string place)
    {
        if (element.ValueKind == JsonValueKind.String)
        {
            string word = element.GetString()!;
            foreach ((string known, T value) in Words)
            {
                if (known == word)
                {
                    return value;
                }
            }
        }
        throw Wrong(element, place, WordList.Or([.. Words.Select(word => $"\"{word.Word}\"")]));
    }

    /// <summary>The word of a value.</summary>
    public string WordOf(T value) => Words.First(word => word.Value.Equals(value)).Word;

    /// <inheritdoc/>
    public override JsonNode? Write(T value) => JsonValue.Create(WordOf(value));

    /// <inheritdoc/>
    public override JsonObject Schema() => new() { ["enum"] = new JsonArray([.. Words.Select(word => JsonValue.Create(word.Word))]) };
}

internal static class WordList
{
    /// <summary>"a", "a or b", "a, b or c".</summary>
    public static string Or(IReadOnlyList<string> words) => Join(words, "or");

    /// <summary>"a", "a and b", "a, b and c".</summary>
    public static string And(IReadOnlyList<string> words) => Join(words, "and");

    private static string Join(IReadOnlyList<string> words, string last) =>
        words.Count switch
        {
            0 => "nothing",
            1 => words[0],
            _ => $"{string.Join(", ", words.Take(words.Count - 1))} {last} {words[^1]}",
        };
}
