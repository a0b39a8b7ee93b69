using OneWhole.App.Colours;

namespace OneWhole.Web;

/// <summary>A set of colours by its name.</summary>
public sealed record ColourSetRequest(string Name, IReadOnlyList<string> Colours);

/// <summary>Sets of colours of one's own over HTTP.</summary>
public static class ColourEndpoints
{
    public static void MapColours(this WebApplication app)
    {
        RouteGroupBuilder sets = app.MapGroup("/api/colour-sets").WithTags("colours");
        sets.MapGet("", (ColourSets service) => service.List());
        sets.MapPost("", (ColourSets service, ColourSetRequest request) => service.Keep(request.Name, request.Colours));
        sets.MapDelete("{id}", (ColourSets service, string id) =>
        {
            service.Remove(id);
            return Results.NoContent();
        });
    }
}
