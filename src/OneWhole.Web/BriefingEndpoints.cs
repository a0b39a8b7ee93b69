using System.Text.Json.Nodes;
using OneWhole.App;

namespace OneWhole.Web;

/// <summary>A new page, with some studies on it.</summary>
public sealed record StartBriefingRequest(string Title, IReadOnlyList<string> Studies);

/// <summary>The whole document of a page, changed.</summary>
public sealed record ChangeBriefingRequest(long Revision, JsonObject Document, string Note);

/// <summary>Briefings over HTTP. What is picked on a page is not stored: it comes with each request.</summary>
public static class BriefingEndpoints
{
    public static void MapBriefings(this WebApplication app)
    {
        RouteGroupBuilder briefings = app.MapGroup("/api/briefings").WithTags("briefings");
        briefings.MapGet("", (BriefingService service) => service.List());
        briefings.MapPost("", (BriefingService service, StartBriefingRequest request) => service.Start(request.Title, request.Studies));
        briefings.MapGet("{id}", (BriefingService service, string id, string? pickColumn, string? pickLabel) => service.Get(id, Picked(pickColumn, pickLabel)));
        briefings.MapPost("{id}/change", (BriefingService service, string id, ChangeBriefingRequest request, string? pickColumn, string? pickLabel) =>
            service.Change(id, request.Revision, request.Document.ToJsonString(), request.Note, Picked(pickColumn, pickLabel)));
        briefings.MapPost("{id}/undo", (BriefingService service, string id, RevisionRequest request, string? pickColumn, string? pickLabel) => service.Undo(id, request.Revision, Picked(pickColumn, pickLabel)));
        briefings.MapPost("{id}/redo", (BriefingService service, string id, RevisionRequest request, string? pickColumn, string? pickLabel) => service.Redo(id, request.Revision, Picked(pickColumn, pickLabel)));
        briefings.MapDelete("{id}", (BriefingService service, string id) =>
        {
            service.Remove(id);
            return Results.NoContent();
        });
        briefings.MapGet("{id}/newer", (BriefingRefreshService service, string id, CancellationToken cancel) => service.Newer(id, cancel));
        briefings.MapPost("{id}/take-newer", (BriefingRefreshService service, string id, CancellationToken cancel) => service.Take(id, cancel));
        app.MapGet("/api/briefing-kinds", () => BriefingService.HandOverKinds).WithTags("briefings");
        briefings.MapGet("{id}/hand-over/{kind}", (BriefingService service, string id, string kind, string? pickColumn, string? pickLabel) =>
        {
            (byte[] bytes, string type, string name) = service.HandOver(id, kind, Picked(pickColumn, pickLabel));
            return Results.File(bytes, type, name);
        });
    }

    /// <summary>Bundles: studies and pages with their tables as one file.</summary>
    public static void MapBundles(this WebApplication app, long mostUpload)
    {
        app.MapGet("/api/briefings/{id}/bundle", (BundleService service, string id) => Zip(service.OfBriefing(id))).WithTags("bundles");
        app.MapGet("/api/studies/{id}/bundle", (BundleService service, string id) => Zip(service.OfStudy(id))).WithTags("bundles");
        app.MapPost("/api/bundles", async (BundleService service, HttpContext context) =>
        {
            // The directory of an archive is at its end: it is taken to the disk first.
            await using FileStream file = new(await TableEndpoints.Upload(context, mostUpload), FileMode.Open, FileAccess.Read, FileShare.None, 1 << 16, FileOptions.DeleteOnClose);
            return service.Look(file);
        }).WithTags("bundles");
        app.MapPost("/api/bundles/{id}/take", (BundleService service, string id) => service.Take(id)).WithTags("bundles");
    }

    private static IResult Zip((byte[] Bytes, string Name) bundle) => Results.File(bundle.Bytes, "application/zip", bundle.Name);

    private static PagePick? Picked(string? column, string? label) => column is null || label is null ? null : new PagePick(column, label);
}
