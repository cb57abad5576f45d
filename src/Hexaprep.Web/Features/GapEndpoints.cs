using Hexaprep.Bench.Edits;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Screens.UnitsScreen;
using Hexaprep.Web.Http;
using Hexaprep.Web.Planning;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Hexaprep.Web.Features;

/// <summary>The gaps of a model, as they are to be.</summary>
/// <param name="Id">Client-made: it makes the change safe to send again.</param>
/// <param name="Version">The batch's version it was made from.</param>
/// <param name="Gaps">The gaps, such as <c>left shoulder 0.6 x 9 mm, belt 0.4 x 10 mm, hidden</c>, in one line or several; null where only
/// their size in a word is known.</param>
public sealed record GapsEdit(Guid Id, int Version, IReadOnlyList<string>? Gaps);

/// <summary>Gaps: what fills them, what is mixed, what is worth it.</summary>
public static class GapEndpoints
{
    /// <summary>Adds them.</summary>
    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/batches/{id:guid}/gaps", GapsAsync)
            .WithSummary("The gaps of a batch's models: what fills each, in how many layers, whether that is worth it, what is mixed.")
            .ProducesProblem(404);
        api.MapGet("/batches/{id:guid}/gaps/effect", EffectAsync)
            .WithSummary("What filling all gaps, those worth it, or none does to the plan.")
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
        api.MapPut("/batches/{id:guid}/gaps", ListAsync)
            .WithSummary("Lists the gaps of a batch's models, a line a gap; null forgets them.")
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
    }

    private static async Task<Ok<GapsView>> GapsAsync(Guid id, BenchService desk, CancellationToken cancel) =>
        TypedResults.Ok(await GapsOfAsync(id, desk, cancel));

    private static async Task<Results<Ok<GapsView>, ProblemHttpResult>> ListAsync(
        Guid id,
        GapsEdit edit,
        BenchService desk,
        CancellationToken cancel
    ) =>
        await Stale.EditAsync(
            desk,
            edit.Id,
            new { id, edit },
            bench => GapEdits.List(bench, id, edit.Version, edit.Gaps, desk.Now, Guid.NewGuid),
            () => GapsOfAsync(id, desk, cancel),
            cancel
        );

    private static async Task<Ok<PlanEffectView>> EffectAsync(
        Guid id,
        string fill,
        BenchService desk,
        PlanMaker maker,
        CancellationToken cancel
    )
    {
        if (!Ids.TryParse<GapWay>(fill, out var way))
            throw new RefusedException(
                new Refusal("fill", $"'{Texts.Cut(fill, 40)}' is no decision.", $"Give one of {string.Join(", ", Ids.All<GapWay>())}.")
            );
        await GapsOfAsync(id, desk, cancel);
        return TypedResults.Ok(
            await desk.AskAsync(
                (id, way),
                (stored, plan, now, token) =>
                    new GapsReader(stored.Bench, plan, now).Effect(
                        stored.Bench.Batches[id],
                        way,
                        maker.TrialBudgetOf(stored.Bench),
                        Guid.NewGuid,
                        token
                    ),
                cancel
            )
        );
    }

    private static Task<GapsView> GapsOfAsync(Guid id, BenchService desk, CancellationToken cancel) =>
        desk.OfBatchAsync(id, (laid, batch) => new GapsReader(laid.Bench, laid.Plan, laid.Now).Of(batch), cancel);
}
