using System.Globalization;
using System.Numerics;
using CsCheck;
using OneWhole.Core.Numbers;

namespace OneWhole.Core.Tests.Numbers;

public sealed class FractionTests
{
    [Fact]
    public void The_nearest_double_is_that_of_the_decimal_text()
    {
        // The runtime parses decimal text to the nearest double (IEEE 754); a fraction of units and a power of ten must agree.
        Gen.Select(Gen.Long, Gen.Int[0, 30])
            .Sample(
                (units, scale) =>
                {
                    double expected = double.Parse($"{units}e-{scale}", CultureInfo.InvariantCulture);
                    return new Fraction(units, ExactInt.PowerOfTen(scale)).ToDouble() == expected;
                }
            );
    }

    [Theory]
    [InlineData("4.9406564584124654e-324")]
    [InlineData("2.2250738585072011e-308")]
    [InlineData("2.2250738585072014e-308")]
    [InlineData("1.7976931348623157e308")]
    [InlineData("0.1")]
    [InlineData("9007199254740993")]
    public void Extreme_decimals_come_out_as_the_nearest_double(string text) =>
        Assert.Equal(double.Parse(text, CultureInfo.InvariantCulture), ExactDecimal.Parse(text).ToDouble());

    [Fact]
    public void Floor_and_remainder_make_the_value_again()
    {
        Gen.Select(Gen.Long, Gen.Long.Where(divisor => divisor != 0))
            .Sample(
                (dividend, divisor) =>
                {
                    var value = new Fraction(dividend, divisor);
                    (ExactInt whole, Fraction rest) = value.Floor();
                    return new Fraction(whole) + rest == value && rest >= Fraction.Zero && rest < Fraction.One;
                }
            );
    }

    [Theory]
    [InlineData(5, 2, 3)]
    [InlineData(-5, 2, -3)]
    [InlineData(7, 3, 2)]
    [InlineData(-7, 3, -2)]
    [InlineData(1, 2, 1)]
    public void Halves_are_rounded_away_from_zero(long dividend, long divisor, long expected) =>
        Assert.Equal((ExactInt)expected, new Fraction(dividend, divisor).Round());

    [Fact]
    public void Sums_past_64_bits_are_exact()
    {
        Gen.Select(Gen.Long, Gen.Long, Gen.Long)
            .Sample(
                (a, b, c) =>
                    ((ExactInt)a * b + c).ToBigInteger() == (BigInteger)a * b + c && ((ExactInt)a - b).ToBigInteger() == (BigInteger)a - b
            );
    }

    [Theory]
    [InlineData("12.50", "12.5")]
    [InlineData("-0.10", "-0.1")]
    [InlineData("1e3", "1000")]
    [InlineData("1.5E-3", "0.0015")]
    [InlineData("+7", "7")]
    [InlineData(".5", "0.5")]
    [InlineData("000", "0")]
    public void Decimals_are_read_as_written(string text, string shortest) => Assert.Equal(shortest, ExactDecimal.Parse(text).ToString());

    [Theory]
    [InlineData("")]
    [InlineData("-")]
    [InlineData("1,5")]
    [InlineData("NaN")]
    [InlineData("Infinity")]
    [InlineData("1e999")]
    [InlineData("1e99999999999")]
    [InlineData("0x10")]
    [InlineData("1.2.3")]
    [InlineData("--1")]
    [InlineData("1e")]
    public void Other_text_is_no_number(string text) => Assert.False(ExactDecimal.TryParse(text, out _));
}
