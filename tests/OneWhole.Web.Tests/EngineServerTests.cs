using System.Net;
using System.Net.Sockets;
using System.Text;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Builder;
using OneWhole.Engines.Tests;

namespace OneWhole.Web.Tests;

/// <summary>A table left in a real server, over real HTTP: passwords that show nowhere, and faults in the middle of things.</summary>
public sealed class EngineServerTests(Servers servers) : IClassFixture<Servers>, IAsyncLifetime
{
    private readonly string _folder = Directory.CreateTempSubdirectory("onewhole-").FullName;
    private readonly StringBuilder _answers = new();
    private WebApplication _app = null!;
    private HttpClient _client = null!;

    public Task InitializeAsync()
    {
        foreach (
            string sql in (string[])
                [
                    "DROP TABLE IF EXISTS delays",
                    "CREATE TABLE delays (id BIGINT PRIMARY KEY, cause TEXT, minutes BIGINT)",
                    "INSERT INTO delays SELECT i, CASE i % 3 WHEN 0 THEN 'Fog' WHEN 1 THEN 'Tide' ELSE 'Engine' END, i "
                        + "% 50 FROM generate_series(1, 5000) i",
                    $"ALTER ROLE reader PASSWORD '{Servers.Password}'",
                ]
        )
        {
            servers.Ask("postgres", sql);
        }
        return Begin();
    }

    private async Task Begin()
    {
        _app = Server.Build(["--data", Path.Combine(_folder, "web.db"), "--urls", "http://127.0.0.1:0"]);
        await _app.StartAsync();
        _client = new HttpClient { BaseAddress = new Uri(_app.Urls.First()) };
    }

    private async Task End()
    {
        _client.Dispose();
        await _app.StopAsync();
        await _app.DisposeAsync();
    }

    public async Task DisposeAsync()
    {
        await End();
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(_folder, true);
    }

    private async Task<JsonNode> Send(HttpMethod method, string path, object? body = null, HttpStatusCode expected = HttpStatusCode.OK)
    {
        JsonNode answer = await ServerTests.Send(_client, method, path, body, expected);
        _answers.Append(answer.ToJsonString());
        return answer;
    }

    private async Task<string> Source(int? port = null)
    {
        string place = servers.Place("postgres").Words;
        return (string)
            (
                await Send(
                    HttpMethod.Post,
                    "/api/sources",
                    new
                    {
                        name = "Ferry",
                        place = port is { } other
                            ? place.Replace($":{servers.Place("postgres").Port}", $":{other}", StringComparison.Ordinal)
                            : place,
                    }
                )
            )["id"]!;
    }

    private Task<JsonNode> Type(string source, string password, bool keep = false, HttpStatusCode expected = HttpStatusCode.NoContent) =>
        Send(HttpMethod.Post, $"/api/sources/{source}/password", new { password, keep }, expected);

    private async Task<string> Leave(string source)
    {
        JsonNode status = await Send(HttpMethod.Post, $"/api/sources/{source}/leave", new { name = "delays" });
        status = await ServerTests.Settled(_client, status);
        Assert.True((string)status["state"]! == "done", status.ToJsonString());
        return (string)status["table"]!["id"]!;
    }

    private Task<JsonNode> Show(string study) => Send(HttpMethod.Get, $"/api/studies/{study}");

    private Task AskAgain(string table) => Send(HttpMethod.Post, $"/api/tables/{table}/ask-again");

    [Fact]
    [System.Runtime.Versioning.UnsupportedOSPlatform("windows")]
    public async Task A_password_is_asked_for_taken_kept_and_shown_nowhere()
    {
        string source = await Source();
        JsonNode asked = await Send(HttpMethod.Get, $"/api/sources/{source}/tables", null, HttpStatusCode.UnprocessableEntity);
        Assert.Equal("wrong-password", (string)asked["code"]!);
        JsonNode wrong = await Type(source, "not-this-one", expected: HttpStatusCode.UnprocessableEntity);
        Assert.DoesNotContain("not-this-one", wrong.ToJsonString(), StringComparison.Ordinal);
        await Type(source, Servers.Password, keep: true);
        JsonNode tables = await Send(HttpMethod.Get, $"/api/sources/{source}/tables?find=dela");
        Assert.Equal("delays", (string)tables["tables"]![0]!["name"]!);
        string table = await Leave(source);
        JsonNode study = await Send(HttpMethod.Post, $"/api/tables/{table}/studies", new { });
        Assert.Equal("PostgreSQL", (string)study["left"]!["engine"]!);
        Assert.NotNull(study["figure"]);
        using (HttpResponseMessage bundle = await _client.GetAsync($"/api/studies/{study["id"]}/bundle?question=true"))
        {
            Assert.DoesNotContain(
                Servers.Password,
                Encoding.Latin1.GetString(await bundle.Content.ReadAsByteArrayAsync()),
                StringComparison.Ordinal
            );
        }

        // It lasts from one start to the next, and nobody finds it in any file.
        await End();
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Assert.All(Directory.GetFiles(_folder, "*", SearchOption.AllDirectories), file =>
            Assert.DoesNotContain(Servers.Password, Encoding.Latin1.GetString(File.ReadAllBytes(file)), StringComparison.Ordinal)
        );
        Assert.Equal(UnixFileMode.UserRead | UnixFileMode.UserWrite, File.GetUnixFileMode(Path.Combine(_folder, "web.db.passwords")));
        Assert.Equal(
            UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute,
            File.GetUnixFileMode(Path.Combine(_folder, "web.db.keys"))
        );
        await Begin();
        Assert.NotNull((await Show((string)study["id"]!))["figure"]);
        Assert.DoesNotContain(Servers.Password, _answers.ToString(), StringComparison.Ordinal);
    }

    private async Task<(string Source, string Table, string Study)> Started(int? port = null)
    {
        string source = await Source(port);
        await Type(source, Servers.Password);
        string table = await Leave(source);
        return (source, table, (string)(await Send(HttpMethod.Post, $"/api/tables/{table}/studies", new { }))["id"]!);
    }

    [Fact]
    public async Task A_password_that_was_changed_is_asked_for_again()
    {
        (string source, string table, string study) = await Started();
        servers.Ask("postgres", "ALTER ROLE reader PASSWORD 'another'");
        servers.Ask("postgres", "SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE usename = 'reader'");
        await AskAgain(table);
        JsonNode refused = await Show(study);
        Assert.Equal("wrong-password", (string)refused["problemCode"]!);
        Assert.Null(refused["figure"]);
        await Type(source, "another");
        Assert.NotNull((await Show(study))["figure"]);
    }

    [Fact]
    public async Task A_connection_lost_while_nobody_used_it_is_opened_again_without_a_word()
    {
        (_, string table, string study) = await Started();
        servers.Ask("postgres", "SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE usename = 'reader'");
        await AskAgain(table);
        Assert.NotNull((await Show(study))["figure"]);
    }

    [Fact]
    public async Task A_dropped_table_and_a_dropped_column_are_sentences()
    {
        (_, string table, string study) = await Started();
        servers.Ask("postgres", "ALTER TABLE delays DROP COLUMN minutes");
        await AskAgain(table);
        JsonNode column = await Show(study);
        Assert.Contains("minutes", (string)column["problem"]!, StringComparison.Ordinal);
        servers.Ask("postgres", "DROP TABLE delays");
        await AskAgain(table);
        Assert.Contains("there is no such table", (string)(await Show(study))["problem"]!, StringComparison.Ordinal);
        Assert.NotEmpty((await Show(study))["statement"]!.AsArray());
    }

    /// <summary>A server that works too long is stopped from the page, in the engine too; one killed in the middle says so.</summary>
    [Fact]
    public async Task A_long_question_is_stopped_in_the_engine_and_a_killed_one_is_said()
    {
        (_, string table, string study) = await Started();
        servers.Ask(
            "postgres",
            "ALTER TABLE delays RENAME TO few; CREATE VIEW delays AS SELECT a.id, a.cause, a.minutes FROM few a, few b, "
                + "few c; GRANT SELECT ON delays TO reader"
        );
        try
        {
            await AskAgain(table);
            Task<JsonNode> slow = Show(study);
            await Eventually.HoldsAsync(() => servers.Working > 0);
            await Send(HttpMethod.Post, $"/api/tables/{table}/stop-asking", null, HttpStatusCode.NoContent);
            JsonNode stopped = await slow.WaitAsync(Eventually.Longest);
            Assert.Equal("stopped", (string)stopped["problemCode"]!);
            await Eventually.HoldsAsync(() => servers.Working == 0);

            Task<JsonNode> killed = Show(study);
            await Eventually.HoldsAsync(() => servers.Working > 0);
            servers.Ask("postgres", "SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE usename = 'reader'");
            JsonNode said = await killed.WaitAsync(Eventually.Longest);
            Assert.Equal("engine-lost", (string)said["problemCode"]!);
            Assert.Contains("try again", (string)said["problem"]!, StringComparison.Ordinal);
        }
        finally
        {
            servers.Ask("postgres", "DROP VIEW delays; ALTER TABLE few RENAME TO delays");
        }
        Assert.NotNull((await Show(study))["figure"]);
    }

    /// <summary>A network that falls silent in the middle of an answer is given up when it is said to stop.</summary>
    [Fact]
    public async Task A_silent_network_is_given_up_and_a_cut_one_is_said()
    {
        await using var network = new Network(servers.Place("postgres").Port);
        (_, string table, string study) = await Started(network.Port);
        network.IsSilent = true;
        await AskAgain(table);
        Task<JsonNode> waiting = Show(study);
        // A stop before anything is asked has nothing to stop: it is said until it has.
        await Eventually.OfAsync(
            () => Send(HttpMethod.Post, $"/api/tables/{table}/stop-asking", null, HttpStatusCode.NoContent),
            _ => waiting.IsCompleted
        );
        Assert.Equal("stopped", (string)(await waiting)["problemCode"]!);
        network.IsSilent = false;
        Assert.NotNull((await Show(study))["figure"]);
        network.Cut();
        await AskAgain(table);
        JsonNode cut = await Show(study);
        Assert.Contains("can't be reached", (string)cut["problem"]!, StringComparison.Ordinal);
    }

    /// <summary>Between here and a server: passes on, falls silent, or is cut.</summary>
    private sealed class Network : IAsyncDisposable
    {
        private readonly TcpListener _listener = new(IPAddress.Loopback, 0);
        private readonly int _to;
        private readonly List<TcpClient> _open = [];
        private readonly CancellationTokenSource _end = new();

        public Network(int to)
        {
            _to = to;
            _listener.Start();
            _ = Accept();
        }

        public int Port => ((IPEndPoint)_listener.LocalEndpoint).Port;

        public bool IsSilent { get; set; }

        private async Task Accept()
        {
            try
            {
                while (true)
                {
                    TcpClient client = await _listener.AcceptTcpClientAsync(_end.Token),
                        server = new();
                    await server.ConnectAsync(IPAddress.Loopback, _to, _end.Token);
                    lock (_open)
                    {
                        _open.AddRange([client, server]);
                    }
                    _ = Pass(client, server);
                    _ = Pass(server, client);
                }
            }
            catch (Exception fault) when (fault is OperationCanceledException or SocketException or ObjectDisposedException)
            {
                // It was cut.
            }
        }

        private async Task Pass(TcpClient from, TcpClient to)
        {
            var buffer = new byte[1 << 14];
            try
            {
                for (int read; (read = await from.GetStream().ReadAsync(buffer, _end.Token)) > 0; )
                {
                    while (IsSilent)
                    {
                        await Task.Delay(20, _end.Token);
                    }
                    await to.GetStream().WriteAsync(buffer.AsMemory(0, read), _end.Token);
                }
            }
            catch (Exception fault)
                when (fault is OperationCanceledException or IOException or ObjectDisposedException or InvalidOperationException)
            {
                // It was cut.
            }
            to.Dispose();
        }

        public void Cut()
        {
            _end.Cancel();
            _listener.Stop();
            lock (_open)
            {
                _open.ForEach(client => client.Dispose());
            }
        }

        public ValueTask DisposeAsync()
        {
            Cut();
            _end.Dispose();
            return ValueTask.CompletedTask;
        }
    }
}
