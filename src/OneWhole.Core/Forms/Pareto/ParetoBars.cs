using OneWhole.Core.Drawing;
using OneWhole.Core.Numbers;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms.Pareto;

/// <summary>The bars of a Pareto with their labels.</summary>
internal sealed class ParetoBars(ParetoPlot plot)
{
    public void Draw()
    {
        if (plot.Bars > ParetoPlot.MostSeparateBars || plot.Band < 1)
        {
            DrawMergedBars(plot.Amounts.At(0));
            return;
        }
        for (int row = 0; row < plot.Bars; row++)
        {
            string key = plot.Division.Parts[row].Key;
            plot.Figure.Add(
                FigureBuilder.Rect($"bar-{key}", MarkRole.Bar, plot.BarWithin(row), plot.InkOf(row)) with
                {
                    Row = row,
                    Part = key,
                    Edit = plot.Figure.IsMiniature ? null : TrialEnds.Of(plot.Workings, row, plot.Field, 0, 1),
                }
            );
        }
    }

    /// <summary>Neighbours narrower than a pixel, as one stepped area for each class; hit by place.</summary>
    private void DrawMergedBars(double zero)
    {
        for (int first = 0; first < plot.Bars; )
        {
            string ink = ClassInk(first);
            int last = LastOf(first, ink);
            var run = new List<double> { plot.SlotX(first), zero };
            double pixel = Math.Floor(plot.SlotX(first)),
                extreme = zero;
            for (int row = first; row <= last; row++)
            {
                double top = plot.TopWithin(row),
                    at = Math.Floor(plot.SlotX(row));
                if (at > pixel)
                {
                    Step(pixel, at);
                    pixel = at;
                    extreme = top;
                }
                else if (Math.Abs(top - zero) > Math.Abs(extreme - zero))
                {
                    extreme = top;
                }
            }
            double end = plot.SlotX(last + 1);
            Step(Math.Max(pixel, plot.SlotX(first)), end);
            run.AddRange([FigureBuilder.Round(end), zero]);
            plot.Figure.Add(
                new PathMark($"bars-{ink}-{first}", MarkRole.Bar, [run])
                {
                    Fill = Ink.In(plot.Figure.Finish.Palette, ink),
                    StrokeWidth = 0,
                    Strip = new RowStrip("x", plot.Box.X, plot.SlotX(plot.Bars), plot.Bars),
                }
            );
            first = last + 1;

            void Step(double from, double to)
            {
                double level = FigureBuilder.Round(extreme);
                run.AddRange([FigureBuilder.Round(from), level, FigureBuilder.Round(to), level]);
            }
        }
    }

    /// <summary>The last of the neighbours with one ink.</summary>
    private int LastOf(int first, string ink)
    {
        int last = first;
        if (plot.Division.HasNegative)
        {
            while (last + 1 < plot.Bars && ClassInk(last + 1) == ink)
            {
                last++;
            }
            return last;
        }
        // The running share only grows, and the classes with it.
        for (int other = plot.Bars; other - last > 1; )
        {
            int middle = last + (other - last) / 2;
            (last, other) = ClassInk(middle) == ink ? (middle, other) : (last, middle);
        }
        return last;
    }

    private string ClassInk(int row) => ParetoLayout.InkOf(plot.Workings, row);

    /// <summary>What a bar's label says.</summary>
    private string LabelOf(int row, LabelText what, WorkingColumn shown, bool signed)
    {
        ExactInt own = plot.Division.Amount(row);
        string amount = plot.Division.Text(own);
        if (what == LabelText.Amount)
        {
            return amount;
        }
        int decimals = plot.Division.Study.Rounding.Decimals;
        bool trims = plot.Figure.Finish.TrimZeros;
        string share =
            shown.Exact(row) is not { } percent ? NumberText.Dash
            : signed ? ShareText.Of(percent, own.IsZero, decimals, trims)
            : ShareText.Number(percent, own.IsZero, decimals, trims);
        return what == LabelText.Both && !plot.Division.AmountsAreShares ? $"{amount} · {share}" : share;
    }

    /// <summary>
    /// Whether shares have their percent sign: bars are read at the axis of amounts, so that a number alone could be one. Where signs
    /// would turn the labels, or leave one out, the axis of shares says it for all of them.
    /// </summary>
    private bool HasRoomForSigns(LabelText what, WorkingColumn shown, Font font) =>
        !plot.Figure.Finish.Axes.Numbers
        || plot.Figure.Finish.LabelTurn == LabelTurn.Turned
        || (
            !plot.Figure.Room.IsTerse
            && Enumerable
                .Range(0, plot.Rows)
                .All(row => plot.Figure.TextWidth(LabelOf(row, what, shown, signed: true), font) <= RoomForLabel)
        );

    /// <summary>How wide a label may be that stands upright.</summary>
    private double RoomForLabel => plot.Band - 2;

    public void DrawLabels()
    {
        LabelText what = plot.Figure.Finish.Labels;
        if (what == LabelText.None || plot.Rows > ParetoPlot.MostSeparateBars || plot.AlongPosition)
        {
            return;
        }
        Font font = what == LabelText.Amount ? plot.Figure.Amounts : plot.Figure.Shares;
        WorkingColumn shown = plot.Workings["shownShare"];
        double unit = plot.Figure.Unit;
        NameRanks ranks = RanksOf.Parts(plot.Division);
        bool signed = HasRoomForSigns(what, shown, font);
        if (signed)
        {
            plot.Figure.MaySayLess();
        }
        foreach (int row in Enumerable.Range(0, plot.Rows).OrderByDescending(ranks.Weight))
        {
            string text = LabelOf(row, what, shown, signed);
            bool negative = plot.Value(row) < 0;
            double width = plot.Figure.TextWidth(text, font);
            string key = plot.Division.Parts[row].Key,
                id = $"label-{key}",
                fill = plot.InkOf(row);
            Box bar = plot.BarOf(row);
            if (width > RoomForLabel || plot.Figure.Finish.LabelTurn == LabelTurn.Turned)
            {
                LabelFit.AtEnd(plot.Figure, id, bar, fill, new LabelLine(text, font), row, key, negative);
                continue;
            }
            double x = plot.SlotX(row + 0.5);
            string beside = LabelFit.Beside(plot.Figure, fill);
            TextMark Place(double y, string anchor, double at, string ink) =>
                plot.Figure.Text(id, MarkRole.Label, at, y, anchor, text, font, ink) with
                {
                    Row = row,
                    Part = key,
                };
            var places = new List<TextMark>();
            if (negative)
            {
                places.Add(Place(bar.Bottom + font.CapHeight + 5 * unit, "middle", x, beside));
            }
            else
            {
                double above = bar.Y - 5 * unit;
                places.Add(Place(above, "middle", x, beside));
                // Over the dot of the curve, which stands at the first bar's corner.
                places.Add(Place(above - 6 * unit, "middle", x, beside));
                // Beside a cut's line that runs through the bar, and not among the numbers of the axis.
                if (x - 3 * unit - width >= plot.Box.X)
                {
                    places.Add(Place(above, "end", x - 3 * unit, beside));
                }
                places.Add(Place(above, "start", x + 3 * unit, beside));
            }
            if (bar.Height > font.LineHeight * 1.3 && width + 4 <= bar.Width)
            {
                string ink = fill == Ink.ClassA ? Ink.OnFill : LabelFit.On(plot.Figure, fill);
                double gap = plot.BarGap / 2 + 4 * unit,
                    inTop = bar.Y + font.CapHeight + 6 * unit;
                places.Add(Place(inTop, "start", plot.SlotX(row) + gap, ink));
                places.Add(Place(inTop, "middle", x, ink));
                places.Add(Place(bar.Bottom - 6 * unit, "end", plot.SlotX(row + 1) - gap, ink));
            }
            plot.Figure.PutWhereFree(places, 1.5);
        }
    }
}
