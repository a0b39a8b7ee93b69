using OneWhole.Core.Drawing;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms.Pareto;

/// <summary>The line of running shares: its points, the area under it along the position, and its words.</summary>
internal sealed class ParetoCurve(ParetoPlot plot)
{
    private const int MostDots = 60;

    public List<double> Points()
    {
        var points = new List<double> { plot.Box.X, FigureBuilder.Round(plot.Shares.At(0)) };
        double lastX = plot.Box.X;
        int last = plot.AlongPosition || plot.Rows > plot.Listed ? plot.Parts : plot.Listed;
        for (int i = 1; i <= last; i++)
        {
            double x = plot.X(i);
            // At most two points a pixel: a longer path looks the same.
            if (x - lastX >= 0.5 || i == last)
            {
                points.Add(FigureBuilder.Round(x));
                points.Add(FigureBuilder.Round(plot.Shares.At(plot.Readings.ShareAfter(i)?.ToDouble() ?? 0)));
                lastX = x;
            }
        }
        return points;
    }

    public void Draw(List<double> points)
    {
        if (plot.Division.WholeAt(0).IsZero)
        {
            return;
        }
        double width = plot.Figure.IsMiniature ? 1.25 : Math.Max(1.4, 1.5 * plot.Figure.Unit);
        plot.Figure.Add(new PathMark("curve", MarkRole.Curve, [points]) { Stroke = Ink.Text, StrokeWidth = width });
        plot.Figure.Obstacles.AddRun(points);
        if (plot.Figure.IsMiniature || plot.AlongPosition || plot.Rows > MostDots || plot.Band < 12)
        {
            return;
        }
        double radius = 3 * plot.Figure.Unit;
        for (int row = 0; row < plot.Rows; row++)
        {
            int parts = plot.IsFolded(row) ? plot.Parts : row + 1;
            double x = plot.X(parts),
                y = plot.Shares.At(plot.Readings.ShareAfter(parts)!.Value.ToDouble());
            plot.Figure.Add(
                new PathMark($"point-{plot.Division.Parts[row].Key}", MarkRole.Point, [Circle(x, y, radius)])
                {
                    Fill = Ink.Paper,
                    Stroke = Ink.Text,
                    StrokeWidth = Math.Max(1.2, 1.3 * plot.Figure.Unit),
                    Row = row,
                    Part = plot.Division.Parts[row].Key,
                }
            );
            plot.Figure.Obstacles.Add(new Box(x - radius - 1, y - radius - 1, 2 * radius + 2, 2 * radius + 2));
        }
    }

    /// <summary>What the line says, on wish: its name, and at its points how far it has come. The cuts' words go first.</summary>
    public void DrawTexts()
    {
        if (plot.Division.WholeAt(0).IsZero || plot.AlongPosition)
        {
            return;
        }
        Font font = plot.Figure.Shares;
        double gap = 6 * plot.Figure.Unit;
        if (plot.Figure.Finish.CurveNumbers)
        {
            for (int row = 0; row < plot.Rows; row++)
            {
                int parts = plot.IsFolded(row) ? plot.Parts : row + 1;
                Fraction share = plot.Readings.ShareAfter(parts)!.Value;
                double x = plot.X(parts),
                    y = plot.Shares.At(share.ToDouble());
                string text = NumberText.Percent(share, plot.Division.Study.Rounding.Decimals, plot.Figure.Finish.TrimZeros),
                    key = plot.Division.Parts[row].Key;
                TextMark At(double left, double baseline, string anchor) =>
                    plot.Figure.Text($"point-label-{key}", MarkRole.Label, left, baseline, anchor, text, font, Ink.Text) with
                    {
                        Row = row,
                        Part = key,
                    };
                if (
                    !plot.Figure.PutWhereFree(
                        [At(x, y - gap, "middle"), At(x - gap, y - gap / 2, "end"), At(x + gap, y + font.CapHeight + gap, "start")],
                        1
                    )
                )
                {
                    plot.Figure.GiveUp(1);
                }
            }
        }
        if (plot.Figure.Finish.CurveName)
        {
            string name = FigureWords.Of("runningShareOf", ("counted", StudyWords.Of(plot.Division).Counted));
            IEnumerable<TextMark> places =
                from at in (double[])[0.35, 0.5, 0.25, 0.65, 0.8]
                let parts = Math.Max(1, (int)(at * plot.Parts))
                let y = plot.Shares.At(plot.Readings.ShareAfter(parts)!.Value.ToDouble())
                from place in (TextMark[])
                    [
                        plot.Figure.Text("curve-name", MarkRole.Axis, plot.X(parts) - 2 * gap, y - gap, "end", name, font, Ink.Text),
                        plot.Figure.Text(
                            "curve-name",
                            MarkRole.Axis,
                            plot.X(parts) + 2 * gap,
                            y + font.LineHeight,
                            "start",
                            name,
                            font,
                            Ink.Text
                        ),
                    ]
                select place;
            if (!plot.Figure.PutWhereFree(places, 2))
            {
                plot.Figure.GiveUp(1);
            }
        }
    }

    public void DrawArea(List<double> points)
    {
        List<double> area = [.. points, plot.Box.Right, plot.Shares.At(0)];
        plot.Figure.Add(
            new PathMark("curve-area", MarkRole.Area, [area])
            {
                Fill = Ink.Wash,
                StrokeWidth = 0,
                Strip = new RowStrip("x", plot.Box.X, plot.X(plot.Listed), plot.Listed),
            }
        );
        plot.Figure.Obstacles.AddLine(plot.Box.X, plot.Shares.At(0), plot.Box.Right, plot.Shares.At(1));
        plot.Figure.Line(
            "equal",
            MarkRole.Reference,
            plot.Box.X,
            plot.Shares.At(0),
            plot.Box.Right,
            plot.Shares.At(1),
            Ink.Quiet,
            0.75,
            [2, 3]
        );
    }

    private static double[] Circle(double x, double y, double radius)
    {
        const int corners = 20;
        var points = new double[corners * 2 + 2];
        for (int i = 0; i <= corners; i++)
        {
            double angle = i * 2 * Math.PI / corners;
            points[2 * i] = FigureBuilder.Round(x + radius * Math.Cos(angle));
            points[2 * i + 1] = FigureBuilder.Round(y + radius * Math.Sin(angle));
        }
        return points;
    }
}
