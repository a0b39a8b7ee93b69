using System.Collections.Immutable;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Preparing.Steps;

/// <summary>Leaves out the rows for which all conditions hold.</summary>
internal sealed class LeaveOut : StepKind<LeaveOut.With>
{
    public sealed record With(ImmutableArray<Clause> Where);

    public override string Kind => "leave-out";

    public override string Name => "leave rows out by condition";

    public override IReadOnlyList<StepField> Fields => [new StepField("where", "Rows where", "clause")];

    private protected override ObjectShape<With> Members { get; } =
        new ObjectShape<With>("leaving out", () => new With([])).Has(
            "where",
            new ListShape<Clause>(StudyShapes.Clause, least: 1),
            with => with.Where,
            (with, value) => with with { Where = value },
            "conditions that all hold for the rows that are left out",
            required: true
        );

    private protected override string Words(With members) =>
        $"rows left out where {string.Join(" and ", members.Where.Select(clause => Statement.WhereWords(clause, clause.Column)))}";

    private protected override StepResult Apply(Table table, With members)
    {
        byte[] matching = RowFilter.Passing(table, members.Where, CancellationToken.None)!;
        int[] kept = [.. Enumerable.Range(0, table.RowCount).Where(row => matching[row] == 0)];
        return new StepResult(kept.Length == table.RowCount ? table : table.Pick(kept), table.RowCount - kept.Length, 0);
    }
}
