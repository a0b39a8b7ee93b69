using OneWhole.Core.Drawing;
using OneWhole.Formats.Text;

namespace OneWhole.Formats.Tests.Text;

/// <summary>Text becomes glyphs of the shipped fonts, in runs that follow one another without a gap.</summary>
public sealed class TextShaperTests
{
    [Theory]
    [InlineData("")]
    [InlineData("Fog")]
    [InlineData("Fog on the Sound")]
    [InlineData("Ærvåg — 12,5 %")]
    [InlineData("Причал и λιμάνι")]
    [InlineData("Fog 霧 Fog")]
    [InlineData("cafe\u0301")]
    [InlineData("ship 🚢 1\u202F000")]
    public void Runs_follow_one_another_and_have_all_of_the_text(string text)
    {
        foreach (Typeface typeface in Enum.GetValues<Typeface>())
        {
            List<GlyphRun> runs = TextShaper.Shape(text, typeface, 400);
            Assert.Equal(text, string.Concat(runs.Select(run => run.Text)));
            double at = 0;
            foreach (GlyphRun run in runs)
            {
                Assert.Equal(at, run.Start, 9);
                Assert.True(run.Width >= 0);
                at += run.Width;
                Assert.Equal(run.Glyphs.Length, run.X.Length);
                Assert.All(run.Clusters, cluster => Assert.InRange(cluster, 0, run.Text.Length - 1));
                // A glyph 0 is the box for what a font lacks: what none has is no run of a font.
                Assert.DoesNotContain((ushort)0, run.Glyphs);
            }
        }
    }

    [Theory]
    [InlineData("Fog", "Public Sans")]
    [InlineData("Ł", "Public Sans")]
    [InlineData("λ", "Noto Sans")]
    [InlineData("Ж", "Noto Sans")]
    [InlineData("霧", null)]
    public void A_character_is_drawn_by_the_first_font_that_has_it(string text, string? family) =>
        Assert.Equal(family, Assert.Single(TextShaper.Shape(text, Typeface.Sans, 400)).Face?.Family);

    /// <summary>Words are shaped one by one, as browsers do: a text is as wide as its words and the spaces between them.</summary>
    [Fact]
    public void A_space_is_kerned_with_nothing()
    {
        var font = new Font(Typeface.Sans, 100);
        double Width(string text) => TextMeasurer.Shared.Width(text, font);
        Assert.Equal(Width("AVA") + Width(" ") + Width("Tarn"), Width("AVA Tarn"), 6);
        Assert.True(Width("AV") < Width("A") + Width("V"));
    }
}
