using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using static Hexaprep.Craft.Vocabulary.StepKind;

// Long: the steps and rules of one stage, in the order of work.
namespace Hexaprep.Craft.Routes;

/// <summary>From the frame or the casting to clean parts.</summary>
public static class Cleaning
{
    private static readonly Func<Job, bool> OnFrames = j => j.Any(m => m.IsStyrene() || m is Material.PuResin or Material.Unknown);
    private static readonly Func<Job, bool> Printed = j => j.Any(m => m is Material.Photopolymer or Material.Pla);
    private static readonly Func<Job, bool> Cast = j => j.Any(m => m is Material.PuResin or Material.Unknown || m.IsMetal());
    private static readonly Func<Job, bool> Bends = j =>
        j.Any(m => m is Material.PuResin or Material.FlexiblePvc or Material.Unknown || m.IsMetal());
    private static readonly Func<Job, bool> MayHoldLead = j => j.Any(m => m.MayHoldLead());

    /// <summary>A part bound straight stays bound till the next day, minutes.</summary>
    public const int BoundMinutes = 720;

    private static readonly CureHold Overnight = new(
        Prohibition.By("bind"),
        BoundMinutes,
        "Taken off early the part springs back: the binding stays on till the next day.",
        "Loosen the binding on one: it keeps its shape against the sheet or its mate."
    );

    /// <summary>The steps of this stage.</summary>
    public static readonly IReadOnlyList<StepApplicability> Choices =
    [
        new(
            Study,
            _ => true,
            j =>
                j.KnowsTheKit
                    ? "The kit of the batch before: only the choices are settled anew."
                    : "Options exclude each other, and cut parts lose their number.",
            j => new(j.KnowsTheKit ? 2 : 7, 0) { OneGo = true }
        ),
        new(
            RemoveParts,
            OnFrames,
            j => $"Parts come on frames or casting plugs: about {Feeds(j)} feeds a model, two cuts each.",
            j => new(2, (int)Math.Round(SecondsPerFeed * Feeds(j) * (Plugs(j) ? 1.5 : 1)))
        )
        {
            Without = _ => "The parts stay on their frames: say it only of what came loose, nothing else can be done on a frame.",
        },
        new(RemoveSupports, Printed, _ => "Supports come off before anything else is cleaned.", j => new(2, SupportSeconds(j))),
        new(
            CleanLines,
            _ => true,
            j =>
                j.All(m => m.IsPrinted())
                    ? "Support marks and layer lines: primer and paint show every one left."
                    : $"{Words(j.Batch.MoldLines)} mold lines: primer and paint show every one left.",
            j => new(2, LineSeconds(j))
        )
        {
            Without = _ => "Every line shows through primer and paint, and costs scrape and touch-in from then on.",
        },
        new(
            Straighten,
            j => Bends(j) && !j.Follows(HouseRuleCatalog.Bends, "leave"),
            _ => "Soft castings bend in the box; a bent part misleads every fit after it.",
            Straightenings
        )
        {
            LeftOut = j => Bends(j) && j.Follows(HouseRuleCatalog.Bends, "leave") ? "Bends are left, by house rule." : null,
            Without = _ => "A bent part misleads every fit after it, and is seen from across the table.",
        },
        new(
            OpenTubes,
            j =>
                HasMuzzles(j)
                && (j.Follows(HouseRuleCatalog.Muzzles, "all") || (j.Follows(HouseRuleCatalog.Muzzles, "leaders") && LookedAt(j))),
            _ => "Open muzzles are looked for on a model seen this closely.",
            _ => new(3, 120)
        )
        {
            LeftOut = j =>
                !HasMuzzles(j) ? null
                : j.Follows(HouseRuleCatalog.Muzzles, "none") ? "Muzzles stay closed, by house rule."
                : $"Muzzles stay closed on {Tiers.Word(j.Batch.Tier)}: nobody looks that close.",
        },
    ];

    /// <summary>The rules of this stage.</summary>
    public static readonly IReadOnlyList<Rule> Rules =
    [
        Rule.Needs(
            "StudyBeforeCutting",
            Study,
            RemoveParts,
            Strength.Practice,
            "Options exclude each other, and cut parts lose their number."
        ),
        Rule.Needs("StudyBeforeSupports", Study, RemoveSupports, Strength.Practice, "The sheet tells a support from a part."),
        Rule.Before("StudyBeforeCleaning", Study, CleanLines, Strength.Practice, "Some lines will be hidden; the sheet shows which."),
        Rule.Card(
            "IdentifyBeforeChoosing",
            RuleKind.Before,
            Study,
            Strength.Law,
            "Find out what it is made of first: glue, bath, heat and primer all depend on it. Until then it gets the most cautious "
                + "of each.",
            j => j.Any(m => m is Material.Unknown)
        ),
        Rule.Before(
            "PartsFreeBeforeCleaning",
            RemoveParts,
            CleanLines,
            Strength.Practice,
            "A part on its frame cannot be reached all round."
        ),
        Rule.Card(
            "RaftBeforeFineSupports",
            RuleKind.Before,
            RemoveSupports,
            Strength.Practice,
            "Raft and stiff frame first, then the fine ones: a stiff plate levers thin parts off."
        ),
        Rule.Needs(
            "SupportsOffBeforeCleaning",
            RemoveSupports,
            CleanLines,
            Strength.Practice,
            "Their marks are cleaning work themselves.",
            Printed
        ),
        Rule.Before("SupportsOffBeforeWash", RemoveSupports, Wash, Strength.Practice, "Their marks are cleaning work themselves."),
        Rule.Before("SupportsOffBeforeFilling", RemoveSupports, Fill, Strength.Practice, "A support mark is shaved, not filled."),
        Rule.Before("CleanBeforeStraightening", CleanLines, Straighten, Strength.Practice, "A straightened part is not leaned on again."),
        Rule.Before("StraightenBeforeDryFit", Straighten, DryFit, Strength.Practice, "The positions would be wrong.") with
        {
            Held = Overnight,
        },
        Rule.Before("StraightenBeforeWash", Straighten, Wash, Strength.Practice, "The bath takes off what fingers leave.", j =>
            !Washing.Unfinished(j)
        ) with
        {
            Held = Overnight,
        },
        Rule.Before("CleanBeforeDryFit", CleanLines, DryFit, Strength.Practice, "A leftover feed holds the joint open."),
        Rule.Before("CleanBeforeGluing", CleanLines, Glue, Strength.Practice, "A joint hides the line from the tool."),
        Rule.Card(
            "TrialFitBeforeHiddenLines",
            RuleKind.Before,
            CleanLines,
            Strength.Practice,
            "Hold it together first: what the joint hides need not be cleaned.",
            j => j.Batch.Parts > 1
        ),
        Rule.Card(
            "LevelHalvesTogether",
            RuleKind.Before,
            CleanLines,
            Strength.Practice,
            "Level two halves together and keep the pair: cleaned alone they no longer meet.",
            j => j.Batch.Parts > 1
        ),
        Rule.Before("TubesOpenBeforeWash", OpenTubes, Wash, Strength.Practice, "The bath takes the drilling dust with it.", j =>
            !Washing.Unfinished(j)
        ),
        Rule.Before("TubesOpenBeforePrimer", OpenTubes, Prime, Strength.Practice, "Bare cut edges and chips would show."),
        Rule.Before("LinesBeforeTubes", CleanLines, OpenTubes, Strength.Practice, "The line is the mark for the centre of the muzzle."),
        Rule.Before(
            "CleanBeforePrimer",
            CleanLines,
            Prime,
            Strength.Practice,
            "Primer over a line locks it in: then it is scrape and touch in."
        ),
        Rule.NeverOn(
            "HotWaterOnlyOnWhatYields",
            Straighten,
            Prohibition.By("warm_water"),
            Strength.Law,
            "Metal and hard frame plastic do not yield to hot water: they bend cold, or are bound, or break.",
            "bind",
            j => j.Any(m => m.IsMetal() || m.IsStyrene()) && !MayHoldLead(j)
        ),
        Rule.NeverOn(
            "HotWaterOpensCaJoints",
            Straighten,
            Prohibition.By("warm_water"),
            Strength.Law,
            "Hot water softens CA: the joints let go. Bind it, or straighten before gluing.",
            "bind",
            j => !j.Any(m => m.IsMetal() || m.IsStyrene()) && !MayHoldLead(j)
        ) with
        {
            After = Glue,
            AfterWith = ProductClass.Ca,
        },
        Rule.NeverOn(
            "LeadIsNotHeated",
            Straighten,
            Prohibition.By("warm_water"),
            Strength.Law,
            "Lead may be in it: no heat. Bind it straight, or bend it cold.",
            "bind",
            MayHoldLead
        ),
        Rule.NeverOn(
            "OnlyMetalBendsCold",
            Straighten,
            Prohibition.By("cold_bend"),
            Strength.Law,
            "Bent cold, resin and plastic spring back or snap.",
            "bind",
            j => !j.All(m => m.IsMetal())
        ),
        Rule.Card(
            "LeadIsWorkedWet",
            RuleKind.NeverOn,
            CleanLines,
            Strength.Law,
            "Lead may be in it: no dry filing or sanding; scrape, and file wet.",
            MayHoldLead
        ),
        Rule.Card(
            "BigSectionsFirst",
            RuleKind.Before,
            RemoveParts,
            Strength.Practice,
            "Cut the frame into big sections first, then the parts: nothing twists while the fine cuts are made.",
            OnFrames
        ),
        Rule.Card(
            "FlatJawToThePart",
            RuleKind.Before,
            RemoveParts,
            Strength.Practice,
            "Two cuts: the first off the frame, the second beside the part, the cutter's flat side towards it.",
            OnFrames
        ),
        Rule.Card(
            "PlugsTakeManyBites",
            RuleKind.NeverOn,
            RemoveParts,
            Strength.Practice,
            "A thick plug takes many small bites, coarse abrasive, then fine: one big bite tears the part.",
            Cast
        ),
        Rule.Card(
            "LooksLikeWasteAndIsNot",
            RuleKind.NeverOn,
            RemoveParts,
            Strength.Practice,
            "Looks like waste and is not: locating lugs, struts that keep a shape, straps and loops. The sheet tells.",
            Cast
        ),
        Rule.Card(
            "FlashIsPared",
            RuleKind.Before,
            CleanLines,
            Strength.Practice,
            "Flash and burrs are pared with small strokes: a small file on metal, a fresh blade on resin.",
            Cast
        ),
        Rule.Card(
            "GritLadderOnSmoothPlates",
            RuleKind.Before,
            CleanLines,
            Strength.Taste,
            "Smooth plates: file or stick at 180 to 240 grit, then 400 and finer; on show faces a polishing pad.",
            j => j.Batch.Surface == Surface.Smooth
        ),
        Rule.Card(
            "BladeOnRaggedTexture",
            RuleKind.Before,
            CleanLines,
            Strength.Taste,
            "Fur, bark, mail: the back of the knife along the texture, few strokes; grit blurs it.",
            j => j.Batch.Surface == Surface.Ragged
        ),
        Rule.Card(
            "SupportMarksByWhatIsSeen",
            RuleKind.Before,
            CleanLines,
            Strength.Taste,
            "Support stubs on faces and edges first; underneath and inside joints they may stay.",
            Printed
        ),
        Rule.Card(
            "FinePartsStayOutOfHotWater",
            RuleKind.NeverOn,
            RemoveSupports,
            Strength.Practice,
            "Warm what is thick and stuck only: fine parts warp in hot water and are nicked off cold.",
            j => Printed(j) && j.Follows(HouseRuleCatalog.SupportRemoval, "warm_when_stuck")
        ),
        Rule.Card(
            "LugsStay",
            RuleKind.NeverOn,
            CleanLines,
            Strength.Practice,
            "Leave locating lugs and struts: without them the part will not seat."
        ),
        Rule.Card(
            "SoftCastingsTakeLightStrokes",
            RuleKind.NeverOn,
            CleanLines,
            Strength.Practice,
            "Soft casting: never lean on the file, it takes the shape away.",
            Cast
        ),
        Rule.Card(
            "CurvesAreNotFiledFlat",
            RuleKind.NeverOn,
            CleanLines,
            Strength.Practice,
            "Never a flat stroke on a curve: it leaves a facet."
        ),
        Rule.Card(
            "SupportsAreNotPulled",
            RuleKind.NeverOn,
            RemoveSupports,
            Strength.Practice,
            "Do not pull: nick the foot and lift, or the part breaks."
        ),
        Rule.Lock("GougeNeedsFilling", CleanLines, Strength.Law, "A gouge cannot be scraped away: it has to be filled."),
        Rule.Lock("TooDeepIsThrough", OpenTubes, Strength.Law, "Too deep a drill comes through: plug it and fill."),
        Rule.Lock("CutShortStaysShort", RemoveParts, Strength.Law, "What is cut off is gone: a part trimmed short cannot be lengthened."),
        Rule.Card(
            "CentreBeforeDrilling",
            RuleKind.Before,
            OpenTubes,
            Strength.Practice,
            "Dimple the centre with the knife point, then the small bit; drift is drawn back while it is shallow."
        ),
        Rule.Card(
            "PilotFirst",
            RuleKind.Before,
            Study,
            Strength.Practice,
            "One or two ahead of the group: an error repeated costs it times the number of models.",
            j => j.Batch.Models > 4
        ),
    ];

    private static bool LookedAt(Job j) => j.Batch.Tier is Tier.Leader or Tier.Display;

    private static IReadOnlyList<StepAmounts> Straightenings(Job j) =>
        j.All(m => m.IsMetal())
            ? [new(4, 60) { Method = "cold_bend" }, new(4, 90) { Method = "bind" }, new(4, 60) { Method = "warm_water" }]
            : [new(4, 60) { Method = "warm_water" }, new(4, 90) { Method = "bind" }, new(4, 60) { Method = "cold_bend" }];

    private static string Words(MoldLines lines) =>
        lines switch
        {
            MoldLines.Few => "Few",
            MoldLines.Many => "Many",
            _ => "Ordinary",
        };

    // Walls and beasts carry nothing to drill open.
    private static bool HasMuzzles(Job j) => j.Batch.Size is not (ModelSize.Terrain or ModelSize.Monster);

    // 2 to 6 feeds hold a part: three on a figure's, more on what is larger.
    private static int Feeds(Job j) =>
        j.Batch.Parts
        * j.Batch.Bulk switch
        {
            ModelSize.Figure => 3,
            ModelSize.Large => 4,
            _ => 6,
        };

    // Two cuts, one off the frame and one beside the part, and a look.
    private const double SecondsPerFeed = 40 / 3.0;

    // A casting's plug takes several bites, and abrasive after them.
    private static bool Plugs(Job j) => j.Any(m => m is Material.PuResin);

    // Hands a model, low, geometric mean and high of the practised range for a kit of usual parts: 5-20 min for plastic and metal,
    // 10-40 min for resin. More parts have more lines, smooth plates show more of them; a print has marks by its size.
    private static int LineSeconds(Job j)
    {
        var slow =
            j.Any(m => m is Material.PuResin or Material.Photopolymer or Material.Unknown) ? 2
            : j.Any(m => m.IsMetal()) ? 1.5
            : 1;
        var lines = j.Batch.MoldLines switch
        {
            MoldLines.Few => 300,
            MoldLines.Many => 1200,
            _ => 600,
        };
        var spread = j.All(m => m.IsPrinted())
            ? j.Batch.Bulk switch
            {
                ModelSize.Figure => 1.0,
                ModelSize.Large => 1.5,
                _ => 2.0,
            }
            : Math.Clamp(0.5 + j.Batch.Parts / 10.0, 0.6, 2);
        return (int)Math.Round(slow * lines * spread * (j.Batch.Surface == Surface.Smooth ? 1.2 : 1));
    }

    // The geometric means of the practised ranges: 3-10 min for a figure, 15-40 min for a piece of terrain, between them for what is large.
    private static int SupportSeconds(Job j) =>
        j.Batch.Bulk switch
        {
            ModelSize.Figure => 330,
            ModelSize.Large => 720,
            _ => 1470,
        };
}

/// <summary>Words for finish tiers.</summary>
public static class Tiers
{
    /// <summary>As in "on rank and file".</summary>
    public static string Word(Tier tier) =>
        tier switch
        {
            Tier.RankAndFile => "rank and file",
            Tier.Elite => "elites",
            Tier.Leader => "leaders",
            _ => "display models",
        };
}
