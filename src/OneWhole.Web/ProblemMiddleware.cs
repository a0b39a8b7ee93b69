using System.Text.Json;
using Microsoft.AspNetCore.Mvc;
using OneWhole.App;
using OneWhole.Core.Studies;
using OneWhole.Formats.Reading;
using OneWhole.Store;

namespace OneWhole.Web;

/// <summary>Turns faults into problem details (RFC 9457) with a stable code, a sentence for the person, and the place.</summary>
public sealed class ProblemMiddleware(RequestDelegate next, ILogger<ProblemMiddleware> log)
{
    public async Task InvokeAsync(HttpContext context)
    {
        try
        {
            await next(context);
        }
        catch (OperationCanceledException) when (context.RequestAborted.IsCancellationRequested)
        {
            // Nobody waits for the answer.
        }
        catch (Exception fault) when (!context.Response.HasStarted)
        {
            (int status, string code, string message, string? place) = fault switch
            {
                RevisionConflictException conflict => (409, "conflict", "This was changed in another window; the newer version is shown now.", conflict.Now.Id),
                StudyException study => (422, study.Code, study.Message, study.Place),
                ReadException read => (422, read.Code, read.Message, null),
                AppException app => (app.Code == "not-found" ? 404 : 422, app.Code, app.Message, null),
                KeyNotFoundException missing => (404, "not-found", missing.Message, null),
                BadHttpRequestException bad => (bad.StatusCode, "bad-request", bad.InnerException is JsonException json ? $"The request is not as expected: {json.Message}" : bad.Message, null),
                _ => (500, "fault", "Something went wrong here; nothing was changed. Try again.", null),
            };
            if (status == 500)
            {
                log.LogError(fault, "A request failed");
            }
            await Write(context, status, code, message, place);
        }
    }

    internal static Task Write(HttpContext context, int status, string code, string message, string? place = null)
    {
        context.Response.StatusCode = status;
        var details = new ProblemDetails { Status = status, Title = message, Extensions = { ["code"] = code } };
        if (!string.IsNullOrEmpty(place))
        {
            details.Extensions["place"] = place;
        }
        return context.Response.WriteAsJsonAsync(details, (JsonSerializerOptions?)null, "application/problem+json");
    }
}
