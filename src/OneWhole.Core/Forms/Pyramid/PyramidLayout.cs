using OneWhole.Core.Drawing;
using OneWhole.Core.Numbers;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms.Pyramid;

/// <summary>
/// Lays a pyramid out: a side each way from a gutter with the bands' names, the youngest at the bottom; a second population as an outline.
/// </summary>
internal sealed class PyramidLayout
{
    private readonly WorkingsResult _workings;
    private readonly Division _division;
    private readonly Domains _domains;
    private readonly FigureBuilder _figure;
    private readonly LabelTexts _texts;
    private readonly PartInk _ink;
    private readonly bool _share;
    private readonly WorkingsResult? _against;

    public PyramidLayout(WorkingsResult workings, PyramidMembers members, Domains domains, FigureBuilder figure)
    {
        _workings = workings;
        _division = workings.Division;
        _domains = domains;
        _figure = figure;
        _texts = new LabelTexts(workings, figure);
        _ink = new PartInk(_division);
        _share = members.Length == LengthUnit.Share;
        _against = ((PyramidComputed)workings.Computed).Against;
    }

    /// <summary>Both half-axes end at the same round value.</summary>
    public static Domains DomainsOf(WorkingsResult workings)
    {
        double most = 0;
        foreach (WorkingsResult each in new[] { workings, ((PyramidComputed)workings.Computed).Against }.OfType<WorkingsResult>())
        {
            for (int row = 0; row < each.RowCount; row++)
            {
                most = Math.Max(most, Math.Abs(each["mirrored"].Number(row) ?? 0));
            }
        }
        bool share = ((PyramidMembers)workings.Division.Study.Form.Members).Length == LengthUnit.Share;
        double end = (share ? null : workings.Division.Study.Finish.AmountEnd?.ToDouble()) ?? Ticks.RoundUp(most, 6);
        return new Domains(0, most > 0 ? Math.Max(end, most) : 1);
    }

    public void Draw()
    {
        Font font = _figure.Small;
        double unit = _figure.Unit;
        Box room = _figure.Plot;
        bool text = !_figure.IsMiniature;
        int bands = _division.GroupCount;
        double band = (room.Height - (text ? 2.6 * font.LineHeight : 0)) / bands;
        // The gutter is as wide as the longest name needs, to a limit.
        Font nameFont = _figure.Names;
        int every = Math.Max(1, (int)Math.Ceiling(nameFont.LineHeight * 0.92 / Math.Max(0.01, band)));
        double gutter = _figure.Common(
            "gutter",
            _figure.HasNames ? Math.Min(room.Width * 0.24, _texts.WidestName(nameFont)) + 14 * unit
                : text ? 4 * unit
                : 2
        );
        Box plot = text
            ? room.Inset(
                0,
                _figure.Finish.Key ? font.LineHeight + 4 * unit : 0,
                0,
                _figure.Finish.Axes.Numbers ? font.LineHeight + 8 * unit : 0
            )
            : room;
        _figure.Field = plot;
        double widest = 460 * unit,
            half = Math.Max(2, Math.Min((plot.Width - gutter) / 2, widest));
        band = Math.Min(plot.Height / bands, 60 * unit);
        double middle = plot.CentreX,
            bottom = plot.Bottom;
        Box area = new(middle - gutter / 2 - half, bottom - band * bands, 2 * half + gutter, band * bands);
        var left = new BarField(area with { Width = half }, false, 0, _domains.Most) { IsTurned = true };
        var right = new BarField(area with { X = middle + gutter / 2, Width = half }, false, 0, _domains.Most);
        if (text)
        {
            DrawAxis(left.Values, right.Values, area, half);
        }
        double thickness = _figure.Gap is null
            ? Math.Max(0.5, band - Math.Clamp(band * 0.1, 0, 2.5 * unit))
            : _figure.BarThickness(band, 1);
        for (int group = 0; group < bands; group++)
        {
            // The youngest at the bottom.
            double y = left.Middle(bands - 1 - group, bands);
            if (_figure.HasNames && group % every == 0)
            {
                string name = _division.Groups![group].Label;
                _figure.PutWhereFree(
                    [
                        _figure.Text(
                            $"name-group {name}",
                            MarkRole.Name,
                            middle,
                            y + font.CapHeight / 2,
                            "middle",
                            _texts.NameOf(group),
                            nameFont,
                            Ink.Quiet,
                            gutter - 8 * unit
                        ) with
                        {
                            Group = name,
                        },
                    ],
                    -1
                );
            }
            for (int side = 0; side < 2; side++)
            {
                DrawBar(group, side, y, thickness, side == 0 ? left : right);
            }
        }
        if (_against is not null)
        {
            DrawOutline(left.Values, right.Values, bottom, band);
        }
        if (text)
        {
            DrawSides(area, gutter, middle);
        }
    }

    private void DrawAxis(PixelScale left, PixelScale right, Box area, double half)
    {
        Font font = _figure.Small;
        IReadOnlyList<Axes.Tick> ticks = _share
            ? Axes.Shares(0, _domains.Most, _figure.AxisLength(half), font.Size)
            : Axes.Amounts(0, _domains.Most, _figure.AxisLength(half), font.Size * 1.4, null, AxisAmounts.Of(_division));
        Axes.Title(_figure, "value", ticks, upright: false, left: false);
        foreach (
            (PixelScale scale, string id, string anchor) in (ReadOnlySpan<(PixelScale, string, string)>)
                [(left, "left", "end"), (right, "right", "start")]
        )
        {
            foreach (Axes.Tick tick in ticks)
            {
                double x = scale.At(tick.Value);
                if (tick.Value != 0)
                {
                    _figure.Line($"{id}-line-{tick.Value:R}", MarkRole.GridLine, x, area.Y, x, area.Bottom, Ink.Hairline);
                }
                // No minus sign: both sides count from the gutter.
                _figure.PutWhereFree(
                    [
                        _figure.Text(
                            $"{id}-tick-{tick.Value:R}",
                            MarkRole.Axis,
                            x,
                            area.Bottom + 6 * _figure.Unit + font.CapHeight + 2,
                            tick.Value == 0 ? anchor : "middle",
                            tick.Text,
                            font,
                            Ink.Quiet
                        ),
                    ],
                    3
                );
            }
        }
    }

    private void DrawBar(int group, int side, double y, double thickness, BarField field)
    {
        int row = group * 2 + side;
        if (_workings["mirrored"].Number(row) is not { } value || value == 0)
        {
            return;
        }
        string name = _division.Groups![group].Label,
            key = _division.Parts[side].Key;
        int bands = _division.GroupCount;
        Box box = field.BarOn(bands - 1 - group, bands, thickness, 0, Math.Abs(value));
        _figure.Add(
            FigureBuilder.Rect($"bar-{name}\u0001{key}", MarkRole.Bar, box, _ink.Row(row)) with
            {
                Row = row,
                Part = key,
                Group = name,
                Edit = _figure.IsMiniature
                    ? null
                    : TrialEnds.Of(_workings, row, field, 0, _share ? 1 / _division.Value(_division.WholeAt(0)).ToDouble() : 1),
            }
        );
        if (!_figure.IsMiniature && HasLabels(_figure.Finish))
        {
            IReadOnlyList<LabelLine> apart = _texts.Lines(row, LabelText.Share),
                lines = LabelLine.Joined(apart, "  ");
            if (
                LabelFit.Apart(
                    _figure,
                    $"label-{name}\u0001{key}",
                    box,
                    _ink.Row(row),
                    apart,
                    row,
                    key,
                    side == 0 ? LabelFit.Growth.Left : LabelFit.Growth.Right
                )
            )
            {
                return;
            }
            bool inside =
                _figure.Finish.LabelPlace != LabelPlace.Outside
                && LabelFit.Inside(_figure, $"label-{name}\u0001{key}", box, _ink.Row(row), lines, row, key);
            if (!inside && _figure.Finish.LabelPlace is LabelPlace.Outside or LabelPlace.Apart && lines[0].Font.LineHeight <= thickness + 1)
            {
                double gap = 4 * _figure.Unit;
                _figure.PutWhereFree(
                    [
                        _figure.Text(
                            $"label-{name}\u0001{key}",
                            MarkRole.Label,
                            side == 0 ? box.X - gap : box.Right + gap,
                            y + lines[0].Font.CapHeight / 2,
                            side == 0 ? "end" : "start",
                            lines[0],
                            LabelFit.Beside(_figure, _ink.Row(row))
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
    }

    /// <summary>An axis says how large bars are; labels are a wish.</summary>
    private static bool HasLabels(Finish finish) =>
        finish.Labels switch
        {
            LabelText.None => false,
            LabelText.Auto => finish.LabelPlace == LabelPlace.Apart,
            _ => true,
        };

    /// <summary>The second population's bands where it has the same names, as one stepped line a side.</summary>
    private void DrawOutline(PixelScale left, PixelScale right, double bottom, double band)
    {
        Division other = _against!.Division;
        for (int side = 0; side < 2; side++)
        {
            PixelScale scale = side == 0 ? left : right;
            int part = Enumerable.Range(0, other.PartCount).FirstOrDefault(at => other.Parts[at].Label == _division.Parts[side].Label, -1);
            var run = new List<double>();
            for (int group = 0; group < _division.GroupCount; group++)
            {
                int same = Enumerable
                    .Range(0, other.GroupCount)
                    .FirstOrDefault(at => other.Groups![at].Label == _division.Groups![group].Label, -1);
                double value = part < 0 || same < 0 ? 0 : Math.Abs(_against["mirrored"].Number(same * other.PartCount + part) ?? 0);
                double x = FigureBuilder.Round(scale.At(value));
                run.AddRange([x, FigureBuilder.Round(bottom - group * band), x, FigureBuilder.Round(bottom - (group + 1) * band)]);
            }
            _figure.Add(new PathMark($"outline-{side}", MarkRole.Outline, [run]) { Stroke = Ink.Text, StrokeWidth = 1.3 * _figure.Unit });
        }
    }

    private void DrawSides(Box area, double gutter, double middle)
    {
        Font font = _figure.Strong;
        for (int side = 0; side < 2; side++)
        {
            string name = _division.Parts[side].Label;
            ExactInt total = _division.PartTotal(side);
            string number = _share && !_division.Total.IsZero ? ShareText.Of(_division, total, _division.Total) : _texts.Amount(total);
            double room = area.Width / 2 - gutter / 2 - _figure.TextWidth("  " + number, font);
            string text = $"{TextFit.Shorten(_figure.Measurer, name, font, room)}  {number}";
            double x = side == 0 ? middle - gutter / 2 : middle + gutter / 2;
            _figure.PutWhereFree(
                [
                    _figure.Text(
                        $"key-text-{_division.Parts[side].Key}",
                        MarkRole.Key,
                        x,
                        area.Y - 7 * _figure.Unit,
                        side == 0 ? "end" : "start",
                        text,
                        font,
                        Ink.Text
                    ) with
                    {
                        Part = _division.Parts[side].Key,
                    },
                ],
                0
            );
        }
    }
}
