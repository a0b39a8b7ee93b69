namespace OneWhole.Core.Drawing;

/// <summary>
/// Names beside bars that lie, or between them: each at its bar, or, where bars are thinner than print, the most important ones with thin
/// lines.
/// </summary>
internal static class RowNames
{
    /// <param name="figure">The figure.</param>
    /// <param name="texts">The bars' names, from the top.</param>
    /// <param name="x">Where names are anchored.</param>
    /// <param name="bars">Where lines to bars end.</param>
    /// <param name="room">The most that a name may take.</param>
    /// <param name="top">The first bar's upper edge.</param>
    /// <param name="band">The room of one bar.</param>
    /// <param name="ranks">Which names stay.</param>
    /// <param name="ids">The marks' ids.</param>
    /// <param name="mark">Says of a name's mark whose it is.</param>
    /// <param name="anchor">"end" for names left of their bars; "middle" for those between two, led to the left one.</param>
    public static void Draw(
        FigureBuilder figure,
        IReadOnlyList<string> texts,
        double x,
        double bars,
        double room,
        double top,
        double band,
        NameRanks ranks,
        Func<int, string> ids,
        Func<int, TextMark, TextMark> mark,
        string anchor = "end"
    )
    {
        if (!figure.HasNames)
        {
            return;
        }
        Font font = figure.Names;
        foreach (NamePlace place in NamePlaces.Of(texts.Count, band, font.LineHeight, ranks))
        {
            double y = top + place.Place,
                baseline = y + font.CapHeight / 2;
            if (place.More > 0)
            {
                figure.PutWhereFree(
                    [
                        figure.Text(
                            $"more-{place.At}",
                            MarkRole.Axis,
                            x,
                            baseline,
                            anchor,
                            place.RunTextWithin(figure, font, room),
                            font,
                            Ink.Quiet
                        ),
                    ],
                    -1
                );
                continue;
            }
            TextMark name = mark(
                place.At,
                figure.Text(ids(place.At), MarkRole.Name, x, baseline, anchor, texts[place.At], font, Ink.Text, room)
            );
            if (figure.PutWhereFree([name], -1) && place.IsMoved)
            {
                // From the side of the name that is nearer to its bar.
                (double from, double to) = anchor == "end" ? (x + 2, bars - 1) : (x - name.Width / 2 - 2, bars + 1);
                figure.Line($"lead-{ids(place.At)}", MarkRole.Leader, from, y, to, top + place.Wished, Ink.Quiet, 0.6 * figure.Unit);
            }
        }
    }
}
