using CsCheck;
using Hexaprep.Bench.Acts;
using Hexaprep.Bench.Edits;
using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Core.Tests.Scheduling;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Formats;
using Hexaprep.Planning.Keeping;
using Hexaprep.Planning.Problem;
using Hexaprep.Planning.Reasons;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

public sealed class ProblemBuilderTests
{
    private static SafeTimes? When(Coat coat, Readiness stage, HouseRuleChoices house) =>
        new DryingBook([], [], [], _ => house).When(coat, stage);

    private static readonly Instant Evening = TurnableClock.Evening;

    private static readonly Gen<(RehearsedBench Bench, Instant At)> Underway = from seed in Gen.Int[0, 100_000] select Work(seed);

    [Fact]
    public void A_step_in_hand_leaves_the_rest_plannable()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 3, Material.PuResin));
        bench.Tick(bench.Step(StepKind.Study), Evening);

        Assert.Empty(bench.Plan(Evening).Result.Unplaced);
    }

    [Theory]
    [InlineData(Tier.Leader, 3, 360, 3)]
    [InlineData(Tier.Display, 20, 1200, 3)]
    [InlineData(Tier.Leader, 3, 360, 1)]
    public void A_hero_alone_gets_a_date_however_few_the_evenings(Tier tier, int transfers, int paintMinutes, int evenings)
    {
        var bench = new RehearsedBench(
            RehearsedBench
                .Order("Warden Aldith", 1, Material.PuResin)
                .Of(t =>
                    t with
                    {
                        Tier = tier,
                        Transfers = transfers,
                        PaintMinutes = paintMinutes,
                        BaseMm = 40,
                        Parts = 8,
                        MoldLines = MoldLines.Many,
                        Gaps = Gaps.Large,
                    }
                )
        );
        var days = new[] { IsoDayOfWeek.Tuesday, IsoDayOfWeek.Thursday, IsoDayOfWeek.Sunday }.Take(evenings);
        var week = days.Select(d => new WeeklySitting(Guid.NewGuid(), d, new LocalTime(19, 30), new LocalTime(22, 0)));
        bench.State = bench.State with
        {
            Settings = bench.State.Settings with { Calendar = new SittingCalendar(DateTimeZone.Utc, [.. week], []) },
        };
        var plan = bench.Plan(Evening);

        Assert.Empty(plan.Result.Unplaced);
        Assert.NotNull(Promises.Of(bench.Index, plan)[bench.State.Units[0].Id]);
    }

    [Fact]
    public void A_look_belongs_to_its_evening_only_where_an_evening_has_room_for_it_and_the_work_before()
    {
        var bench = new RehearsedBench(
            RehearsedBench.Order("Fen Colossus", 1).Of(t => t with { Tier = Tier.Leader, Parts = 12, MoldLines = MoldLines.Many })
        );
        var look = bench.Step(StepKind.CleanLinesGate).Id;
        List<PlanArc> Tied(int minutes)
        {
            var week = RehearsedBench.UsualWeek.Select(w => w with { Ends = w.Begins.PlusMinutes(minutes) });
            bench.State = bench.State with
            {
                Settings = bench.State.Settings with { Calendar = new SittingCalendar(DateTimeZone.Utc, [.. week], []) },
            };
            return [.. bench.Plan(Evening).Problem.Batches[0].Arcs.Where(a => a.To == look.ToString() && a.Max is not null)];
        }
        var last = Assert.Single(Tied(150)).From;
        var both =
            bench.Index.Hands(bench.Index.Steps[Guid.Parse(last)], 1, Evening) + bench.Index.Hands(bench.Index.Steps[look], 1, Evening);

        Assert.Single(Tied(both));
        Assert.Empty(Tied(both - 1));
    }

    [Fact]
    public void Whatever_was_done_the_plan_of_the_rest_breaks_nothing_and_begins_no_earlier_than_now() =>
        Underway.Holds(
            done =>
            {
                var plan = done.Bench.Plan(done.At, 6);
                Assert.Empty(plan.Result.Unplaced);
                Assert.Empty(PlanChecker.Breaches(plan.Problem, plan.Result.Schedule.Chunks));
                Assert.All(plan.Work.Where(w => !w.InHand), w => Assert.True(w.Begin >= PlanIds.Minute(done.At)));
            },
            iter: 30
        );

    [Fact]
    public void Every_model_still_to_do_is_planned_exactly_once() =>
        Underway.Holds(
            done =>
            {
                var plan = done.Bench.Plan(done.At, 6);
                var index = done.Bench.Index;
                foreach (var step in done.Bench.State.Steps)
                {
                    if (PaintSessions.Has(step))
                    {
                        var hand = plan
                            .Work.Where(w => w.StepId == step.Id && w.InHand)
                            .Sum(w => (w.End - PlanIds.Minute(done.At)).TotalMinutes);
                        var minutes = plan.Result.Schedule.Chunks.Where(c => c.Step == step.Id.ToString()).Sum(c => c.Minutes);
                        // Minutes are shared out evenly over the models that are left.
                        Assert.InRange(minutes!.Value + hand - PaintSessions.Left(index, step, done.At), 0, index.Remaining(step).Count);
                        continue;
                    }
                    var planned = plan.Work.Where(w => w.StepId == step.Id && !w.InHand).Sum(w => w.Models);
                    var inHand =
                        plan.Work.Where(w => w.StepId == step.Id && w.InHand).Sum(w => w.Models)
                        - (index.InHand?.StepId == step.Id ? index.TicksOf[step.Id].Count(t => t.SpellId == index.InHand.Id) : 0);
                    Assert.Equal(index.Remaining(step).Count, planned + inHand);
                }
            },
            iter: 30
        );

    [Fact]
    public void No_planned_step_begins_before_the_time_its_wait_is_planned_by() =>
        Underway.Holds(
            done =>
            {
                var (index, plan) = (done.Bench.Index, done.Bench.Plan(done.At, 6));
                foreach (var work in plan.Work.Where(w => !w.InHand))
                {
                    foreach (var edge in index.EdgesInto[work.StepId].Where(e => e.Stage is not null))
                    {
                        var usual = RuleBook.Trade.Named(edge.Rule) is { PlanBy: PlanBy.Usual };
                        var safe = index
                            .CoatsOf(edge.From)
                            .Select(c => When(c, edge.Stage!.Value, HouseRuleChoices.Default))
                            .Where(t => t is not null)
                            .Select(t => usual ? t!.Usual : t!.Sure);
                        Assert.All(safe, s => Assert.True(work.Begin >= s));
                    }
                }
            },
            iter: 30
        );

    [Fact]
    public void The_same_bench_at_the_same_moment_gives_a_byte_equal_plan()
    {
        static string Plan() => PlanFile.Write(Work(7).Bench.Plan(Evening + Duration.FromDays(9), 20));

        Assert.Equal(Plan(), Plan());
    }

    [Fact]
    public void Ticking_slower_than_planned_moves_what_comes_after_and_faster_brings_it_nearer()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 10));
        var at = bench.RunUpTo(StepKind.CleanLines, Evening - Duration.FromHours(6));
        bench.State = bench.State with
        {
            Settings = bench.State.Settings with
            {
                Calendar = bench.State.Settings.Calendar with
                {
                    Exceptions = [new(Guid.NewGuid(), at.InUtc().Date, ExceptionKind.Extra, at.InUtc().TimeOfDay, new LocalTime(23, 59))],
                },
            },
        };
        var lines = bench.Step(StepKind.CleanLines);
        bench.Do(ActKind.Start, at, a => a with { StepId = lines.Id });
        Instant End(Instant now) => bench.Plan(now).Work.Single(w => w.InHand).End;
        var asPlanned = End(at + Duration.FromMinutes(2));

        bench.Tick(lines, at + Duration.FromMinutes(5));
        Assert.True(End(at + Duration.FromMinutes(5)) < asPlanned);
        bench.Tick(lines, at + Duration.FromMinutes(60));
        Assert.True(End(at + Duration.FromMinutes(60)) > asPlanned);
    }

    [Fact]
    public void Work_that_needs_one_go_is_not_cut_and_work_that_may_be_cut_is_cut_between_models()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 20).Of(t => t with { PaintMinutes = 45 }));
        var plan = bench.Plan(Evening);

        Assert.Single(plan.Work, w => w.StepId == bench.Step(StepKind.Wash).Id);
        Assert.True(plan.Work.Count(w => w.StepId == bench.Step(StepKind.Paint).Id) > 1);
    }

    [Fact]
    public void An_unfit_sitting_holds_no_spraying()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 2).Of(t => t with { PaintMinutes = 10 }));
        var spray = bench.Plan(Evening).Work.First(w => w.StepId == bench.Step(StepKind.Prime).Id).Begin.InUtc().Date;
        bench.State = bench.State with
        {
            Settings = bench.State.Settings with
            {
                Calendar = bench.State.Settings.Calendar with
                {
                    Exceptions = [new(Guid.NewGuid(), spray, ExceptionKind.UnfitForSpray, null, null)],
                },
            },
        };

        Assert.NotEqual(spray, bench.Plan(Evening).Work.First(w => w.StepId == bench.Step(StepKind.Prime).Id).Begin.InUtc().Date);
    }

    [Fact]
    public void No_more_models_are_mounted_at_once_than_there_are_handles()
    {
        var bench = new RehearsedBench(
            DateTimeZone.Utc,
            4,
            RehearsedBench.Order("Reed Pikes", 4).Of(t => t with { PaintMinutes = 10 }),
            RehearsedBench.Order("Sluice Wardens", 4).Of(t => t with { PaintMinutes = 10 })
        ).WithoutRows();
        var plan = bench.Plan(Evening);
        Instant Of(StepKind kind, string unit, bool end) =>
            plan.Work.Where(w => w.StepId == bench.Step(kind, unit).Id).Select(w => end ? w.End : w.Begin).Max();

        Assert.True(
            Of(StepKind.Handle, "Reed Pikes", false) >= Of(StepKind.Release, "Sluice Wardens", true)
                || Of(StepKind.Handle, "Sluice Wardens", false) >= Of(StepKind.Release, "Reed Pikes", true)
        );
    }

    [Fact]
    public void The_budget_shrinks_with_the_bench_and_depends_on_nothing_else()
    {
        var small = new RehearsedBench(RehearsedBench.Order()).Index;
        var large = new RehearsedBench([.. Enumerable.Range(0, 40).Select(i => RehearsedBench.Order($"Unit {i}"))]).Index;

        Assert.Equal(120, BenchPlanner.BudgetFor(small, 120));
        Assert.InRange(BenchPlanner.BudgetFor(large, 120), 6, 60);
        Assert.Equal(3, BenchPlanner.BudgetFor(large, 3));
    }

    // A bench worked on at random: whatever is ready is begun, ticked, put down, tested, found flawed.
    private static (RehearsedBench Bench, Instant At) Work(int seed)
    {
        var random = new Random(seed);
        var bench = new RehearsedBench([
            .. Enumerable
                .Range(0, 1 + random.Next(3))
                .Select(i =>
                    RehearsedBench
                        .Order($"Unit {i}", 1 + random.Next(6), (Material)random.Next(9))
                        .Of(t =>
                            t with
                            {
                                Gaps = (Gaps)random.Next(3),
                                Transfers = random.Next(3),
                                BaseMm = random.Next(2) == 0 ? null : 32,
                                PaintMinutes = random.Next(90),
                            }
                        )
                ),
        ]);
        var at = Evening;
        for (var acts = random.Next(60); acts > 0; acts--)
        {
            var index = bench.Index;
            var ready = bench
                .State.Steps.Where(s =>
                    index.Remaining(s).Count > 0
                    && RouteReadiness.Of(index, s, index.Remaining(s), new Clockface(DateTimeZone.Utc, at)) is null
                )
                .ToList();
            if (ready.Count > 0 && random.Next(5) > 0)
            {
                var step = index.InHand is { } spell && random.Next(4) > 0 ? index.Steps[spell.StepId] : ready[random.Next(ready.Count)];
                bench.Tick(step, at, 1 + random.Next(index.Remaining(step).Count));
                if (random.Next(6) == 0 && bench.Index.InHand is { } open)
                    bench.Do(ActKind.PutDown, at, a => a with { StepId = open.StepId });
                at += Duration.FromMinutes(random.Next(20));
            }
            else
            {
                at += Duration.FromHours(random.Next(20));
            }
        }
        return (bench, at);
    }

    [Fact]
    public void Whatever_the_house_rules_every_step_finds_its_place() =>
        Routes.Batches.AnyHouse.Holds(
            house =>
            {
                var bench = new RehearsedBench(
                    RehearsedBench.Order("Reed Pikes", 3).Of(t => t with { BaseMm = 32, Transfers = 3, Tier = Tier.Display }),
                    RehearsedBench.Order("Lantern Keepers", 2, Material.PuResin),
                    RehearsedBench.Order("Punt Crew", 1, Material.FlexiblePvc).Of(t => t with { BaseMm = 40 })
                );
                var state = bench.State with { House = HouseRuleSet.Default with { Bench = house } };
                var changed = new BenchIndex(state);
                var index = changed.With(
                    Rederive.Routes(changed, [.. state.Batches.Select(b => b.Id)], TurnableClock.Evening, bench.NewId)
                );

                return BenchPlanner.Make(index, TurnableClock.Evening, 2).Result.Unplaced.Count == 0;
            },
            iter: 30
        );
}
