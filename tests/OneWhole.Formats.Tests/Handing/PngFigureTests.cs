using OneWhole.Core.Studies;
using OneWhole.Formats.Handing;
using SkiaSharp;

namespace OneWhole.Formats.Tests.Handing;

/// <summary>A figure as pixels: as many as were asked for, and no more than can be made.</summary>
public sealed class PngFigureTests : HandsOver
{
    private static byte[] Png(double width, double height, double ratio) =>
        HandOver.Find("figure.png").ToBytes(Study(), new HandingSize(width, height, ratio));

    [Theory]
    [InlineData(960, 600, 1, 960, 600)]
    [InlineData(480, 360, 2, 960, 720)]
    [InlineData(400, 300, 0.5, 200, 150)]
    // Beyond eight pixels for one it stays at eight.
    [InlineData(100, 80, 100, 800, 640)]
    public void It_has_the_pixels_that_were_asked_for(double width, double height, double ratio, int across, int down)
    {
        using SKBitmap bitmap = SKBitmap.Decode(Png(width, height, ratio));
        Assert.Equal((across, down), (bitmap.Width, bitmap.Height));
    }

    [Fact]
    public void More_pixels_than_can_be_made_are_refused_with_what_to_do()
    {
        StudyException refused = Assert.Throws<StudyException>(() => Png(4000, 3000, 8));
        Assert.Contains("32000 × 24000 pixels", refused.Message, StringComparison.Ordinal);
        Assert.Contains("SVG or PDF", refused.Message, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(1, "")]
    [InlineData(2, "@2x")]
    [InlineData(0.5, "@0.5x")]
    public void Its_name_says_how_many_pixels_stand_for_one(double ratio, string suffix) =>
        Assert.Equal(suffix, HandOver.Find("figure.png").Suffix(new HandingSize(960, 600, ratio)));
}
