using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Workings;

/// <summary>The amounts of a study before negatives, order and fold, and what became of the rows.</summary>
/// <param name="FilteredAmount">The amount of the rows that were filtered out, in the amounts' units.</param>
/// <param name="DistinctInAll">For distinct counts: how many values there are in all used rows.</param>
/// <param name="Amounts">A cell for each pair of group and part.</param>
/// <param name="Rows">How many rows came and passed.</param>
internal sealed record Aggregate(Amounts Amounts, RowCounts Rows, ExactInt FilteredAmount, long? DistinctInAll) : IMeasured
{
    /// <summary>How rows that stay where they are were asked; null for rows that are here.</summary>
    public Asking? Asked { get; init; }

    public void Measure(MemoryCount count) => Amounts.Measure(count);
}

/// <summary>
/// One scan over the rows. Each block of rows is turned into cell numbers (group × parts + part), then its numbers are
/// added into the cells. Sums are exact: 64-bit where rows × largest can't overflow, else 128-bit, else of any width.
/// Large tables are scanned by all cores, each with its own cells; the order of rows does not matter to an exact sum.
/// </summary>
internal sealed class Aggregation
{
    private const int BlockRows = 8192;
    private const int LargestDense = 4_000_000;
    internal const int LargestPairs = 1_000_000;

    private readonly Table _table;
    private readonly byte[]? _passing;
    private readonly ScannedRows _rows;
    private readonly AxisScan _parts;
    private readonly AxisScan? _groups;
    private readonly int[]? _partCodes;
    private readonly int[]? _groupCodes;
    private readonly int _partCount;
    private readonly int _groupCount;
    private readonly CancellationToken _cancel;

    private Aggregation(ScannedRows rows, AxisScan parts, AxisScan? groups, CancellationToken cancel)
    {
        _rows = rows;
        _table = rows.Table;
        _passing = rows.Passing;
        _parts = parts;
        _groups = groups;
        _cancel = cancel;
        _partCount = parts.Size;
        _groupCount = groups?.Size ?? 1;
        if ((long)_partCount * _groupCount > LargestDense)
        {
            // Long dictionaries of which only a few labels pass: number the labels that do.
            _partCodes = Renumber(parts, out _partCount);
            _groupCodes = groups is null ? null : Renumber(groups, out _groupCount);
            RefusePairs((long)_partCount * _groupCount);
        }
    }

    private static void RefusePairs(long pairs)
    {
        if (pairs > LargestPairs)
        {
            throw new StudyException(
                "too-many-pairs",
                "groups",
                $"The study makes {pairs} pairs of group and part; at most {LargestPairs} can be made: choose columns "
                    + "with fewer labels, or filter rows."
            );
        }
    }

    /// <exception cref="StudyException">A column is missing, or there are too many bands or pairs.</exception>
    public static Aggregate Run(Table table, Study study, IReadOnlyList<Clause> where, bool takesGroups, CancellationToken cancel)
    {
        Axis? groupAxis = takesGroups ? study.Groups : null;
        bool isWide = study.Parts is Axis.Columns || groupAxis is Axis.Columns;
        string[] once = !isWide && study.Value is Measure.Distinct value ? [Columns.Find(table, value.Column, "value.distinct").Name] : [];
        string[] added =
            !isWide && study.Value is Measure.Sum of
                ? [Columns.Find(table, of.Column, "value.sum").Name]
                : [.. Wide(table, study.Parts, "parts"), .. Wide(table, groupAxis, "groups")];
        ScannedRows rows = ScannedRows.Of(
            table,
            where,
            [.. Keys(table, study.Parts, "parts"), .. Keys(table, groupAxis, "groups"), .. once],
            added,
            [.. ScannedRows.LabelsOf(study.Parts), .. ScannedRows.LabelsOf(groupAxis)],
            cancel,
            once,
            study.Parts,
            groupAxis
        );
        table = rows.Table;
        byte[]? passing = rows.Passing;
        AxisScan parts = AxisScan.Of(table, study.Parts, passing, "parts");
        AxisScan? groups = groupAxis is null ? null : AxisScan.Of(table, groupAxis, passing, "groups");
        var run = new Aggregation(rows, parts, groups, cancel);

        if (study.Parts is Axis.Columns wideParts)
        {
            return run.Wide(wideParts.Names, "parts", acrossParts: true);
        }
        if (groupAxis is Axis.Columns wideGroups)
        {
            return run.Wide(wideGroups.Names, "groups", acrossParts: false);
        }
        return study.Value switch
        {
            Measure.Sum sum => run.Sum(Columns.Find(table, sum.Column, "value.sum").Numbers, sum.Column),
            Measure.Distinct distinct => run.Distinct(Columns.Find(table, distinct.Column, "value.distinct")),
            _ => run.Sum(null),
        };
    }

    /// <summary>An axis's columns, which the table has.</summary>
    private static IEnumerable<string> Keys(Table table, Axis? axis, string place) =>
        ScannedRows.KeysOf(axis).Select(name => Columns.Find(table, name, $"{place}.column").Name);

    private static IEnumerable<string> Wide(Table table, Axis? axis, string place) =>
        ScannedRows.NumbersOf(axis).Select((name, at) => Columns.Find(table, name, $"{place}.columns[{at}]").Name);

    private int[] Renumber(AxisScan axis, out int count)
    {
        var seen = new bool[axis.Size];
        Span<int> codes = new int[BlockRows];
        for (int first = 0; first < _table.RowCount; first += BlockRows)
        {
            Span<int> block = codes[..Math.Min(BlockRows, _table.RowCount - first)];
            axis.Fill(first, block);
            for (int i = 0; i < block.Length; i++)
            {
                if ((_passing is null || _passing[first + i] != 0) && block[i] >= 0)
                {
                    seen[block[i]] = true;
                }
            }
        }
        count = 0;
        var numbers = new int[axis.Size];
        for (int code = 0; code < numbers.Length; code++)
        {
            numbers[code] = seen[code] || axis.ListsAll || axis.IsExpected(code) ? count++ : -1;
        }
        return numbers;
    }

    /// <summary>Sums, or counts rows where there are no numbers.</summary>
    private Aggregate Sum(NumberView? numbers, string column = "")
    {
        if (!_rows.AreSingle)
        {
            return SumCells(numbers, column);
        }
        int cells = _partCount * _groupCount;
        int rows = _table.RowCount;
        Tally tally;
        bool narrow = numbers?.Units is not null || numbers is null;
        bool safe = narrow && (numbers is null || numbers.Largest <= long.MaxValue / Math.Max(1, rows));
        int workers = safe && rows >= 200_000 && cells <= 1 << 16 ? Math.Min(Environment.ProcessorCount, 8) : 1;
        if (workers > 1)
        {
            var tallies = new Tally[workers];
            int share = (rows / workers / BlockRows + 1) * BlockRows;
            Parallel.For(0, workers, worker =>
            {
                int first = Math.Min(rows, worker * share),
                    last = Math.Min(rows, first + share);
                tallies[worker] = Scan(numbers, cells, safe, first, last);
            });
            tally = tallies[0];
            foreach (Tally other in tallies.Skip(1))
            {
                tally.Add(other);
            }
        }
        else
        {
            tally = Scan(numbers, cells, safe, 0, rows);
        }
        return Finish(numbers?.Scale ?? 0, tally, null);
    }

    /// <summary>The same over rows that stand for many.</summary>
    private Aggregate SumCells(NumberView? numbers, string column)
    {
        var tally = new Tally(_partCount * _groupCount, false);
        Func<int, long> times = _rows.Times(column);
        var cellOf = new int[BlockRows];
        var groupOf = new int[BlockRows];
        for (int first = 0; first < _table.RowCount; first += BlockRows)
        {
            _cancel.ThrowIfCancellationRequested();
            int count = Math.Min(BlockRows, _table.RowCount - first);
            FillCells(first, cellOf.AsSpan(0, count), groupOf.AsSpan(0, count));
            for (int i = 0; i < count; i++)
            {
                int row = first + i,
                    cell = cellOf[i];
                long weight = _rows.Weight(row);
                if (weight == 0)
                {
                    continue;
                }
                ExactInt? number =
                    numbers is null ? weight
                    : numbers.At(row) is { } own ? own * times(row)
                    : null;
                if (_passing![row] == 0)
                {
                    tally.FilteredOut += weight;
                    tally.FilteredAmount += number ?? ExactInt.Zero;
                    continue;
                }
                if (cell >= 0)
                {
                    tally.RowsOf[cell] = 1;
                }
                if (number is null || cell == AxisScan.NotReadable)
                {
                    tally.NotReadable += weight;
                }
                else if (cell < 0)
                {
                    tally.Outside += weight;
                }
                else
                {
                    tally.Used += weight;
                    tally.WideSums![cell] += number.Value;
                }
            }
        }
        return Finish(numbers?.Scale ?? 0, tally, null);
    }

    /// <summary>What one worker has added up.</summary>
    private sealed class Tally(int cells, bool safe)
    {
        public readonly int[] RowsOf = new int[cells];
        public readonly long[]? Sums = safe ? new long[cells] : null;
        public readonly ExactInt[]? WideSums = safe ? null : new ExactInt[cells];
        public long Used;
        public long FilteredOut;
        public long NotReadable;
        public long Outside;
        public ExactInt FilteredAmount;

        public void Add(Tally other)
        {
            for (int cell = 0; cell < RowsOf.Length; cell++)
            {
                RowsOf[cell] += other.RowsOf[cell];
                Sums![cell] += other.Sums![cell];
            }
            Used += other.Used;
            FilteredOut += other.FilteredOut;
            NotReadable += other.NotReadable;
            Outside += other.Outside;
            FilteredAmount += other.FilteredAmount;
        }

        public ExactInt SumOf(int cell) =>
            Sums is null ? WideSums![cell]
            : CountsAlone ? RowsOf[cell]
            : Sums[cell];

        /// <summary>Whether the amounts are the rows themselves, so that no sums were made.</summary>
        public bool CountsAlone { get; init; }
    }

    private Tally Scan(NumberView? numbers, int cells, bool safe, int firstRow, int lastRow)
    {
        bool plain = safe && _passing is null && !_parts.CanMiss && _groups?.CanMiss != true && numbers?.HasMissing != true;
        var tally = new Tally(cells, safe) { CountsAlone = plain && numbers is null };
        var cellOf = new int[BlockRows];
        var groupOf = new int[BlockRows];
        bool direct = plain && numbers is not null && _groups is null && _partCodes is null;
        for (int first = firstRow; first < lastRow; first += BlockRows)
        {
            _cancel.ThrowIfCancellationRequested();
            int count = Math.Min(BlockRows, lastRow - first);
            direct = direct && _parts.AddTo(tally.Sums!, first, numbers!.Units.AsSpan(first, count));
            if (direct)
            {
                tally.Used += count;
                continue;
            }
            FillCells(first, cellOf.AsSpan(0, count), groupOf.AsSpan(0, count));
            if (plain)
            {
                AddPlain(tally, cellOf.AsSpan(0, count), numbers is null ? default : numbers.Units.AsSpan(first, count));
                continue;
            }
            for (int i = 0; i < count; i++)
            {
                int row = first + i;
                int cell = cellOf[i];
                ExactInt? number = numbers is null ? ExactInt.One : numbers.At(row);
                if (_passing is not null && _passing[row] == 0)
                {
                    tally.FilteredOut++;
                    if (number is not null)
                    {
                        tally.FilteredAmount += number.Value;
                    }
                    continue;
                }
                if (cell >= 0)
                {
                    tally.RowsOf[cell]++;
                }
                if (number is null || cell == AxisScan.NotReadable)
                {
                    tally.NotReadable++;
                }
                else if (cell < 0)
                {
                    tally.Outside++;
                }
                else
                {
                    tally.Used++;
                    if (safe)
                    {
                        tally.Sums![cell] += number.Value.Small;
                    }
                    else
                    {
                        tally.WideSums![cell] += number.Value;
                    }
                }
            }
        }
        if (direct)
        {
            // Each label of a column has a row.
            Array.Fill(tally.RowsOf, 1);
        }
        return tally;
    }

    private static void AddPlain(Tally tally, ReadOnlySpan<int> cellOf, ReadOnlySpan<long> units)
    {
        long[] sums = tally.Sums!;
        int[] rowsOf = tally.RowsOf;
        if (units.IsEmpty)
        {
            foreach (int cell in cellOf)
            {
                rowsOf[cell]++;
            }
        }
        else
        {
            for (int i = 0; i < cellOf.Length; i++)
            {
                int cell = cellOf[i];
                rowsOf[cell]++;
                sums[cell] += units[i];
            }
        }
        tally.Used += cellOf.Length;
    }

    /// <summary>Cell numbers of a block; a row that one of the axes can't place keeps that axis' negative code.</summary>
    private void FillCells(int first, Span<int> cellOf, Span<int> groupOf)
    {
        _parts.Fill(first, cellOf);
        Renumbered(cellOf, _partCodes);
        if (_groups is null)
        {
            return;
        }
        _groups.Fill(first, groupOf);
        Renumbered(groupOf, _groupCodes);
        int parts = _partCount;
        if (!_parts.CanMiss && !_groups.CanMiss && _partCodes is null)
        {
            for (int i = 0; i < cellOf.Length; i++)
            {
                cellOf[i] += groupOf[i] * parts;
            }
            return;
        }
        for (int i = 0; i < cellOf.Length; i++)
        {
            int part = cellOf[i],
                group = groupOf[i];
            // NotReadable is tested before Outside, whichever axis says it.
            cellOf[i] = part < 0 || group < 0 ? Math.Min(part, group) : part + group * parts;
        }
    }

    private static void Renumbered(Span<int> codes, int[]? numbers)
    {
        if (numbers is null)
        {
            return;
        }
        for (int i = 0; i < codes.Length; i++)
        {
            // A label that no passing row has gets Outside; its rows are filtered out before that is looked at.
            codes[i] = codes[i] < 0 ? codes[i] : numbers[codes[i]];
        }
    }

    private Aggregate Distinct(Column column)
    {
        (int[] valueOf, _) = DistinctValues(column);
        int cells = _partCount * _groupCount;
        var tally = new Tally(cells, true);
        var pairs = new HashSet<long>();
        var all = new HashSet<int>();
        var filteredOut = new HashSet<int>();
        var cellOf = new int[BlockRows];
        var groupOf = new int[BlockRows];
        for (int first = 0; first < _table.RowCount; first += BlockRows)
        {
            _cancel.ThrowIfCancellationRequested();
            int count = Math.Min(BlockRows, _table.RowCount - first);
            FillCells(first, cellOf.AsSpan(0, count), groupOf.AsSpan(0, count));
            for (int i = 0; i < count; i++)
            {
                int cell = cellOf[i],
                    value = valueOf[first + i];
                long weight = _rows.Weight(first + i);
                if (weight == 0)
                {
                    continue;
                }
                if (_passing is not null && _passing[first + i] == 0)
                {
                    tally.FilteredOut += weight;
                    if (value >= 0)
                    {
                        filteredOut.Add(value);
                    }
                    continue;
                }
                if (cell < 0)
                {
                    _ = cell == AxisScan.NotReadable ? tally.NotReadable += weight : tally.Outside += weight;
                    continue;
                }
                tally.RowsOf[cell]++;
                tally.Used += weight;
                if (value >= 0)
                {
                    all.Add(value);
                    if (pairs.Add(((long)cell << 32) | (uint)value))
                    {
                        tally.Sums![cell]++;
                    }
                }
            }
        }
        tally.FilteredAmount = filteredOut.Count;
        return Finish(0, tally, all.Count);
    }

    /// <summary>The number of each row's value; −1 for a row without one.</summary>
    internal static Func<int, int> DistinctOf(Column column)
    {
        (int[] valueOf, _) = DistinctValues(column);
        return row => valueOf[row];
    }

    /// <summary>A number for each distinct value, −1 for none: numbers in a quantity column, labels in any other.</summary>
    private static (int[] ValueOf, int Count) DistinctValues(Column column)
    {
        var valueOf = new int[column.Count];
        if (column.Info.Type == ColumnType.Quantity)
        {
            var known = new Dictionary<ExactInt, int>();
            for (int row = 0; row < valueOf.Length; row++)
            {
                if (column.Numbers.At(row) is { } number)
                {
                    if (!known.TryGetValue(number, out int value))
                    {
                        value = known.Count;
                        known.Add(number, value);
                    }
                    valueOf[row] = value;
                }
                else
                {
                    valueOf[row] = -1;
                }
            }
            return (valueOf, known.Count);
        }
        LabelView labels = column.Labels;
        for (int row = 0; row < valueOf.Length; row++)
        {
            int code = labels.Codes[row];
            valueOf[row] = code == labels.BlankCode ? -1 : code;
        }
        return (valueOf, labels.Labels.Count);
    }

    /// <summary>A wide table: each named column is one part, or one group, and every row has them all.</summary>
    private Aggregate Wide(IReadOnlyList<string> names, string place, bool acrossParts)
    {
        var views = new NumberView[names.Count];
        int scale = 0;
        for (int i = 0; i < views.Length; i++)
        {
            views[i] = Columns.Find(_table, names[i], $"{place}.columns[{i}]").Numbers;
            scale = Math.Max(scale, views[i].Scale);
        }
        ExactInt[] step = [.. views.Select(view => ExactInt.PowerOfTen(scale - view.Scale))];
        Func<int, long>[] times = [.. names.Select(_rows.Times)];
        var tally = new Tally(_partCount * _groupCount, false);
        var cellOf = new int[BlockRows];
        var groupOf = new int[BlockRows];
        int stride = acrossParts ? 1 : _partCount;
        for (int first = 0; first < _table.RowCount; first += BlockRows)
        {
            _cancel.ThrowIfCancellationRequested();
            int count = Math.Min(BlockRows, _table.RowCount - first);
            FillCells(first, cellOf.AsSpan(0, count), groupOf.AsSpan(0, count));
            for (int i = 0; i < count; i++)
            {
                int row = first + i,
                    cell = cellOf[i];
                bool passes = _passing is null || _passing[row] != 0;
                long weight = _rows.Weight(row);
                if (weight == 0)
                {
                    continue;
                }
                bool readable = false;
                for (int c = 0; c < views.Length; c++)
                {
                    ExactInt? number = views[c].At(row) is { } own ? own * times[c](row) : null;
                    readable |= number is not null;
                    if (!passes)
                    {
                        tally.FilteredAmount += number is null ? ExactInt.Zero : number.Value * step[c];
                    }
                    else if (cell >= 0)
                    {
                        int target = cell + c * stride;
                        tally.RowsOf[target]++;
                        if (number is not null)
                        {
                            tally.WideSums![target] += number.Value * step[c];
                        }
                    }
                }
                _ =
                    !passes ? tally.FilteredOut += weight
                    : !readable || cell == AxisScan.NotReadable ? tally.NotReadable += weight
                    : cell < 0 ? tally.Outside += weight
                    : tally.Used += weight;
            }
        }
        return Finish(scale, tally, null);
    }

    private Aggregate Finish(int scale, Tally tally, long? distinctInAll)
    {
        var partSeen = new bool[_partCount];
        var groupSeen = new bool[_groupCount];
        for (int cell = 0; cell < tally.RowsOf.Length; cell++)
        {
            if (tally.RowsOf[cell] > 0)
            {
                partSeen[cell % _partCount] = true;
                groupSeen[cell / _partCount] = true;
            }
        }
        (IReadOnlyList<Entry> parts, int[] partCodes) = List(_parts, _partCodes, partSeen);
        (IReadOnlyList<Entry> Entries, int[] Codes)? groups = _groups is null ? null : List(_groups, _groupCodes, groupSeen);
        RefusePairs((long)parts.Count * (groups?.Entries.Count ?? 1));

        int groupCount = groups?.Entries.Count ?? 1;
        var cells = new ExactInt[parts.Count * groupCount];
        var exists = new bool[cells.Length];
        for (int group = 0; group < groupCount; group++)
        {
            int groupCode = groups is null ? 0 : groups.Value.Codes[group];
            for (int part = 0; part < parts.Count; part++)
            {
                int at = group * parts.Count + part;
                if (partCodes[part] >= 0 && groupCode >= 0)
                {
                    int cell = groupCode * _partCount + partCodes[part];
                    cells[at] = tally.SumOf(cell);
                    exists[at] = tally.RowsOf[cell] > 0;
                }
                exists[at] |= groups is null;
            }
        }
        return new Aggregate(
            new Amounts(scale, parts, groups?.Entries, cells, exists),
            new RowCounts(_rows.Total, tally.Used, tally.FilteredOut, tally.NotReadable, tally.Outside),
            tally.FilteredAmount,
            distinctInAll
        )
        {
            Asked = _rows.Asked,
        };
    }

    /// <summary>The entries that are listed, in table order, with their cell numbers (−1 for one without a row in the table).</summary>
    private static (IReadOnlyList<Entry> Entries, int[] Codes) List(AxisScan axis, int[]? numbers, bool[] seen)
    {
        var codes = new List<int>();
        var cells = new List<int>();
        for (int code = 0; code < axis.Size; code++)
        {
            int number = numbers is null ? code : numbers[code];
            if (number >= 0 && (seen[number] || axis.ListsAll || axis.IsExpected(code)))
            {
                codes.Add(code);
                cells.Add(number);
            }
        }
        if (axis.Later([.. codes]) is { } later)
        {
            return (later, [.. cells]);
        }
        List<Entry> entries = [.. codes.Select(axis.EntryOf), .. axis.WithoutRows];
        cells.AddRange(axis.WithoutRows.Select(_ => -1));
        return (entries, [.. cells]);
    }
}
