using OneWhole.Core.Studies;

namespace OneWhole.Core.Drawing;

/// <summary>One entry of the key.</summary>
/// <param name="Fill">A colour's name.</param>
/// <param name="Text">The name.</param>
public sealed record KeyEntry(string Text, string Fill)
{
    /// <summary>The part that it stands for; null for none.</summary>
    public string? Part { get; init; }

    /// <summary>Whether its bars are outlined, not filled.</summary>
    public bool IsOutlined { get; init; }

    /// <summary>A share that is dragged beside the entry's words: where a class ends; null for none.</summary>
    public Edit? Limit { get; init; }
}

/// <summary>A line of a label in the print that its number has.</summary>
public readonly record struct LabelLine(string Text, Font Font)
{
    /// <summary>Whether it says whose label it is: a name stays where a number beside it has no room.</summary>
    public bool IsName { get; init; }

    /// <summary>Several lines as one, in the print of the last.</summary>
    public static IReadOnlyList<LabelLine> Joined(IReadOnlyList<LabelLine> lines, string between) =>
        lines.Count == 0 ? [] : [new(string.Join(between, lines.Select(line => line.Text)), lines[^1].Font)];
}

/// <summary>Where a form lays out its marks: the plot, the measure of text, and what is in the way.</summary>
public sealed class FigureBuilder
{
    /// <summary>Under this width, or under <see cref="MiniatureHeight"/>, only the shape is drawn.</summary>
    public const double MiniatureWidth = 240;

    /// <summary>The height of a miniature before it is made small, in pixels.</summary>
    public const double MiniatureHeight = 150;

    /// <summary>One of several small figures has axes and names as long as it is so wide and so high.</summary>
    internal const double PanelWidth = 110;

    internal const double PanelHeight = 64;

    private readonly List<Mark> _marks = [];

    internal FigureBuilder(
        double width,
        double height,
        ITextMeasurer measurer,
        Finish finish,
        LabelRoom room = default,
        double? panelUnit = null
    )
    {
        Room = room;
        Width = width;
        Height = height;
        Measurer = measurer;
        Finish = finish;
        IsMiniature = panelUnit is not null
            ? width < PanelWidth || height < PanelHeight
            : width < MiniatureWidth || height < MiniatureHeight;
        Unit = panelUnit ?? UnitOf(width, height);
    }

    /// <summary>The size of text and gaps on a sheet; small figures that are compared have one.</summary>
    internal static double UnitOf(double width, double height) => Math.Clamp(Math.Sqrt(Math.Min(width / 720, height / 480)), 0.78, 6);

    /// <summary>A page of text and lines, without a form.</summary>
    public static FigureBuilder Page(double width, double height, ITextMeasurer measurer, Finish finish) =>
        new(width, height, measurer, finish);

    /// <summary>Of the whole figure, in pixels.</summary>
    public double Width { get; }

    /// <summary>Of the whole figure, in pixels.</summary>
    public double Height { get; }

    /// <summary>Measures texts as they will be drawn.</summary>
    public ITextMeasurer Measurer { get; }

    /// <summary>The looks of the study.</summary>
    public Finish Finish { get; }

    /// <summary>How labels were made to fit, where in their own print they don't.</summary>
    internal LabelRoom Room { get; }

    /// <summary>Whether labels say something that they can leave away where room is short: decimals of amounts, signs.</summary>
    internal bool CanSayLess { get; private set; }

    /// <summary>Labels say something that they can leave away: see <see cref="LabelRoom"/>.</summary>
    internal void MaySayLess() => CanSayLess = true;

    /// <summary>How many labels a form gave up as a set, which no mark tells.</summary>
    internal int GivenUp { get; private set; }

    /// <summary>Says that a set of labels has no room at all.</summary>
    internal void GiveUp(int labels) => GivenUp += labels;

    /// <summary>Counts a label that is no bar's only one, where it has no room.</summary>
    internal void CountLabel(bool hasRoom) => GivenUp += hasRoom ? 0 : 1;

    /// <summary>How many cuts are drawn.</summary>
    internal int Cuts { get; private set; }

    /// <summary>And how many of them have no room for their words.</summary>
    internal int CutsWithoutWords { get; private set; }

    /// <summary>Counts a cut that is drawn.</summary>
    internal void CountCut(bool hasWords)
    {
        Cuts++;
        CutsWithoutWords += hasWords ? 0 : 1;
    }

    /// <summary>Too small for text: only the shape is drawn.</summary>
    public bool IsMiniature { get; }

    /// <summary>Text and gaps grow with the sheet, more slowly than it does: 1 at 720 × 480.</summary>
    public double Unit { get; }

    /// <summary>The room for the form.</summary>
    public Box Plot { get; internal set; }

    /// <summary>
    /// Where bars stand, between names and axes: small figures of one size have it of one size. None where a form has no such field.
    /// </summary>
    internal Box? Field { get; set; }

    /// <summary>What labels must keep off.</summary>
    public Obstacles Obstacles { get; } = new();

    /// <summary>What has been drawn so far, in the order of painting.</summary>
    public IReadOnlyList<Mark> Marks => _marks;

    /// <summary>The text of axes, names and labels; never under 9 pixels.</summary>
    public Font Small => new(Typeface.Sans, Math.Max(9, Math.Round(12 * Unit * 2) / 2));

    /// <summary>Of totals and headings.</summary>
    public Font Strong => Small with { Weight = 600 };

    /// <summary>Of the figure's title.</summary>
    public Font Title => new(Typeface.Serif, Math.Round(20 * Unit * PrintFinish.Step(Finish.Print.Title)), 500);

    /// <summary>The print of names along the bars.</summary>
    public Font Names => Sized(Finish.Print.Names, Finish.Print.StrongNames, Room.NameScale);

    /// <summary>The print of amounts on labels.</summary>
    public Font Amounts => Sized(Finish.Print.Amounts, Finish.Print.StrongAmounts, Room.Scale);

    /// <summary>The print of shares on labels.</summary>
    public Font Shares => Sized(Finish.Print.Shares, Finish.Print.StrongShares, Room.Scale);

    private Font Sized(PrintSize size, bool strong, double scale) =>
        new(Typeface.Sans, Math.Max(9, Math.Round(12 * Unit * PrintFinish.Step(size) * scale * 2) / 2)) { Weight = strong ? 600 : 400 };

    /// <summary>
    /// The rooms that small figures on one scale have in common, while they are measured and drawn; null for a figure by itself.
    /// </summary>
    internal Dictionary<string, double>? Rooms { get; init; }

    /// <summary>Which small figures have names and numbers like this one: others have no room for them.</summary>
    internal string Edge { get; init; } = "";

    /// <summary>
    /// The room that text takes beside the bars: this figure's own, or the largest of all small figures, so that their bars have one scale.
    /// </summary>
    /// <param name="what">What stands there; the same name in each of the figures.</param>
    /// <param name="own">What this figure needs, in pixels.</param>
    public double Common(string what, double own)
    {
        if (Rooms is null)
        {
            return own;
        }
        string key = what is "names" or "axis" ? what + Edge : what;
        return Rooms[key] = Math.Max(own, Rooms.GetValueOrDefault(key));
    }

    /// <summary>
    /// The length by which an axis' numbers are chosen: this figure's own, or the shortest of all small figures, so that they have the
    /// same.
    /// </summary>
    public double AxisLength(double own)
    {
        if (Rooms is null)
        {
            return own;
        }
        return Rooms["length"] = Math.Min(own, Rooms.GetValueOrDefault("length", own));
    }

    /// <summary>What is written over an axis of amounts and one of shares, on wish; null for nothing.</summary>
    internal (string Amounts, string Shares)? AxisTitles { get; set; }

    /// <summary>Whether names stand along the bars.</summary>
    public bool HasNames => !IsMiniature && Finish.Axes.Names;

    /// <summary>The room between bars, in bars' widths; null for the form's own.</summary>
    public double? Gap => Finish.Gap?.ToDouble();

    /// <summary>How broad a bar is in its room: the form's own share of it, or what the room between bars leaves.</summary>
    /// <param name="room">The room of one bar.</param>
    /// <param name="share">How much of it the form gives the bar.</param>
    /// <param name="most">The broadest that the form would have it.</param>
    public double BarThickness(double room, double share, double most = double.PositiveInfinity) =>
        Gap is { } gap ? room / (1 + gap) : Math.Min(room * share, most);

    /// <summary>The width of a text, in pixels.</summary>
    public double TextWidth(string text, Font font) => Measurer.Width(text, font);

    /// <summary>The width of a line of a label, in pixels.</summary>
    public double TextWidth(LabelLine line) => Measurer.Width(line.Text, line.Font);

    /// <summary>Adds a mark, unless the finish hides what it is.</summary>
    public void Add(Mark mark)
    {
        if (!IsHidden(mark.Role))
        {
            _marks.Add(IsMiniature ? mark : Edged(mark));
        }
    }

    /// <summary>Smaller, a bar would be all edge, in pixels.</summary>
    private const double LeastEdged = 3;

    /// <summary>A bar, or an entry's colour, with an edge where its fill does not stand out from the sheet.</summary>
    private Mark Edged(Mark mark) =>
        mark switch
        {
            RectMark { Role: MarkRole.Bar or MarkRole.Key, Fill: { } fill, Stroke: null or Ink.Paper } bar
                when Math.Min(bar.Width, bar.Height) > LeastEdged && Ink.EdgeOf(fill) is { } edge => bar with
            {
                Stroke = edge,
                StrokeWidth = EdgeWidth,
            },
            PathMark { Role: MarkRole.Bar, Fill: { } fill, Stroke: null or Ink.Paper, Strip: null } slice
                when Math.Min(slice.Bounds.Width, slice.Bounds.Height) > LeastEdged && Ink.EdgeOf(fill) is { } edge => slice with
            {
                Stroke = edge,
                StrokeWidth = EdgeWidth,
            },
            _ => mark,
        };

    private double EdgeWidth => Math.Max(0.75, 0.75 * Unit);

    private bool IsHidden(MarkRole role) =>
        role switch
        {
            MarkRole.BaseLine => !Finish.Axes.Line,
            MarkRole.GridLine => !Finish.Axes.Grid,
            MarkRole.Axis => !Finish.Axes.Numbers,
            MarkRole.Name => !Finish.Axes.Names,
            MarkRole.Key => !Finish.Key,
            _ => false,
        };

    /// <summary>Adds a text.</summary>
    public TextMark Text(string id, MarkRole role, double x, double y, string anchor, string text, Font font, string fill)
    {
        var mark = new TextMark(
            id,
            role,
            x,
            y,
            anchor,
            text,
            font.Size,
            font.Weight,
            font.Typeface == Typeface.Serif ? "serif" : "sans",
            fill
        )
        {
            Width = Measurer.Width(text, font),
        };
        return mark;
    }

    /// <summary>A text shortened to a room; what was shortened keeps its whole text for pointing.</summary>
    public TextMark Text(string id, MarkRole role, double x, double y, string anchor, string text, Font font, string fill, double room)
    {
        string shown = TextFit.Shorten(Measurer, text, font, room);
        return Text(id, role, x, y, anchor, shown, font, fill) with { Full = shown == text ? null : text };
    }

    /// <summary>A line of a label, in its own print.</summary>
    public TextMark Text(string id, MarkRole role, double x, double y, string anchor, LabelLine line, string fill) =>
        Text(id, role, x, y, anchor, line.Text, line.Font, fill);

    /// <summary>Adds a text and keeps others away from it.</summary>
    public TextMark Put(TextMark mark)
    {
        if (!IsHidden(mark.Role))
        {
            _marks.Add(mark);
            Obstacles.Add(mark.Bounds);
        }
        return mark;
    }

    /// <summary>Adds a text at the first of several places that is free and on the sheet.</summary>
    /// <returns>Whether there was one.</returns>
    public bool PutWhereFree(IEnumerable<TextMark> places, double gap = 2)
    {
        // A small figure has the sheet's margin around it.
        double edge = Rooms is null ? 1 : -1;
        var sheet = new Box(edge, edge, Width - 2 * edge, Height - 2 * edge);
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

    /// <summary>Adds a line.</summary>
    public void Line(
        string id,
        MarkRole role,
        double ax,
        double ay,
        double bx,
        double by,
        string stroke,
        double width = 1,
        IReadOnlyList<double>? dash = null
    ) =>
        Add(
            new PathMark(
                id,
                role,
                [
                    [Round(ax), Round(ay), Round(bx), Round(by)],
                ]
            )
            {
                Stroke = stroke,
                StrokeWidth = width,
                Dash = dash,
            }
        );

    internal static double Round(double pixel) => Math.Round(pixel * 100) / 100;

    internal static Box Round(Box box) => new(Round(box.X), Round(box.Y), Round(box.Width), Round(box.Height));

    /// <summary>A filled rectangle, to a hundredth of a pixel.</summary>
    internal static RectMark Rect(string id, MarkRole role, Box box, string fill)
    {
        (double x, double y, double width, double height) = Round(box);
        return new RectMark(id, role, x, y, width, height, fill);
    }
}
