using OpenQA.Selenium;

namespace Hexaprep.Browser.Tests;

public sealed class AxeTests(TestDatabases databases)
{
    [Theory]
    [InlineData("day")]
    [InlineData("night")]
    public async Task Axe_finds_nothing_in_any_view_at_a_desk_or_on_a_phone(string light)
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        page.Open(app.Address);
        page.Light(light);
        foreach (var path in await Views.OfAsync(app))
        {
            page.Size(1280, 800);
            page.Open(app.Address + path);
            page.Settle();
            Assert.Equal([], page.Axe(light == "night").Select(v => $"{path} {v}"));
            page.Size(390, 844);
            page.Settle();
            Assert.Equal([], page.Axe(light == "night").Select(v => $"{path} on a phone {v}"));
        }
        Assert.Empty(page.OutsideRequests());
    }

    [Fact]
    public async Task Axe_finds_nothing_in_the_sheets_either()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        page.Open(app.Address);
        foreach (var key in new[] { "More", "This device", "May I, now?", "Then" })
        {
            // What comes next opens from its own row.
            (
                key == "Then"
                    ? page.Wait(
                        d => d.FindElements(By.XPath("//h2[.='Then']/following-sibling::ul//button")).FirstOrDefault(),
                        "Nothing comes next."
                    )!
                    : page.Named(key)
            ).Click();
            page.Find("[role=dialog]");
            Assert.Equal([], page.Axe().Select(v => $"{key}: {v}"));
            page.Named("Put away", "//*[@role='dialog']").Click();
            page.Wait(d => d.FindElements(By.CssSelector("[role=dialog]")).Count == 0, "The sheet stays.");
        }
        page.Named("wash water").Click();
        page.Find("[role=dialog]");
        Assert.Empty(page.Axe());

        page.Open(app.Address + "/units");
        page.Named("Mire Strider").Click();
        page.Named("This unit").Click();
        page.Find("[role=dialog]");
        Assert.Empty(page.Axe());
        page.Named("Take it off the bench").Click();
        page.Says("off the bench since");
        page.Settle();
        Assert.Empty(page.Axe());
    }
}
