using System.Text.Json.Nodes;
using OneWhole.App.Numbers;

namespace OneWhole.Web;

/// <summary>How numbers and dates are written here, over HTTP.</summary>
public static class NumberEndpoints
{
    /// <summary>Everything that is answered is printed in the installation's style, where a study has none of its own.</summary>
    public static void UseNumberStyle(this WebApplication app) => app.Use(async (context, next) =>
    {
        using IDisposable style = context.RequestServices.GetRequiredService<NumberSettings>().Style.Use();
        await next(context);
    });

    public static void MapNumbers(this WebApplication app)
    {
        app.MapGet("/api/numbers", (NumberSettings service) => service.View()).WithTags("numbers");
        app.MapPut("/api/numbers", (NumberSettings service, JsonObject numbers) => service.Set(numbers)).WithTags("numbers");
    }
}
