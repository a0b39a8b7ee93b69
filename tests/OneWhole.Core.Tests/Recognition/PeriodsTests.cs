using OneWhole.Core.Recognition;

namespace OneWhole.Core.Tests.Recognition;

/// <summary>Labels of a stretch of time, and labels that have numbers and are none.</summary>
public sealed class PeriodsTests
{
    [Theory]
    [InlineData("2025")]
    [InlineData(" 2025 ")]
    [InlineData("2024/25")]
    [InlineData("2024–2025")]
    [InlineData("FY24")]
    [InlineData("FY 2024")]
    [InlineData("Q3")]
    [InlineData("Q3 2025")]
    [InlineData("2025 Q3")]
    [InlineData("2025-Q3")]
    [InlineData("H1")]
    [InlineData("2025 W03")]
    [InlineData("Week 7")]
    [InlineData("Jan")]
    [InlineData("january")]
    [InlineData("Sept. 2026")]
    [InlineData("Dec '25")]
    public void These_are_stretches_of_time(string label) => Assert.True(Periods.IsPeriod(label));

    [Theory]
    [InlineData("")]
    [InlineData("1025")]
    [InlineData("20255")]
    [InlineData("Route 7")]
    [InlineData("Q")]
    [InlineData("5 to 9")]
    [InlineData("2025 km")]
    [InlineData("Hallin 2025")]
    [InlineData("(blank)")]
    public void These_are_none(string label) => Assert.False(Periods.IsPeriod(label));

    [Theory]
    [InlineData("Revenue 2024|Revenue 2025", "2024|2025")]
    [InlineData("2024 revenue|2025 revenue", "2024|2025")]
    [InlineData("fares_2024_net|fares_2025_net", "2024|2025")]
    [InlineData("Men|Women", "Men|Women")]
    [InlineData("Trips 2024 sold|Trips 2024 left", "sold|left")]
    // Of each something stays, however much it shares.
    [InlineData("Trips|Trips 2025", "Trips|Trips 2025")]
    [InlineData("Trips 2025|Trips 2025", "2025|2025")]
    public void What_headings_share_is_taken_off(string headings, string rests) =>
        Assert.Equal(rests.Split('|'), Periods.Rests(headings.Split('|')));
}
