namespace OneWhole.Core.Drawing;

/// <summary>
/// A figure that is only looked at, in small: its bars, and its spacers, of one colour are one path, so that a strip of figures with
/// thousands of pieces
/// is sent and painted at once. It looks the same; its bars can't be told apart any more.
/// </summary>
public static class Miniature
{
    /// <summary>A tenth of a pixel: nobody sees less.</summary>
    private const int Decimals = 1;

    /// <summary>The figure without its texts, thinned out.</summary>
    public static Figure Of(Figure figure)
    {
        var marks = new List<Mark?>();
        var merged = new Dictionary<(MarkRole, string, string?), (int At, List<IReadOnlyList<double>> Runs)>();
        foreach (Mark mark in figure.Marks)
        {
            if (mark.Role == MarkRole.Handle || mark is TextMark)
            {
                continue;
            }
            if (mark.Role is not (MarkRole.Bar or MarkRole.Spacer) || RunsOf(mark) is not var (runs, fill, stroke, width))
            {
                marks.Add(mark);
                continue;
            }
            // The path stands where its last bar stood, so that what lies behind any of them stays behind.
            List<IReadOnlyList<double>> all = [];
            if (merged.TryGetValue((mark.Role, fill, stroke), out (int At, List<IReadOnlyList<double>> Runs) known))
            {
                marks[known.At] = null;
                all = known.Runs;
            }
            all.AddRange(runs);
            merged[(mark.Role, fill, stroke)] = (marks.Count, all);
            marks.Add(
                new PathMark(mark.Id, mark.Role, all)
                {
                    Fill = fill,
                    Stroke = stroke,
                    StrokeWidth = width,
                }
            );
        }
        // Texts stand over everything.
        return figure with { Marks = [.. marks.OfType<Mark>(), .. figure.Marks.OfType<TextMark>()] };
    }

    /// <summary>The outline of a filled mark; null for another.</summary>
    private static (IEnumerable<IReadOnlyList<double>> Runs, string Fill, string? Stroke, double StrokeWidth)? RunsOf(Mark mark) =>
        mark switch
        {
            RectMark { Fill: { } fill } rect => (
                [
                    Round([
                        rect.X,
                        rect.Y,
                        rect.X + rect.Width,
                        rect.Y,
                        rect.X + rect.Width,
                        rect.Y + rect.Height,
                        rect.X,
                        rect.Y + rect.Height,
                    ]),
                ],
                fill,
                rect.Stroke,
                rect.StrokeWidth
            ),
            PathMark { Fill: { } fill, Dash: null } path => (path.Runs.Select(run => Round(run)), fill, path.Stroke, path.StrokeWidth),
            _ => null,
        };

    private static double[] Round(IReadOnlyList<double> run) => [.. run.Select(value => Math.Round(value, Decimals))];
}
