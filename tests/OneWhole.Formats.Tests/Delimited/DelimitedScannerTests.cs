using CsCheck;
using OneWhole.Formats.Delimited;
using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Tests.Delimited;

/// <summary>RFC 4180, character by character.</summary>
public sealed class DelimitedScannerTests
{
    private static List<string[]> Scan(TextReader text, char separator = ',')
    {
        var scanner = new DelimitedScanner(text, separator);
        var rows = new List<string[]>();
        while (scanner.Next())
        {
            rows.Add([.. Enumerable.Range(0, scanner.Count).Select(cell => scanner[cell].ToString())]);
        }
        return rows;
    }

    private static string Shown(string text) => string.Join(" / ", Scan(new StringReader(text)).Select(row => string.Join("|", row)));

    [Theory]
    [InlineData("", "")]
    [InlineData("a", "a")]
    [InlineData("a,", "a|")]
    [InlineData(",", "|")]
    [InlineData("a,b\n", "a|b")]
    [InlineData("a\r\nb\rc\nd", "a / b / c / d")]
    [InlineData("a\n\nb", "a /  / b")]
    [InlineData("\"a,b\",c", "a,b|c")]
    [InlineData("\"say \"\"hi\"\"\"", "say \"hi\"")]
    [InlineData("\"\",x", "|x")]
    [InlineData("\"two\r\nlines\",x", "two\r\nlines|x")]
    [InlineData("5\" pipe,2\nz,3", "5\" pipe|2 / z|3")]
    [InlineData("a \"quoted\" word,2", "a \"quoted\" word|2")]
    [InlineData("\"closed\" and more,2", "closed and more|2")]
    [InlineData(" \"not first\",2", " \"not first\"|2")]
    [InlineData("\"\"\"\"", "\"")]
    [InlineData("x\r", "x")]
    public void Cells_are_told_apart(string text, string cells) => Assert.Equal(cells, Shown(text));

    [Theory]
    [InlineData("\"", 1)]
    [InlineData("a,b\n1,\"x\n2,y", 1)]
    [InlineData("h\n1\n2\n\"open", 3)]
    public void A_quote_that_is_never_closed_is_named_by_its_row(string text, int row)
    {
        ReadException fault = Assert.Throws<ReadException>(() => Shown(text));
        Assert.Equal("open-quote", fault.Code);
        Assert.Contains($"row {row} ", fault.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void An_empty_line_is_none_but_a_pair_of_quotes_is_a_cell()
    {
        var scanner = new DelimitedScanner(new StringReader("\n\"\"\n  \n"), ',');
        var empty = new List<bool>();
        while (scanner.Next())
        {
            empty.Add(scanner.IsEmptyLine);
        }
        Assert.Equal([true, false, true], empty);
    }

    /// <summary>Gives out a few characters at a time, so that every cell crosses a buffer's end somewhere.</summary>
    private sealed class Dribble(string text, int most) : TextReader
    {
        private int _at;

        public override int Read(char[] buffer, int index, int count)
        {
            int given = Math.Min(Math.Min(most, count), text.Length - _at);
            text.CopyTo(_at, buffer, index, given);
            _at += given;
            return given;
        }
    }

    private static readonly Gen<string> Cell = Gen.Int[0, 9]
        .Array[0, 6]
        .Select(at => string.Concat(at.Select(i => new[] { "a", "\"", ",", "\r", "\n", " ", "é", "1", "\r\n", ";" }[i])));

    [Fact]
    public void Any_cells_come_back_as_they_were_written() =>
        Gen.Select(Cell.Array[1, 5].Array[1, 8], Gen.Int[1, 5])
            .Sample(
                (rows, most) =>
                {
                    string text = string.Concat(
                        rows.Select(row =>
                            string.Join(',', row.Select(cell => $"\"{cell.Replace("\"", "\"\"", StringComparison.Ordinal)}\"")) + "\r\n"
                        )
                    );
                    List<string[]> back = Scan(new Dribble(text, most));
                    Assert.Equal(rows.Length, back.Count);
                    for (int row = 0; row < rows.Length; row++)
                    {
                        Assert.Equal(rows[row], back[row]);
                    }
                },
                iter: 1000
            );

    [Fact]
    public void A_cell_longer_than_the_buffer_is_kept_whole()
    {
        string longText = new('x', 300_000);
        List<string[]> rows = Scan(new StringReader($"a,{longText},b\nc,\"{longText}\"\"{longText}\",d\n"));
        Assert.Equal(300_000, rows[0][1].Length);
        Assert.Equal(600_001, rows[1][1].Length);
        Assert.Equal(["d"], rows[1][2..]);
    }
}
