using System.Globalization;
using OneWhole.Core.Drawing;

namespace OneWhole.Formats.Handing;

/// <summary>
/// Where the columns of printed workings stand, the same on all pages: as wide as what is in them. Where the paper has no room the print
/// becomes smaller; then names go on over lines, whole; last columns are left out only where neither helps, and are named.
/// </summary>
internal sealed class PrintedColumns
{
    /// <summary>The print of a table is made smaller down to so much of its own size.</summary>
    private static readonly double[] Prints = [1, 0.9, 0.8, 0.7];

    private readonly WorkingsTable _table;
    private readonly double _end;
    private readonly double[] _widths;
    private readonly double[] _rights;

    /// <param name="figure">Measures texts.</param>
    /// <param name="table">What is printed.</param>
    /// <param name="font">In which, where it has room.</param>
    /// <param name="start">Where the first column begins, in pixels.</param>
    /// <param name="end">Where the last may end.</param>
    /// <param name="most">How many rows are printed at most.</param>
    public PrintedColumns(FigureBuilder figure, WorkingsTable table, Font font, double start, double end, int most)
    {
        (_table, _end) = (table, end);
        double[] natural = [.. table.Heads.Select(head => figure.TextWidth(head, font))];
        foreach (IReadOnlyList<string> row in table.First(most))
        {
            for (int at = 0; at < natural.Length; at++)
            {
                natural[at] = Math.Max(natural[at], figure.TextWidth(row[at], font));
            }
        }
        Font = font;
        _widths = natural;
        double gap = 0;
        foreach (double print in Prints)
        {
            Font = font with { Size = font.Size * print };
            gap = Font.Size * 1.2;
            _widths = [.. natural.Select(width => width * print)];
            if (Narrow(end - start - gap * (_widths.Length - 1)) <= 0)
            {
                break;
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

    /// <summary>The print of the table.</summary>
    public Font Font { get; }

    /// <summary>The height of one line.</summary>
    public double LineHeight => Font.LineHeight * 1.25;

    /// <summary>Columns that have no room on the paper, in words with what has them; null where all have.</summary>
    public string? LeftOut
    {
        get
        {
            string[] names = [.. _table.Heads.Where((_, at) => _rights[at] > _end + 1)];
            return names.Length == 0
                ? null
                : $"no room on this paper for the {(names.Length == 1 ? "column" : "columns")} "
                    + $"{string.Join(", ", names)}: a lying or larger paper, the workbook or CSV has {(names.Length == 1 ? "it" : "them")}";
        }
    }

    /// <summary>Lets columns of names give way, as far as a few words go.</summary>
    /// <returns>What is still too much.</returns>
    private double Narrow(double room)
    {
        double over = _widths.Sum() - room;
        for (int at = 0; at < _widths.Length && over > 0; at++)
        {
            if (!_table.IsNumber[at])
            {
                double less = Math.Min(over, Math.Max(0, _widths[at] - Font.Size * 9));
                _widths[at] -= less;
                over -= less;
            }
        }
        return over;
    }

    /// <summary>How many lines a row takes.</summary>
    public int LinesOf(FigureBuilder figure, IReadOnlyList<string> cells) =>
        cells.Select((cell, at) => _rights[at] > _end + 1 ? 1 : Lines(figure, cell, at).Count).Max();

    /// <summary>Draws the cells of a row, names over as many lines as they take.</summary>
    /// <param name="figure">The page.</param>
    /// <param name="id">Of the row.</param>
    /// <param name="y">The baseline of its first line.</param>
    /// <param name="cells">One a column.</param>
    /// <param name="ink">Their colour.</param>
    public void Row(FigureBuilder figure, string id, double y, IReadOnlyList<string> cells, string ink)
    {
        for (int at = 0; at < cells.Count && _rights[at] <= _end + 1; at++)
        {
            bool number = _table.IsNumber[at];
            foreach ((int line, string text) in Lines(figure, cells[at], at).Index())
            {
                figure.Add(
                    figure.Text(
                        line == 0 ? $"{id}-{at}" : $"{id}-{at}-{line}",
                        MarkRole.Cell,
                        number ? _rights[at] : _rights[at] - _widths[at],
                        y + line * LineHeight,
                        number ? "end" : "start",
                        text,
                        Font,
                        ink
                    )
                );
            }
        }
    }

    /// <summary>A text in lines that fit its column: between words, and within one that is wider than the column.</summary>
    private IReadOnlyList<string> Lines(FigureBuilder figure, string text, int column)
    {
        double room = _widths[column] + 0.5;
        if (figure.TextWidth(text, Font) <= room)
        {
            return [text];
        }
        var lines = new List<string>();
        string line = "";
        foreach (string word in text.Split(' '))
        {
            string longer = line.Length == 0 ? word : $"{line} {word}";
            if (figure.TextWidth(longer, Font) <= room)
            {
                line = longer;
                continue;
            }
            if (line.Length > 0)
            {
                lines.Add(line);
            }
            line = "";
            TextElementEnumerator letters = StringInfo.GetTextElementEnumerator(word);
            while (letters.MoveNext())
            {
                string letter = letters.GetTextElement();
                if (line.Length > 0 && figure.TextWidth(line + letter, Font) > room)
                {
                    lines.Add(line);
                    line = "";
                }
                line += letter;
            }
        }
        lines.Add(line);
        return lines;
    }
}
