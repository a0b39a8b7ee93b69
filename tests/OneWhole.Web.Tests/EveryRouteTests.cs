using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Builder;

namespace OneWhole.Web.Tests;

/// <summary>
/// Every route that the written contract lists is asked for what is not there, and with bodies that are not what it expects: it says so,
/// and never fails.
/// </summary>
public sealed class EveryRouteTests : IAsyncLifetime
{
    private static readonly string[] Bodies =
    [
        "",
        "{",
        "null",
        "[]",
        "{}",
        "\"text\"",
        "17",
        """{"revision": "one", "path": 4, "value": []}""",
        """{"revision": 999, "path": "no.such.place", "value": {"deep": [[[[1]]]]}}""",
        """{"revision": 1, "path": "", "value": null}""",
        """{"revision": 1, "form": "nowhere", "shape": "none", "line": "no-line"}""",
        """{"revision": 1, "steps": [{"do": "fly"}], "step": {"do": "fly"}, "document": {"blocks": 7}, "note": ""}""",
        """{"revision": 1, "edit": {"cells": [{"row": -1, "column": "Cause", "text": "x"}]}}""",
        """{"revision": 1, "edit": {"cells": [{"row": 9999999, "column": "no", "text": "x"}]}}""",
        """{"rows": [-1, 2147483647], "studies": ["nowhere", ""], "title": ""}""",
        """{"table": "nowhere", "columns": {"a": "b"}, "name": "", "place": "\u0000/nowhere", "item": "../../etc/passwd"}""",
        """{"revision": 1, "move": {"label": "nobody", "groups": true, "by": 99}}""",
    ];

    private static readonly string[] Values =
    [
        "-1",
        "0",
        "2147483647",
        "9223372036854775808",
        "NaN",
        "",
        "%00",
        "no such thing",
        "../..",
        "1e308",
    ];

    private readonly string _folder = Directory.CreateTempSubdirectory("onewhole-").FullName;
    private WebApplication _app = null!;
    private HttpClient _client = null!;
    private string _table = "";
    private string _study = "";
    private string _briefing = "";

    public async Task InitializeAsync()
    {
        _app = Server.Build(["--data", Path.Combine(_folder, "web.db"), "--urls", "http://127.0.0.1:0"]);
        await _app.StartAsync();
        _client = new HttpClient { BaseAddress = new Uri(_app.Urls.First()), Timeout = TimeSpan.FromSeconds(30) };
        _table = await ServerTests.BringIn(
            _client,
            "Cause,Season,When,Minutes\nFog,Winter,2026-01-02,60\nEngine,Winter,2026-01-03,20\nCrew,Summer,2026-07-04,15\n"
        );
        _study = (string)(await ServerTests.Send(_client, HttpMethod.Post, $"/api/tables/{_table}/studies"))["id"]!;
        _briefing = (string)
            (await ServerTests.Send(_client, HttpMethod.Post, "/api/briefings", new { title = "One page", studies = new[] { _study } }))[
                "id"
            ]!;
    }

    public async Task DisposeAsync()
    {
        _client.Dispose();
        await _app.DisposeAsync();
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(_folder, true);
    }

    private sealed record Route(string Method, string Path, bool TakesBody, string[] Query);

    private static IEnumerable<Route> Routes()
    {
        JsonNode contract = JsonNode.Parse(File.ReadAllText(Repository.At("web", "openapi.json")))!;
        foreach ((string path, JsonNode? methods) in contract["paths"]!.AsObject())
        {
            foreach ((string method, JsonNode? operation) in methods!.AsObject())
            {
                string[] query =
                [
                    .. (operation!["parameters"]?.AsArray() ?? [])
                        .Where(parameter => (string)parameter!["in"]! == "query")
                        .Select(parameter => (string)parameter!["name"]!),
                ];
                yield return new Route(method.ToUpperInvariant(), path, operation["requestBody"] is not null, query);
            }
        }
    }

    /// <summary>The id of something that is there, for the kind of thing that a route is about.</summary>
    private string Known(string path) =>
        path.Contains("/briefings/", StringComparison.Ordinal) ? _briefing
        : path.Contains("/studies/", StringComparison.Ordinal) ? _study
        : _table;

    private async Task<(int Status, string Answer)> Ask(Route route, string path, string? body)
    {
        using var request = new HttpRequestMessage(new HttpMethod(route.Method), path);
        if (body is not null)
        {
            request.Content = new StringContent(body, Encoding.UTF8, new MediaTypeHeaderValue("application/json"));
        }
        using HttpResponseMessage response = await _client.SendAsync(request);
        return ((int)response.StatusCode, await response.Content.ReadAsStringAsync());
    }

    /// <summary>What is wrong with an answer; null for nothing.</summary>
    private static string? Fault(Route route, string asked, int status, string answer)
    {
        if (status >= 500)
        {
            return $"{route.Method} {asked}: {status} {answer}";
        }
        JsonNode? problem = status < 400 || answer.Length == 0 ? null : JsonNode.Parse(answer);
        return
            status < 400 || (!string.IsNullOrWhiteSpace((string?)problem?["title"]) && !string.IsNullOrWhiteSpace((string?)problem["code"]))
            ? null
            : $"{route.Method} {asked}: {status} without a sentence and a code: {answer}";
    }

    private readonly List<string> _faults = [];

    private void Look(Route route, string asked, int status, string answer)
    {
        if (Fault(route, asked, status, answer) is { } fault)
        {
            _faults.Add(fault);
        }
    }

    private void AssertNoFault() => Assert.True(_faults.Count == 0, string.Join('\n', _faults.Take(60)));

    [Fact]
    public async Task What_is_not_there_is_said_to_be_so()
    {
        Route[] routes = [.. Routes().Where(route => route.Path.Contains('{', StringComparison.Ordinal))];
        Assert.True(routes.Length > 50, "the contract lists fewer routes than there are");
        foreach (Route route in routes)
        {
            string path = System.Text.RegularExpressions.Regex.Replace(route.Path, @"\{\w+\}", "nowhere");
            string query = string.Join(
                '&',
                route
                    .Query.Select(name => $"{name}={(name is "first" or "count" or "row" ? "1" : "x")}")
                    .Where(pair =>
                        !pair.StartsWith("width", StringComparison.Ordinal) && !pair.StartsWith("height", StringComparison.Ordinal)
                    )
            );
            (int status, string answer) = await Ask(route, $"{path}?{query}", route.TakesBody ? "{}" : null);
            Look(route, path, status, answer);
            // Files are written beside the request, which is told that it failed; taking away what is not there is done.
            if (
                !(
                    status >= 400
                    || route.Path.Contains("hand-over", StringComparison.Ordinal)
                    || route.Path.EndsWith("/bundle", StringComparison.Ordinal)
                    || route.Method == "DELETE"
                )
            )
            {
                _faults.Add($"{route.Method} {path} answers {status}");
            }
        }
        AssertNoFault();
    }

    [Fact]
    public async Task Bodies_that_are_not_as_expected_change_nothing_and_break_nothing()
    {
        string before = await _client.GetStringAsync($"/api/studies/{_study}"),
            page = await _client.GetStringAsync($"/api/briefings/{_briefing}");
        foreach (
            Route route in Routes()
                .Where(route => route.TakesBody && route.Method == "POST" && !route.Path.EndsWith("/lay-on", StringComparison.Ordinal))
        )
        {
            string path = route.Path.Replace("{id}", Known(route.Path), StringComparison.Ordinal);
            foreach (
                string body in Bodies.Where(body => !(body.Contains("\"studies\"", StringComparison.Ordinal) && path == "/api/briefings"))
            )
            {
                (int status, string answer) = await Ask(route, path, body);
                Look(route, $"{path} {body}", status, answer);
            }
        }
        AssertNoFault();
        Assert.Equal(Plain(before), Plain(await _client.GetStringAsync($"/api/studies/{_study}")));
        Assert.Equal(Plain(page), Plain(await _client.GetStringAsync($"/api/briefings/{_briefing}")));
    }

    /// <summary>What is stored of a document.</summary>
    private static string Plain(string view) =>
        JsonNode.Parse(view) is var json && json!["study"] is { } study ? study.ToJsonString() : json!["document"]!.ToJsonString();

    [Fact]
    public async Task Questions_with_strange_values_are_answered_or_refused()
    {
        foreach (Route route in Routes().Where(route => route.Method == "GET"))
        {
            string path = route
                .Path.Replace("{id}", Known(route.Path), StringComparison.Ordinal)
                .Replace("{kind}", "figure.svg", StringComparison.Ordinal)
                .Replace("{job}", "nowhere", StringComparison.Ordinal);
            foreach (string value in Values)
            {
                foreach (string name in route.Query)
                {
                    string query = string.Join(
                        '&',
                        route
                            .Query.Select(other =>
                                other == name ? $"{other}={value}"
                                : other is "column" ? "column=Cause"
                                : other is "first" or "count" or "row" ? $"{other}=1"
                                : other == "path" ? "path=value"
                                : ""
                            )
                            .Where(pair => pair.Length > 0)
                    );
                    (int status, string answer) = await Ask(route, $"{path}?{query}", null);
                    Look(route, $"{path}?{query}", status, answer);
                }
            }
        }
        AssertNoFault();
    }
}
