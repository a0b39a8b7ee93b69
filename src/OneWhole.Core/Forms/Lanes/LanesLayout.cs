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
        int rows = _division.GroupCount,
            lanes = _division.PartCount;
        double head = text && figure.Finish.Key ? font.LineHeight + 6 * unit : 0;
        double band = Math.Min((room.Height - head) / rows, 72 * unit);
        room = room.Lowered(head + band * rows);
        NameRanks ranks = RanksOf.Groups(_division);
        Font nameFont = figure.Names;
        double names = figure.Common("names", figure.HasNames ? Math.Min(room.Width * 0.28, _texts.WidestName(nameFont)) + 12 * unit : 0);
        figure.Field = figure.Plot.Inset(names, head, 0, 0);
        double gap = text ? 14 * unit : room.Width * 0.03;
        double lane = (room.Width - names - gap * (lanes - 1)) / lanes;
        bool labelled = text && figure.Finish.Labels != LabelText.None;
        double widest = figure.Common(
            "labels",
            labelled
                ? Enumerable
                    .Range(0, workings.RowCount)
                    .Where(row => _division.Has(row))
                    .Select(row => figure.TextWidth(Label(row)))
                    .DefaultIfEmpty(0)
                    .Max()
                    + 8 * unit
                : 0
        );
        if (widest > lane * 0.6)
        {
            labelled = false;
            widest = 0;
        }
        double top = room.Y + head,
            thickness = figure.BarThickness(band, 0.64);
        for (int part = 0; part < lanes; part++)
        {
            double x = room.X + names + part * (lane + gap);
            var field = new BarField(new Box(x, top, Math.Max(2, lane - widest), band * rows), false, 0, endOf(part));
            if (text)
            {
                figure.PutWhereFree(
                    [
                        figure.Text(
                            $"key-text-{_division.Parts[part].Key}",
                            MarkRole.Key,
                            x,
                            room.Y + font.CapHeight + 2,
                            "start",
                            _division.Parts[part].Label,
                            figure.Strong,
                            Ink.Text,
                            lane
                        ) with
                        {
                            Part = _division.Parts[part].Key,
                        },
                    ],
                    0
                );
            }
            figure.Line($"lane-{part}", MarkRole.BaseLine, x, top, x, top + band * rows, Ink.Quiet, text ? 1 : 0.6);
            Box Bar(int group) =>
                field.BarOn(group, rows, thickness, 0, Math.Max(0, _division.Value(_division.Amount(group * lanes + part)).ToDouble()));
            for (int group = 0; group < rows; group++)
            {
                DrawBar(group, part, field, Bar(group), keepsLabelsOff: labelled && band < font.LineHeight);
            }
            // The largest first: where rows are thinner than print, labels of small ones give way.
            foreach (
                int group in Enumerable.Range(0, labelled ? rows : 0).OrderByDescending(group => _division.Amount(group * lanes + part))
            )
            {
                DrawLabel(group, part, Bar(group));
            }
        }
        RowNames.Draw(
            figure,
            [.. Enumerable.Range(0, rows).Select(_texts.NameOf)],
            room.X + names - 10 * unit,
            room.X + names,
            names - 10 * unit,
            top,
            band,
            ranks,
            group => $"name-group {_division.Groups![group].Label}",
            (group, mark) => mark with { Group = _division.Groups![group].Label }
        );
    }

    /// <param name="keepsLabelsOff">Whether labels are higher than their rows, and have to keep off the bars beside.</param>
    /// <param name="box">Of the bar.</param>
    /// <param name="field">Of the lane.</param>
    /// <param name="group">That the bar stands for.</param>
    /// <param name="part">That the lane stands for.</param>
    private void DrawBar(int group, int part, BarField field, Box box, bool keepsLabelsOff)
    {
        int row = group * _division.PartCount + part;
        if (!_division.Has(row) || box.Width <= 0)
        {
            return;
        }
        string key = _division.Parts[part].Key,
            name = _division.Groups![group].Label;
        figure.Add(
            FigureBuilder.Rect($"bar-{name}\u0001{key}", MarkRole.Bar, box, _ink.Row(row)) with
            {
                Row = row,
                Part = key,
                Group = name,
                Edit = figure.IsMiniature ? null : TrialEnds.Of(workings, row, field, 0, 1),
            }
        );
        if (keepsLabelsOff)
        {
            figure.Obstacles.Add(box);
        }
    }

    private void DrawLabel(int group, int part, Box box)
    {
        int row = group * _division.PartCount + part;
        if (!_division.Has(row))
        {
            return;
        }
        string key = _division.Parts[part].Key,
            id = $"label-{_division.Groups![group].Label}\u0001{key}",
            ink = _ink.Row(row);
        if (figure.Finish.LabelPlace == LabelPlace.Inside)
        {
            LabelFit.Inside(figure, id, box, ink, [Label(row)], row, key, turn: false);
            return;
        }
        if (LabelFit.Apart(figure, id, box, ink, _texts.Lines(row, LabelText.Amount), row, key, LabelFit.Growth.Right))
        {
            return;
        }
        double baseline = box.CentreY + figure.Small.CapHeight / 2;
        TextMark label = figure.Text(
            id,
            MarkRole.Label,
            box.Right + 5 * figure.Unit,
            baseline,
            "start",
            Label(row),
            LabelFit.Beside(figure, ink)
        );
        figure.PutWhereFree([label with { Row = row, Part = key }], 0);
    }

    private LabelLine Label(int row) => LabelLine.Joined(_texts.Lines(row, LabelText.Amount), "  ")[0];
}
