using System.Numerics;
using System.Runtime.CompilerServices;

namespace OneWhole.Core.Numbers;

/// <summary>
/// An integer of any size that costs no more than a <see cref="long"/> while it fits into one.
/// Amounts are counted in units of their column's scale, so nearly all of them fit; a column that holds
/// 1e308 still adds up without a residue.
/// </summary>
public readonly struct ExactInt : IComparable<ExactInt>, IEquatable<ExactInt>
{
    // _large is null exactly when the value fits a long; then _small is the value. Sixteen bytes in all: columns and cells are
    // arrays of these.
    private readonly long _small;
    private readonly Large? _large;

    private sealed class Large(BigInteger value)
    {
        public BigInteger Value { get; } = value;
    }

    /// <summary>What one takes in an array, in bytes, while it fits a <see cref="long"/>.</summary>
    internal const long Bytes = 16;

    /// <summary>A number of 64 bits.</summary>
    public ExactInt(long value)
    {
        _small = value;
    }

    /// <summary>A number of any length.</summary>
    public ExactInt(BigInteger value)
    {
        if (value >= long.MinValue && value <= long.MaxValue)
        {
            _small = (long)value;
        }
        else
        {
            _large = new Large(value);
        }
    }

    /// <summary>A number of 128 bits.</summary>
    public ExactInt(Int128 value)
        : this(value >= long.MinValue && value <= long.MaxValue ? (long)value : 0)
    {
        if (value < long.MinValue || value > long.MaxValue)
        {
            _large = new Large(value);
        }
    }

    /// <summary>0.</summary>
    public static ExactInt Zero => default;

    /// <summary>1.</summary>
    public static ExactInt One => new(1L);

    /// <summary>Whether the value fits a <see cref="long"/>.</summary>
    public bool IsSmall
    {
        [MethodImpl(MethodImplOptions.AggressiveInlining)]
        get => _large is null;
    }

    /// <summary>The value as a <see cref="long"/>; only meaningful where <see cref="IsSmall"/> holds.</summary>
    public long Small => _small;

    /// <summary>-1, 0 or 1.</summary>
    public int Sign => IsSmall ? Math.Sign(_small) : _large!.Value.Sign;

    /// <summary>Whether it is 0.</summary>
    public bool IsZero => IsSmall && _small == 0;

    /// <summary>The same number.</summary>
    public BigInteger ToBigInteger() => IsSmall ? _small : _large!.Value;

    /// <summary>A number of 64 bits.</summary>
    public static implicit operator ExactInt(long value) => new(value);

    /// <summary>The sum.</summary>
    public static ExactInt operator +(ExactInt a, ExactInt b)
    {
        if (a.IsSmall && b.IsSmall)
        {
            long sum = unchecked(a._small + b._small);
            if (((a._small ^ sum) & (b._small ^ sum)) >= 0)
            {
                return new ExactInt(sum);
            }
        }
        return new ExactInt(a.ToBigInteger() + b.ToBigInteger());
    }

    /// <summary>The opposite.</summary>
    public static ExactInt operator -(ExactInt a) =>
        a.IsSmall && a._small != long.MinValue ? new ExactInt(-a._small) : new ExactInt(-a.ToBigInteger());

    /// <summary>The difference.</summary>
    public static ExactInt operator -(ExactInt a, ExactInt b) => a + -b;

    /// <summary>The product.</summary>
    public static ExactInt operator *(ExactInt a, ExactInt b)
    {
        if (a.IsSmall && b.IsSmall)
        {
            long high = Math.BigMul(a._small, b._small, out long low);
            return high == low >> 63 ? new ExactInt(low) : new ExactInt((new BigInteger(high) << 64) + (ulong)low);
        }
        return new ExactInt(a.ToBigInteger() * b.ToBigInteger());
    }

    /// <summary>The quotient rounded towards minus infinity, and what remains (0 ≤ remainder &lt; divisor for a divisor above 0).</summary>
    /// <exception cref="DivideByZeroException">The divisor is 0.</exception>
    public static (ExactInt Quotient, ExactInt Remainder) FloorDivide(ExactInt dividend, ExactInt divisor)
    {
        if (dividend.IsSmall && divisor.IsSmall && dividend._small != long.MinValue)
        {
            (long quotient, long remainder) = Math.DivRem(dividend._small, divisor._small);
            if (remainder != 0 && (remainder < 0) != (divisor._small < 0))
            {
                quotient--;
                remainder += divisor._small;
            }
            return (quotient, remainder);
        }
        BigInteger d = divisor.ToBigInteger();
        BigInteger q = BigInteger.DivRem(dividend.ToBigInteger(), d, out BigInteger r);
        if (!r.IsZero && (r.Sign < 0) != (d.Sign < 0))
        {
            q -= 1;
            r += d;
        }
        return (new ExactInt(q), new ExactInt(r));
    }

    /// <summary>The quotient rounded to the nearest integer, halves away from zero.</summary>
    /// <exception cref="DivideByZeroException">The divisor is 0.</exception>
    public static ExactInt RoundedQuotient(ExactInt dividend, ExactInt divisor)
    {
        const long most = long.MaxValue / 4;
        if (dividend.IsSmall && divisor.IsSmall && dividend._small is > -most and < most && divisor._small is > -most and < most)
        {
            long over = Math.Abs(dividend._small),
                under = Math.Abs(divisor._small),
                rounded = (2 * over + under) / (2 * under);
            return dividend._small < 0 == divisor._small < 0 ? rounded : -rounded;
        }
        return new Fraction(dividend, divisor).Round();
    }

    /// <summary>Without its sign.</summary>
    public ExactInt Abs() => Sign < 0 ? -this : this;

    /// <summary>Compares a·b with c·d without rounding.</summary>
    public static int CompareProducts(ExactInt a, ExactInt b, ExactInt c, ExactInt d)
    {
        if (a.IsSmall && b.IsSmall && c.IsSmall && d.IsSmall)
        {
            // Not by Int128: what uses it is compiled anew each time a process starts.
            long high = Math.BigMul(a._small, b._small, out long low),
                otherHigh = Math.BigMul(c._small, d._small, out long otherLow);
            return high != otherHigh ? high.CompareTo(otherHigh) : ((ulong)low).CompareTo((ulong)otherLow);
        }
        return (a.ToBigInteger() * b.ToBigInteger()).CompareTo(c.ToBigInteger() * d.ToBigInteger());
    }

    /// <inheritdoc/>
    public int CompareTo(ExactInt other) =>
        IsSmall && other.IsSmall ? _small.CompareTo(other._small) : ToBigInteger().CompareTo(other.ToBigInteger());

    /// <inheritdoc/>
    public bool Equals(ExactInt other) =>
        IsSmall ? other.IsSmall && _small == other._small : !other.IsSmall && _large!.Value == other._large!.Value;

    /// <inheritdoc/>
    public override bool Equals(object? obj) => obj is ExactInt other && Equals(other);

    /// <inheritdoc/>
    public override int GetHashCode() => IsSmall ? _small.GetHashCode() : _large!.Value.GetHashCode();

    /// <summary>Whether both are equal.</summary>
    public static bool operator ==(ExactInt a, ExactInt b) => a.Equals(b);

    /// <summary>Whether they differ.</summary>
    public static bool operator !=(ExactInt a, ExactInt b) => !a.Equals(b);

    /// <summary>A copy, smallest first.</summary>
    internal static ExactInt[] Ordered(IEnumerable<ExactInt> numbers)
    {
        ExactInt[] ordered = [.. numbers];
        if (!Array.TrueForAll(ordered, number => number.IsSmall))
        {
            Array.Sort(ordered);
            return ordered;
        }
        // Plain integers are sorted several times as fast.
        long[] small = Array.ConvertAll(ordered, number => number.Small);
        Array.Sort(small);
        for (int i = 0; i < small.Length; i++)
        {
            ordered[i] = small[i];
        }
        return ordered;
    }

    /// <summary>The larger one.</summary>
    public static ExactInt Max(ExactInt a, ExactInt b) => a >= b ? a : b;

    /// <summary>Whether the first is smaller.</summary>
    public static bool operator <(ExactInt a, ExactInt b) => a.CompareTo(b) < 0;

    /// <summary>Whether the first is larger.</summary>
    public static bool operator >(ExactInt a, ExactInt b) => a.CompareTo(b) > 0;

    /// <summary>Whether the first is not larger.</summary>
    public static bool operator <=(ExactInt a, ExactInt b) => a.CompareTo(b) <= 0;

    /// <summary>Whether the first is not smaller.</summary>
    public static bool operator >=(ExactInt a, ExactInt b) => a.CompareTo(b) >= 0;

    /// <inheritdoc/>
    public override string ToString() =>
        IsSmall
            ? _small.ToString(System.Globalization.CultureInfo.InvariantCulture)
            : _large!.Value.ToString(System.Globalization.CultureInfo.InvariantCulture);

    /// <summary>10 to the power of <paramref name="exponent"/> (0 or above).</summary>
    public static ExactInt PowerOfTen(int exponent) =>
        exponent <= 18 ? new ExactInt(SmallPowers[exponent]) : new ExactInt(BigInteger.Pow(10, exponent));

    /// <summary>10 to the power of 0 to 18.</summary>
    internal static readonly long[] SmallPowers = MakePowers();

    private static long[] MakePowers()
    {
        var powers = new long[19];
        powers[0] = 1;
        for (int i = 1; i < powers.Length; i++)
        {
            powers[i] = powers[i - 1] * 10;
        }
        return powers;
    }
}
