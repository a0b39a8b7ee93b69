using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;

namespace OneWhole.Core.Workings;

/// <summary>
/// Shares in percent as they are shown, in units of 10^−decimals: each rounded by itself, halves away from zero, so that a
/// share is one number wherever it is printed. Where it is asked for, and a whole's amounts add up to it and none is
/// negative, they are reconciled by Hamilton's method (largest remainders), equal amounts kept equal.
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

    /// <summary>Whether the row's whole was reconciled: its shown shares add up to 100.</summary>
    public bool IsReconciled(int row) => _reconciled[row];

    /// <param name="division">The division.</param>
    /// <param name="of">Shares of something else than the study's whole: <see cref="WholeOf.Group"/> or <see cref="WholeOf.All"/>.</param>
    public static ShownShares Of(Division division, WholeOf? of = null)
    {
        bool groups = of == WholeOf.Group && division.HasGroups;
        int wholes = of is null ? division.WholeCount : groups ? division.GroupCount : 1;
        int IndexOf(int row) => of is null ? division.WholeIndex(row) : groups ? division.GroupOf(row) : 0;
        ExactInt WholeAt(int index) => of is null ? division.WholeAt(index) : groups ? division.GroupTotal(index) : division.Total;
        ExactInt SumIn(int index) => of is null ? division.SumIn(index) : WholeAt(index);
        int decimals = division.Study.Rounding.Decimals;
        ExactInt hundred = ExactInt.PowerOfTen(decimals + 2);
        var units = new ExactInt?[division.RowCount];
        var reconciled = new bool[division.RowCount];
        var rowsIn = new List<int>[wholes];
        for (int row = 0; row < division.RowCount; row++)
        {
            (rowsIn[IndexOf(row)] ??= []).Add(row);
        }
        for (int index = 0; index < rowsIn.Length; index++)
        {
            List<int>? rows = rowsIn[index];
            ExactInt whole = WholeAt(index);
            if (rows is null || whole.IsZero)
            {
                continue;
            }
            rows.RemoveAll(row => !division.Has(row));
            bool can = division.Study.Rounding.Reconcile && SumIn(index) == whole
                && rows.TrueForAll(row => division.Amount(row).Sign >= 0);
            ExactInt[]? given = can ? LargestRemainders.ApportionEqually([.. rows.Select(row => division.Amount(row))], hundred) : null;
            foreach ((int at, int row) in rows.Index())
            {
                reconciled[row] = given is not null;
                units[row] = given?[at] ?? new Fraction(division.Amount(row) * hundred, whole).Round();
            }
        }
        return new ShownShares(units, reconciled, decimals);
    }
}
