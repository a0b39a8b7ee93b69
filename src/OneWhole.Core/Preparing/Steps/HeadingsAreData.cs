using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Preparing.Steps;

/// <summary>Makes the headings the first row again, where they were data; the columns are called by their places.</summary>
internal sealed class HeadingsAreData : StepKind<HeadingsAreData.With>
{
    public sealed record With;

    public override string Kind => "headings-are-data";

    public override string Name => "take the headings as the first row";

    public override IReadOnlyList<StepField> Fields => [];

    private protected override ObjectShape<With> Members { get; } = new("headings as a row", () => new With());

    private protected override string Words(With members) => "the headings taken as the first row";

    private protected override StepResult Apply(Table table, With members) =>
        new(
            table.With([
                .. table.Columns.Select(
                    (column, at) =>
                        ColumnMaking.OfTexts(
                            $"Column {at + 1}",
                            [column.Name, .. Enumerable.Range(0, table.RowCount).Select(row => column.Cells.TextAt(row))],
                            numbers: column.Info.Type == ColumnType.Quantity
                        )
                ),
            ]),
            1,
            0
        );
}
