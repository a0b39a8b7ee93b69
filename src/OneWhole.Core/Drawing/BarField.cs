namespace OneWhole.Core.Drawing;

/// <summary>
/// A plot of bars that grow upright or sideways: places along the names, and values across them, to pixels. A form has one, or one for each
/// lane, side or funnel.
/// </summary>
internal readonly record struct BarField(Box Plot, bool Upright, double Least, double Most)
{
    /// <summary>Whether lying bars grow to the left, as those of a left side do.</summary>
    public bool IsTurned { get; init; }

    /// <summary>The room of one of so many bars along the names.</summary>
    public double Band(int bars) => Length / bars;

    /// <summary>The middle of one of so many bars along the names, in pixels of the sheet.</summary>
    public double Middle(int at, int bars) => (Upright ? Plot.X : Plot.Y) + (at + 0.5) * Band(bars);

    /// <summary>One of so many bars, in the middle of its room.</summary>
    public Box BarOn(int at, int bars, double thickness, double value, double other) =>
        Bar((at + 0.5) * Band(bars) - thickness / 2, thickness, value, other);

    /// <summary>How long the side is along which bars stand.</summary>
    public double Length => Upright ? Plot.Width : Plot.Height;

    /// <summary>The pixel of a value: y where bars are upright, x where they lie.</summary>
    public double At(double value) => Values.At(value);

    /// <summary>Values to pixels.</summary>
    public PixelScale Values =>
        Upright ? new PixelScale(Least, Most, Plot.Bottom, Plot.Y)
        : IsTurned ? new PixelScale(Least, Most, Plot.Right, Plot.X)
        : new PixelScale(Least, Most, Plot.X, Plot.Right);

    /// <summary>A bar from one value to another.</summary>
    /// <param name="from">Where it begins along the names, from the plot's edge.</param>
    /// <param name="thickness">How broad it is.</param>
    /// <param name="value">Where it ends, as a value.</param>
    /// <param name="other">Where it begins, as a value.</param>
    public Box Bar(double from, double thickness, double value, double other)
    {
        double a = At(value),
            b = At(other);
        double low = Math.Min(a, b),
            length = Math.Abs(a - b);
        return Upright
            ? new Box(
                FigureBuilder.Round(Plot.X + from),
                FigureBuilder.Round(low),
                FigureBuilder.Round(thickness),
                FigureBuilder.Round(length)
            )
            : new Box(
                FigureBuilder.Round(low),
                FigureBuilder.Round(Plot.Y + from),
                FigureBuilder.Round(length),
                FigureBuilder.Round(thickness)
            );
    }

    /// <summary>The axis of the values, with its lines across the plot.</summary>
    public void DrawAxis(FigureBuilder figure, IReadOnlyList<Axes.Tick> ticks)
    {
        if (Upright)
        {
            Axes.Upright(figure, "value", Plot, Values, ticks, left: true, lines: true);
        }
        else
        {
            Axes.Level(figure, "value", Plot, Values, ticks, lines: true);
        }
    }

    /// <summary>A total where a bar ends: above upright bars, at the right of lying ones.</summary>
    /// <param name="middle">The bar's middle along the names, from the plot's edge.</param>
    /// <param name="value">Where the bar ends.</param>
    /// <param name="figure">Takes the mark.</param>
    /// <param name="id">Of the mark.</param>
    /// <param name="text">Of the label.</param>
    public TextMark Beyond(FigureBuilder figure, string id, double middle, double value, string text)
    {
        Font font = figure.Strong;
        double end = At(value),
            gap = 6 * figure.Unit;
        return Upright
            ? figure.Text(id, MarkRole.Total, Plot.X + middle, end - gap, "middle", text, font, Ink.Text)
            : figure.Text(id, MarkRole.Total, end + gap, Plot.Y + middle + font.CapHeight / 2, "start", text, font, Ink.Text);
    }

    /// <summary>The line at a value, all along the names.</summary>
    public (double Ax, double Ay, double Bx, double By) LineAt(double value)
    {
        double at = At(value);
        return Upright ? (Plot.X, at, Plot.Right, at) : (at, Plot.Y, at, Plot.Bottom);
    }
}
