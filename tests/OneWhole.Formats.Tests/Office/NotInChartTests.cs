using System.Text.Json.Nodes;
using OneWhole.Core.Drawing;
using OneWhole.Core.Forms;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Tests;
using OneWhole.Core.Workings;
using OneWhole.Formats.Handing;
using OneWhole.Formats.Text;
using Table = OneWhole.Core.Tables.Table;

namespace OneWhole.Formats.Tests.Office;

/// <summary>
/// Every setting of the registry against the chart of workbooks and slides: it changes it, or it is named before the file is made.
/// </summary>
[Trait("Speed", "Slow")]
public sealed class NotInChartTests
{
    private static readonly Table Trips = TableOf.Columns(
        "Route: Hallin | Hallin | Hallin | Hallin | Oskery | Oskery | Oskery | Oskery | Tarn Holm | Tarn Holm | Tarn Holm | Tarn Holm",
        "Kind: Disagree | Neutral | Agree | Strongly agree | Disagree | Neutral | Agree | Strongly agree | Disagree | "
            + "Neutral | Agree | Strongly agree",
        "Fares: 3204.5 | 1400 | 610.25 | 2222 | 900 | 4100.5 | 3300 | 1250 | 777 | 2900 | 1650.5 | 350"
    );

    /// <summary>What a chart of the kind does not know, whatever the form: docs/handing-over.md lists it.</summary>
    private static readonly Dictionary<string, string[]> Unknown = new()
    {
        ["finish.amountIn"] = ["pareto"],
        ["finish.groupLabel"] = ["funnel", "butterfly"],
        ["finish.labelPlace"] = ["pyramid", "butterfly", "bridge", "sharebars"],
        ["finish.print.names"] = ["pie"],
        ["finish.print.strongNames"] = ["pie"],
        ["finish.axes.names"] = ["pie"],
        ["finish.print.amounts"] = ["sharebars"],
        ["finish.print.strongAmounts"] = ["sharebars"],
    };

    [Theory]
    [MemberData(nameof(EveryShape.All), MemberType = typeof(EveryShape))]
    public void A_setting_changes_the_chart_or_is_named(string kind, string shapeId)
    {
        (Form form, FormShape shape) = EveryShape.Find(kind, shapeId);
        Study study = Begin(form, shape);
        WorkingsResult workings = Calculator.Run(Trips, study);
        if (form.Chart(workings) is null)
        {
            return;
        }
        var silent = new List<string>();
        Figure now = FigureDrawer.Draw(workings, 960, 600, TextMeasurer.Shared);
        string told = NotInChart.Told("Fares", workings);
        foreach (
            Setting setting in Statement
                .Of(workings)
                .Settings.Where(setting =>
                    setting.IsOfFigure && setting.Path != "title" && !setting.Path.StartsWith("finish.numbers.", StringComparison.Ordinal)
                )
        )
        {
            var acting = Values(setting)
                .Select(value => (Value: value, Study: StudyFormat.Standard.With(study, setting.Path, value)))
                .Select(tried => (tried.Value, tried.Study, Workings: Calculator.Run(Trips, tried.Study)))
                .Where(tried =>
                    form.Chart(tried.Workings) is not null
                    && !ActingSettings.IsSame(now, FigureDrawer.Draw(tried.Workings, 960, 600, TextMeasurer.Shared))
                )
                .ToList();
            bool known = acting.Any(tried => NotInChart.Told("Fares", tried.Workings) != told);
            foreach ((JsonNode? value, Study changed, WorkingsResult then) in acting)
            {
                bool named = NotInChart.Of(new HandedStudy("Fares", changed, WorkingsSet.Run(Trips, changed))).Contains(setting.Name);
                if (known ? named : !named && form.Chart(then)!.Without.Count == form.Chart(workings)!.Without.Count)
                {
                    silent.Add(
                        $"{setting.Path} = {value?.ToJsonString()}: "
                            + $"{(known ? "acts, and is named as missing" : "does nothing, and is not named")}"
                    );
                }
            }
            if (acting.Count > 0 && !known && !(Unknown.TryGetValue(setting.Path, out string[]? forms) && forms.Contains(kind)))
            {
                silent.Add($"{setting.Path}: the chart does not know it");
            }
        }
        Assert.True(silent.Count == 0, $"{kind} {shapeId}:\n{string.Join('\n', silent)}");
    }

    private static IEnumerable<JsonNode?> Values(Setting setting) =>
        setting switch
        {
            { Choices.Count: > 0 } => setting.Choices.Where(choice => !choice.Chosen).Select(choice => choice.Value),
            { Kind: SettingKind.Number } => [JsonValue.Create(30000)],
            { Kind: SettingKind.Colour } => [JsonValue.Create("#123456")],
            { Kind: SettingKind.Text } => [JsonValue.Create("of one's own")],
            _ => [],
        };

    private static Study Begin(Form form, FormShape shape) => EveryShape.Begin(form, shape, "{}", ["Hallin", "Oskery"]);
}
