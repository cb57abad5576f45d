using Hexaprep.Bench.State;
using Hexaprep.Planning.Keeping;
using Hexaprep.Planning.Problem;
using Hexaprep.Planning.Reasons;
using Hexaprep.Scheduling.Problems;
using NodaTime;

namespace Hexaprep.Planning.WhatIf;

/// <summary>The plan of a bench that is only thought of, beside the plan in force.</summary>
/// <remarks>Both are searched from the same start, and the second is the one that would be in force: where units are wanted as they
/// were, it throws nobody back whom another plan would not. A change that only takes work or waits away leaves the plan in force as it
/// stands: it brings nobody home later. One that only adds them gives a plan that would hold without it too: it brings nobody home sooner.
/// What lies within the search's own spread is no difference.</remarks>
/// <param name="Plan">The second plan.</param>
/// <param name="Ends">When each unit on the bench is done by it, as far as the change is the cause; null for one that finds no
/// place.</param>
public sealed record SecondPlan(BenchPlan Plan, IReadOnlyDictionary<Guid, Instant?> Ends)
{
    /// <summary>Works it out.</summary>
    /// <param name="bench">The bench as it is.</param>
    /// <param name="plan">The plan in force, bettered.</param>
    /// <param name="next">The bench as it would be.</param>
    /// <param name="now">Nothing is planned before it.</param>
    /// <param name="budget">Decodes to spend, at least 1.</param>
    /// <param name="cancel">Ends the search.</param>
    public static SecondPlan Of(BenchIndex bench, BenchPlan plan, BenchIndex next, Instant now, int budget, CancellationToken cancel)
    {
        var kept = BenchPlanner.QuickReschedule(next, now, plan, cancel);
        var sameAims = SameAims(plan.Problem, kept.Problem);
        var relaxes = sameAims && Stands(plan, kept);
        var second =
            !sameAims ? Better(kept, BenchPlanner.SearchFreely(next, now, kept, budget, cancel))
            : relaxes ? KeepingDates(plan, kept, new DateSearch(next, now, kept, plan, cancel).Best(budget))
            : BenchPlanner.Trial(next, now, kept, plan, budget, cancel);
        var tightens = sameAims && !relaxes && Stands(second, BenchPlanner.QuickReschedule(bench, now, second, cancel));
        return new SecondPlan(second, Seen(bench, next, plan, second, tightens, isClear: relaxes || tightens || !sameAims));
    }

    private static BenchPlan KeepingDates(BenchPlan plan, BenchPlan kept, BenchPlan searched) =>
        KeepsDates(plan, searched) ? Better(kept, searched) : kept;

    private static BenchPlan Better(BenchPlan a, BenchPlan b) =>
        (b.Result.Unplaced.Count, b.Result.Schedule.Z).CompareTo((a.Result.Unplaced.Count, a.Result.Schedule.Z)) < 0 ? b : a;

    // Weights and days due say what is wanted, not what is possible.
    private static bool SameAims(PlanProblem was, PlanProblem will) =>
        will.Units.All(u =>
            was.Units.FirstOrDefault(o => o.Id == u.Id) is not { } old
            || (old.Weight == u.Weight && old.Deadline is null == u.Deadline is null)
        );

    // All that both know stands where it stood.
    private static bool Stands(BenchPlan plan, BenchPlan kept)
    {
        if (kept.Result.Unplaced.Count > plan.Result.Unplaced.Count)
            return false;
        var was = plan.Work.Where(w => !w.InHand).ToLookup(w => w.StepId, w => (w.Begin, w.End));
        return kept.Work.Where(w => !w.InHand && was.Contains(w.StepId)).All(w => was[w.StepId].Contains((w.Begin, w.End)));
    }

    private static bool KeepsDates(BenchPlan plan, BenchPlan other) =>
        other.Result.Unplaced.Count <= plan.Result.Unplaced.Count
        && other.Ends.All(e => !plan.Ends.TryGetValue(e.Key, out var end) || other.At(e.Value) <= plan.At(end));

    private static Dictionary<Guid, Instant?> Seen(
        BenchIndex bench,
        BenchIndex next,
        BenchPlan plan,
        BenchPlan second,
        bool tightens,
        bool isClear
    )
    {
        var (was, will) = (Promises.Of(bench, plan), Promises.Of(next, second));
        var (z, z2) = (plan.Result.Schedule.Z ?? 0, second.Result.Schedule.Z ?? 0);
        var isSame = !isClear && plan.Result.Unplaced.Count == second.Result.Unplaced.Count && Math.Abs(z - z2) <= z / BenchPlanner.Spread;
        return will.ToDictionary(
            u => u.Key,
            u =>
                was.GetValueOrDefault(u.Key) is { } before && u.Value is { } after && (isSame || (tightens && after < before))
                    ? before
                    : u.Value
        );
    }
}
