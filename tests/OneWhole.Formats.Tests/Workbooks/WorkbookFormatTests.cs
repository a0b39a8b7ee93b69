using OneWhole.Core.Tables;
using OneWhole.Formats.Reading;
using static OneWhole.Formats.Tests.Reading.MadeFiles;

namespace OneWhole.Formats.Tests.Workbooks;

/// <summary>Workbooks, cell by cell: what a sheet's file says of a cell is what the table has.</summary>
public sealed class WorkbookFormatTests : ReadsFiles
{
    private static Table Read(params string[] rows) => Bytes(Xlsx(string.Concat(rows)), "t.xlsx").Table;

    [Fact]
    public void Cells_of_every_kind_are_read()
    {
        Table table = Read(
            XlsxRow(1, "text", "number", "truth", "worked out", "spelled"),
            XlsxRow(
                2,
                "Hallin",
                "<c r=\"{r}\"><v>0.1</v></c>",
                "<c r=\"{r}\" t=\"b\"><v>1</v></c>",
                "<c r=\"{r}\"><f>1+1</f><v>2</v></c>",
                "<c r=\"{r}\" t=\"str\"><f>\"a\"</f><v>so</v></c>"
            ),
            XlsxRow(
                3,
                "<c r=\"{r}\" t=\"inlineStr\"><is><r><t>Tarn </t></r><r><t>Holm</t></r></is></c>",
                "<c r=\"{r}\"><v>1E+20</v></c>",
                "<c r=\"{r}\" t=\"b\"><v>0</v></c>",
                "<c r=\"{r}\"><f>A1</f><v>-3.5</v></c>",
                "<c r=\"{r}\" t=\"str\"><f>A1</f><v>not so</v></c>"
            )
        );
        Assert.Equal("text|number|truth|worked out|spelled", Heads(table));
        Assert.Equal(
            "Hallin|0.1|true|2|so / Tarn Holm|1E+20|false|-3.5|not so",
            Cells(table).Replace("True", "true").Replace("False", "false")
        );
    }

    /// <summary>The shortest decimals: 0.1 + 0.2 as a double is written with the digits that it has, and no more.</summary>
    [Fact]
    public void A_number_is_the_double_that_the_file_has()
    {
        Table table = Read(
            XlsxRow(1, "a", "v"),
            XlsxRow(2, "x", "<c r=\"{r}\"><v>0.30000000000000004</v></c>"),
            XlsxRow(3, "y", "<c r=\"{r}\"><v>1234567.89</v></c>")
        );
        Assert.Equal("x|0.30000000000000004 / y|1234567.89", Cells(table));
    }

    [Fact]
    public void Cells_that_are_not_written_are_blank_and_stay_in_their_columns()
    {
        Table table = Read(
            XlsxRow(1, "a", "b", "c"),
            "<row r=\"2\"><c r=\"A2\"><v>1</v></c><c r=\"C2\"><v>3</v></c></row>",
            "<row r=\"4\"><c r=\"B4\"><v>5</v></c><c r=\"C4\"><v>6</v></c></row>"
        );
        Assert.Equal("1||3 / |5|6", Cells(table));
    }

    /// <summary>Rows and cells may leave out their places: they follow one another (ECMA-376, part 1, 18.3.1.4 and 18.3.1.73).</summary>
    [Fact]
    public void Cells_without_a_place_follow_one_another()
    {
        Table table = Read(
            "<row><c t=\"inlineStr\"><is><t>a</t></is></c><c t=\"inlineStr\"><is><t>b</t></is></c></row>",
            "<row><c><v>1</v></c><c><v>2</v></c></row>"
        );
        Assert.Equal(("a|b", "1|2"), (Heads(table), Cells(table)));
    }

    [Fact]
    public void An_error_in_a_cell_is_no_number_and_is_kept_as_it_stands()
    {
        ReadResult result = Bytes(
            Xlsx(
                XlsxRow(1, "a", "v")
                    + string.Concat(Enumerable.Range(2, 20).Select(row => XlsxRow(row, $"p{row}", $"<c r=\"{{r}}\"><v>{row}</v></c>")))
                    + XlsxRow(22, "p22", "<c r=\"{r}\" t=\"e\"><f>1/0</f><v>#DIV/0!</v></c>")
            ),
            "t.xlsx"
        );
        Column column = result.Table.Columns[1];
        Assert.Equal((ColumnType.Quantity, "#DIV/0!"), (column.Info.Type, column.Cells.TextAt(20)));
        Assert.Null(column.Numbers.At(20));
    }

    [Fact]
    public void A_formula_without_a_value_is_told_with_its_place()
    {
        ReadResult result = Bytes(
            Xlsx(XlsxRow(1, "a", "v") + XlsxRow(2, "x", "<c r=\"{r}\"><v>1</v></c>") + XlsxRow(3, "y", "<c r=\"{r}\"><f>SUM(B2)</f></c>")),
            "t.xlsx"
        );
        ReadNote note = Assert.Single(result.Notes, note => note.Code == "no-value");
        Assert.StartsWith("1 formula has no value in the file, in B3", note.Text, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("A1:B2", "a|b", "1|2")]
    [InlineData("$B$1:c3", "b|c", "2|3 / 5|6")]
    [InlineData("B1:C", "b|c", "2|3 / 5|6 / 8|9")]
    [InlineData("A2:C4", "1|2|3", "4|5|6 / 7|8|9")]
    public void A_range_is_read_and_nothing_beside_it(string range, string heads, string cells)
    {
        string Row(int row, params int[] numbers) => XlsxRow(row, [.. numbers.Select(number => $"<c r=\"{{r}}\"><v>{number}</v></c>")]);
        byte[] file = Xlsx(XlsxRow(1, "a", "b", "c") + Row(2, 1, 2, 3) + Row(3, 4, 5, 6) + Row(4, 7, 8, 9));
        Table table = Bytes(file, "t.xlsx", new ReadSettings { Range = range, HeaderRow = 1 }).Table;
        Assert.Equal((heads, cells), (Heads(table), Cells(table)));
    }

    [Theory]
    [InlineData("A1")]
    [InlineData("A0:B2")]
    [InlineData("B2:A3")]
    [InlineData("A3:B2")]
    [InlineData("ABCD1:B2")]
    [InlineData("")]
    public void A_range_that_is_none_is_refused(string range) =>
        Assert.Equal(
            "wrong-range",
            Assert.Throws<ReadException>(() => Bytes(Xlsx(XlsxRow(1, "a")), "t.xlsx", new ReadSettings { Range = range })).Code
        );

    /// <summary>What a sheet says of its size costs nothing; what stands at its far end is read.</summary>
    [Fact]
    public void A_sheet_that_says_it_is_as_large_as_can_be_is_read_by_what_stands_in_it()
    {
        Table table = Bytes(
            Xlsx(
                XlsxRow(1, "a", "b")
                    + XlsxRow(2, "x", "<c r=\"{r}\"><v>1</v></c>")
                    + "<row r=\"3\"><c r=\"A3\" t=\"inlineStr\"><is><t>y</t></is></c><c r=\"B3\"><v>2</v></c></row>",
                "A1:XFD1048576"
            ),
            "t.xlsx"
        ).Table;
        Assert.Equal(("a|b", "x|1 / y|2"), (Heads(table), Cells(table)));
    }

    /// <summary>A day, a time of day and a time that passed are all numbers of days: what they are shown as says which.</summary>
    [Theory]
    [InlineData("dd/mm/yyyy", "46000", "2025-12-09")]
    [InlineData("dd/mm/yyyy hh:mm", "46000.4375", "2025-12-09 10:30")]
    [InlineData("h:mm", "0.4375", "10:30:00")]
    [InlineData("h:mm", "0", "00:00:00")]
    [InlineData("[h]:mm", "1.75", "42:00:00")]
    [InlineData("[h]:mm", "0.125", "03:00:00")]
    [InlineData("0.0%", "0.215", "21.5%")]
    [InlineData("0.00", "0.215", "0.215")]
    public void A_cell_is_what_it_is_shown_as(string format, string value, string expected)
    {
        byte[] file = Xlsx(XlsxRow(1, "a", "v") + XlsxRow(2, "x", $"<c r=\"{{r}}\" s=\"1\"><v>{value}</v></c>"), formats: format);
        Assert.Equal($"x|{expected}", Cells(Bytes(file, "t.xlsx").Table));
    }

    [Fact]
    public void Rows_that_are_hidden_are_counted_and_it_is_said()
    {
        string Row(int row, string more) => $"<row r=\"{row}\"{more}><c r=\"A{row}\"><v>{row}</v></c><c r=\"B{row}\"><v>7</v></c></row>";
        string all = XlsxRow(1, "a", "v") + Row(2, "") + Row(3, " hidden=\"1\"") + Row(4, "") + Row(5, " hidden=\"true\"");
        ReadResult result = Bytes(Xlsx(all + "<row r=\"6\" hidden=\"1\"/>"), "t.xlsx");
        Assert.Equal(4, result.Table.RowCount);
        Assert.Equal(
            "2 rows are hidden in the sheet, the first in row 3: they are counted like the others. Show the sheet's rows, or delete those "
                + "that are not meant, and bring it in again.",
            Assert.Single(result.Notes, note => note.Code == "hidden-rows").Text
        );
        Assert.DoesNotContain(Bytes(Xlsx(XlsxRow(1, "a", "v") + Row(2, "")), "t.xlsx").Notes, note => note.Code == "hidden-rows");
    }

    /// <summary>A column may be hidden, or have a style, without a width (ECMA-376, part 1, 18.3.1.13).</summary>
    [Fact]
    public void A_column_without_a_width_is_no_damage()
    {
        byte[] file = Xlsx(
            XlsxRow(1, "a", "v") + XlsxRow(2, "x", "<c r=\"{r}\"><v>1</v></c>"),
            columns: "<cols><col min=\"2\" max=\"2\" hidden=\"1\"/></cols>"
        );
        Assert.Equal("x|1", Cells(Bytes(file, "t.xlsx").Table));
        using var stream = new MemoryStream(file);
        Assert.Equal(["S"], TableFile.SectionsOf(stream, "t.xlsx"));
    }
}
