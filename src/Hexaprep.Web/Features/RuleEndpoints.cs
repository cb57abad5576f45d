using System.Text.Json;
using Hexaprep.Bench.Edits;
using Hexaprep.Bench.State;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Permissions;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Formats;
using Hexaprep.Screens.HouseScreen;
using Hexaprep.Screens.MayIScreen;
using Hexaprep.Screens.UnitsScreen;
using Hexaprep.Screens.Wording;
using Hexaprep.Web.Http;
using Hexaprep.Web.Planning;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Hexaprep.Web.Features;

/// <summary>Follows an option at a point where practitioners differ: for the whole bench, or for the unit or batch named; a null
/// option takes such a choice back.</summary>
public sealed record HouseChoice(Guid Id, string School, string? Option, Guid? UnitId, Guid? BatchId);

/// <summary>The answers of the first visit: school to option.</summary>
public sealed record FirstAnswers(Guid Id, IReadOnlyDictionary<string, string> Answers);

/// <summary>A change of a route, asked about.</summary>
public sealed record RouteQuestion(ChangeKind Kind, StepKind Step, string? Method, ProductClass? Product, StepKind? Before);

/// <summary>A change of a route, made; <c>accepted</c> says that the consequence of breaking good practice was read.</summary>
public sealed record RouteEdit(Guid Id, int Version, RouteQuestion Change, bool Accepted);

/// <summary>Every change of a step taken back.</summary>
public sealed record RouteRestore(Guid Id, int Version, StepKind Step);

/// <summary>What parts of unknown material turned out to be.</summary>
public sealed record Identified(Guid Id, int Version, Material Material);

/// <summary>What a change of a route would do, in words too.</summary>
public sealed record ConsequenceView(
    Strength Verdict,
    string Headline,
    IReadOnlyList<Broken> Reasons,
    string? Instead,
    string? Effect,
    IReadOnlyList<string> Comes,
    IReadOnlyList<string> Goes
);

/// <summary>The rule book over the wire: may I, house rules, changed routes, the identification key.</summary>
public static class RuleEndpoints
{
    /// <summary>Adds the routes.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/may-i", MayIAsync)
            .WithSummary(
                "May this step be done now, this way, on this batch or model? Yes; not yet, until when and by which test; or no, "
                    + "and what instead."
            )
            .ProducesProblem(400)
            .ProducesProblem(404);
        api.MapGet("/may-i/askable", AskableAsync).WithSummary("Every batch with the steps that may be asked about.");
        api.MapPost("/diagnose", DiagnoseAsync)
            .WithSummary(
                "Why flaws came about, as far as the log sent with them tells, and what mends each; the same as the command's file."
            )
            .Accepts<JsonElement>("application/json")
            .Produces<JsonElement>(200, "application/json")
            .ProducesProblem(400);
        api.MapPost("/closing", ClosingAsync)
            .WithSummary(
                "Whether pieces can be closed, what before painting and what after, in which order; the same as the command's file."
            )
            .Accepts<JsonElement>("application/json")
            .Produces<JsonElement>(200, "application/json")
            .ProducesProblem(400)
            .ProducesProblem(422)
            .RequireRateLimiting(ComputeEndpoints.RateLimit);
        api.MapGet("/house-rules", HouseAsync)
            .WithSummary("The points where practitioners differ, and what is followed on the bench, for a unit or for a batch.")
            .ProducesProblem(404);
        api.MapGet("/house-rules/{school}/effects", EffectsAsync)
            .WithSummary("What each option of a point does to this bench, in hours and days, before it is taken.")
            .ProducesProblem(404);
        api.MapPut("/house-rules", ChooseAsync)
            .WithSummary("Follows an option; routes that depend on it are derived again.")
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
        api.MapPost("/house-rules/first", AnswerAsync).WithSummary("Answers the questions of the first visit.").ProducesProblem(400);
        api.MapPost("/batches/{id:guid}/route/check", CheckAsync)
            .WithSummary("What a change of the route would do: refused by a law, allowed with a consequence, or free.")
            .ProducesProblem(400)
            .ProducesProblem(404);
        api.MapPost("/batches/{id:guid}/route", ChangeAsync)
            .WithSummary("Skips, adds, swaps or reorders a step.")
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
        api.MapPost("/batches/{id:guid}/route/restore", RestoreAsync)
            .WithSummary("Takes the changes of a step back.")
            .ProducesProblem(404)
            .ProducesProblem(409);
        api.MapPost("/batches/{id:guid}/identify", IdentifyAsync)
            .WithSummary("Names what parts of unknown material turned out to be.")
            .ProducesProblem(404)
            .ProducesProblem(409);
        api.MapGet("/material-key", () => TypedResults.Ok(MaterialKey.Questions))
            .WithSummary("The key that leads to a material by feel, weight, flex and marks.");
    }

    private static async Task<Ok<MayIView>> MayIAsync(
        Guid batchId,
        string step,
        string? method,
        string? product,
        bool? accelerator,
        string? fate,
        string? stand,
        int? model,
        BenchService desk,
        CancellationToken cancel
    )
    {
        var ask = new PermissionQuery(One<StepKind>("step", step)!.Value)
        {
            Method = method,
            Product = One<ProductClass>("product", product),
            Accelerator = accelerator ?? false,
            Fate = One<Fate>("fate", fate),
            Stand = stand,
        };
        var laid = await desk.LayAsync(cancel);
        return TypedResults.Ok(new MayIReader(laid.Bench, laid.Now).Of(batchId, ask, model));
    }

    private static async Task<ContentHttpResult> DiagnoseAsync(HttpRequest request, CancellationToken cancel)
    {
        using var reader = new StreamReader(request.Body);
        return TypedResults.Content(
            DiagnoseAnswers.Write(DiagnoseQuery.Read(await reader.ReadToEndAsync(cancel), RuleBook.Trade)),
            "application/json"
        );
    }

    private static async Task<ContentHttpResult> ClosingAsync(HttpRequest request, CancellationToken cancel)
    {
        using var reader = new StreamReader(request.Body);
        var json = await reader.ReadToEndAsync(cancel);
        try
        {
            return TypedResults.Content(ClosingFile.Answer(json), "application/json");
        }
        catch (RefusedException refused) when (refused.Refusal.Field != "$")
        {
            throw new RefusedException(refused.Refusal with { Kind = RefusalKind.Unanswerable });
        }
    }

    private static T? One<T>(string field, string? id)
        where T : struct, Enum =>
        id is null ? null
        : Ids.TryParse<T>(id, out var value) ? value
        : throw new RefusedException(new Refusal(field, $"'{id}' is not known here.", $"Give one of {string.Join(", ", Ids.All<T>())}."));

    private static async Task<Ok<IReadOnlyList<AskableView>>> AskableAsync(BenchService desk, CancellationToken cancel)
    {
        var laid = await desk.LayAsync(cancel);
        return TypedResults.Ok(new MayIReader(laid.Bench, laid.Now).Askable());
    }

    private static async Task<Ok<HouseView>> HouseAsync(Guid? unitId, Guid? batchId, BenchService desk, CancellationToken cancel) =>
        TypedResults.Ok(await ViewAsync(unitId, batchId, desk, cancel));

    private static async Task<Ok<EffectsView>> EffectsAsync(
        string school,
        Guid? unitId,
        Guid? batchId,
        BenchService desk,
        PlanMaker maker,
        CancellationToken cancel
    )
    {
        var laid = await desk.LayAsync(cancel);
        Known(laid, unitId, batchId);
        var known = School(school, RefusalKind.NotFound);
        return TypedResults.Ok(
            await desk.AskAsync(
                (known.Id, unitId, batchId),
                (stored, plan, now, token) =>
                    new HouseReader(stored.Bench, now, maker.TrialBudgetOf(stored.Bench), Guid.NewGuid, token).Effects(
                        known,
                        unitId,
                        batchId,
                        plan
                    ),
                cancel
            )
        );
    }

    private static async Task<Ok<HouseView>> ChooseAsync(HouseChoice choice, BenchService desk, CancellationToken cancel)
    {
        if (choice.UnitId is not null && choice.BatchId is not null)
            throw new RefusedException(
                new Refusal("batchId", "A unit and a batch were named.", "Name one of them, or neither for the whole bench.")
            );
        var (school, option) = (School(choice.School), Option(choice.School, choice.Option));
        await desk.WriteAsync(
            choice.Id,
            choice,
            bench => HouseEdits.Choose(bench, choice.UnitId, choice.BatchId, school, option, desk.Now, Guid.NewGuid),
            cancel
        );
        return TypedResults.Ok(await ViewAsync(choice.UnitId, choice.BatchId, desk, cancel));
    }

    private static async Task<Ok<HouseView>> AnswerAsync(FirstAnswers given, BenchService desk, CancellationToken cancel)
    {
        var answers = given.Answers.ToDictionary(a => School(a.Key), a => Option(a.Key, a.Value)!);
        await desk.WriteAsync(given.Id, given, bench => HouseEdits.Answer(bench, answers, desk.Now, Guid.NewGuid), cancel);
        return TypedResults.Ok(await ViewAsync(null, null, desk, cancel));
    }

    private static async Task<Ok<ConsequenceView>> CheckAsync(Guid id, RouteQuestion question, BenchService desk, CancellationToken cancel)
    {
        var laid = await desk.LayAsync(cancel);
        if (!laid.Bench.Batches.TryGetValue(id, out var batch))
            throw new RefusedException(new Refusal("id", $"There is no batch {id}.", "Load the page again.", RefusalKind.NotFound));
        var found = RouteCheck.Of(laid.Bench.State.JobOf(batch), Change(question), RuleBook.Trade);
        return TypedResults.Ok(
            new ConsequenceView(
                found.Verdict,
                EffectWords.Headline(found.Verdict),
                found.Reasons,
                found.Instead is { } i ? Words(i) : null,
                found.Effect is { } effect ? EffectWords.Of(effect) : null,
                [.. (found.Effect?.Comes ?? []).Select(k => StepWords.For(k).Title)],
                [.. (found.Effect?.Goes ?? []).Select(k => StepWords.For(k).Title)]
            )
        );
    }

    private static Task<Results<Ok<UnitView>, ProblemHttpResult>> ChangeAsync(
        Guid id,
        RouteEdit edit,
        BenchService desk,
        CancellationToken cancel
    ) =>
        EditAsync(
            id,
            desk,
            edit.Id,
            edit,
            bench => RouteEdits.Change(bench, id, edit.Version, Change(edit.Change), edit.Accepted, desk.Now, Guid.NewGuid),
            cancel
        );

    private static Task<Results<Ok<UnitView>, ProblemHttpResult>> RestoreAsync(
        Guid id,
        RouteRestore edit,
        BenchService desk,
        CancellationToken cancel
    ) =>
        EditAsync(id, desk, edit.Id, edit, bench => RouteEdits.Restore(bench, id, edit.Version, edit.Step, desk.Now, Guid.NewGuid), cancel);

    private static Task<Results<Ok<UnitView>, ProblemHttpResult>> IdentifyAsync(
        Guid id,
        Identified edit,
        BenchService desk,
        CancellationToken cancel
    ) =>
        EditAsync(
            id,
            desk,
            edit.Id,
            edit,
            bench => RosterEdits.Identify(bench, id, edit.Version, edit.Material, desk.Now, Guid.NewGuid),
            cancel
        );

    private static Task<Results<Ok<UnitView>, ProblemHttpResult>> EditAsync(
        Guid batchId,
        BenchService desk,
        Guid id,
        object sent,
        Func<BenchIndex, Decision> edit,
        CancellationToken cancel
    ) => Stale.EditAsync(desk, id, new { batchId, sent }, edit, () => UnitEndpoints.OwnerAsync(batchId, desk, cancel), cancel);

    private static RouteChange Change(RouteQuestion q) => new(q.Kind, q.Step, q.Method, q.Product, q.Before);

    private static string Words(string instead) =>
        Ids.TryParse<StepKind>(instead, out var step) ? StepWords.For(step).Title : MethodWords.Of(instead);

    private static async Task<HouseView> ViewAsync(Guid? unitId, Guid? batchId, BenchService desk, CancellationToken cancel)
    {
        var laid = await desk.LayAsync(cancel);
        Known(laid, unitId, batchId);
        return new HouseReader(laid.Bench, laid.Now, 1, Guid.NewGuid, cancel).View(unitId, batchId);
    }

    private static void Known(BenchSnapshot laid, Guid? unitId, Guid? batchId)
    {
        if (unitId is { } u && !laid.Bench.Units.ContainsKey(u))
            throw new RefusedException(new Refusal("unitId", $"There is no unit {u}.", "Load the page again.", RefusalKind.NotFound));
        if (batchId is { } b && !laid.Bench.Batches.ContainsKey(b))
            throw new RefusedException(new Refusal("batchId", $"There is no batch {b}.", "Load the page again.", RefusalKind.NotFound));
    }

    private static HouseRule School(string id, RefusalKind kind = RefusalKind.Invalid) =>
        HouseRuleCatalog.Find(id)
        ?? throw new RefusedException(
            new Refusal("school", $"'{id}' is no house rule.", "Look at GET /api/house-rules for their ids.", kind)
        );

    private static string? Option(string school, string? option) =>
        option is null || School(school).Option(option) is not null
            ? option
            : throw new RefusedException(
                new Refusal(
                    "option",
                    $"'{option}' is no option of {school}.",
                    $"Give one of {string.Join(", ", School(school).Options.Select(o => o.Id))}."
                )
            );
}
