using System.Globalization;
using System.Numerics;
using CsCheck;
using OneWhole.Core.Numbers;

namespace OneWhole.Core.Tests.Numbers;

/// <summary>Exact integers against the framework's big integers, exact decimals against its decimals.</summary>
public sealed class ExactNumbersTests
{
    /// <summary>Small ones, ones near the edge of 64 bits, and ones far beyond it.</summary>
    private static readonly Gen<BigInteger> Any = Gen.OneOf(
        Gen.Long[-1000, 1000].Select(value => (BigInteger)value),
        Gen.Long.Select(value => (BigInteger)value),
        Gen.Int[-3, 3].Select(value => long.MaxValue + (BigInteger)value),
        Gen.Int[-3, 3].Select(value => long.MinValue + (BigInteger)value),
        Gen.Select(Gen.Long, Gen.Long).Select((a, b) => (BigInteger)a * b * 7)
    );

    [Fact]
    public void Integers_add_multiply_and_compare_as_big_integers_do() =>
        Gen.Select(Any, Any)
            .Sample(
                (a, b) =>
                {
                    ExactInt x = new(a),
                        y = new(b);
                    Assert.Equal(a + b, (x + y).ToBigInteger());
                    Assert.Equal(a - b, (x - y).ToBigInteger());
                    Assert.Equal(a * b, (x * y).ToBigInteger());
                    Assert.Equal(-a, (-x).ToBigInteger());
                    Assert.Equal(BigInteger.Abs(a), x.Abs().ToBigInteger());
                    Assert.Equal(Math.Sign(a.CompareTo(b)), Math.Sign(x.CompareTo(y)));
                    Assert.Equal(a == b, x == y);
                    Assert.Equal(a.Sign, x.Sign);
                    Assert.Equal(a.ToString(CultureInfo.InvariantCulture), x.ToString());
                    Assert.Equal(new ExactInt(a), new ExactInt(a) + y - y);
                },
                iter: 3000
            );

    [Fact]
    public void Division_rounds_down_and_leaves_what_is_left() =>
        Gen.Select(Any, Any.Where(value => value.Sign > 0))
            .Sample(
                (a, b) =>
                {
                    (ExactInt quotient, ExactInt remainder) = ExactInt.FloorDivide(new ExactInt(a), new ExactInt(b));
                    Assert.Equal(a, quotient.ToBigInteger() * b + remainder.ToBigInteger());
                    Assert.InRange(remainder.ToBigInteger(), BigInteger.Zero, b - 1);
                },
                iter: 2000
            );

    [Fact]
    public void Products_are_compared_without_overflow() =>
        Gen.Select(Any, Any, Any, Any)
            .Sample(
                (a, b, c, d) =>
                    Math.Sign((a * b).CompareTo(c * d))
                    == Math.Sign(ExactInt.CompareProducts(new ExactInt(a), new ExactInt(b), new ExactInt(c), new ExactInt(d))),
                iter: 2000
            );

    [Fact]
    public void Decimals_are_read_and_written_as_they_are() =>
        Gen.Select(Gen.Long[-99_999_999_999, 99_999_999_999], Gen.Int[0, 6])
            .Sample(
                (units, scale) =>
                {
                    var framework = new decimal((int)(Math.Abs(units) % int.MaxValue), 0, 0, units < 0, (byte)scale);
                    string text = framework.ToString(CultureInfo.InvariantCulture);
                    Assert.True(ExactDecimal.TryParse(text, out ExactDecimal value));
                    Assert.Equal((double)framework, value.ToDouble());
                    // Trailing zeros are no part of the number.
                    Assert.Equal(framework, decimal.Parse(value.ToString(), CultureInfo.InvariantCulture));
                    Assert.Equal(ExactDecimal.Parse(text), ExactDecimal.Parse(value.ToString()));
                },
                iter: 2000
            );

    [Theory]
    [InlineData("1e3", "1000")]
    [InlineData("1.5E-3", "0.0015")]
    [InlineData("-0", "0")]
    [InlineData("+7", "7")]
    [InlineData("0.10", "0.1")]
    [InlineData(".5", "0.5")]
    [InlineData("12345678901234567890.25", "12345678901234567890.25")]
    public void Spellings_of_one_number(string text, string plain)
    {
        Assert.True(ExactDecimal.TryParse(text, out ExactDecimal value));
        Assert.Equal(plain, value.ToString());
    }

    [Theory]
    [InlineData("")]
    [InlineData("-")]
    [InlineData("1e")]
    [InlineData("e5")]
    [InlineData("1.2.3")]
    [InlineData("1,5")]
    [InlineData("NaN")]
    [InlineData("Infinity")]
    [InlineData("0x10")]
    [InlineData("1e99999")]
    [InlineData("1 2")]
    public void What_is_no_number_is_refused(string text) => Assert.False(ExactDecimal.TryParse(text, out _));

    [Fact]
    public void Doubles_go_there_and_back() =>
        Gen.Double[-1e15, 1e15].Sample(value => ExactDecimal.FromDouble(value).ToDouble() == value, iter: 2000);

    [Theory]
    [InlineData(1234567, 1, 0, false, "1,234,567")]
    [InlineData(-1234, 1, 0, false, "−1,234")]
    [InlineData(1, 3, 2, false, "0.33")]
    [InlineData(2, 3, 2, false, "0.67")]
    [InlineData(1, 2, 0, false, "1")]
    [InlineData(-1, 2, 0, false, "−1")]
    [InlineData(-1, 1000, 1, false, "0.0")]
    [InlineData(5, 2, 2, false, "2.50")]
    [InlineData(5, 2, 2, true, "2.5")]
    [InlineData(16, 1, 1, true, "16")]
    [InlineData(999_999, 1000, 0, false, "1,000")]
    public void Numbers_are_printed_rounded_half_away_grouped_and_with_a_true_minus(
        long dividend,
        long divisor,
        int decimals,
        bool trim,
        string text
    ) => Assert.Equal(text, NumberText.Rounded(new Fraction(dividend, divisor), decimals, trim));

    [Fact]
    public void Percents_are_printed_with_their_sign()
    {
        Assert.Equal("25.0 %", NumberText.Percent(new Fraction(1L, 4L), 1));
        Assert.Equal("–", NumberText.Percent(null, 1));
        Assert.Equal("82.4 %", NumberText.PlainPercent(ExactDecimal.Parse("0.824")));
        Assert.Equal("12,000", NumberText.Count(12000));
        (string Number, string Unit, string Written)[] amounts =
        [
            ("1,240", "$", "$1,240"),
            ("\u22123", "€", "\u2212€3"),
            ("12", "CHF", "CHF 12"),
            ("3.4", "t", "3.4 t"),
            ("812", "thousand €", "812 thousand €"),
            ("7", "", "7"),
        ];
        Assert.All(amounts, amount => Assert.Equal(amount.Written, NumberText.WithUnit(amount.Number, amount.Unit)));
    }
}
