using OneWhole.Core.Drawing;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms.Stacked;

/// <summary>Lays stacks out, upright or sideways, on one another or beside, with totals, names and labels.</summary>
internal sealed class StackedLayout
{
    private readonly WorkingsResult _workings;
    private readonly Division _division;
    private readonly StackedMembers _members;
    private readonly Domains _domains;
    private readonly FigureBuilder _figure;
    private readonly LabelTexts _texts;
    private readonly PartInk _ink;
    private readonly int[] _parts;
    private readonly bool _upright;
    private readonly bool _beside;
    private readonly bool _share;

    public StackedLayout(WorkingsResult workings, StackedMembers members, Domains domains, FigureBuilder figure)
    {
        _workings = workings;
        _division = workings.Division;
        _members = members;
        _domains = domains;
        _figure = figure;
        _texts = new LabelTexts(workings, figure);
        _ink = new PartInk(_division);
        _parts = DrawnParts.Of(_division);
        _upright = members.Direction == BarDirection.Upright;
        _beside = members.Arrange == Arrangement.Beside;
        _share = members.Length == LengthUnit.Share;
    }

    /// <summary>The key in the order of the stack as one sees it; none where names stand beside the last stack.</summary>
    public static IReadOnlyList<KeyEntry> KeyOf(WorkingsResult workings)
    {
        StackedMembers members = (StackedMembers)workings.Division.Study.Form.Members;
        if (
            NamesBeside(workings, members) is not null
            || (members.Arrange == Arrangement.Stacked && LabelTexts.PrintsNamesInside(workings.Division))
        )
        {
            return [];
        }
        return PartInk.KeyOf(workings.Division);
    }

    private static SideNames? NamesBeside(WorkingsResult workings, StackedMembers members) =>
        members is { Direction: BarDirection.Upright, Arrange: Arrangement.Stacked }
        && !workings.Division.HasNegative
        && workings.Find("top") is { } tops
        && Enumerable
            .Range(0, workings.Division.PartCount)
            .All(part => tops.Exact((workings.Division.GroupCount - 1) * workings.Division.PartCount + part) is not null)
            ? SideNames.Of(workings)
            : null;

    public static Domains DomainsOf(WorkingsResult workings, StackedMembers members)
    {
        double least = 0,
            most = 0;
        WorkingColumn bases = workings["base"],
            tops = workings["top"];
        for (int row = 0; row < workings.RowCount; row++)
        {
            foreach (double? end in (double?[])[bases.Number(row), tops.Number(row)])
            {
                least = Math.Min(least, end ?? 0);
                most = Math.Max(most, end ?? 0);
            }
        }
        if (members.Length == LengthUnit.Share)
        {
            // A share axis ends at exactly 100 %, unless a negative part makes others larger than their whole.
            bool whole = members.Arrange == Arrangement.Stacked && most <= 1 + 1e-9;
            return Domains.Around(least, most) is var round && whole ? round with { Most = 1 } : round;
        }
        double? held = workings.Division.Study.Finish.AmountEnd?.ToDouble();
        // Where no axis is drawn nothing asks for a round end: the tallest stack takes all the room.
        return held is null && most > 0 && !NeedsAxis(workings.Division, members)
            ? new Domains(least, most)
            : Domains.Around(least, most, held);
    }

    /// <summary>Totals over a few stacks say what an axis would.</summary>
    internal static bool NeedsAxis(Division division, StackedMembers members) =>
        members.Arrange == Arrangement.Beside
        || members.Length == LengthUnit.Share
        || division.GroupCount > 8
        || division.Study.Finish.Labels == LabelText.None
        || division.Study.Finish.Axes.Values == ValueAxis.Shown;

    public void Draw()
    {
        Font font = _figure.Small;
        double unit = _figure.Unit;
        int groups = _division.GroupCount;
        Box room = _figure.Plot;
        bool text = !_figure.IsMiniature;
        SideNames? names = text ? NamesBeside(_workings, _members) : null;
        double right = names?.Width(_figure) ?? 0;
        string[] totals = [.. Enumerable.Range(0, groups).Select(group => _texts.Amount(_division.GroupTotal(group)))];
        bool totalled = text && !_beside && _figure.Finish.Labels != LabelText.None;
        // Equal lengths hide unequal wholes: there each total stands with its name.
        bool under = totalled && _share && _division.HasGroups;
        bool above = totalled && !_share;

        bool needsAxis = text && NeedsAxis(_division, _members);
        double pixels = _figure.AxisLength(_upright ? room.Height : room.Width),
            tickRoom = font.Size * (_upright ? 1 : 2.2);
        IReadOnlyList<Axes.Tick> ticks =
            !needsAxis ? []
            : _share ? Axes.Shares(_domains.Least, _domains.Most, pixels, tickRoom)
            : Axes.Amounts(_domains.Least, _domains.Most, pixels, tickRoom, null, AxisAmounts.Of(_division));
        double axis = Axes.Room(_figure, ticks, _upright);
        double mostBand = (_upright, groups <= 3) switch
        {
            (true, true) => 260,
            (true, false) => 170,
            (false, true) => 110,
            (false, false) => 76,
        };
        double most = mostBand * unit * (_beside ? Math.Max(1, _parts.Length * 0.6) : 1) * groups;
        double roughBand = Math.Min(most, _upright ? room.Width - right - axis : room.Height) / groups;
        var groupNames = new GroupNames(
            _figure,
            _division,
            _upright,
            roughBand,
            _division.HasGroups && text
                ? [.. Enumerable.Range(0, groups).Select(group => _texts.OfGroup(group, under ? LabelText.Amount : LabelText.None))]
                : []
        );
        bool negatives = _domains.Least < 0;
        double totalRoom = _figure.Common(
            "totals",
            !above ? 0
                : _upright ? font.LineHeight + 4 * unit
                : totals.Max(total => _figure.TextWidth(total, _figure.Strong)) + 10 * unit
        );
        double besideRoom =
            !_beside || !text ? 0
            : !_upright ? 56 * unit
            : LabelFit.HeadRoom(
                _figure,
                Enumerable
                    .Range(0, _division.RowCount)
                    .Where(row => _division.Has(row))
                    .Select(row => BesideLabel(row) is { } line ? _figure.TextWidth(line) : 0)
                    .DefaultIfEmpty(0)
                    .Max(),
                Beside(roughBand).Thickness,
                room.Height * 0.2
            );
        double below = negatives ? besideRoom : 0;
        Box plot = _upright
            ? room.Inset(axis, totalRoom + besideRoom, right, groupNames.Room + below)
            : room.Inset(groupNames.Room, 0, Math.Max(totalRoom + besideRoom, Axes.Overhang(_figure, ticks)), axis);
        _figure.Field = plot;
        plot = (_upright ? plot.Narrowed(most) : plot.Lowered(most)).AtLeast(4);
        var field = new BarField(plot, _upright, _domains.Least, _domains.Most);
        field.DrawAxis(_figure, ticks);
        double band = field.Length / groups;
        var labels = new List<Action>();
        for (int group = 0; group < groups; group++)
        {
            DrawGroup(field, group, band, labels);
        }
        if (_figure.Finish.Connect && !_beside && text)
        {
            Connect(field, band);
        }
        (double ax, double ay, double bx, double by) = field.LineAt(0);
        _figure.Line("baseline", MarkRole.BaseLine, ax, ay, bx, by, Ink.Quiet, text ? 1 : 0.75);
        if (!text)
        {
            return;
        }
        if (above)
        {
            DrawTotals(field, band, totals);
        }
        groupNames.Draw(plot, plot.Bottom + (negatives && _upright ? besideRoom : 0));
        if (names is not null)
        {
            int last = (groups - 1) * _division.PartCount;
            double thickness = Thickness(band);
            double edge = plot.X + (groups - 1) * band + (band + thickness) / 2;
            names.Draw(
                _figure,
                edge,
                room with
                {
                    Height = plot.Bottom - room.Y,
                },
                part => (field.At(_workings["base"].Number(last + part) ?? 0) + field.At(_workings["top"].Number(last + part) ?? 0)) / 2,
                _ink
            );
        }
        labels.ForEach(label => label());
    }

    /// <summary>A thin line from the top of each part to its top in the next stack.</summary>
    private void Connect(BarField field, double band)
    {
        double thickness = Thickness(band);
        for (int group = 0; group + 1 < _division.GroupCount; group++)
        {
            foreach (int part in _parts)
            {
                int row = group * _division.PartCount + part;
                if (_workings["top"].Number(row) is not { } from || _workings["top"].Number(row + _division.PartCount) is not { } to)
                {
                    continue;
                }
                double along = group * band + (band + thickness) / 2,
                    next = (group + 1) * band + (band - thickness) / 2,
                    a = field.At(from),
                    b = field.At(to);
                string id = $"connect-{group}-{_division.Parts[part].Key}";
                if (_upright)
                {
                    _figure.Line(id, MarkRole.Leader, field.Plot.X + along, a, field.Plot.X + next, b, _ink[part], 0.8 * _figure.Unit);
                }
                else
                {
                    _figure.Line(id, MarkRole.Leader, a, field.Plot.Y + along, b, field.Plot.Y + next, _ink[part], 0.8 * _figure.Unit);
                }
            }
        }
    }

    private double Thickness(double band) =>
        _figure.IsMiniature ? _figure.BarThickness(band, 0.74) : _figure.BarThickness(band, 0.72, 130 * _figure.Unit);

    /// <summary>
    /// Bars side by side: from one to the next, and how broad each is. Groups are further apart than the bars within one.
    /// </summary>
    private (double Step, double Thickness) Beside(double band)
    {
        int bars = _parts.Length;
        if (_figure.Gap is null && _figure.Finish.GroupGap is null)
        {
            double step = Math.Min(band * 0.84, bars * 60 * _figure.Unit) / bars;
            return (step, Math.Max(0.5, step - Math.Min(1, step * 0.1)));
        }
        double gap = _figure.Gap ?? 0.1,
            apart = gap + Math.Max(0.1, _figure.Finish.GroupGap?.ToDouble() ?? 0.5);
        double thickness = band / (bars + (bars - 1) * gap + apart);
        return (thickness * (1 + gap), thickness);
    }

    /// <summary>How long an amount of 1 is: on the axis of amounts 1, else its share of the group.</summary>
    private double PerAmount(int row) => _share ? 1 / _division.Value(_division.GroupTotal(_division.GroupOf(row))).ToDouble() : 1;

    private void DrawGroup(BarField field, int group, double band, List<Action> labels)
    {
        (double step, double thickness) = _beside ? Beside(band) : (0, Thickness(band));
        double inner = _beside ? step * (_parts.Length - 1) + thickness : thickness;
        double from = group * band + (band - inner) / 2;
        bool text = !_figure.IsMiniature && thickness >= 7;
        for (int i = 0; i < _parts.Length; i++)
        {
            int part = _parts[i],
                row = group * _division.PartCount + part;
            if (_workings["base"].Number(row) is not { } low || _workings["top"].Number(row) is not { } high || low == high)
            {
                continue;
            }
            string key = _division.Parts[part].Key,
                fill = _ink.Row(row),
                name = _division.Groups?[group].Label ?? "";
            Box box = field.Bar(from + i * step, thickness, low, high);
            double along = _upright ? box.Height : box.Width;
            _figure.Add(
                FigureBuilder.Rect($"bar-{name}\u0001{key}", MarkRole.Bar, box, fill) with
                {
                    Row = row,
                    Part = key,
                    Group = name,
                    Stroke = along > 4 && thickness > 4 && !_beside ? Ink.Paper : null,
                    StrokeWidth = 1,
                    Edit = text ? TrialEnds.Of(_workings, row, field, low, PerAmount(row)) : null,
                }
            );
            if (text && (_beside || LabelFit.HasRoom(_figure, box)))
            {
                IReadOnlyList<LabelLine> lines = LinesOf(row);
                labels.Add(() => DrawLabel(field, $"label-{name}\u0001{key}", box, fill, lines, row, key, high < low));
            }
        }
    }

    private IReadOnlyList<LabelLine> LinesOf(int row) => _texts.Lines(row, _beside && !_share ? LabelText.Amount : LabelText.Share);

    /// <summary>What stands over a bar beside others; null where nothing does.</summary>
    private LabelLine? BesideLabel(int row) =>
        LinesOf(row) is { Count: > 0 } lines && _figure.Finish.LabelPlace != LabelPlace.Inside ? LabelLine.Joined(lines, " ")[0] : null;

    private void DrawLabel(BarField field, string id, Box box, string fill, IReadOnlyList<LabelLine> lines, int row, string part, bool down)
    {
        if (!_beside || _figure.Finish.LabelPlace == LabelPlace.Inside)
        {
            LabelFit.Inside(_figure, id, box, fill, lines, row, part);
            return;
        }
        if (lines.Count == 0)
        {
            return;
        }
        if (LabelFit.Apart(_figure, id, box, fill, lines, row, part, LabelFit.GrowthOf(_upright, down)))
        {
            return;
        }
        LabelLine line = LabelLine.Joined(lines, _upright ? " " : "  ")[0];
        Font font = line.Font;
        if (field.Upright)
        {
            if (!LabelFit.AtEnd(_figure, id, box, fill, line, row, part, down))
            {
                LabelFit.Inside(_figure, id, box, fill, [line], row, part);
            }
            return;
        }
        TextMark Mark(double x, double y, string anchor) =>
            _figure.Text(id, MarkRole.Label, x, y, anchor, line, LabelFit.Beside(_figure, fill)) with
            {
                Row = row,
                Part = part,
            };
        double gap = 4 * _figure.Unit;
        if (font.LineHeight <= box.Height + 2)
        {
            _figure.PutWhereFree(
                [
                    down
                        ? Mark(box.X - gap, box.CentreY + font.CapHeight / 2, "end")
                        : Mark(box.Right + gap, box.CentreY + font.CapHeight / 2, "start"),
                ],
                0
            );
        }
    }

    private void DrawTotals(BarField field, double band, string[] totals)
    {
        Font font = _figure.Strong;
        for (int group = 0; group < totals.Length; group++)
        {
            string name = _division.Groups?[group].Label ?? "";
            double most = 0;
            for (int part = 0; part < _division.PartCount; part++)
            {
                most = Math.Max(most, _workings["top"].Number(group * _division.PartCount + part) ?? 0);
            }
            TextMark mark = field.Beyond(_figure, $"total-{name}", (group + 0.5) * band, most, totals[group]);
            if (_upright ? mark.Width <= band - 2 : font.LineHeight <= band + 2)
            {
                _figure.PutWhereFree([mark with { Group = name }], 0);
            }
        }
    }
}
