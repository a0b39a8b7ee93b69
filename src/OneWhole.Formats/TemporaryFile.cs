namespace OneWhole.Formats;

/// <summary>Files for what is too large to be held in memory.</summary>
public static class TemporaryFile
{
    /// <summary>An empty file, to write and to read, which is gone when it is closed.</summary>
    /// <exception cref="IOException">There is no room for it.</exception>
    public static FileStream Create() => new(Path.Combine(Path.GetTempPath(), $"onewhole-{Guid.NewGuid():n}.tmp"), new FileStreamOptions
    {
        Mode = FileMode.CreateNew,
        Access = FileAccess.ReadWrite,
        Options = FileOptions.DeleteOnClose,
        BufferSize = 1 << 16,
    });
}
