using OneWhole.Formats.Delimited;

namespace OneWhole.Formats.Reading;

/// <summary>Opens a file of any format that is read.</summary>
public static class TableFile
{
    /// <exception cref="ReadException">The file is not there, or can't be read.</exception>
    public static ReadResult Read(string path, ReadSettings settings, Action<ReadProgress>? progress = null, CancellationToken cancel = default)
    {
        try
        {
            using var stream = new FileStream(path, FileMode.Open, FileAccess.Read, FileShare.Read, 1 << 16, FileOptions.SequentialScan);
            return DelimitedReader.Read(stream, Path.GetFileNameWithoutExtension(path), settings, progress, cancel);
        }
        catch (Exception fault) when (fault is IOException or UnauthorizedAccessException)
        {
            throw new ReadException("no-file", $"The file {path} can't be opened: {fault.Message}", fault);
        }
    }
}
