using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Preparing.Steps;

/// <summary>Leaves out the rows in which no cell is filled.</summary>
internal sealed class LeaveOutEmpty : StepKind<LeaveOutEmpty.With>
{
    public sealed record With;

    public override string Kind => "leave-out-empty";

    public override string Name => "leave out empty rows";

    public override IReadOnlyList<StepField> Fields => [];

    private protected override ObjectShape<With> Members { get; } = new("leaving empty rows out", () => new With());

    private protected override string Words(With members) => "empty rows left out";

    private protected override StepResult Apply(Table table, With members)
    {
        int[] kept =
        [
            .. Enumerable
                .Range(0, table.RowCount)
                .Where(row => table.Columns.Any(column => column.Cells.TextAt(row).AsSpan().Trim().Length > 0)),
        ];
        return new StepResult(kept.Length == table.RowCount ? table : table.Pick(kept), table.RowCount - kept.Length, 0);
    }
}
