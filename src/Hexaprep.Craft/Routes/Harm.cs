using Hexaprep.Craft.Vocabulary;
using static Hexaprep.Craft.Vocabulary.StepKind;

namespace Hexaprep.Craft.Routes;

/// <summary>What would destroy what is there, whatever the order: baths and force over coats, solvents over open transfers, work on what
/// is not there yet. These rules ask what was done, and order no route.</summary>
public static class Harm
{
    /// <summary>Work on parts that still hang on their frame.</summary>
    public static readonly Rule OnTheFrame = NotThere(
        "CutFreeBeforeWork",
        RemoveParts,
        "The parts still hang on their frames: they are cut free first."
    );

    /// <summary>Work on a model whose parts are not joined yet.</summary>
    public static readonly Rule NotJoined = NotThere("JoinedBeforeWork", Glue, "There is no model yet: its parts are joined first.");

    private static readonly Prohibition Strong = Prohibition.With(p => p is ProductClass.Lacquer or ProductClass.EnamelAlkyd);

    private const string OpenTransfers = "The transfers are not sealed: ";

    /// <summary>The rules of this page.</summary>
    public static readonly IReadOnlyList<Rule> Rules =
    [
        OnTheFrame,
        NotJoined,
        After(
            Prime,
            "AcidLiftsPaint",
            Wash,
            Prohibition.By("acid_dip"),
            Strength.Law,
            "Acid lifts and stains what is primed or painted.",
            "wipe"
        ),
        After(
            Prime,
            "NoBathOverPrimer",
            Wash,
            Prohibition.ByAnythingBut(Washing.ByCloth, "strip", "acid_dip"),
            Strength.Practice,
            "A bath softens young coats, lifts edges and lets the handle's grip go: what is primed is wiped, not bathed.",
            "wipe"
        ),
        After(
            Prime,
            "HotWaterLiftsPaint",
            Straighten,
            Prohibition.By("warm_water"),
            Strength.Law,
            "Hot water lifts the paint and varnish that lie on it.",
            "bind"
        ),
        .. Drilled(Magnet, "Magnets"),
        .. Drilled(Pin, "Pins"),
        Joining.WhiteGlueHoldsNot("WhiteGlueHoldsNoReassembly", Reassemble),
        Joining.NoWeldReleased("WeldedBasesAreNotReleased", Base, "base"),
        .. new[] { Seal, FinalCoat }.Select(s =>
            After(
                CutTransfer,
                $"NoTransferLeftWaiting{s}",
                s,
                Prohibition.Anyhow,
                Strength.Practice,
                "Cut transfers lie waiting: over this coat they would silver. Place them first, or take the cut back.",
                Ids.Of(PlaceTransfer)
            ) with
            {
                LiftedBy = PlaceTransfer,
            }
        ),
        Unsealed("Wash", Wash, Prohibition.Anyhow, "water floats them off again."),
        Unsealed("Mask", Mask, Prohibition.Anyhow, "tape and film pull them off."),
        Unsealed("Paint", Paint, Prohibition.Anyhow, "paint creeps under their edge, and a brush lifts them."),
        Unsealed("Primer", Prime, Prohibition.Anyhow, "primer buries them, and its solvent wrinkles them."),
        Unsealed("StrongFinal", FinalCoat, Strong, "a lacquer or enamel bites into the film."),
        Unsealed("StrongProtection", ProtectiveCoat, Strong, "a lacquer or enamel bites into the film."),
        .. new[] { Sand, Roughen, Fill, Prime }.Select(s =>
            After(
                FinalCoat,
                $"LastCoatStays{s}",
                s,
                Prohibition.Anyhow,
                Strength.Practice,
                "The last coat is on: this would cut or bury it. A flaw in it is mended at the look.",
                null
            ) with
            {
                AfterAll = true,
            }
        ),
    ];

    private static Rule NotThere(string name, StepKind needed, string reason) =>
        new(name, RuleKind.Before, Strength.Practice, needed, needed, null, reason, _ => true)
        {
            Acts = RuleActs.Refusal,
            Instead = Ids.Of(needed),
        };

    private static Rule After(
        StepKind done,
        string name,
        StepKind step,
        Prohibition what,
        Strength strength,
        string reason,
        string? instead
    ) => Rule.NeverOn(name, step, what, strength, reason, instead) with { After = done };

    private static Rule Unsealed(string name, StepKind step, Prohibition what, string follows) =>
        After(PlaceTransfer, $"OpenTransfersBear{name}", step, what, Strength.Practice, OpenTransfers + follows, Ids.Of(Seal)) with
        {
            LiftedBy = Seal,
        };

    // Through primer a hole costs a touch-in; through paint it costs the paint round it.
    private static IEnumerable<Rule> Drilled(StepKind step, string what) =>
        [
            Rule.Lock(
                $"PrimerMakes{step}Dearer",
                Prime,
                Strength.Practice,
                "Holes for magnets and pins are drilled now: through primer each costs a touch-in and its wait.",
                j => j.Batch.Parts > 1
            ) with
            {
                MakesDearer = step,
            },
            After(
                Paint,
                $"No{step}ThroughPaint",
                step,
                Prohibition.Anyhow,
                Strength.Law,
                $"{what} drilled through paint chip it round the hole, and the dust lies in every coat that follows.",
                null
            ),
        ];
}
