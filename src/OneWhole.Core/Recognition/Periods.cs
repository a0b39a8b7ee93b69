using System.Text.RegularExpressions;

namespace OneWhole.Core.Recognition;

/// <summary>Labels of a stretch of time: "2025", "Q3 2025", "2025-04", "H1", "FY24", "2025 W03", "Jan 2026".</summary>
public static partial class Periods
{
    [GeneratedRegex(
        @"^(?:fy\s?)?(?:(?:18|19|20|21)\d\d)(?:\s?[/–-]\s?(?:\d\d|\d{4}))?$|"
            + @"^fy\s?\d\d$|^(?:q|h|t|w|kw|wk|week\s?)\s?\d{1,2}(?:[\s/–-]*(?:(?:19|20)?\d\d))?$|"
            + @"^(?:(?:19|20)\d\d)[\s/–-]*(?:q|h|w|kw)\s?\d{1,2}$|"
            + @"^(?:(?:jan|feb|mar|apr|may|jun|jul|aug|sep|sept|oct|nov|dec)[a-z]*)[\s.'’–/-]*(?:(?:19|20)?\d\d)?$",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Period { get; }

    /// <summary>Whether a label is a year, a quarter, a month or a week.</summary>
    public static bool IsPeriod(string label) => Period.IsMatch(label.Trim());

    /// <summary>
    /// What the headings of several columns say besides what they share: "Revenue 2024", "Revenue 2025" → "2024", "2025".
    /// </summary>
    public static string[] Rests(IReadOnlyList<string> headings)
    {
        string[][] words = [.. headings.Select(heading => heading.Split([' ', '_'], StringSplitOptions.RemoveEmptyEntries))];
        int shortest = words.Min(heading => heading.Length),
            before = 0,
            after = 0;
        while (before < shortest - 1 && words.All(heading => heading[before] == words[0][before]))
        {
            before++;
        }
        while (before + after < shortest - 1 && words.All(heading => heading[^(after + 1)] == words[0][^(after + 1)]))
        {
            after++;
        }
        return [.. words.Select(heading => string.Join(' ', heading[before..^after]))];
    }
}
