using OneWhole.Formats.ColumnFiles;
using OneWhole.Formats.Databases;
using OneWhole.Formats.Delimited;
using OneWhole.Formats.Json;
using OneWhole.Formats.OpenDocument;
using OneWhole.Formats.Workbooks;

namespace OneWhole.Formats.Reading;

/// <summary>Opens a file of any format that is read.</summary>
public static class TableFile
{
    /// <summary>The most columns a table may have.</summary>
    public const int MostColumns = 5000;

    /// <summary>In the order in which they are tried; text is last, because it refuses nothing.</summary>
    private static readonly TableFormat[] Formats =
    [
        new WorkbookFormat(),
        new OldWorkbookFormat(),
        new OdsFormat(),
        new ParquetFormat(),
        new SqliteFormat(),
        new JsonFormat(),
        new DelimitedFormat(),
    ];

    /// <summary>The formats in words.</summary>
    public static string FormatNames { get; } = string.Join(", ", Formats.Select(format => format.Name));

    /// <summary>The endings of files that are read, with their dots.</summary>
    public static IReadOnlyList<string> Extensions { get; } = [.. Formats.SelectMany(format => format.Extensions)];

    /// <param name="path">Of the file.</param>
    /// <param name="settings">What is settled already.</param>
    /// <param name="progress">Told every few thousand rows.</param>
    /// <param name="cancel">Stops the reading.</param>
    /// <exception cref="ReadException">The file is not there, or can't be read.</exception>
    public static ReadResult Read(
        string path,
        ReadSettings settings,
        Action<ReadProgress>? progress = null,
        CancellationToken cancel = default
    )
    {
        try
        {
            using var stream = new FileStream(path, FileMode.Open, FileAccess.Read, FileShare.Read, 1 << 16, FileOptions.SequentialScan);
            return Read(stream, Path.GetFileName(path), settings, progress, cancel);
        }
        catch (Exception fault) when (fault is IOException or UnauthorizedAccessException or ArgumentException or NotSupportedException)
        {
            throw new ReadException("no-file", $"The file \"{path}\" can't be opened: {WhyNot(path, fault)}.", fault);
        }
    }

    /// <summary>Why a file can't be opened or read, in our words.</summary>
    public static string WhyNot(string path, Exception fault) =>
        path.Trim().Length == 0 ? "it has no name"
        : fault is FileNotFoundException or DirectoryNotFoundException ? "it is not there"
        : Directory.Exists(path) ? "it is a folder"
        : fault is UnauthorizedAccessException ? "this user has no right to read it"
        : TemporaryFile.IsFull(fault) ? "there is no room left on the disk"
        : fault is IOException { HResult: 36 } or PathTooLongException ? "its name is too long"
        : "the system does not give it";

    /// <summary>Reads a table from a stream.</summary>
    /// <param name="stream">Seekable.</param>
    /// <param name="fileName">Names the table, and tells the format where the bytes don't.</param>
    /// <param name="settings">What is settled already.</param>
    /// <param name="progress">Told every few thousand rows.</param>
    /// <param name="cancel">Stops the reading.</param>
    /// <exception cref="ReadException">The file is empty, damaged, or of no format that is read.</exception>
    public static ReadResult Read(
        Stream stream,
        string fileName,
        ReadSettings settings,
        Action<ReadProgress>? progress = null,
        CancellationToken cancel = default
    )
    {
        (RowSource rows, ReadSettings used) = FormatOf(stream, fileName).Open(stream, settings, cancel);
        using (rows)
        {
            string name = Path.GetFileNameWithoutExtension(fileName);
            var reader = new TableReader(rows, name, used, progress, cancel);
            ReadResult result = reader.Read();
            return result with { Titles = reader.Titles, Below = reader.Below };
        }
    }

    /// <summary>The parts of a file that can be chosen: sheets of a workbook, tables of a database.</summary>
    /// <exception cref="ReadException">The file is empty, damaged, or of no format that is read.</exception>
    public static IReadOnlyList<string> SectionsOf(Stream stream, string fileName) => FormatOf(stream, fileName).SectionsOf(stream);

    /// <summary>Whether a query can be asked of a file.</summary>
    /// <exception cref="ReadException">The file is empty.</exception>
    public static bool TakesQuery(Stream stream, string fileName) => FormatOf(stream, fileName).TakesQuery;

    /// <summary>The first rows as they stand, before headings are found: for a look at what to choose.</summary>
    /// <exception cref="ReadException">The file is damaged, or the settings don't fit it.</exception>
    public static IReadOnlyList<IReadOnlyList<string>> Look(Stream stream, string fileName, ReadSettings settings, int most)
    {
        (RowSource rows, _) = FormatOf(stream, fileName).Open(stream, settings, CancellationToken.None);
        using (rows)
        {
            var seen = new List<IReadOnlyList<string>>();
            if (rows.Names is { } names)
            {
                seen.Add([.. names]);
            }
            while (seen.Count < most && rows.Next())
            {
                var cells = new string[Math.Min(rows.Count, 60)];
                for (int i = 0; i < cells.Length; i++)
                {
                    cells[i] = rows[i].Length > 60 ? rows[i][..60].ToString() + "…" : rows[i].ToString();
                }
                seen.Add(cells);
            }
            return seen;
        }
    }

    private static TableFormat FormatOf(Stream stream, string fileName)
    {
        var head = new byte[512];
        int count = stream.ReadAtLeast(head, head.Length, throwOnEndOfStream: false);
        stream.Position -= count;
        if (count == 0)
        {
            throw new ReadException("empty-file", "The file is empty: it must have a line of headings and rows below it.");
        }
        string extension = Path.GetExtension(fileName).ToLowerInvariant();
        return Formats.First(format => format.Recognises(head.AsSpan(0, count), extension));
    }
}
