using System.Text.Json;
using System.Text.Json.Nodes;

namespace OneWhole.Core.Studies.Shapes;

/// <summary>The name and version of a document's format, which can be one only.</summary>
public sealed class FormatShape(string format) : Shape<string>
{
    /// <inheritdoc/>
    public override string Read(JsonElement element, string place) =>
        element.ValueKind == JsonValueKind.String && element.GetString() == format ? format : throw Wrong(element, place, $"\"{format}\"");

    /// <inheritdoc/>
    public override JsonNode? Write(string value) => JsonValue.Create(value);

    /// <inheritdoc/>
    public override JsonObject Schema() => new() { ["const"] = format };
}
