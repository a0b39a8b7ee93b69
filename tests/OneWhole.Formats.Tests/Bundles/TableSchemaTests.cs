using System.Text.Json.Nodes;
using OneWhole.Core.Tables;
using OneWhole.Core.Tests;
using OneWhole.Formats.Bundles;

namespace OneWhole.Formats.Tests.Bundles;

/// <summary>A column's type in a Table Schema: one that no cell of the column contradicts.</summary>
public sealed class TableSchemaTests
{
    private static JsonObject Field(Column column) => (JsonObject)TableSchema.Of(new Table("t", [column]))["fields"]![0]!;

    private static JsonObject Field(string cells) => Field(TableOf.Column("c", cells.Split('|')));

    [Theory]
    [InlineData("1|2.50|-3", "number")]
    [InlineData("1||3", "number")]
    // A cell that is no number makes the column one of texts for who reads it strictly.
    [InlineData("1|x|3", "string")]
    [InlineData("2026-01-02|2026-01-03", "date")]
    [InlineData("2026-01-02|2026-01-03T10:30", "string")]
    [InlineData("Fog|Ice", "string")]
    public void It_is_the_strictest_that_all_cells_fit(string cells, string type) => Assert.Equal(type, (string?)Field(cells)["type"]);

    [Theory]
    [InlineData("03/02/2025|28/02/2025", DateOrder.DayMonthYear, "%d/%m/%Y")]
    [InlineData("02/03/2025|02/28/2025", DateOrder.MonthDayYear, "%m/%d/%Y")]
    public void Days_that_are_written_with_slashes_say_in_which_order(string cells, DateOrder order, string format)
    {
        Column column = TableOf.Column("c", cells.Split('|'));
        JsonObject field = Field(new Column(column.Info with { Type = ColumnType.Date, Dates = order }, column.Cells));
        Assert.Equal(("date", format), ((string?)field["type"], (string?)field["format"]));
    }

    /// <summary>A mark that groups digits is no decimal mark: read so, 1,200 would be 1.2.</summary>
    [Theory]
    [InlineData("1|1,200|3", '.', null, ",")]
    [InlineData("1|1,200.5|1,234,567", '.', null, ",")]
    [InlineData("1,5|2|3", ',', ",", null)]
    [InlineData("1.200,5|2|3", ',', ",", ".")]
    [InlineData("1.200|2|3", '.', null, null)]
    public void Marks_that_are_not_the_standards_are_said(string cells, char mark, string? decimals, string? groups)
    {
        var builder = new ColumnBuilder(mark == ',' ? NumberReading.Comma : NumberReading.Point, true);
        foreach (string cell in cells.Split('|'))
        {
            builder.Add(cell);
        }
        JsonObject field = Field(builder.Build("c"));
        Assert.Equal(("number", decimals, groups), ((string?)field["type"], (string?)field["decimalChar"], (string?)field["groupChar"]));
    }
}
