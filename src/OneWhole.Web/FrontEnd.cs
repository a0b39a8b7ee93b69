using Microsoft.Extensions.FileProviders;
using Microsoft.Net.Http.Headers;

namespace OneWhole.Web;

/// <summary>The front end: its built files, and its one page for every other address.</summary>
public static class FrontEnd
{
    public static void MapFrontEnd(this WebApplication app)
    {
        app.UseStaticFiles(
            new StaticFileOptions
            {
                OnPrepareResponse = context =>
                    context.Context.Response.Headers[HeaderNames.CacheControl] = context.Context.Request.Path.StartsWithSegments("/assets")
                        ? "public, max-age=31536000, immutable"
                        : "no-cache",
            }
        );
        app.MapFallback("/api/{**rest}", (HttpContext context) =>
            ProblemMiddleware.Write(context, 404, "not-found", $"There is no {context.Request.Path} here.")
        );
        app.MapFallback(
            async (HttpContext context, IWebHostEnvironment environment) =>
            {
                IFileInfo page = environment.WebRootFileProvider.GetFileInfo("index.html");
                if (!page.Exists)
                {
                    await ProblemMiddleware.Write(context, 404, "not-built", "The front end is not built: run ./start.");
                    return;
                }
                using var reader = new StreamReader(page.CreateReadStream());
                string html = (await reader.ReadToEndAsync()).Replace(
                    "{{nonce}}",
                    (string)context.Items[SafetyMiddleware.Nonce]!,
                    StringComparison.Ordinal
                );
                context.Response.Headers[HeaderNames.CacheControl] = "no-cache";
                await Results.Content(html, "text/html; charset=utf-8").ExecuteAsync(context);
            }
        );
    }
}
