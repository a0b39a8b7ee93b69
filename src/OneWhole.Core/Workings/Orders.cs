using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;

namespace OneWhole.Core.Workings;

/// <summary>Puts parts and groups in their display order.</summary>
internal static class Orders
{
    /// <summary>The places of the listed parts in display order; the folded part is always last.</summary>
    /// <param name="amounts">The amounts, folded.</param>
    /// <param name="order">The order.</param>
    /// <param name="reverse">Whether the finished list is turned round.</param>
    /// <param name="keyOf">The key of a part for an order that a form brings, or null where the name is not known.</param>
    public static int[] OfParts(Amounts amounts, Order order, bool reverse, Func<string, Func<int, Fraction?>?>? keyOf = null)
    {
        int count = amounts.Parts.Count;
        bool folded = count > 0 && amounts.Parts[^1].Kind == EntryKind.Folded;
        int[] places = [.. Enumerable.Range(0, folded ? count - 1 : count)];
        Sort(
            places,
            amounts.Parts,
            order,
            amounts.Groups is null ? part => amounts.Cells[part] : amounts.PartTotal,
            order is Order.By by ? keyOf?.Invoke(by.Name) : null
        );
        if (reverse)
        {
            Array.Reverse(places);
        }
        return folded ? [.. places, count - 1] : places;
    }

    /// <param name="amounts">The amounts, folded.</param>
    /// <param name="order">The order.</param>
    /// <param name="reverse">Whether the finished list is turned round.</param>
    /// <param name="totalOf">W[g].</param>
    /// <param name="keyOf">The key of a group for an order that a form brings, or null where the name is not known.</param>
    public static int[] OfGroups(
        Amounts amounts,
        Order order,
        bool reverse,
        Func<int, ExactInt> totalOf,
        Func<string, Func<int, Fraction?>?> keyOf
    )
    {
        int[] places = [.. Enumerable.Range(0, amounts.GroupCount)];
        Func<int, Fraction?>? key = order switch
        {
            Order.ShareOf share => ShareKey(amounts, share.Label, totalOf),
            Order.By by => keyOf(by.Name),
            _ => null,
        };
        Sort(places, amounts.Groups!, order, totalOf, key);
        if (reverse)
        {
            Array.Reverse(places);
        }
        return places;
    }

    private static Func<int, Fraction?> ShareKey(Amounts amounts, string label, Func<int, ExactInt> totalOf)
    {
        int part = Enumerable
            .Range(0, amounts.Parts.Count)
            .FirstOrDefault(part => amounts.Parts[part].Label == label && amounts.Parts[part].Kind != EntryKind.Folded, -1);
        return group =>
        {
            ExactInt whole = totalOf(group);
            return part < 0 || whole.IsZero || !amounts.Has(group, part) ? null : new Fraction(amounts[group, part], whole);
        };
    }

    private static void Sort(
        int[] places,
        IReadOnlyList<Entry> entries,
        Order order,
        Func<int, ExactInt> totalOf,
        Func<int, Fraction?>? key
    )
    {
        if (key is not null)
        {
            Fraction[] keys = [.. places.Select(place => key(place) ?? Fraction.Zero)];
            Array.Sort(places, (a, b) => keys[b].CompareTo(keys[a]) is var by and not 0 ? by : a.CompareTo(b));
            return;
        }
        switch (order)
        {
            case Order.By { Name: "largest" or "smallest" } by:
                SortByTotal(places, entries, totalOf, by.Name == "largest");
                break;
            case Order.By { Name: "natural" }:
                var place = new Dictionary<Entry, int>(ReferenceEqualityComparer.Instance);
                Entry[] made = [.. places.Select(at => entries[at])];
                foreach ((int i, int at) in places.Index())
                {
                    place.Add(made[i], at);
                }
                Entry[] sorted = [.. NaturalOrder.Sort(made)];
                for (int i = 0; i < sorted.Length; i++)
                {
                    places[i] = place[sorted[i]];
                }
                break;
            case Order.Listed listed:
                var rank = new Dictionary<string, int>(StringComparer.Ordinal);
                foreach (string label in listed.Labels)
                {
                    rank.TryAdd(label, rank.Count);
                }
                int RankOf(int at) => rank.GetValueOrDefault(entries[at].Label, int.MaxValue);
                Array.Sort(places, (a, b) => RankOf(a).CompareTo(RankOf(b)) is var by and not 0 ? by : a.CompareTo(b));
                break;
        }
    }

    /// <summary>"(blank)" comes after its equals.</summary>
    private static void BlankLast(Span<int> equals, int blank)
    {
        if (equals.IndexOf(blank) is var at and >= 0)
        {
            equals[(at + 1)..].CopyTo(equals[at..]);
            equals[^1] = blank;
        }
    }

    private static void SortByTotal(int[] places, IReadOnlyList<Entry> entries, Func<int, ExactInt> totalOf, bool largestFirst)
    {
        int blank = LabelEntries.BlankIn(entries),
            sign = largestFirst ? -1 : 1;
        if (SmallKeys(places, totalOf, sign) is { } keys)
        {
            // Plain integers are sorted fast, but not stably: each run of equals is put in table order afterwards.
            Array.Sort(keys, places);
            for (int first = 0, next; first < keys.Length; first = next)
            {
                next = first + 1;
                while (next < keys.Length && keys[next] == keys[first])
                {
                    next++;
                }
                if (next - first > 1)
                {
                    Array.Sort(places, first, next - first);
                    BlankLast(places.AsSpan(first, next - first), blank);
                }
            }
            return;
        }
        ExactInt[] totals = Array.ConvertAll(places, place => totalOf(place));
        Array.Sort(places, (a, b) =>
        {
            int by = sign * totals[a].CompareTo(totals[b]);
            by = by != 0 ? by : (a == blank).CompareTo(b == blank);
            return by != 0 ? by : a.CompareTo(b);
        });
    }

    /// <summary>The totals as numbers of 64 bits, smallest first; null where some are larger.</summary>
    private static long[]? SmallKeys(int[] places, Func<int, ExactInt> totalOf, int sign)
    {
        var keys = new long[places.Length];
        for (int at = 0; at < keys.Length; at++)
        {
            ExactInt total = totalOf(places[at]);
            if (!total.IsSmall || total.Small == long.MinValue)
            {
                return null;
            }
            keys[at] = sign * total.Small;
        }
        return keys;
    }
}
