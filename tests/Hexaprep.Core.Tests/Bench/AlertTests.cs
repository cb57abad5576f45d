using CsCheck;
using Hexaprep.Bench.Acts;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Problem;
using Hexaprep.Screens.BenchScreen;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

public sealed class AlertTests
{
    private static readonly Instant Evening = Instant.FromUtc(2026, 3, 12, 19, 30);

    private static IReadOnlyList<AlertView> Alerts(RehearsedBench bench, Instant now, params string[] answered) =>
        new AlertReader(bench.Index, bench.Plan(now, 1), now).Of(answered.ToHashSet());

    private static IReadOnlyList<SoonView> Soon(RehearsedBench bench, Instant now) =>
        new UpcomingReader(bench.Index, bench.Plan(now, 1), now).View();

    // Two units: one primed, its coat drying, one washed and of metal; marks of a third lie in water.
    private static (RehearsedBench Bench, Instant At) Everything()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 3).Of(t => t with { Transfers = 2 }));
        var at = bench.RunUpTo(StepKind.PlaceTransfer, Evening - Duration.FromDays(30));
        var place = bench.Step(StepKind.PlaceTransfer);
        bench.Do(ActKind.Start, at, a => a with { StepId = place.Id });
        bench.Tick(place, at + Duration.FromMinutes(5));
        bench.Do(ActKind.PutDown, at + Duration.FromMinutes(6), a => a with { StepId = place.Id });
        bench.Do(ActKind.Clock, at + Duration.FromMinutes(7), a => a with { StepId = place.Id, Clock = ClockKind.Soak });
        return (bench, at + Duration.FromMinutes(7));
    }

    [Fact]
    public void However_the_clock_leaps_nothing_is_safe_before_its_time_and_an_answered_alert_stays_answered()
    {
        var (bench, at) = Everything();
        var truth = bench.State.Clocks.ToDictionary(c => $"{c.Id}:over", c => c.StartedAt + Duration.FromMinutes(3));
        foreach (var coat in bench.State.Coats.Where(c => c.EndedAt is not null))
        {
            foreach (var stage in Enum.GetValues<Readiness>())
            {
                if (DryingModel.Knows(coat.Product, stage) && bench.Index.TimesOf(coat, stage) is { } times)
                    truth[$"{coat.Id}:{Ids.Of(stage)}"] = bench
                        .Index.EdgesOutOf[coat.StepId]
                        .Any(e => e.Stage == stage && ByTest.Begins(bench.Index, e))
                        ? times.ByTest
                        : times.Sure;
            }
        }
        Gen.Int[-400, 3000]
            .Array[2, 12]
            .Holds(
                leaps =>
                {
                    var answered = new HashSet<string>();
                    foreach (var minutes in leaps)
                    {
                        var now = at + Duration.FromMinutes(minutes);
                        foreach (var alert in Alerts(bench, now, [.. answered]))
                        {
                            Assert.DoesNotContain(alert.Key, answered);
                            if (!alert.IsLoss)
                                Assert.True(truth[alert.Key] <= now, $"{alert.Key} at {now}, safe at {truth[alert.Key]}");
                            answered.Add(alert.Key);
                        }
                    }
                },
                iter: 60
            );
    }

    [Theory]
    [InlineData("2026-03-29T00:30:00Z")]
    [InlineData("2026-10-25T00:30:00Z")]
    public void A_clock_of_minutes_runs_through_the_hour_that_the_wall_skips_or_repeats(string begun)
    {
        var zone = DateTimeZoneProviders.Tzdb["Europe/Berlin"];
        var bench = new RehearsedBench(zone, 20, RehearsedBench.Order("Reed Pikes", 2, Material.WhiteMetal));
        var at = NodaTime.Text.InstantPattern.ExtendedIso.Parse(begun).Value;
        var wash = bench.Step(StepKind.Wash);
        bench.State = bench.State with
        {
            Clocks = [new BenchClock(bench.NewId(), wash.Id, ClockKind.AcidDip, at + Duration.FromMinutes(15), null)],
        };
        var clock = Assert.Single(MinuteClocks.Running(bench.Index, at + Duration.FromMinutes(20)));
        Assert.Equal(Duration.FromMinutes(30), clock.Sure - clock.StartedAt);
        Assert.NotEqual(zone.GetUtcOffset(clock.StartedAt), zone.GetUtcOffset(clock.Sure));
        Assert.DoesNotContain(Alerts(bench, clock.Sure - Duration.FromSeconds(1)), a => a.Kind == AlertKind.Minutes);
        Assert.Single(Alerts(bench, clock.Sure), a => a.Kind == AlertKind.Minutes);
    }

    [Fact]
    public void Marks_in_water_first_may_be_looked_at_then_slide_then_are_lost()
    {
        var (bench, at) = Everything();
        var clock = Assert.Single(MinuteClocks.Running(bench.Index, at));
        Assert.Equal(
            (1, 3, 10),
            ((clock.Early - at).TotalMinutes, (clock.Sure - at).TotalMinutes, (clock.LostAt!.Value - at).TotalMinutes)
        );
        Assert.Equal(SoonKind.Marks, Assert.Single(Soon(bench, at)).Kind);
        Assert.Empty(Soon(bench, at + Duration.FromMinutes(10)));
        // Long over, nobody stopped it: it is not shown for ever.
        Assert.Empty(MinuteClocks.Running(bench.Index, at + Duration.FromHours(2)));
    }

    [Fact]
    public void A_model_marked_ends_the_soak_and_a_new_group_begins_another()
    {
        var (bench, at) = Everything();
        var place = bench.Step(StepKind.PlaceTransfer);
        bench.Tick(place, at + Duration.FromMinutes(4));
        Assert.Empty(MinuteClocks.Running(bench.Index, at + Duration.FromMinutes(4)));
        bench.Do(ActKind.Clock, at + Duration.FromMinutes(6), a => a with { StepId = place.Id, Clock = ClockKind.Soak });
        Assert.Single(MinuteClocks.Running(bench.Index, at + Duration.FromMinutes(7)));
    }

    [Fact]
    public void A_mix_put_down_still_counts_down_and_is_silent_once_nothing_is_left_to_fill()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 3).Of(t => t with { Gaps = Gaps.Large }));
        var at = bench.RunUpTo(StepKind.Fill, Evening - Duration.FromDays(9));
        var fill = bench.Step(StepKind.Fill);
        bench.Do(ActKind.Start, at, a => a with { StepId = fill.Id });
        bench.Tick(fill, at + Duration.FromMinutes(8));
        bench.Do(ActKind.PutDown, at + Duration.FromMinutes(9), a => a with { StepId = fill.Id });
        var soon = Assert.Single(Soon(bench, at + Duration.FromMinutes(10)));
        Assert.Equal((SoonKind.Mix, at + Duration.FromMinutes(Filling.PuttyWorkingMinutes)), (soon.Kind, soon.At));
        Assert.DoesNotContain(Alerts(bench, at + Duration.FromMinutes(20)), a => a.IsLoss);
        Assert.Single(Alerts(bench, at + Duration.FromMinutes(26)), a => a.IsLoss);

        bench.Tick(fill, at + Duration.FromMinutes(12), 2);
        Assert.Empty(Soon(bench, at + Duration.FromMinutes(13)));
    }

    [Fact]
    public void A_recoat_window_is_a_loss_while_it_is_open_and_silent_when_it_cannot_open()
    {
        var bench = new RehearsedBench(RehearsedBench.Order());
        var at = bench.RunUpTo(StepKind.Prime, Evening - Duration.FromDays(9));
        var prime = bench.Step(StepKind.Prime);
        bench.Tick(prime, at, 5);
        var product = Product.Of(bench.State.Coats.Last());
        bench.State = bench.State.With(new ProductLabel(product, 5, 90, 1440, null, null, null, null));
        Assert.Single(Soon(bench, at + Duration.FromMinutes(1)), s => s.Kind == SoonKind.Recoat);
        bench.State = bench.State.With(new ProductLabel(product, 5, 6, 1440, null, null, null, null));
        Assert.DoesNotContain(Soon(bench, at + Duration.FromMinutes(1)), s => s.Kind == SoonKind.Recoat);
    }

    [Fact]
    public void Softener_glue_and_varnish_are_asked_once_and_primer_over_a_flaw()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 3));
        var at = bench.RunUpTo(StepKind.Glue, Evening - Duration.FromDays(9));
        Assert.Contains("welded", View(bench, StepKind.Glue, at).Asks);
        bench.Tick(bench.Step(StepKind.Glue), at);
        Assert.Null(View(bench, StepKind.Glue, at).Asks);

        var primed = bench.RunUpTo(StepKind.Prime, at);
        Assert.Null(View(bench, StepKind.Prime, primed).Asks);
        bench.Do(ActKind.Flaw, primed, a =>
            a with
            {
                StepId = bench.Step(StepKind.Prime).Id,
                Model = 2,
                Place = "left arm",
                Words = "open gap",
            }
        );
        Assert.Equal(
            "Not mended yet: open gap (left arm). That model is left out and primed later.",
            View(bench, StepKind.Prime, primed).Asks
        );
    }

    // The step as the bench would put it before the person.
    private static HandView View(RehearsedBench bench, StepKind kind, Instant at)
    {
        var step = bench.Step(kind);
        var work = new PlannedWork(step.Id, at, at + Duration.FromMinutes(10), bench.Index.Remaining(step).Count, false);
        return new HandReader(bench.Index, bench.Plan(at, 1), new Clockface(DateTimeZone.Utc, at), null).Of(work);
    }

    [Fact]
    public void A_can_is_shaken_long_once_and_shortly_before_each_further_round()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 3));
        var at = bench.RunUpTo(StepKind.Prime, Evening);
        var prime = bench.Step(StepKind.Prime);
        Assert.Equal(
            (ClockKind.Shake, "1 to 3 min"),
            (MinuteClocks.Offer(bench.Index, prime, at)!.Kind, MinuteClocks.Offer(bench.Index, prime, at)!.Note)
        );

        bench.Do(ActKind.Clock, at, a => a with { StepId = prime.Id, Clock = ClockKind.Shake });
        at += Duration.FromMinutes(3);
        bench.Do(ActKind.StopClock, at, a => a with { ClockId = bench.State.Clocks[^1].Id });

        Assert.Equal(
            (ClockKind.Reshake, "10 s"),
            (MinuteClocks.Offer(bench.Index, prime, at)!.Kind, MinuteClocks.Offer(bench.Index, prime, at)!.Note)
        );
        bench.Do(ActKind.Clock, at, a => a with { StepId = prime.Id, Clock = ClockKind.Reshake });
        Assert.Equal(at + Duration.FromSeconds(10), Assert.Single(MinuteClocks.Running(bench.Index, at)).Sure);
        // Another evening it is shaken as long as at first.
        Assert.Equal(ClockKind.Shake, MinuteClocks.Offer(bench.Index, prime, at + Duration.FromDays(2))!.Kind);
    }

    [Fact]
    public void What_was_in_hot_water_is_cooled_and_may_be_dipped_again()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Lantern Keepers", 2, Material.PuResin));
        var at = bench.RunUpTo(StepKind.Straighten, Evening);
        var straighten = bench.Step(StepKind.Straighten);
        Assert.Equal("warm_water", straighten.Amounts.Method);
        foreach (var kind in new[] { ClockKind.HotDip, ClockKind.CoolDown, ClockKind.HotDip })
        {
            var offer = MinuteClocks.Offer(bench.Index, straighten, at)!;
            Assert.Equal(kind, offer.Kind);
            Assert.EndsWith(" s", offer.Note, StringComparison.Ordinal);
            bench.Do(ActKind.Clock, at, a => a with { StepId = straighten.Id, Clock = kind });
            at += Duration.FromSeconds(20);
            bench.Do(ActKind.StopClock, at, a => a with { ClockId = bench.State.Clocks[^1].Id });
        }
        Assert.Throws<RefusedException>(() => bench.Do(ActKind.Clock, at, a => a with { StepId = straighten.Id, Clock = ClockKind.Shake }));
    }
}
