using System.Globalization;
using System.Text.RegularExpressions;

namespace OneWhole.Formats.Reading;

/// <summary>The unit that a cell's number is shown with: by its number format, or in its text.</summary>
internal static partial class CellUnit
{
    private static readonly Dictionary<string, string> Symbols = new(StringComparer.OrdinalIgnoreCase)
    {
        ["EUR"] = "€",
        ["USD"] = "$",
        ["GBP"] = "£",
        ["JPY"] = "¥",
    };

    /// <summary>A locale's currency in brackets: [$€-407].</summary>
    [GeneratedRegex(@"\[\$([^\]\-]+)(?:-[0-9A-Fa-f]+)?\]")]
    private static partial Regex Bracketed { get; }

    /// <summary>What stands in quotes after the digits: 0.0" t".</summary>
    [GeneratedRegex(@"[0#?]\s*""\s*([^""\d]{1,12}?)\s*""")]
    private static partial Regex Quoted { get; }

    /// <summary>"3.4 t", "12 km/h", "1.200 kg".</summary>
    [GeneratedRegex(@"^[+\-\u2212]?\d[\d.,'’\u00A0\u202F ]*?\s*([A-Za-zµ°€£$¥²³/]{1,8})$")]
    private static partial Regex After { get; }

    /// <summary>"€ 3.40", "$1,240", "USD 12".</summary>
    [GeneratedRegex(@"^[+\-\u2212]?(\p{Sc}|[A-Z]{3})\s*[+\-\u2212]?\d[\d.,'’\u00A0\u202F ]*$")]
    private static partial Regex Before { get; }

    /// <returns>Null where the format names no unit; a percentage is none.</returns>
    public static string? OfFormat(string? format)
    {
        if (format is null)
        {
            return null;
        }
        string first = format.Split(';')[0];
        if (Bracketed.Match(first) is { Success: true } bracket && bracket.Groups[1].Value.Trim() is { Length: > 0 } money)
        {
            return OfCurrency(money);
        }
        if (Quoted.Match(first) is { Success: true } quoted && quoted.Groups[1].Value.Trim() is { Length: > 0 } unit && unit != "%")
        {
            return unit;
        }
        foreach (char character in first)
        {
            if (char.GetUnicodeCategory(character) == UnicodeCategory.CurrencySymbol)
            {
                return character.ToString();
            }
        }
        return null;
    }

    /// <summary>The text without the unit before or after its number.</summary>
    public static string Without(string text, string unit) =>
        (Core.Tables.NumberReading.Plain with { Unit = unit }).WithoutUnit(text.Trim()).ToString();

    /// <summary>A currency by its ISO 4217 code, as its sign where that is known to all.</summary>
    public static string OfCurrency(string code) => Symbols.GetValueOrDefault(code, code);

    /// <returns>Null where the text is no number with a unit; a percent sign is none.</returns>
    public static string? OfText(string text) =>
        !HasMoreThanNumber(text) ? null
        : Before.Match(text) is { Success: true } before ? OfCurrency(before.Groups[1].Value)
        : After.Match(text) is { Success: true } after && after.Groups[1].Value is not ("e" or "E") ? after.Groups[1].Value
        : null;

    /// <summary>Whether a text has a digit and something that is of no number or day: bare numbers and labels have not.</summary>
    private static bool HasMoreThanNumber(string text)
    {
        bool digit = false,
            more = false;
        foreach (char character in text)
        {
            digit |= char.IsDigit(character);
            more |= !char.IsDigit(character) && character is not ('.' or ',' or '-' or '+' or ' ' or ':');
        }
        return digit && more;
    }
}
