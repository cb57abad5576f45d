using Hexaprep.Craft.Inspections;
using OpenQA.Selenium;

namespace Hexaprep.Browser.Tests;

public sealed class ViewTests(TestDatabases databases)
{
    [Fact]
    public async Task The_plan_says_what_holds_a_step_and_follows_deadlines_weights_and_weather()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        page.Open(app.Address + "/plan");
        page.Named("Lantern Keepers", "//main").Click();
        page.Says("What holds it");
        page.Named("This first").Click();
        page.Named("First: undo");
        page.Find("[aria-label^='Due:']").Click();
        page.Find("[role=dialog] input").SendKeys("14 Mar" + Keys.Enter);
        page.Named("Due then").Click();
        page.Says("due Sat 14 Mar: ");
        page.Named("What it keeps to").Click();
        page.Says("the one with the longer wait comes last");
        page.Press(Keys.Escape);
        page.Wait(d => d.FindElements(By.CssSelector("[role=dialog]")).Count == 0, "The sheet stays.");
        page.Named("No spraying Sat 14 Mar").Click();
        page.Named("Spraying fit Sat 14 Mar");

        Assert.Contains((await app.GetAsync("/api/sittings"))["exceptions"]!.AsArray(), e => e!["kind"]!.ToString() == "unfit_for_spray");
        Assert.Empty(page.ConsoleErrors());
    }

    [Fact]
    public async Task On_a_phone_the_plan_is_a_list_and_a_step_opens_over_it()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium(390, 844);
        page.Open(app.Address + "/plan");
        await app.SettleAsync();
        page.Settle();
        page.Named("Look at the primer, Punt Crew").Click();
        page.Find("[role=dialog]");
        page.Says("What holds it");
        page.Says("a change of work after");
    }

    [Fact]
    public async Task Evenings_are_set_and_a_wrong_one_is_said_before_it_is_sent()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        page.Open(app.Address + "/plan/evenings");
        page.Find("[data-sit=friday]").Click();
        page.Find("input[name=handles]").SendKeys(Keys.Control + "a");
        page.Find("input[name=handles]").SendKeys("0");
        page.Named("Keep these").Click();
        page.Says("Handles: give 1 to 1000.");
        page.Find("input[name=handles]").SendKeys(Keys.Control + "a");
        page.Find("input[name=handles]").SendKeys("12");
        page.Named("Keep these").Click();
        page.Find("[data-screen=plan]");

        var saved = await app.GetAsync("/api/sittings");
        Assert.Equal((12, 5), (saved["handles"]!.GetValue<int>(), saved["weekly"]!.AsArray().Count));
    }

    [Fact]
    public async Task An_evening_is_stretched_by_its_grip_and_by_the_keys_and_the_plan_follows()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        page.Open(app.Address + "/plan/evenings");
        page.Find("[data-sitting='thursday 19:30 22:00']").Click();
        var grip = page.Find("[role=slider][aria-label='Thursday, ends']");
        // A quarter of the paper's width is a quarter of its time.
        var paper = page.Find("[data-sitting='thursday 19:30 22:00']").Size.Width;
        new OpenQA.Selenium.Interactions.Actions(page.Driver).DragAndDropToOffset(grip, paper / 4, 0).Perform();
        var dragged = page.Find("[role=slider][aria-label='Thursday, ends']").GetAttribute("aria-valuetext")!;
        Assert.True(string.CompareOrdinal(dragged, "22:30") >= 0, dragged);
        page.Find("[role=slider][aria-label='Thursday, begins']").SendKeys(Keys.ArrowLeft + Keys.ArrowLeft);
        page.Find($"[data-sitting='thursday 19:00 {dragged}']");
        page.Named("The same on ...").Click();
        page.Named("Monday", "//*[@role='dialog']").Click();
        page.Named("Put away", "//*[@role='dialog']").Click();
        page.Named("Keep these").Click();
        page.Find("[data-screen=plan]");

        var weekly = (await app.GetAsync("/api/sittings"))["weekly"]!.AsArray();
        Assert.Equal(
            [("monday", "19:00:00", $"{dragged}:00"), ("thursday", "19:00:00", $"{dragged}:00")],
            weekly
                .Select(w => (w!["day"]!.ToString(), w["begins"]!.ToString(), w["ends"]!.ToString()))
                .Where(w => w.Item1 is "monday" or "thursday")
        );
        Assert.Empty(page.ConsoleErrors());
    }

    [Fact]
    public async Task Days_away_in_a_row_are_one_sentence_and_every_one_of_them_is_kept()
    {
        await using var app = new TestApp(databases.Clone());
        using var page = new Chromium();
        page.Open(app.Address + "/plan/evenings");
        page.Named("A day that differs").Click();
        page.Find("[aria-label^='Difference 1, last day']").Click();
        page.Find("[role=dialog] form input").SendKeys("16 Mar" + Keys.Enter);
        page.Named("Keep these").Click();
        page.Find("main");
        page.Wait(d => d.Url.EndsWith("/plan", StringComparison.Ordinal), "It is not kept.");

        var kept = (await app.GetAsync("/api/sittings"))["exceptions"]!.AsArray();
        Assert.Equal(["2026-03-13", "2026-03-14", "2026-03-15", "2026-03-16"], kept.Select(e => e!["date"]!.ToString()).Order());
        page.Open(app.Address + "/plan/evenings");
        Assert.Single(page.Driver.FindElements(By.CssSelector("[aria-label^='Difference'][aria-label*='first day']")));
    }

    [Fact]
    public async Task What_is_typed_is_laid_over_evenings_that_were_changed_elsewhere()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        // A page that hears nothing of the change: it must not write over it, nor lose what was typed.
        page.Block("*/api/events*");
        page.Open(app.Address + "/plan/evenings");
        page.Find("input[name=handles]");
        var now = await app.GetAsync("/api/sittings");
        using var saved = await app.Client.PutAsync(
            "/api/sittings",
            new StringContent(
                $$"""
                {"id":"{{Guid.NewGuid()}}","version":{{now["version"]}},"timeZone":"UTC","handles":9,
                 "weekly":{{now["weekly"]!.ToJsonString()}},"exceptions":{{now["exceptions"]!.ToJsonString()}}}
                """,
                System.Text.Encoding.UTF8,
                "application/json"
            ),
            TestContext.Current.CancellationToken
        );
        Assert.True(saved.IsSuccessStatusCode);
        page.Find("input[name=rackSlots]").SendKeys("0");
        page.Named("Keep these").Click();

        page.Find("[data-screen=plan]");
        var kept = await app.GetAsync("/api/sittings");
        Assert.Equal(9, kept["handles"]!.GetValue<int>());
        Assert.Equal(now["rackSlots"]!.GetValue<int>() * 10, kept["rackSlots"]!.GetValue<int>());
    }

    [Fact]
    public async Task A_unit_shows_its_route_with_reasons_and_a_changed_word_derives_it_again()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        page.Open(app.Address + "/units");
        page.Named("Lantern Keepers").Click();
        page.Says("A must: cast resin keeps an oily film");
        page.Named("Prime, coat 1, not started").Click();
        page.Says("Lacquer primer grips metal and resin");
        page.Says("Not before");
        page.Find("[aria-label='Gaps']").Click();
        page.Find("[role=option]");
        page.Driver.FindElements(By.CssSelector("[role=option]")).Single(o => o.Text == "none").Click();
        page.Says("No gaps were noted");

        Assert.DoesNotContain("Fill the gaps", page.Find("ol[aria-label='The route, step by step']").Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_roster_file_is_mended_in_place_and_saved_whole()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        page.Open(app.Address + "/intake");
        var file = Path.Combine(Path.GetTempPath(), $"roster-{Guid.NewGuid():N}.csv");
        await File.WriteAllTextAsync(
            file,
            "unit;models;material\nReed Pikes;10;plastic\nSluice Wardens;6;plastic\nLock Ringers;some;resin\n",
            TestContext.Current.CancellationToken
        );
        page.Find("[aria-label='Roster file']").SendKeys(file);
        page.Says("already on the bench, left alone");
        page.Says("'some' is not a whole number from 1 to 500.");
        page.Says("'resin' may be cast or printed.");
        page.Find("[aria-label='Line 4, models']").SendKeys("2");
        page.Find("[aria-label='Line 4, material']").SendKeys("cast resin");
        page.Named("Read it again").Click();
        page.Named("Add 2 lines").Click();

        page.Says("2 units, 8 models came to the bench.");
        page.Named("Their routes").Click();
        page.Says("2 models, cast resin");
        Assert.Equal(7, (await app.GetAsync("/api/units")).AsArray().Count);
        File.Delete(file);
    }

    [Fact]
    public async Task A_workspace_file_is_brought_into_an_empty_bench_and_a_broken_one_is_refused()
    {
        await using var app = new TestApp(databases.Clone());
        using var page = new Chromium();
        page.Open(app.Address + "/units");
        page.Named("Bring a workspace file in");
        var broken = Path.Combine(Path.GetTempPath(), $"broken-{Guid.NewGuid():N}.json");
        await File.WriteAllTextAsync(
            broken,
            $"{{\"format\":\"hexaprep-workspace\",\"formatVersion\":{Hexaprep.Formats.WorkspaceDocument.Newest + 1}}}",
            TestContext.Current.CancellationToken
        );
        page.Find("[aria-label='Workspace file']").SendKeys(broken);
        page.Says($"this program reads up to {Hexaprep.Formats.WorkspaceDocument.Newest}");
        page.Find("[aria-label='Workspace file']").SendKeys(Path.Combine(Project.Root, "demo", "saltfen-workspace.json"));

        page.Says("Lantern Keepers");
        File.Delete(broken);
    }

    [Fact]
    public async Task The_api_documentation_can_be_read()
    {
        await using var app = new TestApp(databases.Clone());
        using var page = new Chromium();
        page.Driver.Navigate().GoToUrl(app.Address + "/docs/index.html");

        page.Says("/api/bench");
        Assert.Empty(page.OutsideRequests());
    }

    [Fact]
    public async Task A_second_plan_stands_beside_the_first_and_is_taken_or_dropped_with_one_act()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        page.Open(app.Address + "/plan");
        page.Says("of hands-on work");
        page.Named("What if").Click();
        page.Find("[data-screen=what-if]");
        page.Choose("What if I", "put one unit first");
        page.Named("Work it out").Click();
        page.Find("[data-second]");
        page.Named("Keep it beside").Click();
        page.Find("[data-beside='1']");
        page.Choose("What if I", "lost a day to rain");
        page.Find("[aria-label^='Day:']").Click();
        page.Find("[role=dialog] input").SendKeys("Sat 14 Mar" + Keys.Enter);
        page.Named("Work it out").Click();
        page.Find("[data-second='Rain on Sat 14 Mar']");
        Assert.Empty(page.Axe());
        page.Named("Drop it").Click();
        page.Named("Take this plan").Click();
        page.Find("[data-screen=plan]");

        Assert.Contains((await app.GetAsync("/api/sittings"))["exceptions"]!.AsArray(), e => e!["kind"]!.ToString() == "unfit_for_spray");
        Assert.Empty(page.ConsoleErrors());
    }

    [Fact]
    public async Task A_what_if_begins_with_a_day_and_an_hour_that_make_a_difference()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        page.Open(app.Address + "/plan/what-if");
        page.Find("[aria-label='Day: Fri 13 Mar']");
        page.Choose("What if I", "began later");
        page.Find("[aria-label='Day: Sat 14 Mar']").Click();
        page.Find("[role=dialog] input").SendKeys("Fri 13 Mar" + Keys.Enter);
        page.Named("Work it out").Click();
        page.Says("There is no sitting on Fri 13 Mar.");

        page.Choose("What if I", "had one more evening");
        page.Find("[aria-label='Day: Fri 13 Mar']").Click();
        page.Find("[role=dialog] input").SendKeys("Tue 17 Mar" + Keys.Enter);
        page.Named("Work it out").Click();

        page.Says("You sit then already on Tue 17 Mar.");
    }

    [Fact]
    public async Task A_unit_is_renamed_copied_taken_off_the_bench_and_put_back()
    {
        await using var app = new TestApp(databases.Clone());
        (await app.BringAsync("unit=Reed Pikes;models=3;material=polystyrene")).EnsureSuccessStatusCode();
        using var page = new Chromium();
        page.Open(app.Address + "/units");
        page.Named("Reed Pikes").Click();
        page.Named("This unit").Click();
        page.Find("[role=dialog] input").SendKeys(" of Saltfen" + Keys.Enter);
        page.Wait(d => d.FindElement(By.CssSelector("main h1")).Text == "Reed Pikes of Saltfen", "It is not renamed.");
        page.Named("Bring another 3").Click();
        page.Wait(d => d.FindElement(By.CssSelector("main h1")).Text == "Reed Pikes of Saltfen 2", "No other came.");

        page.Named("This unit").Click();
        page.Named("Take it off the bench").Click();
        page.Says("Off the bench");
        page.Says("off the bench since");
        Assert.Single((await app.GetAsync("/api/units")).AsArray());
        page.Named("Put it back").Click();
        page.Wait(_ => !page.Text().Contains("off the bench since"), "It is still off.");
        Assert.Equal(2, (await app.GetAsync("/api/units")).AsArray().Count);
        Assert.Empty(page.ConsoleErrors());
    }

    [Fact]
    public async Task Many_units_are_ordered_and_searched_and_a_long_route_folds_what_is_done()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        (
            await app.BringAsync([
                .. new[] { "Ash Walkers", "Eel Catchers", "Weir Wolves" }.Select(n => $"unit={n};models=1;material=plastic"),
            ])
        ).EnsureSuccessStatusCode();
        using var page = new Chromium();
        page.Open(app.Address + "/units");
        page.Named("by name").Click();
        page.Wait(
            d => d.FindElements(By.CssSelector("main li")).FirstOrDefault()?.Text.Contains("Ash Walkers") == true,
            "They are not in order of name."
        );
        page.Find("input[type=search]").SendKeys("wolves");
        page.Wait(d => d.FindElements(By.CssSelector("main li")).Count == 1, "The others are still there.");
        page.Open(app.Address + "/plan");
        page.Wait(
            // A unit that would be late stands before all others.
            d =>
                d.FindElements(By.CssSelector("main ul li"))
                    .FirstOrDefault(li => li.FindElements(By.CssSelector(".text-redo")).Count == 0)
                    ?.Text.Contains("Ash Walkers") == true,
            "Plan does not keep the order."
        );

        page.Open(app.Address + "/units");
        page.Named("Mire Strider").Click();
        var fold = page.Find("[data-folded]");
        var knots = page.Driver.FindElements(By.CssSelector("[data-knot]")).Count;
        fold.Click();
        page.Wait(d => d.FindElements(By.CssSelector("[data-knot]")).Count > knots + 5, "It stays folded.");
        Assert.Empty(page.ConsoleErrors());
    }
}
