using OpenQA.Selenium;

namespace Hexaprep.Browser.Tests;

public sealed class BenchTests(TestDatabases databases)
{
    [Fact]
    public async Task The_demo_evening_is_worked_on_and_is_still_there_after_a_reload()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        page.Open(app.Address);

        page.Says("Fill the gaps");
        page.Says("Mix stiffens 20:18");
        page.Named("Model 6 filled").Click();
        page.Named("Model 7 filled");
        page.Driver.Navigate().Refresh();

        page.Named("Model 7 filled");
        Assert.Equal(6, (await app.GetAsync("/api/bench"))["view"]!["step"]!["done"]!.GetValue<int>());
    }
}
