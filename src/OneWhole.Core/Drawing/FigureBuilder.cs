using OneWhole.Core.Studies;

namespace OneWhole.Core.Drawing;

/// <summary>One entry of the key.</summary>
/// <param name="Fill">A colour's name.</param>
public sealed record KeyEntry(string Text, string Fill)
{
    public string? Part { get; init; }
}

/// <summary>Where a form lays out its marks: the plot, the measure of text, and what is in the way.</summary>
public sealed class FigureBuilder
{
    private readonly List<Mark> _marks = [];

    internal FigureBuilder(double width, double height, ITextMeasurer measurer, Finish finish)
    {
        Width = width;
        Height = height;
        Measurer = measurer;
        Finish = finish;
        IsMiniature = width < 240 || height < 150;
        Unit = Math.Clamp(Math.Sqrt(Math.Min(width / 720, height / 480)), 0.78, 6);
    }

    public double Width { get; }

    public double Height { get; }

    public ITextMeasurer Measurer { get; }

    public Finish Finish { get; }

    /// <summary>Too small for text: only the shape is drawn.</summary>
    public bool IsMiniature { get; }

    /// <summary>Text and gaps grow with the sheet, more slowly than it does: 1 at 720 × 480.</summary>
    public double Unit { get; }

    /// <summary>The room for the form.</summary>
    public Box Plot { get; internal set; }

    public Obstacles Obstacles { get; } = new();

    public IReadOnlyList<Mark> Marks => _marks;

    /// <summary>The text of axes, names and labels; never under 9 pixels.</summary>
    public Font Small => new(Typeface.Sans, Math.Max(9, Math.Round(12 * Unit * 2) / 2));

    public Font Strong => Small with { Weight = 600 };

    public Font Title => new(Typeface.Serif, Math.Round(20 * Unit), 500);

    public double TextWidth(string text, Font font) => Measurer.Width(text, font);

    public void Add(Mark mark) => _marks.Add(mark);

    public TextMark Text(string id, string role, double x, double y, string anchor, string text, Font font, string fill)
    {
        var mark = new TextMark(id, role, x, y, anchor, text, font.Size, font.Weight, font.Typeface == Typeface.Serif ? "serif" : "sans", fill)
        {
            Width = Measurer.Width(text, font),
        };
        return mark;
    }

    /// <summary>A text shortened to a room; what was shortened keeps its whole text for pointing.</summary>
    public TextMark Text(string id, string role, double x, double y, string anchor, string text, Font font, string fill, double room)
    {
        string shown = TextFit.Shorten(Measurer, text, font, room);
        return Text(id, role, x, y, anchor, shown, font, fill) with { Full = shown == text ? null : text };
    }

    /// <summary>Adds a text and keeps others away from it.</summary>
    public TextMark Put(TextMark mark)
    {
        _marks.Add(mark);
        Obstacles.Add(mark.Bounds);
        return mark;
    }

    /// <summary>Adds a text at the first of several places that is free and on the sheet.</summary>
    /// <returns>Whether there was one.</returns>
    public bool PutWhereFree(IEnumerable<TextMark> places, double gap = 2)
    {
        var sheet = new Box(1, 1, Width - 2, Height - 2);
        foreach (TextMark place in places)
        {
            Box box = place.Bounds;
            if (sheet.Contains(box) && Obstacles.IsFree(box, gap))
            {
                Put(place);
                return true;
            }
        }
        return false;
    }

    public void Line(string id, string role, double ax, double ay, double bx, double by, string stroke, double width = 1, IReadOnlyList<double>? dash = null) =>
        Add(new PathMark(id, role, [[Round(ax), Round(ay), Round(bx), Round(by)]]) { Stroke = stroke, StrokeWidth = width, Dash = dash });

    /// <summary>The colour of a part: the analyst's own, or the given one.</summary>
    public string Colour(string part, string otherwise) => Finish.Colours.GetValueOrDefault(part, otherwise);

    internal static double Round(double pixel) => Math.Round(pixel * 100) / 100;

    internal static Box Round(Box box) => new(Round(box.X), Round(box.Y), Round(box.Width), Round(box.Height));

    /// <summary>A filled rectangle, to a hundredth of a pixel.</summary>
    internal static RectMark Rect(string id, string role, Box box, string fill)
    {
        (double x, double y, double width, double height) = Round(box);
        return new RectMark(id, role, x, y, width, height, fill);
    }
}
