using OneWhole.Core.Drawing;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms.Lanes;

/// <summary>Lays lanes out: names at the left, a column of bars a part, each from its own line, numbers on the spacers.</summary>
internal sealed class LanesLayout(WorkingsResult workings, Func<int, double> endOf, FigureBuilder figure)
{
    private readonly Division _division = workings.Division;
    private readonly LabelTexts _texts = new(workings, figure);
    private readonly PartInk _ink = new(workings.Division);

    public void Draw()
    {
        Font font = figure.Small;
        double unit = figure.Unit;
        Box room = figure.Plot;
        bool text = !figure.IsMiniature;
        int rows = _division.GroupCount, lanes = _division.PartCount;
        double head = text && figure.Finish.Key ? font.LineHeight + 6 * unit : 0;
        double band = Math.Min((room.Height - head) / rows, 58 * unit);
        int every = Math.Max(1, (int)Math.Ceiling(font.LineHeight / Math.Max(0.01, band)));
        Font nameFont = figure.Names;
        double names = figure.Common("names", figure.HasNames ? Math.Min(room.Width * 0.28, _texts.WidestName(nameFont)) + 12 * unit : 0);
        double gap = text ? 14 * unit : room.Width * 0.03;
        double lane = (room.Width - names - gap * (lanes - 1)) / lanes;
        bool labelled = text && every == 1 && figure.Finish.Labels != LabelText.None;
        double widest = figure.Common("labels", labelled ? Enumerable.Range(0, workings.RowCount).Where(row => _division.Has(row)).Select(row => figure.TextWidth(Label(row))).DefaultIfEmpty(0).Max() + 8 * unit : 0);
        if (widest > lane * 0.6)
        {
            labelled = false;
            widest = 0;
        }
        double top = room.Y + head, thickness = figure.BarThickness(band, 0.64);
        for (int part = 0; part < lanes; part++)
        {
            double x = room.X + names + part * (lane + gap);
            var scale = new PixelScale(0, endOf(part), x, x + Math.Max(2, lane - widest));
            if (text)
            {
                figure.PutWhereFree([figure.Text($"key-text-{_division.Parts[part].Key}", "key", x, room.Y + font.CapHeight + 2, "start", _division.Parts[part].Label, figure.Strong, Ink.Text, lane) with { Part = _division.Parts[part].Key }], 0);
            }
            figure.Line($"lane-{part}", "baseline", x, top, x, top + band * rows, Ink.Quiet, text ? 1 : 0.6);
            for (int group = 0; group < rows; group++)
            {
                int row = group * lanes + part;
                double y = top + (group + 0.5) * band, to = scale.At(_division.Value(_division.Amount(row)).ToDouble());
                string key = _division.Parts[part].Key, name = _division.Groups![group].Label;
                if (_division.Has(row) && to > x)
                {
                    figure.Add(FigureBuilder.Rect($"bar-{name}\u0001{key}", "bar", new Box(x, y - thickness / 2, to - x, thickness), _ink.Row(row)) with { Row = row, Part = key, Group = name });
                }
                if (labelled && _division.Has(row) && figure.Finish.LabelPlace == LabelPlace.Inside)
                {
                    LabelFit.Inside(figure, $"label-{name}\u0001{key}", new Box(x, y - thickness / 2, Math.Max(0, to - x), thickness), _ink.Row(row), [Label(row)], row, key, turn: false);
                }
                else if (labelled && _division.Has(row))
                {
                    figure.PutWhereFree([figure.Text($"label-{name}\u0001{key}", "label", to + 5 * unit, y + font.CapHeight / 2, "start", Label(row), LabelFit.Beside(figure, _ink.Row(row))) with { Row = row, Part = key }], 0);
                }
            }
        }
        for (int group = 0; figure.HasNames && group < rows; group += every)
        {
            string name = _division.Groups![group].Label;
            figure.Put(figure.Text($"name-group {name}", "name", room.X + names - 10 * unit, top + (group + 0.5) * band + font.CapHeight / 2, "end", _texts.NameOf(group), nameFont, Ink.Text, names - 10 * unit) with { Group = name });
        }
    }

    private LabelLine Label(int row) => LabelLine.Joined(_texts.Lines(row, LabelText.Amount), "  ")[0];
}
