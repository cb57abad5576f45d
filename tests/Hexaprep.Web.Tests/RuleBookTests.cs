using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Hexaprep.Craft.Inspections;

namespace Hexaprep.Web.Tests;

/// <summary>The rule book over the wire.</summary>
public sealed class RuleBookTests(TestDatabases databases, DemoBench demo) : IClassFixture<DemoBench>
{
    private static async Task<(string Unit, JsonNode Batch)> BatchAsync(TestApp app, string name)
    {
        var unit = (await app.GetAsync("/api/units")).AsArray().Single(u => u!["name"]!.ToString() == name)!["id"]!.ToString();
        return (unit, (await app.GetAsync($"/api/units/{unit}"))["batches"]![0]!);
    }

    private static async Task<(HttpStatusCode Status, JsonNode Body)> PostAsync(TestApp app, string path, object body)
    {
        using var answer = await app.Client.PostAsJsonAsync(path, body, TestApp.Json);
        return (answer.StatusCode, JsonNode.Parse(await answer.Content.ReadAsStringAsync())!);
    }

    private static object Change(string kind, string step, string? method = null, string? product = null, string? before = null) =>
        new
        {
            kind,
            step,
            method,
            product,
            before,
        };

    [Fact]
    public async Task May_i_answers_for_what_lies_on_the_bench()
    {
        var app = demo.App;
        var (_, keepers) = await BatchAsync(app, "Lantern Keepers");
        var wet = await app.GetAsync($"/api/may-i?batchId={keepers["id"]}&step=prime");
        var cement = await app.GetAsync($"/api/may-i?batchId={keepers["id"]}&step=glue&method=plastic_cement");
        var fit = await app.GetAsync($"/api/may-i?batchId={keepers["id"]}&step=dry_fit");

        Assert.Equal("not_yet", wet["answer"]!.ToString());
        Assert.Equal("no", cement["answer"]!.ToString());
        Assert.Equal("Take CA", cement["insteadText"]!.ToString());
        Assert.Equal("yes", fit["answer"]!.ToString());
        Assert.NotNull(fit["canBegin"]);
        Assert.Contains((await app.GetAsync("/api/may-i/askable")).AsArray(), b =>
            b!["name"]!.ToString() == "Reed Pikes" && b["next"]!.ToString() == "fill"
        );
    }

    [Theory]
    [InlineData("step=dance", 400, "step")]
    [InlineData("step=prime&product=honey", 400, "product")]
    [InlineData("step=prime&model=99", 400, "model")]
    public async Task A_wrong_question_names_its_field(string query, int status, string field)
    {
        var app = demo.App;
        var (_, batch) = await BatchAsync(app, "Reed Pikes");
        using var answer = await app.Client.GetAsync($"/api/may-i?batchId={batch["id"]}&{query}", TestContext.Current.CancellationToken);
        var problem = JsonNode.Parse(await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken))!;

        Assert.Equal((status, field), ((int)answer.StatusCode, problem["field"]!.ToString()));
        Assert.NotEmpty(problem["remedy"]!.ToString());
    }

    // Long: one change from question to undo.
    [Fact]
    public async Task A_change_is_checked_then_made_then_taken_back()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        var (_, pikes) = await BatchAsync(app, "Reed Pikes");
        var route = $"/api/batches/{pikes["id"]}/route";

        var (_, law) = await PostAsync(app, $"{route}/check", Change("reorder", "sand", before: "fill"));
        var (_, practice) = await PostAsync(app, $"{route}/check", Change("skip", "prime"));
        var (_, taste) = await PostAsync(app, $"{route}/check", Change("swap", "prime", "brush", "acrylic_wb"));
        Assert.Equal(
            ("law", "practice", "taste"),
            (law["verdict"]!.ToString(), practice["verdict"]!.ToString(), taste["verdict"]!.ToString())
        );
        Assert.Null(law["effect"]);
        Assert.Contains("work", taste["effect"]!.ToString(), StringComparison.Ordinal);

        var version = pikes["version"]!.GetValue<int>();
        var (refused, why) = await PostAsync(
            app,
            route,
            new
            {
                id = Guid.NewGuid(),
                version,
                change = Change("skip", "prime"),
                accepted = false,
            }
        );
        Assert.Equal((HttpStatusCode.Conflict, "accepted"), (refused, why["field"]!.ToString()));
        var (made, unit) = await PostAsync(
            app,
            route,
            new
            {
                id = Guid.NewGuid(),
                version,
                change = Change("skip", "prime"),
                accepted = true,
            }
        );
        Assert.Equal(HttpStatusCode.OK, made);
        Assert.Contains(unit["batches"]![0]!["leftOut"]!.AsArray(), l => l!["kind"]!.ToString() == "prime" && l["byYou"]!.GetValue<bool>());
        var (stale, now) = await PostAsync(
            app,
            route,
            new
            {
                id = Guid.NewGuid(),
                version,
                change = Change("skip", "wash"),
                accepted = true,
            }
        );
        Assert.Equal((HttpStatusCode.Conflict, "version"), (stale, now["field"]!.ToString()));
        var (back, restored) = await PostAsync(
            app,
            $"{route}/restore",
            new
            {
                id = Guid.NewGuid(),
                version = version + 1,
                step = "prime",
            }
        );
        Assert.Equal(HttpStatusCode.OK, back);
        Assert.Contains(restored["batches"]![0]!["steps"]!.AsArray(), s => s!["kind"]!.ToString() == "prime" && s["notNeeded"] is null);
    }

    [Fact]
    public async Task A_house_rule_shows_what_it_does_before_it_is_followed()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        var effects = await app.GetAsync("/api/house-rules/muzzles/effects");
        var all = effects["options"]!.AsArray().Single(o => o!["option"]!.ToString() == "all")!;
        Assert.True(all["handsMinutes"]!.GetValue<int>() > 0);
        Assert.Contains("Open the muzzles", all["comes"]!.ToJsonString(), StringComparison.Ordinal);

        var (unit, _) = await BatchAsync(app, "Bell Sergeants");
        using var kept = await app.Client.PutAsJsonAsync(
            "/api/house-rules",
            new
            {
                id = Guid.NewGuid(),
                school = "primer_wait",
                option = "brisk",
                unitId = unit,
                batchId = (string?)null,
            },
            TestContext.Current.CancellationToken
        );
        Assert.Equal(HttpStatusCode.OK, kept.StatusCode);
        JsonNode Rule(JsonNode view) => view["schools"]!.AsArray().Single(s => s!["id"]!.ToString() == "primer_wait")!;
        Assert.Equal(
            ("brisk", "unit"),
            (
                Rule(await app.GetAsync($"/api/house-rules?unitId={unit}"))["chosen"]!.ToString(),
                Rule(await app.GetAsync($"/api/house-rules?unitId={unit}"))["from"]!.ToString()
            )
        );
        Assert.Equal(
            ("usual", "default"),
            (
                Rule(await app.GetAsync("/api/house-rules"))["chosen"]!.ToString(),
                Rule(await app.GetAsync("/api/house-rules"))["from"]!.ToString()
            )
        );
    }

    [Theory]
    [InlineData("""{"id":"ID","school":"wizardry","option":"usual"}""", 400, "school")]
    [InlineData("""{"id":"ID","school":"pins","option":"sometimes"}""", 400, "option")]
    [InlineData("""{"id":"ID","school":"pins","option":"never","unitId":"7b2c8f0e-0000-4000-8000-000000000001"}""", 404, "unitId")]
    [InlineData(
        """
            {"id":"ID","school":"pins","option":"never",
             "unitId":"7b2c8f0e-0000-4000-8000-000000000001","batchId":"7b2c8f0e-0000-4000-8000-000000000002"}
            """,
        400,
        "batchId"
    )]
    public async Task A_wrong_choice_is_named_by_its_field(string body, int status, string field)
    {
        var app = demo.App;
        var whole = JsonNode.Parse(body.Replace("\"ID\"", $"\"{Guid.NewGuid()}\"", StringComparison.Ordinal))!.AsObject();
        foreach (var name in new[] { "unitId", "batchId" })
            whole.TryAdd(name, null);
        using var answer = await app.Client.PutAsJsonAsync("/api/house-rules", whole, TestContext.Current.CancellationToken);

        Assert.Equal(
            (status, field),
            (
                (int)answer.StatusCode,
                JsonNode.Parse(await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken))!["field"]!.ToString()
            )
        );
    }

    [Fact]
    public async Task The_key_leads_from_any_finding_to_a_material()
    {
        await using var app = new TestApp(databases.Clone());
        var key = (await app.GetAsync("/api/material-key")).AsArray();
        var ids = key.Select(q => q!["id"]!.ToString()).ToHashSet();
        var answers = key.SelectMany(q => q!["answers"]!.AsArray()).ToList();

        Assert.All(answers, a =>
            Assert.True(a!["next"] is { } next ? ids.Contains(next.ToString()) : a["material"] is not null && a["why"] is not null)
        );
        Assert.Equal(9, answers.Select(a => a!["material"]?.ToString()).OfType<string>().Distinct().Count());
    }
}
