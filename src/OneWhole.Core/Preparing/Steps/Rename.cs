using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Preparing.Steps;

/// <summary>Gives a column another heading.</summary>
public sealed class Rename : StepKind<Rename.With>
{
    /// <summary>Which column, and its new heading.</summary>
    /// <param name="Column">Its heading so far.</param>
    /// <param name="To">The new one.</param>
    public sealed record With(string Column, string To);

    /// <inheritdoc/>
    public override string Kind => "rename";

    /// <inheritdoc/>
    public override string Name => "rename a column";

    /// <inheritdoc/>
    public override IReadOnlyList<StepField> Fields =>
        [new StepField("column", "Column", "column"), new StepField("to", "New heading", "text")];

    private protected override ObjectShape<With> Members { get; } =
        new ObjectShape<With>("renaming", () => new With("", ""))
            .Has("column", Heading, with => with.Column, (with, value) => with with { Column = value }, "the column", required: true)
            .Has("to", Heading, with => with.To, (with, value) => with with { To = value }, "its new heading", required: true);

    private protected override string Words(With members) => $"{members.Column} renamed {members.To}";

    private protected override StepResult Apply(Table table, With members)
    {
        Column column = table.Need(members.Column);
        string name = members.To.Trim() == column.Name ? column.Name : table.Free(members.To, "to");
        return new StepResult(table.Replace(column, column.With(column.Info with { Name = name })), 0, 0);
    }
}
