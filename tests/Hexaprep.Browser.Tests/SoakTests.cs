using OpenQA.Selenium;

namespace Hexaprep.Browser.Tests;

/// <summary>Ten transfers soaked and placed by one key, with the clock turned.</summary>
public sealed class SoakTests(TestDatabases databases)
{
    [Fact]
    public async Task Ten_transfers_are_wetted_and_placed_by_the_bottom_row_alone()
    {
        await using var app = new TestApp(databases.Clone());
        (await app.BringAsync("unit=Sluice Wardens;models=5;material=polystyrene;transfers=2;tier=elite")).EnsureSuccessStatusCode();
        var step = (await app.WorkUpToAsync("place_transfer"))["stepId"]!.ToString();
        (await app.ActAsync("start", new { stepId = step, dry = true })).EnsureSuccessStatusCode();
        using var page = new Chromium();
        page.Open(app.Address + "/");
        page.Named("Soak in groups, by one key").Click();
        page.Says("10 transfers, one by one in the water");

        var placed = 0;
        for (var k = 0; k < 30 && placed < 10; k++)
        {
            var run = await app.GetAsync($"/api/soak/{step}");
            var main = run["main"]!.ToString();
            page.Wait(_ => page.Named(main).Enabled, $"'{main}' does not wake.");
            app.Clock.Now += NodaTime.Duration.FromSeconds(run["move"]!.ToString() == "wet" ? 2 : 70);
            page.PauseBetweenKeys();
            page.Press(" ");
            page.Wait(
                _ =>
                    !page.Text().Contains(main, StringComparison.Ordinal)
                    || page.Text().Contains("All are placed", StringComparison.Ordinal),
                $"'{main}' does nothing."
            );
            placed = (int)(await app.GetAsync($"/api/soak/{step}"))["placed"]!;
        }
        page.Says("All are placed");
        Assert.Equal(10, placed);
        page.Wait(_ => page.Named("Take one back").Enabled, "Nothing can be taken back.");
        page.Named("Take one back").Click();
        page.Says("9 of 10 placed");
        Assert.Empty(page.Driver.FindElements(By.CssSelector("[role=alert]")));
        Assert.Empty(page.Axe());
    }
}
