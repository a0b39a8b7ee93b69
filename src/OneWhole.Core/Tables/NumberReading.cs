using OneWhole.Core.Numbers;

namespace OneWhole.Core.Tables;

/// <summary>
/// How the text of a cell is read as a number: which mark ends the whole part, and which one groups its digits.
/// A sign, one currency mark before or after, and a percent sign after are understood; "21%" is 0.21.
/// </summary>
/// <param name="DecimalMark">'.' or ','.</param>
/// <param name="ThousandsMark">A mark between groups of three digits ('\0' for none). Spaces and apostrophes always may group.</param>
public sealed record NumberReading(char DecimalMark = '.', char ThousandsMark = '\0')
{
    /// <summary>Digits, a point, an exponent.</summary>
    public static NumberReading Plain { get; } = new();

    /// <summary>A point for decimals, commas between thousands: "1,204.50".</summary>
    public static NumberReading Point { get; } = new('.', ',');

    /// <summary>A comma for decimals, points between thousands: "1.204,50".</summary>
    public static NumberReading Comma { get; } = new(',', '.');

    /// <summary>What stands with each number ("t", "USD"), and is no part of it; null where nothing does.</summary>
    public string? Unit { get; init; }

    /// <summary>A text without the unit before or after its number.</summary>
    public ReadOnlySpan<char> WithoutUnit(ReadOnlySpan<char> text)
    {
        if (Unit is null || text.Length <= Unit.Length)
        {
            return text;
        }
        return text.EndsWith(Unit, StringComparison.Ordinal) ? text[..^Unit.Length].TrimEnd()
            : text.StartsWith(Unit, StringComparison.Ordinal) ? text[Unit.Length..].TrimStart()
            : text;
    }

    /// <param name="text">A cell's text without outer white space.</param>
    /// <param name="units">The number in units of 10^−scale.</param>
    /// <param name="scale">Decimals as written.</param>
    /// <param name="percent">Whether a percent sign was there (the scale then has its two decimals).</param>
    public bool TryRead(ReadOnlySpan<char> text, out ExactInt units, out int scale, out bool percent)
    {
        percent = false;
        if (DecimalMark == '.' && ExactDecimal.TryParseSmall(text, out long small, out scale))
        {
            units = small;
            return true;
        }
        return TryReadMarked(text, out units, out scale, out percent);
    }

    private bool TryReadMarked(ReadOnlySpan<char> text, out ExactInt units, out int scale, out bool percent)
    {
        units = default;
        scale = 0;
        percent = false;
        if (text.Length is 0 or > 2000)
        {
            return false;
        }
        text = WithoutUnit(text);
        if (text[^1] is '%' or '\u066A')
        {
            percent = true;
            text = text[..^1].TrimEnd();
        }
        bool negative = false;
        if (text.Length > 2 && text[0] == '(' && text[^1] == ')')
        {
            // Bookkeeping's way of writing a negative amount.
            negative = true;
            text = text[1..^1].Trim();
        }
        bool signed = TakeSign(ref text, ref negative);
        TakeCurrency(ref text);
        if (!signed)
        {
            signed = TakeSign(ref text, ref negative);
        }
        if (text.Length == 0 || text[0] is '-' or '+')
        {
            return false;
        }
        Span<char> plain = text.Length <= 256 ? stackalloc char[text.Length] : new char[text.Length];
        if (!TryMakePlain(text, plain, out int length) || !ExactDecimal.TryParse(plain[..length], out ExactDecimal value))
        {
            return false;
        }
        int point = plain[..length].IndexOf('.');
        int exponent = plain[..length].IndexOfAny('e', 'E');
        int written =
            exponent >= 0 ? value.Scale
            : point < 0 ? 0
            : length - point - 1;
        scale = Math.Max(written, value.Scale) + (percent ? 2 : 0);
        units = value.AtScale(scale - (percent ? 2 : 0));
        if (negative)
        {
            units = -units;
        }
        return true;
    }

    private static bool TakeSign(ref ReadOnlySpan<char> text, ref bool negative)
    {
        if (text.Length > 0 && text[0] is '-' or '+' or '\u2212')
        {
            negative ^= text[0] != '+';
            text = text[1..].TrimStart();
            return true;
        }
        return false;
    }

    private static void TakeCurrency(ref ReadOnlySpan<char> text)
    {
        if (text.Length > 1 && IsCurrency(text[0]))
        {
            text = text[1..].TrimStart();
        }
        else if (text.Length > 1 && IsCurrency(text[^1]))
        {
            text = text[..^1].TrimEnd();
        }
    }

    private static bool IsCurrency(char c) => char.GetUnicodeCategory(c) == System.Globalization.UnicodeCategory.CurrencySymbol;

    /// <summary>Copies the digits with a point for the decimal mark; false where the grouping is not in threes.</summary>
    private bool TryMakePlain(ReadOnlySpan<char> text, Span<char> plain, out int length)
    {
        length = 0;
        int sinceGroup = -1;
        bool fraction = false;
        for (int i = 0; i < text.Length; i++)
        {
            char c = text[i];
            if (char.IsAsciiDigit(c))
            {
                plain[length++] = c;
                if (sinceGroup >= 0 && !fraction)
                {
                    sinceGroup++;
                }
            }
            else if (c == DecimalMark && !fraction)
            {
                if (sinceGroup is >= 0 and not 3)
                {
                    return false;
                }
                fraction = true;
                plain[length++] = '.';
            }
            else if ((c == ThousandsMark || c is ' ' or '\u00A0' or '\u202F' or '\u2009' or '\'' or '\u2019') && !fraction)
            {
                if (sinceGroup is >= 0 and not 3 || length is 0 or > 3 && sinceGroup < 0)
                {
                    return false;
                }
                sinceGroup = 0;
            }
            else if (c is 'e' or 'E' && length > 0)
            {
                if (sinceGroup >= 0)
                {
                    return false;
                }
                text[i..].CopyTo(plain[length..]);
                length += text.Length - i;
                return true;
            }
            else
            {
                return false;
            }
        }
        return length > 0 && (fraction || sinceGroup is < 0 or 3);
    }
}
