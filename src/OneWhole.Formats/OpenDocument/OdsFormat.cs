using System.Globalization;
using System.IO.Compression;
using System.Text;
using System.Xml;
using OneWhole.Formats.Reading;
using OneWhole.Formats.Workbooks;

namespace OneWhole.Formats.OpenDocument;

/// <summary>
/// Spreadsheets of the OpenDocument format (ISO/IEC 26300). <c>content.xml</c> is read as it unpacks: rows and cells that repeat are
/// written once with a number, and a last one may repeat a million times, empty.
/// </summary>
internal sealed class OdsFormat : TableFormat
{
    private const string Table = "urn:oasis:names:tc:opendocument:xmlns:table:1.0";
    private const string Office = "urn:oasis:names:tc:opendocument:xmlns:office:1.0";
    private const string Text = "urn:oasis:names:tc:opendocument:xmlns:text:1.0";

    public override string Name => "OpenDocument spreadsheet (.ods)";

    public override IReadOnlyList<string> Extensions => [".ods"];

    public override bool Recognises(ReadOnlySpan<byte> head, string extension) =>
        Archives.IsArchive(head) && (extension == ".ods" || Archives.SaysOpenDocument(head));

    /// <summary>No sheet has more rows: a row that is said to repeat beyond is a mistake, or a trap.</summary>
    private const int MostRows = 1 << 20;

    public override IReadOnlyList<string> SectionsOf(Stream stream)
    {
        Archives.Check(stream);
        using Content content = Content.Open(stream);
        var names = new List<string>();
        try
        {
            while (content.Xml.ReadToFollowing("table", Table))
            {
                names.Add(content.Xml.GetAttribute("name", Table) ?? "");
            }
        }
        catch (XmlException broken)
        {
            throw Damaged(broken);
        }
        return names;
    }

    public override (RowSource Rows, ReadSettings Used) Open(Stream stream, ReadSettings settings, CancellationToken cancel)
    {
        Archives.Check(stream);
        CellRange range = CellRange.Parse(settings.Range);
        Content content = Content.Open(stream);
        var names = new List<string>();
        try
        {
            while (content.Xml.ReadToFollowing("table", Table))
            {
                string name = content.Xml.GetAttribute("name", Table) ?? "";
                names.Add(name);
                if (settings.Section is null || settings.Section == name)
                {
                    return (new Rows(content, range), settings with { Section = name });
                }
            }
        }
        catch (XmlException broken)
        {
            content.Dispose();
            throw Damaged(broken);
        }
        content.Dispose();
        throw new ReadException(
            "no-sheet",
            $"The spreadsheet has no sheet \"{settings.Section}\"; its sheets are {string.Join(", ", names.Select(name => $"\"{name}\""))}."
        );
    }

    private static ReadException Damaged(Exception fault) =>
        new(
            "damaged-file",
            fault.Message.Contains("DTD", StringComparison.Ordinal)
                    ? "The spreadsheet declares a document type with entities, which no spreadsheet needs: it is refused."
                : fault is XmlException { LineNumber: > 0 } place
                    ? $"The spreadsheet is damaged (content.xml, line {place.LineNumber}). Open it where it was made, and save it anew."
                : "The spreadsheet is damaged. Open it where it was made, and save it anew.",
            fault
        );

    private sealed class Content(ZipArchive archive, XmlReader xml) : IDisposable
    {
        public XmlReader Xml { get; } = xml;

        public static Content Open(Stream stream)
        {
            try
            {
                var archive = new ZipArchive(stream, ZipArchiveMode.Read, leaveOpen: true);
                if (archive.GetEntry("META-INF/manifest.xml") is { Length: < 1 << 20 } manifest)
                {
                    using var listed = new StreamReader(manifest.Open());
                    if (listed.ReadToEnd().Contains("encryption-data", StringComparison.Ordinal))
                    {
                        throw new ReadException("locked-file", "The spreadsheet is locked with a password: save a copy without one.");
                    }
                }
                ZipArchiveEntry entry = archive.GetEntry("content.xml")
                    ?? throw new ReadException("damaged-file", "The spreadsheet has no content.xml: it is no OpenDocument file.");
                // No entity is resolved and no document type allowed: neither can be needed, and both are ways to do harm.
                var settings = new XmlReaderSettings
                {
                    DtdProcessing = DtdProcessing.Prohibit,
                    XmlResolver = null,
                    IgnoreComments = true,
                    IgnoreProcessingInstructions = true,
                };
                return new Content(archive, XmlReader.Create(entry.Open(), settings));
            }
            catch (InvalidDataException broken)
            {
                throw Damaged(broken);
            }
        }

        public void Dispose()
        {
            Xml.Dispose();
            archive.Dispose();
        }
    }

    private sealed class Rows(Content content, CellRange range) : RowSource
    {
        private const int WidestRow = 16384;

        private readonly List<string> _cells = [];
        private readonly Dictionary<int, string> _units = [];
        private string? _unit;

        public override string? UnitOf(int cell) => _units.GetValueOrDefault(cell);

        private readonly StringBuilder _text = new();
        private int _row = -1;
        private int _repeats;
        private bool _ended;
        private readonly FormulasWithoutValue _withoutValue = new();
        private readonly HiddenRows _hidden = new();
        private bool _isHidden;

        public override IEnumerable<ReadNote> Told => [.. _withoutValue.Notes, .. _hidden.Notes];

        public override bool IsSheet => true;

        public override bool IsPlain => true;

        public override int Count => _cells.Count;

        public override ReadOnlySpan<char> this[int cell] => _cells[cell];

        public override bool Next()
        {
            try
            {
                while (!_ended)
                {
                    if (_repeats > 0)
                    {
                        _repeats--;
                        _row++;
                        if (_row >= range.FirstRow && _row <= range.LastRow)
                        {
                            if (_isHidden && _cells.Count > 0)
                            {
                                _hidden.Met(_row);
                            }
                            return true;
                        }
                        continue;
                    }
                    ReadRow();
                }
                return false;
            }
            catch (Exception broken) when (broken is XmlException or InvalidDataException)
            {
                throw Damaged(broken);
            }
        }

        /// <summary>Reads on to the next row's cells, or to the end of the sheet.</summary>
        private void ReadRow()
        {
            XmlReader xml = content.Xml;
            while (xml.Read())
            {
                if (xml.NodeType == XmlNodeType.EndElement && xml.LocalName == "table" && xml.NamespaceURI == Table)
                {
                    break;
                }
                if (xml.NodeType == XmlNodeType.Element && xml.LocalName == "table-row" && xml.NamespaceURI == Table)
                {
                    _repeats = Number(xml.GetAttribute("number-rows-repeated", Table));
                    _isHidden = xml.GetAttribute("visibility", Table) is "collapse" or "filter";
                    _cells.Clear();
                    _units.Clear();
                    if (!xml.IsEmptyElement)
                    {
                        ReadCells(xml);
                    }
                    Trim();
                    if (_cells.Count > 0 && _row + (long)_repeats > MostRows)
                    {
                        throw new ReadException(
                            "too-many-rows",
                            $"Row {_row + 2} is said to repeat {_repeats:N0} times; a sheet has {MostRows:N0} rows at most."
                        );
                    }
                    if (_cells.Count == 0)
                    {
                        // Empty rows matter only as one.
                        _row = (int)Math.Min(int.MaxValue / 2, _row + (long)_repeats - 1);
                        _repeats = 1;
                    }
                    return;
                }
            }
            _ended = true;
        }

        private void Trim()
        {
            if (range.FirstColumn > 0)
            {
                _cells.RemoveRange(0, Math.Min(range.FirstColumn, _cells.Count));
            }
            long most = (long)range.LastColumn - range.FirstColumn + 1;
            while (_cells.Count > 0 && (_cells.Count > most || _cells[^1].Length == 0))
            {
                _cells.RemoveAt(_cells.Count - 1);
            }
        }

        private static int Number(string? text) =>
            text is not null && int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out int number)
                ? Math.Max(1, number)
                : 1;

        private void ReadCells(XmlReader xml)
        {
            long pending = 0;
            while (xml.Read() && !(xml.NodeType == XmlNodeType.EndElement && xml.LocalName == "table-row"))
            {
                if (
                    xml.NodeType != XmlNodeType.Element
                    || xml.NamespaceURI != Table
                    || xml.LocalName is not ("table-cell" or "covered-table-cell")
                )
                {
                    continue;
                }
                int repeats = Number(xml.GetAttribute("number-columns-repeated", Table));
                bool formula = xml.GetAttribute("formula", Table) is { Length: > 0 };
                string value = ReadCell(xml);
                if (formula && value.Length == 0)
                {
                    _withoutValue.Met(CellPlace.Of(_row + 1, (int)(_cells.Count + pending)));
                }
                if (value.Length == 0)
                {
                    // Only counted until a filled one follows: a last cell may repeat to the sheet's edge.
                    pending += repeats;
                    continue;
                }
                if (_cells.Count + pending + repeats > WidestRow)
                {
                    throw new ReadException("too-many-columns", $"Row {_row + 2} has more than {WidestRow} cells.");
                }
                _cells.AddRange(Enumerable.Repeat("", (int)pending));
                if (_unit is not null)
                {
                    _units[_cells.Count] = _unit;
                }
                pending = 0;
                _cells.AddRange(Enumerable.Repeat(value, repeats));
            }
        }

        private string ReadCell(XmlReader xml)
        {
            string? type = xml.GetAttribute("value-type", Office),
                value = xml.GetAttribute("value", Office),
                currency = xml.GetAttribute("currency", Office);
            string? typed = type switch
            {
                "float" or "currency" => double.TryParse(value, NumberStyles.Float, CultureInfo.InvariantCulture, out double number)
                    ? PlainText.Of(number)
                    : "",
                "percentage" => double.TryParse(value, NumberStyles.Float, CultureInfo.InvariantCulture, out double part)
                    ? PlainText.Percent(part)
                    : "",
                "date" => DateOf(xml.GetAttribute("date-value", Office) ?? ""),
                "boolean" => xml.GetAttribute("boolean-value", Office) ?? "",
                "time" => TimeOf(xml.GetAttribute("time-value", Office) ?? ""),
                _ => null,
            };
            _text.Clear();
            if (!xml.IsEmptyElement)
            {
                ReadParagraphs(xml);
            }
            _unit = type switch
            {
                "currency" when currency is { Length: > 0 } => CellUnit.OfCurrency(currency),
                "currency" or "float" => CellUnit.OfText(_text.ToString().Trim()),
                _ => null,
            };
            return typed ?? _text.ToString();
        }

        private static string DateOf(string text) =>
            DateTime.TryParse(text, CultureInfo.InvariantCulture, DateTimeStyles.RoundtripKind, out DateTime date)
                ? PlainText.Of(date)
                : text;

        /// <summary>A duration of XML Schema, by which a time of day is written too.</summary>
        private static string TimeOf(string text)
        {
            try
            {
                return PlainText.Of(XmlConvert.ToTimeSpan(text));
            }
            catch (Exception none) when (none is FormatException or OverflowException)
            {
                return text;
            }
        }

        /// <summary>The cell's paragraphs as lines; notes that hang on the cell are no part of it.</summary>
        private void ReadParagraphs(XmlReader xml)
        {
            int depth = xml.Depth,
                paragraphs = 0;
            bool inside = false;
            while (xml.Read() && xml.Depth > depth)
            {
                if (xml is { NodeType: XmlNodeType.Element, LocalName: "annotation", NamespaceURI: Office })
                {
                    xml.Skip();
                    if (xml.Depth <= depth)
                    {
                        return;
                    }
                }
                if (xml is { NodeType: XmlNodeType.Element, LocalName: "p", NamespaceURI: Text })
                {
                    inside = !xml.IsEmptyElement;
                    _text.Append(paragraphs++ > 0 ? "\n" : "");
                }
                else if (xml is { NodeType: XmlNodeType.EndElement, LocalName: "p", NamespaceURI: Text })
                {
                    inside = false;
                }
                else if (inside && xml is { NodeType: XmlNodeType.Element, LocalName: "s", NamespaceURI: Text })
                {
                    _text.Append(' ', Math.Min(1000, Number(xml.GetAttribute("c", Text))));
                }
                else if (inside && xml.NodeType is XmlNodeType.Text or XmlNodeType.SignificantWhitespace or XmlNodeType.CDATA)
                {
                    _text.Append(xml.Value);
                }
            }
        }

        public override void Dispose() => content.Dispose();
    }
}
