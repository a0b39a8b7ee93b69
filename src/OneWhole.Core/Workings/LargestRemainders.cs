using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings;

/// <summary>
/// Hamilton's method of apportionment (largest remainders): units are given out in proportion to amounts, each amount's
/// exact share rounded down first, then one more unit to each of the largest remainders until none is left.
/// </summary>
public static class LargestRemainders
{
    /// <summary>Apportions so that equal amounts get equal units.</summary>
    /// <param name="amounts">None below zero, not all zero.</param>
    /// <param name="units">How many units there are to give out; at least 0.</param>
    /// <returns>
    /// Whole units, one for each amount, that add up to <paramref name="units"/>; of equal remainders the larger amount
    /// goes first. Null where the next equal amounts are more than the units that are left: then it can't be.
    /// </returns>
    public static ExactInt[]? ApportionEqually(IReadOnlyList<ExactInt> amounts, ExactInt units)
    {
        ExactInt whole = default;
        foreach (ExactInt amount in amounts)
        {
            whole += amount;
        }
        ExactInt missing = units;
        var given = new ExactInt[amounts.Count];
        var remainders = new ExactInt[amounts.Count];
        for (int i = 0; i < given.Length; i++)
        {
            (given[i], remainders[i]) = ExactInt.FloorDivide(amounts[i] * units, whole);
            missing -= given[i];
        }
        if (missing.IsZero)
        {
            return given;
        }
        int[] order = [.. Enumerable.Range(0, given.Length)];
        Array.Sort(order, (a, b) => remainders[b].CompareTo(remainders[a]) is var by and not 0 ? by : amounts[b].CompareTo(amounts[a]));
        // Each remainder is below one unit, so that fewer units are missing than there are amounts.
        int left = (int)missing.Small;
        for (int first = 0, next; left > 0; first = next)
        {
            next = first + 1;
            while (next < order.Length && amounts[order[next]] == amounts[order[first]])
            {
                next++;
            }
            if (next - first > left)
            {
                return null;
            }
            for (int at = first; at < next; at++)
            {
                given[order[at]] += ExactInt.One;
            }
            left -= next - first;
        }
        return given;
    }
}
