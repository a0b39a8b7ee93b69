using System.Diagnostics;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;

namespace OneWhole.Web.Tests;

/// <summary>What the documents tell a reader to type is done as it stands there.</summary>
public sealed partial class DocumentedStepsTests : IDisposable
{
    private static readonly string Root = Repository.Root;

    private readonly string _folder = Directory.CreateTempSubdirectory("onewhole-steps-").FullName;

    public void Dispose() => Directory.Delete(_folder, true);

    [GeneratedRegex(@"(?s)## A form, step by step.*?```sh\n(.*?)```")]
    private static partial Regex FormSteps { get; }

    [GeneratedRegex(@"(?m)^(\./onewhole (?!briefing|table).*|\./onewhole +(workings|figure|check).*)$")]
    private static partial Regex Commands { get; }

    [GeneratedRegex(@"(?m)^curl .*$")]
    private static partial Regex Calls { get; }

    private static string Bash(string script, string folder)
    {
        var start = new ProcessStartInfo("bash", ["-euo", "pipefail", "-c", script])
        {
            WorkingDirectory = folder,
            RedirectStandardOutput = true,
            RedirectStandardError = true,
        };
        using Process process = Process.Start(start)!;
        Task<string> error = process.StandardError.ReadToEndAsync();
        string said = process.StandardOutput.ReadToEnd();
        process.WaitForExit();
        Assert.True(process.ExitCode == 0, $"{script}\n{said}\n{error.Result}");
        return said;
    }

    /// <summary>The toy form, added to a copy of the sources by the steps of CONTRIBUTING.md and by nothing else.</summary>
    [Fact]
    public void A_form_is_added_by_the_steps_that_are_written_down()
    {
        string steps = FormSteps.Match(File.ReadAllText(Path.Combine(Root, "CONTRIBUTING.md"))).Groups[1].Value;
        Assert.Contains("ToyForm.cs", steps, StringComparison.Ordinal);
        // What git has, and what was changed since: no build of ours.
        Bash($"git -C '{Root}' ls-files -z -co --exclude-standard | tar -C '{Root}' --null -T - -cf - | tar -xf - -C '{_folder}'", Root);
        Bash(steps, _folder);
        const string command = "artifacts/publish/cli/onewhole";
        JsonArray forms = (JsonArray)JsonNode.Parse(Bash($"{command} schema --of forms", _folder))!;
        Assert.Equal("toy", (string?)forms[^1]!["kind"]);
        Assert.Contains("\"toy\"", File.ReadAllText(Path.Combine(_folder, "docs", "study.schema.json")), StringComparison.Ordinal);
        Assert.Contains("# Toy", File.ReadAllText(Path.Combine(_folder, "docs", "guide", "forms", "toy.md")), StringComparison.Ordinal);
        Assert.Contains(
            "[Toy](forms/toy.md)",
            File.ReadAllText(Path.Combine(_folder, "docs", "guide", "README.md")),
            StringComparison.Ordinal
        );
        File.WriteAllText(
            Path.Combine(_folder, "toy.study.json"),
            """{"format": "onewhole.study/1", "value": {"sum": "Revenue"}, "parts": {"column": "Passenger type"},"""
                + """ "groups": {"column": "Route"}, "form": {"kind": "toy", "gap": 4}}"""
        );
        Bash($"{command} check --table demo/revenue.csv --study toy.study.json", _folder);
        foreach (string ending in (string[])["svg", "xlsx", "pptx", "html"])
        {
            Bash($"{command} figure --table demo/revenue.csv --study toy.study.json --out toy.{ending}", _folder);
            Assert.True(new FileInfo(Path.Combine(_folder, $"toy.{ending}")).Length > 1000);
        }
        Assert.Contains(
            "spacer",
            Bash($"{command} workings --table demo/revenue.csv --study toy.study.json", _folder),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void The_picture_of_the_layers_is_that_of_the_code()
    {
        string drawn = Path.Combine(_folder, "layers.svg");
        Bash($"node scripts/layers.mjs '{drawn}'", Root);
        Assert.Equal(File.ReadAllText(drawn), File.ReadAllText(Path.Combine(Root, "docs", "layers.svg")));
    }

    /// <summary>The commands of the README, run where its reader stands.</summary>
    [Fact]
    public void The_readme_s_commands_do_what_they_say()
    {
        string[] commands =
        [
            .. Commands
                .Matches(File.ReadAllText(Path.Combine(Root, "README.md")))
                .Select(match => match.Value)
                .Where(command => !command.Contains("FILE", StringComparison.Ordinal)),
        ];
        Assert.True(commands.Length >= 3);
        // In a folder of its own, so that nothing is left in the sources.
        Directory.CreateSymbolicLink(Path.Combine(_folder, "demo"), Path.Combine(Root, "demo"));
        Directory.CreateSymbolicLink(Path.Combine(_folder, "onewhole"), Path.Combine(Root, "onewhole"));
        Assert.All(commands, command => Bash(command, _folder));
        Assert.True(File.Exists(Path.Combine(_folder, "figure.svg")));
    }

    /// <summary>The README's three calls, against a server: what stands for an id is filled in with the answers'.</summary>
    [Fact]
    public async Task The_readme_s_calls_make_a_study_and_its_picture()
    {
        string[] calls = [.. Calls.Matches(File.ReadAllText(Path.Combine(Root, "README.md"))).Select(match => match.Value)];
        Assert.Equal(3, calls.Length);
        var start = new ProcessStartInfo(
            "dotnet",
            [ServerTests.ServerFile, "--data", Path.Combine(_folder, "a.db"), "--urls", "http://127.0.0.1:0", "--announce", "true"]
        )
        {
            RedirectStandardOutput = true,
        };
        using Process server = Process.Start(start)!;
        try
        {
            string line = "";
            while (!line.Contains("http://", StringComparison.Ordinal))
            {
                line = await server.StandardOutput.ReadLineAsync() ?? throw new InvalidOperationException("The server did not start.");
            }
            string url = line[line.IndexOf("http://", StringComparison.Ordinal)..].Trim();
            using var client = new HttpClient();
            Assert.Contains("\"openapi\"", await client.GetStringAsync(new Uri($"{url}/openapi/v1.json")), StringComparison.Ordinal);
            string Call(int at, string table = "", string study = "") =>
                Bash(
                    calls[at]
                        .Replace("http://127.0.0.1:5170", url, StringComparison.Ordinal)
                        .Replace("@demo/", $"@{Root}/demo/", StringComparison.Ordinal)
                        .Replace("TABLE", table, StringComparison.Ordinal)
                        .Replace("STUDY", study, StringComparison.Ordinal),
                    _folder
                );
            JsonNode import = JsonNode.Parse(Call(0))!;
            while ((string?)import["state"] != "done")
            {
                import = JsonNode.Parse(await client.GetStringAsync(new Uri($"{url}/api/imports/{import["id"]}")))!;
            }
            string table = (string)import["table"]!["id"]!;
            Call(2, study: (string)JsonNode.Parse(Call(1, table))!["id"]!);
            Assert.Equal("PNG", System.Text.Encoding.ASCII.GetString(File.ReadAllBytes(Path.Combine(_folder, "figure.png"))[1..4]));
        }
        finally
        {
            server.Kill(true);
        }
    }
}
