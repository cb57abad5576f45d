using Hexaprep.Craft.Vocabulary;
using static Hexaprep.Craft.Vocabulary.StepKind;

namespace Hexaprep.Craft.Routes;

/// <summary>Rules about wet work that hold for every step: what a coat, a glue or the air forbids whatever comes next.</summary>
public static class DryingRules
{
    /// <summary>Passes of the same coat.</summary>
    public static readonly Rule NextPass = new(
        RouteBuilder.PassesRule,
        RuleKind.NeedsDry,
        Strength.Practice,
        Prime,
        Prime,
        Readiness.Recoat,
        "A second pass over a wet one runs.",
        _ => true
    )
    {
        PlanBy = PlanBy.Usual,
    };

    /// <summary>Washing, filing, scraping, drilling a joint.</summary>
    public static readonly Rule Force = General(
        "JointsHardBeforeForce",
        RuleKind.NeedsDry,
        Strength.Law,
        Glue,
        Readiness.NextLayer,
        "A joint or filler is washed, filed, drilled or twisted only when it is hard: before that parts drop off."
    );

    /// <summary>One coat over another.</summary>
    public static readonly Rule Layer = General(
        "OneCoatOverADryOne",
        RuleKind.NeedsDry,
        Strength.Law,
        FinalCoat,
        Readiness.NextLayer,
        "A different coat over one still drying frosts, wrinkles or lifts it."
    );

    /// <summary>Anything over a transfer that is still damp with setting or softening solution.</summary>
    public static readonly Rule OverMarks = General(
        "NothingOverDampTransfers",
        RuleKind.NeedsDry,
        Strength.Law,
        SoftenTransfer,
        Readiness.Handle,
        "Over damp softener or a transfer still afloat a coat frosts and wrinkles, and another transfer drags it along."
    );

    /// <summary>Hands on something wet.</summary>
    public static readonly Rule Handling = General(
        "NoHandlingWhileWet",
        RuleKind.NotWhile,
        Strength.Practice,
        Prime,
        Readiness.Touch,
        "Nothing wet is handled or moved: it smudges and shifts."
    );

    /// <summary>Dust near something wet.</summary>
    public static readonly Rule Dust = General(
        "NoDustWhileACoatIsWet",
        RuleKind.NotWhile,
        Strength.Practice,
        Sand,
        Readiness.Touch,
        "Dust in the room settles in a wet coat: scrape in another room, or wait."
    );

    /// <summary>A label's recoat window.</summary>
    public static readonly Rule Window = General(
        "RecoatWindow",
        RuleKind.Soon,
        Strength.Practice,
        Prime,
        Readiness.Recoat,
        "The label's window for the next coat: soon, or after it opens again, never between."
    );

    /// <summary>A window missed for good.</summary>
    public static readonly Rule Missed = General(
        "RecoatWindowMissed",
        RuleKind.Locks,
        Strength.Practice,
        Prime,
        null,
        "The label's window has closed and does not open again: key the surface with fine sanding first."
    ) with
    {
        LiftedBy = Sand,
        Instead = "sand",
    };

    /// <summary>The weather for a spray.</summary>
    public static readonly Rule FitAir = General(
        "SprayInFitAirOnly",
        RuleKind.NotWhile,
        Strength.Practice,
        Prime,
        null,
        "Sun, heat, cold, wind or damp outside its limits ruins a coat."
    );

    /// <summary>Air in which a film never forms.</summary>
    public static readonly Rule Forms = General(
        "AirInWhichItForms",
        RuleKind.NotWhile,
        Strength.Law,
        Prime,
        null,
        "Colder than the product's least, or damper than its most, it never dries into a film."
    );

    /// <summary>A look at what is not there yet.</summary>
    public static readonly Rule Gate = General(
        "GateAfterItsStep",
        RuleKind.Before,
        Strength.Practice,
        Fill,
        null,
        "There is nothing to look at yet."
    );

    /// <summary>The rules of this page.</summary>
    public static readonly IReadOnlyList<Rule> Rules =
    [
        NextPass,
        Force,
        Layer,
        OverMarks,
        Handling,
        Dust,
        Window,
        Missed,
        FitAir,
        Forms,
        Gate,
        Rule.Card(
            "LeaveItAlone",
            RuleKind.NotWhile,
            PlaceTransfer,
            Strength.Practice,
            "Once blotted, leave it alone for the whole wait: most transfers are spoilt by touching."
        ),
    ];

    private static Rule General(string name, RuleKind kind, Strength strength, StepKind about, Readiness? stage, string reason) =>
        new(name, kind, strength, about, about, stage, reason, _ => true) { Acts = RuleActs.Refusal };
}
