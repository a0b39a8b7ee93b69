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
        HashSet<int> totals = [.. TotalRows.Find(table).Select(total => total.Row)];
        return totals.Count == 0 ? new StepResult(table, 0, 0) { Note = "no row adds up the others" }
            : new StepResult(table.Pick([.. Enumerable.Range(0, table.RowCount).Where(row => !totals.Contains(row))]), totals.Count, 0) { Note = $"row {string.Join(", ", totals.Take(5).Select(row => Numbers.NumberText.Count(row + 1)))}{(totals.Count > 5 ? " and others" : "")}" };
    }
}
