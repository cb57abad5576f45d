using Hexaprep.Scheduling.Problems;
using Hexaprep.Scheduling.Timetables;

namespace Hexaprep.Scheduling.Searching;

/// <summary>Makes plans. A plan is a function of its problem, seed and budget alone: no clock is read, and equal input gives an equal
/// plan, to the minute.</summary>
public static class Planner
{
    private const int MinutesADay = 1440;

    /// <summary>Makes a plan from nothing: a first one from fixed orders, then a better one as long as the budget lasts.</summary>
    /// <param name="problem">What to plan; its seed drives the search.</param>
    /// <param name="budget">Decodes to spend; a decode is as many steps laid as there are. The fixed orders are always tried; 0: the
    /// plan of a moment.</param>
    /// <param name="promised">By which minute each unit is to be done, by its id: kept where a plan keeps it at all. Null for none.</param>
    /// <param name="cancel">Ends the search with an <see cref="OperationCanceledException"/>.</param>
    /// <returns>The best plan found. Steps that fit nowhere are listed with what they lack.</returns>
    public static PlanResult Solve(
        PlanProblem problem,
        int budget,
        IReadOnlyDictionary<string, int>? promised = null,
        CancellationToken cancel = default
    )
    {
        var p = CompiledProblem.Of(problem);
        var table = TableOf(p, promised);
        var best = new SavedPlan(p);
        var search = new Search(p, table, (ulong)problem.Seed, cancel);
        var spent = budget == 0 ? search.First(best) : search.First(best, budget);
        search.Improve(best, budget - spent);
        return Finish(p, table, best);
    }

    /// <summary>Makes the plan that stays closest to an older one: what still holds keeps its minute, only what must move moves. Where
    /// that would throw somebody back by more than a day, the steps are laid in the order in which they stood, if that throws nobody
    /// back so far. Where both leave something without a place that a new beginning has one for, all begins anew.</summary>
    /// <param name="problem">What to plan now.</param>
    /// <param name="older">The chunks of the older plan, on the same minutes.</param>
    /// <param name="cancel">Ends the search with an <see cref="OperationCanceledException"/>.</param>
    public static PlanResult Keep(PlanProblem problem, IReadOnlyList<PlanChunk> older, CancellationToken cancel = default)
    {
        var p = CompiledProblem.Of(problem);
        var table = new Timetable(p);
        var holds = WarmStart.Lay(p, table, new Placer(p, table), older);
        var kept = holds ? Result(p, table) : AtOnce(problem, cancel);
        var was = PlanValue.Finishes(problem, older);
        if (kept.Unplaced.Count == 0 && DaysBack(problem, kept, was) == 0)
            return kept;
        foreach (var stays in new[] { true, false })
        {
            if (!WarmStart.LayInTurn(p, table, new Placer(p, table), older, stays))
                continue;
            var inTurn = Result(p, table);
            if (kept.Unplaced.Count > 0 || DaysBack(problem, inTurn, was) < DaysBack(problem, kept, was))
                kept = inTurn;
        }
        return holds && kept.Unplaced.Count > 0 && AtOnce(problem, cancel) is var anew && anew.Unplaced.Count < kept.Unplaced.Count
            ? anew
            : kept;
    }

    // The best of the fixed orders, as it is: a plan that is kept is bettered afterwards.
    private static PlanResult AtOnce(PlanProblem problem, CancellationToken cancel)
    {
        var p = CompiledProblem.Of(problem);
        var (table, best) = (TableOf(p, null), new SavedPlan(p));
        new Search(p, table, (ulong)problem.Seed, cancel).First(best, 0);
        return Finish(p, table, best);
    }

    // By how many whole days the unit that is thrown back the farthest comes home later.
    private static int DaysBack(PlanProblem problem, PlanResult plan, Dictionary<string, int> was) =>
        PlanValue
            .Finishes(problem, plan.Schedule.Chunks)
            .Select(e => was.TryGetValue(e.Key, out var before) ? (e.Value - before) / MinutesADay : 0)
            .DefaultIfEmpty(0)
            .Max();

    /// <summary>Betters the plan that stays closest to an older one.</summary>
    /// <param name="problem">What to plan now.</param>
    /// <param name="older">The chunks of the older plan, on the same minutes.</param>
    /// <param name="budget">Decodes to spend on it, and as many on a new beginning where the older plan is not far better.</param>
    /// <param name="promised">By which minute each unit is to be done, by its id: kept where a plan keeps it at all. Null for none.</param>
    /// <param name="inTurns">The older plan is turned over first: what comes when, and all behind it gives way.</param>
    /// <param name="cancel">Ends the search with an <see cref="OperationCanceledException"/>.</param>
    public static PlanResult Better(
        PlanProblem problem,
        IReadOnlyList<PlanChunk> older,
        int budget,
        IReadOnlyDictionary<string, int>? promised = null,
        bool inTurns = false,
        CancellationToken cancel = default
    )
    {
        var p = CompiledProblem.Of(problem);
        var table = TableOf(p, promised);
        var search = new Search(p, table, (ulong)problem.Seed, cancel);
        var (kept, fresh) = search.Continue(older, budget, inTurns);
        // Each is finished before they are set side by side: finishing may gain one of them much and the other nothing.
        var begun = fresh is null ? null : Finish(p, table, fresh);
        if (kept is null)
            return begun!;
        table.Promised = PromisedTo(p, promised);
        var held = Finish(p, table, kept);
        return begun is not null && IsClearlyBetter(begun, held) ? begun : held;
    }

    // It leaves fewer steps out, or costs less by more than a hundredth.
    private static bool IsClearlyBetter(PlanResult one, PlanResult other) =>
        one.Unplaced.Count != other.Unplaced.Count
            ? one.Unplaced.Count < other.Unplaced.Count
            : one.Unplaced.Count == 0 && one.Schedule.Z < other.Schedule.Z - other.Schedule.Z / 100;

    private static Timetable TableOf(CompiledProblem p, IReadOnlyDictionary<string, int>? promised)
    {
        var table = new Timetable(p);
        table.Promised = PromisedTo(p, promised);
        table.ValueAll();
        return table;
    }

    private static int[]? PromisedTo(CompiledProblem p, IReadOnlyDictionary<string, int>? promised) =>
        promised is null ? null : [.. p.Problem.Units.Select(u => promised.TryGetValue(u.Id, out var by) ? by : CompiledProblem.Never)];

    private static PlanResult Finish(CompiledProblem p, Timetable table, SavedPlan best)
    {
        best.Load(table);
        new Justify(p, table).Run();
        // What a plan costs does not depend on what the search was to keep.
        table.Promised = null;
        table.ValueAll();
        WarmStart.MendPlaces(p, table, new Placer(p, table));
        return Result(p, table);
    }

    private static PlanResult Result(CompiledProblem p, Timetable table)
    {
        var chunks = table.Chunks();
        chunks.Sort(
            (a, b) =>
                a.Start != b.Start ? a.Start.CompareTo(b.Start)
                : string.CompareOrdinal(a.Batch, b.Batch) is not 0 and var byBatch ? byBatch
                : string.CompareOrdinal(a.Step, b.Step)
        );
        var unplaced = Enumerable.Range(0, p.Steps).Where(i => !table.Placed(i)).ToList();
        return new PlanResult(
            new Schedule(p.Problem.Name, "hexaprep", unplaced.Count == 0 ? table.Value() : 0, chunks),
            [.. unplaced.Select(i => Lacking(p, i))]
        );
    }

    private static Unplaced Lacking(CompiledProblem p, int step)
    {
        var shortfall = Shortfall.Of(p, step);
        return new Unplaced(p.Problem.Batches[p.Batch[step]].Id, p.StepId[step], shortfall.Lacks, shortfall.Remedy);
    }
}
