using Hexaprep.Craft.Inspections;
using NodaTime;
using OpenQA.Selenium;

namespace Hexaprep.Browser.Tests;

/// <summary>What a step asks and keeps while it is done: sides of a pass, what worked, what was carried in, how wide a gap is; and the
/// question whether it may be done at all.</summary>
public sealed class AtTheStepTests(TestDatabases databases)
{
    [Fact]
    public async Task A_pass_is_ticked_side_by_side_carried_in_once_and_what_is_too_early_is_told_with_every_reason()
    {
        await using var app = new TestApp(databases.Clone());
        (await app.BringAsync("unit=Reed Pikes;models=2;material=polystyrene")).EnsureSuccessStatusCode();
        var prime = await app.WorkUpToAsync("prime");
        (await app.ActAsync("start", new { stepId = prime["stepId"], despiteAir = true })).EnsureSuccessStatusCode();
        using var page = new Chromium();
        page.Open(app.Address);

        page.Find("[data-sides='6']");
        foreach (var side in new[] { "front", "underneath" })
            page.Named(side, "//fieldset").Click();
        page.Find("[data-sides='4']");
        page.Named("Model 1 primed").Click();
        page.Find("[data-sides='6']");
        page.Named("All 2 primed").Click();

        page.Says("Everything is drying");

        app.Clock.Now += Duration.FromMinutes(14);
        page.Open(app.Address);
        page.Named("It is in").Click();
        page.Wait(d => d.FindElements(By.XPath("//button[.='It is in']")).Count == 0, "It is asked again.");
        Assert.NotNull((await app.GetAsync("/api/workspace"))["coats"]!.AsArray().Last()!["broughtInAt"]);

        page.Press("?");
        page.Choose("Step", "paint");
        page.Find("[data-answer=not_yet]");
        page.Says("Something comes first, and it waits till");
        page.Says("Paint on young primer lifts it");
        page.Choose("Step", "prime");
        page.Choose("Method", "brush");
        page.Choose("Product", "lacquer");
        page.Find("[data-answer]");
        Assert.Equal([], page.Axe());
        Assert.Empty(page.ConsoleErrors());
    }

    [Fact]
    public async Task Rank_and_file_are_mounted_in_rows_and_the_bench_says_how_many_strips()
    {
        await using var app = new TestApp(databases.Clone());
        (await app.BringAsync("unit=Reed Pikes;models=30;material=polystyrene;base_mm=25")).EnsureSuccessStatusCode();
        await app.WorkUpToAsync("handle");
        using var page = new Chromium();
        page.Open(app.Address);
        page.Says("In rows: 5 strips of 6, a model's width apart.");
        page.Find("ul[aria-label='0 of 30 done']");
    }

    [Fact]
    public async Task A_horde_is_mounted_load_by_load_each_with_its_own_models()
    {
        await using var app = new TestApp(databases.Clone());
        (await app.BringAsync("unit=Reed Pikes;models=30;material=polystyrene;tier=elite")).EnsureSuccessStatusCode();
        await app.WorkUpToAsync("handle");
        using var page = new Chromium();
        page.Open(app.Address);
        page.Says("load 1 of 2 · 15 models");
        var release = await app.WorkUpToAsync("release");
        var all = new
        {
            stepId = release["stepId"],
            count = 15,
            dry = release["test"] is not null,
        };
        (await app.ActAsync("set_count", all)).EnsureSuccessStatusCode();

        await app.WorkUpToAsync("handle");
        page.Open(app.Address);
        page.Says("load 2 of 2 · 15 models");
        page.Find("ul[aria-label='0 of 15 done']");
        Assert.Empty(page.ConsoleErrors());
        page.Open(app.Address + "/plan");
        page.Says("20 handles hold no more at once: load 2 of 2, 15 models");
    }

    [Fact]
    public async Task What_worked_is_written_down_at_the_step_and_shown_at_the_next_such_step()
    {
        await using var app = new TestApp(databases.Clone());
        (await app.BringAsync("unit=Reed Pikes;models=2;material=polystyrene;parts=4")).EnsureSuccessStatusCode();
        await app.WorkUpToAsync("clean_lines");
        using var page = new Chromium();
        page.Open(app.Address);
        page.Named("More").Click();
        page.Find("[data-note] input").SendKeys("torso and back" + Keys.Tab);
        page.Wait(_ => app.GetAsync("/api/workspace").Result["recipes"]!.AsArray().Count == 1, "It is not kept.");

        var first = (await app.GetAsync("/api/bench"))["view"]!["step"]!["stepId"];
        (await app.ActAsync("set_count", new { stepId = first, count = 2 })).EnsureSuccessStatusCode();
        (await app.BringAsync("unit=Lamp Crew;models=2;material=polystyrene;parts=4;weight=5")).EnsureSuccessStatusCode();
        await app.SettleAsync();
        await app.WorkUpToAsync("clean_lines");
        page.Open(app.Address);
        page.Named("More").Click();
        page.Says("Last time: torso and back (Reed Pikes)");
        Assert.Equal([], page.Axe());
        Assert.Empty(page.ConsoleErrors());
    }

    [Fact]
    public async Task A_gap_asks_what_goes_in_and_takes_the_repair_for_that_width()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        var crew = (await app.GetAsync("/api/units")).AsArray().Single(u => u!["name"]!.ToString() == "Punt Crew")!["id"];
        var steps = (await app.GetAsync($"/api/units/{crew}"))["batches"]![0]!["steps"]!.AsArray();
        using var page = new Chromium();
        page.Open(app.Address + $"/gate/{steps.First(s => s!["kind"]!.ToString() == "primer_gate")!["id"]}");
        page.Named("1 is clean, take 2");
        page.Press("15");
        page.Says("What goes in?");

        string Chosen() => page.Find("[aria-label='What mends it'] [aria-pressed=true]").Text;
        var widths = page.Driver.FindElements(By.XPath("//span[.='What goes in?']/../button"));
        var repairs = new HashSet<string>(StringComparer.Ordinal);
        foreach (var width in widths)
        {
            width.Click();
            page.Wait(_ => width.GetAttribute("aria-pressed") == "true", "The width is not taken.");
            repairs.Add(Chosen());
        }
        Assert.InRange(repairs.Count, 2, widths.Count);
        Assert.Equal([], page.Axe());
    }
}
