using Hexaprep.Core.Drying;
using Hexaprep.Core.Roster;

namespace Hexaprep.Core.Routes;

/// <summary>The kinds of statement the trade makes about steps.</summary>
public enum RuleKind
{
    Before,
    NeedsDry,
    NeverOn,
    Locks,
    Together,
    Soon,
    NotWhile,
}

/// <summary>Law of the material, good practice, or taste.</summary>
public enum Strength
{
    Law,
    Practice,
    Taste,
}

/// <summary>How a rule acts: an order or wait in the route, a method refused on a material, the calendar or a resource of the plan, or
/// a text beside a step.</summary>
public enum RuleActs
{
    Edge,
    Refusal,
    Calendar,
    Card,
}

/// <summary>By which of a wait's three times the plan puts what follows.</summary>
public enum PlanBy
{
    /// <summary>The sure one: an early touch costs work.</summary>
    Sure,

    /// <summary>The usual one: the step begins with its test, and an early touch costs another look.</summary>
    Usual,
}

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
    public Barred? ByWay { get; init; }

    /// <summary>The readiness waited for where what lies below is water-borne; null: the same as otherwise.</summary>
    public Readiness? OverWaterBorne { get; init; }

    /// <summary>The readiness that what lies below is waited for at; null for order alone.</summary>
    public Readiness? StageOver(ProductClass? below) => below == ProductClass.AcrylicWb ? OverWaterBorne ?? Stage : Stage;

    /// <summary>The jobs for which it holds from the earlier kind's first occurrence on, not from its last: what lies between two
    /// sessions of painting; null for none.</summary>
    public Func<Job, bool>? FromFirst { get; init; }

    /// <summary>It holds for the later kind's last occurrence, not for its first.</summary>
    public bool IntoLast { get; init; }

    /// <summary>By which time of the wait the plan puts the later step.</summary>
    public PlanBy PlanBy { get; init; }

    /// <summary>The same for what lies below: where a rule waits less long for what is water-borne, all else costs work.</summary>
    public PlanBy PlanByOver(ProductClass? below) => OverWaterBorne is null || below == ProductClass.AcrylicWb ? PlanBy : PlanBy.Sure;

    /// <summary>The wait is never shorter than this, minutes, whatever the readiness says.</summary>
    public int LeastMinutes { get; init; }

    /// <summary>What holds the later step back although nothing dries: a binding, a cloth's damp. It counts from the earlier step's
    /// end; null for none.</summary>
    public Hold? Held { get; init; }

    /// <summary>What is refused (refusals only).</summary>
    public Barred? Bars { get; init; }

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
        Barred what,
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

/// <summary>A wait that is no coat's.</summary>
/// <param name="Way">How the earlier step was done.</param>
/// <param name="Minutes">How long what follows waits, minutes after it.</param>
/// <param name="Reason">Why, in words a user reads.</param>
/// <param name="Test">What shows that it has held long enough.</param>
public sealed record Hold(Barred Way, int Minutes, string Reason, string Test);

/// <summary>What a refusal speaks about: every part that is set must match what is asked.</summary>
public sealed record Barred
{
    /// <summary>The method, e.g. <c>soap_warm</c>.</summary>
    public string? Method { get; init; }

    /// <summary>Every method but these; null for no such limit.</summary>
    public IReadOnlyList<string>? OtherThan { get; init; }

    /// <summary>The product's chemistry, e.g. every solvent.</summary>
    public Func<ProductClass, bool>? Product { get; init; }

    /// <summary>With accelerator.</summary>
    public bool Accelerator { get; init; }

    /// <summary>The bond's fate.</summary>
    public Fate? Fate { get; init; }

    /// <summary>What the model stands on meanwhile.</summary>
    public string? Stand { get; init; }

    /// <summary>However it is done.</summary>
    public static readonly Barred Anyhow = new();

    /// <summary>By this method.</summary>
    public static Barred By(string method) => new() { Method = method };

    /// <summary>By any method but these.</summary>
    public static Barred ByAnythingBut(params string[] methods) => new() { OtherThan = methods };

    /// <summary>With such a product.</summary>
    public static Barred With(Func<ProductClass, bool> product) => new() { Product = product };

    /// <summary>True when what is asked is refused by it.</summary>
    public bool Meets(Way way) =>
        (Method is null || way.Method == Method)
        && (OtherThan is null || !OtherThan.Contains(way.Method))
        && (Product is null || (way.Product is { } product && Product(product)))
        && (!Accelerator || way.Accelerator)
        && (Fate is null || way.Fate == Fate)
        && (Stand is null || way.Stand == Stand);
}

/// <summary>How a step is done, as far as rules ask.</summary>
/// <param name="Method">The method's id.</param>
/// <param name="Product">The product's class.</param>
public sealed record Way(string? Method, ProductClass? Product)
{
    /// <summary>CA with accelerator.</summary>
    public bool Accelerator { get; init; }

    /// <summary>What is to become of the bond.</summary>
    public Fate? Fate { get; init; }

    /// <summary>What the model stands on.</summary>
    public string? Stand { get; init; }
}

/// <summary>What is to become of a bond.</summary>
public enum Fate
{
    Permanent,
    Release,
    Sacrificial,
}

/// <summary>When a step is part of a route, and how it can be done.</summary>
/// <param name="Kind">The step.</param>
/// <param name="When">The jobs that need it.</param>
/// <param name="Reason">Why they need it.</param>
/// <param name="Ways">How it can be done, the first that no rule refuses being the trade's choice.</param>
public sealed record StepChoice(StepKind Kind, Func<Job, bool> When, Func<Job, string> Reason, Func<Job, IReadOnlyList<StepDraft>> Ways)
{
    /// <summary>A step that is done one way only.</summary>
    public StepChoice(StepKind kind, Func<Job, bool> when, Func<Job, string> reason, Func<Job, StepDraft> draft)
        : this(kind, when, reason, j => [draft(j)]) { }

    /// <summary>What part of its seconds each occurrence takes; null: each is the whole again, as with coats.</summary>
    public IReadOnlyList<double>? Shares { get; init; }

    /// <summary>How its later occurrences are done where that differs from the first; null: alike.</summary>
    public Func<StepDraft, StepDraft>? Later { get; init; }

    /// <summary>How it is done once more just before primer, for the jobs that need that; null for none.</summary>
    public Func<Job, StepDraft?> Again { get; init; } = _ => null;

    /// <summary>The rule that asks for it once more; null for none.</summary>
    public Rule? AgainBy { get; init; }

    /// <summary>The side it stands on where that depends on the job; null: its kind's own.</summary>
    public Func<Job, Side>? Moved { get; init; }

    /// <summary>Where it stands on the hexagon for a job.</summary>
    public Side SideFor(Job job) => Moved?.Invoke(job) ?? StepFacts.Of(Kind).Side;

    /// <summary>What follows where a person leaves it out, though no rule asks for it; null where nothing does.</summary>
    public Func<Job, string?> Without { get; init; } = _ => null;

    /// <summary>Why a tier's or school's default leaves it out; null when it simply does not apply.</summary>
    public Func<Job, string?> LeftOut { get; init; } = _ => null;
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

    /// <summary>The way, as rules ask about it.</summary>
    public Way Way => new(Method, Product);
}
