using System.Text.Json.Nodes;
using OneWhole.App.Numbers;
using OneWhole.Core.Studies;

namespace OneWhole.Web;

/// <summary>How numbers and dates are written here, and what figures print, over HTTP.</summary>
public static class NumberEndpoints
{
    /// <summary>Everything that is answered is printed in the installation's style, where a study has none of its own.</summary>
    public static void UseNumberStyle(this WebApplication app) =>
        app.Use(
            async (context, next) =>
            {
                using IDisposable style = context.RequestServices.GetRequiredService<NumberSettings>().Style.Use();
                using IDisposable words = FigureWords.Use(context.RequestServices.GetRequiredService<WordSettings>().Words);
                await next(context);
            }
        );

    public static void MapNumbers(this WebApplication app)
    {
        app.MapGet("/api/numbers", (NumberSettings service) => service.View()).WithTags("numbers");
        app.MapGet("/api/words", (WordSettings service) => service.View()).WithTags("numbers");
        app.MapPut("/api/words", (WordSettings service, JsonObject words) => service.Set(words)).WithTags("numbers");
        app.MapPut("/api/numbers", (NumberSettings service, JsonObject numbers) => service.Set(numbers)).WithTags("numbers");
    }
}
