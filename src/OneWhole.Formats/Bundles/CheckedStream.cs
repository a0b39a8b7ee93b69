using System.Security.Cryptography;

namespace OneWhole.Formats.Bundles;

/// <summary>Passes on what is written to it, counts it and takes its checksum.</summary>
/// <param name="to">Where it goes; left open.</param>
internal sealed class CheckedStream(Stream to) : Stream
{
    private readonly IncrementalHash _hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
    private long _length;

    public override bool CanRead => false;

    public override bool CanSeek => false;

    public override bool CanWrite => true;

    /// <summary>Bytes so far.</summary>
    public override long Length => _length;

    public override long Position
    {
        get => _length;
        set => throw new NotSupportedException();
    }

    /// <summary>"sha256:" and the digits of what was written so far.</summary>
    public string Hash() => "sha256:" + Convert.ToHexStringLower(_hash.GetCurrentHash());

    public override void Write(byte[] buffer, int offset, int count) => Write(buffer.AsSpan(offset, count));

    public override void Write(ReadOnlySpan<byte> buffer)
    {
        _hash.AppendData(buffer);
        _length += buffer.Length;
        to.Write(buffer);
    }

    public override void Flush() => to.Flush();

    public override int Read(byte[] buffer, int offset, int count) => throw new NotSupportedException();

    public override long Seek(long offset, SeekOrigin origin) => throw new NotSupportedException();

    public override void SetLength(long value) => throw new NotSupportedException();

    protected override void Dispose(bool disposing)
    {
        if (disposing)
        {
            _hash.Dispose();
        }
        base.Dispose(disposing);
    }
}
