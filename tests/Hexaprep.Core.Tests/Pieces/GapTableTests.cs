using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Fillers;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Core.Tests.Pieces;

/// <summary>Listed gaps: which filler, how often, whether it is worth it, and the steps of the route they become.</summary>
public sealed class GapTableTests
{
    private static readonly GapTerms Usual = new(true, Tier.Elite, GapGround.Smooth, 10, null, true);

    [Fact]
    public void Shoulders_take_putty_once_the_plate_two_layers_and_what_nobody_sees_is_left()
    {
        var gaps = GapTable.Of(List("shoulder 0.8 x 9, breastplate 0.2 x 12, belt 0.4 x 10, hidden"), Usual);

        Assert.Equal([("epoxy_putty", 1, true), ("acrylic_putty", 2, true)], gaps.Take(2).Select(g => (g.Method!, g.Passes, g.IsFilled)));
        Assert.Equal((false, "nobody looks there"), (gaps[2].IsFilled, gaps[2].Why));
        // 0.9 tens of a millimetre at 3 minutes; two layers of 1.2 tens at 1.
        Assert.Equal([162, 144], gaps.Take(2).Select(g => g.Seconds));
        Assert.Equal("shows from 2.8 m", gaps[0].Why);
    }

    [Fact]
    public void The_fillers_chosen_cost_no_more_than_any_other_choice()
    {
        var random = new SplitMix64(5);
        for (var k = 0; k < 400; k++)
        {
            var list = List(
                string.Join(
                    ", ",
                    Enumerable
                        .Range(0, 1 + random.Below(4))
                        .Select(i => $"gap{i} {JointGap.Number((2 + random.Below(120)) / 100.0)} x {1 + random.Below(30)}")
                )
            );
            var terms = Usual with { Welds = random.Permille(500), Models = 1 + random.Below(20), Ground = (GapGround)random.Below(3) };
            var chosen = GapTable.Of(list, terms);
            var least = Assignments(list.Gaps.Count).Where(a => Closes(list, a, terms)).Min(a => Cost(list, a, terms));
            Assert.Equal(least, Cost(list, [.. chosen.Select(g => g.Method)], terms), 6);
        }
    }

    [Fact]
    public void A_word_on_a_gap_outranks_worth_and_house_and_a_preferred_filler_goes_wherever_it_does()
    {
        var list = List("seam 0.3 x 4, under; joint 0.3 x 4, fill; plate 0.05 x 4");
        var house = GapTable.Of(list, Usual with { HouseFills = false });
        Assert.Equal([false, true, false], house.Select(g => g.IsFilled));
        Assert.Equal("stays, by house rule", house[0].Why);

        var preferred = GapTable.Of(list, Usual with { Prefers = "epoxy_putty" });
        Assert.Equal(["epoxy_putty", "epoxy_putty"], preferred.Take(2).Select(g => g.Method));
        Assert.NotEqual("epoxy_putty", preferred[2].Method);
    }

    [Fact]
    public void Each_filler_and_layer_is_a_step_and_sanding_waits_for_all_of_them()
    {
        var route = RouteBuilder.Derive(Job("shoulder 0.8 x 9, breastplate 0.2 x 12", Material.Polystyrene), RuleBook.Trade);
        var fills = route.Steps.Where(s => s.Key.Kind == StepKind.Fill).ToList();

        Assert.Equal(["epoxy_putty", "acrylic_putty", "acrylic_putty"], fills.Select(s => s.Amounts.Method));
        Assert.Equal([162, 72, 72], fills.Select(s => s.Amounts.SecondsPerModel));
        int Wait(StepKey from, StepKey to) => route.Edges.Single(e => e.From == from && e.To == to).MinMinutes;
        // A layer dries before the next; putty of another place does not hold it up.
        Assert.True(Wait(fills[1].Key, fills[2].Key) > 30);
        Assert.Equal(0, Wait(fills[0].Key, fills[1].Key));
        var sand = new StepKey(StepKind.Sand, null, 1);
        Assert.True(Wait(fills[0].Key, sand) > Wait(fills[2].Key, sand));
        Assert.Equal(0, route.Edges.Count(e => e.From == fills[1].Key && e.To == sand));
    }

    [Fact]
    public void A_batch_whose_gaps_are_all_left_has_no_filling_and_without_a_list_all_is_as_before()
    {
        var left = RouteBuilder.Derive(Job("shoulder 0.8 x 9, leave", Material.Polystyrene), RuleBook.Trade);
        Assert.DoesNotContain(left.Steps, s => s.Key.Kind is StepKind.Fill or StepKind.Sand);
        Assert.Contains(left.LeftOut, l => l.Kind == StepKind.Fill);

        var listed = Job("shoulder 0.5 x 9", Material.Polystyrene);
        var plain = listed with { Batch = listed.Batch with { GapList = null } };
        Assert.Single(RouteBuilder.Derive(plain, RuleBook.Trade).Steps, s =>
            s.Key.Kind == StepKind.Fill && s.Amounts.SecondsPerModel == 150
        );
    }

    [Fact]
    public void The_step_says_what_is_filled_finest_first_how_much_is_mixed_and_what_stays_open()
    {
        var job = Job("shoulder 0.8 x 9, neck 0.7 x 5, belt 0.4 x 10, hidden", Material.Polystyrene);
        Assert.Equal(
            "Finest first: neck, shoulder. 0.25 ml, two balls of 6 mm, for 10 models. Left open: belt.",
            Filling.Words(job, new StepKey(StepKind.Fill, null, 1), 10)
        );
    }

    private static GapList List(string text) => GapList.Read([text], out _)!;

    private static Job Job(string gaps, Material material) =>
        new(
            new BatchTraits([material], 10, 4, 32, Tier.Elite, MoldLines.Ordinary, Gaps.None, 0, Sheen.Matte, 60).WithGaps(List(gaps)),
            HouseRuleChoices.Default
        );

    private static IEnumerable<string?[]> Assignments(int gaps) =>
        gaps == 0
            ?
            [
                [],
            ]
            : Assignments(gaps - 1).SelectMany(a => GapTable.Methods.Prepend(null).Select(m => a.Append(m).ToArray()));

    private static bool Takes(string method, JointGap gap, GapTerms terms)
    {
        var of = TradeDefaults.GapMethods[method];
        return method != "ca_filler" && (!of.Weld || terms.Welds) && gap.WidthMm >= of.Width[0] && gap.WidthMm <= of.Width[1];
    }

    private static bool Closes(GapList list, string?[] methods, GapTerms terms) =>
        list.Gaps.Zip(methods, (g, m) => m is null ? !GapTable.Methods.Any(o => Takes(o, g, terms)) : Takes(m, g, terms)).All(ok => ok);

    private static double Cost(GapList list, string?[] methods, GapTerms terms)
    {
        var location = Ids.Of(terms.Ground);
        var each = list.Gaps.Zip(methods, (g, m) =>
        {
            if (m is null)
                return (Method: "", Passes: 0, Minutes: 0.0);
            var of = TradeDefaults.GapMethods[m];
            var passes = Math.Max(1, GapFilling.Passes(g.WidthMm, of.Shrink, of.DepthMax, GapFilling.ToleranceMm(location)).Count);
            var finish = location is "smooth" or "edge" ? 3 - of.Smooth : 0;
            return (Method: m, Passes: passes, Minutes: (passes * of.MinutesPer10Mm + finish) * g.LengthMm / 10);
        });
        var used = each.Where(e => e.Method.Length > 0).ToList();
        return used.Sum(e => e.Minutes) * terms.Models
            + used.GroupBy(e => e.Method).Sum(m => GapTable.SetupMinutes(m.Key) * m.Max(e => e.Passes));
    }
}
