using OneWhole.Core.Studies;

namespace OneWhole.Core.Drawing;

/// <summary>Puts labels where they fit: in a bar, turned in a narrow one, or past its end.</summary>
internal static class LabelFit
{
    /// <summary>Whether a box has room for a line of print at all, level or turned; where it has none, no text needs to be made.</summary>
    public static bool HasRoom(FigureBuilder figure, Box box)
    {
        double line = Math.Min(figure.Amounts.LineHeight, figure.Shares.LineHeight),
            shorter = Math.Min(box.Width, box.Height),
            longer = Math.Max(box.Width, box.Height);
        return shorter >= line + 1 && longer >= line;
    }

    /// <summary>Lines in the middle of a box, in the ink that stands out from its fill; turned by a quarter where only that fits.</summary>
    /// <returns>Whether they fitted.</returns>
    public static bool Inside(
        FigureBuilder figure,
        string id,
        Box box,
        string fill,
        IReadOnlyList<LabelLine> lines,
        int row,
        string? part,
        bool turn = true
    )
    {
        if (lines.Count == 0)
        {
            return false;
        }
        string ink = On(figure, fill);
        LabelTurn how = turn ? figure.Finish.LabelTurn : LabelTurn.Level;
        TextMark Mark(int line, double x, double y, double degrees) =>
            figure.Text($"{id}-{line}", MarkRole.Label, x, y, "middle", lines[line], ink) with
            {
                Turn = degrees,
                Row = row,
                Part = part,
            };
        if (how != LabelTurn.Turned && lines is [{ IsName: true } name, _] && lines.Sum(line => line.Font.LineHeight) > box.Height - 1)
        {
            // Rather on one line than without its name, and rather the name than its number.
            foreach (LabelLine line in (LabelLine[])[LabelLine.Joined(lines, "  ")[0], name])
            {
                if (figure.TextWidth(line) <= box.Width - 6 && line.Font.LineHeight <= box.Height - 1)
                {
                    return figure.PutWhereFree(
                        [
                            figure.Text(
                                $"{id}-0",
                                MarkRole.Label,
                                box.CentreX,
                                box.CentreY + line.Font.CapHeight / 2,
                                "middle",
                                line,
                                ink
                            ) with
                            {
                                Row = row,
                                Part = part,
                            },
                        ],
                        0
                    );
                }
            }
        }
        for (int kept = how == LabelTurn.Turned ? 0 : lines.Count; kept > 0; kept--)
        {
            // The last line is the share: where two don't fit, it stays.
            int first = lines.Count - kept;
            double width = lines.Skip(first).Max(figure.TextWidth),
                height = lines.Skip(first).Sum(line => line.Font.LineHeight);
            // Digits reach no lower than their line: one line of them needs less.
            double needed = kept == 1 && !lines[first].IsName ? Math.Min(height + 1, lines[first].Font.CapHeight + 4) : height + 1;
            if (width <= box.Width - 6 && needed <= box.Height)
            {
                double top = box.CentreY - height / 2;
                bool all = true;
                for (int line = first; line < lines.Count; line++)
                {
                    Font font = lines[line].Font;
                    all &= figure.PutWhereFree([Mark(line, box.CentreX, top + (font.LineHeight + font.CapHeight) / 2, 0)], 0);
                    top += font.LineHeight;
                }
                return all;
            }
        }
        LabelLine last = lines[^1];
        if (how != LabelTurn.Level && figure.TextWidth(last) <= box.Height - 6 && last.Font.LineHeight <= box.Width - 1)
        {
            return figure.PutWhereFree([Mark(lines.Count - 1, box.CentreX + last.Font.CapHeight / 2, box.CentreY, -90)], 0);
        }
        return false;
    }

    /// <summary>Which way a bar grows from its foot.</summary>
    public enum Growth
    {
        Up,
        Down,
        Right,
        Left,
    }

    /// <summary>Which way a bar grows.</summary>
    /// <param name="upright">Whether it stands; else it lies.</param>
    /// <param name="isBelow">Whether it stands for less than 0.</param>
    public static Growth GrowthOf(bool upright, bool isBelow) =>
        (upright, isBelow) switch
        {
            (true, false) => Growth.Up,
            (true, true) => Growth.Down,
            (false, false) => Growth.Right,
            _ => Growth.Left,
        };

    /// <summary>The share at a bar's foot, in it, and the amount past its end, where the finish wants them apart.</summary>
    /// <param name="lines">The amount and the share.</param>
    /// <returns>Whether they stand so; where not, nothing was put.</returns>
    /// <param name="figure">Takes the mark, and measures.</param>
    /// <param name="id">Of the mark.</param>
    /// <param name="box">Of the bar or piece.</param>
    /// <param name="fill">Of the bar or piece.</param>
    /// <param name="row">Of the workings.</param>
    /// <param name="part">That it stands for.</param>
    /// <param name="growth">The way in which the bar grows.</param>
    public static bool Apart(
        FigureBuilder figure,
        string id,
        Box box,
        string fill,
        IReadOnlyList<LabelLine> lines,
        int row,
        string? part,
        Growth growth
    )
    {
        if (figure.Finish.LabelPlace != LabelPlace.Apart || lines is not [var amount, var share])
        {
            return false;
        }
        double gap = 4 * figure.Unit,
            width = figure.TextWidth(share),
            cap = share.Font.CapHeight;
        bool lies = growth is Growth.Left or Growth.Right;
        bool fits = lies
            ? share.Font.LineHeight <= box.Height + 1 && width + 2 * gap <= box.Width
            : width + 4 <= box.Width && share.Font.LineHeight + gap <= box.Height;
        bool turned =
            !fits
            && !lies
            && figure.Finish.LabelTurn != LabelTurn.Level
            && share.Font.LineHeight <= box.Width + 1
            && width + 2 * gap <= box.Height;
        if (!fits && !turned)
        {
            return false;
        }
        double middle = box.CentreY + cap / 2;
        (double x, double y, string anchor) = growth switch
        {
            Growth.Right => (box.X + gap, middle, "start"),
            Growth.Left => (box.Right - gap, middle, "end"),
            Growth.Up when turned => (box.CentreX + cap / 2, box.Bottom - gap, "start"),
            _ when turned => (box.CentreX + cap / 2, box.Y + gap, "end"),
            Growth.Up => (box.CentreX, box.Bottom - gap, "middle"),
            _ => (box.CentreX, box.Y + gap + cap, "middle"),
        };
        if (
            !figure.PutWhereFree(
                [
                    figure.Text($"{id}-foot", MarkRole.Label, x, y, anchor, share, On(figure, fill)) with
                    {
                        Turn = turned ? -90 : 0,
                        Row = row,
                        Part = part,
                    },
                ],
                0
            )
        )
        {
            return false;
        }
        if (!lies)
        {
            AtEnd(figure, id, box, fill, amount, row, part, growth == Growth.Down);
            return true;
        }
        PastEnd(figure, id, box, fill, amount, row, part, growth);
        return true;
    }

    /// <summary>A label past the end of a lying bar.</summary>
    public static void PastEnd(FigureBuilder figure, string id, Box box, string fill, LabelLine line, int row, string? part, Growth growth)
    {
        double gap = 4 * figure.Unit,
            baseline = box.CentreY + line.Font.CapHeight / 2;
        (double end, string side) = growth == Growth.Right ? (box.Right + gap, "start") : (box.X - gap, "end");
        TextMark mark = figure.Text(id, MarkRole.Label, end, baseline, side, line, Beside(figure, fill));
        figure.PutWhereFree([mark with { Row = row, Part = part }], 0);
    }

    /// <summary>
    /// A label over the end of an upright bar, or under that of one that hangs; turned by a quarter where the bar is too narrow for it.
    /// </summary>
    /// <returns>Whether it fitted.</returns>
    public static bool AtEnd(FigureBuilder figure, string id, Box box, string fill, LabelLine line, int row, string? part, bool down)
    {
        double gap = 4 * figure.Unit,
            width = figure.TextWidth(line),
            cap = line.Font.CapHeight;
        LabelTurn how = figure.Finish.LabelTurn;
        TextMark Mark(double x, double y, string anchor) =>
            figure.Text(id, MarkRole.Label, x, y, anchor, line, Beside(figure, fill)) with
            {
                Row = row,
                Part = part,
            };
        if (how != LabelTurn.Turned && width <= box.Width + 2)
        {
            return figure.PutWhereFree([Mark(box.CentreX, down ? box.Bottom + gap + cap : box.Y - gap, "middle")], 0);
        }
        return how != LabelTurn.Level
            && line.Font.LineHeight <= box.Width + 4
            && figure.PutWhereFree(
                [Mark(box.CentreX + cap / 2, down ? box.Bottom + gap : box.Y - gap, down ? "end" : "start") with { Turn = -90 }],
                0
            );
    }

    /// <summary>The height that labels over the ends of upright bars need; none where they don't fit there.</summary>
    /// <param name="figure">The figure.</param>
    /// <param name="widest">The widest of them.</param>
    /// <param name="bar">How broad a bar is.</param>
    /// <param name="most">The most that may be given to them.</param>
    public static double HeadRoom(FigureBuilder figure, double widest, double bar, double most)
    {
        Font font = figure.Amounts;
        return widest <= bar + 2 && figure.Finish.LabelTurn != LabelTurn.Turned ? font.LineHeight + 2 * figure.Unit
            : font.LineHeight <= bar + 4 && figure.Finish.LabelTurn != LabelTurn.Level ? Math.Min(most, widest + 8 * figure.Unit)
            : 0;
    }

    /// <summary>The ink of a label on a fill: the chosen one, or the one that stands out.</summary>
    public static string On(FigureBuilder figure, string fill) =>
        figure.Finish.LabelInk == LabelInk.Chosen ? figure.Finish.LabelColour : Contrast.TextOn(fill);

    /// <summary>The ink of a label on the sheet, beside its bar: the chosen one, the bar's own, or the text's.</summary>
    /// <param name="own">Whether the form itself would have the bar's own, as dark as it has to be to be read.</param>
    /// <param name="figure">Knows the finish.</param>
    /// <param name="fill">Of the bar.</param>
    public static string Beside(FigureBuilder figure, string fill, bool own = false) =>
        figure.Finish.LabelInk switch
        {
            LabelInk.Chosen => figure.Finish.LabelColour,
            LabelInk.Part => fill,
            _ => own ? Ink.Readable(fill) : Ink.Text,
        };

    /// <summary>
    /// Texts at a side, each as near as can be to where it belongs, kept a line apart; a thin line leads to what was moved far.
    /// </summary>
    /// <param name="entries">Where each belongs (its middle), and its text.</param>
    /// <param name="top">The least place.</param>
    /// <param name="bottom">The greatest.</param>
    /// <param name="lineHeight">How far apart they stand.</param>
    /// <returns>The places, in the order of the entries.</returns>
    public static double[] Spread(IReadOnlyList<double> entries, double top, double bottom, double lineHeight)
    {
        int[] order = [.. Enumerable.Range(0, entries.Count).OrderBy(at => entries[at])];
        var places = new double[entries.Count];
        double last = double.NegativeInfinity;
        foreach (int at in order)
        {
            last = places[at] = Math.Max(Math.Max(entries[at], top), last + lineHeight);
        }
        double next = bottom + lineHeight;
        foreach (int at in order.Reverse())
        {
            next = places[at] = Math.Min(places[at], next - lineHeight);
        }
        return places;
    }
}
