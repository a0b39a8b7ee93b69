using OneWhole.Core.Studies;
using OneWhole.Store;

namespace OneWhole.App.Colours;

/// <summary>A named set of colours of one's own: those of a house, kept for all studies.</summary>
/// <param name="Colours">As "#1d6b60", in the order in which parts take them.</param>
public sealed record ColourSetView(string Id, string Name, IReadOnlyList<string> Colours);

/// <summary>The sets of colours that are kept here. A study that has one holds its colours, so that it looks the same anywhere.</summary>
public sealed class ColourSets(DocumentStore documents)
{
    private const string Kind = "colours";
    private const int LongestName = 60;
    private const int MostColours = 16;
    private const int MostSets = 100;

    private sealed record Stored(string Name, IReadOnlyList<string> Colours);

    /// <summary>All sets, by name.</summary>
    public IReadOnlyList<ColourSetView> List() =>
        [.. documents.List(Kind).Select(View).OrderBy(set => set.Name, StringComparer.OrdinalIgnoreCase)];

    /// <summary>Keeps a set; one that has its name is replaced.</summary>
    /// <exception cref="AppException">The name is empty or too long, or what is given are not 1 to 16 colours.</exception>
    public ColourSetView Keep(string name, IReadOnlyList<string> colours)
    {
        var set = new Stored(name.Trim(), [.. colours.Select(colour => colour.Trim().ToLowerInvariant())]);
        if (set.Name.Length is 0 or > LongestName)
        {
            throw new AppException("wrong-name", $"A set of colours needs a name of 1 to {LongestName} characters.");
        }
        if (set.Colours.Count is 0 or > MostColours || !set.Colours.All(ColourShape.IsColour))
        {
            throw new AppException("wrong-colours", $"A set has 1 to {MostColours} colours, each like #1d6b60.");
        }
        IReadOnlyList<StoredDocument> all = documents.List(Kind);
        StoredDocument? known = all.FirstOrDefault(stored =>
            string.Equals(Read(stored).Name, set.Name, StringComparison.OrdinalIgnoreCase)
        );
        if (known is null && all.Count >= MostSets)
        {
            throw new AppException("too-many", $"{MostSets} sets of colours are kept already: take one away first.");
        }
        return View(
            known is null
                ? documents.Create(Kind, null, Json.Write(set), "kept")
                : documents.Revise(known.Id, known.Revision, Json.Write(set), "kept")
        );
    }

    /// <summary>Forgets a set; studies that have its colours keep them.</summary>
    /// <exception cref="AppException">There is none with that id.</exception>
    public void Remove(string id)
    {
        if (documents.Find(id) is not { Kind: Kind } stored)
        {
            throw new AppException("not-found", "There is no such set of colours.");
        }
        documents.Remove(id, Read(stored).Name);
    }

    private static Stored Read(StoredDocument stored) => Json.Read<Stored>(stored.Body);

    private static ColourSetView View(StoredDocument stored)
    {
        Stored set = Read(stored);
        return new ColourSetView(stored.Id, set.Name, set.Colours);
    }
}
