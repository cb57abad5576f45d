using System.Net;
using System.Text.Json.Nodes;
using Hexaprep.Craft.Inspections;
using NodaTime;

namespace Hexaprep.Web.Tests;

public sealed class ClockTests(TestDatabases databases)
{
    private const string Marks = "unit=Reed Pikes;models=2;material=polystyrene;transfers=2";

    private static async Task<JsonNode> ViewAsync(TestApp app) => (await app.GetAsync("/api/bench"))["view"]!;

    private static async Task<JsonArray> AlertsAsync(TestApp app) => (await app.GetAsync("/api/alerts")).AsArray();

    private static string Id(JsonNode step) => step["stepId"]!.ToString();

    [Fact]
    public async Task Marks_in_water_ring_when_they_slide_and_are_told_before_their_glue_is_lost()
    {
        await using var app = new TestApp(databases.Clone());
        (await app.BringAsync(Marks)).EnsureSuccessStatusCode();
        var place = await app.WorkUpToAsync("place_transfer");
        // Nothing is soaked before the gloss is tested.
        Assert.NotNull(place["test"]);
        Assert.Null(place["clock"]);
        using var untested = await app.ActAsync("start", new { stepId = Id(place) });
        Assert.Equal(HttpStatusCode.Conflict, untested.StatusCode);
        (await app.ActAsync("start", new { stepId = Id(place), dry = true })).EnsureSuccessStatusCode();
        Assert.Equal("soak", (await ViewAsync(app))["step"]!["clock"]!["kind"]!.ToString());

        var begun = app.Clock.Now;
        using var started = await app.ActAsync("clock", new { stepId = Id(place), clock = "soak" });
        Assert.Equal(HttpStatusCode.OK, started.StatusCode);
        var clock = Assert.Single((await ViewAsync(app))["clocks"]!.AsArray())!;
        Assert.Equal(begun + Duration.FromMinutes(3), At(clock["sure"]));
        Assert.Null((await ViewAsync(app))["step"]!["clock"]);
        Assert.DoesNotContain(await AlertsAsync(app), a => a!["kind"]!.ToString() == "minutes");

        app.Clock.Now = begun + Duration.FromMinutes(3);
        Assert.Single(await AlertsAsync(app), a => a!["kind"]!.ToString() == "minutes");
        app.Clock.Now = begun + Duration.FromMinutes(6);
        var loss = Assert.Single(await AlertsAsync(app), a => a!["kind"]!.ToString() == "loss")!;
        Assert.Contains("transfers lose their glue", loss["text"]!.ToString());

        using var placed = await app.ActAsync("done", new { stepId = Id(place) });
        Assert.Equal(HttpStatusCode.OK, placed.StatusCode);
        Assert.Empty((await ViewAsync(app))["clocks"]!.AsArray());
        Assert.DoesNotContain(await AlertsAsync(app), a => a!["kind"]!.ToString() is "minutes" or "loss");
    }

    [Fact]
    public async Task A_clock_runs_on_while_server_and_browser_sleep_and_rings_once_for_all_devices()
    {
        var database = databases.Clone();
        Instant begun;
        await using (var app = new TestApp(database))
        {
            (await app.BringAsync(Marks)).EnsureSuccessStatusCode();
            var prime = await app.WorkUpToAsync("prime");
            Assert.Equal("shake", prime["clock"]!["kind"]!.ToString());
            begun = app.Clock.Now;
            // Begun two minutes ago, said only now.
            using var started = await app.ActAsync(
                "clock",
                new { stepId = Id(prime), clock = "shake" },
                at: begun - Duration.FromMinutes(2)
            );
            Assert.Equal(HttpStatusCode.OK, started.StatusCode);
        }
        // A laptop that was shut: the server wakes long after it should have rung.
        await using var woken = new TestApp(database, now: begun + Duration.FromMinutes(9));
        var ring = Assert.Single(await AlertsAsync(woken))!;
        Assert.Equal(begun + Duration.FromMinutes(1), At(ring["at"]));
        using var heard = await woken.Client.PostAsync($"/api/alerts/{ring["key"]}/heard", null, TestContext.Current.CancellationToken);
        Assert.Empty(await AlertsAsync(woken));
        // A clock set back does not ring it again.
        woken.Clock.Now = begun + Duration.FromMinutes(4);
        Assert.Empty(await AlertsAsync(woken));
    }

    [Fact]
    public async Task A_clock_is_stopped_once_and_wrong_ones_are_refused_by_field()
    {
        await using var app = new TestApp(databases.Clone());
        (await app.BringAsync(Marks)).EnsureSuccessStatusCode();
        var prime = await app.WorkUpToAsync("prime");
        using var wrong = await app.ActAsync("clock", new { stepId = Id(prime), clock = "soak" });
        Assert.Equal(HttpStatusCode.BadRequest, wrong.StatusCode);
        Assert.Contains("\"field\":\"clock\"", await wrong.Content.ReadAsStringAsync(TestContext.Current.CancellationToken));
        using var unknown = await app.ActAsync("stop_clock", new { clockId = Guid.NewGuid() });
        Assert.Equal(HttpStatusCode.NotFound, unknown.StatusCode);

        for (var i = 0; i < 2; i++)
            (await app.ActAsync("clock", new { stepId = Id(prime), clock = "shake" })).EnsureSuccessStatusCode();
        var running = Assert.Single((await ViewAsync(app))["clocks"]!.AsArray())!;
        for (var i = 0; i < 2; i++)
            (await app.ActAsync("stop_clock", new { clockId = running["id"] })).EnsureSuccessStatusCode();
        Assert.Empty((await ViewAsync(app))["clocks"]!.AsArray());
    }

    [Fact]
    public async Task A_tick_that_came_late_is_put_right_and_the_coat_dries_from_its_real_end()
    {
        await using var app = new TestApp(databases.Clone());
        (await app.BringAsync(Marks)).EnsureSuccessStatusCode();
        var prime = await app.WorkUpToAsync("prime");
        var done = app.Clock.Now;
        app.Clock.Now += Duration.FromMinutes(20);
        (await app.ActAsync("set_count", new { stepId = Id(prime), count = 2 })).EnsureSuccessStatusCode();
        var wait = (await ViewAsync(app))["drying"]!.AsArray().First()!;

        (await app.ActAsync("coat", new { coatId = wait["coatId"], endedAt = done.ToString() })).EnsureSuccessStatusCode();
        var truly = (await ViewAsync(app))["drying"]!.AsArray().First()!;
        Assert.Equal(At(wait["sure"]) - Duration.FromMinutes(20), At(truly["sure"]));

        using var before = await app.ActAsync("coat", new { coatId = wait["coatId"], endedAt = (done - Duration.FromDays(60)).ToString() });
        Assert.Equal(HttpStatusCode.BadRequest, before.StatusCode);
        Assert.Contains("endedAt", await before.Content.ReadAsStringAsync(TestContext.Current.CancellationToken));
        using var ahead = await app.ActAsync(
            "coat",
            new { coatId = wait["coatId"], endedAt = (app.Clock.Now + Duration.FromHours(1)).ToString() }
        );
        Assert.Equal(HttpStatusCode.BadRequest, ahead.StatusCode);
    }

    [Fact]
    public async Task Washed_metal_counts_down_to_its_loss()
    {
        await using var app = new TestApp(databases.Clone());
        (await app.BringAsync("unit=Bell Sergeants;models=2;material=white_metal")).EnsureSuccessStatusCode();
        Assert.Empty((await ViewAsync(app))["soon"]!.AsArray());
        var wash = await app.WorkUpToAsync("wash");
        (await app.ActAsync("set_count", new { stepId = Id(wash), count = 2 })).EnsureSuccessStatusCode();
        var soon = Assert.Single((await ViewAsync(app))["soon"]!.AsArray())!;
        Assert.Equal(("metal", "washed metal tarnishes"), (soon["kind"]!.ToString(), soon["text"]!.ToString()));
        Assert.Equal(app.Clock.Now + Duration.FromDays(2), At(soon["at"]));
        Assert.Empty(await AlertsAsync(app));
    }

    private static Instant At(JsonNode? node) => NodaTime.Text.InstantPattern.ExtendedIso.Parse(node!.ToString()).Value;
}
