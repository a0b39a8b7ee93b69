using System.Globalization;
using System.Text.Json.Nodes;
using OneWhole.App.Changing;
using OneWhole.App.Elsewhere;
using OneWhole.App.Memory;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Store;

namespace OneWhole.App.Tables;

/// <summary>The rows that a table had before its last refresh.</summary>
/// <param name="Document">As a table of its own, with a name that says so.</param>
/// <param name="Words">What they are: "the rows before the refresh of 2026-11-28 14:05" (UTC).</param>
internal sealed record EarlierRows(TableDocument Document, string Words)
{
    /// <summary>The table, where its rows stay elsewhere and were asked before; null where it has rows of its own.</summary>
    public LoadedTable? Asked { get; init; }
}

/// <summary>Tables as the store has them: found, listed, undone, removed. It knows no rows.</summary>
public sealed class TableDocuments(DocumentStore documents, CellStore cells, Changes changes, MemoryBudget memory)
{
    /// <summary>What is stored, read once for each text of it: a screen asks for it many times.</summary>
    private sealed record Known(TableDocument Document, long Bytes) : IMeasured
    {
        public void Measure(MemoryCount count) => count.Add(this, Bytes);
    }

    public const string Kind = "table";

    private const string Damaged = "(damaged table)";

    /// <exception cref="AppException">There is no such table.</exception>
    internal StoredDocument Find(string id) =>
        documents.Find(id) is { Kind: Kind } stored
            ? stored
            : throw new AppException("not-found", "There is no such table; it may have been removed.");

    /// <summary>What is stored of a table.</summary>
    /// <exception cref="AppException">There is no such table, or what is stored of it can't be read.</exception>
    internal TableDocument Document(string id) => Read(Find(id));

    /// <summary>What is stored of a table whose rows are here, so that they can be changed.</summary>
    /// <exception cref="AppException">There is no such table, or its rows stay where they are.</exception>
    internal TableDocument Changeable(string id) =>
        Document(id) switch
        {
            { Left: { } left } there => throw new AppException(
                "left",
                $"The rows of {there.Name} stay in {left.Engine} and are not changed here: bring the table in, or do it "
                    + "in a view or a query there."
            ),
            { Kept: not null } kept => throw new AppException(
                "kept",
                $"{kept.Name} is a copy of cells and has no rows to be changed: change the table that it is from."
            ),
            var document => document,
        };

    internal TableDocument Read(StoredDocument stored) =>
        memory
            .Get($"document\u0001{stored.Body}", () => new Known(Json.Stored<TableDocument>(stored.Body, "table"), 8L * stored.Body.Length))
            .Document;

    public IReadOnlyList<TableSummary> List() =>
        [
            .. from stored in documents.List(Kind)
            let document = Json.TryStored<TableDocument>(stored.Body)
            select document is null
                ? new TableSummary(stored.Id, stored.Revision, Damaged, "", 0, 0, stored.Changed)
                {
                    Problem = "What is stored of this table can't be read.",
                }
                : new TableSummary(
                    stored.Id,
                    stored.Revision,
                    document.Name,
                    document.Source,
                    document.ShownRows,
                    document.Shown.Count,
                    stored.Changed
                )
                {
                    SourceId = document.From?.Source,
                    LeftIn = document.Left?.Engine,
                },
        ];

    /// <summary>Every table's name by its id.</summary>
    internal IReadOnlyDictionary<string, string> Names() => List().ToDictionary(table => table.Id, table => table.Name);

    /// <summary>A name that no table has: the one that is wanted, or it with a number.</summary>
    internal string FreeName(string wanted, IReadOnlyCollection<string>? besides = null)
    {
        HashSet<string> taken = [.. List().Select(table => table.Name), .. besides ?? []];
        string name = wanted;
        for (int number = 2; taken.Contains(name); number++)
        {
            name = $"{wanted} {number}";
        }
        return name;
    }

    /// <summary>The names that a table's columns had in any of its revisions, by their ids; the latest counts.</summary>
    internal IReadOnlyDictionary<string, string> PastNames(string id)
    {
        var names = new Dictionary<string, string>();
        foreach (TableDocument document in documents.History(Kind, id).Select(Json.TryStored<TableDocument>).OfType<TableDocument>())
        {
            foreach (ColumnDocument column in document.Columns.Concat(document.Prepared ?? []))
            {
                names[column.Id] = column.Name;
            }
        }
        return names;
    }

    /// <summary>Writes a table's next revision.</summary>
    internal TableView Revise(string id, long revision, TableDocument document, string note, params ReadOnlySpan<string> publishes) =>
        View(changes.Write(new Change(note).Revise(new NewRevision(id, revision, Json.Write(document))).Publish(publishes))[0], document);

    /// <summary>Calls a table otherwise.</summary>
    /// <exception cref="AppException">The name is empty, too long, or another table has it.</exception>
    public TableView Rename(string id, long revision, string name)
    {
        TableDocument document = Document(id);
        name = name.Trim();
        if (name.Length is 0 or > 200)
        {
            throw new AppException("wrong-name", "A table's name must have 1 to 200 characters.");
        }
        if (name != document.Name && List().Any(table => table.Id != id && table.Name == name))
        {
            throw new AppException("name-taken", $"There is a table \"{name}\" already; choose another name.");
        }
        return Revise(id, revision, document with { Name = name }, $"renamed {name}");
    }

    /// <summary>
    /// Says whether a table is long or wide, and which of its columns stand side by side; null leaves it to what is found.
    /// </summary>
    public TableView Say(string id, long revision, TableShape? shape, IReadOnlyList<string> columns)
    {
        TableDocument document = Document(id);
        string[] ids = [.. document.Shown.Where(column => columns.Contains(column.Name)).Select(column => column.Id)];
        return Revise(
            id,
            revision,
            document with
            {
                Said = shape is { } said ? new SaidShape(said, ids) : null,
            },
            shape is null ? "its shape found from its columns" : $"taken for {(shape == TableShape.Wide ? "wide" : "long")}"
        );
    }

    public TableView Undo(string id, long revision) => View(changes.Undo(Find(id).Id, revision));

    public TableView Redo(string id, long revision) => View(changes.Redo(Find(id).Id, revision));

    /// <summary>How the words of a change begin that gave a table fresh rows.</summary>
    internal const string Refreshed = "refreshed from";

    /// <summary>
    /// The rows that the last refresh replaced, as a table of its own that is not stored yet; null where there was none, or it was kept
    /// already.
    /// </summary>
    internal EarlierRows? Earlier(string id)
    {
        if (documents.Before(Find(id).Id, Refreshed) is not { } before || Json.TryStored<TableDocument>(before.Body) is not { } document)
        {
            return null;
        }
        string when = DateTime
            .Parse(before.Made, CultureInfo.InvariantCulture, DateTimeStyles.AdjustToUniversal)
            .ToString("yyyy-MM-dd HH:mm", CultureInfo.InvariantCulture);
        string name = $"{document.Name} before {when}";
        return List().Any(other => other.Name == name)
            ? null
            : new EarlierRows(document with { Name = name, From = null }, $"the rows before the refresh of {when}");
    }

    /// <summary>Makes a table of rows that a refresh replaced; both share their cells.</summary>
    internal void Keep(EarlierRows earlier) =>
        changes.Write(
            new Change("kept from before a refresh").Create(
                new NewDocument(DocumentStore.NewId(), Kind, null, Json.Write(earlier.Document))
            )
        );

    /// <summary>Makes a table of the cells that were asked of another one.</summary>
    internal void Keep((TableDocument Document, Table Table) from, string name, IReadOnlyList<UsedAnswer> used)
    {
        TableDocument kept = KeptTable.Kept(from, name, used, cells);
        changes.Write(
            new Change("kept as it was asked")
                .Create(new NewDocument(DocumentStore.NewId(), Kind, null, Json.Write(kept)))
                .Publish(ImportsOf(kept))
        );
    }

    /// <summary>Takes a table away with its studies; they can be brought back.</summary>
    public void Remove(string id)
    {
        StoredDocument stored = Find(id);
        documents.Remove(stored.Id, Json.TryStored<TableDocument>(stored.Body)?.Name ?? Damaged);
    }

    /// <summary>Deletes a table that was taken away, with those of its rows that no other table has.</summary>
    /// <returns>Whether it was one.</returns>
    internal bool Forget(string id)
    {
        string[] imports = ImportsOf(documents.History(Kind, id));
        if (imports.Length == 0 || !documents.Forget(id))
        {
            return false;
        }
        Array.ForEach([.. imports.Except(ImportsOf(documents.History(Kind)))], cells.Remove);
        return true;
    }

    /// <summary>Removes rows that no revision of any table holds.</summary>
    public void CleanUp() => cells.KeepOnly(ImportsOf(documents.History(Kind)));

    private static string[] ImportsOf(IEnumerable<string> bodies) =>
        [.. bodies.Select(Json.TryStored<TableDocument>).OfType<TableDocument>().SelectMany(ImportsOf).Distinct()];

    internal static string[] ImportsOf(TableDocument document) =>
        [.. document.Columns.Concat((document.Kept ?? []).SelectMany(kept => kept.Columns)).Select(column => column.In).Distinct()];

    internal TableView View(StoredDocument stored) => View(stored, Read(stored));

    internal static TableView View(StoredDocument stored, TableDocument document) =>
        new(
            stored.Id,
            stored.Revision,
            stored.CanUndo,
            stored.CanRedo,
            document.Name,
            document.Source,
            document.ShownRows,
            document.Shown,
            document.Notes
        )
        {
            LastChange = stored.Note,
            Titles = document.Titles,
            Below = document.Below,
            Steps = document.Steps is { } steps
                ?
                [
                    .. steps["steps"]!
                        .AsArray()
                        .Select(
                            (step, at) =>
                                new StepView((JsonObject)step!.DeepClone(), at < document.Reports.Count ? document.Reports[at] : null)
                        ),
                ]
                : [],
            Stage = document.Steps?["steps"]!.AsArray().Count ?? 0,
            Typed = document.Typed,
            Left = document.Left,
            KeptAsOf = document.Kept?.Min(kept => kept.AsOf),
            SourceId = document.From?.Source,
        };
}
