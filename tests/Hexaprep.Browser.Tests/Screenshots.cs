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

    [Fact(Explicit = true)]
    public async Task Take_the_primer()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        var pikes = (await app.GetAsync("/api/units")).AsArray().Single(u => u!["name"]!.ToString() == "Reed Pikes")!["id"];
        using var page = new Chromium();
        page.Size(1280, 800);
        page.Open(app.Address + $"/units/{pikes}/primer");
        page.Find("#palette-text")
            .SendKeys("cloth #c9a227 30 %, trousers #5b6b39 25 %, leather #5a3a22 20 %, steel #8c9399 15 %, skin #d9a07a");
        page.Named("Save the colours").Click();
        page.Says("Cloth decides");
        page.Wait(_ => page.Named("Forget the colours").Enabled, "What was written is not read again.");
        page.Settle();
        page.Driver.ExecuteScript("document.activeElement.blur(); window.scrollTo(0, 0)");
        page.Driver.GetScreenshot().SaveAsFile(Path.Combine(Project.Root, "docs", "screenshots", "primer.png"));
    }

    [Fact(Explicit = true)]
    public async Task Take_the_soak()
    {
        await using var app = new TestApp(databases.Clone());
        (await app.BringAsync("unit=Sluice Wardens;models=5;material=polystyrene;transfers=2;tier=elite")).EnsureSuccessStatusCode();
        var step = (await app.WorkUpToAsync("place_transfer"))["stepId"]!.ToString();
        async Task DoAsync(string kind, int later)
        {
            app.Clock.Now += NodaTime.Duration.FromSeconds(later);
            (await app.ActAsync(kind, new { stepId = step })).EnsureSuccessStatusCode();
        }
        (await app.ActAsync("start", new { stepId = step, dry = true })).EnsureSuccessStatusCode();
        await DoAsync("wet", 30);
        await DoAsync("place", 140);
        for (var k = 0; k < 4; k++)
            await DoAsync((await app.GetAsync($"/api/soak/{step}"))["move"]!.ToString() == "wet" ? "wet" : "place", k == 3 ? 20 : 70);
        app.Clock.Now += NodaTime.Duration.FromSeconds(20);
        using var page = new Chromium();
        page.Size(1280, 800);
        page.Open(app.Address + $"/soak/{step}");
        page.Says("in the water");
        page.Settle();
        page.Driver.GetScreenshot().SaveAsFile(Path.Combine(Project.Root, "docs", "screenshots", "soak.png"));
    }
}
