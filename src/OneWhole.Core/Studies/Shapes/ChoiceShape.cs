using System.Collections;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace OneWhole.Core.Studies.Shapes;

/// <summary>One of the words of a choice.</summary>
/// <param name="Word">As documents have it.</param>
/// <param name="Value">What it stands for.</param>
/// <param name="Text">What it is called where it is chosen.</param>
public sealed record Choice<T>(string Word, T Value, string Text)
    where T : struct, Enum;

/// <summary>
/// One of a few words, each standing for a value of an enumeration; the words are added in the order in which they are offered. They are
/// objects, not tuples: lists of tuples with an enumeration of ours are compiled anew each time the command starts.
/// </summary>
public sealed class ChoiceShape<T> : Shape<T>, IEnumerable<Choice<T>>
    where T : struct, Enum
{
    private readonly List<Choice<T>> _words = [];

    /// <summary>The words of documents, each with its value.</summary>
    public IReadOnlyList<Choice<T>> Words => _words;

    /// <summary>Adds a word that is called where it is chosen as it is in documents.</summary>
    public void Add(string word, T value) => Add(word, value, word);

    /// <param name="word">As documents have it.</param>
    /// <param name="value">What it stands for.</param>
    /// <param name="text">What it is called where it is chosen.</param>
    public void Add(string word, T value, string text) => _words.Add(new Choice<T>(word, value, text));

    /// <inheritdoc/>
    public IEnumerator<Choice<T>> GetEnumerator() => _words.GetEnumerator();

    IEnumerator IEnumerable.GetEnumerator() => GetEnumerator();

    internal override IReadOnlyList<(string Text, JsonNode? Value)> Choices(Looks looks) =>
        [.. _words.Select(word => (word.Text, (JsonNode?)JsonValue.Create(word.Word)))];

    /// <inheritdoc/>
    public override T Read(JsonElement element, string place)
    {
        if (element.ValueKind == JsonValueKind.String)
        {
            string word = element.GetString()!;
            foreach (Choice<T> known in _words)
            {
                if (known.Word == word)
                {
                    return known.Value;
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
