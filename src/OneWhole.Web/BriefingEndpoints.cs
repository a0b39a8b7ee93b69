using System.Text.Json.Nodes;
using OneWhole.App.Briefings;
using OneWhole.App.HandingOver;
using OneWhole.App.Refreshing;

namespace OneWhole.Web;

/// <summary>A new page, with some studies on it.</summary>
public sealed record StartBriefingRequest(string Title, IReadOnlyList<string> Studies);

/// <summary>The whole document of a page, changed.</summary>
public sealed record ChangeBriefingRequest(long Revision, JsonObject Document, string Note);

/// <summary>How a page is handed over.</summary>
public sealed record BriefingHandOverQuery(string? PickColumn, string? PickLabel, string? Paper, double? Margin, bool? SharesOnly)
{
    internal LeavingFile Of(BriefingService service, string id, string kind) =>
        service.HandOver(id, kind, BriefingEndpoints.Picked(PickColumn, PickLabel), Paper, Margin, SharesOnly ?? false);
}

/// <summary>Briefings over HTTP. What is picked on a page is not stored: it comes with each request.</summary>
public static class BriefingEndpoints
{
    public static void MapBriefings(this WebApplication app)
    {
        RouteGroupBuilder briefings = app.MapGroup("/api/briefings").WithTags("briefings");
        briefings.MapGet("", (BriefingService service) => service.List());
        briefings.MapPost("", (BriefingService service, StartBriefingRequest request) => service.Start(request.Title, request.Studies));
        briefings.MapGet("{id}", (BriefingService service, string id, string? pickColumn, string? pickLabel, double? width) =>
            service.Get(id, Picked(pickColumn, pickLabel), width)
        );
        briefings.MapPost(
            "{id}/change",
            (BriefingService service, string id, ChangeBriefingRequest request, string? pickColumn, string? pickLabel, double? width) =>
                service.Change(id, request.Revision, request.Document.ToJsonString(), request.Note, Picked(pickColumn, pickLabel), width)
        );
        briefings.MapPost(
            "{id}/undo",
            (BriefingService service, string id, RevisionRequest request, string? pickColumn, string? pickLabel, double? width) =>
                service.Undo(id, request.Revision, Picked(pickColumn, pickLabel), width)
        );
        briefings.MapPost(
            "{id}/redo",
            (BriefingService service, string id, RevisionRequest request, string? pickColumn, string? pickLabel, double? width) =>
                service.Redo(id, request.Revision, Picked(pickColumn, pickLabel), width)
        );
        briefings.MapDelete("{id}", (BriefingService service, string id) =>
        {
            service.Remove(id);
            return Results.NoContent();
        });
        briefings.MapGet("{id}/newer", (BriefingRefreshService service, string id, CancellationToken cancel) => service.Newer(id, cancel));
        briefings.MapPost("{id}/take-newer", (BriefingRefreshService service, string id, CancellationToken cancel) =>
            service.Take(id, cancel)
        );
        app.MapGet("/api/briefing-kinds", () => BriefingService.Kinds).WithTags("briefings");
        briefings
            .MapGet(
                "{id}/hand-over/{kind}",
                (BriefingService service, string id, string kind, [AsParameters] BriefingHandOverQuery query) =>
                    HandOverEndpoints.Sent(query.Of(service, id, kind))
            )
            .WithMetadata(new SentAsRead());
        briefings.MapPost(
            "{id}/hand-over/{kind}",
            (BriefingService service, HandOverJobs jobs, string id, string kind, [AsParameters] BriefingHandOverQuery query) =>
                jobs.Start(_ => query.Of(service, id, kind))
        );
    }

    internal static BriefingPick? Picked(string? column, string? label) =>
        column is null || label is null ? null : new BriefingPick(column, label);
}
