using System.Globalization;
using System.Runtime.InteropServices;

namespace OneWhole.Store;

/// <summary>
/// One process at a time has a data file. The lock is a file of its own beside it ("onewhole.db.lock"), locked for as long as the
/// process lives and holding its id: the database itself stays free to be read and backed up by others.
/// </summary>
public sealed class DataLock : IDisposable
{
    private readonly FileStream _file;

    private DataLock(FileStream file) => _file = file;

    /// <summary>Takes the lock before anything is read or removed.</summary>
    /// <param name="path">The data file.</param>
    /// <exception cref="StoreException">Another process has it, or the lock can't be written.</exception>
    public static DataLock Take(string path)
    {
        string name = Path.GetFullPath(path) + ".lock";
        try
        {
            Directory.CreateDirectory(Path.GetDirectoryName(name)!);
            // Without sharing the runtime holds an advisory lock (flock) on it.
            var file = PrivateFile.Open(name, FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None);
            file.SetLength(0);
            file.Write(System.Text.Encoding.ASCII.GetBytes(Environment.ProcessId.ToString(CultureInfo.InvariantCulture) + "\n"));
            file.Flush(flushToDisk: false);
            return new DataLock(file);
        }
        catch (IOException) when (Holder(name) is { } holder)
        {
            throw new StoreException($"{path} is in use by another One Whole ({holder}): stop that one, or name another file with --data.");
        }
        catch (Exception fault) when (fault is IOException or UnauthorizedAccessException)
        {
            throw new StoreException(
                $"{path} can't be used: {name} can't be written. Its folder must be there, with room on the disk, and "
                    + "this user must have the right to write it.",
                fault
            );
        }
    }

    /// <summary>"process 123", where somebody holds the lock; null where the file can't be read at all.</summary>
    private static string? Holder(string name)
    {
        if (OperatingSystem.IsWindows())
        {
            return File.Exists(name) ? "a process" : null;
        }
        // The runtime asks for a lock for every file that it opens; who only wants to know the holder must not.
        int file = LibC.open(name, 0);
        if (file < 0)
        {
            return null;
        }
        var bytes = new byte[32];
        nint read = Math.Max(0, LibC.read(file, bytes, bytes.Length));
        _ = LibC.close(file);
        return int.TryParse(System.Text.Encoding.ASCII.GetString(bytes, 0, (int)read).Trim(), CultureInfo.InvariantCulture, out int process)
            ? $"process {process}"
            : "a process";
    }

    /// <summary>Gives the file free.</summary>
    public void Dispose() => _file.Dispose();
}

/// <summary>Three calls of the system, as it names them.</summary>
internal static partial class LibC
{
    [LibraryImport("libc", StringMarshalling = StringMarshalling.Utf8)]
    [DefaultDllImportSearchPaths(DllImportSearchPath.SafeDirectories)]
    internal static partial int open(string path, int flags);

    [LibraryImport("libc")]
    [DefaultDllImportSearchPaths(DllImportSearchPath.SafeDirectories)]
    internal static partial nint read(int file, byte[] buffer, nint count);

    [LibraryImport("libc")]
    [DefaultDllImportSearchPaths(DllImportSearchPath.SafeDirectories)]
    internal static partial int close(int file);
}
