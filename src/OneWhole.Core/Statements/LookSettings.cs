using System.Text.Json.Nodes;
using OneWhole.Core.Forms;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Statements;

/// <summary>
/// The settings of looks that a study has, as they are declared with its members, with what only its table and figure tell.
/// </summary>
/// <param name="study">The study.</param>
/// <param name="division">What is drawn, for a preview on its own parts; null where there is none.</param>
/// <param name="words">What is counted.</param>
internal sealed class LookSettings(Study study, Division? division, StudyWords words)
{
    private const int MostSwatches = 8;

    private readonly Study _untouched = study with { Finish = new Finish() };

    /// <summary>What stands for a title that is not given.</summary>
    public required string Heading { get; init; }

    /// <summary>What stands for the text under it.</summary>
    public required string Sentence { get; init; }

    /// <summary>What stands for the source line.</summary>
    public required string Source { get; init; }

    public IReadOnlyList<Setting> All() =>
        [.. StudyFormat.Standard.Settings(study).Where(setting => setting.Looks.When(study) && HasIt(setting.Path)).Select(Of)];

    /// <summary>Whether what is counted has it: amounts in percent have no thousands, those without a unit none to place.</summary>
    private bool HasIt(string path) =>
        path switch
        {
            "finish.amountIn" => !words.AreShares,
            "finish.unitName" => !words.AreShares && !words.ColumnHasUnit,
            "finish.unit" => !words.AreShares && words.Unit.Length > 0,
            _ => true,
        };

    private Setting Of(DeclaredSetting declared)
    {
        Looks looks = declared.Looks;
        return new Setting(declared.Path, looks.Name, [.. Choices(declared)])
        {
            Section = looks.Section,
            Kind = looks.Kind,
            // With colours of one's own in its place it changes nothing by itself, and is the way back all the same.
            IsOfFigure = looks.IsOfFigure && !(declared.Path == "finish.palette" && study.Finish.OwnColours.Length > 0),
            // What is only there with another setting goes with that.
            Differs = declared.Differs && looks.When(_untouched),
            Text = declared.Choices.Count > 0 ? null : TextOf(declared),
            Otherwise = Otherwise(declared.Path),
        };
    }

    private IEnumerable<SettingChoice> Choices(DeclaredSetting declared)
    {
        bool isKnown = declared.Choices.Count == 0;
        foreach ((string text, JsonNode? value) in declared.Choices)
        {
            bool chosen = IsSame(value, declared.Now);
            isKnown |= chosen;
            if (declared.Path != "finish.palette" || chosen || IsPossible(value))
            {
                yield return new SettingChoice(text, value, chosen) { Swatches = declared.Path == "finish.palette" ? Preview(value) : [] };
            }
        }
        if (!isKnown)
        {
            yield return new SettingChoice(string.Format(null, declared.Looks.OtherNumber, declared.Now), declared.Now, true);
        }
    }

    private static bool IsSame(JsonNode? one, JsonNode? other) =>
        JsonNode.DeepEquals(one, other)
        || (
            one is not null
            && other is not null
            && ExactDecimal.TryParse(one.ToJsonString(), out ExactDecimal a)
            && ExactDecimal.TryParse(other.ToJsonString(), out ExactDecimal b)
            && a == b
        );

    /// <summary>A form whose colours mean something keeps them; in print without colours they are greys.</summary>
    private bool IsPossible(JsonNode? palette) => !study.Form.Form.HasOwnColours || (string?)palette is "auto" or "greys";

    private IReadOnlyList<string> Preview(JsonNode? palette) =>
        study.Form.Form.HasOwnColours || division is null || !Enum.TryParse((string?)palette, ignoreCase: true, out Palette set)
            ? []
            : PartInk.Preview(division, set, MostSwatches);

    private static string TextOf(DeclaredSetting declared) =>
        declared switch
        {
            { Now: null } => "",
            { Looks.Kind: SettingKind.Percent, Now: { } share } => ExactDecimal.Parse(share.ToJsonString()).InPercent.ToString(),
            { Now: { } now } => now.ToString(),
        };

    /// <summary>What stands there while nothing is filled in.</summary>
    private string? Otherwise(string path) =>
        path switch
        {
            "title" => Heading,
            "finish.caption" => Sentence,
            "finish.source" => Source,
            "finish.unitName" => "none",
            "finish.amountEnd" => "where the form ends it",
            _ => null,
        };
}
