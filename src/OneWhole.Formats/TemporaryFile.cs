namespace OneWhole.Formats;

/// <summary>Files for what is too large to be held in memory. Only their owner reads them.</summary>
public static class TemporaryFile
{
    /// <summary>Where they are: the system's folder, unless who runs sets one that it sweeps.</summary>
    public static string Folder { get; set; } = Path.GetTempPath();

    /// <summary>A path that no file has.</summary>
    /// <param name="ending">Tells what it is for ("upload").</param>
    public static string NewPath(string ending) => Path.Combine(Folder, $"onewhole-{Guid.NewGuid():n}.{ending}");

    /// <summary>A new file at a path, to be written.</summary>
    /// <exception cref="IOException">There is no room for it.</exception>
    public static FileStream New(string path, FileAccess access = FileAccess.Write, FileOptions how = FileOptions.None)
    {
        var options = new FileStreamOptions
        {
            Mode = FileMode.CreateNew,
            Access = access,
            Options = how,
            BufferSize = 1 << 16,
        };
        if (!OperatingSystem.IsWindows())
        {
            options.UnixCreateMode = UnixFileMode.UserRead | UnixFileMode.UserWrite;
        }
        return new FileStream(path, options);
    }

    /// <summary>An empty file, to write and to read, which is gone when it is closed, and where the process is killed.</summary>
    private static FileStream Create()
    {
        string path = NewPath("tmp");
        FileStream file = New(path, FileAccess.ReadWrite, FileOptions.DeleteOnClose);
        if (!OperatingSystem.IsWindows())
        {
            // Without a name it lives as long as it is open.
            File.Delete(path);
        }
        return file;
    }

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

    /// <summary>What a fault of reading or writing a file means, in words: a full disk is called so.</summary>
    public static string Words(Exception fault) =>
        IsFull(fault) ? $"There is no room left on the disk ({Folder}): make room, and try again." : fault.Message;

    /// <summary>Whether a disk is full.</summary>
    public static bool IsFull(Exception fault) =>
        fault is IOException
        && (
            fault.HResult is unchecked((int)0x80070070) or 28 || fault.Message.Contains("No space left", StringComparison.OrdinalIgnoreCase)
        );
}
