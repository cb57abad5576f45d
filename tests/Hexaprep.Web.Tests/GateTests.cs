using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;
using Hexaprep.Craft.Inspections;

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

    private static async Task<HttpResponseMessage> PhotoAsync(TestApp app, string gate, Guid id, byte[] file, string type = "image/jpeg")
    {
        using var content = new ByteArrayContent(file);
        content.Headers.ContentType = new(type);
        return await app.Client.PostAsync($"/api/gate/{gate}/photos?id={id}&model=2", content, TestContext.Current.CancellationToken);
    }

    [Fact]
    public async Task A_photo_is_kept_once_shown_carried_in_the_file_and_taken_out()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true, planBudget: 0);
        var (gate, id, file) = (await GateAsync(app), Guid.NewGuid(), Plain(2400, 1800));
        for (var sent = 0; sent < 2; sent++)
        {
            using var kept = await PhotoAsync(app, gate, id, file);
            Assert.Equal(HttpStatusCode.NoContent, kept.StatusCode);
        }
        var photo = Assert.Single((await app.GetAsync($"/api/gate/{gate}"))["photos"]!.AsArray())!;
        Assert.Equal((2, 1600, 1200), ((int)photo["model"]!, (int)photo["width"]!, (int)photo["height"]!));

        using var shown = await app.Client.GetAsync($"/api/photos/{id}", TestContext.Current.CancellationToken);
        var jpeg = await shown.Content.ReadAsByteArrayAsync(TestContext.Current.CancellationToken);
        Assert.Equal("image/jpeg", shown.Content.Headers.ContentType!.MediaType);
        var carried = await app.GetAsync("/api/workspace");
        Assert.Equal(jpeg, Convert.FromBase64String(Assert.Single(carried["pictures"]!.AsArray())!["jpeg"]!.ToString()));

        using var other = await PhotoAsync(app, gate, id, Plain(40, 30));
        Assert.Equal(HttpStatusCode.Conflict, other.StatusCode);
        using var text = await PhotoAsync(app, gate, Guid.NewGuid(), "no picture"u8.ToArray());
        Assert.Equal(HttpStatusCode.BadRequest, text.StatusCode);
        Assert.Contains("JPEG, PNG or WebP", (await ReadAsync(text)).ToJsonString());
        using var strange = await PhotoAsync(app, gate, Guid.NewGuid(), file, "application/pdf");
        Assert.Equal(HttpStatusCode.UnsupportedMediaType, strange.StatusCode);

        using var gone = await PostAsync(app, $"/api/photos/{id}/out", new { id = Guid.NewGuid() });
        Assert.Equal(HttpStatusCode.NoContent, gone.StatusCode);
        using var none = await app.Client.GetAsync($"/api/photos/{id}", TestContext.Current.CancellationToken);
        Assert.Equal(HttpStatusCode.NotFound, none.StatusCode);
        Assert.Empty((await app.GetAsync("/api/workspace"))["pictures"]!.AsArray());
    }

    private static byte[] Plain(int width, int height)
    {
        using var image = NetVips.Image.Black(width, height, 3) + 90;
        return image.JpegsaveBuffer();
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

    [Theory]
    [InlineData("""{"pieces":["body","cloak"],"joints":[{"id":"j","a":"body","b":"cloak"}],"apart":[["body","cloak"]]}""", 200)]
    [InlineData("""{"pieces":["body"],"joints":[{"id":"j","a":"body","b":"cloak"}]}""", 422)]
    [InlineData("{", 400)]
    public async Task Pieces_from_outside_are_closed_or_refused(string json, int status)
    {
        using var answer = await empty.App.Client.PostAsync(
            "/api/closing",
            new StringContent(json, Encoding.UTF8, "application/json"),
            TestContext.Current.CancellationToken
        );
        Assert.Equal(status, (int)answer.StatusCode);
        var said = await ReadAsync(answer);
        if (status == 200)
            Assert.Equal((2, "[\"j\"]"), ((int)said["bodies"]!, said["after"]!.ToJsonString()));
        else if (status == 422)
            Assert.Equal("joints[0].b", said["field"]!.ToString());
    }
}
