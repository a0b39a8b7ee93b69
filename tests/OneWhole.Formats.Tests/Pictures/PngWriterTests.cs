using OneWhole.Core.Drawing;
using OneWhole.Formats.Pictures;
using SkiaSharp;
using static OneWhole.Formats.Tests.Pictures.Delays;

namespace OneWhole.Formats.Tests.Pictures;

/// <summary>Pictures of pixels.</summary>
public sealed class PngWriterTests
{
    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(4)]
    public void A_png_has_the_figures_pixels_times_its_scale(int scale)
    {
        using SKBitmap bitmap = SKBitmap.Decode(PngWriter.ToBytes(Draw("Fog", "Engine", "Crew"), scale));
        Assert.Equal((640 * scale, 420 * scale), (bitmap.Width, bitmap.Height));
        Assert.Equal(SKColors.White, bitmap.GetPixel(2, 2));
        RectMark bar = Draw("Fog", "Engine", "Crew").Marks.OfType<RectMark>().First(mark => mark.Role == MarkRole.Bar);
        Assert.Equal(
            SKColor.Parse(Ink.OnSheet(Ink.ClassA)),
            bitmap.GetPixel((int)((bar.X + 4) * scale), (int)((bar.Bounds.Bottom - 30) * scale)).WithAlpha(255)
        );
    }
}
