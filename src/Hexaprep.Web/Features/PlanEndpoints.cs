using System.Text;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Formats;
using Hexaprep.Planning.Problem;
using Hexaprep.Planning.WhatIf;
using Hexaprep.Screens.BenchScreen;
using Hexaprep.Screens.PlanScreen;
using Hexaprep.Web.Planning;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Hexaprep.Web.Features;

/// <summary>Names a plan that was shown, to take it or to go back from it. Sent twice it is done once: another plan stands then.</summary>
/// <param name="MadeAt">When it was made.</param>
/// <param name="Value">Its value.</param>
public sealed record ShownPlan(NodaTime.Instant MadeAt, long Value)
{
    /// <summary>True for the plan that was shown.</summary>
    public bool Is(BenchPlan plan) => plan.MadeAt == MadeAt && (plan.Result.Schedule.Z ?? 0) == Value;
}

/// <summary>Takes what a question to the plan stands for; the id makes it safe to send again.</summary>
public sealed record WhatIfTake(Guid Id, WhatIfAsk Ask);

/// <summary>The plan: on screen, as a calendar, as its documented JSON.</summary>
public static class PlanEndpoints
{
    /// <summary>Adds the routes.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/plan", ReadAsync)
            .WithSummary("When each unit is done, by which sittings; always 200, empty where there is no plan yet.");
        api.MapGet("/plan/steps/{id:guid}", StepAsync).WithSummary("One planned step: when, and what holds it.").ProducesProblem(404);
        api.MapGet("/plan.ics", CalendarAsync).WithSummary("The plan as iCalendar (RFC 5545).").Produces(200, contentType: "text/calendar");
        api.MapGet("/plan.csv", CsvAsync).WithSummary("The plan as CSV (RFC 4180).").Produces(200, contentType: "text/csv");
        api.MapGet("/plan.pdf", SheetAsync)
            .WithSummary("The plan as a printed sheet for the bench wall: one page a sitting.")
            .Produces(200, contentType: "application/pdf");
        api.MapPost("/plan/what-if", WhatIfAsync)
            .WithSummary("A second plan beside the first: what it wins and loses for each unit. Nothing is kept.")
            .ProducesProblem(400)
            .ProducesProblem(404);
        api.MapPost("/plan/take", TakeAsync)
            .WithSummary("Does to the bench what a question to the plan stands for, in one go.")
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
        api.MapGet("/plan/sizes", SizesAsync)
            .WithSummary("How many at once: merges and cuts of batches, weighed by full plans, with what each saves.");
        api.MapPost("/plan/better", BetterAsync).WithSummary("Takes the better plan that is offered, if it still is.").ProducesProblem(400);
        api.MapPost("/plan/back", BackAsync)
            .WithSummary("Goes back to the plan before a better one took its place, if the better one still stands.")
            .ProducesProblem(400);
        api.MapGet("/plan/problem.json", ProblemAsync)
            .WithSummary("The plan's input in the documented format.")
            .Produces(200, contentType: "application/json");
        api.MapGet("/plan/schedule.json", ScheduleAsync)
            .WithSummary("The plan's result in the documented format.")
            .Produces(200, contentType: "application/json");
    }

    private static async Task<Ok<PlanView>> ReadAsync(BenchService desk, CancellationToken cancel)
    {
        return TypedResults.Ok(View(await desk.LayAsync(cancel)));
    }

    private static async Task<Ok<PlanStepView>> StepAsync(Guid id, BenchService desk, CancellationToken cancel)
    {
        var laid = await desk.LayAsync(cancel);
        return TypedResults.Ok(
            new PlanReader(laid.Bench, laid.Plan, laid.Now).StepOf(id)
                ?? throw new RefusedException(
                    new Refusal("id", "This step has no place in the plan.", "Look at the plan again.", RefusalKind.NotFound)
                )
        );
    }

    private static async Task<FileContentHttpResult> CalendarAsync(BenchService desk, CancellationToken cancel)
    {
        var laid = await desk.LayAsync(cancel);
        var text = PlanCalendar.Write(
            new PlanReader(laid.Bench, laid.Plan, laid.Now).View(),
            new BenchReader(laid.Bench, laid.Plan, laid.Now).View()
        );
        return TypedResults.File(Encoding.UTF8.GetBytes(text), "text/calendar; charset=utf-8", "hexaprep-plan.ics");
    }

    private static async Task<FileContentHttpResult> CsvAsync(BenchService desk, CancellationToken cancel)
    {
        var laid = await desk.LayAsync(cancel);
        return TypedResults.File(
            Encoding.UTF8.GetBytes(PlanCsv.Write(laid.Bench, laid.Plan)),
            "text/csv; charset=utf-8",
            "hexaprep-plan.csv"
        );
    }

    private static async Task<FileContentHttpResult> SheetAsync(BenchService desk, CancellationToken cancel)
    {
        var laid = await desk.LayAsync(cancel);
        return TypedResults.File(
            PlanSheet.Write(new PlanReader(laid.Bench, laid.Plan, laid.Now).View()),
            "application/pdf",
            "hexaprep-plan.pdf"
        );
    }

    private static async Task<Ok<WhatIfView>> WhatIfAsync(WhatIfAsk ask, BenchService desk, PlanMaker maker, CancellationToken cancel)
    {
        var answer = await desk.AskAsync(
            ask,
            (stored, plan, now, token) =>
                new WhatIf(stored.Bench, plan, now, maker.BudgetOf(stored.Bench), Guid.NewGuid, token).Answer(ask),
            cancel
        );
        return TypedResults.Ok(answer.View);
    }

    // The plan that follows is the one that was shown.
    private static async Task<NoContent> TakeAsync(WhatIfTake take, BenchService desk, Planners planners, CancellationToken cancel)
    {
        var workspace = await desk.WorkspaceAsync(cancel);
        var shown = take.Ask is { Kind: WhatIfKind.Repair, FlawId: { } flaw, Repair: { } repair }
            ? planners.Known<PricedRepair>(workspace, new RepairQuestion(flaw, repair, take.Ask.Searched))?.Answer
            : planners.Known<WhatIfAnswer>(workspace, take.Ask);
        var before = (await desk.LayAsync(cancel)).Plan;
        Decision? taken = null;
        var done = await desk.WriteAndLayAsync(
            take.Id,
            take,
            bench => taken = SecondPlanEdits.Take(bench, take.Ask, desk.Now, Guid.NewGuid),
            cancel
        );
        if (taken is not null && shown is not null)
            planners.Follow(workspace, shown.Plan, done.Revision);
        // A repair that is taken back gives the plan back, if nothing else has happened.
        if (taken?.Changes.OfType<Change.RepairTaken>().FirstOrDefault() is { } mends)
            planners.Remember(workspace, new BeforeRepair(mends.Repair.Id, done.Revision, before));
        return TypedResults.NoContent();
    }

    private static async Task<Ok<SizesView>> SizesAsync(BenchService desk, Planners planners, CancellationToken cancel) =>
        TypedResults.Ok(planners.Sizes((await desk.LayAsync(cancel)).Workspace));

    private static async Task<Ok<PlanView>> BetterAsync(ShownPlan shown, BenchService desk, Planners planners, CancellationToken cancel)
    {
        await planners.TakeOfferAsync(await desk.WorkspaceAsync(cancel), shown.Is, cancel);
        return TypedResults.Ok(View(await desk.LayAsync(cancel)));
    }

    private static async Task<Ok<PlanView>> BackAsync(ShownPlan shown, BenchService desk, Planners planners, CancellationToken cancel)
    {
        await planners.GoBackAsync(await desk.WorkspaceAsync(cancel), shown.Is, cancel);
        return TypedResults.Ok(View(await desk.LayAsync(cancel)));
    }

    private static PlanView View(BenchSnapshot laid) =>
        new PlanReader(laid.Bench, laid.Plan, laid.Now).View() with
        {
            Renewing = (laid.Renewing && !laid.PlanFails) || laid.Bettering,
            IsFirst = laid.IsFirst,
            Bettering = laid is { Renewing: false, Bettering: true },
            CanGoBack = laid.CanGoBack,
            Offer = laid.Offer is { } offer ? OfferedPlan.Of(laid.Bench, laid.Plan, offer, laid.Now) : null,
        };

    private static async Task<ContentHttpResult> ProblemAsync(BenchService desk, CancellationToken cancel) =>
        Json(PlanFile.Write((await desk.LayAsync(cancel)).Plan.Problem));

    private static async Task<ContentHttpResult> ScheduleAsync(BenchService desk, CancellationToken cancel) =>
        Json(PlanFile.Write((await desk.LayAsync(cancel)).Plan.Result.Schedule));

    private static ContentHttpResult Json(string text) => TypedResults.Content(text, "application/json");
}
