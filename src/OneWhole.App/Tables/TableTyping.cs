using OneWhole.App.Numbers;
using OneWhole.Core.Tables;
using OneWhole.Store;

namespace OneWhole.App.Tables;

/// <summary>Typing in the rows of tables as they were read.</summary>
public sealed class TableTyping(TableDocuments documents, TableRows rows, CellStore cells)
{
    private const int FewCells = 20;
    private const int ManyRows = 20_000;

    /// <summary>Types in the rows as they were read; the steps run again on them. What is written is what changed.</summary>
    /// <exception cref="AppException">The change does not fit the table.</exception>
    public TableView Edit(string id, long revision, TableEdit edit)
    {
        TableDocument document = documents.Changeable(id);
        if (edit.Cells.Count > TableEdit.MostCells)
        {
            throw new AppException(
                "too-many-cells",
                $"At most {TableEdit.MostCells:N0} cells are changed at once; bring a larger block in as a table of its own."
            );
        }
        Table before = rows.AsRead(document),
            after;
        edit = edit with { Cells = [.. edit.Cells.Select(cell => AsTheColumnHasIt(cell, before.Find(cell.Column)))] };
        try
        {
            after = ColumnIds.Given(edit.Apply(before));
        }
        catch (ArgumentException fault)
        {
            throw new AppException("wrong-edit", fault.Message);
        }
        bool cellsOnly = edit is { Remove: null, Insert: null, DropColumns.Count: 0, AddColumns.Count: 0 };
        ILookup<string, CellEdit> typed = edit.Cells.ToLookup(cell => cell.Column);
        var columns = new List<ColumnDocument>();
        var changed = new List<EditedColumn>();
        foreach (Column column in after.Columns)
        {
            ColumnDocument? known = document.Columns.FirstOrDefault(old => old.Name == column.Name);
            Column? old = known is null ? null : before.Find(column.Name);
            if (known is not null && old!.Cells == column.Cells)
            {
                columns.Add(known);
                continue;
            }
            // A column that was blank takes the type of what is typed: then its cells are other ones.
            bool patched =
                cellsOnly && old is not null && old.Info.Type == column.Info.Type && old.Cells.GetType() == column.Cells.GetType();
            changed.Add(
                new EditedColumn(columns.Count, column.Cells, known?.Cells)
                {
                    Typed = patched ? LastTyped(typed[column.Name]) : null,
                    Reading = column.Info.Numbers,
                }
            );
            columns.Add(ColumnDocument.Of(columns.Count, column) with { Heading = known?.Heading });
        }
        string import = cells.Derive(changed);
        try
        {
            columns = columns.ConvertAll(column => column.In.Length > 0 ? column : column with { In = import });
            // Only a number can be another number's sum or share; and a few cells of a long column don't change what it follows from.
            bool few = cellsOnly && edit.Cells.Count <= FewCells && after.RowCount >= ManyRows;
            if (few)
            {
                columns = columns.ConvertAll(column =>
                    column.In == import
                        ? column with
                        {
                            Following = document.Columns.First(old => old.Name == column.Name).Following,
                        }
                        : column
                );
            }
            else if (!cellsOnly || columns.Exists(column => column.In == import && column.Type == ColumnType.Quantity))
            {
                IReadOnlyDictionary<string, Following> following = FollowingColumns.Find(after);
                columns = columns.ConvertAll(column => column with { Following = following.GetValueOrDefault(column.Name) });
            }
            rows.Keep(columns.Where(column => column.In == import), after);
            document = TableSteps.Prepared(
                rows,
                document with
                {
                    RowCount = after.RowCount,
                    Columns = columns,
                    Typed = document.Typed + edit.Cells.Count + (edit.Insert?.Count ?? 0) + (edit.Remove?.Count ?? 0),
                },
                TableRows.StepsIn(document)
            );
            return documents.Revise(id, revision, document, Words(edit), import);
        }
        catch
        {
            cells.Remove(import);
            throw;
        }
    }

    /// <summary>
    /// What is no number as the column writes them, and is one as numbers are written here, goes into a column of numbers as that one has
    /// it.
    /// Where both can be read, the column's own way holds: it is what stands in the cells around.
    /// </summary>
    private static CellEdit AsTheColumnHasIt(CellEdit cell, Column? column)
    {
        if (
            column is not { Info: { Type: ColumnType.Quantity, Numbers: { } reading } }
            || cell.Text.Trim().Length == 0
            || reading.TryRead(cell.Text, out _, out _, out _)
            || TypedNumber.Styled(cell.Text) is not { } number
        )
        {
            return cell;
        }
        return cell with { Text = number.ToString().Replace('.', reading.DecimalMark) };
    }

    private static Dictionary<int, string> LastTyped(IEnumerable<CellEdit> edits)
    {
        var texts = new Dictionary<int, string>();
        foreach (CellEdit edit in edits)
        {
            texts[edit.Row] = edit.Text;
        }
        return texts;
    }

    private static string Words(TableEdit edit) =>
        edit.Remove is { } gone ? Nouns.Count(gone.Count, "row", "rows") + " removed"
        : edit.DropColumns.Count > 0 ? $"column {edit.DropColumns[0]} dropped"
        : edit.Cells.Count > 0 ? Nouns.Count(edit.Cells.Count, "cell", "cells") + " typed"
        : edit.AddColumns.Count > 0 ? $"column {edit.AddColumns[0]} added"
        : "rows added";
}
