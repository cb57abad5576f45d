namespace Hexaprep.Core.Scheduling;

/// <summary>Makes plans. A plan is a function of its problem, seed and budget alone: no clock is read, and equal input gives an equal
/// plan, to the minute.</summary>
public static class Planner
{
    /// <summary>Makes a plan from nothing: a first one from fixed orders, then a better one as long as the budget lasts.</summary>
    /// <param name="problem">What to plan; its seed drives the search.</param>
    /// <param name="budget">Decodes to spend; a decode is as many steps laid as there are. The fixed orders are always tried; 0: the
    /// plan of a moment.</param>
    /// <param name="cancel">Ends the search with an <see cref="OperationCanceledException"/>.</param>
    /// <returns>The best plan found. Steps that fit nowhere are listed with what they lack.</returns>
    public static PlanResult Solve(PlanProblem problem, int budget, CancellationToken cancel = default)
    {
        var p = CompiledProblem.Of(problem);
        var table = new Timetable(p);
        var best = new SavedPlan(p);
        var search = new Search(p, table, (ulong)problem.Seed, cancel);
        var spent = budget == 0 ? search.First(best) : search.First(best, budget);
        search.Improve(best, budget - spent);
        return Finish(p, table, best);
    }

    /// <summary>Makes the plan that stays closest to an older one: what still holds keeps its minute, only what must move moves.</summary>
    /// <param name="problem">What to plan now.</param>
    /// <param name="older">The chunks of the older plan, on the same minutes.</param>
    /// <param name="cancel">Ends the search with an <see cref="OperationCanceledException"/>.</param>
    public static PlanResult Keep(PlanProblem problem, IReadOnlyList<PlanChunk> older, CancellationToken cancel = default)
    {
        var p = CompiledProblem.Of(problem);
        var table = new Timetable(p);
        return Replay.Lay(p, table, new Placer(p, table), older) ? Result(p, table) : Solve(problem, 0, cancel);
    }

    /// <summary>Betters the plan that stays closest to an older one.</summary>
    /// <param name="problem">What to plan now.</param>
    /// <param name="older">The chunks of the older plan, on the same minutes.</param>
    /// <param name="budget">Decodes to spend.</param>
    /// <param name="cancel">Ends the search with an <see cref="OperationCanceledException"/>.</param>
    public static PlanResult Better(PlanProblem problem, IReadOnlyList<PlanChunk> older, int budget, CancellationToken cancel = default)
    {
        var p = CompiledProblem.Of(problem);
        var table = new Timetable(p);
        var search = new Search(p, table, (ulong)problem.Seed, cancel);
        var best = new SavedPlan(p);
        search.Continue(best, older, budget);
        return Finish(p, table, best);
    }

    /// <summary>Plans that follow an older one where keeping it would cost somebody days: in the order they had, or as far as it
    /// holds.</summary>
    /// <param name="problem">What to plan now.</param>
    /// <param name="older">The chunks of the older plan, on the same minutes.</param>
    /// <param name="budget">Decodes to spend.</param>
    /// <param name="cancel">Ends the search with an <see cref="OperationCanceledException"/>.</param>
    public static IReadOnlyList<PlanResult> Followers(
        PlanProblem problem,
        IReadOnlyList<PlanChunk> older,
        int budget,
        CancellationToken cancel = default
    )
    {
        var p = CompiledProblem.Of(problem);
        var table = new Timetable(p);
        var search = new Search(p, table, (ulong)problem.Seed, cancel);
        return [.. search.Followers(older, budget).ToList().Select(plan => Finish(p, table, plan))];
    }

    private static PlanResult Finish(CompiledProblem p, Timetable table, SavedPlan best)
    {
        best.Load(table);
        new Polish(p, table).Run();
        Replay.MendPlaces(p, table, new Placer(p, table));
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
