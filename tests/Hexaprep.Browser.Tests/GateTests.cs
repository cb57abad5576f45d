using System.Text.Json.Nodes;
using Hexaprep.Craft.Inspections;
using OpenQA.Selenium;

namespace Hexaprep.Browser.Tests;

/// <summary>A whole gate, by keys alone, by touch alone and on a phone: flaws, why, the price, the plan, and the way back.</summary>
public sealed class GateTests(TestDatabases databases)
{
    private static async Task<JsonNode> CrewAsync(TestApp app)
    {
        var crew = (await app.GetAsync("/api/units")).AsArray().Single(u => u!["name"]!.ToString() == "Punt Crew")!["id"];
        return await app.GetAsync($"/api/units/{crew}");
    }

    private static async Task<string> GateAsync(TestApp app) =>
        (await CrewAsync(app))["batches"]![0]!["steps"]!.AsArray().First(s => s!["kind"]!.ToString() == "primer_gate")!["id"]!.ToString();

    private static async Task<int> PassedAsync(TestApp app) =>
        (await app.GetAsync($"/api/gate/{await GateAsync(app)}"))["models"]!.AsArray().Count(m => m!["state"]!.ToString() == "clean");

    [Fact]
    public async Task By_keys_alone_a_flaw_is_two_a_clean_model_one_and_all_the_rest_one()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        page.Open(app.Address + $"/gate/{await GateAsync(app)}");
        page.Named("1 is clean, take 2");

        page.Press(" ");
        page.Named("2 is clean, take 3");
        page.Press("1");
        page.Says("at the head: now what");
        page.Press(Keys.Escape);
        page.Says("a number key: the place");
        page.Press("16");
        page.Says("Print, head of model 2");
        page.Named("3 is clean, take 4");
        page.Press("g");
        page.Named("All are looked at");
        Assert.Equal(3, await PassedAsync(app));
        page.Press("q");
        page.Named("4 is clean, that is all");
        Assert.Equal([], page.Axe());
        Assert.Empty(page.ConsoleErrors());
        Assert.Empty(page.OutsideRequests());
    }

    [Fact]
    public async Task A_photo_of_a_model_is_kept_at_the_gate_laid_beside_the_others_and_taken_out()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        var file = Path.Combine(Directory.CreateTempSubdirectory().FullName, "model.png");
        using (var image = NetVips.Image.Black(800, 600, 3) + 140)
            image.Pngsave(file);
        page.Open(app.Address + $"/gate/{await GateAsync(app)}");
        page.Named("Photo of 1");
        for (var n = 1; n <= 2; n++)
        {
            page.Find("[aria-label='A photo of model 1']").SendKeys(file);
            page.Wait(d => d.FindElements(By.CssSelector("img[alt='Model 1, after primer']")).Count == n, $"Photo {n} is not shown.");
        }
        page.Find("img[alt='Model 1, after primer']").Click();
        page.Says("Model 1, look by look");
        Assert.Equal([], page.Axe());
        page.Named("Take it out", "//*[@role='dialog']").Click();
        page.Wait(d => d.FindElements(By.CssSelector("[role=dialog] img")).Count == 1, "It is still there.");
        page.Press(Keys.Escape);
        page.Named("2", "//main//ul").Click();
        page.Named("Photo of 2");
        Assert.Empty(page.OutsideRequests());
        Assert.Empty(page.ConsoleErrors());
    }

    [Fact]
    public async Task By_touch_alone_alike_flaws_are_one_their_repair_is_priced_put_in_the_plan_and_taken_out()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        var gate = await GateAsync(app);
        page.Open(app.Address + $"/gate/{gate}");
        foreach (var _ in new[] { 1, 2 })
        {
            page.Find("[aria-label^='3 chest']").Click();
            page.Named("Grainy").Click();
            page.Wait(d => d.FindElements(By.CssSelector("[aria-pressed=true][aria-label^='3']")).Count == 0, "The place stays chosen.");
        }
        page.Says("Grainy, chest of models 1 and 2");
        page.Named("Rub down and lay it again");
        page.Wait(d => d.FindElements(By.CssSelector("[data-finding] svg[role=img]")).Count == 1, "No detour is drawn.");
        page.Named("How sure, what else").Click();
        page.Says("something else");
        Assert.Equal([], page.Axe());
        page.Named("Put away", "//*[@role='dialog']").Click();
        page.Wait(d => d.FindElements(By.CssSelector("[role=dialog]")).Count == 0, "The sheet stays.");

        page.Wait(d => page.Named("Put it in the plan").Enabled, "There is no price.");
        page.Named("Put it in the plan").Click();
        page.Says("is in the plan. Rub down:");
        var steps = (await CrewAsync(app))["batches"]![0]!["steps"]!.AsArray().Select(s => s!["title"]!.ToString()).ToList();
        Assert.Contains("Rub down", steps);
        Assert.Contains("Prime again", steps);
        Assert.Equal([], page.Axe());

        page.Named("Take it out again").Click();
        page.Named("Put it in the plan");
        Assert.DoesNotContain("Rub down", (await CrewAsync(app))["batches"]![0]!["steps"]!.AsArray().Select(s => s!["title"]!.ToString()));
    }

    [Fact]
    public async Task A_flaw_is_left_with_a_reason_and_its_model_goes_on()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        page.Open(app.Address + $"/gate/{await GateAsync(app)}");
        page.Named("1 is clean, take 2");
        page.Press("64");
        page.Says("Mold line, base of model 1");
        page.Named("Leave it").Click();
        page.Find("[role=dialog] input").SendKeys("under the boat");
        page.Named("Hidden", "//*[@role='dialog']").Click();
        page.Says("Nothing found so far");
        page.Named("1 is clean, take 2");
    }

    [Fact]
    public async Task On_a_phone_places_and_flaws_are_keys_and_the_main_key_lies_at_the_bottom_edge()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        page.Size(390, 844, touch: true);
        page.Open(app.Address + $"/gate/{await GateAsync(app)}");
        page.Named("1 is clean, take 2").Click();
        page.Named("left arm").Click();
        page.Named("Run").Click();
        page.Says("Run, left arm of model 2");
        var key = page.Named("3 is clean, take 4");
        Assert.True(key.Location.Y + key.Size.Height <= 844, "The main key is on the screen.");
        Assert.Equal(390L, page.Driver.ExecuteScript("return document.documentElement.scrollWidth"));
        Assert.Equal([], page.Axe());
    }
}
