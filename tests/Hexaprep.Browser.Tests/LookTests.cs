using OpenQA.Selenium;

namespace Hexaprep.Browser.Tests;

public sealed class LookTests(TestDatabases databases)
{
    [Fact(Explicit = true)]
    public async Task Look()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true, planBudget: 400);
        using var page = new Chromium();
        void Shot(string name)
        {
            page.Settle();
            page.Driver.GetScreenshot().SaveAsFile($"/tmp/w/{name}.png");
        }
        var crew = (await app.GetAsync("/api/units")).AsArray().Single(u => u!["name"]!.ToString() == "Punt Crew")!["id"];
        var unit = await app.GetAsync($"/api/units/{crew}");
        var gate = unit["batches"]![0]!["steps"]!.AsArray().First(s => s!["kind"]!.ToString() == "primer_gate")!["id"];
        var coats = await app.GetAsync("/api/coats");
        File.WriteAllText("/tmp/w/coats.json", coats.ToJsonString());
        var coat = coats["log"]!.AsArray().First(c => c!["unit"]!.ToString().Contains("Punt Crew") && c["what"]!.ToString().Contains("rime"))!;
        using var told = await app.ActAsync("coat", new { coatId = coat["coatId"]!.ToString(), film = "normal", airC = 31, humidityPct = 26 });
        Assert.True(told.IsSuccessStatusCode, await told.Content.ReadAsStringAsync());
        page.Open(app.Address + $"/gate/{gate}");
        page.Find("[data-screen=gate]");
        Shot("gate1");
        page.Press("c");
        page.Wait(d => page.Text().Contains("2 is clean"), "ticked");
        page.Press("1");
        Shot("gate2");
        page.Press("1");
        page.Find("[data-finding=grainy]");
        page.Press("1");
        page.Press("1");
        page.Wait(d => page.Text().Contains("models"), "two");
        page.Wait(d => page.Text().Contains("of hands, ") && !page.Text().Contains("A cheaper place"), "price");
        Shot("gate3");
        page.Named("How sure, what else").Click();
        page.Find("[role=dialog]");
        Shot("gate4");
        page.Press(Keys.Escape);
        page.Named("Put it in the plan").Click();
        page.Named("Take it out again");
        Shot("gate5");
        page.Open(app.Address + "/");
        Shot("gate6");
        page.Open(app.Address + "/plan");
        Shot("gate7");
        page.Open(app.Address + $"/units/{crew}");
        Shot("gate8");
        page.Size(390, 844);
        page.Open(app.Address + $"/gate/{gate}");
        page.Find("[data-screen=gate]");
        Shot("gate9");
    }
}
