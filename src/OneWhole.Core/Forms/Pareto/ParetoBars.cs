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
        double zero = plot.Amounts.At(0);
        if (plot.Bars > ParetoPlot.MostSeparateBars || plot.Band < 1)
        {
            DrawMergedBars(zero);
            return;
        }
        for (int row = 0; row < plot.Bars; row++)
        {
            double top = Math.Clamp(plot.Amounts.At(plot.Value(row)), plot.Box.Y - 1, plot.Box.Bottom + 1);
            Entry part = plot.Division.Parts[row];
            plot.Figure.Add(FigureBuilder.Rect($"bar-{part.Key}", "bar", new Box(plot.SlotX(row) + plot.BarGap / 2, Math.Min(top, zero), plot.Band - plot.BarGap, Math.Abs(zero - top)), plot.InkOf(row)) with { Row = row, Part = part.Key });
        }
    }

    /// <summary>Neighbours narrower than a pixel, as one stepped area for each class; hit by place.</summary>
    private void DrawMergedBars(double zero)
    {
        for (int first = 0; first < plot.Bars;)
        {
            string ink = ClassInk(first);
            int last = LastOf(first, ink);
            var run = new List<double> { plot.SlotX(first), zero };
            double pixel = Math.Floor(plot.SlotX(first)), extreme = zero;
            for (int row = first; row <= last; row++)
            {
                double top = Math.Clamp(plot.Amounts.At(plot.Value(row)), plot.Box.Y - 1, plot.Box.Bottom + 1);
                if (Math.Floor(plot.SlotX(row)) > pixel)
                {
                    run.AddRange([FigureBuilder.Round(pixel), FigureBuilder.Round(extreme), FigureBuilder.Round(Math.Floor(plot.SlotX(row))), FigureBuilder.Round(extreme)]);
                    pixel = Math.Floor(plot.SlotX(row));
                    extreme = top;
                }
                else if (Math.Abs(top - zero) > Math.Abs(extreme - zero))
                {
                    extreme = top;
                }
            }
            run.AddRange([FigureBuilder.Round(Math.Max(pixel, plot.SlotX(first))), FigureBuilder.Round(extreme), FigureBuilder.Round(plot.SlotX(last + 1)), FigureBuilder.Round(extreme), FigureBuilder.Round(plot.SlotX(last + 1)), zero]);
            plot.Figure.Add(new PathMark($"bars-{ink}-{first}", "bar", [run]) { Fill = Ink.In(plot.Figure.Finish.Palette, ink), StrokeWidth = 0, Strip = new RowStrip("x", plot.Box.X, plot.SlotX(plot.Bars), plot.Bars) });
            first = last + 1;
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
        for (int other = plot.Bars; other - last > 1;)
        {
            int middle = last + (other - last) / 2;
            (last, other) = ClassInk(middle) == ink ? (middle, other) : (last, middle);
        }
        return last;
    }

    private string ClassInk(int row) => ParetoLayout.InkOf(plot.Workings, row);

    public void DrawLabels()
    {
        LabelText what = plot.Figure.Finish.Labels;
        if (what == LabelText.None || plot.Rows > ParetoPlot.MostSeparateBars || plot.AlongPosition)
        {
            return;
        }
        Font font = what == LabelText.Amount ? plot.Figure.Amounts : plot.Figure.Shares;
        WorkingColumn shown = plot.Workings["shownShare"];
        int decimals = plot.Division.Study.Rounding.Decimals;
        NameRanks ranks = RanksOf.Parts(plot.Division);
        foreach (int row in Enumerable.Range(0, plot.Rows).OrderByDescending(ranks.Weight))
        {
            string share = shown.Exact(row) is { } percent ? ShareText.Number(percent, plot.Division.Amount(row).IsZero, decimals, plot.Figure.Finish.TrimZeros) : NumberText.Dash;
            string amount = plot.Division.Text(plot.Division.Amount(row));
            string text = what switch { LabelText.Amount => amount, LabelText.Both when !plot.Division.AmountsAreShares => $"{amount} · {share}", _ => share };
            double x = plot.SlotX(row + 0.5);
            double top = plot.Amounts.At(plot.Value(row)), zero = plot.Amounts.At(0);
            bool negative = plot.Value(row) < 0;
            double width = plot.Figure.TextWidth(text, font);
            string id = $"label-{plot.Division.Parts[row].Key}";
            if (width > plot.Band - 2 || plot.Figure.Finish.LabelTurn == LabelTurn.Turned)
            {
                var bar = new Box(plot.SlotX(row) + plot.BarGap / 2, Math.Min(top, zero), plot.Band - plot.BarGap, Math.Abs(zero - top));
                LabelFit.AtEnd(plot.Figure, id, bar, plot.InkOf(row), new LabelLine(text, font), row, plot.Division.Parts[row].Key, negative);
                continue;
            }
            TextMark Place(double y, string anchor, double at, string ink) =>
                plot.Figure.Text(id, "label", at, y, anchor, text, font, ink) with { Row = row, Part = plot.Division.Parts[row].Key };
            var places = new List<TextMark>
            {
                negative ? Place(top + font.CapHeight + 5 * plot.Figure.Unit, "middle", x, LabelFit.Beside(plot.Figure, plot.InkOf(row))) : Place(top - 5 * plot.Figure.Unit, "middle", x, LabelFit.Beside(plot.Figure, plot.InkOf(row))),
            };
            if (!negative)
            {
                // Beside a cut's line that runs through the bar.
                places.Add(Place(top - 5 * plot.Figure.Unit, "end", x - 3 * plot.Figure.Unit, LabelFit.Beside(plot.Figure, plot.InkOf(row))));
                places.Add(Place(top - 5 * plot.Figure.Unit, "start", x + 3 * plot.Figure.Unit, LabelFit.Beside(plot.Figure, plot.InkOf(row))));
            }
            double inside = Math.Abs(zero - top);
            if (inside > font.LineHeight * 1.3 && width + 4 <= plot.Band - plot.BarGap)
            {
                string ink = plot.InkOf(row) == Ink.ClassA ? Ink.OnFill : LabelFit.On(plot.Figure, plot.InkOf(row));
                double gap = plot.BarGap / 2 + 4 * plot.Figure.Unit;
                places.Add(Place(Math.Min(top, zero) + font.CapHeight + 6 * plot.Figure.Unit, "start", plot.SlotX(row) + gap, ink));
                places.Add(Place(Math.Min(top, zero) + font.CapHeight + 6 * plot.Figure.Unit, "middle", x, ink));
                places.Add(Place(Math.Max(top, zero) - 6 * plot.Figure.Unit, "end", plot.SlotX(row + 1) - gap, ink));
            }
            plot.Figure.PutWhereFree(places, 1.5);
        }
    }
}
