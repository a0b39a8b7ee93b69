using System.Text.Json.Nodes;
using OneWhole.Core.Forms;
using OneWhole.Core.Studies;

namespace OneWhole.Core.Tests;

/// <summary>
/// A study in each shape of each form, on a table of Fares by Kind (Disagree to Strongly agree) and Route, for tests that go over all of
/// them.
/// </summary>
internal static class EveryShape
{
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
