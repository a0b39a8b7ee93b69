using System.Text.Json;
using System.Text.Json.Nodes;

namespace OneWhole.Core.Studies.Shapes;

/// <summary>One of a few words, each standing for a value of an enumeration.</summary>
public sealed class ChoiceShape<T>(params (string Word, T Value)[] words) : Shape<T>
    where T : struct, Enum
{
    public IReadOnlyList<(string Word, T Value)> Words { get; } = words;

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

    public string WordOf(T value) => Words.First(word => word.Value.Equals(value)).Word;

    public override JsonNode? Write(T value) => JsonValue.Create(WordOf(value));

    public override JsonObject Schema() => new() { ["enum"] = new JsonArray([.. Words.Select(word => JsonValue.Create(word.Word))]) };
}

internal static class WordList
{
    /// <summary>"a", "a or b", "a, b or c".</summary>
    public static string Or(IReadOnlyList<string> words) => Join(words, "or");

    /// <summary>"a", "a and b", "a, b and c".</summary>
    public static string And(IReadOnlyList<string> words) => Join(words, "and");

    private static string Join(IReadOnlyList<string> words, string last) => words.Count switch
    {
        0 => "nothing",
        1 => words[0],
        _ => $"{string.Join(", ", words.Take(words.Count - 1))} {last} {words[^1]}",
    };
}
