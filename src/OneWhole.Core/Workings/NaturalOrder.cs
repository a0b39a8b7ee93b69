using System.Globalization;
using System.Numerics;
using System.Text;
using OneWhole.Core.Numbers;

namespace OneWhole.Core.Workings;

/// <summary>
/// The order in which a person would put labels: those that begin with a number by their numbers; then months, weekdays
/// or levels in their own order, where all the others belong to one such set; else letters, with case and accents aside
/// and runs of digits read as numbers; "(blank)" last.
/// </summary>
public static class NaturalOrder
{
    /// <summary>Sets of names that have an order of their own. Names of one rank are spellings of the same thing.</summary>
    private static readonly IReadOnlyList<IReadOnlyList<string[]>> Sets =
    [
        [
            ["january", "jan"],
            ["february", "feb"],
            ["march", "mar"],
            ["april", "apr"],
            ["may"],
            ["june", "jun"],
            ["july", "jul"],
            ["august", "aug"],
            ["september", "sep", "sept"],
            ["october", "oct"],
            ["november", "nov"],
            ["december", "dec"],
        ],
        [
            ["monday", "mon"],
            ["tuesday", "tue", "tues"],
            ["wednesday", "wed"],
            ["thursday", "thu", "thur", "thurs"],
            ["friday", "fri"],
            ["saturday", "sat"],
            ["sunday", "sun"],
        ],
        .. LevelNames.Sets,
    ];

    /// <summary>Puts entries in natural order; equal keys keep the order in which they come.</summary>
    public static List<Entry> Sort(IReadOnlyList<Entry> entries)
    {
        Func<string, int>? set = SetOf([
            .. entries.Where(entry => !entry.IsBlank && NumberKey(entry) is null).Select(entry => entry.Label),
        ]);
        return [.. entries.Select(entry => (entry, key: KeyOf(entry, set))).OrderBy(pair => pair.key).Select(pair => pair.entry)];
    }

    /// <summary>Whether all labels are bands, months, weekdays or levels, so that they have one order that everybody expects.</summary>
    public static bool IsOrderedSet(IReadOnlyList<string> labels)
    {
        List<string> filled = [.. labels.Where(label => label != Tables.Label.Blank)];
        return filled.Count > 1 && (SetOf(filled) is not null || filled.TrueForAll(LooksLikeBand));
    }

    /// <summary>Whether all labels are levels of one scale: of answers, of how often, of how much.</summary>
    public static bool AreLevels(IReadOnlyList<string> labels)
    {
        List<string> filled = [.. labels.Where(label => label != Tables.Label.Blank)];
        return filled.Count > 1
            && (
                LevelNames.Sets.Any(set => filled.TrueForAll(label => RankIn(set, Fold(label)) >= 0))
                || AnswerScale.Ranks(filled) is not null
            );
    }

    private static bool LooksLikeBand(string label) => AgeBand.TryRead(label, out AgeBand band) && band.IsRange;

    /// <summary>The place of each label, folded, in the one set that all of them belong to; null where there is none.</summary>
    private static Func<string, int>? SetOf(IReadOnlyList<string> labels)
    {
        if (labels.Count == 0)
        {
            return null;
        }
        // Most labels are in no set: the first one that is not ends the search in it.
        if (Sets.FirstOrDefault(set => labels.All(label => RankIn(set, Fold(label)) >= 0)) is { } named)
        {
            return label => RankIn(named, label);
        }
        if (AnswerScale.Ranks(labels) is not { } ranks)
        {
            return null;
        }
        var known = new Dictionary<string, int>();
        for (int at = 0; at < ranks.Length; at++)
        {
            known.TryAdd(Fold(labels[at]), ranks[at]);
        }
        return label => known[label];
    }

    private static int RankIn(IReadOnlyList<string[]> set, string folded)
    {
        for (int rank = 0; rank < set.Count; rank++)
        {
            if (Array.IndexOf(set[rank], folded) >= 0)
            {
                return rank;
            }
        }
        return -1;
    }

    private static Key KeyOf(Entry entry, Func<string, int>? set)
    {
        if (entry.IsBlank)
        {
            return new Key(2, [], "");
        }
        if (NumberKey(entry) is { } numbers)
        {
            return new Key(0, numbers, "");
        }
        string folded = Fold(entry.Label);
        return set is null ? new Key(1, [], folded) : new Key(1, [new ExactDecimal(set(folded), 0)], "");
    }

    /// <summary>The numbers of a label that begins with one, or null. "under 5" stands just before 5.</summary>
    private static List<ExactDecimal>? NumberKey(Entry entry)
    {
        if (entry.Band is { } band)
        {
            return [band.From, 1, band.To];
        }
        if (entry.IsBlank)
        {
            return null;
        }
        ReadOnlySpan<char> text = entry.Label;
        bool before = false;
        if (text[0] == '<')
        {
            before = true;
            text = text[1..].TrimStart();
        }
        else if (text.StartsWith("under ", StringComparison.OrdinalIgnoreCase))
        {
            before = true;
            text = text[6..].TrimStart();
        }
        bool negative = text.Length > 1 && text[0] is '-' or '\u2212' && char.IsAsciiDigit(text[1]);
        if (text.Length == 0 || !(negative || char.IsAsciiDigit(text[0])))
        {
            return null;
        }
        var numbers = new List<ExactDecimal>();
        int at = 0;
        while (at < text.Length)
        {
            if (!char.IsAsciiDigit(text[at]))
            {
                at++;
                continue;
            }
            int start = at;
            while (at < text.Length && char.IsAsciiDigit(text[at]))
            {
                at++;
            }
            if (at + 1 < text.Length && text[at] == '.' && char.IsAsciiDigit(text[at + 1]))
            {
                at++;
                while (at < text.Length && char.IsAsciiDigit(text[at]))
                {
                    at++;
                }
            }
            ExactDecimal number = ReadDigits(text[start..at]);
            if (numbers.Count == 0)
            {
                numbers.Add(negative ? new ExactDecimal(-number.Units, number.Scale) : number);
                // The second place of the key puts "under 5" before "5".
                numbers.Add(before ? 0 : 1);
            }
            else
            {
                numbers.Add(number);
            }
        }
        return numbers;
    }

    private static ExactDecimal ReadDigits(ReadOnlySpan<char> digits)
    {
        int point = digits.IndexOf('.');
        string plain = point < 0 ? digits.ToString() : string.Concat(digits[..point], digits[(point + 1)..]);
        return new ExactDecimal(
            new ExactInt(BigInteger.Parse(plain, CultureInfo.InvariantCulture)),
            point < 0 ? 0 : digits.Length - point - 1
        );
    }

    /// <summary>Lower case, without accents.</summary>
    public static string Fold(string label)
    {
        string lower = label.ToLowerInvariant();
        if (Ascii.IsValid(lower))
        {
            return lower;
        }
        var bare = new StringBuilder(lower.Length);
        foreach (Rune rune in LookAlikes.Decompose(lower).EnumerateRunes())
        {
            if (Rune.GetUnicodeCategory(rune) != UnicodeCategory.NonSpacingMark)
            {
                bare.Append(rune);
            }
        }
        return bare.ToString();
    }

    private readonly record struct Key(int Class, List<ExactDecimal> Numbers, string Text) : IComparable<Key>
    {
        public int CompareTo(Key other)
        {
            int order = Class.CompareTo(other.Class);
            for (int i = 0; order == 0 && i < Math.Max(Numbers.Count, other.Numbers.Count); i++)
            {
                order =
                    i >= Numbers.Count ? -1
                    : i >= other.Numbers.Count ? 1
                    : Numbers[i].CompareTo(other.Numbers[i]);
            }
            return order != 0 ? order : CompareText(Text, other.Text);
        }

        private static int CompareText(string a, string b)
        {
            int i = 0,
                j = 0;
            while (i < a.Length && j < b.Length)
            {
                int order;
                if (char.IsAsciiDigit(a[i]) && char.IsAsciiDigit(b[j]))
                {
                    int startA = i,
                        startB = j;
                    while (i < a.Length && char.IsAsciiDigit(a[i]))
                    {
                        i++;
                    }
                    while (j < b.Length && char.IsAsciiDigit(b[j]))
                    {
                        j++;
                    }
                    order = BigInteger
                        .Parse(a.AsSpan(startA, i - startA), NumberStyles.None, CultureInfo.InvariantCulture)
                        .CompareTo(BigInteger.Parse(b.AsSpan(startB, j - startB), NumberStyles.None, CultureInfo.InvariantCulture));
                }
                else
                {
                    order = a[i++].CompareTo(b[j++]);
                }
                if (order != 0)
                {
                    return order;
                }
            }
            return (a.Length - i).CompareTo(b.Length - j);
        }
    }
}
