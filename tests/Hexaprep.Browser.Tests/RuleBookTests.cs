using Hexaprep.Craft.Inspections;
using OpenQA.Selenium;

namespace Hexaprep.Browser.Tests;

/// <summary>May I, the route and its changes, house rules, the identification key: driven as a person would.</summary>
public sealed class RuleBookTests(TestDatabases databases)
{
    [Fact]
    public async Task One_touch_on_the_bench_asks_and_the_answer_stands_with_its_reason()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        page.Open(app.Address);
        page.Named("May I, now?").Click();
        page.Find("[data-answer=yes]");

        page.Choose("Batch", "Lantern Keepers");
        page.Choose("Step", "prime");
        page.Find("[data-answer=not_yet]");
        page.Choose("Step", "glue together");
        page.Choose("Method", "solvent cement");
        page.Find("[data-answer=no]");
        page.Says("Solvent cement cannot weld resin");
        page.Says("Take CA");
        page.Says("law of the material");

        page.Press(Keys.Escape);
        page.Wait(d => d.FindElements(By.CssSelector("[role=dialog]")).Count == 0, "The sheet stays.");
        page.Press("?");
        page.Find("[role=dialog]");
        Assert.Empty(page.ConsoleErrors());
    }

    [Fact]
    public async Task What_may_be_done_can_be_begun_from_the_answer()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium(390, 844);
        page.Open(app.Address);
        page.Named("May I, now?").Click();
        page.Choose("Batch", "Punt Crew");
        page.Choose("Step", "look at the primer");
        page.Named("Begin it now").Click();

        page.Wait(
            _ => app.GetAsync("/api/bench").GetAwaiter().GetResult()["view"]!["step"]!["title"]!.ToString() == "Look at the primer",
            "It was not begun."
        );
    }

    [Fact]
    public async Task A_step_is_left_out_after_its_consequence_was_read_and_taken_back_in()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        page.Open(app.Address + "/units");
        page.Named("Reed Pikes").Click();
        page.Named("Look at the primer, not started").Click();
        page.Named("Change it").Click();
        page.Named("Leave it out").Click();
        page.Says("That can be done, and has a consequence.");
        page.Says("Paint multiplies the cost of a fault.");
        page.Named("I accept that: change it").Click();
        page.Says("You left it out.");
        page.Named("Take it back in").Click();
        page.Wait(_ => !page.Text().Contains("You left it out.", StringComparison.Ordinal), "It did not come back.");

        page.Named("Sand the fills, not started").Click();
        page.Named("Change it").Click();
        page.Choose("Before which step", "fill the gaps");
        page.Says("a law of the material stands against it");
        Assert.DoesNotContain("I accept that", page.Text(), StringComparison.Ordinal);
        page.Named("Leave it as it is").Click();
        Assert.Empty(page.ConsoleErrors());
    }

    [Fact]
    public async Task Another_way_says_what_it_costs_and_a_barred_one_why()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        page.Open(app.Address + "/units");
        page.Named("Lantern Keepers").Click();
        page.Named("Glue together, not started").Click();
        page.Says("Solvent cement cannot weld resin");
        page.Named("Prime, coat 1, not started").Click();
        page.Named("Take it: brush, water-based acrylic").Click();
        page.Says("That is up to you.");
        page.Named("Change it", "//*[@role='dialog']").Click();
        page.Says("by brush, water-based acrylic");

        page.Find("[aria-label='A step to put in']").Click();
        page.Wait(
                    d => d.FindElements(By.CssSelector("[role=option]")).FirstOrDefault(o => o.Text == "reveal the detail"),
                    "It cannot be put in."
                )!
            .Click();
        page.Named("Change it", "//*[@role='dialog']").Click();
        page.Named("Reveal the detail, not started");
    }

    [Fact]
    public async Task A_house_rule_shows_its_effect_before_it_is_followed_for_the_bench_or_a_unit()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        page.Open(app.Address + "/house?point=muzzles");
        page.Find("[data-effect=all]");
        page.Says("Comes in: open the muzzles.");
        page.Named("Follow this: Every model").Click();
        page.Says("1 chosen, the rest by default");
        page.Settle();
        page.Named("Back to the default").Click();
        page.Says("all by default");

        page.Driver.ExecuteScript("scrollTo(0, 0)");
        page.Choose("For whom", "Reed Pikes");
        page.Named("Are muzzles drilled open?").Click();
        page.Settle();
        page.Named("Follow this: Every model").Click();
        page.Says("for this unit");
        page.Named("Follow the bench again");
        Assert.Empty(page.ConsoleErrors());
    }

    [Fact]
    public async Task On_a_phone_a_point_opens_over_the_list()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium(390, 844);
        page.Open(app.Address + "/house");
        page.Named("How long is primer left before paint?").Click();
        page.Find("[role=dialog] [data-effect=careful]");
        page.Named("Follow this: Careful, 48 h").Click();
        page.Wait(
            _ =>
                app.GetAsync("/api/house-rules").GetAwaiter().GetResult()["schools"]!
                    .AsArray()
                    .Single(s => s!["id"]!.ToString() == "primer_wait")!["chosen"]!.ToString() == "careful",
            "It was not followed."
        );
    }

    [Fact]
    public async Task The_first_visit_asks_six_questions_and_no_more()
    {
        await using var app = new TestApp(databases.Clone());
        using var page = new Chromium();
        page.Open(app.Address);
        page.Named("Six questions about how you work").Click();
        page.Find("section[aria-label='First visit']");
        Assert.Equal(6, page.Driver.FindElements(By.CssSelector("section[aria-label='First visit'] fieldset")).Count);
        page.Find("section[aria-label='First visit'] input[name=prime_by]:not(:checked)").FindElement(By.XPath("..")).Click();
        // What a winter's dark evenings are for is one of the six.
        page.Driver.FindElement(By.XPath("//section[@aria-label='First visit']//label[contains(., 'Wait for light evenings')]")).Click();
        page.Named("That is how I work").Click();
        page.Named("Ask me the six questions again");

        var house = await app.GetAsync("/api/house-rules");
        Assert.True(house["asked"]!.GetValue<bool>());
        Assert.Equal("wait", house["schools"]!.AsArray().Single(s => s!["id"]!.ToString() == "dark_sprays")!["chosen"]!.ToString());
    }

    [Fact]
    public async Task Whoever_is_unsure_is_led_to_a_material()
    {
        await using var app = new TestApp(databases.Clone());
        using var page = new Chromium();
        page.Open(app.Address + "/intake");
        page.Choose("Material", "of unknown material");
        page.Named("find out").Click();
        page.Named("Light").Click();
        page.Named("It hardly gives").Click();
        page.Named("Bubbles, thin flash").Click();
        page.Says("It is cast resin.");
        page.Named("Take cast resin").Click();

        page.Wait(
            d => d.FindElement(By.CssSelector("[aria-label=Material]")).Text.Contains("cast resin", StringComparison.Ordinal),
            "It was not taken."
        );
    }
}
