using System.Text;
using OneWhole.Core.Tables;
using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Tests.Handing;

/// <summary>Workings as an OpenDocument sheet.</summary>
public sealed class OdsWorkingsTests : HandsOver
{
    [Fact]
    public void An_OpenDocument_spreadsheet_has_the_workings_as_numbers_and_says_what_it_is_first()
    {
        byte[] bytes = Write("workings.ods", Study());
        // The name and the content of the first entry stand at fixed places (ISO/IEC 26300, part 3).
        Assert.Equal("mimetypeapplication/vnd.oasis.opendocument.spreadsheet", Encoding.ASCII.GetString(bytes, 30, 54));
        using var stream = new MemoryStream(bytes);
        Table table = TableFile.Read(stream, "workings.ods", ReadSettings.Found).Table;
        Assert.Equal(["Fog on the Sound", "<script>alert(1)</script> & | *x*", "=1+1", "Ærvåg"], table.Columns[0].Labels.Labels.Take(4));
    }
}
