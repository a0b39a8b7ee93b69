namespace OneWhole.Core.Tables;

/// <summary>
/// Finds the code of a label by its text. It keeps codes and hashes alone, because a column of a million distinct labels would
/// otherwise be held a second time: open addressing with linear steps, at most two thirds full.
/// </summary>
internal sealed class LabelIndex
{
    private readonly List<string> _labels = [];
    private int[] _slots = new int[64];
    private int[] _hashes = new int[64];

    /// <summary>The labels in the order in which they were added; a label's place is its code.</summary>
    public List<string> Labels => _labels;

    public static int HashOf(ReadOnlySpan<char> label) => string.GetHashCode(label);

    /// <param name="label">The text.</param>
    /// <param name="hash">Its <see cref="HashOf"/>.</param>
    /// <returns>The label's code, or −1.</returns>
    public int Find(ReadOnlySpan<char> label, int hash)
    {
        int mask = _slots.Length - 1;
        for (int at = hash & mask; _slots[at] != 0; at = (at + 1) & mask)
        {
            int code = _slots[at] - 1;
            if (_hashes[code] == hash && label.SequenceEqual(_labels[code]))
            {
                return code;
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
    public int AddNew(string label, int hash)
    {
        int code = _labels.Count;
        _labels.Add(label);
        if (code == _hashes.Length)
        {
            Array.Resize(ref _hashes, code * 2);
        }
        _hashes[code] = hash;
        if (_labels.Count * 3 > _slots.Length * 2)
        {
            Grow();
        }
        else
        {
            Put(code);
        }
        return code;
    }

    private void Grow()
    {
        _slots = new int[_slots.Length * 2];
        for (int code = 0; code < _labels.Count; code++)
        {
            Put(code);
        }
    }

    private void Put(int code)
    {
        int mask = _slots.Length - 1,
            at = _hashes[code] & mask;
        while (_slots[at] != 0)
        {
            at = (at + 1) & mask;
        }
        _slots[at] = code + 1;
    }
}
