using System.Runtime.InteropServices;
using Microsoft.Win32.SafeHandles;

namespace OneWhole.Formats;

/// <summary>
/// The framework ends the process with a trace of calls where the system's ICU is missing; this says it in a sentence before.
/// </summary>
public static class IcuCheck
{
    private const int FirstVersion = 60;
    private const int LastVersion = 130;

    /// <summary>
    /// Ends the process with status 1 where ICU is missing. It must come before anything that knows a culture, numbers in texts included.
    /// </summary>
    public static void EndWithoutIcu()
    {
        if (!OperatingSystem.IsLinux() || NativeLibrary.TryLoad("libicuuc.so", out _))
        {
            return;
        }
        Span<char> version = stackalloc char[3];
        for (int number = LastVersion; number >= FirstVersion; number--)
        {
            version[0] = (char)('0' + number / 100);
            version[1] = (char)('0' + number / 10 % 10);
            version[2] = (char)('0' + number % 10);
            if (NativeLibrary.TryLoad(string.Concat("libicuuc.so.", number < 100 ? version[1..] : version), out _))
            {
                return;
            }
        }
        // The console's writer would ask for a culture.
        using var error = new FileStream(new SafeFileHandle(2, ownsHandle: false), FileAccess.Write, 0);
        error.Write(
            "ICU is missing, by which labels are compared: install the system's libicu (Debian: libicu72 or newer) and start again.\n"u8
        );
        Environment.Exit(1);
    }
}
