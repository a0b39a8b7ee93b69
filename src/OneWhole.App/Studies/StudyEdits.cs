using System.Text.Json.Nodes;
using OneWhole.App.Numbers;
using OneWhole.Core.Forms;
using OneWhole.Core.Numbers;
using OneWhole.Core.Workings;

namespace OneWhole.App.Studies;

/// <summary>Changes of study documents, made of the document alone.</summary>
internal static class StudyEdits
{
    /// <summary>Sets one place; a column that was the other axis changes places with the one that it replaces.</summary>
    /// <param name="study">The document.</param>
    /// <param name="path">The place.</param>
    /// <param name="value">What is set there; null takes it out.</param>
    /// <param name="form">The study's form: one entry of a list that the document leaves out is set within the form's own list.</param>
    public static void Set(JsonObject study, string path, JsonNode? value, Form form)
    {
        if (path == LevelsPath && value is JsonArray levels)
        {
            SetLevels(study, levels);
            return;
        }
        const string own = "form.";
        if (
            path.StartsWith(own, StringComparison.Ordinal)
            && path.IndexOf('[', StringComparison.Ordinal) is var bracket and > 0
            && study["form"] is JsonObject members
            && path[own.Length..bracket] is var list
            && members[list] is null
            && form.DefaultOf(list) is { } standard
        )
        {
            members[list] = standard;
        }
        string? other = path switch
        {
            "parts" => "groups",
            "groups" => "parts",
            _ => null,
        };
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

    /// <summary>Stands for two places at once: the order of the parts, and the side of each.</summary>
    private const string LevelsPath = "levels";

    private static void SetLevels(JsonObject study, JsonArray levels)
    {
        var sides = new JsonObject();
        foreach (JsonNode? level in levels)
        {
            sides[(string?)level?["label"] ?? ""] = level?["side"]?.DeepClone();
        }
        StudyPath.Set(study, "order.parts", Labels([.. sides.Select(side => side.Key)]));
        StudyPath.Set(study, "form.sides", sides);
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
        JsonNode? byParts = order["parts"]?.DeepClone(),
            byGroups = order["groups"]?.DeepClone();
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

    /// <summary>
    /// Leaves parts or groups out, or all others: by a clause on their column, or by the columns of a wide table that are named.
    /// </summary>
    /// <exception cref="AppException">Bands have ends and no labels, or nothing would be left.</exception>
    public static void Narrow(JsonObject study, NarrowedLabels narrowed)
    {
        if (study[narrowed.Groups ? "groups" : "parts"] is not JsonObject axis || narrowed.Labels.Count == 0)
        {
            throw new AppException("not-found", "There is nothing to leave out.");
        }
        string[] Kept(JsonArray labels) =>
            [.. labels.Select(label => (string)label!).Where(label => narrowed.Labels.Contains(label) == narrowed.Only)];
        if (axis["columns"] is JsonArray columns)
        {
            string[] kept = Kept(columns);
            axis["columns"] =
                kept.Length > 0 ? Labels(kept) : throw new AppException("nothing-left", "Nothing would be left to share out.");
            return;
        }
        if (axis["bands"] is not null)
        {
            throw new AppException("bands", "Bands are left out by the ends of their numbers: add a clause “only where”.");
        }
        string column = (string)axis["column"]!;
        if (axis["expected"] is JsonArray expected)
        {
            string[] kept = Kept(expected);
            axis.Remove("expected");
            if (kept.Length > 0)
            {
                axis["expected"] = Labels(kept);
            }
        }
        var where = study["where"] as JsonArray ?? [];
        study.Remove("where");
        string member = narrowed.Only ? "is" : "isNot";
        JsonObject[] known = [.. where.OfType<JsonObject>().Where(clause => (string?)clause["column"] == column)];
        if (narrowed.Only || !known.Any(clause => clause["isNot"] is JsonArray))
        {
            foreach (
                JsonObject clause in known.Where(clause =>
                    narrowed.Only && (clause["is"] ?? clause["isNot"]) is not null && clause.Count == 2
                )
            )
            {
                where.Remove(clause);
            }
            where.Add(new JsonObject { ["column"] = column, [member] = Labels(narrowed.Labels) });
        }
        else
        {
            JsonObject clause = known.First(clause => clause["isNot"] is JsonArray);
            clause["isNot"] = Labels([.. ((JsonArray)clause["isNot"]!).Select(label => label!.ToString()).Union(narrowed.Labels)]);
        }
        study["where"] = where;
    }

    private static JsonArray Labels(IEnumerable<string> labels) => new([.. labels.Select(label => JsonValue.Create(label))]);

    /// <summary>Moves a part, or a group, to the place of another: from then on their order is the one that is listed.</summary>
    /// <exception cref="AppException">There is no such label, or there are too many for an order by hand.</exception>
    public static Action<JsonObject> Move(Division division, LabelMove move)
    {
        const int most = 1000;
        string axis = move.Groups ? "groups" : "parts";
        List<string> labels =
        [
            .. (move.Groups ? division.Groups ?? [] : division.Parts)
                .Where(entry => entry.Kind != EntryKind.Folded)
                .Select(entry => entry.Label),
        ];
        int from = labels.IndexOf(move.Label);
        if (from < 0 || labels.Count > most)
        {
            throw new AppException(
                "wrong-order",
                from < 0
                    ? $"\"{move.Label}\" has no place of its own to be moved from."
                    : $"Up to {NumberText.Count(most)} labels can be put in order by hand; here are {NumberText.Count(labels.Count)}."
            );
        }
        int to = Math.Clamp(
            move.To is { } place
                ? labels.IndexOf(place) is var at and >= 0
                    ? at
                    : from
                : from + move.By,
            0,
            labels.Count - 1
        );
        labels.RemoveAt(from);
        labels.Insert(to, move.Label);
        return study =>
        {
            JsonObject order = study["order"] as JsonObject ?? [];
            order[axis] = Labels(labels);
            if (order["reverse"] is JsonArray reverse)
            {
                order["reverse"] = new JsonArray([
                    .. reverse.Select(word => (string?)word).Where(word => word != axis).Select(word => JsonValue.Create(word)),
                ]);
            }
            study["order"] = order;
        };
    }

    /// <summary>What stands after a factor that is tried in every group.</summary>
    private const string Everywhere = "in all";

    /// <summary>
    /// A trial of a row's amount, as it was typed: an amount, a factor, a share, or a factor for its part in every group ("×1.2 in all").
    /// </summary>
    /// <exception cref="AppException">The row has no amount of its own, or what was typed is none.</exception>
    public static JsonObject TrialOf(WorkingsResult workings, int row, string text)
    {
        Division division = workings.Division;
        if (row < 0 || row >= workings.RowCount || workings.RowsAreGroups)
        {
            throw new AppException(
                "no-trial",
                "An amount is tried in a form whose rows are parts: choose bars, a pie or stacks, try it there, and come back."
            );
        }
        Entry part = division.Parts[workings.Rows == RowKind.Parts ? row : division.PartOf(row)];
        if (part.Kind == EntryKind.Folded)
        {
            throw new AppException("no-trial", $"{part.Label} stands for many: unfold it to try one of them.");
        }
        var trial = new JsonObject { ["part"] = part.Label };
        string typed = text.Trim();
        bool isEverywhere = typed.EndsWith(Everywhere, StringComparison.OrdinalIgnoreCase);
        typed = isEverywhere ? typed[..^Everywhere.Length].TrimEnd() : typed;
        if (!isEverywhere && division.Groups is { } groups && division.Study.Groups is not null)
        {
            // In a bridge what was is a fact: what is tried is what it becomes.
            trial["group"] = workings.Rows == RowKind.Parts ? groups[^1].Label : groups[division.GroupOf(row)].Label;
        }
        bool isTimes = typed.Length > 0 && typed[0] is '×' or '*' or 'x' or 'X',
            isShare = typed.EndsWith('%');
        string number = typed.Trim('×', '*', 'x', 'X', '%', ' ', '\u00a0', '\u202f');
        if (TypedNumber.Read(number) is not { } value || (isTimes && (isShare || value.Units.Sign < 0)))
        {
            throw new AppException("no-number", $"“{text}” can't be tried: type an amount (5000), a factor (×1.2) or a share (25 %).");
        }
        if (isEverywhere && !isTimes)
        {
            throw new AppException("no-number", $"“{text}” can't be tried: what is tried in all groups is a factor (×1.2 in all).");
        }
        if (isShare && (value.Units.Sign < 0 || value >= 100))
        {
            throw new AppException("no-number", $"“{text}” can't be tried: a share is from 0 % to below 100 %.");
        }
        trial[
            isTimes ? "times"
            : isShare ? "share"
            : "set"
        ] = JsonNode.Parse((isShare ? new ExactDecimal(value.Units, value.Scale + 2) : value).ToString());
        return trial;
    }

    /// <summary>Puts a trial into a study, in place of one of the same amount.</summary>
    public static void Try(JsonObject study, JsonObject trial)
    {
        JsonArray all = study["trial"] as JsonArray ?? [];
        JsonNode[] kept =
        [
            .. all.Where(other =>
                    other is JsonObject known
                    && !((string?)known["part"] == (string?)trial["part"] && (string?)known["group"] == (string?)trial["group"])
                )
                .Select(other => other!.DeepClone()),
        ];
        study["trial"] = new JsonArray([.. kept, trial]);
    }
}
