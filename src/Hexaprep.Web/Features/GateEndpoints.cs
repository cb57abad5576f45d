using Hexaprep.Bench.Edits;
using Hexaprep.Bench.State;
using Hexaprep.Planning.WhatIf;
using Hexaprep.Screens.GateScreen;
using Hexaprep.Web.Planning;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Hexaprep.Web.Features;

/// <summary>Asks what a repair costs.</summary>
/// <param name="FlawId">One of the flaws: those alike are repaired with it.</param>
/// <param name="Repair">The repair, by its outside name.</param>
/// <param name="Searched">False: by the plan kept at once; true: by a search behind it.</param>
public sealed record RepairQuestion(Guid FlawId, string Repair, bool Searched);

/// <summary>Takes a repair out of the plan; the id makes it safe to send again.</summary>
public sealed record RepairBack(Guid Id);

/// <summary>The look at models: what is found, why, what mends it and what that costs.</summary>
public static class GateEndpoints
{
    /// <summary>Adds the routes.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/gate/{stepId:guid}", ReadAsync)
            .WithSummary("A look at a step's models: places, keys for flaws, what is open, why, and what mends it.")
            .ProducesProblem(404)
            .ProducesProblem(409);
        api.MapPost("/gate/price", PriceAsync)
            .WithSummary("What a repair costs every unit, before it is taken with POST /api/plan/take. Nothing is kept.")
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
        api.MapPost("/gate/repairs/{repairId:guid}/back", BackAsync)
            .WithSummary("Takes a repair that nobody has begun out of the plan again.")
            .ProducesProblem(404)
            .ProducesProblem(409);
    }

    private static async Task<Ok<GateView>> ReadAsync(Guid stepId, BenchService desk, CancellationToken cancel)
    {
        var laid = await desk.LayAsync(cancel);
        return TypedResults.Ok(new GateReader(laid.Bench, laid.Plan, laid.Now).Of(stepId));
    }

    private static async Task<Ok<RepairPriceView>> PriceAsync(
        RepairQuestion question,
        BenchService desk,
        Planners planners,
        PlanMaker maker,
        CancellationToken cancel
    )
    {
        var priced = await planners.AskAsync(
            await desk.WorkspaceAsync(cancel),
            question,
            compares: question.Searched,
            (stored, plan, now, token) =>
                RepairPrice.Of(
                    stored.Bench,
                    plan,
                    question.FlawId,
                    question.Repair,
                    now,
                    question.Searched ? maker.BudgetOf(stored.Bench) : 0,
                    token
                ),
            cancel
        );
        return TypedResults.Ok(priced.View);
    }

    private static async Task<NoContent> BackAsync(
        Guid repairId,
        RepairBack back,
        BenchService desk,
        Planners planners,
        CancellationToken cancel
    )
    {
        var laid = await desk.LayAsync(cancel);
        var before = planners.Before(laid.Workspace, repairId, laid.Revision);
        Decision? taken = null;
        var done = await desk.WriteAndLayAsync(
            back.Id,
            new { repairId },
            bench => taken = RepairEdits.Back(bench, repairId, desk.Now),
            cancel
        );
        if (taken is not null && before is not null)
            planners.Follow(laid.Workspace, before, done.Revision);
        return TypedResults.NoContent();
    }
}
