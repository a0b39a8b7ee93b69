using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Workings;

/// <summary>What a column adds up to over the used rows of each group, and how many of its cells are numbers.</summary>
internal static class GroupSums
{
    private const int BlockRows = 8192;

    /// <returns>One a group, in display order; blank cells are in neither the sum nor the count.</returns>
    /// <exception cref="StudyException">The table has no such column.</exception>
    public static (Fraction Sum, long Count)[] Of(Division division, string column, string place)
    {
        Table table = division.Table;
        Study study = division.Study;
        NumberView numbers = Columns.Find(table, column, place).Numbers;
        byte[]? passing = RowFilter.Passing(table, study.Where, CancellationToken.None);
        AxisScan parts = AxisScan.Of(table, study.Parts, passing, "parts"), groups = AxisScan.Of(table, study.Groups!, passing, "groups");
        // A row of a wide table is used where one of its columns is a number, and is in every one of them.
        NumberView[] needed = study switch
        {
            { Parts: Axis.Columns wide } => [.. wide.Names.Select(name => table.Find(name)!.Numbers)],
            { Groups: Axis.Columns wide } => [.. wide.Names.Select(name => table.Find(name)!.Numbers)],
            { Value: Measure.Sum sum } => [table.Find(sum.Column)!.Numbers],
            _ => [],
        };
        bool wideGroups = study.Groups is Axis.Columns;
        var sums = new ExactInt[groups.Size];
        var counts = new long[groups.Size];
        var partOf = new int[BlockRows];
        var groupOf = new int[BlockRows];
        for (int first = 0; first < table.RowCount; first += BlockRows)
        {
            int count = Math.Min(BlockRows, table.RowCount - first);
            parts.Fill(first, partOf.AsSpan(0, count));
            groups.Fill(first, groupOf.AsSpan(0, count));
            for (int i = 0; i < count; i++)
            {
                int row = first + i;
                if ((passing is not null && passing[row] == 0) || partOf[i] < 0 || groupOf[i] < 0
                    || (needed.Length > 0 && Array.TrueForAll(needed, view => view.At(row) is null)) || numbers.At(row) is not { } number)
                {
                    continue;
                }
                for (int group = wideGroups ? 0 : groupOf[i]; group < (wideGroups ? groups.Size : groupOf[i] + 1); group++)
                {
                    sums[group] += number;
                    counts[group]++;
                }
            }
        }
        var unit = new Fraction(ExactInt.One, ExactInt.PowerOfTen(numbers.Scale));
        // A group that is only expected has no code: its rank lies beyond the codes.
        return [.. division.Groups!.Select(group => group.TableRank < groups.Size ? (new Fraction(sums[group.TableRank]) * unit, counts[group.TableRank]) : (Fraction.Zero, 0L))];
    }
}
