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
    public static IReadOnlyList<string> Members(Func<Form, bool> wanted) =>
        [.. Written("{}", wanted).Select(study => study["form"]!.ToJsonString()).Distinct()];

    /// <summary>
    /// Whole studies of the table's columns (<see cref="Trips"/>): one for each of <see cref="Members"/>, and one for each shape and each
    /// of the states.
    /// </summary>
    /// <param name="fits">
    /// Whether a study in a state can be drawn of the table at hand: a circle does not close over a part of a whole.
    /// </param>
    /// <param name="states">Members of a study besides its columns and its form: {"fold": {"keep": 2}}.</param>
    public static TheoryData<string> Studies(Func<Study, bool> fits, params string[] states)
    {
        string[] ofShapes =
        [
            .. states.SelectMany(state => Written(state, _ => true, shapesOnly: true)).Select(study => study.ToJsonString()).Distinct(),
        ];
        string[] fitting = [.. ofShapes.Where(study => fits(StudyFormat.Standard.Read(study)))];
        Assert.True(fitting.Length * 3 > ofShapes.Length * 2, $"only {fitting.Length} of {ofShapes.Length} fit the table");
        return [.. Written("{}", _ => true).Select(study => study.ToJsonString()).Concat(fitting).Distinct()];
    }

    /// <summary>Studies as they are written after they were read; those that can't be read are left out.</summary>
    private static IEnumerable<JsonObject> Written(string state, Func<Form, bool> wanted, bool shapesOnly = false)
    {
        foreach (
            (Form form, JsonNode? described) in FormList
                .Standard.Forms.Zip(FormsTable.Json(FormList.Standard))
                .Where(pair => wanted(pair.First))
        )
        {
            foreach (FormShape shape in form.Shapes)
            {
                if (Read(() => Begin(form, shape, state, ["Hallin", "Oskery"])) is not { } begun)
                {
                    continue;
                }
                yield return begun;
                var properties = (JsonObject)described!["schema"]!["properties"]!;
                foreach ((string name, JsonNode? schema) in shapesOnly ? [] : properties)
                {
                    IEnumerable<JsonNode?> values =
                        schema?["enum"] is JsonArray words ? words
                        : (string?)schema?["type"] == "boolean" ? [true, false]
                        : [];
                    foreach (JsonNode? value in values)
                    {
                        var changed = (JsonObject)begun.DeepClone();
                        changed["form"]![name] = value?.DeepClone();
                        if (Read(() => StudyFormat.Standard.Read(changed.ToJsonString())) is { } read)
                        {
                            yield return read;
                        }
                    }
                }
            }
        }
    }

    private static JsonObject? Read(Func<Study> read)
    {
        try
        {
            return (JsonObject)StudyFormat.Standard.Write(read());
        }
        catch (StudyException)
        {
            return null;
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
