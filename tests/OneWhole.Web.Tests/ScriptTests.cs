using System.Diagnostics;

namespace OneWhole.Web.Tests;

/// <summary>
/// The shell's part of building: what is there already is told the same each time, and what did not change is not built again.
/// </summary>
public sealed class ScriptTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("onewhole-script-").FullName;

    public void Dispose() => Directory.Delete(_folder, recursive: true);

    private (int Status, string Said) Bash(string script)
    {
        var begin = new ProcessStartInfo("bash")
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true,
            WorkingDirectory = _folder,
        };
        begin.ArgumentList.Add("-c");
        begin.ArgumentList.Add($"set -euo pipefail; source '{Repository.At("scripts", "build.sh")}'; {script}");
        using Process process = Process.Start(begin)!;
        string said = process.StandardOutput.ReadToEnd() + process.StandardError.ReadToEnd();
        process.WaitForExit();
        return (process.ExitCode, said);
    }

    /// <summary>On a machine that has everything nothing goes looking for packages, however often it is asked.</summary>
    [Fact]
    public void What_is_there_is_found_a_hundred_times()
    {
        // Whoever would fetch something says so instead.
        (int status, string said) = Bash(
            "apt-get() { echo fetched; return 1; }; for i in $(seq 100); do need_icu; need dotnet 'the SDK'; need npm "
                + "'Node'; done; echo found"
        );
        Assert.Equal((0, "found\n"), (status, said));
    }

    [Fact]
    public void What_is_missing_is_named_with_what_to_do()
    {
        (int status, string said) = Bash("need no-such-program 'install it.'");
        Assert.Equal((1, "no-such-program is missing: install it.\n"), (status, said));
    }

    /// <summary>Made once; again where a file was changed, came or went; again where it could not be made.</summary>
    [Fact]
    public void What_did_not_change_is_not_made_again()
    {
        Directory.CreateDirectory(Path.Combine(_folder, "src", "deep"));
        File.WriteAllText(Path.Combine(_folder, "src", "deep", "a.cs"), "1");
        const string make = "make() { echo made; }; if changed stamps/x src; then made stamps/x make; fi";
        Assert.Equal("made\n", Bash(make).Said);
        Assert.Equal("", Bash(make).Said);
        Later(() => File.WriteAllText(Path.Combine(_folder, "src", "deep", "a.cs"), "2"));
        Assert.Equal("made\n", Bash(make).Said);
        Later(() => File.Delete(Path.Combine(_folder, "src", "deep", "a.cs")));
        Assert.Equal("made\n", Bash(make).Said);
        Assert.Equal("", Bash(make).Said);
        Later(() => File.WriteAllText(Path.Combine(_folder, "src", "b.cs"), "3"));
        Assert.Equal(
            (0, "not made\n"),
            Bash("fail() { return 1; }; if changed stamps/x src; then made stamps/x fail || echo not made; fi")
        );
        Assert.Equal("made\n", Bash(make).Said);
    }

    /// <summary>Some file systems tell times apart by no less than a few milliseconds.</summary>
    private static void Later(Action act)
    {
        Thread.Sleep(30);
        act();
    }
}
