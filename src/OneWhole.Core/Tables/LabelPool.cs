using System.Buffers;
using System.Collections;
using System.Runtime.InteropServices;
using System.Text;

namespace OneWhole.Core.Tables;

/// <summary>
/// Very many labels as bytes in a few large arrays: one byte a character where a label is ASCII, two where it is not. A label becomes a
/// string only when it is asked for, and is not kept, so that a million of them are no objects. Labels are added by one thread; once
/// all are there, any number may read.
/// </summary>
public sealed class LabelPool : IReadableLabels
{
    /// <summary>Up to so many labels are strings: they are asked for again and again, and take little.</summary>
    public const int FewLabels = 1 << 16;

    private const int ChunkBytes = 1 << 20;
    private const int FirstBytes = 1 << 10;

    // An entry, from its low end: whether it is wide (1 bit), its bytes (25), its place in its chunk (20), its chunk (18). A chunk holds
    // at most ChunkBytes, or one label that is longer; no label has more than 2^24 characters, which is the longest row of a file.
    private const int LengthBits = 25;
    private const int PlaceBits = 20;

    private readonly List<byte[]> _chunks = [];
    private ulong[] _entries = [];
    private byte[] _chunk = [];
    private int _filled;

    /// <summary>How many labels there are.</summary>
    public int Count { get; private set; }

    /// <summary>What the pool takes, in bytes.</summary>
    public long Bytes { get; private set; }

    /// <summary>A label as a new string.</summary>
    public string this[int code]
    {
        get
        {
            ulong entry = Entry(code);
            ReadOnlySpan<byte> bytes = BytesOf(entry);
            return IsWide(entry) ? new string(MemoryMarshal.Cast<byte, char>(bytes)) : Encoding.ASCII.GetString(bytes);
        }
    }

    /// <summary>Whether a label has exactly this text.</summary>
    public bool Is(int code, ReadOnlySpan<char> text)
    {
        ulong entry = Entry(code);
        ReadOnlySpan<byte> bytes = BytesOf(entry);
        return IsWide(entry) ? MemoryMarshal.Cast<byte, char>(bytes).SequenceEqual(text) : Ascii.Equals(bytes, text);
    }

    /// <summary>The label's bytes where it is ASCII.</summary>
    /// <returns>False where it is not.</returns>
    public bool TryGetAscii(int code, out ReadOnlySpan<byte> ascii)
    {
        ulong entry = Entry(code);
        ascii = IsWide(entry) ? [] : BytesOf(entry);
        return !IsWide(entry);
    }

    /// <summary>A label's characters, where they can be read without a string.</summary>
    /// <param name="code">The label.</param>
    /// <param name="scratch">Room that may be used, and may be exchanged for more.</param>
    /// <returns>Valid until the room is used again.</returns>
    public ReadOnlySpan<char> Read(int code, ref char[] scratch)
    {
        ulong entry = Entry(code);
        ReadOnlySpan<byte> bytes = BytesOf(entry);
        if (IsWide(entry))
        {
            return MemoryMarshal.Cast<byte, char>(bytes);
        }
        if (scratch.Length < bytes.Length)
        {
            scratch = new char[Math.Max(256, bytes.Length)];
        }
        Ascii.ToUtf16(bytes, scratch, out int length);
        return scratch.AsSpan(0, length);
    }

    /// <summary>Adds a label after the others.</summary>
    /// <param name="label">Of at most 2^24 characters.</param>
    /// <returns>Its code.</returns>
    public int Add(ReadOnlySpan<char> label)
    {
        if (Ascii.FromUtf16(label, RoomFor(label.Length), out int length) == OperationStatus.Done)
        {
            return Taken(length, wide: false);
        }
        ReadOnlySpan<byte> bytes = MemoryMarshal.AsBytes(label);
        bytes.CopyTo(RoomFor(bytes.Length));
        return Taken(bytes.Length, wide: true);
    }

    /// <summary>Adds a label of ASCII characters after the others.</summary>
    /// <returns>Its code.</returns>
    public int AddAscii(ReadOnlySpan<byte> label)
    {
        label.CopyTo(RoomFor(label.Length));
        return Taken(label.Length, wide: false);
    }

    /// <summary>All labels as they are best held from now on: few as strings, many in this pool, which takes no more of them.</summary>
    public IReadOnlyList<string> Settled()
    {
        if (Count <= FewLabels)
        {
            var labels = new string[Count];
            for (int code = 0; code < labels.Length; code++)
            {
                labels[code] = this[code];
            }
            return labels;
        }
        Bytes -= (_entries.Length - Count) * (long)sizeof(ulong);
        Array.Resize(ref _entries, Count);
        return this;
    }

    /// <summary>The same labels, to be gone on with; what is there is shared.</summary>
    public LabelPool Continued()
    {
        var more = new LabelPool { _entries = _entries.AsSpan(0, Count).ToArray(), Count = Count };
        more._chunks.AddRange(_chunks);
        more.Bytes = Bytes - (_entries.Length - Count) * (long)sizeof(ulong);
        return more;
    }

    /// <summary>Labels in a pool, or a pool of them.</summary>
    public static LabelPool Of(IReadOnlyList<string> labels)
    {
        if (labels is LabelPool pool)
        {
            return pool.Continued();
        }
        var made = new LabelPool();
        foreach (string label in labels)
        {
            made.Add(label);
        }
        return made;
    }

    /// <summary>Labels with further ones after them; the strings of a short list stay the same ones.</summary>
    internal static IReadOnlyList<string> With(IReadOnlyList<string> labels, IReadOnlyList<string> more)
    {
        if (labels is not LabelPool && labels.Count + more.Count <= FewLabels)
        {
            return [.. labels, .. more];
        }
        LabelPool pool = Of(labels);
        foreach (string label in more)
        {
            pool.Add(label);
        }
        return pool.Settled();
    }

    /// <inheritdoc/>
    public IEnumerator<string> GetEnumerator()
    {
        for (int code = 0; code < Count; code++)
        {
            yield return this[code];
        }
    }

    IEnumerator IEnumerable.GetEnumerator() => GetEnumerator();

    private ulong Entry(int code)
    {
        ArgumentOutOfRangeException.ThrowIfGreaterThanOrEqual((uint)code, (uint)Count, nameof(code));
        return _entries[code];
    }

    private static bool IsWide(ulong entry) => (entry & 1) != 0;

    private ReadOnlySpan<byte> BytesOf(ulong entry)
    {
        int length = (int)(entry >> 1) & ((1 << LengthBits) - 1),
            place = (int)(entry >> (1 + LengthBits)) & ((1 << PlaceBits) - 1);
        return _chunks[(int)(entry >> (1 + LengthBits + PlaceBits))].AsSpan(place, length);
    }

    /// <summary>Room for so many bytes at the end; a chunk that has too little is left as it is.</summary>
    private Span<byte> RoomFor(int bytes)
    {
        ArgumentOutOfRangeException.ThrowIfGreaterThanOrEqual(bytes, 1 << LengthBits);
        if (_chunk.Length == 0 || bytes > _chunk.Length - _filled)
        {
            // The first chunks are small: most columns have a few labels.
            int usual = Math.Clamp(_chunk.Length * 2, FirstBytes, ChunkBytes);
            _chunk = new byte[Math.Max(bytes, usual)];
            _chunks.Add(_chunk);
            _filled = 0;
            Bytes += _chunk.Length;
        }
        return _chunk.AsSpan(_filled);
    }

    private int Taken(int bytes, bool wide)
    {
        int code = Count++;
        if (code == _entries.Length)
        {
            int more = Math.Max(64, code);
            Array.Resize(ref _entries, code + more);
            Bytes += more * (long)sizeof(ulong);
        }
        _entries[code] =
            (wide ? 1UL : 0UL)
            | ((ulong)bytes << 1)
            | ((ulong)_filled << (1 + LengthBits))
            | ((ulong)(_chunks.Count - 1) << (1 + LengthBits + PlaceBits));
        _filled += bytes;
        return code;
    }
}
