using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Preparing.Steps;

/// <summary>Puts a column before another one, or at the end.</summary>
internal sealed class Move : StepKind<Move.With>
{
    public sealed record With(string Column)
    {
        public string? Before { get; init; }
    }

    public override string Kind => "move";

    public override string Name => "move a column";

    public override IReadOnlyList<StepField> Fields =>
        [new StepField("column", "Column", "column"), new StepField("before", "Before", "column") { Optional = true }];

    private protected override ObjectShape<With> Members { get; } =
        new ObjectShape<With>("moving", () => new With(""))
            .Has("column", Heading, with => with.Column, (with, value) => with with { Column = value }, "the column", required: true)
            .MayHave(
                "before",
                Heading,
                with => with.Before,
                (with, value) => with with { Before = value },
                "the column that it is put before; without it, the end"
            );

    private protected override string Words(With members) =>
        members.Before is { } before ? $"{members.Column} moved before {before}" : $"{members.Column} moved to the end";

    private protected override StepResult Apply(Table table, With members)
    {
        Column column = table.Need(members.Column);
        List<Column> columns = [.. table.Columns.Where(other => other != column)];
        columns.Insert(
            members.Before is { } before && before != members.Column ? columns.IndexOf(table.Need(before, "before")) : columns.Count,
            column
        );
        return new StepResult(table.With(columns), 0, 0);
    }
}
