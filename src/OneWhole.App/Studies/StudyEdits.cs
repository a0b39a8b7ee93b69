using System.Text.Json.Nodes;
using OneWhole.Core.Numbers;
using OneWhole.Core.Workings;

namespace OneWhole.App.Studies;

/// <summary>Changes of study documents, made of the document alone.</summary>
internal static class StudyEdits
{
    /// <summary>Sets one place; a column that was the other axis changes places with the one that it replaces.</summary>
    public static void Set(JsonObject study, string path, JsonNode? value)
    {
        string? other = path switch { "parts" => "groups", "groups" => "parts", _ => null };
        JsonNode? before = other is null ? null : study[path]?.DeepClone();
        StudyPath.Set(study, path, value);
        if (other is not null && study[path]?["column"]?.ToJsonString() is { } column && column == study[other]?["column"]?.ToJsonString())
        {
            study.Remove(other);
            if (before is not null)
            {
                study[other] = before;
            }
        }
        // The columns of a wide table are counted themselves.
        if (value is JsonObject axis && axis.ContainsKey("columns"))
        {
            study.Remove("value");
        }
    }

    /// <summary>Puts another document in the place of this one.</summary>
    public static void Replace(JsonObject study, JsonObject by)
    {
        study.Clear();
        foreach ((string name, JsonNode? value) in by)
        {
            study[name] = value?.DeepClone();
        }
    }

    /// <summary>Lets parts and groups change places; filter, colours and what is counted stay.</summary>
    /// <exception cref="AppException">The study has no groups.</exception>
    public static void Swap(JsonObject study)
    {
        if (study["groups"] is not { } groups)
        {
            throw new AppException("no-groups", "The study has no groups to change places with.");
        }
        JsonNode parts = study["parts"]!;
        study["parts"] = groups.DeepClone();
        study["groups"] = parts.DeepClone();
        if (study["order"] is not JsonObject order)
        {
            return;
        }
        // Orders that name labels go with them; those that only groups can have are dropped.
        JsonNode? byParts = order["parts"]?.DeepClone(), byGroups = order["groups"]?.DeepClone();
        order.Remove("parts");
        order.Remove("groups");
        if (byGroups is JsonArray || ((string?)(byGroups as JsonValue)) is "largest" or "smallest" or "table" or "natural")
        {
            order["parts"] = byGroups!.DeepClone();
        }
        if (byParts is not null)
        {
            order["groups"] = byParts;
        }
    }

    /// <summary>Moves a part, or a group, to the place of another: from then on their order is the one that is listed.</summary>
    /// <exception cref="AppException">There is no such label, or there are too many for an order by hand.</exception>
    public static Action<JsonObject> Move(Division division, LabelMove move)
    {
        const int most = 1000;
        string axis = move.Groups ? "groups" : "parts";
        List<string> labels = [.. (move.Groups ? division.Groups ?? [] : division.Parts).Where(entry => entry.Kind != EntryKind.Folded).Select(entry => entry.Label)];
        int from = labels.IndexOf(move.Label);
        if (from < 0 || labels.Count > most)
        {
            throw new AppException("wrong-order", from < 0 ? $"\"{move.Label}\" has no place of its own to be moved from." : $"Up to {NumberText.Count(most)} labels can be put in order by hand; here are {NumberText.Count(labels.Count)}.");
        }
        int to = Math.Clamp(move.To is { } place ? labels.IndexOf(place) is var at and >= 0 ? at : from : from + move.By, 0, labels.Count - 1);
        labels.RemoveAt(from);
        labels.Insert(to, move.Label);
        return study =>
        {
            JsonObject order = study["order"] as JsonObject ?? [];
            order[axis] = new JsonArray([.. labels.Select(label => JsonValue.Create(label))]);
            if (order["reverse"] is JsonArray reverse)
            {
                order["reverse"] = new JsonArray([.. reverse.Select(word => (string?)word).Where(word => word != axis).Select(word => JsonValue.Create(word))]);
            }
            study["order"] = order;
        };
    }
}
