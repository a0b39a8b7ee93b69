using OneWhole.Core.Drawing;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms.Pareto;

/// <summary>The cuts of a Pareto: their lines and handles, and their words where nothing is in the way.</summary>
internal sealed class ParetoCuts(ParetoPlot plot)
{
    public void Draw()
    {
        StudyWords words = StudyWords.Of(plot.Division);
        var placed = new List<Action>();
        for (int i = 0; i < plot.Readings.Cuts.Count; i++)
        {
            CutReading reading = plot.Readings.Cuts[i];
            CutFinish finish = i < plot.Figure.Finish.Cuts.Length ? plot.Figure.Finish.Cuts[i] : new CutFinish();
            (double x, double y)? anchor = DrawCut(i, reading, finish);
            if (anchor is { } at)
            {
                int index = i;
                placed.Add(() => plot.Figure.CountCut(PutCutWords(index, reading, finish, at.x, at.y, words)));
            }
        }
        // Lines first, so that no words are put where another cut's line runs.
        placed.ForEach(place => place());
    }

    private static readonly double[] Dashes = [4, 3];

    /// <summary>Draws the lines and the handle of a cut, and returns where they meet the curve.</summary>
    private (double X, double Y)? DrawCut(int index, CutReading reading, CutFinish finish)
    {
        double bottom = plot.Shares.At(0);
        double x,
            y;
        Edit edit;
        if (reading.Cut.Share is { } share)
        {
            y = plot.Shares.At(share.ToDouble());
            if (reading.PartsNeeded is null && plot.Division.WholeAt(0).IsZero)
            {
                return null;
            }
            x = reading.PartsNeeded is { } needed
                ? plot.AlongPosition
                    ? CrossingAt(share.ToFraction(), (int)needed)
                    : plot.X(needed)
                : plot.Box.X;
            edit = new Edit($"form.cuts[{index}].share", "drag-y")
            {
                FromPixel = plot.Shares.At(0),
                ToPixel = plot.Shares.At(1),
                FromValue = 0,
                ToValue = 1,
                Least = 0.01,
                Most = 1,
                Step = 0.01,
                Value = share.ToDouble(),
                Name = "cut at a share",
            };
            double from = finish.Across ? plot.Box.X : x;
            Guide($"cut-{index}-level", from, y, plot.Box.Right, y);
            if (reading.PartsNeeded is not null)
            {
                Guide($"cut-{index}-drop", x, y, x, bottom);
            }
            Handle(index, plot.Box.Right - 3 * plot.Figure.Unit, y, 6 * plot.Figure.Unit, 16 * plot.Figure.Unit, edit);
            return (x, y);
        }
        double at = reading.Cut.Position is { } position
            ? position.ToDouble() * plot.Parts
            : Math.Min(reading.Cut.Count!.Value, plot.Parts);
        x = plot.X(at);
        if (reading.ShareReached is not { } reached)
        {
            return null;
        }
        y = plot.Shares.At(reached.ToDouble());
        edit = reading.Cut.Position is not null
            ? new Edit($"form.cuts[{index}].position", "drag-x")
            {
                FromPixel = plot.Box.X,
                ToPixel = plot.X(plot.Listed),
                FromValue = 0,
                ToValue = (double)plot.Listed / plot.Parts,
                Least = 0.01,
                Most = 1,
                Step = 0.01,
                Value = at / plot.Parts,
                Name = "cut along the parts",
            }
            : new Edit($"form.cuts[{index}].count", "drag-x")
            {
                FromPixel = plot.Box.X,
                ToPixel = plot.X(plot.Listed),
                FromValue = 0,
                ToValue = plot.Listed,
                Least = 1,
                Most = plot.Parts,
                Step = 1,
                Value = reading.Cut.Count!.Value,
                Name = "cut after a number of parts",
            };
        Guide($"cut-{index}-drop", x, finish.Across ? plot.Box.Y : y, x, bottom);
        if (finish.Across)
        {
            Guide($"cut-{index}-level", x, y, plot.Box.Right, y);
        }
        Handle(index, x, bottom, 16 * plot.Figure.Unit, 6 * plot.Figure.Unit, edit);
        return (x, y);
    }

    private double CrossingAt(Fraction share, int needed)
    {
        double before = plot.Readings.ShareAfter(needed - 1)!.Value.ToDouble(),
            after = plot.Readings.ShareAfter(needed)!.Value.ToDouble();
        double part = after == before ? 1 : (share.ToDouble() - before) / (after - before);
        return plot.X(needed - 1 + part);
    }

    private void Guide(string id, double ax, double ay, double bx, double by)
    {
        plot.Figure.Line(
            id,
            MarkRole.Cut,
            ax,
            ay,
            bx,
            by,
            Ink.Cut,
            Math.Max(1, 1.2 * plot.Figure.Unit),
            [.. Dashes.Select(dash => dash * Math.Max(1, plot.Figure.Unit))]
        );
        plot.Figure.Obstacles.AddLine(ax, ay, bx, by);
    }

    private void Handle(int index, double x, double y, double width, double height, Edit edit) =>
        plot.Figure.Add(
            new RectMark(
                $"cut-{index}-handle",
                MarkRole.Handle,
                FigureBuilder.Round(x - width / 2),
                FigureBuilder.Round(y - height / 2),
                width,
                height,
                Ink.Cut
            )
            {
                Edit = edit,
            }
        );

    /// <summary>The cut's words, beside its lines where nothing is in the way: first to the right of the drop, below the level.</summary>
    /// <returns>False where nothing is free.</returns>
    private bool PutCutWords(int index, CutReading reading, CutFinish finish, double x, double y, StudyWords words)
    {
        (string first, string more) = ParetoForm.ReadingWords(reading, plot.Readings, words, plot.Division.Study.Rounding.Decimals);
        if (finish.Words is not null)
        {
            (first, more) = (finish.Words, "");
        }
        Font strong = plot.Figure.Strong,
            small = plot.Figure.Small;
        double unit = plot.Figure.Unit;
        double whole = plot.Figure.TextWidth(first, strong);
        // Both lines, the reading alone, or the reading broken in two: whatever finds room near its cut.
        List<List<(string Text, Font Font)>> settings =
        [
            [(first, strong)],
        ];
        if (more.Length > 0)
        {
            settings.Insert(0, [(first, strong), (more, small)]);
        }
        foreach (double part in (ReadOnlySpan<double>)[0.62, 0.45])
        {
            settings.Add([.. TextFit.Wrap(plot.Figure.Measurer, first, strong, whole * part, 4).Select(line => (line, strong))]);
        }
        (double Width, double Height) Size(List<(string Text, Font Font)> lines) =>
            (
                lines.Max(line => plot.Figure.TextWidth(line.Text, line.Font)),
                (lines.Count - 1) * small.LineHeight + strong.CapHeight + small.Descent
            );
        if (finish.Moved.Length == 2)
        {
            (double width, double height) = Size(settings[0]);
            double toX = Math.Clamp(
                x + 10 * unit + finish.Moved[0].ToDouble() / 100 * plot.Box.Width,
                4,
                Math.Max(4, plot.Figure.Width - width - 4)
            );
            double toY = Math.Clamp(y + 14 * unit + finish.Moved[1].ToDouble() / 100 * plot.Box.Height, 4, plot.Figure.Height - height - 4);
            Write(new Box(toX, toY, width, height), settings[0]);
            return true;
        }
        foreach (bool far in (ReadOnlySpan<bool>)[false, true])
        {
            foreach (List<(string Text, Font Font)> lines in settings)
            {
                (double width, double height) = Size(lines);
                foreach (Box box in far ? FarPlaces(x, y, width, height) : NearPlaces(x, y, width, height))
                {
                    if (
                        Room.Contains(box)
                        && plot.Figure.Obstacles.IsFree(box, 3 * unit)
                        && !CoversBars(box)
                        && (!far || Lead(index, box, x, y))
                    )
                    {
                        Write(box, lines);
                        return true;
                    }
                }
            }
        }
        return false;

        void Write(Box box, List<(string Text, Font Font)> lines)
        {
            var edit = new Edit($"finish.cuts[{index}]", "move")
            {
                FromPixel = plot.Box.Width,
                ToPixel = plot.Box.Height,
                Name = "words of the cut",
                Drop = $"form.cuts[{index}]",
                Across = (box.X - x - 10 * unit) / plot.Box.Width * 100,
                Down = (box.Y - y - 14 * unit) / plot.Box.Height * 100,
            };
            for (int line = 0; line < lines.Count; line++)
            {
                TextMark mark = plot.Figure.Text(
                    line == 0 ? $"cut-{index}-words" : $"cut-{index}-words-{line}",
                    MarkRole.CutWords,
                    box.X,
                    box.Y + strong.CapHeight + line * small.LineHeight,
                    "start",
                    lines[line].Text,
                    lines[line].Font,
                    Ink.Cut
                );
                plot.Figure.Put(line == 0 ? mark with { Edit = edit } : mark);
            }
        }
    }

    /// <summary>A thin line from words that found no room near their cut to where it meets the curve.</summary>
    /// <returns>False where it would run through other words.</returns>
    private bool Lead(int index, Box words, double x, double y)
    {
        double fromX = Math.Clamp(x, words.X, words.Right),
            fromY = Math.Clamp(y, words.Y, words.Bottom);
        double length = Math.Sqrt((fromX - x) * (fromX - x) + (fromY - y) * (fromY - y)),
            gap = 4 * plot.Figure.Unit;
        if (length > 6 * gap)
        {
            double part = gap / length;
            double ax = fromX + (x - fromX) * part,
                ay = fromY + (y - fromY) * part,
                bx = x + (fromX - x) * part,
                by = y + (fromY - y) * part;
            if (plot.Figure.Marks.OfType<TextMark>().Any(text => text.Bounds.Crosses(ax, ay, bx, by)))
            {
                return false;
            }
            plot.Figure.Line($"cut-{index}-lead", MarkRole.Cut, ax, ay, bx, by, Ink.Cut, 0.75 * plot.Figure.Unit);
            plot.Figure.Obstacles.AddLine(ax, ay, bx, by);
        }
        return true;
    }

    private Box Room =>
        new(
            plot.Box.X + 2,
            plot.Box.Y - plot.Figure.Small.LineHeight,
            plot.Box.Width - 4,
            plot.Box.Height + plot.Figure.Small.LineHeight - 2
        );

    private IEnumerable<Box> NearPlaces(double x, double y, double width, double height)
    {
        double apart = 10 * plot.Figure.Unit;
        yield return new Box(x + apart, y + apart, width, height);
        yield return new Box(x + apart, y - apart - height, width, height);
        for (int step = 1; step <= 12; step++)
        {
            yield return new Box(x + apart, y + apart + step * height * 0.8, width, height);
        }
        yield return new Box(x - apart - width, y - apart - height, width, height);
        for (int step = 0; step <= 10; step++)
        {
            yield return new Box(x - apart - width, y + apart + step * height, width, height);
        }
    }

    private IEnumerable<Box> FarPlaces(double x, double y, double width, double height)
    {
        double apart = 10 * plot.Figure.Unit;
        for (int step = 0; step <= 10; step++)
        {
            yield return new Box(x + apart + step * 40, y + apart + step * height * 0.5, width, height);
            yield return new Box(plot.Box.Right - width - apart * 1.5, y + apart + step * height, width, height);
            yield return new Box(plot.Box.X + apart, y - apart - height - step * height, width, height);
        }
        for (double row = plot.Box.Bottom - height - apart; row > plot.Box.Y; row -= height)
        {
            yield return new Box(plot.Box.Right - width - apart * 2, row, width, height);
            yield return new Box(plot.Box.CentreX - width / 2, row, width, height);
        }
    }

    private bool CoversBars(Box box)
    {
        if (plot.AlongPosition && plot.Parts > ParetoPlot.MostSeparateBars)
        {
            return false;
        }
        int first = Math.Clamp((int)((box.X - plot.Box.X) / plot.Band), 0, plot.Bars - 1),
            last = Math.Clamp((int)((box.Right - plot.Box.X) / plot.Band), 0, plot.Bars - 1);
        double zero = plot.Amounts.At(0);
        for (int row = first; row <= last; row++)
        {
            double top = plot.Amounts.At(plot.Value(row));
            double highest = Math.Min(top, zero) - plot.Figure.Small.LineHeight;
            if (box.Bottom > highest && box.Y < Math.Max(top, zero))
            {
                return true;
            }
        }
        return false;
    }
}
