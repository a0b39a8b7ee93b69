using OneWhole.Core.Tables;

namespace OneWhole.App.Tables;

/// <summary>Counts that the table screen shows of a column.</summary>
public static class ColumnFacts
{
    /// <summary>Distinct numbers of a quantity, distinct labels of any other column; blanks aside.</summary>
    public static int Distinct(Column column)
    {
        if (column.Info.Type == ColumnType.Quantity)
        {
            NumberView view = column.Numbers;
            if (view.Units is { } units)
            {
                if (view.Largest <= NarrowRange)
                {
                    return InRange(units, view.Largest);
                }
                long[] sorted = [.. units];
                Array.Sort(sorted);
                int count = 0;
                for (int i = 0; i < sorted.Length; i++)
                {
                    count += sorted[i] != NumberCells.Missing && (i == 0 || sorted[i] != sorted[i - 1]) ? 1 : 0;
                }
                return count;
            }
            return view.Wide!.Where(number => number is not null).Distinct().Count();
        }
        return column.Labels.Labels.Count - (column.Labels.BlankCode >= 0 ? 1 : 0);
    }

    private const long NarrowRange = 1 << 24;

    /// <summary>Distinct numbers of a narrow range, ticked off one by one: sorting them takes longer.</summary>
    private static int InRange(long[] units, long largest)
    {
        var seen = new System.Collections.BitArray((int)(2 * largest + 1));
        int count = 0;
        foreach (long unit in units)
        {
            int place = (int)(unit + largest);
            if (unit != NumberCells.Missing && !seen[place])
            {
                seen[place] = true;
                count++;
            }
        }
        return count;
    }

    public static (int Blanks, int Unreadable) Count(Column column)
    {
        int blanks = 0,
            unreadable = 0;
        if (column.Cells is NumberCells numbers)
        {
            int missing = numbers.Units is { } units
                ? units.AsSpan().Count(NumberCells.Missing)
                : numbers.Wide!.Count(number => number is null);
            unreadable = numbers.Spellings.Keys.Count(row => numbers.At(row) is null);
            return (missing - unreadable, column.Info.Type == ColumnType.Quantity ? unreadable : 0);
        }
        LabelView labels = column.Labels;
        int[] rows = labels.Codes.Tally(labels.Labels.Count);
        blanks = labels.BlankCode < 0 ? 0 : rows[labels.BlankCode];
        if (column.Info.Type == ColumnType.Quantity)
        {
            unreadable = Enumerable.Range(0, column.Count).Count(row => column.Numbers.At(row) is null) - blanks;
        }
        else if (column.Info.Type == ColumnType.Date)
        {
            unreadable = Enumerable
                .Range(0, rows.Length)
                .Where(code => code != labels.BlankCode && column.Dates.ByCode[code] is null)
                .Sum(code => rows[code]);
        }
        return (blanks, unreadable);
    }

    /// <summary>The codes of the most frequent labels, the first met first where they are equally frequent.</summary>
    public static IReadOnlyList<int> MostFrequent(int[] rows, int most, int except = -1)
    {
        // Few are wanted of what may be a million: no sorting of them all.
        var best = new PriorityQueue<int, (int Rows, int Place)>();
        for (int code = 0; code < rows.Length; code++)
        {
            if (
                code == except
                || (best.Count == most && best.TryPeek(out _, out (int Rows, int Place) least) && least.CompareTo((rows[code], -code)) >= 0)
            )
            {
                continue;
            }
            best.Enqueue(code, (rows[code], -code));
            if (best.Count > most)
            {
                best.Dequeue();
            }
        }
        var codes = new int[best.Count];
        for (int at = codes.Length - 1; at >= 0; at--)
        {
            codes[at] = best.Dequeue();
        }
        return codes;
    }

    /// <summary>The first filled cells that the column's type can't read, with their rows (from 1).</summary>
    public static IReadOnlyList<(int Row, string Text)> Unreadable(Column column, int most)
    {
        var found = new List<(int, string)>();
        if (column.Info.Type == ColumnType.Category)
        {
            return found;
        }
        for (int row = 0; row < column.Count && found.Count < most; row++)
        {
            bool readable =
                column.Info.Type == ColumnType.Quantity
                    ? column.Numbers.At(row) is not null
                    : column.Dates.ByCode[column.Labels.Codes[row]] is not null;
            string text = readable ? "" : column.Cells.TextAt(row);
            if (text.Length > 0)
            {
                found.Add((row + 1, text));
            }
        }
        return found;
    }
}
