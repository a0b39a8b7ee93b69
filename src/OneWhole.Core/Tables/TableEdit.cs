namespace OneWhole.Core.Tables;

/// <summary>A text typed into one cell.</summary>
/// <param name="Row">From 0, after rows were removed and inserted.</param>
/// <param name="Column">Its name.</param>
/// <param name="Text">What stands there then.</param>
public sealed record CellEdit(int Row, string Column, string Text);

/// <summary>Rows that come or go.</summary>
/// <param name="At">The first of them, from 0.</param>
/// <param name="Count">How many rows.</param>
public sealed record RowRun(int At, int Count);

/// <summary>
/// Typing in a table, as one change: rows go, rows come, columns go, columns come, cells are typed over, in this order. Cells
/// that nothing touches keep their arrays.
/// </summary>
public sealed record TableEdit
{
    /// <summary>The most cells that one change types over.</summary>
    public const int MostCells = 200_000;

    /// <summary>Rows that go; null for none.</summary>
    public RowRun? Remove { get; init; }

    /// <summary>Where rows come; null for none.</summary>
    public RowRun? Insert { get; init; }

    /// <summary>Columns that go, by name.</summary>
    public IReadOnlyList<string> DropColumns { get; init; } = [];

    /// <summary>Columns that come, by name.</summary>
    public IReadOnlyList<string> AddColumns { get; init; } = [];

    /// <summary>Cells that are typed over.</summary>
    public IReadOnlyList<CellEdit> Cells { get; init; } = [];

    /// <summary>The table as it is afterwards. A column that was blank gets the type of what was typed into it.</summary>
    /// <exception cref="ArgumentException">A row or a column is not there, a heading is taken, or nothing would be left.</exception>
    public Table Apply(Table table)
    {
        int rows = table.RowCount;
        var columns = new List<Column>(table.Columns);
        foreach (RowRun run in new[] { Remove, Insert }.OfType<RowRun>())
        {
            int removed = ReferenceEquals(run, Remove) ? run.Count : 0,
                inserted = run.Count - removed;
            if (run.At < 0 || run.Count < 1 || run.At + removed > rows || inserted > 100_000)
            {
                throw new ArgumentException($"There are no rows {run.At + 1} to {run.At + run.Count}: the table has {rows}.");
            }
            rows += inserted - removed;
            columns = columns.ConvertAll(column => new Column(column.Info, column.Cells.Splice(run.At, removed, inserted)));
        }
        foreach (string name in DropColumns)
        {
            columns.Remove(Find(columns, name));
        }
        foreach (string name in AddColumns.Select(name => name.Trim()))
        {
            if (name.Length is 0 or > 200 || columns.Exists(column => column.Name == name))
            {
                throw new ArgumentException(
                    $"\"{name}\" can't be the heading of a new column: it must have 1 to 200 characters, and no other column may have it."
                );
            }
            columns.Add(
                new Column(new ColumnInfo(name, ColumnType.Category), new LabelCells([Label.Blank], Codes.From(new int[rows], rows, 1)))
            );
        }
        if (columns.Count == 0)
        {
            throw new ArgumentException("A table needs a column: the last one can't be dropped.");
        }
        foreach (IGrouping<string, CellEdit> typed in Cells.GroupBy(edit => edit.Column))
        {
            Column column = Find(columns, typed.Key);
            var texts = new Dictionary<int, string>();
            foreach (CellEdit edit in typed)
            {
                texts[edit.Row] =
                    edit.Row >= 0 && edit.Row < rows
                        ? edit.Text
                        : throw new ArgumentException($"There is no row {edit.Row + 1}: the table has {rows}.");
            }
            columns[columns.IndexOf(column)] = Typed(column, texts);
        }
        return new Table(table.Name, columns);
    }

    private static Column Typed(Column column, Dictionary<int, string> texts)
    {
        Cells cells = column.Cells.With(texts, column.Info.Numbers);
        // Numbers are not asked for their labels: each edit would write a long column out.
        bool wasBlank = column.Cells is LabelCells && column.Labels.Labels.All(label => label == Label.Blank);
        return wasBlank ? ColumnBuilder.Settle(column.Name, cells, column.Info.Numbers, null, null) : new Column(column.Info, cells);
    }

    private static Column Find(List<Column> columns, string name) =>
        columns.Find(column => column.Name == name) ?? throw new ArgumentException($"There is no column \"{name}\".");
}
