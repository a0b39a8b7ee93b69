namespace OneWhole.Core.Drawing;

/// <summary>A figure laid out to marks in pixels. The screen, SVG, PNG and PDF are painted from the same marks.</summary>
/// <param name="Description">One sentence for those who don't see it.</param>
/// <param name="Width">In pixels.</param>
/// <param name="Height">In pixels.</param>
/// <param name="Title">Of the figure.</param>
/// <param name="Marks">In the order in which they are painted.</param>
public sealed record Figure(double Width, double Height, string Title, string Description, IReadOnlyList<Mark> Marks)
{
    /// <summary>Names and labels that have no room; null where all have.</summary>
    public LeftOut? LeftOut { get; init; }
}

/// <summary>The value ranges that a figure spans; they can be given from outside, so that several share one scale.</summary>
/// <param name="Least">The lower end of amounts.</param>
/// <param name="Most">The upper end of amounts.</param>
public sealed record Domains(double Least, double Most)
{
    /// <summary>The ends of shares (1 is 100 %).</summary>
    public double ShareLeast { get; init; }

    /// <summary>The largest share, in shares of 1.</summary>
    public double ShareMost { get; init; } = 1;

    /// <summary>An axis from 0 to round ends beyond the values; it has some length where all of them are 0.</summary>
    /// <param name="least">The smallest value, at most 0.</param>
    /// <param name="most">The largest value, at least 0.</param>
    /// <param name="end">Where the axis is wished to end; it ends beyond that where a value does.</param>
    public static Domains Around(double least, double most, double? end = null) =>
        new(
            least < 0 ? -Ticks.RoundUp(-least, 5) : 0,
            most > 0 ? Math.Max(end ?? Ticks.RoundUp(most, 5), most)
                : least < 0 ? 0
                : 1
        );
}

/// <summary>A linear scale from values to pixels.</summary>
public readonly record struct PixelScale(double FromValue, double ToValue, double FromPixel, double ToPixel)
{
    /// <summary>Where a value lies; the ends of all doubles have a place, too.</summary>
    public double At(double value)
    {
        if (ToValue == FromValue)
        {
            return FromPixel;
        }
        double span = ToValue - FromValue,
            along = double.IsFinite(span) && double.IsFinite(value - FromValue)
                ? (value - FromValue) / span
                : (value / 4 - FromValue / 4) / (ToValue / 4 - FromValue / 4);
        return FromPixel + along * (ToPixel - FromPixel);
    }
}
