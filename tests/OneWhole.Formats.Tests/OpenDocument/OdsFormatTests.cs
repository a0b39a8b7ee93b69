using OneWhole.Core.Tables;
using OneWhole.Formats.Reading;
using static OneWhole.Formats.Tests.Reading.MadeFiles;

namespace OneWhole.Formats.Tests.OpenDocument;

/// <summary>OpenDocument sheets, as their standard allows them to be written.</summary>
public sealed class OdsFormatTests : ReadsFiles
{
    [Fact]
    public void An_ods_that_repeats_rows_and_cells_to_the_edge_is_small()
    {
        byte[] file = Ods(
            OdsRow(
                "",
                "<table:table-cell office:value-type=\"string\"><text:p>a<text:s text:c=\"2\"/>b</text:p></table:table-cell>",
                "<table:table-cell office:value-type=\"string\"><office:annotation><text:p>a note</text:p></office:annotation>"
                    + "<text:p>v</text:p></table:table-cell>",
                "<table:table-cell table:number-columns-repeated=\"16382\"/>"
            )
                + OdsRow("table:number-rows-repeated=\"3\"", "x", "<table:table-cell office:value-type=\"float\" office:value=\"2\"/>")
                + OdsRow("table:number-rows-repeated=\"1048572\"", "<table:table-cell table:number-columns-repeated=\"16384\"/>")
        );
        Table table = Bytes(file, "t.ods").Table;
        Assert.Equal("a  b|v", Heads(table));
        Assert.Equal("x|2 / x|2 / x|2", Cells(table));
    }

    [Fact]
    public void Entities_in_a_sheets_xml_are_refused()
    {
        byte[] file = Ods("", before: "<!DOCTYPE x [<!ENTITY a \"aaaa\"><!ENTITY b \"&a;&a;&a;\">]>");
        Assert.Equal("damaged-file", Assert.Throws<ReadException>(() => Bytes(file, "t.ods")).Code);
    }

    [Theory]
    [InlineData("office:value-type=\"float\" office:value=\"12.5\"", "12,50", "12.5")]
    [InlineData("office:value-type=\"percentage\" office:value=\"0.215\"", "21.5 %", "21.5%")]
    [InlineData("office:value-type=\"currency\" office:currency=\"EUR\" office:value=\"3.4\"", "3,40 €", "3.4")]
    [InlineData("office:value-type=\"date\" office:date-value=\"2026-03-09\"", "9.3.26", "2026-03-09")]
    [InlineData("office:value-type=\"date\" office:date-value=\"2026-03-09T10:30:00\"", "9.3.26", "2026-03-09 10:30")]
    [InlineData("office:value-type=\"boolean\" office:boolean-value=\"true\"", "WAHR", "true")]
    [InlineData("office:value-type=\"time\" office:time-value=\"PT01H30M00S\"", "1:30", "01:30:00")]
    [InlineData("office:value-type=\"time\" office:time-value=\"PT42H00M05S\"", "42:00", "42:00:05")]
    [InlineData("office:value-type=\"time\" office:time-value=\"soon\"", "42:00", "soon")]
    [InlineData("office:value-type=\"string\"", "12,50", "12,50")]
    public void A_cell_is_the_value_that_it_has_and_not_the_way_it_is_shown(string attributes, string shown, string expected)
    {
        byte[] file = Ods(
            OdsRow("", "a", "v") + OdsRow("", "x", $"<table:table-cell {attributes}><text:p>{shown}</text:p></table:table-cell>")
        );
        Assert.Equal($"x|{expected}", Cells(Bytes(file, "t.ods").Table));
    }

    [Theory]
    [InlineData("office:value-type=\"currency\" office:currency=\"EUR\" office:value=\"3.4\"", "3,40 €", "€")]
    [InlineData("office:value-type=\"currency\" office:currency=\"NOK\" office:value=\"3.4\"", "3,40", "NOK")]
    [InlineData("office:value-type=\"float\" office:value=\"3.4\"", "3,4 t", "t")]
    [InlineData("office:value-type=\"float\" office:value=\"3.4\"", "3,4", null)]
    public void The_unit_that_numbers_are_shown_with_is_the_columns(string attributes, string shown, string? unit)
    {
        string cell = $"<table:table-cell {attributes}><text:p>{shown}</text:p></table:table-cell>";
        byte[] file = Ods(OdsRow("", "a", "v") + OdsRow("", "x", cell) + OdsRow("", "y", cell));
        Column column = Bytes(file, "t.ods").Table.Columns[1];
        Assert.Equal((ColumnType.Quantity, unit), (column.Info.Type, column.Info.Unit));
    }

    [Fact]
    public void A_cell_of_several_paragraphs_has_several_lines_and_a_covered_one_is_blank()
    {
        byte[] file = Ods(
            OdsRow("", "a", "b", "c")
                + OdsRow(
                    "",
                    "<table:table-cell office:value-type=\"string\"><text:p>one</text:p><text:p>two <text:span>three</text:span></text:p>"
                        + "</table:table-cell>",
                    "<table:covered-table-cell/>",
                    "x"
                )
        );
        Assert.Equal("one\ntwo three||x", Cells(Bytes(file, "t.ods").Table));
    }

    [Theory]
    [InlineData("table:visibility=\"collapse\"", "Row 3 is hidden in the sheet: it is counted like the others.")]
    [InlineData("table:visibility=\"filter\"", "Row 3 is hidden in the sheet: it is counted like the others.")]
    [InlineData("table:visibility=\"filter\" table:number-rows-repeated=\"3\"", "3 rows are hidden in the sheet, the first in row 3: ")]
    [InlineData("table:visibility=\"visible\"", null)]
    public void Rows_that_are_hidden_are_counted_and_it_is_said(string attributes, string? says)
    {
        byte[] file = Ods(OdsRow("", "a", "b") + OdsRow("", "x", "y") + OdsRow(attributes, "z", "w"));
        ReadNote? note = Bytes(file, "t.ods").Notes.SingleOrDefault(note => note.Code == "hidden-rows");
        Assert.Equal(says is not null, note?.Text.StartsWith(says!, StringComparison.Ordinal) ?? false);
    }
}
