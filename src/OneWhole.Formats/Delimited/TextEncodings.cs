using System.Text;
using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Delimited;

/// <summary>Finds how a text file is encoded: a byte order mark, the zero bytes of UTF-16, valid UTF-8, else Windows-1252.</summary>
internal static class TextEncodings
{
    private const int Sample = 1 << 20;

    static TextEncodings() => Encoding.RegisterProvider(CodePagesEncodingProvider.Instance);

    /// <exception cref="ReadException">The name is not known.</exception>
    public static Encoding Named(string name) => name.ToLowerInvariant() switch
    {
        "utf-8" => new UTF8Encoding(false),
        "utf-16" or "utf-16le" => new UnicodeEncoding(false, true),
        "utf-16be" => new UnicodeEncoding(true, true),
        "windows-1252" => Encoding.GetEncoding(1252),
        _ => throw new ReadException("unknown-encoding", $"encoding is \"{name}\"; it must be utf-8, utf-16, utf-16be or windows-1252."),
    };

    /// <summary>Looks at the start of a stream and puts it back.</summary>
    public static (Encoding Encoding, string Name) Find(Stream stream)
    {
        long start = stream.Position;
        var bytes = new byte[Math.Min(Sample, stream.Length - start)];
        stream.ReadExactly(bytes);
        stream.Position = start;
        string name = NameOf(bytes, complete: bytes.Length < Sample);
        return (Named(name), name);
    }

    private static string NameOf(ReadOnlySpan<byte> bytes, bool complete)
    {
        if (bytes.StartsWith((ReadOnlySpan<byte>)[0xFF, 0xFE]))
        {
            return "utf-16";
        }
        if (bytes.StartsWith((ReadOnlySpan<byte>)[0xFE, 0xFF]))
        {
            return "utf-16be";
        }
        int evenZeros = 0, oddZeros = 0, looked = Math.Min(bytes.Length, 4096);
        for (int i = 0; i < looked; i++)
        {
            if (bytes[i] == 0)
            {
                _ = i % 2 == 0 ? evenZeros++ : oddZeros++;
            }
        }
        if (oddZeros > looked / 5 && evenZeros < looked / 50)
        {
            return "utf-16";
        }
        if (evenZeros > looked / 5 && oddZeros < looked / 50)
        {
            return "utf-16be";
        }
        return IsUtf8(bytes, complete) ? "utf-8" : "windows-1252";
    }

    private static bool IsUtf8(ReadOnlySpan<byte> bytes, bool complete)
    {
        if (!complete)
        {
            // The sample may end inside a character.
            int end = bytes.Length;
            for (int back = 1; back <= 4 && back < bytes.Length; back++)
            {
                if ((bytes[^back] & 0xC0) != 0x80)
                {
                    end = bytes.Length - back;
                    break;
                }
            }
            bytes = bytes[..end];
        }
        return System.Text.Unicode.Utf8.IsValid(bytes);
    }
}
