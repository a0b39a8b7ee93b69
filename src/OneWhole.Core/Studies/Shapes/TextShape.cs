using System.Text.Json;
using System.Text.Json.Nodes;

namespace OneWhole.Core.Studies.Shapes;

/// <summary>Text of at most so many characters.</summary>
/// <param name="meaning">What it is, for messages.</param>
/// <param name="longest">Its most characters.</param>
/// <param name="refers">What it refers to, where it refers to something.</param>
public sealed class TextShape(string meaning, int longest = 2000, Reference? refers = null) : Shape<string>
{
    /// <summary>A column's heading, exactly as it stands in the table.</summary>
    public static TextShape Column { get; } = new("a column's name", 1000, Reference.Column);

    /// <summary>Another table's name.</summary>
    public static TextShape Table { get; } = new("a table", 1000, Reference.Table);

    /// <inheritdoc/>
    public override string Read(JsonElement element, string place)
    {
        if (element.ValueKind != JsonValueKind.String)
        {
            throw Wrong(element, place, $"{meaning}, as text");
        }
        string text = element.GetString()!;
        return text.Length <= longest ? text : throw Wrong(element, place, $"{meaning}, of at most {longest} characters");
    }

    /// <inheritdoc/>
    public override JsonNode? Write(string value) => JsonValue.Create(value);

    /// <inheritdoc/>
    public override JsonObject Schema()
    {
        var schema = new JsonObject
        {
            ["type"] = "string",
            ["maxLength"] = longest,
            ["description"] = meaning,
        };
        if (refers is { } reference)
        {
            schema[References.Keyword] = References.Word(reference);
        }
        return schema;
    }
}
