using OneWhole.Core.Drawing;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms.Pareto;

/// <summary>Lays a Pareto out: bars, curve, cuts with their words, names and labels.</summary>
internal sealed class ParetoLayout
{
    private readonly ParetoPlot _pareto;
    private readonly FigureBuilder _figure;
    private readonly Division _division;

    public ParetoLayout(WorkingsResult workings, ParetoMembers members, Domains domains, FigureBuilder figure)
    {
        _pareto = new ParetoPlot(workings, members, domains, figure);
        _figure = figure;
        _division = workings.Division;
    }

    public static Domains DomainsOf(WorkingsResult workings, ParetoMembers members)
    {
        Division division = workings.Division;
        var readings = (ParetoReadings)workings.Computed;
        double whole = division.IsEmpty ? 0 : division.Value(division.WholeAt(0)).ToDouble();
        double least = 0,
            most = 0;
        foreach (int row in DrawnParts.Of(division))
        {
            double value = division.Value(division.Amount(row)).ToDouble();
            least = Math.Min(least, value);
            most = Math.Max(most, value);
        }
        double shareLeast = Math.Min(0, readings.Lowest),
            shareMost = Math.Max(1, readings.Highest);
        if (shareMost > 1)
        {
            // A negative part bends the line past 100 %: the axis goes as far as the line, no further.
            shareMost = Ticks.RoundUp(shareMost, 10);
        }
        if (members.Axes == ParetoAxes.Free || whole <= 0)
        {
            double end = division.Study.Finish.AmountEnd?.ToDouble() ?? Ticks.RoundUp(most, 5);
            return new Domains(least < 0 ? -Ticks.RoundUp(-least, 5) : 0, Math.Max(end, most > 0 ? 0 : 1))
            {
                ShareLeast = Math.Min(0, shareLeast),
                ShareMost = shareMost,
            };
        }
        // One scale: an amount of the whole stands as high as 100 %.
        shareLeast = Math.Min(shareLeast, least / whole);
        shareLeast = shareLeast < 0 ? -Ticks.RoundUp(-shareLeast, 10) : 0;
        shareMost = Math.Max(shareMost, Ticks.RoundUp(Math.Max(1, most / whole), 10));
        if (division.Study.Finish.AmountEnd?.ToDouble() is { } held && held > shareMost * whole)
        {
            // Held while stepping through values: the scale stays, and 100 % stands as high as this whole.
            shareMost = held / whole;
        }
        return new Domains(shareLeast * whole, shareMost * whole) { ShareLeast = shareLeast, ShareMost = shareMost };
    }

    public void Draw()
    {
        Frame();
        var line = new ParetoCurve(_pareto);
        List<double> points = line.Points();
        if (!_figure.IsMiniature)
        {
            DrawAxes();
        }
        else
        {
            _figure.Line(
                "baseline",
                MarkRole.BaseLine,
                _pareto.Box.X,
                _pareto.Shares.At(0),
                _pareto.Box.Right,
                _pareto.Shares.At(0),
                Ink.Quiet,
                0.75
            );
        }
        if (_pareto.AlongPosition && !_division.WholeAt(0).IsZero)
        {
            line.DrawArea(points);
        }
        var bars = new ParetoBars(_pareto);
        bars.Draw();
        line.Draw(points);
        if (!_figure.IsMiniature)
        {
            _figure.Line(
                "baseline",
                MarkRole.BaseLine,
                _pareto.Box.X,
                _pareto.Shares.At(0),
                _pareto.Box.Right,
                _pareto.Shares.At(0),
                Ink.Quiet
            );
            new ParetoCuts(_pareto).Draw();
            line.DrawTexts();
            bars.DrawLabels();
        }
    }

    private void Frame()
    {
        Box room = _figure.Plot;
        if (_figure.IsMiniature)
        {
            _pareto.Place(room);
            return;
        }
        double unit = _figure.Unit;
        Font font = _figure.Small;
        // Two passes: the axes' texts decide the width that is left, the width decides how high names are.
        double headroom = font.LineHeight + 4 * unit;
        Box draft = room.Inset(0, headroom, 0, font.LineHeight * 2);
        _pareto.Place(draft);
        double left = Axes.Room(_figure, AmountTicks());
        double right = Axes.Room(_figure, ShareTicks());
        double width = Math.Max(20, room.Width - left - right);
        double names =
            _pareto.AlongPosition ? font.LineHeight * 2 + 8 * unit
            : !_figure.HasNames ? 0
            : FitNames(width, room.Height).Height is var height and > 0 ? height + 10 * unit
            : font.LineHeight + 8 * unit;
        _figure.Field = room.Inset(left, headroom, right, names);
        _pareto.Place(new Box(room.X + left, room.Y + headroom, width, Math.Max(10, room.Height - headroom - names)));
    }

    private Axes.Names FitNames(double width, double height) =>
        Axes.Fit(_figure, Names(), width / Math.Max(1, _pareto.Rows), Math.Max(0, height * 0.34), RanksOf.Parts(_division));

    private EachText Names() => new(Math.Min(_pareto.Rows, _division.PartCount), part => _division.Parts[part].NameInFigure);

    private IReadOnlyList<Axes.Tick> AmountTicks()
    {
        string? end = null;
        if (_pareto.Members.Axes == ParetoAxes.Aligned && _pareto.Domains.ShareMost == 1 && !_division.WholeAt(0).IsZero)
        {
            ExactDecimal whole = _division.Decimal(_division.WholeAt(0));
            double size = Math.Abs(whole.ToDouble());
            bool exactly = AxisAmounts.Of(_division) == AmountIn.Ones && whole.Scale <= 2 && size < 1e7;
            end = exactly
                ? NumberText.Exact(whole)
                : Ticks.Label(whole.ToDouble(), Math.Pow(10, Math.Floor(Math.Log10(size)) - 2), size, AxisAmounts.Of(_division));
        }
        return Axes.Amounts(
            _pareto.Domains.Least,
            _pareto.Domains.Most,
            _pareto.Box.Height,
            _figure.Small.LineHeight,
            end,
            AxisAmounts.Of(_division)
        );
    }

    private IReadOnlyList<Axes.Tick> ShareTicks()
    {
        bool held = _division.Study.Finish.AmountEnd is not null;
        double most = held ? Math.Max(1, _pareto.Readings.Highest) : _pareto.Domains.ShareMost;
        return Axes.Shares(
            _pareto.Domains.ShareLeast,
            most,
            _pareto.Box.Height * (most - _pareto.Domains.ShareLeast) / (_pareto.Domains.ShareMost - _pareto.Domains.ShareLeast),
            _figure.Small.LineHeight
        );
    }

    private void DrawAxes()
    {
        if (_pareto.AlongPosition)
        {
            // Along position bars are as narrow as the parts are many; the share axis alone says how high the curve is.
            Axes.Upright(_figure, "share", _pareto.Box, _pareto.Shares, ShareTicks(), left: false, lines: true);
            Axes.Upright(_figure, "amount", _pareto.Box, _pareto.Amounts, AmountTicks(), left: true, lines: false);
            PixelScale along = new(0, 1, _pareto.Box.X, _pareto.Box.Right);
            Axes.Level(
                _figure,
                "position",
                _pareto.Box,
                along,
                Axes.Shares(0, 1, _pareto.Box.Width / 2, _figure.Small.LineHeight),
                lines: false
            );
            StudyWords words = StudyWords.Of(_division);
            _figure.PutWhereFree(
                [
                    _figure.Text(
                        "along",
                        MarkRole.Axis,
                        _pareto.Box.CentreX,
                        _pareto.Box.Bottom + 8 * _figure.Unit + _figure.Small.CapHeight + 4 + _figure.Small.LineHeight,
                        "middle",
                        FigureWords.Of("shareInOrder", ("parts", words.Parts(_pareto.Parts))),
                        _figure.Small,
                        Ink.Quiet
                    ),
                ],
                0
            );
            return;
        }
        Axes.Upright(_figure, "amount", _pareto.Box, _pareto.Amounts, AmountTicks(), left: true, lines: true);
        Axes.Upright(_figure, "share", _pareto.Box, _pareto.Shares, ShareTicks(), left: false, lines: false);
        Axes.Names fitted = FitNames(_pareto.Box.Width, _figure.Plot.Height);
        if (!_figure.HasNames)
        {
            return;
        }
        if (fitted.Setting == Axes.NameSetting.None)
        {
            StudyWords words = StudyWords.Of(_division);
            _figure.PutWhereFree(
                [
                    _figure.Text(
                        "along",
                        MarkRole.Axis,
                        _pareto.Box.CentreX,
                        _pareto.Box.Bottom + 6 * _figure.Unit + _figure.Small.CapHeight + 2,
                        "middle",
                        FigureWords.Of("inOrder", ("parts", words.Parts(_pareto.Parts))),
                        _figure.Small,
                        Ink.Quiet
                    ),
                ],
                0
            );
        }
        else
        {
            Axes.Under(
                _figure,
                fitted,
                Names(),
                new EachText(Math.Min(_pareto.Rows, _division.PartCount), part => _division.Parts[part].Key),
                _pareto.Box,
                _pareto.Box.Bottom
            );
        }
    }

    /// <summary>By the part's class, or one ink for all of them.</summary>
    internal static string InkOf(WorkingsResult workings, int row) =>
        workings.Division.Study.Finish.ClassColours || workings.Division.IsFolded(row)
            ? InkOfClass(workings["class"].Text(row))
            : Ink.ClassA;

    /// <summary>Of a class; what has none (the folded part, or a share of nothing) has an ink of its own.</summary>
    private static string InkOfClass(string? name) =>
        name switch
        {
            "A" => Ink.ClassA,
            "B" => Ink.ClassB,
            "C" => Ink.ClassC,
            _ => Ink.Folded,
        };
}
