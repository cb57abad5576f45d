using Hexaprep.Core.Bench;
using Hexaprep.Storage;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Hexaprep.Web.Features;

/// <summary>The bench as it stands.</summary>
/// <param name="Revision">Rises with every change.</param>
/// <param name="IsDemo">True for the demo world.</param>
/// <param name="DemoHasAged">Nothing of the demo is under way any more: it can be loaded afresh.</param>
/// <param name="View">What to do now and why, what dries, what comes next, what must wait.</param>
public sealed record BenchAnswer(long Revision, bool IsDemo, bool DemoHasAged, BenchView View);

/// <summary>Reading the bench, and acting at it.</summary>
public static class BenchEndpoints
{
    /// <summary>Adds the routes.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/bench", ReadAsync).WithSummary("What to do now and why, what dries and when it is safe, what comes next, what must wait.");
        api.MapPost("/acts", ActAsync).WithSummary("Does an act: start, done, put_down, take_back, set_count, flaw, mend, test, coat, clock, stop_clock. The same id twice is done once.")
            .ProducesProblem(400).ProducesProblem(404).ProducesProblem(409);
    }

    private static async Task<Ok<BenchAnswer>> ReadAsync(Desk desk, CancellationToken cancel) => TypedResults.Ok(Answer(await desk.LayAsync(cancel)));

    private static async Task<Ok<BenchAnswer>> ActAsync(Act act, Desk desk, BenchStore store, CancellationToken cancel)
    {
        await store.ActAsync(await desk.WorkspaceAsync(cancel), act, desk.Now, cancel);
        return TypedResults.Ok(Answer(await desk.LayAsync(cancel)));
    }

    private static BenchAnswer Answer(LaidBench laid)
    {
        var view = new BenchReader(laid.Bench, laid.Plan, laid.Now).View();
        return new BenchAnswer(laid.Revision, laid.IsDemo, laid.IsDemo && DemoWorld.HasAged(view), view);
    }
}
