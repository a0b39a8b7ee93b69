using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Preparing.Steps;

/// <summary>Leaves out rows at the top or at the end: titles, a total.</summary>
internal sealed class SkipRows : StepKind<SkipRows.With>
{
    public sealed record With
    {
        public int First { get; init; }

        public int Last { get; init; }
    }

    public override string Kind => "skip-rows";

    public override string Name => "skip rows at the top or at the end";

    public override IReadOnlyList<StepField> Fields =>
        [
            new StepField("first", "Rows at the top", "number") { Optional = true },
            new StepField("last", "Rows at the end", "number") { Optional = true },
        ];

    private protected override ObjectShape<With> Members { get; } =
        new ObjectShape<With>("skipping", () => new With())
            .Has(
                "first",
                new CountShape(0, int.MaxValue),
                with => with.First,
                (with, value) => with with { First = value },
                "so many at the top"
            )
            .Has(
                "last",
                new CountShape(0, int.MaxValue),
                with => with.Last,
                (with, value) => with with { Last = value },
                "so many at the end"
            );

    private protected override string Words(With members)
    {
        static string Rows(int count, string where) => $"{(count == 1 ? $"the {where} row" : $"the {where} {count} rows")}";
        return (members.First, members.Last) switch
        {
            (0, 0) => "no rows skipped",
            (0, _) => $"{Rows(members.Last, "last")} skipped",
            (_, 0) => $"{Rows(members.First, "first")} skipped",
            _ => $"{Rows(members.First, "first")} and {Rows(members.Last, "last")} skipped",
        };
    }

    private protected override StepResult Apply(Table table, With members)
    {
        int first = Math.Min(members.First, table.RowCount),
            count = Math.Max(0, table.RowCount - first - members.Last);
        return new StepResult(table.Pick([.. Enumerable.Range(first, count)]), table.RowCount - count, 0);
    }
}
