using System.Globalization;

namespace OneWhole.Core.Tables;

/// <summary>One way in which a column may follow from one other, whatever it holds itself: it can be looked for by fingerprints.</summary>
/// <param name="Words">"the share of {0} in its total".</param>
/// <param name="Instead">What the product does in its place.</param>
/// <param name="Before">Whether only a column before it can explain it: of two that follow from one another the later one is
/// marked.</param>
/// <param name="Total">Whether the other column's total must not be 0.</param>
/// <param name="Start">Begins a pass over the rows in their order; what it gives is the rule's number of each.</param>
internal sealed record FollowingKind(string Words, string Instead, bool Before, bool Total, Func<FollowingSource, Func<int, double>> Start)
{
    public const string Shares = "shares are worked out here, of the whole that you say";
    public const string Running = "running totals and shares are worked out here, in the order that you say";
    public const string Mirrored = "a pyramid, a butterfly and diverging bars mirror by themselves";

    private static readonly double[] Wholes = [1, 100];

    public static IReadOnlyList<FollowingKind> All { get; } =
    [
        new("the negative of {0}", Mirrored, true, false, from => row => -from[row]),
        new("the running total of {0}", Running, true, false, from => from.Running()),
        .. Wholes.SelectMany(whole =>
            (FollowingKind[])
                [
                    new("the share of {0} in its total", Shares, false, true, from => row => from[row] / from.Total * whole),
                    new("the running share of {0}", Running, false, true, from =>
                    {
                        Func<int, double> running = from.Running();
                        return row => running(row) / from.Total * whole;
                    }),
                    new("the negative share of {0} in its total", Mirrored, false, true, from => row => -from[row] / from.Total * whole),
                ]
        ),
    ];

    public FollowingRule Of(FollowingSource from) =>
        new(string.Format(CultureInfo.InvariantCulture, Words, from.Name), Instead, () => Start(from));
}

/// <summary>The groups that a column of labels makes of the rows.</summary>
/// <param name="Name">Its heading.</param>
/// <param name="Codes">The group of each row.</param>
/// <param name="Count">How many groups there are.</param>
internal sealed record FollowingGroups(string Name, Codes Codes, int Count)
{
    /// <returns>Null where nearly each row has a label of its own, or all have the same.</returns>
    public static FollowingGroups? Of(Column column, int rows) =>
        column.Labels.Labels.Count is var count && count >= 2 && count * 2 <= rows
            ? new FollowingGroups(column.Name, column.Labels.Codes, count)
            : null;

    private readonly Dictionary<FollowingSource, double[]> _totals = [];

    /// <summary>The total of each group; added up once for each column.</summary>
    public double[] Totals(FollowingSource from)
    {
        if (_totals.TryGetValue(from, out double[]? known))
        {
            return known;
        }
        var totals = new double[Count];
        for (int row = 0; row < from.Rows; row++)
        {
            totals[Codes[row]] += from.Filled(row);
        }
        _totals[from] = totals;
        return totals;
    }
}

/// <summary>A rule that may give a column's numbers.</summary>
/// <param name="Words">"the share of Boardings in its total".</param>
/// <param name="Instead">What the product does in its place.</param>
/// <param name="Start">Begins a pass over the rows; null where the rule makes no sense for the columns.</param>
internal sealed record FollowingRule(string Words, string Instead, Func<Func<int, double>?> Start)
{
    private const string Spaced = "spacers are worked out here, and laid out without being drawn";
    private const string MadeHere = "it can be worked out here: Prepare, “work out a column”";

    /// <summary>
    /// How many digits of the column must agree, all rows together, before it is no chance; 0 for a rule that says enough by itself.
    /// </summary>
    public double Digits { get; init; }

    private const double MostRanked = 100_000;

    public static FollowingRule Sum(FollowingSource[] terms) =>
        new($"the sum of {string.Join(", ", terms.Select(column => column.Name))}", "totals are worked out here", () =>
            row => terms.Sum(column => column.Filled(row))
        );

    /// <summary>What follows from one column, and from the rows or the column's own numbers.</summary>
    public static IEnumerable<FollowingRule> Of(FollowingSource from, FollowingSource target, FollowingGroups[] groups, bool before)
    {
        foreach (FollowingGroups group in groups)
        {
            foreach (double whole in (double[])[1, 100])
            {
                yield return new($"the share of {from.Name} within each {group.Name}", FollowingKind.Shares, () =>
                {
                    double[] totals = group.Totals(from);
                    return row => from[row] / totals[group.Codes[row]] * whole;
                }) { Digits = 4 };
                yield return new($"the running share of {from.Name} within each {group.Name}", FollowingKind.Running, () =>
                {
                    double[] totals = group.Totals(from),
                        running = new double[group.Count];
                    return row => (running[group.Codes[row]] += from.Filled(row)) / totals[group.Codes[row]] * whole;
                }) { Digits = 4 };
            }
            if (before)
            {
                yield return new($"the running total of {from.Name} within each {group.Name}", FollowingKind.Running, () =>
                {
                    var running = new double[group.Count];
                    return row => running[group.Codes[row]] += from.Filled(row);
                }) { Digits = 4 };
            }
        }
        if (before)
        {
            // A constant less the column: the constant is what the first rows say it is.
            yield return new($"the rest of {from.Name} up to a constant", Spaced, () =>
                Constant(from, target, 1) is { } all ? row => all - from[row] : null
            )
            {
                Digits = 5,
            };
            yield return new($"half of the rest of {from.Name} up to a constant", Spaced, () =>
                Constant(from, target, 2) is { } all ? row => (all - from[row]) / 2 : null
            )
            {
                Digits = 5,
            };
        }
        if (from.Rows <= MostRanked)
        {
            yield return new($"the rank of {from.Name}", "ranks are worked out here", () => Rank(from, target));
        }
    }

    private static double? Constant(FollowingSource from, FollowingSource target, int times)
    {
        for (int row = 0; row < from.Rows; row++)
        {
            if (double.IsFinite(from[row]) && double.IsFinite(target[row]))
            {
                double all = from[row] + times * target[row];
                return all >= from.Largest * (1 - 1e-9) ? all : null;
            }
        }
        return null;
    }

    /// <summary>1 for the largest, or for the smallest where the first row with a 1 says so; equal numbers share a rank.</summary>
    private static Func<int, double>? Rank(FollowingSource from, FollowingSource target)
    {
        double[] sorted = [.. Enumerable.Range(0, from.Rows).Select(row => from[row]).Where(double.IsFinite).Order()];
        int first = Enumerable.Range(0, from.Rows).FirstOrDefault(row => target[row] == 1 && double.IsFinite(from[row]), -1);
        if (first < 0 || sorted.Length < 3 || sorted[0] == sorted[^1])
        {
            return null;
        }
        bool largest = from[first] == sorted[^1];
        if (!largest && from[first] != sorted[0])
        {
            return null;
        }
        int Below(double number)
        {
            int at = Array.BinarySearch(sorted, number);
            while (at > 0 && sorted[at - 1] == number)
            {
                at--;
            }
            return at;
        }
        int Above(double number)
        {
            int at = Array.BinarySearch(sorted, number);
            while (at < sorted.Length - 1 && sorted[at + 1] == number)
            {
                at++;
            }
            return sorted.Length - 1 - at;
        }
        return row => !double.IsFinite(from[row]) ? double.NaN : (largest ? Above(from[row]) : Below(from[row])) + 1;
    }

    /// <summary>What follows from one column of a block: its share in the block's total, or in its row's.</summary>
    public static IEnumerable<FollowingRule> Of(FollowingSource part, FollowingSource[] block)
    {
        string names = string.Join(", ", block.Select(column => column.Name));
        foreach (double whole in (double[])[1, 100, -1, -100])
        {
            string share = whole < 0 ? "negative share" : "share",
                instead = whole < 0 ? FollowingKind.Mirrored : FollowingKind.Shares;
            yield return new($"the {share} of {part.Name} in all of {names}", instead, () =>
                block.Sum(column => column.Total) is var total && total != 0 ? row => part[row] / total * whole : null
            )
            {
                Digits = 4,
            };
            yield return new($"the {share} of {part.Name} in its row of {names}", instead, () =>
                row => part[row] / block.Sum(column => column.Filled(row)) * whole
            )
            {
                Digits = 4,
            };
        }
    }

    /// <summary>What follows from two columns.</summary>
    public static IEnumerable<FollowingRule> Of(FollowingSource one, FollowingSource two, FollowingSource target, bool bothBefore)
    {
        if (bothBefore)
        {
            yield return new($"{one.Name} less {two.Name}", "differences are worked out here by the forms that need them", () =>
                row => one.Filled(row) - two.Filled(row)
            )
            {
                Digits = 4,
            };
        }
        // Of a rate and what it is made of, the rate has the decimals.
        foreach (double times in target.Scale >= Math.Max(one.Scale, two.Scale) ? (double[])[1, 100] : [])
        {
            yield return new($"{one.Name} for each {two.Name}", MadeHere, () => row => one[row] / two[row] * times) { Digits = 7 };
        }
    }
}
