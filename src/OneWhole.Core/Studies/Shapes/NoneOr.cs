using System.Text.Json;
using System.Text.Json.Nodes;

namespace OneWhole.Core.Studies.Shapes;

/// <summary>A value that may also be the word "none".</summary>
public sealed class NoneOr<T>(Shape<T> shape) : Shape<T?>
    where T : class
{
    /// <inheritdoc/>
    public override T? Read(JsonElement element, string place) =>
        element.ValueKind == JsonValueKind.String && element.GetString() == "none" ? null : shape.Read(element, place);

    /// <inheritdoc/>
    public override JsonNode? Write(T? value) => value is null ? null : shape.Write(value);

    /// <inheritdoc/>
    public override JsonObject Schema() => new() { ["oneOf"] = new JsonArray(new JsonObject { ["const"] = "none" }, shape.Schema()) };
}
