using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Tests.Reading;

public sealed class CellPlaceTests
{
    [Theory]
    [InlineData(0, 0, "A1")]
    [InlineData(2, 25, "Z3")]
    [InlineData(11, 27, "AB12")]
    [InlineData(0, 701, "ZZ1")]
    [InlineData(0, 702, "AAA1")]
    [InlineData(1_048_575, 16_383, "XFD1048576")]
    public void A_cell_is_named_by_letters_and_a_number(int row, int column, string place)
    {
        Assert.Equal(place, CellPlace.Of(row, column));
        Assert.Equal(column, CellPlace.Column(place));
        Assert.Equal(column, CellPlace.Column(CellPlace.Letters(column).ToLowerInvariant()));
    }

    [Fact]
    public void What_begins_with_no_letter_names_no_column() => Assert.Equal(-1, CellPlace.Column("12"));
}
