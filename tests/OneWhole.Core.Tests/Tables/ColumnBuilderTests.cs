using OneWhole.Core.Numbers;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Tests.Tables;

public sealed class ColumnBuilderTests
{
    [Fact]
    public void Nine_numbers_in_ten_make_a_quantity_whatever_was_guessed()
    {
        string[] cells = ["1", "2", "3", "4", "5", "6", "7", "8", "9", "n/a", ""];
        foreach (bool guess in (bool[])[true, false])
        {
            var builder = new ColumnBuilder(NumberReading.Point, guess);
            Array.ForEach(cells, cell => builder.Add(cell));
            Column column = builder.Build("Amount");
            Assert.Equal(ColumnType.Quantity, column.Info.Type);
            Assert.Equal(cells, Enumerable.Range(0, cells.Length).Select(column.Cells.TextAt));
            Assert.Null(column.Numbers.At(9));
        }
    }

    [Fact]
    public void Eight_in_ten_do_not()
    {
        Column column = TableOf.Column("Amount", ["1", "2", "3", "4", "5", "6", "7", "8", "n/a", "none"]);
        Assert.Equal(ColumnType.Category, column.Info.Type);
        Assert.Equal((ExactInt)8, column.Numbers.At(7));
    }

    [Fact]
    public void Two_spellings_of_a_number_are_two_labels()
    {
        Column column = TableOf.Column("Amount", ["2.5", "2.50", "2.5", "+2.5", "02.5", "-0"]);
        Assert.Equal(["2.5", "2.50", "+2.5", "02.5", "-0"], column.Labels.Labels);
        Assert.All(Enumerable.Range(0, 5), row =>
            Assert.Equal(new Fraction(5, 2), new Fraction(column.Numbers.At(row)!.Value, ExactInt.PowerOfTen(column.Numbers.Scale)))
        );
    }

    [Fact]
    public void A_year_is_a_category()
    {
        Assert.Equal(ColumnType.Category, TableOf.Column("Year", ["2024", "2025"]).Info.Type);
        Assert.Equal(ColumnType.Quantity, TableOf.Column("People", ["2024", "2025"]).Info.Type);
    }

    [Fact]
    public void Labels_are_trimmed_composed_and_blank_where_they_say_so()
    {
        Column column = TableOf.Column("Cause", [" Fog ", "Fog", "", "  ", "(blank)", "A\u030Asgarth", "Åsgarth"]);
        Assert.Equal(["Fog", "(blank)", "Åsgarth"], column.Labels.Labels);
        Assert.Equal(1, column.Labels.BlankCode);
    }

    [Theory]
    [InlineData("1,204.50", ".", "1204.5")]
    [InlineData("1.204,50", ",", "1204.5")]
    [InlineData("€ 1,204", ".", "1204")]
    [InlineData("1 204 €", ".", "1204")]
    [InlineData("-£12", ".", "-12")]
    [InlineData("(12)", ".", "-12")]
    [InlineData("−3", ".", "-3")]
    [InlineData("21%", ".", "0.21")]
    [InlineData("12,5 %", ",", "0.125")]
    [InlineData("1'000'000", ".", "1000000")]
    public void Marks_of_numbers_are_understood(string text, string mark, string expected)
    {
        NumberReading reading = mark == "," ? NumberReading.Comma : NumberReading.Point;
        Assert.True(reading.TryRead(text, out ExactInt units, out int scale, out _));
        Assert.Equal(ExactDecimal.Parse(expected), new ExactDecimal(units, scale));
    }

    [Theory]
    [InlineData("12,34")]
    [InlineData("1,2045")]
    [InlineData("1,204,5")]
    [InlineData("12 34")]
    [InlineData("€")]
    [InlineData("%")]
    [InlineData("4 to 5")]
    public void Groups_that_are_not_in_threes_are_no_number(string text) =>
        Assert.False(NumberReading.Point.TryRead(text, out _, out _, out _));

    [Theory]
    [InlineData("2026-03-09", DateOrder.Iso, "2026-03-09T00:00:00")]
    [InlineData("2026-03-09T14:30", DateOrder.Iso, "2026-03-09T14:30:00")]
    [InlineData("9.3.2026", DateOrder.DayMonthYear, "2026-03-09T00:00:00")]
    [InlineData("03/09/26", DateOrder.MonthDayYear, "2026-03-09T00:00:00")]
    [InlineData("2026/3/9", DateOrder.YearMonthDay, "2026-03-09T00:00:00")]
    public void Dates_are_read_in_their_order(string text, DateOrder order, string expected)
    {
        Assert.True(DateReading.TryRead(text, order, out DateTime date));
        Assert.Equal(expected, date.ToString("s"));
    }

    [Theory]
    [InlineData("2026-02-30")]
    [InlineData("2026-3-9")]
    [InlineData("31.4.2026")]
    [InlineData("2026-03-09T25:00")]
    public void What_is_no_date_is_not_read_as_one(string text) => Assert.False(DateReading.TryRead(text, DateOrder.DayMonthYear, out _));
}
