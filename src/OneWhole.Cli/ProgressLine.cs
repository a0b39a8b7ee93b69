namespace OneWhole.Cli;

/// <summary>
/// One line on a terminal that says what is being done and for how long, from half a second on; nothing where no person reads it.
/// It is taken away before anything else is written.
/// </summary>
internal sealed class ProgressLine : IDisposable
{
    private static readonly TimeSpan Between = TimeSpan.FromMilliseconds(200);
    private static readonly TimeSpan Patience = TimeSpan.FromMilliseconds(500);

    private readonly Lock _writing = new();
    private readonly TextWriter _to;
    private readonly Timer? _clock;
    private readonly long _begun = System.Diagnostics.Stopwatch.GetTimestamp();
    private string _doing;
    private int _shown;

    /// <param name="streams">Where it is written, if a person reads there.</param>
    /// <param name="doing">What is done first: "reading delays.csv".</param>
    public ProgressLine(Streams streams, string doing)
    {
        _to = streams.Error;
        _doing = doing;
        _clock = streams.IsTerminal ? new Timer(_ => Show(), null, Patience, Between) : null;
    }

    /// <summary>What is done now, and how far: "reading delays.csv: 120,000 rows".</summary>
    public void Say(string doing) => _doing = doing;

    private void Show()
    {
        lock (_writing)
        {
            string text = $"{_doing} … {System.Diagnostics.Stopwatch.GetElapsedTime(_begun).TotalSeconds:0} s";
            _to.Write($"\r{text.PadRight(_shown)}");
            _shown = text.Length;
        }
    }

    /// <summary>Takes the line away.</summary>
    public void Dispose()
    {
        if (_clock is null)
        {
            return;
        }
        using var ended = new ManualResetEvent(false);
        if (_clock.Dispose(ended))
        {
            ended.WaitOne();
        }
        if (_shown > 0)
        {
            _to.Write($"\r{new string(' ', _shown)}\r");
        }
    }
}
