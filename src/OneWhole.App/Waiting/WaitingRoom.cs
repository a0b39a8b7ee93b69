using OneWhole.Core.Studies;
using OneWhole.Formats;
using OneWhole.Formats.Reading;

namespace OneWhole.App.Waiting;

/// <summary>What a waiting room holds at most.</summary>
public sealed record WaitingLimits
{
    /// <summary>How many are worked on at once; more wait in a queue.</summary>
    public int Running { get; init; } = 2;

    /// <summary>How many may be there that are not done; one more is refused in words.</summary>
    public int Unfinished { get; init; } = 40;

    /// <summary>How many that are done may wait to be fetched or answered; the oldest goes first.</summary>
    public int Kept { get; init; } = 24;

    /// <summary>How many bytes of files those may hold together; the oldest goes first.</summary>
    public long KeptBytes { get; init; } = 4L << 30;

    /// <summary>How long one waits that nobody asks for.</summary>
    public TimeSpan Age { get; init; } = TimeSpan.FromHours(2);

    /// <summary>How many bytes those that are worked on may hold together, besides what the caches hold.</summary>
    public long WorkingBytes { get; init; } = long.MaxValue;
}

/// <summary>How something in the waiting room stands.</summary>
public enum WaitingState
{
    /// <summary>Others are before it.</summary>
    Queued,

    /// <summary>It is worked on.</summary>
    Running,

    /// <summary>It waits for an answer before it goes on.</summary>
    Asking,

    /// <summary>It waits to be fetched, taken or left.</summary>
    Done,

    Failed,

    Stopped,
}

/// <summary>
/// One place for everything that takes long or waits for an answer: imports, fresh rows, files that leave, bundles. It is
/// bounded in number, bytes and age; what is stopped stops computing, and its files are gone.
/// </summary>
/// <param name="limits">Its bounds.</param>
/// <param name="clock">Tells how old something is.</param>
/// <param name="workingBytes">What is in use at this moment besides the caches; null where that is not watched.</param>
public sealed class WaitingRoom(WaitingLimits limits, TimeProvider? clock = null, Func<long>? workingBytes = null) : IDisposable
{
    private static readonly TimeSpan WatchedEach = TimeSpan.FromMilliseconds(250);
    private readonly Lock _gate = new();
    private readonly TimeProvider _clock = clock ?? TimeProvider.System;
    private readonly Dictionary<string, Guest> _guests = [];
    private readonly Queue<Guest> _queue = [];
    private int _running;
    private int _begun;

    /// <summary>How many have been at their end so far.</summary>
    private long _ended;
    private bool _closed;
    private ITimer? _watch;

    /// <summary>Something that is worked on, or waits.</summary>
    public sealed class Guest
    {
        internal Guest(string kind, Func<Guest, object?>? work, DateTimeOffset now)
        {
            Kind = kind;
            Work = work;
            Touched = now;
        }

        public string Id { get; } = Guid.NewGuid().ToString("n");

        public string Kind { get; }

        /// <summary>Cancelled when nobody wants it any more.</summary>
        public CancellationToken Cancel => Stopping.Token;

        /// <summary>How far it has come, 0 to 1.</summary>
        public double Progress { get; set; }

        /// <summary>Rows so far, where rows are counted.</summary>
        public long Rows { get; set; }

        /// <summary>What it made, or asks; null before.</summary>
        public object? Value { get; internal set; }

        /// <summary>Why it failed.</summary>
        public string? Problem { get; internal set; }

        public WaitingState State { get; internal set; }

        /// <summary>Bytes of its files.</summary>
        public long Bytes { get; set; }

        /// <summary>What is cleared away when it goes: files, unseen rows.</summary>
        public Action? Leave { get; set; }

        internal Func<Guest, object?>? Work { get; set; }

        internal CancellationTokenSource Stopping { get; } = new();

        internal DateTimeOffset Touched { get; set; }

        /// <summary>Its number among those that were begun.</summary>
        internal int Begun { get; set; }

        internal bool HeldTooMuch { get; set; }

        internal bool IsOver => State is WaitingState.Done or WaitingState.Failed or WaitingState.Stopped or WaitingState.Asking;
    }

    /// <summary>Lets somebody in who has to be worked on.</summary>
    /// <param name="kind">"import", "hand-over" …</param>
    /// <param name="work">Works, tells how far it is, looks at its cancellation; what it gives back waits to be fetched. It asks by <see
    /// cref="Asking"/>.</param>
    /// <param name="leave">Clears its files away when it goes.</param>
    /// <exception cref="AppException">There are too many already.</exception>
    public Guest Start(string kind, Func<Guest, object?> work, Action? leave = null)
    {
        lock (_gate)
        {
            Sweep();
            if (_closed || _guests.Values.Count(guest => !guest.IsOver) >= limits.Unfinished)
            {
                leave?.Invoke();
                throw new AppException(
                    "busy",
                    $"{limits.Unfinished} things are being worked on or wait their turn: stop one, or wait until one is done."
                );
            }
            var guest = new Guest(kind, work, _clock.GetUtcNow()) { Leave = leave };
            _guests[guest.Id] = guest;
            Queue(guest);
            return guest;
        }
    }

    /// <summary>Lets something in that is made already, and waits to be taken or left.</summary>
    public Guest Keep(string kind, object value, Action? leave = null, long bytes = 0)
    {
        lock (_gate)
        {
            var guest = new Guest(kind, null, _clock.GetUtcNow())
            {
                Leave = leave,
                Value = value,
                State = WaitingState.Done,
                Bytes = bytes,
                Progress = 1,
            };
            _guests[guest.Id] = guest;
            Sweep();
            return guest;
        }
    }

    /// <summary>What a guest's work gives back to ask something: it goes on by <see cref="GoOn"/>.</summary>
    public sealed record Asking(object Question);

    /// <summary>Those of a kind that are done and wait.</summary>
    public IReadOnlyList<Guest> Done(string kind)
    {
        lock (_gate)
        {
            Sweep();
            return [.. _guests.Values.Where(guest => guest.Kind == kind && guest.State == WaitingState.Done)];
        }
    }

    /// <summary>A guest who asked something goes on with the answer; one who is done can be asked for more.</summary>
    /// <returns>False where it neither asks nor waits (any more).</returns>
    public bool GoOn(Guest guest, Func<Guest, object?> work)
    {
        lock (_gate)
        {
            if (guest.State is not (WaitingState.Asking or WaitingState.Done))
            {
                return false;
            }
            guest.Work = work;
            guest.Value = null;
            Queue(guest);
            return true;
        }
    }

    private const string TooMuch =
        "There is not enough memory for this: take fewer rows or columns, or start the server with a larger --job-memory.";

    private void Queue(Guest guest)
    {
        guest.State = WaitingState.Queued;
        _queue.Enqueue(guest);
        Next();
    }

    private void Next()
    {
        while (_running < limits.Running && _queue.TryDequeue(out Guest? guest))
        {
            if (guest.State == WaitingState.Queued)
            {
                _running++;
                guest.Begun = ++_begun;
                _watch ??= workingBytes is null ? null : _clock.CreateTimer(_ => Watch(), null, WatchedEach, WatchedEach);
                guest.State = WaitingState.Running;
                _ = Task.Run(() => Run(guest));
            }
        }
    }

    /// <summary>
    /// Stops what was begun last where the work holds more than it may: a process that runs out of memory would lose everybody's work.
    /// </summary>
    private void Watch()
    {
        long ended = Interlocked.Read(ref _ended);
        if (workingBytes!() <= limits.WorkingBytes)
        {
            return;
        }
        lock (_gate)
        {
            // What was measured while one was at its end is not held by those that are left: the next measure tells.
            if (ended != _ended)
            {
                return;
            }
            // One that is being ended lets go first of what it holds.
            if (
                !_guests.Values.Any(guest => guest is { State: WaitingState.Running, HeldTooMuch: true })
                && _guests
                    .Values.Where(guest => guest.State == WaitingState.Running && !guest.Cancel.IsCancellationRequested)
                    .MaxBy(guest => guest.Begun)
                    is { } last
            )
            {
                last.HeldTooMuch = true;
                last.Stopping.Cancel();
            }
        }
    }

    private void Run(Guest guest)
    {
        object? made = null;
        string? problem = null;
        bool stopped = false;
        try
        {
            made = guest.Work!(guest);
        }
        catch (OperationCanceledException)
        {
            stopped = true;
        }
        catch (Exception fault) when (fault is AppException or StudyException or ReadException)
        {
            problem = fault.Message;
        }
        catch (Store.RevisionConflictException)
        {
            problem = "The table was changed meanwhile: bring it in again.";
        }
        catch (OutOfMemoryException)
        {
            problem = TooMuch;
        }
        catch (Exception fault)
        {
            // Whatever a library may throw, in our words: the page must not wait for ever.
            problem =
                TemporaryFile.IsFull(fault) || fault is Microsoft.Data.Sqlite.SqliteException { SqliteErrorCode: 13 }
                    ? $"There is no room left on the disk ({TemporaryFile.Folder}): make room, and try again."
                    : "This could not be done: something in it is not as it should be. Nothing was changed.";
            Console.Error.WriteLine(fault);
        }
        lock (_gate)
        {
            _running--;
            _ended++;
            if (_running == 0)
            {
                _watch?.Dispose();
                _watch = null;
            }
            if (guest.HeldTooMuch)
            {
                (made as IDisposable)?.Dispose();
                problem = TooMuch;
                stopped = false;
            }
            guest.Touched = _clock.GetUtcNow();
            if (stopped || (guest.Cancel.IsCancellationRequested && !guest.HeldTooMuch))
            {
                (made as IDisposable)?.Dispose();
                guest.State = WaitingState.Stopped;
                Clear(guest);
            }
            else if (problem is not null)
            {
                guest.Problem = problem;
                guest.State = WaitingState.Failed;
                Clear(guest);
            }
            else if (made is Asking asking)
            {
                guest.Value = asking.Question;
                guest.State = WaitingState.Asking;
            }
            else
            {
                guest.Value = made;
                guest.Progress = 1;
                guest.State = WaitingState.Done;
            }
            Sweep();
            Next();
        }
    }

    /// <exception cref="AppException">It is not there (any more).</exception>
    public Guest Find(string kind, string id, string otherwise)
    {
        lock (_gate)
        {
            Sweep();
            if (!_guests.TryGetValue(id, out Guest? guest) || guest.Kind != kind)
            {
                throw new AppException("not-found", otherwise);
            }
            guest.Touched = _clock.GetUtcNow();
            return guest;
        }
    }

    /// <summary>Takes out what is done: from then on it is the caller's, and is not cleared away here.</summary>
    /// <exception cref="AppException">It is not there (any more), or not done.</exception>
    public T Take<T>(string kind, string id, string otherwise)
        where T : class
    {
        lock (_gate)
        {
            Guest guest = Find(kind, id, otherwise);
            if (guest.State != WaitingState.Done || guest.Value is not T value)
            {
                throw new AppException("not-found", otherwise);
            }
            _guests.Remove(id);
            return value;
        }
    }

    /// <summary>Stops it, or throws away what it made. Its work ends at its next look at the cancellation.</summary>
    public Guest Stop(string kind, string id, string otherwise)
    {
        lock (_gate)
        {
            Guest guest = Find(kind, id, otherwise);
            bool working = guest.State == WaitingState.Running;
            guest.Stopping.Cancel();
            if (!working)
            {
                (guest.Value as IDisposable)?.Dispose();
                guest.State = guest.State is WaitingState.Failed ? guest.State : WaitingState.Stopped;
                Clear(guest);
            }
            return guest;
        }
    }

    private static void Clear(Guest guest)
    {
        try
        {
            guest.Leave?.Invoke();
        }
        catch (Exception fault) when (fault is IOException or UnauthorizedAccessException)
        {
            // What can't be removed now, as its folder is gone or another has it, is swept away at the next start.
        }
        guest.Leave = null;
        guest.Bytes = 0;
        if (guest.State is WaitingState.Stopped)
        {
            guest.Value = null;
        }
    }

    /// <summary>Lets those go that nobody asks for, and the oldest where there are too many or they hold too much.</summary>
    private void Sweep()
    {
        DateTimeOffset now = _clock.GetUtcNow();
        List<Guest> over = [.. _guests.Values.Where(guest => guest.IsOver).OrderBy(guest => guest.Touched)];
        long bytes = over.Sum(guest => guest.Bytes);
        int count = over.Count;
        foreach (Guest guest in over)
        {
            if (count <= limits.Kept && bytes <= limits.KeptBytes && now - guest.Touched < limits.Age)
            {
                continue;
            }
            count--;
            bytes -= guest.Bytes;
            _guests.Remove(guest.Id);
            (guest.Value as IDisposable)?.Dispose();
            Clear(guest);
        }
    }

    /// <summary>Stops everything and clears it away.</summary>
    public void Dispose()
    {
        lock (_gate)
        {
            _closed = true;
            _watch?.Dispose();
            _watch = null;
            foreach (Guest guest in _guests.Values)
            {
                guest.Stopping.Cancel();
                if (guest.State != WaitingState.Running)
                {
                    (guest.Value as IDisposable)?.Dispose();
                    Clear(guest);
                }
            }
            _guests.Clear();
            _queue.Clear();
        }
    }
}
