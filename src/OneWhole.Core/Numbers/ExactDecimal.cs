using System.Globalization;
using System.Numerics;

namespace OneWhole.Core.Numbers;

/// <summary>
/// A decimal number exactly as it was written: <see cref="Units"/> × 10^−<see cref="Scale"/>, trailing zeros removed.
/// </summary>
public readonly struct ExactDecimal : IComparable<ExactDecimal>, IEquatable<ExactDecimal>
{
    /// <summary>The longest exponent that is read; beyond it a number is not finite (or not other than 0) as a double.</summary>
    public const int LargestExponent = 400;

    /// <summary>A number of units of 10 to the power of -<paramref name="scale"/>.</summary>
    public ExactDecimal(ExactInt units, int scale)
    {
        if (units.IsZero)
        {
            scale = 0;
        }
        while (scale > 0)
        {
            (ExactInt quotient, ExactInt remainder) = ExactInt.FloorDivide(units, 10);
            if (!remainder.IsZero)
            {
                break;
            }
            units = quotient;
            scale--;
        }
        if (scale < 0)
        {
            units *= ExactInt.PowerOfTen(-scale);
            scale = 0;
        }
        Units = units;
        Scale = scale;
    }

    /// <summary>The number without its point.</summary>
    public ExactInt Units { get; }

    /// <summary>Decimals that are not zero at the end; 0 or above.</summary>
    public int Scale { get; }

    /// <summary>-1, 0 or 1.</summary>
    public int Sign => Units.Sign;

    /// <summary>A whole number.</summary>
    public static implicit operator ExactDecimal(long value) => new(value, 0);

    /// <summary>The same number as a fraction.</summary>
    public Fraction ToFraction() => new(Units, ExactInt.PowerOfTen(Scale));

    /// <summary>The nearest double.</summary>
    public double ToDouble() => ToFraction().ToDouble();

    /// <summary>A share as so many hundredths: 80 for 0.8.</summary>
    public ExactDecimal InPercent => new(Units * 100, Scale);

    /// <summary>The number in units of 10^−<paramref name="scale"/>, which must be at least <see cref="Scale"/>.</summary>
    public ExactInt AtScale(int scale) => Units * ExactInt.PowerOfTen(scale - Scale);

    /// <inheritdoc/>
    public int CompareTo(ExactDecimal other) =>
        Scale == other.Scale ? Units.CompareTo(other.Units) : ToFraction().CompareTo(other.ToFraction());

    /// <inheritdoc/>
    public bool Equals(ExactDecimal other) => Scale == other.Scale && Units == other.Units;

    /// <inheritdoc/>
    public override bool Equals(object? obj) => obj is ExactDecimal other && Equals(other);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Units, Scale);

    /// <summary>Whether both are equal.</summary>
    public static bool operator ==(ExactDecimal a, ExactDecimal b) => a.Equals(b);

    /// <summary>Whether they differ.</summary>
    public static bool operator !=(ExactDecimal a, ExactDecimal b) => !a.Equals(b);

    /// <summary>Whether the first is smaller.</summary>
    public static bool operator <(ExactDecimal a, ExactDecimal b) => a.CompareTo(b) < 0;

    /// <summary>Whether the first is larger.</summary>
    public static bool operator >(ExactDecimal a, ExactDecimal b) => a.CompareTo(b) > 0;

    /// <summary>Whether the first is not larger.</summary>
    public static bool operator <=(ExactDecimal a, ExactDecimal b) => a.CompareTo(b) <= 0;

    /// <summary>Whether the first is not smaller.</summary>
    public static bool operator >=(ExactDecimal a, ExactDecimal b) => a.CompareTo(b) >= 0;

    /// <summary>The shortest decimal text: no exponent, no trailing zeros, a point.</summary>
    public override string ToString() => Format(Units, Scale);

    /// <summary>Units of 10^−scale as plain decimal text with all of the scale's digits.</summary>
    public static string Format(ExactInt units, int scale)
    {
        string digits = units.Abs().ToString();
        if (scale > 0)
        {
            digits = digits.PadLeft(scale + 1, '0');
            digits = string.Concat(digits.AsSpan(0, digits.Length - scale), ".", digits.AsSpan(digits.Length - scale));
        }
        return units.Sign < 0 ? "-" + digits : digits;
    }

    /// <summary>
    /// Reads sign, digits, point and exponent ("-12.5", "+3", ".5", "1e-3"); nothing else, no blanks.
    /// </summary>
    /// <returns>False for other text, and for numbers too large for a double.</returns>
    public static bool TryParse(ReadOnlySpan<char> text, out ExactDecimal value)
    {
        value = default;
        if (TryParseSmall(text, out long units, out int scale))
        {
            value = new ExactDecimal(units, scale);
            return true;
        }
        return TryParseLarge(text, ref value);
    }

    /// <summary>Reads plain numbers of up to 18 digits without an exponent, keeping the decimals as written.</summary>
    internal static bool TryParseSmall(ReadOnlySpan<char> text, out long units, out int scale)
    {
        units = 0;
        scale = 0;
        int at = 0;
        bool negative = false;
        if (text.Length > 0 && (text[0] == '-' || text[0] == '+'))
        {
            negative = text[0] == '-';
            at = 1;
        }
        if (text.Length - at is 0 or > 19)
        {
            return false;
        }
        int digits = 0;
        bool point = false;
        for (; at < text.Length; at++)
        {
            int digit = text[at] - '0';
            if ((uint)digit <= 9)
            {
                if (++digits > 18)
                {
                    return false;
                }
                units = units * 10 + digit;
                if (point)
                {
                    scale++;
                }
            }
            else if (text[at] == '.' && !point)
            {
                point = true;
            }
            else
            {
                return false;
            }
        }
        if (negative)
        {
            units = -units;
        }
        return digits > 0;
    }

    private static bool TryParseLarge(ReadOnlySpan<char> text, ref ExactDecimal value)
    {
        int e = text.IndexOfAny('e', 'E');
        ReadOnlySpan<char> mantissa = e < 0 ? text : text[..e];
        int exponent = 0;
        if (e >= 0 && !int.TryParse(text[(e + 1)..], NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out exponent))
        {
            // An exponent of more digits than an int holds is still a number's spelling; it is just not a finite one.
            return false;
        }
        int start = mantissa.Length > 0 && mantissa[0] is '-' or '+' ? 1 : 0;
        bool negative = start == 1 && mantissa[0] == '-';
        ReadOnlySpan<char> body = mantissa[start..];
        int point = body.IndexOf('.');
        int decimals = point < 0 ? 0 : body.Length - point - 1;
        string digits = point < 0 ? body.ToString() : string.Concat(body[..point], body[(point + 1)..]);
        if (
            digits.Length is 0 or > 2000
            || digits.AsSpan().IndexOfAnyExceptInRange('0', '9') >= 0
            || !BigInteger.TryParse(digits, NumberStyles.None, CultureInfo.InvariantCulture, out BigInteger units)
        )
        {
            return false;
        }
        if (units.IsZero)
        {
            value = default;
            return true;
        }
        if (exponent is > LargestExponent or < -LargestExponent)
        {
            return false;
        }
        value = new ExactDecimal(new ExactInt(negative ? -units : units), decimals - exponent);
        return double.IsFinite(value.ToDouble());
    }

    /// <exception cref="FormatException">The text is not a plain decimal number.</exception>
    public static ExactDecimal Parse(string text) =>
        TryParse(text, out ExactDecimal value) ? value : throw new FormatException($"\"{text}\" is not a number.");

    /// <summary>The decimal of the shortest digits that give the same double.</summary>
    public static ExactDecimal FromDouble(double value) => Parse(value.ToString("R", CultureInfo.InvariantCulture));
}
