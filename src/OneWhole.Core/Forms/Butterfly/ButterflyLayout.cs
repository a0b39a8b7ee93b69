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
        double band = Math.Min((room.Height - head) / rows, 64 * unit);
        int every = Math.Max(1, (int)Math.Ceiling(font.LineHeight / Math.Max(0.01, band)));
        double gutter = figure.Common("gutter", figure.HasNames ? Math.Min(room.Width * 0.28, _texts.WidestName(font)) + 22 * unit : text ? 6 * unit : room.Width * 0.08);
        string Amount(int group, int side) => _division.Has(group, side) ? _texts.Amount(_division.Amount(group, side)) : "";
        Font amounts = figure.Amounts with { Weight = 600 };
        bool labelled = text && figure.Finish.Labels != LabelText.None && every == 1;
        double labels = figure.Common("labels", labelled ? Enumerable.Range(0, rows).Max(group => Math.Max(figure.TextWidth(Amount(group, 0), amounts), figure.TextWidth(Amount(group, 1), amounts))) + 8 * unit : 0);
        // One scale: the sides are as wide as their largest amounts. Scales of their own: both have half of the room.
        bool common = ((ButterflyMembers)_division.Study.Form.Members).Scales == ScaleSharing.Common;
        double half = Math.Max(4, Math.Min((room.Width - gutter) / 2 - labels, 420 * unit));
        double middle = room.CentreX;
        double leftMost = common ? Math.Max(domains.Least, domains.Most) : domains.Least, rightMost = common ? leftMost : domains.Most;
        var left = new PixelScale(0, leftMost > 0 ? leftMost : 1, middle - gutter / 2, middle - gutter / 2 - half);
        var right = new PixelScale(0, rightMost > 0 ? rightMost : 1, middle + gutter / 2, middle + gutter / 2 + half);
        double top = room.Y + head, thickness = figure.BarThickness(band, text ? 0.66 : 0.74);
        for (int group = 0; group < rows; group++)
        {
            double y = top + (group + 0.5) * band;
            string name = _division.Groups![group].Label;
            if (text && group % every == 0)
            {
                figure.Put(figure.Text($"name-group {name}", "name", middle, y + font.CapHeight / 2, "middle", _texts.NameOf(group), font, Ink.Text, gutter - 12 * unit) with { Group = name, Row = group });
            }
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
}
