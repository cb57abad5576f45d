using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Screens.BenchScreen;
using NodaTime;

namespace Hexaprep.Screens.UnitsScreen;

/// <summary>A unit in the list.</summary>
public sealed record UnitSummaryView(
    Guid Id,
    string Name,
    string Mark,
    int Models,
    string Materials,
    Hexagon Hexagon,
    string Promise,
    int HandsLeft
)
{
    /// <summary>It came since the plan was made: its date is on its way.</summary>
    public required bool BeingPlanned { get; init; }

    /// <summary>How far it has come.</summary>
    public required Standing Standing { get; init; }
}

/// <summary>A unit that is off the bench.</summary>
public sealed record OffUnitView(Guid Id, string Name, string Mark, int Models, string Words, int Version);

/// <summary>Where a unit stands and why its routes are as they are.</summary>
public sealed record UnitView(
    Guid Id,
    string Name,
    string Mark,
    int Weight,
    LocalDate? Deadline,
    int Version,
    IReadOnlyList<string> FreeMarks,
    IReadOnlyList<string> Notes,
    Hexagon Hexagon,
    int HandsLeft,
    IReadOnlyList<BatchView> Batches
)
{
    /// <summary>Mixes written down, by area.</summary>
    public required IReadOnlyList<RecipeView> Recipes { get; init; }

    /// <summary>Since when it is off the bench, in words; null on it.</summary>
    public string? Off { get; init; }
}

/// <summary>A batch with its route.</summary>
public sealed record BatchView(
    Guid Id,
    string Name,
    int Models,
    string Materials,
    int Parts,
    int? BaseMm,
    Tier Tier,
    MoldLines MoldLines,
    Gaps Gaps,
    int Transfers,
    Sheen FinalSheen,
    int PaintMinutes,
    bool LeadFree,
    bool HasUnknown,
    bool HasWhiteMetal,
    int Version,
    Hexagon Hexagon,
    IReadOnlyList<SideView> Sides,
    IReadOnlyList<RouteStepView> Steps,
    IReadOnlyList<LeftOutView> LeftOut,
    IReadOnlyList<AddableView> Addable,
    IReadOnlyList<PairView> Pairs,
    IReadOnlyList<FlawView> Flaws
)
{
    /// <summary>Smooth or ragged, said or as usual for its tier.</summary>
    public required Surface Surface { get; init; }

    /// <summary>Its size, said or by its base and parts.</summary>
    public required ModelSize Size { get; init; }

    /// <summary>The bases it may be put on, mm, its own among them.</summary>
    public required IReadOnlyList<int> Bases { get; init; }

    /// <summary>Durations the user set.</summary>
    public required IReadOnlyList<StepPace> Paces { get; init; }

    /// <summary>How it is painted; null where it is not.</summary>
    public PaintingView? Painting { get; init; }
}

/// <summary>A step the route leaves out, and why; one the user left out can be taken back.</summary>
public sealed record LeftOutView(StepKind Kind, string Title, string Reason, bool ByYou);

/// <summary>A step the route does not have and that could be added.</summary>
public sealed record AddableView(StepKind Kind, string Title);

/// <summary>How two materials of a batch are joined.</summary>
public sealed record PairView(string Materials, string Glue, string Note);

/// <summary>A way to do a step: what it costs against the one chosen, and what stands against it.</summary>
/// <param name="Method">Its id.</param>
/// <param name="Product">Its product, to tell two ways of one method apart.</param>
/// <param name="Text">Its words.</param>
/// <param name="Chosen">It is the one in the route.</param>
/// <param name="Verdict">Law: refused; practice: with a consequence; taste: free.</param>
/// <param name="Note">What it costs or saves, or why it is refused.</param>
public sealed record WayView(string Method, ProductClass? Product, string Text, bool Chosen, Strength Verdict, string Note);

/// <summary>One side of the hexagon with its date and hands.</summary>
public sealed record SideView(Side Side, SideState State, string When, string Effort)
{
    /// <summary>The pass of painting that is on and how many models have had it; empty before it is begun.</summary>
    public string Pass { get; init; } = "";
}

/// <summary>A knot of the route.</summary>
public sealed record RouteStepView(
    Guid Id,
    StepKind Kind,
    Side Side,
    string Title,
    string Short,
    bool IsGate,
    SideState State,
    int Done,
    int Total,
    string Reason,
    int HandsMinutes,
    string When,
    string? Method,
    IReadOnlyList<WayView> Ways,
    bool Changed,
    string? WaitText,
    IReadOnlyList<string> Needs,
    string? Blocker,
    bool CanBegin,
    IReadOnlyList<CautionView> Cautions,
    CardView Card,
    string? NotNeeded
)
{
    /// <summary>It mends a flaw of some models: no step of the route.</summary>
    public bool IsRepair { get; init; }

    /// <summary>What is tested before it begins; null where nothing is.</summary>
    public TestView? Test { get; init; }

    /// <summary>What speaks against it where it waits: practice that may be gone against, or a law; null where it may begin.</summary>
    public AgainstAdvice? Advice { get; init; }

    /// <summary>When it was begun against advice, and what spoke against it.</summary>
    public IReadOnlyList<string> AgainstAdvice { get; init; } = [];

    /// <summary>Hands a model, seconds.</summary>
    public required int SecondsPerModel { get; init; }

    /// <summary>Minutes of setting up.</summary>
    public required int SetupMinutes { get; init; }
}
