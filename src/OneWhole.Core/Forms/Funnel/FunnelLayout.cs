using OneWhole.Core.Drawing;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms.Funnel;

/// <summary>Lays funnels out: centred bars a stage, the spacer behind them, rates between and beside; several side by side.</summary>
internal sealed class FunnelLayout(WorkingsResult workings, Func<int, double> endOf, FunnelBase printed, FigureBuilder figure)
{
    private readonly Division _division = workings.Division;
    private readonly LabelTexts _texts = new(workings, figure);
    private readonly PartInk _ink = new(workings.Division, part => Ink.ClassA);
    private readonly PartInk _grown = new(workings.Division, part => Ink.Cut);

    public void Draw()
    {
        Font font = figure.Small;
        double unit = figure.Unit;
        Box room = figure.Plot;
        bool text = !figure.IsMiniature;
        int stages = _division.PartCount,
            funnels = _division.GroupCount;
        double head = text && _division.HasGroups ? font.LineHeight + 6 * unit : 0;
        double band = Math.Min((room.Height - head) / stages, 96 * unit);
        room = room.Lowered(head + band * stages);
        Font nameFont = figure.Names;
        double names = figure.Common(
            "names",
            figure.HasNames
                ? Math.Min(room.Width * 0.26, _division.Parts.Max(part => figure.TextWidth(part.Label, nameFont))) + 14 * unit
                : 0
        );
        figure.Field = figure.Plot.Inset(names, head, 0, 0);
        double gap = text ? 18 * unit : room.Width * 0.04,
            apart = funnels > 1 ? gap : 0;
        double lane = (room.Width - names - apart * (funnels - 1)) / funnels;
        // In much thinner rows no label could stand.
        bool labelled = text && figure.Finish.Labels != LabelText.None && band >= 0.6 * font.LineHeight;
        double rates = figure.Common(
            "rates",
            labelled
                ? Math.Min(
                    lane * 0.5,
                    Rows().Take(MostMeasured).Select(row => figure.TextWidth(Rate(row), figure.Strong)).DefaultIfEmpty(0).Max() + 8 * unit
                )
                : 0
        );
        double top = room.Y + head;
        // Room between stages for the rate of the one before.
        bool between = labelled && printed == FunnelBase.First && band >= 2.6 * font.LineHeight;
        double thickness = between ? band - font.LineHeight - 6 * unit : figure.BarThickness(band, text ? 0.7 : 0.78);
        double lift = between ? (band - thickness) / 2 : 0;
        RowNames.Draw(
            figure,
            new EachText(_division.PartCount, part => _division.Parts[part].Label),
            room.X + names - 12 * unit,
            room.X + names,
            names - 12 * unit,
            top - lift,
            band,
            new NameRanks(stage => -stage, false),
            stage => $"name-{_division.Parts[stage].Key}",
            (stage, mark) => mark with { Part = _division.Parts[stage].Key }
        );
        for (int funnel = 0; funnel < funnels; funnel++)
        {
            double x = room.X + names + funnel * (lane + apart);
            double width = Math.Max(2, lane - rates);
            double whole = endOf(funnel);
            if (head > 0)
            {
                string label = _division.Groups![funnel].Label;
                figure.PutWhereFree(
                    [
                        figure.Text(
                            $"name-group {label}",
                            MarkRole.Name,
                            x + width / 2,
                            room.Y + font.CapHeight + 2,
                            "middle",
                            _texts.NameOf(funnel),
                            figure.Strong,
                            Ink.Text,
                            lane
                        ) with
                        {
                            Group = label,
                        },
                    ],
                    0
                );
            }
            for (int stage = 0; stage < stages; stage++)
            {
                DrawStage(
                    funnel,
                    stage,
                    x,
                    width,
                    apart,
                    top + stage * band + thickness / 2 + (between ? 0 : (band - thickness) / 2),
                    thickness,
                    whole,
                    labelled,
                    rates,
                    between,
                    band
                );
            }
        }
    }

    /// <summary>Of so many rates the broadest is as broad as of all.</summary>
    private const int MostMeasured = 400;

    private IEnumerable<int> Rows() => Enumerable.Range(0, workings.RowCount).Where(row => _division.Has(row));

    private string Rate(int row) =>
        workings[printed == FunnelBase.First ? "overallRate" : "stepRate"].Exact(row) is { } rate
            ? NumberText.Percent(rate, _division.Study.Rounding.Decimals, figure.Finish.TrimZeros)
            : "";

    private void DrawStage(
        int funnel,
        int stage,
        double x,
        double width,
        double apart,
        double y,
        double thickness,
        double whole,
        bool labelled,
        double rates,
        bool between,
        double band
    )
    {
        Font font = figure.Small;
        int row = funnel * _division.PartCount + stage;
        string name = _division.Groups?[funnel].Label ?? "",
            key = _division.Parts[stage].Key;
        figure.Add(
            FigureBuilder.Rect($"spacer-{name}\u0001{key}", MarkRole.Spacer, new Box(x, y - thickness / 2, width, thickness), Ink.Behind)
        );
        if (!_division.Has(row))
        {
            return;
        }
        bool grows = workings["drop"].Number(row) is < 0;
        double length = width * (_division.Value(_division.Amount(row)).ToDouble() / whole);
        Box box = FigureBuilder.Round(new Box(x + (width - length) / 2, y - thickness / 2, length, thickness));
        string fill = (grows ? _grown : _ink).Row(row);
        if (length > 0)
        {
            figure.Add(FigureBuilder.Rect($"bar-{name}\u0001{key}", MarkRole.Bar, box, fill) with { Row = row, Part = key, Group = name });
        }
        if (!labelled)
        {
            return;
        }
        // What stands at the end of the row first, then the amount, which may use what that leaves.
        string rate = Rate(row);
        if (rate.Length > 0 && rates > 0)
        {
            figure.CountLabel(
                figure.PutWhereFree(
                    [
                        figure.Text(
                            $"rate-{name}\u0001{key}",
                            MarkRole.Total,
                            x + width + rates,
                            y + font.CapHeight / 2,
                            "end",
                            rate,
                            figure.Strong,
                            Ink.Text
                        ) with
                        {
                            Row = row,
                            Part = key,
                        },
                    ],
                    0
                )
            );
        }
        bool step =
            between
            && stage > 0
            && workings["stepRate"].Exact(row) is { } share
            && PutStep(row, share, x, width, apart, y - thickness / 2 - (band - thickness) / 2 + font.CapHeight / 2);
        var amount = new LabelLine(_texts.Amount(row), figure.Amounts);
        bool placed =
            figure.Finish.LabelPlace != LabelPlace.Outside
            && LabelFit.Inside(figure, $"label-{name}\u0001{key}", box, fill, [amount], row, key, turn: false);
        if (!placed && figure.Finish.LabelPlace != LabelPlace.Inside)
        {
            // A small stage prints its amount on the spacer.
            TextMark beside = figure.Text(
                $"label-{name}\u0001{key}",
                MarkRole.Label,
                box.Right + 5 * figure.Unit,
                y + font.CapHeight / 2,
                "start",
                amount,
                LabelFit.Beside(figure, fill)
            ) with
            {
                Row = row,
                Part = key,
            };
            placed = figure.PutWhereFree([beside], 3 * figure.Unit);
        }
        // A bar whose amount alone is missing does not count as one without a label.
        figure.CountLabel(placed || !step);
    }

    /// <summary>The rate of the stage before, between the two bars.</summary>
    private bool PutStep(int row, Fraction share, double x, double width, double apart, double baseline)
    {
        int stage = _division.PartOf(row);
        string name = _division.Groups?[row / _division.PartCount].Label ?? "",
            key = _division.Parts[stage].Key;
        string text = FigureWords.Of(
            "of",
            ("rate", NumberText.Percent(share, _division.Study.Rounding.Decimals, figure.Finish.TrimZeros)),
            ("stage", _division.Parts[stage - 1].Label)
        );
        bool put = figure.PutWhereFree(
            [
                figure.Text(
                    $"step-{name}\u0001{key}",
                    MarkRole.Label,
                    x + width / 2,
                    baseline,
                    "middle",
                    text,
                    figure.Small,
                    IsWorst(row) ? Ink.Cut : Ink.Quiet,
                    width + 1.8 * apart
                ) with
                {
                    Row = row,
                    Part = key,
                },
            ],
            0
        );
        figure.CountLabel(put);
        return put;
    }

    /// <summary>Where most is lost.</summary>
    private bool IsWorst(int row)
    {
        int first = row - _division.PartOf(row);
        return workings["stepRate"].Exact(row) is { } own
            && Enumerable
                .Range(first, _division.PartCount)
                .All(other => other == row || workings["stepRate"].Exact(other) is not { } rate || rate >= own);
    }
}
