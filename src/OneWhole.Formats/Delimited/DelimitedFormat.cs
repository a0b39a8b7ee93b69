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
        (Encoding encoding, string encodingName) = settings.Encoding is { } given ? (TextEncodings.Named(given), given) : TextEncodings.Find(stream);
        char separator = settings.Separator is { Length: 1 } set ? set[0] : FindSeparator(stream, encoding);
        if (separator is '"' or '\r' or '\n' || char.IsAsciiLetterOrDigit(separator))
        {
            throw new ReadException("wrong-separator", $"separator is \"{separator}\"; it must be a mark such as a comma, a semicolon or a tab.");
        }
        var text = new StreamReader(stream, encoding, detectEncodingFromByteOrderMarks: true, 1 << 16, leaveOpen: true);
        return (new Rows(stream, text, separator), settings with { Separator = separator.ToString(), Encoding = encodingName });
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
            throw new ReadException("not-text", $"The file is none of the formats that are read ({TableFile.FormatNames}), and no text either.");
        }
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
