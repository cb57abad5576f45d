using Hexaprep.Craft.Inspections;
using NodaTime;
using OpenQA.Selenium;

namespace Hexaprep.Browser.Tests;

public sealed class ClocksTests(TestDatabases databases)
{
    private const string Plastic = "unit=Reed Pikes;models=3;material=polystyrene";

    private static void Choose(Chromium page, string option) =>
        page.Wait(d => d.FindElements(By.XPath($"//*[@role='option'][.='{option}']")).FirstOrDefault(), $"'{option}' cannot be chosen.")!
            .Click();

    [Fact]
    public async Task A_clock_of_minutes_is_started_dated_back_counts_and_rings()
    {
        await using var app = new TestApp(databases.Clone());
        (await app.BringAsync(Plastic)).EnsureSuccessStatusCode();
        await app.WorkUpToAsync("prime");
        using var page = new Chromium();
        page.Open(app.Address);
        page.Named("The shaking begins").Click();
        page.Find("[data-clocks='1'] [role=timer]");
        page.Says("Leave it");
        page.Named("Stop it").Click();
        page.Find("[data-clocks='0']");

        page.Find("[aria-label=Begun]").Click();
        Choose(page, "5 min ago");
        page.Named("The shaking begins").Click();
        page.Says("Shaken: spray a card first");
        page.Find("[data-alerts='1']");
        page.Named("Done", "//*[@data-clocks]").Click();
        page.Find("[data-clocks='0']");
        Assert.Empty(page.ConsoleErrors());
    }

    [Fact]
    public async Task Where_there_is_no_way_back_the_key_asks_once_and_says_what_is_locked()
    {
        await using var app = new TestApp(databases.Clone());
        (await app.BringAsync(Plastic)).EnsureSuccessStatusCode();
        await app.WorkUpToAsync("glue");
        using var page = new Chromium();
        page.Open(app.Address);
        page.Named("Begin: glue together").Click();
        page.Says("No way back: begin all the same?");
        Assert.False((await app.GetAsync("/api/bench"))["view"]!["step"]!["inHand"]!.GetValue<bool>());
        page.Named("No way back: begin all the same?").Click();
        page.Named("Model 1 glued").Click();
        page.Find("[data-hold]:not([data-hold=idle])");
        // Put down and picked up again, it does not ask.
        page.Named("Put it down").Click();
        page.Named("Pick it up: glue together").Click();
        page.Named("Model 2 glued");
    }

    [Fact]
    public async Task A_short_return_is_shown_with_its_time_and_offered_while_other_work_is_in_hand()
    {
        await using var app = new TestApp(databases.Clone());
        (await app.BringAsync(Plastic)).EnsureSuccessStatusCode();
        var prime = await app.WorkUpToAsync("prime");
        // Late enough that the look at the primer is for another evening: then the second pass has room.
        app.Clock.Now += Duration.FromMinutes(30);
        // One plan for both: what a search that was broken off leaves behind depends on when it was.
        (await app.ActAsync("set_count", new { stepId = prime["stepId"], count = 3 })).EnsureSuccessStatusCode();
        await app.SettleAsync();
        (await app.BringAsync("unit=Lantern Keepers;models=12;material=pu_resin")).EnsureSuccessStatusCode();
        await app.SettleAsync();
        using var page = new Chromium();
        page.Open(app.Address);
        page.Says("Come back between");
        page.Says("for a light pass");

        var work = (await app.GetAsync("/api/bench"))["view"]!["step"]!;
        Assert.Equal("Lantern Keepers", work["unit"]!.ToString());
        (await app.ActAsync("start", new { stepId = work["stepId"] })).EnsureSuccessStatusCode();
        var ready = NodaTime
            .Text.InstantPattern.ExtendedIso.Parse((await app.GetAsync("/api/bench"))["view"]!["drying"]![0]!["sure"]!.ToString())
            .Value;
        app.Clock.Now = ready + Duration.FromMinutes(1);
        page.Open(app.Address);
        page.Find("[data-drop-in] button").Click();
        page.Wait(d => d.FindElement(By.CssSelector("h1")).Text == "Prime, coat 2", "The short return does not come into the hand.");
        Assert.Equal("Reed Pikes", (await app.GetAsync("/api/bench"))["view"]!["step"]!["unit"]!.ToString());
    }

    [Fact]
    public async Task Losses_count_down_in_yellow_and_the_recoat_window_is_drawn_as_a_wall_with_gaps()
    {
        await using var app = new TestApp(databases.Clone());
        (await app.BringAsync(Plastic)).EnsureSuccessStatusCode();
        var prime = await app.WorkUpToAsync("prime");
        using var label = await app.Client.PutAsync(
            "/api/products/acrylic_solvent.spray_can.primer/label",
            System.Net.Http.Json.JsonContent.Create(
                new
                {
                    id = Guid.NewGuid(),
                    recoatMin = 10,
                    recoatMax = 90,
                    reopenMin = 1440,
                }
            ),
            TestContext.Current.CancellationToken
        );
        label.EnsureSuccessStatusCode();
        (await app.ActAsync("set_count", new { stepId = prime["stepId"], count = 3 })).EnsureSuccessStatusCode();
        using var page = new Chromium();
        page.Open(app.Address);
        page.Find("[data-soon='1']");
        page.Says("recoating closes");
        page.Open(app.Address + "/coats");
        Assert.Contains("open again from", page.Find("svg[aria-label^=Shut]").GetAttribute("aria-label"));
        Assert.Empty(page.Axe());
    }

    [Fact]
    public async Task A_late_tick_is_put_right_in_the_log_and_the_log_is_narrowed_to_a_unit()
    {
        await using var app = new TestApp(databases.Clone());
        (await app.BringAsync(Plastic, "unit=Lantern Keepers;models=2;material=pu_resin")).EnsureSuccessStatusCode();
        var prime = await app.WorkUpToAsync("prime");
        app.Clock.Now += Duration.FromMinutes(30);
        (
            await app.ActAsync("set_count", new { stepId = prime["stepId"], count = prime["total"]!.GetValue<int>() })
        ).EnsureSuccessStatusCode();
        var unit = prime["unit"]!.ToString();
        var before = (await app.GetAsync("/api/coats"))["log"]![0]!;

        using var page = new Chromium();
        page.Open(app.Address + "/coats");
        page.Find("[aria-label=Unit]");
        page.Driver.FindElement(By.XPath($"//select[@aria-label='Unit']/option[.='{unit}']")).Click();
        page.Wait(
            d =>
                d.FindElements(By.CssSelector("[aria-label='Coat log'] tbody tr"))
                    .All(r => r.Text.Contains(unit, StringComparison.Ordinal)),
            "Other units stay."
        );
        page.Named("Put it right").Click();
        page.Find("[role=dialog] [aria-label='Earlier by']").Click();
        Choose(page, "20 min earlier");
        page.Driver.FindElements(By.XPath("//button[starts-with(.,'It was on at')]"))[0].Click();
        page.Wait(
            _ => app.GetAsync("/api/coats").GetAwaiter().GetResult()["log"]![0]!["endedAt"]!.ToString() != before["endedAt"]!.ToString(),
            "The end stays as it was."
        );
    }

    [Fact]
    public async Task A_device_can_be_told_not_to_ring_for_a_kind()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        page.Open(app.Address);
        page.Named("This device").Click();
        page.Driver.FindElements(By.XPath("//label[contains(.,'coats and water')]/input"))[0].Click();
        Assert.Contains("\"quiet\":[\"coats\"]", (string)page.Driver.ExecuteScript("return localStorage.getItem('hexaprep-device')")!);
    }

    [Fact]
    public async Task Two_devices_ring_and_one_answer_silences_both()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using Chromium table = new(),
            phone = new(390, 844);
        app.Clock.Now += Duration.FromHours(9);
        table.Open(app.Address + "/units");
        phone.Open(app.Address + "/units");
        foreach (var page in new[] { table, phone })
            page.Find("[data-alerts]");
        var before = Left(phone);
        table.Find("[data-alerts] button").Click();
        phone.Wait(_ => Left(phone) != before, "The other device rings on.");
    }

    [Fact]
    public async Task A_browser_that_slept_through_a_wait_tells_it_when_it_wakes_and_only_once()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        page.Open(app.Address + "/units");
        page.Find("[data-screen=units]");
        Assert.Equal("", Left(page));
        app.Clock.Now += Duration.FromHours(9);
        // What a browser sends a page that it wakes; a page that is still being built does not hear it.
        page.Wait(
            d =>
            {
                page.Driver.ExecuteScript("document.dispatchEvent(new Event('resume'))");
                return d.FindElements(By.CssSelector("[data-alerts]")).Count > 0;
            },
            "The page sleeps on."
        );
        for (var before = Left(page); before.Length > 0; before = Left(page))
        {
            page.Find("[data-alerts] button:not(:disabled)").Click();
            page.Wait(_ => Left(page) != before, "The alert stays.");
        }
        page.Open(app.Address + "/plan");
        page.Find("[data-screen=plan]");
        Assert.Equal("", Left(page));
    }

    private static string Left(Chromium page) =>
        page.Driver.FindElements(By.CssSelector("[data-alerts]")) is [var alerts] ? alerts.GetAttribute("data-alerts") ?? "" : "";
}
