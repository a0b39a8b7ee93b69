using OneWhole.Core.Charts;
using OneWhole.Core.Drawing;
using OneWhole.Core.Numbers;
using OneWhole.Core.Statements;
using OneWhole.Core.Workings;
using OneWhole.Formats.Handing;

namespace OneWhole.Formats.Office;

/// <summary>A study as slides: the figure, and its workings as a table on the next one.</summary>
internal static class StudySlides
{
    /// <summary>The slide of the figure: a native chart with its workbook, or shapes.</summary>
    public static SlideContent Figure(HandedStudy study, string? text = null)
    {
        // Without what the slide says itself: title, caption and tie-out stand around the figure.
        Figure drawn = study.Draw(960, 540);
        string tieOut = TieOutLine(drawn);
        string caption = !study.Study.Finish.ShowCaption
            ? ""
            : study.Study.Finish.Caption
                ?? (study.Workings.Column is null ? Statement.Of(study.Workings.Values[0].Workings).Text : drawn.Description);
        StudyWorkbook? workbook =
            study.Workings.Column is null && study.Study.Form.Form.Chart(study.Workings.Values[0].Workings) is not null
                ? StudyWorkbook.Of(study, new HandingSize(960, 600))
                : null;
        var content = new SlideContent(study.Title, caption, tieOut, drawn.Description)
        {
            Text = text,
            Notes = NotesOf(study, caption.Length > 0 ? caption : drawn.Description),
            TitleSize = new ChartLook(study.Study.Finish).TitleSize(SlideContent.UsualTitle),
        };
        return workbook?.Chart is { } chart
            ? content with
            {
                Chart = (relationship, width) => ChartXml.Write(chart.Chart, chart.Table, chart.Formats, null, relationship, width),
                Workbook = workbook.ToBytes(),
            }
            : content with
            {
                Shapes = Plain(drawn),
            };
    }

    /// <summary>More slides of one table nobody turns over.</summary>
    private const int MostTables = 15;

    /// <summary>The slides of the workings, one after another; none where they are those of several values.</summary>
    public static IReadOnlyList<SlideContent> Tables(HandedStudy study)
    {
        if (study.Workings.Column is not null || study.Workings.Values.Count == 0)
        {
            return [];
        }
        WorkingsResult workings = study.Workings.Values[0].Workings;
        var table = new WorkingsTable(workings);
        string proofs = string.Join("; ", workings.TieOut.Take(3).Select(line => line.Text));
        int all = Math.Max(1, (table.RowCount + SlideDeck.RowsOfTable - 1) / SlideDeck.RowsOfTable),
            shown = Math.Min(all, MostTables);
        var slides = new List<SlideContent>();
        for (int at = 0; at < shown; at++)
        {
            int first = at * SlideDeck.RowsOfTable;
            int more = at == shown - 1 ? table.RowCount - shown * SlideDeck.RowsOfTable : 0;
            string foot = more > 0 ? $"and {NumberText.Count(more)} more rows, which the workbook behind the chart has; {proofs}" : proofs;
            slides.Add(
                new SlideContent(
                    $"{study.Title}: workings{(shown > 1 ? $", {at + 1} of {shown}" : "")}",
                    Statement.Of(workings).Text,
                    foot,
                    ""
                )
                {
                    Table = table,
                    Rows = (first, Math.Min(SlideDeck.RowsOfTable, table.RowCount - first)),
                }
            );
        }
        return slides;
    }

    /// <summary>The statement and the proofs, a line each.</summary>
    private static string NotesOf(HandedStudy study, string caption) =>
        string.Join(
            '\n',
            study
                .Workings.Values.SelectMany(each =>
                    each.Workings.TieOut.Select(line => study.Workings.Column is null ? line.Text : $"{each.Value}: {line.Text}")
                )
                .Take(40)
                .Prepend(caption)
        );

    /// <summary>"adds up (delays, 3,974 of 3,990 rows)", from the figure's own line.</summary>
    public static string TieOutLine(Figure figure) =>
        figure
            .Marks.OfType<TextMark>()
            .Where(mark => mark.Role == MarkRole.TieOut)
            .Select(mark => mark.Full ?? mark.Text)
            .Reverse()
            .ToArray() switch
        {
            [var proof, var source] => $"{proof} ({source})",
            var all => string.Join("; ", all),
        };

    /// <summary>The figure without the texts that stand on the slide, and the room that they took.</summary>
    private static Figure Plain(Figure figure)
    {
        Mark[] kept =
        [
            .. figure.Marks.Where(mark => mark.Role is not (MarkRole.Title or MarkRole.Caption or MarkRole.TieOut or MarkRole.Handle)),
        ];
        double top = kept.Length == 0 ? 0 : Math.Max(0, kept.Min(mark => mark.Bounds.Y) - 8),
            bottom = kept.Length == 0 ? figure.Height : Math.Min(figure.Height, kept.Max(mark => mark.Bounds.Bottom) + 8);
        return figure with { Height = bottom - top, Marks = [.. kept.Select(mark => Raised(mark, top))] };
    }

    private static Mark Raised(Mark mark, double by) =>
        mark switch
        {
            RectMark rect => rect with { Y = rect.Y - by },
            TextMark text => text with { Y = text.Y - by },
            PathMark path => path with
            {
                Runs =
                [
                    .. path.Runs.Select(run => (IReadOnlyList<double>)[.. run.Select((value, at) => at % 2 == 0 ? value : value - by)]),
                ],
            },
            _ => mark,
        };
}
