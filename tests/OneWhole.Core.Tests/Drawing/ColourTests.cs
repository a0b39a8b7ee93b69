using OneWhole.Core.Drawing;

namespace OneWhole.Core.Tests.Drawing;

/// <summary>
/// Colours: contrast by WCAG 2.2, and categories told apart under colour-vision deficiency (Machado, Oliveira and Fernandes 2009).
/// </summary>
public sealed class ColourTests
{
    [Theory]
    [InlineData("#000000", "#ffffff", 21)]
    [InlineData("#767676", "#ffffff", 4.54)] // The lightest grey that passes for text on white, as the WCAG's own examples have it.
    [InlineData("#ff0000", "#ffffff", 4.00)]
    public void Contrast_is_that_of_the_formula(string first, string second, double ratio) =>
        Assert.Equal(ratio, Contrast.Of(first, second), 2);

    [Fact]
    public void The_first_eight_categories_stand_out_from_the_sheet_and_text_stands_out_from_every_fill()
    {
        for (int i = 0; i < 8; i++)
        {
            Assert.True(Contrast.Of(Ink.OnSheet(Ink.Category(i)), "#ffffff") >= Contrast.ForShapes, Ink.Category(i));
        }
        string[] sets =
        [
            .. Enumerable.Range(0, Ink.Categories).Select(Ink.Category),
            .. Enumerable
                .Range(0, Ink.Steps)
                .SelectMany(step => (string[])[Ink.Ordered(step, Ink.Steps), Ink.OneHue(step, Ink.Steps), Ink.Grey(step, Ink.Steps)]),
            .. Enumerable
                .Range(2, 2 * Ink.SideSteps)
                .SelectMany(count => Enumerable.Range(0, count).Select(level => Ink.TwoSided(level, count))),
            Ink.ClassA,
            Ink.ClassB,
            Ink.ClassC,
            Ink.Folded,
            Ink.Behind,
            Ink.Wash,
        ];
        foreach (string name in sets.Distinct())
        {
            double contrast = Contrast.Of(Ink.OnSheet(name), Ink.OnSheet(Contrast.TextOn(name)));
            Assert.True(contrast >= Contrast.ForText, $"{name}: {contrast:0.00}");
        }
    }

    [Fact]
    public void The_ordered_set_darkens_from_step_to_step()
    {
        double[] contrasts =
        [
            .. Enumerable.Range(0, Ink.Steps).Select(step => Contrast.Of(Ink.OnSheet(Ink.Ordered(step, Ink.Steps)), "#ffffff")),
        ];
        Assert.Equal(contrasts.Order(), contrasts);
        Assert.Equal(Ink.Steps, contrasts.Distinct().Count());
        Assert.Equal(("seq-1", "seq-7", "seq-4"), (Ink.Ordered(0, 3), Ink.Ordered(2, 3), Ink.Ordered(1, 3)));
    }

    /// <summary>The matrices for severity 1.0 from table 1 of the paper (from memory), on linear light.</summary>
    private static readonly double[][] Deuteranopia =
    [
        [0.367322, 0.860646, -0.227968],
        [0.280085, 0.672501, 0.047413],
        [-0.011820, 0.042940, 0.968881],
    ];
    private static readonly double[][] Protanopia =
    [
        [0.152286, 1.052583, -0.204868],
        [0.114503, 0.786281, 0.099216],
        [-0.003882, -0.048116, 1.051998],
    ];

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public void The_first_categories_are_told_apart_under_colour_vision_deficiency(bool red)
    {
        double[][] seen = [.. Enumerable.Range(0, 5).Select(i => Simulated(Ink.OnSheet(Ink.Category(i)), red ? Protanopia : Deuteranopia))];
        for (int i = 0; i < seen.Length; i++)
        {
            for (int j = 0; j < i; j++)
            {
                double distance = Math.Sqrt(Enumerable.Range(0, 3).Sum(k => Math.Pow(seen[i][k] - seen[j][k], 2)));
                Assert.True(distance > 10, $"{Ink.Category(i)} and {Ink.Category(j)}: ΔE {distance:0.0}");
            }
        }
    }

    /// <summary>CIE L*a*b* of a colour as it is seen (D65).</summary>
    private static double[] Simulated(string colour, double[][] matrix)
    {
        double[] linear =
        [
            .. Enumerable
                .Range(0, 3)
                .Select(i => Convert.ToInt32(colour.Substring(1 + 2 * i, 2), 16) / 255.0)
                .Select(value => value <= 0.04045 ? value / 12.92 : Math.Pow((value + 0.055) / 1.055, 2.4)),
        ];
        double[] rgb = [.. matrix.Select(row => Math.Clamp(row[0] * linear[0] + row[1] * linear[1] + row[2] * linear[2], 0, 1))];
        double F(double t) => t > 0.008856 ? Math.Cbrt(t) : 7.787 * t + 16.0 / 116;
        double x = F((0.4124 * rgb[0] + 0.3576 * rgb[1] + 0.1805 * rgb[2]) / 0.95047),
            y = F(0.2126 * rgb[0] + 0.7152 * rgb[1] + 0.0722 * rgb[2]),
            z = F((0.0193 * rgb[0] + 0.1192 * rgb[1] + 0.9505 * rgb[2]) / 1.08883);
        return [116 * y - 16, 500 * (x - y), 200 * (y - z)];
    }
}
