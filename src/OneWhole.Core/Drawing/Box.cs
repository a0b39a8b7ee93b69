namespace OneWhole.Core.Drawing;

/// <summary>A rectangle in pixels; y grows downwards.</summary>
public readonly record struct Box(double X, double Y, double Width, double Height)
{
    /// <summary>The right edge.</summary>
    public double Right => X + Width;

    /// <summary>The lower edge.</summary>
    public double Bottom => Y + Height;

    /// <summary>The middle, across.</summary>
    public double CentreX => X + Width / 2;

    /// <summary>The middle, down.</summary>
    public double CentreY => Y + Height / 2;

    /// <summary>Whether it comes nearer to another box than a gap, in pixels.</summary>
    public bool Overlaps(Box other, double gap = 0) =>
        X < other.Right + gap && other.X < Right + gap && Y < other.Bottom + gap && other.Y < Bottom + gap;

    /// <summary>Whether another box lies within it, edges included.</summary>
    public bool Contains(Box other) => other.X >= X && other.Y >= Y && other.Right <= Right && other.Bottom <= Bottom;

    /// <summary>The rectangle, or a larger one from the same corner where a side is shorter than this.</summary>
    public Box AtLeast(double side) => this with { Width = Math.Max(side, Width), Height = Math.Max(side, Height) };

    /// <summary>A smaller box: its edges moved inwards by so many pixels.</summary>
    public Box Inset(double left, double top, double right, double bottom) =>
        new(X + left, Y + top, Math.Max(0, Width - left - right), Math.Max(0, Height - top - bottom));

    /// <summary>Whether a line from a to b passes through the rectangle (Liang and Barsky's clipping).</summary>
    public bool Crosses(double ax, double ay, double bx, double by)
    {
        double from = 0,
            to = 1;
        return Clip(ax - bx, ax - X) && Clip(bx - ax, Right - ax) && Clip(ay - by, ay - Y) && Clip(by - ay, Bottom - ay);

        bool Clip(double p, double q)
        {
            if (p == 0)
            {
                return q >= 0;
            }
            double t = q / p;
            if (p < 0)
            {
                from = Math.Max(from, t);
            }
            else
            {
                to = Math.Min(to, t);
            }
            return from <= to;
        }
    }

    /// <summary>The box with its width at most so much, in the middle of where it was.</summary>
    public Box Narrowed(double most) => Width <= most ? this : this with { X = X + (Width - most) / 2, Width = most };

    /// <summary>The box with its height at most so much, in the middle of where it was.</summary>
    public Box Lowered(double most) => Height <= most ? this : this with { Y = Y + (Height - most) / 2, Height = most };
}
