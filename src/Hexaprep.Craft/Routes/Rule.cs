using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Routes;

/// <summary>A rule of the job: a value. It never edits a route; the builder collects what it says.</summary>
/// <param name="Name">Its own name, as tests and reasons cite it.</param>
/// <param name="Kind">What kind of statement it is.</param>
/// <param name="Strength">How binding it is.</param>
/// <param name="Subject">The step that must come first (edges), or that the rule is about.</param>
/// <param name="Object">The step that waits for it (edges); the subject itself otherwise.</param>
/// <param name="Stage">The readiness the wait is for; null for order alone.</param>
/// <param name="Reason">Why, and so what follows when it is broken, in words a user reads.</param>
/// <param name="When">The jobs it speaks about.</param>
public sealed record Rule(
    string Name,
    RuleKind Kind,
    Strength Strength,
    StepKind Subject,
    StepKind Object,
    Readiness? Stage,
    string Reason,
    Func<Job, bool> When
)
{
    private static readonly Func<Job, bool> Always = _ => true;

    /// <summary>How the rule acts.</summary>
    public RuleActs Acts { get; init; } = RuleActs.Edge;

    /// <summary>The later step may not be done at all without the earlier one (an order alone only sorts those that are done).</summary>
    public bool Requires { get; init; }

    /// <summary>Once the later step is done the earlier one has no use any more: a pin after the glue.</summary>
    public bool Lapses { get; init; }

    /// <summary>The earlier step is required only when this one was done: sanding, once something was filled.</summary>
    public StepKind? Once { get; init; }

    /// <summary>It is silent once this other step was done, which serves the same end: a pinned joint needs no tooth.</summary>
    public StepKind? Unless { get; init; }

    /// <summary>True when what was done, or stands in the route, leaves it something to say.</summary>
    public bool Speaks(Func<StepKind, bool> has) => (Once is not { } once || has(once)) && (Unless is not { } unless || !has(unless));

    /// <summary>It speaks only when the later step is done this way; null for every way.</summary>
    public Prohibition? ByWay { get; init; }

    /// <summary>The readiness waited for where what lies below is water-borne; null: the same as otherwise.</summary>
    public Readiness? OverWaterBorne { get; init; }

    /// <summary>The readiness that what lies below is waited for at; null for order alone.</summary>
    public Readiness? StageOver(ProductClass? below) => below == ProductClass.AcrylicWb ? OverWaterBorne ?? Stage : Stage;

    /// <summary>By which time of the wait the plan puts the later step.</summary>
    public PlanBy PlanBy { get; init; }

    /// <summary>The same for what lies below: where a rule waits less long for what is water-borne, all else costs work.</summary>
    public PlanBy PlanByOver(ProductClass? below) => OverWaterBorne is null || below == ProductClass.AcrylicWb ? PlanBy : PlanBy.Sure;

    /// <summary>The wait is never shorter than this, minutes, whatever the readiness says.</summary>
    public int LeastMinutes { get; init; }

    /// <summary>What holds the later step back although nothing dries: a binding, a cloth's damp. It counts from the earlier step's
    /// end; null for none.</summary>
    public CureHold? Held { get; init; }

    /// <summary>What is refused (refusals only).</summary>
    public Prohibition? Bars { get; init; }

    /// <summary>What to do instead (refusals): a method, a product, or the step that lifts the refusal.</summary>
    public string? Instead { get; init; }

    /// <summary>The step that lifts the refusal; null when nothing does.</summary>
    public StepKind? LiftedBy { get; init; }

    /// <summary>A refusal that speaks only after this step was done.</summary>
    public StepKind? After { get; init; }

    /// <summary>A refusal that speaks only when <see cref="After"/> is wholly done, not while its passes go on.</summary>
    public bool AfterAll { get; init; }

    /// <summary>A refusal that speaks only where <see cref="After"/> was done with this product.</summary>
    public ProductClass? AfterWith { get; init; }

    /// <summary>What in the plan or on the bench keeps it (calendar rules); null where it is advice to the person.</summary>
    public string? KeptBy { get; init; }

    /// <summary>What can no longer be done or moved afterwards (locks only).</summary>
    public string? Locks { get; init; }

    /// <summary>The step that becomes dearer once this one is done (locks only): it is still possible, and is told what it costs.</summary>
    public StepKind? MakesDearer { get; init; }

    /// <summary>X before Y, for jobs where <paramref name="when"/> holds (all when null).</summary>
    public static Rule Before(string name, StepKind first, StepKind then, Strength strength, string reason, Func<Job, bool>? when = null) =>
        new(name, RuleKind.Before, strength, first, then, null, reason, when ?? Always);

    /// <summary>Y is not done without X.</summary>
    public static Rule Needs(string name, StepKind first, StepKind then, Strength strength, string reason, Func<Job, bool>? when = null) =>
        new(name, RuleKind.Before, strength, first, then, null, reason, when ?? Always) { Requires = true };

    /// <summary>Y needs what X left behind to be ready at <paramref name="stage"/>.</summary>
    public static Rule NeedsDry(
        string name,
        StepKind first,
        StepKind then,
        Readiness stage,
        Strength strength,
        string reason,
        Func<Job, bool>? when = null
    ) => new(name, RuleKind.NeedsDry, strength, first, then, stage, reason, when ?? Always);

    /// <summary>A method, product, stand or fate that must not be used for a step on these jobs.</summary>
    public static Rule NeverOn(
        string name,
        StepKind step,
        Prohibition what,
        Strength strength,
        string reason,
        string? instead,
        Func<Job, bool>? when = null
    ) =>
        new(name, RuleKind.NeverOn, strength, step, step, null, reason, when ?? Always)
        {
            Acts = RuleActs.Refusal,
            Bars = what,
            Instead = instead,
        };

    /// <summary>A text shown with a step.</summary>
    public static Rule Card(string name, RuleKind kind, StepKind step, Strength strength, string reason, Func<Job, bool>? when = null) =>
        new(name, kind, strength, step, step, null, reason, when ?? Always) { Acts = RuleActs.Card };

    /// <summary>What a step makes final, said before it is done.</summary>
    public static Rule Lock(string name, StepKind step, Strength strength, string locks, Func<Job, bool>? when = null) =>
        Card(name, RuleKind.Locks, step, strength, locks, when) with
        {
            Locks = locks,
        };

    /// <summary>A rule of the plan.</summary>
    public static Rule Plan(string name, RuleKind kind, StepKind step, string reason, string? keptBy) =>
        new(name, kind, Strength.Practice, step, step, null, reason, Always) { Acts = RuleActs.Calendar, KeptBy = keptBy };
}

/// <summary>A sentence of the rule book, as it is shown.</summary>
/// <param name="Text">The sentence.</param>
/// <param name="Strength">How binding it is; what the house chose for itself is taste.</param>
public sealed record Citation(string Text, Strength Strength);
