using Hexaprep.Bench.Acts;
using Hexaprep.Bench.Edits;
using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Core.Tests.Scheduling;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Keeping;
using Hexaprep.Planning.Problem;
using Hexaprep.Screens.BenchScreen;
using Hexaprep.Screens.PlanScreen;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

public sealed class SharedMixTests
{
    private static readonly Instant Evening = Instant.FromUtc(2026, 3, 12, 19, 30);

    private static UnitOrder Gappy(string unit, int models) =>
        RehearsedBench.Order(unit, models).Of(t => t with { Tier = Tier.Leader, Gaps = Gaps.Large });

    // Two small units whose gaps wait for putty, everything before it done.
    private static (RehearsedBench Bench, Instant At) ReadyToFill(int first = 2, int second = 2)
    {
        var bench = new RehearsedBench(Gappy("Reed Pikes", first), Gappy("Lantern Keepers", second));
        var at = Evening - Duration.FromDays(9);
        foreach (var unit in new[] { "Reed Pikes", "Lantern Keepers" })
        {
            var fill = bench.Step(StepKind.Fill, unit);
            foreach (
                var step in bench
                    .State.Steps.Where(s => s.BatchId == fill.BatchId && s.Position < fill.Position)
                    .OrderBy(s => s.Position)
                    .ToList()
            )
            {
                if (
                    RouteReadiness.Of(bench.Index, step, bench.Index.Remaining(step), new Clockface(DateTimeZone.Utc, at)) is
                    { Until: { } until }
                )
                    at = until;
                bench.Tick(step, at, bench.Index.Remaining(step).Count);
                at += Duration.FromHours(1);
            }
        }
        return (bench, Evening);
    }

    private static (BenchStep First, BenchStep Next) Shared(RehearsedBench bench, BenchPlan plan)
    {
        var mix = Assert.Single(SharedMixes.In(plan.Problem));
        return (bench.Index.Steps[mix.First], bench.Index.Steps[Assert.Single(mix.Others)]);
    }

    [Fact]
    public void Gaps_of_two_batches_are_filled_from_one_mix_while_it_is_workable()
    {
        var (bench, at) = ReadyToFill();
        var plan = bench.Plan(at);
        var (first, next) = Shared(bench, plan);

        var (one, two) = (plan.Work.Single(w => w.StepId == first.Id), plan.Work.Single(w => w.StepId == next.Id));
        Assert.True(two.Begin >= one.End);
        Assert.True(two.End <= one.Begin + Duration.FromMinutes(Filling.PuttyWorkingMinutes));
        Assert.Equal(PuttyMix.MinutesFrom(next, 2), (two.End - two.Begin).TotalMinutes);
        Assert.Empty(PlanChecker.Breaches(plan.Problem, plan.Result.Schedule.Chunks));
        var words = Assert.Single(new PlanReader(bench.Index, plan, at).View().Mixes);
        Assert.Contains("One mix for", words);
        Assert.Contains("saves 4 min of mixing", words);
    }

    [Fact]
    public void More_models_than_a_mix_serves_are_filled_from_mixes_of_their_own()
    {
        var (bench, at) = ReadyToFill(5, 5);
        Assert.Empty(SharedMixes.In(bench.Plan(at).Problem));
    }

    [Fact]
    public void The_mix_serves_on_after_the_first_batch_and_its_limit_goes_with_it()
    {
        var (bench, at) = ReadyToFill();
        var plan = bench.Plan(at);
        var (first, next) = Shared(bench, plan);
        bench.Do(ActKind.Start, at, a => a with { StepId = first.Id });
        bench.Tick(first, at + Duration.FromMinutes(12), 2);

        var then = at + Duration.FromMinutes(12);
        var after = BenchPlanner.Next(bench.Index, then, plan, 40);
        Assert.Equal(next.Id, Shared(bench, after).Next.Id);
        var offered = new BenchReader(bench.Index, after, then).View().Step!;
        Assert.Equal(next.Id, offered.StepId);
        Assert.Contains("fill these from it", offered.Why);

        bench.Do(ActKind.Start, then, a => a with { StepId = next.Id });
        var hand = new BenchReader(bench.Index, BenchPlanner.Next(bench.Index, then, after, 40), then).View().Step!;
        Assert.Equal(at + Duration.FromMinutes(Filling.PuttyWorkingMinutes), hand.Limit!.At);
    }

    [Fact]
    public void Left_too_long_the_mix_is_stiff_and_the_other_batch_gets_one_of_its_own()
    {
        var (bench, at) = ReadyToFill();
        var plan = bench.Plan(at);
        var (first, next) = Shared(bench, plan);
        bench.Do(ActKind.Start, at, a => a with { StepId = first.Id });
        bench.Tick(first, at + Duration.FromMinutes(12), 2);

        var later = at + Duration.FromMinutes(25);
        var after = BenchPlanner.Next(bench.Index, later, plan, 40);
        Assert.Empty(SharedMixes.In(after.Problem));
        Assert.Empty(after.Result.Unplaced);
        Assert.Equal(next.HandsMinutes(2), after.Work.Where(w => w.StepId == next.Id).Sum(w => (w.End - w.Begin).TotalMinutes));
    }

    [Theory]
    [InlineData(0)]
    [InlineData(3)]
    [InlineData(11)]
    [InlineData(14)]
    [InlineData(22)]
    [InlineData(29)]
    [InlineData(200)]
    public void Whenever_one_looks_again_the_plan_that_follows_breaks_nothing(int minutes)
    {
        var (bench, at) = ReadyToFill();
        var plan = bench.Plan(at);
        var (first, next) = Shared(bench, plan);
        bench.Do(ActKind.Start, at, a => a with { StepId = first.Id });
        foreach (var step in new[] { first, first, next })
        {
            at += Duration.FromMinutes(minutes);
            plan = BenchPlanner.Next(bench.Index, at, plan, 40);
            Assert.Empty(plan.Result.Unplaced);
            Assert.Empty(PlanChecker.Breaches(plan.Problem, plan.Result.Schedule.Chunks));
            bench.Tick(step, at);
        }
        plan = BenchPlanner.Next(bench.Index, at, plan, 40);
        Assert.Empty(PlanChecker.Breaches(plan.Problem, plan.Result.Schedule.Chunks));
    }

    [Fact]
    public void A_short_return_is_named_with_its_time_and_what_ends_it()
    {
        var bench = new RehearsedBench(RehearsedBench.Order());
        var at = bench.RunUpTo(StepKind.Prime, Evening - Duration.FromDays(9), 1);
        var sprayed = Instant.Max(at, Evening + Duration.FromMinutes(12));
        var prime = bench.Step(StepKind.Prime);
        bench.Do(ActKind.Start, sprayed, a => a with { StepId = prime.Id });
        bench.Tick(prime, sprayed + Duration.FromMinutes(8), 5);

        var now = sprayed + Duration.FromMinutes(8);
        var view = bench.View(now);
        var back = Assert.Single(view.Then, t => t.Back is not null);
        Assert.StartsWith("Come back between", back.Back);
        Assert.Contains("for a light pass", back.Back);
        var drying = Assert.Single(view.Drying, d => d.Stage == Readiness.Recoat);
        var own = new ShortReturns(bench.Index, bench.Plan(now), new Clockface(DateTimeZone.Utc, now))
            .Before(now + Duration.FromHours(2))
            .First();
        Assert.Equal(PlanIds.Minute(drying.Planned + Duration.FromSeconds(59)), own.From);
        Assert.True(own.Until > own.From);
    }
}
