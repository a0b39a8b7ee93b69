using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Builder;

namespace OneWhole.Web.Tests;

/// <summary>The server over real HTTP, on a free port with a fresh database.</summary>
public sealed class ServerTests : IAsyncLifetime
{
    private const string Csv = "Cause,Season,Minutes\nFog,Winter,60\nEngine,Winter,20\nCrew,Summer,15\nFog,Summer,5\n";

    private readonly string _folder = Directory.CreateTempSubdirectory("onewhole-").FullName;
    private WebApplication _app = null!;
    private HttpClient _client = null!;

    public async Task InitializeAsync()
    {
        _app = Server.Build(["--data", Path.Combine(_folder, "web.db"), "--urls", "http://127.0.0.1:0", "--demo", Repository.At("demo")]);
        await _app.StartAsync();
        _client = new HttpClient { BaseAddress = new Uri(_app.Urls.First()) };
    }

    public async Task DisposeAsync()
    {
        _client.Dispose();
        await _app.DisposeAsync();
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(_folder, true);
    }

    /// <summary>The server as it was built for these tests, with its own native libraries: a program of its own.</summary>
    internal static string ServerFile => Repository.At("artifacts", "bin", "OneWhole.Web", "release", "OneWhole.Web.dll");

    internal static async Task<JsonNode> Send(
        HttpClient client,
        HttpMethod method,
        string path,
        object? body = null,
        HttpStatusCode expected = HttpStatusCode.OK
    )
    {
        using var request = new HttpRequestMessage(method, path);
        if (body is not null)
        {
            request.Content = body is string text ? new StringContent(text) : JsonContent.Create(body);
        }
        using HttpResponseMessage response = await client.SendAsync(request);
        string answer = await response.Content.ReadAsStringAsync();
        Assert.True(expected == response.StatusCode, $"{method} {path}: {response.StatusCode} {answer}");
        return answer.Length == 0 ? new JsonObject() : JsonNode.Parse(answer)!;
    }

    private Task<JsonNode> Get(string path, HttpStatusCode expected = HttpStatusCode.OK) =>
        Send(_client, HttpMethod.Get, path, null, expected);

    private Task<JsonNode> Post(string path, object body, HttpStatusCode expected = HttpStatusCode.OK) =>
        Send(_client, HttpMethod.Post, path, body, expected);

    /// <summary>An import that is not worked on any more.</summary>
    internal static Task<JsonNode> Settled(HttpClient client, JsonNode status) =>
        Eventually.OfAsync(
            () => Send(client, HttpMethod.Get, $"/api/imports/{status["id"]}"),
            seen => (string)seen["state"]! is not ("running" or "queued")
        );

    internal static async Task<string> BringIn(HttpClient client, string csv, string name = "delays.csv")
    {
        JsonNode status = await Send(client, HttpMethod.Post, $"/api/tables/import?name={name}", csv);
        status = await Settled(client, status);
        Assert.True((string)status["state"]! == "done", status.ToJsonString());
        return (string)status["table"]!["id"]!;
    }

    private async Task<JsonNode> StartStudy() => await Post($"/api/tables/{await BringIn(_client, Csv)}/studies", new { });

    [Fact]
    public async Task A_study_is_changed_undone_and_copied()
    {
        JsonNode study = await StartStudy();
        string id = (string)study["id"]!;
        Assert.Equal(
            "Minutes by cause, largest first, with a cut where they reach 80 % and after the first 20 % of the causes. "
                + "100 % is all minutes: 100.",
            string.Concat(study["statement"]!.AsArray().Select(phrase => (string)phrase!["text"]!))
        );
        JsonNode changed = await Post(
            $"/api/studies/{id}/change",
            new
            {
                revision = 1,
                path = "where[0]",
                value = new { column = "Season", @is = new[] { "Winter" } },
            }
        );
        Assert.Equal(80.0, (double)changed["workings"]!["readings"]!["whole"]!);
        JsonNode again = await Post(
            $"/api/studies/{id}/change",
            new
            {
                revision = 2,
                path = "form.cuts[0].share",
                value = 0.75,
            }
        );
        Assert.Equal(3, (int)again["revision"]!);
        JsonNode back = await Post($"/api/studies/{id}/undo", new { revision = 3 });
        Assert.Equal("0.8", back["study"]!["form"]!["cuts"]![0]!["share"]!.ToJsonString());
        JsonNode copy = await Post($"/api/studies/{id}/copy", new { });
        Assert.Equal(("Minutes by cause, 2", 1, false), ((string)copy["title"]!, (int)copy["revision"]!, (bool)copy["canUndo"]!));
        Assert.Equal(2, (await Get("/api/studies")).AsArray().Count);
    }

    [Fact]
    public async Task A_mistake_is_a_problem_with_its_place_and_nothing_is_saved()
    {
        JsonNode study = await StartStudy();
        string id = (string)study["id"]!;
        JsonNode problem = await Post(
            $"/api/studies/{id}/change",
            new
            {
                revision = 1,
                path = "parts.column",
                value = "Reason",
            },
            HttpStatusCode.UnprocessableEntity
        );
        Assert.Equal(("unknown-column", "parts.column"), ((string)problem["code"]!, (string)problem["place"]!));
        problem = await Post(
            $"/api/studies/{id}/change",
            new
            {
                revision = 1,
                path = "form.cuts[0].share",
                value = 2,
            },
            HttpStatusCode.UnprocessableEntity
        );
        Assert.Equal("form.cuts[0].share", (string)problem["place"]!);
        problem = await Post(
            $"/api/studies/{id}/change",
            new
            {
                revision = 1,
                path = "nonsense[",
                value = 2,
            },
            HttpStatusCode.UnprocessableEntity
        );
        Assert.Equal(1, (int)(await Get($"/api/studies/{id}"))["revision"]!);
        await Post(
            $"/api/studies/{id}/change",
            new
            {
                revision = 1,
                path = "title",
                value = "A",
                other = 1,
            },
            HttpStatusCode.BadRequest
        );
    }

    [Fact]
    public async Task Two_windows_cant_overwrite_each_other()
    {
        JsonNode study = await StartStudy();
        string id = (string)study["id"]!;
        await Post(
            $"/api/studies/{id}/change",
            new
            {
                revision = 1,
                path = "title",
                value = "Mine",
            }
        );
        JsonNode problem = await Post(
            $"/api/studies/{id}/change",
            new
            {
                revision = 1,
                path = "title",
                value = "Theirs",
            },
            HttpStatusCode.Conflict
        );
        Assert.Equal("conflict", (string)problem["code"]!);
        Assert.Equal("Mine", (string)(await Get($"/api/studies/{id}"))["title"]!);
    }

    [Fact]
    public async Task Another_form_keeps_what_carries_over_and_going_back_restores_its_own()
    {
        JsonNode study = await StartStudy();
        string id = (string)study["id"]!;
        JsonNode cut = await Post(
            $"/api/studies/{id}/change",
            new
            {
                revision = 1,
                path = "form.cuts",
                value = new[] { new { count = 2 } },
            }
        );
        JsonNode bars = await Post(
            $"/api/studies/{id}/shape",
            new
            {
                revision = (int)cut["revision"]!,
                form = "sharebars",
                shape = "sharebars",
            }
        );
        Assert.Equal("sharebars", (string)bars["study"]!["form"]!["kind"]!);
        JsonNode back = await Post(
            $"/api/studies/{id}/shape",
            new
            {
                revision = (int)bars["revision"]!,
                form = "pareto",
                shape = "curve",
            }
        );
        Assert.Equal("""{"kind":"pareto","along":"position","cuts":[{"count":2}]}""", back["study"]!["form"]!.ToJsonString());
        Assert.Equal(
            Core.Forms.FormList.Standard.Forms.SelectMany(form => form.Shapes).Select(shape => shape.Name),
            (await Get($"/api/studies/{id}/strip")).AsArray().Select(item => (string)item!["name"]!)
        );
    }

    [Fact]
    public async Task Renaming_a_column_goes_through_the_studies()
    {
        JsonNode study = await StartStudy();
        await Post(
            $"/api/tables/{study["tableId"]}/column",
            new
            {
                revision = 1,
                column = "Minutes",
                name = "Minutes lost",
            }
        );
        JsonNode now = await Get($"/api/studies/{study["id"]}");
        Assert.Equal("Minutes lost", (string)now["study"]!["value"]!["sum"]!);
        // Studies refer to columns by their ids: the rename is a change of the table alone.
        Assert.False((bool)now["canUndo"]!);
        JsonNode problem = await Post(
            $"/api/tables/{study["tableId"]}/column",
            new
            {
                revision = 2,
                column = "Minutes lost",
                name = "Cause",
            },
            HttpStatusCode.UnprocessableEntity
        );
        Assert.Equal("name-taken", (string)problem["code"]!);
    }

    [Theory]
    [InlineData("figure.svg", "image/svg+xml")]
    [InlineData("figure.png", "image/png")]
    [InlineData("workings.csv", "text/csv")]
    [InlineData("workings.json", "application/json")]
    [InlineData("study.json", "application/json")]
    public async Task Everything_that_leaves_is_a_file_with_a_name(string kind, string type)
    {
        JsonNode study = await StartStudy();
        using HttpResponseMessage response = await _client.GetAsync($"/api/studies/{study["id"]}/hand-over/{kind}");
        Assert.Equal(type, response.Content.Headers.ContentType!.MediaType);
        Assert.StartsWith("minutes-by-cause", response.Content.Headers.ContentDisposition!.FileName, StringComparison.Ordinal);
        Assert.True((await response.Content.ReadAsByteArrayAsync()).Length > 80);
    }

    [Fact]
    public async Task Foreign_hosts_and_origins_are_refused_and_pages_run_only_what_shipped()
    {
        using var foreign = new HttpRequestMessage(HttpMethod.Get, "/api/tables");
        foreign.Headers.Host = "example.org";
        Assert.Equal(HttpStatusCode.MisdirectedRequest, (await _client.SendAsync(foreign)).StatusCode);
        using var write = new HttpRequestMessage(HttpMethod.Post, "/api/demo");
        write.Headers.Add("Origin", "http://example.org");
        Assert.Equal(HttpStatusCode.Forbidden, (await _client.SendAsync(write)).StatusCode);
        using HttpResponseMessage answer = await _client.GetAsync("/api/tables");
        string policy = string.Join(' ', answer.Headers.GetValues("Content-Security-Policy"));
        Assert.Contains("default-src 'none'", policy, StringComparison.Ordinal);
        Assert.DoesNotContain("unsafe", policy, StringComparison.Ordinal);
        Assert.False(answer.Headers.Contains("Server"));
        Assert.Equal("not-found", (string)(await Get("/api/nothing", HttpStatusCode.NotFound))["code"]!);
    }

    [Fact]
    public async Task A_broken_file_is_refused_in_words_and_leaves_nothing()
    {
        JsonNode status = await Post("/api/tables/import?name=x.csv", "\0\0\0\0\0binary");
        status = await Settled(_client, status);
        Assert.Equal("failed", (string)status["state"]!);
        Assert.Contains("no text either", (string)status["problem"]!, StringComparison.Ordinal);
        Assert.Empty((await Get("/api/tables")).AsArray());
    }

    [Fact]
    public async Task The_demo_is_loaded_once()
    {
        await Send(_client, HttpMethod.Post, "/api/demo", null, HttpStatusCode.NoContent);
        await Send(_client, HttpMethod.Post, "/api/demo", null, HttpStatusCode.NoContent);
        Assert.Equal(9, (await Get("/api/tables")).AsArray().Count);
        JsonArray studies = (await Get("/api/studies")).AsArray();
        Assert.Equal(Directory.GetFiles(Repository.At("demo", "studies"), "*.study.json").Length, studies.Count);
        // One ready study of each form.
        Assert.Equal(
            11,
            studies
                .Select(study => (string)study!["figure"]!["description"]!)
                .Select(description => description[..description.IndexOf('.')])
                .Distinct()
                .Count()
        );
        Assert.All(studies, study => Assert.Null(study!["problem"]));
    }

    [Fact]
    public async Task The_served_contract_is_the_one_that_the_front_end_was_built_from()
    {
        JsonNode served = await Get("/openapi/v1.json");
        JsonNode built = JsonNode.Parse(await File.ReadAllTextAsync(Repository.At("web", "openapi.json")))!;
        served.AsObject().Remove("servers");
        built.AsObject().Remove("servers");
        served["info"] = built["info"]!.DeepClone();
        Assert.True(JsonNode.DeepEquals(built, served), "web/openapi.json is stale: build the solution and run npm run types");
    }
}
