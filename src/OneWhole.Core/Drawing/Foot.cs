using OneWhole.Core.Forms;
using OneWhole.Core.Numbers;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Drawing;

/// <summary>
/// A figure's last line: whether it adds up, what has no room, where it is from; the key at its left where both have room.
/// </summary>
internal sealed class Foot
{
    private readonly FigureBuilder _figure;
    private readonly double _margin;
    private readonly double _inner;
    private readonly double _baseline;
    private readonly double _tick;
    private readonly double _gap;
    private readonly bool _proven;
    private readonly string _addsUp;
    private readonly double _addsWidth;
    private readonly string _note;
    private readonly string _from;
    private readonly string _reserved;
    private double _keyWidth;

    /// <param name="figure">The figure.</param>
    /// <param name="workings">What it shows.</param>
    /// <param name="statement">Its sentence.</param>
    /// <param name="margin">The sheet's margin.</param>
    /// <param name="reserved">The whole line, where it is known what has no room: the key leaves the line to it.</param>
    public Foot(FigureBuilder figure, WorkingsResult workings, Statement statement, double margin, string reserved)
    {
        _reserved = reserved;
        _figure = figure;
        _margin = margin;
        _inner = figure.Width - 2 * margin;
        Font font = figure.Small;
        _baseline = figure.Height - margin + font.Size * 0.2;
        _tick = font.Size * 0.75;
        _gap = font.Size * 0.5;
        Division division = workings.Division;
        (_proven, _addsUp) = workings.Outcome;
        _addsWidth = figure.TextWidth(_addsUp, font);
        RowCounts rows = division.Rows;
        string total = NumberText.Count(rows.Total),
            counts = rows.Used == rows.Total
                ? FigureWords.Counted("rows", rows.Total, ("count", total))
                : FigureWords.Counted("rowsOf", rows.Total, ("used", NumberText.Count(rows.Used)), ("total", total));
        _from = figure.Finish.Source ?? division.Table.Name;
        string note = _from.Length > 0 ? $"{_from}, {counts}" : counts;
        note = AsOf(division) is { } asOf ? $"{note}, {asOf}" : note;
        // Whatever text stands over it, a figure of amounts that were not counted says so.
        note = division.Study.Trials.Length > 0 ? $"{FigureWords.Of("trial")}; {note}" : note;
        note = division.Study.Form.Form.SaidOfAxis(workings) is { } axis ? $"{axis}; {note}" : note;
        note = LeftUndrawn(division) is { } undrawn ? $"{undrawn}; {note}" : note;
        // The whole is never silent.
        note = figure.Finish.ShowCaption ? note : $"{statement.WholeText}; {note}";
        int warnings = workings.TieOut.Count(line => line.Status == TieOutStatus.Warn);
        _note = warnings > 0 && _proven ? $"{note}, {FigureWords.Counted("notes", warnings, ("count", NumberText.Count(warnings)))}" : note;
    }

    /// <summary>"as of 2026-11-28 14:05", of rows that stay where they are; null where they are here.</summary>
    internal static string? AsOf(Division division) =>
        division.AsOf is { } asOf
            ? FigureWords.Of(
                "asOf",
                ("when", asOf.ToLocalTime().ToString("yyyy-MM-dd HH:mm", System.Globalization.CultureInfo.InvariantCulture))
            )
            : null;

    private double Used(string note) => _addsWidth + _tick + _figure.TextWidth(note, _figure.Small) + 3 * _gap;

    private string Fitted(string note, double room) =>
        TextFit.Shorten(_figure.Measurer, note, _figure.Small, Math.Max(_figure.Small.Size, room - _addsWidth - _tick - 3 * _gap));

    /// <summary>Draws the key where it stands beneath the plot.</summary>
    /// <returns>The bottom of what is left for the plot.</returns>
    public double Top(KeyDrawer key)
    {
        double top = _baseline - _figure.Small.CapHeight - Math.Round(10 * _figure.Unit);
        // What it says is known at the end; nothing is put there meanwhile.
        _figure.Obstacles.Add(new Box(_margin, _baseline - _figure.Small.Size, _inner, _figure.Small.LineHeight));
        if (_figure.Finish.KeyPlace is not (KeyPlace.Auto or KeyPlace.Beneath))
        {
            return top;
        }
        double height = key.Beneath(_margin, _inner, _baseline, Used(Fitted(_reserved.Length > 0 ? _reserved : _note, _inner)));
        _keyWidth = key.LineWidth;
        return top - height;
    }

    /// <summary>Whether it can be said in full what has no room, beside where the figure is from.</summary>
    public bool HasRoomFor(LeftOut left) => left.IsNothing || Used(With(left)) <= _inner - _keyWidth;

    /// <summary>Whether that alone can be said in full.</summary>
    public bool HasRoomForWords(LeftOut left) => Used(left.Words) <= _inner - _keyWidth;

    /// <summary>The whole line: what has no room, and where the figure is from.</summary>
    public string With(LeftOut left) => left.IsNothing ? _note : $"{left.Words}; {_note}";

    /// <summary>Draws the line, once it is known what has no room.</summary>
    public void Draw(LeftOut left)
    {
        Font font = _figure.Small;
        double right = _figure.Width - _margin;
        string whole = With(left),
            note = Fitted(whole, _inner - _keyWidth);
        if (!left.IsNothing && note != whole)
        {
            // Rather without how many rows there are, or where they are from, than cut in the middle of it.
            string named = $"{left.Words}; {_from}";
            note = Used(named) <= _inner - _keyWidth ? named : Fitted(left.Words, _inner - _keyWidth);
        }
        _figure.Put(
            _figure.Text("tie-out-source", MarkRole.TieOut, right, _baseline, "end", note, font, left.IsNothing ? Ink.Quiet : Ink.Text) with
            {
                Full = note == whole ? null : whole,
            }
        );
        double markRight = right - _figure.TextWidth(note, font) - 2 * _gap;
        _figure.Add(Glyph(_proven, markRight - _tick, _baseline, _tick));
        _figure.Put(
            _figure.Text(
                "tie-out",
                MarkRole.TieOut,
                markRight - _tick - _gap,
                _baseline,
                "end",
                _addsUp,
                font,
                _proven ? Ink.Quiet : Ink.Warn
            )
        );
    }

    /// <summary>"5 of 37 shown, 71.4 % of all", where a folded part is in the workings and is not drawn.</summary>
    private static string? LeftUndrawn(Division division)
    {
        int at = LabelEntries.FoldedIn(division.Parts);
        if (at < 0 || DrawnParts.Has(division, at))
        {
            return null;
        }
        int shown = division.PartCount - 1;
        (string, string) some = ("shown", NumberText.Count(shown)),
            all = ("all", NumberText.Count(shown + division.Parts[at].Folded.Count));
        return division.Total.IsZero
            ? FigureWords.Of("shown", some, all)
            : FigureWords.Of(
                "shownShare",
                some,
                all,
                (
                    "share",
                    NumberText.Percent(
                        new Fraction(division.Total - division.PartTotal(at), division.Total),
                        division.Study.Rounding.Decimals
                    )
                )
            );
    }

    /// <summary>A tick or an exclamation mark, as a path: no font is asked for them.</summary>
    private static PathMark Glyph(bool proven, double x, double baseline, double size) =>
        proven
            ? new PathMark(
                "tie-out-glyph",
                MarkRole.TieOut,
                [
                    [x, baseline - size * 0.42, x + size * 0.36, baseline - size * 0.05, x + size, baseline - size * 0.9],
                ]
            )
            {
                Stroke = Ink.ClassA,
                StrokeWidth = Math.Max(1.2, size / 6),
            }
            : new PathMark(
                "tie-out-glyph",
                MarkRole.TieOut,
                [
                    [x + size / 2, baseline - size, x + size / 2, baseline - size * 0.3],
                    [x + size / 2, baseline - size * 0.12, x + size / 2, baseline],
                ]
            )
            {
                Stroke = Ink.Warn,
                StrokeWidth = Math.Max(1.4, size / 5),
            };
}
