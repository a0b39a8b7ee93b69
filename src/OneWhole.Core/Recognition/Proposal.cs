using OneWhole.Core.Studies;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Recognition;

/// <summary>A study that a form proposes for a table that is new.</summary>
/// <param name="Study">The study.</param>
/// <param name="Worth">How likely it is what is asked: 10 for the first guess at any table, more where the table is made for the
/// form.</param>
public sealed record Proposal(Study Study, double Worth);

/// <summary>What is likely to be counted, and by what, in a table.</summary>
public static class Likely
{
    private const int FewestParts = 3;
    private const int MostParts = 60;

    /// <summary>
    /// The columns that may be parts, the likeliest first: names that gather rows, from three to sixty of them, before time and before
    /// names of single rows.
    /// </summary>
    public static IReadOnlyList<KnownColumn> Parts(Table table)
    {
        TableKnowledge known = TableKnowledge.Of(table);
        bool gathers = known.Labels.Any(column => !column.NamesRows && column.Labels >= 2);
        return
        [
            .. known
                .Labels.Where(column => column.Labels > 0)
                .OrderByDescending(column => column.Column.LabelCount is >= FewestParts and <= MostParts)
                .ThenBy(column => column.Column.Info.Type == ColumnType.Date)
                .ThenBy(column => gathers && column.NamesRows && (table.AllRows ?? table.RowCount) > MostParts)
                .ThenBy(column => column.Role == ColumnRole.Ordered)
                .ThenByDescending(column => column.Labels),
        ];
    }

    /// <summary>What is likely to be counted: the likeliest amount; null where rows are.</summary>
    public static Measure? Counted(Table table) => Amounts(table).FirstOrDefault() is { } amount ? new Measure.Sum(amount.Name) : null;

    /// <summary>The columns that may be counted, the likeliest first: money before other measures, measures before counts.</summary>
    public static IReadOnlyList<KnownColumn> Amounts(Table table)
    {
        TableKnowledge known = TableKnowledge.Of(table);
        return known.Amounts.Count == 0
                ? [.. known.Columns.Where(column => column is { Role: ColumnRole.Rate, Column.Info.HoldsShares: true })]
            : known is { Shape: TableShape.Wide, TogetherIsTime: true }
                ? [.. known.Amounts.OrderByDescending(column => known.Together.ToList().IndexOf(column.Column))]
            : [.. known.Amounts.OrderByDescending(column => column.Worth)];
    }
}
