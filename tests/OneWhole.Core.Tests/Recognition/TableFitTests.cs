using OneWhole.Core.Recognition;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Tests.Recognition;

/// <summary>Which columns become parts, groups and amounts, by what their rows hold.</summary>
public sealed class TableFitTests
{
    private static Study Start(Table table) =>
        StudyFormat.Standard.Read(
            $$"""{"format": "onewhole.study/1", "parts": {"column": "{{table.Columns[0].Name}}"}, "form": {"kind": "stacked"} }"""
        );

    private static string Axes(Study study)
    {
        static string Of(Axis? axis) =>
            axis switch
            {
                Axis.Labels labels => labels.Column,
                Axis.Columns columns => string.Join('+', columns.Names),
                Axis.Bands bands => $"bands of {bands.Column}",
                _ => "-",
            };
        return $"{Of(study.Parts)} by {Of(study.Groups)}";
    }

    private static string Fitted(params string[] columns)
    {
        Table table = TableOf.Columns(columns);
        return Axes(TableFit.WithGroups(table, Start(table)));
    }

    [Fact]
    public void A_long_table_is_grouped_by_its_second_column_of_labels() =>
        Assert.Equal(
            "Cause by Route",
            Fitted("Cause: Fog | Ice | Fog | Ice", "Route: Hallin | Hallin | Oskery | Oskery", "Minutes: 5 | 3 | 2 | 9")
        );

    [Fact]
    public void Time_goes_along_the_axis_and_the_other_labels_become_colours() =>
        Assert.Equal(
            "Route by Quarter",
            Fitted("Quarter: Q1 | Q2 | Q1 | Q2", "Route: Hallin | Hallin | Oskery | Oskery", "Minutes: 5 | 3 | 2 | 9")
        );

    [Fact]
    public void Columns_side_by_side_are_parts_where_they_are_no_time() =>
        Assert.Equal(
            "Adults+Children by Route",
            Fitted("Route: Hallin | Oskery | Wick", "Adults: 500 | 300 | 200", "Children: 50 | 30 | 20")
        );

    [Fact]
    public void Columns_that_are_years_are_groups() =>
        Assert.Equal("Route by 2024+2025", Fitted("Route: Hallin | Oskery | Wick", "2024: 500 | 300 | 200", "2025: 520 | 310 | 190"));

    [Fact]
    public void A_table_without_a_second_axis_stays_as_it_is() =>
        Assert.Equal("Cause by -", Fitted("Cause: Fog | Ice | Crew", "Minutes: 5 | 3 | 2"));

    [Fact]
    public void Without_groups_the_last_year_or_the_first_column_is_counted()
    {
        static string Counted(params string[] columns)
        {
            Table table = TableOf.Columns(columns);
            Study alone = TableFit.WithoutGroups(table, TableFit.WithGroups(table, Start(table)));
            Assert.Null(alone.Groups);
            return ((Measure.Sum)alone.GivenValue!).Column;
        }
        Assert.Equal("2025", Counted("Route: Hallin | Oskery | Wick", "2024: 500 | 300 | 200", "2025: 520 | 310 | 190"));
    }

    [Fact]
    public void Amounts_made_negative_to_point_the_other_way_are_told_from_losses()
    {
        Table table = TableOf.Columns("Off: -5 | -3 | 0", "Balance: -5 | 3 | 0", "On: 5 | 3 | 0", "None: 0 | 0 | 0");
        Assert.Equal([true, false, false, false], table.Columns.Select(TableFit.IsBelowZero));
    }

    [Theory]
    [InlineData("Minutes: 5 | 3 | 9 | 1", "No: 1 | 2 | 3 | 4", "Minutes")]
    // Money before other measures, measures before counts.
    [InlineData("Trips: 5 | 3 | 9 | 4", "Revenue: 50 | 31 | 90 | 12", "Revenue")]
    [InlineData("Trips: 5 | 3 | 9 | 4", "Hours: 5.5 | 3.2 | 9.1 | 7.7", "Hours")]
    [InlineData("Price: 5.5 | 3.2 | 9.1 | 7.7", "Trips: 5 | 3 | 9 | 4", "Trips")]
    public void What_is_counted_is_what_adds_up(string one, string other, string expected)
    {
        Table table = TableOf.Columns("Cause: Fog | Ice | Crew | Tide", one, other);
        Assert.Equal(expected, ((Measure.Sum)Likely.Counted(table)!).Column);
    }

    [Fact]
    public void Rows_are_counted_where_nothing_adds_up() =>
        Assert.Null(Likely.Counted(TableOf.Columns("Cause: Fog | Ice | Fog", "Route: Hallin | Wick | Wick")));

    [Fact]
    public void Parts_gather_rows_before_they_name_them()
    {
        string[] all = [.. Enumerable.Range(0, 80).Select(row => $"Booking {(char)('a' + row % 26)}{(char)('a' + row / 26)}")];
        var table = new Table(
            "t",
            [
                TableOf.Column("Guest", all),
                TableOf.Column("Route", all.Select((_, row) => $"{(row % 4 < 2 ? "Hallin" : "Wick")} {row % 2}")),
            ]
        );
        Assert.Equal(["Route", "Guest"], Likely.Parts(table).Select(column => column.Name));
    }
}
