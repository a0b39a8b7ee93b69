using System.Collections.Immutable;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Preparing.Steps;

/// <summary>Makes a column of fewer labels: many into few, with one for everything else.</summary>
internal sealed class Regroup : StepKind<Regroup.With>
{
    public sealed record With(string Column, string As)
    {
        public ImmutableSortedDictionary<string, string> Labels { get; init; } = ImmutableSortedDictionary<string, string>.Empty;

        public string? Else { get; init; }
    }

    public override string Kind => "regroup";

    public override string Name => "regroup labels into a new column";

    public override IReadOnlyList<StepField> Fields =>
        [
            new StepField("column", "Column", "column"),
            new StepField("as", "Heading of the new column", "text"),
            new StepField("labels", "Labels and their groups", "labels") { Of = "column" },
            new StepField("else", "Everything else", "text") { Optional = true },
        ];

    private protected override ObjectShape<With> Members { get; } =
        new ObjectShape<With>("regrouping", () => new With("", ""))
            .Has("column", Heading, with => with.Column, (with, value) => with with { Column = value }, "the column", required: true)
            .Has("as", Heading, with => with.As, (with, value) => with with { As = value }, "the new column's heading", required: true)
            .Has(
                "labels",
                new MapShape<string>(new TextShape("a label", 1000)),
                with => with.Labels,
                (with, value) => with with { Labels = value },
                "from each label to its group",
                required: true
            )
            .MayHave(
                "else",
                new TextShape("a label", 1000),
                with => with.Else,
                (with, value) => with with { Else = value },
                "the group of everything else; without it each keeps its own label"
            );

    private protected override string Words(With members)
    {
        string[] groups = [.. members.Labels.Values.Distinct()];
        return $"{members.Column} regrouped into "
            + $"{ColumnMaking.List(groups)}{(members.Else is { } other ? $", everything else {other}" : "")} as {members.As}";
    }

    private protected override StepResult Apply(Table table, With members)
    {
        Column column = table.Need(members.Column);
        string name = table.Free(members.As);
        LabelCells regrouped = ColumnMaking.MapLabels(
            column,
            label => members.Labels.GetValueOrDefault(label, label == Label.Blank ? label : members.Else ?? label),
            out _
        );
        return new StepResult(table.With([.. table.Columns, ColumnMaking.OfLabels(name, regrouped)]), table.RowCount, table.RowCount);
    }
}
