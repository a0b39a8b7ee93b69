using OneWhole.App.Waiting;
using OneWhole.Formats.Handing;

namespace OneWhole.App.HandingOver;

/// <summary>How a file that is being written stands.</summary>
/// <param name="State">"queued", "computing", "writing", "done", "failed" or "stopped".</param>
/// <param name="Progress">Of what is to be written, 0 to 1.</param>
/// <param name="Problem">Why it failed.</param>
public sealed record HandOverStatus(string Id, string State, double Progress, string? Problem);

/// <summary>Files that are written while the page shows how far they are, and that can be stopped.</summary>
public sealed class HandOverJobs(WaitingRoom room)
{
    private const string Kind = "hand-over";
    private const string Gone = "The file is not at hand any more: hand it over again.";

    private sealed record Written(LeavingFile File, FileStream Content) : IDisposable
    {
        public void Dispose() => Content.Dispose();
    }

    /// <summary>Starts to write a file, or lets it wait its turn.</summary>
    /// <param name="prepare">Computes what leaves; it is told when nobody wants it any more.</param>
    public HandOverStatus Start(Func<CancellationToken, LeavingFile> prepare) => StatusOf(room.Start(Kind, guest =>
            {
                LeavingFile file = prepare(guest.Cancel);
                guest.Rows = 1;
                FileStream content = file.ToFile(new Progress(part => guest.Progress = part, guest.Cancel));
                guest.Bytes = content.Length;
                return new Written(file, content);
            }));

    private static HandOverStatus StatusOf(WaitingRoom.Guest guest) =>
        new(
            guest.Id,
            guest.State switch
            {
                WaitingState.Running => guest.Rows == 0 ? "computing" : "writing",
                var state => state.ToString().ToLowerInvariant(),
            },
            guest.State == WaitingState.Done ? 1 : guest.Progress,
            guest.Problem
        );

    public HandOverStatus Status(string id) => StatusOf(room.Find(Kind, id, Gone));

    /// <summary>Stops the writing, or throws away what was written.</summary>
    public HandOverStatus Stop(string id) => StatusOf(room.Stop(Kind, id, Gone)) with { State = "stopped" };

    /// <summary>The file, to be read; it waits for as long as anything waits, and can be fetched again.</summary>
    /// <exception cref="AppException">It is not written (yet), or not at hand any more.</exception>
    public (Stream Content, string Type, string Name) Open(string id)
    {
        WaitingRoom.Guest guest = room.Find(Kind, id, Gone);
        return guest.Value is Written written
            ? (new HandleStream(written.Content.SafeFileHandle), written.File.Type, written.File.Name)
            : throw new AppException("not-found", "The file is not written yet.");
    }

    /// <summary>Reads a file that another one holds open, from its beginning, beside others who read it.</summary>
    private sealed class HandleStream(Microsoft.Win32.SafeHandles.SafeFileHandle file) : Stream
    {
        public override bool CanRead => true;

        public override bool CanSeek => true;

        public override bool CanWrite => false;

        public override long Length { get; } = RandomAccess.GetLength(file);

        public override long Position { get; set; }

        public override int Read(Span<byte> buffer)
        {
            int read = RandomAccess.Read(file, buffer, Position);
            Position += read;
            return read;
        }

        public override int Read(byte[] buffer, int offset, int count) => Read(buffer.AsSpan(offset, count));

        public override async ValueTask<int> ReadAsync(Memory<byte> buffer, CancellationToken cancellationToken = default)
        {
            int read = await RandomAccess.ReadAsync(file, buffer, Position, cancellationToken).ConfigureAwait(false);
            Position += read;
            return read;
        }

        public override long Seek(long offset, SeekOrigin origin) =>
            Position = origin switch
            {
                SeekOrigin.Begin => offset,
                SeekOrigin.Current => Position + offset,
                _ => Length + offset,
            };

        public override void Flush() { }

        public override void SetLength(long value) => throw new NotSupportedException();

        public override void Write(byte[] buffer, int offset, int count) => throw new NotSupportedException();
    }
}
