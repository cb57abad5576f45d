using System.Net.Http.Json;
using Hexaprep.Craft.Inspections;
using NodaTime;
using NodaTime.Text;

namespace Hexaprep.Browser.Tests;

public sealed class TestFirstTests(TestDatabases databases)
{
    [Fact]
    public async Task A_gloss_is_touched_found_tacky_touched_again_and_begun()
    {
        await using var app = new TestApp(databases.Clone());
        // Long days: the gloss and what lies on it fit one of them.
        var sittings = await app.GetAsync("/api/sittings");
        (
            await app.Client.PutAsJsonAsync(
                "/api/sittings",
                new
                {
                    id = Guid.NewGuid(),
                    version = sittings["version"]!.GetValue<int>(),
                    timeZone = "UTC",
                    handles = 20,
                    rackSlots = 6,
                    exceptions = Array.Empty<object>(),
                    weekly = Enum.GetNames<DayOfWeek>()
                        .Select(day => new
                        {
                            id = Guid.NewGuid(),
                            day = day.ToLowerInvariant(),
                            begins = "08:00:00",
                            ends = "23:00:00",
                        }),
                },
                TestContext.Current.CancellationToken
            )
        ).EnsureSuccessStatusCode();
        (await app.BringAsync("unit=Sluice Wardens;models=4;material=polystyrene;transfers=3")).EnsureSuccessStatusCode();
        await app.WorkUpToAsync("place_transfer");
        using var page = new Chromium();
        page.Open(app.Address);
        page.Says("Test it first.");
        page.Says("the gloss lies still and even");
        page.Press("a");
        page.Wait(d => d.FindElements(OpenQA.Selenium.By.CssSelector("[data-test-first]")).Count == 0, "It is asked on.");

        // It is asked again when half of what was not dry by then usually is.
        var gloss = (await app.GetAsync("/api/bench"))["view"]!["drying"]!.AsArray().First(d => d!["what"]!.ToString() == "gloss")!;
        var usual = InstantPattern.ExtendedIso.Parse(gloss["usual"]!.ToString()).Value;
        Assert.True(usual >= app.Clock.Now + Duration.FromMinutes(5));
        app.Clock.Now = usual;
        page.Open(app.Address);
        page.Named("It is dry: begin").Click();
        page.Named("Model 1 marked");
        Assert.True((await app.GetAsync("/api/bench"))["view"]!["step"]!["inHand"]!.GetValue<bool>());
    }

    [Fact]
    public async Task Painting_is_put_down_within_a_model_and_picked_up_where_it_was()
    {
        await using var app = new TestApp(databases.Clone());
        (await app.BringAsync("unit=Warden Aldith;models=1;material=polystyrene;tier=leader;paint_min=300")).EnsureSuccessStatusCode();
        await app.WorkUpToAsync("paint");
        using var page = new Chromium();
        page.Open(app.Address);
        page.Says("5 h in all: put it down at any time, within a model too");
        page.Named("Begin: paint").Click();
        page.Named("Model 1: main colour on");
        app.Clock.Now += Duration.FromMinutes(65);
        page.Open(app.Address);
        page.Named("Model 1: main colour on");
        page.Named("Put it down").Click();
        page.Says("Pick it up: paint");
        // The page's own clock ran on by what the page took.
        page.Wait(_ => page.Text().Contains("4 h in all") || page.Text().Contains("4 h 01 in all"), "An hour of five is not done.");
        Assert.Empty(page.ConsoleErrors());
    }
}
