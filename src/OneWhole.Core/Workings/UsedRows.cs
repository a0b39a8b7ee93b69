using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Workings;

/// <summary>One row of the table (of a wide one, one of its cells) as a study counts it.</summary>
/// <param name="Row">Its number in the table, from 0.</param>
/// <param name="Part">The part that it counts for, as an index into the division's.</param>
/// <param name="Group">The group likewise; 0 where there are none.</param>
/// <param name="IsUsed">False where it has no number to be counted: its part is listed for it all the same.</param>
/// <param name="Amount">What it adds; of a distinct count, 1 for the first row of each value in its part and group.</param>
public readonly record struct UsedRow(int Row, int Part, int Group, bool IsUsed, Fraction Amount);

/// <summary>The rows behind a division's amounts: whoever adds them up by part and group gets the amounts.</summary>
public static class UsedRows
{
    private const int BlockRows = 8192;

    /// <summary>How many there are at most; rows without a number are among them.</summary>
    public static long Most(Division division) =>
        (division.Rows.Total - division.Rows.FilteredOut)
        * ((division.Study.Parts as Axis.Columns ?? division.Study.Groups as Axis.Columns)?.Names.Length ?? 1);

    /// <summary>Of a distinct count: the number of the value in a row of the table, from 0; below 0 for none.</summary>
    public static Func<int, int> ValueOf(Division division) =>
        Aggregation.DistinctOf(Columns.Find(division.Table, ((Measure.Distinct)division.Study.Value).Column, "value.distinct"));

    /// <summary>
    /// The rows, in table order. Where amounts below zero are taken by their size, the rows of such an amount have their sign turned; where
    /// they are left out, so are their rows.
    /// </summary>
    public static IEnumerable<UsedRow> Of(Division division, CancellationToken cancel = default)
    {
        Negatives rule = division.Study.Negatives;
        if (rule == Negatives.Keep)
        {
            return Scan(division, cancel).Select(row => row.Used);
        }
        var sums = new Dictionary<long, Fraction>();
        foreach ((long pair, UsedRow used) in Scan(division, cancel))
        {
            sums[pair] = sums.GetValueOrDefault(pair) + used.Amount;
        }
        HashSet<long> below = [.. sums.Where(sum => sum.Value.Sign < 0).Select(sum => sum.Key)];
        return Scan(division, cancel)
            .Where(row => rule == Negatives.Size || !below.Contains(row.Pair))
            .Select(row => below.Contains(row.Pair) ? row.Used with { Amount = -row.Used.Amount } : row.Used);
    }

    /// <summary>The rows with the pair that each is of before small parts are folded.</summary>
    private static IEnumerable<(long Pair, UsedRow Used)> Scan(Division division, CancellationToken cancel)
    {
        Study study = division.Study;
        Table table = division.Table;
        byte[]? passing = RowFilter.Passing(table, study.Where, cancel);
        AxisScan parts = AxisScan.Of(table, study.Parts, passing, "parts");
        AxisScan? groups = division.HasGroups ? AxisScan.Of(table, study.Groups!, passing, "groups") : null;
        int[] partOf = Places(parts, division.Parts),
            groupOf = groups is null ? [0] : Places(groups, division.Groups!);
        bool wideParts = study.Parts is Axis.Columns;
        string[]? wide = (study.Parts as Axis.Columns)?.Names.ToArray()
            ?? (division.HasGroups ? (study.Groups as Axis.Columns)?.Names.ToArray() : null);
        string[] counted = wide ?? (study.Value is Measure.Sum sum ? [sum.Column] : []);
        NumberView[] numbers = [.. counted.Select(name => Columns.Find(table, name, "value.sum").Numbers)];
        Fraction[] units = [.. numbers.Select(view => new Fraction(ExactInt.One, ExactInt.PowerOfTen(view.Scale)))];
        Func<int, int>? distinct =
            study.Value is Measure.Distinct values && wide is null
                ? Aggregation.DistinctOf(Columns.Find(table, values.Column, "value.distinct"))
                : null;
        var seen = new HashSet<(long, int)>();
        var partCodes = new int[BlockRows];
        var groupCodes = new int[BlockRows];
        for (int first = 0; first < table.RowCount; first += BlockRows)
        {
            cancel.ThrowIfCancellationRequested();
            int count = Math.Min(BlockRows, table.RowCount - first);
            parts.Fill(first, partCodes.AsSpan(0, count));
            groups?.Fill(first, groupCodes.AsSpan(0, count));
            for (int i = 0; i < count; i++)
            {
                int row = first + i;
                if ((passing is not null && passing[row] == 0) || partCodes[i] < 0 || (groups is not null && groupCodes[i] < 0))
                {
                    continue;
                }
                for (int cell = 0; cell < (wide?.Length ?? 1); cell++)
                {
                    int partCode = wide is not null && wideParts ? cell : partCodes[i],
                        groupCode = wide is not null && !wideParts ? cell
                        : groups is null ? 0
                        : groupCodes[i];
                    int part = partOf[partCode],
                        group = groupOf[groupCode];
                    if (part < 0 || group < 0)
                    {
                        continue;
                    }
                    long pair = (long)groupCode * parts.Size + partCode;
                    Fraction? amount =
                        numbers.Length > 0
                            ? numbers[cell].At(row) is { } number
                                ? units[cell] * new Fraction(number)
                                : null
                            : distinct is null
                                ? Fraction.One
                                : distinct(row) is >= 0 and var value && seen.Add((pair, value))
                                    ? Fraction.One
                                    : Fraction.Zero;
                    yield return (pair, new UsedRow(row, part, group, amount is not null, amount ?? Fraction.Zero));
                }
            }
        }
    }

    /// <summary>
    /// The place of each code among the entries that are listed, folded ones at that of their fold; −1 where it is not listed.
    /// </summary>
    private static int[] Places(AxisScan axis, IReadOnlyList<Entry> listed)
    {
        var places = new Dictionary<string, int>();
        for (int at = 0; at < listed.Count; at++)
        {
            foreach (Entry entry in listed[at].Kind == EntryKind.Folded ? listed[at].Folded : [listed[at]])
            {
                places[entry.Key] = at;
            }
        }
        return [.. Enumerable.Range(0, axis.Size).Select(code => places.GetValueOrDefault(axis.EntryOf(code).Key, -1))];
    }
}
