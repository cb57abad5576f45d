using Hexaprep.Core.Roster;

namespace Hexaprep.Core.Routes;

/// <summary>The kinds of statement the trade makes about steps.</summary>
public enum RuleKind { Before, NeedsDry, NeverOn, Locks, Together, Soon, NotWhile }

/// <summary>Law of the material, good practice, or taste.</summary>
public enum Strength { Law, Practice, Taste }

/// <summary>How a rule acts: an order or wait in the route, a method refused on a material, or a text beside a step.</summary>
public enum RuleActs { Edge, Refusal, Card }

/// <summary>A rule of the job: a value. It never edits a route; the builder collects what it says.</summary>
/// <param name="Name">Its own name, as tests and reasons cite it.</param>
/// <param name="Kind">What kind of statement it is.</param>
/// <param name="Strength">How binding it is.</param>
/// <param name="Subject">The step that must come first (edges), or that the rule is about.</param>
/// <param name="Object">The step that waits for it (edges); the subject itself otherwise.</param>
/// <param name="Stage">The readiness the wait is for; null for order alone.</param>
/// <param name="Reason">Why, in words a user reads.</param>
/// <param name="When">The batches it speaks about.</param>
public sealed record Rule(
    string Name, RuleKind Kind, Strength Strength, StepKind Subject, StepKind Object, Readiness? Stage, string Reason,
    Func<BatchTraits, bool> When)
{
    /// <summary>How the rule acts.</summary>
    public RuleActs Acts { get; init; } = RuleActs.Edge;

    /// <summary>The method or product refused (refusals only).</summary>
    public string? Refused { get; init; }

    /// <summary>X before Y, for batches where <paramref name="when"/> holds (all when null).</summary>
    public static Rule Before(string name, StepKind first, StepKind then, Strength strength, string reason, Func<BatchTraits, bool>? when = null) =>
        new(name, RuleKind.Before, strength, first, then, null, reason, when ?? (_ => true));

    /// <summary>Y needs what X left behind to be ready at <paramref name="stage"/>.</summary>
    public static Rule NeedsDry(string name, StepKind first, StepKind then, Readiness stage, Strength strength, string reason, Func<BatchTraits, bool>? when = null) =>
        new(name, RuleKind.NeedsDry, strength, first, then, stage, reason, when ?? (_ => true));

    /// <summary>A method that must not be used for a step on these batches.</summary>
    public static Rule NeverOn(string name, StepKind step, string method, Strength strength, string reason, Func<BatchTraits, bool> when) =>
        new(name, RuleKind.NeverOn, strength, step, step, null, reason, when) { Acts = RuleActs.Refusal, Refused = method };

    /// <summary>A text shown with a step.</summary>
    public static Rule Card(string name, RuleKind kind, StepKind step, Strength strength, string reason, Func<BatchTraits, bool>? when = null) =>
        new(name, kind, strength, step, step, null, reason, when ?? (_ => true)) { Acts = RuleActs.Card };
}

/// <summary>When a step is part of a route, and what it costs.</summary>
/// <param name="Kind">The step.</param>
/// <param name="Side">Where it stands on the hexagon.</param>
/// <param name="When">The batches that need it.</param>
/// <param name="Reason">Why they need it.</param>
/// <param name="Draft">Its amounts for such a batch.</param>
public sealed record StepChoice(StepKind Kind, Side Side, Func<BatchTraits, bool> When, Func<BatchTraits, string> Reason, Func<BatchTraits, StepDraft> Draft)
{
    /// <summary>Why a tier or school default leaves it out; null when it simply does not apply.</summary>
    public Func<BatchTraits, string?> LeftOut { get; init; } = _ => null;
}

/// <summary>The amounts of a step for one batch.</summary>
/// <param name="SetupMinutes">Minutes of hands before the first model, paid again for each chunk.</param>
/// <param name="SecondsPerModel">Seconds of hands a model, at least 0.</param>
public sealed record StepDraft(int SetupMinutes, int SecondsPerModel)
{
    /// <summary>What it asks of the person.</summary>
    public Attention Attention { get; init; } = Attention.Hands;
    /// <summary>Work that needs one go is not cut by the end of a sitting.</summary>
    public bool OneGo { get; init; }
    /// <summary>The spray set-up, null when nothing is sprayed.</summary>
    public SprayMode? Mode { get; init; }
    /// <summary>What it leaves to dry, null for nothing.</summary>
    public ProductClass? Product { get; init; }
    /// <summary>The method, where there is a choice.</summary>
    public string? Method { get; init; }
    /// <summary>How often the step is done, each a step of its own.</summary>
    public int Occurrences { get; init; } = 1;
    /// <summary>Minutes a two-part mix stays workable at the cautious end; null when nothing stiffens.</summary>
    public int? WorkingMinutes { get; init; }
    /// <summary>Models served by one mix; the set-up is paid for each mix.</summary>
    public int? ModelsPerMix { get; init; }
}
