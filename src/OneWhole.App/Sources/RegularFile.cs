using System.Runtime.InteropServices;
using Microsoft.Win32.SafeHandles;

namespace OneWhole.App.Sources;

/// <summary>Opens files that are files: what waits for a writer (a pipe) or never ends (a device) is refused, not waited for.</summary>
internal static partial class RegularFile
{
    private const int ReadOnly = 0,
        NonBlocking = 0x800,
        CloseOnExec = 0x80000;

    /// <exception cref="AppException">It is no regular file.</exception>
    /// <exception cref="IOException">It can't be opened.</exception>
    public static FileStream Open(string path)
    {
        if (!OperatingSystem.IsLinux())
        {
            return new FileStream(path, FileMode.Open, FileAccess.Read, FileShare.ReadWrite | FileShare.Delete);
        }
        int number = open(path, ReadOnly | NonBlocking | CloseOnExec);
        if (number < 0)
        {
            // Opened in the usual way it says why it can't be.
            return new FileStream(path, FileMode.Open, FileAccess.Read, FileShare.ReadWrite | FileShare.Delete);
        }
        var file = new FileStream(new SafeFileHandle(number, ownsHandle: true), FileAccess.Read);
        // A device says that it is empty, and then gives bytes without end.
        if (!file.CanSeek || (file.Length == 0 && file.ReadByte() >= 0))
        {
            file.Dispose();
            throw new AppException("not-a-file", $"{path} is no file that can be read to its end, but a pipe or a device: name a file.");
        }
        return file;
    }

    [LibraryImport("libc", StringMarshalling = StringMarshalling.Utf8)]
    [DefaultDllImportSearchPaths(DllImportSearchPath.SafeDirectories)]
    private static partial int open(string path, int flags);
}
