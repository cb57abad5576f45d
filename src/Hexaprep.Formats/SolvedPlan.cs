using Hexaprep.Craft.Vocabulary;
using Hexaprep.Scheduling.Bounds;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Scheduling.Timetables;

namespace Hexaprep.Formats;

/// <summary>A solved problem as it is written out: a schedule in the documented format, and beside it what proves and explains
/// it.</summary>
/// <param name="Instance">Name of the problem.</param>
/// <param name="Method">hexaprep.</param>
/// <param name="Z">The value; null when steps are without a place.</param>
/// <param name="Bound">No plan has a lower value.</param>
/// <param name="Seed">Seed of the search.</param>
/// <param name="Budget">Decodes it was given.</param>
/// <param name="Chunks">The schedule.</param>
/// <param name="Units">When each unit is ready, and the minute before which none can be.</param>
/// <param name="Reasons">What holds each step.</param>
/// <param name="Unplaced">Steps without a place and what they lack.</param>
public sealed record SolvedPlan(
    string Instance,
    string Method,
    long? Z,
    long Bound,
    int Seed,
    int Budget,
    IReadOnlyList<PlanChunk> Chunks,
    IReadOnlyList<SolvedUnit> Units,
    IReadOnlyList<SolvedReason> Reasons,
    IReadOnlyList<Unplaced> Unplaced
)
{
    /// <summary>Explains the plan of a problem.</summary>
    /// <param name="problem">The problem; its seed was used.</param>
    /// <param name="budget">Decodes the plan was given, at least 0.</param>
    /// <param name="decided">The problem with its conditions decided, and the plan.</param>
    public static SolvedPlan Of(PlanProblem problem, int budget, Conditions.Decided decided)
    {
        var result = decided.Plan;
        var chunks = result.Schedule.Chunks;
        var bound = LowerBound.Of(Conditions.Relaxed(problem));
        var ends = PlanValue.Finishes(decided.Problem, chunks);
        var bindings = new Bindings(decided.Problem, chunks);
        var units = problem.Units.Select(
            (u, i) =>
                new SolvedUnit(
                    u.Id,
                    ends.TryGetValue(u.Id, out var ready) ? ready : null,
                    bound.Ready[i] == int.MaxValue ? null : bound.Ready[i]
                )
        );
        var reasons = chunks
            .Select(c => (c.Batch, c.Step))
            .Distinct()
            .Select(s => (s, Reason: bindings.Reason(s.Batch, s.Step)))
            .Where(r => r.Reason is not null)
            .Select(r => new SolvedReason(
                r.s.Batch,
                r.s.Step,
                [.. r.Reason!.Bindings.Where(b => b.Binds).Select(b => SolvedBinding.Of(b))],
                [.. r.Reason.Moved.Select(m => new SolvedStep(m.Batch, m.Step))]
            ));
        return new SolvedPlan(
            problem.Name,
            result.Schedule.Method,
            result.Unplaced.Count == 0 ? result.Schedule.Z : null,
            bound.Value,
            problem.Seed,
            budget,
            chunks,
            [.. units],
            [.. reasons],
            result.Unplaced
        );
    }
}

/// <summary>A unit's end and the least it could be.</summary>
public sealed record SolvedUnit(string Id, int? Ready, int? NotBefore);

/// <summary>A step, and what breaks when it and those moved with it go one minute earlier.</summary>
public sealed record SolvedReason(string Batch, string Step, IReadOnlyList<SolvedBinding> Holds, IReadOnlyList<SolvedStep> Moved);

/// <summary>One hold: the breach code, and the step named.</summary>
/// <param name="Kind">wait, gap, hands, sitting, spray_window, resource, set_up, window or held_back.</param>
/// <param name="Code">The breach it is; null for held back.</param>
/// <param name="At">The minute it lets go; for held back, the minute it is needed by.</param>
/// <param name="Batch">Of the step named.</param>
/// <param name="Step">The step named.</param>
/// <param name="Buys">For held back: by how much the plan would be dearer without.</param>
public sealed record SolvedBinding(string Kind, string? Code, int At, string? Batch, string? Step, long? Buys)
{
    internal static SolvedBinding Of(Binding b) =>
        new(Ids.Of(b.Kind), b.Breach, b.At, b.Batch, b.Step, b.Kind == BindingKind.HeldBack ? b.Buys : null);
}

/// <summary>A step by its batch and id.</summary>
public sealed record SolvedStep(string Batch, string Step);
