using Hexaprep.Bench.Edits;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Screens.UnitsScreen;
using Hexaprep.Web.Http;
using Hexaprep.Web.Planning;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Hexaprep.Web.Features;

/// <summary>The colours of a batch, as they are to be.</summary>
/// <param name="Id">Client-made: it makes the change safe to send again.</param>
/// <param name="Version">The batch's version it was made from.</param>
/// <param name="Palette">The colours, such as <c>cloth goldenrod 30 %, trousers #5b6b39 25 %</c>, in one line or several; null where nobody
/// said.</param>
public sealed record PaletteEdit(Guid Id, int Version, IReadOnlyList<string>? Palette);

/// <summary>Which primer suits the colours of a batch.</summary>
public static class PrimerEndpoints
{
    /// <summary>Adds them.</summary>
    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/batches/{id:guid}/primer", PrimerAsync)
            .WithSummary("The colours of a batch, and how many coats they take over each primer.")
            .ProducesProblem(404);
        api.MapGet("/batches/{id:guid}/primer/effect", EffectAsync)
            .WithSummary("What another colour of primer does to the plan.")
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
        api.MapPut("/batches/{id:guid}/palette", ListAsync)
            .WithSummary("Lists the colours a batch will be painted in, a line a colour; null forgets them.")
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
    }

    private static async Task<Ok<PrimerView>> PrimerAsync(Guid id, BenchService desk, CancellationToken cancel) =>
        TypedResults.Ok(await PrimerOfAsync(id, desk, cancel));

    private static async Task<Results<Ok<PrimerView>, ProblemHttpResult>> ListAsync(
        Guid id,
        PaletteEdit edit,
        BenchService desk,
        CancellationToken cancel
    ) =>
        await Stale.EditAsync(
            desk,
            edit.Id,
            new { id, edit },
            bench => PaletteEdits.List(bench, id, edit.Version, edit.Palette, desk.Now, Guid.NewGuid),
            () => PrimerOfAsync(id, desk, cancel),
            cancel
        );

    private static async Task<Ok<PlanEffectView>> EffectAsync(
        Guid id,
        string colour,
        BenchService desk,
        PlanMaker maker,
        CancellationToken cancel
    )
    {
        var option = HouseRuleCatalog.PrimerColour.Option(colour)
            ?? throw new RefusedException(
                new Refusal(
                    "colour",
                    $"'{Texts.Cut(colour, 40)}' is no colour of primer.",
                    $"Give one of {string.Join(", ", HouseRuleCatalog.PrimerColour.Options.Select(o => o.Id))}."
                )
            );
        await PrimerOfAsync(id, desk, cancel);
        return TypedResults.Ok(
            await desk.AskAsync(
                (id, option.Id),
                (stored, plan, now, token) =>
                    new PrimerReader(stored.Bench, plan, now).Effect(
                        stored.Bench.Batches[id],
                        option,
                        maker.TrialBudgetOf(stored.Bench),
                        Guid.NewGuid,
                        token
                    ),
                cancel
            )
        );
    }

    private static Task<PrimerView> PrimerOfAsync(Guid id, BenchService desk, CancellationToken cancel) =>
        desk.OfBatchAsync(id, (laid, batch) => new PrimerReader(laid.Bench, laid.Plan, laid.Now).Of(batch), cancel);
}
