using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Screens.UnitsScreen;

/// <summary>The gaps of a batch: what fills each, whether that is worth it, and what is mixed.</summary>
/// <param name="BatchId">The batch.</param>
/// <param name="Version">The batch's version.</param>
/// <param name="Word">Their size in a word.</param>
/// <param name="Lines">The gaps as they are edited; empty where only the word is known.</param>
/// <param name="Gaps">The gaps.</param>
/// <param name="Summary">Hands for all of them, in words.</param>
/// <param name="Ways">All, those that are worth it, none: what each comes to.</param>
/// <param name="Mix">The two-part putty of the batch; null for none.</param>
/// <param name="Stands">How far the filling is; empty before it.</param>
/// <param name="Like">Other batches whose gaps could be taken.</param>
public sealed record GapsView(
    Guid BatchId,
    int Version,
    Gaps Word,
    IReadOnlyList<string> Lines,
    IReadOnlyList<ListedGapView> Gaps,
    string Summary,
    IReadOnlyList<GapWayView> Ways,
    GapMixView? Mix,
    string Stands,
    IReadOnlyList<LikeView> Like
);

/// <summary>A gap.</summary>
/// <param name="Place">Where it is.</param>
/// <param name="Count">How many of them a model has.</param>
/// <param name="WidthMm">Across, mm.</param>
/// <param name="LengthMm">Along, mm.</param>
/// <param name="With">What fills it and how often, in words.</param>
/// <param name="Minutes">Hands a model, minutes.</param>
/// <param name="Seen">How plainly it shows where it is looked at from, 0 to 4.</param>
/// <param name="IsFilled">It is filled.</param>
/// <param name="Why">Why, in a few words.</param>
/// <param name="Other">The list with the other decision; null where nothing fills it.</param>
public sealed record ListedGapView(
    string Place,
    int Count,
    double WidthMm,
    double LengthMm,
    string With,
    double Minutes,
    int Seen,
    bool IsFilled,
    string Why,
    IReadOnlyList<string>? Other
);

/// <summary>One way to decide about all gaps.</summary>
/// <param name="Fill">Which it is.</param>
/// <param name="Name">In words.</param>
/// <param name="Hands">Hands for filling and sanding the batch, in words.</param>
/// <param name="Waits">What it leaves to dry, in words.</param>
/// <param name="Lines">The list as it would be.</param>
/// <param name="IsChosen">It is so now.</param>
public sealed record GapWayView(GapWay Fill, string Name, string Hands, string Waits, IReadOnlyList<string> Lines, bool IsChosen);

/// <summary>The ways to decide about all gaps at once.</summary>
public enum GapWay
{
    All,
    WorthIt,
    None,
}

/// <summary>Two-part putty for a batch.</summary>
/// <param name="Millilitres">Both parts together, ml.</param>
/// <param name="BallMm">How large each of two equal balls is, mm.</param>
/// <param name="Mixes">How many mixes: each stiffens.</param>
/// <param name="ModelsAMix">Models that one mix serves.</param>
/// <param name="WorkingMinutes">Minutes a mix stays workable.</param>
/// <param name="HandsMinutes">Minutes of hands for all models.</param>
/// <param name="Text">What is left over, or why it is several, in a sentence.</param>
/// <param name="With">Other batches whose open gaps the same mix would take, in words; empty for none.</param>
public sealed record GapMixView(
    double Millilitres,
    double BallMm,
    int Mixes,
    int ModelsAMix,
    int WorkingMinutes,
    int HandsMinutes,
    string Text,
    string With
);
