namespace OneWhole.Core.Numbers;

/// <summary>Numbers as they are printed for people: a point for decimals, commas between thousands, a true minus.</summary>
public static class NumberText
{
    /// <summary>What is printed where there is no value.</summary>
    public const string Dash = "–";

    /// <summary>All digits of an exact decimal: "4,821.5".</summary>
    public static string Exact(ExactDecimal value) => Group(value.ToString());

    /// <summary>Rounded to so many decimals, halves away from zero.</summary>
    public static string Rounded(Fraction value, int decimals, bool trimZeros = false)
    {
        ExactInt units = (value * new Fraction(ExactInt.PowerOfTen(decimals))).Round();
        string text = ExactDecimal.Format(units, decimals);
        if (trimZeros && decimals > 0)
        {
            text = text.TrimEnd('0').TrimEnd('.');
        }
        return Group(text);
    }

    /// <summary>A change with its sign, so that nobody takes it for an amount: "+12", "−3", "0".</summary>
    /// <param name="value">The change.</param>
    /// <param name="size">How large it is, as it is printed.</param>
    public static string Signed(Fraction value, string size) => value.Sign switch { > 0 => $"+{size}", < 0 => $"\u2212{size}", _ => size };

    /// <summary>A share in percent, with the sign: "82.4 %".</summary>
    public static string Percent(Fraction? share, int decimals, bool trimZeros = false) =>
        share is null ? Dash : Rounded(share.Value * 100, decimals, trimZeros) + " %";

    /// <summary>A share with as many decimals as were written, at most so many: 0.8 is "80 %".</summary>
    public static string PlainPercent(ExactDecimal share)
    {
        return Exact(share.InPercent) + " %";
    }

    /// <summary>A number with its unit, as that is written: "$1,240", "−€3", "CHF 12", "3.4 t".</summary>
    public static string WithUnit(string number, string unit)
    {
        bool sign = unit.Length == 1 && char.GetUnicodeCategory(unit[0]) == System.Globalization.UnicodeCategory.CurrencySymbol;
        bool code = unit.Length == 3 && unit.All(char.IsAsciiLetterUpper);
        if (!sign && !code)
        {
            return unit.Length == 0 ? number : $"{number} {unit}";
        }
        string before = sign ? unit : unit + " ";
        return number.StartsWith('\u2212') ? $"\u2212{before}{number[1..]}" : before + number;
    }

    public static string Count(long count) => Group(count.ToString(System.Globalization.CultureInfo.InvariantCulture));

    private static string Group(string plain)
    {
        bool negative = plain.StartsWith('-');
        string digits = negative ? plain[1..] : plain;
        int point = digits.IndexOf('.');
        string whole = point < 0 ? digits : digits[..point];
        if (whole.Length > 3)
        {
            int head = whole.Length % 3;
            var parts = new List<string>();
            if (head > 0)
            {
                parts.Add(whole[..head]);
            }
            for (int at = head; at < whole.Length; at += 3)
            {
                parts.Add(whole.Substring(at, 3));
            }
            digits = string.Join(',', parts) + (point < 0 ? "" : digits[point..]);
        }
        return negative ? "−" + digits : digits;
    }
}
