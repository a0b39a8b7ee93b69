using System.Globalization;

namespace OneWhole.Core.Numbers;

/// <summary>
/// How numbers and dates are printed for people. The style is ambient: it is said once, where a figure, a sentence or a proof is
/// made, and every number printed within follows it. Nothing that is computed, and no CSV or JSON, knows it.
/// </summary>
public sealed record NumberStyle
{
    /// <summary>The product's own: 1,234.5, −3, 24.9 %, 2024-03-09.</summary>
    public static NumberStyle Plain { get; } = new();

    /// <summary>Before the decimals.</summary>
    public string Decimal { get; init; } = ".";

    /// <summary>Between groups of digits; empty for none.</summary>
    public string Group { get; init; } = ",";

    /// <summary>Digits of the last group, and of those before it (3 and 2 in India).</summary>
    public (int Last, int Others) Sizes { get; init; } = (3, 3);

    /// <summary>
    /// How many digits must stand before the last group for it to be set apart: with 2, 1234 stays together and 12 345 does not (CLDR's
    /// minimumGroupingDigits).
    /// </summary>
    public int LeastBefore { get; init; } = 1;

    /// <summary>The sign before a number below zero.</summary>
    public string Minus { get; init; } = "\u2212";

    /// <summary>Between a number and the percent sign.</summary>
    public string PercentGap { get; init; } = " ";

    /// <summary>Whether the percent sign stands before its number.</summary>
    public bool PercentFirst { get; init; }

    /// <summary>Whether a currency stands after its number.</summary>
    public bool CurrencyLast { get; init; }

    /// <summary>Between a number and a currency's sign; codes and other units always have a space.</summary>
    public string CurrencyGap { get; init; } = "";

    /// <summary>As .NET writes dates: d, M and y for its parts.</summary>
    public string DatePattern { get; init; } = "yyyy-MM-dd";

    private const string NoBreak = "\u00a0";
    private const string Thin = "\u202f";

    /// <summary>
    /// Languages and regions in which four digits stay together (CLDR 48, minimumGroupingDigits of 2); in the Americas Spanish sets them
    /// apart.
    /// </summary>
    private static readonly HashSet<string> FourTogether =
    [
        "be",
        "bg",
        "es-ES",
        "es-GQ",
        "es-PH",
        "et",
        "hu",
        "hy",
        "it",
        "ka",
        "lv",
        "pl",
        "pt-PT",
        "pt-CH",
        "pt-LU",
        "pt-MZ",
        "sl",
        "sq",
    ];

    /// <summary>As a region writes (CLDR, as the system's ICU has it); digits are 0 to 9 everywhere.</summary>
    /// <param name="name">A culture's name: "de-CH".</param>
    /// <returns>Null where there is no such culture.</returns>
    public static NumberStyle? Of(string name)
    {
        CultureInfo culture;
        try
        {
            culture = CultureInfo.CreateSpecificCulture(CultureInfo.GetCultureInfo(name, predefinedOnly: true).Name);
        }
        catch (CultureNotFoundException)
        {
            return null;
        }
        if (name.Length == 0 || culture.Equals(CultureInfo.InvariantCulture))
        {
            return null;
        }
        NumberFormatInfo numbers = culture.NumberFormat;
        int[] sizes = numbers.NumberGroupSizes;
        string gap = numbers.NumberGroupSeparator == Thin ? Thin : NoBreak;
        return new NumberStyle
        {
            Decimal = numbers.NumberDecimalSeparator,
            Group = numbers.NumberGroupSeparator,
            Sizes = sizes.Length == 0 || sizes[0] == 0 ? (3, 3) : (sizes[0], sizes[^1] == 0 ? sizes[0] : sizes[^1]),
            LeastBefore = FourTogether.Contains(culture.Name) || FourTogether.Contains(culture.TwoLetterISOLanguageName) ? 2 : 1,
            // A hyphen for a minus is a typewriter's; marks of direction around it belong to no figure.
            Minus = "\u2212",
            PercentGap = numbers.PercentPositivePattern is 0 or 3 ? gap : "",
            PercentFirst = numbers.PercentPositivePattern is 2 or 3,
            CurrencyLast = numbers.CurrencyPositivePattern is 1 or 3,
            CurrencyGap = numbers.CurrencyPositivePattern is 2 or 3 ? NoBreak : "",
            DatePattern = WithWholeYear(culture.DateTimeFormat.ShortDatePattern),
        };
    }

    private static string WithWholeYear(string pattern)
    {
        // No era, no marks of direction; a year has four digits, so that nobody takes it for a day.
        string plain = string.Concat(pattern.Where(c => c is not ('\u200e' or '\u200f' or 'g' or '\''))).Trim();
        return plain.Contains("yyyy", StringComparison.Ordinal) || !plain.Contains('y') ? plain
            : plain.Contains("yy", StringComparison.Ordinal) ? plain.Replace("yy", "yyyy", StringComparison.Ordinal)
            : plain.Replace("y", "yyyy", StringComparison.Ordinal);
    }

    // ---- The style of what is being printed ----

    private sealed record Said(NumberStyle Style, bool IsForced);

    private static readonly AsyncLocal<Said?> Ambient = new();

    /// <summary>The style in which numbers are printed now.</summary>
    public static NumberStyle Current => Ambient.Value?.Style ?? Plain;

    /// <summary>Whether a study's own style gives way to it.</summary>
    internal static bool IsForced => Ambient.Value?.IsForced ?? false;

    /// <summary>Prints in this style until disposed.</summary>
    public IDisposable Use() => new Scope(new Said(this, IsForced));

    /// <summary>The same, whatever a study says of its own.</summary>
    public IDisposable Force() => new Scope(new Said(this, true));

    private sealed class Scope : IDisposable
    {
        private readonly Said? _before = Ambient.Value;

        public Scope(Said said) => Ambient.Value = said;

        public void Dispose() => Ambient.Value = _before;
    }

    // ---- Printing ----

    /// <summary>A number of plain digits ("-1234.5") in this style.</summary>
    internal string Write(string plain)
    {
        bool negative = plain.StartsWith('-');
        string digits = negative ? plain[1..] : plain;
        int point = digits.IndexOf('.');
        string whole = point < 0 ? digits : digits[..point];
        string rest = point < 0 ? "" : Decimal + digits[(point + 1)..];
        return (negative ? Minus : "") + Grouped(whole) + rest;
    }

    private string Grouped(string whole)
    {
        if (Group.Length == 0 || whole.Length < Sizes.Last + LeastBefore)
        {
            return whole;
        }
        int head = whole.Length - Sizes.Last;
        string text = Group + whole[head..];
        while (head > Sizes.Others)
        {
            text = Group + whole[(head - Sizes.Others)..head] + text;
            head -= Sizes.Others;
        }
        return whole[..head] + text;
    }

    /// <summary>A number with the percent sign.</summary>
    internal string Percent(string number) =>
        !PercentFirst ? number + PercentGap + "%"
        : number.StartsWith(Minus, StringComparison.Ordinal) ? $"{Minus}%{PercentGap}{number[Minus.Length..]}"
        : $"%{PercentGap}{number}";

    /// <summary>A day.</summary>
    public string Date(DateTime day) => day.ToString(DatePattern, CultureInfo.InvariantCulture);
}
