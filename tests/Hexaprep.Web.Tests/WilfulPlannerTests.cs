using System.Net;
using System.Text.Json.Nodes;
using Hexaprep.Craft.Inspections;
using Hexaprep.Planning.Keeping;

namespace Hexaprep.Web.Tests;

/// <summary>A planner that throws, hangs or is broken off, in any phase, never changes what an act answers.</summary>
public sealed class WilfulPlannerTests(TestDatabases databases)
{
    [Theory]
    [CombinatorialPhases]
    public async Task An_act_answers_what_was_written_whatever_the_planner_does(Phase phase, Will will)
    {
        var wilful = new WilfulPlanner();
        await using var app = new TestApp(databases.Clone(), with: wilful.Plans);
        using var brought = await app.BringAsync("unit=Reed Pikes;models=4;material=plastic");
        var step = (await app.GetAsync("/api/bench"))["view"]!["step"]!["stepId"]!.ToString();
        (wilful.In, wilful.Will, app.SettlesReads) = (phase, will, false);
        // Another weight asks for a search, and sizes are asked for.
        var unit = (await app.GetAsync("/api/units"))[0]!["id"]!.ToString();
        using var edited = await app.Client.PutAsync(
            $"/api/units/{unit}",
            Body($$"""{"id":"{{Guid.NewGuid()}}","version":1,"deadline":null,"weight":5}"""),
            TestContext.Current.CancellationToken
        );
        Assert.Equal(HttpStatusCode.OK, edited.StatusCode);

        for (var i = 1; i <= 3; i++)
        {
            await app.GetAsync("/api/plan/sizes");
            using var act = await app.ActAsync("done", new { stepId = step });
            var answer = JsonNode.Parse(await act.Content.ReadAsStringAsync(TestContext.Current.CancellationToken))!;
            Assert.Equal(HttpStatusCode.OK, act.StatusCode);
            Assert.Equal(i, answer["view"]!["step"]!["done"]!.GetValue<int>());
            foreach (var path in new[] { "/api/bench", "/api/plan", "/api/units", "/api/alerts", "/api/coats" })
                await app.GetAsync(path);
        }

        wilful.Relent();
        await app.SettleAsync();
        Assert.False((await app.GetAsync("/api/plan"))["renewing"]!.GetValue<bool>());
    }

    [Fact]
    public async Task Where_there_is_no_plan_yet_the_answers_say_so_and_the_bench_offers_what_the_rules_allow()
    {
        var wilful = new WilfulPlanner { In = Phase.AtOnce, Will = Will.HangsForGood };
        await using var app = new TestApp(databases.Clone(), with: wilful.Plans) { SettlesReads = false };
        using var brought = await app.BringAsync("unit=Reed Pikes;models=4;material=plastic");

        var (bench, plan, units) = (await app.GetAsync("/api/bench"), await app.GetAsync("/api/plan"), await app.GetAsync("/api/units"));
        Assert.Equal(("planning", true), (bench["view"]!["hands"]!.ToString(), bench["renewing"]!.GetValue<bool>()));
        Assert.StartsWith("Study Reed Pikes", bench["view"]!["offer"]!["text"]!.ToString(), StringComparison.Ordinal);
        Assert.True(plan["renewing"]!.GetValue<bool>());
        Assert.Empty(bench["view"]!["notTonight"]!.AsArray());
        foreach (var list in new[] { "promises", "unplaced" })
            Assert.Empty(plan[list]!.AsArray());
        Assert.Equal("being planned", units[0]!["promise"]!.ToString());

        using var begun = await app.ActAsync("start", new { stepId = bench["view"]!["offer"]!["stepId"]!.ToString() });
        Assert.Equal(
            "step",
            JsonNode.Parse(await begun.Content.ReadAsStringAsync(TestContext.Current.CancellationToken))!["view"]!["hands"]!.ToString()
        );
        wilful.Relent();
    }

    [Fact]
    public async Task A_question_to_a_planner_that_cannot_plan_is_refused_and_nobody_is_kept_waiting()
    {
        var wilful = new WilfulPlanner { In = Phase.AtOnce, Will = Will.Throws };
        await using var app = new TestApp(databases.Clone(), with: wilful.Plans) { SettlesReads = false };
        using var brought = await app.BringAsync("unit=Reed Pikes;models=4;material=plastic");
        using var asked = await app.Client.PostAsync(
            "/api/plan/what-if",
            Body("""{"kind":"handles","handles":30}"""),
            TestContext.Current.CancellationToken
        );

        Assert.Equal(HttpStatusCode.Conflict, asked.StatusCode);
        Assert.Contains(
            "Ask again",
            await asked.Content.ReadAsStringAsync(TestContext.Current.CancellationToken),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task A_planner_that_fails_is_tried_three_times_the_bench_says_so_and_the_next_change_tries_it_again()
    {
        var wilful = new WilfulPlanner();
        await using var app = new TestApp(databases.Clone(), with: wilful.Plans);
        using var brought = await app.BringAsync("unit=Reed Pikes;models=4;material=plastic");
        var bench = await app.GetAsync("/api/bench");
        Assert.Null(bench["planTrouble"]);
        var step = bench["view"]!["step"]!["stepId"]!.ToString();
        (wilful.In, wilful.Will) = (Phase.AtOnce, Will.Throws);
        using var done = await app.ActAsync("done", new { stepId = step });
        await app.SettleAsync();
        var tried = wilful.Tried;

        var after = await app.GetAsync("/api/bench");
        Assert.Contains("could not be made anew", after["planTrouble"]!.ToString(), StringComparison.Ordinal);
        // The last plan stays readable, and what was done is kept.
        Assert.NotEmpty((await app.GetAsync("/api/plan"))["promises"]!.AsArray());
        Assert.Equal(1, after["view"]!["step"]!["done"]!.GetValue<int>());
        await app.GetAsync("/api/plan");
        Assert.Equal((3, 3), (tried, wilful.Tried));

        wilful.Relent();
        using var next = await app.ActAsync("done", new { stepId = step });
        Assert.Null((await app.GetAsync("/api/bench"))["planTrouble"]);
    }

    [Fact]
    public async Task A_better_plan_that_costs_somebody_a_date_is_offered_taken_once_and_gone_back_from_once()
    {
        var wilful = new WilfulPlanner
        {
            // The other plan is no better here: what counts is what becomes of an offer.
            Betters = (bench, now, inForce) => new(inForce, BenchPlanner.Make(bench, now, 1)),
        };
        await using var app = new TestApp(databases.Clone(), isDemo: true, with: wilful.Plans);
        async Task<JsonNode> Post(string path, JsonNode shown, string value) =>
            JsonNode.Parse(
                await (
                    await app.Client.PostAsync(
                        path,
                        Body($$"""{"madeAt":"{{shown["madeAt"]}}","value":{{value}}}"""),
                        TestContext.Current.CancellationToken
                    )
                ).Content.ReadAsStringAsync(TestContext.Current.CancellationToken)
            )!;
        string Made(JsonNode plan) => $"{plan["madeAt"]} {plan["budget"]}";

        var before = await app.GetAsync("/api/plan");
        var offer = before["offer"]!;
        Assert.False(before["canGoBack"]!.GetValue<bool>());
        Assert.Equal(5, offer["second"]!["units"]!.AsArray().Count);

        // Not the one that was shown: nothing happens.
        Assert.Equal(Made(before), Made(await Post("/api/plan/better", offer, "1")));
        var taken = await Post("/api/plan/better", offer, offer["value"]!.ToString());
        Assert.Equal("1", taken["budget"]!.ToString());
        Assert.NotEqual(Made(before), Made(taken));
        Assert.True(taken["canGoBack"]!.GetValue<bool>());
        Assert.Equal(Made(taken), Made(await Post("/api/plan/better", offer, offer["value"]!.ToString())));

        var back = await Post("/api/plan/back", taken, taken["proof"]!["value"]!.ToString());
        Assert.Equal(before["budget"]!.ToString(), back["budget"]!.ToString());
        Assert.NotNull(back["offer"]);
        Assert.Equal(Made(back), Made(await Post("/api/plan/back", taken, taken["proof"]!["value"]!.ToString())));
    }

    private static StringContent Body(string json) => new(json, System.Text.Encoding.UTF8, "application/json");

    private sealed class CombinatorialPhasesAttribute : Xunit.v3.DataAttribute
    {
        public override ValueTask<IReadOnlyCollection<ITheoryDataRow>> GetData(
            System.Reflection.MethodInfo testMethod,
            Xunit.Sdk.DisposalTracker disposalTracker
        ) =>
            new([
                .. from phase in Enum.GetValues<Phase>()
                from will in Enum.GetValues<Will>()
                select new TheoryDataRow<Phase, Will>(phase, will),
            ]);

        public override bool SupportsDiscoveryEnumeration() => true;
    }
}
