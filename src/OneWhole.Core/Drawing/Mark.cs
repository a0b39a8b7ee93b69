using System.Text.Json.Serialization;

namespace OneWhole.Core.Drawing;

/// <summary>
/// One drawn thing. Its id is stable from figure to figure, so that what stays can move; its role says what it is, and
/// whoever paints marks knows roles, never forms.
/// </summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "shape")]
[JsonDerivedType(typeof(RectMark), "rect")]
[JsonDerivedType(typeof(PathMark), "path")]
[JsonDerivedType(typeof(TextMark), "text")]
public abstract record Mark(string Id, MarkRole Role)
{
    /// <summary>The row of the workings that the mark stands for, or −1.</summary>
    public int Row { get; init; } = -1;

    /// <summary>The key of the part, for colours and the key.</summary>
    public string? Part { get; init; }

    /// <summary>The group that it stands for; null for none.</summary>
    public string? Group { get; init; }

    /// <summary>How the mark is dragged or clicked to change the study.</summary>
    public Edit? Edit { get; init; }

    /// <summary>The room the mark takes.</summary>
    [JsonIgnore]
    public abstract Box Bounds { get; }
}

/// <summary>A rectangle.</summary>
public sealed record RectMark(string Id, MarkRole Role, double X, double Y, double Width, double Height, string? Fill) : Mark(Id, Role)
{
    /// <summary>The colour of its edge; null for none.</summary>
    public string? Stroke { get; init; }

    /// <summary>Of its edge, in pixels.</summary>
    public double StrokeWidth { get; init; }

    /// <inheritdoc/>
    [JsonIgnore]
    public override Box Bounds => new(X, Y, Width, Height);
}

/// <summary>Straight lines through points; several runs make one path.</summary>
public sealed record PathMark(string Id, MarkRole Role, IReadOnlyList<IReadOnlyList<double>> Runs) : Mark(Id, Role)
{
    /// <summary>Filled and closed where there is a fill.</summary>
    public string? Fill { get; init; }

    /// <summary>The colour of its line; null for none.</summary>
    public string? Stroke { get; init; }

    /// <summary>Of its line, in pixels.</summary>
    public double StrokeWidth { get; init; } = 1;

    /// <summary>Dash and gap lengths in pixels, or null.</summary>
    public IReadOnlyList<double>? Dash { get; init; }

    /// <summary>For many neighbours in one path: how a place becomes a row.</summary>
    public RowStrip? Strip { get; init; }

    /// <inheritdoc/>
    [JsonIgnore]
    public override Box Bounds
    {
        get
        {
            double left = double.MaxValue,
                top = double.MaxValue,
                right = double.MinValue,
                bottom = double.MinValue;
            foreach (IReadOnlyList<double> run in Runs)
            {
                for (int i = 0; i + 1 < run.Count; i += 2)
                {
                    left = Math.Min(left, run[i]);
                    right = Math.Max(right, run[i]);
                    top = Math.Min(top, run[i + 1]);
                    bottom = Math.Max(bottom, run[i + 1]);
                }
            }
            return right < left ? default : new Box(left, top, right - left, bottom - top);
        }
    }
}

/// <summary>Rows laid side by side from <paramref name="From"/> to <paramref name="To"/> along an axis.</summary>
public sealed record RowStrip(string Axis, double From, double To, int Count);

/// <summary>One line of text.</summary>
/// <param name="X">The anchor.</param>
/// <param name="Y">The baseline.</param>
/// <param name="Anchor">"start", "middle" or "end".</param>
/// <param name="Id">Stable: marks that stay can move.</param>
/// <param name="Role">What it is for.</param>
/// <param name="Text">What is written.</param>
/// <param name="Size">In pixels.</param>
/// <param name="Weight">100 to 900.</param>
/// <param name="Typeface">Of the text.</param>
/// <param name="Fill">The ink.</param>
public sealed record TextMark(
    string Id,
    MarkRole Role,
    double X,
    double Y,
    string Anchor,
    string Text,
    double Size,
    int Weight,
    string Typeface,
    string Fill
) : Mark(Id, Role)
{
    /// <summary>Degrees clockwise about the anchor.</summary>
    public double Turn { get; init; }

    /// <summary>The whole text where it was shortened.</summary>
    public string? Full { get; init; }

    /// <summary>The measured width in pixels.</summary>
    public double Width { get; init; }

    /// <inheritdoc/>
    [JsonIgnore]
    public override Box Bounds
    {
        get
        {
            double left = Anchor switch
            {
                "end" => -Width,
                "middle" => -Width / 2,
                _ => 0,
            };
            double up = -Size * 0.75,
                down = Size * 0.22;
            if (Turn == 0)
            {
                return new Box(X + left, Y + up, Width, down - up);
            }
            double angle = Turn * Math.PI / 180,
                cos = Math.Cos(angle),
                sin = Math.Sin(angle);
            // The sums of the ends that lie furthest to each side: the text's own extents, turned.
            double ax = left * cos,
                bx = (left + Width) * cos,
                cx = -up * sin,
                dx = -down * sin;
            double ay = left * sin,
                by = (left + Width) * sin,
                cy = up * cos,
                dy = down * cos;
            double x = X + Math.Min(ax, bx) + Math.Min(cx, dx),
                y = Y + Math.Min(ay, by) + Math.Min(cy, dy);
            return new Box(x, y, X + Math.Max(ax, bx) + Math.Max(cx, dx) - x, Y + Math.Max(ay, by) + Math.Max(cy, dy) - y);
        }
    }
}

/// <summary>
/// How a mark changes the study: a place along an axis becomes a value for a path, linearly between two ends.
/// </summary>
/// <param name="Path">The place in the study ("form.cuts[0].share").</param>
/// <param name="Control">"drag-x", "drag-y", "move" (then <see cref="FromPixel"/> and <see cref="ToPixel"/> are the plot's width and
/// height), or "turn" (then they are degrees clockwise from the top, about <see cref="Across"/> and <see cref="Down"/>).</param>
public sealed record Edit(string Path, string Control)
{
    /// <summary>The pixel that stands for <see cref="FromValue"/>.</summary>
    public double FromPixel { get; init; }

    /// <summary>The pixel that is <see cref="ToValue"/>.</summary>
    public double ToPixel { get; init; }

    /// <summary>The value at the first pixel.</summary>
    public double FromValue { get; init; }

    /// <summary>The value at the last pixel.</summary>
    public double ToValue { get; init; }

    /// <summary>The smallest value that it takes.</summary>
    public double Least { get; init; }

    /// <summary>The largest value that it takes.</summary>
    public double Most { get; init; }

    /// <summary>The value snaps to multiples of this.</summary>
    public double Step { get; init; }

    /// <summary>
    /// For "move": how far the thing stands from its place now, across, in hundredths of the plot. For "turn": x of the middle.
    /// </summary>
    public double Across { get; init; }

    /// <summary>Likewise down.</summary>
    public double Down { get; init; }

    /// <summary>The place in the study that is taken out when the thing is dropped.</summary>
    public string? Drop { get; init; }

    /// <summary>The value now, for keys.</summary>
    public double Value { get; init; }

    /// <summary>What a screen reader calls it.</summary>
    public string? Name { get; init; }
}
