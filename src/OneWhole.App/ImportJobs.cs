using System.Collections.Concurrent;
using OneWhole.Formats.Reading;

namespace OneWhole.App;

/// <summary>How an import stands.</summary>
/// <param name="State">"running", "done", "failed" or "stopped".</param>
/// <param name="Part">0 to 1.</param>
public sealed record ImportStatus(string Id, string State, long Rows, double Part, TableView? Table, string? Problem);

/// <summary>Imports that run while the page shows how far they are, and that can be stopped.</summary>
public sealed class ImportJobs(TableService tables)
{
    private readonly ConcurrentDictionary<string, Job> _jobs = new();

    private sealed class Job
    {
        public required CancellationTokenSource Stop { get; init; }

        public volatile ImportStatus? Status;
    }

    /// <param name="path">A file that is the job's own; it is removed at the end.</param>
    public ImportStatus Start(string path, string fileName, ReadSettings settings)
    {
        string id = Guid.NewGuid().ToString("n");
        var job = new Job { Stop = new CancellationTokenSource(), Status = new ImportStatus(id, "running", 0, 0, null, null) };
        _jobs[id] = job;
        _ = Task.Run(() => Run(id, job, path, fileName, settings));
        return job.Status;
    }

    private void Run(string id, Job job, string path, string fileName, ReadSettings settings)
    {
        try
        {
            using var stream = new FileStream(path, FileMode.Open, FileAccess.Read, FileShare.None, 1 << 16, FileOptions.DeleteOnClose | FileOptions.SequentialScan);
            TableView table = tables.Import(stream, fileName, settings,
                progress => job.Status = new ImportStatus(id, "running", progress.Rows, progress.Part * 0.9, null, null), job.Stop.Token);
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
    }

    public ImportStatus Status(string id) => _jobs.TryGetValue(id, out Job? job) ? job.Status! : throw new AppException("not-found", "There is no such import.");

    public ImportStatus Stop(string id)
    {
        if (_jobs.TryGetValue(id, out Job? job))
        {
            job.Stop.Cancel();
        }
        return Status(id);
    }
}
