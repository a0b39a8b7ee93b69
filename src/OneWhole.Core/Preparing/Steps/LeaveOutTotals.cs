using OneWhole.Core.Recognition;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Preparing.Steps;

/// <summary>Leaves out the rows that add up others: found anew whenever the rows are read, so that a total may move.</summary>
public sealed class LeaveOutTotals : StepKind<LeaveOutTotals.With>
{
    public sealed record With;

    public override string Kind => "leave-out-totals";

    public override string Name => "leave out rows that add up the others";

    public override IReadOnlyList<StepField> Fields => [];

    private protected override ObjectShape<With> Members { get; } = new("leaving totals out", () => new With());

    private protected override string Words(With members) => "rows left out that add up the others";

    private protected override StepResult Apply(Table table, With members)
    {
        HashSet<int> totals = [.. TotalRows.Find(table).Where(total => total.IsSure).Select(total => total.Row)];
        if (totals.Count == 0)
        {
            return new StepResult(table, 0, 0) { Note = "no row adds up the others" };
        }
        Table left = table.Pick([.. Enumerable.Range(0, table.RowCount).Where(row => !totals.Contains(row))]);
        string rows = string.Join(", ", totals.Take(5).Select(row => Numbers.NumberText.Count(row + 1))) + (totals.Count > 5 ? $" and {totals.Count - 5} more" : "");
        return new StepResult(left.With([.. left.Columns.Select(Again)]), totals.Count, 0) { Note = $"{(totals.Count == 1 ? "row" : "rows")} {rows}" };
    }

    /// <summary>A column of days in which only the total's label was none is one of days.</summary>
    private static Column Again(Column column) =>
        column.Info.Type == ColumnType.Category && column.Labels.Labels.Count > 0 && column.Labels.Labels.All(label => label == Label.Blank || DateReading.TryReadIso(label, out _, out _)) && column.Labels.Labels.Any(label => label != Label.Blank)
            ? column.With(column.Info with { Type = ColumnType.Date, Dates = DateOrder.Iso }) : column;
}
