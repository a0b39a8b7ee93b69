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
        return missing.Count == 0 ? null : $"The chart in workbook and slide does not show: {string.Join(", ", missing)}. The picture files do.";
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
        Study shown = workings.Division.Study;
        if (shown.Form.Form.Chart(workings) is not { } chart)
        {
            return [];
        }
        var missing = new List<string>(chart.Without);
        string told = Told(study.Title, workings);
        Figure figure = study.Draw(960, 600);
        foreach (Setting setting in Statement.Of(workings).Settings.Where(setting => setting is { IsOfFigure: true, Differs: true } && !setting.Path.StartsWith(Numbers, StringComparison.Ordinal)))
        {
            // The title is what whoever hands the study over calls it.
            WorkingsResult plain = Calculator.Run(workings.Division.Table, StudyFormat.Standard.With(shown, setting.Path, null));
            if (setting.Path != "title" && !ActingSettings.IsSame(figure, FigureDrawer.Draw(plain, 960, 600, Text.TextMeasurer.Shared)) && !Knows(setting, plain))
            {
                missing.Add(setting.Name);
            }

            bool Knows(Setting setting, WorkingsResult plain)
            {
                string without = Told(study.Title, plain);
                return without != told || setting.Choices.Any(choice => Told(study.Title, Calculator.Run(workings.Division.Table, StudyFormat.Standard.With(shown, setting.Path, choice.Value))) != told);
            }
        }
        return missing;
    }

    /// <summary>All that a workbook's sheet of the figure, or a slide, says of a study.</summary>
    internal static string Told(string title, WorkingsResult workings)
    {
        Finish finish = workings.Division.Study.Finish;
        if (workings.Division.Study.Form.Form.Chart(workings) is not { } chart)
        {
            return "";
        }
        var sheet = new Sheet("Figure");
        var table = new ChartTable(chart, new WorkingsSheet(workings, null, ""), sheet, 1);
        string foot = StudySlides.TieOutLine(FigureDrawer.Draw(workings, 960, 600, Text.TextMeasurer.Shared));
        return string.Join('\n',
            title, new ChartLook(finish).TitleSize(SlideContent.UsualTitle), finish.ShowCaption, finish.Caption ?? Statement.Of(workings).Text, foot,
            ChartXml.Write(chart, table, new NumberFormats(workings), new ChartRange("Figure!$A$1", [title]), null, 960).ToString());
    }
}
