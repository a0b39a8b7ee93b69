using System.Globalization;
using OneWhole.Core.Studies;
using OneWhole.Formats.Pictures;

namespace OneWhole.Formats.Handing;

/// <summary>A picture of pixels.</summary>
internal sealed class PngFigure : HandOver
{
    public override string Kind => "figure.png";

    public override string Name => "Figure, PNG";

    public override string Detail => "for slides and messages";

    public override string MediaType => "image/png";

    public override IReadOnlyList<int> PixelRatios => [1, 2, 4];

    public override string Suffix(HandingSize size) =>
        size.PixelRatio == 1 ? "" : $"@{size.PixelRatio.ToString("0.##", CultureInfo.InvariantCulture)}x";

    protected override void WriteFile(HandedStudy study, HandingSize size, Stream to, Progress progress)
    {
        double ratio = Math.Clamp(size.PixelRatio, 0.25, 8),
            pixels = size.Width * ratio * size.Height * ratio;
        if (pixels > MostPixels)
        {
            throw new StudyException(
                "too-large",
                "size",
                $"A picture of {size.Width * ratio:0} × {size.Height * ratio:0} pixels is larger than can be made "
                    + $"({MostPixels / 1e6:0} million): make it smaller, or take SVG or PDF, which have no pixels."
            );
        }
        to.Write(PngWriter.ToBytes(study.Draw(size.Width, size.Height), ratio));
    }

    private const double MostPixels = 100e6;
}
