using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Craft.Routes;

/// <summary>What a user can change of a derived route.</summary>
public enum ChangeKind
{
    Skip,
    Add,
    Swap,
    Reorder,
}

/// <summary>A change of a batch's route, as it is kept.</summary>
/// <param name="Kind">Skip a step, add one the route lacks, swap its method or product, or take it before another.</param>
/// <param name="Step">The step it is about.</param>
/// <param name="Method">The other method (swap).</param>
/// <param name="Product">The other product (swap).</param>
/// <param name="Before">The step it is taken before (reorder).</param>
public sealed record RouteChange(
    ChangeKind Kind,
    StepKind Step,
    string? Method = null,
    ProductClass? Product = null,
    StepKind? Before = null
)
{
    /// <summary>True when the later of the two changes takes the earlier one's place.</summary>
    public bool Replaces(RouteChange other) => Step == other.Step && Place == other.Place && Before == other.Before;

    /// <summary>True when it takes the earlier one back instead of standing beside it: skip against add.</summary>
    private bool Place => Kind is ChangeKind.Skip or ChangeKind.Add;
}

/// <summary>A change of a route with how binding the rules are that it breaks, what was said of it, and when it was made.</summary>
public sealed record KeptRouteChange(RouteChange Change, Strength Strength, string Consequence, Instant At);

/// <summary>What a batch's route is derived from: its traits, the house rules that hold for it, and what the user changed.</summary>
/// <param name="Batch">Its traits.</param>
/// <param name="House">The house rules, bench, unit and batch laid over each other.</param>
/// <param name="Changes">The user's changes, oldest first.</param>
public sealed record Job(BatchTraits Batch, HouseRuleChoices House, IReadOnlyList<RouteChange> Changes)
{
    /// <summary>A job without changes.</summary>
    public Job(BatchTraits batch, HouseRuleChoices house)
        : this(batch, house, []) { }

    /// <summary>Another batch of the unit is the same kit and was begun with: its sheet is known.</summary>
    public bool KnowsTheKit { get; init; }

    /// <summary>The evenings ahead are dark: nobody sprays outdoors in them.</summary>
    public bool IsDark { get; init; }

    /// <summary>True when any part satisfies the question: the most cautious reading where materials meet.</summary>
    public bool Any(Func<Material, bool> question) => Batch.Any(question);

    /// <summary>True when every part satisfies the question.</summary>
    public bool All(Func<Material, bool> question) => Batch.All(question);

    /// <summary>True when this school is followed.</summary>
    public bool Follows(HouseRule school, string option) => House.Follows(school, option);

    /// <summary>True when the user asked for the step although the route would not have it.</summary>
    public bool Adds(StepKind step) => Changed(step, ChangeKind.Add);

    /// <summary>True when the user left the step out.</summary>
    public bool Skips(StepKind step) => Changed(step, ChangeKind.Skip);

    private bool Changed(StepKind step, ChangeKind kind)
    {
        foreach (var change in Changes)
            if (change.Step == step && change.Kind == kind)
                return true;
        return false;
    }
}
