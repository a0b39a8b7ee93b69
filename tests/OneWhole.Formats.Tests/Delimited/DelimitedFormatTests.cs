using System.Text;
using OneWhole.Core.Tables;
using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Tests.Delimited;

/// <summary>Delimited text: separators, encodings and marks that are found, and what is asked.</summary>
public sealed class DelimitedFormatTests : ReadsFiles
{
    static DelimitedFormatTests() => Encoding.RegisterProvider(CodePagesEncodingProvider.Instance);

    private static ReadResult Read(string text, Encoding? encoding = null, ReadSettings? settings = null, bool mark = false)
    {
        encoding ??= new UTF8Encoding(false);
        byte[] bytes = [.. mark ? encoding.GetPreamble() : [], .. encoding.GetBytes(text)];
        return Bytes(bytes, "t.csv", settings);
    }

    [Fact]
    public void The_cases_of_rfc_4180()
    {
        Table table = Read("a,b,c\r\n\"x, y\",\"say \"\"hi\"\"\",\"two\r\nlines\"\r\n,,\r\n\"\",2,3").Table;
        Assert.Equal(["a", "b", "c"], table.Columns.Select(column => column.Name));
        Assert.Equal("x, y|say \"hi\"|two\r\nlines / || / |2|3", Cells(table));
    }

    [Theory]
    [InlineData("a;b\n1;x\n2;y", "1|x / 2|y")]
    [InlineData("a\tb\n1\tx\n2\ty\n", "1|x / 2|y")]
    [InlineData("a|b\n1|x\n", "1|x")]
    [InlineData("a\n1\n\n2\n", "1 / 2")]
    [InlineData("a,b\r1,x\r2,y", "1|x / 2|y")]
    [InlineData("name;sum\n\"a,b,c\";1\n\"d,e,f\";2\n", "a,b,c|1 / d,e,f|2")]
    public void Separators_and_line_ends_are_found(string text, string cells) => Assert.Equal(cells, Cells(Read(text).Table));

    [Theory]
    [InlineData("utf-8", true)]
    [InlineData("utf-8", false)]
    [InlineData("utf-16", true)]
    [InlineData("utf-16", false)]
    [InlineData("utf-16BE", true)]
    [InlineData("windows-1252", false)]
    public void Encodings_are_found(string name, bool mark)
    {
        Table table = Read("Ort,Zahl\nÅsgarth – über,1\nCafé €,2\n", Encoding.GetEncoding(name), mark: mark).Table;
        Assert.Equal("Ort", table.Columns[0].Name);
        Assert.Equal("Åsgarth – über|1 / Café €|2", Cells(table));
    }

    [Fact]
    public void Decimal_commas_are_found_and_thousands_marks_with_them()
    {
        Column column = Read("a;v\nx;1.204,50\ny;3,5\nz;12\n").Table.Columns[1];
        Assert.Equal(ColumnType.Quantity, column.Info.Type);
        Assert.Equal(2, column.Numbers.Scale);
        Assert.Equal([120450L, 350L, 1200L], column.Numbers.Units!);
    }

    [Fact]
    public void What_may_be_either_mark_is_noted_and_can_be_settled()
    {
        ReadResult result = Read("a,v\nx,\"1,204\"\ny,\"3,500\"\n");
        Assert.Contains(result.Notes, note => note.Code == "ambiguous-number" && note.Ask);
        Assert.Equal([1204L, 3500L], result.Table.Columns[1].Numbers.Units!);
        Column settled = Read("a,v\nx,\"1,204\"\ny,\"3,500\"\n", settings: new ReadSettings { DecimalMark = "," }).Table.Columns[1];
        Assert.Equal((3, 1204L), (settled.Numbers.Scale, settled.Numbers.Units![0]));
    }

    [Fact]
    public void Percent_signs_make_shares()
    {
        Column column = Read("a,v\nx,21%\ny,79 %\n").Table.Columns[1];
        Assert.True(column.Info.HoldsShares);
        Assert.Equal((2, 21L, 79L), (column.Numbers.Scale, column.Numbers.Units![0], column.Numbers.Units[1]));
        Assert.Equal("79 %", column.Cells.TextAt(1));
    }

    [Theory]
    [InlineData("31.01.2026", "05.02.2026", DateOrder.DayMonthYear, false)]
    [InlineData("01/31/2026", "02/05/2026", DateOrder.MonthDayYear, false)]
    [InlineData("01/02/2026", "03/04/2026", DateOrder.DayMonthYear, true)]
    [InlineData("2026-01-31", "2026-02-05T10:30", DateOrder.Iso, false)]
    public void Dates_are_found_and_the_order_is_asked_where_it_is_open(string first, string second, DateOrder order, bool asked)
    {
        ReadResult result = Read($"d,v\n{first},1\n{second},2\n");
        Assert.Equal((ColumnType.Date, order), (result.Table.Columns[0].Info.Type, result.Table.Columns[0].Info.Dates));
        Assert.Equal(asked, result.Notes.Any(note => note.Code == "ambiguous-date"));
    }

    [Fact]
    public void Empty_and_repeated_headings_get_names_of_their_own()
    {
        ReadResult result = Read("a,,a,a (2)\n1,2,3,4\n");
        Assert.Equal(["a", "Column 2", "a (3)", "a (2)"], result.Table.Columns.Select(column => column.Name));
        Assert.Equal(2, result.Notes.Count);
    }

    [Fact]
    public void Ragged_rows_are_reported_and_nothing_else_is_lost()
    {
        ReadResult result = Read("a,b\n1\n2,x,more\n3,y\n4,z,\n");
        Assert.Equal("1| / 2|x / 3|y / 4|z", Cells(result.Table));
        Assert.Equal(
            ["Row 1 has 1 of 2 cells; the others are taken as blank.", "Row 2 has 3 cells, 2 are expected; not read: more"],
            result.Notes.Select(note => note.Text)
        );
    }

    [Fact]
    public void A_quote_that_is_not_closed_ends_in_an_answer() =>
        Assert.Equal("open-quote", Assert.Throws<ReadException>(() => Read("a,b\n1,\"x\n2,y\n3,z\n")).Code);

    [Fact]
    public void A_quote_within_a_cell_is_a_character_and_no_row_is_lost()
    {
        Table table = Read("Part,Length\n5\" pipe,2\n3\" pipe,4\nrod,1\n").Table;
        Assert.Equal("5\" pipe|2 / 3\" pipe|4 / rod|1", Cells(table));
    }

    [Fact]
    public void What_is_asked_can_be_answered_and_says_how_its_example_reads()
    {
        ReadNote asked = Assert.Single(Read("When,v\n01/02/2026,1\n03/03/2026,2\n").Notes, note => note.Ask);
        Assert.Equal(
            (0, "Column \"When\": \"01/02/2026\" is read as 1 February 2026; day and month may also be the other way round."),
            (asked.Column, asked.Text)
        );
        Assert.Equal([("1 February 2026", true), ("2 January 2026", false)], asked.Answers.Select(answer => (answer.Text, answer.Chosen)));
        // Where both orders give the same day there is nothing to ask.
        Assert.DoesNotContain(Read("When,v\n03/03/2026,1\n04/04/2026,2\n").Notes, note => note.Ask);
        ReadNote number = Assert.Single(Read("a,v\nx,12\ny,\"1,204\"\n").Notes, note => note.Ask);
        Assert.Equal([("1204", false), ("1.204", true)], number.Answers.Select(answer => (answer.Text, answer.DecimalComma!.Value)));
    }

    [Theory]
    [InlineData("", "empty-file")]
    [InlineData("\0\0\0\0\0\0binary\0\0", "not-text")]
    public void What_is_no_table_is_refused(string text, string code) =>
        Assert.Equal(code, Assert.Throws<ReadException>(() => Read(text)).Code);

    [Fact]
    public void A_million_columns_are_refused() =>
        Assert.Equal(
            "too-many-columns",
            Assert.Throws<ReadException>(() => Read(string.Join(',', Enumerable.Repeat("a", 1_000_000)) + "\n1\n")).Code
        );

    [Fact]
    public void Headings_alone_are_a_table_without_rows() => Assert.Equal(0, Read("a,b\n").Table.RowCount);

    [Fact]
    public void Random_bytes_never_break_the_reader()
    {
        var random = new Random(3);
        const string alphabet = "a1,;\t\"\n\r \0é€%-.|'";
        for (int i = 0; i < 400; i++)
        {
            string text = string.Concat(Enumerable.Range(0, random.Next(1, 200)).Select(_ => alphabet[random.Next(alphabet.Length)]));
            try
            {
                ReadResult result = Read(text);
                Assert.True(result.Table.Columns.Count > 0);
            }
            catch (ReadException fault)
            {
                Assert.False(string.IsNullOrEmpty(fault.Message));
            }
        }
    }

    [Fact]
    public void A_stopped_reading_ends_at_once()
    {
        using var stop = new CancellationTokenSource();
        byte[] bytes = Encoding.UTF8.GetBytes("a,b\n" + string.Concat(Enumerable.Repeat("1,x\n", 100_000)));
        Assert.Throws<OperationCanceledException>(() =>
            TableFile.Read(new MemoryStream(bytes), "t.csv", ReadSettings.Found, _ => stop.Cancel(), stop.Token)
        );
    }

    [Fact]
    public void Notes_below_the_rows_are_told_from_them_and_a_row_that_only_looks_like_one_is_kept()
    {
        ReadResult result = TableFile.Read(
            new MemoryStream("Stop,Boardings\nHallin,812\nOskery,598\nSource: the harbour office\n"u8.ToArray()),
            "a.csv",
            ReadSettings.Found
        );
        Assert.Equal((2, "Source: the harbour office"), (result.Table.RowCount, Assert.Single(result.Below)));
        result = TableFile.Read(
            new MemoryStream("Stop,Boardings\nSource: quarry\nOskery,598\nHallin\n"u8.ToArray()),
            "a.csv",
            ReadSettings.Found
        );
        Assert.Equal((3, 0), (result.Table.RowCount, result.Below.Count));
    }
}
