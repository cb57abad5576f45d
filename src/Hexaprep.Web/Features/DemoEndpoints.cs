using Hexaprep.Craft.Vocabulary;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Hexaprep.Web.Features;

/// <summary>Loading the demo world afresh.</summary>
public static class DemoEndpoints
{
    /// <summary>Adds the routes.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapPost("/demo", LoadAsync)
            .WithSummary("Loads the demo world afresh, its evening tonight. Only where the demo was started.")
            .ProducesProblem(409);

    private static async Task<NoContent> LoadAsync(DemoWorld demo, AppSettings settings, CancellationToken cancel)
    {
        if (!settings.IsDemo)
            throw new RefusedException(
                new Refusal("demo", "This is not the demo.", "Start it with ./hexaprep demo.", RefusalKind.Conflict)
            );
        await demo.LoadAsync(cancel);
        return TypedResults.NoContent();
    }
}
