namespace Hexaprep.Browser.Tests;

/// <summary>The gaps of a unit, listed in one line, decided one by one and all at once.</summary>
public sealed class GapsTests(TestDatabases databases)
{
    [Fact]
    public async Task Gaps_are_listed_in_one_line_one_is_left_by_its_key_and_all_are_filled_by_another()
    {
        await using var app = new TestApp(databases.Clone());
        (await app.BringAsync("unit=Reed Pikes;models=10;material=plastic;tier=elite")).EnsureSuccessStatusCode();
        var unit = (await app.GetAsync("/api/units"))[0]!["id"]!.ToString();
        using var page = new Chromium();
        page.Open(app.Address + $"/units/{unit}/gaps");
        page.Says("Only their size in a word is known");

        page.Find("#gap-text").SendKeys("2 shoulders 0.8 x 9, breastplate 0.2 x 12, belt 0.4 x 10, hidden");
        page.Named("Save the gaps").Click();
        page.Says("nobody looks there");
        page.Says("4 mixes: one serves 3 models before it stiffens.");

        const string leave = "[aria-label='Leave breastplate open']";
        page.Wait(_ => page.Find(leave).Enabled, "The list is not saved.");
        page.Find(leave).Click();
        page.Says("left, by your word");

        page.Wait(_ => page.Find("input[name=worth]").Enabled, "Nothing can be chosen.");
        page.Find("input[name=worth]").Click();
        page.Wait(_ => page.Named("Fill all of them").Enabled, "The key does not wake.");
        page.Named("Fill all of them").Click();
        page.Says("Fill all of them: so it is");
        Assert.Contains("belt 0.4 x 10 mm, hidden, fill", page.Find("#gap-text").GetAttribute("value"), StringComparison.Ordinal);
    }
}
