using System.Runtime.InteropServices;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Scheduling.Searching;

namespace Hexaprep.Exact;

/// <summary>Finishes the plan of a small problem in the base format with a constraint solver: it begins with the planner's plan and ends
/// with the best there is, or with the best it comes to.</summary>
/// <remarks>The same problem, plan, budget and seed give the same plan: the solver counts its work, not seconds, on one core. Measured in
/// docs/benchmarks.md.</remarks>
public static class ExactImprover
{
    /// <summary>More steps are left to the planner.</summary>
    public const int MostSteps = 84;

    // The solver's work, about seconds on one core: half a second for a thousand decodes.
    private const int MostWork = 30,
        DecodesAWork = 2000;

    /// <summary>True when a problem can be finished: small, and nothing in it beyond the base format.</summary>
    public static bool Takes(PlanProblem problem) =>
        RuntimeInformation.ProcessArchitecture == Architecture.X64
        && problem.Batches.Sum(b => b.Steps.Count) <= MostSteps
        && problem
            is {
                Fixed: null,
                Closing: null,
                Places: null,
                Open: null,
                Changeover: null,
                Wet: null,
                Windows: null,
                Weights: { Changeover: null, Interleave: null, Rounds: null, Stretch: null }
            }
        && problem.Batches.All(b =>
            b.Steps.All(s => s with { Mode = null } == new PlanStep(s.Id, s.Setup, s.PerModel, s.MaxChunks, s.Wait))
            && b.Arcs.All(a => a is { FromBatch: null, ToBatch: null, FinishMax: null })
        );

    /// <summary>A plan at least as good as one that is there.</summary>
    /// <param name="problem">What to plan; its seed drives the solver's choices.</param>
    /// <param name="plan">The planner's plan.</param>
    /// <param name="budget">Decodes the planner was given: the solver's work goes by them.</param>
    public static PlanResult Finish(PlanProblem problem, PlanResult plan, int budget)
    {
        var work = Math.Min(MostWork, budget / DecodesAWork);
        if (work == 0 || plan.Unplaced.Count > 0 || !Takes(problem))
            return plan;
        var model = new ExactModel(problem, plan.Schedule.Z);
        model.BeginWith(plan.Schedule.Chunks);
        if (!(model.SolveRepeatably(work, problem.Seed).Value < plan.Schedule.Z))
            return plan;
        // What the solver leaves where nobody minds is moved to where it makes sense.
        var finished = Planner.Better(problem, model.Found, 0);
        return finished.Unplaced.Count == 0 && finished.Schedule.Z < plan.Schedule.Z ? finished : plan;
    }
}
