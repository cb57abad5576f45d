using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Craft.Permissions;

/// <summary>What is asked: may this step be done, this way, on this piece?</summary>
/// <param name="Step">The step.</param>
public sealed record PermissionQuery(StepKind Step)
{
    /// <summary>The method; the trade's choice when null.</summary>
    public string? Method { get; init; }

    /// <summary>The product's class; the method's usual one when null.</summary>
    public ProductClass? Product { get; init; }

    /// <summary>With accelerator.</summary>
    public bool Accelerator { get; init; }

    /// <summary>What is to become of the bond.</summary>
    public Fate? Fate { get; init; }

    /// <summary>What the model stands on.</summary>
    public string? Stand { get; init; }

    /// <summary>One piece, or null for the whole model.</summary>
    public int? Piece { get; init; }
}

/// <summary>The three answers.</summary>
public enum Verdict
{
    Yes,
    NotYet,
    No,
}

/// <summary>Why: a rule by its own name, how binding it is, its words.</summary>
public sealed record PermissionReason(string Rule, Strength Strength, string Text)
{
    /// <summary>The sure moment at which a wait is over; null for what is no wait.</summary>
    public Instant? Until { get; init; }
}

/// <summary>A test that may let the wait go earlier.</summary>
/// <param name="Early">From here it makes sense.</param>
/// <param name="Words">What to test, and how.</param>
public sealed record EarlyTest(Instant Early, string Words);

/// <summary>May I do this now?</summary>
/// <param name="Verdict">Yes; not yet: an edge, a wait, the weather or a missing step; no: a refusal or a lock that neither waiting
/// nor another step changes.</param>
/// <param name="Until">Not yet: the sure moment, null when a step is missing. Yes: when the yes lapses, null if never.</param>
/// <param name="ReadyBy">The usual moment of the same wait.</param>
/// <param name="Test">The early test of the same wait.</param>
/// <param name="Meanwhile">Steps of the route that may be done in the meantime.</param>
/// <param name="Reasons">The gravest first; never empty.</param>
/// <param name="Locks">What doing it makes final.</param>
/// <param name="Instead">A method, a product or a step, by its id; null when there is nothing better.</param>
public sealed record PermissionAnswer(
    Verdict Verdict,
    Instant? Until,
    Instant? ReadyBy,
    EarlyTest? Test,
    IReadOnlyList<StepKind> Meanwhile,
    IReadOnlyList<PermissionReason> Reasons,
    IReadOnlyList<Citation> Locks,
    string? Instead
);
