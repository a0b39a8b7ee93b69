using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Tests.Reading;

/// <summary>Values that a format holds as such, written plainly.</summary>
public sealed class PlainTextTests
{
    public static TheoryData<object?, string> Values() =>
        new()
        {
            { null, "" },
            { DBNull.Value, "" },
            { "Hallin", "Hallin" },
            { 0.1, "0.1" },
            { 0.1f, "0.1" },
            { 1e20, "1E+20" },
            { double.NaN, "NaN" },
            { double.PositiveInfinity, "∞" },
            { float.NegativeInfinity, "-∞" },
            { true, "true" },
            { 12.50m, "12.50" },
            { new DateTime(2026, 3, 9), "2026-03-09" },
            { new DateTime(2026, 3, 9, 10, 30, 0), "2026-03-09 10:30" },
            { new DateTime(2026, 3, 9, 10, 30, 15), "2026-03-09 10:30:15" },
            { new DateTimeOffset(2026, 3, 9, 10, 30, 0, TimeSpan.FromHours(2)), "2026-03-09 10:30" },
            { new DateOnly(2026, 3, 9), "2026-03-09" },
            { new TimeOnly(10, 30), "10:30:00" },
            { TimeSpan.FromMinutes(90), "01:30:00" },
            { TimeSpan.FromHours(42), "42:00:00" },
            { TimeSpan.FromHours(-1.5), "-01:30:00" },
            { TimeSpan.FromSeconds(1.25), "00:00:01.25" },
            { TimeSpan.FromDays(0.1), "02:24:00" },
            { "Hallin"u8.ToArray(), "Hallin" },
            { new byte[] { 0, 255 }, "00FF" },
            { (ReadOnlyMemory<byte>)"Hallin"u8.ToArray(), "Hallin" },
            { "Hallin".AsMemory(), "Hallin" },
            { Guid.Parse("00000000-0000-0000-0000-000000000001"), "00000000-0000-0000-0000-000000000001" },
            { System.Numerics.BigInteger.Pow(10, 30), "1" + new string('0', 30) },
        };

    [Theory]
    [MemberData(nameof(Values))]
    public void A_value_of_any_type(object? value, string expected) => Assert.Equal(expected, PlainText.OfAny(value));

    [Theory]
    [InlineData(0.21, "21%")]
    [InlineData(0.215, "21.5%")]
    [InlineData(1, "100%")]
    [InlineData(-0.005, "-0.5%")]
    [InlineData(1.0 / 3, "33.3333333333%")]
    [InlineData(1e15, "1000000000000000")]
    [InlineData(double.NaN, "NaN")]
    public void A_share(double value, string expected) => Assert.Equal(expected, PlainText.Percent(value));
}
