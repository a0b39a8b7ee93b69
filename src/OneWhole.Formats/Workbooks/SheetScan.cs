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

    private readonly Dictionary<int, int> _lastFilled = [];
    private readonly Dictionary<(int Row, int Column), string> _errors = [];
    private long _withoutValue;
    private string? _firstWithoutValue;

    private SheetScan()
    {
    }

    /// <summary>The last column with something in it, from 0; −1 for a row without any.</summary>
    public int LastFilled(int row) => _lastFilled.GetValueOrDefault(row, -1);

    /// <summary>What a cell shows that could not be worked out ("#DIV/0!"): it is no number, and is counted as such. Null for any other cell.</summary>
    public string? ErrorAt(int row, int column) => _errors.Count == 0 ? null : _errors.GetValueOrDefault((row, column));

    public IEnumerable<ReadNote> Notes => _withoutValue == 0 ? [] :
    [
        new ReadNote("no-value", $"{_withoutValue:N0} {(_withoutValue == 1 ? "formula has" : "formulas have")} no value in the file, the first in {_firstWithoutValue}: they are read as blank. Open the workbook where it was made, and save it anew."),
    ];

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

    private static readonly XmlReaderSettings Settings = new() { DtdProcessing = DtdProcessing.Prohibit, XmlResolver = null, IgnoreComments = true, IgnoreProcessingInstructions = true, IgnoreWhitespace = true };

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
                if (xml.NodeType == XmlNodeType.Element && xml.LocalName == "Relationship" && xml.GetAttribute("Id") == id && xml.GetAttribute("Target") is { } target)
                {
                    return archive.GetEntry(target.StartsWith('/') ? target[1..] : $"xl/{target}");
                }
            }
        }
        return null;
    }

    private void Read(XmlReader xml)
    {
        int row = -1, column = -1;
        bool formula = false, value = false, error = false;
        string place = "";
        void End()
        {
            if (value)
            {
                _lastFilled[row] = Math.Max(_lastFilled.GetValueOrDefault(row, -1), column);
            }
            else if (formula)
            {
                _withoutValue++;
                _firstWithoutValue ??= place;
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
                    column = -1;
                    break;
                case "c":
                    End();
                    place = xml.GetAttribute("r") ?? "";
                    column = place.Length > 0 ? ColumnOf(place) : column + 1;
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

    /// <summary>"AB12" is column 27, from 0.</summary>
    private static int ColumnOf(string place)
    {
        int column = 0;
        foreach (char letter in place.TakeWhile(char.IsAsciiLetter))
        {
            column = column * 26 + (char.ToUpperInvariant(letter) - 'A' + 1);
        }
        return column - 1;
    }
}
