using System.Text.Json.Nodes;
using OneWhole.Core.Charts;
using OneWhole.Core.Drawing;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;
using OneWhole.Formats.Office;

namespace OneWhole.Formats.Handing;

/// <summary>
/// What the chart of a workbook or a slide can't show of a figure. Nothing is declared: each setting that differs from the form's own
/// is taken out once, and where the figure then changes and the chart does not, the chart does not know it.
/// </summary>
public static class NotInChart
{
    /// <summary>In a sentence; null where the chart shows all that the figure does, or there is no chart and shapes do.</summary>
    public static string? Words(HandedStudy study)
    {
        IReadOnlyList<string> missing = Of(study);
        return missing.Count == 0
            ? null
            : $"The chart in workbook and slide does not show: {string.Join(", ", missing)}. The picture files do.";
    }

    /// <summary>How numbers are written: the reader's own program sees to that.</summary>
    private const string Numbers = "finish.numbers.";

    /// <summary>The names of what is missing.</summary>
    public static IReadOnlyList<string> Of(HandedStudy study)
    {
        if (study.Workings.Column is not null || study.Workings.Values.Count == 0)
        {
            return [];
        }
        WorkingsResult workings = study.Workings.Values[0].Workings;
        if (workings.Division.Study.Form.Form.Chart(workings) is not { } chart)
        {
            return [];
        }
        var missing = new List<string>(chart.Without);
        Figure figure = study.Draw(Width, Height);
        string told = Told(study.Title, workings, figure);
        // The title is what whoever hands the study over calls it; numbers are written by the reader's own program.
        IEnumerable<Setting> differing = Statement
            .Of(workings)
            .Settings.Where(setting =>
                setting is { IsOfFigure: true, Differs: true, Path: not "title" }
                && !setting.Path.StartsWith(Numbers, StringComparison.Ordinal)
            );
        foreach (Setting setting in differing)
        {
            (Figure Figure, string Told) Tried(JsonNode? value)
            {
                WorkingsResult tried = Otherwise(workings, setting.Path, value);
                Figure drawn = FigureDrawer.Draw(tried, Width, Height, Text.TextMeasurer.Shared);
                return (drawn, Told(study.Title, tried, drawn));
            }
            (Figure plain, string without) = Tried(null);
            if (!ActingSettings.IsSame(figure, plain) && without == told && setting.Choices.All(choice => Tried(choice.Value).Told == told))
            {
                missing.Add(setting.Name);
            }
        }
        return missing;
    }

    private const double Width = 960;
    private const double Height = 600;

    /// <summary>The workings with something else in a place; for looks nothing is scanned again.</summary>
    private static WorkingsResult Otherwise(WorkingsResult workings, string path, JsonNode? value)
    {
        Division division = workings.Division;
        Study study = StudyFormat.Standard.With(division.Study, path, value);
        return path.StartsWith("finish.", StringComparison.Ordinal)
            ? Calculator.Again(workings, study)
            : Calculator.Run(division.Table, study, second: division.Second);
    }

    /// <summary>All that a workbook's sheet of the figure, or a slide, says of a study.</summary>
    internal static string Told(string title, WorkingsResult workings) =>
        Told(title, workings, FigureDrawer.Draw(workings, Width, Height, Text.TextMeasurer.Shared));

    private static string Told(string title, WorkingsResult workings, Figure figure)
    {
        Finish finish = workings.Division.Study.Finish;
        if (workings.Division.Study.Form.Form.Chart(workings) is not { } chart)
        {
            return "";
        }
        var sheet = new Sheet("Figure");
        var table = new ChartTable(chart, new WorkingsSheet(workings, null, ""), sheet, 1);
        return string.Join(
            '\n',
            title,
            new ChartLook(finish).TitleSize(SlideContent.UsualTitle),
            finish.ShowCaption,
            finish.Caption ?? Statement.Of(workings).Text,
            StudySlides.TieOutLine(figure),
            ChartXml.Write(chart, table, new NumberFormats(workings), new ChartRange("Figure!$A$1", [title]), null, 960).ToString()
        );
    }
}
