using System.IO.Compression;
using System.Security;
using System.Text;

namespace OneWhole.App.Tests;

/// <summary>A workbook of one sheet, as small as can be: numbers are cells with numbers, all else is text, an empty cell is none.</summary>
internal static class SmallWorkbook
{
    private const string Main = "http://schemas.openxmlformats.org/spreadsheetml/2006/main";
    private const string Package = "http://schemas.openxmlformats.org/package/2006";
    private const string Office = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";
    private const string Types = "application/vnd.openxmlformats-officedocument.spreadsheetml";

    /// <param name="rows">Rows on lines, cells with | between.</param>
    public static byte[] Of(string rows)
    {
        using var stream = new MemoryStream();
        using (var archive = new ZipArchive(stream, ZipArchiveMode.Create, leaveOpen: true))
        {
            void Part(string name, string xml)
            {
                using Stream part = archive.CreateEntry(name).Open();
                part.Write(Encoding.UTF8.GetBytes($"""<?xml version="1.0" encoding="UTF-8"?>{xml}"""));
            }
            Part(
                "[Content_Types].xml",
                $"""
                <Types xmlns="{Package}/content-types"><Default Extension="rels"
                ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml"
                ContentType="application/xml"/>
                <Override PartName="/xl/workbook.xml" ContentType="{Types}.sheet.main+xml"/><Override
                PartName="/xl/worksheets/sheet1.xml" ContentType="{Types}.worksheet+xml"/></Types>
                """
            );
            Part(
                "_rels/.rels",
                $"""<Relationships xmlns="{Package}/relationships"><Relationship Id="r1" Type="{Office}/officeDocument" """
                    + $"""Target="xl/workbook.xml"/></Relationships>"""
            );
            Part(
                "xl/workbook.xml",
                $"""<workbook xmlns="{Main}" xmlns:r="{Office}"><sheets><sheet name="Sheet" sheetId="1" r:id="r1"/></sheets></workbook>"""
            );
            Part(
                "xl/_rels/workbook.xml.rels",
                $"""<Relationships xmlns="{Package}/relationships"><Relationship Id="r1" Type="{Office}/worksheet" """
                    + $"""Target="worksheets/sheet1.xml"/></Relationships>"""
            );
            Part(
                "xl/worksheets/sheet1.xml",
                $"""<worksheet xmlns="{Main}"><sheetData>{string.Concat(rows.Split('\n').Select(Row))}</sheetData></worksheet>"""
            );
        }
        return stream.ToArray();
    }

    private static string Row(string line, int row) =>
        $"""<row r="{row + 1}">"""
        + string.Concat(line.Split('|').Select((cell, column) => Cell(cell, $"{(char)('A' + column)}{row + 1}")))
        + "</row>";

    private static string Cell(string cell, string place) =>
        cell.Length == 0 ? ""
        : double.TryParse(cell, System.Globalization.CultureInfo.InvariantCulture, out _) ? $"""<c r="{place}"><v>{cell}</v></c>"""
        : $"""<c r="{place}" t="inlineStr"><is><t>{SecurityElement.Escape(cell)}</t></is></c>""";
}
