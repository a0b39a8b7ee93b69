using System.Diagnostics;
using System.Text.Json.Nodes;

namespace OneWhole.Web.Tests;

/// <summary>Kills the server process outright, and looks at what is left.</summary>
public sealed class KillTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("onewhole-").FullName;

    public void Dispose() => Directory.Delete(_folder, true);

    private async Task<(Process Process, HttpClient Client)> Start()
    {
        var start = new ProcessStartInfo("dotnet")
        {
            ArgumentList =
            {
                ServerTests.ServerFile,
                "--data",
                Path.Combine(_folder, "kill.db"),
                "--urls",
                "http://127.0.0.1:0",
                "--announce",
                "true",
            },
            RedirectStandardOutput = true,
            WorkingDirectory = _folder,
        };
        Process process = Process.Start(start)!;
        for (
            string? line = await process.StandardOutput.ReadLineAsync();
            line is not null;
            line = await process.StandardOutput.ReadLineAsync()
        )
        {
            int at = line.IndexOf("http://", StringComparison.Ordinal);
            if (at >= 0)
            {
                return (process, new HttpClient { BaseAddress = new Uri(line[at..].Trim()) });
            }
        }
        throw new InvalidOperationException("The server did not start.");
    }

    [Fact]
    public async Task What_was_acknowledged_is_there_after_kill_9()
    {
        (Process process, HttpClient client) = await Start();
        string table = await ServerTests.BringIn(client, "Cause,Minutes\nFog,60\nEngine,20\nCrew,20\n");
        JsonNode study = await ServerTests.Send(client, HttpMethod.Post, $"/api/tables/{table}/studies", new { });
        string id = (string)study["id"]!;
        int acknowledged = 1;
        var random = new Random(5);
        for (int round = 0; round < 3; round++)
        {
            // Writes go on while the process is killed: each answer that came is a promise.
            int killAt = random.Next(5, 25);
            for (int i = 0; i < 40; i++)
            {
                if (i == killAt)
                {
                    _ = Task.Run(process.Kill);
                }
                try
                {
                    JsonNode changed = await ServerTests.Send(
                        client,
                        HttpMethod.Post,
                        $"/api/studies/{id}/change",
                        new
                        {
                            revision = acknowledged,
                            path = "title",
                            value = $"title {acknowledged + 1}",
                        }
                    );
                    acknowledged = (int)changed["revision"]!;
                }
                catch (HttpRequestException)
                {
                    break;
                }
            }
            await process.WaitForExitAsync();
            client.Dispose();
            (process, client) = await Start();
            JsonNode now = await ServerTests.Send(client, HttpMethod.Get, $"/api/studies/{id}");
            // One write may have been kept whose answer was lost; none that was answered may be missing.
            Assert.InRange((int)now["revision"]!, acknowledged, acknowledged + 1);
            acknowledged = (int)now["revision"]!;
            Assert.Equal(acknowledged == 1 ? "Minutes by cause" : $"title {acknowledged}", (string)now["title"]!);
            Assert.Equal(100.0, (double)now["workings"]!["readings"]!["whole"]!);
        }
        process.Kill();
        await process.WaitForExitAsync();
        client.Dispose();
    }

    [Fact]
    public async Task A_killed_import_leaves_no_table()
    {
        (Process process, HttpClient client) = await Start();
        string csv = "Cause,Minutes\n" + string.Concat(Enumerable.Range(0, 400_000).Select(i => $"Cause {i % 5000},{i}\n"));
        await ServerTests.Send(client, HttpMethod.Post, "/api/tables/import?name=big.csv", csv);
        process.Kill();
        await process.WaitForExitAsync();
        client.Dispose();
        (process, client) = await Start();
        Assert.Empty((await ServerTests.Send(client, HttpMethod.Get, "/api/tables")).AsArray());
        process.Kill();
        await process.WaitForExitAsync();
        client.Dispose();
    }
}
