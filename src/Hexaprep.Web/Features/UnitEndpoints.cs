using Hexaprep.Bench.Edits;
using Hexaprep.Bench.Records;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Formats;
using Hexaprep.Screens.UnitsScreen;
using Hexaprep.Web.Http;
using Hexaprep.Web.Planning;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;

namespace Hexaprep.Web.Features;

/// <summary>Changes what a unit is called, its mark, deadline and weight; <c>version</c> is the one it was made from.</summary>
public sealed record UnitEdit(Guid Id, int Version, LocalDate? Deadline, int Weight)
{
    /// <summary>Its name; unchanged when absent.</summary>
    public string? Name { get; init; }

    /// <summary>Its drawn mark; unchanged when absent.</summary>
    public string? Mark { get; init; }
}

/// <summary>Takes a unit off the bench or puts it back; <c>version</c> is the one it was made from.</summary>
public sealed record UnitMove(Guid Id, int Version);

/// <summary>Brings another unit like one there is.</summary>
/// <param name="Id">Of this order; the new unit's identity too.</param>
/// <param name="Models">How many models, for a unit of one batch; as many when absent.</param>
public sealed record AnotherUnit(Guid Id, int? Models = null);

/// <summary>Changes what a batch's route is derived from; its steps keep their identities and history.</summary>
public sealed record BatchEdit(
    Guid Id,
    int Version,
    Tier Tier,
    MoldLines MoldLines,
    Gaps Gaps,
    int Transfers,
    Sheen FinalSheen,
    int PaintMinutes,
    bool LeadFree = false
)
{
    /// <summary>Its surface; unchanged when absent.</summary>
    public Surface? Surface { get; init; }

    /// <summary>Its size; unchanged when absent.</summary>
    public ModelSize? Size { get; init; }

    /// <summary>Its base in mm, 10 to 200; 0 for none, unchanged when absent.</summary>
    public int? BaseMm { get; init; }

    /// <summary>Durations of steps, in place of all that were set; unchanged when absent.</summary>
    public IReadOnlyList<StepPace>? Paces { get; init; }
}

/// <summary>How a batch is painted, as it is to be.</summary>
/// <param name="Id">Client-made: it makes the change safe to send again.</param>
/// <param name="Version">The batch's version it was made from.</param>
/// <param name="Passes">A line a pass, at most 24, such as <c>leather, 7 min; straps; 2 brown, 1 ochre</c>; null for the usual list of its
/// tier, empty for one pass.</param>
public sealed record PassesEdit(Guid Id, int Version, IReadOnlyList<string>? Passes);

/// <summary>The parts of a batch's kit, as they are to be.</summary>
/// <param name="Id">Client-made: it makes the change safe to send again.</param>
/// <param name="Version">The batch's version it was made from.</param>
/// <param name="Kit">The parts, such as <c>body, head, 2 arms, cloak, hides the face</c>, in one line or several; null where only their
/// number is known.</param>
public sealed record KitEdit(Guid Id, int Version, IReadOnlyList<string>? Kit);

/// <summary>A mix written down; the id makes it safe to send again.</summary>
public sealed record RecipeEdit(Guid Id, string? Area, string? Mix);

/// <summary>Units and batches: where they stand, why their routes are as they are, what can be changed.</summary>
public static class UnitEndpoints
{
    /// <summary>Adds the routes.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/units", ListAsync).WithSummary("All units, in order of finish.");
        api.MapGet("/units/{id:guid}", OneAsync)
            .WithSummary("One unit: its hexagon, its batches, their routes with reasons.")
            .ProducesProblem(404);
        api.MapPut("/units/{id:guid}", EditUnitAsync)
            .WithSummary("Changes name, mark, deadline and weight.")
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
        api.MapGet("/units/off", OffAsync).WithSummary("The units that are off the bench, the last one taken off first.");
        api.MapPost("/units/{id:guid}/off", TakeOffAsync)
            .WithSummary("Takes a unit off the bench; its log stays. Answers all that are off.")
            .ProducesProblem(404)
            .ProducesProblem(409);
        api.MapPost("/units/{id:guid}/back", PutBackAsync)
            .WithSummary("Puts a unit back on the bench, where it stood.")
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
        api.MapPut("/units/{id:guid}/recipes/{recipeId:guid}", WriteRecipeAsync)
            .WithSummary("Writes a mix down by area, or corrects it; an empty mix is crossed out.")
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
        api.MapPost("/units/{id:guid}/another", AnotherAsync)
            .WithSummary("Brings another unit like this one.")
            .ProducesProblem(400)
            .ProducesProblem(404);
        api.MapPut("/batches/{id:guid}/passes", PaintAsAsync)
            .WithSummary("How a batch is painted, a line a pass; null for the usual list of its tier, none for one pass.")
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
        api.MapGet("/batches/{id:guid}/kit", KitAsync)
            .WithSummary("The parts of a batch's kit: what is held apart and what that costs, how it closes, what is pinned.")
            .ProducesProblem(404);
        api.MapGet("/batches/{id:guid}/labels.pdf", LabelsAsync)
            .WithSummary("Labels for trays and handles: one for each piece of each model (PDF, A4).")
            .Produces(200, contentType: "application/pdf")
            .ProducesProblem(404);
        api.MapGet("/batches/{id:guid}/kit/effect", EffectAsync)
            .WithSummary("What holding a part apart, or joining it, does to the plan.")
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
        api.MapPut("/batches/{id:guid}/kit", DescribeAsync)
            .WithSummary("Describes the parts of a batch's kit, a line a kind of part; null forgets them.")
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
        api.MapPut("/batches/{id:guid}", EditBatchAsync)
            .WithSummary("Changes a batch, and derives its route again.")
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
    }

    private static async Task<Ok<IReadOnlyList<UnitSummaryView>>> ListAsync(BenchService desk, CancellationToken cancel)
    {
        var laid = await desk.LayAsync(cancel);
        return TypedResults.Ok(Reader(laid).List(datesStand: !laid.IsFirst));
    }

    private static async Task<Ok<UnitView>> OneAsync(Guid id, BenchService desk, CancellationToken cancel) =>
        TypedResults.Ok(await UnitAsync(id, desk, cancel));

    private static async Task<Ok<UnitView>> WriteRecipeAsync(
        Guid id,
        Guid recipeId,
        RecipeEdit edit,
        BenchService desk,
        CancellationToken cancel
    )
    {
        var laid = await desk.WriteAndLayAsync(
            edit.Id,
            new
            {
                id,
                recipeId,
                edit,
            },
            bench => RecipeEdits.Write(bench, id, recipeId, edit.Area, edit.Mix, desk.Now),
            cancel
        );
        return TypedResults.Ok(new UnitReader(laid.Bench, laid.Plan, laid.Now).One(id)!);
    }

    private static async Task<Results<Ok<UnitView>, ProblemHttpResult>> EditUnitAsync(
        Guid id,
        UnitEdit edit,
        BenchService desk,
        CancellationToken cancel
    )
    {
        if (edit.Deadline is { } day && !day.IsKept())
            throw new RefusedException(new Refusal("deadline", $"'{edit.Deadline}' is not from 2000 to 2199.", "Write it as 2026-03-24."));
        return await Stale.OrAsync(
            async () =>
            {
                await desk.WriteAsync(
                    edit.Id,
                    new { id, edit },
                    bench => UnitEdits.Change(bench, id, edit.Version, new(edit.Deadline, edit.Weight, edit.Name, edit.Mark), desk.Now),
                    cancel
                );
                return await UnitAsync(id, desk, cancel);
            },
            () => UnitAsync(id, desk, cancel)
        );
    }

    private static async Task<Ok<IReadOnlyList<OffUnitView>>> OffAsync(BenchService desk, CancellationToken cancel) =>
        TypedResults.Ok(Reader(await desk.LayAsync(cancel)).Off());

    private static async Task<Ok<IReadOnlyList<OffUnitView>>> TakeOffAsync(
        Guid id,
        UnitMove move,
        BenchService desk,
        CancellationToken cancel
    )
    {
        await desk.WriteAsync(move.Id, new { id, move }, bench => UnitEdits.TakeOff(bench, id, move.Version, desk.Now), cancel);
        return await OffAsync(desk, cancel);
    }

    private static async Task<Ok<UnitView>> PutBackAsync(Guid id, UnitMove move, BenchService desk, CancellationToken cancel)
    {
        await desk.WriteAsync(
            move.Id,
            new { id, move },
            bench => UnitEdits.PutBack(bench, id, move.Version, desk.Now, Guid.NewGuid),
            cancel
        );
        return TypedResults.Ok(await UnitAsync(id, desk, cancel));
    }

    private static async Task<Ok<UnitView>> AnotherAsync(Guid id, AnotherUnit order, BenchService desk, CancellationToken cancel)
    {
        await desk.WriteAsync(
            order.Id,
            new { id, order },
            bench => UnitEdits.Another(bench, id, order.Models, order.Id, desk.Now, Guid.NewGuid),
            cancel
        );
        return TypedResults.Ok(await UnitAsync(order.Id, desk, cancel));
    }

    private static async Task<Results<Ok<UnitView>, ProblemHttpResult>> EditBatchAsync(
        Guid id,
        BatchEdit edit,
        BenchService desk,
        CancellationToken cancel
    )
    {
        Need("transfers", edit.Transfers, RowCheck.Of<BatchRow>(nameof(BatchRow.Transfers)));
        foreach (var pace in edit.Paces ?? [])
        {
            Need("paces.secondsPerModel", pace.SecondsPerModel, StepPace.Seconds);
            Need("paces.setupMinutes", pace.SetupMinutes ?? 0, StepPace.Setup);
            if (pace.Step == StepKind.Paint)
                throw new RefusedException(new Refusal("paces.step", "Painting has minutes of its own.", "Change them as paintMinutes."));
        }
        if (edit.Paces is { } paces && paces.DistinctBy(p => p.Step).Count() < paces.Count)
            throw new RefusedException(new Refusal("paces", "A step stands there twice.", "Give each kind of step once."));
        if (edit.BaseMm is { } mm and not 0)
            Need("baseMm", mm, RowCheck.Of<BatchRow>(nameof(BatchRow.BaseMm)));
        Need("paintMinutes", edit.PaintMinutes, RowCheck.Of<BatchRow>(nameof(BatchRow.PaintMin)));
        return await Stale.OrAsync(
            async () =>
            {
                await desk.WriteAsync(
                    edit.Id,
                    new { id, edit },
                    bench =>
                        RosterEdits.EditBatch(
                            bench,
                            id,
                            edit.Version,
                            t =>
                                t.WithPaintMinutes(edit.PaintMinutes).WithGaps(edit.Gaps) with
                                {
                                    Tier = edit.Tier,
                                    MoldLines = edit.MoldLines,
                                    Transfers = edit.Transfers,
                                    FinalSheen = edit.FinalSheen,
                                    LeadFree = edit.LeadFree,
                                    SurfaceSaid = edit.Surface ?? t.SurfaceSaid,
                                    SizeSaid = edit.Size ?? t.SizeSaid,
                                    Paces = edit.Paces ?? t.Paces,
                                    BaseMm = edit.BaseMm is 0 ? null : edit.BaseMm ?? t.BaseMm,
                                },
                            desk.Now,
                            Guid.NewGuid
                        ),
                    cancel
                );
                return await OwnerAsync(id, desk, cancel);
            },
            () => OwnerAsync(id, desk, cancel)
        );
    }

    private static async Task<Results<Ok<UnitView>, ProblemHttpResult>> PaintAsAsync(
        Guid id,
        PassesEdit edit,
        BenchService desk,
        CancellationToken cancel
    ) =>
        await Stale.EditAsync(
            desk,
            edit.Id,
            new { id, edit },
            bench => PaintEdits.PaintAs(bench, id, edit.Version, edit.Passes, desk.Now, Guid.NewGuid),
            () => OwnerAsync(id, desk, cancel),
            cancel
        );

    private static async Task<Ok<KitView>> KitAsync(Guid id, BenchService desk, CancellationToken cancel) =>
        TypedResults.Ok(await KitOfAsync(id, desk, cancel));

    private static async Task<Results<Ok<KitView>, ProblemHttpResult>> DescribeAsync(
        Guid id,
        KitEdit edit,
        BenchService desk,
        CancellationToken cancel
    ) =>
        await Stale.EditAsync(
            desk,
            edit.Id,
            new { id, edit },
            bench => KitEdits.Describe(bench, id, edit.Version, edit.Kit, desk.Now, Guid.NewGuid),
            () => KitOfAsync(id, desk, cancel),
            cancel
        );

    private static async Task<Ok<PlanEffectView>> EffectAsync(
        Guid id,
        string part,
        string held,
        BenchService desk,
        PlanMaker maker,
        CancellationToken cancel
    )
    {
        if (!Ids.TryParse<PartHeld>(held, out var decision))
            throw new RefusedException(
                new Refusal("held", $"'{held}' is no decision.", $"Give one of {string.Join(", ", Ids.All<PartHeld>())}.")
            );
        await KitOfAsync(id, desk, cancel);
        return TypedResults.Ok(
            await desk.AskAsync(
                (id, part, decision),
                (stored, plan, now, token) =>
                    new KitReader(stored.Bench, plan, now).Effect(
                        stored.Bench.Batches[id],
                        part,
                        decision,
                        maker.TrialBudgetOf(stored.Bench),
                        Guid.NewGuid,
                        token
                    ),
                cancel
            )
        );
    }

    private static Task<FileContentHttpResult> LabelsAsync(Guid id, HttpRequest request, BenchService desk, CancellationToken cancel) =>
        desk.OfBatchAsync(
            id,
            (laid, batch) =>
            {
                var page = $"{request.Scheme}://{request.Host}/units/{batch.UnitId}/pieces?batch={id}";
                var labels = new KitReader(laid.Bench, laid.Plan, laid.Now).Labels(batch);
                return TypedResults.File(
                    PieceLabels.Write([.. labels.Select(l => new PieceLabel(l.Unit, l.Model, l.Piece, page))]),
                    "application/pdf",
                    "hexaprep-labels.pdf"
                );
            },
            cancel
        );

    private static Task<KitView> KitOfAsync(Guid id, BenchService desk, CancellationToken cancel) =>
        desk.OfBatchAsync(id, (laid, batch) => new KitReader(laid.Bench, laid.Plan, laid.Now).Of(batch), cancel);

    internal static async Task<UnitView> OwnerAsync(Guid batchId, BenchService desk, CancellationToken cancel)
    {
        var laid = await desk.LayAsync(cancel);
        return Reader(laid).One(laid.Bench.Batches[batchId].UnitId)!;
    }

    private static async Task<UnitView> UnitAsync(Guid id, BenchService desk, CancellationToken cancel) =>
        Reader(await desk.LayAsync(cancel)).One(id)
        ?? throw new RefusedException(new Refusal("id", $"There is no unit {id}.", "Look at the list of units.", RefusalKind.NotFound));

    private static UnitReader Reader(BenchSnapshot laid) => new(laid.Bench, laid.Plan, laid.Now);

    private static void Need(string field, int value, (int Least, int Most) bounds)
    {
        var (least, most) = bounds;
        if (value < least || value > most)
            throw new RefusedException(new Refusal(field, $"{value} is not from {least} to {most}.", $"Give {least} to {most}."));
    }
}
