using System.Collections.Immutable;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Preparing.Steps;

/// <summary>Takes columns out.</summary>
internal sealed class Drop : StepKind<Drop.With>
{
    public sealed record With(ImmutableArray<string> Columns);

    public override string Kind => "drop";

    public override string Name => "drop columns";

    public override IReadOnlyList<StepField> Fields => [new StepField("columns", "Columns", "columns")];

    private protected override ObjectShape<With> Members { get; } =
        new ObjectShape<With>("dropping", () => new With([])).Has(
            "columns",
            Headings,
            with => with.Columns,
            (with, value) => with with { Columns = value },
            "the columns",
            required: true
        );

    private protected override string Words(With members) => $"{ColumnMaking.List(members.Columns)} dropped";

    private protected override StepResult Apply(Table table, With members)
    {
        HashSet<Column> dropped = [.. members.Columns.Select(name => table.Need(name, "columns"))];
        return new StepResult(table.With(table.Columns.Where(column => !dropped.Contains(column))), 0, 0);
    }
}
