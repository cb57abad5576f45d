using Hexaprep.Craft.Inspections;
using NodaTime;
using OpenQA.Selenium;

namespace Hexaprep.Browser.Tests;

public sealed class CoatsTests(TestDatabases databases)
{
    [Fact]
    public async Task Coats_shows_what_was_seen_against_the_table_and_one_can_be_left_out_and_put_back()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        page.Open(app.Address + "/coats");
        page.Find("[data-seen='5']");
        page.Find("[data-product='acrylic_wb.brush.gloss'] > button").Click();
        page.Says("calibrated on this bench, by 5 looks");
        page.Named("Leave it out").Click();
        page.Says("4 looks");
        page.Named("Put it back").Click();
        page.Says("by 5 looks");
        page.Find("[data-product='acrylic_wb.brush.gloss'] input[name=recoatMin]").SendKeys("0");
        page.Named("Keep the label").Click();
        page.Says("Give minutes above 0");
        page.Find("[data-product='acrylic_wb.brush.gloss'] input[name=handleMin]").SendKeys("soon");
        page.Named("Keep the label").Click();
        page.Says("handle from, min: \"soon\" is no number.");
        Assert.DoesNotContain(page.ConsoleErrors(), e => !e.Contains("400", StringComparison.Ordinal));
    }

    [Fact]
    public async Task The_air_is_entered_in_one_act_read_from_the_instrument_and_judged_for_spraying()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        page.Open(app.Address + "/coats");
        page.Named("The air").Click();
        page.Says("Nobody has read the air outdoors.");
        page.Find("[aria-label='Air, °C']").SendKeys("4");
        page.Find("[aria-label='Humidity, %']").SendKeys("93");
        page.Choose("Wind", "doors slam, 7 m/s");
        page.Named("Keep it").Click();
        page.Find("[data-fitness=unfit]");
        page.Says("Not outdoors.");
        page.Says("7 m/s");
        page.Named("Ask the instrument").Click();
        page.Says("Instrument:");
        page.Named("Another forecast").Click();
        page.Named("Take the simulated forecast").Click();
        page.Says("the simulated weather service");
        page.Says("Fit again");
        Assert.Empty(page.ConsoleErrors());
    }

    [Fact]
    public async Task Hours_heard_in_a_forecast_are_typed_and_the_week_shows_them()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        page.Open(app.Address + "/coats/air");
        page.Named("Another forecast").Click();
        page.Find("[aria-label='Forecast, °C']").SendKeys("18,5");
        page.Find("[aria-label='Forecast, %']").SendKeys("50");
        page.Named("These hours are like that").Click();
        page.Find("[data-windows='1']");
        page.Says("typed by hand");

        var day = (await app.GetAsync("/api/air"))["days"]!
            .AsArray()
            .First(d => d!["fit"]!.AsArray().Count > 0 && !d["isAssumed"]!.GetValue<bool>())!;
        Assert.Equal((10.0, 13.0), (day["fit"]![0]!["from"]!.GetValue<double>(), day["fit"]![0]!["to"]!.GetValue<double>()));
        Assert.Empty(page.ConsoleErrors());
    }

    [Fact]
    public async Task With_the_clock_turned_an_alert_stands_on_every_view_until_it_is_heard()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        app.Clock.Now += Duration.FromHours(9);
        page.Open(app.Address + "/plan");
        page.Find("[data-alerts]");
        string Left() =>
            page.Driver.FindElements(By.CssSelector("[data-alerts]")) is [var alerts] ? alerts.GetAttribute("data-alerts") ?? "" : "";
        while (Left() is { Length: > 0 } before)
        {
            page.Find("[data-alerts] button:not(:disabled)").Click();
            page.Wait(_ => Left() != before, "The alert stays.");
        }
        Assert.Empty((await app.GetAsync("/api/alerts")).AsArray());
        page.Open(app.Address + "/");
        Assert.Empty(page.Driver.FindElements(By.CssSelector("[data-alerts]")));
    }

    [Fact]
    public async Task A_question_to_the_plan_is_answered_and_taken_with_one_act_and_batch_sizes_are_weighed()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        page.Open(app.Address + "/plan");
        page.Named("What if").Click();
        page.Choose("What if I", "had other handles");
        page.Find("[aria-label='Handles: more']").Click();
        var asked = int.Parse(page.Find("[aria-label=Handles]").GetAttribute("value")!, System.Globalization.CultureInfo.InvariantCulture);
        page.Named("Work it out").Click();
        page.Find("[data-second]");
        page.Named("Take this plan").Click();
        page.Find("[data-screen=plan]");
        Assert.Equal(asked, (await app.GetAsync("/api/sittings"))["handles"]!.GetValue<int>());
        page.Named("How many at once").Click();
        page.Wait(
            d => d.FindElements(By.CssSelector("[data-offers]")).FirstOrDefault(e => e.GetAttribute("data-offers") != "-1"),
            "No sizes."
        );
        Assert.Empty(page.ConsoleErrors());
    }
}
