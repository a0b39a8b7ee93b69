using System.Text;
using OneWhole.Core.Tables;
using OneWhole.Formats.Handing;
using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Tests.Handing;

/// <summary>A table as CSV: read again it has the same cells, whatever they hold.</summary>
public sealed class TableCsvTests : ReadsFiles
{
    private static string Written(Table table)
    {
        using var stream = new MemoryStream();
        TableCsv.Write(table, stream, Progress.None);
        return Encoding.UTF8.GetString(stream.ToArray());
    }

    [Theory]
    [InlineData("Cause,Minutes\r\nFog,12\r\nEngine,0.50\r\n")]
    [InlineData("Cause,Minutes\r\n\"a, b\",12\r\n\"say \"\"hi\"\"\",1\r\n")]
    [InlineData("Cause,Minutes\r\n\"two\nlines\",12\r\n=1+1,4\r\n")]
    [InlineData("Cause,Day\r\nFog,2026-03-09\r\n,\r\n")]
    public void What_is_written_so_is_written_so_again(string text) => Assert.Equal(text, Written(Text(text, "t.csv").Table));

    [Fact]
    public void A_blank_in_a_single_column_is_still_a_row()
    {
        string written = Written(Text("Cause\r\nFog\r\n\"\"\r\nIce\r\n", "t.csv").Table);
        Assert.Equal("Cause\r\nFog\r\n\"\"\r\nIce\r\n", written);
        Assert.Equal(3, Text(written, "t.csv").Table.RowCount);
    }

    /// <summary>Random cells of what is hard in a file of text come back as they were.</summary>
    [Fact]
    public void Nothing_is_lost_on_the_way()
    {
        var random = new Random(4);
        string[] pieces = [",", "\"", "\n", "\r\n", " ", "a", "é", "=", "'", ";", "\t", "0"];
        for (int run = 0; run < 200; run++)
        {
            string[][] cells =
            [
                .. Enumerable
                    .Range(0, 3)
                    .Select(_ =>
                        (string[])
                            [
                                "x"
                                    + string.Concat(Enumerable.Range(0, random.Next(6)).Select(_ => pieces[random.Next(pieces.Length)]))
                                    + "x",
                                "n",
                            ]
                    ),
            ];
            var one = new ColumnBuilder(NumberReading.Point, false);
            var other = new ColumnBuilder(NumberReading.Point, false);
            foreach (string[] row in cells)
            {
                one.Add(row[0]);
                other.Add(row[1]);
            }
            string written = Written(new Table("t", [one.Build("Cause"), other.Build("Other")]));
            Table read = Text(written, "t.csv", new ReadSettings { Separator = ",", HeaderRow = 1 }).Table;
            Assert.Equal(cells.Select(row => row[0]), Enumerable.Range(0, 3).Select(row => read.Columns[0].Cells.TextAt(row)));
        }
    }
}
