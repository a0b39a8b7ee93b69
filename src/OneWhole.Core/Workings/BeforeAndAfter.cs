using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings;

/// <summary>Two divisions of the same kind laid side by side: what was, and what is, as two groups.</summary>
/// <param name="Amounts">Two groups, the first what was; parts as the second lists them, then those that only the first has.</param>
/// <param name="Volumes">A number more for each cell; null where none is asked for.</param>
internal sealed record BeforeAndAfter(Amounts Amounts, Fraction[]? Volumes)
{
    public static BeforeAndAfter Of(
        (string Name, Amounts Amounts, Fraction[]? Volumes) before,
        (string Name, Amounts Amounts, Fraction[]? Volumes) after
    )
    {
        int scale = Math.Max(before.Amounts.Scale, after.Amounts.Scale);
        // Both in units of which each has a whole number.
        Amounts was = before.Amounts.Finer(after.Amounts.Divisor * ExactInt.PowerOfTen(scale), scale),
            now = after.Amounts.Finer(before.Amounts.Divisor * ExactInt.PowerOfTen(scale), scale);
        Dictionary<string, int> wasAt = was.Parts.Index().ToDictionary(part => part.Item.Label, part => part.Index);
        HashSet<string> listed = [.. now.Parts.Select(part => part.Label)];
        (Entry Part, int Now)[] parts =
        [
            .. now.Parts.Select((part, at) => (part, at)),
            .. was
                .Parts.Where(part => !listed.Contains(part.Label))
                .Select((part, at) => (part with { TableRank = int.MaxValue / 2 + at }, -1)),
        ];
        var cells = new ExactInt[parts.Length * 2];
        var exists = new bool[cells.Length];
        Fraction[]? volumes = after.Volumes is null ? null : new Fraction[cells.Length];
        for (int at = 0; at < parts.Length; at++)
        {
            int old = wasAt.GetValueOrDefault(parts[at].Part.Label, -1);
            Take(was, before.Volumes, old, at);
            Take(now, after.Volumes, parts[at].Now, parts.Length + at);
        }
        Entry[] groups = [new(before.Name, EntryKind.Rows, 0), new(after.Name, EntryKind.Rows, 1)];
        return new BeforeAndAfter(now.With([.. parts.Select(part => part.Part)], groups, cells, exists), volumes);

        void Take(Amounts from, Fraction[]? fromVolumes, int part, int cell)
        {
            if (part < 0)
            {
                return;
            }
            cells[cell] = from.Cells[part];
            exists[cell] = from.Exists[part];
            if (volumes is not null)
            {
                volumes[cell] = fromVolumes![part];
            }
        }
    }
}
