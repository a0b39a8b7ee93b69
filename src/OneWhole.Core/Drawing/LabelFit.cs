namespace OneWhole.Core.Drawing;

/// <summary>Puts labels where they fit: in a bar, turned in a narrow one, or past its end.</summary>
internal static class LabelFit
{
    /// <summary>Lines in the middle of a box, in the ink that stands out from its fill; turned by a quarter where only that fits.</summary>
    /// <returns>Whether they fitted.</returns>
    public static bool Inside(FigureBuilder figure, string id, Box box, string fill, IReadOnlyList<string> lines, int row, string? part, bool turn = true)
    {
        Font font = figure.Small;
        double widest = lines.Count == 0 ? 0 : lines.Max(line => figure.TextWidth(line, font));
        string ink = Contrast.TextOn(fill);
        TextMark Mark(int line, double x, double y, double degrees) =>
            figure.Text($"{id}-{line}", "label", x, y, "middle", lines[line], font, ink) with { Turn = degrees, Row = row, Part = part };
        for (int kept = lines.Count; kept > 0; kept--)
        {
            // The last line is the share: where two don't fit, it stays.
            int first = lines.Count - kept;
            double width = lines.Skip(first).Max(line => figure.TextWidth(line, font)), height = kept * font.LineHeight;
            if (width <= box.Width - 6 && height <= box.Height - 1)
            {
                double y = box.CentreY - (kept - 1) * font.LineHeight / 2 + font.CapHeight / 2;
                return Enumerable.Range(first, kept).All(line => figure.PutWhereFree([Mark(line, box.CentreX, y + (line - first) * font.LineHeight, 0)], 0));
            }
        }
        if (turn && lines.Count > 0 && figure.TextWidth(lines[^1], font) <= box.Height - 6 && font.LineHeight <= box.Width - 1)
        {
            return figure.PutWhereFree([Mark(lines.Count - 1, box.CentreX + font.CapHeight / 2, box.CentreY, -90)], 0);
        }
        return false;
    }

    /// <summary>Texts at a side, each as near as can be to where it belongs, kept a line apart; a thin line leads to what was moved far.</summary>
    /// <param name="entries">Where each belongs (its middle), and its text.</param>
    /// <param name="top">The least place.</param>
    /// <param name="bottom">The greatest.</param>
    /// <param name="lineHeight">How far apart they stand.</param>
    /// <returns>The places, in the order of the entries.</returns>
    public static double[] Spread(IReadOnlyList<double> entries, double top, double bottom, double lineHeight)
    {
        int[] order = [.. Enumerable.Range(0, entries.Count).OrderBy(at => entries[at])];
        var places = new double[entries.Count];
        double last = double.NegativeInfinity;
        foreach (int at in order)
        {
            last = places[at] = Math.Max(Math.Max(entries[at], top), last + lineHeight);
        }
        double next = bottom + lineHeight;
        foreach (int at in order.Reverse())
        {
            next = places[at] = Math.Min(places[at], next - lineHeight);
        }
        return places;
    }
}
