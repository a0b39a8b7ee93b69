using System.Text.Json.Nodes;
using OneWhole.Core.Studies;

namespace OneWhole.Core.Forms;

/// <summary>The forms there are, for scripts and documents that go through all of them.</summary>
public static class FormsTable
{
    /// <summary>An array with, for each form, its kind and name, what it wants, its shapes with their members, and its schema.</summary>
    /// <param name="list">The forms.</param>
    public static JsonArray Json(FormList list)
    {
        var forms = new JsonArray();
        foreach (Form form in list.Forms)
        {
            forms.Add(
                new JsonObject
                {
                    ["kind"] = form.Kind,
                    ["name"] = form.Name,
                    ["groups"] = form.Groups.ToString().ToLowerInvariant(),
                    ["partsWanted"] = form.PartsWanted,
                    ["groupsWanted"] = form.GroupsWanted,
                    ["partsAreStages"] = form.WholeIsFirstPart,
                    ["partOrder"] = (form.PartOrder as Order.By)?.Name,
                    ["shapes"] = new JsonArray([.. form.Shapes.Select(shape => Shape(new StudyFormat(list), form, shape))]),
                    ["schema"] = form.Schema(),
                }
            );
        }
        return forms;
    }

    private static JsonObject Shape(StudyFormat format, Form form, FormShape shape)
    {
        Study begun = shape.Apply(new Study { Parts = new Axis.Labels("part", []), Form = form.Begun });
        return new JsonObject
        {
            ["id"] = shape.Id,
            ["name"] = shape.Name,
            ["alsoCalled"] = shape.AlsoCalled,
            ["form"] = format.Write(begun)["form"]!.DeepClone(),
            ["finish"] = format.Write(begun)["finish"]?.DeepClone(),
        };
    }
}
