using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using OneWhole.Core.Numbers;
using OneWhole.Core.Preparing;
using OneWhole.Core.Tables;
using OneWhole.Formats.Reading;

namespace OneWhole.App;

/// <summary>What is stored of a table besides its cells. A change makes a new revision; the cells are shared.</summary>
public sealed record TableDocument
{
    public required string Name { get; init; }

    /// <summary>The file it came from.</summary>
    public required string Source { get; init; }

    /// <summary>The import that holds its cells.</summary>
    public required string Import { get; init; }

    public required int RowCount { get; init; }

    public required IReadOnlyList<ColumnDocument> Columns { get; init; }

    /// <summary>The named source that it came from, and can be read from again; null for a file that was brought in by hand.</summary>
    public SourceLink? From { get; init; }

    /// <summary>How it was read, so that fresh rows are read alike; null for tables from before that was kept.</summary>
    public JsonObject? Reading { get; init; }

    /// <summary>Cells and rows that were typed by hand since the rows were read; fresh rows don't have them.</summary>
    public int Typed { get; init; }

    /// <summary>The preparing steps, as a document; null where there are none.</summary>
    public JsonObject? Steps { get; init; }

    /// <summary>How the steps went.</summary>
    public IReadOnlyList<StepReport> Reports { get; init; } = [];

    /// <summary>The columns after the steps; null where there are none.</summary>
    public IReadOnlyList<ColumnDocument>? Prepared { get; init; }

    /// <summary>The rows after the steps.</summary>
    public int PreparedRows { get; init; }

    /// <summary>The columns as studies see them: after the steps, where there are some.</summary>
    [JsonIgnore]
    public IReadOnlyList<ColumnDocument> Shown => Prepared ?? Columns;

    [JsonIgnore]
    public int ShownRows => Prepared is null ? RowCount : PreparedRows;

    /// <summary>By column (after the steps), the labels that it has had since its rows were first replaced, in the order of their colours.</summary>
    public IReadOnlyDictionary<string, IReadOnlyList<string>>? EarlierLabels { get; init; }

    /// <summary>What there was to tell when it was read.</summary>
    public IReadOnlyList<ReadNote> Notes { get; init; } = [];

    /// <summary>Lines that stood above the headings; offered as a title.</summary>
    public IReadOnlyList<string> Titles { get; init; } = [];

    /// <summary>Lines that stood below the rows; offered as a source line.</summary>
    public IReadOnlyList<string> Below { get; init; } = [];
}

/// <summary>Which of a source's files holds a table's rows.</summary>
/// <param name="Source">The source's id.</param>
/// <param name="Item">In a folder a file's name, with a star for its changing digits; else null.</param>
/// <param name="Seen">What the file was when it was last read, to tell whether it is another one now.</param>
public sealed record SourceLink(string Source, string? Item, string? Seen);

/// <summary>What is stored of a column.</summary>
/// <param name="At">Its place in the import.</param>
public sealed record ColumnDocument(int At, string Name, ColumnType Type)
{
    public string? Unit { get; init; }

    /// <summary>In what the numbers are counted ("thousand"); empty for ones.</summary>
    public string Multiplier { get; init; } = "";

    /// <summary>How it follows from other columns; null where it does not.</summary>
    public Following? Following { get; init; }

    /// <summary>What the table's row of totals says, as a plain number.</summary>
    public string? Total { get; init; }

    public string? One { get; init; }

    public string? Many { get; init; }

    public bool HoldsShares { get; init; }

    public bool DecimalComma { get; init; }

    public DateOrder Dates { get; init; }

    public int Distinct { get; init; }

    public int Blanks { get; init; }

    /// <summary>Filled cells that the column's type can't read.</summary>
    public int Unreadable { get; init; }

    public ColumnInfo ToInfo() => new(Name, Type)
    {
        Unit = Unit,
        Multiplier = Multiplier,
        Follows = Following?.Rule,
        Total = Total is null ? null : ExactDecimal.Parse(Total),
        One = One,
        Many = Many,
        HoldsShares = HoldsShares,
        Numbers = DecimalComma ? NumberReading.Comma : NumberReading.Point,
        Dates = Dates,
    };

    /// <summary>A table's columns, each at the place of its number.</summary>
    public static IReadOnlyList<ColumnDocument> Of(Table table)
    {
        IReadOnlyDictionary<string, Following> following = FollowingColumns.Find(table);
        return [.. table.Columns.Select((column, at) => Of(at, column) with { Following = following.GetValueOrDefault(column.Name) })];
    }

    public static ColumnDocument Of(int at, Column column)
    {
        (int blanks, int unreadable) = ColumnFacts.Count(column);
        return new ColumnDocument(at, column.Name, column.Info.Type)
        {
            Unit = column.Info.Unit,
            Multiplier = column.Info.Multiplier,
            Total = column.Info.Total?.ToString(),
            One = column.Info.One,
            Many = column.Info.Many,
            HoldsShares = column.Info.HoldsShares,
            DecimalComma = column.Info.Numbers.DecimalMark == ',',
            Dates = column.Info.Dates,
            Distinct = ColumnFacts.Distinct(column),
            Blanks = blanks,
            Unreadable = unreadable,
        };
    }
}

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
        int blanks = 0, unreadable = 0;
        if (column.Cells is NumberCells numbers)
        {
            int missing = numbers.Units is { } units ? units.AsSpan().Count(NumberCells.Missing) : numbers.Wide!.Count(number => number is null);
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
            unreadable = Enumerable.Range(0, rows.Length).Where(code => code != labels.BlankCode && column.Dates.ByCode[code] is null).Sum(code => rows[code]);
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
            if (code == except || (best.Count == most && best.TryPeek(out _, out (int Rows, int Place) least) && least.CompareTo((rows[code], -code)) >= 0))
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
            bool readable = column.Info.Type == ColumnType.Quantity ? column.Numbers.At(row) is not null : column.Dates.ByCode[column.Labels.Codes[row]] is not null;
            string text = readable ? "" : column.Cells.TextAt(row);
            if (text.Length > 0)
            {
                found.Add((row + 1, text));
            }
        }
        return found;
    }
}
