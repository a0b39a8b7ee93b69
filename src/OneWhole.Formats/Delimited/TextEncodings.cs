using System.Text;
using OneWhole.Formats.Reading;
using UtfUnknown;

namespace OneWhole.Formats.Delimited;

/// <summary>
/// Finds how a text file is encoded: a byte order mark, the zero bytes of UTF-16, valid UTF-8; else what a detector says of the whole
/// text, of which single characters far below its beginning may be the only ones that tell.
/// </summary>
internal static class TextEncodings
{
    private const int Block = 1 << 20;
    private const string Usual = "windows-1252";

    /// <summary>A detector that is less sure than this is not followed.</summary>
    private const float LeastConfidence = 0.6f;

    static TextEncodings() => Encoding.RegisterProvider(CodePagesEncodingProvider.Instance);

    /// <exception cref="ReadException">The name is not known.</exception>
    public static Encoding Named(string name) =>
        name.ToLowerInvariant() switch
        {
            "utf-8" => new UTF8Encoding(false),
            "utf-16" or "utf-16le" => new UnicodeEncoding(false, true),
            "utf-16be" => new UnicodeEncoding(true, true),
            var other => Known(other)
                ?? throw new ReadException(
                    "unknown-encoding",
                    $"encoding is \"{name}\"; it must be utf-8, utf-16, utf-16be, windows-1252, or the name of another code page."
                ),
        };

    private static Encoding? Known(string name)
    {
        try
        {
            return name is "utf-7" ? null : Encoding.GetEncoding(name);
        }
        catch (ArgumentException)
        {
            return null;
        }
    }

    /// <summary>Looks through a stream and puts it back.</summary>
    public static (Encoding Encoding, string Name) Find(Stream stream)
    {
        long start = stream.Position;
        string name = NameOf(stream);
        stream.Position = start;
        return (Named(name), name);
    }

    private static string NameOf(Stream stream)
    {
        long start = stream.Position;
        var bytes = new byte[(int)Math.Min(Block, stream.Length - start)];
        int count = stream.ReadAtLeast(bytes, bytes.Length, throwOnEndOfStream: false);
        if (WideOf(bytes.AsSpan(0, count)) is { } wide)
        {
            return wide;
        }
        stream.Position = start;
        if (IsUtf8(stream, bytes))
        {
            return "utf-8";
        }
        stream.Position = start;
        DetectionDetail? found = CharsetDetector.DetectFromStream(stream).Detected;
        // What is neither sure nor known is the usual one; it holds all that the older Latin one has.
        return
            found is { Encoding: not null, Confidence: >= LeastConfidence }
            && found.EncodingName.ToLowerInvariant()
                is var name
                    and not ("iso-8859-1" or "ascii" or "utf-8" or "iso-8859-15" or "iso-8859-9" or "windows-1254")
            && Known(name) is not null
            ? name
            : Usual;
    }

    private static string? WideOf(ReadOnlySpan<byte> bytes)
    {
        if (bytes.StartsWith((ReadOnlySpan<byte>)[0xFF, 0xFE]))
        {
            return "utf-16";
        }
        if (bytes.StartsWith((ReadOnlySpan<byte>)[0xFE, 0xFF]))
        {
            return "utf-16be";
        }
        int evenZeros = 0,
            oddZeros = 0,
            looked = Math.Min(bytes.Length, 4096);
        for (int i = 0; i < looked; i++)
        {
            if (bytes[i] == 0)
            {
                _ = i % 2 == 0 ? evenZeros++ : oddZeros++;
            }
        }
        return oddZeros > looked / 5 && evenZeros <= looked / 50 ? "utf-16"
            : evenZeros > looked / 5 && oddZeros <= looked / 50 ? "utf-16be"
            : null;
    }

    /// <summary>Looks at the whole of it, block by block; a character may reach from one block into the next.</summary>
    private static bool IsUtf8(Stream stream, byte[] block)
    {
        int kept = 0;
        var buffer = block.Length < 8 ? new byte[8] : block;
        while (true)
        {
            int read = stream.ReadAtLeast(buffer.AsSpan(kept), buffer.Length - kept, throwOnEndOfStream: false),
                count = kept + read;
            bool last = count < buffer.Length;
            int whole = last ? count : WholeIn(buffer.AsSpan(0, count));
            if (!System.Text.Unicode.Utf8.IsValid(buffer.AsSpan(0, whole)))
            {
                return false;
            }
            if (last)
            {
                return true;
            }
            kept = count - whole;
            buffer.AsSpan(whole, kept).CopyTo(buffer);
        }
    }

    /// <summary>How many bytes are whole characters: one that begins within the last four may go on.</summary>
    private static int WholeIn(ReadOnlySpan<byte> bytes)
    {
        for (int back = 1; back <= 4 && back < bytes.Length; back++)
        {
            if ((bytes[^back] & 0xC0) != 0x80)
            {
                return (bytes[^back] & 0x80) == 0 ? bytes.Length : bytes.Length - back;
            }
        }
        return bytes.Length;
    }
}
