using Hexaprep.Craft.Inspections;
using OpenQA.Selenium;

namespace Hexaprep.Browser.Tests;

public sealed class AccessTests(TestDatabases databases)
{
    private static readonly string[] Paths =
    [
        "/",
        "/plan",
        "/plan/evenings",
        "/units",
        "/coats",
        "/coats/air",
        "/intake",
        "/house",
        "/nowhere",
    ];

    [Theory]
    [InlineData("day")]
    [InlineData("night")]
    public async Task Axe_finds_nothing_in_any_view_at_a_desk_or_on_a_phone(string light)
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        page.Open(app.Address);
        page.Light(light);
        foreach (var path in await PathsAsync(app))
        {
            page.Size(1280, 800);
            page.Open(app.Address + path);
            page.Settle();
            Assert.Equal([], page.Axe().Select(v => $"{path} {v}"));
            page.Size(390, 844);
            page.Settle();
            Assert.Equal([], page.Axe().Select(v => $"{path} on a phone {v}"));
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

    [Fact]
    public async Task Nothing_runs_out_of_the_page_from_320_pixels_to_a_wide_screen()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        foreach (var path in await PathsAsync(app))
        {
            page.Open(app.Address + path);
            foreach (var width in new[] { 320, 560, 820, 1920 })
            {
                page.Size(width, 800);
                page.Settle();
                page.Wait(
                    _ => (long)page.Driver.ExecuteScript("return document.documentElement.scrollWidth")! == width,
                    $"{path} runs out at {width}."
                );
            }
        }
    }

    [Fact]
    public async Task On_a_phone_every_key_is_large_enough_for_a_thumb()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium(390, 844);
        page.Size(390, 844, touch: true);
        page.Open(app.Address);
        page.Named("Model 6 filled");
        var small =
            (IReadOnlyCollection<object>)
                page.Driver.ExecuteScript(
                    """
                    return [...document.querySelectorAll('[data-keys] button')]
                      .filter(b => b.getBoundingClientRect().height < 48 || b.getBoundingClientRect().width < 48).map(b => b.innerText)
                    """
                )!;

        Assert.Empty(small);
        page.Named("Model 6 filled").Click();
        page.Named("Model 7 filled");
    }

    [Fact]
    public async Task With_reduced_motion_nothing_moves()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        page.Driver.ExecuteCdpCommand(
            "Emulation.setEmulatedMedia",
            new()
            {
                ["features"] = new object[]
                {
                    new Dictionary<string, object> { ["name"] = "prefers-reduced-motion", ["value"] = "reduce" },
                },
            }
        );
        page.Open(app.Address);
        page.Named("Model 6 filled").Click();

        Assert.Equal(0L, page.Driver.ExecuteScript("return document.getAnimations().filter(a => a.playState === 'running').length"));
    }

    [Fact]
    public async Task The_screen_can_be_walked_by_tab_and_the_count_is_spoken()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        page.Open(app.Address);
        page.Named("Model 6 filled");
        var seen = new List<string>();
        for (var i = 0; i < 60; i++)
        {
            page.Press(Keys.Tab);
            seen.Add(
                (string)
                    page.Driver.ExecuteScript("const e = document.activeElement; return e.getAttribute('aria-label') || e.innerText || ''")!
            );
        }

        Assert.StartsWith("Go to the screen", seen[0], StringComparison.Ordinal);
        foreach (var name in new[] { "Model 6 filled", "Put it down", "Take one back", "Flaw here", "wash water" })
            Assert.Contains(seen, s => s.Contains(name, StringComparison.Ordinal));
        Assert.Contains(
            "5 of 10 done",
            (string)page.Driver.ExecuteScript("return document.querySelector('[aria-live=polite]').textContent")!,
            StringComparison.Ordinal
        );
    }

    private static async Task<IReadOnlyList<string>> PathsAsync(TestApp app) =>
        [
            .. Paths,
            $"/units/{(await app.GetAsync("/api/units"))[1]!["id"]}",
            $"/gate/{(await app.GetAsync("/api/bench"))["view"]!["step"]!["stepId"]}",
        ];
}
