using Hexaprep.Bench.State;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Scheduling.Searching;

namespace Hexaprep.Planning.Problem;

/// <content>One mix of two-part putty for the gaps of several batches.</content>
public sealed partial class ProblemBuilder
{
    private const int ManySteps = 400;

    /// <summary>What one mix could serve is tried from one mix, first as much as is ready, then what the plan put into one sitting
    /// anyway. The better plan is kept: at the same value the one that mixes less.</summary>
    /// <param name="bench">The bench.</param>
    /// <param name="plan">The plan without more sharing.</param>
    /// <param name="cancel">Ends the search.</param>
    public static BenchPlan SharingMixes(BenchIndex bench, BenchPlan plan, CancellationToken cancel)
    {
        if (plan.Result.Unplaced.Count > 0)
            return plan;
        var together = SharedMixes.Suiting(bench, plan, early: false);
        // On a large bench a second trial keeps the person waiting for little.
        if (plan.Problem.Batches.Sum(b => b.Steps.Count) > ManySteps)
            return Sharing(bench, plan, together, cancel);
        var early = SharedMixes.Suiting(bench, plan, early: true);
        var bold = Sharing(bench, plan, early, cancel);
        return !ReferenceEquals(bold, plan) || early.Count == together.Count ? bold : Sharing(bench, plan, together, cancel);
    }

    private static BenchPlan Sharing(BenchIndex bench, BenchPlan plan, IReadOnlyList<SharedMix> mixes, CancellationToken cancel)
    {
        if (mixes.Count == 0)
            return plan;
        var draft = new ProblemBuilder(bench, plan.MadeAt, mixes, plan.LastEvening);
        var problem = draft.Problem();
        if (SharedMixes.In(problem).Count == 0)
            return plan;
        var shared = Planner.Better(problem, plan.Result.Schedule.Chunks, Math.Max(1, plan.Budget / 2), cancel: cancel);
        return shared.Unplaced.Count == 0 && shared.Schedule.Z <= plan.Result.Schedule.Z ? draft.Plan(problem, shared, plan.Budget) : plan;
    }

    // One mix for several batches: those that follow pay no set-up, and end while it is workable.
    private List<PlanBatch> Shared(List<PlanBatch> batches)
    {
        foreach (var mix in _mixes)
        {
            if (!_bench.Steps.TryGetValue(mix.First, out var first) || first.NotNeeded is not null || MixedBy(first) is not { } source)
                continue;
            var shared = false;
            foreach (
                var next in mix
                    .Others.Select(_bench.Steps.GetValueOrDefault)
                    .OfType<BenchStep>()
                    .Where(s => s.NotNeeded is null && PuttyMix.MayFollow(_bench, first, s))
            )
            {
                var minutes = PuttyMix.MinutesFrom(next, _bench.Remaining(next).Count);
                if (Math.Max(source.End, Minute(_now)) + minutes > source.End + source.Left)
                    continue;
                var at = batches.FindIndex(b => b.Id == next.BatchId.ToString());
                var arc = new PlanArc(source.Id, next.Id.ToString(), 0) { FromBatch = first.BatchId.ToString(), FinishMax = source.Left };
                batches[at] = batches[at] with
                {
                    Steps = [.. batches[at].Steps.Select(s => s.Id == arc.To ? Unmixed(s, next) : s)],
                    Arcs = [.. batches[at].Arcs, arc],
                };
                shared = true;
            }
            // What others wait for with a mix in its working time is done in one go.
            if (shared && batches.FindIndex(b => b.Id == first.BatchId.ToString()) is >= 0 and var own)
                batches[own] = batches[own] with
                {
                    Steps = [.. batches[own].Steps.Select(s => s.Id == source.Id ? s with { MaxChunks = 1 } : s)],
                };
        }
        return batches;
    }

    // The share of a step that the mix was or will be made for, the minute it ends (now while it is only planned), and how long the
    // mix is workable from its end.
    private (string Id, int End, int Left)? MixedBy(BenchStep step)
    {
        var left = _bench.Remaining(step).Count;
        var spell = _bench.InHand is { } open && open.StepId == step.Id ? open : _bench.SpellsOf[step.Id].LastOrDefault();
        if (spell is null)
            return left == 0 ? null : (step.Id.ToString(), Minute(_now), PuttyMix.LeftAfter(_bench, step, left, _now));
        var given = _fixed.FindLast(c => PlanIds.StepOf(c.Step) == step.Id);
        if (given is null || given.Models < left + _bench.TicksOf[step.Id].Count(t => t.SpellId == spell.Id))
            return null;
        var another =
            PuttyMix.TermsOf(_bench, step, _now) is { Models: var per }
            && left > 0
            && (given.Models - 1) / per > (given.Models - left) / per;
        return (
            given.Step,
            given.End,
            another ? PuttyMix.LeftAfter(_bench, step, given.Models, _now) : Minute(PuttyMix.StiffAt(_bench, spell)) - given.End
        );
    }

    private static PlanStep Unmixed(PlanStep spec, BenchStep step) =>
        spec with
        {
            Setup = 0,
            MaxChunks = 1,
            Minutes = [.. Enumerable.Range(1, spec.Minutes!.Count).Select(n => PuttyMix.MinutesFrom(step, n))],
        };
}
