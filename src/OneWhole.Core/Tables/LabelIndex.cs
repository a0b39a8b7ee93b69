namespace OneWhole.Core.Tables;

/// <summary>
/// Finds the code of a label by its text. Open addressing with linear steps, at most two thirds full; a slot holds hash and code side by
/// side, because with a million distinct labels each look elsewhere is one that waits for memory.
/// </summary>
internal sealed class LabelIndex
{
    private readonly LabelPool _labels = new();

    // The hash in the upper half, the code + 1 in the lower one; 0 is free.
    private ulong[] _slots = new ulong[64];

    /// <summary>How many labels there are.</summary>
    public int Count => _labels.Count;

    /// <summary>Whether the label of a code has this text.</summary>
    public bool Is(int code, ReadOnlySpan<char> text) => _labels.Is(code, text);

    /// <summary>The labels in the order in which they were added; a label's place is its code. No more are added.</summary>
    public IReadOnlyList<string> Labels() => _labels.Settled();

    public static int HashOf(ReadOnlySpan<char> label) => string.GetHashCode(label);

    /// <param name="label">The text.</param>
    /// <param name="hash">Its <see cref="HashOf"/>.</param>
    /// <returns>The label's code, or −1.</returns>
    public int Find(ReadOnlySpan<char> label, int hash)
    {
        ulong[] slots = _slots;
        int mask = slots.Length - 1;
        for (int at = hash & mask; slots[at] is not 0 and ulong slot; at = (at + 1) & mask)
        {
            if ((int)(slot >> 32) == hash && _labels.Is((int)(uint)slot - 1, label))
            {
                return (int)(uint)slot - 1;
            }
        }
        return -1;
    }

    /// <summary>The label's code; a new one is given the next.</summary>
    public int Add(string label)
    {
        int hash = HashOf(label),
            code = Find(label, hash);
        return code >= 0 ? code : AddNew(label, hash);
    }

    /// <summary>The code of a label that is known not to be there.</summary>
    public int AddNew(ReadOnlySpan<char> label, int hash)
    {
        int code = _labels.Add(label);
        if (_labels.Count * 3L > _slots.Length * 2L)
        {
            Grow();
        }
        Put(_slots, ((ulong)(uint)hash << 32) | (uint)(code + 1));
        return code;
    }

    private void Grow()
    {
        var slots = new ulong[_slots.Length * 2];
        foreach (ulong slot in _slots)
        {
            if (slot != 0)
            {
                Put(slots, slot);
            }
        }
        _slots = slots;
    }

    private static void Put(ulong[] slots, ulong slot)
    {
        int mask = slots.Length - 1,
            at = (int)(slot >> 32) & mask;
        while (slots[at] != 0)
        {
            at = (at + 1) & mask;
        }
        slots[at] = slot;
    }
}
