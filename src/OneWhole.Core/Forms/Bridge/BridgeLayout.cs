using OneWhole.Core.Drawing;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms.Bridge;

/// <summary>
/// Lays a bridge out: wholes on the ground, floating bars between them, thin lines from each to the next. Falls are outlined, so that they
/// are told from rises without colour.
/// </summary>
internal sealed class BridgeLayout
{
    public const string Rise = Ink.ClassA;
    public const string Fall = Ink.Cut;

    private readonly WorkingsResult _workings;
    private readonly Division _division;
    private readonly Domains _domains;
    private readonly FigureBuilder _figure;
    private readonly LabelTexts _texts;
    private readonly PartInk _rises;
    private readonly PartInk _falls;
    private readonly IReadOnlyList<BridgeStep> _steps;
    private readonly bool _between;

    public BridgeLayout(WorkingsResult workings, Domains domains, FigureBuilder figure)
    {
        _workings = workings;
        _division = workings.Division;
        _domains = domains;
        _figure = figure;
        _texts = new LabelTexts(workings, figure);
        _rises = new PartInk(_division, _ => Rise);
        _falls = new PartInk(_division, _ => Fall);
        _steps = BridgeStep.Of(workings);
        _between = workings.Computed is BridgeWorkings;
    }

    public static Domains DomainsOf(WorkingsResult workings)
    {
        double[] levels = workings.Division.IsEmpty
            ? [0]
            : [.. BridgeStep.Of(workings).SelectMany(step => (double[])[step.From.ToDouble(), step.To.ToDouble()]), 0];
        Domains whole = Domains.Around(levels.Min(), levels.Max(), workings.Division.Study.Finish.AmountEnd?.ToDouble());
        if (BeginOf(workings) is not { } begin)
        {
            return whole;
        }
        // Round ends above what is shown, not above 0.
        double from = begin.ToDouble(),
            most = levels.Max();
        double end =
            workings.Division.Study.Finish.AmountEnd is { } wished && wished.ToDouble() > from
                ? wished.ToDouble()
                : from + Ticks.RoundUp(Math.Max(most - from, from * 1e-6), 5);
        return whole with { Least = from, Most = Math.Max(end, most) };
    }

    /// <summary>Where the axis begins, if it can: not over the lowest step; null for 0.</summary>
    public static ExactDecimal? BeginOf(WorkingsResult workings)
    {
        if (workings.Division.Study.Finish.AxisFrom is not { } from || workings.Division.IsEmpty || workings.Division.Study.Finish.Slope)
        {
            return null;
        }
        Fraction least = BridgeStep
            .Of(workings)
            .SelectMany(step => step.IsWhole ? (Fraction[])[step.To] : [step.From, step.To])
            .Aggregate(Fraction.Min);
        return from.ToFraction() <= least ? from : null;
    }

    public void Draw()
    {
        Box room = _figure.Plot;
        Font font = _figure.Small;
        double unit = _figure.Unit;
        bool text = !_figure.IsMiniature;
        bool labelled = text && _figure.Finish.Labels != LabelText.None;
        IReadOnlyList<Axes.Tick> ticks = text
            ? Axes.Amounts(_domains.Least, _domains.Most, room.Height, font.Size, null, AxisAmounts.Of(_division))
            : [];
        double axis = Axes.Room(_figure, ticks);
        string[] names = [.. _steps.Select(step => step.Name)];
        double band = Math.Min((room.Width - axis) / _steps.Count, 150 * unit);
        Labels labels = labelled ? Fit(band) : new Labels(false, 0);
        double above = labels.Height > 0 ? labels.Height + 6 * unit : 0;
        Axes.Names fitted = text ? Axes.Fit(_figure, names, band, room.Height * 0.34, Ranks()) : Axes.Names.Nothing(font);
        Box plot = room.Inset(axis, above, 0, fitted.Height > 0 ? fitted.Height + 10 * unit : 2);
        double width = band * _steps.Count;
        plot = plot with { X = plot.X + Math.Max(0, (plot.Width - width) / 2), Width = width };
        _figure.Field = plot;
        var field = new BarField(plot, true, _domains.Least, _domains.Most);
        field.DrawAxis(_figure, ticks);
        double thickness = _figure.BarThickness(band, 0.66);
        for (int at = 0; at < _steps.Count; at++)
        {
            DrawStep(field, at, band, thickness, labels);
        }
        if (fitted.Setting != Axes.NameSetting.None)
        {
            Axes.Under(_figure, fitted, names, [.. _steps.Select(KeyOf)], plot, plot.Bottom, row: -1);
        }
        (double ax, double ay, double bx, double by) = field.LineAt(Math.Max(0, _domains.Least));
        _figure.Line("baseline", MarkRole.BaseLine, ax, ay, bx, by, Ink.Quiet, text ? 1 : 0.75);
    }

    /// <summary>Wholes are named before all parts, large steps before small ones.</summary>
    private NameRanks Ranks() =>
        new(at => _steps[at].IsWhole ? double.MaxValue : Math.Abs(_steps[at].To.ToDouble() - _steps[at].From.ToDouble()), false);

    private string KeyOf(BridgeStep step) => step.Row >= 0 ? _division.Parts[step.Row].Key : $"whole {step.Name}";

    /// <summary>Up to a whole a part's amount is tried; between two, what it became: it began with what it was.</summary>
    private Edit? EndOf(BarField field, BridgeStep step)
    {
        if (_figure.IsMiniature)
        {
            return null;
        }
        if (_workings.Computed is not BridgeWorkings)
        {
            return TrialEnds.Of(_workings, step.Row, field, step.From.ToDouble(), 1);
        }
        double before = _workings["before"].Number(step.Row) ?? 0,
            after = _workings["after"].Number(step.Row) ?? 0;
        return TrialEnds.Of(_workings, step.Row, field, step.From.ToDouble() - before, 1, after);
    }

    private void DrawStep(BarField field, int at, double band, double thickness, Labels labels)
    {
        BridgeStep step = _steps[at];
        double from = at * band + (band - thickness) / 2;
        Box box = field.Bar(
            from,
            thickness,
            Math.Max(step.From.ToDouble(), Math.Min(_domains.Least, step.To.ToDouble())),
            step.To.ToDouble()
        );
        bool falls = !step.IsWhole && step.To < step.From;
        string fill =
            step.IsWhole ? Ink.Quiet
            : step.Row < 0 ? (falls ? Fall : Rise)
            : (falls ? _falls : _rises).Row(step.Row);
        RectMark bar = FigureBuilder.Rect($"bar-{KeyOf(step)}", MarkRole.Bar, box, falls ? Ink.Behind : fill) with
        {
            Stroke = falls ? fill : null,
            StrokeWidth = falls ? 1.5 : 0,
        };
        // A mark that stands for a row of the workings lights it up; wholes and effects stand for none.
        _figure.Add(step.Row >= 0 ? bar with { Row = step.Row, Part = KeyOf(step), Edit = EndOf(field, step) } : bar);
        if (step.IsWhole && _domains.Least > 0)
        {
            DrawCut(box, KeyOf(step));
        }
        if (at + 1 < _steps.Count)
        {
            double y = field.At(step.To.ToDouble());
            // A step of nothing is the line going on.
            _figure.Line(
                $"link-{at}",
                MarkRole.Link,
                field.Plot.X + from + (box.Height < 1 ? 0 : thickness),
                y,
                field.Plot.X + from + band,
                y,
                Ink.Quiet,
                0.75
            );
        }
        if (labels.Height > 0)
        {
            DrawLabel(field, step, at * band + band / 2, band, labels);
        }
    }

    /// <summary>A gap near the foot of a whole whose lower end is not shown.</summary>
    private void DrawCut(Box box, string key)
    {
        double y = box.Bottom - Math.Min(10 * _figure.Unit, box.Height / 3),
            rise = Math.Min(3 * _figure.Unit, box.Height / 8);
        var run = new List<double>();
        const int teeth = 6;
        for (int at = 0; at <= teeth; at++)
        {
            run.Add(FigureBuilder.Round(box.X - 2 + at * (box.Width + 4) / teeth));
            run.Add(FigureBuilder.Round(y + (at % 2 == 0 ? rise : -rise)));
        }
        _figure.Add(new PathMark($"axis-cut-{key}", MarkRole.BaseLine, [run]) { Stroke = Ink.Paper, StrokeWidth = 3 * _figure.Unit });
    }

    /// <summary>How the labels of all steps stand: one set looks like one set.</summary>
    private readonly record struct Labels(bool Turned, double Height);

    /// <summary>Level where each is as narrow as its step, else turned, on one line, where that has room.</summary>
    private Labels Fit(double band)
    {
        LabelLine[][] all = [.. _steps.Select(step => (LabelLine[])[.. Lines(step)])];
        bool level = all.All(lines => lines.All(line => _figure.TextWidth(line) <= band));
        double lines = all.Max(lines => lines.Sum(line => line.Font.LineHeight));
        return level || band < _figure.Amounts.CapHeight + 3
            ? new Labels(false, lines)
            : new Labels(true, all.Max(lines => lines.Length == 0 ? 0 : _figure.TextWidth(LabelLine.Joined(lines, "  ")[0])));
    }

    private void DrawLabel(BarField field, BridgeStep step, double middle, double band, Labels labels)
    {
        double gap = 6 * _figure.Unit,
            x = field.Plot.X + middle,
            y = field.At(Math.Max(step.From.ToDouble(), step.To.ToDouble())) - gap;
        LabelLine[] lines = [.. Lines(step)];
        MarkRole role = step.IsWhole ? MarkRole.Total : MarkRole.Label;
        TextMark Of(TextMark mark) => step.Row >= 0 ? mark with { Row = step.Row, Part = KeyOf(step) } : mark;
        bool all = true;
        foreach ((int line, LabelLine label) in (labels.Turned ? LabelLine.Joined(lines, "  ") : lines).Reverse().Index())
        {
            TextMark mark = labels.Turned
                ? _figure.Text($"label-{KeyOf(step)}-{line}", role, x + label.Font.CapHeight / 2, y, "start", label, Ink.Text) with
                {
                    Turn = -90,
                }
                : _figure.Text($"label-{KeyOf(step)}-{line}", role, x, y - line * label.Font.LineHeight, "middle", label, Ink.Text);
            all &= (labels.Turned || mark.Width <= band) && _figure.PutWhereFree([Of(mark)], 0);
        }
        // Of a step it is known from its bar; a whole's amount is counted here.
        _figure.CountLabel(all || !step.IsWhole);
    }

    private IEnumerable<LabelLine> Lines(BridgeStep step)
    {
        if (step.IsWhole)
        {
            return [new(AmountOf(step.To), _figure.Strong)];
        }
        if (!_between)
        {
            return _texts.Lines(step.Row, LabelText.Amount);
        }
        Fraction change = step.To - step.From;
        var amount = new LabelLine(NumberText.Signed(change, AmountOf(change.Abs())), _figure.Amounts);
        LabelLine[] points =
            step.Row >= 0 && _workings["points"].Exact(step.Row) is { } own
                ?
                [
                    new(
                        FigureWords.Of(
                            "points",
                            (
                                "points",
                                NumberText.Signed(
                                    own,
                                    NumberText.Rounded(own.Abs(), _division.Study.Rounding.Decimals, _figure.Finish.TrimZeros)
                                )
                            )
                        ),
                        _figure.Shares
                    ),
                ]
                : [];
        return _figure.Finish.Labels switch
        {
            LabelText.Share when points.Length > 0 => points,
            LabelText.Both => [amount, .. points],
            _ => [amount],
        };
    }

    private string AmountOf(Fraction value) => _texts.Amount((value * new Fraction(_division.Divisor)).Round());
}
