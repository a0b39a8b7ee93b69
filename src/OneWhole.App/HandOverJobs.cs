using System.Collections.Concurrent;
using OneWhole.Core.Studies;
using OneWhole.Formats;
using OneWhole.Formats.Handing;

namespace OneWhole.App;

/// <summary>A file that is about to leave.</summary>
/// <param name="Name">With its ending.</param>
/// <param name="Type">Its media type.</param>
/// <param name="Write">Writes it.</param>
public sealed record LeavingFile(string Name, string Type, Action<Stream, Progress> Write)
{
    /// <summary>The file, written, which is gone when it is closed.</summary>
    /// <exception cref="StudyException">It can't be made so.</exception>
    public FileStream ToFile(Progress progress) => TemporaryFile.Of(to => Write(to, progress));
}

/// <summary>How a file that is being written stands.</summary>
/// <param name="State">"computing", "writing", "done", "failed" or "stopped".</param>
/// <param name="Part">Of what is to be written, 0 to 1.</param>
/// <param name="Problem">Why it failed.</param>
public sealed record HandOverStatus(string Id, string State, double Part, string? Problem);

/// <summary>Files that are written while the page shows how far they are, and that can be stopped.</summary>
public sealed class HandOverJobs
{
    /// <summary>Files that nobody fetched are kept for so many after them.</summary>
    private const int MostKept = 8;

    private readonly ConcurrentDictionary<string, Job> _jobs = new();
    private readonly ConcurrentQueue<string> _order = new();

    private sealed class Job
    {
        public CancellationTokenSource Stop { get; } = new();

        public volatile HandOverStatus? Status;

        public LeavingFile? File { get; set; }

        public FileStream? Written { get; set; }
    }

    /// <summary>Starts to write a file.</summary>
    /// <param name="prepare">Computes what leaves; it is told when nobody wants it any more.</param>
    public HandOverStatus Start(Func<CancellationToken, LeavingFile> prepare)
    {
        string id = Guid.NewGuid().ToString("n");
        var job = new Job { Status = new HandOverStatus(id, "computing", 0, null) };
        _jobs[id] = job;
        _order.Enqueue(id);
        while (_order.Count > MostKept && _order.TryDequeue(out string? oldest))
        {
            Drop(oldest);
        }
        HandOverStatus started = job.Status;
        _ = Task.Run(() => Run(id, job, prepare));
        return started;
    }

    private static void Run(string id, Job job, Func<CancellationToken, LeavingFile> prepare)
    {
        void Say(string state, double part = 0, string? problem = null) => job.Status = new HandOverStatus(id, state, part, problem);
        try
        {
            LeavingFile file = prepare(job.Stop.Token);
            Say("writing");
            FileStream written = file.ToFile(new Progress(part => Say("writing", part), job.Stop.Token));
            lock (job)
            {
                if (job.Stop.IsCancellationRequested)
                {
                    written.Dispose();
                    Say("stopped");
                    return;
                }
                (job.File, job.Written) = (file, written);
                Say("done", 1);
            }
        }
        catch (OperationCanceledException)
        {
            Say("stopped");
        }
        catch (Exception fault) when (fault is AppException or StudyException)
        {
            Say("failed", 0, fault.Message);
        }
        catch (Exception fault)
        {
            // Whatever a library may throw: the page must not wait for ever.
            Say("failed", 0, $"The file could not be written: {fault.Message}");
        }
    }

    private Job Find(string id) => _jobs.TryGetValue(id, out Job? job) ? job : throw new AppException("not-found", "The file is not at hand any more: hand it over again.");

    public HandOverStatus Status(string id) => Find(id).Status!;

    /// <summary>Stops the writing, or throws away what was written.</summary>
    public HandOverStatus Stop(string id)
    {
        Job job = Find(id);
        Drop(id);
        return job.Status! with { State = "stopped" };
    }

    /// <summary>Gives the file away, once.</summary>
    /// <exception cref="AppException">It is not written (yet), or was given away.</exception>
    public (FileStream Content, string Type, string Name) Take(string id)
    {
        Job job = Find(id);
        lock (job)
        {
            if (job.Written is not { } written)
            {
                throw new AppException("not-found", "The file is not written yet.");
            }
            job.Written = null;
            _jobs.TryRemove(id, out _);
            return (written, job.File!.Type, job.File.Name);
        }
    }

    private void Drop(string id)
    {
        if (_jobs.TryRemove(id, out Job? job))
        {
            lock (job)
            {
                job.Stop.Cancel();
                job.Written?.Dispose();
                job.Written = null;
            }
        }
    }
}
