namespace Hexaprep.Craft.Inspections;

/// <summary>Why a flaw came about.</summary>
public enum CauseId
{
    DrySpray,
    TooHeavy,
    MissedAngle,
    DampAir,
    Cold,
    TooYoung,
    WindowMissed,
    Greasy,
    WetBelow,
    Plasticiser,
    DustFell,
    LineMissed,
    FillerShrunk,
    GapUnfilled,
    MatteBed,
    BedYoung,
    AirTrapped,
    NotSoftened,
    MovedLate,
    SealedEarly,
    SolventAttack,
    NotShaken,
    CaFog,
    WeakJoint,
    Heat,
    Blade,
    OldProduct,
}

/// <summary>What is known of a cause whatever the log says.</summary>
/// <param name="Words">What happened, as a sentence's end: "the primer dried before it landed".</param>
/// <param name="OfTheCoat">It comes over a whole coat; false: over one model at a time.</param>
/// <param name="Tell">What one would see if it is this.</param>
/// <param name="Next">What to do otherwise next time.</param>
/// <param name="Explains">The flaws it explains, each with its odds against "something else" before the log is read.</param>
public sealed record CauseFacts(string Words, bool OfTheCoat, string Tell, string Next, IReadOnlyDictionary<FlawKind, double> Explains)
{
    /// <summary>The house rule its remedy touches; null for none.</summary>
    public string? HouseRule { get; init; }

    /// <summary>The limit of the product's label it touches; null for none.</summary>
    public LabelLimit? Limit { get; init; }
}

/// <summary>What a label may limit.</summary>
public enum LabelLimit
{
    MostHumidity,
    LeastTemperature,
    RecoatWindow,
    NextLayer,
}
