using System.Collections.Immutable;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Preparing.Steps;

/// <summary>Repeats what stands in a cell over the blank cells below it.</summary>
internal sealed class FillDown : StepKind<FillDown.With>
{
    public sealed record With(ImmutableArray<string> Columns);

    public override string Kind => "fill-down";

    public override string Name => "repeat a heading over the blanks under it";

    public override IReadOnlyList<StepField> Fields => [new StepField("columns", "Columns", "columns")];

    private protected override ObjectShape<With> Members { get; } =
        new ObjectShape<With>("filling", () => new With([])).Has(
            "columns",
            Headings,
            with => with.Columns,
            (with, value) => with with { Columns = value },
            "the columns",
            required: true
        );

    private protected override string Words(With members) => $"blanks of {ColumnMaking.List(members.Columns)} filled from above";

    private protected override StepResult Apply(Table table, With members)
    {
        long filled = 0;
        foreach (string name in members.Columns)
        {
            Column column = table.Need(name, "columns");
            var from = new int[column.Count];
            LabelView labels = column.Labels;
            for (int row = 0, last = 0; row < from.Length; row++)
            {
                bool blank = labels.Codes[row] == labels.BlankCode;
                last = blank ? last : row;
                from[row] = last;
                filled += blank && last != row && labels.Codes[last] != labels.BlankCode ? 1 : 0;
            }
            table = table.Replace(column, ColumnMaking.Pick(column, from));
        }
        return new StepResult(table, filled, filled);
    }
}
