using System.Collections.Concurrent;

namespace OneWhole.App.Elsewhere;

/// <summary>
/// From when on the cells of rows elsewhere are those of now: what was asked before is not used any more once it is said to ask again,
/// or once so many minutes are over. It is known while the server runs; afterwards everything is asked anew.
/// </summary>
public sealed class Freshness(TimeProvider? clock = null)
{
    /// <summary>A stretch of time whose cells count as of now.</summary>
    /// <param name="Key">Tells it from others.</param>
    /// <param name="Begun">When it was begun.</param>
    /// <param name="Before">The one before it, or null.</param>
    public sealed record Stretch(string Key, DateTimeOffset Begun, Stretch? Before);

    private readonly ConcurrentDictionary<string, Stretch> _stretches = new(StringComparer.Ordinal);
    private readonly TimeProvider _clock = clock ?? TimeProvider.System;

    public DateTime Now => _clock.GetUtcNow().UtcDateTime;

    /// <summary>The stretch of now.</summary>
    /// <param name="rows">Of which rows.</param>
    /// <param name="everyMinutes">After how many minutes another one begins; null for never by itself.</param>
    public Stretch Of(string rows, int? everyMinutes)
    {
        Stretch now = _stretches.GetOrAdd(rows, _ => New(null));
        return everyMinutes is { } minutes && _clock.GetUtcNow() - now.Begun >= TimeSpan.FromMinutes(minutes) ? After(rows, now) : now;
    }

    /// <summary>Begins another stretch: cells are asked for again.</summary>
    public void AskAgain(string rows) => After(rows, _stretches.GetOrAdd(rows, _ => New(null)));

    // Of those before one is remembered, to say what changed since.
    private Stretch After(string rows, Stretch old) =>
        _stretches.AddOrUpdate(rows, _ => New(old), (_, now) => now == old ? New(old with { Before = null }) : now);

    private Stretch New(Stretch? before) => new(Guid.NewGuid().ToString("n"), _clock.GetUtcNow(), before);
}
