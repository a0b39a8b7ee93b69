using OneWhole.Core.Drawing;
using OneWhole.Core.Workings;
using OneWhole.Formats.Pictures;
using OneWhole.Formats.Text;
using SkiaSharp;

namespace OneWhole.Formats.Handing;

/// <summary>The figure on a page of its own size or on paper, the workings and proofs on pages after it; real text, with its fonts inside.</summary>
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

    public override byte[] Write(HandedStudy study, HandingSize size)
    {
        using var bytes = new MemoryStream();
        Figure figure = study.Draw(size.Width, size.Height);
        using (SKDocument document = SKDocument.CreatePdf(bytes, new SKDocumentPdfMetadata { Title = study.Title, Subject = figure.Description, Creator = "One Whole", Producer = "One Whole" }))
        {
            HandingSize workings = size.Paper is { } paper ? size with { Width = (paper.Width - 2 * Margin(size)) * Pixels, Height = (paper.Height - 2 * Margin(size)) * Pixels } : size;
            foreach (Figure page in (IEnumerable<Figure>)[figure, .. size.HasWorkings ? study.Workings.Values.SelectMany(each => Pages(study, each, workings)) : []])
            {
                Draw(document, page, size);
            }
            document.Close();
        }
        return bytes.ToArray();
    }

    /// <summary>Pixels of a millimetre.</summary>
    private const double Pixels = 96 / 25.4;

    private static double Margin(HandingSize size) => Math.Clamp(size.Margin, 0, Math.Min(size.Paper!.Width, size.Paper.Height) / 3);

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
        double margin = Margin(size) * Pixels, width = paper.Width * Pixels - 2 * margin, height = paper.Height * Pixels - 2 * margin, scale = Math.Min(width / page.Width, height / page.Height);
        using SKCanvas canvas = document.BeginPage((float)(paper.Width * Pixels) * Points, (float)(paper.Height * Pixels) * Points);
        canvas.Scale(Points);
        canvas.Translate((float)(margin + (width - page.Width * scale) / 2), (float)margin);
        canvas.Scale((float)scale);
        PngWriter.Draw(page, canvas);
        document.EndPage();
    }

    /// <summary>The workings' rows under their headings, as many a page as it has room for, the proofs after the last.</summary>
    private static IEnumerable<Figure> Pages(HandedStudy study, EachValue each, HandingSize size)
    {
        var table = new WorkingsTable(each.Workings);
        var lines = new List<Line>(table.Rows.Take(MostRows).Select(row => new Line(row)));
        if (table.Rows.Count > MostRows)
        {
            lines.Add(new Line($"and {Core.Numbers.NumberText.Count(table.Rows.Count - MostRows)} rows more"));
        }
        lines.Add(new Line(""));
        lines.AddRange(each.Workings.TieOut.Select(line => new Line($"{WorkingsJson.StatusWord(line.Status)}:  {line.Text}")));
        string title = study.Workings.Column is null ? study.Title : $"{study.Title}: {each.Value}";
        double width = Math.Max(size.Width, 480), height = Math.Max(size.Height, 320);
        var columns = new TableColumns(FigureBuilder.Page(width, height, TextMeasurer.Shared, study.Study.Finish), table);
        int done = 0;
        while (done < lines.Count)
        {
            var page = new TablePage(FigureBuilder.Page(width, height, TextMeasurer.Shared, study.Study.Finish), title, table, columns);
            done += Math.Max(1, page.Fill(lines.Skip(done)));
            yield return page.Figure;
        }
    }

    /// <summary>A row of the table, or a line of text.</summary>
    private sealed record Line(IReadOnlyList<string>? Cells, string Text)
    {
        public Line(IReadOnlyList<string> cells)
            : this(cells, "")
        {
        }

        public Line(string text)
            : this(null, text)
        {
        }
    }

    /// <summary>Where the table's columns stand, the same on all of its pages.</summary>
    private sealed class TableColumns
    {
        public TableColumns(FigureBuilder figure, WorkingsTable table)
        {
            Margin = Math.Round(24 * figure.Unit);
            Font font = figure.Small;
            double gap = font.Size * 1.2, inner = figure.Width - 2 * Margin;
            Widths = [.. table.Heads.Select((head, at) => Math.Max(figure.TextWidth(head, font), table.Rows.Take(MostRows).Select(row => figure.TextWidth(row[at], font)).DefaultIfEmpty(0).Max()))];
            // Names give way where numbers need the room.
            double over = Widths.Sum() + gap * (Widths.Length - 1) - inner;
            for (int at = 0; at < Widths.Length && over > 0; at++)
            {
                if (!table.IsNumber[at])
                {
                    double less = Math.Min(over, Math.Max(0, Widths[at] - font.Size * 6));
                    Widths[at] -= less;
                    over -= less;
                }
            }
            Rights = new double[Widths.Length];
            double x = Margin;
            for (int at = 0; at < Widths.Length; at++)
            {
                Rights[at] = x + Widths[at];
                x = Rights[at] + gap;
            }
        }

        public double Margin { get; }

        public double[] Widths { get; }

        public double[] Rights { get; }
    }

    private sealed class TablePage(FigureBuilder figure, string title, WorkingsTable table, TableColumns columns)
    {
        private readonly double _margin = columns.Margin;
        private double _y;

        public Figure Figure => new(figure.Width, figure.Height, title, $"Workings of {title}", figure.Marks);

        public int Fill(IEnumerable<Line> lines)
        {
            Font font = figure.Small;
            _y = _margin + figure.Title.CapHeight;
            figure.Add(figure.Text("title", "title", _margin, _y, "start", title, figure.Title, Ink.Text, figure.Width - 2 * _margin));
            _y += font.LineHeight * 1.6;
            Row("head", table.Heads, Ink.Quiet);
            figure.Line("head-line", "rule", _margin, _y + font.LineHeight * 0.35, figure.Width - _margin, _y + font.LineHeight * 0.35, Ink.Text);
            int taken = 0;
            foreach (Line line in lines)
            {
                double next = _y + font.LineHeight * 1.25;
                if (next > figure.Height - _margin)
                {
                    break;
                }
                _y = next;
                if (line.Cells is { } cells)
                {
                    Row($"row-{taken}", cells, Ink.Text);
                }
                else
                {
                    figure.Add(figure.Text($"line-{taken}", "line", _margin, _y, "start", line.Text, font, Ink.Quiet, figure.Width - 2 * _margin));
                }
                taken++;
            }
            return taken;
        }

        private void Row(string id, IReadOnlyList<string> cells, string ink)
        {
            for (int at = 0; at < cells.Count && columns.Rights[at] <= figure.Width - _margin + 1; at++)
            {
                bool number = table.IsNumber[at];
                figure.Add(figure.Text($"{id}-{at}", "cell", number ? columns.Rights[at] : columns.Rights[at] - columns.Widths[at], _y, number ? "end" : "start", cells[at], figure.Small, ink, columns.Widths[at] + 0.5));
            }
        }
    }
}
