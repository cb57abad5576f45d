using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using static Hexaprep.Craft.Vocabulary.StepKind;

namespace Hexaprep.Craft.Routes;

/// <summary>The bath and its drying: before glue for what carries release agent, after assembly for plastics.</summary>
public static class Washing
{
    /// <summary>Jobs washed before anything is glued: what carries release agent always, the rest as the house washes.</summary>
    public static readonly Func<Job, bool> First = j =>
        Agent!(j)
        || Unfinished!(j)
        || j.Follows(HouseRuleCatalog.WashWhen, "before_glue")
        || (j.Follows(HouseRuleCatalog.WashWhen, "by_material") && j.Any(Early));

    /// <summary>The jobs washed after assembly.</summary>
    internal static readonly Func<Job, bool> Last = j => !First(j);
    private static readonly Func<Job, bool> Cool = j => j.Any(m => m is Material.PuResin or Material.Photopolymer or Material.Unknown);
    private static readonly Func<Job, bool> Agent = j => j.Any(m => m is Material.PuResin or Material.Unknown || m.IsMetal());

    /// <summary>Prints of a lot that is not known to be washed and cured: nothing is scraped from them before their wash.</summary>
    public static readonly Func<Job, bool> Unfinished = j =>
        j.Any(m => m is Material.Photopolymer) && !j.Follows(HouseRuleCatalog.PrintLot, "finished");

    /// <summary>Prints straight from the printer, or tacky: the resin maker's wash, then its cure.</summary>
    public static readonly Func<Job, bool> Raw = j => j.Any(m => m is Material.Photopolymer) && j.Follows(HouseRuleCatalog.PrintLot, "raw");

    /// <summary>The wash that the resin's own sheet asks for.</summary>
    public const string MakersWash = "maker_wash";

    /// <summary>A wipe is dry so many minutes later where its label says nothing, and is primed in the same sitting.</summary>
    public const int WipeDriesMinutes = 10,
        WipeHoldsMinutes = 120;

    /// <summary>The method of a wipe.</summary>
    public const string ByCloth = "wipe";

    private static readonly CureHold ClothDries = new(
        Prohibition.By(ByCloth),
        WipeDriesMinutes,
        "What the cloth left dries first; its label may ask for longer.",
        "Tilt it to the light: no damp sheen in the folds."
    );

    /// <summary>Washed models lie on their towel so many minutes before they are handled, in damp too.</summary>
    public const int TowelMinutes = 20;

    private static readonly CureHold TowelDries = new(
        Prohibition.ByAnythingBut(ByCloth),
        TowelMinutes,
        "Wet models lie on a towel first: what runs from the recesses takes glue and grip away.",
        "Tap one over a dry cloth: no drop comes."
    );

    /// <summary>Metal, and what is filed or drilled after its bath, is wiped after all that handles it, and primed in the same
    /// sitting.</summary>
    public static readonly Rule WipedLast = Rule.Before(
        "WipedJustBeforePrimer",
        Wash,
        Prime,
        Strength.Practice,
        "Filed, drilled or handled since its bath it is dusty and greasy again, metal tarnished too: wiped, and primed within 2 h.",
        IsWiped
    );

    // Metal carries grease and tarnish from every hand between its bath and its primer; what is bathed first is roughened, drilled and
    // sanded after it, where it has joints or gaps.
    private static bool IsWiped(Job job) =>
        job.Any(m => m.IsMetal()) || (First(job) && WhyNot(job) is null && (job.Batch.Parts > 1 || Filling.Filled(job)));

    /// <summary>True for what carries release agent, or may, and is washed after its lines were cleaned.</summary>
    public static bool CarriesAgent(Job job) => Agent(job) && !Unfinished(job);

    /// <summary>Filed after its wash.</summary>
    public static readonly Rule FiledAgain = new(
        "FiledSinceItsWash",
        RuleKind.Before,
        Strength.Practice,
        Wash,
        Wash,
        null,
        "Filed or scraped since its bath: dust and skin grease lie on it again. Wipe or rinse it first.",
        _ => true
    )
    {
        Acts = RuleActs.Refusal,
        Instead = "wash",
    };

    /// <summary>The steps of this stage.</summary>
    public static readonly IReadOnlyList<StepApplicability> Choices =
    [
        new(Wash, Needed, Why, Baths)
        {
            LeftOut = WhyNot,
            Without = Unwashed,
            Again = Wiped,
            AgainBy = WipedLast,
        },
        new(
            Cure,
            Raw,
            _ => "Straight from the printer: until it is cured it stays tacky, and harms skin.",
            _ => new(5, 20) { OneGo = true }
        ),
    ];

    /// <summary>The rules of this stage.</summary>
    public static readonly IReadOnlyList<Rule> Rules =
    [
        Rule.Before(
            "FileBeforeWash",
            CleanLines,
            Wash,
            Strength.Practice,
            "Dust and skin grease leave with the bath; filed later, it is washed again.",
            j => !Unfinished(j)
        ),
        Rule.NeedsDry(
            "PrintsWashedBeforeScraping",
            Wash,
            CleanLines,
            Readiness.NextLayer,
            Strength.Law,
            "The lot is not known to be finished: what is scraped or sanded from an unwashed or tacky print harms skin and lungs.",
            Unfinished
        ) with
        {
            Requires = true,
        },
        Rule.NeedsDry(
            "PrintsWashedBeforeSanding",
            Wash,
            Sand,
            Readiness.NextLayer,
            Strength.Law,
            "The lot is not known to be finished: what is sanded from an unwashed or tacky print harms skin and lungs.",
            Unfinished
        ) with
        {
            Requires = true,
        },
        Rule.Needs(
            "PrintsWashedBeforePrimer",
            Wash,
            Prime,
            Strength.Law,
            "The lot is not known to be finished: primer over an unwashed or tacky print stays tacky and peels.",
            Unfinished
        ),
        Rule.NeedsDry(
            "WashedAndDryBeforeCuring",
            Wash,
            Cure,
            Readiness.NextLayer,
            Strength.Law,
            "Cured wet or unwashed, what lies on the print hardens with it and stays sticky."
        ) with
        {
            Requires = true,
        },
        Rule.Needs("CuredBeforeScraping", Cure, CleanLines, Strength.Law, "Uncured resin smears, and harms skin and lungs.", Raw),
        Rule.Needs("CuredBeforeSanding", Cure, Sand, Strength.Law, "Uncured resin clogs the grit, and its dust harms lungs.", Raw),
        Rule.Needs("CuredBeforePrimer", Cure, Prime, Strength.Law, "Over an uncured print primer stays tacky and peels.", Raw),
        Rule.Needs("CuredBeforeGlue", Cure, Glue, Strength.Law, "Glue does not hold on an uncured face.", Raw),
        Rule.NeverOn(
            "RawPrintsTakeTheMakersWash",
            Wash,
            Prohibition.ByAnythingBut(MakersWash, ByCloth),
            Strength.Law,
            "Soap and water leave liquid resin on a raw print: the bath of the resin's own sheet, with gloves.",
            MakersWash,
            Raw
        ) with
        {
            Unless = Cure,
        },
        Rule.NeverOn(
            "MakersWashIsForRawPrints",
            Wash,
            Prohibition.By(MakersWash),
            Strength.Law,
            "The resin maker's bath is a solvent: it is for prints straight from the printer, and attacks other materials and paint.",
            "soap_cool",
            j => !j.Any(m => m is Material.Photopolymer)
        ),
        Rule.Card(
            "ResinRinseIsCollected",
            RuleKind.NeverOn,
            Wash,
            Strength.Law,
            "Rinse, bath and supports of raw prints go to local collection, never down a drain.",
            Raw
        ),
        Rule.Card(
            "TackyIsAStop",
            RuleKind.NeedsDry,
            Cure,
            Strength.Law,
            "A gloved fingertip on a hidden spot: not tacky. Tacky: wash and cure again, nothing else."
        ),
        Rule.Before(
            "WashBeforeRoughening",
            Wash,
            Roughen,
            Strength.Practice,
            "Release agent is rubbed into the scratches otherwise.",
            First
        ) with
        {
            Held = TowelDries,
        },
        Rule.Before("WashBeforeDryFit", Wash, DryFit, Strength.Practice, "Fitted greasy, it is fitted twice.", First) with
        {
            Held = TowelDries,
        },
        Rule.Needs(
            "ReleaseAgentOffBeforeGlue",
            Wash,
            Glue,
            Strength.Law,
            "Glue does not stick to release agent; a little damp does not harm it.",
            Agent
        ) with
        {
            Held = TowelDries,
        },
        Rule.Before("WashBeforeGlue", Wash, Glue, Strength.Practice, "Glue holds a clean face best.", j => First(j) && !Agent(j)) with
        {
            Held = TowelDries,
        },
        Rule.Needs("ReleaseAgentOffBeforePrimer", Wash, Prime, Strength.Law, "Primer does not stick to release agent.", Agent),
        Rule.NeedsDry("GlueHardBeforeWash", Glue, Wash, Readiness.NextLayer, Strength.Law, "Young joints come apart in the bath.", Last),
        Rule.NeedsDry("FillHardBeforeWash", Fill, Wash, Readiness.NextLayer, Strength.Law, "Soft filler washes out.", Last),
        Rule.Before("SandBeforeWash", Sand, Wash, Strength.Practice, "Sanding dust leaves with the bath.", Last),
        WipedLast,
        FiledAgain,
        Rule.NeedsDry("WaterDryBeforePrimer", Wash, Prime, Readiness.NextLayer, Strength.Law, "Water in a recess lifts primer.") with
        {
            Held = ClothDries,
        },
        Rule.Before("WashedBeforeBase", Wash, Base, Strength.Practice, "Washed first; damp is fine for base glue.") with
        {
            Held = TowelDries,
        },
        Rule.NeverOn(
            "NoWarmBathForResin",
            Wash,
            Prohibition.By("soap_warm"),
            Strength.Law,
            "Heat bends cast and printed resin; a mixed tray takes the coolest water.",
            "soap_cool",
            Cool
        ),
        Rule.NeverOn(
            "NoAcidOnLeadOrPlastic",
            Wash,
            Prohibition.By("acid_dip"),
            Strength.Law,
            "Acid dissolves lead and does plastics no good: only metal you have named free of lead.",
            "soap_cool",
            j => !j.Batch.LeadFree || j.Any(m => m != Material.WhiteMetal)
        ),
        Rule.NeverOn("NoAcidOnMagnets", Wash, Prohibition.By("acid_dip"), Strength.Law, "Acid eats magnets.", "soap_cool") with
        {
            After = Magnet,
        },
        Rule.Card(
            "PrimeWashedMetalSoon",
            RuleKind.Soon,
            Wash,
            Strength.Practice,
            "Prime washed metal before it is handled again: skin grease and tarnish come back.",
            j => j.Any(m => m.IsMetal())
        ),
        Rule.Card(
            "WipeAfterLongHandling",
            RuleKind.Soon,
            Wash,
            Strength.Practice,
            "Handled for long afterwards: wipe again before primer.",
            First
        ),
        Rule.Card(
            "YoungJointsStayOut",
            RuleKind.NeedsDry,
            Wash,
            Strength.Law,
            "A joint that still gives under a light twist stays out of the bath: it would come off in the bowl.",
            j => Last(j) && j.Batch.Parts > 1
        ),
        Rule.Card(
            "WetPiecesStandApart",
            RuleKind.NotWhile,
            Wash,
            Strength.Practice,
            "Wet pieces stand open and apart: no closed dusty box, nothing touching."
        ),
    ];

    private static bool Early(Material m) => m.HasReleaseAgent() || m is Material.Photopolymer;

    private static bool Finished(Job j) => j.Follows(HouseRuleCatalog.PrintLot, "finished") && j.All(m => m is Material.Photopolymer);

    private static bool Needed(Job j) => WhyNot(j) is null;

    private static string? WhyNot(Job j) =>
        j.Follows(HouseRuleCatalog.WashNeed, "always") ? null
        : Finished(j) ? "Sold washed and cured: nothing is left to wash off."
        : j.Follows(HouseRuleCatalog.WashNeed, "only_must") && !j.Any(Early)
            ? "Frame plastic is not washed, by house rule: primer may lift where fingers were."
        : null;

    private static IReadOnlyList<StepAmounts> Baths(Job j)
    {
        static StepAmounts By(string method, int seconds = 45, int setup = 5) =>
            new(setup, seconds)
            {
                OneGo = true,
                Product = ProductClass.Water,
                Method = method,
            };
        var warm = j.Follows(HouseRuleCatalog.BathWarmth, "by_material") && j.All(m => m.IsStyrene() || m == Material.WhiteMetal);
        StepAmounts[] soap = warm ? [By("soap_warm"), By("soap_cool")] : [By("soap_cool"), By("soap_warm")];
        if (Raw(j))
            return [By(MakersWash, 60, 10), .. soap];
        if (Unfinished(j))
            soap = [.. soap, By(MakersWash, 60, 10)];
        return j.House.Of(HouseRuleCatalog.Bath).Id switch
        {
            "degreaser" => [By("degreaser", 60), .. soap, By("acid_dip", 75, 25)],
            "acid_then_soap" => [By("acid_dip", 75, 25), .. soap, By("degreaser", 60)],
            _ => [.. soap, By("degreaser", 60), By("acid_dip", 75, 25)],
        };
    }

    private static StepAmounts? Wiped(Job j) => IsWiped(j) ? new StepAmounts(3, 30) { OneGo = true, Method = ByCloth } : null;

    // A must where something on it is known or feared, else good practice.
    private static string Why(Job j) => $"{(Agent(j) || Unfinished(j) ? "A must" : "It should be")}: {Sentence.Within(Reason(j))}";

    private static string? Unwashed(Job j) =>
        j.Any(m => m is Material.Photopolymer) ? "A print of a lot nobody knows may still be tacky: primer peels from it."
        : j.Any(m => m is Material.FlexiblePvc) ? "What the mold left on it stays: primer does not hold there."
        : "Primer may lift where fingers were, and cutting dust shows under it.";

    private static string Reason(Job j) =>
        j.Any(m => m is Material.PuResin) ? "Cast resin keeps an oily film from the mold: neither glue nor primer holds on it."
        : j.Any(m => m.IsMetal()) ? "Castings keep release agent and file dust: primer does not hold on them."
        : Raw(j) ? "Straight from the printer: liquid resin is washed off as the resin's own sheet says."
        : j.Any(m => m is Material.Photopolymer)
            ? "The lot's state is not known to be finished, so prints are washed; a tacky print is not primed."
        : j.Any(m => m is Material.Unknown) ? "Material unknown: washed as if it carried release agent."
        : First(j) && j.Batch.Parts > 1 ? "Dust and finger marks come off before glue."
        : j.Batch.Parts > 1 ? "One bath after assembly takes dust and finger marks off before primer."
        : "One bath takes dust and finger marks off before primer.";
}
