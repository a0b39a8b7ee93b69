using OneWhole.Core.Briefings;
using OneWhole.Core.Drawing;
using OneWhole.Core.Studies;
using OneWhole.Formats.Text;

namespace OneWhole.Formats.Handing;

/// <summary>A part of a block on a sheet.</summary>
/// <param name="Figure">What is drawn.</param>
/// <param name="X">In the page's pixels, which is <see cref="BriefingLayout.Width"/> wide.</param>
/// <param name="Y">From the sheet's top.</param>
/// <param name="Scale">By how much it is reduced.</param>
internal sealed record PlacedFigure(Figure Figure, double X, double Y, double Scale);

/// <summary>A page laid out on sheets: rows of blocks one under the other, a new sheet where a row does not fit.</summary>
internal static class BriefingSheets
{
    private const int MostWorkingsRows = 40;

    /// <param name="briefing">What is laid out.</param>
    /// <param name="height">Of a sheet; nothing ends one where there is no end.</param>
    /// <param name="progress">Is told how many rows are done.</param>
    /// <param name="hasHead">Whether title and filter stand on the first sheet.</param>
    public static IReadOnlyList<IReadOnlyList<PlacedFigure>> Of(
        HandedBriefing briefing,
        double height,
        Progress progress,
        bool hasHead = true
    )
    {
        var sheets = new List<List<PlacedFigure>> { new() };
        Figure head = Words(
            briefing.Filter.Length > 0 ? $"{briefing.Title}\n{briefing.Filter}" : briefing.Title,
            BriefingLayout.Width,
            heading: true
        );
        double first = hasHead ? head.Height + BriefingLayout.Gap : 0,
            y = first;
        if (hasHead)
        {
            sheets[0].Add(new PlacedFigure(head, 0, 0, 1));
        }
        foreach (IReadOnlyList<HandedBlock> row in progress.Through([.. briefing.Rows()]))
        {
            List<Figure>[] columns = [.. row.Select(block => Parts(block, briefing.Columns))];
            double tall = columns.Max(parts => parts.Sum(part => part.Height));
            if (y + tall > height && sheets[^1].Count > 0 && (y > first || sheets.Count > 1 || tall <= height))
            {
                sheets.Add([]);
                y = 0;
            }
            // A row that no sheet has room for is reduced to it.
            double scale = Math.Min(1, (height - y) / tall),
                x = 0;
            for (int at = 0; at < row.Count; at++)
            {
                double down = y;
                foreach (Figure part in columns[at])
                {
                    sheets[^1].Add(new PlacedFigure(part, x, down, scale));
                    down += part.Height * scale;
                }
                x += BriefingLayout.WidthOf(row[at].Span, briefing.Columns) + BriefingLayout.Gap;
            }
            y += tall * scale + BriefingLayout.Gap;
        }
        return sheets;
    }

    /// <summary>What a block is made of, from its top down.</summary>
    private static List<Figure> Parts(HandedBlock block, int columns)
    {
        double width = BriefingLayout.WidthOf(block.Span, columns);
        if (block.Text is { } text)
        {
            return [Words(text, width)];
        }
        var parts = new List<Figure>();
        if (block.Study is not { } study || block.Problem is not null)
        {
            return [Words(block.Problem ?? "", width)];
        }
        if (block.Show != BlockShow.Workings)
        {
            (double wide, double high) = BriefingLayout.SizeOf(block, columns);
            parts.Add(Framed(study.Draw(wide, high)));
        }
        if (block.Show != BlockShow.Figure && study.Workings.Values.Count > 0)
        {
            parts.Add(Table(study, width));
        }
        if (block.Remark is { Length: > 0 } remark)
        {
            parts.Add(Words(remark, width));
        }
        return parts;
    }

    /// <summary>A hairline around the sheet, as on the page.</summary>
    private static Figure Framed(Figure figure) =>
        figure with
        {
            Marks =
            [
                new PathMark(
                    "frame",
                    MarkRole.Frame,
                    [
                        [0.5, 0.5, figure.Width - 0.5, 0.5, figure.Width - 0.5, figure.Height - 0.5, 0.5, figure.Height - 0.5, 0.5, 0.5],
                    ]
                )
                {
                    Stroke = Ink.Hairline,
                },
                .. figure.Marks,
            ],
        };

    private static Figure Words(string text, double width, bool heading = false)
    {
        FigureBuilder page = FigureBuilder.Page(width, 400, TextMeasurer.Shared, new Finish());
        var font = new Font(Typeface.Sans, 16);
        var title = new Font(Typeface.Serif, 30, 500);
        double y = 0;
        int at = 0;
        foreach (string paragraph in text.Split('\n'))
        {
            Font own = heading && at == 0 ? title : font;
            foreach (string line in TextFit.Wrap(TextMeasurer.Shared, paragraph, own, width, 200))
            {
                y += own.LineHeight * 1.1;
                page.Add(page.Text($"line-{at++}", MarkRole.Line, 0, y, "start", line, own, heading && own == font ? Ink.Quiet : Ink.Text));
            }
            y += paragraph.Length == 0 ? font.LineHeight * 0.6 : 0;
        }
        return new Figure(width, y + 10, text, text, page.Marks);
    }

    private static Figure Table(HandedStudy study, double width)
    {
        var table = new WorkingsTable(study.Workings.Values[0].Workings);
        FigureBuilder page = FigureBuilder.Page(width, 400, TextMeasurer.Shared, new Finish());
        var font = new Font(Typeface.Sans, 13);
        var columns = new PrintedColumns(page, table, font, 0, width, MostWorkingsRows);
        double y = font.LineHeight * 1.25;
        columns.Row(page, "head", y, table.Heads, Ink.Quiet);
        y += (columns.LinesOf(page, table.Heads) - 1) * columns.LineHeight;
        page.Line("rule", MarkRole.Rule, 0, y + 5, width, y + 5, Ink.Text);
        foreach ((int row, IReadOnlyList<string> cells) in table.First(MostWorkingsRows).Index())
        {
            y += font.LineHeight * 1.25;
            columns.Row(page, $"row-{row}", y, cells, Ink.Text);
            y += (columns.LinesOf(page, cells) - 1) * columns.LineHeight;
        }
        if (columns.LeftOut is { } missing)
        {
            y += font.LineHeight * 1.25;
            page.Add(page.Text("missing", MarkRole.Line, 0, y, "start", missing, font, Ink.Quiet, width));
        }
        if (table.RowCount > MostWorkingsRows)
        {
            y += font.LineHeight * 1.25;
            page.Add(
                page.Text(
                    "more",
                    MarkRole.Line,
                    0,
                    y,
                    "start",
                    $"and {Core.Numbers.NumberText.Count(table.RowCount - MostWorkingsRows)} rows more",
                    font,
                    Ink.Quiet
                )
            );
        }
        return new Figure(width, y + 16, study.Title, study.Title, page.Marks);
    }
}
