using System.Collections.Immutable;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Preparing.Steps;

/// <summary>Counts rows by columns into a small table.</summary>
internal sealed class CountRows : StepKind<CountRows.With>
{
    public sealed record With(ImmutableArray<string> By, string As);

    public override string Kind => "count";

    public override string Name => "count rows by columns";

    public override IReadOnlyList<StepField> Fields =>
        [new StepField("by", "By", "columns"), new StepField("as", "Heading of the counts", "text")];

    private protected override ObjectShape<With> Members { get; } =
        new ObjectShape<With>("counting", () => new With([], ""))
            .Has("by", Headings, with => with.By, (with, value) => with with { By = value }, "the columns", required: true)
            .Has("as", Heading, with => with.As, (with, value) => with with { As = value }, "heading of the counts", required: true);

    private protected override string Words(With members) => $"rows counted by {ColumnMaking.List(members.By)} as {members.As}";

    private protected override StepResult Apply(Table table, With members)
    {
        Column[] by = [.. members.By.Distinct().Select(name => table.Need(name, "by"))];
        (int[] first, int[] kindOf) = Distinct.Rows(table, by);
        var counts = new long[first.Length];
        foreach (int kind in kindOf)
        {
            counts[kind]++;
        }
        var small = new Table(table.Name, [.. by.Select(column => ColumnMaking.Pick(column, first))]);
        return new StepResult(
            small.With([
                .. small.Columns,
                ColumnMaking.OfNumbers(small.Free(members.As), counts.Select(count => (Numbers.ExactDecimal?)count)),
            ]),
            table.RowCount,
            first.Length
        );
    }
}
