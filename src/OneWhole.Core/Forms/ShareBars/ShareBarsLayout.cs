using OneWhole.Core.Drawing;
using OneWhole.Core.Numbers;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms.ShareBars;

/// <summary>Lays share bars out, sideways or upright. Every bar is labelled, so there is an axis and a grid only on wish.</summary>
internal sealed class ShareBarsLayout(WorkingsResult workings, Domains domains, FigureBuilder figure)
{
    private const int MostSeparateBars = 500;

    private readonly Division _division = workings.Division;
    private readonly WorkingColumn _shares = workings["share"];
    private readonly WorkingColumn _shown = workings["shownShare"];
    private readonly PartInk _ink = InkOf(workings.Division);

    public void Draw(BarDirection lay)
    {
        if (lay == BarDirection.Sideways)
        {
            Sideways();
        }
        else
        {
            Upright();
        }
    }

    internal static PartInk InkOf(Division division) => new(division, part => division.Parts[part].IsBlank ? Ink.ClassC : Ink.ClassA);

    private int[] Rows() => DrawnParts.Of(_division);

    private string ShareOf(int row) =>
        _shown.Exact(row) is { } percent
            ? ShareText.Of(percent, _division.Amount(row).IsZero, _division.Study.Rounding.Decimals, figure.Finish.TrimZeros)
            : NumberText.Dash;

    private string AmountText(int row) => _division.Text(_division.Amount(row));

    private Font Strong => figure.Shares with { Weight = 600 };

    private bool HasShares => figure.Finish.Labels is not (LabelText.Amount or LabelText.None);

    private bool HasAmounts =>
        figure.Finish.Labels is not (LabelText.Share or LabelText.None)
        && (figure.Finish.Labels == LabelText.Amount || !_division.AmountsAreShares);

    private void Sideways()
    {
        int[] rows = Rows();
        Box room = figure.Plot;
        Font font = figure.Names,
            amountFont = figure.Amounts,
            shareFont = Strong;
        double unit = figure.Unit,
            gap = 10 * unit;
        double band = Math.Min(room.Height / Math.Max(1, rows.Length), WidestBand(rows.Length) * unit);
        bool labelled = !figure.IsMiniature;
        NameRanks ranks = RanksOf.Parts(_division);
        double names = 0,
            shares = 0,
            amounts = 0;
        if (labelled)
        {
            // Of very many the largest have room, and set it.
            int[] named = rows.Length <= MostMeasured ? rows : [.. rows.OrderByDescending(ranks.Weight).Take(MostMeasured)];
            names = figure.Common(
                "names",
                figure.HasNames
                    ? Math.Min(room.Width * 0.36, named.Max(row => figure.TextWidth(_division.Parts[row].NameInFigure, font))) + gap
                    : 0
            );
            shares = figure.Common("shares", HasShares ? named.Max(row => figure.TextWidth(ShareOf(row), shareFont)) + gap : 0);
            amounts = figure.Common("amounts", HasAmounts ? named.Max(row => figure.TextWidth(AmountText(row), amountFont)) + gap : 0);
            if (room.Width - names - shares - amounts < room.Width * 0.25 && amounts > 0)
            {
                figure.GiveUp(rows.Length);
                amounts = 0;
            }
        }
        IReadOnlyList<Axes.Tick> ticks = Ticks(room.Width - names - shares - amounts, font.Size * 2.2);
        double axis = Axes.Room(figure, ticks, upright: false);
        band = Math.Min(band, (room.Height - axis) / Math.Max(1, rows.Length));
        figure.Field = room.Inset(names, 0, Math.Max(shares + amounts, Axes.Overhang(figure, ticks)), axis);
        room = room.Lowered(band * rows.Length + axis);
        Box plot = room.Inset(names, 0, Math.Max(shares + amounts, Axes.Overhang(figure, ticks)), axis);
        if (plot.Width < 4)
        {
            plot = new Box(plot.X, plot.Y, 4, plot.Height);
        }
        // As high as its bars, also where they are fewer than the room would hold.
        var field = new BarField(plot with { Height = band * rows.Length }, false, domains.Least, domains.Most);
        double zero = field.At(0);
        new BarField(plot, false, domains.Least, domains.Most).DrawAxis(figure, ticks);
        double bar = figure.IsMiniature
            ? figure.BarThickness(band, 0.7)
            : figure.BarThickness(band, 0.68, WidestBand(rows.Length) * 0.65 * unit);
        if (rows.Length > MostSeparateBars || band < 1)
        {
            Merged(rows, plot, field.Values, zero, "y");
        }
        for (int i = 0; i < rows.Length; i++)
        {
            int row = rows[i];
            string key = _division.Parts[row].Key;
            if (rows.Length <= MostSeparateBars && band >= 1)
            {
                figure.Add(
                    FigureBuilder.Rect(
                        $"bar-{key}",
                        MarkRole.Bar,
                        field.BarOn(i, rows.Length, bar, 0, _shares.Number(row) ?? 0),
                        _ink.Row(row)
                    ) with
                    {
                        Row = row,
                        Part = key,
                        Edit = EndOf(row, field),
                    }
                );
            }
        }
        if (labelled && names > 0)
        {
            RowNames.Draw(
                figure,
                new EachText(rows.Length, at => _division.Parts[rows[at]].NameInFigure),
                room.X + names - gap,
                plot.X,
                names - gap,
                plot.Y,
                band,
                ranks,
                i => $"name-{_division.Parts[rows[i]].Key}",
                (i, mark) => mark with { Row = rows[i], Part = _division.Parts[rows[i]].Key }
            );
        }
        if (labelled)
        {
            // Where bars are thinner than print, labels stand beside the names that do: the largest ones, and no label of another bar
            // between them.
            foreach (NamePlace place in NamePlaces.Of(rows.Length, band, font.LineHeight, ranks).Where(place => place.More == 0))
            {
                int i = place.At;
                double share = _shares.Number(rows[i]) ?? 0;
                if (shares > 0 && amounts > 0 && figure.Finish.LabelPlace == LabelPlace.Apart)
                {
                    ApartLabels(rows[i], field.BarOn(i, rows.Length, bar, 0, share), LabelFit.GrowthOf(upright: false, share < 0));
                }
                else
                {
                    SidewaysLabels(rows[i], plot.Y + place.Place, plot.Right, shares, amounts);
                }
            }
        }
        double bottom = plot.Y + band * rows.Length;
        figure.Line("baseline", MarkRole.BaseLine, zero, plot.Y, zero, bottom, Ink.Quiet, figure.IsMiniature ? 0.75 : 1);
    }

    private const int MostMeasured = 200;

    /// <summary>The share in the bar and the amount past its end; both past the end where the bar is too short.</summary>
    private void ApartLabels(int row, Box box, LabelFit.Growth growth)
    {
        string key = _division.Parts[row].Key,
            fill = _ink.Row(row);
        LabelLine[] lines = [new(AmountText(row), figure.Amounts), new(ShareOf(row), Strong)];
        if (LabelFit.Apart(figure, $"label-{key}", box, fill, lines, row, key, growth))
        {
            return;
        }
        LabelFit.PastEnd(figure, $"label-{key}", box, fill, LabelLine.Joined(lines, "  ")[0], row, key, growth);
    }

    private void SidewaysLabels(int row, double middle, double right, double shares, double amounts)
    {
        string key = _division.Parts[row].Key;
        Font amountFont = figure.Amounts,
            shareFont = Strong;
        if (shares > 0)
        {
            figure.PutWhereFree(
                [
                    figure.Text(
                        $"share-{key}",
                        MarkRole.Label,
                        right + shares,
                        middle + shareFont.CapHeight / 2,
                        "end",
                        ShareOf(row),
                        shareFont,
                        LabelFit.Beside(figure, _ink.Row(row))
                    ) with
                    {
                        Row = row,
                        Part = key,
                    },
                ],
                0
            );
        }
        if (amounts > 0)
        {
            figure.PutWhereFree(
                [
                    figure.Text(
                        $"amount-{key}",
                        MarkRole.Label,
                        right + shares + amounts,
                        middle + amountFont.CapHeight / 2,
                        "end",
                        AmountText(row),
                        amountFont,
                        Ink.Quiet
                    ) with
                    {
                        Row = row,
                        Part = key,
                    },
                ],
                0
            );
        }
    }

    /// <summary>The ticks of the axis of shares, where it is wished for.</summary>
    private IReadOnlyList<Axes.Tick> Ticks(double pixels, double textHeight) =>
        figure.IsMiniature || !HasAxis(_division.Study)
            ? []
            : Axes.Shares(domains.Least, domains.Most, figure.AxisLength(pixels), textHeight);

    /// <summary>Every bar has its label; an axis stands beside on wish.</summary>
    internal static bool HasAxis(Study study) => study.Finish.Axes.Values == ValueAxis.Shown;

    /// <summary>The most room for one bar: few bars are broader, so that they fill the sheet.</summary>
    private static double WidestBand(int bars) => Math.Clamp(150 - 12 * bars, 46, 126);

    private void Upright()
    {
        int[] rows = Rows();
        Font font = figure.Small;
        IReadOnlyList<Axes.Tick> ticks = Ticks(figure.Plot.Height, font.Size);
        double axis = Axes.Room(figure, ticks);
        Box room = figure.Plot.Inset(axis, 0, 0, 0).Narrowed(170 * figure.Unit * rows.Length);
        double unit = figure.Unit;
        double band = room.Width / Math.Max(1, rows.Length);
        var labels = new EachText(rows.Length, at => _division.Parts[rows[at]].NameInFigure);
        bool labelled = !figure.IsMiniature && rows.Length <= MostSeparateBars;
        Axes.Names fitted = figure.IsMiniature
            ? Axes.Names.Nothing(font)
            : Axes.Fit(figure, labels, band, room.Height * 0.34, RanksOf.Parts(_division));
        double lines = (HasShares ? 1 : 0) + (HasAmounts ? 1 : 0);
        double above = labelled ? lines * font.LineHeight + 6 * unit : 0;
        double below = fitted.Height > 0 ? fitted.Height + 10 * unit : 2;
        bool negatives = domains.Least < 0;
        figure.Field = figure.Plot.Inset(axis, above, 0, below + (negatives && labelled ? above : 0));
        Box plot = room.Inset(0, above, 0, below + (negatives && labelled ? above : 0));
        plot = plot with { Width = band * rows.Length };
        var field = new BarField(plot, true, domains.Least, domains.Most);
        double zero = field.At(0);
        field.DrawAxis(figure, ticks);
        if (rows.Length > MostSeparateBars || band < 1)
        {
            Merged(rows, plot, field.Values, zero, "x");
        }
        for (int i = 0; i < rows.Length && rows.Length <= MostSeparateBars && band >= 1; i++)
        {
            int row = rows[i];
            string key = _division.Parts[row].Key;
            double share = _shares.Number(row) ?? 0,
                top = field.At(share),
                x = field.Middle(i, rows.Length);
            Box bar = field.BarOn(i, rows.Length, figure.BarThickness(band, 0.72, 90 * unit), 0, share);
            figure.Add(
                FigureBuilder.Rect($"bar-{key}", MarkRole.Bar, bar, _ink.Row(row)) with
                {
                    Row = row,
                    Part = key,
                    Edit = EndOf(row, field),
                }
            );
            if (
                labelled
                && !(
                    HasShares
                    && HasAmounts
                    && LabelFit.Apart(
                        figure,
                        $"label-{key}",
                        bar,
                        _ink.Row(row),
                        [new(AmountText(row), figure.Amounts), new(ShareOf(row), Strong)],
                        row,
                        key,
                        LabelFit.GrowthOf(upright: true, top > zero)
                    )
                )
            )
            {
                UprightLabels(row, key, x, top, zero, band);
            }
        }
        if (fitted.Setting != Axes.NameSetting.None)
        {
            Axes.Under(
                figure,
                fitted,
                labels,
                new EachText(rows.Length, at => _division.Parts[rows[at]].Key),
                plot,
                plot.Bottom + (negatives && labelled ? above : 0)
            );
        }
        figure.Line("baseline", MarkRole.BaseLine, plot.X, zero, plot.Right, zero, Ink.Quiet, figure.IsMiniature ? 0.75 : 1);
    }

    private void UprightLabels(int row, string key, double x, double top, double zero, double band)
    {
        Font font = figure.Amounts,
            strong = Strong;
        double unit = figure.Unit;
        bool down = top > zero;
        double y = down ? top + font.CapHeight + 6 * unit : top - 6 * unit;
        double step = down ? font.LineHeight : -font.LineHeight;
        string amount = AmountText(row),
            share = ShareOf(row);
        if (HasAmounts && figure.TextWidth(amount, font) < band - 2)
        {
            figure.PutWhereFree([
                figure.Text($"amount-{key}", MarkRole.Label, x, y, "middle", amount, font, Ink.Quiet) with
                {
                    Row = row,
                    Part = key,
                },
            ]);
            y += step;
        }
        if (HasShares && figure.TextWidth(share, strong) < band - 2)
        {
            figure.PutWhereFree([
                figure.Text($"share-{key}", MarkRole.Label, x, y, "middle", share, strong, Ink.Text) with
                {
                    Row = row,
                    Part = key,
                },
            ]);
        }
    }

    /// <summary>Neighbours narrower than a pixel, as one stepped area; hit by place.</summary>
    private void Merged(int[] rows, Box plot, PixelScale scale, double zero, string axis)
    {
        bool upright = axis == "x";
        double from = upright ? plot.X : plot.Y,
            length = upright ? plot.Width : plot.Height;
        var run = new List<double>();
        void Add(double along, double across) =>
            run.AddRange(
                upright
                    ? [FigureBuilder.Round(along), FigureBuilder.Round(across)]
                    : [FigureBuilder.Round(across), FigureBuilder.Round(along)]
            );
        Add(from, zero);
        double pixel = from,
            extreme = zero;
        for (int i = 0; i < rows.Length; i++)
        {
            double at = from + i * length / rows.Length,
                end = scale.At(_shares.Number(rows[i]) ?? 0);
            if (at - pixel >= 1)
            {
                Add(pixel, extreme);
                Add(at, extreme);
                pixel = at;
                extreme = end;
            }
            else if (Math.Abs(end - zero) > Math.Abs(extreme - zero))
            {
                extreme = end;
            }
        }
        Add(pixel, extreme);
        Add(from + length, extreme);
        Add(from + length, zero);
        figure.Add(
            new PathMark("bars", MarkRole.Bar, [run])
            {
                Fill = Ink.ClassA,
                StrokeWidth = 0,
                Strip = new RowStrip(axis, from, from + length, rows.Length),
            }
        );
    }

    /// <summary>Bars are shares of one whole.</summary>
    private Edit? EndOf(int row, BarField field) =>
        figure.IsMiniature ? null : TrialEnds.Of(workings, row, field, 0, 1 / _division.Value(_division.WholeAt(0)).ToDouble());
}
