using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Routes;

/// <summary>When a step is part of a route, and how it can be done.</summary>
/// <param name="Kind">The step.</param>
/// <param name="When">The jobs that need it.</param>
/// <param name="Reason">Why they need it.</param>
/// <param name="Ways">How it can be done, the first that no rule refuses being the trade's choice.</param>
public sealed record StepApplicability(
    StepKind Kind,
    Func<Job, bool> When,
    Func<Job, string> Reason,
    Func<Job, IReadOnlyList<StepAmounts>> Ways
)
{
    /// <summary>A step that is done one way only.</summary>
    public StepApplicability(StepKind kind, Func<Job, bool> when, Func<Job, string> reason, Func<Job, StepAmounts> draft)
        : this(kind, when, reason, j => [draft(j)]) { }

    /// <summary>What part of its seconds each occurrence takes; null: each is the whole again, as with coats.</summary>
    public Func<Job, IReadOnlyList<double>>? Shares { get; init; }

    /// <summary>Each occurrence as it is, for the jobs whose occurrences differ in more than their seconds; empty: as its way has
    /// it.</summary>
    public Func<Job, StepAmounts, IReadOnlyList<StepAmounts>> Rounds { get; init; } = (_, _) => [];

    /// <summary>How its later occurrences are done where that differs from the first; null: alike.</summary>
    public Func<StepAmounts, StepAmounts>? Later { get; init; }

    /// <summary>How it is done once more just before primer, for the jobs that need that; null for none.</summary>
    public Func<Job, StepAmounts?> Again { get; init; } = _ => null;

    /// <summary>The rule that asks for it once more; null for none.</summary>
    public Rule? AgainBy { get; init; }

    /// <summary>The side it stands on where that depends on the job; null: its kind's own.</summary>
    public Func<Job, Side>? Moved { get; init; }

    /// <summary>Where it stands on the hexagon for a job.</summary>
    public Side SideFor(Job job) => Moved?.Invoke(job) ?? StepDefinition.Of(Kind).Side;

    /// <summary>What follows where a person leaves it out, though no rule asks for it; null where nothing does.</summary>
    public Func<Job, string?> Without { get; init; } = _ => null;

    /// <summary>Why a tier's or school's default leaves it out; null when it simply does not apply.</summary>
    public Func<Job, string?> LeftOut { get; init; } = _ => null;
}
