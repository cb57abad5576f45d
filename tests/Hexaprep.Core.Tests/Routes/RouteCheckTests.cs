using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Screens.Wording;

namespace Hexaprep.Core.Tests.Routes;

public sealed class RouteCheckTests
{
    private static readonly BatchTraits Plastic = Batches.Of(Material.Polystyrene) with { Transfers = 3, BaseMm = 32 };

    private static Consequence Check(BatchTraits batch, RouteChange change) => RouteCheck.Of(batch.Job(), change, RuleBook.Trade);

    private static Refusal Refused(BatchTraits batch, RouteChange change) =>
        Assert.Throws<RefusedException>(() => Check(batch, change)).Refusal;

    [Fact]
    public void A_broken_law_is_refused_with_its_reason_and_what_would_do()
    {
        var cement = Check(Batches.Of(Material.PuResin), new(ChangeKind.Swap, StepKind.Glue, "plastic_cement"));
        var unwashed = Check(Batches.Of(Material.PuResin), new(ChangeKind.Skip, StepKind.Wash));
        var soft = Check(Plastic, new(ChangeKind.Reorder, StepKind.Sand, Before: StepKind.Fill));

        Assert.Equal((Strength.Law, "ca"), (cement.Verdict, cement.Instead));
        Assert.Equal(Strength.Law, unwashed.Verdict);
        Assert.Equal(Strength.Law, soft.Verdict);
        Assert.All(new[] { cement, unwashed, soft }, c => Assert.True(c.Reasons.Count > 0 && c.Effect is null));
    }

    [Fact]
    public void A_broken_practice_is_allowed_and_says_what_follows()
    {
        var skipped = Check(Plastic, new(ChangeKind.Skip, StepKind.DryFit));
        var moved = Check(Plastic, new(ChangeKind.Reorder, StepKind.Glue, Before: StepKind.CleanLines));

        Assert.Equal(Strength.Practice, skipped.Verdict);
        Assert.Contains("After glue nothing moves.", skipped.Reasons.Select(r => r.Text));
        Assert.Equal([StepKind.DryFit], skipped.Effect!.Goes);
        Assert.True(skipped.Effect.HandsMinutes < 0);
        Assert.NotEqual(Strength.Taste, moved.Verdict);
    }

    [Fact]
    public void Taste_is_simply_followed()
    {
        var muzzles = Check(Plastic, new(ChangeKind.Add, StepKind.OpenTubes));
        var brush = Check(Plastic, new(ChangeKind.Swap, StepKind.Prime, "brush", ProductClass.AcrylicWb));
        var dry = Check(Plastic, new(ChangeKind.Add, StepKind.RevealBrush));

        Assert.Equal(Strength.Taste, muzzles.Verdict);
        Assert.Equal(Strength.Taste, brush.Verdict);
        Assert.Equal(Strength.Taste, dry.Verdict);
        Assert.Contains(StepKind.RevealBrush, dry.Effect!.Comes);
    }

    [Fact]
    public void What_led_to_a_skipped_step_still_leads_to_what_followed_it()
    {
        var route = Plastic
            .Job(null, new RouteChange(ChangeKind.Skip, StepKind.Prime), new RouteChange(ChangeKind.Skip, StepKind.PrimerGate))
            .Route();

        Assert.True(route.Place(StepKind.Wash) < route.Place(StepKind.Paint));
        Assert.Contains(route.Edges, e => e.From.Kind == StepKind.Wash && e.To.Kind == StepKind.Paint && e.Stage == Readiness.NextLayer);
        Assert.Contains(route.LeftOut, l => l.Kind == StepKind.Prime);
    }

    [Fact]
    public void A_step_taken_before_another_stays_before_it()
    {
        var change = new RouteChange(ChangeKind.Reorder, StepKind.Base, Before: StepKind.Wash);
        var found = Check(Plastic, change);
        var free = Check(Plastic, new(ChangeKind.Reorder, StepKind.CutTransfer, Before: StepKind.Prime));

        Assert.Equal(Strength.Taste, free.Verdict);
        var route = Plastic.Job(null, new RouteChange(ChangeKind.Reorder, StepKind.CutTransfer, Before: StepKind.Prime)).Route();
        Assert.True(route.Place(StepKind.CutTransfer) < route.Place(StepKind.Prime));
        Assert.NotEqual(Strength.Taste, found.Verdict);
    }

    [Fact]
    public void A_solvent_spray_on_soft_plastic_is_lifted_by_a_test()
    {
        var soft = Batches.Of(Material.FlexiblePvc);
        var spray = new RouteChange(ChangeKind.Swap, StepKind.Prime, "spray_can");
        var tested = soft.Job(null, new RouteChange(ChangeKind.Add, StepKind.TestPatch));

        Assert.Equal((Strength.Practice, "test_patch"), (Check(soft, spray).Verdict, Check(soft, spray).Instead));
        Assert.Equal(Strength.Taste, RouteCheck.Of(tested, spray, RuleBook.Trade).Verdict);
        Assert.Equal("spray_can", RouteCheck.With(tested, spray).Route().Steps.First(s => s.Key.Kind == StepKind.Prime).Amounts.Method);
    }

    [Fact]
    public void What_cannot_be_meant_is_refused_by_field()
    {
        Assert.Equal("step", Refused(Plastic, new(ChangeKind.Skip, StepKind.Weather)).Field);
        Assert.Equal("step", Refused(Plastic, new(ChangeKind.Skip, StepKind.FinalGate)).Field);
        Assert.Equal("step", Refused(Plastic, new(ChangeKind.Reorder, StepKind.FinalGate, Before: StepKind.BaseFinish)).Field);
        Assert.Equal("step", Refused(Plastic, new(ChangeKind.Add, StepKind.Prime)).Field);
        Assert.Equal("method", Refused(Plastic, new(ChangeKind.Swap, StepKind.Prime, "honey")).Field);
        Assert.Equal("before", Refused(Plastic, new(ChangeKind.Reorder, StepKind.Prime, Before: StepKind.Prime)).Field);
    }

    [Fact]
    public void Adding_a_mask_brings_the_coat_that_liquid_film_needs_to_mind()
    {
        var liquid = Plastic.Job(
            HouseRuleChoices.Default.With(HouseRuleCatalog.MaskWith, "liquid").With(HouseRuleCatalog.MidVarnish, "never")
        );

        var found = RouteCheck.Of(liquid, new(ChangeKind.Add, StepKind.Mask), RuleBook.Trade);

        Assert.Equal((Strength.Practice, "protective_coat"), (found.Verdict, found.Instead));
    }

    [Theory]
    [InlineData(Material.Polystyrene, StepKind.Wash, "fingers")]
    [InlineData(Material.FlexiblePvc, StepKind.Straighten, "misleads")]
    [InlineData(Material.WhiteMetal, StepKind.Pin, "drops off")]
    [InlineData(Material.WhiteMetal, StepKind.Straighten, "misleads")]
    public void What_no_rule_asks_for_is_left_out_with_what_follows(Material material, StepKind step, string words)
    {
        var job = (Batches.Of(material) with { Tier = Tier.Leader }).Job();
        Assert.Contains(job.Route().Steps, s => s.Key.Kind == step);

        var found = RouteCheck.Of(job, new RouteChange(ChangeKind.Skip, step), RuleBook.Trade);

        Assert.Equal(Strength.Practice, found.Verdict);
        Assert.Contains(found.Reasons, r => r.Text.Contains(words, StringComparison.Ordinal));
    }

    [Fact]
    public void Parts_are_cut_free_by_their_feeds_and_a_castings_plugs_take_more_bites()
    {
        StepAmounts Cut(BatchTraits batch) => batch.Route().Steps.First(s => s.Key.Kind == StepKind.RemoveParts).Amounts;
        var figure = Batches.Of(Material.Polystyrene);

        Assert.Equal(200, Cut(figure).SecondsPerModel);
        Assert.Equal(300, Cut(Batches.Of(Material.PuResin)).SecondsPerModel);
        Assert.Equal(400, Cut(figure with { SizeSaid = ModelSize.Terrain }).SecondsPerModel);
        Assert.Contains(figure.Route().Steps, s => s.Reason.Contains("about 15 feeds a model", StringComparison.Ordinal));
    }

    [Fact]
    public void A_wash_says_whether_it_is_a_must()
    {
        string Why(Material material) => Batches.Of(material).Route().Steps.First(s => s.Key.Kind == StepKind.Wash).Reason;

        Assert.StartsWith("A must:", Why(Material.PuResin), StringComparison.Ordinal);
        Assert.StartsWith("A must:", Why(Material.WhiteMetal), StringComparison.Ordinal);
        Assert.StartsWith("It should be:", Why(Material.Polystyrene), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("acrylic_putty")]
    [InlineData("ca_filler")]
    [InlineData("gloss_varnish")]
    [InlineData("cement_reflow")]
    public void A_gap_wider_than_the_table_allows_is_refused_with_what_does(string method)
    {
        var wide = (Batches.Of(Material.Polystyrene) with { Gaps = Gaps.Large }).Job();
        var way = RuleBook.Trade.Choice(StepKind.Fill).Ways(wide).First(w => w.Method == method);

        var rule = RuleBook.Trade.Bars(StepKind.Fill, way.Way, wide);

        Assert.NotNull(rule);
        Assert.Contains(rule.Instead, new[] { "epoxy_putty", "acrylic_putty" });
        Assert.Equal("epoxy_putty", wide.Route().Steps.First(s => s.Key.Kind == StepKind.Fill).Amounts.Method);
        Assert.Null(
            RuleBook.Trade.Bars(
                StepKind.Fill,
                RuleBook.Trade.Choice(StepKind.Fill).Ways(wide).First(w => w.Method == "epoxy_putty").Way,
                wide
            )
        );
    }

    [Fact]
    public void Scraped_fills_make_no_dust_and_ask_for_a_blade()
    {
        var scraped = Batches.Of(Material.PuResin).Job(HouseRuleChoices.Default.With(HouseRuleCatalog.FillFinish, "scrape"));
        var sanded = Batches.Of(Material.PuResin).Job();
        Technique Sanding(Job job) => job.Route().Steps.First(s => s.Key.Kind == StepKind.Sand).Amounts.Way;
        string[] Named(Job job) => [.. Caution.For(StepKind.Sand, Sanding(job), job).Select(c => c.Name)];

        Assert.False(WorkshopLimits.MakesDust(StepKind.Sand, scraped.House));
        Assert.True(WorkshopLimits.MakesDust(StepKind.Sand, sanded.House));
        Assert.Contains("Blade", Named(scraped));
        Assert.DoesNotContain("Dust", Named(scraped));
        Assert.Contains("Dust", Named(sanded));
        Assert.DoesNotContain("Blade", Named(sanded));
    }

    [Fact]
    public void The_glue_step_of_a_mixed_kit_lists_its_pairs_with_their_joints()
    {
        var kit = Batches.Of(Material.Polystyrene, Material.WhiteMetal) with { Parts = 5 };

        var pairs = Joining.JointsByPair(kit);

        Assert.Equal(4, pairs.Values.Sum());
        Assert.Equal(2, pairs[(Material.Polystyrene, Material.Polystyrene)]);
        Assert.Equal(2, pairs[(Material.Polystyrene, Material.WhiteMetal)]);
        Assert.Contains("about 2 joints of", kit.Route().Steps.First(s => s.Key.Kind == StepKind.Glue).Reason, StringComparison.Ordinal);
        Assert.Equal(4, Joining.JointsByPair(kit with { Materials = [Material.PuResin] })[(Material.PuResin, Material.PuResin)]);
    }
}
