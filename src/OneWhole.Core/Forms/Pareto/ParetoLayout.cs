using OneWhole.Core.Drawing;
using OneWhole.Core.Numbers;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms.Pareto;

/// <summary>Lays a Pareto out: bars, curve, cuts with their words, names and labels.</summary>
internal sealed class ParetoLayout
{
    private const int MostDots = 60;
    private const int MostSeparateBars = 400;

    private readonly WorkingsResult _workings;
    private readonly Division _division;
    private readonly ParetoMembers _members;
    private readonly ParetoReadings _readings;
    private readonly Domains _domains;
    private readonly FigureBuilder _figure;
    private readonly PartInk _ink;
    /// <summary>Rows that have a slot: the folded one where it is drawn.</summary>
    private readonly int _rows;

    /// <summary>Parts that are listed by themselves.</summary>
    private readonly int _listed;

    /// <summary>All parts, folded ones counted: what the curve runs through.</summary>
    private readonly int _parts;
    private readonly bool _position;
    private Box _plot;
    private PixelScale _amounts;
    private PixelScale _shares;

    public ParetoLayout(WorkingsResult workings, ParetoMembers members, Domains domains, FigureBuilder figure)
    {
        _workings = workings;
        _division = workings.Division;
        _members = members;
        _readings = (ParetoReadings)workings.Computed;
        _domains = domains;
        _figure = figure;
        _parts = _readings.Count;
        _listed = _readings.Running.Listed;
        _rows = DrawnParts.Of(_division).Length;
        _position = members.Along == ParetoAlong.Position;
        _ink = new PartInk(_division, ClassInk);
    }

    public static Domains DomainsOf(WorkingsResult workings, ParetoMembers members)
    {
        Division division = workings.Division;
        var readings = (ParetoReadings)workings.Computed;
        double whole = division.IsEmpty ? 0 : division.Value(division.WholeAt(0)).ToDouble();
        double least = 0, most = 0;
        foreach (int row in DrawnParts.Of(division))
        {
            double value = division.Value(division.Amount(row)).ToDouble();
            least = Math.Min(least, value);
            most = Math.Max(most, value);
        }
        double shareLeast = Math.Min(0, readings.Lowest), shareMost = Math.Max(1, readings.Highest);
        if (shareMost > 1)
        {
            // A negative part bends the line past 100 %: the axis goes as far as the line, no further.
            shareMost = Ticks.RoundUp(shareMost, 10);
        }
        if (members.Axes == ParetoAxes.Free || whole <= 0)
        {
            double end = division.Study.Finish.AmountEnd?.ToDouble() ?? Ticks.RoundUp(most, 5);
            return new Domains(least < 0 ? -Ticks.RoundUp(-least, 5) : 0, Math.Max(end, most > 0 ? 0 : 1)) { ShareLeast = Math.Min(0, shareLeast), ShareMost = shareMost };
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
        var curve = CurvePoints();
        if (!_figure.IsMiniature)
        {
            DrawAxes();
        }
        else
        {
            _figure.Line("baseline", "baseline", _plot.X, _shares.At(0), _plot.Right, _shares.At(0), Ink.Quiet, 0.75);
        }
        if (_position && !_division.WholeAt(0).IsZero)
        {
            DrawArea(curve);
        }
        DrawBars();
        DrawCurve(curve);
        if (!_figure.IsMiniature)
        {
            _figure.Line("baseline", "baseline", _plot.X, _shares.At(0), _plot.Right, _shares.At(0), Ink.Quiet);
            DrawCuts();
            DrawCurveTexts();
            DrawLabels();
        }
    }

    private void Frame()
    {
        Box room = _figure.Plot;
        if (_figure.IsMiniature)
        {
            SetScales(room);
            return;
        }
        double unit = _figure.Unit;
        Font font = _figure.Small;
        // Two passes: the axes' texts decide the width that is left, the width decides how high names are.
        double headroom = font.LineHeight + 4 * unit;
        Box draft = room.Inset(0, headroom, 0, font.LineHeight * 2);
        SetScales(draft);
        double left = Axes.Room(_figure, AmountTicks());
        double right = Axes.Room(_figure, ShareTicks());
        double width = Math.Max(20, room.Width - left - right);
        double names = _position
            ? font.LineHeight * 2 + 8 * unit
            : !_figure.HasNames ? 0 : FitNames(width, room.Height).Height is var height and > 0 ? height + 10 * unit : font.LineHeight + 8 * unit;
        SetScales(new Box(room.X + left, room.Y + headroom, width, Math.Max(10, room.Height - headroom - names)));
    }

    private void SetScales(Box plot)
    {
        _plot = plot;
        _amounts = new PixelScale(_domains.Least, _domains.Most, plot.Bottom, plot.Y);
        if (_members.Axes == ParetoAxes.Aligned && _domains.Most > 0)
        {
            _shares = new PixelScale(_domains.ShareLeast, _domains.ShareMost, plot.Bottom, plot.Y);
        }
        else
        {
            // Both axes keep their zero on one level.
            double zero = _amounts.At(0);
            double perShare = (zero - plot.Y) / Math.Max(1e-9, _domains.ShareMost);
            _shares = new PixelScale(0, 1, zero, zero - perShare);
        }
    }

    private Axes.Names FitNames(double width, double height) =>
        Axes.Fit(_figure, Names(), width / Math.Max(1, _rows), Math.Max(0, height * 0.34), RanksOf.Parts(_division));

    private string[] Names() => [.. _division.Parts.Take(_rows).Select(part => part.NameInFigure)];

    private IReadOnlyList<Axes.Tick> AmountTicks()
    {
        string? end = null;
        if (_members.Axes == ParetoAxes.Aligned && _domains.ShareMost == 1 && !_division.WholeAt(0).IsZero)
        {
            ExactDecimal whole = _division.Decimal(_division.WholeAt(0));
            double size = Math.Abs(whole.ToDouble());
            bool exactly = AxisAmounts.Of(_division) == AmountIn.Ones && whole.Scale <= 2 && size < 1e7;
            end = exactly ? NumberText.Exact(whole) : Ticks.Label(whole.ToDouble(), Math.Pow(10, Math.Floor(Math.Log10(size)) - 2), size, AxisAmounts.Of(_division));
        }
        return Axes.Amounts(_domains.Least, _domains.Most, _plot.Height, _figure.Small.LineHeight, end, AxisAmounts.Of(_division));
    }

    private IReadOnlyList<Axes.Tick> ShareTicks()
    {
        bool held = _division.Study.Finish.AmountEnd is not null;
        double most = held ? Math.Max(1, _readings.Highest) : _domains.ShareMost;
        return Axes.Shares(_domains.ShareLeast, most, _plot.Height * (most - _domains.ShareLeast) / (_domains.ShareMost - _domains.ShareLeast), _figure.Small.LineHeight);
    }

    private void DrawAxes()
    {
        if (_position)
        {
            // Along position bars are as narrow as the parts are many; the share axis alone says how high the curve is.
            Axes.Upright(_figure, "share", _plot, _shares, ShareTicks(), left: false, lines: true);
            Axes.Upright(_figure, "amount", _plot, _amounts, AmountTicks(), left: true, lines: false);
            PixelScale along = new(0, 1, _plot.X, _plot.Right);
            Axes.Level(_figure, "position", _plot, along, Axes.Shares(0, 1, _plot.Width / 2, _figure.Small.LineHeight), lines: false);
            StudyWords words = StudyWords.Of(_division);
            _figure.PutWhereFree([_figure.Text("along", "axis", _plot.CentreX, _plot.Bottom + 8 * _figure.Unit + _figure.Small.CapHeight + 4 + _figure.Small.LineHeight, "middle",
                $"share of the {words.Parts(_parts)}, in order", _figure.Small, Ink.Quiet)], 0);
            return;
        }
        Axes.Upright(_figure, "amount", _plot, _amounts, AmountTicks(), left: true, lines: true);
        Axes.Upright(_figure, "share", _plot, _shares, ShareTicks(), left: false, lines: false);
        Axes.Names fitted = FitNames(_plot.Width, _figure.Plot.Height);
        if (!_figure.HasNames)
        {
            return;
        }
        if (fitted.Setting == Axes.NameSetting.None)
        {
            StudyWords words = StudyWords.Of(_division);
            _figure.PutWhereFree([_figure.Text("along", "axis", _plot.CentreX, _plot.Bottom + 6 * _figure.Unit + _figure.Small.CapHeight + 2, "middle",
                $"{words.Parts(_parts)}, in order", _figure.Small, Ink.Quiet)], 0);
        }
        else
        {
            Axes.Under(_figure, fitted, Names(), [.. _division.Parts.Take(_rows).Select(part => part.Key)], _plot, _plot.Bottom);
        }
    }

    /// <summary>The room of one bar; along position it is that of one part.</summary>
    private double Band => _plot.Width / Math.Max(1, _position ? _parts : _rows);

    /// <summary>The room between two bars.</summary>
    private double BarGap => _figure.Gap is not null && !_position ? Band - _figure.BarThickness(Band, 1) : _position ? Math.Min(1, Band * 0.1) : Band >= 8 ? Math.Min(Band * 0.22, 22 * _figure.Unit) : Band * 0.12;

    /// <summary>Where so many parts end. The folded ones share one slot, and have none where they are not drawn.</summary>
    private double X(double parts) => _plot.X + Band * (_position || parts <= _listed ? parts : _rows > _listed ? _listed + (parts - _listed) / (_parts - _listed) : _listed);

    /// <summary>Where the slot of a row begins.</summary>
    private double SlotX(double row) => _plot.X + row * Band;

    private bool IsFolded(int row) => row >= _listed;

    /// <summary>Along position the folded parts are a stretch of the curve, and no bar.</summary>
    private int Bars => _position ? Math.Min(_rows, _listed) : _rows;

    private double Value(int row) => _division.Value(_division.Amount(row)).ToDouble();

    private string ClassInk(int row) => InkOf(_workings, row);

    /// <summary>By the part's class, or one ink for all of them.</summary>
    internal static string InkOf(WorkingsResult workings, int row) =>
        workings.Division.Study.Finish.ClassColours || workings.Division.IsFolded(row) ? InkOfClass(workings["class"].Text(row)) : Ink.ClassA;

    /// <summary>Of a class; what has none (the folded part, or a share of nothing) has an ink of its own.</summary>
    private static string InkOfClass(string? name) => name switch { "A" => Ink.ClassA, "B" => Ink.ClassB, "C" => Ink.ClassC, _ => Ink.Folded };

    private void DrawBars()
    {
        double zero = _amounts.At(0);
        if (Bars > MostSeparateBars || Band < 1)
        {
            DrawMergedBars(zero);
            return;
        }
        for (int row = 0; row < Bars; row++)
        {
            double top = Math.Clamp(_amounts.At(Value(row)), _plot.Y - 1, _plot.Bottom + 1);
            Entry part = _division.Parts[row];
            _figure.Add(FigureBuilder.Rect($"bar-{part.Key}", "bar", new Box(SlotX(row) + BarGap / 2, Math.Min(top, zero), Band - BarGap, Math.Abs(zero - top)), _ink.Row(row)) with { Row = row, Part = part.Key });
        }
    }

    /// <summary>Neighbours narrower than a pixel, as one stepped area for each class; hit by place.</summary>
    private void DrawMergedBars(double zero)
    {
        for (int first = 0; first < Bars;)
        {
            string ink = ClassInk(first);
            int last = LastOf(first, ink);
            var run = new List<double> { SlotX(first), zero };
            double pixel = Math.Floor(SlotX(first)), extreme = zero;
            for (int row = first; row <= last; row++)
            {
                double top = Math.Clamp(_amounts.At(Value(row)), _plot.Y - 1, _plot.Bottom + 1);
                if (Math.Floor(SlotX(row)) > pixel)
                {
                    run.AddRange([FigureBuilder.Round(pixel), FigureBuilder.Round(extreme), FigureBuilder.Round(Math.Floor(SlotX(row))), FigureBuilder.Round(extreme)]);
                    pixel = Math.Floor(SlotX(row));
                    extreme = top;
                }
                else if (Math.Abs(top - zero) > Math.Abs(extreme - zero))
                {
                    extreme = top;
                }
            }
            run.AddRange([FigureBuilder.Round(Math.Max(pixel, SlotX(first))), FigureBuilder.Round(extreme), FigureBuilder.Round(SlotX(last + 1)), FigureBuilder.Round(extreme), FigureBuilder.Round(SlotX(last + 1)), zero]);
            _figure.Add(new PathMark($"bars-{ink}-{first}", "bar", [run]) { Fill = Ink.In(_figure.Finish.Palette, ink), StrokeWidth = 0, Strip = new RowStrip("x", _plot.X, SlotX(Bars), Bars) });
            first = last + 1;
        }
    }

    /// <summary>The last of the neighbours with one ink.</summary>
    private int LastOf(int first, string ink)
    {
        int last = first;
        if (_division.HasNegative)
        {
            while (last + 1 < Bars && ClassInk(last + 1) == ink)
            {
                last++;
            }
            return last;
        }
        // The running share only grows, and the classes with it.
        for (int other = Bars; other - last > 1;)
        {
            int middle = last + (other - last) / 2;
            (last, other) = ClassInk(middle) == ink ? (middle, other) : (last, middle);
        }
        return last;
    }

    private List<double> CurvePoints()
    {
        var points = new List<double> { _plot.X, FigureBuilder.Round(_shares.At(0)) };
        double lastX = _plot.X;
        int last = _position || _rows > _listed ? _parts : _listed;
        for (int i = 1; i <= last; i++)
        {
            double x = X(i);
            // At most two points a pixel: a longer path looks the same.
            if (x - lastX >= 0.5 || i == last)
            {
                points.Add(FigureBuilder.Round(x));
                points.Add(FigureBuilder.Round(_shares.At(_readings.ShareAfter(i)?.ToDouble() ?? 0)));
                lastX = x;
            }
        }
        return points;
    }

    private void DrawCurve(List<double> points)
    {
        if (_division.WholeAt(0).IsZero)
        {
            return;
        }
        double width = _figure.IsMiniature ? 1.25 : Math.Max(1.4, 1.5 * _figure.Unit);
        _figure.Add(new PathMark("curve", "curve", [points]) { Stroke = Ink.Text, StrokeWidth = width });
        _figure.Obstacles.AddRun(points);
        if (_figure.IsMiniature || _position || _rows > MostDots || Band < 12)
        {
            return;
        }
        double radius = 3 * _figure.Unit;
        for (int row = 0; row < _rows; row++)
        {
            int parts = IsFolded(row) ? _parts : row + 1;
            double x = X(parts), y = _shares.At(_readings.ShareAfter(parts)!.Value.ToDouble());
            _figure.Add(new PathMark($"point-{_division.Parts[row].Key}", "point", [Circle(x, y, radius)]) { Fill = Ink.Paper, Stroke = Ink.Text, StrokeWidth = Math.Max(1.2, 1.3 * _figure.Unit), Row = row, Part = _division.Parts[row].Key });
            _figure.Obstacles.Add(new Box(x - radius - 1, y - radius - 1, 2 * radius + 2, 2 * radius + 2));
        }
    }

    /// <summary>What the line says, on wish: its name, and at its points how far it has come. The cuts' words go first.</summary>
    private void DrawCurveTexts()
    {
        if (_division.WholeAt(0).IsZero || _position)
        {
            return;
        }
        Font font = _figure.Shares;
        double gap = 6 * _figure.Unit;
        if (_figure.Finish.CurveNumbers)
        {
            for (int row = 0; row < _rows; row++)
            {
                int parts = IsFolded(row) ? _parts : row + 1;
                Fraction share = _readings.ShareAfter(parts)!.Value;
                double x = X(parts), y = _shares.At(share.ToDouble());
                string text = NumberText.Percent(share, _division.Study.Rounding.Decimals, _figure.Finish.TrimZeros), key = _division.Parts[row].Key;
                TextMark At(double left, double baseline, string anchor) => _figure.Text($"point-label-{key}", "label", left, baseline, anchor, text, font, Ink.Text) with { Row = row, Part = key };
                if (!_figure.PutWhereFree([At(x, y - gap, "middle"), At(x - gap, y - gap / 2, "end"), At(x + gap, y + font.CapHeight + gap, "start")], 1))
                {
                    _figure.GiveUp(1);
                }
            }
        }
        if (_figure.Finish.CurveName)
        {
            string name = $"running share of {StudyWords.Of(_division).Counted}";
            IEnumerable<TextMark> places = from at in (double[])[0.35, 0.5, 0.25, 0.65, 0.8]
                                           let parts = Math.Max(1, (int)(at * _parts))
                                           let y = _shares.At(_readings.ShareAfter(parts)!.Value.ToDouble())
                                           from place in (TextMark[])[_figure.Text("curve-name", "axis", X(parts) - 2 * gap, y - gap, "end", name, font, Ink.Text), _figure.Text("curve-name", "axis", X(parts) + 2 * gap, y + font.LineHeight, "start", name, font, Ink.Text)]
                                           select place;
            if (!_figure.PutWhereFree(places, 2))
            {
                _figure.GiveUp(1);
            }
        }
    }

    private void DrawArea(List<double> points)
    {
        List<double> area = [.. points, _plot.Right, _shares.At(0)];
        _figure.Add(new PathMark("curve-area", "area", [area]) { Fill = Ink.Wash, StrokeWidth = 0, Strip = new RowStrip("x", _plot.X, X(_listed), _listed) });
        _figure.Obstacles.AddLine(_plot.X, _shares.At(0), _plot.Right, _shares.At(1));
        _figure.Line("equal", "reference", _plot.X, _shares.At(0), _plot.Right, _shares.At(1), Ink.Quiet, 0.75, [2, 3]);
    }

    private static double[] Circle(double x, double y, double radius)
    {
        const int corners = 20;
        var points = new double[corners * 2 + 2];
        for (int i = 0; i <= corners; i++)
        {
            double angle = i * 2 * Math.PI / corners;
            points[2 * i] = FigureBuilder.Round(x + radius * Math.Cos(angle));
            points[2 * i + 1] = FigureBuilder.Round(y + radius * Math.Sin(angle));
        }
        return points;
    }

    private void DrawCuts()
    {
        StudyWords words = StudyWords.Of(_division);
        var placed = new List<Action>();
        for (int i = 0; i < _readings.Cuts.Count; i++)
        {
            CutReading reading = _readings.Cuts[i];
            CutFinish finish = i < _figure.Finish.Cuts.Length ? _figure.Finish.Cuts[i] : new CutFinish();
            (double x, double y)? anchor = DrawCut(i, reading, finish);
            if (anchor is { } at)
            {
                int index = i;
                placed.Add(() => PutCutWords(index, reading, finish, at.x, at.y, words));
            }
        }
        // Lines first, so that no words are put where another cut's line runs.
        placed.ForEach(place => place());
    }

    private static readonly double[] Dashes = [4, 3];

    /// <summary>Draws the lines and the handle of a cut, and returns where they meet the curve.</summary>
    private (double X, double Y)? DrawCut(int index, CutReading reading, CutFinish finish)
    {
        double bottom = _shares.At(0);
        double x, y;
        Edit edit;
        if (reading.Cut.Share is { } share)
        {
            y = _shares.At(share.ToDouble());
            if (reading.PartsNeeded is null && _division.WholeAt(0).IsZero)
            {
                return null;
            }
            x = reading.PartsNeeded is { } needed ? _position ? CrossingAt(share.ToFraction(), (int)needed) : X(needed) : _plot.X;
            edit = new Edit($"form.cuts[{index}].share", "drag-y")
            {
                FromPixel = _shares.At(0),
                ToPixel = _shares.At(1),
                FromValue = 0,
                ToValue = 1,
                Least = 0.01,
                Most = 1,
                Step = 0.01,
                Value = share.ToDouble(),
                Name = "cut at a share",
            };
            double from = finish.Across ? _plot.X : x;
            Guide($"cut-{index}-level", from, y, _plot.Right, y);
            if (reading.PartsNeeded is not null)
            {
                Guide($"cut-{index}-drop", x, y, x, bottom);
            }
            Handle(index, _plot.Right - 3 * _figure.Unit, y, 6 * _figure.Unit, 16 * _figure.Unit, edit);
            return (x, y);
        }
        double at = reading.Cut.Position is { } position ? position.ToDouble() * _parts : Math.Min(reading.Cut.Count!.Value, _parts);
        x = X(at);
        if (reading.ShareReached is not { } reached)
        {
            return null;
        }
        y = _shares.At(reached.ToDouble());
        edit = reading.Cut.Position is not null
            ? new Edit($"form.cuts[{index}].position", "drag-x")
            {
                FromPixel = _plot.X,
                ToPixel = X(_listed),
                FromValue = 0,
                ToValue = (double)_listed / _parts,
                Least = 0.01,
                Most = 1,
                Step = 0.01,
                Value = at / _parts,
                Name = "cut along the parts",
            }
            : new Edit($"form.cuts[{index}].count", "drag-x")
            {
                FromPixel = _plot.X,
                ToPixel = X(_listed),
                FromValue = 0,
                ToValue = _listed,
                Least = 1,
                Most = _parts,
                Step = 1,
                Value = reading.Cut.Count!.Value,
                Name = "cut after a number of parts",
            };
        Guide($"cut-{index}-drop", x, finish.Across ? _plot.Y : y, x, bottom);
        if (finish.Across)
        {
            Guide($"cut-{index}-level", x, y, _plot.Right, y);
        }
        Handle(index, x, bottom, 16 * _figure.Unit, 6 * _figure.Unit, edit);
        return (x, y);
    }

    private double CrossingAt(Fraction share, int needed)
    {
        double before = _readings.ShareAfter(needed - 1)!.Value.ToDouble(), after = _readings.ShareAfter(needed)!.Value.ToDouble();
        double part = after == before ? 1 : (share.ToDouble() - before) / (after - before);
        return X(needed - 1 + part);
    }

    private void Guide(string id, double ax, double ay, double bx, double by)
    {
        _figure.Line(id, "cut", ax, ay, bx, by, Ink.Cut, Math.Max(1, 1.2 * _figure.Unit), [.. Dashes.Select(dash => dash * Math.Max(1, _figure.Unit))]);
        _figure.Obstacles.AddLine(ax, ay, bx, by);
    }

    private void Handle(int index, double x, double y, double width, double height, Edit edit) =>
        _figure.Add(new RectMark($"cut-{index}-handle", "handle", FigureBuilder.Round(x - width / 2), FigureBuilder.Round(y - height / 2), width, height, Ink.Cut) { Edit = edit });

    /// <summary>The cut's words, beside its lines where nothing is in the way: first to the right of the drop, below the level.</summary>
    private void PutCutWords(int index, CutReading reading, CutFinish finish, double x, double y, StudyWords words)
    {
        (string first, string more) = ParetoForm.ReadingWords(reading, _readings, words, _division.Study.Rounding.Decimals);
        if (finish.Words is not null)
        {
            (first, more) = (finish.Words, "");
        }
        Font strong = _figure.Strong, small = _figure.Small;
        double unit = _figure.Unit;
        double whole = _figure.TextWidth(first, strong);
        // Both lines, the reading alone, or the reading broken in two: whatever finds room near its cut.
        List<List<(string Text, Font Font)>> settings = [[(first, strong)]];
        if (more.Length > 0)
        {
            settings.Insert(0, [(first, strong), (more, small)]);
        }
        foreach (double part in (ReadOnlySpan<double>)[0.62, 0.45])
        {
            settings.Add([.. TextFit.Wrap(_figure.Measurer, first, strong, whole * part, 4).Select(line => (line, strong))]);
        }
        (double Width, double Height) Size(List<(string Text, Font Font)> lines) =>
            (lines.Max(line => _figure.TextWidth(line.Text, line.Font)), (lines.Count - 1) * small.LineHeight + strong.CapHeight + small.Descent);
        if (finish.Moved.Length == 2)
        {
            (double width, double height) = Size(settings[0]);
            double toX = Math.Clamp(x + 10 * unit + finish.Moved[0].ToDouble() / 100 * _plot.Width, 4, Math.Max(4, _figure.Width - width - 4));
            double toY = Math.Clamp(y + 14 * unit + finish.Moved[1].ToDouble() / 100 * _plot.Height, 4, _figure.Height - height - 4);
            Write(new Box(toX, toY, width, height), settings[0]);
            return;
        }
        foreach (bool far in (ReadOnlySpan<bool>)[false, true])
        {
            foreach (List<(string Text, Font Font)> lines in settings)
            {
                (double width, double height) = Size(lines);
                foreach (Box box in far ? FarPlaces(x, y, width, height) : NearPlaces(x, y, width, height))
                {
                    if (Room.Contains(box) && _figure.Obstacles.IsFree(box, 3 * unit) && !CoversBars(box) && (!far || Lead(index, box, x, y)))
                    {
                        Write(box, lines);
                        return;
                    }
                }
            }
        }

        void Write(Box box, List<(string Text, Font Font)> lines)
        {
            var edit = new Edit($"finish.cuts[{index}]", "move")
            {
                FromPixel = _plot.Width,
                ToPixel = _plot.Height,
                Name = "words of the cut",
                Drop = $"form.cuts[{index}]",
                Across = (box.X - x - 10 * unit) / _plot.Width * 100,
                Down = (box.Y - y - 14 * unit) / _plot.Height * 100,
            };
            for (int line = 0; line < lines.Count; line++)
            {
                TextMark mark = _figure.Text(line == 0 ? $"cut-{index}-words" : $"cut-{index}-words-{line}", "cut-words",
                    box.X, box.Y + strong.CapHeight + line * small.LineHeight, "start", lines[line].Text, lines[line].Font, Ink.Cut);
                _figure.Put(line == 0 ? mark with { Edit = edit } : mark);
            }
        }
    }

    /// <summary>A thin line from words that found no room near their cut to where it meets the curve.</summary>
    /// <returns>False where it would run through other words.</returns>
    private bool Lead(int index, Box words, double x, double y)
    {
        double fromX = Math.Clamp(x, words.X, words.Right), fromY = Math.Clamp(y, words.Y, words.Bottom);
        double length = Math.Sqrt((fromX - x) * (fromX - x) + (fromY - y) * (fromY - y)), gap = 4 * _figure.Unit;
        if (length > 6 * gap)
        {
            double part = gap / length;
            double ax = fromX + (x - fromX) * part, ay = fromY + (y - fromY) * part, bx = x + (fromX - x) * part, by = y + (fromY - y) * part;
            if (_figure.Marks.OfType<TextMark>().Any(text => text.Bounds.Crosses(ax, ay, bx, by)))
            {
                return false;
            }
            _figure.Line($"cut-{index}-lead", "cut", ax, ay, bx, by, Ink.Cut, 0.75 * _figure.Unit);
            _figure.Obstacles.AddLine(ax, ay, bx, by);
        }
        return true;
    }

    private Box Room => new(_plot.X + 2, _plot.Y - _figure.Small.LineHeight, _plot.Width - 4, _plot.Height + _figure.Small.LineHeight - 2);

    private IEnumerable<Box> NearPlaces(double x, double y, double width, double height)
    {
        double apart = 10 * _figure.Unit;
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
        double apart = 10 * _figure.Unit;
        for (int step = 0; step <= 10; step++)
        {
            yield return new Box(x + apart + step * 40, y + apart + step * height * 0.5, width, height);
            yield return new Box(_plot.Right - width - apart * 1.5, y + apart + step * height, width, height);
            yield return new Box(_plot.X + apart, y - apart - height - step * height, width, height);
        }
        for (double row = _plot.Bottom - height - apart; row > _plot.Y; row -= height)
        {
            yield return new Box(_plot.Right - width - apart * 2, row, width, height);
            yield return new Box(_plot.CentreX - width / 2, row, width, height);
        }
    }

    private bool CoversBars(Box box)
    {
        if (_position && _parts > MostSeparateBars)
        {
            return false;
        }
        int first = Math.Clamp((int)((box.X - _plot.X) / Band), 0, Bars - 1), last = Math.Clamp((int)((box.Right - _plot.X) / Band), 0, Bars - 1);
        double zero = _amounts.At(0);
        for (int row = first; row <= last; row++)
        {
            double top = _amounts.At(Value(row));
            double highest = Math.Min(top, zero) - _figure.Small.LineHeight;
            if (box.Bottom > highest && box.Y < Math.Max(top, zero))
            {
                return true;
            }
        }
        return false;
    }

    private void DrawLabels()
    {
        LabelText what = _figure.Finish.Labels;
        if (what == LabelText.None || _rows > MostSeparateBars || _position)
        {
            return;
        }
        Font font = what == LabelText.Amount ? _figure.Amounts : _figure.Shares;
        WorkingColumn shown = _workings["shownShare"];
        int decimals = _division.Study.Rounding.Decimals;
        NameRanks ranks = RanksOf.Parts(_division);
        foreach (int row in Enumerable.Range(0, _rows).OrderByDescending(ranks.Weight))
        {
            string share = shown.Exact(row) is { } percent ? ShareText.Number(percent, _division.Amount(row).IsZero, decimals, _figure.Finish.TrimZeros) : NumberText.Dash;
            string amount = _division.Text(_division.Amount(row));
            string text = what switch { LabelText.Amount => amount, LabelText.Both when !_division.AmountsAreShares => $"{amount} · {share}", _ => share };
            double x = SlotX(row + 0.5);
            double top = _amounts.At(Value(row)), zero = _amounts.At(0);
            bool negative = Value(row) < 0;
            double width = _figure.TextWidth(text, font);
            string id = $"label-{_division.Parts[row].Key}";
            if (width > Band - 2 || _figure.Finish.LabelTurn == LabelTurn.Turned)
            {
                var bar = new Box(SlotX(row) + BarGap / 2, Math.Min(top, zero), Band - BarGap, Math.Abs(zero - top));
                LabelFit.AtEnd(_figure, id, bar, _ink.Row(row), new LabelLine(text, font), row, _division.Parts[row].Key, negative);
                continue;
            }
            TextMark Place(double y, string anchor, double at, string ink) =>
                _figure.Text(id, "label", at, y, anchor, text, font, ink) with { Row = row, Part = _division.Parts[row].Key };
            var places = new List<TextMark>
            {
                negative ? Place(top + font.CapHeight + 5 * _figure.Unit, "middle", x, LabelFit.Beside(_figure, _ink.Row(row))) : Place(top - 5 * _figure.Unit, "middle", x, LabelFit.Beside(_figure, _ink.Row(row))),
            };
            if (!negative)
            {
                // Beside a cut's line that runs through the bar.
                places.Add(Place(top - 5 * _figure.Unit, "end", x - 3 * _figure.Unit, LabelFit.Beside(_figure, _ink.Row(row))));
                places.Add(Place(top - 5 * _figure.Unit, "start", x + 3 * _figure.Unit, LabelFit.Beside(_figure, _ink.Row(row))));
            }
            double inside = Math.Abs(zero - top);
            if (inside > font.LineHeight * 1.3 && width + 4 <= Band - BarGap)
            {
                string ink = _ink.Row(row) == Ink.ClassA ? Ink.OnFill : LabelFit.On(_figure, _ink.Row(row));
                double gap = BarGap / 2 + 4 * _figure.Unit;
                places.Add(Place(Math.Min(top, zero) + font.CapHeight + 6 * _figure.Unit, "start", SlotX(row) + gap, ink));
                places.Add(Place(Math.Min(top, zero) + font.CapHeight + 6 * _figure.Unit, "middle", x, ink));
                places.Add(Place(Math.Max(top, zero) - 6 * _figure.Unit, "end", SlotX(row + 1) - gap, ink));
            }
            _figure.PutWhereFree(places, 1.5);
        }
    }
}
