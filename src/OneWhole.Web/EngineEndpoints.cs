using OneWhole.App.Elsewhere;

namespace OneWhole.Web;

/// <summary>A table or a view of a source, or one SELECT.</summary>
public sealed record EngineTableRequest(string? Name = null, string? Query = null);

/// <summary>A source's password: for this session, or kept by the system.</summary>
public sealed record PasswordRequest(string Password, bool Keep = false);

/// <summary>After how many minutes a table is asked again; null for only when it is said.</summary>
public sealed record AskEveryRequest(long Revision, int? Minutes = null);

/// <summary>Tables of engines over HTTP.</summary>
public static class EngineEndpoints
{
    public static void MapEngines(this WebApplication app)
    {
        RouteGroupBuilder sources = app.MapGroup("/api/sources/{id}").WithTags("engines");
        sources.MapGet("tables", (LeftTables service, string id, string? find) => service.List(id, find));
        sources.MapPost("password", (LeftTables service, string id, PasswordRequest request) =>
        {
            service.SetPassword(id, request.Password, request.Keep);
            return Results.NoContent();
        });
        sources.MapPost("cost", (LeftTables service, string id, EngineTableRequest request, CancellationToken cancel) =>
            service.CostOf(id, request.Name, request.Query, cancel)
        );
        sources.MapPost("bring", (LeftTables service, string id, EngineTableRequest request) =>
            service.BringIn(id, request.Name, request.Query)
        );
        sources.MapPost("leave", (LeftTables service, string id, EngineTableRequest request) =>
            service.Leave(id, request.Name, request.Query)
        );

        RouteGroupBuilder tables = app.MapGroup("/api/tables/{id}").WithTags("engines");
        tables.MapPost("ask-again", (LeftTables service, string id) => service.AskAgain(id));
        tables.MapPost("ask-every", (LeftTables service, string id, AskEveryRequest request) =>
            service.AskEvery(id, request.Revision, request.Minutes)
        );
        tables.MapPost("look-again", (LeftTables service, string id, RevisionRequest request, CancellationToken cancel) =>
            service.LookAgain(id, request.Revision, cancel)
        );
        tables.MapPost("stop-asking", (LeftTables service, string id) =>
        {
            service.Stop(id);
            return Results.NoContent();
        });
        tables.MapGet("page", (LeftTables service, string id, string? after, CancellationToken cancel) => service.Page(id, after, cancel));
    }
}
