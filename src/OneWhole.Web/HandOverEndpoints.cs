using OneWhole.App.HandingOver;
using OneWhole.App.Studies;
using OneWhole.Formats.Handing;

namespace OneWhole.Web;

/// <summary>Files that leave: written at once, or while the page shows how far they are; bundles, out and in.</summary>
public static class HandOverEndpoints
{
    public static void MapHandOvers(this WebApplication app, long mostUpload)
    {
        app.MapGet("/api/hand-over", () => StudyHandOver.Kinds).WithTags("studies");
        app.MapGet("/api/studies/{id}/chart-limits", (StudyHandOver service, string id, CancellationToken cancel) =>
                service.ChartLimits(id, cancel)
            )
            .WithTags("studies");
        RouteGroupBuilder jobs = app.MapGroup("/api/hand-overs").WithTags("hand-overs");
        jobs.MapGet("{job}", (HandOverJobs service, string job) => service.Status(job));
        jobs.MapPost("{job}/stop", (HandOverJobs service, string job) => service.Stop(job));
        jobs.MapGet("{job}/file", (HandOverJobs service, string job) =>
            {
                (Stream content, string type, string name) = service.Open(job);
                return Results.File(content, type, name);
            })
            .WithMetadata(new SentAsRead());

        app.MapGet("/api/briefings/{id}/bundle", (BundleService service, string id, bool? question) =>
                Sent(service.OfBriefing(id, question ?? false))
            )
            .WithTags("bundles")
            .WithMetadata(new SentAsRead());
        app.MapPost("/api/briefings/{id}/bundle", (BundleService service, HandOverJobs jobs, string id, bool? question) =>
                jobs.Start(_ => service.OfBriefing(id, question ?? false))
            )
            .WithTags("bundles");
        app.MapGet("/api/studies/{id}/bundle", (BundleService service, string id, bool? question) =>
                Sent(service.OfStudy(id, question ?? false))
            )
            .WithTags("bundles")
            .WithMetadata(new SentAsRead());
        app.MapPost("/api/studies/{id}/bundle", (BundleService service, HandOverJobs jobs, string id, bool? question) =>
                jobs.Start(_ => service.OfStudy(id, question ?? false))
            )
            .WithTags("bundles");
        app.MapPost("/api/bundles", async (BundleService service, HttpContext context) =>
            {
                // The directory of an archive is at its end: it is taken to the disk first.
                string path = await TableEndpoints.Upload(context, mostUpload);
                return service.Look(
                    new FileStream(path, FileMode.Open, FileAccess.Read, FileShare.None, 1 << 16, FileOptions.DeleteOnClose)
                );
            })
            .WithTags("bundles");
        app.MapPost("/api/bundles/{id}/take", (BundleService service, string id, bool? replace, CancellationToken cancel) =>
                service.Take(id, replace ?? false, cancel)
            )
            .WithTags("bundles");
    }

    /// <summary>Writes a file and sends it; what can't be made is said before anything is sent.</summary>
    internal static IResult Sent(LeavingFile file) => Results.File(file.ToFile(Progress.None), file.Type, file.Name);
}
