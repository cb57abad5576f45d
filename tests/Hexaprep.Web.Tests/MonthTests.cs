using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Hexaprep.Core.Tests.Scheduling;
using Hexaprep.Craft.Inspections;
using Hexaprep.Formats;
using NodaTime;

namespace Hexaprep.Web.Tests;

/// <summary>A month at the bench, scripted through the API: sittings, coats, tests, a gate that finds something, a forecast that
/// changes. Every plan that is kept on the way is exported and judged; what betters them is judged in Core.</summary>
public sealed class MonthTests(TestDatabases databases)
{
    private int _judged;

    [Fact]
    public async Task A_month_ends_with_a_consistent_log_exact_balances_and_plans_that_pass_every_rule()
    {
        await using var app = new TestApp(databases.Clone(), planBudget: 0);
        (
            await app.BringAsync(
                "unit=Reed Pikes;models=6;material=plastic;transfers=1",
                "unit=Bell Sergeants;models=2;material=white metal",
                "unit=Punt Crew;models=3;material=cast resin"
            )
        ).EnsureSuccessStatusCode();
        var end = app.Clock.Now + Duration.FromDays(30);
        var (nextForecast, acts, alerts) = (app.Clock.Now, 0, 0);
        while (app.Clock.Now < end)
        {
            if (app.Clock.Now >= nextForecast)
            {
                (await PostAsync(app, "/api/forecast/simulated", new { id = Guid.NewGuid() })).EnsureSuccessStatusCode();
                nextForecast = app.Clock.Now + Duration.FromDays(2);
            }
            await PostAsync(app, "/api/air/instrument", new { id = Guid.NewGuid(), place = "bench" });
            var view = (await app.GetAsync("/api/bench"))["view"]!;
            await JudgeAsync(app);
            foreach (var alert in (await app.GetAsync("/api/alerts")).AsArray())
            {
                alerts++;
                (
                    await app.Client.PostAsync($"/api/alerts/{alert!["key"]}/heard", null, TestContext.Current.CancellationToken)
                ).EnsureSuccessStatusCode();
            }
            Assert.Empty((await app.GetAsync("/api/alerts")).AsArray());
            await TouchAsync(app, view);
            if (view["step"] is JsonObject step && await WorkAsync(app, step))
            {
                acts++;
                continue;
            }
            app.Clock.Now += await UntilNextAsync(app, view);
        }

        Assert.True(acts > 25, $"{acts} steps done");
        Assert.True(alerts > 3, $"{alerts} alerts");
        Assert.True(_judged > acts);
        await BalanceAsync(app);
    }

    // Every coat a test makes sense for is touched once: the first half still tacky, later ones dry.
    private static async Task TouchAsync(TestApp app, JsonNode view)
    {
        foreach (var coat in view["drying"]!.AsArray().Where(d => d!["canTest"]!.GetValue<bool>() && !d["tested"]!.GetValue<bool>()))
        {
            var usual = Instant.FromDateTimeOffset(coat!["usual"]!.GetValue<DateTimeOffset>());
            (
                await app.ActAsync(
                    "test",
                    new
                    {
                        coatId = coat["coatId"]!.ToString(),
                        stage = coat["stage"]!.ToString(),
                        finding = app.Clock.Now < usual ? "not_dry_at" : "dry_at",
                    }
                )
            ).EnsureSuccessStatusCode();
        }
    }

    // Begins the step the bench names and does all of it; false when the air or the rules refuse it.
    private static async Task<bool> WorkAsync(TestApp app, JsonObject step)
    {
        var id = step["stepId"]!.ToString();
        if (!step["inHand"]!.GetValue<bool>())
        {
            using var begun = await app.ActAsync("start", new { stepId = id });
            if (begun.StatusCode != HttpStatusCode.OK)
                return false;
        }
        app.Clock.Now += Duration.FromMinutes(4);
        if (step["isGate"]!.GetValue<bool>() && step["done"]!.GetValue<int>() == 0 && step["kind"]!.ToString() == "primer_gate")
        {
            (
                await app.ActAsync(
                    "flaw",
                    new
                    {
                        stepId = id,
                        model = 1,
                        place = "back",
                        words = "bare spot",
                    }
                )
            ).EnsureSuccessStatusCode();
            var flaw = (await app.GetAsync("/api/bench"))["view"]!["flaws"]!.AsArray().Last()!["id"]!.ToString();
            (await app.ActAsync("mend", new { flawId = flaw })).EnsureSuccessStatusCode();
        }
        app.Clock.Now += Duration.FromMinutes(6);
        using var done = await app.ActAsync("set_count", new { stepId = id, count = step["total"]!.GetValue<int>() });
        return done.StatusCode == HttpStatusCode.OK;
    }

    private static async Task<Duration> UntilNextAsync(TestApp app, JsonNode view)
    {
        if (view["step"]?["inHand"]?.GetValue<bool>() == true)
            await app.ActAsync("put_down", new { stepId = view["step"]!["stepId"]!.ToString() });
        var sooner =
            view["sitting"] is null && view["nextSitting"] is JsonObject next
                ? Instant.FromDateTimeOffset(next["begin"]!.GetValue<DateTimeOffset>()) - app.Clock.Now
                : Duration.FromMinutes(20);
        return sooner > Duration.Zero ? sooner : Duration.FromMinutes(20);
    }

    private async Task JudgeAsync(TestApp app)
    {
        var problem = PlanFile.ReadProblem(
            await app.Client.GetStringAsync("/api/plan/problem.json", TestContext.Current.CancellationToken)
        );
        var schedule = PlanFile.ReadSchedule(
            await app.Client.GetStringAsync("/api/plan/schedule.json", TestContext.Current.CancellationToken)
        );
        var unplaced = (await app.GetAsync("/api/plan"))["unplaced"]!.AsArray().Count;
        Assert.Empty(PlanChecker.Breaches(problem, schedule.Chunks, partial: unplaced > 0));
        _judged++;
    }

    private static async Task BalanceAsync(TestApp app)
    {
        var document = WorkspaceFile.Read(await app.Client.GetStringAsync("/api/workspace", TestContext.Current.CancellationToken));
        Assert.Equal(document.Ticks.Count, document.Ticks.Select(t => (t.StepId, t.ModelId, t.PieceId)).Distinct().Count());
        // Each coat carries exactly the models ticked through its step, and ended no earlier than it began.
        foreach (var coat in document.Coats)
        {
            Assert.All(coat.Models, m => Assert.Contains(document.Ticks, t => t.StepId == coat.StepId && t.ModelId == m));
            Assert.True(coat.EndedAt is null || coat.EndedAt >= coat.StartedAt);
        }
        var laid = document.Coats.GroupBy(c => c.StepId).ToDictionary(g => g.Key, g => g.SelectMany(c => c.Models).Distinct().Count());
        foreach (var step in document.Steps.Where(s => s.ProductClass is not null && s.NotNeeded is null))
            Assert.Equal(document.Ticks.Count(t => t.StepId == step.Id), laid.GetValueOrDefault(step.Id));
        Assert.Equal(document.Logbook.Count, document.Logbook.Select(e => e.Id).Distinct().Count());
        Assert.All(document.CoatTests, t => Assert.Contains(document.Logbook, e => e.Id == t.EntryId));
        Assert.NotEmpty(document.AirReadings);
        Assert.NotEmpty(document.Flaws);
        var coats = await app.GetAsync("/api/coats");
        Assert.Equal(document.Coats.Count, coats["logged"]!.GetValue<int>());
        Assert.Contains(coats["products"]!.AsArray(), p => p!["count"]!.GetValue<int>() > 0);
    }

    private static Task<HttpResponseMessage> PostAsync(TestApp app, string path, object body) =>
        app.Client.PostAsJsonAsync(path, body, TestContext.Current.CancellationToken);
}
