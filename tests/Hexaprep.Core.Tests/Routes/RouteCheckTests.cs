using Hexaprep.Core.Roster;
using Hexaprep.Core.Routes;

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
        var wash = Check(Plastic, new(ChangeKind.Skip, StepKind.Wash));
        var brush = Check(Plastic, new(ChangeKind.Swap, StepKind.Prime, "brush", ProductClass.AcrylicWb));
        var dry = Check(Plastic, new(ChangeKind.Add, StepKind.RevealBrush));

        Assert.Equal(Strength.Taste, wash.Verdict);
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
        var liquid = Plastic.Job(HouseRules.Default.With(Schools.MaskWith, "liquid").With(Schools.MidVarnish, "never"));

        var found = RouteCheck.Of(liquid, new(ChangeKind.Add, StepKind.Mask), RuleBook.Trade);

        Assert.Equal((Strength.Practice, "protective_coat"), (found.Verdict, found.Instead));
    }
}
