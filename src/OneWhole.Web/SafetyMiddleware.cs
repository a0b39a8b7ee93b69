using System.Net;
using System.Security.Cryptography;

namespace OneWhole.Web;

/// <summary>
/// Answers only requests that name this machine, takes writes only from its own pages, and tells browsers to run nothing
/// that did not ship with it.
/// </summary>
public sealed class SafetyMiddleware(RequestDelegate next)
{
    internal const string Nonce = "style-nonce";

    public async Task InvokeAsync(HttpContext context)
    {
        HttpRequest request = context.Request;
        if (!IsLocal(request.Host.Host))
        {
            await ProblemMiddleware.Write(
                context,
                421,
                "wrong-host",
                $"The host {request.Host.Host} is not served here; use 127.0.0.1 or localhost."
            );
            return;
        }
        bool reads = HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method);
        if (!reads && request.Headers["Sec-Fetch-Site"].ToString() is ("cross-site" or "same-site"))
        {
            await ProblemMiddleware.Write(context, 403, "wrong-origin", "Changes are taken from this application's own pages only.");
            return;
        }
        if (!reads && request.Headers.Origin.ToString() is { Length: > 0 } origin && !IsOwn(origin, request.Host))
        {
            await ProblemMiddleware.Write(context, 403, "wrong-origin", "Changes are taken from this application's own pages only.");
            return;
        }
        string nonce = Convert.ToBase64String(RandomNumberGenerator.GetBytes(12));
        context.Items[Nonce] = nonce;
        IHeaderDictionary headers = context.Response.Headers;
        headers.ContentSecurityPolicy =
            $"default-src 'none'; script-src 'self'; style-src 'self' 'nonce-{nonce}'; font-src 'self'; img-src 'self' "
            + "data: blob:; connect-src 'self'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'";
        headers.XContentTypeOptions = "nosniff";
        headers["Referrer-Policy"] = "no-referrer";
        headers["Cross-Origin-Opener-Policy"] = "same-origin";
        headers["Cross-Origin-Resource-Policy"] = "same-origin";
        if (request.Path.StartsWithSegments("/api"))
        {
            headers.CacheControl = "no-store";
        }
        await next(context);
    }

    private static bool IsLocal(string host) =>
        host is "localhost" or "[::1]" || (IPAddress.TryParse(host, out IPAddress? address) && IPAddress.IsLoopback(address));

    private static bool IsOwn(string origin, HostString host) =>
        Uri.TryCreate(origin, UriKind.Absolute, out Uri? uri)
        && string.Equals(uri.Authority, host.Value, StringComparison.OrdinalIgnoreCase);
}
