using OneWhole.App.Tables;
using OneWhole.App.Waiting;
using OneWhole.Formats.Reading;

namespace OneWhole.App.Importing;

/// <summary>How an import stands.</summary>
/// <param name="State">"queued", "running", "asking" (which sheet or table?), "done", "failed" or "stopped".</param>
/// <param name="Progress">0 to 1.</param>
public sealed record ImportStatus(string Id, string State, long Rows, double Progress, TableView? Table, string? Problem)
{
    /// <summary>The sheets of a workbook, or the tables of a database, where one is to be chosen.</summary>
    public IReadOnlyList<string> Sections { get; init; } = [];

    /// <summary>Whether a query can be asked of the file.</summary>
    public bool TakesQuery { get; init; }
}

/// <summary>What of a file is read: a sheet and a range of it, a table, or what a query gives.</summary>
public sealed record ImportChoice
{
    public string? Section { get; init; }

    public string? Range { get; init; }

    public string? Query { get; init; }

    public int? HeaderRow { get; init; }

    internal ReadSettings On(ReadSettings settings) =>
        settings with
        {
            Section = Text(Section) ?? settings.Section,
            Range = Text(Range) ?? settings.Range,
            Query = Text(Query) ?? settings.Query,
            HeaderRow = HeaderRow ?? settings.HeaderRow,
        };

    private static string? Text(string? text) => string.IsNullOrWhiteSpace(text) ? null : text.Trim();
}

/// <summary>Imports that run while the page shows how far they are, and that can be stopped.</summary>
public sealed class ImportJobs(TableImport imports, WaitingRoom room)
{
    private const string Kind = "import";
    private const string Gone = "There is no such import (any more): bring the file in again.";
    private const int LookRows = 14;

    /// <summary>A file of several sheets or tables, of which one is to be chosen.</summary>
    private sealed record Question(
        string Path,
        string FileName,
        ReadSettings Settings,
        SourceLink? From,
        string? Name,
        IReadOnlyList<string> Sections,
        bool TakesQuery
    );

    /// <summary>
    /// A table that was brought in of a file with sheets; the file waits, so that others of its cells can become a table too.
    /// </summary>
    private sealed record Brought(TableView Table, Question Others);

    /// <summary>Starts an import; a file of several sheets or tables asks which one.</summary>
    /// <param name="path">A file that is the job's own; it is removed at the end.</param>
    /// <param name="fileName">Names the table.</param>
    /// <param name="settings">What is settled already.</param>
    /// <param name="from">The named source that the file is of.</param>
    /// <param name="name">What the table is called; null for the file's name.</param>
    public ImportStatus Start(string path, string fileName, ReadSettings settings, SourceLink? from = null, string? name = null) =>
        StatusOf(
            room.Start(
                Kind,
                guest =>
                {
                    // Whatever is found in the file is found here, where it can be stopped, not in the request.
                    var file = new Question(path, fileName, settings, from, name, [], false);
                    if (settings.Section is null && settings.Query is null)
                    {
                        using FileStream stream = File.OpenRead(path);
                        file = file with
                        {
                            TakesQuery = TableFile.TakesQuery(stream, fileName),
                            Sections = TableFile.SectionsOf(stream, fileName),
                        };
                        if (file.Sections.Count > 1 || (file.Sections.Count > 0 && file.TakesQuery))
                        {
                            return new WaitingRoom.Asking(file);
                        }
                    }
                    return Read(guest, file, settings, name);
                },
                () => File.Delete(path)
            )
        );

    /// <summary>Starts to bring in what no file has.</summary>
    internal ImportStatus Start(Func<WaitingRoom.Guest, TableView> work) => StatusOf(room.Start(Kind, guest =>
            {
                TableView table = work(guest);
                guest.Rows = table.RowCount;
                return table;
            }));

    private object Read(WaitingRoom.Guest guest, Question file, ReadSettings settings, string? name)
    {
        string path = file.Path;
        TableView table;
        using (var stream = new FileStream(path, FileMode.Open, FileAccess.Read, FileShare.Read, 1 << 16, FileOptions.SequentialScan))
        {
            table = imports.Import(
                stream,
                file.FileName,
                settings,
                progress =>
                {
                    guest.Rows = progress.Rows;
                    guest.Progress = progress.Done * 0.9;
                },
                guest.Cancel,
                file.From,
                name
            );
        }
        guest.Rows = table.RowCount;
        if (file.Sections.Count > 0)
        {
            guest.Bytes = new FileInfo(path).Length;
            return new Brought(table, file);
        }
        File.Delete(path);
        return table;
    }

    private static Question? FileOf(WaitingRoom.Guest guest) => guest.Value as Question ?? (guest.Value as Brought)?.Others;

    private Question Asked(string id) => FileOf(room.Find(Kind, id, Gone)) ?? throw new AppException("not-found", Gone);

    /// <summary>
    /// The import of a table whose file is still here, so that others of its cells can be looked at and brought in; none where it is gone.
    /// </summary>
    public IReadOnlyList<ImportStatus> OfTable(string tableId) =>
        [.. room.Done(Kind).Where(guest => guest.Value is Brought brought && brought.Table.Id == tableId).Select(StatusOf)];

    /// <summary>The first rows of a sheet or a table, as they stand.</summary>
    /// <exception cref="ReadException">The choice does not fit the file.</exception>
    public IReadOnlyList<IReadOnlyList<string>> Look(string id, ImportChoice choice)
    {
        Question asked = Asked(id);
        try
        {
            using FileStream stream = File.OpenRead(asked.Path);
            return TableFile.Look(stream, asked.FileName, choice.On(asked.Settings), LookRows);
        }
        catch (FileNotFoundException)
        {
            throw new AppException("not-found", "The import has ended; bring the file in again.");
        }
    }

    /// <summary>Goes on with a sheet or a table; of a file that is here it brings in others of its cells.</summary>
    public ImportStatus Choose(string id, ImportChoice choice)
    {
        WaitingRoom.Guest guest = room.Find(Kind, id, Gone);
        if (FileOf(guest) is { } asked)
        {
            // A table of a database is called as it is there; the sheets of a workbook rarely have a name that tells.
            string? name = asked.Name ?? (asked.TakesQuery && string.IsNullOrWhiteSpace(choice.Query) ? choice.Section : null);
            room.GoOn(guest, going => Read(going, asked, choice.On(asked.Settings), name));
        }
        return StatusOf(guest);
    }

    private static ImportStatus StatusOf(WaitingRoom.Guest guest) =>
        new(
            guest.Id,
            guest.State.ToString().ToLowerInvariant(),
            guest.Rows,
            guest.Progress,
            guest.Value as TableView ?? (guest.Value as Brought)?.Table,
            guest.Problem
        )
        {
            Sections = FileOf(guest)?.Sections ?? [],
            TakesQuery = FileOf(guest)?.TakesQuery ?? false,
        };

    public ImportStatus Status(string id) => StatusOf(room.Find(Kind, id, Gone));

    public ImportStatus Stop(string id) => StatusOf(room.Stop(Kind, id, Gone));
}
