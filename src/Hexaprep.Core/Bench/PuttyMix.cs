using Hexaprep.Core.Computation;
using Hexaprep.Core.Drying;
using Hexaprep.Core.Routes;
using Hexaprep.Core.Scheduling;
using NodaTime;

namespace Hexaprep.Core.Bench;

/// <summary>One mix of two-part putty for the gaps of several batches: the first step mixes it, the others follow while it is workable
/// and pay no set-up.</summary>
/// <param name="First">The step it is mixed for.</param>
/// <param name="Others">The steps filled from what is left, in no fixed order.</param>
public sealed record SharedMix(Guid First, IReadOnlyList<Guid> Others);

/// <summary>How long one mix of a step stays workable in some air, and how many models it takes in that time.</summary>
/// <param name="WorkingMinutes">At the cautious end, at least 1.</param>
/// <param name="Models">At least 1.</param>
public sealed record MixTerms(int WorkingMinutes, int Models);

/// <summary>What the bench and its plan say about mixes of two-part putty.</summary>
public static class PuttyMix
{
    /// <summary>The terms of a step's mix made at a moment: its working time in the air of then; null where nothing stiffens.</summary>
    public static MixTerms? TermsOf(BenchIndex bench, BenchStep step, Instant at)
    {
        if (step.Amounts is not { WorkingMinutes: { } usual, Product: { } product })
            return null;
        var working = usual * DryingModel.WorkingFactor(product, bench.Drying.AirAt(at).AirC);
        var models = GapFilling.GapsPerMix(working, Math.Max(1, step.Amounts.SecondsPerModel) / 60.0);
        return new MixTerms(Math.Max(1, (int)working), Math.Max(1, models));
    }

    // A tool wiped, another model taken: longer than this and the person may have mixed anew.
    private static readonly Duration HandOver = Duration.FromMinutes(5);

    /// <summary>When the mix used last in a spell was made: the cautious reading, so that it stiffens no later than is said.</summary>
    /// <param name="bench">The bench.</param>
    /// <param name="spell">A spell on a step that works with a mix.</param>
    public static Instant MadeAt(BenchIndex bench, Spell spell)
    {
        var step = bench.Steps[spell.StepId];
        var ticks = bench.TicksOf[spell.StepId].Where(t => t.SpellId == spell.Id).Select(t => t.At).Order().ToList();
        var served = TermsOf(bench, step, spell.BeganAt) is { Models: var per } ? ticks.Count / per * per : 0;
        if (served > 0)
            return ticks[served - 1];
        var before = bench
            .EndedAfter(spell.BeganAt - HandOver - Duration.FromMinutes(1))
            .FirstOrDefault(s => s.EndedAt <= spell.BeganAt && s.Id != spell.Id);
        if (before is null || spell.BeganAt - before.EndedAt > HandOver)
            return spell.BeganAt;
        var other = bench.Steps[before.StepId];
        if (other.Amounts.WorkingMinutes is null || other.Amounts.Method != step.Amounts.Method)
            return spell.BeganAt;
        var made = MadeAt(bench, before);
        return StiffAt(bench, other, made) > spell.BeganAt ? made : spell.BeganAt;
    }

    /// <summary>When the mix used last in a spell stiffens.</summary>
    public static Instant StiffAt(BenchIndex bench, Spell spell) => StiffAt(bench, bench.Steps[spell.StepId], MadeAt(bench, spell));

    private static Instant StiffAt(BenchIndex bench, BenchStep step, Instant made) =>
        made + Duration.FromMinutes(TermsOf(bench, step, made)!.WorkingMinutes);

    /// <summary>Minutes of hands for models filled from a mix that is there: no set-up.</summary>
    public static int MinutesFrom(BenchStep step, int models) => Math.Max(1, (models * step.Amounts.SecondsPerModel + 59) / 60);

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
            var left = LeftAfter(bench, first, bench.Remaining(first).Count, plan.MadeAt);
            List<BenchStep> others = [];
            foreach (
                var (later, next) in open.Skip(1)
                    .Where(m =>
                        MayFollow(bench, first, m.Step)
                        && (InOneSitting(plan, work, m.Work) || (early && IsReadyBy(plan, m.Step, work.End)))
                    )
            )
            {
                var minutes = MinutesFrom(next, later.Models);
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

    /// <summary>Minutes a mix stays workable after the last model of the step it was made for; below 1 when nothing can follow.</summary>
    /// <param name="bench">The bench.</param>
    /// <param name="step">The step, not begun.</param>
    /// <param name="models">Models it still has, at least 1.</param>
    /// <param name="now">Whose air counts.</param>
    public static int LeftAfter(BenchIndex bench, BenchStep step, int models, Instant now)
    {
        var terms = TermsOf(bench, step, now)!;
        var inLast = models - (models - 1) / terms.Models * terms.Models;
        return terms.WorkingMinutes - step.Amounts.SetupMinutes - MinutesFrom(step, inLast);
    }

    /// <summary>True when a step nobody began may be filled from the mix of another.</summary>
    public static bool MayFollow(BenchIndex bench, BenchStep first, BenchStep next) =>
        next.BatchId != first.BatchId
        && next.Amounts.WorkingMinutes is not null
        && next.Amounts.Method == first.Amounts.Method
        && bench.InHand?.StepId != next.Id
        && !bench.TicksOf[next.Id].Any()
        && bench.Remaining(next).Count > 0;
}
