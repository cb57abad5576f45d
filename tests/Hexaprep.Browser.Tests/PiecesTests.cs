using System.Text.Json.Nodes;
using OpenQA.Selenium;

namespace Hexaprep.Browser.Tests;

/// <summary>A kit described in one line: a part held apart, its price seen, the pieces closed at the end.</summary>
public sealed class PiecesTests(TestDatabases databases)
{
    private static async Task<JsonNode> BatchAsync(TestApp app, string unit) => (await app.GetAsync($"/api/units/{unit}"))["batches"]![0]!;

    // A key rests while what was pressed before is being read again.
    private static void Press(Chromium page, string key) =>
        page.Wait(
            _ =>
            {
                var named = page.Named(key);
                if (!named.Enabled)
                    return false;
                named.Click();
                return true;
            },
            $"'{key}' stays at rest."
        );

    [Fact]
    public async Task A_kit_is_described_in_one_line_the_cloak_held_apart_for_its_price_and_closed_at_the_end()
    {
        await using var app = new TestApp(databases.Clone());
        (await app.BringAsync("unit=Warden of the Sluice;models=1;material=cast resin;tier=leader;base_mm=40")).EnsureSuccessStatusCode();
        var unit = (await app.GetAsync("/api/units"))[0]!["id"]!.ToString();
        using var page = new Chromium();
        page.Open($"{app.Address}/units/{unit}");
        page.Named("Its pieces: 5 parts a model").Click();
        page.Says("Only their number is known: 5 a model.");
        page.Find("#kit-text").SendKeys("body, head, lamp arm, white metal, 9 g, 14 mm, cloak before lamp arm");
        Press(page, "Save the parts");

        page.Says("It closes, in this order");
        page.Says("Cloak before lamp arm: joined first, that would lock it out.");
        page.Says("painted in one piece");
        page.Find("[data-part='lamp arm']").Click();
        page.Says("Lamp arm: pin it");
        page.Says("Rod 1.2 mm");
        page.Says("It tips at");

        // What is said to hide something is held apart on a leader, and what goes in behind it waits with it.
        var text = page.Find("#kit-text");
        text.SendKeys(Keys.Control + Keys.End + Keys.Null + ", hides the face");
        Press(page, "Save the parts");
        page.Says("painted in 3 pieces");
        page.Says("goes in after cloak");
        page.Find("[data-part=cloak]").Click();
        Press(page, "Join the cloak before painting");
        page.Says("painted in one piece");
        Press(page, "Hold the cloak apart");
        page.Says("3 pieces against one:");
        Press(page, "What that moves");
        page.Says("less work");

        // The route joins what was held apart, in the order of the proof.
        var steps = (await BatchAsync(app, unit))["steps"]!.AsArray();
        var join = steps.Single(s => s!["kind"]!.ToString() == "reassemble")!;
        Assert.Equal("Held apart until painted, then closed in this order: cloak on body, lamp arm on body.", join["reason"]!.ToString());
        await app.WorkUpToAsync("reassemble");
        page.Open(app.Address);
        page.Says("In this order: cloak on body, lamp arm on body.");
        page.Open($"{app.Address}/units/{unit}/pieces");
        page.Says("cloak, lamp arm still apart");
    }

    [Fact]
    public async Task What_cannot_be_closed_and_what_is_no_list_say_why()
    {
        await using var app = new TestApp(databases.Clone());
        (await app.BringAsync("unit=Warden of the Sluice;models=1;material=cast resin;tier=leader")).EnsureSuccessStatusCode();
        var unit = (await app.GetAsync("/api/units"))[0]!["id"]!.ToString();
        using var page = new Chromium();
        page.Open($"{app.Address}/units/{unit}/pieces");
        var text = page.Find("#kit-text");
        text.SendKeys("body, head on neck");
        Press(page, "Save the parts");
        page.Says("'head': there is no other part 'neck'. Name one of: body.");
        text.SendKeys(Keys.Control + "a" + Keys.Null + "body, cloak before arm, arm before cloak");
        Press(page, "Save the parts");
        page.Says("It cannot be closed");
        page.Says("in its way whatever the order");
    }
}
