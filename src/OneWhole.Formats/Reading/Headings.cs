namespace OneWhole.Formats.Reading;

/// <summary>Makes headings distinct and gives empty ones a name; each change is noted.</summary>
internal static class Headings
{
    public static string[] Settle(IReadOnlyList<string> cells, List<ReadNote> notes)
    {
        var taken = new HashSet<string>(StringComparer.Ordinal);
        foreach (string cell in cells)
        {
            taken.Add(cell.Trim());
        }
        var used = new HashSet<string>(StringComparer.Ordinal);
        var headings = new string[cells.Count];
        for (int i = 0; i < headings.Length; i++)
        {
            string heading = cells[i].Trim();
            if (heading.Length == 0)
            {
                heading = Free($"Column {i + 1}", taken, used);
                notes.Add(new ReadNote("empty-heading", $"Column {i + 1} has no heading; it is called \"{heading}\"."));
            }
            else if (used.Contains(heading))
            {
                string second = Free($"{heading} (2)", taken, used);
                notes.Add(new ReadNote("duplicate-heading", $"Column {i + 1} is another \"{heading}\"; it is called \"{second}\"."));
                heading = second;
            }
            used.Add(heading);
            headings[i] = heading;
        }
        return headings;
    }

    private static string Free(string wish, HashSet<string> taken, HashSet<string> used)
    {
        string name = wish;
        string stem = wish.EndsWith(" (2)", StringComparison.Ordinal) ? wish[..^4] : wish;
        for (int number = 2; used.Contains(name) || taken.Contains(name); number++)
        {
            name = $"{stem} ({number})";
        }
        return name;
    }
}
