namespace OneWhole.Core.Tables;

/// <summary>Guesses the words for one and for several of what a heading names. The guess can be corrected.</summary>
public static class Nouns
{
    private static readonly Dictionary<string, string> Irregular = new(StringComparer.Ordinal)
    {
        ["person"] = "people",
        ["man"] = "men",
        ["woman"] = "women",
        ["child"] = "children",
        ["series"] = "series",
        ["people"] = "people",
        ["staff"] = "staff",
        ["freight"] = "freight",
        ["revenue"] = "revenue",
        ["sex"] = "sexes",
        ["money"] = "money",
        ["half"] = "halves",
        ["crew"] = "crews",
        ["minutes"] = "minutes",
    };

    /// <summary>"Cause" → "cause", "Passenger types" → "passenger type", "VAT code" → "VAT code".</summary>
    public static string One(string heading)
    {
        string words = Lower(heading);
        string last = words[(words.LastIndexOf(' ') + 1)..];
        if (last.Length > 3 && !Irregular.ContainsKey(last))
        {
            if (last.EndsWith("ies", StringComparison.Ordinal))
            {
                return words[..^3] + "y";
            }
            if (last.EndsWith("sses", StringComparison.Ordinal) || last.EndsWith("xes", StringComparison.Ordinal))
            {
                return words[..^2];
            }
            if (last.EndsWith('s') && !last.EndsWith("ss", StringComparison.Ordinal) && !last.EndsWith("us", StringComparison.Ordinal)
                && !last.EndsWith("is", StringComparison.Ordinal))
            {
                return words[..^1];
            }
        }
        return words;
    }

    /// <summary>"cause" → "causes", "category" → "categories".</summary>
    public static string Many(string one)
    {
        string last = one[(one.LastIndexOf(' ') + 1)..];
        string before = one[..^last.Length];
        if (Irregular.TryGetValue(last, out string? known))
        {
            return before + known;
        }
        if (last.EndsWith('y') && last.Length > 1 && "aeiou".IndexOf(last[^2]) < 0)
        {
            return one[..^1] + "ies";
        }
        bool hiss = last.EndsWith('s') || last.EndsWith('x') || last.EndsWith("ch", StringComparison.Ordinal)
            || last.EndsWith("sh", StringComparison.Ordinal);
        return one + (hiss ? "es" : "s");
    }

    private static readonly string[] IdWords = ["id", "no", "nr", "number", "code", "key"];

    /// <summary>Whether a heading names what tells things apart ("Stop code", "Vessel id"), not what is counted.</summary>
    public static bool IsId(string heading) => IdWords.Contains(heading.Split(' ', '_', '-', '.')[^1].ToLowerInvariant());

    /// <summary>"1 row", "1,204 rows".</summary>
    public static string Count(long count, string one, string many) =>
        $"{count.ToString("N0", System.Globalization.CultureInfo.InvariantCulture)} {(count == 1 ? one : many)}";

    /// <summary>A heading as it stands inside a sentence: lower case, but for words written in capitals.</summary>
    public static string Lower(string heading)
    {
        string[] words = heading.Replace('_', ' ').Split(' ', StringSplitOptions.RemoveEmptyEntries);
        for (int i = 0; i < words.Length; i++)
        {
            bool capitals = words[i].Length > 1 && words[i].Skip(1).Any(char.IsUpper);
            if (!capitals)
            {
                words[i] = words[i].ToLowerInvariant();
            }
        }
        return words.Length == 0 ? heading : string.Join(' ', words);
    }
}
