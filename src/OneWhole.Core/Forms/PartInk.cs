using OneWhole.Core.Drawing;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms;

/// <summary>
/// The colour of a part: one in all forms and studies of a table, whatever is filtered or folded, because it goes by the
/// part's place in the table. Bands and other ordered labels have the ordered set, light to dark.
/// </summary>
internal sealed class PartInk
{
    private readonly string[] _colours;

    public PartInk(Division division)
    {
        Finish finish = division.Study.Finish;
        IReadOnlyList<Entry> parts = division.Parts;
        int[] listed = [.. Enumerable.Range(0, parts.Count).Where(part => parts[part].Kind != EntryKind.Folded && !parts[part].IsBlank)];
        bool bands = listed.Length > 0 && listed.All(part => parts[part].Kind == EntryKind.Band);
        bool ordered = bands || (listed.Length > 2 && NaturalOrder.IsOrderedSet([.. listed.Select(part => parts[part].Label)]));
        int[] rank = ordered ? Ranks(parts, listed, bands) : [];
        _colours = new string[parts.Count];
        for (int part = 0; part < parts.Count; part++)
        {
            string colour = parts[part].Kind == EntryKind.Folded || parts[part].IsBlank ? Ink.ClassC
                : ordered ? Ink.Ordered(rank[Array.IndexOf(listed, part)], listed.Length)
                : Ink.Category(parts[part].TableRank);
            bool quiet = finish.Emphasis.Length > 0 && !finish.Emphasis.Contains(parts[part].Label);
            _colours[part] = quiet ? Ink.ClassC : finish.Colours.GetValueOrDefault(parts[part].Label, colour);
        }
    }

    private static int[] Ranks(IReadOnlyList<Entry> parts, int[] listed, bool bands)
    {
        Entry[] inOrder = bands ? [.. listed.Select(part => parts[part]).OrderBy(part => part.TableRank)] : [.. NaturalOrder.Sort([.. listed.Select(part => parts[part])])];
        return [.. listed.Select(part => Array.IndexOf(inOrder, parts[part]))];
    }

    public string this[int part] => _colours[part];

    /// <summary>The key's entries in the parts' order.</summary>
    public static IReadOnlyList<KeyEntry> KeyOf(Division division)
    {
        var ink = new PartInk(division);
        return [.. DrawnParts.Of(division).Select(part => new KeyEntry(division.Parts[part].Label, ink[part]) { Part = division.Parts[part].Key })];
    }
}
