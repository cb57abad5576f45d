using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Screens.UnitsScreen;

/// <summary>The kit of a batch: its parts, what is held apart and what that costs, how it closes.</summary>
/// <param name="BatchId">The batch.</param>
/// <param name="Version">The batch's version.</param>
/// <param name="Count">Parts a model.</param>
/// <param name="Lines">The parts as they are edited, a line a kind of part; empty where only their number is known.</param>
/// <param name="Parts">The parts.</param>
/// <param name="Joints">The joints, those before painting first, in the order in which they are closed.</param>
/// <param name="Headline">Whether it closes, such as "It closes in this order".</param>
/// <param name="IsClosable">All joints can be closed.</param>
/// <param name="Notes">Why the order is as it is, or what stands in the way and the smallest change that helps.</param>
/// <param name="Pieces">In how many pieces a model is painted.</param>
/// <param name="Price">What that costs against one piece, in words; empty for one piece.</param>
/// <param name="Warning">More are apart than the house rule has, and which costs most; null otherwise.</param>
/// <param name="Pins">What pins the batch takes in all, in words; empty for none.</param>
/// <param name="Stands">How far its joining is.</param>
/// <param name="Like">Other batches whose kit could be taken.</param>
public sealed record KitView(
    Guid BatchId,
    int Version,
    int Count,
    IReadOnlyList<string> Lines,
    IReadOnlyList<KitPartView> Parts,
    IReadOnlyList<KitJointView> Joints,
    string Headline,
    bool IsClosable,
    IReadOnlyList<string> Notes,
    int Pieces,
    string Price,
    string? Warning,
    string Pins,
    string Stands,
    IReadOnlyList<LikeView> Like
)
{
    /// <summary>How a model stands on its base; null without one.</summary>
    public KitStanceView? Stance { get; init; }
}

/// <summary>How a model stands on its base.</summary>
/// <param name="Headline">Such as "It tips at 24°".</param>
/// <param name="Text">What steadies it, in a sentence; empty where it stands well enough.</param>
/// <param name="Degrees">By how many degrees it may be tilted.</param>
/// <param name="Wanted">By how many it should.</param>
/// <param name="BaseMm">Its base, mm.</param>
/// <param name="ModelMm">How high it is taken to be, mm.</param>
/// <param name="WeightMm">How high its weight lies, mm.</param>
/// <param name="BesideMm">How far beside the middle, mm.</param>
/// <param name="LargerMm">The smallest base that is steady enough, mm; null where none is needed or is there.</param>
/// <param name="IsSaid">Every part's weight was said; else by rule of thumb.</param>
public sealed record KitStanceView(
    string Headline,
    string Text,
    double Degrees,
    double Wanted,
    int BaseMm,
    double ModelMm,
    double WeightMm,
    double BesideMm,
    int? LargerMm,
    bool IsSaid
);

/// <summary>A kind of part.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Count">How many of them a model has.</param>
/// <param name="Material">What it is made of, in words.</param>
/// <param name="Remarks">What else is to be known of it: left, fragile, hidden when built.</param>
/// <param name="Reason">Why it is held apart or might be: hides the face; empty for nothing.</param>
/// <param name="IsApart">It is held apart until it is painted.</param>
/// <param name="Other">What the other decision would be and cost; null for the part that carries the others.</param>
public sealed record KitPartView(
    string Name,
    int Count,
    string Material,
    IReadOnlyList<string> Remarks,
    string Reason,
    bool IsApart,
    KitHoldView? Other
);

/// <summary>What holding a part apart, or joining it, would come to.</summary>
/// <param name="Held">The decision.</param>
/// <param name="Lines">The kit as it would be.</param>
/// <param name="Price">Work, handles and seams, in words.</param>
public sealed record KitHoldView(PartHeld Held, IReadOnlyList<string> Lines, string Price);

/// <summary>A joint.</summary>
/// <param name="Words">The joint: head on body.</param>
/// <param name="Part">What is joined, by the number of its kind of part, from 0.</param>
/// <param name="Other">What it is joined to, likewise.</param>
/// <param name="AfterPainting">It is closed after painting.</param>
/// <param name="Glue">The glue that holds it.</param>
/// <param name="Hold">How long it can be moved and is held, in words.</param>
/// <param name="Statics">Weight, lever and what follows.</param>
public sealed record KitJointView(string Words, int Part, int Other, bool AfterPainting, string Glue, string Hold, KitStaticsView Statics);

/// <summary>A joint by statics.</summary>
/// <param name="Headline">Such as "Pin it" or "Glue alone holds it".</param>
/// <param name="Text">Why, in a sentence.</param>
/// <param name="Grams">Weight of what hangs on it, g.</param>
/// <param name="LeverMm">From the joint to that weight, mm.</param>
/// <param name="NeckMm">Its round section, mm.</param>
/// <param name="IsSaid">Weight and lever were said; else by rule of thumb.</param>
/// <param name="Pin">The pin; null where none is needed or none fits.</param>
/// <param name="Rejected">Rods that do not do and why, in words; empty for none.</param>
public sealed record KitStaticsView(
    string Headline,
    string Text,
    double Grams,
    double LeverMm,
    double NeckMm,
    bool IsSaid,
    KitPinView? Pin,
    string Rejected
);

/// <summary>A pin.</summary>
/// <param name="RodMm">Its rod, mm.</param>
/// <param name="DrillMm">The drill, mm.</param>
/// <param name="HoleMm">How deep it goes into the part that hangs, mm.</param>
/// <param name="OtherHoleMm">How deep into the part that bears, mm.</param>
/// <param name="WallMm">What is left around the hole, mm.</param>
public sealed record KitPinView(double RodMm, double DrillMm, double HoleMm, double OtherHoleMm, double WallMm);
