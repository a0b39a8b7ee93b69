using OneWhole.App.Sources;

namespace OneWhole.Web;

/// <summary>A source's name and place.</summary>
public sealed record SourceRequest(string Name, string Place);

/// <summary>Another name or place for a source.</summary>
public sealed record SourceMoveRequest(long Revision, string Name, string Place);

/// <summary>Which of a source's files.</summary>
public sealed record SourceItemRequest(string? Item = null);

/// <summary>Whether fresh rows are there; null where that can't be told.</summary>
public sealed record NewerView(bool? Newer);

/// <summary>Named sources over HTTP, and the feed that ships with the application to try them.</summary>
public static class SourceEndpoints
{
    public static void MapSources(this WebApplication app)
    {
        RouteGroupBuilder sources = app.MapGroup("/api/sources").WithTags("sources");
        sources.MapGet("", (SourceService service) => service.List());
        sources.MapPost("", (SourceService service, SourceRequest request) => service.Add(request.Name, request.Place));
        sources.MapDelete("{id}", (SourceService service, string id) =>
        {
            service.Remove(id);
            return Results.NoContent();
        });
        sources.MapGet("{id}/items", (SourceService service, string id) => service.Items(id));
        sources.MapPost("{id}/import", (SourceService service, string id, SourceItemRequest request, CancellationToken cancel) =>
            service.Import(id, request.Item, cancel)
        );
        sources.MapPost("{id}/look", (SourceService service, string id, SourceRequest request, CancellationToken cancel) =>
            service.Look(id, request.Place, cancel)
        );
        sources.MapPost("{id}/move", (SourceService service, string id, SourceMoveRequest request, CancellationToken cancel) =>
            service.Move(id, request.Revision, request.Name, request.Place, cancel)
        );

        RouteGroupBuilder tables = app.MapGroup("/api/tables/{id}").WithTags("sources");
        tables.MapGet("newer", async (SourceService service, string id, CancellationToken cancel) =>
            new NewerView(await service.HasNewer(id, cancel))
        );
        tables.MapPost("again", (SourceService service, string id, CancellationToken cancel) => service.LookAgain(id, cancel));
    }

    /// <summary>Serves a folder of monthly files, the newest of each kind under its plain name: <c>/feed/delays.csv</c>.</summary>
    public static void MapFeed(this WebApplication app, string folder)
    {
        app.MapMethods("/feed/{name}", ["GET", "HEAD"], (string name) =>
            {
                string? newest = SourcePlace
                    .Items(folder)
                    .FirstOrDefault(item => item.Item!.Replace("-*", "", StringComparison.Ordinal) == name)
                    ?.Newest;
                if (newest is null)
                {
                    return Results.NotFound();
                }
                var file = new FileInfo(Path.Combine(folder, newest));
                var tag = new Microsoft.Net.Http.Headers.EntityTagHeaderValue($"\"{file.LastWriteTimeUtc.Ticks:x}-{file.Length:x}\"");
                return Results.File(file.FullName, "text/csv", lastModified: file.LastWriteTimeUtc, entityTag: tag);
            })
            .ExcludeFromDescription();
    }
}
