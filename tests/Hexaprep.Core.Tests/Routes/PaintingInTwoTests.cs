using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using static Hexaprep.Craft.Vocabulary.StepKind;

namespace Hexaprep.Core.Tests.Routes;

/// <summary>Shade, filter and masks between sessions of painting.</summary>
public sealed class PaintingInTwoTests
{
    private static readonly BatchTraits Plain = Batches.Of(Material.Polystyrene) with { PaintMinutes = 60 };

    private static RouteStep Session(Route route, int n) => route.Steps.Single(s => s.Key == new StepKey(Paint, null, n));

    private static int Place(Route route, StepKey key) => route.Steps.ToList().FindIndex(s => s.Key == key);

    [Fact]
    public void Painting_is_one_step_unless_something_comes_between()
    {
        var route = Plain.Route();

        Assert.Equal(3600, Assert.Single(route.Steps, s => s.Key.Kind == Paint).Amounts.SecondsPerModel);
        Assert.DoesNotContain(route.Steps, s => s.Key.Kind is PaintShade or PaintFilter or PaintMasked);
    }

    [Fact]
    public void A_shade_of_the_house_lies_between_base_colours_and_highlights_and_its_minutes_are_the_paintings()
    {
        var route = Plain.Job(HouseRuleChoices.Default.With(HouseRuleCatalog.PaintShades, "everyone")).Route();

        Assert.Equal([Paint, PaintShade, Paint], route.Steps.Select(s => s.Key.Kind).Where(k => k is Paint or PaintShade));
        Assert.Equal(3600, route.Steps.Where(s => s.Key.Kind is Paint or PaintShade).Sum(s => s.Amounts.SecondsPerModel));
        Assert.Equal((2088, 1392), (Session(route, 1).Amounts.SecondsPerModel, Session(route, 2).Amounts.SecondsPerModel));
        var edges = route.Edges.ToDictionary(e => (e.From, e.To));
        var (first, last) = (new StepKey(Paint, null, 1), new StepKey(Paint, null, 2));
        // Sessions alone wait for nothing; the shade waits for its recoat on both sides.
        Assert.Equal((null, 0), (edges[(first, last)].Stage, edges[(first, last)].MinMinutes));
        Assert.Equal(Readiness.Recoat, edges[(first, new StepKey(PaintShade, null, 1))].Stage);
        Assert.Equal(Readiness.Recoat, edges[(new StepKey(PaintShade, null, 1), last)].Stage);
        Assert.Equal(last, route.Edges.Single(e => e.To.Kind == FinalCoat && e.From.Kind == Paint).From);
    }

    [Fact]
    public void A_mask_is_for_a_colour_and_the_highlights_touch_in_behind_it()
    {
        var route = Plain.Job(null, new RouteChange(ChangeKind.Add, Mask)).Route();

        Assert.Equal(
            [new StepKey(Paint, null, 1), new(Mask, null, 1), new(PaintMasked, null, 1), new(Unmask, null, 1), new(Paint, null, 2)],
            route.Steps.Select(s => s.Key).Where(k => k.Kind is Paint or Mask or PaintMasked or Unmask)
        );
        Assert.Contains(route.Edges, e => e is { From: { Kind: Paint, Occurrence: 1 }, To.Kind: Mask, MinMinutes: >= 1440 });
        Assert.Contains(route.Edges, e => e is { From.Kind: PaintMasked, To.Kind: Unmask, Stage: Readiness.Handle });
    }

    [Fact]
    public void Sprayed_at_the_mask_it_is_a_spray_of_its_own_set_up()
    {
        var route = Plain
            .Job(
                null,
                new RouteChange(ChangeKind.Add, Mask),
                new RouteChange(ChangeKind.Swap, PaintMasked) { Method = "airbrush", Product = ProductClass.AcrylicWb }
            )
            .Route();
        Assert.Equal(SprayMode.Colour, route.Steps.Single(s => s.Key.Kind == PaintMasked).Amounts.Mode);
    }

    [Fact]
    public void A_filter_lies_over_all_colour_and_under_the_last_coat_and_enamel_asks_for_a_clear_coat()
    {
        var house = HouseRuleChoices.Default.With(HouseRuleCatalog.PaintFilters, "everyone");
        var acrylic = Plain.Job(house).Route();
        var enamel = Plain
            .Job(house, new RouteChange(ChangeKind.Swap, PaintFilter) { Method = "brush", Product = ProductClass.EnamelAlkyd })
            .Route();

        Assert.True(Place(acrylic, new StepKey(Paint, null, 1)) < acrylic.Place(PaintFilter));
        Assert.True(acrylic.Place(PaintFilter) < acrylic.Place(FinalCoat));
        Assert.Equal(-1, acrylic.Place(ProtectiveCoat));
        Assert.InRange(enamel.Place(ProtectiveCoat), enamel.Place(Paint), enamel.Place(PaintFilter));
    }

    [Theory]
    [InlineData("leaders", Tier.RankAndFile, false)]
    [InlineData("leaders", Tier.Leader, true)]
    [InlineData("everyone", Tier.RankAndFile, true)]
    [InlineData("within", Tier.Display, false)]
    public void The_house_says_for_whom(string option, Tier tier, bool has) =>
        Assert.Equal(
            has,
            (Plain with { Tier = tier }).Job(HouseRuleChoices.Default.With(HouseRuleCatalog.PaintShades, option)).Route().Place(PaintShade)
                >= 0
        );

    // Any of the steps left out, added or both, with any house: derived without a cycle, in an order its edges allow.
    [Fact]
    public void Whatever_is_left_out_or_added_the_sessions_stay_in_order()
    {
        StepKind[] kinds = [Paint, PaintShade, PaintFilter, ProtectiveCoat, Mask, PaintMasked, Unmask, Shade];
        foreach (var house in new[] { "within", "everyone" })
        foreach (var masked in new[] { "by_access", "masked" })
            for (var skips = 0; skips < 1 << kinds.Length; skips++)
            {
                var job = (Plain with { Tier = Tier.Leader, Transfers = 2 }).Job(
                    HouseRuleChoices.Default.With(HouseRuleCatalog.PaintShades, house).With(HouseRuleCatalog.ApartOrMasked, masked),
                    [
                        .. kinds
                            .Where((_, i) => (skips >> i & 1) == 1)
                            .Select(k => new RouteChange(Default(house, masked).Contains(k) ? ChangeKind.Skip : ChangeKind.Add, k)),
                    ]
                );
                var route = job.Route();
                var places = route.Steps.Select((s, i) => (s.Key, i)).ToDictionary(p => p.Key, p => p.i);
                Assert.All(route.Edges, e => Assert.True(places[e.From] < places[e.To], $"{e.From} {e.To}"));
            }

        static StepKind[] Default(string house, string masked) =>
            [
                Paint,
                Shade,
                .. house == "everyone" ? [PaintShade] : Array.Empty<StepKind>(),
                .. masked == "masked" ? [Mask, PaintMasked, Unmask] : Array.Empty<StepKind>(),
            ];
    }
}
