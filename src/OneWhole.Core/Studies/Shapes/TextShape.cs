using System.Text.Json;
using System.Text.Json.Nodes;

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
