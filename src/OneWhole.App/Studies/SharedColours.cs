using System.Text.Json.Nodes;

namespace OneWhole.App.Studies;

/// <summary>The colours that studies of one table have in common: what one of them gives a part, all have.</summary>
internal static class SharedColours
{
    /// <summary>
    /// How the colours of one document differ from another's: by label the new colour, or null where it has its own again.
    /// </summary>
    /// <param name="before">A study.</param>
    /// <param name="after">It, or another.</param>
    /// <param name="given">Whether only colours that are given count, not those that are missing.</param>
    public static IReadOnlyDictionary<string, string?> Changes(JsonObject before, JsonObject after, bool given = false)
    {
        JsonObject old = Of(before),
            now = Of(after);
        var changes = new Dictionary<string, string?>();
        foreach ((string label, JsonNode? colour) in now)
        {
            if ((string?)old[label] != (string?)colour)
            {
                changes[label] = (string?)colour;
            }
        }
        foreach ((string label, _) in old.Where(colour => !given && !now.ContainsKey(colour.Key)))
        {
            changes[label] = null;
        }
        return changes;
    }

    /// <summary>Lays such changes on a study.</summary>
    /// <returns>Whether it is another one then.</returns>
    public static bool Apply(JsonObject study, IReadOnlyDictionary<string, string?> changes)
    {
        var colours = (JsonObject)Of(study).DeepClone();
        foreach ((string label, string? colour) in changes)
        {
            colours.Remove(label);
            if (colour is not null)
            {
                colours[label] = colour;
            }
        }
        if (JsonNode.DeepEquals(colours, Of(study)))
        {
            return false;
        }
        if (study["finish"] is not JsonObject finish)
        {
            study["finish"] = finish = [];
        }
        finish["colours"] = colours;
        return true;
    }

    private static JsonObject Of(JsonObject study) => study["finish"]?["colours"] as JsonObject ?? [];
}
