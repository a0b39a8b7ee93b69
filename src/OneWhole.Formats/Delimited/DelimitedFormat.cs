using System.Text;
using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Delimited;

/// <summary>Delimited text (RFC 4180 and its relatives); separator and encoding are found from the file.</summary>
internal sealed class DelimitedFormat : TableFormat
{
    private const int SampleCharacters = 1 << 16;

    public override string Name => "delimited text";

    public override IReadOnlyList<string> Extensions => [".csv", ".tsv", ".tab", ".txt"];

    /// <summary>Whatever no other format recognises is tried as text.</summary>
    public override bool Recognises(ReadOnlySpan<byte> head, string extension) => true;

    /// <exception cref="ReadException">The file is not text, or its settings are wrong.</exception>
    public override (RowSource Rows, ReadSettings Used) Open(Stream stream, ReadSettings settings, CancellationToken cancel)
    {
        (Encoding encoding, string encodingName) = settings.Encoding is { } given
            ? (TextEncodings.Named(given), given)
            : TextEncodings.Find(stream);
        (char? said, int skipped) = SaidSeparator(stream, encoding);
        char separator = said ?? (settings.Separator is { Length: 1 } set ? set[0] : FindSeparator(stream, encoding));
        if (separator is '"' or '\r' or '\n' || char.IsAsciiLetterOrDigit(separator))
        {
            throw new ReadException(
                "wrong-separator",
                $"separator is \"{separator}\"; it must be a mark such as a comma, a semicolon or a tab."
            );
        }
        var text = new StreamReader(stream, encoding, detectEncodingFromByteOrderMarks: true, 1 << 16, leaveOpen: true);
        for (int line = 0; line < skipped; line++)
        {
            text.ReadLine();
        }
        return (new Rows(stream, text, separator), settings with { Separator = separator.ToString(), Encoding = encodingName });
    }

    /// <summary>A first line "sep=;" says how cells are separated, and is no row.</summary>
    private static (char? Separator, int Lines) SaidSeparator(Stream stream, Encoding encoding)
    {
        long start = stream.Position;
        using var text = new StreamReader(stream, encoding, true, 64, leaveOpen: true);
        var first = new char[7];
        int count = text.ReadBlock(first);
        stream.Position = start;
        return
            count >= 5
            && new string(first, 0, 4).Equals("sep=", StringComparison.OrdinalIgnoreCase)
            && (count == 5 || first[5] is '\r' or '\n')
            ? (first[4], 1)
            : (null, 0);
    }

    /// <summary>A web page under the name of a table is none: it is what an address gives to who is not logged in.</summary>
    private static void RefusePage(string sample)
    {
        string start = sample.TrimStart('\uFEFF', ' ', '\t', '\r', '\n');
        if (
            start.StartsWith("<!doctype html", StringComparison.OrdinalIgnoreCase)
            || start.StartsWith("<html", StringComparison.OrdinalIgnoreCase)
            || start.StartsWith("<head", StringComparison.OrdinalIgnoreCase)
        )
        {
            throw new ReadException(
                "web-page",
                "This is a web page, not a table: perhaps one that asks to log in. Fetch the table itself, or save it as a file."
            );
        }
        if (start.StartsWith("<?xml", StringComparison.OrdinalIgnoreCase) || start.StartsWith("<!--", StringComparison.Ordinal))
        {
            throw new ReadException("not-text", $"This is an XML document, not a table. These formats are read: {TableFile.FormatNames}.");
        }
    }

    private static char FindSeparator(Stream stream, Encoding encoding)
    {
        long start = stream.Position;
        using var text = new StreamReader(stream, encoding, true, 4096, leaveOpen: true);
        var sample = new char[SampleCharacters];
        int count = text.ReadBlock(sample);
        stream.Position = start;
        if (sample.AsSpan(0, Math.Min(count, 2000)).Count('\0') > 2)
        {
            throw new ReadException(
                "not-text",
                $"The file is none of the formats that are read ({TableFile.FormatNames}), and no text either."
            );
        }
        RefusePage(new string(sample, 0, Math.Min(count, 400)));
        return SeparatorFinder.Find(new string(sample, 0, count));
    }

    private sealed class Rows(Stream stream, StreamReader text, char separator) : RowSource
    {
        private readonly DelimitedScanner _scanner = new(text, separator);

        public override int Count => _scanner.Count;

        public override ReadOnlySpan<char> this[int cell] => _scanner[cell];

        public override bool IsEmpty => _scanner.IsEmptyLine;

        public override double Done => stream.Length == 0 ? 1 : stream.Position / (double)stream.Length;

        public override bool CommaIsLikely => separator == ';';

        public override bool Next() => _scanner.Next();

        public override void Dispose() => text.Dispose();
    }
}
