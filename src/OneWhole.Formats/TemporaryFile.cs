namespace OneWhole.Formats;

/// <summary>Files for what is too large to be held in memory.</summary>
public static class TemporaryFile
{
    /// <summary>An empty file, to write and to read, which is gone when it is closed.</summary>
    /// <exception cref="IOException">There is no room for it.</exception>
    private static FileStream Create() => new(Path.Combine(Path.GetTempPath(), $"onewhole-{Guid.NewGuid():n}.tmp"), new FileStreamOptions
    {
        Mode = FileMode.CreateNew,
        Access = FileAccess.ReadWrite,
        Options = FileOptions.DeleteOnClose,
        BufferSize = 1 << 16,
    });

    /// <summary>A file that is written already, to be read from its beginning.</summary>
    /// <exception cref="IOException">There is no room for it; whatever the writing throws leaves no file.</exception>
    public static FileStream Of(Action<Stream> write)
    {
        FileStream file = Create();
        try
        {
            write(file);
            file.Position = 0;
            return file;
        }
        catch
        {
            file.Dispose();
            throw;
        }
    }
}
