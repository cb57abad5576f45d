using Hexaprep.Scheduling.Problems;

namespace Hexaprep.Planning.Problem;

/// <summary>The steps of a batch in a draft, by the bench's own and by what stands for them there: still to do, in hand, done, or to come
/// behind.</summary>
/// <param name="steps">The steps of the draft.</param>
public sealed class DraftedSteps(IEnumerable<PlanStep> steps)
{
    private readonly Dictionary<(Guid Step, string Mark), string> _ids = steps.ToDictionary(
        s => (PlanIds.StepOf(s.Id), PlanIds.MarkOf(s.Id)),
        s => s.Id
    );

    /// <summary>All that stands in the draft for a step of the bench.</summary>
    public IEnumerable<string> All(Guid step) => _ids.Where(i => i.Key.Step == step).Select(i => i.Value);

    /// <summary>The draft's step; null where it has none.</summary>
    /// <param name="step">The step of the bench.</param>
    /// <param name="mark">One of the marks of <see cref="PlanIds"/>, or nothing for what is still to do.</param>
    public string? Of(Guid step, string mark = "") => _ids.GetValueOrDefault((step, mark));
}
