using OneWhole.Core.Drawing;

namespace OneWhole.Formats.Handing;

/// <summary>Where the columns of printed workings stand, the same on all pages: as wide as what is in them, names giving way to numbers.</summary>
internal sealed class PrintedColumns
{
    private readonly WorkingsTable _table;
    private readonly Font _font;
    private readonly double _end;
    private readonly double[] _widths;
    private readonly double[] _rights;

    /// <param name="figure">Measures texts.</param>
    /// <param name="table">What is printed.</param>
    /// <param name="font">In which.</param>
    /// <param name="start">Where the first column begins, in pixels.</param>
    /// <param name="end">Where the last may end.</param>
    /// <param name="most">How many rows are printed at most.</param>
    public PrintedColumns(FigureBuilder figure, WorkingsTable table, Font font, double start, double end, int most)
    {
        (_table, _font, _end) = (table, font, end);
        double gap = font.Size * 1.2;
        _widths = [.. table.Heads.Select(head => figure.TextWidth(head, font))];
        foreach (IReadOnlyList<string> row in table.First(most))
        {
            for (int at = 0; at < _widths.Length; at++)
            {
                _widths[at] = Math.Max(_widths[at], figure.TextWidth(row[at], font));
            }
        }
        double over = _widths.Sum() + gap * (_widths.Length - 1) - (end - start);
        for (int at = 0; at < _widths.Length && over > 0; at++)
        {
            if (!table.IsNumber[at])
            {
                double less = Math.Min(over, Math.Max(0, _widths[at] - font.Size * 6));
                _widths[at] -= less;
                over -= less;
            }
        }
        _rights = new double[_widths.Length];
        double x = start;
        for (int at = 0; at < _widths.Length; at++)
        {
            _rights[at] = x + _widths[at];
            x = _rights[at] + gap;
        }
    }

    /// <summary>Draws the cells of a row; columns that have no room on the page are left out.</summary>
    /// <param name="figure">The page.</param>
    /// <param name="id">Of the row.</param>
    /// <param name="y">Its baseline.</param>
    /// <param name="cells">One a column.</param>
    /// <param name="ink">Their colour.</param>
    public void Row(FigureBuilder figure, string id, double y, IReadOnlyList<string> cells, string ink)
    {
        for (int at = 0; at < cells.Count && _rights[at] <= _end + 1; at++)
        {
            bool number = _table.IsNumber[at];
            figure.Add(figure.Text($"{id}-{at}", MarkRole.Cell, number ? _rights[at] : _rights[at] - _widths[at], y, number ? "end" : "start", cells[at], _font, ink, _widths[at] + 0.5));
        }
    }
}
