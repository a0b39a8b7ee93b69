using OneWhole.Core.Drawing;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;
using OneWhole.Formats.Pictures;
using OneWhole.Formats.Text;
using SkiaSharp;

namespace OneWhole.Formats.Handing;

/// <summary>The figure on a page of its own size, the workings and proofs on pages after it; real text, with its fonts inside.</summary>
internal sealed class PdfFigure : HandOver
{
    /// <summary>Points for each pixel: 72 to an inch, of which there are 96.</summary>
    private const float Points = 0.75f;

    private const int MostRows = 2_000;

    public override string Kind => "figure.pdf";

    public override string Name => "Figure and workings, PDF";

    public override string Detail => "for print";

    public override string MediaType => "application/pdf";

    public override byte[] Write(HandedStudy study, HandingSize size)
    {
        using var bytes = new MemoryStream();
        using (SKDocument document = SKDocument.CreatePdf(bytes, new SKDocumentPdfMetadata { Title = study.Title, Subject = study.Draw(size.Width, size.Height).Description, Creator = "One Whole", Producer = "One Whole" }))
        {
            Figure figure = study.Draw(size.Width, size.Height);
            foreach (Figure page in (IEnumerable<Figure>)[figure, .. study.Workings.Values.SelectMany(each => Pages(study, each, size))])
            {
                SKCanvas canvas = document.BeginPage((float)page.Width * Points, (float)page.Height * Points);
                canvas.Scale(Points);
                PngWriter.Draw(page, canvas);
                document.EndPage();
            }
            document.Close();
        }
        return bytes.ToArray();
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
        int done = 0;
        while (done < lines.Count)
        {
            var page = new TablePage(Math.Max(size.Width, 480), Math.Max(size.Height, 320), study.Study.Finish, title, table);
            int taken = page.Fill(lines.Skip(done));
            done += Math.Max(1, taken);
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

    private sealed class TablePage
    {
        private readonly FigureBuilder _figure;
        private readonly WorkingsTable _table;
        private readonly double[] _rights;
        private readonly double[] _widths;
        private readonly double _margin;
        private readonly string _title;
        private double _y;

        public TablePage(double width, double height, Finish finish, string title, WorkingsTable table)
        {
            _figure = FigureBuilder.Page(width, height, TextMeasurer.Shared, finish);
            _table = table;
            _title = title;
            _margin = Math.Round(24 * _figure.Unit);
            Font font = _figure.Small;
            double gap = font.Size * 1.2, inner = width - 2 * _margin;
            _widths = [.. table.Heads.Select((head, at) => Math.Max(_figure.TextWidth(head, font), table.Rows.Take(MostRows).Select(row => _figure.TextWidth(row[at], font)).DefaultIfEmpty(0).Max()))];
            // Names give way where numbers need the room.
            double over = _widths.Sum() + gap * (_widths.Length - 1) - inner;
            for (int at = 0; at < _widths.Length && over > 0; at++)
            {
                if (!table.IsNumber[at])
                {
                    double less = Math.Min(over, Math.Max(0, _widths[at] - font.Size * 6));
                    _widths[at] -= less;
                    over -= less;
                }
            }
            _rights = new double[_widths.Length];
            double x = _margin;
            for (int at = 0; at < _widths.Length; at++)
            {
                _rights[at] = x + _widths[at];
                x = _rights[at] + gap;
            }
        }

        public Figure Figure => new(_figure.Width, _figure.Height, _title, $"Workings of {_title}", _figure.Marks);

        public int Fill(IEnumerable<Line> lines)
        {
            Font font = _figure.Small;
            _y = _margin + _figure.Title.CapHeight;
            _figure.Add(_figure.Text("title", "title", _margin, _y, "start", _title, _figure.Title, Ink.Text, _figure.Width - 2 * _margin));
            _y += font.LineHeight * 1.6;
            Row("head", _table.Heads, Ink.Quiet);
            _figure.Line("head-line", "rule", _margin, _y + font.LineHeight * 0.35, _figure.Width - _margin, _y + font.LineHeight * 0.35, Ink.Text);
            int taken = 0;
            foreach (Line line in lines)
            {
                double next = _y + font.LineHeight * 1.25;
                if (next > _figure.Height - _margin)
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
                    _figure.Add(_figure.Text($"line-{taken}", "line", _margin, _y, "start", line.Text, font, Ink.Quiet, _figure.Width - 2 * _margin));
                }
                taken++;
            }
            return taken;
        }

        private void Row(string id, IReadOnlyList<string> cells, string ink)
        {
            for (int at = 0; at < cells.Count && _rights[at] <= _figure.Width - _margin + 1; at++)
            {
                bool number = _table.IsNumber[at];
                _figure.Add(_figure.Text($"{id}-{at}", "cell", number ? _rights[at] : _rights[at] - _widths[at], _y, number ? "end" : "start", cells[at], _figure.Small, ink, _widths[at] + 0.5));
            }
        }
    }
}
