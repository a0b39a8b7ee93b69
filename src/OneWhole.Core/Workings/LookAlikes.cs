using System.Text;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Workings;

/// <summary>Two labels that may be one, by their positions.</summary>
/// <param name="First">The earlier one.</param>
/// <param name="Second">The later one.</param>
public sealed record LookAlike(int First, int Second);

/// <summary>
/// Finds labels that may be two spellings of one: equal but for case, inner white space and accents; or both of five or
/// more characters, without a digit, and one inserted, removed or replaced character apart. Found by hashing: every label
/// is filed under each of its forms with one character taken out, so that no pair is compared without a reason.
/// </summary>
public static class LookAlikes
{
    /// <summary>Pairs of positions, the earlier first, in the order of the labels.</summary>
    /// <param name="labels">Distinct labels, "(blank)" not among them.</param>
    /// <param name="most">Where to stop.</param>
    public static IReadOnlyList<LookAlike> Find(IReadOnlyList<string> labels, int most = 1000)
    {
        var pairs = new SortedSet<LookAlike>(InOrder);
        FindFolded(labels, pairs, most);
        FindOneApart(labels, pairs, most);
        return [.. pairs.Take(most)];
    }

    private static readonly Comparer<LookAlike> InOrder = Comparer<LookAlike>.Create(
        (a, b) => a.First != b.First ? a.First.CompareTo(b.First) : a.Second.CompareTo(b.Second)
    );

    /// <summary>So many are hashed by all cores.</summary>
    private const int ManyLabels = 100_000;

    private static void FindFolded(IReadOnlyList<string> labels, SortedSet<LookAlike> pairs, int most)
    {
        // Filed by the hash of what they fold to, in chains of places behind a table of open addresses; a hit is then checked exactly.
        int room = (int)System.Numerics.BitOperations.RoundUpToPowerOf2((uint)Math.Max(16, labels.Count * 2L));
        var newest = new int[room];
        var keys = new long[room];
        var before = new int[labels.Count];
        var hashes = new long[labels.Count];
        void Hash(int first, int end)
        {
            char[] scratch = [];
            for (int i = first; i < end; i++)
            {
                hashes[i] = HashFolded(Label.Read(labels, i, ref scratch));
            }
        }
        if (labels.Count >= ManyLabels)
        {
            Parallel.ForEach(System.Collections.Concurrent.Partitioner.Create(0, labels.Count), range => Hash(range.Item1, range.Item2));
        }
        else
        {
            Hash(0, labels.Count);
        }
        for (int i = 0; i < labels.Count && pairs.Count < most; i++)
        {
            long key = hashes[i];
            int at = (int)((ulong)(key * unchecked((long)0x9E3779B97F4A7C15)) >> 33) & (room - 1);
            while (newest[at] != 0 && keys[at] != key)
            {
                at = (at + 1) & (room - 1);
            }
            before[i] = newest[at] - 1;
            keys[at] = key;
            newest[at] = i + 1;
            string? folded = before[i] < 0 ? null : Folded(labels[i]);
            for (int other = before[i]; other >= 0; other = before[other])
            {
                if (Folded(labels[other]) == folded)
                {
                    pairs.Add(new LookAlike(other, i));
                }
            }
        }
    }

    private static string Folded(string label) => string.Concat(NaturalOrder.Fold(label).Where(c => !char.IsWhiteSpace(c)));

    private static long HashFolded(ReadOnlySpan<char> label)
    {
        long hash = 17;
        if (Ascii.IsValid(label))
        {
            foreach (char c in label)
            {
                // White space of ASCII: the tab to the carriage return, and the blank.
                if (c != ' ' && c is not (>= '\t' and <= '\r'))
                {
                    hash = unchecked(hash * 1_000_003 + (c is >= 'A' and <= 'Z' ? c | 0x20 : c));
                }
            }
            return hash;
        }
        foreach (char c in NaturalOrder.Fold(label.ToString()))
        {
            if (!char.IsWhiteSpace(c))
            {
                hash = unchecked(hash * 1_000_003 + (c is >= 'A' and <= 'Z' ? c | 0x20 : c));
            }
        }
        return hash;
    }

    private static void FindOneApart(IReadOnlyList<string> labels, SortedSet<LookAlike> pairs, int most)
    {
        // Keys are hashes of a label with one character out (and of the whole label); a hit is then checked exactly.
        var filed = new Dictionary<long, List<int>>();
        var runes = new Dictionary<int, Rune[]>();
        char[] scratch = [];
        for (int i = 0; i < labels.Count && pairs.Count < most; i++)
        {
            ReadOnlySpan<char> label = Label.Read(labels, i, ref scratch);
            if (HasDigit(label))
            {
                continue;
            }
            Rune[] text = RunesOf(label);
            if (text.Length < 5)
            {
                continue;
            }
            runes[i] = text;
            var seen = new HashSet<int>();
            foreach (long key in Keys(text))
            {
                if (!filed.TryGetValue(key, out List<int>? list))
                {
                    filed.Add(key, list = new List<int>(1));
                }
                foreach (int other in list)
                {
                    if (seen.Add(other) && other != i && IsOneApart(runes[other], text))
                    {
                        pairs.Add(new LookAlike(other, i));
                    }
                }
                if (list.Count == 0 || list[^1] != i)
                {
                    list.Add(i);
                }
            }
        }
    }

    private static bool HasDigit(ReadOnlySpan<char> label)
    {
        if (label.ContainsAnyInRange('0', '9'))
        {
            return true;
        }
        foreach (char c in label)
        {
            if (char.IsDigit(c))
            {
                return true;
            }
        }
        return false;
    }

    private static Rune[] RunesOf(ReadOnlySpan<char> label)
    {
        var runes = new Rune[label.Length];
        int count = 0;
        foreach (Rune rune in label.EnumerateRunes())
        {
            runes[count++] = rune;
        }
        return runes[..count];
    }

    private static IEnumerable<long> Keys(Rune[] text)
    {
        // A polynomial hash, so that taking one character out costs no second pass.
        const long factor = 1_000_003;
        var powers = new long[text.Length + 1];
        var prefix = new long[text.Length + 1];
        powers[0] = 1;
        for (int i = 0; i < text.Length; i++)
        {
            powers[i + 1] = unchecked(powers[i] * factor);
            prefix[i + 1] = unchecked(prefix[i] * factor + text[i].Value + 1);
        }
        long whole = prefix[text.Length];
        yield return whole;
        for (int i = 0; i < text.Length; i++)
        {
            int after = text.Length - i - 1;
            long suffix = unchecked(whole - prefix[i + 1] * powers[after]);
            yield return unchecked(prefix[i] * powers[after] + suffix);
        }
    }

    internal static bool IsOneApart(ReadOnlySpan<Rune> a, ReadOnlySpan<Rune> b)
    {
        if (a.Length > b.Length)
        {
            return IsOneApart(b, a);
        }
        if (b.Length - a.Length > 1)
        {
            return false;
        }
        int same = a.CommonPrefixLength(b);
        if (same == a.Length)
        {
            return b.Length > a.Length;
        }
        return a.Length == b.Length ? a[(same + 1)..].SequenceEqual(b[(same + 1)..]) : a[same..].SequenceEqual(b[(same + 1)..]);
    }

    internal static string Decompose(string text)
    {
        try
        {
            return text.Normalize(NormalizationForm.FormD);
        }
        catch (ArgumentException)
        {
            // A lone surrogate can't be normalised.
            return text;
        }
    }
}
