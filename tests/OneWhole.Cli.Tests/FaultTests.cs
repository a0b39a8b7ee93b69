using System.Diagnostics;
using System.Text;

namespace OneWhole.Cli.Tests;

/// <summary>The command as a process: standard input, pipes, names that are none, a full disk, an interruption.</summary>
[Trait("Speed", "Slow")]
public sealed class FaultTests : IDisposable
{
    private const string Csv = "Cause,Minutes\nFog,60\nEngine,20\nCrew,20\n";

    /// <summary>The command with its own native libraries, as it was built for these tests.</summary>
    private static readonly string Program = Path.GetFullPath(
        Path.Combine(AppContext.BaseDirectory, "../../OneWhole.Cli/release/onewhole.dll")
    );

    private readonly string _folder = Directory.CreateTempSubdirectory("onewhole-cli-").FullName;
    private readonly string _study;
    private readonly string _table;

    public FaultTests()
    {
        _study = Path.Combine(_folder, "s.study.json");
        _table = Path.Combine(_folder, "t.csv");
        File.WriteAllText(
            _study,
            """{"format": "onewhole.study/1", "parts": {"column": "Cause"}, "value": {"sum": "Minutes"}, "form": {"kind": "pareto"}}"""
        );
        File.WriteAllText(_table, Csv);
    }

    public void Dispose() => Directory.Delete(_folder, true);

    private static ProcessStartInfo Command(params string[] arguments)
    {
        var start = new ProcessStartInfo("dotnet")
        {
            RedirectStandardInput = true,
            RedirectStandardOutput = true,
            RedirectStandardError = true,
        };
        foreach (string argument in (string[])[Program, .. arguments])
        {
            start.ArgumentList.Add(argument);
        }
        return start;
    }

    private static (int Status, string Output, string Error) Run(ProcessStartInfo start, string? input = null)
    {
        using Process process = Process.Start(start)!;
        if (input is not null)
        {
            process.StandardInput.Write(input);
        }
        process.StandardInput.Close();
        Task<string> error = process.StandardError.ReadToEndAsync();
        string output = process.StandardOutput.ReadToEnd();
        process.WaitForExit();
        return (process.ExitCode, output, error.Result);
    }

    [Theory]
    [InlineData("-")]
    [InlineData("/dev/stdin")]
    public void A_table_is_read_from_standard_input(string place)
    {
        (int status, string output, string error) = Run(Command("workings", "--table", place, "--study", _study), Csv);
        Assert.Equal((0, ""), (status, error));
        Assert.Contains("Fog,60", output, StringComparison.Ordinal);
    }

    [Fact]
    public void A_study_is_read_from_standard_input()
    {
        (int status, string output, string error) = Run(Command("workings", "--table", _table, "--study", "-"), File.ReadAllText(_study));
        Assert.Equal((0, ""), (status, error));
        Assert.Contains("Fog,60", output, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("<?xml", "figure")]
    [InlineData("%PDF", "figure", "--as", "pdf")]
    [InlineData("{", "workings", "--as", "json")]
    [InlineData("part,value", "workings")]
    public void What_is_written_goes_to_standard_output(string begins, string verb, params string[] more)
    {
        (int status, string output, string error) = Run(Command([verb, "--table", _table, "--study", _study, "--out", "-", .. more]));
        Assert.Equal((0, ""), (status, error));
        Assert.StartsWith(begins, output, StringComparison.Ordinal);
        Assert.Equal(2, Directory.GetFiles(_folder).Length);
    }

    /// <summary>Study and table are read together; what is said does not depend on which is ready first.</summary>
    [Theory]
    [InlineData("Cause,Minutes,\nFog,60,1\n")]
    [InlineData("")]
    public void What_is_wrong_with_the_study_is_said_first_and_alone(string table)
    {
        File.WriteAllText(_table, table);
        File.WriteAllText(_study, """{"format": "onewhole.study/1", "colour": "red"}""");
        for (int run = 0; run < 5; run++)
        {
            (int status, string output, string error) = Run(Command("workings", "--table", _table, "--study", _study));
            Assert.Equal((1, ""), (status, output));
            Assert.Contains("colour", Assert.Single(error.Trim().Split('\n')), StringComparison.Ordinal);
        }
    }

    [Fact]
    public void A_failed_run_writes_nothing_to_standard_output()
    {
        (int status, string output, _) = Run(Command("figure", "--table", "nowhere.csv", "--study", _study, "--out", "-"));
        Assert.Equal((1, ""), (status, output));
    }

    [Theory]
    [InlineData("", "it has no name")]
    [InlineData("nowhere.csv", "it is not there")]
    [InlineData(".", "it is a folder")]
    public void A_name_that_is_none_is_one_sentence(string table, string says)
    {
        (int status, _, string error) = Run(Command("workings", "--table", table, "--study", _study));
        Assert.Equal(1, status);
        Assert.Contains(says, error, StringComparison.Ordinal);
        Assert.Single(error.Trim().Split('\n'));
        (status, _, error) = Run(Command("workings", "--table", _table, "--study", table));
        Assert.Equal(1, status);
        Assert.Contains(says, error, StringComparison.Ordinal);
    }

    [Fact]
    public void Half_a_character_is_refused_in_words()
    {
        File.WriteAllText(
            _study,
            """{"format": "onewhole.study/1", "title": "\ud800", "parts": {"column": "Cause"}, "form": {"kind": "pareto"}}""",
            Encoding.UTF8
        );
        (int status, _, string error) = Run(Command("workings", "--table", _table, "--study", _study));
        Assert.Equal(1, status);
        Assert.Contains("not valid Unicode", error, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("missing/out.csv", "its folder is not there")]
    [InlineData("folder.csv", "it is a folder")]
    public void A_place_that_can_t_be_written_is_named_and_nothing_is_left(string to, string says)
    {
        Directory.CreateDirectory(Path.Combine(_folder, "folder.csv"));
        (int status, _, string error) = Run(Command("workings", "--table", _table, "--study", _study, "--out", Path.Combine(_folder, to)));
        Assert.Equal(1, status);
        Assert.Contains(says, error, StringComparison.Ordinal);
        Assert.Empty(Directory.GetFiles(_folder, "*.part", SearchOption.AllDirectories));
    }

    [Fact]
    public void A_full_disk_is_told()
    {
        if (!File.Exists("/dev/full"))
        {
            return;
        }
        (int status, _, string error) = Run(Command("workings", "--table", _table, "--study", _study, "--out", "/dev/full/x.csv"));
        Assert.Equal(1, status);
        Assert.Single(error.Trim().Split('\n'));
        Assert.DoesNotContain("   at ", error, StringComparison.Ordinal);
    }

    [Fact]
    public void A_picture_of_too_many_pixels_is_refused()
    {
        (int status, _, string error) = Run(
            Command(
                "figure",
                "--table",
                _table,
                "--study",
                _study,
                "--out",
                Path.Combine(_folder, "x.png"),
                "--size",
                "8000x8000",
                "--scale",
                "8"
            )
        );
        Assert.NotEqual(0, status);
        Assert.Matches("larger than can be made|--size is", error);
        Assert.False(File.Exists(Path.Combine(_folder, "x.png")));
    }

    [Fact]
    public async Task Interrupted_it_leaves_no_half_of_a_file()
    {
        if (OperatingSystem.IsWindows())
        {
            return;
        }
        var big = new StringBuilder("Cause,Minutes\n");
        for (int row = 0; row < 400_000; row++)
        {
            big.Append(System.Globalization.CultureInfo.InvariantCulture, $"cause {row},{row}\n");
        }
        File.WriteAllText(_table, big.ToString());
        string to = Path.Combine(_folder, "out.ods");
        // On a busy machine it may be done before the signal comes: then it is whole, and is tried again. What a shell has started
        // beside itself ignores interrupts, as it should: it is ended otherwise.
        const int attempts = 5;
        for (int attempt = 1; await Interrupted(to, attempt % 2 == 1 ? "-INT" : "-TERM") == 0; attempt++)
        {
            Assert.True(attempt < attempts, "It was never interrupted.");
            Assert.Equal([to], Directory.GetFiles(_folder, "out.ods*"));
            File.Delete(to);
        }
        Assert.Empty(Directory.GetFiles(_folder, "out.ods*"));
    }

    /// <summary>Writes a large file and ends that by a signal as soon as it has begun.</summary>
    private async Task<int> Interrupted(string to, string signal)
    {
        using Process process = Process.Start(Command("workings", "--table", _table, "--study", _study, "--out", to))!;
        await Eventually.HoldsAsync(() => File.Exists(to + ".part") || process.HasExited);
        using (Process kill = Process.Start("kill", [signal, process.Id.ToString(System.Globalization.CultureInfo.InvariantCulture)]))
        {
            await kill.WaitForExitAsync();
        }
        await process.WaitForExitAsync().WaitAsync(Eventually.Longest);
        return process.ExitCode;
    }
}
