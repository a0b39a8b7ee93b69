using OneWhole.Core.Tables;
using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Tests.Workbooks;

/// <summary>The older binary workbooks: the same table as the newer kind, whatever the file is called.</summary>
public sealed class OldWorkbookFormatTests : ReadsFiles
{
    [Theory]
    [InlineData("Fares")]
    [InlineData("Residents")]
    public void It_is_the_table_that_the_newer_kind_has(string sheet)
    {
        var settings = new ReadSettings { Section = sheet };
        Table old = TableFile.Read(Fixture("ferries.xls"), settings).Table,
            newer = TableFile.Read(Fixture("ferries.xlsx"), settings).Table;
        Assert.Equal((Heads(newer), Cells(newer)), (Heads(old), Cells(old)));
        Assert.Equal(newer.Columns.Select(column => column.Info.Type), old.Columns.Select(column => column.Info.Type));
    }

    [Theory]
    [InlineData("ferries")]
    [InlineData("ferries.csv")]
    [InlineData("ferries.xlsx")]
    public void It_is_known_by_its_first_bytes_and_not_by_its_name(string name) =>
        Assert.Equal("Route|Day|Tickets|Fare|Load", Heads(Bytes(File.ReadAllBytes(Fixture("ferries.xls")), name).Table));
}
