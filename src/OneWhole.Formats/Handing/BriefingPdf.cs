using OneWhole.Formats.Pictures;
using SkiaSharp;

namespace OneWhole.Formats.Handing;

/// <summary>
/// The page on paper: rows of blocks one under the other, a new sheet where a row does not fit; real text, with its fonts inside.
/// </summary>
internal sealed class BriefingPdf : BriefingHandOver
{
    private const float Points = 0.75f;

    public override string Extension => ".pdf";

    public override string Name => "Page, PDF";

    public override string Detail => "for print";

    public override string MediaType => "application/pdf";

    public override bool HasPaper => true;

    public override void Write(HandedBriefing briefing, BriefingPaper on, Stream to, Progress progress)
    {
        (double margin, double width, double height) = on.Paper.Within(on.Margin);
        // The page is laid out as wide as on the screen, and reduced to the paper.
        double scale = width / BriefingLayout.Width;
        PdfPages.Write(to, briefing.Title, "", document =>
        {
            foreach (IReadOnlyList<PlacedFigure> sheet in BriefingSheets.Of(briefing, height / scale, progress))
            {
                using SKCanvas canvas = document.BeginPage(
                    (float)(on.Paper.Width * Paper.Pixels) * Points,
                    (float)(on.Paper.Height * Paper.Pixels) * Points
                );
                canvas.Scale(Points);
                canvas.Translate((float)margin, (float)margin);
                canvas.Scale((float)scale);
                foreach (PlacedFigure part in sheet)
                {
                    canvas.Save();
                    canvas.Translate((float)part.X, (float)part.Y);
                    canvas.Scale((float)part.Scale);
                    PngWriter.Draw(part.Figure, canvas);
                    canvas.Restore();
                }
                document.EndPage();
            }
        });
    }
}
