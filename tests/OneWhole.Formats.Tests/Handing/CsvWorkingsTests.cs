using System.Text;
using OneWhole.Formats.Handing;

namespace OneWhole.Formats.Tests.Handing;

/// <summary>Workings as CSV (RFC 4180).</summary>
public sealed class CsvWorkingsTests : HandsOver
{
    [Fact]
    public void Workings_as_csv_follow_rfc_4180()
    {
        string csv = Encoding.UTF8.GetString(WorkingsCsv.ToBytes(Pictures.Delays.Workings("a, b", "say \"hi\"", "=1+1")));
        string[] lines = csv.Split("\r\n");
        Assert.Equal("part,value,rank,share,shownShare,running,runningShare,position,class", lines[0]);
        Assert.StartsWith("\"a, b\",100.5,1,", lines[1], StringComparison.Ordinal);
        Assert.StartsWith("\"say \"\"hi\"\"\",93.5,2,", lines[2], StringComparison.Ordinal);
        Assert.StartsWith("=1+1,86.5,3,", lines[3], StringComparison.Ordinal);
        Assert.Equal("", lines[4]);
        Assert.False(csv.StartsWith('\uFEFF'));
    }
}
