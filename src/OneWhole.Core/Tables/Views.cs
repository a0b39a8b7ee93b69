using OneWhole.Core.Numbers;

namespace OneWhole.Core.Tables;

/// <summary>A column read as labels: each distinct label once, by first appearance in the table, and a code a row.</summary>
public sealed class LabelView
{
    private Dictionary<string, int>? _index;

    private LabelView(IReadOnlyList<string> labels, Codes codes)
    {
        Labels = labels;
        Codes = codes;
        BlankCode = -1;
        for (int i = 0; i < labels.Count; i++)
        {
            if (labels[i] == Label.Blank)
            {
                BlankCode = i;
                break;
            }
        }
    }

    public IReadOnlyList<string> Labels { get; }

    public Codes Codes { get; }

    /// <summary>The code of "(blank)", or −1 where every cell is filled.</summary>
    public int BlankCode { get; }

    /// <returns>The label's code, or −1.</returns>
    public int CodeOf(string label)
    {
        if (_index is null)
        {
            var index = new Dictionary<string, int>(Labels.Count, StringComparer.Ordinal);
            for (int i = 0; i < Labels.Count; i++)
            {
                index.TryAdd(Labels[i], i);
            }
            _index = index;
        }
        return _index.TryGetValue(label, out int code) ? code : -1;
    }

    internal static LabelView Of(Cells cells) => cells is LabelCells labelled
        ? OfLabels(labelled)
        : OfNumbers((NumberCells)cells);

    /// <summary>The cells' own labels, renumbered where typing has left some out of their order or without a row.</summary>
    private static LabelView OfLabels(LabelCells cells)
    {
        int met = 0;
        for (int row = 0; row < cells.Count && met < cells.Labels.Count; row++)
        {
            int code = cells.Codes[row];
            if (code > met)
            {
                break;
            }
            met += code == met ? 1 : 0;
        }
        if (met == cells.Labels.Count)
        {
            return new LabelView(cells.Labels, cells.Codes);
        }
        var place = new int[cells.Labels.Count];
        Array.Fill(place, -1);
        var labels = new List<string>();
        int[] codes = cells.Codes.ToInts();
        for (int row = 0; row < codes.Length; row++)
        {
            int code = codes[row];
            if (place[code] < 0)
            {
                place[code] = labels.Count;
                labels.Add(cells.Labels[code]);
            }
            codes[row] = place[code];
        }
        return new LabelView(labels, Codes.From(codes, codes.Length, Math.Max(1, labels.Count)));
    }

    private static LabelView OfNumbers(NumberCells cells)
    {
        int count = cells.Count;
        var codes = new int[count];
        var labels = new List<string>();
        var byNumber = new Dictionary<(long, byte), int>();
        var byText = new Dictionary<string, int>(StringComparer.Ordinal);
        bool spelled = cells.Spellings.Count > 0;
        for (int row = 0; row < count; row++)
        {
            bool plain = cells.Units is not null && cells.Units[row] != NumberCells.Missing
                && !(spelled && cells.Spellings.ContainsKey(row));
            (long, byte) key = plain ? (cells.Units![row], cells.Decimals?[row] ?? 0) : default;
            if (plain && byNumber.TryGetValue(key, out int code))
            {
                codes[row] = code;
                continue;
            }
            string label = Label.Of(cells.TextAt(row));
            if (!byText.TryGetValue(label, out code))
            {
                code = labels.Count;
                labels.Add(label);
                byText.Add(label, code);
            }
            if (plain)
            {
                byNumber.Add(key, code);
            }
            codes[row] = code;
        }
        return new LabelView(labels, Codes.From(codes, count, Math.Max(1, labels.Count)));
    }
}

/// <summary>A column read as numbers in units of 10^−<see cref="Scale"/>.</summary>
public sealed class NumberView
{
    private NumberView(int scale, long[]? units, ExactInt?[]? wide)
    {
        Scale = scale;
        Units = units;
        Wide = wide;
        if (units is not null)
        {
            long largest = 0;
            bool missing = false;
            foreach (long unit in units)
            {
                if (unit == NumberCells.Missing)
                {
                    missing = true;
                }
                else
                {
                    largest = Math.Max(largest, Math.Abs(unit));
                }
            }
            Largest = largest;
            HasMissing = missing;
        }
        else
        {
            HasMissing = Array.Exists(wide!, cell => cell is null);
        }
    }

    public int Scale { get; }

    /// <summary>A row's units, <see cref="NumberCells.Missing"/> for none; null where some number is too wide for it.</summary>
    public long[]? Units { get; }

    /// <summary>The numbers where <see cref="Units"/> is null.</summary>
    public ExactInt?[]? Wide { get; }

    public bool HasMissing { get; }

    /// <summary>The largest absolute number of <see cref="Units"/>.</summary>
    public long Largest { get; }

    public ExactInt? At(int row)
    {
        if (Units is null)
        {
            return Wide![row];
        }
        return Units[row] == NumberCells.Missing ? null : Units[row];
    }

    /// <summary>The smallest and the largest number, and how many there are; null where there are none.</summary>
    public (ExactDecimal Least, ExactDecimal Most, long Count)? Ends()
    {
        if (Units is not null)
        {
            return NarrowEnds(Units);
        }
        int rows = Wide!.Length;
        ExactInt? least = null, most = null;
        long count = 0;
        for (int row = 0; row < rows; row++)
        {
            if (At(row) is { } number)
            {
                count++;
                least = least is null || number < least.Value ? number : least;
                most = most is null || number > most.Value ? number : most;
            }
        }
        return least is null ? null : (new ExactDecimal(least.Value, Scale), new ExactDecimal(most!.Value, Scale), count);
    }

    private (ExactDecimal Least, ExactDecimal Most, long Count)? NarrowEnds(long[] units)
    {
        long least = long.MaxValue, most = long.MinValue, count = 0;
        foreach (long unit in units)
        {
            if (unit != NumberCells.Missing)
            {
                count++;
                least = Math.Min(least, unit);
                most = Math.Max(most, unit);
            }
        }
        return count == 0 ? null : (new ExactDecimal(least, Scale), new ExactDecimal(most, Scale), count);
    }

    internal static NumberView Of(Cells cells, NumberReading reading)
    {
        if (cells is NumberCells numbers)
        {
            return new NumberView(numbers.Scale, numbers.Units, numbers.Wide);
        }
        var labelled = (LabelCells)cells;
        var perLabel = new (ExactInt Units, int Scale)?[labelled.Labels.Count];
        int scale = 0;
        for (int i = 0; i < perLabel.Length; i++)
        {
            if (reading.TryRead(labelled.Labels[i], out ExactInt units, out int written, out _))
            {
                perLabel[i] = (units, written);
                scale = Math.Max(scale, written);
            }
        }
        var aligned = new ExactInt?[perLabel.Length];
        bool narrow = true;
        for (int i = 0; i < perLabel.Length; i++)
        {
            if (perLabel[i] is var (units, written))
            {
                aligned[i] = units * ExactInt.PowerOfTen(scale - written);
                narrow &= aligned[i]!.Value.IsSmall && aligned[i]!.Value.Small != NumberCells.Missing;
            }
        }
        int count = labelled.Count;
        if (!narrow)
        {
            var wide = new ExactInt?[count];
            for (int row = 0; row < count; row++)
            {
                wide[row] = aligned[labelled.Codes[row]];
            }
            return new NumberView(scale, null, wide);
        }
        long[] byCode = Array.ConvertAll(aligned, cell => cell is null ? NumberCells.Missing : cell.Value.Small);
        var rows = new long[count];
        for (int row = 0; row < count; row++)
        {
            rows[row] = byCode[labelled.Codes[row]];
        }
        return new NumberView(scale, rows, null);
    }
}

/// <summary>A column's labels read as dates.</summary>
public sealed class DateView
{
    private DateView(DateTime?[] byCode) => ByCode = byCode;

    /// <summary>The date of each label code, or null.</summary>
    public IReadOnlyList<DateTime?> ByCode { get; }

    internal static DateView Of(LabelView labels, DateOrder order)
    {
        var dates = new DateTime?[labels.Labels.Count];
        for (int i = 0; i < dates.Length; i++)
        {
            if (DateReading.TryRead(labels.Labels[i], order, out DateTime date))
            {
                dates[i] = date;
            }
        }
        return new DateView(dates);
    }
}
