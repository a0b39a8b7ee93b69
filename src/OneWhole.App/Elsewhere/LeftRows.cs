using System.Collections.Concurrent;
using OneWhole.App.Memory;
using OneWhole.App.Sources;
using OneWhole.App.Tables;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Engines;

namespace OneWhole.App.Elsewhere;

/// <summary>
/// Tables whose rows stay where they are. Their cells are asked of the engine once for each question and stretch of time
/// (<see cref="Freshness"/>), and are kept in the one cache; whoever waits can stop the engine.
/// </summary>
public sealed class LeftRows(SourceDocuments sources, EnginePool pool, Freshness freshness, MemoryBudget memory)
{
    private static readonly AsyncLocal<bool> KnownAlone = new();

    private readonly ConcurrentDictionary<Running, byte> _running = [];

    /// <summary>What was asked in a stretch of time, by the stretch's key.</summary>
    private readonly ConcurrentDictionary<string, ConcurrentDictionary<string, KeptQuestion>> _asked = new(StringComparer.Ordinal);

    private readonly ConcurrentQueue<string> _stretches = new();

    private sealed record Running(string Rows, CancellationTokenSource Stop);

    /// <summary>
    /// Until disposed nothing is asked of engines: what is not known already is said to be unknown. For lists, which must not wait.
    /// </summary>
    public static IDisposable KnownOnly()
    {
        bool before = KnownAlone.Value;
        KnownAlone.Value = true;
        return new Scope(before);
    }

    private sealed class Scope(bool before) : IDisposable
    {
        public void Dispose() => KnownAlone.Value = before;
    }

    /// <summary>Which rows a table has left where they are.</summary>
    private static string RowsOf(TableDocument document) => document.Left!.KeyIn(document.From!.Source);

    /// <summary>What the numbers of a left table depend on besides its document.</summary>
    internal string StretchOf(TableDocument document) => freshness.Of(RowsOf(document), document.Left!.EveryMinutes).Key;

    /// <summary>A table whose cells are asked for when they are wanted.</summary>
    /// <param name="document">What is stored of it.</param>
    /// <param name="first">Its first rows.</param>
    /// <param name="scans">Keeps what is computed of it.</param>
    /// <param name="stretch">As of which stretch of time.</param>
    internal Table TableOf(TableDocument document, Table first, IScanCache? scans, string stretch) =>
        new(first.Name, first.Columns)
        {
            Scans = scans,
            Layout = first.Layout,
            Source = new Source(this, document, stretch, Earlier: false),
        };

    /// <summary>The table as it was before it was asked again, by what was asked then; null where nothing was.</summary>
    internal (Table Table, string Stretch, DateTime AsOf)? EarlierOf(TableDocument document, Table first)
    {
        Freshness.Stretch? before = freshness.Of(RowsOf(document), document.Left!.EveryMinutes).Before;
        if (before is null || !_asked.TryGetValue(before.Key, out ConcurrentDictionary<string, KeptQuestion>? asked) || asked.IsEmpty)
        {
            return null;
        }
        AskedCells? any = asked.Keys.Select(key => memory.Known<AskedCells>(key)).OfType<AskedCells>().FirstOrDefault();
        return any?.Asked is null
            ? null
            : (
                new Table(first.Name, first.Columns) { Source = new Source(this, document, before.Key, Earlier: true) },
                before.Key,
                any.Asked.AsOf
            );
    }

    /// <summary>The answer that was got in a stretch of time to a question, or to a finer one.</summary>
    internal (KeptQuestion Question, AskedCells Cells)? KnownAnswer(string stretch, KeptQuestion question)
    {
        if (_asked.TryGetValue(stretch, out ConcurrentDictionary<string, KeptQuestion>? asked))
        {
            foreach ((string key, KeptQuestion known) in asked.OrderBy(pair => pair.Value.Keys.Count))
            {
                if (known.Answers(question) && memory.Known<AskedCells>(key) is { } cells)
                {
                    return (known, cells);
                }
            }
        }
        return null;
    }

    /// <summary>Asks again from now on.</summary>
    internal void AskAgain(TableDocument document) => freshness.AskAgain(RowsOf(document));

    /// <summary>Stops what the engine is asked for a table, in the engine too.</summary>
    internal void Stop(TableDocument document)
    {
        string rows = RowsOf(document);
        foreach (Running question in _running.Keys.Where(question => question.Rows == rows))
        {
            question.Stop.Cancel();
        }
    }

    /// <summary>Asks the table of a document; what is asked can be stopped.</summary>
    /// <exception cref="StudyException">It can't be reached or read, or was stopped.</exception>
    internal T Use<T>(TableDocument document, Func<EngineTable, CancellationToken, T> act, CancellationToken cancel)
    {
        if (KnownAlone.Value)
        {
            throw new StudyException(
                "not-asked",
                "",
                $"The rows of {document.Name} stay in {document.Left!.Engine}, which is not asked for a list: open it to ask."
            );
        }
        EnginePlace place = sources.EngineOf(document.From!.Source);
        using var stop = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        var running = new Running(RowsOf(document), stop);
        _running[running] = 0;
        try
        {
            return pool.Use(place, document.Left!.Name, document.Left.Query, table => act(table, stop.Token), stop.Token);
        }
        catch (OperationCanceledException) when (!cancel.IsCancellationRequested)
        {
            throw new StudyException(
                "stopped",
                "",
                $"{document.Left!.Engine} was stopped; nothing was changed. Try again, or ask for less."
            );
        }
        finally
        {
            _running.TryRemove(running, out _);
        }
    }

    private AskedCells Ask(TableDocument document, string stretch, bool earlier, CellQuestion question, CancellationToken cancel)
    {
        var asked = KeptQuestion.Of(question);
        string key = $"cells of\u0001{RowsOf(document)}\u0001{stretch}\u0001{asked.Write()}";
        if (earlier || KnownAlone.Value)
        {
            if (KnownAnswer(stretch, asked) is { } known)
            {
                return known.Cells;
            }
            if (earlier)
            {
                throw new StudyException("not-asked", "from", $"This was not asked of {document.Name} before it was asked again.");
            }
        }
        AskedCells cells = memory.Get(key, () =>
        {
            DateTime when = freshness.Now;
            return Use(
                document,
                (table, stop) => table.Ask(question, stop) with { Asked = new Asking(when, table.NoteOf(question, stop)) },
                cancel
            );
        });
        ConcurrentDictionary<string, KeptQuestion> questions = _asked.GetOrAdd(stretch, key =>
        {
            _stretches.Enqueue(key);
            return new(StringComparer.Ordinal);
        });
        while (_stretches.Count > MostStretches && _stretches.TryDequeue(out string? oldest))
        {
            _asked.TryRemove(oldest, out _);
        }
        if (questions.Count < MostRemembered)
        {
            questions[MemoryBudget.Short(key)] = asked;
        }
        return cells;
    }

    private const int MostRemembered = 500;

    /// <summary>Of so many stretches of time, of all tables together, it is remembered what was asked.</summary>
    private const int MostStretches = 200;

    /// <summary>Rows of a document, as of a stretch of time.</summary>
    private sealed record Source(LeftRows Owner, TableDocument Document, string Stretch, bool Earlier) : ICellSource
    {
        public string Words => $"They stay in {Document.Left!.Engine}";

        public long? Rows => Document.RowCount;

        public AskedCells Ask(CellQuestion question, CancellationToken cancel) => Owner.Ask(Document, Stretch, Earlier, question, cancel);
    }
}
