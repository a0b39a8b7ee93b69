using System.IO.Compression;
using System.Text;
using ExcelDataReader;
using ExcelDataReader.Exceptions;
using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Workbooks;

/// <summary>Workbooks (.xlsx, .xlsm): an archive with a part that says so.</summary>
internal sealed class WorkbookFormat : TableFormat
{
    public override string Name => "workbook (.xlsx)";

    public override IReadOnlyList<string> Extensions => [".xlsx", ".xlsm"];

    public override bool Recognises(ReadOnlySpan<byte> head, string extension) =>
        Archives.IsArchive(head) && extension != ".ods" && !Archives.SaysOpenDocument(head);

    public override (RowSource Rows, ReadSettings Used) Open(Stream stream, ReadSettings settings, CancellationToken cancel)
    {
        Archives.Check(stream);
        return Sheets.Open(stream, settings);
    }

    public override IReadOnlyList<string> SectionsOf(Stream stream)
    {
        Archives.Check(stream);
        return Sheets.Names(stream);
    }
}

/// <summary>Workbooks of the older binary kind (.xls).</summary>
internal sealed class OldWorkbookFormat : TableFormat
{
    public override string Name => "workbook (.xls)";

    public override IReadOnlyList<string> Extensions => [".xls"];

    public override bool Recognises(ReadOnlySpan<byte> head, string extension) =>
        head.StartsWith((ReadOnlySpan<byte>)[0xD0, 0xCF, 0x11, 0xE0, 0xA1, 0xB1, 0x1A, 0xE1]);

    public override (RowSource Rows, ReadSettings Used) Open(Stream stream, ReadSettings settings, CancellationToken cancel) =>
        Sheets.Open(stream, settings);

    public override IReadOnlyList<string> SectionsOf(Stream stream) => Sheets.Names(stream);
}

/// <summary>The sheets of a workbook of either kind.</summary>
internal static class Sheets
{
    static Sheets() => Encoding.RegisterProvider(CodePagesEncodingProvider.Instance);

    public static IReadOnlyList<string> Names(Stream stream)
    {
        try
        {
            using IExcelDataReader reader = Reader(stream);
            var names = new List<string>();
            do
            {
                names.Add(reader.Name);
            } while (reader.NextResult());
            return names;
        }
        catch (Exception broken) when (IsDamage(broken))
        {
            throw Damaged(broken);
        }
    }

    public static (RowSource Rows, ReadSettings Used) Open(Stream stream, ReadSettings settings)
    {
        CellRange range = CellRange.Parse(settings.Range);
        IExcelDataReader reader = Reader(stream);
        var names = new List<string>();
        do
        {
            names.Add(reader.Name);
            if (settings.Section is { } part ? part == reader.Name : reader is { RowCount: > 0, VisibleState: "visible" })
            {
                if (
                    IsArchive(stream)
                    && range is { FirstColumn: 0, LastColumn: int.MaxValue }
                    && SheetScan.WithoutEmptyColumns(stream, reader.Name, (long)reader.FieldCount * reader.RowCount) is { } smaller
                )
                {
                    reader.Dispose();
                    return Open(smaller, settings with { Section = names[^1] });
                }
                SheetScan? scan = names.Count > 0 && IsArchive(stream) ? SheetScan.Of(stream, reader.Name) : null;
                return (new Rows(stream, reader, range, scan), settings with { Section = reader.Name });
            }
        } while (reader.NextResult());
        reader.Dispose();
        throw settings.Section is { } missing
            ? new ReadException(
                "no-sheet",
                $"The workbook has no sheet \"{missing}\"; its sheets are {string.Join(", ", names.Select(name => $"\"{name}\""))}."
            )
            : new ReadException(
                "empty-file",
                $"No sheet of the workbook has a row; its sheets are {string.Join(", ", names.Select(name => $"\"{name}\""))}."
            );
    }

    private static bool IsArchive(Stream stream)
    {
        long at = stream.Position;
        stream.Position = 0;
        Span<byte> head = stackalloc byte[4];
        bool archive = stream.ReadAtLeast(head, 4, throwOnEndOfStream: false) == 4 && Archives.IsArchive(head);
        stream.Position = at;
        return archive;
    }

    private static IExcelDataReader Reader(Stream stream)
    {
        try
        {
            if (IsArchive(stream) && SheetScan.WithWidths(stream) is { } widened)
            {
                return ExcelReaderFactory.CreateReader(widened);
            }
            return ExcelReaderFactory.CreateReader(stream, new ExcelReaderConfiguration { LeaveOpen = true });
        }
        catch (InvalidPasswordException)
        {
            throw new ReadException("locked-file", "The workbook is locked with a password: save a copy without one.");
        }
        catch (Exception broken) when (IsDamage(broken))
        {
            throw Damaged(broken);
        }
    }

    /// <summary>What the library throws for files that are not as they should be.</summary>
    private static bool IsDamage(Exception fault) => fault is not (OutOfMemoryException or ReadException or OperationCanceledException);

    private static ReadException Damaged(Exception fault) =>
        new("damaged-file", "The workbook is damaged, or something of it is missing. Open it where it was made, and save it anew.", fault);

    private sealed class Rows(Stream stream, IExcelDataReader reader, CellRange range, SheetScan? scan) : RowSource
    {
        private readonly List<string> _cells = [];
        private readonly HiddenRows _hidden = new();
        private int _row = -1;

        public override bool IsSheet => true;

        public override bool IsPlain => true;

        public override int Count => _cells.Count;

        public override ReadOnlySpan<char> this[int cell] => _cells[cell];

        public override double Done => stream.Length == 0 ? 1 : Math.Min(1, stream.Position / (double)stream.Length);

        public override bool Next()
        {
            try
            {
                while (reader.Read())
                {
                    _row++;
                    if (_row < range.FirstRow)
                    {
                        continue;
                    }
                    if (_row > range.LastRow)
                    {
                        return false;
                    }
                    Fill();
                    // Of a file that is not looked through before, the library says so: a row that is hidden has no height.
                    if (_cells.Count > 0 && (scan?.IsHidden(_row) ?? reader.RowHeight == 0))
                    {
                        _hidden.Met(_row);
                    }
                    return true;
                }
                return false;
            }
            catch (Exception broken) when (IsDamage(broken))
            {
                throw Damaged(broken);
            }
        }

        private void Fill()
        {
            _cells.Clear();
            int last = Math.Min(scan is null ? reader.FieldCount - 1 : scan.LastFilled(_row), range.LastColumn);
            for (int at = range.FirstColumn; at <= last; at++)
            {
                _cells.Add(TextOf(at));
            }
            // Cells at the end that only have a border or a colour are none.
            while (_cells.Count > 0 && _cells[^1].Length == 0)
            {
                _cells.RemoveAt(_cells.Count - 1);
            }
        }

        public override string? UnitOf(int cell) =>
            reader.GetValue(range.FirstColumn + cell) is double
                ? CellUnit.OfFormat(reader.GetNumberFormatString(range.FirstColumn + cell))
                : null;

        public override IEnumerable<ReadNote> Told => [.. scan?.Notes ?? [], .. _hidden.Notes];

        private string TextOf(int at) =>
            scan?.ErrorAt(_row, at) is { } error
                ? error
                : reader.GetValue(at) switch
                {
                    double number => reader.GetNumberFormatString(at)?.Contains('%', StringComparison.Ordinal) == true
                        ? PlainText.Percent(number)
                        : PlainText.Of(number),
                    // The day before the first one: a number below 1 is a time of day.
                    DateTime { Year: 1899, Month: 12, Day: >= 30 } time => PlainText.Of(time.TimeOfDay),
                    var other => PlainText.OfAny(other),
                };

        public override void Dispose() => reader.Dispose();
    }
}

/// <summary>What archives of sheets are checked for before anything is unpacked.</summary>
internal static class Archives
{
    /// <summary>The most that an archive may hold, unpacked.</summary>
    private const long LargestContent = 4L << 30;

    public static bool IsArchive(ReadOnlySpan<byte> head) => head.StartsWith("PK\u0003\u0004"u8);

    /// <summary>OpenDocument files begin with their kind, unpacked.</summary>
    public static bool SaysOpenDocument(ReadOnlySpan<byte> head) => head.IndexOf("mimetypeapplication/vnd.oasis.opendocument"u8) >= 0;

    /// <exception cref="ReadException">The archive is damaged, or would grow beyond all measure.</exception>
    public static void Check(Stream stream)
    {
        long start = stream.Position;
        try
        {
            using var archive = new ZipArchive(stream, ZipArchiveMode.Read, leaveOpen: true);
            long content = 0,
                packed = 0;
            foreach (ZipArchiveEntry entry in archive.Entries)
            {
                content += entry.Length;
                packed += entry.CompressedLength;
            }
            if (content > LargestContent || (content > 64L << 20 && content > packed * 400))
            {
                throw new ReadException("too-large", $"The file would unpack to {content >> 20} MB: it is refused.");
            }
        }
        catch (InvalidDataException broken)
        {
            throw new ReadException(
                "damaged-file",
                "The file is damaged: it is no whole archive. Open it where it was made, and save it anew.",
                broken
            );
        }
        stream.Position = start;
    }
}
