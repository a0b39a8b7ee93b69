using OneWhole.Core.Workings;

namespace OneWhole.Core.Drawing;

/// <summary>
/// What a bar's end means: where it is dragged to, another amount is tried. What was counted stays as an outline. A form tells where an
/// amount begins and how far one reaches; nothing else of it is known here.
/// </summary>
internal static class TrialEnds
{
    /// <summary>The place in the study that a dragged end changes.</summary>
    public const string Path = "trial";

    /// <summary>Of more bars nobody drags one's end, and each would be told how.</summary>
    private const int MostRows = 400;

    /// <summary>Steps of a bar's amount, for keys: hundredths, as a round number.</summary>
    private const int Steps = 100;

    /// <summary>How a row's bar is dragged; null where its amount can't be tried.</summary>
    /// <param name="workings">The workings.</param>
    /// <param name="row">A row of them, which is a part or a cell.</param>
    /// <param name="field">Where bars grow.</param>
    /// <param name="from">The value at which the bar begins.</param>
    /// <param name="perAmount">By how much it grows for an amount of 1; below 0 where it grows the other way.</param>
    /// <param name="amount">Where the row has more than one amount, the one that is tried.</param>
    public static Edit? Of(WorkingsResult workings, int row, BarField field, double from, double perAmount, double? amount = null)
    {
        Division division = workings.Division;
        if (workings.RowCount > MostRows)
        {
            return null;
        }
        double span = Math.Abs(division.Value(division.Total).ToDouble());
        if (
            workings.RowsAreGroups
            || division.IsFolded(row)
            || division.AmountsAreShares
            || !(span > 0)
            || !double.IsFinite(perAmount)
            || perAmount == 0
        )
        {
            return null;
        }
        double now = amount ?? division.Value(division.Amount(row)).ToDouble(),
            size = Math.Abs(now) > 0 ? Math.Abs(now) : span;
        double step = Math.Max(Math.Pow(10, -division.Scale), Math.Pow(10, Math.Floor(Math.Log10(size / Steps * 2))));
        return new Edit(Path, field.Upright ? "drag-y" : "drag-x")
        {
            FromPixel = field.At(from),
            ToPixel = field.At(from + span * perAmount),
            FromValue = 0,
            ToValue = span,
            Least = Math.Min(0, now * 10),
            Most = Math.Max(span, Math.Abs(now)) * 10,
            Step = step,
            Value = now,
            Name = NameOf(workings, row),
        };
    }

    /// <summary>How a slice's end is turned: another share is tried.</summary>
    /// <param name="workings">The workings.</param>
    /// <param name="row">The slice's.</param>
    /// <param name="x">The middle of the circle.</param>
    /// <param name="y">Likewise.</param>
    /// <param name="from">Where the slice begins, in degrees clockwise from the top.</param>
    /// <param name="angle">How far it reaches, in degrees.</param>
    public static Edit? OfSlice(WorkingsResult workings, int row, double x, double y, double from, double angle) =>
        workings.Division.IsFolded(row) || workings.Division.AmountsAreShares || workings.RowCount is < 2 or > MostRows
            ? null
            : new Edit(Path, "turn")
            {
                Across = x,
                Down = y,
                FromPixel = from,
                ToPixel = from + 360,
                FromValue = 0,
                ToValue = 1,
                Least = 0,
                Most = 0.99,
                Step = 0.005,
                Value = angle / 360,
                Name = NameOf(workings, row),
            };

    private static string NameOf(WorkingsResult workings, int row)
    {
        Division division = workings.Division;
        string part = division.Parts[division.PartOf(row)].Label;
        return "try another amount of "
            + $"{(division.Groups is { } groups && workings.RowsAreCells ? $"{part}, {groups[division.GroupOf(row)].Label}" : part)}";
    }

    /// <summary>Outlines what was counted, where something else is tried.</summary>
    public static void DrawCounted(FigureBuilder figure, WorkingsResult workings)
    {
        Division division = workings.Division;
        if (division.Tried.Changed.Count == 0 || figure.IsMiniature || workings.Find("counted") is not { } counted)
        {
            return;
        }
        foreach (
            RectMark bar in figure
                .Marks.OfType<RectMark>()
                .Where(mark => mark is { Role: MarkRole.Bar, Row: >= 0, Edit.Path: Path })
                .ToArray()
        )
        {
            Edit edit = bar.Edit!;
            if (counted.Exact(bar.Row) is not { } was || was == division.Value(division.Amount(bar.Row)))
            {
                continue;
            }
            double end = edit.FromPixel + was.ToDouble() / edit.ToValue * (edit.ToPixel - edit.FromPixel);
            Box plot = figure.Field ?? figure.Plot;
            bool isUpright = edit.Control == "drag-y";
            end = isUpright ? Math.Clamp(end, plot.Y - 1, plot.Bottom + 1) : Math.Clamp(end, plot.X - 1, plot.Right + 1);
            double low = FigureBuilder.Round(Math.Min(edit.FromPixel, end)),
                high = FigureBuilder.Round(Math.Max(edit.FromPixel, end));
            double[] run = isUpright
                ? [bar.X, low, bar.X + bar.Width, low, bar.X + bar.Width, high, bar.X, high, bar.X, low]
                : [low, bar.Y, high, bar.Y, high, bar.Y + bar.Height, low, bar.Y + bar.Height, low, bar.Y];
            figure.Add(
                new PathMark($"counted-{bar.Id}", MarkRole.Outline, [run])
                {
                    Stroke = Ink.Text,
                    StrokeWidth = Math.Max(1, 1.1 * figure.Unit),
                    Dash = [3, 2],
                }
            );
        }
    }
}
