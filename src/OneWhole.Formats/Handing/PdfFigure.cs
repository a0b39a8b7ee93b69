using OneWhole.Core.Drawing;
using OneWhole.Core.Workings;
using OneWhole.Formats.Pictures;
using OneWhole.Formats.Text;
using SkiaSharp;

namespace OneWhole.Formats.Handing;

/// <summary>
/// The figure on a page of its own size or on paper, the workings and proofs on pages after it; real text, with its fonts inside.
/// </summary>
internal sealed class PdfFigure : HandOver
{
    /// <summary>Points for each pixel: 72 to an inch, of which there are 96.</summary>
    private const float Points = 0.75f;

    private const int MostRows = 2_000;

    public override string Kind => "figure.pdf";

    public override string Name => "Figure and workings, PDF";

    public override string Detail => "for print";

    public override string MediaType => "application/pdf";

    public override bool HasPaper => true;

    protected override void WriteFile(HandedStudy study, HandingSize size, Stream to, Progress progress)
    {
        Figure figure = study.Draw(size.Width, size.Height);
        HandingSize workings = size.Paper?.Within(size.Margin) is { } room ? size with { Width = room.Width, Height = room.Height } : size;
        PdfPages.Write(to, study.Title, figure.Description, document =>
        {
            foreach (
                Figure page in (IEnumerable<Figure>)
                    [figure, .. size.HasWorkings ? study.Workings.Values.SelectMany(each => Pages(study, each, workings)) : []]
            )
            {
                Draw(document, page, size);
            }
        });
    }

    /// <summary>A page of the figure's own size; or paper, with the figure as large as fits within its margins.</summary>
    private static void Draw(SKDocument document, Figure page, HandingSize size)
    {
        if (size.Paper is not { } paper)
        {
            using SKCanvas own = document.BeginPage((float)page.Width * Points, (float)page.Height * Points);
            own.Scale(Points);
            PngWriter.Draw(page, own);
            document.EndPage();
            return;
        }
        (double margin, double width, double height) = paper.Within(size.Margin);
        double scale = Math.Min(width / page.Width, height / page.Height);
        using SKCanvas canvas = document.BeginPage(
            (float)(paper.Width * Paper.Pixels) * Points,
            (float)(paper.Height * Paper.Pixels) * Points
        );
        canvas.Scale(Points);
        canvas.Translate((float)(margin + (width - page.Width * scale) / 2), (float)margin);
        canvas.Scale((float)scale);
        PngWriter.Draw(page, canvas);
        document.EndPage();
    }

    /// <summary>The workings' rows under their headings, as many a page as it has room for, the proofs after the last.</summary>
    private static IEnumerable<Figure> Pages(HandedStudy study, Panel each, HandingSize size)
    {
        var table = new WorkingsTable(each.Workings);
        var lines = new List<Line>(table.First(MostRows).Select(row => new Line(row)));
        if (table.RowCount > MostRows)
        {
            lines.Add(new Line($"and {Core.Numbers.NumberText.Count(table.RowCount - MostRows)} rows more"));
        }
        double width = Math.Max(size.Width, 480),
            height = Math.Max(size.Height, 320);
        FigureBuilder measure = FigureBuilder.Page(width, height, TextMeasurer.Shared, study.Study.Finish);
        double margin = Math.Round(24 * measure.Unit);
        var columns = new PrintedColumns(measure, table, measure.Small, margin, measure.Width - margin, MostRows);
        if (columns.LeftOut is { } missing)
        {
            lines.Add(new Line(missing));
        }
        lines.Add(new Line(""));
        lines.AddRange(each.Workings.TieOut.Select(line => new Line($"{WorkingsJson.StatusWord(line.Status)}:  {line.Text}")));
        string title = study.Workings.Column is null ? study.Title : $"{study.Title}: {each.Value}";
        int done = 0;
        while (done < lines.Count)
        {
            var page = new TablePage(
                FigureBuilder.Page(width, height, TextMeasurer.Shared, study.Study.Finish),
                title,
                table,
                columns,
                margin
            );
            done += Math.Max(1, page.Fill(lines.Skip(done)));
            yield return page.Figure;
        }
    }

    /// <summary>A row of the table, or a line of text.</summary>
    private sealed record Line(IReadOnlyList<string>? Cells, string Text)
    {
        public Line(IReadOnlyList<string> cells)
            : this(cells, "") { }

        public Line(string text)
            : this(null, text) { }
    }

    private sealed class TablePage(FigureBuilder figure, string title, WorkingsTable table, PrintedColumns columns, double margin)
    {
        private double _y;

        public Figure Figure => new(figure.Width, figure.Height, title, $"Workings of {title}", figure.Marks);

        public int Fill(IEnumerable<Line> lines)
        {
            Font font = figure.Small;
            _y = margin + figure.Title.CapHeight;
            figure.Add(figure.Text("title", MarkRole.Title, margin, _y, "start", title, figure.Title, Ink.Text, figure.Width - 2 * margin));
            _y += font.LineHeight * 1.6;
            columns.Row(figure, "head", _y, table.Heads, Ink.Quiet);
            _y += (columns.LinesOf(figure, table.Heads) - 1) * columns.LineHeight;
            figure.Line(
                "head-line",
                MarkRole.Rule,
                margin,
                _y + font.LineHeight * 0.35,
                figure.Width - margin,
                _y + font.LineHeight * 0.35,
                Ink.Text
            );
            int taken = 0;
            foreach (Line line in lines)
            {
                double next = _y + font.LineHeight * 1.25,
                    more = line.Cells is { } row ? (columns.LinesOf(figure, row) - 1) * columns.LineHeight : 0;
                // One that no page has room for stands on one all the same.
                if (next + more > figure.Height - margin && taken > 0)
                {
                    break;
                }
                _y = next;
                if (line.Cells is { } cells)
                {
                    columns.Row(figure, $"row-{taken}", _y, cells, Ink.Text);
                    _y += more;
                }
                else
                {
                    figure.Add(
                        figure.Text(
                            $"line-{taken}",
                            MarkRole.Line,
                            margin,
                            _y,
                            "start",
                            line.Text,
                            font,
                            Ink.Quiet,
                            figure.Width - 2 * margin
                        )
                    );
                }
                taken++;
            }
            return taken;
        }
    }
}
