using OneWhole.Core.Drawing;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms.Nested;

/// <summary>Lays nested bars out: a broad quiet bar a group, its parts as narrow ones in front of it.</summary>
internal sealed class NestedLayout
{
    private readonly WorkingsResult _workings;
    private readonly Division _division;
    private readonly Domains _domains;
    private readonly FigureBuilder _figure;
    private readonly LabelTexts _texts;
    private readonly PartInk _ink;
    private readonly bool _upright;
    private readonly int[] _parts;

    public NestedLayout(WorkingsResult workings, BarDirection lay, Domains domains, FigureBuilder figure)
    {
        _workings = workings;
        _division = workings.Division;
        _domains = domains;
        _figure = figure;
        _texts = new LabelTexts(workings, figure);
        _ink = new PartInk(_division);
        _upright = lay == BarDirection.Upright;
        _parts = DrawnParts.Of(_division);
    }

    public static IReadOnlyList<KeyEntry> KeyOf(WorkingsResult workings) =>
        workings.Division.IsEmpty ? [] : PartInk.KeyOf(workings.Division);

    public static Domains DomainsOf(WorkingsResult workings)
    {
        Division division = workings.Division;
        double least = 0,
            most = 0;
        void Take(double value)
        {
            least = Math.Min(least, value);
            most = Math.Max(most, value);
        }
        for (int group = 0; group < division.GroupCount; group++)
        {
            Take(division.Value(division.GroupTotal(group)).ToDouble());
        }
        for (int row = 0; row < division.RowCount; row++)
        {
            Take(division.Value(division.Amount(row)).ToDouble());
        }
        return Domains.Around(least, most, division.Study.Finish.AmountEnd?.ToDouble());
    }

    public void Draw()
    {
        Box room = _figure.Plot;
        Font font = _figure.Small;
        double unit = _figure.Unit;
        bool text = !_figure.IsMiniature;
        int groups = _division.GroupCount;
        string[] totals = [.. Enumerable.Range(0, groups).Select(group => _texts.Amount(_division.GroupTotal(group)))];
        double most = (_upright ? 220 : 130) * unit * groups;
        double pixels = _figure.AxisLength(_upright ? room.Height : room.Width);
        double tickRoom = font.Size * (_upright ? 1 : 2.2);
        IReadOnlyList<Axes.Tick> ticks = text
            ? Axes.Amounts(_domains.Least, _domains.Most, pixels, tickRoom, null, AxisAmounts.Of(_division))
            : [];
        double axis = Axes.Room(_figure, ticks, _upright);
        var names = new GroupNames(
            _figure,
            _division,
            _upright,
            Math.Min(most, _upright ? room.Width - axis : room.Height) / groups,
            text ? [.. Enumerable.Range(0, groups).Select(group => _texts.OfGroup(group, LabelText.None))] : []
        );
        double ends = _figure.Common(
            "totals",
            !text ? 0
                : _upright ? font.LineHeight + 4 * unit
                : totals.Max(total => _figure.TextWidth(total, _figure.Strong)) + 12 * unit
        );
        Box plot = _upright ? room.Inset(axis, ends, 0, names.Room) : room.Inset(names.Room, 0, ends, axis);
        plot = (_upright ? plot.Narrowed(most) : plot.Lowered(most)).AtLeast(4);
        _figure.Field = plot;
        var field = new BarField(plot, _upright, _domains.Least, _domains.Most);
        field.DrawAxis(_figure, ticks);
        double band = field.Length / groups;
        names.Draw(plot, plot.Bottom);
        for (int group = 0; group < groups; group++)
        {
            DrawGroup(field, group, band, text, totals[group]);
        }
        (double ax, double ay, double bx, double by) = field.LineAt(0);
        _figure.Line("baseline", MarkRole.BaseLine, ax, ay, bx, by, Ink.Quiet, text ? 1 : 0.75);
    }

    private void DrawGroup(BarField field, int group, double band, bool text, string total)
    {
        string name = _division.Groups![group].Label;
        double broad = _figure.BarThickness(band, 0.84),
            from = group * band + (band - broad) / 2;
        double whole = _division.Value(_division.GroupTotal(group)).ToDouble();
        Box behind = field.Bar(from, broad, 0, whole);
        _figure.Add(FigureBuilder.Rect($"group-{name}", MarkRole.Group, behind, Ink.Behind) with { Group = name });
        // Bars of all groups stand in the same places, also those that a group does not have.
        double inner = broad * 0.86,
            thickness = inner / Math.Max(1, _parts.Length);
        Font font = _figure.Small;
        if (text && _figure.Finish.Labels != LabelText.None)
        {
            TextMark mark = field.Beyond(_figure, $"total-{name}", group * band + band / 2, Math.Max(0, whole), total);
            if (_upright ? mark.Width <= band : font.LineHeight <= band)
            {
                _figure.PutWhereFree([mark with { Group = name }], 0);
            }
        }
        for (int i = 0; i < _parts.Length; i++)
        {
            int row = group * _division.PartCount + _parts[i];
            double value = _division.Value(_division.Amount(row)).ToDouble();
            if (!_division.Has(row) || value == 0)
            {
                continue;
            }
            string key = _division.Parts[_parts[i]].Key;
            Box box = field.Bar(
                from + (broad - inner) / 2 + i * thickness,
                Math.Max(0.5, thickness - Math.Min(1.5 * _figure.Unit, thickness * 0.16)),
                0,
                value
            );
            _figure.Add(
                FigureBuilder.Rect($"bar-{name}\u0001{key}", MarkRole.Bar, box, _ink.Row(row)) with
                {
                    Row = row,
                    Part = key,
                    Group = name,
                    Edit = text ? TrialEnds.Of(_workings, row, field, 0, 1) : null,
                }
            );
            if (text)
            {
                DrawLabel(box, row, key, name, _ink.Row(row), value < 0);
            }
        }
    }

    private void DrawLabel(Box box, int row, string key, string name, string fill, bool down)
    {
        IReadOnlyList<LabelLine> lines = _texts.Lines(row, LabelText.Share);
        if (lines.Count == 0)
        {
            return;
        }
        if (LabelFit.Apart(_figure, $"label-{name}\u0001{key}", box, fill, lines, row, key, LabelFit.GrowthOf(_upright, down)))
        {
            return;
        }
        // Narrow bars have a smaller print, as long as it can be read.
        LabelLine joined = LabelLine.Joined(lines, "  ")[0];
        string text = joined.Text,
            id = $"label-{name}\u0001{key}";
        Font font = joined.Font with { Size = Math.Clamp(box.Height, 9, joined.Font.Size) };
        double gap = 4 * _figure.Unit;
        if (!_upright)
        {
            if (font.CapHeight <= box.Height)
            {
                double y = box.CentreY + font.CapHeight / 2;
                TextMark mark = down
                    ? _figure.Text(id, MarkRole.Label, box.X - gap, y, "end", text, font, LabelFit.Beside(_figure, fill))
                    : _figure.Text(id, MarkRole.Label, box.Right + gap, y, "start", text, font, LabelFit.Beside(_figure, fill));
                TextMark inside = _figure.Text(id, MarkRole.Label, box.Right - gap, y, "end", text, font, LabelFit.On(_figure, fill));
                // In a bar that is hardly as high as the print it could not be read.
                bool fits = font.CapHeight + 3 <= box.Height && inside.Width + 2 * gap <= box.Width && !down;
                _figure.PutWhereFree(
                    _figure.Finish.LabelPlace != LabelPlace.Outside && fits
                            ? [inside with { Row = row, Part = key }, mark with { Row = row, Part = key }]
                        : _figure.Finish.LabelPlace == LabelPlace.Inside ? []
                        : [mark with { Row = row, Part = key }],
                    0
                );
            }
            return;
        }
        bool outside = _figure.Finish.LabelPlace == LabelPlace.Outside;
        if ((outside || !LabelFit.Inside(_figure, id, box, fill, [joined], row, key)) && _figure.Finish.LabelPlace != LabelPlace.Inside)
        {
            LabelFit.AtEnd(_figure, id, box, fill, joined, row, key, down);
        }
    }
}
