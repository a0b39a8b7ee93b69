using System.Text.Json.Nodes;
using OneWhole.App.Changing;
using OneWhole.App.Studies;
using OneWhole.Core.Tables;
using OneWhole.Formats.Reading;
using OneWhole.Store;

namespace OneWhole.App.Tables;

/// <summary>A table that was read, and that nothing sees before a change takes it in.</summary>
/// <param name="Import">Its rows.</param>
internal sealed record ReadTable(TableDocument Document, Table Table, string Import)
{
    /// <summary>The change with this table as a new one.</summary>
    public (Change Change, string Id) AddTo(Change change)
    {
        string id = DocumentStore.NewId();
        return (change.Create(new NewDocument(id, TableDocuments.Kind, null, Json.Write(Document))).Publish(Import), id);
    }
}

/// <summary>Brings tables in: read, written unseen, and then there at once.</summary>
public sealed class TableImport(TableDocuments documents, TableRows rows, CellStore cells, Changes changes)
{
    /// <summary>Reads a file of any format into a new table. Stopped or failed, it leaves nothing behind.</summary>
    /// <exception cref="ReadException">The file can't be read.</exception>
    public TableView Import(
        Stream stream,
        string fileName,
        ReadSettings settings,
        Action<ReadProgress>? progress = null,
        CancellationToken cancel = default,
        SourceLink? from = null,
        string? named = null
    )
    {
        string name =
            named is not null ? named
            : Path.GetFileNameWithoutExtension(fileName) is { Length: > 0 } stem ? stem
            : "table";
        ReadTable read = ReadIn(stream, fileName, documents.FreeName(name), settings, progress, cancel);
        return Take(read with { Document = read.Document with { From = from } }, "brought in");
    }

    /// <summary>Takes a table that was read from an engine, as a new one.</summary>
    internal TableView Bring(Table table, string name, string source, SourceLink from, CancellationToken cancel)
    {
        ReadTable read = Kept(table, name, source, cancel);
        return Take(read with { Document = read.Document with { From = from } }, "brought in");
    }

    /// <summary>Takes a document whose cells were written just now, as a new table.</summary>
    internal TableView Take(TableDocument document, string note)
    {
        string[] imports = TableDocuments.ImportsOf(document);
        try
        {
            return TableDocuments.View(
                changes.Write(
                    new Change(note)
                        .Create(new NewDocument(DocumentStore.NewId(), TableDocuments.Kind, null, Json.Write(document)))
                        .Publish(imports)
                )[0],
                document
            );
        }
        catch
        {
            Leave(imports);
            throw;
        }
    }

    /// <summary>Writes a table into rows that nothing sees yet.</summary>
    internal ReadTable Kept(Table table, string name, string source, CancellationToken cancel)
    {
        table = ColumnIds.Given(table);
        string import = cells.Write(table.Columns, cancel);
        try
        {
            IReadOnlyList<ColumnDocument> columns = [.. ColumnDocument.Of(table, cancel).Select(column => column with { In = import })];
            cancel.ThrowIfCancellationRequested();
            var document = new TableDocument
            {
                Name = name,
                Source = source,
                RowCount = table.RowCount,
                Columns = columns,
            };
            return new ReadTable(TableSteps.WithTotals(table, document, more => TableSteps.Prepared(table, document, more)), table, import);
        }
        catch
        {
            cells.Remove(import);
            throw;
        }
    }

    private TableView Take(ReadTable read, string note)
    {
        try
        {
            (Change change, _) = read.AddTo(new Change(note));
            TableView view = TableDocuments.View(changes.Write(change)[0], read.Document);
            rows.Keep(read.Document.Columns, read.Table);
            return view;
        }
        catch
        {
            cells.Remove(read.Import);
            throw;
        }
    }

    /// <summary>Reads a file into rows that nothing sees yet.</summary>
    internal ReadTable ReadIn(
        Stream stream,
        string fileName,
        string name,
        ReadSettings settings,
        Action<ReadProgress>? progress = null,
        CancellationToken cancel = default
    )
    {
        ReadResult result = TableFile.Read(stream, fileName, settings, progress, cancel);
        Table table = ColumnIds.Given(result.Table);
        string import = cells.Write(table.Columns, cancel);
        try
        {
            IReadOnlyList<ColumnDocument> columns = [.. ColumnDocument.Of(table, cancel).Select(column => column with { In = import })];
            cancel.ThrowIfCancellationRequested();
            var document = new TableDocument
            {
                Name = name,
                Source = fileName,
                RowCount = table.RowCount,
                Columns = columns,
                Notes = result.Notes,
                Titles = result.Titles,
                Below = result.Below,
                Reading = (JsonObject)ReadSettings.Shape.Write(result.Used)!,
                EarlierLabels = table.Columns.Any(column => column.Info.EarlierLabels is not null)
                    ? table
                        .Columns.Where(column => column.Info.EarlierLabels is not null)
                        .ToDictionary(column => column.Info.Id, column => column.Info.EarlierLabels!)
                    : null,
            };
            return new ReadTable(TableSteps.Begun(table, document), table, import);
        }
        catch
        {
            cells.Remove(import);
            throw;
        }
    }

    /// <summary>Leaves rows that were read and not taken.</summary>
    internal void Leave(IEnumerable<string> imports)
    {
        foreach (string import in imports)
        {
            cells.Remove(import);
        }
    }

    /// <summary>Makes a table of a marked block.</summary>
    internal TableView CopyBlock(string id, MarkedBlock block)
    {
        Table table = rows.Load(id).Table;
        int first = Math.Clamp(block.First, 0, table.RowCount),
            last = Math.Clamp(block.Last, first - 1, table.RowCount - 1);
        Column[] kept =
        [
            .. table
                .Columns.Where(column => block.Columns.Contains(column.Name))
                .Select(column => new Column(column.Info, column.Cells.Splice(last + 1, table.RowCount - 1 - last, 0).Splice(0, first, 0))),
        ];
        string columns = kept.Length == 1 ? kept[0].Name : $"{kept[0].Name} to {kept[^1].Name}";
        string import = cells.Write(kept);
        var document = new TableDocument
        {
            Name = documents.FreeName($"{table.Name}, rows {first + 1} to {last + 1}, {columns}"),
            Source = $"marked in {table.Name}",
            RowCount = last - first + 1,
            Columns = [.. kept.Select((column, at) => ColumnDocument.Of(at, column) with { In = import })],
        };
        return Take(new ReadTable(document, new Table(document.Name, kept), import), "marked");
    }
}
