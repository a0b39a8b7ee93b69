using OneWhole.Core.Drawing;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms.Pie;

/// <summary>Lays a pie or a ring out, each slice named beside it, with the whole in a ring's middle.</summary>
internal sealed class PieLayout
{
    private readonly WorkingsResult _workings;
    private readonly Division _division;
    private readonly PieMembers _members;
    private readonly FigureBuilder _figure;
    private readonly LabelTexts _texts;
    private readonly PartInk _ink;
    private readonly int[] _rows;

    public PieLayout(WorkingsResult workings, PieMembers members, FigureBuilder figure)
    {
        _workings = workings;
        _division = workings.Division;
        _members = members;
        _figure = figure;
        _texts = new LabelTexts(workings, figure);
        _ink = new PartInk(_division);
        _rows =
        [
            .. Enumerable.Range(0, workings.RowCount).Where(row => workings["angle"].Number(row) is > 0 && DrawnParts.Has(_division, row)),
        ];
    }

    /// <summary>Slices are named beside them; the key keeps the parts that have none.</summary>
    public static IReadOnlyList<KeyEntry> KeyOf(WorkingsResult workings)
    {
        Division division = workings.Division;
        if (!Enumerable.Range(0, division.RowCount).Any(row => division.Amount(row).IsZero))
        {
            return [];
        }
        var ink = new PartInk(division);
        return
        [
            .. Enumerable
                .Range(0, division.RowCount)
                .Where(row => division.Amount(row).IsZero)
                .Select(row => new KeyEntry($"{division.Parts[row].NameInFigure}: 0", ink[row]) { Part = division.Parts[row].Key }),
        ];
    }

    public void Draw()
    {
        Font font = _figure.Names,
            strong = _figure.Shares with { Weight = 600 };
        double unit = _figure.Unit;
        Box room = _figure.Plot;
        bool text = !_figure.IsMiniature;
        double side = 0;
        if (text)
        {
            double widest = _rows.Length == 0 ? 0 : _rows.Max(row => LabelWidth(row, font, strong));
            side = Math.Min(widest + 22 * unit, room.Width * 0.34);
        }
        double radius = Math.Max(6, Math.Min((room.Width - 2 * side) / 2, room.Height / 2 - (text ? font.LineHeight * 0.6 : 0)));
        double x = room.CentreX,
            y = room.CentreY;
        double hole = radius * _members.Hole.ToDouble();
        foreach (int row in _rows)
        {
            double from = _workings["angleStart"].Number(row)!.Value,
                angle = _workings["angle"].Number(row)!.Value;
            string key = _division.Parts[row].Key;
            _figure.Add(
                new PathMark($"bar-{key}", MarkRole.Bar, [Slice(x, y, hole, radius, from, angle)])
                {
                    Fill = _ink.Row(row),
                    Stroke = Ink.Paper,
                    StrokeWidth = angle < 359.99 && angle > 0.5 ? Math.Max(0.75, unit) : 0,
                    Row = row,
                    Part = key,
                    Edit = text ? TrialEnds.OfSlice(_workings, row, x, y, from, angle) : null,
                }
            );
        }
        if (!text)
        {
            return;
        }
        if (hole > font.LineHeight * 1.6)
        {
            DrawWhole(x, y, hole);
        }
        if (_figure.Finish.Labels != LabelText.None || _rows.Length > 1)
        {
            DrawNames(x, y, radius, room, side, font, strong);
        }
    }

    private string[] Numbers(int row) => [.. _texts.Lines(row, LabelText.Both).Reverse().Select(line => line.Text)];

    private double LabelWidth(int row, Font font, Font strong)
    {
        string[] numbers = Numbers(row);
        double second =
            numbers.Length == 0
                ? 0
                : _figure.TextWidth(numbers[0], strong) + (numbers.Length > 1 ? _figure.TextWidth("  " + numbers[1], font) : 0);
        return Math.Max(_figure.TextWidth(_division.Parts[row].NameInFigure, font), second);
    }

    private void DrawWhole(double x, double y, double hole)
    {
        Font small = _figure.Small;
        string amount = _texts.Amount(_division.WholeAt(0)),
            words = StudyWords.Of(_division).Counted;
        Font large = small with { Size = Math.Round(small.Size * 1.5 * 2) / 2, Weight = 600 };
        if (_figure.TextWidth(amount, large) > hole * 1.7)
        {
            large = small with { Weight = 600 };
        }
        if (_figure.TextWidth(amount, large) <= hole * 1.8)
        {
            _figure.Put(
                _figure.Text(
                    "whole",
                    MarkRole.Total,
                    x,
                    y + large.CapHeight / 2 - small.LineHeight * 0.35,
                    "middle",
                    amount,
                    large,
                    Ink.Text
                )
            );
            _figure.PutWhereFree(
                [
                    _figure.Text(
                        "whole-words",
                        MarkRole.Total,
                        x,
                        y + large.CapHeight / 2 + small.LineHeight * 0.85,
                        "middle",
                        words,
                        small,
                        Ink.Quiet,
                        hole * 1.7
                    ),
                ],
                0
            );
        }
    }

    private void DrawNames(double x, double y, double radius, Box room, double side, Font font, Font strong)
    {
        double unit = _figure.Unit;
        foreach (bool right in (bool[])[true, false])
        {
            int[] rows = [.. _rows.Where(row => Middle(row) is var angle && angle < 180 == right)];
            bool twoLines = Numbers(rows.FirstOrDefault()).Length > 0;
            double height = font.LineHeight * (twoLines ? 2 : 1) + 3 * unit;
            // Where not all have room, the largest are named; the others are in the workings.
            int most = Math.Max(0, (int)(room.Height / height));
            int[] named = [.. rows.OrderByDescending(row => _division.Amount(row)).Take(most).OrderBy(row => row)];
            double[] wished = [.. named.Select(row => y - Math.Cos(Middle(row) * Math.PI / 180) * radius)];
            double[] places = LabelFit.Spread(wished, room.Y + height / 2, room.Bottom - height / 2, height);
            double edge = right ? x + radius + 14 * unit : x - radius - 14 * unit;
            for (int i = 0; i < named.Length; i++)
            {
                DrawName(
                    named[i],
                    x,
                    y,
                    radius,
                    edge,
                    places[i],
                    right,
                    Math.Max(font.Size * 2, right ? room.Right - edge : edge - room.X),
                    font,
                    strong
                );
            }
        }
    }

    /// <summary>The middle of a slice; a full circle is named at its right.</summary>
    private double Middle(int row) =>
        _workings["angle"].Number(row)!.Value > 359.99
            ? 90
            : _workings["angleStart"].Number(row)!.Value + _workings["angle"].Number(row)!.Value / 2;

    private void DrawName(
        int row,
        double x,
        double y,
        double radius,
        double edge,
        double place,
        bool right,
        double room,
        Font font,
        Font strong
    )
    {
        string key = _division.Parts[row].Key,
            name = _division.Parts[row].NameInFigure,
            anchor = right ? "start" : "end";
        string[] numbers = Numbers(row);
        double line = numbers.Length == 0 ? place + font.CapHeight / 2 : place - font.LineHeight / 2 + font.CapHeight / 2;
        double turn = Middle(row) * Math.PI / 180;
        double fromX = x + Math.Sin(turn) * radius,
            fromY = y - Math.Cos(turn) * radius,
            sign = right ? 1 : -1;
        bool put = _figure.PutWhereFree(
            [_figure.Text($"name-{key}", MarkRole.Name, edge, line, anchor, name, font, Ink.Text, room) with { Row = row, Part = key }],
            0
        );
        if (!put)
        {
            return;
        }
        _figure.Add(
            new PathMark(
                $"lead-{key}",
                MarkRole.Leader,
                [
                    [
                        FigureBuilder.Round(fromX),
                        FigureBuilder.Round(fromY),
                        FigureBuilder.Round(edge - sign * 8 * _figure.Unit),
                        FigureBuilder.Round(place),
                        FigureBuilder.Round(edge - sign * 3 * _figure.Unit),
                        FigureBuilder.Round(place),
                    ],
                ]
            )
            {
                Stroke = Ink.Quiet,
                StrokeWidth = 0.75 * _figure.Unit,
            }
        );
        if (numbers.Length == 0)
        {
            return;
        }
        double below = line + font.LineHeight,
            width = _figure.TextWidth(numbers[0], strong),
            gap = font.Size * 0.6;
        string? second = numbers.Length > 1 && width + gap + _figure.TextWidth(numbers[1], font) <= room ? numbers[1] : null;
        // At the left the numbers end at the edge: the amount stands last, as it does at the right.
        double secondWidth = second is null ? 0 : _figure.TextWidth(second, font) + gap;
        double first = right ? edge : edge - secondWidth;
        _figure.PutWhereFree(
            [
                _figure.Text($"share-{key}", MarkRole.Label, first, below, anchor, numbers[0], strong, Ink.Text) with
                {
                    Row = row,
                    Part = key,
                },
            ],
            0
        );
        if (second is not null)
        {
            _figure.PutWhereFree(
                [
                    _figure.Text(
                        $"amount-{key}",
                        MarkRole.Label,
                        right ? edge + width + gap : edge,
                        below,
                        anchor,
                        second,
                        font,
                        Ink.Quiet
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

    /// <summary>
    /// A slice as a closed run of points, a point every two degrees: the difference to the arc is less than 0.02 % of the radius.
    /// </summary>
    private static List<double> Slice(double x, double y, double hole, double radius, double from, double angle)
    {
        var run = new List<double>();
        int steps = Math.Max(1, (int)Math.Ceiling(angle / 2));
        void Add(double degrees, double distance)
        {
            double turn = degrees * Math.PI / 180;
            run.Add(FigureBuilder.Round(x + Math.Sin(turn) * distance));
            run.Add(FigureBuilder.Round(y - Math.Cos(turn) * distance));
        }
        for (int i = 0; i <= steps; i++)
        {
            Add(from + angle * i / steps, radius);
        }
        if (hole > 0)
        {
            for (int i = steps; i >= 0; i--)
            {
                Add(from + angle * i / steps, hole);
            }
        }
        else if (angle < 359.99)
        {
            Add(0, 0);
        }
        return run;
    }
}
