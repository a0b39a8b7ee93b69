namespace OneWhole.Core.Tables;

/// <summary>Guesses the words for one and for several of what a heading names. The guess can be corrected.</summary>
public static class Nouns
{
    /// <summary>"1st", "2nd", "3rd", "4th", "11th", "21st".</summary>
    /// <param name="number">From 1 on.</param>
    public static string Ordinal(int number) =>
        number
        + (
            (number % 100) is >= 11 and <= 13
                ? "th"
                : (number % 10) switch
                {
                    1 => "st",
                    2 => "nd",
                    3 => "rd",
                    _ => "th",
                }
        );

    /// <summary>"Cause" → "cause", "Passenger types" → "passenger type", "Branches" → "branch", "VAT code" → "VAT code".</summary>
    public static string One(string heading) => LastWord(Lower(heading), EnglishForms.One, word =>
        {
            if (word.Length <= 3 || !word.EndsWith('s') || EndsIn(word, "ss", "us", "is"))
            {
                return word.EndsWith("men", StringComparison.Ordinal) && word.Length > 4 ? word[..^2] + "an" : word;
            }
            return word.EndsWith("ies", StringComparison.Ordinal) && word.Length > 4 ? word[..^3] + "y"
                : EndsIn(word, "sses", "shes", "ches", "xes", "zzes") ? word[..^2]
                : word[..^1];
        });

    /// <summary>"cause" → "causes", "category" → "categories", "branch" → "branches".</summary>
    public static string Many(string one) => LastWord(one, EnglishForms.Many, word => word.EndsWith('y')
            && word.Length > 1
            && "aeiou".IndexOf(word[^2]) < 0
                ? word[..^1] + "ies"
            : word.EndsWith("man", StringComparison.Ordinal) ? word[..^2] + "en"
            : EndsIn(word, "s", "x", "z", "ch", "sh") ? word + "es"
            : word + "s");

    /// <summary>
    /// "1 row", "1,204 rows", "0 rows", "1.0 rows": one only of a whole 1 without decimals, by the plural rules of CLDR for English.
    /// </summary>
    public static bool IsOne(string number) => number is "1" or "\u22121";

    /// <summary>The words with their last one in another form: a known one, or what the rule makes of it.</summary>
    private static string LastWord(string words, IReadOnlyDictionary<string, string> known, Func<string, string> rule)
    {
        int at = words.LastIndexOf(' ') + 1;
        string last = words[at..];
        string lower = last.ToLowerInvariant();
        // "LED" and "Oskery" are names; a word in capitals has no forms that letters tell.
        return words[..at]
            + (
                known.TryGetValue(lower, out string? other) ? other
                : last.Skip(1).Any(char.IsUpper) ? last + (known == EnglishForms.Many ? "s" : "")
                : rule(last)
            );
    }

    private static bool EndsIn(string word, params ReadOnlySpan<string> ends)
    {
        foreach (string end in ends)
        {
            if (word.EndsWith(end, StringComparison.Ordinal))
            {
                return true;
            }
        }
        return false;
    }

    private static readonly string[] IdWords = ["id", "no", "nr", "number", "code", "key"];

    /// <summary>Whether a heading names what tells things apart ("Stop code", "Vessel id"), not what is counted.</summary>
    public static bool IsId(string heading) => IdWords.Contains(heading.Split(' ', '_', '-', '.')[^1].ToLowerInvariant());

    /// <summary>"1 row", "1,204 rows".</summary>
    public static string Count(long count, string one, string many) => $"{Numbers.NumberText.Count(count)} {(count == 1 ? one : many)}";

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
