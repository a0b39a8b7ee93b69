using System.Collections;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Workings;

/// <summary>
/// Many entries that are made when they are asked for: a million parts are a million numbers, and objects only where they are shown.
/// An entry that is asked for twice is another object with the same value.
/// </summary>
/// <param name="entryOf">Makes the entry of a code.</param>
/// <param name="labels">By code.</param>
/// <param name="blankCode">The code of "(blank)", or −1.</param>
/// <param name="codes">The codes of the entries, in their order.</param>
internal sealed class LabelEntries(Func<int, Entry> entryOf, IReadOnlyList<string> labels, int blankCode, int[] codes)
    : IReadOnlyList<Entry>
{
    /// <summary>From so many entries on they are not made ahead.</summary>
    public const int Many = 10_000;

    public Entry this[int index] => entryOf(codes[index]);

    public int Count => codes.Length;

    /// <summary>The same entries in another order.</summary>
    public LabelEntries At(int[] places) => new(entryOf, labels, blankCode, Array.ConvertAll(places, place => codes[place]));

    public IEnumerator<Entry> GetEnumerator()
    {
        foreach (int code in codes)
        {
            yield return entryOf(code);
        }
    }

    IEnumerator IEnumerable.GetEnumerator() => GetEnumerator();

    /// <summary>Where the entry of cells without text stands; −1 where there is none.</summary>
    public static int BlankIn(IReadOnlyList<Entry> entries)
    {
        if (entries is LabelEntries many)
        {
            return many.Blank;
        }
        for (int at = 0; at < entries.Count; at++)
        {
            if (entries[at].IsBlank)
            {
                return at;
            }
        }
        return -1;
    }

    /// <summary>Where the folded ones stand; −1 where none are.</summary>
    public static int FoldedIn(IReadOnlyList<Entry> entries)
    {
        for (int at = 0; entries is not LabelEntries && at < entries.Count; at++)
        {
            if (entries[at].Kind == EntryKind.Folded)
            {
                return at;
            }
        }
        return -1;
    }

    private int Blank => blankCode < 0 ? -1 : Array.IndexOf(codes, blankCode);

    /// <summary>The labels of entries that are not blank, in their order.</summary>
    public static IReadOnlyList<string> FilledLabels(IReadOnlyList<Entry> entries)
    {
        if (entries is not LabelEntries many)
        {
            return [.. entries.Where(entry => !entry.IsBlank).Select(entry => entry.Label)];
        }
        return many.Filled(many.Blank);
    }

    private PlacedLabels Filled(int blank) => new(labels, blank < 0 ? codes : [.. codes[..blank], .. codes[(blank + 1)..]]);
}
