using OneWhole.Core.Numbers;

namespace OneWhole.Core.Tables;

/// <summary>How a column's cells are kept. Both kinds can be read as labels, as numbers and as text.</summary>
public abstract class Cells : IMeasured
{
    /// <summary>How many rows there are.</summary>
    public abstract int Count { get; }

    /// <summary>The cell's own text without outer white space; empty where it is blank.</summary>
    public abstract string TextAt(int row);

    /// <summary>The cells with other texts in some rows.</summary>
    /// <param name="texts">By row.</param>
    /// <param name="reading">How numbers are written in this column.</param>
    public abstract Cells With(IReadOnlyDictionary<int, string> texts, NumberReading reading);

    /// <summary>The cells with some rows exchanged for blank ones.</summary>
    /// <param name="at">The first of the rows.</param>
    /// <param name="removed">How many go.</param>
    /// <param name="inserted">How many blank ones come.</param>
    public abstract Cells Splice(int at, int removed, int inserted);

    /// <inheritdoc/>
    public abstract void Measure(MemoryCount count);

    private protected static T[] Splice<T>(T[] values, int at, int removed, int inserted, T blank)
    {
        var spliced = new T[values.Length - removed + inserted];
        values.AsSpan(0, at).CopyTo(spliced);
        spliced.AsSpan(at, inserted).Fill(blank);
        values.AsSpan(at + removed).CopyTo(spliced.AsSpan(at + inserted));
        return spliced;
    }
}

/// <summary>
/// Labels stored once and a code a row. They stand in the order of their first appearance until cells are typed over: then there
/// may be labels out of their order or without a row, which <see cref="LabelView"/> puts right.
/// </summary>
public sealed class LabelCells(IReadOnlyList<string> labels, Codes codes) : Cells
{
    /// <summary>Distinct normalised labels; <see cref="Label.Blank"/> stands for cells without text.</summary>
    public IReadOnlyList<string> Labels { get; } = labels;

    /// <summary>For each row the number of its label.</summary>
    public Codes Codes { get; } = codes;

    /// <inheritdoc/>
    public override int Count => Codes.Count;

    private long _labelBytes = -1;

    /// <summary>What the labels take; added up once.</summary>
    internal long LabelBytes => _labelBytes < 0 ? _labelBytes = MemoryCount.OfTexts(Labels) : _labelBytes;

    /// <inheritdoc/>
    public override void Measure(MemoryCount count)
    {
        count.Add(Labels, LabelBytes);
        count.Add(Codes.Values, (long)Codes.Count * Codes.Width);
    }

    /// <inheritdoc/>
    public override string TextAt(int row)
    {
        string label = Labels[Codes[row]];
        return label == Label.Blank ? "" : label;
    }

    /// <inheritdoc/>
    public override Cells With(IReadOnlyDictionary<int, string> texts, NumberReading reading)
    {
        Dictionary<int, string> wanted = texts.ToDictionary(pair => pair.Key, pair => Label.Of(pair.Value));
        (IReadOnlyList<string> labels, Dictionary<string, int> codeOf) = Including(wanted.Values);
        int[] codes = Codes.ToInts();
        foreach ((int row, string label) in wanted)
        {
            codes[row] = codeOf[label];
        }
        return new LabelCells(labels, Codes.From(codes, codes.Length, labels.Count));
    }

    /// <inheritdoc/>
    public override Cells Splice(int at, int removed, int inserted)
    {
        (IReadOnlyList<string> labels, Dictionary<string, int> codeOf) = Including(inserted == 0 ? [] : [Label.Blank]);
        int[] codes = Splice(Codes.ToInts(), at, removed, inserted, codeOf.GetValueOrDefault(Label.Blank));
        return new LabelCells(labels, Codes.From(codes, codes.Length, Math.Max(1, labels.Count)));
    }

    /// <summary>The labels with further ones after them, and the codes of those.</summary>
    private (IReadOnlyList<string> Labels, Dictionary<string, int> CodeOf) Including(IEnumerable<string> wanted)
    {
        Dictionary<string, int> codeOf = wanted
            .Distinct(StringComparer.Ordinal)
            .ToDictionary(label => label, _ => -1, StringComparer.Ordinal);
        Dictionary<string, int>.AlternateLookup<ReadOnlySpan<char>> byText = codeOf.GetAlternateLookup<ReadOnlySpan<char>>();
        char[] scratch = [];
        for (int code = 0; code < Labels.Count && codeOf.Count > 0; code++)
        {
            ReadOnlySpan<char> label = Label.Read(Labels, code, ref scratch);
            if (byText.TryGetValue(label, out int known) && known < 0)
            {
                byText[label] = code;
            }
        }
        string[] unknown = [.. codeOf.Where(pair => pair.Value < 0).Select(pair => pair.Key)];
        if (unknown.Length == 0)
        {
            return (Labels, codeOf);
        }
        for (int at = 0; at < unknown.Length; at++)
        {
            codeOf[unknown[at]] = Labels.Count + at;
        }
        return (LabelPool.With(Labels, unknown), codeOf);
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

    /// <summary>How many decimals the numbers have.</summary>
    public int Scale { get; }

    /// <summary>The numbers in units of the last decimal, where all of them fit; else null.</summary>
    public long[]? Units { get; }

    /// <summary>The numbers in units of the last decimal, where some are too large for 64 bits; else null.</summary>
    public ExactInt?[]? Wide { get; }

    /// <summary>How many decimals each was written with; null where all have <see cref="Scale"/>.</summary>
    public byte[]? Decimals { get; }

    /// <summary>Rows whose text is not their number's usual one, with that text.</summary>
    public IReadOnlyDictionary<int, string> Spellings { get; }

    /// <inheritdoc/>
    public override int Count => Units?.Length ?? Wide!.Length;

    /// <inheritdoc/>
    public override void Measure(MemoryCount count)
    {
        count.Add(Units, 8L * Count);
        count.Add(Wide, 24L * Count);
        count.Add(Decimals, Count);
        count.Add(Spellings, 100L * Spellings.Count);
    }

    /// <summary>The number of a row in units of the last decimal; null where there is none.</summary>
    public ExactInt? At(int row)
    {
        if (Units is null)
        {
            return Wide![row];
        }
        return Units[row] == Missing ? null : Units[row];
    }

    /// <inheritdoc/>
    public override string TextAt(int row)
    {
        if (Spellings.Count > 0 && Spellings.TryGetValue(row, out string? text))
        {
            return text;
        }
        ExactInt? number = At(row);
        return number is null ? "" : Spell(number.Value, Scale, Decimals?[row] ?? 0);
    }

    /// <inheritdoc/>
    public override Cells With(IReadOnlyDictionary<int, string> texts, NumberReading reading)
    {
        long[]? units = (long[]?)Units?.Clone();
        byte[]? decimals = (byte[]?)Decimals?.Clone();
        var spellings = new Dictionary<int, string>(Spellings);
        foreach ((int row, string typed) in texts)
        {
            string text = Label.Of(typed);
            spellings.Remove(row);
            if (decimals is not null)
            {
                decimals[row] = 0;
            }
            bool number = reading.TryRead(text, out ExactInt exact, out int scale, out _);
            ExactInt aligned = number && scale <= Scale ? exact * ExactInt.PowerOfTen(Scale - scale) : default;
            if (units is null || (number && (scale > Scale || !aligned.IsSmall || aligned.Small == Missing)))
            {
                return Rebuilt(texts, reading);
            }
            units[row] = number ? aligned.Small : Missing;
            if (text != Label.Blank && !(number && Spell(aligned, Scale, 0) == text))
            {
                spellings[row] = text;
            }
        }
        return new NumberCells(Scale, units, null, decimals, spellings);
    }

    /// <summary>The same from the cells' texts, where the units change.</summary>
    private NumberCells Rebuilt(IReadOnlyDictionary<int, string> texts, NumberReading reading) =>
        ColumnBuilder.NumbersOf(
            Enumerable.Range(0, Count).Select(row => texts.TryGetValue(row, out string? text) ? text : TextAt(row)),
            reading
        );

    /// <inheritdoc/>
    public override Cells Splice(int at, int removed, int inserted) =>
        new NumberCells(
            Scale,
            Units is null ? null : Splice(Units, at, removed, inserted, Missing),
            Wide is null ? null : Splice(Wide, at, removed, inserted, null),
            Decimals is null ? null : Splice(Decimals, at, removed, inserted, (byte)0),
            Spellings
                .Where(pair => pair.Key < at || pair.Key >= at + removed)
                .ToDictionary(pair => pair.Key < at ? pair.Key : pair.Key - removed + inserted, pair => pair.Value)
        );

    /// <summary>The plain text of a number with at least so many decimals.</summary>
    internal static string Spell(ExactInt units, int scale, int decimals)
    {
        var shortest = new ExactDecimal(units, scale);
        return decimals > shortest.Scale ? ExactDecimal.Format(shortest.AtScale(decimals), decimals) : shortest.ToString();
    }
}
