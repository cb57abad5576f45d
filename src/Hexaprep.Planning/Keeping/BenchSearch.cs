using Hexaprep.Bench.State;
using Hexaprep.Planning.Problem;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Scheduling.Searching;
using NodaTime;

namespace Hexaprep.Planning.Keeping;

/// <summary>Searches for a better plan of a bench, beginning from another plan of it.</summary>
/// <param name="Bench">The bench.</param>
/// <param name="Now">Nothing is planned before it.</param>
/// <param name="Cancel">Ends the search.</param>
public sealed record BenchSearch(BenchIndex Bench, Instant Now, CancellationToken Cancel)
{
    /// <summary>By when each unit is to come home; null for a search with all freedom.</summary>
    public IReadOnlyDictionary<string, Instant>? Dates { get; init; }

    /// <summary>What a plan begins until a moment stands; null for nothing.</summary>
    public (BenchPlan InForce, Instant Until)? Standing { get; init; }

    /// <summary>Betters a plan.</summary>
    /// <param name="from">The plan it begins from.</param>
    /// <param name="budget">Decodes, at least 1.</param>
    /// <param name="round">Another one searches with another seed.</param>
    /// <param name="inTurns">What comes when is turned over first.</param>
    public BenchPlan From(BenchPlan from, int budget, int round = 0, bool inTurns = false)
    {
        var (draft, problem) = Draft(from);
        var searched = Searched(draft, problem) with { Seed = problem.Seed + round };
        var chunks = from.OnMinutesFrom(draft.Origin);
        return Finished(draft, problem, Planner.Better(searched, chunks, budget, Minutes(draft), inTurns, Cancel), budget);
    }

    /// <summary>Makes a plan from nothing that looks as far ahead as another and mixes putty as it does.</summary>
    /// <param name="like">The other plan.</param>
    /// <param name="budget">Decodes, at least 1.</param>
    public BenchPlan Afresh(BenchPlan like, int budget)
    {
        var (draft, problem) = Draft(like);
        return Finished(draft, problem, Planner.Solve(Searched(draft, problem), budget, Minutes(draft), Cancel), budget);
    }

    private (ProblemBuilder Draft, PlanProblem Problem) Draft(BenchPlan like)
    {
        var draft = new ProblemBuilder(Bench, Now, SharedMixes.In(like.Problem), like.LastEvening);
        return (draft, draft.Problem());
    }

    private Dictionary<string, int>? Minutes(ProblemBuilder draft) => Dates?.ToDictionary(e => e.Key, e => draft.Minute(e.Value));

    // What is about to be done stands, for the search alone; the plan is that of the bench as it is.
    private BenchPlan Finished(ProblemBuilder draft, PlanProblem problem, PlanResult result, int budget) =>
        Dates is not null
            ? draft.Plan(problem, Planner.Keep(problem, result.Schedule.Chunks, Cancel), budget)
            : ProblemBuilder.SharingMixes(Bench, draft.Plan(problem, result, budget), Cancel);

    private PlanProblem Searched(ProblemBuilder draft, PlanProblem problem)
    {
        if (Standing is not { } standing)
            return problem;
        var until = draft.Minute(standing.Until);
        var open = problem.Fixed?.Select(c => c.Step).ToHashSet(StringComparer.Ordinal) ?? [];
        var steps = problem.Batches.SelectMany(b => b.Steps).Select(s => s.Id).ToHashSet(StringComparer.Ordinal);
        var chunks = standing.InForce.OnMinutesFrom(draft.Origin);
        var near = chunks
            .Where(c => c.Start < until && steps.Contains(c.Step) && !open.Contains(c.Step))
            .Select(c => c.Step)
            .ToHashSet(StringComparer.Ordinal);
        return near.Count == 0 ? problem : problem with { Fixed = [.. problem.Fixed ?? [], .. chunks.Where(c => near.Contains(c.Step))] };
    }
}
