using CsCheck;
using Hexaprep.Bench.Acts;
using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Core.Tests.Scheduling;
using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Permissions;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Keeping;
using Hexaprep.Screens.BenchScreen;
using Hexaprep.Screens.MayIScreen;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Drying;

public sealed class DryingBookTests
{
    private static readonly Instant Evening = Instant.FromUtc(2026, 3, 12, 19, 35);
    private static readonly Product Primer = new(ProductClass.AcrylicSolvent, "spray_can", CoatUse.Primer);

    private static Coat Coat(int number = 1, Film film = Film.Normal, params (Finding Finding, int Minutes)[] tests) =>
        new(
            Guid.NewGuid(),
            Guid.NewGuid(),
            StepKind.Prime,
            ProductClass.AcrylicSolvent,
            "spray_can",
            number,
            film,
            null,
            null,
            Evening,
            Evening,
            [],
            [.. tests.Select(t => new CoatTest(Guid.NewGuid(), Readiness.Recoat, t.Finding, Evening + Duration.FromMinutes(t.Minutes)))]
        );

    private static AirReading Read(double hours, double airC, double humidity) =>
        new(Guid.NewGuid(), Evening + Duration.FromHours(hours), AirPlace.Bench, airC, humidity, null, null, null, AirSource.Hand);

    private static DryingBook Book(
        IReadOnlyList<Coat>? coats = null,
        IReadOnlyList<ProductLabel>? labels = null,
        params AirReading[] readings
    ) => new(coats ?? [], labels ?? [], readings, _ => HouseRuleChoices.Default);

    private static ProductLabel Label(double? recoat = null, double? max = null, double? reopen = null, double? minTemp = null) =>
        new(Primer, recoat, max, reopen, null, null, minTemp, null);

    [Theory]
    [InlineData(10, 30, false)]
    [InlineData(30, 30, true)]
    [InlineData(41, 41, true)]
    public void A_dry_test_sets_its_coat_free_and_never_before_the_label(int tested, int sure, bool byTest)
    {
        var book = Book(labels: [Label(recoat: 30)]);
        var times = book.When(Coat(tests: (Finding.DryAt, tested)), Readiness.Recoat)!;

        Assert.Equal((Evening + Duration.FromMinutes(sure), byTest), (times.Sure, times.Tested));
        Assert.False(book.When(Coat(), Readiness.Recoat)!.Tested);
    }

    [Fact]
    public void A_cold_bench_makes_every_coat_wait_longer_and_a_warm_one_shorter()
    {
        double Sure(params AirReading[] readings) => (Book(readings: readings).When(Coat(), Readiness.Handle)!.Sure - Evening).TotalMinutes;
        Assert.True(Sure(Read(-1, 12, 50)) > Sure() && Sure(Read(-1, 30, 50)) < Sure());
    }

    [Fact]
    public void Air_that_changes_overnight_counts_hour_by_hour()
    {
        double Handle(params AirReading[] readings) => Book(readings: readings).Model(Coat(), Readiness.Handle);
        var (warm, cold) = (Handle(Read(-1, 21, 50)), Handle(Read(-1, 12, 50)));
        var both = Handle(Read(-1, 21, 50), Read(0.5, 12, 50));
        Assert.InRange(both, warm, cold);
        Assert.Equal(30 + (1 - 30 / warm) * cold, both, 6);
    }

    [Fact]
    public void Air_in_which_it_never_dries_adds_nothing_until_it_is_read_again()
    {
        var stalled = Book(readings: [Read(-1, 5, 50), Read(8, 21, 50)]).Model(Coat(), Readiness.Recoat);
        Assert.Equal(8 * 60 + Book(readings: Read(-1, 21, 50)).Model(Coat(), Readiness.Recoat), stalled, 6);
    }

    [Fact]
    public void A_later_coat_waits_longer_over_those_below() =>
        Assert.True(
            Book().Model(Coat(3), Readiness.Recoat) > Book().Model(Coat(2), Readiness.Recoat)
                && Book().Model(Coat(2), Readiness.Recoat) > Book().Model(Coat(1), Readiness.Recoat)
        );

    [Fact]
    public void Tests_on_its_coats_teach_the_product_and_one_left_out_does_not()
    {
        var slow = Enumerable.Range(0, 6).Select(_ => Coat(1, Film.Normal, (Finding.NotDryAt, 25), (Finding.DryAt, 35))).ToList();
        var belief = Book(slow).BeliefOf(Primer);
        Assert.True(belief is { Count: 6, Factor: > 1.5 } && belief.IsCalibrated);
        var without = slow.ConvertAll(c => c with { Tests = [.. c.Tests.Select(t => t with { LeftOut = true })] });
        Assert.Equal((1, 0), (Math.Round(Book(without).BeliefOf(Primer).Factor, 9), Book(without).BeliefOf(Primer).Count));
        Assert.Equal(6, Book(without).ObservationsOf(Primer).Count);
        Assert.True(Book(slow).When(Coat(), Readiness.Recoat)!.Sure > Book().When(Coat(), Readiness.Recoat)!.Sure);
    }

    [Fact]
    public void A_label_is_a_floor_and_its_window_never_lengthens()
    {
        Assert.True(Book(labels: [Label(recoat: 90)]).When(Coat(), Readiness.Recoat)!.Sure >= Evening + Duration.FromMinutes(90));
        var cold = Book(labels: [Label(20, 60, 2880)]).WindowOf(StepKind.Prime, ProductClass.AcrylicSolvent, "spray_can", new Air(12, 50))!;
        Assert.True(cold.Forbidden!.Value.From <= 60 && cold.Forbidden.Value.To >= 2880);
        Assert.Equal("recoatMax", Label(60, 60).WhyNot()!.Field);
        Assert.Equal("reopenMin", Label(20, 60, 50).WhyNot()!.Field);
    }

    [Fact]
    public void Every_model_of_every_plan_stands_inside_its_real_recoat_window() =>
        Gen.Select(Gen.Int[1, 20], Gen.Int[25, 90], Gen.Int[5, 240], Gen.Bool)
            .Holds(
                (models, opens, wide, reopens) =>
                {
                    var bench = new RehearsedBench(RehearsedBench.Order(models: models));
                    var label = Label(opens, opens + wide, reopens ? 2880 : null);
                    bench.State = bench.State.With(label);
                    var plan = BenchPlanner.Make(bench.Index, Evening, 60);
                    Assert.Empty(PlanChecker.Breaches(plan.Problem, plan.Result.Schedule.Chunks, partial: false));
                    Assert.Empty(plan.Result.Unplaced);
                    var (first, second) = (bench.Step(StepKind.Prime), bench.Step(StepKind.Prime, occurrence: 2));
                    var window = bench.Index.Drying.WindowOf(
                        StepKind.Prime,
                        first.Amounts.Product!.Value,
                        first.Amounts.Method,
                        Air.Usual
                    )!;
                    // What no pace can keep is planned all the same: it is keyed at the bench, where it is said.
                    var arc = plan
                        .Problem.Batches.SelectMany(b => b.Arcs)
                        .First(a => a.From == first.Id.ToString() && a.To == second.Id.ToString());
                    if (!reopens && arc.Max is null)
                    {
                        var slower = Math.Max(first.Amounts.SecondsPerModel, second.Amounts.SecondsPerModel);
                        Assert.True(
                            arc.Min + second.Amounts.SetupMinutes + 1 + Math.Ceiling((models - 1) * slower / 60.0)
                                > Math.Floor(window.Forbidden!.Value.From)
                        );
                        return;
                    }
                    // Done in the same order: model k begins after the set-up and those before it.
                    double[] Begins(BenchStep step)
                    {
                        var begin = (plan.Work.First(w => w.StepId == step.Id).Begin - Evening).TotalMinutes + step.Amounts.SetupMinutes;
                        return [.. Enumerable.Range(0, models).Select(k => begin + k * step.Amounts.SecondsPerModel / 60.0)];
                    }
                    foreach (var gap in Begins(second).Zip(Begins(first), (b, a) => b - a - first.Amounts.SecondsPerModel / 60.0))
                        Assert.Contains(window.Allowed, w => gap >= w.From - 1e-6 && (w.To is not { } to || gap <= to + 1e-6));
                },
                iter: 120
            );

    [Fact]
    public void A_window_that_has_closed_bars_the_next_coat_on_the_bench_and_in_the_answer_until_it_reopens()
    {
        var bench = new RehearsedBench(RehearsedBench.Order(models: 2));
        bench.RunUpTo(StepKind.Prime, Evening, occurrence: 2);
        bench.State = bench.State.With(Label(30, 60, 600));
        var coat = bench.State.Coats.Single(c => c.Step == StepKind.Prime);
        var second = bench.Step(StepKind.Prime, occurrence: 2);
        Blocker? At(int minutes) =>
            RouteReadiness.Of(
                bench.Index,
                second,
                bench.Index.Remaining(second),
                new Clockface(DateTimeZone.Utc, coat.EndedAt!.Value + Duration.FromMinutes(minutes))
            );

        Assert.Contains("dries", At(10)!.Reason, StringComparison.Ordinal);
        Assert.Null(At(55));
        Assert.Contains("it would lift", At(120)!.Reason, StringComparison.Ordinal);
        Assert.Null(At(601));
        Assert.Throws<RefusedException>(() =>
            bench.Do(ActKind.Start, coat.EndedAt!.Value + Duration.FromMinutes(120), a => a with { StepId = second.Id })
        );
        var answer = new MayIReader(bench.Index, coat.EndedAt!.Value + Duration.FromMinutes(120)).Of(
            second.BatchId,
            new PermissionQuery(StepKind.Prime),
            null
        );
        Assert.Equal(coat.EndedAt.Value + Duration.FromMinutes(600), answer.Until);
    }

    [Fact]
    public void Only_an_answer_that_air_could_give_is_used()
    {
        InstrumentState State(InstrumentReading? reading) =>
            JudgedReading.Of(reading, Read(0, 20, 50), Evening + Duration.FromMinutes(5)).State;
        var now = Evening + Duration.FromMinutes(5);
        Assert.Equal(InstrumentState.Good, State(new(now, 20.5, 52)));
        Assert.Equal(InstrumentState.Silent, State(null));
        Assert.Equal(InstrumentState.Late, State(new(now - Duration.FromHours(1), 20, 50)));
        Assert.Equal(InstrumentState.Nonsense, State(new(now, 999, 50)));
        Assert.Equal(InstrumentState.Nonsense, State(new(now, 40, 50)));
        Assert.Equal(InstrumentState.Nonsense, State(new(now, double.NaN, 50)));
    }

    [Fact]
    public void Rain_in_the_forecast_moves_the_spraying_and_the_plan_says_so()
    {
        var bench = new RehearsedBench(RehearsedBench.Order(models: 4));
        var before = BenchPlanner.Make(bench.Index, Evening, 100);
        var spray = before.Work.Where(w => bench.Index.Steps[w.StepId].Amounts.Mode is not null).Min(w => w.Begin);
        bench.State = bench.State with
        {
            Forecast =
            [
                .. Enumerable
                    .Range(0, 192)
                    .Select(h => new ForecastHour(
                        Evening.Plus(Duration.FromHours(h)),
                        15,
                        55,
                        1,
                        null,
                        spray < Evening + Duration.FromHours(h + 12) && spray > Evening + Duration.FromHours(h - 12) ? 0.9 : 0,
                        0
                    )),
            ],
        };
        var after = BenchPlanner.Next(bench.Index, Evening, before, 100);
        var later = after.Work.Where(w => bench.Index.Steps[w.StepId].Amounts.Mode is not null).Min(w => w.Begin);

        Assert.True(
            later > spray,
            $"{later} {spray} {string.Join(' ', after.Problem.SprayWindows.Take(8).Select(s => after.At(s.Begin)))}"
        );
        Assert.NotEmpty(after.Result.Shift!.Promises.Concat(after.Result.Shift.Steps > 0 ? ["moved"] : []));
        Assert.Empty(PlanChecker.Breaches(after.Problem, after.Result.Schedule.Chunks));
    }

    [Fact]
    public void Spraying_in_unfit_air_takes_a_second_act_and_is_recorded_with_it()
    {
        var bench = new RehearsedBench(RehearsedBench.Order(models: 2));
        var at = bench.RunUpTo(StepKind.Prime, Evening);
        var step = bench.Step(StepKind.Prime);
        bench.State = bench.State with
        {
            Readings = [new AirReading(Guid.NewGuid(), at, AirPlace.Outdoors, 3, 95, 1, null, null, AirSource.Hand)],
        };
        Assert.Equal(
            "despiteAir",
            Assert.Throws<RefusedException>(() => bench.Do(ActKind.Start, at, a => a with { StepId = step.Id })).Refusal.Field
        );
        bench.Do(ActKind.Start, at, a => a with { StepId = step.Id, DespiteAir = true });
        bench.Tick(step, at + Duration.FromMinutes(2), 2);
        Assert.Equal(
            (3, 95),
            bench.State.Coats.Where(c => c.StepId == step.Id).Select(c => (c.AirC!.Value, c.HumidityPct!.Value)).Single()
        );
    }

    [Fact]
    public void An_alert_comes_when_a_coat_is_safe_and_an_answer_ends_it()
    {
        var bench = new RehearsedBench(RehearsedBench.Order(models: 2));
        var at = bench.RunUpTo(StepKind.PrimerGate, Evening);
        var coat = bench.State.Coats.Where(c => c.Step == StepKind.Prime).MaxBy(c => c.EndedAt)!;
        var sure = Waits.Of(bench.Index, bench.Index.Steps[coat.StepId]).Select(w => bench.Index.TimesOf(coat, w.Stage)!.Sure).Max();
        IReadOnlyList<AlertView> Alerts(Instant now, params string[] answered) =>
            new AlertReader(bench.Index, BenchPlanner.Make(bench.Index, at, 6), now).Of(answered.ToHashSet());
        var key = $"{coat.Id}:next_layer";

        Assert.DoesNotContain(Alerts(sure - Duration.FromSeconds(1)), a => a.Key == key);
        Assert.Contains(Alerts(sure), a => a.Key == key && a.Text.Contains("Reed Pikes", StringComparison.Ordinal));
        // A browser or server that slept through it tells it still; nobody is told after a day.
        Assert.Contains(Alerts(sure + Duration.FromHours(20)), a => a.Key == key);
        Assert.DoesNotContain(Alerts(sure + Duration.FromHours(25)), a => a.Key == key);
        Assert.DoesNotContain(Alerts(sure, key), a => a.Key == key);
    }

    [Fact]
    public void A_night_with_a_clock_change_makes_no_coat_safe_earlier()
    {
        var berlin = DateTimeZoneProviders.Tzdb["Europe/Berlin"];
        var before = Instant.FromUtc(2026, 3, 28, 22, 0);
        var coat = Coat() with { StartedAt = before, EndedAt = before };
        var sure = Book().When(coat, Readiness.NextLayer)!.Sure;
        // The clock on the wall jumps an hour; the wait does not.
        Assert.Equal((Book().When(Coat(), Readiness.NextLayer)!.Sure - Evening).TotalMinutes, (sure - before).TotalMinutes, 6);
        Assert.NotEqual(sure.InZone(berlin).Offset, before.InZone(berlin).Offset);
    }
}
