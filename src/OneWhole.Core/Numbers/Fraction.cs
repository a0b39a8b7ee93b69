using System.Numerics;

namespace OneWhole.Core.Numbers;

/// <summary>
/// An exact quotient of two integers. Shares, running shares and positions are compared, floored and rounded as
/// fractions; they become the nearest double only when they leave the core.
/// </summary>
public readonly struct Fraction : IComparable<Fraction>, IEquatable<Fraction>
{
    private readonly ExactInt _divisorLessOne;

    /// <exception cref="DivideByZeroException">The divisor is 0.</exception>
    public Fraction(ExactInt dividend, ExactInt divisor)
    {
        int sign = divisor.Sign;
        if (sign == 0)
        {
            throw new DivideByZeroException("A fraction cannot have the divisor 0.");
        }
        Dividend = sign < 0 ? -dividend : dividend;
        _divisorLessOne = (sign < 0 ? -divisor : divisor) - ExactInt.One;
    }

    /// <summary>A whole number.</summary>
    public Fraction(ExactInt value)
    {
        Dividend = value;
        _divisorLessOne = ExactInt.Zero;
    }

    /// <summary>0.</summary>
    public static Fraction Zero => default;

    /// <summary>1.</summary>
    public static Fraction One => new(ExactInt.One);

    /// <summary>Above the line, with the sign.</summary>
    public ExactInt Dividend { get; }

    /// <summary>Always above 0. (Stored less one, so that the default value is 0 ÷ 1.)</summary>
    public ExactInt Divisor => _divisorLessOne + ExactInt.One;

    /// <summary>-1, 0 or 1.</summary>
    public int Sign => Dividend.Sign;

    /// <summary>A whole number.</summary>
    public static implicit operator Fraction(long value) => new(value);

    /// <summary>The sum.</summary>
    public static Fraction operator +(Fraction a, Fraction b)
    {
        if (a.Divisor == b.Divisor)
        {
            return new Fraction(a.Dividend + b.Dividend, a.Divisor);
        }
        return new Fraction(a.Dividend * b.Divisor + b.Dividend * a.Divisor, a.Divisor * b.Divisor).Reduced();
    }

    /// <summary>The opposite.</summary>
    public static Fraction operator -(Fraction a) => new(-a.Dividend, a.Divisor);

    /// <summary>The difference.</summary>
    public static Fraction operator -(Fraction a, Fraction b) => a + -b;

    /// <summary>The product.</summary>
    public static Fraction operator *(Fraction a, Fraction b) => new Fraction(a.Dividend * b.Dividend, a.Divisor * b.Divisor).Reduced();

    /// <exception cref="DivideByZeroException"><paramref name="b"/> is 0.</exception>
    public static Fraction operator /(Fraction a, Fraction b) => new Fraction(a.Dividend * b.Divisor, a.Divisor * b.Dividend).Reduced();

    /// <inheritdoc/>
    public int CompareTo(Fraction other) => ExactInt.CompareProducts(Dividend, other.Divisor, other.Dividend, Divisor);

    /// <inheritdoc/>
    public bool Equals(Fraction other) => CompareTo(other) == 0;

    /// <inheritdoc/>
    public override bool Equals(object? obj) => obj is Fraction other && Equals(other);

    /// <inheritdoc/>
    public override int GetHashCode() => ToDouble().GetHashCode();

    /// <summary>Whether both are equal.</summary>
    public static bool operator ==(Fraction a, Fraction b) => a.Equals(b);

    /// <summary>Whether they differ.</summary>
    public static bool operator !=(Fraction a, Fraction b) => !a.Equals(b);

    /// <summary>Whether the first is smaller.</summary>
    public static bool operator <(Fraction a, Fraction b) => a.CompareTo(b) < 0;

    /// <summary>Whether the first is larger.</summary>
    public static bool operator >(Fraction a, Fraction b) => a.CompareTo(b) > 0;

    /// <summary>Whether the first is not larger.</summary>
    public static bool operator <=(Fraction a, Fraction b) => a.CompareTo(b) <= 0;

    /// <summary>Whether the first is not smaller.</summary>
    public static bool operator >=(Fraction a, Fraction b) => a.CompareTo(b) >= 0;

    /// <summary>Without its sign.</summary>
    public Fraction Abs() => Sign < 0 ? -this : this;

    /// <summary>The larger one.</summary>
    public static Fraction Max(Fraction a, Fraction b) => a >= b ? a : b;

    /// <summary>The smaller one.</summary>
    public static Fraction Min(Fraction a, Fraction b) => a <= b ? a : b;

    /// <summary>The greatest integer not above the value, and what is left of it (0 ≤ rest &lt; 1).</summary>
    public (ExactInt Whole, Fraction Remainder) Floor()
    {
        (ExactInt quotient, ExactInt remainder) = ExactInt.FloorDivide(Dividend, Divisor);
        return (quotient, new Fraction(remainder, Divisor));
    }

    /// <summary>Rounded to an integer, halves away from zero.</summary>
    public ExactInt Round()
    {
        ExactInt two = 2;
        (ExactInt quotient, _) = ExactInt.FloorDivide(Dividend.Abs() * two + Divisor, Divisor * two);
        return Sign < 0 ? -quotient : quotient;
    }

    /// <summary>The double that is nearest to the exact quotient; ties to even.</summary>
    public double ToDouble()
    {
        const long exactInDouble = 1L << 53;
        ExactInt divisor = Divisor;
        if (
            Dividend.IsSmall
            && divisor.IsSmall
            && Dividend.Small <= exactInDouble
            && Dividend.Small >= -exactInDouble
            && divisor.Small <= exactInDouble
        )
        {
            // Both operands are exact doubles, and IEEE 754 division rounds once.
            return Dividend.Small == 0 ? 0.0 : Dividend.Small / (double)divisor.Small;
        }
        return NearestDouble(Dividend.ToBigInteger(), divisor.ToBigInteger());
    }

    private static double NearestDouble(BigInteger dividend, BigInteger divisor)
    {
        if (dividend.IsZero)
        {
            return 0.0;
        }
        bool negative = dividend.Sign < 0;
        dividend = BigInteger.Abs(dividend);

        // Scale so that the quotient has 64 or 65 bits; what the integer division drops goes into a sticky last bit.
        long shift = 64 - ((long)dividend.GetBitLength() - (long)divisor.GetBitLength());
        BigInteger quotient =
            shift >= 0
                ? BigInteger.DivRem(dividend << (int)shift, divisor, out BigInteger remainder)
                : BigInteger.DivRem(dividend, divisor << (int)-shift, out remainder);
        if (!remainder.IsZero)
        {
            quotient |= BigInteger.One;
        }

        // A number below the normal range keeps fewer than 53 bits: round there once, not twice.
        int bits = (int)quotient.GetBitLength();
        long exponent = bits - 1 - shift;
        int keep = exponent >= -1022 ? 53 : (int)Math.Max(0, 53 - (-1022 - exponent));
        int drop = bits - keep;
        BigInteger kept = quotient >> drop;
        BigInteger rest = quotient - (kept << drop);
        int half = rest.CompareTo(BigInteger.One << (drop - 1));
        if (half > 0 || (half == 0 && !kept.IsEven))
        {
            kept += 1;
        }
        double magnitude = Math.ScaleB((double)(ulong)kept, (int)Math.Clamp(drop - shift, -4000, 4000));
        return negative ? -magnitude : magnitude;
    }

    /// <summary>The same value in lowest terms.</summary>
    public Fraction Reduced()
    {
        if (Dividend.IsSmall && Divisor.IsSmall)
        {
            if (Dividend.IsZero)
            {
                return Zero;
            }
            if (Divisor.Small == 1)
            {
                return this;
            }
        }
        BigInteger common = BigInteger.GreatestCommonDivisor(Dividend.ToBigInteger(), Divisor.ToBigInteger());
        return common.IsOne
            ? this
            : new Fraction(new ExactInt(Dividend.ToBigInteger() / common), new ExactInt(Divisor.ToBigInteger() / common));
    }

    /// <inheritdoc/>
    public override string ToString() => $"{Dividend}/{Divisor}";
}
