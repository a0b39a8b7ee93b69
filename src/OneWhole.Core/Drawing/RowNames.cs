namespace OneWhole.Core.Drawing;

/// <summary>Names at the left of bars that lie: each beside its bar, or, where bars are thinner than print, the most important ones with thin lines.</summary>
internal static class RowNames
{
    /// <param name="figure">The figure.</param>
    /// <param name="texts">The bars' names, from the top.</param>
    /// <param name="right">Where names end; bars begin at <paramref name="bars"/>.</param>
    /// <param name="bars">Where lines to bars end.</param>
    /// <param name="room">The most that a name may take.</param>
    /// <param name="top">The first bar's upper edge.</param>
    /// <param name="band">The room of one bar.</param>
    /// <param name="ranks">Which names stay.</param>
    /// <param name="mark">Says of a name's mark whose it is.</param>
    /// <param name="ids">The marks' ids.</param>
    public static void Draw(FigureBuilder figure, IReadOnlyList<string> texts, double right, double bars, double room, double top, double band, NameRanks ranks, Func<int, string> ids, Func<int, TextMark, TextMark> mark)
    {
        if (!figure.HasNames)
        {
            return;
        }
        Font font = figure.Names;
        foreach (NamePlace place in NamePlaces.Of(texts.Count, band, font.LineHeight, ranks))
        {
            double y = top + place.Place;
            if (place.More > 0)
            {
                figure.PutWhereFree([figure.Text($"more-{place.At}", "axis", right, y + font.CapHeight / 2, "end", place.RunText, font, Ink.Quiet, room)], -1);
                continue;
            }
            TextMark name = figure.Text(ids(place.At), "name", right, y + font.CapHeight / 2, "end", texts[place.At], font, Ink.Text, room);
            if (figure.PutWhereFree([mark(place.At, name)], -1) && place.IsMoved)
            {
                figure.Line($"lead-{ids(place.At)}", "leader", right + 2, y, bars - 1, top + place.Wished, Ink.Quiet, 0.6 * figure.Unit);
            }
        }
    }
}
