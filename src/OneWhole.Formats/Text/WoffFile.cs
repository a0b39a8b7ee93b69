using System.Buffers.Binary;
using System.IO.Compression;

namespace OneWhole.Formats.Text;

/// <summary>
/// Unpacks a WOFF 1.0 file (W3C Recommendation, 13 December 2012) to the sfnt inside it, which is what shaping, drawing
/// and embedding in pages need.
/// </summary>
public static class WoffFile
{
    private const uint Signature = 0x774F4646;

    /// <exception cref="InvalidDataException">The bytes are not a WOFF file.</exception>
    public static byte[] ToSfnt(ReadOnlySpan<byte> woff)
    {
        if (woff.Length < 44 || BinaryPrimitives.ReadUInt32BigEndian(woff) != Signature)
        {
            throw new InvalidDataException("The bytes are not a WOFF 1.0 font.");
        }
        uint flavour = BinaryPrimitives.ReadUInt32BigEndian(woff[4..]);
        int tables = BinaryPrimitives.ReadUInt16BigEndian(woff[12..]);
        int size = (int)BinaryPrimitives.ReadUInt32BigEndian(woff[16..]);
        var sfnt = new byte[size];
        Span<byte> header = sfnt;
        int power = 1,
            log = 0;
        while (power * 2 <= tables)
        {
            power *= 2;
            log++;
        }
        BinaryPrimitives.WriteUInt32BigEndian(header, flavour);
        BinaryPrimitives.WriteUInt16BigEndian(header[4..], (ushort)tables);
        BinaryPrimitives.WriteUInt16BigEndian(header[6..], (ushort)(power * 16));
        BinaryPrimitives.WriteUInt16BigEndian(header[8..], (ushort)log);
        BinaryPrimitives.WriteUInt16BigEndian(header[10..], (ushort)((tables - power) * 16));

        int at = 12 + 16 * tables;
        for (int i = 0; i < tables; i++)
        {
            ReadOnlySpan<byte> entry = woff.Slice(44 + 20 * i, 20);
            int offset = (int)BinaryPrimitives.ReadUInt32BigEndian(entry[4..]);
            int packed = (int)BinaryPrimitives.ReadUInt32BigEndian(entry[8..]);
            int length = (int)BinaryPrimitives.ReadUInt32BigEndian(entry[12..]);
            Span<byte> record = header.Slice(12 + 16 * i, 16);
            entry[..4].CopyTo(record);
            entry[16..20].CopyTo(record[4..]);
            BinaryPrimitives.WriteUInt32BigEndian(record[8..], (uint)at);
            BinaryPrimitives.WriteUInt32BigEndian(record[12..], (uint)length);
            if (packed == length)
            {
                woff.Slice(offset, length).CopyTo(sfnt.AsSpan(at));
            }
            else
            {
                using var inflate = new ZLibStream(new MemoryStream(woff.Slice(offset, packed).ToArray()), CompressionMode.Decompress);
                inflate.ReadExactly(sfnt.AsSpan(at, length));
            }
            at += (length + 3) & ~3;
        }
        return sfnt;
    }
}
