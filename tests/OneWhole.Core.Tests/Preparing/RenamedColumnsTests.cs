using OneWhole.Core.Preparing;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Tests.Preparing;

/// <summary>Columns that fresh rows call otherwise.</summary>
public sealed class RenamedColumnsTests
{
    [Theory]
    // A heading that looks alike, wherever it stands.
    [InlineData("Cause:Fog;Minutes:5", "minutes:5;Vessel:Tern;Route:Inner", "Minutes>minutes")]
    // Labels that are the same, wherever they stand.
    [InlineData("Cause:Fog|Ice;Minutes:5|2", "Minutes:5|2;Route:Inner|Outer;Why:Fog|Ice", "Cause>Why")]
    // The same place of equally many columns.
    [InlineData("Cause:Fog;Minutes:5", "Cause:Fog;Duration:5", "Minutes>Duration")]
    // Each in one pair at most: the better likeness has it.
    [InlineData("Cause:Fog|Ice;Route:Inner|Outer", "Lane:Inner|Outer;Why:Fog|Ice", "Cause>Why,Route>Lane")]
    // Another type, and another place: another column.
    [InlineData("Cause:Fog;Minutes:5", "Cause:Fog;Season:Spring", "")]
    [InlineData("Cause:Fog;Minutes:5", "Cause:Fog;Vessel:Tern;Duration:5", "")]
    public void Columns_are_paired_by_heading_labels_and_place(string before, string after, string pairs) =>
        Assert.Equal(pairs, string.Join(",", RenamedColumns.Find(Table(before), Table(after)).Select(pair => $"{pair.From}>{pair.To}")));

    private static Table Table(string columns) => TableOf.Columns(columns.Split(';'));
}
