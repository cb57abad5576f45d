using Hexaprep.Core.Roster;
using static Hexaprep.Core.Routes.StepKind;

namespace Hexaprep.Core.Routes;

/// <summary>From the frame or the casting to clean parts.</summary>
public static class Cleaning
{
    private static readonly Func<BatchTraits, bool> OnFrames = b => b.Any(m => m.IsStyrene() || m is Material.PuResin or Material.Unknown);
    private static readonly Func<BatchTraits, bool> Printed = b => b.Any(m => m is Material.Photopolymer or Material.Pla);
    private static readonly Func<BatchTraits, bool> Bends = b =>
        b.Any(m => m is Material.PuResin or Material.FlexiblePvc or Material.Unknown || m.IsMetal());

    /// <summary>The steps of this stage.</summary>
    public static readonly IReadOnlyList<StepChoice> Choices =
    [
        new(Study, Side.Clean, _ => true, _ => "Options exclude each other, and cut parts lose their number.", _ => new(7, 0) { OneGo = true }),
        new(RemoveParts, Side.Clean, OnFrames, _ => "Parts come on frames or casting plugs.", b => new(2, 40 * b.Parts)),
        new(RemoveSupports, Side.Clean, Printed, _ => "Supports come off before anything else is cleaned.", _ => new(2, 330)),
        new(CleanLines, Side.Clean, _ => true, b => $"{Words(b.MoldLines)} mold lines: primer and paint show every one left.",
            b => new(2, LineSeconds(b))),
        new(Straighten, Side.Clean, Bends, _ => "Soft castings bend in the box; a bent part misleads every fit after it.",
            b => new(4, 60) { Method = b.All(m => m.IsMetal()) ? "cold_bend" : b.Any(m => m.MayHoldLead()) ? "bind" : "warm_water" }),
        new(OpenTubes, Side.Clean, b => b.Tier is Tier.Leader or Tier.Display, _ => "Open muzzles are looked for on a model seen this closely.",
            _ => new(3, 120)) { LeftOut = b => $"Muzzles stay closed on {Tiers.Word(b.Tier)}: nobody looks that close." },
    ];

    /// <summary>The rules of this stage.</summary>
    public static readonly IReadOnlyList<Rule> Rules =
    [
        Rule.Before("StudyBeforeCutting", Study, RemoveParts, Strength.Practice, "Options exclude each other, and cut parts lose their number."),
        Rule.Before("StudyBeforeCleaning", Study, CleanLines, Strength.Practice, "Some lines will be hidden; the sheet shows which."),
        Rule.Before("StudyBeforeSupports", Study, RemoveSupports, Strength.Practice, "The sheet tells a support from a part."),
        Rule.Before("PartsFreeBeforeCleaning", RemoveParts, CleanLines, Strength.Practice, "A part on its frame cannot be reached all round."),
        Rule.Before("SupportsOffBeforeCleaning", RemoveSupports, CleanLines, Strength.Practice, "Their marks are cleaning work themselves."),
        Rule.Before("SupportsOffBeforeWash", RemoveSupports, Wash, Strength.Practice, "Their marks are cleaning work themselves."),
        Rule.Before("CleanBeforeStraightening", CleanLines, Straighten, Strength.Practice, "A straightened part is not leaned on again."),
        Rule.Before("StraightenBeforeDryFit", Straighten, DryFit, Strength.Practice, "The positions would be wrong."),
        Rule.Before("CleanBeforeDryFit", CleanLines, DryFit, Strength.Practice, "A leftover feed holds the joint open."),
        Rule.Before("StraightenBeforeWash", Straighten, Wash, Strength.Practice, "The wash takes off what fingers leave.", Washing.First),
        Rule.Before("TubesOpenBeforeWash", OpenTubes, Wash, Strength.Practice, "The wash takes the drilling dust with it."),
        Rule.Before("TubesOpenBeforePrimer", OpenTubes, Prime, Strength.Practice, "Bare cut edges and chips would show."),
        Rule.Before("LinesBeforeTubes", CleanLines, OpenTubes, Strength.Practice, "The line is the mark for the centre of the muzzle."),
        Rule.Before("CleanBeforePrimer", CleanLines, Prime, Strength.Practice, "Primer over a line locks it in: then it is scrape and touch in."),
        Rule.NeverOn("MetalIsBentCold", Straighten, "warm_water", Strength.Law, "Metal does not soften in hot water: it bends cold or breaks.", b => b.All(m => m.IsMetal()) && !b.Any(m => m.MayHoldLead())),
        Rule.NeverOn("LeadIsNotHeated", Straighten, "warm_water", Strength.Law, "Lead may be in it: no heat. Bind it straight, or bend it cold.", b => b.Any(m => m.MayHoldLead())),
        Rule.Card("LeadIsWorkedWet", RuleKind.NeverOn, CleanLines, Strength.Law, "Lead may be in it: no dry filing or sanding; scrape, and file wet.", b => b.Any(m => m.MayHoldLead())),
        Rule.Card("LugsStay", RuleKind.NeverOn, CleanLines, Strength.Practice, "Leave locating lugs: without them the part will not seat."),
    ];

    private static string Words(MoldLines lines) => lines switch { MoldLines.Few => "Few", MoldLines.Many => "Many", _ => "Ordinary" };

    // Hands a model, low, geometric mean and high of the practised range: 5-20 min for plastic and metal, 10-40 min for resin.
    private static int LineSeconds(BatchTraits b)
    {
        var slow = b.Any(m => m is Material.PuResin or Material.Photopolymer or Material.Unknown) ? 2 : 1;
        return slow * b.MoldLines switch { MoldLines.Few => 300, MoldLines.Many => 1200, _ => 600 };
    }
}

/// <summary>Words for finish tiers.</summary>
public static class Tiers
{
    /// <summary>As in "on rank and file".</summary>
    public static string Word(Tier tier) => tier switch
    {
        Tier.RankAndFile => "rank and file",
        Tier.Elite => "elites",
        Tier.Leader => "leaders",
        _ => "display models",
    };
}
