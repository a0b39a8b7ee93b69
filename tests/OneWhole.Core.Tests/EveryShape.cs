using System.Text.Json.Nodes;
using OneWhole.Core.Forms;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Tests;

/// <summary>
/// A study in each shape of each form, on a table of Fares by Kind (Disagree to Strongly agree) and Route, for tests that go over all of
/// them.
/// </summary>
internal static class EveryShape
{
    /// <summary>A table that all of them can be drawn of: three routes with some kinds each, an amount and a count.</summary>
    public static Table Trips(params string[] kinds)
    {
        return new Table(
            "trips",
            [
                TableOf.Column("Route", Rows((route, _, _) => route)),
                TableOf.Column("Kind", Rows((_, kind, _) => kind)),
                TableOf.Column(
                    "Fares",
                    Rows((_, _, amount) => (amount * 1234.5).ToString(System.Globalization.CultureInfo.InvariantCulture))
                ),
                TableOf.Column("Trips", Rows((_, _, amount) => $"{amount}")),
            ]
        );

        IEnumerable<string> Rows(Func<string, string, int, string> cell)
        {
            int amount = 3;
            foreach (string route in (string[])["Hallin", "Oskery", "Tarn Holm"])
            {
                foreach (string kind in kinds)
                {
                    yield return cell(route, kind, amount = (amount * 7 + 5) % 41 + 2);
                }
            }
        }
    }

    public static TheoryData<string, string> All()
    {
        var data = new TheoryData<string, string>();
        foreach (Form form in FormList.Standard.Forms)
        {
            foreach (FormShape shape in form.Shapes)
            {
                data.Add(form.Kind, shape.Id);
            }
        }
        return data;
    }

    /// <summary>
    /// What "form" can hold, form by form: each shape, and each with one member at another of its words (a choice, yes or no). They
    /// are read from the forms' own schemas, so that a form or a member that comes is among them.
    /// </summary>
    /// <param name="wanted">Which forms.</param>
    public static IReadOnlyList<string> Members(Func<Form, bool> wanted)
    {
        var all = new List<string>();
        foreach (
            (Form form, JsonNode? described) in FormList
                .Standard.Forms.Zip(FormsTable.Json(FormList.Standard))
                .Where(pair => wanted(pair.First))
        )
        {
            foreach (FormShape shape in form.Shapes)
            {
                JsonObject members = (JsonObject)StudyFormat.Standard.Write(Begin(form, shape, "{}", ["Hallin", "Oskery"]))["form"]!;
                all.Add(members.ToJsonString());
                foreach ((string name, JsonNode? schema) in (JsonObject)described!["schema"]!["properties"]!)
                {
                    IEnumerable<JsonNode?> values =
                        schema?["enum"] is JsonArray words ? words
                        : (string?)schema?["type"] == "boolean" ? [true, false]
                        : [];
                    foreach (JsonNode? value in values)
                    {
                        var changed = (JsonObject)members.DeepClone();
                        changed[name] = value?.DeepClone();
                        all.Add(changed.ToJsonString());
                    }
                }
            }
        }
        // What a member has where it is left out is another way of writing what is there already.
        return [.. all.Where(IsRead).DistinctBy(text => FormText(text))];
    }

    private static string FormText(string members) =>
        StudyFormat.Standard.Write(StudyFormat.Standard.Read(WithForm(members)))["form"]!.ToJsonString();

    private static string WithForm(string members) =>
        $$"""{"format": "onewhole.study/1", "parts": {"column": "Kind"}, "groups": {"column": "Route"}, "form": {{members}} }""";

    private static bool IsRead(string members)
    {
        try
        {
            StudyFormat.Standard.Read(WithForm(members));
            return true;
        }
        catch (StudyException)
        {
            return false;
        }
    }

    public static (Form Form, FormShape Shape) Find(string kind, string shapeId)
    {
        Form form = FormList.Standard.Forms.Single(other => other.Kind == kind);
        return (form, form.Shapes.Single(other => other.Id == shapeId));
    }

    /// <param name="form">The form.</param>
    /// <param name="shape">Its shape.</param>
    /// <param name="more">Members of the study besides its columns and its form.</param>
    /// <param name="two">The routes that stay in a form that takes two groups.</param>
    public static Study Begin(Form form, FormShape shape, string more, string[] two)
    {
        var study = (JsonObject)
            JsonNode.Parse(
                $$"""{"format": "onewhole.study/1", "value": {"sum": "Fares"}, "parts": {"column": "Kind"}, "groups": """
                    + $$"""{"column": "Route"}, "form": {"kind": "{{form.Kind}}"} }"""
            )!;
        foreach ((string member, JsonNode? value) in (JsonObject)JsonNode.Parse(more)!)
        {
            study[member] = value?.DeepClone();
        }
        if (form.PartsWanted == 2)
        {
            study["where"] = new JsonArray(new JsonObject { ["column"] = "Kind", ["is"] = new JsonArray("Agree", "Disagree") });
        }
        if (form.GroupsWanted == 2)
        {
            study["where"] = new JsonArray(
                new JsonObject { ["column"] = "Route", ["is"] = new JsonArray([.. two.Select(route => JsonValue.Create(route))]) }
            );
        }
        if (form.Groups == GroupUse.None)
        {
            study.Remove("groups");
        }
        return shape.Apply(StudyFormat.Standard.Read(study.ToJsonString()));
    }
}
