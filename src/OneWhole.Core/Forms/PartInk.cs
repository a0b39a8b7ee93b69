using OneWhole.Core.Drawing;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms;

/// <summary>
/// The colour of a part: one in all forms and studies of a table, whatever is filtered or folded, because it goes by the
/// part's place in the table. Bands and other ordered labels have the ordered set, light to dark. A form whose colours have
/// a meaning of their own (classes, sides) brings them along.
/// </summary>
internal sealed class PartInk
{
    private const int MostPreviewed = 2_000;

    private readonly Division _division;
    private readonly Emphasis _emphasis;
    private readonly Func<int, string> _colourOf;
    private readonly string?[] _colours;

    /// <param name="division">What is divided.</param>
    /// <param name="own">The form's own colour of a part; null for the set that fits the parts, or was laid on them.</param>
    public PartInk(Division division, Func<int, string>? own = null)
        : this(division, own, division.Study.Finish.Palette, division.Study.Finish.OwnColours) { }

    private PartInk(Division division, Func<int, string>? own, Palette palette, IReadOnlyList<string> wished)
    {
        _division = division;
        _emphasis = new Emphasis(division);
        Finish finish = division.Study.Finish;
        Func<int, string> colours = own is null
            ? wished.Count > 0
                ? ByPlace(division, place => wished[place % wished.Count])
                : SetOf(division, palette)
            : part => Ink.In(palette, own(part));
        _colours = new string?[division.PartCount];
        _colourOf = at =>
            division.Parts[at] is var part && finish.Colours.GetValueOrDefault(part.Label) is { } chosen ? chosen
            : part.Kind == EntryKind.Folded ? Ink.In(palette, Ink.Folded)
            : own is null && part.IsBlank ? Ink.ClassC
            : colours(at);
    }

    private static Func<int, string> SetOf(Division division, Palette palette)
    {
        IReadOnlyList<Entry> parts = division.Parts;
        if (palette == Palette.Categories)
        {
            return ByPlace(division);
        }
        int[] listed = [.. Enumerable.Range(0, parts.Count).Where(part => parts[part].Kind != EntryKind.Folded && !parts[part].IsBlank)];
        bool bands = listed.Length > 0 && listed.All(part => parts[part].Kind == EntryKind.Band);
        bool ordered = bands || (listed.Length > 2 && NaturalOrder.IsOrderedSet([.. listed.Select(part => parts[part].Label)]));
        if (palette == Palette.Auto && !ordered)
        {
            return ByPlace(division);
        }
        // Steps of a set follow the levels where the labels have an order of their own, else the figure's.
        int[] rank = ordered ? Ranks(parts, listed, bands) : [.. Enumerable.Range(0, listed.Length).Reverse()];
        var places = new int[parts.Count];
        foreach ((int place, int part) in listed.Index())
        {
            places[part] = place;
        }
        Func<int, int, string> set = SetOf(palette);
        return part => set(rank[places[part]], listed.Length);
    }

    private static Func<int, string> ByPlace(Division division, Func<int, string>? colour = null)
    {
        Func<Entry, int> place = PlaceOf(division);
        colour ??= Ink.Category;
        return part => colour(place(division.Parts[part]));
    }

    private static Func<int, int, string> SetOf(Palette palette) =>
        palette switch
        {
            Palette.TwoSided => Ink.TwoSided,
            Palette.OneHue => Ink.OneHue,
            Palette.Greys => Ink.Grey,
            _ => Ink.Ordered,
        };

    /// <summary>
    /// A part's place in the table; in a column whose rows were replaced, its place among all labels that the column has had.
    /// </summary>
    private static Func<Entry, int> PlaceOf(Division division)
    {
        if (division.Study.Parts is not Axis.Labels { Column: var name } || division.Table.Find(name)?.Info.EarlierLabels is not { } met)
        {
            return part => part.TableRank;
        }
        Dictionary<string, int> places = met.Index().ToDictionary(label => label.Item, label => label.Index);
        return part => places.TryGetValue(part.Label, out int place) ? place : met.Count + part.TableRank;
    }

    private static int[] Ranks(IReadOnlyList<Entry> parts, int[] listed, bool bands)
    {
        Entry[] inOrder = bands
            ? [.. listed.Select(part => parts[part]).OrderBy(part => part.TableRank)]
            : [.. NaturalOrder.Sort([.. listed.Select(part => parts[part])])];
        Dictionary<Entry, int> places = inOrder.Index().ToDictionary(entry => entry.Item, entry => entry.Index);
        return [.. listed.Select(part => places[parts[part]])];
    }

    /// <summary>The part's colour in the key; grey where it does not stand out.</summary>
    public string this[int part] => _emphasis.StandsPart(part) ? OwnOf(part) : Ink.ClassC;

    /// <summary>The part's colour, whether it stands out or not.</summary>
    public string OwnOf(int part) => _colours[part] ??= _colourOf(part);

    /// <summary>The colour of one amount; grey where it does not stand out.</summary>
    /// <param name="row">A row of the division: group × parts + part.</param>
    public string Row(int row) => _emphasis.Stands(row) ? OwnOf(_division.PartOf(row)) : Ink.ClassC;

    /// <inheritdoc cref="Row(int)"/>
    public string Row(int group, int part) => Row(group * _division.PartCount + part);

    /// <summary>The colours that a set would give the first parts.</summary>
    public static IReadOnlyList<string> Preview(Division division, Palette palette, int most) =>
        // Of very many parts nobody tells the colours apart: the set itself is shown.
        division.PartCount > MostPreviewed
            ?
            [
                .. Enumerable
                    .Range(0, most)
                    .Select(at => palette is Palette.Auto or Palette.Categories ? Ink.Category(at) : SetOf(palette)(at, most)),
            ]
        : new PartInk(division, null, palette, []) is var ink ? [.. DrawnParts.Of(division).Take(most).Select(part => ink.OwnOf(part))]
        : [];

    /// <summary>The key's entries in the parts' order.</summary>
    public static IReadOnlyList<KeyEntry> KeyOf(Division division)
    {
        var ink = new PartInk(division);
        return
        [
            .. DrawnParts
                .Of(division)
                .Select(part => new KeyEntry(division.Parts[part].NameInFigure, ink[part]) { Part = division.Parts[part].Key }),
        ];
    }
}
