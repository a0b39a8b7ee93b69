using System.Diagnostics;
using System.Net;
using System.Net.Sockets;
using System.Text.Json.Nodes;

namespace OneWhole.Web.Tests;

/// <summary>A server that can't start says why in one sentence and exits with 1; one that has the file is not disturbed.</summary>
public sealed class StartTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("onewhole-").FullName;

    public void Dispose() => Directory.Delete(_folder, true);

    private string Data => Path.Combine(_folder, "start.db");

    private Process Begin(params string[] more)
    {
        var start = new ProcessStartInfo("dotnet")
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true,
            WorkingDirectory = _folder,
        };
        foreach (string argument in (string[])[ServerTests.ServerFile, "--data", Data, "--announce", "true", .. more])
        {
            start.ArgumentList.Add(argument);
        }
        return Process.Start(start)!;
    }

    private static async Task<string> Refused(Process process)
    {
        string said = await process.StandardError.ReadToEndAsync();
        await process.WaitForExitAsync().WaitAsync(Eventually.Longest);
        Assert.Equal(1, process.ExitCode);
        Assert.Single(said.Split('\n', StringSplitOptions.RemoveEmptyEntries));
        Assert.DoesNotContain("   at ", said, StringComparison.Ordinal);
        return said;
    }

    private static async Task<HttpClient> Ready(Process process)
    {
        for (
            string? line = await process.StandardOutput.ReadLineAsync();
            line is not null;
            line = await process.StandardOutput.ReadLineAsync()
        )
        {
            if (line.IndexOf("http://", StringComparison.Ordinal) is var at and >= 0)
            {
                return new HttpClient { BaseAddress = new Uri(line[at..].Trim()) };
            }
        }
        throw new InvalidOperationException("The server did not start.");
    }

    [Fact]
    public async Task A_second_server_on_the_same_file_removes_nothing_and_names_the_first()
    {
        using Process first = Begin("--urls", "http://127.0.0.1:0");
        using HttpClient client = await Ready(first);
        string table = await ServerTests.BringIn(client, "Cause,Minutes\nFog,60\nEngine,20\n");
        string temporary = Path.Combine(_folder, "start.db.tmp", "onewhole-in-use.upload");
        await File.WriteAllTextAsync(temporary, "x");
        using Process second = Begin("--urls", "http://127.0.0.1:0");
        string said = await Refused(second);
        Assert.Contains($"process {first.Id}", said, StringComparison.Ordinal);
        Assert.Contains("start.db", said, StringComparison.Ordinal);
        Assert.True(File.Exists(temporary));
        Assert.Equal(2, (int)(await ServerTests.Send(client, HttpMethod.Get, $"/api/tables/{table}"))["rowCount"]!);
        first.Kill();
        await first.WaitForExitAsync();
        // A killed process holds no lock, and what it left behind is swept.
        using Process third = Begin("--urls", "http://127.0.0.1:0");
        using HttpClient again = await Ready(third);
        Assert.False(File.Exists(temporary));
        Assert.Single((await ServerTests.Send(again, HttpMethod.Get, "/api/tables")).AsArray());
        third.Kill();
        await third.WaitForExitAsync();
    }

    [Fact]
    public async Task A_port_that_is_taken_is_named()
    {
        using var taken = new TcpListener(IPAddress.Loopback, 0);
        taken.Start();
        int port = ((IPEndPoint)taken.LocalEndpoint).Port;
        using Process process = Begin("--urls", $"http://127.0.0.1:{port}");
        Assert.Contains(port.ToString(System.Globalization.CultureInfo.InvariantCulture), await Refused(process), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("this is no database at all, but a text of some length that stands where one should be")]
    [InlineData("SQLite format 3\0 and then nothing that makes sense, for a hundred characters or so, which is no database")]
    public async Task A_file_that_is_no_database_is_named(string content)
    {
        await File.WriteAllTextAsync(Data, content);
        using Process process = Begin("--urls", "http://127.0.0.1:0");
        Assert.Contains("start.db", await Refused(process), StringComparison.Ordinal);
        Assert.Equal(content, await File.ReadAllTextAsync(Data));
    }

    [Fact]
    public async Task A_folder_that_is_no_folder_is_named()
    {
        await File.WriteAllTextAsync(Path.Combine(_folder, "file"), "x");
        using Process process = Begin("--urls", "http://127.0.0.1:0", "--data", Path.Combine(_folder, "file", "data.db"));
        Assert.Contains("data.db", await Refused(process), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_size_of_memory_that_is_none_is_told()
    {
        using Process process = Begin("--urls", "http://127.0.0.1:0", "--memory", "a lot");
        Assert.Contains("--memory", await Refused(process), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Writes_from_elsewhere_are_refused_answers_are_not_kept_and_none_breaks_off()
    {
        using Process process = Begin("--urls", "http://127.0.0.1:0");
        using HttpClient client = await Ready(process);
        using var request = new HttpRequestMessage(HttpMethod.Post, "/api/demo");
        request.Headers.Add("Sec-Fetch-Site", "cross-site");
        Assert.Equal(HttpStatusCode.Forbidden, (await client.SendAsync(request)).StatusCode);
        HttpResponseMessage answer = await client.GetAsync("/api/tables");
        Assert.Equal("no-store", answer.Headers.CacheControl!.ToString());
        // A sum beyond the doubles: its card says so, and the other cards are there.
        string huge = await ServerTests.BringIn(client, "a,v\nx,1e308\nx,1e308\nx,1e308\ny,1\n");
        await ServerTests.Send(client, HttpMethod.Post, $"/api/tables/{huge}/studies", new { });
        string fine = await ServerTests.BringIn(client, "a,v\nx,1\ny,2\nz,3\n");
        await ServerTests.Send(client, HttpMethod.Post, $"/api/tables/{fine}/studies", new { });
        JsonArray cards = (await ServerTests.Send(client, HttpMethod.Get, "/api/studies")).AsArray();
        Assert.Equal(2, cards.Count);
        Assert.Contains(cards, card =>
            ((string?)card!["problem"])?.Contains("beyond the largest number", StringComparison.Ordinal) == true
        );
        Assert.Contains(cards, card => card!["problem"] is null && card["figure"] is not null);
        process.Kill();
        await process.WaitForExitAsync();
    }
}
