using System.Text;
using Hexaprep.Core;
using Hexaprep.Core.Bench;
using Hexaprep.Formats;
using Hexaprep.Storage;
using Hexaprep.Web.Planning;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Hexaprep.Web.Features;

/// <summary>Takes the better plan that was shown for a plan. Sent twice it is taken once: the plan then is another.</summary>
/// <param name="MadeAt">When the plan it was found for was made.</param>
/// <param name="Budget">The budget of that plan.</param>
public sealed record BetterTake(NodaTime.Instant MadeAt, int Budget);

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
        api.MapPost("/plan/better", BetterAsync)
            .WithSummary("Keeps the plan that a longer search finds, if the plan it was found for still stands.")
            .ProducesProblem(400);
        api.MapGet("/plan/problem.json", ProblemAsync)
            .WithSummary("The plan's input in the documented format.")
            .Produces(200, contentType: "application/json");
        api.MapGet("/plan/schedule.json", ScheduleAsync)
            .WithSummary("The plan's result in the documented format.")
            .Produces(200, contentType: "application/json");
    }

    private static async Task<Ok<PlanView>> ReadAsync(Desk desk, CancellationToken cancel)
    {
        return TypedResults.Ok(View(await desk.LayAsync(cancel)));
    }

    private static async Task<Ok<PlanStepView>> StepAsync(Guid id, Desk desk, CancellationToken cancel)
    {
        var laid = await desk.LayAsync(cancel);
        return TypedResults.Ok(
            new PlanReader(laid.Bench, laid.Plan, laid.Now).StepOf(id)
                ?? throw new RefusedException(
                    new Refusal("id", "This step has no place in the plan.", "Look at the plan again.", RefusalKind.NotFound)
                )
        );
    }

    private static async Task<FileContentHttpResult> CalendarAsync(Desk desk, CancellationToken cancel)
    {
        var laid = await desk.LayAsync(cancel);
        var text = PlanCalendar.Write(
            new PlanReader(laid.Bench, laid.Plan, laid.Now).View(),
            new BenchReader(laid.Bench, laid.Plan, laid.Now).View()
        );
        return TypedResults.File(Encoding.UTF8.GetBytes(text), "text/calendar; charset=utf-8", "hexaprep-plan.ics");
    }

    private static async Task<FileContentHttpResult> CsvAsync(Desk desk, CancellationToken cancel)
    {
        var laid = await desk.LayAsync(cancel);
        return TypedResults.File(
            Encoding.UTF8.GetBytes(PlanCsv.Write(laid.Bench, laid.Plan)),
            "text/csv; charset=utf-8",
            "hexaprep-plan.csv"
        );
    }

    private static async Task<FileContentHttpResult> SheetAsync(Desk desk, CancellationToken cancel)
    {
        var laid = await desk.LayAsync(cancel);
        return TypedResults.File(
            PlanSheet.Write(new PlanReader(laid.Bench, laid.Plan, laid.Now).View()),
            "application/pdf",
            "hexaprep-plan.pdf"
        );
    }

    private static async Task<Ok<WhatIfView>> WhatIfAsync(WhatIfAsk ask, Desk desk, PlanMaker maker, CancellationToken cancel) =>
        TypedResults.Ok(await desk.AskAsync(ask, (stored, plan, now, token) => Second(maker, stored, plan, now, token).View(ask), cancel));

    private static async Task<NoContent> TakeAsync(WhatIfTake take, Desk desk, CancellationToken cancel)
    {
        await desk.WriteAsync(take.Id, take, bench => SecondPlanEdits.Take(bench, take.Ask, desk.Now, Guid.NewGuid), cancel);
        return TypedResults.NoContent();
    }

    private static async Task<Ok<SizesView>> SizesAsync(Desk desk, Planners planners, CancellationToken cancel) =>
        TypedResults.Ok(planners.Sizes((await desk.LayAsync(cancel)).Workspace));

    private static async Task<Ok<PlanView>> BetterAsync(
        BetterTake take,
        Desk desk,
        Planners planners,
        PlanMaker maker,
        CancellationToken cancel
    )
    {
        await planners.BetterAsync(
            await desk.WorkspaceAsync(cancel),
            plan => plan.MadeAt == take.MadeAt && plan.Budget == take.Budget,
            (stored, plan, now, token) => Second(maker, stored, plan, now, token).Bettered(),
            cancel
        );
        return TypedResults.Ok(View(await desk.LayAsync(cancel)));
    }

    private static WhatIf Second(PlanMaker maker, StoredBench stored, BenchPlan plan, NodaTime.Instant now, CancellationToken cancel) =>
        new(stored.Bench, plan, now, maker.TrialBudgetOf(stored.Bench) * 4, Guid.NewGuid, cancel);

    private static PlanView View(LaidBench laid) =>
        new PlanReader(laid.Bench, laid.Plan, laid.Now).View() with
        {
            Renewing = laid.Renewing,
        };

    private static async Task<ContentHttpResult> ProblemAsync(Desk desk, CancellationToken cancel) =>
        Json(PlanFile.Write((await desk.LayAsync(cancel)).Plan.Problem));

    private static async Task<ContentHttpResult> ScheduleAsync(Desk desk, CancellationToken cancel) =>
        Json(PlanFile.Write((await desk.LayAsync(cancel)).Plan.Result.Schedule));

    private static ContentHttpResult Json(string text) => TypedResults.Content(text, "application/json");
}
