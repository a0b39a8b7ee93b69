using System.Text.Json;
using Microsoft.AspNetCore.Mvc;
using Microsoft.Data.Sqlite;
using OneWhole.App;
using OneWhole.Core.Studies;
using OneWhole.Formats;
using OneWhole.Formats.Reading;
using OneWhole.Store;

namespace OneWhole.Web;

/// <summary>Marks an answer that is sent as it is read: a file.</summary>
internal sealed class SentAsRead;

/// <summary>
/// Turns faults into problem details (RFC 9457) with a stable code, a sentence for the person, and the place. An answer that is no
/// file is made whole before its first byte leaves, so that none breaks off in its middle.
/// </summary>
public sealed class ProblemMiddleware(RequestDelegate next, ILogger<ProblemMiddleware> log, Database database)
{
    public async Task InvokeAsync(HttpContext context)
    {
        HttpResponse response = context.Response;
        Stream wire = response.Body;
        using MemoryStream? whole =
            context.GetEndpoint() is { } endpoint
            && endpoint.Metadata.GetMetadata<SentAsRead>() is null
            && context.Request.Path.StartsWithSegments("/api")
                ? new MemoryStream()
                : null;
        response.Body = whole ?? wire;
        try
        {
            await next(context);
            response.Body = wire;
            if (whole is not null)
            {
                whole.Position = 0;
                await whole.CopyToAsync(wire, context.RequestAborted);
            }
        }
        catch (OperationCanceledException) when (context.RequestAborted.IsCancellationRequested)
        {
            // Nobody waits for the answer.
            response.Body = wire;
        }
        catch (Exception fault) when (!response.HasStarted)
        {
            response.Body = wire;
            response.ContentLength = null;
            response.Headers.Remove("Content-Encoding");
            response.Headers.Remove("Content-Disposition");
            (int status, string code, string message, string? place) = Answer(fault);
            if (status == 500)
            {
                log.LogError(fault, "A request failed");
            }
            await Write(context, status, code, message, place);
        }
    }

    private (int Status, string Code, string Message, string? Place) Answer(Exception fault) =>
        fault switch
        {
            RevisionConflictException conflict => (
                409,
                "conflict",
                "This was changed in another window meanwhile; nothing was changed here.",
                conflict.Now.Id
            ),
            StudyException study => (422, study.Code, study.Message, study.Place),
            ReadException read => (422, read.Code, read.Message, null),
            AppException app => (
                app.Code switch
                {
                    "not-found" => 404,
                    "busy" => 503,
                    "in-the-way" => 409,
                    _ => 422,
                },
                app.Code,
                app.Message,
                null
            ),
            KeyNotFoundException missing => (404, "not-found", missing.Message, null),
            BadHttpRequestException bad => (
                bad.StatusCode,
                "bad-request",
                bad.InnerException is JsonException json ? $"The request is not as expected: {json.Message}" : bad.Message,
                null
            ),
            StoreException store => (503, "data-file", store.Message, null),
            SqliteException { SqliteErrorCode: 13 or 10 or 8 or 5 or 6 or 11 } broken => (
                507,
                "data-file",
                StoreException.Words(broken, database.Path) + " Nothing was changed.",
                null
            ),
            IOException full when TemporaryFile.IsFull(full) => (
                507,
                "disk-full",
                TemporaryFile.Words(full) + " Nothing was changed.",
                null
            ),
            OutOfMemoryException => (
                507,
                "too-large",
                "There is not enough memory for this: take fewer rows or columns. Nothing was changed.",
                null
            ),
            _ => (500, "fault", "Something went wrong here; nothing was changed. Try again.", null),
        };

    internal static Task Write(HttpContext context, int status, string code, string message, string? place = null)
    {
        context.Response.StatusCode = status;
        var details = new ProblemDetails
        {
            Status = status,
            Title = message,
            Extensions = { ["code"] = code },
        };
        if (!string.IsNullOrEmpty(place))
        {
            details.Extensions["place"] = place;
        }
        return context.Response.WriteAsJsonAsync(details, (JsonSerializerOptions?)null, "application/problem+json");
    }
}
