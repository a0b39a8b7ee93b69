using System.Collections.Immutable;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Preparing.Steps;

/// <summary>Keeps the first of rows that are alike, in all columns or in some.</summary>
internal sealed class RemoveRepeats : StepKind<RemoveRepeats.With>
{
    public sealed record With
    {
        public ImmutableArray<string> Columns { get; init; } = [];
    }

    public override string Kind => "remove-repeats";

    public override string Name => "remove repeated rows";

    public override IReadOnlyList<StepField> Fields => [new StepField("columns", "Alike in (none: in all)", "columns") { Optional = true }];

    private protected override ObjectShape<With> Members { get; } =
        new ObjectShape<With>("removing repeats", () => new With()).Has(
            "columns",
            new ListShape<string>(Heading),
            with => with.Columns,
            (with, value) => with with { Columns = value },
            "the columns in which rows are alike; none for all"
        );

    private protected override string Words(With members) =>
        members.Columns.Length == 0 ? "repeated rows removed" : $"rows repeated in {ColumnMaking.List(members.Columns)} removed";

    private protected override StepResult Apply(Table table, With members)
    {
        Column[] columns =
            members.Columns.Length == 0 ? [.. table.Columns] : [.. members.Columns.Select(name => table.Need(name, "columns"))];
        int[] first = Distinct.Rows(table, columns).First;
        return new StepResult(first.Length == table.RowCount ? table : table.Pick(first), table.RowCount - first.Length, 0);
    }
}
