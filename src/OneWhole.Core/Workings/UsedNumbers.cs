using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Workings;

/// <summary>The numbers that a column has in the rows used, besides the ones that are counted: for means, ratios and volumes.</summary>
internal static class UsedNumbers
{
    private const int BlockRows = 8192;

    /// <summary>What a column adds up to over the used rows of each group, and how many of its cells are numbers.</summary>
    /// <returns>One a group, in display order; blank cells are in neither the sum nor the count.</returns>
    /// <exception cref="StudyException">The table has no such column.</exception>
    public static (Fraction Sum, long Count)[] ByGroup(Division division, string column, string place)
    {
        _ = Columns.Find(division.Table, column, place);
        var sums = new Dictionary<int, (ExactInt Sum, long Count)>();
        int scale = Each(division.Table, division.Study, division.Study.Groups, column, (group, _, number, rows) =>
        {
            (ExactInt sum, long count) = sums.GetValueOrDefault(group);
            sums[group] = (sum + number, count + rows);
        });
        var unit = new Fraction(ExactInt.One, ExactInt.PowerOfTen(scale));
        return
        [
            .. division
                .Groups!.Select(group => sums.GetValueOrDefault(group.TableRank))
                .Select(sum => (new Fraction(sum.Sum) * unit, sum.Count)),
        ];
    }

    /// <summary>What a column adds up to over the used rows of each cell of the amounts; 0 where the cell is absent.</summary>
    /// <param name="table">The table.</param>
    /// <param name="study">The study; no axis of it is made of columns.</param>
    /// <param name="amounts">The amounts that were counted, before trials.</param>
    /// <param name="column">The column with the numbers.</param>
    /// <param name="place">Where the study names it.</param>
    /// <exception cref="StudyException">The table has no such column.</exception>
    public static Fraction[] ByCell(Table table, Study study, Amounts amounts, string column, string place)
    {
        _ = Columns.Find(table, column, place);
        var sums = new Dictionary<(int, int), ExactInt>();
        int scale = Each(table, study, amounts.Groups is null ? null : study.Groups, column, (group, part, number, _) =>
            sums[(group, part)] = sums.GetValueOrDefault((group, part)) + number
        );
        ExactInt divisor = ExactInt.PowerOfTen(scale);
        var volumes = new Fraction[amounts.Cells.Length];
        for (int cell = 0; cell < volumes.Length; cell++)
        {
            int group = amounts.Groups?[cell / amounts.Parts.Count].TableRank ?? 0,
                part = amounts.Parts[cell % amounts.Parts.Count].TableRank;
            volumes[cell] =
                amounts.Exists[cell] && sums.TryGetValue((group, part), out ExactInt sum) ? new Fraction(sum, divisor) : Fraction.Zero;
        }
        return volumes;
    }

    /// <summary>The groups (0 without groups) and parts, by their codes, all of whose rows have a number that can't be read.</summary>
    /// <param name="table">The table.</param>
    /// <param name="study">The study, which sums a column; no axis of it is made of columns.</param>
    /// <param name="grouped">Whether its groups count.</param>
    public static HashSet<(int Group, int Part)> Unreadable(Table table, Study study, bool grouped)
    {
        var read = new HashSet<(int, int)>();
        var unread = new HashSet<(int, int)>();
        Each(
            table,
            study,
            grouped ? study.Groups : null,
            ((Measure.Sum)study.Value).Column,
            (group, part, _, _) => read.Add((group, part)),
            (group, part) => unread.Add((group, part))
        );
        unread.ExceptWith(read);
        return unread;
    }

    /// <summary>
    /// Calls for each number of a column in the rows used, with the codes of its group (0 without groups) and part, and how many rows it is
    /// of; and, where asked, for each row that can't be used.
    /// </summary>
    /// <returns>The numbers' scale.</returns>
    private static int Each(
        Table table,
        Study study,
        Axis? groupAxis,
        string column,
        Action<int, int, ExactInt, long> take,
        Action<int, int>? unread = null
    )
    {
        string[] counted =
        [
            .. ScannedRows.NumbersOf(study.Parts),
            .. ScannedRows.NumbersOf(study.Groups),
            .. study.Value is Measure.Sum counts ? (string[])[counts.Column] : [],
        ];
        ScannedRows rows = ScannedRows.Of(
            table,
            study.Where,
            [.. ScannedRows.KeysOf(study.Parts), .. ScannedRows.KeysOf(groupAxis)],
            [column, .. counted],
            [.. ScannedRows.LabelsOf(study.Parts), .. ScannedRows.LabelsOf(groupAxis)],
            CancellationToken.None,
            null,
            study.Parts,
            groupAxis
        );
        table = rows.Table;
        byte[]? passing = rows.Passing;
        NumberView numbers = table.Find(column)!.Numbers;
        Func<int, long> times = rows.Times(column);
        AxisScan parts = AxisScan.Of(table, study.Parts, passing, "parts");
        AxisScan? groups = groupAxis is null ? null : AxisScan.Of(table, groupAxis, passing, "groups");
        // A row of a wide table is used where one of its columns is a number, and is in every one of them.
        NumberView[] needed = study switch
        {
            { Parts: Axis.Columns wide } => [.. wide.Names.Select(name => table.Find(name)!.Numbers)],
            { Groups: Axis.Columns wide } => [.. wide.Names.Select(name => table.Find(name)!.Numbers)],
            { Value: Measure.Sum sum } => [table.Find(sum.Column)!.Numbers],
            _ => [],
        };
        bool wideGroups = groupAxis is Axis.Columns;
        var partOf = new int[BlockRows];
        var groupOf = new int[BlockRows];
        for (int first = 0; first < table.RowCount; first += BlockRows)
        {
            int count = Math.Min(BlockRows, table.RowCount - first);
            parts.Fill(first, partOf.AsSpan(0, count));
            groups?.Fill(first, groupOf.AsSpan(0, count));
            for (int i = 0; i < count; i++)
            {
                int row = first + i;
                long weight = rows.Weight(row);
                if (weight == 0 || (passing is not null && passing[row] == 0) || partOf[i] < 0 || groupOf[i] < 0)
                {
                    continue;
                }
                if (needed.Length > 0 && Array.TrueForAll(needed, view => view.At(row) is null))
                {
                    unread?.Invoke(groupOf[i], partOf[i]);
                    continue;
                }
                if (numbers.At(row) is not { } number)
                {
                    continue;
                }
                for (int group = wideGroups ? 0 : groupOf[i]; group < (wideGroups ? groups!.Size : groupOf[i] + 1); group++)
                {
                    take(group, partOf[i], number * times(row), weight);
                }
            }
        }
        return numbers.Scale;
    }
}
