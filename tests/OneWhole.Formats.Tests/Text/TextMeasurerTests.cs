using OneWhole.Core.Drawing;
using OneWhole.Formats.Text;

namespace OneWhole.Formats.Tests.Text;

/// <summary>Widths of text, by the fonts that draw it.</summary>
public sealed class TextMeasurerTests
{
    [Fact]
    public void Figures_are_tabular_and_unknown_characters_take_an_em()
    {
        var font = new Font(Typeface.Sans, 12);
        Assert.Equal(TextMeasurer.Shared.Width("1111", font), TextMeasurer.Shared.Width("8888", font), 6);
        Assert.Equal(24, TextMeasurer.Shared.Width("霧港", font), 6);
        Assert.True(TextMeasurer.Shared.Width("Причал", font) > 20);
    }

    [Fact]
    public void The_shipped_fonts_are_those_of_the_front_end()
    {
        string[] shipped =
        [
            .. typeof(TextMeasurer).Assembly.GetManifestResourceNames().Where(name => name.EndsWith(".woff", StringComparison.Ordinal)),
        ];
        Assert.Equal(10, shipped.Length);
        foreach (string name in shipped)
        {
            string package =
                name.StartsWith("public", StringComparison.Ordinal) ? "public-sans"
                : name.StartsWith("news", StringComparison.Ordinal) ? "newsreader"
                : "noto-sans";
            using Stream ours = typeof(TextMeasurer).Assembly.GetManifestResourceStream(name)!;
            var bytes = new byte[ours.Length];
            ours.ReadExactly(bytes);
            Assert.Equal(File.ReadAllBytes(Repository.At("web", "node_modules", "@fontsource", package, "files", name)), bytes);
        }
    }
}
