using System.Globalization;
using System.Text.RegularExpressions;

namespace OneWhole.App.Sources;

/// <summary>The day or the period that a file's name says, in the common ways of writing one.</summary>
public static partial class FileDates
{
    private const string Year = @"(?<y>(?:19|20)\d\d)";
    private const string Names = "jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec";

    [GeneratedRegex(Year + @"[-_. ]?(?<m>0[1-9]|1[0-2])[-_. ]?(?<d>0[1-9]|[12]\d|3[01])(?!\d)")]
    private static partial Regex YearFirst { get; }

    [GeneratedRegex(@"(?<!\d)(?<d>0?[1-9]|[12]\d|3[01])[-_. ](?<m>0?[1-9]|1[0-2])[-_. ]" + Year + @"(?!\d)")]
    private static partial Regex DayFirst { get; }

    [GeneratedRegex(@"(?<!\d)(?:" + Year + @"[-_. ]?[qQ](?<q>[1-4])|[qQ](?<q>[1-4])[-_. ]?" + Year + @")(?!\d)")]
    private static partial Regex Quarter { get; }

    [GeneratedRegex(Year + @"[-_. ]?(?:w|kw|wk)(?<w>[0-5]?\d)(?!\d)", RegexOptions.IgnoreCase)]
    private static partial Regex Week { get; }

    [GeneratedRegex(
        @"(?<![a-z])(?:(?<n>" + Names + @")[a-z]*[-_. ]?" + Year + "|" + Year + @"[-_. ]?(?<n>" + Names + @")[a-z]*)(?!\d)",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Named { get; }

    [GeneratedRegex(@"(?<!\d)(?:" + Year + @"[-_. ]?(?<m>0[1-9]|1[0-2])|(?<m>0[1-9]|1[0-2])[-_. ]" + Year + @")(?!\d)")]
    private static partial Regex Month { get; }

    [GeneratedRegex(@"(?<!\d)" + Year + @"(?!\d)")]
    private static partial Regex Only { get; }

    /// <summary>The first day of what the name says; null where it says none.</summary>
    public static DateOnly? Of(string name)
    {
        foreach (Regex form in (Regex[])[YearFirst, DayFirst, Quarter, Week, Named, Month, Only])
        {
            if (form.Match(name) is not { Success: true } match)
            {
                continue;
            }
            int Number(string group) =>
                match.Groups[group] is { Success: true } found ? int.Parse(found.Value, CultureInfo.InvariantCulture) : 0;
            int year = Number("y"),
                day = Math.Max(1, Number("d"));
            int month =
                match.Groups["n"].Success ? Array.IndexOf(Names.Split('|'), match.Groups["n"].Value.ToLowerInvariant()) + 1
                : Number("q") > 0 ? Number("q") * 3 - 2
                : Math.Max(1, Number("m"));
            if (Number("w") is > 0 and var week)
            {
                return week <= ISOWeek.GetWeeksInYear(year)
                    ? DateOnly.FromDateTime(ISOWeek.ToDateTime(year, week, DayOfWeek.Monday))
                    : null;
            }
            return day <= DateTime.DaysInMonth(year, month) ? new DateOnly(year, month, day) : null;
        }
        return null;
    }

    /// <summary>
    /// The name without its months' names and digits, which change from file to file: "sales Nov 2026" is one of "sales *".
    /// </summary>
    internal static string Starred(string stem) => Digits.Replace(Named.Replace(stem, "*"), "*");

    [GeneratedRegex(@"\d+([-_. ]\d+)*")]
    private static partial Regex Digits { get; }
}
