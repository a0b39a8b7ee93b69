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
    private readonly Func<int, ExactInt?> _byItself;

    /// <summary>The shares of rows whose whole was reconciled; null where none was.</summary>
    private readonly Dictionary<int, ExactInt>? _reconciled;

    private ShownShares(Func<int, ExactInt?> byItself, Dictionary<int, ExactInt>? reconciled, int decimals)
    {
        _byItself = byItself;
        _reconciled = reconciled;
        Decimals = decimals;
    }

    /// <summary>How many decimals of a percent are shown.</summary>
    public int Decimals { get; }

    /// <summary>The shown share of a row in units of 10^−decimals percent.</summary>
    public ExactInt? Units(int row) => _reconciled is not null && _reconciled.TryGetValue(row, out ExactInt given) ? given : _byItself(row);

    /// <summary>The share of a row as it is shown, in percent; null where there is none.</summary>
    public Fraction? Percent(int row) => Units(row) is { } units ? new Fraction(units, ExactInt.PowerOfTen(Decimals)) : null;

    /// <summary>Whether the row's whole was reconciled: its shown shares add up to 100.</summary>
    public bool IsReconciled(int row) => _reconciled?.ContainsKey(row) ?? false;

    /// <param name="division">The division.</param>
    /// <param name="of">Shares of something else than the study's whole: <see cref="WholeOf.Group"/> or <see cref="WholeOf.All"/>.</param>
    public static ShownShares Of(Division division, WholeOf? of = null)
    {
        bool groups = of == WholeOf.Group && division.HasGroups;
        int wholes =
            of is null ? division.WholeCount
            : groups ? division.GroupCount
            : 1;
        int IndexOf(int row) =>
            of is null ? division.WholeIndex(row)
            : groups ? division.GroupOf(row)
            : 0;
        ExactInt WholeAt(int index) =>
            of is null ? division.WholeAt(index)
            : groups ? division.GroupTotal(index)
            : division.Total;
        ExactInt SumIn(int index) => of is null ? division.SumIn(index) : WholeAt(index);
        int decimals = division.Study.Rounding.Decimals;
        ExactInt hundred = ExactInt.PowerOfTen(decimals + 2);
        ExactInt? ByItself(int row)
        {
            ExactInt whole = WholeAt(IndexOf(row));
            return whole.IsZero || !division.Has(row) ? null : ExactInt.RoundedQuotient(division.Amount(row) * hundred, whole);
        }
        if (!division.Study.Rounding.Reconcile)
        {
            return new ShownShares(ByItself, null, decimals);
        }
        var reconciled = new Dictionary<int, ExactInt>();
        var rowsIn = new List<int>[wholes];
        for (int row = 0; row < division.RowCount; row++)
        {
            if (division.Has(row))
            {
                (rowsIn[IndexOf(row)] ??= []).Add(row);
            }
        }
        for (int index = 0; index < rowsIn.Length; index++)
        {
            List<int>? rows = rowsIn[index];
            ExactInt whole = WholeAt(index);
            if (
                rows is null
                || whole.IsZero
                || SumIn(index) != whole
                || !rows.TrueForAll(row => division.Amount(row).Sign >= 0)
                || LargestRemainders.ApportionEqually([.. rows.Select(row => division.Amount(row))], hundred) is not { } given
            )
            {
                continue;
            }
            foreach ((int at, int row) in rows.Index())
            {
                reconciled[row] = given[at];
            }
        }
        return new ShownShares(ByItself, reconciled, decimals);
    }
}
