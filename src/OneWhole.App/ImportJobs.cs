using System.Collections.Concurrent;
using OneWhole.Formats.Reading;

namespace OneWhole.App;

/// <summary>How an import stands.</summary>
/// <param name="State">"asking" (which part?), "running", "done", "failed" or "stopped".</param>
/// <param name="Part">0 to 1.</param>
public sealed record ImportStatus(string Id, string State, long Rows, double Part, TableView? Table, string? Problem)
{
    /// <summary>The sheets of a workbook, or the tables of a database, where one is to be chosen.</summary>
    public IReadOnlyList<string> Parts { get; init; } = [];

    /// <summary>Whether a query can be asked of the file.</summary>
    public bool TakesQuery { get; init; }
}

/// <summary>Which part of a file is read: a sheet and a range of it, a table, or what a query gives.</summary>
public sealed record ImportChoice
{
    public string? Part { get; init; }

    public string? Range { get; init; }

    public string? Query { get; init; }

    public int? HeaderRow { get; init; }

    internal ReadSettings On(ReadSettings settings) => settings with
    {
        Part = Text(Part) ?? settings.Part,
        Range = Text(Range) ?? settings.Range,
        Query = Text(Query) ?? settings.Query,
        HeaderRow = HeaderRow ?? settings.HeaderRow,
    };

    private static string? Text(string? text) => string.IsNullOrWhiteSpace(text) ? null : text.Trim();
}

/// <summary>Imports that run while the page shows how far they are, and that can be stopped.</summary>
public sealed class ImportJobs(TableService tables)
{
    private const int LookRows = 14;

    private readonly ConcurrentDictionary<string, Job> _jobs = new();

    private sealed class Job
    {
        public required string Path { get; init; }

        public required string FileName { get; init; }

        public required ReadSettings Settings { get; init; }

        public SourceLink? From { get; init; }

        /// <summary>What the table is called; null for the file's name.</summary>
        public string? Name { get; set; }

        public CancellationTokenSource Stop { get; } = new();

        public volatile ImportStatus? Status;
    }

    /// <summary>Starts an import; a file of several parts first asks which one.</summary>
    /// <param name="path">A file that is the job's own; it is removed at the end.</param>
    /// <param name="fileName">Names the table.</param>
    /// <param name="settings">What is settled already.</param>
    /// <param name="from">The named source that the file is of.</param>
    /// <param name="name">What the table is called; null for the file's name.</param>
    public ImportStatus Start(string path, string fileName, ReadSettings settings, SourceLink? from = null, string? name = null)
    {
        string id = Guid.NewGuid().ToString("n");
        var job = new Job { Path = path, FileName = fileName, Settings = settings, From = from, Name = name };
        _jobs[id] = job;
        IReadOnlyList<string> parts = [];
        bool takesQuery = false;
        try
        {
            if (settings.Part is null && settings.Query is null)
            {
                using FileStream stream = File.OpenRead(path);
                takesQuery = TableFile.TakesQuery(stream, fileName);
                parts = TableFile.PartsOf(stream, fileName);
            }
        }
        catch (ReadException)
        {
            // The import itself says what is wrong.
        }
        if (parts.Count > 1 || (parts.Count > 0 && takesQuery))
        {
            return job.Status = new ImportStatus(id, "asking", 0, 0, null, null) { Parts = parts, TakesQuery = takesQuery };
        }
        return Begin(id, job, settings);
    }

    /// <summary>The first rows of a part, as they stand.</summary>
    /// <exception cref="ReadException">The choice does not fit the file.</exception>
    public IReadOnlyList<IReadOnlyList<string>> Look(string id, ImportChoice choice)
    {
        Job job = Find(id);
        try
        {
            using FileStream stream = File.OpenRead(job.Path);
            return TableFile.Look(stream, job.FileName, choice.On(job.Settings), LookRows);
        }
        catch (FileNotFoundException)
        {
            throw new AppException("not-found", "The import has ended; bring the file in again.");
        }
    }

    /// <summary>Goes on with a part, once.</summary>
    public ImportStatus Choose(string id, ImportChoice choice)
    {
        Job job = Find(id);
        lock (job)
        {
            if (job.Status!.State != "asking")
            {
                return job.Status;
            }
            // A table of a database is called as it is there; the sheets of a workbook rarely have a name that tells.
            job.Name ??= job.Status.TakesQuery && string.IsNullOrWhiteSpace(choice.Query) ? choice.Part : null;
            return Begin(id, job, choice.On(job.Settings));
        }
    }

    private ImportStatus Begin(string id, Job job, ReadSettings settings)
    {
        ImportStatus running = new(id, "running", 0, 0, null, null);
        job.Status = running;
        _ = Task.Run(() => Run(id, job, settings));
        return running;
    }

    private void Run(string id, Job job, ReadSettings settings)
    {
        try
        {
            using var stream = new FileStream(job.Path, FileMode.Open, FileAccess.Read, FileShare.Read, 1 << 16, FileOptions.DeleteOnClose | FileOptions.SequentialScan);
            TableView table = tables.Import(stream, job.FileName, settings,
                progress => job.Status = new ImportStatus(id, "running", progress.Rows, progress.Part * 0.9, null, null), job.Stop.Token, job.From, job.Name);
            job.Status = new ImportStatus(id, "done", table.RowCount, 1, table, null);
        }
        catch (OperationCanceledException)
        {
            job.Status = new ImportStatus(id, "stopped", 0, 0, null, null);
        }
        catch (ReadException fault)
        {
            job.Status = new ImportStatus(id, "failed", 0, 0, null, fault.Message);
        }
        catch (Exception fault) when (fault is IOException or OutOfMemoryException or Microsoft.Data.Sqlite.SqliteException)
        {
            job.Status = new ImportStatus(id, "failed", 0, 0, null, $"The table could not be stored: {fault.Message}");
        }
        catch (Exception fault)
        {
            // Whatever a library may throw: the page must not wait for ever.
            job.Status = new ImportStatus(id, "failed", 0, 0, null, $"The file could not be read: {fault.Message}");
        }
    }

    private Job Find(string id) => _jobs.TryGetValue(id, out Job? job) ? job : throw new AppException("not-found", "There is no such import.");

    public ImportStatus Status(string id) => Find(id).Status!;

    public ImportStatus Stop(string id)
    {
        Job job = Find(id);
        lock (job)
        {
            job.Stop.Cancel();
            if (job.Status!.State == "asking")
            {
                File.Delete(job.Path);
                job.Status = new ImportStatus(id, "stopped", 0, 0, null, null);
            }
        }
        return job.Status!;
    }
}
