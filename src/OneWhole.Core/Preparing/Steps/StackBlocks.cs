using System.Collections.Immutable;
using OneWhole.Core.Studies;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Preparing.Steps;

/// <summary>
/// Lays blocks of columns that stand side by side under one another; each block's title becomes a label in a new column. Rows that are
/// blank in a block don't come.
/// </summary>
internal sealed class StackBlocks : StepKind<StackBlocks.With>
{
    public sealed record With(ImmutableArray<string> Columns, int Wide, ImmutableArray<string> Titles, string As);

    public override string Kind => "stack-blocks";

    public override string Name => "lay blocks of columns under one another";

    public override IReadOnlyList<StepField> Fields =>
        [
            new StepField("columns", "Columns of all blocks, block after block", "columns"),
            new StepField("wide", "Columns in one block", "number"),
            new StepField("titles", "Title of each block", "texts"),
            new StepField("as", "Heading for the titles", "text"),
        ];

    private protected override ObjectShape<With> Members { get; } =
        new ObjectShape<With>("stacked blocks", () => new With([], 1, [], "Block"))
            .Has(
                "columns",
                new ListShape<string>(Heading, least: 2),
                with => with.Columns,
                (with, value) => with with { Columns = value },
                "the columns of all blocks, block after block",
                required: true
            )
            .Has(
                "wide",
                new CountShape(1, 1000),
                with => with.Wide,
                (with, value) => with with { Wide = value },
                "how many columns one block has",
                required: true
            )
            .Has(
                "titles",
                new ListShape<string>(new TextShape("a title", 1000), least: 2),
                with => with.Titles,
                (with, value) => with with { Titles = value },
                "the title of each block",
                required: true
            )
            .Has("as", Heading, with => with.As, (with, value) => with with { As = value }, "heading of the new column for the titles")
            .Where(with => with.Columns.Length == with.Wide * with.Titles.Length ? null : "as many columns as blocks times their width");

    private protected override string Words(With members) =>
        $"{members.Titles.Length} blocks laid under one another, {ColumnMaking.List(members.Titles)} in {members.As}";

    private protected override StepResult Apply(Table table, With members)
    {
        Column[] columns = [.. members.Columns.Select(name => table.Need(name, "columns"))];
        Column[] kept = [.. table.Columns.Where(column => !columns.Contains(column))];
        string heading = members.As.Trim();
        if (
            heading.Length == 0
            || kept.Any(column => column.Name == heading)
            || columns.Take(members.Wide).Any(column => column.Name == heading)
        )
        {
            throw new StudyException("name-taken", "as", $"there is a column \"{heading}\" already; choose another heading.");
        }
        List<(int Block, int Row)> rows =
        [
            .. Enumerable
                .Range(0, members.Titles.Length)
                .SelectMany(block =>
                    Enumerable
                        .Range(0, table.RowCount)
                        .Where(row =>
                            Enumerable.Range(0, members.Wide).Any(at => columns[block * members.Wide + at].Cells.TextAt(row).Length > 0)
                        )
                        .Select(row => (block, row))
                ),
        ];
        Column titles = ColumnMaking.OfTexts(heading, rows.Select(row => members.Titles[row.Block]), numbers: false);
        int[] picked = [.. rows.Select(row => row.Row)];
        return new StepResult(
            table.With([
                titles.With(titles.Info with { Type = ColumnType.Category }),
                .. kept.Select(column => ColumnMaking.Pick(column, picked)),
                .. Enumerable
                    .Range(0, members.Wide)
                    .Select(at => Stacked(columns[at], rows.Select(row => columns[row.Block * members.Wide + at].Cells.TextAt(row.Row)))),
            ]),
            rows.Count,
            (long)rows.Count * members.Wide
        );
    }

    /// <summary>A column of all blocks' cells, read as the first block's were.</summary>
    private static Column Stacked(Column first, IEnumerable<string> texts)
    {
        var builder = new ColumnBuilder(first.Info.Numbers, first.Info.Type == ColumnType.Quantity);
        foreach (string text in texts)
        {
            builder.Add(text);
        }
        Column stacked = builder.Build(first.Name, first.Info.Type, first.Info.Dates);
        return stacked.With(first.Info);
    }
}
