namespace OneWhole.Core.Tables;

/// <summary>
/// While it lives, a cancelled token stops work that is done by an engine. An engine forgets a stop that comes before its question has
/// begun, so it is told again, until the work has ended and this is disposed of.
/// </summary>
public sealed class StopElsewhere : IDisposable
{
    private static readonly TimeSpan Again = TimeSpan.FromMilliseconds(50);

    private readonly Lock _telling = new();
    private readonly Action _tell;
    private readonly Timer _again;
    private readonly CancellationTokenRegistration _cancelled;
    private bool _ended;

    /// <param name="tell">Tells the engine to stop; called from any thread, one at a time, and never after the disposal.</param>
    /// <param name="cancel">Whoever waits for the work gives it up.</param>
    /// <exception cref="OperationCanceledException">It is given up already.</exception>
    public StopElsewhere(Action tell, CancellationToken cancel)
    {
        cancel.ThrowIfCancellationRequested();
        _tell = tell;
        _again = new Timer(_ => Tell(), null, Timeout.InfiniteTimeSpan, Timeout.InfiniteTimeSpan);
        _cancelled = cancel.Register(() => _again.Change(TimeSpan.Zero, Again));
    }

    private void Tell()
    {
        lock (_telling)
        {
            if (!_ended)
            {
                _tell();
            }
        }
    }

    /// <summary>The work has ended: nothing is told from here on.</summary>
    public void Dispose()
    {
        _cancelled.Dispose();
        lock (_telling)
        {
            _ended = true;
        }
        _again.Dispose();
    }
}
