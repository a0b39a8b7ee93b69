using System.Text.Json.Nodes;

namespace OneWhole.Core.Studies.Shapes;

/// <summary>What a text of a document can refer to.</summary>
public enum Reference
{
    /// <summary>A column of the study's table, by its heading.</summary>
    Column,

    /// <summary>Another table, by its name.</summary>
    Table,

    /// <summary>A part or a group, by its label; of a wide table that is a column's heading.</summary>
    Label,
}

/// <summary>
/// Finds what a document refers to. Each shape says in its schema what its text refers to ("x-refers"), so that a member of a new
/// form is found without being known here.
/// </summary>
public static class References
{
    internal const string Keyword = "x-refers";

    internal static string Word(Reference reference) => reference.ToString().ToLowerInvariant();

    /// <summary>Shows each text of a document that refers to something, with what puts another in its place.</summary>
    /// <param name="node">The document, or a part of it.</param>
    /// <param name="schema">Its schema.</param>
    /// <param name="see">What it refers to, its text, and what sets another.</param>
    public static void Visit(JsonNode? node, JsonNode? schema, Action<Reference, string, Action<string>> see)
    {
        if (node is null || schema is not JsonObject rules)
        {
            return;
        }
        foreach (JsonNode? choice in rules["oneOf"] as JsonArray ?? [])
        {
            if (Fits(node, choice))
            {
                Visit(node, choice, see);
            }
        }
        switch (node)
        {
            case JsonArray list:
                for (int at = 0; at < list.Count; at++)
                {
                    int place = at;
                    Meet(list[at], rules["items"], text => list[place] = text, see);
                }
                break;
            case JsonObject parent:
                foreach ((string member, JsonNode? value) in parent.ToList())
                {
                    Meet(
                        value,
                        rules["properties"]?[member] ?? rules["additionalProperties"] as JsonObject,
                        text => parent[member] = text,
                        see
                    );
                    if (Of(rules["propertyNames"]) is { } named)
                    {
                        see(named, member, text => Rename(parent, member, text));
                    }
                }
                break;
        }
    }

    private static void Meet(JsonNode? value, JsonNode? schema, Action<string> set, Action<Reference, string, Action<string>> see)
    {
        if (Of(schema) is { } reference && value is JsonValue written && written.TryGetValue(out string? text))
        {
            see(reference, text, set);
            return;
        }
        Visit(value, schema, see);
    }

    private static void Rename(JsonObject parent, string member, string name)
    {
        List<KeyValuePair<string, JsonNode?>> members = [.. parent];
        parent.Clear();
        foreach ((string known, JsonNode? value) in members)
        {
            parent[known == member ? name : known] = value;
        }
    }

    private static Reference? Of(JsonNode? schema) =>
        schema is JsonObject rules && (string?)rules[Keyword] is { } word && Enum.TryParse(word, ignoreCase: true, out Reference reference)
            ? reference
            : null;

    /// <summary>Whether one of several schemas can be a value's: by its type, and by the members that have one value only.</summary>
    private static bool Fits(JsonNode node, JsonNode? schema) =>
        (string?)(schema?["type"] as JsonValue) switch
        {
            "object" => node is JsonObject parent
                && (schema!["properties"] as JsonObject ?? []).All(member =>
                    member.Value?["const"] is not { } only || JsonNode.DeepEquals(only, parent[member.Key])
                ),
            "array" => node is JsonArray,
            "string" => node is JsonValue value && value.TryGetValue(out string? _),
            _ => true,
        };
}
