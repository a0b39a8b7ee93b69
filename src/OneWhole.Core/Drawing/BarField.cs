namespace OneWhole.Core.Drawing;

/// <summary>A plot of bars that grow upright or sideways: places along the names, and values across them, to pixels.</summary>
internal readonly record struct BarField(Box Plot, bool Upright, double Least, double Most)
{
    /// <summary>How long the side is along which bars stand.</summary>
    public double Length => Upright ? Plot.Width : Plot.Height;

    /// <summary>The pixel of a value: y where bars are upright, x where they lie.</summary>
    public double At(double value) => Upright ? new Scale(Least, Most, Plot.Bottom, Plot.Y).At(value) : new Scale(Least, Most, Plot.X, Plot.Right).At(value);

    /// <summary>A bar from one value to another.</summary>
    /// <param name="from">Where it begins along the names, from the plot's edge.</param>
    /// <param name="thickness">How broad it is.</param>
    public Box Bar(double from, double thickness, double value, double other)
    {
        double a = At(value), b = At(other);
        double low = Math.Min(a, b), length = Math.Abs(a - b);
        return Upright
            ? new Box(FigureBuilder.Round(Plot.X + from), FigureBuilder.Round(low), FigureBuilder.Round(thickness), FigureBuilder.Round(length))
            : new Box(FigureBuilder.Round(low), FigureBuilder.Round(Plot.Y + from), FigureBuilder.Round(length), FigureBuilder.Round(thickness));
    }

    /// <summary>The line at a value, all along the names.</summary>
    public (double Ax, double Ay, double Bx, double By) LineAt(double value)
    {
        double at = At(value);
        return Upright ? (Plot.X, at, Plot.Right, at) : (at, Plot.Y, at, Plot.Bottom);
    }
}
