using Hexaprep.Craft.Inspections;
using NodaTime;
using OpenQA.Selenium;

namespace Hexaprep.Browser.Tests;

/// <summary>The bench's keys stand at the bottom edge in every state of every step and at every size, with their words whole; rows of
/// keys act wherever focus rests; an alert covers nothing.</summary>
public sealed class KeysHoldTests(TestDatabases databases)
{
    // A desk, a phone, and a desk at 400 %.
    private static readonly (int Width, int Height)[] Sizes = [(1280, 800), (375, 812), (320, 200)];

    private const string Outside = """
        const high = window.innerHeight, wide = document.documentElement.clientWidth, wrong = [];
        for (const key of document.querySelectorAll('[data-keys] button')) {
          const r = key.getBoundingClientRect();
          if (r.bottom > high + 1 || r.top < -1 || r.right > wide + 1 || r.left < -1)
            wrong.push(key.innerText + ' at ' + Math.round(r.top) + ' to ' + Math.round(r.bottom) + ' of ' + high);
          for (const text of key.querySelectorAll('span')) {
            const t = text.getBoundingClientRect();
            if (t.width > 1 && (t.right > r.right + 1 || t.bottom > r.bottom + 1 || t.top < r.top - 1))
                wrong.push('cut: ' + text.innerText);
          }
        }
        const keys = document.querySelector('[data-keys]').getBoundingClientRect();
        if (Math.abs(keys.bottom - high) > 1) wrong.push('the keys end at ' + Math.round(keys.bottom) + ' of ' + high);
        const alert = document.querySelector('[data-alerts]')?.getBoundingClientRect();
        const bar = document.querySelector('header').getBoundingClientRect();
        if (alert && alert.top < bar.bottom - 1) wrong.push('the alert covers the names of the views');
        return wrong.slice(0, 4).join(' | ');
        """;

    private static void Holds(Chromium page, TestApp app, string state)
    {
        page.Open(app.Address);
        foreach (var (width, height) in Sizes)
        {
            page.Size(width, height);
            page.Find("[data-keys]");
            page.Settle();
            string Wrong() => (string)page.Driver.ExecuteScript(Outside)!;
            page.Wait(_ => Wrong().Length == 0, () => $"{state} at {width}x{height}: {Wrong()}");
        }
        page.Size(1280, 800);
    }

    // Long: one route walked once, at every step three sizes.
    [Fact]
    public async Task In_every_step_begun_or_not_flawed_or_waited_for_the_keys_stand_at_the_bottom_edge()
    {
        await using var app = new TestApp(databases.Clone(), planBudget: 0);
        var name = "Wasserstandsmeldungsoberbevollmächtigtenwachtturmbesatzung";
        (
            await app.BringAsync(
                $"unit={name};batch=Sturmfähnleinträger;models=2;material=plastic;transfers=1;gaps=large;tier=leader;parts=6",
                "unit=Bell Sergeants;models=14;material=white metal"
            )
        ).EnsureSuccessStatusCode();
        using var page = new Chromium();
        var seen = new HashSet<string>();
        for (var turn = 0; turn < 400 && seen.Count < 16; turn++)
        {
            var view = (await app.GetAsync("/api/bench"))["view"]!;
            if (view["step"] is not { } step)
            {
                if (seen.Add(view["hands"]!.ToString()))
                    Holds(page, app, $"hands {view["hands"]}");
                app.Clock.Now += Duration.FromMinutes(view["sitting"] is null ? 240 : 20);
                continue;
            }
            var (id, kind) = (step["stepId"]!.ToString(), step["kind"]!.ToString());
            var isNew = seen.Add(kind);
            // Not begun it has fewer keys: a few are enough.
            if (isNew && seen.Count <= 4)
                Holds(page, app, $"{kind}, not begun");
            (
                await app.ActAsync(
                    "start",
                    new
                    {
                        stepId = id,
                        despiteAir = true,
                        dry = step["test"] is not null,
                    }
                )
            ).EnsureSuccessStatusCode();
            if (isNew)
                Holds(page, app, $"{kind}, in hand");
            if (isNew && kind == "clean_lines")
            {
                (
                    await app.ActAsync(
                        "flaw",
                        new
                        {
                            stepId = id,
                            model = 1,
                            place = "left arm",
                            flawKind = "gouge",
                        }
                    )
                ).EnsureSuccessStatusCode();
                Holds(page, app, "a model held");
                var flaw = (await app.GetAsync("/api/bench"))["view"]!["flaws"]![0]!["id"]!.ToString();
                (await app.ActAsync("mend", new { flawId = flaw })).EnsureSuccessStatusCode();
            }
            var total = step["total"]!.GetValue<int>();
            app.Clock.Now += Duration.FromMinutes(4);
            (await app.ActAsync("set_count", new { stepId = id, count = total })).EnsureSuccessStatusCode();
            app.Clock.Now += Duration.FromMinutes(6);
        }
        Assert.True(seen.Count >= 15, string.Join(", ", seen));
    }

    [Fact]
    public async Task Rows_of_keys_act_with_focus_on_a_link_after_a_dialog_and_scrolled_and_leave_fields_alone()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true, planBudget: 0);
        using var page = new Chromium();
        page.PauseBetweenKeys();
        page.Open(app.Address);
        int Done() => app.GetAsync("/api/bench").Result["view"]!["step"]!["done"]!.GetValue<int>();
        var before = Done();

        page.Focus(page.Driver.FindElement(By.LinkText("Plan")));
        page.Press("x");
        page.Wait(_ => Done() == before + 1, "A link that has focus kills the row.");

        page.Named("This device").Click();
        page.Find("[role=dialog]");
        page.Press("x");
        page.Press(Keys.Escape);
        page.Wait(d => d.FindElements(By.CssSelector("[role=dialog]")).Count == 0, "The dialog stays open.");
        Assert.Equal(before + 1, Done());
        page.Driver.ExecuteScript("window.scrollTo(0, 400)");
        page.Press("c");
        page.Wait(_ => Done() == before + 2, "A closed dialog kills the row.");

        // Esc leads back to the work from anywhere on the page.
        page.Focus(page.Driver.FindElement(By.LinkText("Units")));
        page.Press(Keys.Escape);
        Assert.Equal("screen", page.Driver.SwitchTo().ActiveElement().GetAttribute("id"));
    }

    [Fact]
    public async Task The_count_of_alerts_survives_every_change_of_view_and_goes_with_its_cause()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true, planBudget: 0);
        app.Clock.Now += Duration.FromHours(5);
        using var page = new Chromium();
        page.Open(app.Address);
        page.Find("[data-alerts]");
        Holds(page, app, "an alert");
        string Count() => page.Driver.Title.Split(')')[0];
        var count = Count();
        Assert.StartsWith("(", count, StringComparison.Ordinal);
        foreach (var view in new[] { "Plan", "Units", "Coats", "Bench" })
        {
            page.Driver.FindElement(By.LinkText(view)).Click();
            page.Wait(d => d.Title.Contains(view, StringComparison.Ordinal), $"{view} does not come.");
            Assert.Equal(count, Count());
        }
        // Found and pressed in one: what comes by the stream may draw the list anew in between.
        const string press =
            "const heard = [...document.querySelectorAll('button')].find(b => b.textContent === 'Heard'); heard?.click(); return !!heard";
        while (page.Driver.ExecuteScript(press) is true)
            page.Settle();
        page.Wait(d => !d.Title.StartsWith('('), "The title counts what is gone.");
    }
}
