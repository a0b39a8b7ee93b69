using OneWhole.Core.Numbers;

namespace OneWhole.Core.Tables;

/// <summary>How a column's cells are kept. Both kinds can be read as labels, as numbers and as text.</summary>
public abstract class Cells
{
    public abstract int Count { get; }

    /// <summary>The cell's own text without outer white space; empty where it is blank.</summary>
    public abstract string TextAt(int row);
}

/// <summary>Labels stored once, in the order of their first appearance, and a code a row.</summary>
public sealed class LabelCells(IReadOnlyList<string> labels, Codes codes) : Cells
{
    /// <summary>Distinct normalised labels; <see cref="Label.Blank"/> stands for cells without text.</summary>
    public IReadOnlyList<string> Labels { get; } = labels;

    public Codes Codes { get; } = codes;

    public override int Count => Codes.Count;

    public override string TextAt(int row)
    {
        string label = Labels[Codes[row]];
        return label == Label.Blank ? "" : label;
    }
}

/// <summary>
/// Numbers in units of one scale. The text of a cell is made again from its number where it was written plainly;
/// any other spelling ("2.50" among "2.5", "n/a") is kept beside it.
/// </summary>
public sealed class NumberCells : Cells
{
    /// <summary>Stands in <see cref="Units"/> for a cell that is blank or no number.</summary>
    public const long Missing = long.MinValue;

    /// <param name="scale">Decimals of the units.</param>
    /// <param name="units">One a row, <see cref="Missing"/> for none; null where a number is too wide.</param>
    /// <param name="wide">One a row where <paramref name="units"/> is null.</param>
    /// <param name="decimals">Decimals as each cell wrote them; null where no cell has zeros at its end.</param>
    /// <param name="spellings">The texts that the number does not give back, by row.</param>
    public NumberCells(int scale, long[]? units, ExactInt?[]? wide, byte[]? decimals, IReadOnlyDictionary<int, string> spellings)
    {
        if ((units is null) == (wide is null))
        {
            throw new ArgumentException("Numbers are either narrow or wide.", nameof(units));
        }
        Scale = scale;
        Units = units;
        Wide = wide;
        Decimals = decimals;
        Spellings = spellings;
    }

    public int Scale { get; }

    public long[]? Units { get; }

    public ExactInt?[]? Wide { get; }

    public byte[]? Decimals { get; }

    public IReadOnlyDictionary<int, string> Spellings { get; }

    public override int Count => Units?.Length ?? Wide!.Length;

    public ExactInt? At(int row)
    {
        if (Units is null)
        {
            return Wide![row];
        }
        return Units[row] == Missing ? null : Units[row];
    }

    public override string TextAt(int row)
    {
        if (Spellings.Count > 0 && Spellings.TryGetValue(row, out string? text))
        {
            return text;
        }
        ExactInt? number = At(row);
        return number is null ? "" : Spell(number.Value, Scale, Decimals?[row] ?? 0);
    }

    /// <summary>The plain text of a number with at least so many decimals.</summary>
    internal static string Spell(ExactInt units, int scale, int decimals)
    {
        var shortest = new ExactDecimal(units, scale);
        return decimals > shortest.Scale
            ? ExactDecimal.Format(shortest.AtScale(decimals), decimals)
            : shortest.ToString();
    }
}
