using System.Globalization;
using System.IO.Compression;
using System.Text;
using System.Xml;
using OneWhole.Core.Workings;
using OneWhole.Formats.Text;

namespace OneWhole.Formats.Handing;

/// <summary>
/// The workings as a spreadsheet of the OpenDocument format (ISO/IEC 26300), unrounded; a table for each value where the study is repeated.
/// </summary>
internal sealed class OdsWorkings : HandOver
{
    private const string Office = "urn:oasis:names:tc:opendocument:xmlns:office:1.0";
    private const string Table = "urn:oasis:names:tc:opendocument:xmlns:table:1.0";
    private const string TextName = "urn:oasis:names:tc:opendocument:xmlns:text:1.0";
    private const string Manifest = "urn:oasis:names:tc:opendocument:xmlns:manifest:1.0";

    public override string Kind => "workings.ods";

    public override string Name => "Workings, ODS";

    public override string Detail => "unrounded";

    public override string MediaType => "application/vnd.oasis.opendocument.spreadsheet";

    protected override bool IsData => true;

    protected override void WriteFile(HandedStudy study, HandingSize size, Stream to, Progress progress)
    {
        progress.Expect(study.Workings.RowCount);
        using (var zip = new ZipArchive(to, ZipArchiveMode.Create, leaveOpen: true))
        {
            // First and not packed, so that the kind of the file can be seen in its first bytes.
            using (Stream type = zip.CreateEntry("mimetype", CompressionLevel.NoCompression).Open())
            {
                type.Write(Encoding.ASCII.GetBytes(MediaType));
            }
            Put(zip, "META-INF/manifest.xml", WriteManifest);
            Put(zip, "content.xml", xml => WriteContent(xml, study, progress));
        }
    }

    private static void Put(ZipArchive zip, string name, Action<XmlWriter> write)
    {
        using Stream stream = zip.CreateEntry(name).Open();
        using var xml = XmlWriter.Create(stream, new XmlWriterSettings { Encoding = new UTF8Encoding(false) });
        write(xml);
    }

    private void WriteManifest(XmlWriter xml)
    {
        xml.WriteStartElement("manifest", "manifest", Manifest);
        xml.WriteAttributeString("version", Manifest, "1.3");
        foreach ((string path, string type) in (ReadOnlySpan<(string, string)>)[("/", MediaType), ("content.xml", "text/xml")])
        {
            xml.WriteStartElement("file-entry", Manifest);
            xml.WriteAttributeString("full-path", Manifest, path);
            xml.WriteAttributeString("media-type", Manifest, type);
            xml.WriteEndElement();
        }
        xml.WriteEndElement();
    }

    private static void WriteContent(XmlWriter xml, HandedStudy study, Progress progress)
    {
        xml.WriteStartElement("office", "document-content", Office);
        xml.WriteAttributeString("xmlns", "table", null, Table);
        xml.WriteAttributeString("xmlns", "text", null, TextName);
        xml.WriteAttributeString("version", Office, "1.3");
        xml.WriteStartElement("body", Office);
        xml.WriteStartElement("spreadsheet", Office);
        foreach ((int at, Panel each) in study.Workings.Values.Index())
        {
            WriteTable(
                xml,
                study.Workings.Column is null ? "Workings" : $"Workings {at + 1}",
                study.Workings.Column is null ? study.Title : $"{study.Title}: {each.Value}",
                each.Workings,
                progress
            );
        }
        xml.WriteEndElement();
        xml.WriteEndElement();
        xml.WriteEndElement();
    }

    private static void WriteTable(XmlWriter xml, string name, string title, WorkingsResult workings, Progress progress)
    {
        xml.WriteStartElement("table", Table);
        xml.WriteAttributeString("name", Table, name);
        Row(xml, [title]);
        Row(xml, []);
        Row(xml, [.. workings.Columns.Select(column => column.Label)]);
        foreach (int row in progress.Rows(workings.RowCount))
        {
            Row(xml, [.. workings.Columns.Select(column => column.IsText ? (object?)column.Text(row) : column.Number(row))]);
        }
        Row(xml, []);
        foreach (TieOutLine line in workings.TieOut)
        {
            Row(xml, [WorkingsJson.StatusWord(line.Status), line.Text]);
        }
        xml.WriteEndElement();
    }

    private static void Row(XmlWriter xml, IReadOnlyList<object?> cells)
    {
        xml.WriteStartElement("table-row", Table);
        foreach (object? cell in cells.Count == 0 ? [null] : cells)
        {
            xml.WriteStartElement("table-cell", Table);
            switch (cell)
            {
                case double number:
                    string text = number.ToString("R", CultureInfo.InvariantCulture);
                    xml.WriteAttributeString("value-type", Office, "float");
                    xml.WriteAttributeString("value", Office, text);
                    xml.WriteElementString("p", TextName, text);
                    break;
                case string label when label.Length > 0:
                    xml.WriteAttributeString("value-type", Office, "string");
                    xml.WriteElementString("p", TextName, XmlSafe.Clean(label));
                    break;
            }
            xml.WriteEndElement();
        }
        xml.WriteEndElement();
    }
}
