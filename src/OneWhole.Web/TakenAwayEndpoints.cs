using OneWhole.App.Changing;

namespace OneWhole.Web;

/// <summary>What was taken away, over HTTP.</summary>
public static class TakenAwayEndpoints
{
    public static void MapTakenAway(this WebApplication app)
    {
        RouteGroupBuilder gone = app.MapGroup("/api/taken-away").WithTags("taken away");
        gone.MapGet("", (TakenAway service) => service.List());
        gone.MapPost("{id}/bring-back", (TakenAway service, string id) =>
        {
            service.BringBack(id);
            return Results.NoContent();
        });
        gone.MapDelete("{id}", (TakenAway service, string id) =>
        {
            service.Forget(id);
            return Results.NoContent();
        });
    }
}
