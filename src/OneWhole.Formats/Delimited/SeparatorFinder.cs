namespace OneWhole.Formats.Delimited;

/// <summary>Finds the separator of delimited text: the one that gives most of the first lines the same number of cells.</summary>
internal static class SeparatorFinder
{
    private static readonly char[] Candidates = [',', ';', '\t', '|'];

    public static char Find(ReadOnlySpan<char> sample)
    {
        char best = ',';
        double bestScore = 0;
        foreach (char candidate in Candidates)
        {
            List<int> cells = CellsPerLine(sample, candidate);
            if (cells.Count == 0 || cells[0] < 2)
            {
                continue;
            }
            double agreeing = cells.Count(count => count == cells[0]) / (double)cells.Count;
            double score = agreeing * agreeing * Math.Log2(cells[0] + 1);
            if (score > bestScore * 1.0001)
            {
                best = candidate;
                bestScore = score;
            }
        }
        return best;
    }

    private static List<int> CellsPerLine(ReadOnlySpan<char> sample, char separator)
    {
        var lines = new List<int>();
        int cells = 1;
        bool quoted = false, empty = true;
        foreach (char c in sample)
        {
            if (c == '"')
            {
                quoted = !quoted;
                empty = false;
            }
            else if (c == separator && !quoted)
            {
                cells++;
                empty = false;
            }
            else if (c == '\n' && !quoted)
            {
                if (!empty)
                {
                    lines.Add(cells);
                }
                cells = 1;
                empty = true;
                if (lines.Count >= 200)
                {
                    break;
                }
            }
            else if (c != '\r')
            {
                empty = false;
            }
        }
        if (!empty && lines.Count == 0)
        {
            lines.Add(cells);
        }
        return lines;
    }
}
