using System.Text.Json;
using System.Text.Json.Nodes;

namespace OneWhole.Core.Studies.Shapes;

/// <summary>True or false.</summary>
public sealed class FlagShape : Shape<bool>
{
    /// <inheritdoc/>
    public override bool Read(JsonElement element, string place) =>
        element.ValueKind switch
        {
            JsonValueKind.True => true,
            JsonValueKind.False => false,
            _ => throw Wrong(element, place, "true or false"),
        };

    /// <inheritdoc/>
    public override JsonNode? Write(bool value) => JsonValue.Create(value);

    /// <inheritdoc/>
    public override JsonObject Schema() => new() { ["type"] = "boolean" };

    internal override IReadOnlyList<(string Text, JsonNode? Value)> Choices(Looks looks) =>
        [(looks.On, JsonValue.Create(true)), (looks.Off, JsonValue.Create(false))];
}
