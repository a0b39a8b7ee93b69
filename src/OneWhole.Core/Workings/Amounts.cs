using OneWhole.Core.Numbers;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Workings;

/// <summary>What became of the table's rows. Used + FilteredOut + NotReadable + Outside = Total.</summary>
public sealed record RowCounts(long Total, long Used, long FilteredOut, long NotReadable, long Outside);

/// <summary>
/// The amounts v[g,p] of a study: exact integers in units of 1/<see cref="Divisor"/>, group after group.
/// Without groups there is one row of cells and none of them is absent.
/// </summary>
public sealed class Amounts : IMeasured
{
    internal Amounts(
        int scale,
        IReadOnlyList<Entry> parts,
        IReadOnlyList<Entry>? groups,
        ExactInt[] cells,
        bool[] exists,
        ExactInt? divisor = null
    )
    {
        Scale = scale;
        Divisor = divisor ?? ExactInt.PowerOfTen(scale);
        Parts = parts;
        Groups = groups;
        Cells = cells;
        Exists = exists;
    }

    /// <summary>
    /// An amount is a number of 8 bytes and a place for a wide one; an entry an object of some 100 bytes whose label the table has.
    /// </summary>
    public void Measure(MemoryCount count)
    {
        count.Add(Cells, ExactInt.Bytes * Cells.Length);
        count.Add(Exists, Exists.Length);
        count.Add(Parts, (Parts is LabelEntries ? 4L : 120L) * Parts.Count);
        count.Add(Groups, 120L * (Groups?.Count ?? 0));
    }

    /// <summary>The decimals that amounts are printed with.</summary>
    public int Scale { get; }

    /// <summary>
    /// How many units make 1: 10^<see cref="Scale"/>, or a multiple of it where a trial makes an amount that no decimals hold.
    /// </summary>
    public ExactInt Divisor { get; }

    /// <summary>In their order.</summary>
    public IReadOnlyList<Entry> Parts { get; }

    /// <summary>Null in a study without groups.</summary>
    public IReadOnlyList<Entry>? Groups { get; }

    /// <summary>For each group its parts.</summary>
    public ExactInt[] Cells { get; }

    /// <summary>False for a pair without a row: it is absent, which is not the same as 0.</summary>
    public bool[] Exists { get; }

    /// <summary>1 where there are no groups.</summary>
    public int GroupCount => Groups?.Count ?? 1;

    /// <summary>Other parts, groups and cells in the same units.</summary>
    internal Amounts With(IReadOnlyList<Entry> parts, IReadOnlyList<Entry>? groups, ExactInt[] cells, bool[] exists) =>
        new(Scale, parts, groups, cells, exists, Divisor);

    /// <summary>The same amounts in units so many times smaller.</summary>
    internal Amounts Finer(ExactInt times, int scale) =>
        times == ExactInt.One && scale == Scale
            ? this
            : new(scale, Parts, Groups, Array.ConvertAll(Cells, cell => cell * times), Exists, Divisor * times);

    /// <summary>The amount of a pair, in the table's smallest unit.</summary>
    public ExactInt this[int group, int part] => Cells[group * Parts.Count + part];

    /// <summary>Whether a row was there for a pair.</summary>
    public bool Has(int group, int part) => Exists[group * Parts.Count + part];

    /// <summary>Over all groups.</summary>
    public ExactInt PartTotal(int part)
    {
        ExactInt total = default;
        for (int group = 0; group < GroupCount; group++)
        {
            total += this[group, part];
        }
        return total;
    }

    /// <summary>Over all parts.</summary>
    public ExactInt GroupTotal(int group)
    {
        ExactInt total = default;
        for (int part = 0; part < Parts.Count; part++)
        {
            total += this[group, part];
        }
        return total;
    }

    /// <summary>Over everything.</summary>
    public ExactInt Total()
    {
        ExactInt total = default;
        foreach (ExactInt cell in Cells)
        {
            total += cell;
        }
        return total;
    }
}
