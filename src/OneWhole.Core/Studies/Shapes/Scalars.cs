using System.Text.Json;
using System.Text.Json.Nodes;
using OneWhole.Core.Numbers;

namespace OneWhole.Core.Studies.Shapes;

/// <summary>Text of at most so many characters.</summary>
public sealed class TextShape(string meaning, int longest = 2000) : Shape<string>
{
    public override string Read(JsonElement element, string place)
    {
        if (element.ValueKind != JsonValueKind.String)
        {
            throw Wrong(element, place, $"{meaning}, as text");
        }
        string text = element.GetString()!;
        return text.Length <= longest ? text : throw Wrong(element, place, $"{meaning}, of at most {longest} characters");
    }

    public override JsonNode? Write(string value) => JsonValue.Create(value);

    public override JsonObject Schema() => new() { ["type"] = "string", ["maxLength"] = longest, ["description"] = meaning };
}

/// <summary>True or false.</summary>
public sealed class FlagShape : Shape<bool>
{
    public override bool Read(JsonElement element, string place) => element.ValueKind switch
    {
        JsonValueKind.True => true,
        JsonValueKind.False => false,
        _ => throw Wrong(element, place, "true or false"),
    };

    public override JsonNode? Write(bool value) => JsonValue.Create(value);

    public override JsonObject Schema() => new() { ["type"] = "boolean" };
}

/// <summary>A whole number within limits.</summary>
public sealed class CountShape(int least, int most) : Shape<int>
{
    public int Least { get; } = least;

    public int Most { get; } = most;

    public override int Read(JsonElement element, string place)
    {
        string expected = Most == int.MaxValue ? $"a whole number from {Least}" : $"a whole number from {Least} to {Most}";
        if (element.ValueKind != JsonValueKind.Number || !ExactDecimal.TryParse(element.GetRawText(), out ExactDecimal value)
            || value.Scale > 0 || !value.Units.IsSmall || value.Units.Small < Least || value.Units.Small > Most)
        {
            throw Wrong(element, place, expected);
        }
        return (int)value.Units.Small;
    }

    public override JsonNode? Write(int value) => JsonValue.Create(value);

    public override JsonObject Schema()
    {
        var schema = new JsonObject { ["type"] = "integer", ["minimum"] = Least };
        if (Most != int.MaxValue)
        {
            schema["maximum"] = Most;
        }
        return schema;
    }
}

/// <summary>A number kept as the decimal that was written, within limits.</summary>
public sealed class NumberShape(ExactDecimal? above = null, ExactDecimal? least = null, ExactDecimal? most = null, ExactDecimal? below = null)
    : Shape<ExactDecimal>
{
    /// <summary>A share in (0, 1].</summary>
    public static NumberShape Share { get; } = new(above: 0, most: 1);

    /// <summary>A share in (0, 1).</summary>
    public static NumberShape ShareBelowOne { get; } = new(above: 0, below: 1);

    public override ExactDecimal Read(JsonElement element, string place)
    {
        if (element.ValueKind != JsonValueKind.Number || !ExactDecimal.TryParse(element.GetRawText(), out ExactDecimal value)
            || value <= above || value < least || value > most || value >= below)
        {
            throw Wrong(element, place, Expected());
        }
        return value;
    }

    private string Expected()
    {
        var limits = new List<string>();
        if (above is not null)
        {
            limits.Add($"above {above}");
        }
        if (least is not null)
        {
            limits.Add($"at least {least}");
        }
        if (most is not null)
        {
            limits.Add($"at most {most}");
        }
        if (below is not null)
        {
            limits.Add($"below {below}");
        }
        return limits.Count == 0 ? "a number" : "a number " + string.Join(" and ", limits);
    }

    public override JsonNode? Write(ExactDecimal value) => JsonNode.Parse(value.ToString());

    public override JsonObject Schema()
    {
        var schema = new JsonObject { ["type"] = "number" };
        void Limit(string name, ExactDecimal? limit)
        {
            if (limit is not null)
            {
                schema[name] = Write(limit.Value);
            }
        }
        Limit("exclusiveMinimum", above);
        Limit("minimum", least);
        Limit("maximum", most);
        Limit("exclusiveMaximum", below);
        return schema;
    }
}

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
