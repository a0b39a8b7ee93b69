using System.Collections.Concurrent;
using OneWhole.Core.Studies;
using OneWhole.Engines;

namespace OneWhole.App.Elsewhere;

/// <summary>
/// Connections to engines: a few to each place, kept open for a minute for who asks next. One that failed is closed; one that was lost
/// while nobody used it is opened again without a word.
/// </summary>
public sealed class EnginePool : IDisposable
{
    private static readonly TimeSpan Kept = TimeSpan.FromMinutes(1);

    private readonly Passwords _passwords;
    private readonly EngineLimits _limits;
    private readonly ITimer _sweep;

    /// <param name="passwords">Where passwords come from.</param>
    /// <param name="limits">What engines may take.</param>
    /// <param name="clock">Tells how long a connection is not used.</param>
    public EnginePool(Passwords passwords, EngineLimits? limits = null, TimeProvider? clock = null)
    {
        _passwords = passwords;
        _limits = limits ?? EngineLimits.Usual;
        _clock = clock ?? TimeProvider.System;
        _sweep = _clock.CreateTimer(_ => Sweep(), null, Kept, Kept);
    }

    private void Sweep()
    {
        foreach (Place place in _places.Values)
        {
            Close(place, _clock.GetUtcNow() - Kept);
        }
    }

    private sealed record Idle(EngineTable Table, DateTimeOffset Since);

    /// <summary>Connections to one place.</summary>
    private sealed class Place(int most)
    {
        public SemaphoreSlim Free { get; } = new(most, most);

        /// <summary>By table or query.</summary>
        public ConcurrentDictionary<string, ConcurrentStack<Idle>> Open { get; } = new(StringComparer.Ordinal);
    }

    private readonly ConcurrentDictionary<string, Place> _places = new(StringComparer.Ordinal);
    private readonly TimeProvider _clock;

    /// <summary>Asks a table that stays where it is.</summary>
    /// <param name="at">Where.</param>
    /// <param name="name">Of a table or a view; null for a query.</param>
    /// <param name="query">One SELECT; null for a table.</param>
    /// <param name="act">What is asked.</param>
    /// <param name="cancel">Stops it, in the engine too.</param>
    /// <exception cref="StudyException">It can't be reached or read.</exception>
    public T Use<T>(EnginePlace at, string? name, string? query, Func<EngineTable, T> act, CancellationToken cancel)
    {
        Place place = _places.GetOrAdd(at.Words, _ => new Place(_limits.Connections));
        place.Free.Wait(cancel);
        return OnThePage(() => Used(place, at, name, query, act, cancel));
    }

    /// <summary>A fault as the page says it: the place that the command names, and its variable, are not there.</summary>
    private static T OnThePage<T>(Func<T> act)
    {
        try
        {
            return act();
        }
        catch (StudyException fault) when (fault.Place is "from" or "query")
        {
            throw new StudyException(
                fault.Code,
                "",
                fault
                    .Plain.Replace("; give the password in the variable ONEWHOLE_PASSWORD", "", StringComparison.Ordinal)
                    .Replace("--query: ", "", StringComparison.Ordinal)
            );
        }
    }

    private T Used<T>(Place place, EnginePlace at, string? name, string? query, Func<EngineTable, T> act, CancellationToken cancel)
    {
        try
        {
            ConcurrentStack<Idle> open = place.Open.GetOrAdd($"{name}\u0001{query}", _ => []);
            while (open.TryPop(out Idle? idle))
            {
                if (idle.Table.IsAlive(cancel))
                {
                    return Asked(idle.Table, act, open, cancel);
                }
                // It was lost while nobody used it: others to this place probably are, too.
                idle.Table.Dispose();
                Close(place, DateTimeOffset.MaxValue);
                cancel.ThrowIfCancellationRequested();
            }
            return Asked(EngineTable.Open(at, _passwords.For(at), name, query, _limits), act, open, cancel);
        }
        finally
        {
            place.Free.Release();
        }
    }

    private T Asked<T>(EngineTable table, Func<EngineTable, T> act, ConcurrentStack<Idle> open, CancellationToken cancel)
    {
        bool kept = false;
        try
        {
            T answer = act(table);
            open.Push(new Idle(table, _clock.GetUtcNow()));
            kept = true;
            return answer;
        }
        catch (Exception) when (cancel.IsCancellationRequested)
        {
            throw new OperationCanceledException(cancel);
        }
        finally
        {
            if (!kept)
            {
                table.Dispose();
            }
        }
    }

    /// <summary>The tables and views at a place.</summary>
    /// <exception cref="StudyException">It can't be reached.</exception>
    public IReadOnlyList<EngineTableInfo> List(EnginePlace at) => OnThePage(() => EngineTable.List(at, _passwords.For(at), _limits));

    /// <summary>Closes the connections to a place that nobody uses: its password is another one now, or it moved.</summary>
    public void Forget(EnginePlace at)
    {
        if (_places.TryGetValue(at.Words, out Place? place))
        {
            Close(place, DateTimeOffset.MaxValue);
        }
    }

    private static void Close(Place place, DateTimeOffset before)
    {
        foreach (ConcurrentStack<Idle> open in place.Open.Values)
        {
            if (!open.Any(idle => idle.Since < before))
            {
                continue;
            }
            var kept = new List<Idle>();
            while (open.TryPop(out Idle? idle))
            {
                if (idle.Since < before)
                {
                    idle.Table.Dispose();
                }
                else
                {
                    kept.Add(idle);
                }
            }
            kept.ForEach(open.Push);
        }
    }

    public void Dispose()
    {
        _sweep.Dispose();
        foreach (Place place in _places.Values)
        {
            Close(place, DateTimeOffset.MaxValue);
        }
    }
}
