using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using static Hexaprep.Craft.Vocabulary.StepKind;

// Long: the steps and rules of one stage.
namespace Hexaprep.Craft.Routes;

/// <summary>Weathering, pieces joined again, the last coat, off the handle, the base, the last look.</summary>
public static class Finishing
{
    private static readonly Func<Job, bool> HasBase = j => j.Batch.BaseMm is not null;
    private static readonly Func<Job, bool> Marked = j => j.Batch.Transfers > 0;
    private static readonly Func<Job, bool> Weathered = j => j.Batch.Tier == Tier.Display;
    private static readonly Func<Job, bool> WeatheredFirst = j => j.Follows(HouseRuleCatalog.WeatheringWhen, "before_last");
    private static readonly Func<Job, bool> WeatheredLast = j => !WeatheredFirst(j);

    /// <summary>The jobs whose pieces are painted apart.</summary>
    internal static readonly Func<Job, bool> Apart = j =>
        !j.Skips(Reassemble)
        && (
            j.Adds(Reassemble)
            || (
                j.Batch.Kit is not null
                    ? KitJobs.ClosingOf(j)!.Bodies > 1
                    : !j.Follows(HouseRuleCatalog.SubAssemblies, "none") && j.Batch.Parts > 2 && j.Batch.Tier is Tier.Leader or Tier.Display
            )
        );

    /// <summary>In how many pieces a model is primed and painted, at least 1; up to 4 where its kit was not described.</summary>
    public static int PiecesApart(Job j) =>
        !Apart(j) ? 1
        : KitJobs.ClosingOf(j) is { } closing ? Math.Max(2, closing.Bodies)
        : KitJobs.MostPieces(j);

    /// <summary>The steps of this stage.</summary>
    public static readonly IReadOnlyList<StepApplicability> Choices =
    [
        new(
            StepKind.Weather,
            Weathered,
            _ => "Wear and dirt tie a display model to its ground.",
            _ => new(5, 900) { Product = ProductClass.AcrylicWb, Method = "brush" }
        )
        {
            LeftOut = j => Weathered(j) ? null : $"No weathering on {Tiers.Word(j.Batch.Tier)} by default: add it where you want it.",
        },
        new(Reassemble, Apart, WhyApart, j => Joins(j)),
        new(
            SeamRepair,
            j => Apart(j) && KitJobs.Seams(j) > 0,
            _ => "Most seams vanish with a little work, seen from where the unit is played.",
            j => Repairs(j)
        )
        {
            Shares = _ => [0.5, 0.5],
            Later = filled => filled with { Product = ProductClass.AcrylicWb, Method = "brush" },
        },
        new(FinalCoat, _ => true, Why, Coats)
        {
            Moved = j => Marked(j) ? Side.Finish : Side.Varnish,
            Without = _ => "Paint wears off where fingers hold it, and each paint keeps its own sheen.",
        },
        new(Release, j => !j.Skips(StepKind.Handle) && !Mounting.Grounded(j), _ => "The held face is finished last.", _ => new(1, 30)),
        new(
            BaseFinish,
            HasBase,
            _ => "The base is what fingers touch and eyes rest on.",
            j =>
                new(
                    4,
                    j.Batch.Tier switch
                    {
                        Tier.RankAndFile => 300,
                        Tier.Elite => 600,
                        Tier.Leader => 1020,
                        _ => 1800,
                    }
                )
                {
                    Product = ProductClass.AcrylicWb,
                }
        ),
        new(FinalGate, _ => true, _ => "One look at arm's length, all round, before it goes on the shelf.", _ => new(1, 30)),
    ];

    /// <summary>Pieces that are not at the same stage are not joined.</summary>
    public static readonly Rule UnlikeFinish = new(
        "PiecesOfOneFinish",
        RuleKind.Together,
        Strength.Practice,
        Reassemble,
        Reassemble,
        null,
        "One piece has what another still lacks: joined now, the seam shows where shade and sheen differ.",
        _ => true
    )
    {
        Acts = RuleActs.Refusal,
    };

    /// <summary>The rules of this stage.</summary>
    public static readonly IReadOnlyList<Rule> Rules =
    [
        Rule.NeedsDry(
            "FinalCoatDryBeforeRelease",
            FinalCoat,
            Release,
            Readiness.Handle,
            Strength.Practice,
            "Fingers mark a young coat."
        ) with
        {
            Requires = true,
        },
        Rule.Needs("ReleaseBeforeBaseFinish", Release, BaseFinish, Strength.Practice, "The handle hides the rim.") with
        {
            Once = StepKind.Handle,
        },
        Rule.NeedsDry(
            "BaseDryBeforeFinalGate",
            BaseFinish,
            FinalGate,
            Readiness.Touch,
            Strength.Practice,
            "A wet base marks the fingers that turn it."
        ),
        Rule.Before("HandleBeforeRelease", StepKind.Handle, Release, Strength.Law, "There is no handle to take off yet."),
        Rule.Before("ReleaseBeforeFinalGate", Release, FinalGate, Strength.Practice, "The underside is part of the look."),
        Rule.NeedsDry(
            "FinalCoatDryBeforeFinalGate",
            FinalCoat,
            FinalGate,
            Readiness.Handle,
            Strength.Practice,
            "Fingers mark a young coat."
        ) with
        {
            Requires = true,
        },
        Rule.Needs(
            "PaintBeforeFinalCoat",
            Paint,
            FinalCoat,
            Strength.Practice,
            "Varnish closes the work: painted later, it is varnished again.",
            j => j.Batch.PaintMinutes > 0
        ),
        Rule.Before("PrimerGateBeforeFinalCoat", PrimerGate, FinalCoat, Strength.Practice, "A flaw is cheaper before the varnish."),
        Rule.NeedsDry("GlossBeforeMatte", GlossBed, FinalCoat, Readiness.NextLayer, Strength.Practice, "Hard gloss below, the sheen last."),
        Rule.NeedsDry(
            "WeatherDryBeforeFinalCoat",
            StepKind.Weather,
            FinalCoat,
            Readiness.NextLayer,
            Strength.Law,
            "Varnish over damp effects frosts.",
            WeatheredFirst
        ),
        Rule.NeedsDry(
            "EffectsAfterFinalSheen",
            FinalCoat,
            StepKind.Weather,
            Readiness.NextLayer,
            Strength.Practice,
            "Pigment and mud are absorbed by a damp coat, and lost under a later one.",
            WeatheredLast
        ),
        Rule.NeedsDry(
            "PaintDryBeforeWeather",
            Paint,
            StepKind.Weather,
            Readiness.NextLayer,
            Strength.Practice,
            "Chipping tears damp paint."
        ),
        Rule.NeedsDry(
            "ShadeDryBeforeWeather",
            Shade,
            StepKind.Weather,
            Readiness.NextLayer,
            Strength.Practice,
            "Chipping tears a damp shade."
        ),
        Rule.NeedsDry(
            "EffectsDryBeforeFinalGate",
            StepKind.Weather,
            FinalGate,
            Readiness.Handle,
            Strength.Practice,
            "Fingers smear fresh effects."
        ),
        Rule.NeedsDry(
            "EqualFinishBeforeJoining",
            Paint,
            Reassemble,
            Readiness.NextLayer,
            Strength.Practice,
            "Pieces joined at different stages differ in shade and sheen for good."
        ),
        UnlikeFinish,
        Rule.NeedsDry(
            "MarksSealedBeforeJoining",
            Seal,
            Reassemble,
            Readiness.Handle,
            Strength.Practice,
            "Fingers press on unsealed transfers while pieces are joined."
        ),
        Rule.NeedsDry(
            "ShadeDryBeforeJoining",
            Shade,
            Reassemble,
            Readiness.NextLayer,
            Strength.Practice,
            "Pieces joined at different stages differ in shade for good.",
            j => j.Follows(HouseRuleCatalog.ShadingWhen, "over_sealed_marks")
        ),
        Rule.NeedsDry(
            "JointSetBeforeSeamRepair",
            Reassemble,
            SeamRepair,
            Readiness.NextLayer,
            Strength.Practice,
            "A seam filled over a young joint opens again."
        ) with
        {
            Requires = true,
        },
        Rule.NeedsDry(
            "SeamDryBeforeFinalCoat",
            SeamRepair,
            FinalCoat,
            Readiness.NextLayer,
            Strength.Law,
            "Filled too soon under varnish the seam shrinks and the gap returns."
        ),
        Rule.NeedsDry(
            "JointSetBeforeFinalCoat",
            Reassemble,
            FinalCoat,
            Readiness.NextLayer,
            Strength.Law,
            "Glue still gassing fogs the varnish."
        ),
        Rule.Card(
            "ScrapeFacesBeforeJoining",
            RuleKind.Before,
            Reassemble,
            Strength.Practice,
            "Scrape paint off the glue faces: glue grips material, not paint."
        ),
        Rule.Card(
            "RehearseTheClosing",
            RuleKind.Before,
            Reassemble,
            Strength.Practice,
            "Rehearse dry, in order: paint thickens fits, and pieces lock each other out."
        ),
        Rule.Card(
            "FillThenRepaintThenVarnish",
            RuleKind.Before,
            SeamRepair,
            Strength.Practice,
            "Fill, then repaint the strip, then its varnish: each dry before the next."
        ),
        Rule.Card(
            "LookAtTheBackOfTheSeam",
            RuleKind.Before,
            SeamRepair,
            Strength.Practice,
            "Look all round: the back is often wider than the front, and shrinks once more."
        ),
        Rule.Card(
            "WeatherInSmallSteps",
            RuleKind.Before,
            StepKind.Weather,
            Strength.Practice,
            "Two to four thin layers, stepping back: too much has to be painted out."
        ),
        Rule.Card(
            "CarryWearAcrossTheMarks",
            RuleKind.Together,
            StepKind.Weather,
            Strength.Practice,
            "Wear goes across transfer and paint alike: it proves the transfer belongs, and hides a short edge.",
            Marked
        ),
        Rule.Card(
            "WeatherBeforeVarnish",
            RuleKind.NotWhile,
            FinalCoat,
            Strength.Practice,
            "Damp air frosts varnish, over all the work there is: check air and label before you spray."
        ),
        Rule.Card(
            "DustOffBeforeVarnish",
            RuleKind.Before,
            FinalCoat,
            Strength.Practice,
            "Residue, dust and hair come off first: varnish seals them in."
        ),
        Rule.Card("NoWetEdges", RuleKind.NeedsDry, FinalCoat, Strength.Law, "Nothing damp under varnish: it frosts and wrinkles."),
        Rule.Lock("MatteKillsWetEffects", FinalCoat, Strength.Law, "Matte over a wet-looking effect: the effect is lost.", j =>
            j.Batch.FinalSheen != Sheen.Gloss
        ),
        Rule.NeverOn(
            "NoCoatOverEffects",
            FinalCoat,
            Prohibition.Anyhow,
            Strength.Law,
            "The effects are on: a coat over them kills wet looks and darkens pigment. Seal round them, by brush.",
            null,
            WeatheredLast
        ) with
        {
            After = StepKind.Weather,
            Kind = RuleKind.Locks,
        },
        Rule.Lock("VarnishLocksTheSurface", FinalCoat, Strength.Practice, "What is under the last coat is repaired on top of it only."),
    ];

    private static string WhyApart(Job j) =>
        KitJobs.ClosingOf(j) is { After.Count: > 0 } closing
            ? $"Held apart until painted, then closed in this order: {string.Join(", ", closing.After.Select(a => a.Words))}."
            : "Pieces painted apart are joined when all are equally far.";

    private static IReadOnlyList<StepAmounts> Joins(Job j)
    {
        // Without a kit the house rule says how many pieces, and how much longer more of them take.
        var joints = j.Batch.Kit is null ? 1 : KitJobs.JointsAfter(j);
        StepAmounts ca = new(2, 120 * joints)
        {
            Attention = Attention.Attended,
            Product = ProductClass.Ca,
            Method = "ca",
        };
        StepAmounts cement = new(2, 120 * joints)
        {
            Attention = Attention.Attended,
            Product = ProductClass.PlasticCement,
            Method = "plastic_cement",
        };
        return [ca, cement];
    }

    private static IReadOnlyList<StepAmounts> Repairs(Job j)
    {
        // Filled, then the strip painted over; the varnish over all is a step of its own.
        var seams = j.Batch.Kit is null ? 1 : KitJobs.Seams(j);
        StepAmounts varnish = new(3, 900 * seams)
        {
            Product = ProductClass.AcrylicWb,
            Method = "gloss_varnish",
            Occurrences = 2,
        };
        StepAmounts putty = new(3, 1080 * seams)
        {
            Product = ProductClass.AcrylicPutty,
            Method = "acrylic_putty",
            Occurrences = 2,
        };
        return j.Follows(HouseRuleCatalog.SeamFill, "putty") ? [putty, varnish] : [varnish, putty];
    }

    private static Sheen SheenOf(Job j) =>
        j.House.Of(HouseRuleCatalog.FinalSheen).Id switch
        {
            "matte" => Sheen.Matte,
            "satin" => Sheen.Satin,
            "gloss" => Sheen.Gloss,
            _ => j.Batch.FinalSheen,
        };

    private static string Why(Job j) =>
        (SheenOf(j), j.Follows(HouseRuleCatalog.FinalSheen, "as_noted")) switch
        {
            (Sheen.Matte, _) => "Matte takes the shine off every earlier coat.",
            (Sheen.Satin, true) => "Satin, as the roster asks.",
            (Sheen.Satin, false) => "Satin, by house rule.",
            (_, true) => "Gloss, as the roster asks.",
            _ => "Gloss, by house rule.",
        };

    private static IReadOnlyList<StepAmounts> Coats(Job j)
    {
        var mode = SheenOf(j) == Sheen.Gloss ? SprayMode.Gloss : SprayMode.Matte;
        StepAmounts can = new(6, 25)
        {
            OneGo = true,
            Mode = mode,
            Product = ProductClass.AcrylicSolvent,
            Method = "spray_can",
        };
        StepAmounts airbrush = new(10, 40)
        {
            OneGo = true,
            Mode = mode,
            Product = ProductClass.AcrylicWb,
            Method = "airbrush",
        };
        StepAmounts brush = new(3, 90) { Product = ProductClass.AcrylicWb, Method = "brush" };
        return j.Follows(HouseRuleCatalog.KillGloss, "local_brush") || j.Follows(HouseRuleCatalog.PrimeBy, "brush") || Darkness.Brushed(j)
            ? [brush, can, airbrush]
            : [can, airbrush, brush];
    }
}
