using Hexaprep.Bench.State;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Screens.Wording;
using NodaTime;

namespace Hexaprep.Screens.BenchScreen;

/// <summary>What the hands can do at this moment.</summary>
public enum HandsState
{
    Step,
    Free,
    Outside,
    Planning,
    Empty,
    NoPlan,
}

/// <summary>The bench, right now: what to do and why, what dries and when it is safe, what comes next, what must wait.</summary>
public sealed record BenchView(
    Instant Now,
    string Zone,
    HandsState Hands,
    SittingView? Sitting,
    SittingView? NextSitting,
    HandView? Step,
    string Headline,
    string Subline,
    IReadOnlyList<ThenView> Then,
    IReadOnlyList<DryingView> Drying,
    string NotNow,
    IReadOnlyList<NotTonightView> NotTonight,
    LineView Line,
    TakeBackView? TakeBack,
    IReadOnlyList<FlawView> Flaws,
    AwayView? Away,
    OfferView? Offer,
    IReadOnlyList<TestedView> Tested
)
{
    /// <summary>Coats that dry outdoors and may be carried in.</summary>
    public IReadOnlyList<BringInView> BringIn { get; init; } = [];

    /// <summary>A short return whose time has come while other work is in hand; null when none is open.</summary>
    public DropInView? DropIn { get; init; }

    /// <summary>Waits of minutes that run.</summary>
    public required IReadOnlyList<ClockView> Clocks { get; init; }

    /// <summary>What is about to be lost, the soonest first.</summary>
    public required IReadOnlyList<SoonView> Soon { get; init; }

    /// <summary>What to see to before the sitting ends; null where nothing was done in it.</summary>
    public required ClosingView? Closing { get; init; }

    /// <summary>On return: what became ready, what was not done, what holds, what the air allows. Empty while work goes on.</summary>
    public required IReadOnlyList<string> Return { get; init; }
}

/// <summary>A sitting, its times in words.</summary>
public sealed record SittingView(Instant Begin, Instant End, string Text, bool FitForSpray);

/// <summary>How a model stands in the step in hand.</summary>
public enum PegState
{
    Done,
    Hand,
    Rest,
    Held,
}

/// <summary>One model of the step in hand.</summary>
public sealed record PegView(int Number, PegState State)
{
    /// <summary>How many of the step's passes it has had; null where the step has none.</summary>
    public int? Passes { get; init; }
}

/// <summary>The passes of the session of painting before the person.</summary>
/// <param name="Count">How many there are.</param>
/// <param name="Number">The one that is on, from 1.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Lacking">How many models still lack it.</param>
public sealed record PassesView(int Count, int Number, string Name, int Lacking);

/// <summary>A caution: a grave one is a slab at the step, in full until a step with the same hazard was begun in this sitting; the
/// others stand in the card.</summary>
public sealed record CautionView(string Sign, string Short, string Card, bool Full, bool Grave);

/// <summary>A limit: the yellow slab with its time.</summary>
public sealed record LimitView(string Text, Instant At);

/// <summary>The card of a step: why, how, what to look for, what goes wrong, and the rules that speak about it.</summary>
public sealed record CardView(string Why, string How, string LookFor, string GoesWrong, IReadOnlyList<Citation> Rules)
{
    /// <summary>Accidents of this step: what to do now, and what follows.</summary>
    public IReadOnlyList<Accident> Accidents { get; init; } = [];
}

/// <summary>The one step: in hand, or to be begun now.</summary>
public sealed record HandView(
    Guid StepId,
    Guid UnitId,
    string Unit,
    string Mark,
    string Detail,
    StepKind Kind,
    string Title,
    string How,
    IReadOnlyList<PegView> Models,
    int Done,
    int Total,
    bool InHand,
    int? NextModel,
    string KeyText,
    string KeyNote,
    Instant? EndsAbout,
    string Why,
    LimitView? Limit,
    IReadOnlyList<CautionView> Cautions,
    CardView Card,
    bool IsGate
)
{
    /// <summary>Mixes written down for its unit, where paint must match.</summary>
    public IReadOnlyList<RecipeView> Recipes { get; init; } = [];

    /// <summary>The passes of a session of painting that has several; null otherwise.</summary>
    public PassesView? Passes { get; init; }

    /// <summary>What spoke against it, where it was begun all the same; null for nothing.</summary>
    public string? Against { get; init; }

    /// <summary>What is worth writing down here, and what was; null for nothing.</summary>
    public StepNoteView? Note { get; init; }

    /// <summary>Why the air speaks against spraying now; null when it does not. Beginning then takes a second, deliberate act.</summary>
    public string? UnfitAir { get; init; }

    /// <summary>What is tested before it begins: one key says dry and begins, one says not yet; null where nothing is.</summary>
    public TestView? Test { get; init; }

    /// <summary>Seconds each joint is held still; null where nothing is held.</summary>
    public int? HoldSeconds { get; init; }

    /// <summary>Seconds in which a joint can still be moved; null where nothing is held.</summary>
    public int? MovableSeconds { get; init; }

    /// <summary>What is locked once this step is done, the gravest first; empty when nothing is.</summary>
    public IReadOnlyList<Citation> Locks { get; init; } = [];

    /// <summary>The sides from which a can's pass is sprayed, to be ticked off while it is in hand; empty for other work.</summary>
    public IReadOnlyList<string> Sides { get; init; } = [];

    /// <summary>Asked once before the first model, where there is no way back or a flaw would be covered; null otherwise. Beginning
    /// then takes a second act.</summary>
    public string? Asks { get; init; }

    /// <summary>Seconds a joint takes with accelerator; null where none helps.</summary>
    public int? AcceleratedSeconds { get; init; }

    /// <summary>The clock of minutes that can be started here; null when there is none, or it runs.</summary>
    public ClockOffer? Clock { get; init; }
}

/// <summary>A step that comes next in this sitting.</summary>
public sealed record ThenView(Guid StepId, Instant At, string Time, string Text)
{
    /// <summary>For a short return: between when and when to come back, and what ends it; null for other work.</summary>
    public string? Back { get; init; }
}

/// <summary>A coat that must be left alone, its three times, and the stage a test would be for; or a binding that holds, which is no
/// coat and has no product.</summary>
public sealed record DryingView(
    Guid? CoatId,
    Guid StepId,
    Guid UnitId,
    string Unit,
    string Mark,
    string What,
    string SafeTo,
    Readiness Stage,
    Instant StartedAt,
    Instant Early,
    Instant Usual,
    Instant Sure,
    string SureText,
    string Basis,
    bool Expected,
    bool CanTest,
    bool Tested,
    Film Film,
    double? AirC,
    double? HumidityPct,
    int Number,
    ProductClass? Product,
    string? Method,
    int Models
)
{
    /// <summary>When the plan counts on it and the alarm rings: the usual time where a test begins what follows, else the sure
    /// one.</summary>
    public Instant Planned { get; init; }

    /// <summary>When the last model was done; null while the work goes on.</summary>
    public Instant? EndedAt { get; init; }
}

/// <summary>A step this sitting cannot reach, and what prevents it.</summary>
public sealed record NotTonightView(Guid StepId, string Text, string Reason, Instant? Until);

/// <summary>A model held back.</summary>
public sealed record FlawView(Guid Id, Guid StepId, Guid UnitId, string Unit, string Mark, int Model, string Place, string Words);

/// <summary>A coat that dries outdoors and may be carried in: asked once.</summary>
public sealed record BringInView(Guid CoatId, string Text);

/// <summary>A coat that was tested dry a little while ago: said again, so that a wrong touch can be put right.</summary>
public sealed record TestedView(Guid CoatId, Readiness Stage, string Text);

/// <summary>Work from a later sitting that may start now and fits the free time.</summary>
public sealed record OfferView(Guid StepId, string Text, string Note)
{
    /// <summary>What is tested before it begins; null where nothing is.</summary>
    public TestView? Test { get; init; }
}

/// <summary>What "take one back" would take back.</summary>
public sealed record TakeBackView(Guid StepId, int Model, string Text);

/// <summary>Nothing was ticked for longer than the step takes.</summary>
public sealed record AwayView(int Minutes, string Text);

/// <summary>The line: sittings laid open, work above, waits below.</summary>
public sealed record LineView(IReadOnlyList<SittingView> Sittings, IReadOnlyList<BlockView> Blocks, IReadOnlyList<BightView> Bights);

/// <summary>How a block stands.</summary>
public enum BlockState
{
    Past,
    Now,
    Next,
}

/// <summary>A stretch of hands on the line.</summary>
public sealed record BlockView(
    Guid StepId,
    Guid UnitId,
    string Unit,
    string Mark,
    string Title,
    Instant Begin,
    Instant End,
    int Models,
    BlockState State,
    double DoneShare,
    bool Outdoors
);

/// <summary>A wait under the line: begun (with digits) or planned (dotted).</summary>
public sealed record BightView(Guid StepId, Guid UnitId, string Unit, string Mark, string What, Instant From, Instant To, bool Begun);

/// <summary>Fills a caution's two views.</summary>
public static class CautionViews
{
    /// <summary>The cautions of a step; in full unless a step with the same hazard was begun in this sitting.</summary>
    public static IReadOnlyList<CautionView> Of(IReadOnlyList<Caution> cautions, IReadOnlySet<string> seen) =>
        [.. cautions.Select(c => new CautionView(c.Sign, c.Short, c.Card, !seen.Contains(c.Name), c.Grave))];
}
