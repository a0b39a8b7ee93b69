using OneWhole.Core.Numbers;

namespace OneWhole.Core.Tables;

/// <summary>A column read as numbers in units of 10^−<see cref="Scale"/>.</summary>
public sealed class NumberView : IMeasured
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

    /// <inheritdoc/>
    public void Measure(MemoryCount count)
    {
        count.Add(Units, 8L * (Units?.Length ?? 0));
        count.Add(Wide, 24L * (Wide?.Length ?? 0));
    }

    /// <summary>How many decimals the numbers have.</summary>
    public int Scale { get; }

    /// <summary>A row's units, <see cref="NumberCells.Missing"/> for none; null where some number is too wide for it.</summary>
    public long[]? Units { get; }

    /// <summary>The numbers where <see cref="Units"/> is null.</summary>
    public ExactInt?[]? Wide { get; }

    /// <summary>Whether some rows have no number.</summary>
    public bool HasMissing { get; }

    /// <summary>The largest absolute number of <see cref="Units"/>.</summary>
    public long Largest { get; }

    /// <summary>The number of a row in units of the last decimal; null where there is none.</summary>
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
        ExactInt? least = null,
            most = null;
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
        long least = long.MaxValue,
            most = long.MinValue,
            count = 0;
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
