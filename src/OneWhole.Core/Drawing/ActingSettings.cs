using System.Text.Json.Nodes;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Studies.Shapes;

namespace OneWhole.Core.Drawing;

/// <summary>
/// Which settings do something to a figure now. Each is tried until one of its choices changes a mark: what a label, an axis or a key
/// needs before a setting can act is known nowhere better than where it is drawn.
/// </summary>
public static class ActingSettings
{
    /// <param name="settings">What is declared.</param>
    /// <param name="draw">Draws the study with a value in a place.</param>
    /// <param name="now">The figure as it is.</param>
    /// <returns>What acts, and the names of what would change nothing.</returns>
    public static (IReadOnlyList<Setting> Acting, IReadOnlyList<string> Idle) Of(
        IReadOnlyList<Setting> settings,
        Figure now,
        Func<string, JsonNode?, Figure> draw
    )
    {
        var acting = new List<Setting>();
        var idle = new List<string>();
        foreach (Setting setting in settings)
        {
            if (
                !setting.IsOfFigure
                || setting.Differs
                || Trials(setting) is not { } trials
                || trials.Any(value => Changes(now, setting.Path, value, draw))
            )
            {
                acting.Add(setting);
            }
            else
            {
                idle.Add(setting.Name);
            }
        }
        return (acting, idle);
    }

    private static bool Changes(Figure now, string path, JsonNode? value, Func<string, JsonNode?, Figure> draw)
    {
        try
        {
            return !IsSame(now, draw(path, value?.DeepClone()));
        }
        catch (StudyException)
        {
            // What can't be drawn is no figure that is the same.
            return true;
        }
    }

    /// <summary>The values that are tried; null for words, which always act.</summary>
    private static IEnumerable<JsonNode?>? Trials(Setting setting) =>
        setting switch
        {
            { Choices.Count: > 0 } => setting.Choices.Where(choice => !choice.Chosen).Select(choice => choice.Value),
            { Kind: SettingKind.Number } => [JsonValue.Create(1e12)],
            { Kind: SettingKind.Percent } => [JsonValue.Create(0.5), JsonValue.Create(0.05)],
            { Kind: SettingKind.Colour } => [JsonValue.Create("#123456")],
            _ => null,
        };

    /// <summary>Whether two figures have the same marks.</summary>
    public static bool IsSame(Figure one, Figure other) =>
        one.Marks.Count == other.Marks.Count && one.Marks.Zip(other.Marks).All(pair => IsSame(pair.First, pair.Second));

    private static bool IsSame(Mark one, Mark other) =>
        (one, other) switch
        {
            (PathMark a, PathMark b) => a with { Runs = [], Dash = null } == b with { Runs = [], Dash = null }
                && a.Runs.Count == b.Runs.Count
                && a.Runs.Zip(b.Runs).All(runs => runs.First.SequenceEqual(runs.Second)),
            _ => one == other,
        };
}
