namespace OneWhole.Core.Tables;

/// <summary>Adds up the bytes that values hold; what several of them share counts once.</summary>
public sealed class MemoryCount
{
    private readonly HashSet<object> _seen = new(ReferenceEqualityComparer.Instance);

    /// <summary>What was counted so far.</summary>
    public long Bytes { get; private set; }

    /// <param name="part">An array or another large thing that is held; null is nothing.</param>
    /// <param name="bytes">What it takes.</param>
    /// <returns>Whether it was not counted before.</returns>
    public bool Add(object? part, long bytes)
    {
        if (part is null || !_seen.Add(part))
        {
            return false;
        }
        Bytes += bytes;
        return true;
    }

    /// <summary>An estimate of what texts take: characters of two bytes, and each object's head.</summary>
    public static long OfTexts(IReadOnlyList<string> texts)
    {
        if (texts is LabelPool pool)
        {
            return pool.Bytes;
        }
        long bytes = 8L * texts.Count;
        for (int at = 0; at < texts.Count; at++)
        {
            bytes += 24 + 2L * texts[at].Length;
        }
        return bytes;
    }
}

/// <summary>A value that knows what it holds in memory, views made since it came included.</summary>
public interface IMeasured
{
    /// <summary>Counts its own memory, shared parts once.</summary>
    void Measure(MemoryCount count);
}

/// <summary>Keeps what was computed of a table, within bounds that it sets itself.</summary>
public interface IScanCache
{
    /// <returns>What is known by that key, or is made now; asked twice at once it is made once.</returns>
    T Get<T>(string key, Func<T> make)
        where T : class, IMeasured;
}
