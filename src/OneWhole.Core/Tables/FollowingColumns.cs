using System.Runtime.InteropServices;
using OneWhole.Core.Numbers;

namespace OneWhole.Core.Tables;

/// <summary>How a column follows from others.</summary>
/// <param name="Rule">In words: "the share of Boardings in its total".</param>
/// <param name="Differing">The rows, from 0, whose cell is another number than the rule gives; at most <see
/// cref="FollowingColumns.MostListed"/>.</param>
/// <param name="DifferingCount">How many there are in all.</param>
public sealed record Following(string Rule, IReadOnlyList<int> Differing, int DifferingCount)
{
    /// <summary>What the product does in its place, in words.</summary>
    public string Instead { get; init; } = "";
}

/// <summary>
/// Finds columns that were worked out from others by hand: a negative copy, a sum, a share of a total, a running total, a running
/// share. A rule holds where nine in ten of the filled rows have its number, as many decimals as the column has.
/// </summary>
public static class FollowingColumns
{
    /// <summary>The most differing rows that are listed.</summary>
    public const int MostListed = 20;

    private const int SampleRows = 2000;
    private const int MostSummed = 12;

    /// <summary>Rules of several columns are looked for in tables of up to so many quantities.</summary>
    private const int MostCombined = 12;

    /// <summary>After so many filled rows a rule that fails for most of them is dismissed.</summary>
    private const int FirstLook = 24;

    /// <summary>Up to so many columns each pair is looked at; of more, only pairs with a fingerprint in common.</summary>
    private const int MostPaired = 64;

    /// <summary>More candidates of one column are not looked at: columns that are copies of one another explain nothing more.</summary>
    private const int MostCandidates = 24;

    /// <param name="table">The table.</param>
    /// <param name="cancel">Stops it.</param>
    /// <returns>By heading; columns that follow from none are not in it.</returns>
    /// <exception cref="OperationCanceledException">Stopped.</exception>
    public static IReadOnlyDictionary<string, Following> Find(Table table, CancellationToken cancel = default)
    {
        var found = new Dictionary<string, Following>(StringComparer.Ordinal);
        Column[] quantities = [.. table.Columns.Where(column => column.Info.Type == ColumnType.Quantity)];
        // A row of totals is no row of the rule.
        int rows = table.RowCount - (EndsInTotals(quantities) ? 1 : 0);
        if (quantities.Length < 2 || rows < 3)
        {
            return found;
        }
        FollowingSource[] sources = [.. quantities.Select(column => new FollowingSource(column, rows))];
        FollowingGroups[] groups =
            quantities.Length > MostCombined
                ? []
                :
                [
                    .. table
                        .Columns.Where(column => column.Info.Type != ColumnType.Quantity)
                        .Select(column => FollowingGroups.Of(column, rows))
                        .OfType<FollowingGroups>(),
                ];
        // Totals first: of a total and its two terms the total follows, wherever it stands.
        FindTotals(quantities, sources, rows, found, cancel);
        Func<int, IEnumerable<(int Other, int Kind)>> pairs =
            quantities.Length <= MostPaired
                ? at =>
                    from other in Enumerable.Range(0, sources.Length)
                    from kind in Enumerable.Range(0, FollowingKind.All.Count)
                    select (other, kind)
                : Fingerprints(sources, rows, cancel);
        for (int at = 0; at < quantities.Length; at++)
        {
            cancel.ThrowIfCancellationRequested();
            if (found.ContainsKey(quantities[at].Name))
            {
                continue;
            }
            foreach (FollowingRule candidate in Candidates(sources, groups, at, pairs(at), found.Keys))
            {
                if (Check(candidate, sources[at], rows, HalfUnit(quantities[at].Numbers.Scale), cancel) is { } following)
                {
                    found[quantities[at].Name] = following;
                    break;
                }
            }
        }
        return found;
    }

    private static readonly string[] TotalWords = ["total", "totals", "all", "sum", "both", "together", "overall"];

    /// <summary>Columns before their terms that say that they are a total, and are.</summary>
    private static void FindTotals(
        Column[] quantities,
        FollowingSource[] sources,
        int rows,
        Dictionary<string, Following> found,
        CancellationToken cancel
    )
    {
        for (int at = 0; at < quantities.Length - 2; at++)
        {
            if (!quantities[at].Name.ToLowerInvariant().Split(' ', '_', '-').Any(TotalWords.Contains))
            {
                continue;
            }
            for (
                int last = at + 2;
                last < Math.Min(quantities.Length, at + 1 + MostSummed) && !found.ContainsKey(quantities[at].Name);
                last++
            )
            {
                if (
                    Check(
                        FollowingRule.Sum(sources[(at + 1)..(last + 1)]),
                        sources[at],
                        rows,
                        HalfUnit(quantities[at].Numbers.Scale),
                        cancel
                    ) is
                    { } following
                )
                {
                    found[quantities[at].Name] = following;
                }
            }
        }
    }

    private static double HalfUnit(int scale) => Math.Pow(10, -scale) * 0.5000001;

    /// <summary>
    /// Which columns may follow from which: some numbers of each, and of what each rule would make of it, are hashed three and
    /// three; only where one of these hashes is the same a pair is looked at. So the work grows with the columns, not with their pairs.
    /// </summary>
    private static Func<int, IEnumerable<(int Other, int Kind)>> Fingerprints(FollowingSource[] sources, int rows, CancellationToken cancel)
    {
        const int prints = 12,
            width = 3;
        int[] sample = [.. Enumerable.Range(0, prints * width).Select(at => (int)((long)at * rows / (prints * width))).Distinct()];
        int[] scales = [.. sources.Select(source => source.Scale).Distinct()];
        var byPrint = new Dictionary<(int Scale, int Print, long Hash), List<int>>();
        for (int at = 0; at < sources.Length; at++)
        {
            foreach ((int print, long hash) in Prints([.. sample.Select(row => sources[at][row])], sources[at].Scale))
            {
                (CollectionsMarshal.GetValueRefOrAddDefault(byPrint, (sources[at].Scale, print, hash), out _) ??= []).Add(at);
            }
        }
        var pairs = new SortedSet<(int Other, int Kind)>?[sources.Length];
        for (int other = 0; other < sources.Length; other++)
        {
            cancel.ThrowIfCancellationRequested();
            FollowingSource from = sources[other];
            for (int kind = 0; kind < FollowingKind.All.Count; kind++)
            {
                if (FollowingKind.All[kind].Total && from.Total == 0)
                {
                    continue;
                }
                Func<int, double> rule = FollowingKind.All[kind].Start(from);
                var made = new double[sample.Length];
                for (int row = 0, next = 0; row < rows && next < sample.Length; row++)
                {
                    double number = rule(row);
                    if (row == sample[next])
                    {
                        made[next++] = number;
                    }
                }
                foreach (int scale in scales)
                {
                    foreach ((int print, long hash) in Prints(made, scale))
                    {
                        foreach (int at in byPrint.GetValueOrDefault((scale, print, hash)) ?? [])
                        {
                            if (at != other && (pairs[at] ??= []).Count < MostCandidates)
                            {
                                pairs[at]!.Add((other, kind));
                            }
                        }
                    }
                }
            }
        }
        return at => pairs[at] ?? [];
    }

    /// <summary>Hashes of numbers in units of a scale, three and three; none where one of them is missing, or all are 0.</summary>
    private static IEnumerable<(int Print, long Hash)> Prints(double[] numbers, int scale)
    {
        double unit = Math.Pow(10, scale);
        for (int first = 0; first + 2 < numbers.Length; first += 3)
        {
            double a = Math.Round(numbers[first] * unit),
                b = Math.Round(numbers[first + 1] * unit),
                c = Math.Round(numbers[first + 2] * unit);
            if (double.IsFinite(a + b + c) && (a != 0 || b != 0 || c != 0))
            {
                // −0 is 0.
                yield return (first, HashCode.Combine(a + 0.0, b + 0.0, c + 0.0));
            }
        }
    }

    private static bool EndsInTotals(Column[] quantities)
    {
        Column[] totalled = [.. quantities.Where(column => column.Info.Total is not null)];
        return totalled.Length > 0
            && Array.TrueForAll(totalled, column =>
                column.Count > 0
                && column.Numbers.At(column.Count - 1) is { } last
                && new ExactDecimal(last, column.Numbers.Scale) == column.Info.Total
            );
    }

    private static IEnumerable<FollowingRule> Candidates(
        FollowingSource[] columns,
        FollowingGroups[] groups,
        int at,
        IEnumerable<(int Other, int Kind)> pairs,
        ICollection<string> following
    )
    {
        // What follows itself explains nothing, and neither does a column of one number.
        bool Explains(int other) => other != at && columns[other].Varies && !following.Contains(columns[other].Name);
        foreach ((int other, int which) in pairs)
        {
            FollowingKind kind = FollowingKind.All[which];
            if (Explains(other) && (other < at || !kind.Before) && (!kind.Total || columns[other].Total != 0))
            {
                yield return kind.Of(columns[other]);
            }
        }
        // A sum of the two or more columns that stand next to one another before it.
        for (int first = at - 2; first >= Math.Max(0, at - MostSummed); first--)
        {
            yield return FollowingRule.Sum(columns[first..at]);
        }
        if (columns.Length > MostCombined)
        {
            yield break;
        }
        int[] others = [.. Enumerable.Range(0, columns.Length).Where(Explains)];
        foreach (int other in others)
        {
            foreach (FollowingRule rule in FollowingRule.Of(columns[other], columns[at], groups, before: other < at))
            {
                yield return rule;
            }
        }
        foreach (FollowingSource[] block in Blocks(columns, others, at))
        {
            foreach (FollowingRule rule in block.SelectMany(part => FollowingRule.Of(part, block)))
            {
                yield return rule;
            }
        }
        foreach ((int one, int two) in from one in others from two in others where one != two select (one, two))
        {
            foreach (FollowingRule rule in FollowingRule.Of(columns[one], columns[two], columns[at], bothBefore: Math.Max(one, two) < at))
            {
                yield return rule;
            }
        }
    }

    /// <summary>Columns that stand next to one another and may be taken together, the one that is explained aside.</summary>
    private static IEnumerable<FollowingSource[]> Blocks(FollowingSource[] columns, int[] others, int at)
    {
        for (int first = 0; first < others.Length; first++)
        {
            for (
                int last = first + 1;
                last < others.Length
                    && last - first < MostSummed
                    && others[last] - others[last - 1] <= (others[last - 1] < at && at < others[last] ? 2 : 1);
                last++
            )
            {
                yield return [.. others[first..(last + 1)].Select(other => columns[other])];
            }
        }
    }

    private static Following? Check(FollowingRule candidate, FollowingSource column, int rows, double tolerance, CancellationToken cancel)
    {
        if (candidate.Start() is not { } rule)
        {
            return null;
        }
        int filled = 0,
            differing = 0,
            nonZero = 0;
        var listed = new List<int>();
        for (int row = 0; row < rows; row++)
        {
            double number = column[row],
                wanted = rule(row);
            if (double.IsNaN(number) || !double.IsFinite(wanted))
            {
                continue;
            }
            filled++;
            nonZero += number != 0 ? 1 : 0;
            if (Math.Abs(number - wanted) > tolerance + Math.Abs(wanted) * 1e-12)
            {
                differing++;
                if (listed.Count < MostListed)
                {
                    listed.Add(row);
                }
            }
            if ((filled == FirstLook && differing * 2 > filled) || (filled == SampleRows && differing * 10 > filled))
            {
                return null;
            }
            if (row % 65_536 == 0)
            {
                cancel.ThrowIfCancellationRequested();
            }
        }
        if (filled < 3 || nonZero < 2 || differing * 10 > filled)
        {
            return null;
        }
        // Of the many rules that are tried some fit a few small numbers by chance: the digits that agree are counted.
        return candidate.Digits > 0 && (filled - 1) * Math.Log10(Math.Max(1, column.Spread / (2 * tolerance))) < candidate.Digits
            ? null
            : new Following(candidate.Words, listed, differing) { Instead = candidate.Instead };
    }
}
