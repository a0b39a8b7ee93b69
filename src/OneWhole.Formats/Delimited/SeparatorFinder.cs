using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Delimited;

/// <summary>Finds the separator of delimited text: the one that gives most of the first lines the same number of cells.</summary>
internal static class SeparatorFinder
{
    private static readonly char[] Candidates = [',', ';', '\t', '|'];

    public static char Find(string sample)
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

    private static List<int> CellsPerLine(string sample, char separator)
    {
        var rows = new List<int>();
        var scanner = new DelimitedScanner(new StringReader(sample), separator);
        try
        {
            while (rows.Count < 200 && scanner.Next())
            {
                if (!scanner.IsEmptyLine)
                {
                    rows.Add(scanner.Count);
                }
            }
        }
        catch (ReadException)
        {
            // The sample ends within a quoted cell; the rows before it say enough.
        }
        if (rows.Count > 1 && rows.Count < 200)
        {
            // The last row may be cut off.
            rows.RemoveAt(rows.Count - 1);
        }
        return rows;
    }
}
