using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings;

/// <summary>
/// Shares in percent as they are shown, in units of 10^−decimals. Where a whole's amounts add up to it and none is
/// negative, they are reconciled by Hamilton's method (largest remainders); else each is rounded, halves away from zero.
/// </summary>
public sealed class ShownShares
{
    private readonly ExactInt?[] _units;
    private readonly bool[] _reconciled;

    private ShownShares(ExactInt?[] units, bool[] reconciled, int decimals)
    {
        _units = units;
        _reconciled = reconciled;
        Decimals = decimals;
    }

    public int Decimals { get; }

    /// <summary>The shown share of a row in units of 10^−decimals percent.</summary>
    public ExactInt? Units(int row) => _units[row];

    public Fraction? Percent(int row) => _units[row] is { } units ? new Fraction(units, ExactInt.PowerOfTen(Decimals)) : null;

    /// <summary>Whether the row's whole was reconciled.</summary>
    public bool IsReconciled(int row) => _reconciled[row];

    public static ShownShares Of(Division division)
    {
        int decimals = division.Study.Rounding.Decimals;
        ExactInt hundred = ExactInt.PowerOfTen(decimals + 2);
        var units = new ExactInt?[division.RowCount];
        var reconciled = new bool[division.RowCount];
        var rowsIn = new List<int>[division.WholeCount];
        for (int row = 0; row < division.RowCount; row++)
        {
            (rowsIn[division.WholeIndex(row)] ??= []).Add(row);
        }
        for (int index = 0; index < rowsIn.Length; index++)
        {
            List<int>? rows = rowsIn[index];
            ExactInt whole = division.WholeAt(index);
            if (rows is null || whole.IsZero)
            {
                continue;
            }
            rows.RemoveAll(row => !division.Has(row));
            bool reconcile = division.Study.Rounding.Reconcile && division.SumIn(index) == whole
                && rows.TrueForAll(row => division.Amount(row).Sign >= 0);
            if (reconcile)
            {
                Reconcile(division, rows, whole, hundred, units);
            }
            foreach (int row in rows)
            {
                reconciled[row] = reconcile;
                units[row] ??= new Fraction(division.Amount(row) * hundred, whole).Round();
            }
        }
        return new ShownShares(units, reconciled, decimals);
    }

    private static void Reconcile(Division division, List<int> rows, ExactInt whole, ExactInt hundred, ExactInt?[] units)
    {
        ExactInt missing = hundred;
        var remainders = new ExactInt[rows.Count];
        for (int i = 0; i < remainders.Length; i++)
        {
            (ExactInt floor, remainders[i]) = ExactInt.FloorDivide(division.Amount(rows[i]) * hundred, whole);
            units[rows[i]] = floor;
            missing -= floor;
        }
        if (missing.IsZero)
        {
            return;
        }
        int[] order = [.. Enumerable.Range(0, rows.Count)];
        Array.Sort(order, (a, b) =>
        {
            int by = remainders[b].CompareTo(remainders[a]);
            by = by != 0 ? by : division.Amount(rows[b]).CompareTo(division.Amount(rows[a]));
            return by != 0 ? by : a.CompareTo(b);
        });
        // Fewer units are missing than there are rows, since each remainder is below one unit.
        for (int i = 0; i < (int)missing.Small; i++)
        {
            units[rows[order[i]]] = units[rows[order[i]]]!.Value + ExactInt.One;
        }
    }
}
