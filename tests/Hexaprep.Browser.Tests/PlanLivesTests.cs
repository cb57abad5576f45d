using Hexaprep.Craft.Inspections;
using OpenQA.Selenium;

namespace Hexaprep.Browser.Tests;

/// <summary>The plan follows the bench: a route that changes says what moved and why, and hands that are quicker than the plan find
/// work.</summary>
public sealed class PlanLivesTests(TestDatabases databases)
{
    [Fact]
    public async Task A_cape_kept_off_says_what_moved_from_when_to_when_and_why()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        page.Open(app.Address + "/units");
        page.Named("Mire Strider").Click();
        page.Find("[aria-label='A step to put in']").Click();
        page.Wait(
                    d => d.FindElements(By.CssSelector("[role=option]")).FirstOrDefault(o => o.Text == "join the pieces"),
                    "It cannot be put in."
                )!
            .Click();
        page.Named("Change it", "//*[@role='dialog']").Click();
        page.Named("Join the pieces, not started");

        page.Named("Plan").Click();
        page.Find("[data-moved]");
        page.Named("What moved").Click();
        page.Says("The steps that moved farthest");
        var said = page.Find("[role=dialog]").Text;
        Assert.Matches(@"because .*Mire Strider", said);
        Assert.Matches(@"Mire Strider.*(from|to) \w{3}", said);
        Assert.Empty(page.ConsoleErrors());
    }

    [Fact]
    public async Task Hands_quicker_than_the_plan_are_given_the_next_thing_all_evening()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        page.Open(app.Address);
        page.Says("Fill the gaps");
        var steps = new HashSet<string>();
        for (var i = 0; i < 40; i++)
        {
            var view = (await app.GetAsync("/api/bench"))["view"]!;
            if ((view["step"] ?? view["offer"]) is not { } next)
                break;
            steps.Add(next["stepId"]!.ToString());
            Assert.DoesNotContain("Everything is drying", page.Text(), StringComparison.Ordinal);
            app.Clock.Now += NodaTime.Duration.FromSeconds(40);
            page.Press(" ");
            page.Settle();
        }
        Assert.True(steps.Count >= 3, $"{steps.Count} steps");
        Assert.Empty(page.ConsoleErrors());
    }
}
