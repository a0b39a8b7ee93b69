using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings;

/// <summary>
/// Hamilton's method of apportionment (largest remainders): units are given out in proportion to amounts, each amount's
/// exact share rounded down first, then one more unit to each of the largest remainders until none is left.
/// </summary>
public static class LargestRemainders
{
    /// <param name="amounts">None below zero, not all zero.</param>
    /// <param name="units">How many units there are to give out; at least 0.</param>
    /// <returns>Whole units, one for each amount, that add up to <paramref name="units"/>. Of equal remainders the larger amount goes first, then the earlier.</returns>
    public static ExactInt[] Apportion(IReadOnlyList<ExactInt> amounts, ExactInt units)
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
        // Fewer units are missing than there are amounts, since each remainder is below one unit: only so many are looked for.
        var first = new PriorityQueue<int, int>((int)missing.Small + 1, Comparer<int>.Create((a, b) => -Order(a, b)));
        for (int i = 0; i < given.Length; i++)
        {
            if (first.Count < missing.Small)
            {
                first.Enqueue(i, i);
            }
            else if (Order(i, first.Peek()) < 0)
            {
                first.EnqueueDequeue(i, i);
            }
        }
        while (first.TryDequeue(out int i, out _))
        {
            given[i] += ExactInt.One;
        }
        return given;

        int Order(int a, int b)
        {
            int by = remainders[b].CompareTo(remainders[a]);
            by = by != 0 ? by : amounts[b].CompareTo(amounts[a]);
            return by != 0 ? by : a.CompareTo(b);
        }
    }
}
