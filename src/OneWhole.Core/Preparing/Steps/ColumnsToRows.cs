using System.Collections.Immutable;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Preparing.Steps;

/// <summary>Makes rows of columns: each row becomes one row for each of them, the heading in one new column, the cell in another.</summary>
internal sealed class ColumnsToRows : StepKind<ColumnsToRows.With>
{
    public sealed record With(ImmutableArray<string> Columns, string Names, string Values);

    public override string Kind => "columns-to-rows";

    public override string Name => "turn columns into rows";

    public override IReadOnlyList<StepField> Fields =>
        [
            new StepField("columns", "Columns", "columns"),
            new StepField("names", "Heading for their headings", "text"),
            new StepField("values", "Heading for their cells", "text"),
        ];

    private protected override ObjectShape<With> Members { get; } =
        new ObjectShape<With>("columns to rows", () => new With([], "", ""))
            .Has("columns", Headings, with => with.Columns, (with, value) => with with { Columns = value }, "the columns", required: true)
            .Has(
                "names",
                Heading,
                with => with.Names,
                (with, value) => with with { Names = value },
                "heading of the new column for their headings",
                required: true
            )
            .Has(
                "values",
                Heading,
                with => with.Values,
                (with, value) => with with { Values = value },
                "heading of the new column for their cells",
                required: true
            );

    private protected override string Words(With members) =>
        $"{ColumnMaking.List(members.Columns)} turned into rows: {members.Names} and {members.Values}";

    private protected override StepResult Apply(Table table, With members)
    {
        Column[] turned = [.. members.Columns.Select(name => table.Need(name, "columns"))];
        Column[] kept = [.. table.Columns.Where(column => !turned.Contains(column))];
        Table rest = new(table.Name, kept);
        string names = rest.Free(members.Names, "names"),
            values = rest.Free(members.Values, "values");
        if (names == values)
        {
            throw new Studies.StudyException("name-taken", "values", "the two new columns need two headings.");
        }
        int[] rows = [.. Enumerable.Range(0, table.RowCount).SelectMany(row => Enumerable.Repeat(row, turned.Length))];
        bool numbers = turned.All(column => column.Info.Type == ColumnType.Quantity);
        Column headings = ColumnMaking.OfTexts(names, rows.Select((_, at) => turned[at % turned.Length].Name), numbers: false);
        Column cells = ColumnMaking.OfTexts(values, rows.Select((row, at) => turned[at % turned.Length].Cells.TextAt(row)), numbers);
        ColumnInfo first = turned[0].Info;
        cells = cells.With(
            cells.Info with
            {
                Type = numbers ? ColumnType.Quantity : cells.Info.Type,
                Unit = first.Unit,
                Numbers = first.Numbers,
            }
        );
        return new StepResult(
            table.With([
                .. kept.Select(column => ColumnMaking.Pick(column, rows)),
                headings.With(headings.Info with { Type = ColumnType.Category }),
                cells,
            ]),
            rows.Length,
            rows.Length
        );
    }
}
