using Hexaprep.Craft.Inspections;
using OpenQA.Selenium;

namespace Hexaprep.Browser.Tests;

public sealed class AccessTests(TestDatabases databases)
{
    [Fact]
    public async Task Nothing_runs_out_of_the_page_from_320_pixels_to_a_wide_screen()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var page = new Chromium();
        foreach (var path in await Views.OfAsync(app))
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
}
