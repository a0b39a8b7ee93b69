using System.Diagnostics;
using System.Text.Json.Nodes;

namespace OneWhole.Web.Tests;

/// <summary>
/// The archive for this kind of machine, unpacked and used with an empty environment: no SDK, no Node.js, no path to either. It is made
/// first, by the script, unless it is there already.
/// </summary>
public sealed class PackageTests : IDisposable
{
    private static readonly Lazy<string> Archive = new(Make);

    private readonly string _folder = Directory.CreateTempSubdirectory("onewhole-package-").FullName;

    public PackageTests() => Run("tar", "-xzf", Archive.Value, "-C", _folder, "--strip-components=1");

    public void Dispose() => Directory.Delete(_folder, true);

    private static string Make()
    {
        string root = Repository.Root;
        // This machine's kind is what the script makes where none is named.
        string said = Run("bash", Path.Combine(root, "package"));
        return Path.Combine(root, said.TrimEnd().Split('\n')[^1]);
    }

    private static string Run(string program, params string[] arguments)
    {
        var start = new ProcessStartInfo(program, arguments) { RedirectStandardOutput = true, RedirectStandardError = true };
        using Process process = Process.Start(start)!;
        Task<string> error = process.StandardError.ReadToEndAsync();
        string said = process.StandardOutput.ReadToEnd();
        process.WaitForExit();
        Assert.True(process.ExitCode == 0, $"{program} {string.Join(' ', arguments)}: {said}{error.Result}");
        return said;
    }

    /// <summary>Something of the archive, in an empty environment.</summary>
    private ProcessStartInfo Begin(string program, params string[] arguments)
    {
        var start = new ProcessStartInfo(Path.Combine(_folder, program), arguments)
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true,
            WorkingDirectory = Path.GetTempPath(),
        };
        start.Environment.Clear();
        start.Environment["HOME"] = _folder;
        return start;
    }

    private (int Status, string Out, string Error) Ask(string program, params string[] arguments)
    {
        using Process process = Process.Start(Begin(program, arguments))!;
        Task<string> error = process.StandardError.ReadToEndAsync();
        string said = process.StandardOutput.ReadToEnd();
        process.WaitForExit();
        return (process.ExitCode, said, error.Result);
    }

    private static async Task<Uri> Ready(Process server)
    {
        while (await server.StandardOutput.ReadLineAsync() is { } line)
        {
            if (line.IndexOf("http://", StringComparison.Ordinal) is var at and >= 0)
            {
                return new Uri(line[at..].Trim());
            }
        }
        throw new InvalidOperationException(await server.StandardError.ReadToEndAsync());
    }

    [Fact]
    public void The_command_draws_the_demo_and_knows_its_version()
    {
        string study = Path.Combine(_folder, "demo", "studies", "delays.minutes-by-cause.study.json");
        string table = Path.Combine(_folder, "demo", "delays.csv"),
            to = Path.Combine(_folder, "causes.png");
        Assert.Equal((0, "", ""), Ask("onewhole", "figure", "--table", table, "--study", study, "--out", to));
        Assert.Equal([0x89, (byte)'P', (byte)'N', (byte)'G'], File.ReadAllBytes(to)[..4]);
        Assert.Equal($"{typeof(Server).Assembly.GetName().Version!.ToString(3)}\n", Ask("onewhole", "--version").Out);
    }

    [Fact]
    public async Task The_server_serves_its_page_the_demo_and_a_figure_and_is_backed_up_while_it_runs()
    {
        using Process server = Process.Start(Begin("start", "--urls", "http://127.0.0.1:0"))!;
        try
        {
            using var client = new HttpClient { BaseAddress = await Ready(server) };
            Assert.Contains("<title>One Whole", await client.GetStringAsync("/"), StringComparison.Ordinal);
            JsonArray studies = (JsonArray)JsonNode.Parse(await client.GetStringAsync("/api/studies?width=24&height=24"))!;
            Assert.True(studies.Count > 8);
            byte[] pdf = await client.GetByteArrayAsync($"/api/studies/{studies[0]!["id"]}/hand-over/figure.pdf");
            Assert.Equal("%PDF"u8.ToArray(), pdf[..4]);
            string copy = Path.Combine(_folder, "copy.db"),
                data = Path.Combine(_folder, "data", "onewhole.db");
            (int status, string said, string error) = Ask("app/OneWhole.Web", "--data", data, "--back-up", copy);
            Assert.Equal((0, $"{copy} is a copy of everything that was saved.\n", ""), (status, said, error));
            // The copy is a whole of its own: a second server shows the same studies from it.
            using Process second = Process.Start(Begin("start", "--urls", "http://127.0.0.1:0", "--data", copy, "--load-demo", "false"))!;
            try
            {
                using var other = new HttpClient { BaseAddress = await Ready(second) };
                JsonArray kept = (JsonArray)JsonNode.Parse(await other.GetStringAsync("/api/studies?width=24&height=24"))!;
                Assert.Equal(studies.Select(study => (string?)study!["id"]), kept.Select(study => (string?)study!["id"]));
            }
            finally
            {
                second.Kill(true);
            }
        }
        finally
        {
            server.Kill(true);
        }
    }

    [Fact]
    public void Everything_that_ships_has_its_notice()
    {
        string notices = File.ReadAllText(Path.Combine(_folder, "THIRD-PARTY-NOTICES.txt"));
        string[] libraries =
        [
            .. Directory
                .GetFiles(Path.Combine(_folder, "app"), "*.dll")
                .Select(Path.GetFileNameWithoutExtension)
                .OfType<string>()
                .Where(name => !name.StartsWith("OneWhole", StringComparison.Ordinal) && name != "onewhole")
                // The framework's own.
                .Where(name => name is not ("mscorlib" or "netstandard" or "WindowsBase"))
                .Where(name =>
                    !name.StartsWith("System.", StringComparison.Ordinal) && !name.StartsWith("Microsoft.", StringComparison.Ordinal)
                )
                // Several libraries of one work.
                .Select(name => name.StartsWith("SQLitePCLRaw.", StringComparison.Ordinal) ? "SQLitePCLRaw" : name),
        ];
        string[] works =
        [
            "SkiaSharp",
            "HarfBuzzSharp",
            "DuckDB.NET",
            "SQLitePCLRaw",
            "Npgsql",
            "react",
            "@fontsource/public-sans",
            ".NET 10",
        ];
        Assert.All(works, work => Assert.Contains(work, notices, StringComparison.Ordinal));
        Assert.Contains("SIL OPEN FONT LICENSE", notices, StringComparison.OrdinalIgnoreCase);
        // A library's name and its package's differ by points and endings at most.
        string plain = notices.Replace(".", "", StringComparison.Ordinal);
        Assert.NotEmpty(libraries);
        Assert.All(libraries, library =>
            Assert.Contains(library.Replace(".", "", StringComparison.Ordinal), plain, StringComparison.OrdinalIgnoreCase)
        );
    }

    [Fact]
    public void It_brings_the_documents_the_service_and_no_tool_of_ours()
    {
        Assert.All((string[])["docs/running.md", "docs/guide/README.md", "onewhole.service", "demo/delays.csv"], file =>
            Assert.True(File.Exists(Path.Combine(_folder, file)), file)
        );
        Assert.Empty(Directory.GetFiles(_folder, "*.pdb", SearchOption.AllDirectories));
        Assert.Empty(Directory.GetFiles(Path.Combine(_folder, "demo"), "*.mjs", SearchOption.AllDirectories));
    }
}
