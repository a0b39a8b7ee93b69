using OneWhole.Core.Drawing;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms.Butterfly;

/// <summary>Lays a butterfly out: bars back to back, names in the gutter, numbers outside the bars on the spacers.</summary>
internal sealed class ButterflyLayout(WorkingsResult workings, Domains domains, FigureBuilder figure)
{
    private readonly Division _division = workings.Division;
    private readonly LabelTexts _texts = new(workings, figure);
    private readonly PartInk _ink = new(workings.Division);

    public void Draw()
    {
        Font font = figure.Names;
        double unit = figure.Unit;
        Box room = figure.Plot;
        bool text = !figure.IsMiniature;
        int rows = _division.GroupCount;
        double head = text && figure.Finish.Key ? font.LineHeight + 6 * unit : 0;
        double band = Math.Min((room.Height - head) / rows, 72 * unit);
        room = room.Lowered(head + band * rows);
        double gutter = figure.Common("gutter", figure.HasNames ? Math.Min(room.Width * 0.28, _texts.WidestName(font)) + 22 * unit : text ? 6 * unit : room.Width * 0.08);
        string Amount(int group, int side) => _division.Has(group, side) ? _texts.Amount(_division.Amount(group, side)) : "";
        Font amounts = figure.Amounts with { Weight = 600 };
        bool labelled = text && figure.Finish.Labels != LabelText.None;
        double labels = figure.Common("labels", labelled ? Enumerable.Range(0, rows).Max(group => Math.Max(figure.TextWidth(Amount(group, 0), amounts), figure.TextWidth(Amount(group, 1), amounts))) + 8 * unit : 0);
        // One scale: the sides are as wide as their largest amounts. Scales of their own: both have half of the room.
        bool common = ((ButterflyMembers)_division.Study.Form.Members).Scales == ScaleSharing.Common;
        double half = Math.Max(4, Math.Min((room.Width - gutter) / 2 - labels, 420 * unit));
        double middle = room.CentreX;
        double leftMost = common ? Math.Max(domains.Least, domains.Most) : domains.Least, rightMost = common ? leftMost : domains.Most;
        var left = new PixelScale(0, leftMost > 0 ? leftMost : 1, middle - gutter / 2, middle - gutter / 2 - half);
        var right = new PixelScale(0, rightMost > 0 ? rightMost : 1, middle + gutter / 2, middle + gutter / 2 + half);
        double top = room.Y + head, thickness = figure.BarThickness(band, text ? 0.66 : 0.74);
        NameRanks ranks = RanksOf.Groups(_division);
        if (figure.HasNames)
        {
            DrawNames(ranks, top, band, middle, gutter);
        }
        if (labelled && band < font.LineHeight)
        {
            KeepBarsFree(left, right, top, band, thickness);
        }
        // The largest first: where rows are thinner than print, labels of small ones give way.
        foreach (int group in Enumerable.Range(0, rows).OrderByDescending(ranks.Weight))
        {
            double y = top + (group + 0.5) * band;
            string name = _division.Groups![group].Label;
            for (int side = 0; side < 2; side++)
            {
                PixelScale scale = side == 0 ? left : right;
                double from = scale.At(0), to = scale.At(_division.Value(_division.Amount(group, side)).ToDouble());
                if (_division.Has(group, side) && from != to)
                {
                    figure.Add(FigureBuilder.Rect($"bar-{name}\u0001{side}", "bar", new Box(Math.Min(from, to), y - thickness / 2, Math.Abs(to - from), thickness), _ink.Row(group, side)) with
                    {
                        Row = group,
                        Part = _division.Parts[side].Key,
                        Group = name,
                    });
                }
                if (labelled && _division.Has(group, side) && figure.Finish.LabelPlace == LabelPlace.Inside)
                {
                    LabelFit.Inside(figure, $"label-{name}\u0001{side}", new Box(Math.Min(from, to), y - thickness / 2, Math.Abs(to - from), thickness), _ink.Row(group, side), [new LabelLine(Amount(group, side), amounts)], group, _division.Parts[side].Key, turn: false);
                }
                else if (labelled && _division.Has(group, side))
                {
                    double x = side == 0 ? to - 6 * unit : to + 6 * unit;
                    figure.PutWhereFree([figure.Text($"label-{name}\u0001{side}", "label", x, y + font.CapHeight / 2, side == 0 ? "end" : "start", Amount(group, side), amounts, LabelFit.Beside(figure, _ink.Row(group, side), own: true)) with { Row = group, Part = _division.Parts[side].Key }], 0);
                }
            }
        }
        if (!text)
        {
            return;
        }
        for (int side = 0; side < 2; side++)
        {
            double x = side == 0 ? middle - gutter / 2 : middle + gutter / 2;
            figure.PutWhereFree([figure.Text($"key-text-{side}", "key", x, room.Y + font.CapHeight + 2, side == 0 ? "end" : "start", _division.Parts[side].Label, figure.Strong, LabelFit.Beside(figure, _ink[side], own: true), half + labels) with { Part = _division.Parts[side].Key }], 0);
        }
    }

    /// <summary>Names in the middle; those that are moved from their row are led to the left bar.</summary>
    private void DrawNames(NameRanks ranks, double top, double band, double middle, double gutter)
    {
        Font font = figure.Names;
        foreach (NamePlace place in NamePlaces.Of(_division.GroupCount, band, font.LineHeight, ranks))
        {
            double y = top + place.Place, room = gutter - 12 * figure.Unit;
            if (place.More > 0)
            {
                figure.PutWhereFree([figure.Text($"more-{place.At}", "axis", middle, y + font.CapHeight / 2, "middle", place.RunText, font, Ink.Quiet, room)], -1);
                continue;
            }
            string name = _division.Groups![place.At].Label;
            TextMark mark = figure.Text($"name-group {name}", "name", middle, y + font.CapHeight / 2, "middle", _texts.NameOf(place.At), font, Ink.Text, room) with { Group = name, Row = place.At };
            if (figure.PutWhereFree([mark], -1) && place.IsMoved)
            {
                figure.Line($"lead-{name}", "leader", middle - mark.Width / 2 - 2, y, middle - gutter / 2 + 1, top + place.Wished, Ink.Quiet, 0.6 * figure.Unit);
            }
        }
    }

    /// <summary>Labels that are higher than their rows keep off the bars of the rows beside.</summary>
    private void KeepBarsFree(PixelScale left, PixelScale right, double top, double band, double thickness)
    {
        for (int group = 0; group < _division.GroupCount; group++)
        {
            foreach ((int side, PixelScale scale) in ((int, PixelScale)[])[(0, left), (1, right)])
            {
                double from = scale.At(0), to = scale.At(_division.Value(_division.Amount(group, side)).ToDouble());
                figure.Obstacles.Add(new Box(Math.Min(from, to), top + (group + 0.5) * band - thickness / 2, Math.Abs(to - from), thickness));
            }
        }
    }
}
