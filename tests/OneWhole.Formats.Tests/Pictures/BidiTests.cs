using OneWhole.Formats.Pictures;

namespace OneWhole.Formats.Tests.Pictures;

/// <summary>Runs from right to left are isolated whole, with what stands within them, and nothing else is.</summary>
public sealed class BidiTests
{
    [Theory]
    [InlineData("Fog", "Fog")]
    [InlineData("", "")]
    [InlineData("שער יפו", "\u2068שער יפו\u2069")]
    [InlineData("12 שער", "12 \u2068שער\u2069")]
    [InlineData("ميناء (2)", "\u2068ميناء\u2069 (2)")]
    [InlineData("a שער - יפו b", "a \u2068שער - יפו\u2069 b")]
    [InlineData("שער 7 יפו", "\u2068שער\u2069 7 \u2068יפו\u2069")]
    public void They_are_isolated(string text, string expected)
    {
        Assert.Equal(expected, Bidi.Isolated(text));
        Assert.Equal(
            text,
            Bidi.Isolated(text).Replace("\u2068", "", StringComparison.Ordinal).Replace("\u2069", "", StringComparison.Ordinal)
        );
    }
}
