using Hexaprep.Craft.Computation;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Joining;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using static Hexaprep.Craft.Vocabulary.StepKind;

// Long: the steps and rules of one stage.
namespace Hexaprep.Craft.Routes;

/// <summary>Dry fit, roughening, pins, magnets and glue.</summary>
public static class Joining
{
    /// <summary>The jobs with joints.</summary>
    internal static readonly Func<Job, bool> Assembled = j => j.Batch.Parts > 1 || j.Batch.Materials.Count > 1;
    private static readonly Func<Job, bool> Welds = j => j.All(m => m.IsStyrene()) && j.Follows(HouseRuleCatalog.PlasticGlue, "cement");

    // A kit of several materials has joints of plastic on plastic: those it was said to have, else where some material has two parts.
    private static readonly Func<Job, bool> WeldsSome = j =>
        j.Any(m => m.IsStyrene())
        && !j.All(m => m.IsStyrene())
        && (
            KitJobs.KitOf(j) is { } kit
                ? kit.Joints.Any(i => i.Part.Material.IsStyrene() && i.Other.Material.IsStyrene())
                : j.Batch.Parts > j.Batch.Materials.Count
        );
    private static readonly Func<Job, bool> Tooth = j =>
        j.Any(m => !m.IsStyrene() && m is not Material.FlexiblePvc and not Material.Photopolymer);

    /// <summary>The steps of this stage.</summary>
    public static readonly IReadOnlyList<StepApplicability> Choices =
    [
        new(DryFit, Assembled, _ => "The last free change before glue.", j => new(1, 25 * KitJobs.Joints(j))),
        new(Roughen, Roughened, j => $"Glue needs tooth on {j.Batch.MaterialWords}.", j => new(2, 20 * KitJobs.Joints(j)))
        {
            LeftOut = j =>
                Assembled(j) && !Welds(j) && j.Follows(HouseRuleCatalog.RoughenFaces, "never")
                    ? "Faces are not roughened, by house rule."
                    : null,
            Without = _ => "Glue on a smooth face lets go at the first knock.",
        },
        new(Pin, Pinned, WhyPinned, j => new(4, 240 * Math.Max(1, KitJobs.Pins(j).Count)))
        {
            LeftOut = WhyUnpinned,
            Without = _ => "A heavy joint on glue alone drops off at the first knock.",
        },
        new(Magnet, _ => false, _ => "Changeable parts hold by magnets.", _ => new(6, 150) { Product = ProductClass.Ca, Method = "ca" }),
        new(
            Glue,
            Assembled,
            j =>
                Welds(j) ? "Solvent cement welds frame plastic to itself."
                : j.Batch.Materials.Count > 1 ? $"{PairGlue.Name(Best(j))} holds every pair of these materials; a model has {ByPair(j)}."
                : $"{PairGlue.Name(Best(j))} holds every pair of these materials.",
            Glues
        )
        {
            Without = _ => "Nothing holds the parts together: leave it out only where the kit pushes or snaps together.",
        },
    ];

    /// <summary>The rules of this stage.</summary>
    public static readonly IReadOnlyList<Rule> Rules =
    [
        Rule.Needs("DryFitBeforeGlue", DryFit, Glue, Strength.Practice, "After glue nothing moves.") with
        {
            Lapses = true,
        },
        Rule.Needs("DryFitBeforePins", DryFit, Pin, Strength.Practice, "Pins drilled before the fit sit wrong."),
        Rule.Needs("DryFitBeforeMagnets", DryFit, Magnet, Strength.Practice, "Magnets set before the fit sit wrong."),
        Rule.Before("RoughenAfterDryFit", DryFit, Roughen, Strength.Practice, "The fit shows which faces meet."),
        Rule.Needs("RoughenBeforeGlue", Roughen, Glue, Strength.Practice, "CA needs tooth and a clean, de-dusted face.", j =>
            Tooth(j) && !j.Follows(HouseRuleCatalog.RoughenFaces, "never")
        ) with
        {
            ByWay = Prohibition.By("ca"),
            Lapses = true,
            Unless = Pin,
        },
        Rule.Before("RoughenedFacesBeforeGlue", Roughen, Glue, Strength.Practice, "Glue needs a clean, scored face.") with
        {
            Lapses = true,
        },
        Rule.Before("PinBeforeGlue", Pin, Glue, Strength.Practice, "The pin is glued with the joint.") with
        {
            Lapses = true,
        },
        Rule.Before("PinsBeforePrimer", Pin, Prime, Strength.Practice, "Chips and cut edges would show through paint."),
        Rule.NeedsDry(
            "MagnetsBeforePrimer",
            Magnet,
            Prime,
            Readiness.NextLayer,
            Strength.Practice,
            "Their faces stay bare, and the drilling chips come off first."
        ),
        Rule.Card(
            "PoleRuleBeforeMagnets",
            RuleKind.Before,
            Magnet,
            Strength.Practice,
            "Settle which pole faces out for the whole unit first: a reversed one cannot be turned."
        ),
        Rule.Card(
            "LongIsTrimmedShortIsFilled",
            RuleKind.Before,
            DryFit,
            Strength.Practice,
            "Too long: trim a shaving, try again, as on the last one. Too short: a shim or filler, never a stretch."
        ),
        Rule.Card("PoseBeforeGlue", RuleKind.Before, Glue, Strength.Practice, "Settle pose and options now: glue fixes the stance."),
        Rule.NeedsDry(
            "GlueHardBeforeFilling",
            Glue,
            Fill,
            Readiness.Handle,
            Strength.Practice,
            "Filler pressed into a young joint opens it."
        ) with
        {
            PlanBy = PlanBy.Usual,
        },
        Rule.NeedsDry(
            "GlueHardBeforeSanding",
            Glue,
            Sand,
            Readiness.NextLayer,
            Strength.Law,
            "Filed while young, the joint comes off."
        ) with
        {
            PlanBy = PlanBy.Usual,
        },
        Rule.NeedsDry("GlueHardBeforePrimer", Glue, Prime, Readiness.NextLayer, Strength.Law, "Solvent under a coat bubbles it."),
        Rule.NeedsDry(
            "JointsBearHandling",
            Glue,
            Handle,
            Readiness.Handle,
            Strength.Practice,
            "A joint that still moves shifts on the handle."
        ) with
        {
            PlanBy = PlanBy.Usual,
        },
        Rule.NeedsDry("JointsHoldBeforeBase", Glue, Base, Readiness.Handle, Strength.Practice, "Feet must stand as they will stay.") with
        {
            PlanBy = PlanBy.Usual,
        },
        Rule.NeverOn(
            "CementNeedsStyrene",
            Glue,
            Prohibition.By("plastic_cement"),
            Strength.Law,
            "Solvent cement cannot weld resin, metal, soft plastic or filament prints.",
            "ca",
            j => j.Any(m => !m.IsStyrene()) && !WeldsSome(j)
        ),
        Rule.Card(
            "CementOnlyWherePlasticMeets",
            RuleKind.NeverOn,
            Glue,
            Strength.Law,
            "Cement only where plastic meets plastic; CA where metal, resin or a print is in the joint.",
            WeldsSome
        ) with
        {
            ByWay = Prohibition.By("plastic_cement"),
        },
        Rule.NeverOn(
            "CementNeedsBarePlastic",
            Glue,
            Prohibition.By("plastic_cement"),
            Strength.Law,
            "Cement welds bare plastic, not a paint film: scrape the faces first.",
            "roughen"
        ) with
        {
            After = Prime,
            LiftedBy = Roughen,
        },
        Rule.NeverOn(
            "CementNeedsBareFacesAtReassembly",
            Reassemble,
            Prohibition.By("plastic_cement"),
            Strength.Law,
            "Cement welds bare plastic, not a paint film: scrape the faces first.",
            "roughen",
            j => j.All(m => m.IsStyrene())
        ) with
        {
            After = Prime,
            LiftedBy = Roughen,
        },
        Rule.NeverOn(
            "CementNeedsStyreneAtReassembly",
            Reassemble,
            Prohibition.By("plastic_cement"),
            Strength.Law,
            "Solvent cement cannot weld resin, metal, soft plastic or filament prints.",
            "ca",
            j => j.Any(m => !m.IsStyrene())
        ),
        WhiteGlueHoldsNot("WhiteGlueHoldsNoJoint", Glue),
        NoWeldReleased("WeldsAreNotReleased", Glue, "joint"),
        Rule.NeverOn(
            "WeldsAreNotSacrificed",
            Glue,
            new Prohibition { Method = "plastic_cement", Fate = Fate.Sacrificial },
            Strength.Law,
            "Cement welds for good: a joint that is to be broken is held by a drop of CA.",
            "ca"
        ),
        Rule.NeverOn(
            "TwoPartIsNotReleased",
            Glue,
            new Prohibition { Method = "epoxy_adhesive", Fate = Fate.Release },
            Strength.Practice,
            "Two-part adhesive does not snap: the model would.",
            "ca"
        ),
        Rule.NeverOn(
            "NoAcceleratorOverPaint",
            Glue,
            new Prohibition { Accelerator = true },
            Strength.Practice,
            "Accelerator fogs paint and varnish.",
            "ca"
        ) with
        {
            After = Prime,
        },
        Rule.NeverOn(
            "NoAcceleratorAtReassembly",
            Reassemble,
            new Prohibition { Accelerator = true },
            Strength.Practice,
            "Accelerator fogs paint and varnish: hold it by hand.",
            "ca"
        ),
        Rule.Card(
            "AcceleratorIsCleanedOff",
            RuleKind.NeverOn,
            Glue,
            Strength.Practice,
            "Accelerator leaves a film: clean it off before primer, or it blooms.",
            j => !Welds(j)
        ),
        Rule.Card(
            "LittleGlueWhereItMustBreak",
            RuleKind.NeverOn,
            Base,
            Strength.Practice,
            "Where the joint must break again, one small drop: much CA snaps the model.",
            j => j.Follows(HouseRuleCatalog.BaseBond, "regroup")
        ),
        Rule.Card(
            "SocketsStayNearlyEmpty",
            RuleKind.NeverOn,
            Glue,
            Strength.Practice,
            "No full load in a socket that a peg will fill: it squirts out."
        ),
        Rule.Card(
            "CementOffWetIsSmeared",
            RuleKind.NotWhile,
            Glue,
            Strength.Law,
            "Do not wipe spilled cement: it smears softened plastic. Let it dry, then scrape.",
            Welds
        ),
        Rule.Card(
            "SlipsOfCaAreLeft",
            RuleKind.NotWhile,
            Glue,
            Strength.Practice,
            "A slip of CA is not wiped: it smears, and grows hot on tissue. Let it set, then scrape it.",
            j => !Welds(j)
        ),
        Rule.Card(
            "PairsInsideOneGrab",
            RuleKind.Together,
            Glue,
            Strength.Law,
            "Both legs of a pair inside one movable time: the stance is set by the first.",
            j => j.Batch.Parts > 1
        ),
        Rule.Card(
            "HoldsTakeBothHands",
            RuleKind.NotWhile,
            Glue,
            Strength.Law,
            "A hold of CA is hands-on: nothing else can be done in it.",
            j => !Welds(j)
        ),
        Rule.Card(
            "DebonderStaysOffModels",
            RuleKind.NeverOn,
            Glue,
            Strength.Practice,
            "Debonder and strong alcohol stay off plastic and paint: they dissolve both.",
            j => !Welds(j)
        ),
        Rule.Card("NoFlameNearCement", RuleKind.NotWhile, Glue, Strength.Law, "No flame while cement, thinner or alcohol is open.", Welds),
        Rule.Lock("CaLocksInSeconds", Glue, Strength.Law, "CA cannot be shifted after seconds: only snapped and cleaned.", j =>
            !Welds(j)
        ) with
        {
            ByWay = Prohibition.By("ca"),
        },
        Rule.Lock("CementLocks", Glue, Strength.Law, "Once cement has set the joint is welded: a wrong piece has to be cut.", Welds) with
        {
            ByWay = Prohibition.By("plastic_cement"),
        },
        Rule.Lock(
            "FirstOfAPairLocksTheSecond",
            Glue,
            Strength.Law,
            "Once the first of paired joints is hard, the second cannot be aligned.",
            j => j.Batch.Parts > 1
        ),
        Rule.Lock("JoinedAroundAccess", Glue, Strength.Law, "Parts joined around a space: no brush reaches it again.", j =>
            j.Batch.Parts > 2
        ),
        Rule.Lock("TooDeepAPinHole", Pin, Strength.Law, "Too deep a hole comes through: plug it and fill."),
    ];

    private static bool Roughened(Job j) =>
        Assembled(j)
        && !Welds(j)
        && !j.Follows(HouseRuleCatalog.RoughenFaces, "never")
        && (j.Any(m => !m.IsStyrene()) || j.Follows(HouseRuleCatalog.RoughenFaces, "always"));

    private static bool Pinned(Job j) =>
        Assembled(j)
        && !j.Follows(HouseRuleCatalog.Pins, "never")
        && (
            j.Batch.Kit is not null
                ? KitJobs.Pins(j).Count > 0
                : j.Any(m => m.IsMetal())
                    || (j.Batch.Tier != Tier.RankAndFile && j.Any(m => m is Material.PuResin))
                    || (j.Follows(HouseRuleCatalog.Pins, "always") && !Welds(j))
        );

    private static string WhyPinned(Job j) =>
        KitJobs.Pins(j) is [_, ..] pins
            ? $"Glue alone does not bear a knock: {string.Join(", ", pins.Select(p => p.Joint.Words))}."
            : "Heavy or handled joints shear off without a pin.";

    private static string? WhyUnpinned(Job j) =>
        !Assembled(j) ? null
        : j.Batch.Kit is not null && !j.Follows(HouseRuleCatalog.Pins, "never")
            ? "By weight and lever, glue alone bears a knock at every joint."
        : j.Follows(HouseRuleCatalog.Pins, "never") && j.Any(m => m.IsMetal() || m is Material.PuResin) ? "No pins, by house rule."
        : j.Any(m => m is Material.PuResin) ? "Rank and file in resin is glued without pins: the joints are light."
        : Welds(j) ? "Solvent cement welds its joints: they hold without pins."
        : "Its joints are light: glue alone holds them.";

    /// <summary>White glue holds no soft plastic or metal, at whatever step.</summary>
    internal static Rule WhiteGlueHoldsNot(string id, StepKind step) =>
        Rule.NeverOn(id, step, Prohibition.By("pva"), Strength.Law, "White glue does not hold soft plastic or metal.", "ca", j =>
            j.Any(m => m is Material.FlexiblePvc or Material.Unknown || m.IsMetal())
        );

    /// <summary>What is to come off again is never welded, at whatever step.</summary>
    internal static Rule NoWeldReleased(string id, StepKind step, string what) =>
        Rule.NeverOn(
            id,
            step,
            new Prohibition { Method = "plastic_cement", Fate = Fate.Release },
            Strength.Law,
            $"Cement welds for good: a {what} that is to come off is held by a drop of CA.",
            "ca"
        );

    private static string Best(Job j) =>
        j.Follows(HouseRuleCatalog.OtherGlue, "epoxy_adhesive") && !j.All(m => m.IsStyrene()) ? "epoxy_adhesive" : "ca";

    private static IReadOnlyList<StepAmounts> Glues(Job j)
    {
        StepAmounts By(string method, ProductClass product, int seconds) =>
            new(2, seconds * KitJobs.JointsBefore(j))
            {
                Attention = Attention.Attended,
                Product = product,
                Method = method,
            };
        // Two-part adhesive dries as two-part putty does, by its label.
        StepAmounts cement = By("plastic_cement", ProductClass.PlasticCement, 50),
            ca = By("ca", ProductClass.Ca, 70),
            epoxy = By("epoxy_adhesive", ProductClass.EpoxyPutty, 110);
        return Best(j) == "epoxy_adhesive" ? [epoxy, ca, cement]
            : Welds(j) ? [cement, ca, epoxy]
            : [ca, cement, epoxy];
    }

    /// <summary>About how many joints a model has of each pair of its materials: its parts go round the materials in turn, and each is
    /// joined to the first.</summary>
    public static IReadOnlyDictionary<(Material One, Material Other), int> JointsByPair(BatchTraits batch)
    {
        if (batch.Kit is { } parts)
            return ModelKit
                .Of(parts)
                .Joints.Select(j => (One: j.Part.Material, Other: j.Other.Material))
                .GroupBy(p => p.One < p.Other ? p : (One: p.Other, Other: p.One))
                .ToDictionary(g => g.Key, g => g.Count());
        var materials = batch.Materials.Order().ToList();
        return Enumerable
            .Range(1, Math.Max(batch.Parts, materials.Count) - 1)
            .Select(i => materials[i % materials.Count])
            .GroupBy(m => m)
            .ToDictionary(g => (materials[0], g.Key), g => g.Count());
    }

    private static string ByPair(Job j) =>
        string.Join(
            "; ",
            JointsByPair(j.Batch)
                .Select(p =>
                    $"{(j.Batch.Kit is null ? "about " : "")}{Sentence.Counted(p.Value, "joint")} of {Materials.Word(p.Key.One)} to "
                    + $"{Materials.Word(p.Key.Other)}: "
                    + PairGlue.Name(PairGlue.Best(p.Key.One, p.Key.Other).Glue)
                )
        );
}
