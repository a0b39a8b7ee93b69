using System.Text.Json.Nodes;
using OneWhole.App.HandingOver;
using OneWhole.App.Studies;

namespace OneWhole.Web;

/// <summary>A part or a group put elsewhere.</summary>
public sealed record MoveRequest(long Revision, LabelMove Move);

/// <summary>An amount to be tried: a row of the workings, and what was typed ("5000", "×1.2", "25 %").</summary>
public sealed record TrialRequest(long Revision, int Row, string Text);

public sealed record TrialAheadRequest(int Row, string Text);

/// <summary>From what to what a bridge is to go, as it was offered.</summary>
public sealed record WhatChangedRequest(string Text);

/// <summary>Sets one place of a study, and takes another out where so asked.</summary>
public sealed record ChangeRequest(long Revision, string Path, JsonNode? Value = null, string? Drop = null);

/// <summary>Lays a study on a table, some of its columns called otherwise.</summary>
public sealed record LayOnRequest(string Table, IReadOnlyDictionary<string, string> Columns);

/// <summary>Sets one place of a study, without saving.</summary>
public sealed record PreviewRequest(string Path, JsonNode? Value = null);

/// <summary>Takes another shape of a form.</summary>
public sealed record ShapeRequest(long Revision, string Form, string Shape);

/// <summary>Applies the remedy of a tie-out line.</summary>
public sealed record RemedyRequest(long Revision, string Line);

/// <summary>Leaves parts or groups out, or all others.</summary>
public sealed record NarrowRequest(long Revision, NarrowedLabels Labels);

/// <summary>Rows that are selected.</summary>
public sealed record SelectionRequest(IReadOnlyList<int> Rows);

/// <summary>How a cell came about.</summary>
public sealed record ArithmeticReply(string Text);

/// <summary>How a study's figure is handed over.</summary>
public sealed record HandOverQuery(
    double? Width,
    double? Height,
    double? Scale,
    string? Paper,
    double? Margin,
    bool? Workings,
    bool? SharesOnly
)
{
    internal LeavingFile Of(StudyHandOver service, string id, string kind, CancellationToken cancel = default) =>
        service.HandOver(
            id,
            kind,
            Width ?? StudyEndpoints.Width,
            Height ?? StudyEndpoints.Height,
            Scale ?? 1,
            Paper,
            Margin,
            Workings ?? true,
            SharesOnly ?? false,
            cancel
        );
}

/// <summary>Studies over HTTP.</summary>
public static class StudyEndpoints
{
    internal const double Width = 960;
    internal const double Height = 600;

    public static void MapStudies(this WebApplication app)
    {
        RouteGroupBuilder studies = app.MapGroup("/api/studies").WithTags("studies");
        studies.MapGet("", (StudyService service, double? width, double? height) => service.List(width ?? 220, height ?? 140));
        studies.MapGet("{id}", (StudyService service, string id, double? width, double? height, CancellationToken cancel) =>
            service.Get(id, width ?? Width, height ?? Height, cancel)
        );
        studies.MapDelete("{id}", (StudyService service, string id) =>
        {
            service.Remove(id);
            return Results.NoContent();
        });
        studies.MapPost("{id}/change", (StudyService service, string id, ChangeRequest request, double? width, double? height) =>
            service.Change(id, request.Revision, request.Path, request.Value, width ?? Width, height ?? Height, request.Drop)
        );
        studies.MapPost(
            "{id}/preview",
            (StudyService service, string id, PreviewRequest request, double? width, double? height, CancellationToken cancel) =>
                service.Preview(id, request.Path, request.Value, width ?? Width, height ?? Height, cancel)
        );
        studies.MapPost("{id}/remedy", (StudyService service, string id, RemedyRequest request, double? width, double? height) =>
            service.ApplyRemedy(id, request.Revision, request.Line, width ?? Width, height ?? Height)
        );
        studies.MapPost("{id}/shape", (StudyService service, string id, ShapeRequest request, double? width, double? height) =>
            service.Shape(id, request.Revision, request.Form, request.Shape, width ?? Width, height ?? Height)
        );
        studies.MapPost("{id}/move", (StudyService service, string id, MoveRequest request, double? width, double? height) =>
            service.Move(id, request.Revision, request.Move, width ?? Width, height ?? Height)
        );
        studies.MapPost("{id}/narrow", (StudyService service, string id, NarrowRequest request, double? width, double? height) =>
            service.Narrow(id, request.Revision, request.Labels, width ?? Width, height ?? Height)
        );
        studies.MapPost("{id}/try", (StudyService service, string id, TrialRequest request, double? width, double? height) =>
            service.Try(id, request.Revision, request.Row, request.Text, width ?? Width, height ?? Height)
        );
        studies.MapPost(
            "{id}/try-ahead",
            (StudyService service, string id, TrialAheadRequest request, double? width, double? height, CancellationToken cancel) =>
                service.TryAhead(id, request.Row, request.Text, width ?? Width, height ?? Height, cancel)
        );
        studies.MapPost("{id}/swap", (StudyService service, string id, RevisionRequest request, double? width, double? height) =>
            service.Swap(id, request.Revision, width ?? Width, height ?? Height)
        );
        studies.MapPost("{id}/undo", (StudyService service, string id, RevisionRequest request, double? width, double? height) =>
            service.Undo(id, request.Revision, width ?? Width, height ?? Height)
        );
        studies.MapPost("{id}/redo", (StudyService service, string id, RevisionRequest request, double? width, double? height) =>
            service.Redo(id, request.Revision, width ?? Width, height ?? Height)
        );
        studies.MapPost("{id}/copy", (StudyService service, string id, double? width, double? height) =>
            service.Copy(id, width ?? Width, height ?? Height)
        );
        studies.MapGet("{id}/reach", (StudyQuestions service, string id, int row) => service.Reach(id, row));
        studies.MapGet("{id}/changes", (StudyQuestions service, string id, CancellationToken cancel) =>
            service.Changes(id, 132, 84, cancel)
        );
        studies.MapPost("{id}/changes", (StudyService service, string id, WhatChangedRequest request, double? width, double? height) =>
            service.Changed(id, request.Text, width ?? Width, height ?? Height)
        );
        studies.MapGet("{id}/columns", (StudyQuestions service, string id) => service.ColumnsOf(id));
        studies.MapPost("{id}/lay-on", (StudyService service, string id, LayOnRequest request, double? width, double? height) =>
            service.LayOn(id, request.Table, request.Columns, width ?? Width, height ?? Height)
        );
        studies.MapGet("{id}/rows", (StudyQuestions service, string id, int first, int count, string? stamp) =>
            service.Rows(id, first, count, stamp)
        );
        studies.MapGet("{id}/arithmetic", (StudyQuestions service, string id, string column, int row) =>
            new ArithmeticReply(service.Arithmetic(id, column, row))
        );
        studies.MapPost("{id}/selection", (StudyQuestions service, string id, SelectionRequest request) =>
            service.Selection(id, request.Rows)
        );
        studies.MapGet("{id}/pointed", (StudyQuestions service, string id, int row) => service.Pointed(id, row));
        studies.MapGet("{id}/options", (StudyQuestions service, string id, string path) => service.Options(id, path));
        studies.MapGet("{id}/settings", (StudyQuestions service, string id, double? width, double? height, CancellationToken cancel) =>
            service.Settings(id, width ?? Width, height ?? Height, cancel)
        );
        studies.MapGet("{id}/strip", (StudyQuestions service, string id, double? width, double? height, CancellationToken cancel) =>
            service.Strip(id, width ?? 112, height ?? 80, cancel)
        );
        studies.MapGet("{id}/filter", (StudyQuestions service, string id, string column, int? clause) =>
            service.FilterValues(id, column, clause)
        );
        studies.MapGet("{id}/least", (StudyQuestions service, string id, int row) => service.AtLeast(id, row));
        studies
            .MapGet("{id}/hand-over/{kind}", (StudyHandOver service, string id, string kind, [AsParameters] HandOverQuery query) =>
                HandOverEndpoints.Sent(query.Of(service, id, kind))
            )
            .WithMetadata(new SentAsRead());
        studies.MapPost(
            "{id}/hand-over/{kind}",
            (StudyHandOver service, HandOverJobs jobs, string id, string kind, [AsParameters] HandOverQuery query) =>
                jobs.Start(cancel => query.Of(service, id, kind, cancel))
        );
    }
}
