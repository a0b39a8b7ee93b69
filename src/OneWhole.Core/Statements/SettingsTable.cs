using System.Text;
using System.Text.Json.Nodes;
using OneWhole.Core.Forms;
using OneWhole.Core.Studies;
using OneWhole.Core.Studies.Shapes;

namespace OneWhole.Core.Statements;

/// <summary>The table of all settings of looks, for the documentation: written from where they are declared.</summary>
public static class SettingsTable
{
    /// <param name="forms">The forms that are known.</param>
    /// <returns>Markdown: a section each, a line a setting.</returns>
    public static string Markdown(FormList forms)
    {
        var text = new StringBuilder(
            "# Settings of looks\n\nWritten by `./onewhole schema --of settings` from where they are declared. What "
                + "`finish` holds changes no number of the workings.\n"
        );
        List<(DeclaredSetting Setting, string Forms)> all = [.. All(forms)];
        foreach (string section in Looks.Sections)
        {
            text.Append(
                $"\n## {char.ToUpperInvariant(section[0])}{section[1..]}\n\n| in words | path | can be | by itself | "
                    + "forms |\n|---|---|---|---|---|\n"
            );
            foreach ((DeclaredSetting setting, string used) in all.Where(declared => declared.Setting.Looks.Section == section))
            {
                text.Append(
                    null,
                    $"| {setting.Looks.Name} | `{setting.Path}` | {Range(setting)} | {Words(setting, setting.Default)} | {used} |\n"
                );
            }
        }
        return text.ToString();
    }

    /// <summary>Each setting once, with the forms that have it.</summary>
    private static IEnumerable<(DeclaredSetting Setting, string Forms)> All(FormList forms)
    {
        var found = new Dictionary<(string Path, string Name), (DeclaredSetting Setting, List<string> Forms)>();
        foreach (Form form in forms.Forms)
        {
            foreach (
                DeclaredSetting setting in StudyFormat.Standard.Settings(new Study { Parts = new Axis.Labels("", []), Form = form.Begun })
            )
            {
                found.TryAdd((setting.Path, setting.Looks.Name), (setting, []));
                found[(setting.Path, setting.Looks.Name)].Forms.Add(form.Name);
            }
        }
        return found.Values.Select(entry =>
            (entry.Setting, entry.Forms.Count == forms.Forms.Count ? "all" : string.Join(", ", entry.Forms))
        );
    }

    private static string Range(DeclaredSetting setting)
    {
        string choices = string.Join(
            ", ",
            setting.Choices.Select(choice => $"{choice.Text} ({(choice.Value is null ? "left out" : $"`{choice.Value.ToJsonString()}`")})")
        );
        JsonObject schema = setting.Schema();
        string[] limits =
        [
            .. Limit(schema, "minimum", "from"),
            .. Limit(schema, "exclusiveMinimum", "above"),
            .. Limit(schema, "maximum", "to"),
            .. Limit(schema, "maxLength", "in characters, at most"),
        ];
        string kind = (string?)schema["type"] is "string"
            ? setting.Looks.Kind == SettingKind.Colour
                ? "a colour"
                : "text"
            : "a number";
        string range = limits.Length == 0 ? kind : $"{kind} {string.Join(' ', limits)}";
        bool isOpen = setting.Looks.Numbers.Count > 0 || setting.Choices.Count == 0;
        return choices.Length == 0 ? range
            : isOpen ? $"{choices}; {range}"
            : choices;
    }

    private static IEnumerable<string> Limit(JsonObject schema, string member, string word) =>
        schema[member] is { } limit ? [$"{word} {limit.ToJsonString()}"] : [];

    private static string Words(DeclaredSetting setting, JsonNode? value)
    {
        string? known = setting
            .Choices.Where(choice => JsonNode.DeepEquals(choice.Value, value))
            .Select(choice => choice.Text)
            .FirstOrDefault();
        return known ?? (value is null || value.ToString().Length == 0 ? "none" : $"`{value.ToJsonString()}`");
    }
}
