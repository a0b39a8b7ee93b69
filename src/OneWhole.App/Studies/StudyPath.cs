using System.Text.Json.Nodes;
using OneWhole.Core.Studies;

namespace OneWhole.App.Studies;

/// <summary>Sets or takes out one place of a study document: "whole", "order.parts", "where[1]", "form.cuts[0].share".</summary>
public static class StudyPath
{
    /// <summary>Sets the place; null takes it out. An index equal to a list's length appends.</summary>
    /// <exception cref="StudyException">The path does not lead anywhere.</exception>
    public static void Set(JsonObject study, string path, JsonNode? value)
    {
        List<object> steps = Steps(path);
        JsonNode at = study;
        for (int i = 0; i < steps.Count - 1; i++)
        {
            at = Child(at, steps[i], steps[i + 1] is int, path);
        }
        object last = steps[^1];
        if (last is string name && at is JsonObject parent)
        {
            if (value is null)
            {
                parent.Remove(name);
            }
            else
            {
                parent[name] = value.DeepClone();
            }
        }
        else if (last is int index && at is JsonArray list && index >= 0 && index <= list.Count + 20)
        {
            if (value is null)
            {
                if (index < list.Count)
                {
                    list.RemoveAt(index);
                }
                return;
            }
            while (list.Count <= index)
            {
                list.Add(new JsonObject());
            }
            list[index] = value.DeepClone();
        }
        else
        {
            throw Nowhere(path);
        }
    }

    private static StudyException Nowhere(string path) => new("wrong-path", path, $"\"{path}\" is no place in a study.");

    private static JsonNode Child(JsonNode at, object step, bool listNext, string path)
    {
        if (step is string name && at is JsonObject parent)
        {
            return parent[name] ??= listNext ? new JsonArray() : new JsonObject();
        }
        if (step is int index && at is JsonArray list && index >= 0 && index <= list.Count + 20)
        {
            while (list.Count <= index)
            {
                list.Add(new JsonObject());
            }
            return list[index] ?? throw Nowhere(path);
        }
        throw Nowhere(path);
    }

    private static List<object> Steps(string path)
    {
        var steps = new List<object>();
        foreach (string dotted in path.Split('.'))
        {
            int bracket = dotted.IndexOf('[');
            string name = bracket < 0 ? dotted : dotted[..bracket];
            if (name.Length == 0)
            {
                throw Nowhere(path);
            }
            steps.Add(name);
            while (bracket >= 0)
            {
                int end = dotted.IndexOf(']', bracket);
                if (end < 0 || !int.TryParse(dotted.AsSpan(bracket + 1, end - bracket - 1), out int index))
                {
                    throw Nowhere(path);
                }
                steps.Add(index);
                bracket = dotted.IndexOf('[', end);
            }
        }
        return steps;
    }
}
