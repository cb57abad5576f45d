namespace Hexaprep.Browser.Tests;

/// <summary>The colours of a unit, named in one line, and the primer chosen for them.</summary>
public sealed class PrimerTests(TestDatabases databases)
{
    [Fact]
    public async Task Colours_are_named_in_one_line_each_primer_shows_its_coats_and_one_is_chosen()
    {
        await using var app = new TestApp(databases.Clone());
        (await app.BringAsync("unit=Reed Pikes;models=10;material=plastic")).EnsureSuccessStatusCode();
        var unit = (await app.GetAsync("/api/units"))[0]!["id"]!.ToString();
        using var page = new Chromium();
        page.Open(app.Address + $"/units/{unit}/primer");
        page.Says("the primer under them decides");

        page.Find("#palette-text").SendKeys("cloth goldenrod 40 %, trousers #5b6b39, leather saddle brown");
        page.Named("Save the colours").Click();
        page.Says("Cloth decides");
        Assert.Equal(6, page.Driver.FindElements(OpenQA.Selenium.By.CssSelector("input[name=primer]")).Count);
        page.Wait(
            _ => page.Find("#palette-text").GetAttribute("value")!.Contains("cloth #daa520 40 %", StringComparison.Ordinal),
            "What was written is not read again."
        );

        // A colour picked on the strip.
        page.Wait(_ => page.Find("[aria-label='The colour of leather']").Enabled, "No colour can be picked.");
        page.Driver.ExecuteScript(
            "const c = document.querySelector(\"[aria-label='The colour of leather']\"); c.value = '#203040'; "
                + "c.dispatchEvent(new Event('change', { bubbles: true }))"
        );
        page.Wait(
            _ => page.Find("#palette-text").GetAttribute("value")!.Contains("leather #203040", StringComparison.Ordinal),
            "What was picked is not kept."
        );

        // The last of the order is the worst: what it moves is said before it is taken.
        page.Wait(_ => page.Find("label:last-of-type > span > input[name=primer]").Enabled, "Nothing can be chosen.");
        page.Find("label:last-of-type > span > input[name=primer]").Click();
        page.Wait(_ => page.Named("What that moves").Enabled, "The key does not wake.");
        page.Named("What that moves").Click();
        page.Says("more work");
        page.Named("Prime in").Click();
        page.Says("so it is");
        page.Says("as it is now");
    }
}
