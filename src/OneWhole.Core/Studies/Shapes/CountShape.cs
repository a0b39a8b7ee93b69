using System.Text.Json;
using System.Text.Json.Nodes;
using OneWhole.Core.Numbers;

namespace OneWhole.Core.Studies.Shapes;

/// <summary>A whole number within limits.</summary>
public sealed class CountShape(int least, int most) : Shape<int>
{
    /// <summary>The smallest number that is taken.</summary>
    public int Least { get; } = least;

    /// <summary>The largest number that is taken.</summary>
    public int Most { get; } = most;

    /// <inheritdoc/>
    public override int Read(JsonElement element, string place)
    {
        string expected = Most == int.MaxValue ? $"a whole number from {Least}" : $"a whole number from {Least} to {Most}";
        if (
            element.ValueKind != JsonValueKind.Number
            || !ExactDecimal.TryParse(element.GetRawText(), out ExactDecimal value)
            || value.Scale > 0
            || !value.Units.IsSmall
            || value.Units.Small < Least
            || value.Units.Small > Most
        )
        {
            throw Wrong(element, place, expected);
        }
        return (int)value.Units.Small;
    }

    /// <inheritdoc/>
    public override JsonNode? Write(int value) => JsonValue.Create(value);

    /// <inheritdoc/>
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
