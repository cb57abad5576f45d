using Hexaprep.Bench.State;
using Hexaprep.Core.Tests.Scheduling;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Problem;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

/// <summary>Armies nobody tuned for, begun on every weekday but one and in four months: what a practitioner asks of a plan, asked of the
/// first answer, before it is bettered.</summary>
public sealed class DrawnPlansTests
{
    private const int Armies = 3;

    private static readonly (int Month, int Day)[] Starts = [(1, 5), (1, 13), (3, 4), (3, 19), (6, 5), (6, 13), (11, 23), (11, 25)];

    public static TheoryData<int, int> Begun =>
        new(Enumerable.Range(1, Armies).SelectMany(army => Enumerable.Range(0, Starts.Length).Select(start => (army, start))));

    private static (RehearsedBench Bench, BenchPlan Plan) Planned(int army, int start)
    {
        var (month, day) = Starts[start];
        var bench = DrawnArmy.Of(100 + army);
        return (bench, bench.Plan(Instant.FromUtc(2026, month, day, 12, 0), 1));
    }

    [Theory]
    [MemberData(nameof(Begun))]
    public void Each_is_dated_in_one_go_and_in_order(int army, int start)
    {
        var (bench, plan) = Planned(army, start);
        Assert.Empty(plan.Result.Unplaced);
        Assert.Empty(PlanChecker.Breaches(plan.Problem, plan.Result.Schedule.Chunks));
        var usual = plan.Problem.Sittings.Select(s => s.Length).Order().ElementAt(plan.Problem.Sittings.Count / 2);
        var jobs = plan
            .Work.Where(w => bench.Index.Steps[w.StepId].Key.Kind != StepKind.Paint)
            .GroupBy(w => (w.StepId, w.Load))
            .Select(g => g.OrderBy(w => w.Begin).ToList())
            .ToList();

        var cut = jobs.Count(j =>
            j.Select(w => w.Begin.InUtc().Date).Distinct().Count() > 1 && j.Sum(w => (w.End - w.Begin).TotalMinutes) <= usual - 10
        );
        Assert.True(cut <= .02 * jobs.Count, $"{cut} of {jobs.Count} jobs that fit an evening are cut.");
        foreach (var job in jobs)
        {
            var apart = job.Zip(job.Skip(1), (a, b) => (b.Begin - a.End).TotalDays).DefaultIfEmpty(0).Max();
            Assert.True(apart <= 7.5, $"{bench.Index.Steps[job[0].StepId].Key} lies {apart:0} days apart.");
        }
        foreach (var batch in bench.State.Batches)
            InOrder(bench, plan, batch.Id);
    }

    // Film is cut the evening it is placed, castings out of their bath are left alone, a handle is no place to scrape.
    private static void InOrder(RehearsedBench bench, BenchPlan plan, Guid batch)
    {
        var work = plan
            .Work.Select(w => (w.Begin, w.End, w.Load, bench.Index.Steps[w.StepId].Key, bench.Index.Steps[w.StepId].BatchId))
            .Where(w => w.BatchId == batch)
            .OrderBy(w => w.Begin)
            .ToList();
        foreach (var film in work.Where(w => w.Key.Kind == StepKind.CutTransfer))
        {
            var placed = work.First(w => w.Key.Kind == StepKind.PlaceTransfer && w.Load == film.Load && w.Begin >= film.End);
            Assert.True(placed.Begin - film.End <= Duration.FromHours(6), "Film is cut long before it is placed.");
        }
        foreach (var bath in work.Where(w => w.Key is { Kind: StepKind.Wash, IsAgain: false }))
        {
            var next = work.Find(w => w.Begin >= bath.End && w.Key.Kind is StepKind.DryFit or StepKind.Glue or StepKind.Roughen);
            Assert.True(next.Begin == default || next.Begin - bath.End >= Duration.FromMinutes(20), "What is wet is handled.");
        }
        var mounted = work.Where(w => w.Key.Kind == StepKind.Handle).Select(w => w.Begin).DefaultIfEmpty(Instant.MaxValue).Min();
        Assert.DoesNotContain(work, w => w.Key.Kind is StepKind.CleanLines or StepKind.RemoveSupports && w.End > mounted);
    }
}
