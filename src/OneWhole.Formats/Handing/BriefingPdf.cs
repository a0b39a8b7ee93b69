using OneWhole.Core.Briefings;
using OneWhole.Core.Drawing;
using OneWhole.Core.Studies;
using OneWhole.Formats.Pictures;
using OneWhole.Formats.Text;
using SkiaSharp;

namespace OneWhole.Formats.Handing;

/// <summary>The page on paper: rows of blocks one under the other, a new sheet where a row does not fit; real text, with its fonts inside.</summary>
internal sealed class BriefingPdf : BriefingHandOver
{
    private const float Points = 0.75f;
    private const double Margin = 48;
    private const int MostWorkingsRows = 40;

    public override string Extension => ".pdf";

    public override string Name => "Page, PDF";

    public override string Detail => "A4, for print";

    public override string MediaType => "application/pdf";

    public override byte[] Write(HandedBriefing briefing)
    {
        using var bytes = new MemoryStream();
        using (SKDocument document = SKDocument.CreatePdf(bytes, new SKDocumentPdfMetadata { Title = briefing.Title, Creator = "One Whole", Producer = "One Whole" }))
        {
            foreach (IReadOnlyList<(Figure Figure, double X, double Y)> sheet in Sheets(briefing))
            {
                // The page is laid out as wide as on the screen, and reduced to the paper.
                double scale = (Paper.Find("a4").Width * 96 / 25.4) / (BriefingLayout.Width + 2 * Margin);
                using SKCanvas canvas = document.BeginPage((float)(Paper.Find("a4").Width / 25.4 * 72), (float)(Paper.Find("a4").Height / 25.4 * 72));
                canvas.Scale(Points * (float)scale);
                foreach ((Figure figure, double x, double y) in sheet)
                {
                    canvas.Save();
                    canvas.Translate((float)(x + Margin), (float)(y + Margin));
                    PngWriter.Draw(figure, canvas);
                    canvas.Restore();
                }
                document.EndPage();
            }
            document.Close();
        }
        return bytes.ToArray();
    }

    private static List<List<(Figure Figure, double X, double Y)>> Sheets(HandedBriefing briefing)
    {
        double height = BriefingLayout.Width * 297 / 210 - Margin;
        var sheets = new List<List<(Figure, double, double)>> { new() };
        Figure head = Words(briefing.Filter.Length > 0 ? $"{briefing.Title}\n{briefing.Filter}" : briefing.Title, BriefingLayout.Width, heading: true);
        sheets[0].Add((head, 0, 0));
        double y = head.Height + BriefingLayout.Gap;
        foreach (IReadOnlyList<HandedBlock> row in briefing.Rows())
        {
            List<Figure>[] columns = [.. row.Select(block => Parts(block, briefing.Columns))];
            double tall = columns.Max(parts => parts.Sum(part => part.Height));
            if (y + tall > height && sheets[^1].Count > 0)
            {
                sheets.Add([]);
                y = 0;
            }
            double x = 0;
            for (int at = 0; at < row.Count; at++)
            {
                double down = y;
                foreach (Figure part in columns[at])
                {
                    sheets[^1].Add((part, x, down));
                    down += part.Height;
                }
                x += BriefingLayout.WidthOf(row[at].Span, briefing.Columns) + BriefingLayout.Gap;
            }
            y += tall + BriefingLayout.Gap;
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
            parts.Add(study.Draw(wide, high));
        }
        if (block.Show != BlockShow.Figure && study.Workings.Values.Count > 0)
        {
            parts.Add(Table(study, width));
        }
        if (HandedBriefing.WithoutWords(block.Without) is { Length: > 0 } without)
        {
            parts.Add(Words(without, width));
        }
        return parts;
    }

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
                page.Add(page.Text($"line-{at++}", "line", 0, y, "start", line, own, heading && own == font ? Ink.Quiet : Ink.Text));
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
        double y = 0, each = width / table.Heads.Count;
        void Row(string id, IReadOnlyList<string> cells, string ink)
        {
            y += font.LineHeight * 1.25;
            for (int at = 0; at < cells.Count; at++)
            {
                bool number = table.IsNumber[at];
                page.Add(page.Text($"{id}-{at}", "cell", number ? each * (at + 1) - 6 : each * at, y, number ? "end" : "start", cells[at], font, ink, each - 8));
            }
        }
        Row("head", table.Heads, Ink.Quiet);
        page.Line("rule", "rule", 0, y + 5, width, y + 5, Ink.Text);
        for (int row = 0; row < Math.Min(MostWorkingsRows, table.Rows.Count); row++)
        {
            Row($"row-{row}", table.Rows[row], Ink.Text);
        }
        if (table.Rows.Count > MostWorkingsRows)
        {
            y += font.LineHeight * 1.25;
            page.Add(page.Text("more", "line", 0, y, "start", $"and {Core.Numbers.NumberText.Count(table.Rows.Count - MostWorkingsRows)} rows more", font, Ink.Quiet));
        }
        return new Figure(width, y + 16, study.Title, study.Title, page.Marks);
    }
}
