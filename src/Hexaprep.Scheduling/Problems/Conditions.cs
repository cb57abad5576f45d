namespace Hexaprep.Scheduling.Problems;

/// <summary>Plans a problem in which some steps are needed only where what follows comes late. Each such step is decided at once: it
/// stands, or it is left out and what follows must come in time; either is a plain problem.</summary>
public static class Conditions
{
    /// <summary>A problem in which every condition is decided, and its plan.</summary>
    /// <param name="Problem">What was planned: no step in it has a condition.</param>
    /// <param name="Plan">Its plan.</param>
    public sealed record Decided(PlanProblem Problem, PlanResult Plan);

    /// <summary>Plans a plain problem: from an older plan where there is one, with so many decodes.</summary>
    public delegate PlanResult Plans(PlanProblem problem, IReadOnlyList<PlanChunk>? older, int budget);

    /// <summary>Decides each condition by what the plan is worth: all steps stand, none does, then one after the other is turned.</summary>
    /// <param name="problem">The problem; without conditions it is planned as it is.</param>
    /// <param name="budget">Decodes for all of it.</param>
    /// <param name="plans">Plans a plain problem.</param>
    public static Decided Solve(PlanProblem problem, int budget, Plans plans)
    {
        var open = Open(problem);
        if (open.Count == 0)
            return new Decided(problem, plans(problem, null, budget));
        var share = budget / (open.Count + 2);
        HashSet<(string, string)> left = [];
        var best = Trimmed(problem, open, left, plans(Without(problem, left), null, share), plans);
        HashSet<(string, string)> all = [.. open];
        best = Better(best, (all, plans(Without(problem, all), null, share)));
        foreach (var step in open)
        {
            HashSet<(string, string)> turned = [.. best.Left];
            if (!turned.Remove(step))
                turned.Add(step);
            var plan = plans(Without(problem, turned), Chunks(best.Plan, turned), share);
            best = Better(best, Trimmed(problem, open, turned, plan, plans));
        }
        return new Decided(Without(problem, best.Left), best.Plan);
    }

    /// <summary>The problem without what may be left out and without what then has to be in time: its bound is one of the whole.</summary>
    public static PlanProblem Relaxed(PlanProblem problem) => Without(problem, [.. Open(problem)], inTime: false);

    private static List<(string Batch, string Step)> Open(PlanProblem problem)
    {
        var given = (problem.Fixed ?? []).Select(c => (c.Batch, c.Step)).ToHashSet();
        return
        [
            .. problem.Batches.SelectMany(b =>
                b.Steps.Where(s => s.OnlyIf is not null && !given.Contains((b.Id, s.Id))).Select(s => (b.Id, s.Id))
            ),
        ];
    }

    // A step that turns out not to be needed where it stands is left out: nothing else has to move for it.
    private static (HashSet<(string, string)> Left, PlanResult Plan) Trimmed(
        PlanProblem problem,
        List<(string Batch, string Step)> open,
        HashSet<(string, string)> left,
        PlanResult plan,
        Plans plans
    )
    {
        while (
            plan.Unplaced.Count == 0
            && open.Where(s => !left.Contains(s) && !IsNeeded(problem, s, plan.Schedule.Chunks)).ToList() is [_, ..] spare
        )
        {
            left = [.. left, .. spare];
            plan = plans(Without(problem, left), Chunks(plan, left), 0);
        }
        return (left, plan);
    }

    private static bool IsNeeded(PlanProblem problem, (string Batch, string Step) step, IReadOnlyList<PlanChunk> chunks)
    {
        var when = problem.Batches.First(b => b.Id == step.Batch).Steps.First(s => s.Id == step.Step).OnlyIf!;
        var since = chunks.Where(c => (c.Batch, c.Step) == (step.Batch, when.After)).Max(c => c.End);
        return Arcs(problem)
            .Where(a => From(a) == step)
            .Any(a => chunks.Where(c => (c.Batch, c.Step) == To(a)).Min(c => c.Start) - since > when.LongerThan);
    }

    private static (HashSet<(string, string)> Left, PlanResult Plan) Better(
        (HashSet<(string, string)> Left, PlanResult Plan) one,
        (HashSet<(string, string)> Left, PlanResult Plan) other
    ) =>
        (other.Plan.Unplaced.Count, other.Plan.Schedule.Z ?? 0).CompareTo((one.Plan.Unplaced.Count, one.Plan.Schedule.Z ?? 0)) < 0
            ? other
            : one;

    private static List<PlanChunk> Chunks(PlanResult plan, HashSet<(string, string)> left) =>
        [.. plan.Schedule.Chunks.Where(c => !left.Contains((c.Batch, c.Step)))];

    // Where a step is left out, what it waited for is waited for by what follows it.
    private static PlanProblem Without(PlanProblem problem, HashSet<(string, string)> left, bool inTime = true)
    {
        var arcs = Arcs(problem);
        foreach (var step in left)
        {
            var (before, after) = (arcs.Where(a => To(a) == step).ToList(), arcs.Where(a => From(a) == step).ToList());
            arcs.RemoveAll(a => To(a) == step || From(a) == step);
            arcs.AddRange(
                from i in before
                from o in after
                select new PlanArc(i.From, o.To, i.Min)
                {
                    Forbid = i.Forbid,
                    FromBatch = i.FromBatch,
                    ToBatch = o.ToBatch,
                }
            );
            var (batch, id) = step;
            var when = problem.Batches.First(b => b.Id == batch).Steps.First(s => s.Id == id).OnlyIf!;
            if (inTime)
                arcs.AddRange(
                    after.Select(o => new PlanArc(when.After, o.To, 0)
                    {
                        Max = when.LongerThan,
                        FromBatch = batch,
                        ToBatch = o.ToBatch,
                    })
                );
        }
        return problem with
        {
            Batches =
            [
                .. problem.Batches.Select(b =>
                    b with
                    {
                        Steps = [.. b.Steps.Where(s => !left.Contains((b.Id, s.Id))).Select(s => s with { OnlyIf = null })],
                        Arcs = [.. arcs.Where(a => a.ToBatch == b.Id).Select(a => Plain(a, b.Id))],
                    }
                ),
            ],
        };
    }

    // Every arc with both its batches said.
    private static List<PlanArc> Arcs(PlanProblem problem) =>
        [.. problem.Batches.SelectMany(b => b.Arcs.Select(a => a with { FromBatch = a.FromBatch ?? b.Id, ToBatch = a.ToBatch ?? b.Id }))];

    private static PlanArc Plain(PlanArc arc, string batch) =>
        arc with
        {
            FromBatch = arc.FromBatch == batch ? null : arc.FromBatch,
            ToBatch = null,
        };

    private static (string Batch, string Step) From(PlanArc arc) => (arc.FromBatch!, arc.From);

    private static (string Batch, string Step) To(PlanArc arc) => (arc.ToBatch!, arc.To);
}
