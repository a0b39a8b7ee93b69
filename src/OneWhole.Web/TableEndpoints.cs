using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Http.Features;
using OneWhole.App.Importing;
using OneWhole.App.Refreshing;
using OneWhole.App.Studies;
using OneWhole.App.Tables;
using OneWhole.Core.Preparing;
using OneWhole.Core.Tables;
using OneWhole.Formats;
using OneWhole.Formats.Reading;

namespace OneWhole.Web;

/// <summary>A revision that a step starts from.</summary>
public sealed record RevisionRequest(long Revision);

/// <summary>A step that is being filled in, and on what it would stand.</summary>
public sealed record TryRequest(JsonObject Step, int? Stage = null);

/// <summary>All preparing steps of a table, in their order.</summary>
public sealed record StepsRequest(long Revision, JsonArray Steps);

/// <summary>Typing in the rows as they were read.</summary>
public sealed record EditRequest(long Revision, TableEdit Edit);

/// <summary>An answer to what reading asked, by their places.</summary>
public sealed record AnswerRequest(long Revision, int Note, int Answer);

/// <summary>A change to one column.</summary>
public sealed record ColumnRequest(long Revision, string Column)
{
    public string? Name { get; init; }

    public ColumnType? Type { get; init; }

    public bool? DecimalComma { get; init; }

    public DateOrder? Dates { get; init; }

    public string? Unit { get; init; }

    public string? Multiplier { get; init; }
}

/// <summary>What a table is called.</summary>
public sealed record NameRequest(long Revision, string Name);

/// <summary>Whether a table is long or wide; null for what is found from its columns.</summary>
public sealed record SayShapeRequest(long Revision, TableShape? Shape)
{
    /// <summary>The headings of the columns that stand side by side; none for all that hold amounts.</summary>
    public IReadOnlyList<string> Columns { get; init; } = [];
}

/// <summary>Tables over HTTP.</summary>
public static class TableEndpoints
{
    public static void MapTables(this WebApplication app, long mostUpload)
    {
        RouteGroupBuilder tables = app.MapGroup("/api/tables").WithTags("tables");
        tables.MapGet("", (TableDocuments service) => service.List());
        tables.MapPost("import", async (HttpContext context, ImportJobs jobs, string name, int? headerRow) =>
            jobs.Start(await Upload(context, mostUpload), Path.GetFileName(name), ReadSettings.Found with { HeaderRow = headerRow })
        );
        tables.MapPost("{id}/fresh", async (HttpContext context, RefreshService service, string id, string name) =>
        {
            string path = await Upload(context, mostUpload);
            using var stream = new FileStream(
                path,
                FileMode.Open,
                FileAccess.Read,
                FileShare.Read,
                1 << 16,
                FileOptions.DeleteOnClose | FileOptions.SequentialScan
            );
            return service.Look(id, stream, Path.GetFileName(name), null, context.RequestAborted);
        });
        RouteGroupBuilder fresh = app.MapGroup("/api/fresh").WithTags("tables");
        fresh.MapPost("{id}", (RefreshService service, string id) => service.Take(id));
        fresh.MapPost("{id}/renamed", (RefreshService service, string id, RenamedColumn column) => service.CallAsBefore(id, column));
        fresh.MapDelete("{id}", (RefreshService service, string id) =>
        {
            service.Leave(id);
            return Results.NoContent();
        });
        tables.MapGet("{id}", (TableQuestions service, string id, int? stage) => service.Get(id, stage));
        tables.MapDelete("{id}", (TableDocuments service, string id) =>
        {
            service.Remove(id);
            return Results.NoContent();
        });
        tables.MapGet("{id}/file", (ImportJobs jobs, TableQuestions service, string id) => jobs.OfTable(service.Get(id, null).Id));
        tables.MapGet("{id}/rows", (TableQuestions service, string id, int first, int count, int? stage) =>
            service.Rows(id, first, count, stage)
        );
        tables.MapPost("{id}/edit", (TableTyping service, string id, EditRequest request) =>
            service.Edit(id, request.Revision, request.Edit)
        );
        tables.MapGet("{id}/unreadable", (TableQuestions service, string id) => service.Unreadable(id));
        tables.MapPost("{id}/name", (TableDocuments service, string id, NameRequest request) =>
            service.Rename(id, request.Revision, request.Name)
        );
        tables.MapPost("{id}/shape", (TableDocuments service, string id, SayShapeRequest request) =>
            service.Say(id, request.Revision, request.Shape, request.Columns)
        );
        tables.MapPost("{id}/column", (ColumnChanges service, string id, ColumnRequest request) => service.Set(
                id,
                request.Revision,
                request.Column,
                new ColumnChange
                {
                    Name = request.Name,
                    Type = request.Type,
                    DecimalComma = request.DecimalComma,
                    Dates = request.Dates,
                    Unit = request.Unit,
                    Multiplier = request.Multiplier,
                }
            ));
        tables.MapPost("{id}/answer", (TableSteps service, string id, AnswerRequest request) =>
            service.Answer(id, request.Revision, request.Note, request.Answer)
        );
        tables.MapPost("{id}/steps", (TableSteps service, string id, StepsRequest request) =>
            service.Set(id, request.Revision, request.Steps)
        );
        tables.MapPost("{id}/try", (TableSteps service, string id, TryRequest request) => service.Try(id, request.Step, request.Stage));
        tables.MapGet("{id}/labels", (TableQuestions service, string id, string column, int? stage) =>
            service.Labels(id, column, 1000, stage)
        );
        tables.MapGet("{id}/portrait", (TableQuestions service, string id, string column, int? stage, CancellationToken cancel) =>
            service.PortraitOf(id, column, stage, cancel)
        );
        tables.MapGet("{id}/spellings", (TableQuestions service, string id, string column, int? stage) =>
            service.Spellings(id, column, stage)
        );
        app.MapGet("/api/step-kinds", () => TableSteps.Kinds).WithTags("tables");
        tables.MapPost("{id}/undo", (TableDocuments service, string id, RevisionRequest request) => service.Undo(id, request.Revision));
        tables.MapPost("{id}/redo", (TableDocuments service, string id, RevisionRequest request) => service.Redo(id, request.Revision));
        tables.MapPost("{id}/studies", (StudyService service, string id, double? width, double? height, int? likely, string? column) =>
            column is null
                ? service.Start(id, width ?? 960, height ?? 600, likely ?? 0)
                : service.StartOn(id, column, width ?? 960, height ?? 600)
        );
        tables.MapGet("{id}/likely", (StudyService service, string id, double? width, double? height, CancellationToken cancel) =>
            service.Understand(id, width ?? 220, height ?? 150, cancel)
        );

        tables.MapPost("{id}/marked", (StudyService service, string id, MarkedBlock block, double? width, double? height) =>
            service.Start(id, block, width ?? 960, height ?? 600)
        );

        RouteGroupBuilder imports = app.MapGroup("/api/imports").WithTags("imports");
        imports.MapGet("{id}", (ImportJobs jobs, string id) => jobs.Status(id));
        imports.MapPost("{id}/look", (ImportJobs jobs, string id, ImportChoice choice) => jobs.Look(id, choice));
        imports.MapPost("{id}/choose", (ImportJobs jobs, string id, ImportChoice choice) => jobs.Choose(id, choice));
        imports.MapDelete("{id}", (ImportJobs jobs, string id) => jobs.Stop(id));

        app.MapPost("/api/demo", (DemoService demo) =>
            {
                demo.LoadOnce();
                return Results.NoContent();
            })
            .WithTags("demo");
    }

    /// <summary>Keeps what is sent in a file of its own.</summary>
    internal static async Task<string> Upload(HttpContext context, long most)
    {
        if (context.Features.Get<IHttpMaxRequestBodySizeFeature>() is { IsReadOnly: false } limit)
        {
            limit.MaxRequestBodySize = most;
        }
        string path = TemporaryFile.NewPath("upload");
        try
        {
            await using FileStream file = TemporaryFile.New(path);
            await context.Request.Body.CopyToAsync(file, context.RequestAborted);
            return path;
        }
        catch
        {
            File.Delete(path);
            throw;
        }
    }
}
