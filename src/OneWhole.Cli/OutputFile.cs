using System.Runtime.InteropServices;
using OneWhole.Formats;
using OneWhole.Formats.Handing;
using OneWhole.Formats.Reading;

namespace OneWhole.Cli;

/// <summary>A file that the command writes: whole, or not at all. "-" is standard output.</summary>
internal static class OutputFile
{
    public const string Standard = "-";

    /// <summary>
    /// Writes beside the file and moves it into place, so that a failed run leaves no half of one; where a person reads, what takes long
    /// says how far it is.
    /// </summary>
    /// <param name="path">Of the file, or "-".</param>
    /// <param name="streams">Takes the bytes of "-", once all of them are there.</param>
    /// <param name="write">Writes the whole.</param>
    /// <exception cref="ReadException">It can't be written there.</exception>
    public static void Write(string path, Streams streams, Action<Stream, Progress> write)
    {
        void Whole(Stream to)
        {
            using var line = new ProgressLine(streams, $"writing {path}");
            write(to, new Progress(done => line.Say($"writing {path}: {done:0 %}"), CancellationToken.None));
        }
        if (path == Standard)
        {
            using FileStream whole = TemporaryFile.Of(Whole);
            using Stream to = streams.Bytes();
            whole.CopyTo(to);
            return;
        }
        string draft = path + ".part";
        // Interrupted, it leaves nothing behind either.
        void Clear(PosixSignalContext signal)
        {
            File.Delete(draft);
            Environment.Exit(signal.Signal == PosixSignal.SIGINT ? 130 : 143);
        }
        using var interrupted = PosixSignalRegistration.Create(PosixSignal.SIGINT, Clear);
        using var ended = PosixSignalRegistration.Create(PosixSignal.SIGTERM, Clear);
        try
        {
            using (FileStream file = File.Create(draft))
            {
                Whole(file);
            }
            File.Move(draft, path, overwrite: true);
        }
        catch (Exception fault)
        {
            Delete(draft);
            if (fault is IOException or UnauthorizedAccessException or ArgumentException or NotSupportedException)
            {
                throw new ReadException("no-file", $"The file \"{path}\" can't be written: {WhyNot(path, fault)}.", fault);
            }
            throw;
        }
    }

    private static void Delete(string draft)
    {
        try
        {
            File.Delete(draft);
        }
        catch (Exception gone) when (gone is IOException or UnauthorizedAccessException)
        {
            // Where it could not be written it is not there.
        }
    }

    private static string WhyNot(string path, Exception fault) =>
        fault switch
        {
            _ when TemporaryFile.IsFull(fault) => "there is no room left on the disk",
            DirectoryNotFoundException => "its folder is not there",
            _ when Directory.Exists(path) => "it is a folder",
            UnauthorizedAccessException => "this user has no right to write there",
            _ => "the system does not take it",
        };
}
