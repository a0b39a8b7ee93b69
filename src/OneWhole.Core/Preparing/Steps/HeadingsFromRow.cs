using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Preparing.Steps;

/// <summary>Takes the headings from a row; that row and those above it are no rows of the table any more.</summary>
internal sealed class HeadingsFromRow : StepKind<HeadingsFromRow.With>
{
    public sealed record With
    {
        public int Row { get; init; } = 1;
    }

    public override string Kind => "headings-from-row";

    public override string Name => "take the headings from a row";

    public override IReadOnlyList<StepField> Fields => [new StepField("row", "Row of the headings", "number")];

    private protected override ObjectShape<With> Members { get; } =
        new ObjectShape<With>("headings", () => new With()).Has(
            "row",
            new CountShape(1, 1000),
            with => with.Row,
            (with, value) => with with { Row = value },
            "the row, from 1"
        );

    private protected override string Words(With members) =>
        members.Row == 1 ? "headings from the first row" : $"headings from row {members.Row}";

    private protected override StepResult Apply(Table table, With members)
    {
        if (members.Row > table.RowCount)
        {
            throw new Studies.StudyException("wrong-value", "row", $"there is no row {members.Row}; the table has {table.RowCount}.");
        }
        int[] rows = [.. Enumerable.Range(members.Row, table.RowCount - members.Row)];
        var taken = new HashSet<string>(StringComparer.Ordinal);
        var columns = new List<Column>();
        foreach (Column column in table.Columns)
        {
            string wish = column.Cells.TextAt(members.Row - 1).Trim() is { Length: > 0 } text ? text : column.Name,
                name = wish;
            for (int number = 2; !taken.Add(name); number++)
            {
                name = $"{wish} ({number})";
            }
            // Without the heading among its cells a column may turn out to hold numbers.
            Column picked = ColumnMaking.OfTexts(
                name,
                rows.Select(row => column.Cells.TextAt(row)),
                numbers: rows.Length > 0 && column.NumberAt(rows[0]) is not null
            );
            columns.Add(picked);
        }
        return new StepResult(table.With(columns), members.Row, 0);
    }
}
