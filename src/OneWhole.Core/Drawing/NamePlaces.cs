namespace OneWhole.Core.Drawing;

/// <summary>What decides which names stay where not all have room.</summary>
/// <param name="Weight">How important each is: larger ones are named before smaller ones.</param>
/// <param name="Evenly">Whether the names are steps of one scale (ages, months, bands): then every second or third stands, as on an
/// axis.</param>
internal readonly record struct NameRanks(Func<int, double> Weight, bool Evenly);

/// <summary>A name along bars, or what stands for a run of bars without names.</summary>
/// <param name="At">The bar's number; of a run, that of its first bar.</param>
/// <param name="More">How many bars a run has; 0 for a name.</param>
/// <param name="Wished">The middle of the bar, or of the run, in pixels from the first bar's edge.</param>
/// <param name="Place">Where it stands.</param>
internal readonly record struct NamePlace(int At, int More, double Wished, double Place)
{
    /// <summary>"… 31 more".</summary>
    public string RunText => Studies.FigureWords.Of("more", ("count", Numbers.NumberText.Count(More)));

    private string Counted => $"… {Numbers.NumberText.Count(More)}";

    /// <summary>The same, without its last word where that has no room: a number is never cut.</summary>
    public string RunTextWithin(FigureBuilder figure, Font font, double room) =>
        figure.TextWidth(RunText, font) <= room ? RunText : Counted;

    public bool IsMoved => Math.Abs(Place - Wished) > 1.5;
}

/// <summary>
/// Finds places for names along bars that may be thinner than a line of print. The most important ones stay, moved a little with
/// a thin line where they crowd; neighbours without a name are counted where they stand.
/// </summary>
internal static class NamePlaces
{
    /// <summary>How many lines a name may stand from its bar where thin lines have little room to lead to it.</summary>
    public const double Near = 5;

    /// <summary>And where they have more.</summary>
    public const double Far = 8;

    /// <summary>More are not looked at: no sheet has room for so many.</summary>
    private const int MostCandidates = 400;

    /// <param name="count">How many bars there are.</param>
    /// <param name="band">The room of one bar along the names.</param>
    /// <param name="line">What a name needs there.</param>
    /// <param name="ranks">Which stay.</param>
    /// <param name="moved">How many lines a name may be moved.</param>
    public static IReadOnlyList<NamePlace> Of(int count, double band, double line, NameRanks ranks, double moved = Near)
    {
        double Middle(int at) => (at + 0.5) * band;
        if (band >= line - 0.5)
        {
            return [.. Enumerable.Range(0, count).Select(at => new NamePlace(at, 0, Middle(at), Middle(at)))];
        }
        int every = Math.Max(1, (int)Math.Ceiling(line / Math.Max(1e-6, band)));
        if (ranks.Evenly)
        {
            return [.. Enumerable.Range(0, count).Where(at => at % every == 0).Select(at => new NamePlace(at, 0, Middle(at), Middle(at)))];
        }
        double length = count * band;
        int most = (int)Math.Floor(length / line);
        int[] order = [.. Enumerable.Range(0, count).OrderByDescending(ranks.Weight).Take(MostCandidates)];
        // Where bars stand by size, small ones go as one run, not every second of them.
        bool inOrder =
            order.Index().All(entry => entry.Item == entry.Index) || order.Index().All(entry => entry.Item == count - 1 - entry.Index);
        var chosen = new List<int>();
        foreach (int at in order)
        {
            if (chosen.Count >= most)
            {
                break;
            }
            int place = ~chosen.BinarySearch(at);
            chosen.Insert(place, at);
            if (!Fits([.. chosen.Select(Middle)], length, line, moved))
            {
                chosen.RemoveAt(place);
                if (inOrder)
                {
                    break;
                }
            }
        }
        return WithRuns(chosen, count, band, line, ranks, moved);
    }

    /// <summary>
    /// The chosen names with the runs between them; where the longest run has no room to be told, the least of the names gives way.
    /// </summary>
    private static IReadOnlyList<NamePlace> WithRuns(List<int> chosen, int count, double band, double line, NameRanks ranks, double moved)
    {
        double length = count * band;
        while (true)
        {
            List<(int First, int Count)> runs = Runs(chosen, count);
            var entries = chosen.Select(at => (At: at, More: 0, Wished: (at + 0.5) * band)).ToList();
            bool longestIsTold = runs.Count == 0;
            foreach ((int first, int more) in runs.OrderByDescending(run => run.Count))
            {
                double wished = (first + more / 2.0) * band;
                int place = entries.FindIndex(entry => entry.Wished > wished);
                place = place < 0 ? entries.Count : place;
                entries.Insert(place, (first, more, wished));
                if (Fits([.. entries.Select(entry => entry.Wished)], length, line, moved))
                {
                    longestIsTold = true;
                }
                else
                {
                    entries.RemoveAt(place);
                }
            }
            if (longestIsTold || chosen.Count <= 1)
            {
                double[] places = Spread([.. entries.Select(entry => entry.Wished)], length, line);
                return [.. entries.Select((entry, at) => new NamePlace(entry.At, entry.More, entry.Wished, places[at]))];
            }
            chosen.Remove(chosen.MinBy(ranks.Weight));
        }
    }

    private static List<(int First, int Count)> Runs(List<int> chosen, int count)
    {
        var runs = new List<(int, int)>();
        int next = 0;
        foreach (int at in chosen.Append(count))
        {
            if (at > next)
            {
                runs.Add((next, at - next));
            }
            next = at + 1;
        }
        return runs;
    }

    private static bool Fits(double[] wished, double length, double line, double moved)
    {
        if (wished.Length * line > length + line * 0.5)
        {
            return false;
        }
        double[] places = Spread(wished, length, line);
        for (int i = 0; i < places.Length; i++)
        {
            if (Math.Abs(places[i] - wished[i]) > moved * line || (i > 0 && places[i] - places[i - 1] < line - 0.01))
            {
                return false;
            }
        }
        return true;
    }

    private static double[] Spread(double[] wished, double length, double line) =>
        LabelFit.Spread(wished, Math.Min(line / 2, length / 2), Math.Max(length - line / 2, length / 2), line);
}
