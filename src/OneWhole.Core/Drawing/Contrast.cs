using System.Globalization;

namespace OneWhole.Core.Drawing;

/// <summary>Contrast of two colours by WCAG 2.2: (L1 + 0.05) ÷ (L2 + 0.05) of their relative luminances, 1 to 21.</summary>
public static class Contrast
{
    /// <summary>The least contrast of text (WCAG 2.2, 1.4.3).</summary>
    public const double ForText = 4.5;

    /// <summary>The least contrast of shapes with what is beside them (WCAG 2.2, 1.4.11).</summary>
    public const double ForShapes = 3;

    /// <param name="first">A colour as "#rrggbb".</param>
    /// <param name="second">Another.</param>
    public static double Of(string first, string second)
    {
        double a = Luminance(first),
            b = Luminance(second);
        return (Math.Max(a, b) + 0.05) / (Math.Min(a, b) + 0.05);
    }

    private static readonly Dictionary<string, string> OnNamed = Ink.Sheet.Keys.ToDictionary(
        name => name,
        name => Ink.Sheet.ContainsKey(Ink.On(name)) ? Ink.On(name) : StandingOut(Ink.Sheet[name])
    );

    /// <summary>
    /// The ink for text on a fill: the one of white and dark that stands out more; where the fill is another colour on a dark page, the
    /// name of the fill's own ink.
    /// </summary>
    public static string TextOn(string fill) => OnNamed.GetValueOrDefault(fill) ?? StandingOut(Ink.OnSheet(fill));

    private static string StandingOut(string colour)
    {
        return Of(colour, Ink.Sheet[Ink.OnDarkFill]) >= Of(colour, Ink.Sheet[Ink.OnLightFill]) ? Ink.OnDarkFill : Ink.OnLightFill;
    }

    /// <summary>How many labels stand out less than text has to from the bar, or the sheet, that is under them.</summary>
    public static int FaintLabels(Figure figure)
    {
        RectMark[] bars = [.. figure.Marks.OfType<RectMark>().Where(mark => mark.Role == MarkRole.Bar)];
        return figure
            .Marks.OfType<TextMark>()
            .Count(label => label.Role == MarkRole.Label && Of(Ink.OnSheet(label.Fill), Ink.OnSheet(Under(label))) < ForText);

        string Under(TextMark label)
        {
            (double x, double y) = (label.Bounds.CentreX, label.Bounds.CentreY);
            return Array.Find(bars, bar => x >= bar.X && x <= bar.X + bar.Width && y >= bar.Y && y <= bar.Y + bar.Height)?.Fill
                ?? Ink.Paper;
        }
    }

    private static double Luminance(string colour)
    {
        double Channel(int at)
        {
            double value = int.Parse(colour.AsSpan(at, 2), NumberStyles.HexNumber, CultureInfo.InvariantCulture) / 255.0;
            return value <= 0.04045 ? value / 12.92 : Math.Pow((value + 0.055) / 1.055, 2.4);
        }
        return 0.2126 * Channel(1) + 0.7152 * Channel(3) + 0.0722 * Channel(5);
    }
}
