using System.Net.Http.Json;
using OpenQA.Selenium;

namespace Hexaprep.Browser.Tests;

/// <summary>Painting by the row: a list laid out and changed in one line, passes ticked at the bench, a mix that is found again.</summary>
public sealed class PaintingTests(TestDatabases databases)
{
    private static readonly string[] Wardens =
    [
        "steel, 9 min #6d757c; blades, mail; 2 black, 1 silver",
        "cloth, 11 min #5b2b36; cloaks; 3 wine, 1 black",
        "leather, 7 min #7a5634; straps, sheaths, boots; 2 brown, 1 ochre, 1 water",
        "shade, 4 min; all over; 1 shade, 2 water",
        "steel, light, 8 min #a9b2b8",
        "faces, 12 min #c99678",
    ];

    private async Task<(TestApp App, string Unit, string Batch)> PrimedAsync()
    {
        var app = new TestApp(databases.Clone());
        (await app.BringAsync("unit=Gate Wardens;models=10;material=polystyrene;tier=elite")).EnsureSuccessStatusCode();
        var unit = (await app.GetAsync("/api/units"))[0]!["id"]!.ToString();
        var batch = (await app.GetAsync($"/api/units/{unit}"))["batches"]![0]!;
        using var laid = await app.Client.PutAsJsonAsync(
            $"/api/batches/{batch["id"]}/passes",
            new
            {
                id = Guid.NewGuid(),
                version = batch["version"]!.GetValue<int>(),
                passes = Wardens,
            },
            TestContext.Current.CancellationToken
        );
        laid.EnsureSuccessStatusCode();
        await app.WorkUpToAsync("paint");
        return (app, unit, batch["id"]!.ToString());
    }

    [Fact]
    public async Task At_the_bench_a_pass_goes_on_model_by_model_or_along_the_row_and_is_taken_back()
    {
        var (app, _, _) = await PrimedAsync();
        await using var own = app;
        using var page = new Chromium();
        page.Open(app.Address);
        page.Named("Begin: paint").Click();
        page.Says("Steel, 1 of 3: blades, mail; 2 black, 1 silver.");
        page.Named("Model 1: steel on").Click();
        page.Named("Model 2: steel on").Click();
        page.Named("Model 3: steel on");
        page.Named("Take one back").Click();
        page.Named("Model 2: steel on");
        page.Named("Steel is on all 9").Click();
        page.Named("Model 1: cloth on").Click();
        page.Named("Model 2: cloth on");
        // The key gives the chosen model the pass it names: one that has had it is told so, and gets no other.
        page.Find("[aria-label^='Model 5: to do']").Click();
        page.Named("Model 5: cloth on").Click();
        page.Find("[aria-label='Model 5: to do, 2 of 3 passes']");
        page.Find("[aria-label^='Model 1: to do']").Click();
        page.Named("Model 1: cloth on").Click();
        page.Says("Model 1 has had this pass");
        page.Settle();
        Assert.Empty(page.Axe());
        Assert.DoesNotContain(page.ConsoleErrors(), e => !e.Contains("409"));
    }

    [Fact]
    public async Task A_list_is_changed_in_one_line_and_stays_in_order_behind_what_is_painted()
    {
        var (app, unit, _) = await PrimedAsync();
        await using var own = app;
        using var page = new Chromium();
        page.Open($"{app.Address}/units/{unit}/painting");
        page.Says("what goes over it waits");
        page.Named("Model 1: steel on").Click();
        page.Named("Model 2: steel on");
        page.Settle();
        Assert.Empty(page.Axe());

        page.Find("[aria-label^='faces']").Click();
        page.Named("A pass more").Click();
        var line = page.Wait(
            d =>
                d.FindElements(By.CssSelector("[aria-label='The pass in one line']"))
                    .FirstOrDefault(f => f.GetDomProperty("value") == "new pass, 5 min"),
            "The new pass has no line."
        )!;
        line.SendKeys(Keys.Control + "a");
        line.SendKeys("eyes, gems, 6 min #2c7267; ; 1 teal, 1 white" + Keys.Enter);
        page.Find("[aria-label^='eyes, gems, 6 min each']");
        page.Named("Earlier").Click();
        page.Wait(
            d =>
                d.FindElements(By.CssSelector("ol[aria-label=Passes] button")) is [.., var before, var last]
                && before.GetDomAttribute("aria-label")!.StartsWith("eyes", StringComparison.Ordinal)
                && last.GetDomAttribute("aria-label")!.StartsWith("faces", StringComparison.Ordinal),
            "It does not move."
        );
        // What is on models stays: refused in words.
        page.Find("ol[aria-label=Passes] [aria-label^='steel, 9']").Click();
        page.Named("Take it out").Click();
        page.Says("the list up to it stays as it is");
        Assert.DoesNotContain(page.ConsoleErrors(), e => !e.Contains("409"));
    }
}
