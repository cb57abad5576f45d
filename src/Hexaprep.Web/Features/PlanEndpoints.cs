using System.Text;
using Hexaprep.Core.Bench;
using Hexaprep.Formats;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Hexaprep.Web.Features;

/// <summary>The plan: on screen, as a calendar, as its documented JSON.</summary>
public static class PlanEndpoints
{
    /// <summary>Adds the routes.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/plan", ReadAsync).WithSummary("When each unit is done, and what holds every step.");
        api.MapGet("/plan.ics", CalendarAsync).WithSummary("The plan as iCalendar (RFC 5545).").Produces(200, contentType: "text/calendar");
        api.MapGet("/plan/problem.json", ProblemAsync).WithSummary("The plan's input in the documented format.").Produces(200, contentType: "application/json");
        api.MapGet("/plan/schedule.json", ScheduleAsync).WithSummary("The plan's result in the documented format.").Produces(200, contentType: "application/json");
    }

    private static async Task<Ok<PlanView>> ReadAsync(Desk desk, CancellationToken cancel)
    {
        var laid = await desk.LayAsync(cancel);
        return TypedResults.Ok(new PlanReader(laid.Bench, laid.Plan, laid.Now).View());
    }

    private static async Task<FileContentHttpResult> CalendarAsync(Desk desk, CancellationToken cancel)
    {
        var laid = await desk.LayAsync(cancel);
        var text = PlanCalendar.Write(new PlanReader(laid.Bench, laid.Plan, laid.Now).View(), new BenchReader(laid.Bench, laid.Plan, laid.Now).View().Drying);
        return TypedResults.File(Encoding.UTF8.GetBytes(text), "text/calendar; charset=utf-8", "hexaprep-plan.ics");
    }

    private static async Task<ContentHttpResult> ProblemAsync(Desk desk, CancellationToken cancel) => Json(PlanFile.Write((await desk.LayAsync(cancel)).Plan.Problem));

    private static async Task<ContentHttpResult> ScheduleAsync(Desk desk, CancellationToken cancel) => Json(PlanFile.Write((await desk.LayAsync(cancel)).Plan.Result.Schedule));

    private static ContentHttpResult Json(string text) => TypedResults.Content(text, "application/json");
}
