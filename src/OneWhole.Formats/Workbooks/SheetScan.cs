using System.IO.Compression;
using System.Xml;
using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Workbooks;

/// <summary>
/// A look through a sheet's own file before its rows are read: which cells are filled, so that a sheet that says it is sixteen
/// thousand columns wide costs what stands in it; and which formulas have no value.
/// </summary>
internal sealed class SheetScan
{
    private const string Main = "http://schemas.openxmlformats.org/spreadsheetml/2006/main";
    private const string Related = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";

    /// <summary>A sheet that says it is larger than this has its empty columns taken out before it is read.</summary>
    private const long MostDeclared = 200_000_000;

    private readonly Dictionary<int, int> _lastFilled = [];
    private readonly SortedSet<int> _columns = [];
    private readonly Dictionary<(int Row, int Column), string> _errors = [];
    private readonly HashSet<int> _hidden = [];
    private readonly FormulasWithoutValue _withoutValue = new();

    private SheetScan() { }

    /// <summary>The last column with something in it, from 0; −1 for a row without any.</summary>
    public int LastFilled(int row) => _lastFilled.GetValueOrDefault(row, -1);

    /// <summary>Whether the sheet does not show a row.</summary>
    public bool IsHidden(int row) => _hidden.Contains(row);

    /// <summary>
    /// What a cell shows that could not be worked out ("#DIV/0!"): it is no number, and is counted as such. Null for any other cell.
    /// </summary>
    public string? ErrorAt(int row, int column) => _errors.Count == 0 ? null : _errors.GetValueOrDefault((row, column));

    public IEnumerable<ReadNote> Notes => _withoutValue.Notes;

    /// <returns>Null where the sheet's file is not found: then it is read as it says it is.</returns>
    public static SheetScan? Of(Stream stream, string sheet)
    {
        long at = stream.Position;
        try
        {
            stream.Position = 0;
            using var archive = new ZipArchive(stream, ZipArchiveMode.Read, leaveOpen: true);
            if (EntryOf(archive, sheet) is not { } entry)
            {
                return null;
            }
            var scan = new SheetScan();
            using XmlReader xml = XmlReader.Create(entry.Open(), Settings);
            scan.Read(xml);
            return scan;
        }
        catch (Exception fault) when (fault is XmlException or InvalidDataException or FormatException)
        {
            // The reader of the rows says what is damaged.
            return null;
        }
        finally
        {
            stream.Position = at;
        }
    }

    /// <summary>
    /// The workbook with the sheet's empty columns taken out, where the sheet says it is huge and little stands in it: what reads it
    /// goes through every cell that could be there.
    /// </summary>
    /// <returns>Null where it can be read as it is.</returns>
    public static Stream? WithoutEmptyColumns(Stream stream, string sheet, long declaredCells)
    {
        if (declaredCells <= MostDeclared || Of(stream, sheet) is not { } scan || scan._columns.Count == 0)
        {
            return null;
        }
        int[] columns = [.. scan._columns];
        stream.Position = 0;
        using var archive = new ZipArchive(stream, ZipArchiveMode.Read, leaveOpen: true);
        return Rewritten(archive, [EntryOf(archive, sheet)!.FullName], columns);
    }

    /// <summary>
    /// The workbook without what its sheets say of their columns, where a column of some sheet has no width: what reads it takes that for
    /// damage, though a column may do without (ECMA-376, part 1, 18.3.1.13).
    /// </summary>
    /// <returns>Null where it can be read as it is, or is no workbook.</returns>
    public static Stream? WithWidths(Stream stream)
    {
        long at = stream.Position;
        try
        {
            using var archive = new ZipArchive(stream, ZipArchiveMode.Read, leaveOpen: true);
            HashSet<string> without = [.. archive.Entries.Where(IsSheet).Where(HasColumnWithoutWidth).Select(entry => entry.FullName)];
            return without.Count == 0 ? null : Rewritten(archive, without, null);
        }
        catch (Exception fault) when (fault is XmlException or InvalidDataException)
        {
            // The reader of the rows says what is damaged.
            return null;
        }
        finally
        {
            stream.Position = at;
        }
    }

    /// <summary>The workbook with some of its sheets written anew (<see cref="Copy"/>), and all else as it is.</summary>
    private static FileStream Rewritten(ZipArchive archive, HashSet<string> sheets, int[]? columns) =>
        TemporaryFile.Of(to =>
        {
            using var smaller = new ZipArchive(to, ZipArchiveMode.Create, leaveOpen: true);
            foreach (ZipArchiveEntry entry in archive.Entries)
            {
                using Stream from = entry.Open(),
                    packed = smaller.CreateEntry(entry.FullName, CompressionLevel.Fastest).Open();
                if (!sheets.Contains(entry.FullName))
                {
                    from.CopyTo(packed);
                    continue;
                }
                using XmlReader xml = XmlReader.Create(from, Settings);
                using XmlWriter written = XmlWriter.Create(packed);
                Copy(xml, written, columns);
            }
        });

    private static bool IsSheet(ZipArchiveEntry entry) =>
        entry.FullName.StartsWith("xl/worksheets/", StringComparison.Ordinal) && entry.FullName.EndsWith(".xml", StringComparison.Ordinal);

    /// <summary>What a sheet says of its columns stands before its rows: no row is read.</summary>
    private static bool HasColumnWithoutWidth(ZipArchiveEntry entry)
    {
        using XmlReader xml = XmlReader.Create(entry.Open(), Settings);
        while (xml.Read() && !(xml.NodeType == XmlNodeType.Element && xml.LocalName == "sheetData"))
        {
            if (xml.NodeType == XmlNodeType.Element && xml.LocalName == "col" && xml.GetAttribute("width") is null)
            {
                return true;
            }
        }
        return false;
    }

    /// <param name="xml">A sheet's own file.</param>
    /// <param name="written">Takes it without what it says of its columns, and of its size where these close up.</param>
    /// <param name="columns">The columns that are filled, which close up; null where all stay in their places.</param>
    private static void Copy(XmlReader xml, XmlWriter written, int[]? columns)
    {
        xml.MoveToContent();
        while (!xml.EOF)
        {
            if (
                xml.NodeType == XmlNodeType.Element
                && (xml.LocalName == "cols" || (columns is not null && xml.LocalName is "dimension" or "mergeCells"))
            )
            {
                xml.Skip();
                continue;
            }
            switch (xml.NodeType)
            {
                case XmlNodeType.Element:
                    bool empty = xml.IsEmptyElement,
                        cell = xml.LocalName == "c";
                    written.WriteStartElement(xml.Prefix, xml.LocalName, xml.NamespaceURI);
                    while (xml.MoveToNextAttribute())
                    {
                        string value =
                            columns is not null
                            && cell
                            && xml.LocalName == "r"
                            && Array.BinarySearch(columns, CellPlace.Column(xml.Value)) is var place
                                ? $"{CellPlace.Letters(place < 0 ? ~place : place)}{xml.Value.TrimStart([.. "ABCDEFGHIJKLMNOPQRSTUVWXYZ"])}"
                                : xml.Value;
                        if (columns is null || xml.LocalName != "spans")
                        {
                            written.WriteAttributeString(xml.Prefix, xml.LocalName, xml.NamespaceURI, value);
                        }
                    }
                    xml.MoveToElement();
                    if (empty)
                    {
                        written.WriteEndElement();
                    }
                    break;
                case XmlNodeType.Text or XmlNodeType.SignificantWhitespace or XmlNodeType.CDATA:
                    written.WriteString(xml.Value);
                    break;
                case XmlNodeType.EndElement:
                    written.WriteEndElement();
                    break;
                default:
                    break;
            }
            xml.Read();
        }
    }

    private static readonly XmlReaderSettings Settings = new()
    {
        DtdProcessing = DtdProcessing.Prohibit,
        XmlResolver = null,
        IgnoreComments = true,
        IgnoreProcessingInstructions = true,
        IgnoreWhitespace = true,
    };

    private static ZipArchiveEntry? EntryOf(ZipArchive archive, string sheet)
    {
        if (archive.GetEntry("xl/workbook.xml") is not { } book || archive.GetEntry("xl/_rels/workbook.xml.rels") is not { } links)
        {
            return null;
        }
        string? id = null;
        using (XmlReader xml = XmlReader.Create(book.Open(), Settings))
        {
            while (id is null && xml.ReadToFollowing("sheet", Main))
            {
                id = xml.GetAttribute("name") == sheet ? xml.GetAttribute("id", Related) : null;
            }
        }
        using (XmlReader xml = XmlReader.Create(links.Open(), Settings))
        {
            while (id is not null && xml.Read())
            {
                if (
                    xml.NodeType == XmlNodeType.Element
                    && xml.LocalName == "Relationship"
                    && xml.GetAttribute("Id") == id
                    && xml.GetAttribute("Target") is { } target
                )
                {
                    return archive.GetEntry(target.StartsWith('/') ? target[1..] : $"xl/{target}");
                }
            }
        }
        return null;
    }

    private void Read(XmlReader xml)
    {
        int row = -1,
            column = -1;
        bool formula = false,
            value = false,
            error = false;
        string place = "";
        void End()
        {
            if (value)
            {
                _columns.Add(column);
                _lastFilled[row] = Math.Max(_lastFilled.GetValueOrDefault(row, -1), column);
            }
            else if (formula)
            {
                _withoutValue.Met(place);
            }
            formula = value = error = false;
        }
        while (xml.Read())
        {
            if (xml.NodeType != XmlNodeType.Element || xml.NamespaceURI != Main)
            {
                continue;
            }
            switch (xml.LocalName)
            {
                case "row":
                    End();
                    row = int.TryParse(xml.GetAttribute("r"), out int number) ? number - 1 : row + 1;
                    if (xml.GetAttribute("hidden") is "1" or "true")
                    {
                        _hidden.Add(row);
                    }
                    column = -1;
                    break;
                case "c":
                    End();
                    place = xml.GetAttribute("r") ?? "";
                    column = place.Length > 0 ? CellPlace.Column(place) : column + 1;
                    error = xml.GetAttribute("t") == "e";
                    break;
                case "f":
                    formula = true;
                    break;
                case "v" or "is":
                    value = true;
                    if (error && xml.Read() && xml.NodeType == XmlNodeType.Text)
                    {
                        _errors[(row, column)] = xml.Value;
                    }
                    break;
                default:
                    break;
            }
        }
        End();
    }
}
