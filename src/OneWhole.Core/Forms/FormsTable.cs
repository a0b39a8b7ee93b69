using System.Text.Json.Nodes;

namespace OneWhole.Core.Forms;

/// <summary>The forms there are, for scripts and documents that go through all of them.</summary>
public static class FormsTable
{
    /// <summary>An array with, for each form, its kind, name, use of groups and shapes.</summary>
    /// <param name="list">The forms.</param>
    public static JsonArray Json(FormList list)
    {
        var forms = new JsonArray();
        foreach (Form form in list.Forms)
        {
            var shapes = new JsonArray();
            foreach (FormShape shape in form.Shapes)
            {
                shapes.Add(
                    new JsonObject
                    {
                        ["id"] = shape.Id,
                        ["name"] = shape.Name,
                        ["alsoCalled"] = shape.AlsoCalled,
                    }
                );
            }
            forms.Add(
                new JsonObject
                {
                    ["kind"] = form.Kind,
                    ["name"] = form.Name,
                    ["groups"] = form.Groups.ToString().ToLowerInvariant(),
                    ["shapes"] = shapes,
                    ["schema"] = form.Schema(),
                }
            );
        }
        return forms;
    }
}
