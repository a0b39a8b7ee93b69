using OneWhole.Core.Tables;
using OneWhole.Formats.Reading;
using OneWhole.Store;

namespace OneWhole.App;

/// <summary>A table as it is listed.</summary>
public sealed record TableSummary(string Id, long Revision, string Name, string Source, int RowCount, int ColumnCount, string Changed);

/// <summary>A table with its columns.</summary>
public sealed record TableView(string Id, long Revision, bool CanUndo, bool CanRedo, string Name, string Source, int RowCount, IReadOnlyList<ColumnDocument> Columns, IReadOnlyList<ReadNote> Notes)
{
    /// <summary>Lines that stood above the headings.</summary>
    public IReadOnlyList<string> Titles { get; init; } = [];

    /// <summary>Lines that stood below the rows.</summary>
    public IReadOnlyList<string> Below { get; init; } = [];
}

/// <summary>A run of rows as text.</summary>
public sealed record RowPage(int First, IReadOnlyList<IReadOnlyList<string>> Rows);

/// <summary>A cell that its column's type can't read.</summary>
public sealed record UnreadableCell(int Row, string Column, string Text);

/// <summary>Brings tables in, keeps them, and changes what is known of their columns.</summary>
public sealed class TableService(DocumentStore documents, CellStore cells, TableCache cache)
{
    private const string Kind = "table";

    /// <summary>Reads a file of any format into a new table. Stopped or failed, it leaves nothing behind.</summary>
    /// <exception cref="ReadException">The file can't be read.</exception>
    public TableView Import(Stream stream, string fileName, ReadSettings settings, Action<ReadProgress>? progress = null, CancellationToken cancel = default)
    {
        string name = Path.GetFileNameWithoutExtension(fileName) is { Length: > 0 } stem ? stem : "table";
        ReadResult result = TableFile.Read(stream, fileName, settings, progress, cancel);
        string import = cells.Write(result.Table.Columns, cancel);
        var document = new TableDocument
        {
            Name = name,
            Source = fileName,
            Import = import,
            RowCount = result.Table.RowCount,
            Columns = [.. result.Table.Columns.Select((column, at) => ColumnDocument.Of(at, column))],
            Notes = result.Notes,
            Titles = result.Titles,
            Below = result.Below,
        };
        cancel.ThrowIfCancellationRequested();
        cells.Publish(import);
        StoredDocument stored = documents.Create(Kind, null, Json.Write(document), "brought in");
        cache.Put(stored.Id, stored.Revision, result.Table);
        return View(stored, document);
    }

    public IReadOnlyList<TableSummary> List() =>
    [
        .. documents.List(Kind).Select(stored => (stored, document: Json.Read<TableDocument>(stored.Body)))
            .Select(pair => new TableSummary(pair.stored.Id, pair.stored.Revision, pair.document.Name, pair.document.Source, pair.document.RowCount, pair.document.Columns.Count, pair.stored.Changed)),
    ];

    public TableView Get(string id)
    {
        StoredDocument stored = Find(id);
        return View(stored, Json.Read<TableDocument>(stored.Body));
    }

    /// <summary>The table of a document at its current revision, from memory or from its blocks.</summary>
    public (Table Table, long Revision) Load(string id)
    {
        StoredDocument stored = Find(id);
        Table table = cache.Get(stored.Id, stored.Revision, () =>
        {
            TableDocument document = Json.Read<TableDocument>(stored.Body);
            return new Table(document.Name, [.. document.Columns.Select(column => new Column(column.ToInfo(), cells.Read(document.Import, column.At)))]);
        });
        return (table, stored.Revision);
    }

    public RowPage Rows(string id, int first, int count)
    {
        (Table table, _) = Load(id);
        first = Math.Clamp(first, 0, table.RowCount);
        count = Math.Clamp(count, 0, Math.Min(500, table.RowCount - first));
        return new RowPage(first, [.. Enumerable.Range(first, count).Select(row => (IReadOnlyList<string>)[.. table.Columns.Select(column => column.Cells.TextAt(row))])]);
    }

    /// <summary>Cells that their columns' types can't read, at most 200 a column.</summary>
    public IReadOnlyList<UnreadableCell> Unreadable(string id)
    {
        (Table table, _) = Load(id);
        return [.. table.Columns.SelectMany(column => ColumnFacts.Unreadable(column, 200).Select(cell => new UnreadableCell(cell.Row, column.Name, cell.Text)))];
    }

    /// <summary>Changes the heading, the type or the reading of a column.</summary>
    /// <exception cref="AppException">There is no such column, or the name is taken or empty.</exception>
    public TableView ChangeColumn(string id, long revision, string column, ColumnChange change)
    {
        StoredDocument stored = Find(id);
        TableDocument document = Json.Read<TableDocument>(stored.Body);
        ColumnDocument old = document.Columns.FirstOrDefault(known => known.Name == column)
            ?? throw new AppException("not-found", $"The table {document.Name} has no column \"{column}\".");
        string name = change.Name?.Trim() ?? old.Name;
        if (name.Length is 0 or > 200)
        {
            throw new AppException("wrong-name", "A heading must have 1 to 200 characters.");
        }
        if (name != old.Name && document.Columns.Any(known => known.Name == name))
        {
            throw new AppException("name-taken", $"The table has a column \"{name}\" already; choose another heading.");
        }
        Cells kept = Load(id).Table.Find(column)!.Cells;
        ColumnDocument draft = old with
        {
            Name = name,
            Type = change.Type ?? old.Type,
            DecimalComma = change.DecimalComma ?? old.DecimalComma,
            Dates = change.Dates ?? old.Dates,
            Unit = change.Unit is null ? old.Unit : change.Unit.Trim() is { Length: > 0 } unit ? unit : null,
        };
        ColumnDocument changed = ColumnDocument.Of(old.At, new Column(draft.ToInfo(), kept)) with { HoldsShares = old.HoldsShares && draft.Type == ColumnType.Quantity };
        document = document with
        {
            Columns = [.. document.Columns.Select(known => known.Name == column ? changed : known)],
            // What was asked about the column's reading is answered once it was set.
            Notes = change.Dates is null && change.DecimalComma is null ? document.Notes : [.. document.Notes.Where(note => !note.Ask || note.Column != old.At)],
        };
        StoredDocument next = documents.Change(id, revision, Json.Write(document), name != old.Name ? $"{old.Name} renamed {name}" : $"{name} changed");
        return View(next, document);
    }

    public TableView Undo(string id, long revision) => Moved(documents.Undo(id, revision));

    public TableView Redo(string id, long revision) => Moved(documents.Redo(id, revision));

    public void Remove(string id)
    {
        TableDocument document = Json.Read<TableDocument>(Find(id).Body);
        documents.Remove(id);
        cells.Remove(document.Import);
    }

    private static TableView Moved(StoredDocument stored) => View(stored, Json.Read<TableDocument>(stored.Body));

    private StoredDocument Find(string id) => documents.Find(id) is { Kind: Kind } stored ? stored : throw new AppException("not-found", "There is no such table; it may have been removed.");

    private static TableView View(StoredDocument stored, TableDocument document) =>
        new(stored.Id, stored.Revision, stored.CanUndo, stored.CanRedo, document.Name, document.Source, document.RowCount, document.Columns, document.Notes) { Titles = document.Titles, Below = document.Below };
}

/// <summary>What is changed of a column; null leaves it.</summary>
public sealed record ColumnChange
{
    public string? Name { get; init; }

    public ColumnType? Type { get; init; }

    public bool? DecimalComma { get; init; }

    public DateOrder? Dates { get; init; }

    public string? Unit { get; init; }
}
