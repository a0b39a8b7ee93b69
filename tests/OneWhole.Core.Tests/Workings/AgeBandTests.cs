using OneWhole.Core.Workings;

namespace OneWhole.Core.Tests.Workings;

/// <summary>Bands as people write them, and labels that only look like some.</summary>
public sealed class AgeBandTests
{
    [Theory]
    [InlineData("0–4", "0 4")]
    [InlineData("5-9", "5 9")]
    [InlineData("10 to 14", "10 14")]
    [InlineData("2.5 − 5", "2.5 5")]
    [InlineData("under 5", "0 5 below")]
    [InlineData("Under 16", "0 16 below")]
    [InlineData("<5", "0 5 below")]
    [InlineData("85+", "85 open")]
    [InlineData("65 and over", "65 open")]
    [InlineData("7", "7 7 single")]
    [InlineData("9-5", "none")]
    [InlineData("-5", "none")]
    [InlineData("5–9 years old", "none")]
    [InlineData("A–C", "none")]
    [InlineData("", "none")]
    public void A_label_is_read(string label, string expected)
    {
        string read = AgeBand.TryRead(label, out AgeBand band)
            ? $"{band.From} {(band.To is { } to ? $"{to}{(band.Below ? " below" : "")}" : "open")}{(band.IsRange ? "" : " single")}"
            : "none";
        Assert.Equal(expected, read);
    }

    [Theory]
    [InlineData("0–4|5–9|10+", true)]
    [InlineData("under 5|5–9|10–14|(blank)", true)]
    [InlineData("0–4|5–9", false)]
    [InlineData("1|2|3|4|5–9", false)]
    [InlineData("0–4|5–9|Hallin", false)]
    public void Labels_are_bands_where_most_are_ranges(string labels, bool expected) =>
        Assert.Equal(expected, AgeBand.AreBands(labels.Split('|')));
}
