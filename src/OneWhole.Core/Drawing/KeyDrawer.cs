using OneWhole.Core.Forms;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Drawing;

/// <summary>
/// Lays the key out: in lines above or beneath the plot, or as a column at its right. What does not fit is left out, whole.
/// </summary>
internal sealed class KeyDrawer
{
    private const int MostLines = 3;

    /// <summary>How far a class limit is dragged from 0 to 100 %.</summary>
    private const double LimitPixels = 200;

    private readonly FigureBuilder _figure;
    private readonly Font _font;
    private readonly (KeyEntry Entry, string Shown, double Width)[] _texts;
    private readonly bool _pilesUp;
    private readonly double _swatch;
    private readonly double _gap;
    private readonly double _between;

    public KeyDrawer(FigureBuilder figure, WorkingsResult workings, double inner)
        : this(figure, workings.Division.Study, EntriesOf(figure, workings), inner) { }

    public KeyDrawer(FigureBuilder figure, Study study, IReadOnlyList<KeyEntry> entries, double inner)
    {
        _figure = figure;
        _font = figure.Small;
        _swatch = _font.Size * 0.8;
        _gap = _font.Size * 0.5;
        _between = _font.Size * 1.5;
        _pilesUp = study.Form.Form.PilesUp(study);
        double longest = Math.Min(inner * 0.3, _font.Size * 16);
        _texts =
        [
            .. entries.Select(entry =>
                TextFit.Shorten(figure.Measurer, entry.Text, _font, entry.Fill.Length == 0 ? inner : longest) is var shown
                    ? (entry, shown, Lead(entry) + figure.TextWidth(shown, _font))
                    : default
            ),
        ];
    }

    /// <summary>The form's entries, and the rule by which parts stand out: said in whole, without a swatch.</summary>
    private static KeyEntry[] EntriesOf(FigureBuilder figure, WorkingsResult workings) =>
        !figure.Finish.Key ? [] : [.. workings.Division.Study.Form.Form.Key(workings), .. RuleOf(workings.Division)];

    /// <summary>The rule by which parts stand out, as an entry without a swatch.</summary>
    public static IEnumerable<KeyEntry> RuleOf(Division division) => Emphasis.Words(division) is { } rule ? [new KeyEntry(rule, "")] : [];

    /// <summary>What it takes of the tie-out's line, where it stands on it.</summary>
    public double LineWidth { get; private set; }

    public bool IsEmpty => _texts.Length == 0;

    private double Lead(KeyEntry entry) => entry.Fill.Length == 0 ? 0 : _swatch + _gap;

    private double LineStep => _font.LineHeight + Math.Round(3 * _figure.Unit);

    private List<List<int>> Lines(double inner)
    {
        var lines = new List<List<int>> { new() };
        double x = 0;
        for (int i = 0; i < _texts.Length; i++)
        {
            if (x + _texts[i].Width > inner && lines[^1].Count > 0)
            {
                lines.Add([]);
                x = 0;
            }
            lines[^1].Add(i);
            x += _texts[i].Width + _between;
        }
        return lines;
    }

    private bool Fit(List<List<int>> lines) => lines.Count <= MostLines && _figure.Height >= (240 + 40 * lines.Count) * _figure.Unit;

    /// <summary>Beneath the plot: at the left of the tie-out where there is room beside it, else in lines of its own above it.</summary>
    /// <param name="margin">Where the lines begin.</param>
    /// <param name="inner">Their length.</param>
    /// <param name="baseline">The tie-out's baseline.</param>
    /// <param name="used">What the tie-out takes of its line.</param>
    /// <returns>The height that the key takes above the tie-out.</returns>
    public double Beneath(double margin, double inner, double baseline, double used)
    {
        if (IsEmpty)
        {
            return 0;
        }
        List<List<int>> lines = Lines(inner);
        if (lines.Count == 1 && lines[0].Sum(i => _texts[i].Width + _between) + used <= inner)
        {
            Line(lines[0], margin, baseline);
            LineWidth = lines[0].Sum(i => _texts[i].Width + _between);
            return 0;
        }
        if (!Fit(lines))
        {
            return 0;
        }
        double gap = Math.Round(4 * _figure.Unit);
        for (int line = 0; line < lines.Count; line++)
        {
            Line(lines[line], margin, baseline - gap - (lines.Count - line) * LineStep);
        }
        return gap + lines.Count * LineStep - Math.Round(2 * _figure.Unit);
    }

    /// <summary>Above the plot.</summary>
    /// <param name="margin">Where the lines begin.</param>
    /// <param name="inner">Their length.</param>
    /// <param name="top">Where they begin, downwards.</param>
    /// <returns>The height that it takes.</returns>
    public double Above(double margin, double inner, double top)
    {
        List<List<int>> lines = Lines(inner);
        if (IsEmpty || !Fit(lines))
        {
            return 0;
        }
        for (int line = 0; line < lines.Count; line++)
        {
            Line(lines[line], margin, top + _font.CapHeight + line * LineStep);
        }
        return lines.Count * LineStep + Math.Round(6 * _figure.Unit);
    }

    /// <summary>At the right of the plot, one entry a line.</summary>
    /// <param name="right">The sheet's inner edge.</param>
    /// <param name="top">The column's top.</param>
    /// <param name="bottom">And its bottom.</param>
    /// <returns>The width that it takes.</returns>
    public double AtRight(double right, double top, double bottom)
    {
        if (IsEmpty || _texts.Length * LineStep > bottom - top)
        {
            return 0;
        }
        double room = _figure.Width * 0.3;
        (KeyEntry Entry, IReadOnlyList<string> Lines)[] wrapped =
        [
            .. _texts.Select(text =>
                (text.Entry, text.Entry.Fill.Length == 0 ? TextFit.Wrap(_figure.Measurer, text.Shown, _font, room, 4) : [text.Shown])
            ),
        ];
        if (_pilesUp)
        {
            // As one sees the stack; the rule stays below.
            wrapped =
            [
                .. wrapped.Where(text => text.Entry.Fill.Length > 0).Reverse(),
                .. wrapped.Where(text => text.Entry.Fill.Length == 0),
            ];
        }
        double width = wrapped.Max(text => Lead(text.Entry) + text.Lines.Max(line => _figure.TextWidth(line, _font))),
            y = top + _font.CapHeight;
        foreach ((KeyEntry entry, IReadOnlyList<string> lines) in wrapped)
        {
            foreach (string line in lines)
            {
                Put(entry, line, right - width, y, line == lines[0]);
                y += LineStep;
            }
        }
        return width + Math.Round(18 * _figure.Unit);
    }

    private void Line(List<int> entries, double x, double baseline)
    {
        foreach (int i in entries)
        {
            (KeyEntry entry, string shown, double width) = _texts[i];
            Put(entry, shown, x, baseline, first: true);
            x += width + _between;
        }
    }

    private void Put(KeyEntry entry, string shown, double x, double baseline, bool first)
    {
        if (entry.Fill.Length > 0)
        {
            _figure.Add(
                new RectMark(
                    $"key-{entry.Text}",
                    MarkRole.Key,
                    x,
                    baseline - _swatch,
                    _swatch,
                    _swatch,
                    entry.IsOutlined ? Ink.Behind : entry.Fill
                )
                {
                    Part = entry.Part,
                    Stroke = entry.IsOutlined ? entry.Fill : null,
                    StrokeWidth = entry.IsOutlined ? 1.5 : 0,
                }
            );
        }
        string id = first ? $"key-text-{entry.Text}" : $"key-text-{entry.Text}-{shown}";
        bool whole = shown == entry.Text || entry.Fill.Length == 0;
        if (entry.Limit is { } limit && first)
        {
            // Two pixels are a percent, wherever the entry stands.
            double width = Math.Round(4 * _figure.Unit),
                at = FigureBuilder.Round(x + Lead(entry) + _figure.TextWidth(shown, _font) + _between / 3);
            double zero = at + width / 2 - limit.Value * LimitPixels;
            Edit edit = limit with { FromPixel = zero, ToPixel = zero + LimitPixels, FromValue = 0, ToValue = 1, Step = 0.01 };
            _figure.Add(
                new RectMark($"key-limit-{limit.Path}", MarkRole.Handle, at, baseline - _swatch, width, _swatch, Ink.Quiet) { Edit = edit }
            );
        }
        _figure.Put(
            _figure.Text(id, MarkRole.Key, x + Lead(entry), baseline, "start", shown, _font, Ink.Quiet) with
            {
                Part = entry.Part,
                Full = whole ? null : entry.Text,
            }
        );
    }
}
