using Hexaprep.Bench.Acts;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Problem;
using Hexaprep.Screens.BenchScreen;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Hexaprep.Web.Features;

/// <summary>The bench as it stands.</summary>
/// <param name="Revision">Rises with every change.</param>
/// <param name="IsDemo">True for the demo world.</param>
/// <param name="DemoHasAged">Nothing of the demo is under way any more: it can be loaded afresh.</param>
/// <param name="Renewing">True while the plan is not yet of this bench and moment: the next is on its way.</param>
/// <param name="PlanOf">When the plan was made, in words; empty before the first.</param>
/// <param name="View">What to do now and why, what dries, what comes next, what must wait.</param>
public sealed record BenchAnswer(long Revision, bool IsDemo, bool DemoHasAged, bool Renewing, string PlanOf, BenchView View)
{
    /// <summary>This bench could not be planned and is not tried again until it changes; null where all is well.</summary>
    public string? PlanTrouble { get; init; }

    /// <summary>Rows that could not be read, in words; usually none.</summary>
    public IReadOnlyList<string> SetAside { get; init; } = [];
}

/// <summary>Reading the bench, and acting at it.</summary>
public static class BenchEndpoints
{
    /// <summary>Adds the routes.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/bench", ReadAsync)
            .WithSummary("What to do now and why, what dries and when it is safe, what comes next, what must wait.");
        api.MapGet("/soak/{stepId:guid}", SoakAsync)
            .WithSummary("Transfers in the water and on the models: what the wet hands do next, and until when.")
            .ProducesProblem(404);
        api.MapPost("/acts", ActAsync)
            .WithSummary(
                "Does an act: start, done, put_down, take_back, set_count, flaw, mend, test, coat, clock, stop_clock; of transfers wet, "
                    + "place, tear, spoil, not_sliding, lift_transfer. The same id twice is done once."
            )
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
    }

    private static async Task<Ok<BenchAnswer>> ReadAsync(BenchService desk, CancellationToken cancel) =>
        TypedResults.Ok(Answer(await desk.LayAsync(cancel)));

    private static async Task<Ok<SoakView>> SoakAsync(Guid stepId, BenchService desk, CancellationToken cancel)
    {
        var laid = await desk.LayAsync(cancel);
        return TypedResults.Ok(
            new SoakReader(laid.Bench, laid.Now).Of(stepId)
                ?? throw new RefusedException(
                    new Refusal("stepId", $"No transfers are placed at step {stepId}.", "Load the page again.", RefusalKind.NotFound)
                )
        );
    }

    private static async Task<Ok<BenchAnswer>> ActAsync(Act act, BenchService desk, ILoggerFactory logs, CancellationToken cancel)
    {
        var laid = await desk.WriteAndLayAsync(act.Id, act, bench => Acts.Decide(bench, act, desk.Now, Guid.NewGuid), cancel);
        try
        {
            return TypedResults.Ok(Answer(laid));
        }
        catch (Exception unread) when (unread is not OperationCanceledException)
        {
            // What was written is answered whatever the plan is like: the bench alone says it too.
            logs.CreateLogger(nameof(BenchEndpoints)).LogError(unread, "The bench could not be read with its plan.");
            return TypedResults.Ok(Answer(laid with { Plan = BenchPlan.None(laid.Now), Renewing = true }));
        }
    }

    private static BenchAnswer Answer(BenchSnapshot laid)
    {
        var view = new BenchReader(laid.Bench, laid.Plan, laid.Now).View();
        var planOf = laid.Plan.MadeAtText(new Clockface(laid.Bench.State.Settings.Zone, laid.Now));
        return new BenchAnswer(
            laid.Revision,
            laid.IsDemo,
            laid.IsDemo && !laid.Renewing && DemoWorld.HasAged(view),
            laid.Renewing && !laid.PlanFails,
            planOf,
            view
        )
        {
            PlanTrouble = laid.PlanFails
                ? "The plan could not be made anew for the bench as it stands. "
                    + $"{(planOf.Length == 0 ? "There is none yet" : $"What you see is of {planOf}")}; what you do is kept, and the next "
                    + "change tries it again."
                : null,
            SetAside = laid.SetAside,
        };
    }
}
