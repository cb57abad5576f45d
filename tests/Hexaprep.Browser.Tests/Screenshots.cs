using System.Net.Http.Json;
using Hexaprep.Craft.Inspections;
using OpenQA.Selenium;

namespace Hexaprep.Browser.Tests;

/// <summary>Takes the pictures of docs/screenshots from the demo world at 20:12. Run by hand:
/// <c>dotnet test --project tests/Hexaprep.Browser.Tests -c Release --explicit only</c>.</summary>
public sealed class Screenshots(TestDatabases databases)
{
    // Long: one picture after the other of one evening.
    [Fact(Explicit = true)]
    public async Task Take_them_all()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true, planBudget: 4000);
        using var page = new Chromium();
        void Take(string path, string name)
        {
            page.Open(app.Address + path);
            page.Settle();
            page.Driver.GetScreenshot().SaveAsFile(Path.Combine(Project.Root, "docs", "screenshots", name + ".png"));
        }

        var keepers = (await app.GetAsync("/api/units")).AsArray().Single(u => u!["name"]!.ToString() == "Lantern Keepers")!["id"];
        Take("/", "bench");
        Take("/plan", "plan");
        Take("/units", "units");
        Take($"/units/{keepers}/painting", "painting");
        Take($"/units/{keepers}", "unit");
        Take("/coats", "coats");
        await app.Client.PostAsJsonAsync(
            "/api/air/instrument",
            new { id = Guid.NewGuid(), place = "bench" },
            TestContext.Current.CancellationToken
        );
        await app.Client.PostAsJsonAsync(
            "/api/air",
            new
            {
                id = Guid.NewGuid(),
                place = "outdoors",
                airC = 12,
                humidityPct = 61,
                windMs = 7,
                canC = 20,
            },
            TestContext.Current.CancellationToken
        );
        await app.Client.PostAsJsonAsync("/api/forecast/simulated", new { id = Guid.NewGuid() }, TestContext.Current.CancellationToken);
        Take("/coats/air", "air");
        Take("/plan/evenings", "evenings");
        page.Open(app.Address + "/plan/what-if");
        page.Choose("What if I", "was away");
        page.Find("[aria-label^='Last day']").Click();
        page.Find("[role=dialog] input").SendKeys("Sun 22 Mar" + Keys.Enter);
        page.Named("Work it out").Click();
        page.Find("[data-second]");
        page.Settle();
        page.Driver.GetScreenshot().SaveAsFile(Path.Combine(Project.Root, "docs", "screenshots", "what-if.png"));
        Take("/house?point=prime_by", "house");
        page.Open(app.Address + "/");
        page.Named("May I, now?").Click();
        page.Find("[role=dialog]");
        page.Choose("Batch", "Mire Strider");
        page.Choose("Step", "check the transfers");
        page.Find("[data-answer=not_yet]");
        page.Settle();
        page.Driver.GetScreenshot().SaveAsFile(Path.Combine(Project.Root, "docs", "screenshots", "may-i.png"));
        page.Open(app.Address + "/intake");
        page.Find("[aria-label='Name of the unit']").SendKeys("Sluice Wardens");
        page.Find("[aria-label='Models: more']").Click();
        var file = Path.Combine(Path.GetTempPath(), "saltfen-compact.csv");
        await File.WriteAllTextAsync(
            file,
            "unit,models,material\nReed Pikes,10,plastic\nSluice Wardens,6,plastic\nLock Ringers,some,metal\n",
            TestContext.Current.CancellationToken
        );
        page.Find("[aria-label='Roster file']").SendKeys(file);
        page.Says("Sluice Wardens, 6, hard frame plastic");
        page.Settle();
        page.Driver.ExecuteScript("document.activeElement.blur(); window.scrollTo(0, 0)");
        page.Driver.GetScreenshot().SaveAsFile(Path.Combine(Project.Root, "docs", "screenshots", "intake.png"));
        page.Size(390, 844);
        Take("/", "phone");
        page.Size(1280, 800);
        page.Light("night");
        Take("/", "bench-night");
        page.Light("day");
        // Last: what is held apart changes the plan.
        page.Open(app.Address + $"/units/{keepers}/pieces");
        page.Find("[data-part=cloak]").Click();
        page.Named("Hold the cloak apart").Click();
        page.Says("painted in 3 pieces");
        page.Find("[data-part='lamp arm']").Click();
        page.Wait(_ => page.Named("Forget the list").Enabled, "What was written is not read again.");
        page.Settle();
        page.Driver.ExecuteScript("document.activeElement.blur(); window.scrollTo(0, 0)");
        page.Driver.GetScreenshot().SaveAsFile(Path.Combine(Project.Root, "docs", "screenshots", "pieces.png"));
    }

    [Fact(Explicit = true)]
    public async Task Take_the_gate()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true, planBudget: 4000);
        using var page = new Chromium();
        void Take(string name)
        {
            page.Settle();
            page.Driver.GetScreenshot().SaveAsFile(Path.Combine(Project.Root, "docs", "screenshots", name + ".png"));
        }

        var crew = (await app.GetAsync("/api/units")).AsArray().Single(u => u!["name"]!.ToString() == "Punt Crew")!["id"];
        var steps = (await app.GetAsync($"/api/units/{crew}"))["batches"]![0]!["steps"]!.AsArray();
        var gate = steps.First(s => s!["kind"]!.ToString() == "primer_gate")!["id"];
        var log = (await app.GetAsync("/api/coats"))["log"]!.AsArray();
        var primer = log.First(c =>
            c!["unit"]!.ToString() == "Punt Crew" && c["what"]!.ToString().StartsWith("Prime", StringComparison.Ordinal)
        );
        // The air it was sprayed in, as somebody remembers it.
        (
            await app.ActAsync(
                "coat",
                new
                {
                    coatId = primer!["coatId"],
                    film = "normal",
                    airC = 16,
                    humidityPct = 34,
                }
            )
        ).EnsureSuccessStatusCode();
        page.Open(app.Address + $"/gate/{gate}");
        page.Named("1 is clean, take 2");
        page.Press(" ");
        page.Named("2 is clean, take 3");
        page.Press("11");
        page.Named("3 is clean, take 4");
        page.Press("11");
        page.Says("Grainy, head of models 2 and 3");
        page.Wait(
            d => page.Named("Put it in the plan").Enabled && !page.Text().Contains("being looked for", StringComparison.Ordinal),
            "No price."
        );
        Take("gate");
        var last = steps.First(s => s!["kind"]!.ToString() == "final_gate")!["id"];
        await KeepAsync(app, $"{gate}", ("#9a9a98", "#a4a4a2", "#8c8c8a"));
        await KeepAsync(app, $"{last}", ("#4f6b4a", "#c9a27c", "#8a6a2e"));
        page.Open(app.Address + $"/gate/{last}");
        page.Find("img[alt='Model 1, last look']").Click();
        page.Says("Model 1, look by look");
        Take("photos");
        page.Size(390, 844);
        page.Open(app.Address + $"/gate/{gate}");
        page.Named("4 is clean, that is all");
        Take("phone-gate");
    }

    // A figure under the lamp, drawn: coat, skin, trim.
    private static async Task KeepAsync(TestApp app, string step, (string Coat, string Skin, string Trim) c)
    {
        var drawn = $"""
            <svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 500 375" width="1000" height="750">
            <radialGradient id="lamp" cx="0.4" cy="0.3" r="0.9">
            <stop stop-color="#d8cfae"/><stop offset="1" stop-color="#2b2a28"/></radialGradient>
            <rect width="500" height="375" fill="url(#lamp)"/><ellipse cx="250" cy="340" rx="110" ry="22" fill="#3a342c"/>
            <path d="M200 200Q250 160 300 200L310 320H190Z" fill="{c.Coat}"/><circle cx="250" cy="130" r="34" fill="{c.Skin}"/>
            <path d="M216 120Q250 70 284 120L280 96Q250 60 220 96Z" fill="{c.Trim}"/>
            <path d="M300 210L330 60L338 62L318 330" stroke="{c.Trim}" stroke-width="9" fill="none"/>
            <path d="M200 205L170 270L190 280" stroke="{c.Skin}" stroke-width="22" fill="none"/></svg>
            """;
        using var image = NetVips.Image.NewFromBuffer(System.Text.Encoding.UTF8.GetBytes(drawn));
        using var content = new ByteArrayContent(image.PngsaveBuffer());
        content.Headers.ContentType = new("image/png");
        using var kept = await app.Client.PostAsync(
            $"/api/gate/{step}/photos?id={Guid.NewGuid()}&model=1",
            content,
            TestContext.Current.CancellationToken
        );
        kept.EnsureSuccessStatusCode();
    }

    [Fact(Explicit = true)]
    public async Task Take_the_gaps()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        var crew = (await app.GetAsync("/api/units")).AsArray().Single(u => u!["name"]!.ToString() == "Punt Crew")!["id"];
        using var page = new Chromium();
        page.Size(1280, 800);
        page.Open(app.Address + $"/units/{crew}/gaps");
        page.Find("#gap-text")
            .SendKeys("2 shoulders 0.8 x 9, breastplate 0.2 x 12, smooth, neck 0.9 x 6, belt 0.4 x 10, hidden, feet 0.3 x 6, under");
        page.Named("Save the gaps").Click();
        page.Says("nobody looks there");
        page.Wait(_ => page.Named("Forget the list").Enabled, "What was written is not read again.");
        page.Settle();
        page.Driver.ExecuteScript("document.activeElement.blur(); window.scrollTo(0, 0)");
        page.Driver.GetScreenshot().SaveAsFile(Path.Combine(Project.Root, "docs", "screenshots", "gaps.png"));
    }
}
