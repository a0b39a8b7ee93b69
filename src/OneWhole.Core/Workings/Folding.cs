using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;

namespace OneWhole.Core.Workings;

/// <summary>Gathers small parts into one. Folding never changes a whole.</summary>
internal static class Folding
{
    /// <returns>The amounts with the folded part last, or the same amounts where nothing is folded.</returns>
    public static Amounts Apply(Amounts amounts, Fold fold)
    {
        ExactInt total = amounts.Total();
        int[] candidates = [.. Enumerable.Range(0, amounts.Parts.Count).Where(part => !amounts.Parts[part].IsBlank)];
        ExactInt[] totals = [.. Enumerable.Range(0, amounts.Parts.Count).Select(amounts.PartTotal)];
        Array.Sort(candidates, (a, b) => totals[b].CompareTo(totals[a]) is var order and not 0 ? order : a.CompareTo(b));

        HashSet<int> folded =
        [
            .. fold switch
            {
                { Keep: { } keep } => candidates.Skip(keep),
                { Reach: { } reach } => candidates.Skip(CountToReach(candidates, totals, total, reach)),
                { Under: { } under } => candidates.Where(part => IsBelow(totals[part], under, total)),
                _ => [],
            },
        ];
        if (folded.Count < 2 || total.Sign <= 0)
        {
            return amounts;
        }

        int[] kept = [.. Enumerable.Range(0, amounts.Parts.Count).Where(part => !folded.Contains(part))];
        string label = fold.Label;
        if (kept.Any(part => amounts.Parts[part].Label == label))
        {
            label += " (folded)";
        }
        var parts = new List<Entry>(kept.Select(part => amounts.Parts[part]))
        {
            new(label, EntryKind.Folded, int.MaxValue)
            {
                Folded = [.. candidates.Where(folded.Contains).Select(part => amounts.Parts[part])],
            },
        };
        var cells = new ExactInt[parts.Count * amounts.GroupCount];
        var exists = new bool[cells.Length];
        for (int group = 0; group < amounts.GroupCount; group++)
        {
            int first = group * parts.Count;
            for (int part = 0; part < kept.Length; part++)
            {
                cells[first + part] = amounts[group, kept[part]];
                exists[first + part] = amounts.Has(group, kept[part]);
            }
            foreach (int part in folded)
            {
                cells[first + kept.Length] += amounts[group, part];
                exists[first + kept.Length] |= amounts.Has(group, part);
            }
        }
        return amounts.With(parts, amounts.Groups, cells, exists);
    }

    /// <summary>The fewest first parts that add up to at least q of all amounts; all of them where none suffices.</summary>
    private static int CountToReach(int[] candidates, ExactInt[] totals, ExactInt total, ExactDecimal q)
    {
        ExactInt running = default;
        for (int i = 0; i < candidates.Length; i++)
        {
            running += totals[candidates[i]];
            if (!IsBelow(running, q, total))
            {
                return i + 1;
            }
        }
        return candidates.Length;
    }

    /// <summary>amount &lt; q·total, exactly.</summary>
    private static bool IsBelow(ExactInt amount, ExactDecimal q, ExactInt total) => amount * ExactInt.PowerOfTen(q.Scale) < q.Units * total;
}
