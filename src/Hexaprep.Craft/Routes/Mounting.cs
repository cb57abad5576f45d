using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using static Hexaprep.Craft.Vocabulary.StepKind;

namespace Hexaprep.Craft.Routes;

/// <summary>Bases, their texture, and handles to hold by.</summary>
public static class Mounting
{
    private static readonly Func<Job, bool> HasBase = j => j.Batch.BaseMm is not null;
    private static readonly Func<Job, bool> BasedFirst = j => !j.Follows(HouseRuleCatalog.BaseWhen, "at_the_end");
    private static readonly Func<Job, bool> BasedLast = j => !BasedFirst(j);
    private static readonly Func<Job, bool> GritFirst = j => BasedFirst(j) && j.Follows(HouseRuleCatalog.TextureWhen, "before_primer");
    private static readonly Func<Job, bool> GritLast = j => !GritFirst(j);

    /// <summary>The jobs without a handle: a building stands on its own ground.</summary>
    internal static readonly Func<Job, bool> Grounded = j => j.Batch.Size == ModelSize.Terrain && !j.Adds(StepKind.Handle);

    private static readonly Func<Job, bool> HeldFirst = j => !HeldLate(j) && !Grounded(j);

    /// <summary>The steps of this stage.</summary>
    public static readonly IReadOnlyList<StepApplicability> Choices =
    [
        new(
            Base,
            HasBase,
            j => BasedFirst(j) ? "One primer pass for model and base, and a steady grip." : "Glued to its base at the end, by house rule.",
            _ => [new(2, 60) { Product = ProductClass.Ca, Method = "ca" }]
        )
        {
            Moved = j => BasedFirst(j) ? Side.Mount : Side.Finish,
        },
        new(
            BaseTexture,
            HasBase,
            j =>
                GritFirst(j)
                    ? "Grit glued before primer is held by it and coloured with it."
                    : "Textured after the last coat, by house rule.",
            j => [new(3, j.Batch.BaseMm > 50 ? 120 : 60) { Product = ProductClass.Pva }]
        )
        {
            Moved = j => GritFirst(j) ? Side.Mount : Side.Finish,
        },
        new(
            SealTexture,
            Sealed,
            _ => "Thinned white glue keeps grit from shedding into paint.",
            j => [new(2, 30) { Product = j.Follows(HouseRuleCatalog.GritSeal, "clear_coat") ? ProductClass.AcrylicWb : ProductClass.Pva }]
        )
        {
            Moved = j => GritFirst(j) ? Side.Mount : Side.Finish,
            LeftOut = j => HasBase(j) && !Sealed(j) ? "Primer alone holds the grit here." : null,
        },
        new(StepKind.Handle, j => !Grounded(j), _ => "Fingers, or a bare ring, would mark the first coat.", Fixings)
        {
            LeftOut = j => Grounded(j) ? "Terrain stands on its own ground: turned by its foot between the passes." : null,
        },
    ];

    /// <summary>The rules of this stage.</summary>
    public static readonly IReadOnlyList<Rule> Rules =
    [
        Rule.NeedsDry(
            "BaseHoldsBeforeTexture",
            Base,
            BaseTexture,
            Readiness.Handle,
            Strength.Practice,
            "A base that slides takes the grit with it."
        ) with
        {
            PlanBy = PlanBy.Usual,
            Requires = true,
        },
        Rule.NeedsDry(
            "GritDryBeforeSeal",
            BaseTexture,
            SealTexture,
            Readiness.NextLayer,
            Strength.Practice,
            "A wet seal knocks loose grit off: hardly touch it."
        ) with
        {
            Requires = true,
        },
        Rule.NeedsDry(
            "GritBeforePrimer",
            BaseTexture,
            Prime,
            Readiness.NextLayer,
            Strength.Taste,
            "Primed with the model it is held and coloured at once.",
            GritFirst
        ),
        Rule.NeedsDry(
            "GritSealedBeforePrimer",
            SealTexture,
            Prime,
            Readiness.NextLayer,
            Strength.Practice,
            "White glue under primer stays soft for days.",
            GritFirst
        ),
        Rule.NeedsDry(
            "BaseHoldsBeforeHandle",
            Base,
            StepKind.Handle,
            Readiness.Handle,
            Strength.Practice,
            "The handle grips the base.",
            BasedFirst
        ) with
        {
            PlanBy = PlanBy.Usual,
        },
        Rule.NeedsDry(
            "TextureBeforeHandle",
            BaseTexture,
            StepKind.Handle,
            Readiness.Touch,
            Strength.Practice,
            "Fingers lift wet grit.",
            GritFirst
        ),
        Rule.Needs("HandleBeforePrimer", StepKind.Handle, Prime, Strength.Practice, "Otherwise fingers or a bare ring show.", HeldFirst),
        Rule.NeedsDry(
            "HandleHoldsBeforePrimer",
            StepKind.Handle,
            Prime,
            Readiness.Handle,
            Strength.Practice,
            "A model that drops off wet is started again.",
            HeldFirst
        ),
        Rule.NeedsDry(
            "PrimerBeforeHandle",
            Prime,
            StepKind.Handle,
            Readiness.Handle,
            Strength.Practice,
            "Mounted after primer, by house rule: it must bear fingers.",
            HeldLate
        ),
        Rule.NeedsDry(
            "HandleHoldsBeforePaint",
            StepKind.Handle,
            Paint,
            Readiness.Handle,
            Strength.Practice,
            "A model that drops off wet is started again.",
            HeldLate
        ),
        Rule.NeedsDry(
            "LastCoatBeforeBase",
            FinalCoat,
            Base,
            Readiness.Handle,
            Strength.Practice,
            "Glue fumes and fingers mark a young coat.",
            BasedLast
        ),
        Rule.Before("OffTheHandleBeforeBase", Release, Base, Strength.Practice, "The handle holds it where the base goes.", BasedLast),
        Rule.NeedsDry(
            "LastCoatBeforeTexture",
            FinalCoat,
            BaseTexture,
            Readiness.Handle,
            Strength.Practice,
            "Fingers mark a young coat.",
            GritLast
        ),
        Rule.NeedsDry(
            "TextureBeforeBaseFinish",
            BaseTexture,
            BaseFinish,
            Readiness.NextLayer,
            Strength.Practice,
            "Paint on wet grit lifts it.",
            GritLast
        ),
        Rule.NeedsDry(
            "GritSealedBeforeBaseFinish",
            SealTexture,
            BaseFinish,
            Readiness.NextLayer,
            Strength.Practice,
            "Paint on a wet seal lifts it.",
            GritLast
        ),
        Rule.NeedsDry(
            "BaseBeforeBaseFinish",
            Base,
            BaseFinish,
            Readiness.Handle,
            Strength.Practice,
            "A base that slides is finished twice."
        ),
        Rule.Before("WashBeforeHandle", Wash, StepKind.Handle, Strength.Practice, "Handles come off in a bath."),
        Rule.Before("WashedBeforeTexture", Wash, BaseTexture, Strength.Practice, "A bath would lift fresh grit."),
        Rule.NeverOn(
            "CementHoldsPlasticToPlastic",
            Base,
            Prohibition.By("plastic_cement"),
            Strength.Law,
            "Cement welds a plastic foot to a plastic base; it holds no resin, metal, soft plastic or print.",
            "ca",
            j => j.Any(m => !m.IsStyrene())
        ),
        Rule.NeverOn(
            "WhiteGlueHoldsNoBase",
            Base,
            Prohibition.By("pva"),
            Strength.Law,
            "White glue does not hold soft plastic or metal to a base.",
            "ca",
            j => j.Any(m => m is Material.FlexiblePvc or Material.Unknown || m.IsMetal())
        ),
        Rule.Card("FlattenBeforeBase", RuleKind.Before, Base, Strength.Practice, "Flatten the underside first: glue needs contact."),
        Rule.Card(
            "SecondGritOnDryGrit",
            RuleKind.Before,
            BaseTexture,
            Strength.Taste,
            "A second, coarser layer goes on once the first is dry: on wet glue both slide."
        ),
        Rule.Card(
            "SealWithHardlyATouch",
            RuleKind.NeedsDry,
            SealTexture,
            Strength.Practice,
            "Old soft brush, hardly touching: the seal itself knocks grit off."
        ),
        Rule.Card(
            "PuttyLetsGoUpsideDown",
            RuleKind.NeverOn,
            StepKind.Handle,
            Strength.Practice,
            "Reusable putty lets go: enough of it, and never upside down.",
            Puttied
        ),
        Rule.Card(
            "PuttyIsWeakUnderMetal",
            RuleKind.NeverOn,
            StepKind.Handle,
            Strength.Practice,
            "Metal is heavy: putty alone creeps until it drops. A pin or a peg beside it.",
            j => j.Any(m => m.IsMetal()) && Puttied(j)
        ),
        Rule.Card(
            "GripWhereItWillNotShow",
            RuleKind.NeverOn,
            StepKind.Handle,
            Strength.Practice,
            "One grip for all coats: a face that glue will hide; where it shows, touch it in later."
        ),
        Rule.NeverOn(
            "FoamMeltsInSpray",
            Prime,
            new Prohibition { Stand = "polystyrene_foam", Product = p => p.HasSolvent() },
            Strength.Law,
            "Solvent spray melts polystyrene foam: the model falls.",
            "rack"
        ),
        Rule.NeverOn(
            "FoamMeltsInGloss",
            GlossBed,
            new Prohibition { Stand = "polystyrene_foam", Product = p => p.HasSolvent() },
            Strength.Law,
            "Solvent spray melts polystyrene foam: the model falls.",
            "rack"
        ),
        Rule.NeverOn(
            "FoamMeltsInVarnish",
            FinalCoat,
            new Prohibition { Stand = "polystyrene_foam", Product = p => p.HasSolvent() },
            Strength.Law,
            "Solvent spray melts polystyrene foam: the model falls.",
            "rack"
        ),
        Rule.NeverOn(
            "FoamMeltsInClearCoat",
            ProtectiveCoat,
            new Prohibition { Stand = "polystyrene_foam", Product = p => p.HasSolvent() },
            Strength.Law,
            "Solvent spray melts polystyrene foam: the model falls.",
            "rack"
        ),
        Rule.Card(
            "StandBearsTheSpray",
            RuleKind.NeverOn,
            Prime,
            Strength.Law,
            "Wood, cork, jar or rack to stand on: polystyrene foam melts in solvent."
        ),
        Rule.Lock("FinalBaseHidesTheFeet", Base, Strength.Practice, "On its base, feet and underside are out of reach."),
    ];

    /// <summary>How a batch takes handles: rank and file on strips unless the house has it otherwise, each piece painted apart on its
    /// own.</summary>
    public static HandleUse HandlesOf(Job j) =>
        Finishing.PiecesApart(j) is > 1 and var pieces ? new HandleUse(1, pieces)
        : InRows(j) ? HandleUse.Strip(Math.Max(10, j.Batch.BaseMm ?? UsualFootMm))
        : HandleUse.Single;

    // The foot of a figure that has no base yet.
    private const int UsualFootMm = 25;

    // Heavier feet tip a strip over, and larger ones leave no row. A few wide feet take handles of their own; a horde of them would
    // want more handles than anyone has, and stands three to a strip.
    private const int WidestInRow = 40,
        WidestOfHorde = 50,
        Horde = 12;

    private static bool InRows(Job j) =>
        Finishing.PiecesApart(j) == 1
        && j.Batch.Bulk == ModelSize.Figure
        && (j.Batch.BaseMm ?? UsualFootMm) <= (j.Batch.Models > Horde ? WidestOfHorde : WidestInRow)
        && j.House.Of(HouseRuleCatalog.Handles).Id switch
        {
            "what_fits" => j.Batch.Tier == Tier.RankAndFile,
            "strip" => true,
            _ => false,
        };

    private static bool HeldLate(Job j) => HasBase(j) && BasedFirst(j) && j.Follows(HouseRuleCatalog.MountWhen, "after_primer");

    private static bool Sealed(Job j) =>
        HasBase(j)
        && j.House.Of(HouseRuleCatalog.GritSeal).Id switch
        {
            "primer_only" => false,
            "by_tier" => j.Batch.Tier != Tier.RankAndFile,
            _ => true,
        };

    private static bool Puttied(Job j) => Fixings(j)[0].Method == "putty";

    private static bool Light(Job j) => j.All(m => m.IsStyrene() || m is Material.FlexiblePvc or Material.Pla);

    private static IReadOnlyList<StepAmounts> Fixings(Job j)
    {
        // Each piece that is painted apart takes a handle of its own; in a row it goes quicker.
        var times = InRows(j) ? 0.7 : Finishing.PiecesApart(j);
        int Seconds(int one) => (int)Math.Round(one * times);
        StepAmounts putty = new(2, Seconds(45)) { Method = "putty" },
            drop = new(2, Seconds(60)) { Method = "ca_drop", Product = ProductClass.Ca };
        StepAmounts peg = new(3, Seconds(90)) { Method = "peg" },
            pin = new(3, Seconds(75)) { Method = "pin" };
        return j.House.Of(HouseRuleCatalog.Attachment).Id switch
        {
            "putty" => [putty, drop, peg, pin],
            "ca_drop" => [drop, putty, peg, pin],
            "peg" => [peg, drop, putty, pin],
            "pin" => [pin, peg, drop, putty],
            // A drop of CA carries a figure, not a monster.
            _ => Light(j) ? [putty, drop, peg, pin]
            : j.Batch.Bulk == ModelSize.Figure ? [drop, peg, pin, putty]
            : [pin, peg, drop, putty],
        };
    }
}
