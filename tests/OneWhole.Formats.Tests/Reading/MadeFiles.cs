using System.IO.Compression;
using System.Text;
using Microsoft.Data.Sqlite;

namespace OneWhole.Formats.Tests.Reading;

/// <summary>Files that tests make cell by cell, as their standards allow it and as nobody's program writes them.</summary>
internal static class MadeFiles
{
    public static byte[] Utf8(string text) => Encoding.UTF8.GetBytes(text);

    public static byte[] Zip(params (string Name, string Content)[] entries)
    {
        using var bytes = new MemoryStream();
        using (var zip = new ZipArchive(bytes, ZipArchiveMode.Create, leaveOpen: true))
        {
            foreach ((string name, string content) in entries)
            {
                using Stream entry = zip.CreateEntry(
                        name,
                        name == "mimetype" ? CompressionLevel.NoCompression : CompressionLevel.SmallestSize
                    )
                    .Open();
                entry.Write(Utf8(content));
            }
        }
        return bytes.ToArray();
    }

    public static byte[] Ods(string rows, string before = "", string? manifest = null) =>
        Zip([
            ("mimetype", "application/vnd.oasis.opendocument.spreadsheet"),
            ("META-INF/manifest.xml", manifest ?? "<manifest/>"),
            (
                "content.xml",
                $"""<?xml version="1.0"?>{before}<office:document-content """
                    + $"""xmlns:office="urn:oasis:names:tc:opendocument:xmlns:office:1.0" """
                    + $"""xmlns:table="urn:oasis:names:tc:opendocument:xmlns:table:1.0" """
                    + $"""xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0"><office:body><office:spreadsheet>"""
                    + $"""<table:table table:name="S">{rows}</table:table></office:spreadsheet></office:body></office:document-content>"""
            ),
        ]);

    public static string OdsRow(string attributes, params string[] cells) =>
        $"<table:table-row {attributes}>{string.Concat(cells.Select(OdsCell))}</table:table-row>";

    public static string OdsCell(string cell) =>
        cell.StartsWith('<') ? cell : $"<table:table-cell office:value-type=\"string\"><text:p>{cell}</text:p></table:table-cell>";

    /// <param name="rows">Elements of the sheet.</param>
    /// <param name="dimension">How large the sheet says that it is.</param>
    /// <param name="columns">What it says of its columns.</param>
    /// <param name="formats">Number formats: the first is that of cells with s="1".</param>
    public static byte[] Xlsx(string rows, string dimension = "A1", string columns = "", params string[] formats) =>
        Zip([
            (
                "[Content_Types].xml",
                """<?xml version="1.0"?><Types """
                    + """xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" """
                    + """ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default """
                    + """Extension="xml" ContentType="application/xml"/><Override PartName="/xl/workbook.xml" """
                    + """ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml"/><Override """
                    + """PartName="/xl/worksheets/sheet1.xml" """
                    + """ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.worksheet+xml"/>"""
                    + "</Types>"
            ),
            (
                "_rels/.rels",
                """<?xml version="1.0"?><Relationships """
                    + """xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="rId1" """
                    + """Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" """
                    + """Target="xl/workbook.xml"/></Relationships>"""
            ),
            (
                "xl/workbook.xml",
                """<?xml version="1.0"?><workbook xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main" """
                    + """xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships"><sheets><sheet """
                    + """name="S" sheetId="1" r:id="rId1"/></sheets></workbook>"""
            ),
            (
                "xl/_rels/workbook.xml.rels",
                """<?xml version="1.0"?><Relationships """
                    + """xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="rId1" """
                    + """Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/worksheet" """
                    + """Target="worksheets/sheet1.xml"/><Relationship Id="rId2" """
                    + """Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/styles" Target="styles.xml"/>"""
                    + "</Relationships>"
            ),
            (
                "xl/styles.xml",
                """<?xml version="1.0"?><styleSheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><numFmts>"""
                    + string.Concat(formats.Select((format, at) => $"<numFmt numFmtId=\"{200 + at}\" formatCode=\"{format}\"/>"))
                    + "</numFmts><fonts><font/></fonts><fills><fill/></fills><borders><border/></borders><cellStyleXfs><xf/></cellStyleXfs>"
                    + "<cellXfs><xf numFmtId=\"0\"/>"
                    + string.Concat(formats.Select((_, at) => $"<xf numFmtId=\"{200 + at}\" applyNumberFormat=\"1\"/>"))
                    + "</cellXfs></styleSheet>"
            ),
            (
                "xl/worksheets/sheet1.xml",
                $"""<?xml version="1.0"?><worksheet """
                    + $"""xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><dimension """
                    + $"""ref="{dimension}"/>{columns}<sheetData>{rows}</sheetData></worksheet>"""
            ),
        ]);

    public static string XlsxRow(int row, params string[] cells) =>
        $"<row r=\"{row}\">{string.Concat(cells.Select((cell, at) => XlsxCell(cell, $"{(char)('A' + at)}{row}")))}</row>";

    public static string XlsxCell(string cell, string place) =>
        cell.StartsWith('<') ? cell.Replace("{r}", place) : $"<c r=\"{place}\" t=\"inlineStr\"><is><t>{cell}</t></is></c>";

    public static byte[] Sqlite(string sql)
    {
        string path = Path.Combine(Path.GetTempPath(), $"onewhole-{Guid.NewGuid():n}.sqlite");
        using (var connection = new SqliteConnection($"Data Source={path};Pooling=False"))
        {
            connection.Open();
            using SqliteCommand command = connection.CreateCommand();
            command.CommandText = sql;
            command.ExecuteNonQuery();
        }
        byte[] bytes = File.ReadAllBytes(path);
        File.Delete(path);
        return bytes;
    }
}
