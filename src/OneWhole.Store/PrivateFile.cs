namespace OneWhole.Store;

/// <summary>Files that only their owner reads.</summary>
internal static class PrivateFile
{
    public static FileStream Open(string path, FileMode mode, FileAccess access, FileShare share)
    {
        var options = new FileStreamOptions
        {
            Mode = mode,
            Access = access,
            Share = share,
        };
        if (!OperatingSystem.IsWindows())
        {
            options.UnixCreateMode = UnixFileMode.UserRead | UnixFileMode.UserWrite;
        }
        return new FileStream(path, options);
    }
}
