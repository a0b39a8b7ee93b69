using System.Collections.Immutable;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Preparing.Steps;

/// <summary>Exchanges labels for the ones that are kept: spellings of one thing become one. Works on at every refresh.</summary>
internal sealed class Unify : StepKind<Unify.With>
{
    public sealed record With(string Column)
    {
        public ImmutableSortedDictionary<string, string> Labels { get; init; } = ImmutableSortedDictionary<string, string>.Empty;
    }

    public override string Kind => "unify";

    public override string Name => "unify labels";

    public override IReadOnlyList<StepField> Fields =>
        [new StepField("column", "Column", "column"), new StepField("labels", "Labels and what they become", "labels") { Of = "column" }];

    private protected override ObjectShape<With> Members { get; } =
        new ObjectShape<With>("unifying", () => new With(""))
            .Has("column", Heading, with => with.Column, (with, value) => with with { Column = value }, "the column", required: true)
            .Has(
                "labels",
                new MapShape<string>(new TextShape("a label", 1000)),
                with => with.Labels,
                (with, value) => with with { Labels = value },
                "from each spelling to the label that is kept",
                required: true
            );

    private protected override string Words(With members) =>
        $"{members.Column}: "
        + $"{string.Join(", ", members.Labels.Take(3).Select(pair => $"“{pair.Key}” is “{pair.Value}”"))}"
        + $"{(members.Labels.Count > 3 ? $" and {members.Labels.Count - 3} more" : "")}";

    private protected override StepResult Apply(Table table, With members)
    {
        Column column = table.Need(members.Column);
        LabelCells unified = ColumnMaking.MapLabels(column, label => members.Labels.GetValueOrDefault(label, label), out long changed);
        return new StepResult(changed == 0 ? table : table.Replace(column, new Column(column.Info, unified)), changed, changed);
    }
}
