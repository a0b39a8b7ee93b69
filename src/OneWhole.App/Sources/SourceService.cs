using OneWhole.App.Elsewhere;
using OneWhole.App.Importing;
using OneWhole.App.Refreshing;
using OneWhole.App.Tables;
using OneWhole.Core.Studies;
using OneWhole.Engines;
using OneWhole.Formats.Reading;
using OneWhole.Store;

namespace OneWhole.App.Sources;

/// <summary>A named source: a folder, a file (a database with many tables, for instance) or an address.</summary>
/// <param name="PlaceKind">"folder", "file", "address", "server" or "missing".</param>
public sealed record SourceView(string Id, long Revision, string Name, string Place, string PlaceKind, IReadOnlyList<TableSummary> Tables)
{
    /// <summary>The place as it is shown: inside the folder that the server runs in without the way to it.</summary>
    public string ShownPlace { get; init; } = "";

    /// <summary>The engine that has its rows, so that they can stay there; null where there is none.</summary>
    public string? Engine { get; init; }
}

/// <summary>Whether one of a source's tables reads from another place.</summary>
/// <param name="Problem">Why it does not, or null.</param>
public sealed record SourceCheck(string TableId, string Name, long RowsBefore, long RowsAfter, string? Problem)
{
    /// <summary>How the wholes of the table's studies would move.</summary>
    public IReadOnlyList<StudyChange> Studies { get; init; } = [];
}

/// <summary>
/// Sources are named once and serve several tables. When one moves, each of its tables is read from the new place first; then all
/// of them are, or none.
/// </summary>
public sealed class SourceService(
    DocumentStore documents,
    SourceDocuments sources,
    TableDocuments tables,
    FreshReading reading,
    RefreshService refresh,
    ImportJobs jobs,
    LeftTables left,
    long mostBytes
)
{
    private const string Kind = SourceDocuments.Kind;

    public IReadOnlyList<SourceView> List()
    {
        IReadOnlyList<TableSummary> all = tables.List();
        return [.. documents.List(Kind).OrderBy(stored => stored.Created, StringComparer.Ordinal).Select(stored => View(stored, all))];
    }

    public SourceView Get(string id) => View(sources.Find(id), tables.List());

    /// <summary>Names a source; without a name it is called as its place is.</summary>
    /// <exception cref="AppException">There is nothing at that place, or the name is too long.</exception>
    public SourceView Add(string name, string place)
    {
        StoredSource source = Checked(name, place);
        return View(documents.Create(Kind, null, Json.Write(source), "added"), []);
    }

    /// <summary>A source that comes in a change with others.</summary>
    internal static NewDocument New(string name, string place) => new(DocumentStore.NewId(), Kind, null, Json.Write(Checked(name, place)));

    private static StoredSource Checked(string name, string place)
    {
        string at = SourcePlace.Plain(place.Trim());
        var source = new StoredSource(name.Trim() is { Length: > 0 } given ? given : SourcePlace.Called(at), at);
        if (source.Name.Length is 0 or > 200)
        {
            throw new AppException("wrong-name", "A source needs a name of 1 to 200 characters.");
        }
        if (SourcePlace.KindOf(source.Place) == "server")
        {
            // A server that is not named as it must be, or with a password, is refused before anything of it is stored.
            _ = SourcePlace.EngineOf(source.Place);
        }
        return SourcePlace.KindOf(source.Place) == "missing"
            ? throw new AppException(
                "not-there",
                $"There is nothing at \"{source.Place}\": give a folder or a file by its whole path, an address that "
                    + "begins with http, or a server: postgres://user@host/database, mysql://user@host/database."
            )
            : source;
    }

    /// <summary>Forgets a source that no table is read from.</summary>
    public void Remove(string id)
    {
        SourceView view = Get(id);
        if (view.Tables.Count > 0)
        {
            throw new AppException("in-use", $"{view.Tables.Count} tables are read from {view.Name}: remove them first.");
        }
        if (SourcePlace.EngineOf(view.Place) is { } engine)
        {
            left.Forget(engine);
        }
        documents.Remove(id, view.Name);
    }

    public IReadOnlyList<SourceItem> Items(string id) => SourcePlace.Items(SourceDocuments.Read(sources.Find(id)).Place);

    /// <summary>Brings a table in from a source; a file of several parts asks which one.</summary>
    public async Task<ImportStatus> Import(string id, string? item, CancellationToken cancel)
    {
        FetchedFile file = await SourcePlace
            .Fetch(SourceDocuments.Read(sources.Find(id)).Place, item, mostBytes, cancel)
            .ConfigureAwait(false);
        // The months of a series are one table, called without its digits.
        string? name =
            item is not null && item.Contains('*', StringComparison.Ordinal)
                ? Path.GetFileNameWithoutExtension(item).Replace("*", "", StringComparison.Ordinal).Trim('-', '_', '.', ' ')
                : null;
        return jobs.Start(
            file.Path,
            file.FileName,
            ReadSettings.Found,
            new SourceLink(id, item, file.Seen),
            name is { Length: > 0 } ? name : null
        );
    }

    /// <summary>Whether a table's source holds something else than what was read; null where that can't be told.</summary>
    public async Task<bool?> HasNewer(string tableId, CancellationToken cancel)
    {
        if (tables.Document(tableId).From is not { } link || documents.Find(link.Source) is not { Kind: Kind } stored)
        {
            return null;
        }
        string? now = await SourcePlace.SeenNow(SourceDocuments.Read(stored).Place, link.Item, cancel).ConfigureAwait(false);
        return now is null || link.Seen is not { Length: > 0 } ? null : now != link.Seen;
    }

    /// <summary>Reads a table's rows again from its source, and says what they would change.</summary>
    /// <exception cref="AppException">The table has no source, or it can't be read.</exception>
    public async Task<RefreshSummary> LookAgain(string tableId, CancellationToken cancel)
    {
        SourceLink link = tables.Document(tableId).From
            ?? throw new AppException("no-source", "The table came from a file that was brought in by hand: give it a file.");
        if (IsOfEngine(tables.Document(tableId), link))
        {
            return refresh.Look(tableId, left.ReadAgain(null, link, cancel), link, cancel);
        }
        FetchedFile file = await SourcePlace
            .Fetch(SourceDocuments.Read(sources.Find(link.Source)).Place, link.Item, mostBytes, cancel)
            .ConfigureAwait(false);
        using FileStream stream = Open(file.Path);
        return refresh.Look(tableId, stream, file.FileName, link with { Seen = file.Seen }, cancel);
    }

    private async Task<FreshRows> ReadThere(TableDocument document, string id, string place, SourceLink link, CancellationToken cancel)
    {
        if (IsOfEngine(document, link))
        {
            EnginePlace engine = SourcePlace.EngineOf(place)
                ?? throw new AppException("wrong-place", "No engine is there that could be asked for its rows.");
            return reading.Read(id, left.ReadAgain(engine, link, cancel), link, cancel);
        }
        FetchedFile file = await SourcePlace.Fetch(place, link.Item, mostBytes, cancel).ConfigureAwait(false);
        using FileStream stream = Open(file.Path);
        return reading.Read(id, stream, file.FileName, link with { Seen = file.Seen }, cancel);
    }

    /// <summary>Whether a table that was brought in was read by an engine, not as a file.</summary>
    private static bool IsOfEngine(TableDocument document, SourceLink link) =>
        document.Left is null && document.Reading is null && (link.Query is not null || link.Seen is null);

    private static FileStream Open(string path) =>
        new(path, FileMode.Open, FileAccess.Read, FileShare.Read, 1 << 16, FileOptions.DeleteOnClose | FileOptions.SequentialScan);

    /// <summary>Reads every table of a source from another place, and changes nothing.</summary>
    public async Task<IReadOnlyList<SourceCheck>> Look(string id, string place, CancellationToken cancel)
    {
        (IReadOnlyList<SourceCheck> checks, List<FreshRows> fresh) = await ReadAll(
                id,
                Checked(SourceDocuments.Read(sources.Find(id)).Name, place),
                cancel
            )
            .ConfigureAwait(false);
        fresh.ForEach(reading.Leave);
        return checks;
    }

    /// <summary>Moves a source: all of its tables are read from there, or nothing changes.</summary>
    /// <exception cref="AppException">A table can't be read there; the message names it.</exception>
    public async Task<SourceView> Move(string id, long revision, string name, string place, CancellationToken cancel)
    {
        StoredSource source = Checked(name, place);
        (IReadOnlyList<SourceCheck> checks, List<FreshRows> fresh) =
            source.Place == SourceDocuments.Read(sources.Find(id)).Place
                ? ([], [])
                : await ReadAll(id, source, cancel).ConfigureAwait(false);
        if (checks.FirstOrDefault(check => check.Problem is not null) is { } failed)
        {
            fresh.ForEach(reading.Leave);
            throw new AppException("wrong-place", $"Nothing was changed: {failed.Name} can't be read there. {failed.Problem}");
        }
        try
        {
            refresh.TakeAll(fresh, new NewRevision(id, revision, Json.Write(source), "moved"));
        }
        catch
        {
            fresh.ForEach(reading.Leave);
            throw;
        }
        return Get(id);
    }

    private async Task<(IReadOnlyList<SourceCheck> Checks, List<FreshRows> Fresh)> ReadAll(
        string id,
        StoredSource source,
        CancellationToken cancel
    )
    {
        var checks = new List<SourceCheck>();
        var fresh = new List<FreshRows>();
        foreach (TableSummary table in Get(id).Tables)
        {
            try
            {
                TableDocument document = tables.Document(table.Id);
                SourceLink link = document.From!;
                if (document.Left is not null)
                {
                    (long now, string? why) = left.Check(document, source.Place);
                    checks.Add(new SourceCheck(table.Id, table.Name, table.RowCount, now, why));
                    continue;
                }
                FreshRows rows = await ReadThere(document, table.Id, source.Place, link, cancel).ConfigureAwait(false);
                fresh.Add(rows);
                string? gone = rows.Before.Columns.FirstOrDefault(column => rows.After.Find(column.Name) is null)?.Name;
                string? problem = rows.Document.Reports.FirstOrDefault(report => report.Problem is not null)?.Problem
                    ?? (gone is null ? null : $"It has no column \"{gone}\".");
                checks.Add(
                    new SourceCheck(table.Id, table.Name, table.RowCount, rows.After.RowCount, problem)
                    {
                        Studies = refresh.Against(table.Id, rows.After),
                    }
                );
            }
            catch (Exception fault) when (fault is AppException or ReadException or StudyException)
            {
                checks.Add(new SourceCheck(table.Id, table.Name, table.RowCount, 0, fault.Message));
            }
        }
        return (checks, fresh);
    }

    private static SourceView View(StoredDocument stored, IReadOnlyList<TableSummary> all)
    {
        StoredSource source = SourceDocuments.Read(stored);
        return new SourceView(
            stored.Id,
            stored.Revision,
            source.Name,
            source.Place,
            SourcePlace.KindOf(source.Place),
            [.. all.Where(table => table.SourceId == stored.Id)]
        )
        {
            ShownPlace = Shown(source.Place),
            Engine = SourcePlace.EngineOf(source.Place)?.EngineName,
        };
    }

    private static string Shown(string place)
    {
        string here = Directory.GetCurrentDirectory() + Path.DirectorySeparatorChar;
        return place.StartsWith(here, StringComparison.Ordinal) ? place[here.Length..] : place;
    }
}
