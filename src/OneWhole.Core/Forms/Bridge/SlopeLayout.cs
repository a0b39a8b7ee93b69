using OneWhole.Core.Drawing;
using OneWhole.Core.Numbers;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms.Bridge;

/// <summary>The shares of two wholes, then and now: a line a part between two scales of one kind, named at both ends.</summary>
internal sealed class SlopeLayout
{
    private readonly WorkingsResult _workings;
    private readonly Division _division;
    private readonly FigureBuilder _figure;
    private readonly PartInk _ink;
    private readonly int[] _parts;

    public SlopeLayout(WorkingsResult workings, FigureBuilder figure)
    {
        _workings = workings;
        _division = workings.Division;
        _figure = figure;
        _ink = new PartInk(_division);
        _parts =
        [
            .. DrawnParts.Of(_division).Where(part => Share(part, before: true) is not null && Share(part, before: false) is not null),
        ];
    }

    /// <summary>A part that only one of the two has, has a share of nothing in the other.</summary>
    private Fraction? Share(int part, bool before) =>
        _workings[before ? "shareBefore" : "shareAfter"].Exact(part) ?? (_workings["points"].Exact(part) is null ? null : Fraction.Zero);

    /// <summary>The least and the largest share.</summary>
    public static Domains DomainsOf(WorkingsResult workings)
    {
        double[] shares =
        [
            .. from part in Enumerable.Range(0, workings.RowCount)
            from key in (string[])["shareBefore", "shareAfter"]
            select workings[key].Number(part) ?? 0,
        ];
        double least = shares.DefaultIfEmpty(0).Min(),
            most = shares.DefaultIfEmpty(1).Max(),
            room = Math.Max(0.005, (most - least) * 0.04);
        return new Domains(least - room, most + room);
    }

    public void Draw(Domains domains)
    {
        Font names = _figure.Names;
        double unit = _figure.Unit;
        bool text = !_figure.IsMiniature;
        Box room = _figure.Plot;
        string[] left = [.. _parts.Select(part => Text(part, before: true))],
            right = [.. _parts.Select(part => Text(part, before: false))];
        double most = room.Width * 0.36,
            gap = 18 * unit;
        double at = text ? Math.Min(most, left.DefaultIfEmpty("").Max(label => _figure.TextWidth(label, names))) + gap : 4;
        double after = text ? Math.Min(most, right.DefaultIfEmpty("").Max(label => _figure.TextWidth(label, names))) + gap : 4;
        double head = text ? _figure.Strong.LineHeight + 8 * unit : 0;
        // Two scales far apart make every line look flat.
        double width = Math.Min(room.Width - at - after, 460 * unit),
            slack = Math.Max(0, room.Width - at - after - width) / 2;
        var plot = new Box(room.X + at + slack, room.Y + head, Math.Max(8, width), Math.Max(8, room.Height - head - 4 * unit));
        _figure.Field = plot;
        var scale = new PixelScale(domains.Least, domains.Most, plot.Bottom, plot.Y);
        _figure.Line("scale-before", MarkRole.BaseLine, plot.X, plot.Y, plot.X, plot.Bottom, Ink.Quiet);
        _figure.Line("scale-after", MarkRole.BaseLine, plot.Right, plot.Y, plot.Right, plot.Bottom, Ink.Quiet);
        if (text)
        {
            (string was, string now) = BridgeColumns.Shown(_division);
            _figure.Put(
                _figure.Text(
                    "total-before",
                    MarkRole.Total,
                    plot.X,
                    room.Y + _figure.Strong.CapHeight + 2,
                    "middle",
                    was,
                    _figure.Strong,
                    Ink.Text,
                    room.Width / 2
                )
            );
            _figure.Put(
                _figure.Text(
                    "total-after",
                    MarkRole.Total,
                    plot.Right,
                    room.Y + _figure.Strong.CapHeight + 2,
                    "middle",
                    now,
                    _figure.Strong,
                    Ink.Text,
                    room.Width / 2
                )
            );
        }
        foreach (int part in _parts)
        {
            DrawLine(plot, scale, part);
        }
        if (text && _figure.HasNames)
        {
            DrawLabels(plot, scale, before: true, at - gap + slack);
            DrawLabels(plot, scale, before: false, after - gap + slack);
        }
    }

    private string Text(int part, bool before)
    {
        string share = Share(part, before) is { } value
            ? NumberText.Percent(value, _division.Study.Rounding.Decimals, _figure.Finish.TrimZeros)
            : NumberText.Dash;
        string name = _division.Parts[part].NameInFigure;
        return before ? $"{name}  {share}" : $"{share}  {name}";
    }

    private void DrawLine(Box plot, PixelScale scale, int part)
    {
        double from = scale.At(Share(part, true)!.Value.ToDouble()),
            to = scale.At(Share(part, false)!.Value.ToDouble());
        double half = (_figure.IsMiniature ? 0.8 : 1.4) * _figure.Unit;
        string key = _division.Parts[part].Key;
        double[] run = [plot.X, from - half, plot.Right, to - half, plot.Right, to + half, plot.X, from + half];
        _figure.Add(
            new PathMark(
                $"bar-{key}",
                MarkRole.Bar,
                [
                    [.. run.Select(FigureBuilder.Round)],
                ]
            )
            {
                Fill = _ink.Row(part),
                Row = part,
                Part = key,
            }
        );
        _figure.Obstacles.AddLine(plot.X, from, plot.Right, to);
    }

    /// <summary>Names and shares at one end, a line of print apart, the largest parts first where not all have room.</summary>
    private void DrawLabels(Box plot, PixelScale scale, bool before, double room)
    {
        Font font = _figure.Names;
        int fit = Math.Max(1, (int)(plot.Height / font.LineHeight));
        int[] shown = [.. _parts.OrderByDescending(part => Share(part, before)!.Value.ToDouble()).Take(fit).Order()];
        double[] wished = [.. shown.Select(part => scale.At(Share(part, before)!.Value.ToDouble()))];
        double[] places = LabelFit.Spread(wished, plot.Y + font.LineHeight / 2, plot.Bottom - font.LineHeight / 2, font.LineHeight);
        double scaleX = before ? plot.X : plot.Right,
            textX = before ? plot.X - 16 * _figure.Unit : plot.Right + 16 * _figure.Unit;
        for (int i = 0; i < shown.Length; i++)
        {
            Entry part = _division.Parts[shown[i]];
            MarkRole role = before ? MarkRole.Name : MarkRole.Label;
            string id = before ? $"name-{part.Key}" : $"label-{part.Key}";
            TextMark mark = _figure.Text(
                id,
                role,
                textX,
                places[i] + font.CapHeight / 2,
                before ? "end" : "start",
                Text(shown[i], before),
                font,
                Ink.Text,
                room
            );
            _figure.Put(mark with { Part = part.Key, Row = shown[i] });
            _figure.Line(
                $"lead-{id}",
                MarkRole.Leader,
                scaleX + (before ? -2 : 2),
                wished[i],
                textX + (before ? 3 : -3),
                places[i],
                Ink.Quiet,
                0.6 * _figure.Unit
            );
        }
    }
}
