namespace OneWhole.Core.Numbers;

/// <summary>Numbers as they are printed for people, in the style that holds now (<see cref="NumberStyle.Current"/>).</summary>
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

    /// <summary>So many units of a power of ten, with all of their decimals.</summary>
    public static string OfUnits(ExactInt units, int decimals) => Group(ExactDecimal.Format(units, decimals));

    /// <summary>"100 %".</summary>
    public static string Hundred => InPercent("100");

    /// <summary>A change with its sign, so that nobody takes it for an amount: "+12", "−3", "0".</summary>
    /// <param name="value">The change.</param>
    /// <param name="size">How large it is, as it is printed.</param>
    public static string Signed(Fraction value, string size) =>
        value.Sign switch
        {
            > 0 => $"+{size}",
            < 0 => NumberStyle.Current.Minus + size,
            _ => size,
        };

    /// <summary>A share in percent, with the sign: "82.4 %".</summary>
    public static string Percent(Fraction? share, int decimals, bool trimZeros = false) =>
        share is null ? Dash : InPercent(Rounded(share.Value * 100, decimals, trimZeros));

    /// <summary>A share with as many decimals as were written, at most so many: 0.8 is "80 %".</summary>
    public static string PlainPercent(ExactDecimal share) => InPercent(Exact(share.InPercent));

    /// <summary>A number with its unit, as that is written: "$1,240", "−€3", "CHF 12", "3.4 t".</summary>
    public static string WithUnit(string number, string unit)
    {
        bool sign = unit.Length == 1 && char.GetUnicodeCategory(unit[0]) == System.Globalization.UnicodeCategory.CurrencySymbol;
        bool code = unit.Length == 3 && unit.All(char.IsAsciiLetterUpper);
        if (!sign && !code)
        {
            return unit.Length == 0 ? number : $"{number} {unit}";
        }
        NumberStyle style = NumberStyle.Current;
        if (style.CurrencyLast)
        {
            return number + (sign ? style.CurrencyGap : " ") + unit;
        }
        return Before(sign ? unit + style.CurrencyGap : unit + " ", number);
    }

    /// <summary>What stands before a number, after the sign of one below zero: "−€3".</summary>
    public static string Before(string unit, string number) =>
        NumberStyle.Current.Minus is var minus && number.StartsWith(minus, StringComparison.Ordinal)
            ? $"{minus}{unit}{number[minus.Length..]}"
            : unit + number;

    /// <summary>A number of things, in groups of digits.</summary>
    public static string Count(long count) => Group(count.ToString(System.Globalization.CultureInfo.InvariantCulture));

    /// <summary>A number with so many decimals, of a double: for axes.</summary>
    public static string OfDouble(double value, int decimals) =>
        Group((value == 0 ? 0 : value).ToString("F" + decimals, System.Globalization.CultureInfo.InvariantCulture));

    /// <summary>A printed number as percent: "24.9 %".</summary>
    public static string InPercent(string number) => NumberStyle.Current.Percent(number);

    private static string Group(string plain) => NumberStyle.Current.Write(plain);
}
