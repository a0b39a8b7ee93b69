using OneWhole.Core.Tables;

namespace OneWhole.App.Memory;

/// <summary>
/// The one cache: tables, columns, scans and workings, bounded by the bytes that they hold together. What several of them share
/// counts once; views that are made later are counted when the next values come in. What was used longest ago goes first.
/// </summary>
/// <param name="mostBytes">At least one value is kept, however large it is.</param>
public sealed class MemoryBudget(long mostBytes)
{
    /// <summary>Unless it is set otherwise.</summary>
    public const long UsualBytes = 512L << 20;

    private readonly Lock _gate = new();
    private readonly Dictionary<string, Entry> _entries = new(StringComparer.Ordinal);
    private readonly LinkedList<Entry> _used = [];

    /// <summary>
    /// What was held when all was measured last, and what came in since; what is shared counts twice in it until all is measured again.
    /// </summary>
    private long _bytes;
    private int _unmeasured;

    /// <summary>All is measured again after one in so many of the values is new.</summary>
    private const int UnmeasuredShare = 16;

    private sealed class Entry(string key)
    {
        public string Key => key;

        public IMeasured? Value { get; set; }

        /// <summary>Ends when the value is made; without one where the making failed.</summary>
        public TaskCompletionSource Making { get; } = new(TaskCreationOptions.RunContinuationsAsynchronously);
    }

    /// <summary>What is held now.</summary>
    public long Bytes
    {
        get
        {
            lock (_gate)
            {
                return Measured();
            }
        }
    }

    /// <summary>
    /// The value of a key: known, or made now. Asked for twice at once it is made once; where the making fails, who waits for it tries
    /// itself.
    /// </summary>
    /// <param name="key">Everything that the value depends on.</param>
    /// <param name="make">Makes it.</param>
    public T Get<T>(string key, Func<T> make)
        where T : class, IMeasured
    {
        key = Short(key);
        while (true)
        {
            Entry? entry;
            bool mine;
            lock (_gate)
            {
                mine = !_entries.TryGetValue(key, out entry);
                if (mine)
                {
                    _entries[key] = entry = new Entry(key);
                }
                else if (entry!.Value is { } known)
                {
                    _used.Remove(entry);
                    _used.AddFirst(entry);
                    return (T)known;
                }
            }
            if (!mine)
            {
                entry!.Making.Task.GetAwaiter().GetResult();
                if (entry.Value is { } made)
                {
                    return (T)made;
                }
                continue;
            }
            try
            {
                T value = make();
                lock (_gate)
                {
                    Take(entry!, value);
                }
                return value;
            }
            finally
            {
                lock (_gate)
                {
                    if (entry!.Value is null && _entries.GetValueOrDefault(key) == entry)
                    {
                        _entries.Remove(key);
                    }
                }
                entry.Making.TrySetResult();
            }
        }
    }

    /// <summary>The value of a key where it is known; nothing is made.</summary>
    public T? Known<T>(string key)
        where T : class, IMeasured
    {
        lock (_gate)
        {
            return _entries.GetValueOrDefault(Short(key))?.Value as T;
        }
    }

    /// <summary>Keeps a value in place of the key's one.</summary>
    public void Put(string key, IMeasured value)
    {
        key = Short(key);
        lock (_gate)
        {
            if (!_entries.TryGetValue(key, out Entry? entry) || entry.Value is null)
            {
                _entries[key] = entry = new Entry(key);
                entry.Making.SetResult();
            }
            else
            {
                _used.Remove(entry);
            }
            Take(entry, value);
        }
    }

    private const int LongestKey = 200;

    /// <summary>A key of a whole document would take more than many a value: it is kept as its hash.</summary>
    internal static string Short(string key) =>
        key.Length <= LongestKey
            ? key
            : Convert.ToHexStringLower(
                System.Security.Cryptography.SHA256.HashData(System.Runtime.InteropServices.MemoryMarshal.AsBytes(key.AsSpan()))
            );

    private void Take(Entry entry, IMeasured value)
    {
        entry.Value = value;
        _entries[entry.Key] = entry;
        _used.AddFirst(entry);
        // Measuring all for each of 5,000 columns that come in would take longer than reading them.
        _bytes += Measured([entry]);
        _unmeasured++;
        if (_bytes <= mostBytes && _unmeasured * UnmeasuredShare < _used.Count)
        {
            return;
        }
        // Many small ones go at once, so that the next ones have room without measuring all again.
        long room = _used.Count > UnmeasuredShare ? mostBytes - mostBytes / UnmeasuredShare : mostBytes;
        _bytes = Measured();
        while (_bytes > mostBytes && _used.Count > 1)
        {
            for (long rest = _bytes; rest > room && _used.Count > 1; )
            {
                Entry last = _used.Last!.Value;
                rest -= Measured([last]);
                _used.RemoveLast();
                _entries.Remove(last.Key);
            }
            _bytes = Measured();
        }
        _unmeasured = 0;
    }

    private long Measured() => Measured(_used);

    private static long Measured(IEnumerable<Entry> entries)
    {
        var count = new MemoryCount();
        foreach (Entry entry in entries)
        {
            entry.Value!.Measure(count);
        }
        return count.Bytes;
    }

    /// <summary>The same budget for what is computed of one table.</summary>
    /// <param name="owner">Its key.</param>
    public IScanCache For(string owner) => new ScansOf(this, owner);

    private sealed class ScansOf(MemoryBudget budget, string owner) : IScanCache
    {
        public T Get<T>(string key, Func<T> make)
            where T : class, IMeasured => budget.Get($"scan\u0001{owner}\u0001{key}", make);
    }
}
