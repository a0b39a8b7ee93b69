using System.Text.Json.Nodes;

namespace OneWhole.App;

/// <summary>The places of a study document that name columns.</summary>
internal static class StudyColumns
{
    private static readonly string[] Members = ["column", "sum", "distinct", "mean"];
    private static readonly string[] Lists = ["columns", "ratio"];

    /// <returns>Whether the column was named anywhere.</returns>
    public static bool Rename(JsonNode? node, string from, string to)
    {
        bool renamed = false;
        if (node is JsonArray list)
        {
            foreach (JsonNode? item in list)
            {
                renamed |= Rename(item, from, to);
            }
        }
        else if (node is JsonObject parent)
        {
            foreach ((string name, JsonNode? value) in parent.ToList())
            {
                if (Members.Contains(name) && value is JsonValue text && text.TryGetValue(out string? column) && column == from)
                {
                    parent[name] = to;
                    renamed = true;
                }
                else if (Lists.Contains(name) && value is JsonArray columns)
                {
                    for (int i = 0; i < columns.Count; i++)
                    {
                        if (columns[i] is JsonValue item && item.TryGetValue(out string? listed) && listed == from)
                        {
                            columns[i] = to;
                            renamed = true;
                        }
                    }
                }
                else
                {
                    renamed |= Rename(value, from, to);
                }
            }
        }
        return renamed;
    }
}
