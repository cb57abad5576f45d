using Hexaprep.Bench.State;
using Hexaprep.Scheduling.Problems;
using NodaTime;

namespace Hexaprep.Planning.Problem;

/// <summary>One mix of two-part putty for the gaps of several batches: the first step mixes it, the others follow while it is workable
/// and pay no set-up.</summary>
/// <param name="First">The step it is mixed for.</param>
/// <param name="Others">The steps filled from what is left, in no fixed order.</param>
public sealed record SharedMix(Guid First, IReadOnlyList<Guid> Others);

/// <summary>The mixes that batches of a plan share.</summary>
public static class SharedMixes
{
    /// <summary>The mixes that several batches could share in a plan: steps whose gaps one mix takes. Only work nobody began
    /// follows.</summary>
    /// <param name="bench">The bench.</param>
    /// <param name="plan">The plan, without shared mixes.</param>
    /// <param name="early">False: what the plan puts into one sitting. True: also what it puts later but could be done then,
    /// everything before it being ready.</param>
    public static IReadOnlyList<SharedMix> Suiting(BenchIndex bench, BenchPlan plan, bool early)
    {
        var mixes = new List<SharedMix>();
        var open = plan
            .Work.Where(w => bench.Steps[w.StepId].Amounts.WorkingMinutes is not null)
            .GroupBy(w => w.StepId)
            .Where(g => g.Count() == 1)
            .Select(g => (Work: g.First(), Step: bench.Steps[g.Key]))
            .OrderBy(m => m.Work.Begin)
            .ToList();
        while (open.Count > 1)
        {
            var (work, first) = open[0];
            var left = PuttyMix.LeftAfter(bench, first, bench.Remaining(first).Count, plan.MadeAt);
            List<BenchStep> others = [];
            foreach (
                var (later, next) in open.Skip(1)
                    .Where(m =>
                        PuttyMix.MayFollow(bench, first, m.Step)
                        && (InOneSitting(plan, work, m.Work) || (early && IsReadyBy(plan, m.Step, work.End)))
                    )
            )
            {
                var minutes = PuttyMix.MinutesFrom(next, later.Models);
                if (minutes > left)
                    continue;
                left -= minutes;
                others.Add(next);
            }
            if (others.Count > 0)
                mixes.Add(new SharedMix(first.Id, [.. others.Select(s => s.Id)]));
            open = [.. open.Skip(1).Where(m => !others.Contains(m.Step))];
        }
        return mixes;
    }

    private static bool InOneSitting(BenchPlan plan, PlannedWork one, PlannedWork other) =>
        plan.Problem.Sittings.Any(s =>
            plan.At(s.Begin) < one.End && plan.At(s.End) > one.Begin && plan.At(s.Begin) < other.End && plan.At(s.End) > other.Begin
        );

    private static bool IsReadyBy(BenchPlan plan, BenchStep step, Instant moment)
    {
        var id = step.Id.ToString();
        return plan
            .Problem.Batches.First(b => b.Id == step.BatchId.ToString())
            .Arcs.Where(a => a.To == id)
            .All(a => plan.Result.Schedule.Chunks.Where(c => c.Step == a.From).All(c => plan.At(c.End + a.Min) <= moment));
    }

    /// <summary>The mixes a plan was made with.</summary>
    public static IReadOnlyList<SharedMix> In(PlanProblem problem) =>
        [
            .. from batch in problem.Batches
            from arc in batch.Arcs
            where arc is { FromBatch: not null, FinishMax: not null }
            group PlanIds.StepOf(arc.To) by PlanIds.StepOf(arc.From) into mix
            select new SharedMix(mix.Key, [.. mix]),
        ];
}
