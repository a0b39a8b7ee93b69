using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Tests.Reading;

/// <summary>The unit that a number is shown with, from its format or from its text.</summary>
public sealed class CellUnitTests
{
    [Theory]
    [InlineData("""#,##0.00 [$€-407]""", "€")]
    [InlineData("""[$NOK] #,##0""", "NOK")]
    [InlineData("""[$EUR] 0.00""", "€")]
    [InlineData("0.0\" t\"", "t")]
    [InlineData("0\" km/h\";-0\" km/h\"", "km/h")]
    [InlineData("£#,##0", "£")]
    [InlineData("0.0%", null)]
    [InlineData("0.0\" %\"", null)]
    [InlineData("General", null)]
    [InlineData("dd.mm.yyyy", null)]
    [InlineData("", null)]
    [InlineData(null, null)]
    public void Of_a_number_format(string? format, string? unit) => Assert.Equal(unit, CellUnit.OfFormat(format));

    [Theory]
    [InlineData("3.4 t", "t")]
    [InlineData("12 km/h", "km/h")]
    [InlineData("1.200 kg", "kg")]
    [InlineData("-5 °C", "°C")]
    [InlineData("3,40 €", "€")]
    [InlineData("€ 3.40", "€")]
    [InlineData("$1,240", "$")]
    [InlineData("-$5", "$")]
    [InlineData("USD 12", "$")]
    [InlineData("12", null)]
    [InlineData("12 %", null)]
    [InlineData("1e5", null)]
    [InlineData("Route 12", null)]
    [InlineData("2026-03-09", null)]
    [InlineData("", null)]
    public void Of_a_text(string text, string? unit) => Assert.Equal(unit, CellUnit.OfText(text));

    [Theory]
    [InlineData("3.4 t", "t", "3.4")]
    [InlineData("€ 3.40", "€", "3.40")]
    [InlineData(" 12 ", "t", "12")]
    public void A_text_without_it(string text, string unit, string expected) => Assert.Equal(expected, CellUnit.Without(text, unit));
}
