using CsCheck;
using Hexaprep.Bench.Acts;
using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Screens.BenchScreen;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

public sealed class ByTestTests
{
    private static readonly Instant Evening = Instant.FromUtc(2026, 3, 12, 19, 30);

    private static readonly Duration Minute = Duration.FromMinutes(1);

    // Marked models whose brushed gloss has just been laid, by these house rules.
    private static (RehearsedBench Bench, Coat Gloss, BenchStep Place) Glossed(string waits = "test")
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Causeway Guard", 3).Of(t => t with { Transfers = 1 }));
        bench.State = bench.State with { House = bench.State.House.With(null, HouseRuleCatalog.WaitsBy, waits) };
        var at = bench.RunUpTo(StepKind.GlossBed, Evening - Duration.FromDays(20));
        bench.Tick(bench.Step(StepKind.GlossBed), at, 3);
        var cut = bench.Step(StepKind.CutTransfer);
        bench.Tick(cut, at, 3);
        return (bench, bench.State.Coats.Last(c => c.Step == StepKind.GlossBed), bench.Step(StepKind.PlaceTransfer));
    }

    private static RefusedException Start(RehearsedBench bench, BenchStep step, Instant at, bool dry) =>
        Assert.Throws<RefusedException>(() => bench.Do(ActKind.Start, at, a => a with { StepId = step.Id, Dry = dry }));

    [Theory]
    [InlineData("FillerHardBeforeSanding", PlanBy.Usual)]
    [InlineData("GlueHardBeforeFilling", PlanBy.Usual)]
    [InlineData("JointsHoldBeforeBase", PlanBy.Usual)]
    [InlineData("SetBeforeSoftener", PlanBy.Usual)]
    [InlineData("SoftenerDryBeforeGate", PlanBy.Usual)]
    [InlineData("NextPassOnceNoLongerWet", PlanBy.Usual)]
    [InlineData("SoftenerDryBeforeSeal", PlanBy.Sure)]
    [InlineData("PaintDryBeforeFinalCoat", PlanBy.Sure)]
    [InlineData("PrimerDryBeforePaint", PlanBy.Sure)]
    [InlineData("FillerDryBeforePrimer", PlanBy.Sure)]
    [InlineData("PaintCuredBeforeMask", PlanBy.Sure)]
    [InlineData("FinalCoatDryBeforeRelease", PlanBy.Sure)]
    public void An_early_touch_that_costs_work_is_never_planned_by_the_usual_time(string rule, PlanBy by) =>
        Assert.Equal(by, RuleBook.Trade.Named(rule)!.PlanBy);

    [Fact]
    public void Only_a_water_borne_gloss_is_tested_before_its_transfers()
    {
        var rule = RuleBook.Trade.Named("GlossDryBeforeTransfers")!;

        Assert.Equal(PlanBy.Usual, rule.PlanByOver(ProductClass.AcrylicWb));
        Assert.Equal(PlanBy.Sure, rule.PlanByOver(ProductClass.EnamelAlkyd));
    }

    [Fact]
    public void The_plan_puts_transfers_at_the_usual_time_and_they_begin_with_the_test()
    {
        var (bench, gloss, place) = Glossed();
        var times = bench.Index.TimesOf(gloss, Readiness.Handle)!;
        var now = times.Usual + Minute;
        Assert.True(times.Usual + Duration.FromMinutes(10) < times.Sure);

        Assert.Contains("test it", Start(bench, place, now, dry: false).Refusal.Remedy, StringComparison.Ordinal);
        var blocker = RouteReadiness.Of(bench.Index, place, bench.Index.Remaining(place), new Clockface(DateTimeZone.Utc, now))!;
        Assert.Equal((times.ByTest, times.Sure), (blocker.TestFrom, blocker.Until));

        bench.Do(ActKind.Start, now, a => a with { StepId = place.Id, Dry = true });
        var test = Assert.Single(bench.State.Coats.Single(c => c.Id == gloss.Id).Tests);
        Assert.Equal((Readiness.Handle, Finding.DryAt, now), (test.Stage, test.Finding, test.At));
        Assert.Equal(place.Id, bench.Index.InHand!.StepId);
    }

    [Fact]
    public void Before_the_usual_time_nothing_asks_for_a_test_and_after_not_yet_it_is_asked_again_later()
    {
        var (bench, gloss, place) = Glossed();
        var times = bench.Index.TimesOf(gloss, Readiness.Handle)!;
        TestView? Asked(Instant now) =>
            TestView.Of(
                RouteReadiness.Of(bench.Index, place, bench.Index.Remaining(place), new Clockface(DateTimeZone.Utc, now)),
                new Clockface(DateTimeZone.Utc, now)
            );
        Assert.Null(Asked(times.Usual - Minute));
        var test = Asked(times.Usual)!;
        Assert.Contains("lies still and even", test.Words);
        Assert.Equal([new TestedCoat(gloss.Id, Readiness.Handle)], test.Coats);

        bench.Do(ActKind.Test, times.Usual, a => a with { CoatId = gloss.Id, Stage = Readiness.Handle, Finding = Finding.NotDryAt });
        var later = bench.Index.TimesOf(bench.State.Coats.Single(c => c.Id == gloss.Id), Readiness.Handle)!;
        Assert.True(later.Usual >= times.Usual + CoatClock.TestedAgainAfter);
        Assert.Null(Asked(later.Usual - Minute));
        Assert.NotNull(Asked(later.Usual));
        Assert.True(bench.Plan(times.Usual).BeginOf(place) >= later.Usual);
    }

    [Fact]
    public void No_test_goes_below_the_label()
    {
        var (bench, gloss, place) = Glossed();
        var end = gloss.EndedAt!.Value;
        bench.State = bench.State.With(new ProductLabel(Product.Of(gloss), null, null, null, 600, null, null, null));
        var times = bench.Index.TimesOf(gloss, Readiness.Handle)!;
        Assert.Equal(end + Duration.FromMinutes(600), times.Label);
        Assert.True(times.ByTest >= times.Label);

        var refused = Start(bench, place, end + Duration.FromMinutes(599), dry: true).Refusal;
        Assert.Equal("dry", refused.Field);
        Assert.Empty(bench.State.Coats.Single(c => c.Id == gloss.Id).Tests);
        Assert.True(bench.Plan(end + Minute).BeginOf(place) >= times.Label);
    }

    [Fact]
    public void A_house_that_leaves_all_to_the_sure_time_is_never_asked_for_a_test()
    {
        var (bench, gloss, place) = Glossed("sure");
        var times = bench.Index.TimesOf(gloss, Readiness.Handle)!;

        Assert.DoesNotContain(bench.State.Edges, e => ByTest.Begins(bench.Index, e));
        Assert.True(bench.Plan(gloss.EndedAt!.Value + Minute).BeginOf(place) >= times.Sure);
    }

    [Fact]
    public void A_coat_that_a_label_shuts_again_is_planned_by_the_sure_time()
    {
        var bench = new RehearsedBench(RehearsedBench.Order());
        bench.RunUpTo(StepKind.Prime, Evening);
        var edge = bench.State.Edges.First(e => e.Rule == RouteBuilder.PassesRule);
        Assert.True(ByTest.Begins(bench.Index, edge));

        var prime = bench.Step(StepKind.Prime);
        bench.State = bench.State.With(
            new ProductLabel(
                Product.Of(StepKind.Prime, prime.Amounts.Product!.Value, prime.Amounts.Method),
                20,
                60,
                1440,
                null,
                null,
                null,
                null
            )
        );
        Assert.False(ByTest.Begins(bench.Index, edge));
    }

    [Fact]
    public void The_bell_rings_at_the_planned_time_and_once_more_after_not_yet()
    {
        var (bench, gloss, _) = Glossed();
        IReadOnlyList<AlertView> At(Instant now, params string[] answered) =>
            [
                .. new AlertReader(bench.Index, bench.Plan(now, 1), now)
                    .Of(answered.ToHashSet())
                    .Where(a => a.Key.StartsWith(gloss.Id.ToString(), StringComparison.Ordinal)),
            ];
        var times = bench.Index.TimesOf(gloss, Readiness.Handle)!;
        Assert.Empty(At(times.Usual - Minute));
        var alert = Assert.Single(At(times.Usual));
        Assert.EndsWith("is usually dry by now, test it", alert.Text, StringComparison.Ordinal);
        Assert.Empty(At(times.Sure, alert.Key));

        bench.Do(ActKind.Test, times.Usual, a => a with { CoatId = gloss.Id, Stage = Readiness.Handle, Finding = Finding.NotDryAt });
        var later = bench.Index.TimesOf(bench.State.Coats.Single(c => c.Id == gloss.Id), Readiness.Handle)!;
        Assert.Empty(At(later.Usual - Minute, alert.Key));
        Assert.Single(At(later.Usual, alert.Key));
    }

    [Fact]
    public void What_is_left_of_a_wait_not_over_is_the_median_of_its_tail() =>
        Gen.Select(Gen.Double[5, 600], Gen.Double[1.05, 3], Gen.Double[0.2, 3])
            .Holds(
                (usual, spread, share) =>
                {
                    var band = WaitBand.Through(usual, usual * spread);
                    var t = usual * share;
                    // Half of the probability beyond t, counted out in 200,000 slices of it.
                    const int slices = 200_000;
                    var beyond = Enumerable
                        .Range(0, slices)
                        .Select(i =>
                            Math.Exp(band.LogMean + band.LogSd * MathNet.Numerics.Distributions.Normal.InvCDF(0, 1, (i + 0.5) / slices))
                        )
                        .SkipWhile(m => m <= t)
                        .ToList();
                    if (beyond.Count < 2_000)
                        return;
                    Assert.Equal(beyond[beyond.Count / 2] / usual, band.MedianAfter(t) / usual, 0.02);
                },
                iter: 20
            );
}
