using System.Text.Json.Nodes;

namespace OneWhole.App;

/// <summary>The places of a study document that name columns.</summary>
internal static class StudyColumns
{
    private static readonly string[] Members = ["column", "sum", "distinct", "mean"];
    private static readonly string[] Lists = ["columns", "ratio"];

    /// <returns>The columns that are named anywhere.</returns>
    public static HashSet<string> Of(JsonNode? node)
    {
        var found = new HashSet<string>();
        Visit(node, (name, _) => found.Add(name));
        return found;
    }

    /// <returns>Whether the column was named anywhere.</returns>
    public static bool Rename(JsonNode? node, string from, string to)
    {
        bool renamed = false;
        Visit(node, (name, set) =>
        {
            if (name == from)
            {
                set(to);
                renamed = true;
            }
        });
        return renamed;
    }

    /// <summary>Shows each name, with what sets another in its place.</summary>
    private static void Visit(JsonNode? node, Action<string, Action<string>> see)
    {
        if (node is JsonArray list)
        {
            foreach (JsonNode? item in list)
            {
                Visit(item, see);
            }
        }
        else if (node is JsonObject parent)
        {
            foreach ((string member, JsonNode? value) in parent.ToList())
            {
                if (Members.Contains(member) && value is JsonValue text && text.TryGetValue(out string? column))
                {
                    see(column, name => parent[member] = name);
                }
                else if (Lists.Contains(member) && value is JsonArray columns)
                {
                    for (int i = 0; i < columns.Count; i++)
                    {
                        if (columns[i] is JsonValue item && item.TryGetValue(out string? listed))
                        {
                            int at = i;
                            see(listed, name => columns[at] = name);
                        }
                    }
                }
                else
                {
                    Visit(value, see);
                }
            }
        }
    }
}
