using Hexaprep.Bench.State;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Screens.GateScreen;

/// <summary>A look at models, one after another: pegs, a figure with places, keys for flaws, and what was found.</summary>
/// <param name="Now">When.</param>
/// <param name="Zone">The user's time zone.</param>
/// <param name="StepId">The step they are looked at.</param>
/// <param name="UnitId">Their unit.</param>
/// <param name="Unit">Its name, the batch's with it.</param>
/// <param name="Mark">Its mark.</param>
/// <param name="Step">The kind of step.</param>
/// <param name="Title">Which look it is: "after primer".</param>
/// <param name="IsGate">The step is a gate: a clean model is ticked.</param>
/// <param name="InHand">It is in hand.</param>
/// <param name="Blocked">Why no model can pass it now; null when one can.</param>
/// <param name="Look">How to look, in a line.</param>
/// <param name="Asks">What else is asked here; null for nothing.</param>
/// <param name="Figure">standing, rider, hull, plate or terrain.</param>
/// <param name="Places">Six places at most, in the order of their keys.</param>
/// <param name="Models">The models.</param>
/// <param name="Next">The one to look at; null when all are through.</param>
/// <param name="Keys">The six flaws offered.</param>
/// <param name="More">All others.</param>
/// <param name="LookFirst">Places where this unit had flaws that were found late.</param>
/// <param name="Enough">When to stop, with the figure it comes from.</param>
/// <param name="Findings">What is open, the same flaw of several models as one.</param>
/// <param name="Photos">Photos of these models, in the order of the looks they were taken at.</param>
public sealed record GateView(
    Instant Now,
    string Zone,
    Guid StepId,
    Guid UnitId,
    string Unit,
    string Mark,
    StepKind Step,
    string Title,
    bool IsGate,
    bool InHand,
    string? Blocked,
    string Look,
    string? Asks,
    GateFigure Figure,
    IReadOnlyList<string> Places,
    IReadOnlyList<GateModelView> Models,
    int? Next,
    IReadOnlyList<FlawKeyView> Keys,
    IReadOnlyList<FlawKeyView> More,
    IReadOnlyList<LookFirstView> LookFirst,
    string Enough,
    IReadOnlyList<FindingView> Findings,
    IReadOnlyList<PhotoView> Photos
);

/// <summary>What is drawn to point at.</summary>
public enum GateFigure
{
    Standing,
    Rider,
    Hull,
    Plate,
    Terrain,
}

/// <summary>How a model stands at a look.</summary>
public enum GateMark
{
    Rest,
    Clean,
    Flawed,
}

/// <summary>A model at a look.</summary>
public sealed record GateModelView(int Number, GateMark State, string Words);

/// <summary>A key for a flaw.</summary>
public sealed record FlawKeyView(FlawKind Kind, string Name, string Shows, string Of);

/// <summary>A place that had late-found flaws before.</summary>
public sealed record LookFirstView(string Place, string Words);

/// <summary>What was found: a flaw of one or more models, why, and what mends it.</summary>
/// <param name="FlawId">One of the flaws: it stands for all.</param>
/// <param name="FlawIds">All of them.</param>
/// <param name="Kind">What it is; null where words tell it.</param>
/// <param name="Words">The same in words.</param>
/// <param name="Models">Which models.</param>
/// <param name="Headline">What and why in a line: "Grainy on top of 2 and 3: the spray dried before it landed".</param>
/// <param name="Causes">The likeliest first; empty for free words.</param>
/// <param name="Unexplained">How likely it was something else, in words.</param>
/// <param name="Test">What would tell the first two apart.</param>
/// <param name="Repairs">What can be done, the cheapest first.</param>
/// <param name="InPlan">The repair that is in the plan, and how far it is; null for none.</param>
/// <param name="Loops">How often these models were repaired before.</param>
public sealed record FindingView(
    Guid FlawId,
    IReadOnlyList<Guid> FlawIds,
    FlawKind? Kind,
    string Words,
    IReadOnlyList<int> Models,
    string Headline,
    IReadOnlyList<CauseView> Causes,
    string Unexplained,
    string Test,
    IReadOnlyList<RepairView> Repairs,
    RepairInPlanView? InPlan,
    int Loops
)
{
    /// <summary>How wide a gap or seam is, by what goes in, and what mends that; empty for other flaws.</summary>
    public IReadOnlyList<SeamWidth> Widths { get; init; } = [];
}

/// <summary>A cause, in words.</summary>
public sealed record CauseView(
    CauseId Id,
    string Words,
    string Likely,
    IReadOnlyList<string> For,
    IReadOnlyList<string> Against,
    string Next,
    string Learned,
    string? HouseRule
)
{
    /// <summary>The label's limit that it touches, or that none is kept; null where no label decides.</summary>
    public string? Label { get; init; }
}

/// <summary>A repair, in words.</summary>
public sealed record RepairView(
    string Id,
    string Words,
    string Detail,
    IReadOnlyList<string> Bars,
    IReadOnlyList<string> Warnings,
    bool TakesSteps
);

/// <summary>A repair that is in the plan.</summary>
public sealed record RepairInPlanView(Guid Id, string Words, string Text, bool CanTakeBack);
