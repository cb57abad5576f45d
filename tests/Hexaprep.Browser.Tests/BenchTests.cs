using Hexaprep.Craft.Inspections;
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
        page.Says("Mix stiffens 20:41");
        page.Says("Not tonight");
        page.Named("Model 6 filled").Click();
        page.Named("Model 7 filled");
        page.Driver.Navigate().Refresh();

        page.Named("Model 7 filled");
        Assert.Equal(6, await DoneAsync(app));
        Assert.Empty(page.ConsoleErrors());
        Assert.Empty(page.OutsideRequests());
    }

    [Fact]
    public async Task Keys_go_by_row_while_focus_rests_on_the_screen()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        page.Open(app.Address);
        page.Named("Model 6 filled");

        page.Press("n");
        page.Named("Model 7 filled");
        page.PauseBetweenKeys();
        page.Press("q");
        page.Named("Model 6 filled");
        page.PauseBetweenKeys();
        page.Press("8");
        page.PauseBetweenKeys();
        page.Press(" ");
        page.Find("button[aria-label='Model 8: done']");
        page.PauseBetweenKeys();
        page.Press("d");
        page.Says("Pick it up");
        page.PauseBetweenKeys();
        page.Press("d");
        page.Named("Put it down");
        page.PauseBetweenKeys();
        page.Press(Keys.Enter);
        page.Says("6 in hand");
    }

    [Fact]
    public async Task Several_keys_at_once_count_once_and_rows_can_be_switched_off()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        page.Open(app.Address);
        page.Named("Model 6 filled");
        page.PressAtOnce("KeyZ", "KeyX", "KeyC", "KeyV");
        page.Named("Model 7 filled");
        Assert.Equal(6, await DoneAsync(app));

        page.PauseBetweenKeys();
        page.Find("input[type=checkbox]").Click();
        page.Driver.ExecuteScript("document.activeElement.blur()");
        page.Press("z");
        page.Press(Keys.ArrowRight);
        page.Says("Esc goes back to now");
        Assert.Equal(6, await DoneAsync(app));
    }

    [Fact]
    public async Task A_flaw_is_two_touches_holds_its_model_back_and_is_mended()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        page.Open(app.Address);
        page.Named("Flaw here").Click();
        page.Says("6 in hand");
        page.Find("[aria-label='2 left arm']").Click();
        page.Named("Gap").Click();
        page.Says("Gap, left arm of model 6");
        page.Named("Back to the bench").Click();

        page.Says("Held back: Reed Pikes, model 6, gap at left arm");
        page.Named("Model 7 filled");
        page.Named("Why, and what mends it").Click();
        page.Named("It is mended").Click();
        page.Says("Nothing found so far");
        page.Named("Back to the bench").Click();
        page.Named("Model 6 filled");
    }

    [Fact]
    public async Task The_users_own_test_moves_the_safe_time()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        app.Clock.Now += NodaTime.Duration.FromMinutes(45);
        page.Open(app.Address);
        // An alert and the question after being away push the line down: it is scrolled to, the keys stay.
        void ToTheLine()
        {
            page.Settle();
            page.Driver.ExecuteScript("window.scrollTo(0, 99999)");
        }
        page.Find("[data-alerts]");
        ToTheLine();
        page.Named("wash water").Click();
        page.Says("a test begins to make sense");
        page.Says("rule of thumb");
        page.Named("Still tacky").Click();
        page.Wait(d => d.FindElements(By.CssSelector("[role=dialog]")).Count == 0, "The sheet stays.");
        app.Clock.Now += NodaTime.Duration.FromMinutes(1);

        ToTheLine();
        page.Named("wash water").Click();
        page.Named("Dry", "//*[@role='dialog']").Click();
        app.Clock.Now += NodaTime.Duration.FromMinutes(1);
        page.Driver.Navigate().Refresh();
        page.Settle();
        page.Says("You found it dry at");
    }

    [Fact]
    public async Task What_is_refused_is_said_at_the_key_in_the_servers_words()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        page.Open(app.Address);
        var soon = page.Find("g[role=button][aria-label^='Mire Strider, Check the transfers']");
        page.Focus(soon);
        soon.SendKeys(Keys.Enter);
        page.Named("Begin it now").Click();

        page.Find("[role=alert]");
        Assert.Matches("(till|comes first)", page.Find("[role=alert]").Text);
        page.Named("Put away", "//*[@role='alert']").Click();
        page.Named("Model 6 filled");
    }

    [Fact]
    public async Task Acts_made_while_the_server_is_silent_are_kept_survive_a_reload_and_go_out_in_order()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        page.Open(app.Address);
        page.Named("Model 6 filled");
        page.Block("*/api/acts*");
        page.Named("Model 6 filled").Click();
        page.Says("The server does not answer");
        page.Named("One more done").Click();
        page.Says("2 acts kept on this device");
        Assert.Equal(5, await DoneAsync(app));

        page.Driver.Navigate().Refresh();
        page.Says("2 acts kept on this device");
        page.Block();
        page.Named("Try again").Click();
        page.Named("Model 8 filled");
        Assert.Equal(7, await DoneAsync(app));
        page.Wait(_ => !page.Text().Contains("does not answer", StringComparison.Ordinal), "It still says that the server is silent.");
    }

    [Fact]
    public async Task Two_pages_on_the_same_bench_agree()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        page.Open(app.Address);
        page.Named("Model 6 filled");
        var first = page.Driver.CurrentWindowHandle;
        page.Driver.SwitchTo().NewWindow(WindowType.Window);
        page.Open(app.Address);
        page.Named("Model 6 filled").Click();
        page.Named("Model 7 filled");

        page.Driver.SwitchTo().Window(first);
        page.Named("Model 7 filled");
    }

    [Fact]
    public async Task After_a_while_away_the_count_is_asked_for()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        app.Clock.Now += NodaTime.Duration.FromMinutes(70);
        using var page = new Chromium();
        page.Open(app.Address);
        page.Says("You were away 7");
        page.Named("Set the count").Click();
        for (var i = 0; i < 3; i++)
            page.Find("[aria-label='Models done: more']").Click();
        page.Named("8 are done").Click();

        page.Named("Model 9 filled");
        Assert.Equal(8, await DoneAsync(app));
    }

    [Fact]
    public async Task A_newcomer_with_a_roster_sees_the_plan_and_the_first_step_within_eight_touches()
    {
        await using var app = new TestApp(databases.Clone());
        using var page = new Chromium();
        var touches = 0;
        void Touch(IWebElement what)
        {
            touches++;
            what.Click();
        }
        var file = Path.Combine(Directory.CreateTempSubdirectory().FullName, "roster.csv");
        await File.WriteAllTextAsync(
            file,
            "unit,models,material\nWeir Wardens,10,hard frame plastic\nSalt Heralds,3,cast resin\n",
            TestContext.Current.CancellationToken
        );
        page.Open(app.Address);
        page.Says("The bench is empty");
        // What no plan can guess stands there, and is answered in place.
        page.Says("You sit down");
        page.Says("Tue and Thu 19:30 to 22:00");
        Touch(page.Find("[aria-label='Where do you spray from a can?']"));
        Touch(
            page.Wait(
                d => d.FindElements(By.CssSelector("[role=option]")).FirstOrDefault(o => o.Text == "in a vented booth"),
                "The booth cannot be chosen."
            )!
        );
        Touch(page.Named("Bring a roster"));
        touches++;
        page.Find("[aria-label='Roster file']").SendKeys(file);
        Touch(page.Named("Add 2 lines"));
        page.Says("2 units, 13 models came to the bench.");
        Touch(page.Named("When each is done"));
        page.Says("Weir Wardens");
        page.Says("done");
        Touch(page.Named("Bench", "//nav"));
        page.Says("Study the stages");

        Assert.InRange(touches, 1, 8);
        Assert.Equal(
            "booth",
            (await app.GetAsync("/api/house-rules"))["schools"]!.AsArray().Single(s => s!["id"]!.ToString() == "can_place")![
                "chosen"
            ]!.ToString()
        );
        Assert.Empty(page.ConsoleErrors());
        Assert.Empty(page.OutsideRequests());
    }

    [Fact]
    public async Task An_example_roster_is_there_to_start_from()
    {
        await using var app = new TestApp(databases.Clone());
        using var page = new Chromium();
        page.Open(app.Address + "/intake");
        page.Named("Read an example").Click();
        page.Says("example-roster.csv, 3 lines read");
        page.Named("Add 3 lines").Click();
        page.Find("[data-came='3']");
        Assert.Equal(3, (await app.GetAsync("/api/units")).AsArray().Count);
    }

    [Fact]
    public async Task An_empty_bench_asks_for_a_unit_and_one_is_added_in_a_sentence()
    {
        await using var app = new TestApp(databases.Clone());
        using var page = new Chromium();
        page.Open(app.Address);
        page.Says("The bench is empty");
        page.Named("Add a unit").Click();
        page.Find("[aria-label='Name of the unit']").SendKeys("Sluice Wardens");
        page.Find("[aria-label='Models: more']").Click();
        page.Says("hands-on,");
        page.Named("Add Sluice Wardens").Click();

        page.Says("6 models, hard frame plastic");
        page.Named("Bench").Click();
        page.Says("Study the stages");
    }

    [Fact]
    public async Task Between_sittings_it_says_so_and_offers_to_begin_all_the_same()
    {
        await using var app = new TestApp(databases.Clone(), now: NodaTime.Instant.FromUtc(2026, 3, 9, 12, 0));
        await app.BringAsync("unit=Reed Pikes;models=3;material=plastic");
        using var page = new Chromium();
        page.Open(app.Address);
        page.Says("Next sitting Tue 19:30");
        page.Named("Study Reed Pikes now").Click();

        page.Named("Model 1 studied");
    }

    [Fact]
    public async Task Without_a_plan_yet_the_pages_say_so_offer_what_may_begin_and_show_the_plan_once_it_is_there()
    {
        var wilful = new WilfulPlanner { In = Phase.AtOnce, Will = Will.HangsForGood };
        await using var app = new TestApp(databases.Clone(), with: wilful.Plans) { SettlesReads = false };
        await app.BringAsync("unit=Reed Pikes;models=3;material=plastic");
        using var page = new Chromium();
        page.Open(app.Address + "/units");
        page.Says("being planned");
        page.Open(app.Address + "/plan");
        page.Says("The plan is being made");
        page.Open(app.Address);
        page.Says("The plan is being made");
        page.Named("Study Reed Pikes now").Click();
        page.Named("Model 1 studied");

        wilful.Relent();
        page.Open(app.Address + "/plan");
        page.Says("What holds it");
    }

    private static async Task<int> DoneAsync(TestApp app) => (await app.GetAsync("/api/bench"))["view"]!["step"]!["done"]!.GetValue<int>();
}
