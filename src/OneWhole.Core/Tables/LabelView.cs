namespace OneWhole.Core.Tables;

/// <summary>A column read as labels: each distinct label once, by first appearance in the table, and a code a row.</summary>
public sealed class LabelView : IMeasured
{
    private Dictionary<string, int>? _index;

    private LabelView(IReadOnlyList<string> labels, Codes codes)
    {
        Labels = labels;
        Codes = codes;
        BlankCode = Label.BlankIn(labels);
    }

    /// <summary>Each label once.</summary>
    public IReadOnlyList<string> Labels { get; }

    /// <summary>For each row the number of its label.</summary>
    public Codes Codes { get; }

    private long _labelBytes = -1;

    /// <inheritdoc/>
    public void Measure(MemoryCount count)
    {
        count.Add(Labels, _labelBytes < 0 ? _labelBytes = MemoryCount.OfTexts(Labels) : _labelBytes);
        count.Add(Codes.Values, (long)Codes.Count * Codes.Width);
        if (_index is { } index)
        {
            // Texts that are no strings elsewhere are held by the index alone.
            count.Add(index, 32L * index.Count + (Labels is LabelPool pool ? 16L * index.Count + 2 * pool.Bytes : 0));
        }
    }

    /// <summary>The code of "(blank)", or −1 where every cell is filled.</summary>
    public int BlankCode { get; }

    /// <summary>The same, with labels after its own that no row here has.</summary>
    internal LabelView And(IReadOnlyList<string> labels)
    {
        string[] all = [.. Labels, .. labels.Except(Labels)];
        return new LabelView(all, Codes.From(Codes.ToInts(), Codes.Count, Math.Max(1, all.Length)));
    }

    /// <returns>The label's code, or −1.</returns>
    public int CodeOf(string label)
    {
        if (_index is null)
        {
            var index = new Dictionary<string, int>(Labels.Count, StringComparer.Ordinal);
            for (int i = 0; i < Labels.Count; i++)
            {
                index.TryAdd(Labels[i], i);
            }
            _index = index;
        }
        return _index.TryGetValue(label, out int code) ? code : -1;
    }

    internal static LabelView Of(Cells cells) => cells is LabelCells labelled ? OfLabels(labelled) : OfNumbers((NumberCells)cells);

    /// <summary>The cells' own labels, renumbered where typing has left some out of their order or without a row.</summary>
    private static LabelView OfLabels(LabelCells cells)
    {
        int met = 0;
        for (int row = 0; row < cells.Count && met < cells.Labels.Count; row++)
        {
            int code = cells.Codes[row];
            if (code > met)
            {
                break;
            }
            met += code == met ? 1 : 0;
        }
        if (met == cells.Labels.Count)
        {
            return new LabelView(cells.Labels, cells.Codes);
        }
        var place = new int[cells.Labels.Count];
        Array.Fill(place, -1);
        var kept = new List<int>();
        int[] codes = cells.Codes.ToInts();
        for (int row = 0; row < codes.Length; row++)
        {
            int code = codes[row];
            if (place[code] < 0)
            {
                place[code] = kept.Count;
                kept.Add(code);
            }
            codes[row] = place[code];
        }
        IReadOnlyList<string> labels =
            cells.Labels is LabelPool
                ? LabelPool.Of(new PlacedLabels(cells.Labels, [.. kept])).Settled()
                : [.. kept.Select(code => cells.Labels[code])];
        return new LabelView(labels, Codes.From(codes, codes.Length, Math.Max(1, labels.Count)));
    }

    private static LabelView OfNumbers(NumberCells cells)
    {
        int count = cells.Count;
        var codes = new int[count];
        var index = new LabelIndex();
        var byNumber = new Dictionary<(long, byte), int>();
        bool spelled = cells.Spellings.Count > 0;
        for (int row = 0; row < count; row++)
        {
            bool plain =
                cells.Units is not null && cells.Units[row] != NumberCells.Missing && !(spelled && cells.Spellings.ContainsKey(row));
            (long, byte) key = plain ? (cells.Units![row], cells.Decimals?[row] ?? 0) : default;
            if (plain && byNumber.TryGetValue(key, out int code))
            {
                codes[row] = code;
                continue;
            }
            code = index.Add(Label.Of(cells.TextAt(row)));
            if (plain)
            {
                byNumber.Add(key, code);
            }
            codes[row] = code;
        }
        return new LabelView(index.Labels(), Codes.From(codes, count, Math.Max(1, index.Count)));
    }
}
