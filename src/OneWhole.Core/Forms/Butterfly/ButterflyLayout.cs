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
        figure.Field = figure.Plot.Inset(0, head, 0, 0);
        double gutter = figure.Common(
            "gutter",
            figure.HasNames ? Math.Min(room.Width * 0.28, _texts.WidestName(font)) + 22 * unit
                : text ? 6 * unit
                : room.Width * 0.08
        );
        string Amount(int group, int side) => _division.Has(group, side) ? _texts.Amount(_division.Amount(group, side)) : "";
        Font amounts = figure.Amounts with { Weight = 600 };
        bool labelled = text && figure.Finish.Labels != LabelText.None;
        double labels = figure.Common(
            "labels",
            labelled
                ? Enumerable
                    .Range(0, rows)
                    .Max(group => Math.Max(figure.TextWidth(Amount(group, 0), amounts), figure.TextWidth(Amount(group, 1), amounts)))
                    + 8 * unit
                : 0
        );
        // One scale: the sides are as wide as their largest amounts. Scales of their own: both have half of the room.
        bool common = ((ButterflyMembers)_division.Study.Form.Members).Scales == ScaleSharing.Common;
        double half = Math.Max(4, Math.Min((room.Width - gutter) / 2 - labels, 420 * unit));
        double middle = room.CentreX;
        double leftMost = common ? Math.Max(domains.Least, domains.Most) : domains.Least,
            rightMost = common ? leftMost : domains.Most;
        double top = room.Y + head;
        var left = new BarField(new Box(middle - gutter / 2 - half, top, half, band * rows), false, 0, leftMost > 0 ? leftMost : 1)
        {
            IsTurned = true,
        };
        var right = new BarField(new Box(middle + gutter / 2, top, half, band * rows), false, 0, rightMost > 0 ? rightMost : 1);
        double thickness = figure.BarThickness(band, text ? 0.66 : 0.74);
        NameRanks ranks = RanksOf.Groups(_division);
        RowNames.Draw(
            figure,
            [.. Enumerable.Range(0, rows).Select(_texts.NameOf)],
            middle,
            middle - gutter / 2,
            gutter - 12 * unit,
            top,
            band,
            ranks,
            group => $"name-group {_division.Groups![group].Label}",
            (group, mark) => mark with { Group = _division.Groups![group].Label, Row = group },
            "middle"
        );
        Box Bar(int group, int side) =>
            (side == 0 ? left : right).BarOn(group, rows, thickness, 0, _division.Value(_division.Amount(group, side)).ToDouble());
        for (int group = 0; group < rows; group++)
        {
            DrawBar(group, 0, Bar(group, 0), keepsLabelsOff: labelled && band < font.LineHeight);
            DrawBar(group, 1, Bar(group, 1), keepsLabelsOff: labelled && band < font.LineHeight);
        }
        // The largest first: where rows are thinner than print, labels of small ones give way.
        foreach (int group in Enumerable.Range(0, labelled ? rows : 0).OrderByDescending(ranks.Weight))
        {
            DrawLabel(group, 0, Bar(group, 0), new LabelLine(Amount(group, 0), amounts));
            DrawLabel(group, 1, Bar(group, 1), new LabelLine(Amount(group, 1), amounts));
        }
        if (!text)
        {
            return;
        }
        for (int side = 0; side < 2; side++)
        {
            double x = side == 0 ? middle - gutter / 2 : middle + gutter / 2;
            figure.PutWhereFree(
                [
                    figure.Text(
                        $"key-text-{side}",
                        MarkRole.Key,
                        x,
                        room.Y + font.CapHeight + 2,
                        side == 0 ? "end" : "start",
                        _division.Parts[side].Label,
                        figure.Strong,
                        LabelFit.Beside(figure, _ink[side], own: true),
                        half + labels
                    ) with
                    {
                        Part = _division.Parts[side].Key,
                    },
                ],
                0
            );
        }
    }

    /// <param name="keepsLabelsOff">Whether labels are higher than their rows, and have to keep off the bars beside.</param>
    /// <param name="box">Of the bar.</param>
    /// <param name="group">That the bar stands for.</param>
    /// <param name="side">0 for the left one, 1 for the right one.</param>
    private void DrawBar(int group, int side, Box box, bool keepsLabelsOff)
    {
        if (!_division.Has(group, side) || box.Width == 0)
        {
            return;
        }
        string name = _division.Groups![group].Label;
        RectMark bar = FigureBuilder.Rect($"bar-{name}\u0001{side}", MarkRole.Bar, box, _ink.Row(group, side));
        figure.Add(bar with { Row = group, Part = _division.Parts[side].Key, Group = name });
        if (keepsLabelsOff)
        {
            figure.Obstacles.Add(box);
        }
    }

    private void DrawLabel(int group, int side, Box box, LabelLine label)
    {
        if (!_division.Has(group, side))
        {
            return;
        }
        string id = $"label-{_division.Groups![group].Label}\u0001{side}",
            part = _division.Parts[side].Key,
            ink = _ink.Row(group, side);
        if (figure.Finish.LabelPlace == LabelPlace.Inside)
        {
            LabelFit.Inside(figure, id, box, ink, [label], group, part, turn: false);
            return;
        }
        double gap = 6 * figure.Unit,
            x = side == 0 ? box.X - gap : box.Right + gap;
        TextMark mark = figure.Text(
            id,
            MarkRole.Label,
            x,
            box.CentreY + figure.Names.CapHeight / 2,
            side == 0 ? "end" : "start",
            label,
            LabelFit.Beside(figure, ink, own: true)
        );
        figure.PutWhereFree([mark with { Row = group, Part = part }], 0);
    }
}
