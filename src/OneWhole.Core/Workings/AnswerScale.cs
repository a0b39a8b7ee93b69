namespace OneWhole.Core.Workings;

/// <summary>
/// Recognises the levels of an answer scale by what their labels are made of: a degree ("strongly", "rather", "not at all") with a
/// stem or its opposite (agree and disagree, likely and unlikely, reliable and not reliable), and a middle ("neither", "so-so").
/// The wordings are those of common survey practice.
/// </summary>
internal static class AnswerScale
{
    private const int MostLevels = 15;

    /// <summary>What a degree does to its stem: how far from the middle it stands, and how far up where there is one side only.</summary>
    private static readonly Dictionary<string, (int FromMiddle, int Up)> Degrees = new(StringComparer.Ordinal)
    {
        ["not at all"] = (0, 0),
        ["not in the least"] = (0, 0),
        ["not very"] = (0, 10),
        ["not so"] = (0, 10),
        ["not really"] = (0, 10),
        ["not particularly"] = (0, 10),
        ["hardly"] = (0, 10),
        ["a little"] = (10, 20),
        ["a bit"] = (10, 20),
        ["slightly"] = (10, 20),
        ["partly"] = (12, 25),
        ["somewhat"] = (14, 30),
        ["rather"] = (16, 32),
        ["fairly"] = (16, 34),
        ["tend to"] = (16, 34),
        ["probably"] = (16, 34),
        ["mostly"] = (18, 40),
        ["moderately"] = (18, 38),
        ["quite"] = (18, 42),
        ["generally"] = (18, 42),
        [""] = (20, 50),
        ["much"] = (28, 60),
        ["very"] = (30, 60),
        ["highly"] = (30, 60),
        ["strongly"] = (30, 60),
        ["definitely"] = (32, 62),
        ["fully"] = (34, 70),
        ["totally"] = (34, 70),
        ["entirely"] = (34, 70),
        ["completely"] = (34, 70),
        ["absolutely"] = (34, 70),
        ["very much"] = (32, 64),
        ["very strongly"] = (36, 72),
        ["extremely"] = (38, 74),
    };

    /// <summary>The low end of a pair and its high end, each with its spellings; a word may be a degree of the other by itself.</summary>
    private static readonly (string[] Low, string[] High)[] Opposites =
    [
        (["disagree"], ["agree"]),
        (
            ["dissatisfied", "unsatisfied", "discontent", "discontented", "unhappy", "displeased"],
            ["satisfied", "content", "contented", "happy", "pleased"]
        ),
        (["poor", "bad"], ["good"]),
        (["worse"], ["better"]),
        (["low"], ["high"]),
        (["difficult", "hard"], ["easy"]),
        (["weak"], ["strong"]),
        (["slow"], ["fast", "quick"]),
        (["negative"], ["positive"]),
        (["against", "oppose"], ["for", "in favour", "in favor", "support", "favour", "favor"]),
        (["small"], ["large", "big"]),
        (["false", "untrue"], ["true"]),
        (["decrease", "decreased", "less"], ["increase", "increased", "more"]),
        (["cold"], ["warm", "hot"]),
        (["cheap"], ["expensive"]),
        (["dirty"], ["clean"]),
        (["early"], ["late"]),
    ];

    private static readonly string[] Middles =
    [
        "neither",
        "neither nor",
        "neutral",
        "undecided",
        "no opinion",
        "unsure",
        "not sure",
        "fair",
        "so-so",
        "so so",
        "average",
        "ok",
        "okay",
        "acceptable",
        "mixed",
        "in between",
        "medium",
        "moderate",
        "middle",
        "the same",
        "same",
        "no change",
        "unchanged",
        "about the same",
        "adequate",
        "partly",
    ];

    private static readonly string[] Negations = ["dis", "un", "in", "im", "ir", "non-", "non"];

    /// <summary>
    /// The place of each label on their scale, from the low end; null where they are no scale. Labels of one place are spellings of one
    /// level.
    /// </summary>
    public static int[]? Ranks(IReadOnlyList<string> labels)
    {
        if (labels.Count is < 2 or > MostLevels)
        {
            return null;
        }
        string[] folded = [.. labels.Select(label => NaturalOrder.Fold(label).Trim().TrimEnd('.', '!'))];
        Level?[] read = [.. folded.Select(Read)];
        if (Array.Exists(read, level => level is null))
        {
            return null;
        }
        (string Stem, bool Low)[] stems = Settle([.. read.Select(level => level!)]);
        string[] families = [.. stems.Where(stem => stem.Stem.Length > 0).Select(stem => stem.Stem).Distinct()];
        // All of one stem, and more than the words alone: a degree, an opposite or a middle.
        if (families.Length != 1)
        {
            return null;
        }
        // "formal" and "informal" alone are two kinds and no scale.
        if (read.All(level => level!.Degree.Length == 0 && level.Stem.Length > 0) && !Opposites.Any(pair => pair.High[0] == families[0]))
        {
            return null;
        }
        bool twoSides = stems.Any(stem => stem.Low) || stems.Any(stem => stem.Stem.Length == 0);
        bool hasHigh = stems.Any(stem => stem.Stem.Length > 0 && !stem.Low);
        if (!hasHigh && !stems.Any(stem => stem.Stem.Length == 0) && read.Select(level => level!.Degree).Distinct().Count() < 2)
        {
            return null;
        }
        int[] ranks =
        [
            .. read.Select(
                (level, at) =>
                {
                    if (stems[at].Stem.Length == 0)
                    {
                        return 0;
                    }
                    (int fromMiddle, int up) = Degrees[level!.Degree];
                    if (!twoSides)
                    {
                        return up;
                    }
                    // "not very satisfied" is on the other side, where there is one.
                    int side = stems[at].Low ? -1 : 1,
                        denied = up == 0 ? 34 : 12;
                    return level.Degree.StartsWith("not ", StringComparison.Ordinal) ? -side * denied : side * fromMiddle;
                }
            ),
        ];
        return ranks.Distinct().Count() < 2 ? null : ranks;
    }

    /// <param name="Degree">One of <see cref="Degrees"/>; a middle has none.</param>
    /// <param name="Stem">What it is a degree of; empty for a middle.</param>
    private sealed record Level(string Degree, string Stem);

    private static Level? Read(string label)
    {
        if (Middles.Contains(label) || label.StartsWith("neither ", StringComparison.Ordinal))
        {
            return new Level("", "");
        }
        // The longest degree first; "agree strongly" is "strongly agree".
        foreach (string degree in Degrees.Keys.Where(degree => degree.Length > 0).OrderByDescending(degree => degree.Length))
        {
            if (label.StartsWith(degree + " ", StringComparison.Ordinal))
            {
                return new Level(degree, label[(degree.Length + 1)..].Trim());
            }
            if (label.EndsWith(" " + degree, StringComparison.Ordinal))
            {
                return new Level(degree, label[..^(degree.Length + 1)].Trim());
            }
        }
        return label.Length > 0 && label.Count(letter => letter == ' ') <= 2 ? new Level("", label) : null;
    }

    /// <summary>Each level's stem without what turns it round, and whether it was turned round.</summary>
    private static (string Stem, bool Low)[] Settle(Level[] levels)
    {
        HashSet<string> stems = [.. levels.Select(level => level.Stem)];
        (string, bool) Of(Level level)
        {
            if (level.Stem.Length == 0)
            {
                return ("", false);
            }
            foreach ((string[] low, string[] high) in Opposites)
            {
                if (high.Contains(level.Stem) || low.Contains(level.Stem))
                {
                    return (high[0], low.Contains(level.Stem));
                }
            }
            if (level.Stem.StartsWith("not ", StringComparison.Ordinal))
            {
                return (level.Stem[4..], true);
            }
            foreach (string negation in Negations)
            {
                if (level.Stem.StartsWith(negation, StringComparison.Ordinal) && stems.Contains(level.Stem[negation.Length..]))
                {
                    return (level.Stem[negation.Length..], true);
                }
            }
            return (level.Stem, false);
        }
        return [.. levels.Select(Of)];
    }
}
