using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;

namespace Hexaprep.Web.Tests;

/// <summary>The gate over the wire.</summary>
public sealed class GateTests(TestDatabases databases, EmptyBench empty) : IClassFixture<EmptyBench>
{
    private static Task<HttpResponseMessage> PostAsync(TestApp app, string path, object body) =>
        app.Client.PostAsJsonAsync(path, body, TestContext.Current.CancellationToken);

    private static async Task<JsonNode> ReadAsync(HttpResponseMessage answer) =>
        JsonNode.Parse(await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken))!;

    private static async Task<string> GateAsync(TestApp app)
    {
        var crew = (await app.GetAsync("/api/units")).AsArray().Single(u => u!["name"]!.ToString() == "Punt Crew")!["id"];
        var unit = await app.GetAsync($"/api/units/{crew}");
        return unit["batches"]![0]!["steps"]!.AsArray().First(s => s!["kind"]!.ToString() == "primer_gate")!["id"]!.ToString();
    }

    private static async Task<string> FlawedAsync(TestApp app, string gate)
    {
        foreach (var model in new[] { 1, 2 })
            (
                await app.ActAsync(
                    "flaw",
                    new
                    {
                        stepId = gate,
                        model,
                        place = "head",
                        flawKind = "grainy",
                    }
                )
            ).EnsureSuccessStatusCode();
        return (await app.GetAsync($"/api/gate/{gate}"))["findings"]![0]!["flawId"]!.ToString();
    }

    [Fact]
    public async Task A_repair_taken_is_the_plan_that_was_shown_and_taken_back_the_plan_before()
    {
        // Nothing is bettered meanwhile.
        await using var app = new TestApp(databases.Clone(), isDemo: true, planBudget: 0);
        var gate = await GateAsync(app);
        var flaw = await FlawedAsync(app, gate);
        async Task<string> PlanAsync() => (await app.GetAsync("/api/plan/schedule.json"))["chunks"]!.ToJsonString();
        var before = await PlanAsync();

        using var priced = await PostAsync(
            app,
            "/api/gate/price",
            new
            {
                flawId = flaw,
                repair = "rub_down",
                searched = false,
            }
        );
        Assert.Equal(HttpStatusCode.OK, priced.StatusCode);
        var price = await ReadAsync(priced);
        Assert.Equal(before, await PlanAsync());
        var id = Guid.NewGuid();
        for (var sent = 0; sent < 2; sent++)
        {
            using var taken = await PostAsync(app, "/api/plan/take", new { id, ask = price["ask"] });
            Assert.Equal(HttpStatusCode.NoContent, taken.StatusCode);
        }
        var plan = await app.GetAsync("/api/plan");
        var finding = (await app.GetAsync($"/api/gate/{gate}"))["findings"]![0]!;
        var repair = finding["inPlan"]!["id"]!.ToString();
        // Every stretch of the detour stands in the plan to the minute.
        var begins = plan["sittings"]!.AsArray().SelectMany(s => s!["blocks"]!.AsArray()).Select(b => b!["begin"]!.ToString()).ToHashSet();
        Assert.All(price["detour"]!.AsArray(), d => Assert.Contains(d!["begin"]!.ToString(), begins));

        var back = new { id = Guid.NewGuid() };
        for (var sent = 0; sent < 2; sent++)
        {
            using var gone = await PostAsync(app, $"/api/gate/repairs/{repair}/back", back);
            Assert.Equal(HttpStatusCode.NoContent, gone.StatusCode);
        }
        Assert.Equal(before, await PlanAsync());
        Assert.Null((await app.GetAsync($"/api/gate/{gate}"))["findings"]![0]!["inPlan"]);
    }

    [Fact]
    public async Task What_is_not_there_or_barred_says_so()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true, planBudget: 0);
        var gate = await GateAsync(app);
        var flaw = await FlawedAsync(app, gate);
        async Task<(HttpStatusCode, string?)> PriceAsync(string id, string repair)
        {
            using var answer = await PostAsync(
                app,
                "/api/gate/price",
                new
                {
                    flawId = id,
                    repair,
                    searched = false,
                }
            );
            return (answer.StatusCode, (await ReadAsync(answer))["field"]?.ToString());
        }

        Assert.Equal((HttpStatusCode.NotFound, "flawId"), await PriceAsync(Guid.NewGuid().ToString(), "rub_down"));
        Assert.Equal((HttpStatusCode.BadRequest, "repair"), await PriceAsync(flaw, "polish"));
        Assert.Equal((HttpStatusCode.BadRequest, "repair"), await PriceAsync(flaw, "leave_it"));
        using var nowhere = await app.Client.GetAsync($"/api/gate/{Guid.NewGuid()}", TestContext.Current.CancellationToken);
        Assert.Equal(HttpStatusCode.NotFound, nowhere.StatusCode);
        using var noRepair = await PostAsync(app, $"/api/gate/repairs/{Guid.NewGuid()}/back", new { id = Guid.NewGuid() });
        Assert.Equal(HttpStatusCode.NotFound, noRepair.StatusCode);
    }

    [Theory]
    [InlineData("{}", HttpStatusCode.BadRequest)]
    [InlineData("{", HttpStatusCode.BadRequest)]
    [InlineData(
        """
            {"materials":[{"part":"body","material":"polystyrene"}],"models":5,"now":"2026-03-12T20:00:00Z",
             "coats":[{"productClass":"acrylic_solvent","method":"spray_can","step":"prime","number":1,"startedAt":"2026-03-10T19:40:00Z",
             "endedAt":"2026-03-10T20:00:00Z","airC":32,"rhPct":25}],"flaws":[{"kind":"grainy","step":"prime","models":3}]}
            """,
        HttpStatusCode.OK
    )]
    public async Task A_log_from_outside_is_diagnosed(string json, HttpStatusCode status)
    {
        using var answer = await empty.App.Client.PostAsync(
            "/api/diagnose",
            new StringContent(json, Encoding.UTF8, "application/json"),
            TestContext.Current.CancellationToken
        );
        Assert.Equal(status, answer.StatusCode);
        if (status == HttpStatusCode.OK)
            Assert.Equal("dry_spray", (await ReadAsync(answer))["flaws"]![0]!["causes"]![0]!["id"]!.ToString());
    }
}
