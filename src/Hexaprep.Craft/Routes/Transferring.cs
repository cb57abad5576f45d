using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using static Hexaprep.Craft.Vocabulary.StepKind;

// Long: data: the rules of one stage.
namespace Hexaprep.Craft.Routes;

/// <summary>A gloss bed, waterslide transfers on it, softener, a seal over them, and the shade that ties them in.</summary>
public static class Transferring
{
    private static readonly Func<Job, bool> Marked = j => j.Batch.Transfers > 0;
    private static readonly Func<Job, bool> Softened = j => Marked(j) && !j.Follows(HouseRuleCatalog.Solutions, "none");
    private static readonly Func<Job, bool> Shaded = j => Marked(j) && j.Batch.Tier is Tier.Leader or Tier.Display;
    private static readonly Func<Job, bool> ShadedOver = j => j.Follows(HouseRuleCatalog.ShadingWhen, "over_sealed_marks");
    private static readonly Func<Job, bool> ShadedUnder = j => !ShadedOver(j);

    /// <summary>How long a mark that was soaked may wait to be placed, minutes: the cautious end of "a few".</summary>
    public const int SoakLastsMinutes = 10;

    /// <summary>Placing one is begun so many minutes after it was wetted at the latest: half of what its glue lasts.</summary>
    public const int SoakPlannedMinutes = SoakLastsMinutes / 2;

    /// <summary>How long one soaks until it slides, seconds: the short end of what is practised, then it is tried.</summary>
    public const int SoakSeconds = 60;

    /// <summary>One that does not slide yet is left for so many seconds more.</summary>
    public const int SoakMoreSeconds = 30;

    /// <summary>As many lie apart on one tray.</summary>
    public const int SoakTray = 8;

    /// <summary>Marks that soak are placed soon.</summary>
    public static readonly Rule SoakedMarks = Rule.Card(
        "PlaceSoakedMarksSoon",
        RuleKind.Soon,
        PlaceTransfer,
        Strength.Practice,
        "Place every soaking transfer within a few minutes: its glue washes out."
    );

    /// <summary>The steps of this stage.</summary>
    public static readonly IReadOnlyList<StepApplicability> Choices =
    [
        new(
            GlossBed,
            Marked,
            j =>
                Whole(j)
                    ? "Gloss the whole model: no islands, and it protects the paint too."
                    : "Gloss only the transfers' places, edge to edge.",
            Glosses
        ),
        new(CutTransfer, Marked, _ => "Film trimmed on its paper shows no edge later.", j => new(3, 35 * Marks(j))),
        new(
            SoakTransfer,
            _ => false,
            _ => "Water lets the film slide from its paper.",
            j => new(2, 20 * Marks(j)) { Attention = Attention.Watched }
        )
        {
            LeftOut = j => Marked(j) ? "Soaked group by group while placing: no transfer lies in water longer than it takes." : null,
        },
        new(
            PlaceTransfer,
            Marked,
            j => $"{Marks(j)} a model, each slid on a wetted seat.",
            j => new(4, 110 * Marks(j)) { Product = ProductClass.SettingSolution }
        ),
        new(
            SoftenTransfer,
            Softened,
            _ => "Softener draws the film into the surface.",
            j => new(1, 20 * Marks(j)) { Product = ProductClass.SofteningSolution, Occurrences = SoftenerCoats(j) }
        )
        {
            LeftOut = j => Marked(j) && !Softened(j) ? "No softener, by house rule: film may bridge over detail." : null,
        },
        new(TransferGate, Marked, _ => "A bubble or silvered edge cannot be mended under the seal.", j => new(1, 15 * Marks(j))),
        new(
            Seal,
            Marked,
            _ => "Bare film and softener residue are attacked by whatever comes next.",
            j => new(2, 20 * Marks(j)) { Product = ProductClass.AcrylicWb, Method = "brush" }
        ),
        new(
            Shade,
            Shaded,
            j => ShadedOver(j) ? "Transfers that carry the same shadow look painted on." : "Shaded before the transfers, by house rule.",
            _ => new(3, 300) { Product = ProductClass.AcrylicWb, Method = "brush" }
        )
        {
            LeftOut = j =>
                Marked(j) && !Shaded(j)
                    ? $"Transfers on {Tiers.Word(j.Batch.Tier)} are not shaded in: seen from a distance they need no tint."
                    : null,
        },
    ];

    /// <summary>The rules of this stage.</summary>
    public static readonly IReadOnlyList<Rule> Rules =
    [
        Rule.NeedsDry(
            "GlossDryBeforeTransfers",
            GlossBed,
            PlaceTransfer,
            Readiness.NextLayer,
            Strength.Law,
            "On damp gloss a transfer sinks and tears."
        ) with
        {
            PlanBy = PlanBy.Usual,
            OverWaterBorne = Readiness.Handle,
        },
        Rule.Needs(
            "GlossUnderTransfers",
            GlossBed,
            PlaceTransfer,
            Strength.Practice,
            "A smooth seat leaves nowhere for air: on matte it silvers."
        ) with
        {
            Lapses = true,
        },
        Rule.NeverOn(
            "NoTransferOnMatte",
            PlaceTransfer,
            Prohibition.Anyhow,
            Strength.Practice,
            "Never on bare matte paint: air under the film shows silver.",
            "gloss_bed"
        ) with
        {
            LiftedBy = GlossBed,
        },
        Rule.Before("CutBeforeSoaking", CutTransfer, PlaceTransfer, Strength.Practice, "The paper backing holds the film while it is cut."),
        Rule.Needs("CutBeforeTheSoak", CutTransfer, SoakTransfer, Strength.Practice, "The paper backing holds the film while it is cut."),
        Rule.Before("SoakBeforePlacing", SoakTransfer, PlaceTransfer, Strength.Law, "Film slides only when its glue is wet.") with
        {
            Lapses = true,
        },
        Rule.Needs(
            "PositionBeforeSoftener",
            PlaceTransfer,
            SoftenTransfer,
            Strength.Law,
            "Position and bubbles first: after softener it cannot be moved."
        ),
        Rule.NeedsDry(
            "SetBeforeSoftener",
            PlaceTransfer,
            SoftenTransfer,
            Readiness.Touch,
            Strength.Practice,
            "A transfer still afloat moves or tears under softener."
        ) with
        {
            PlanBy = PlanBy.Usual,
        },
        Rule.NeedsDry(
            "SoftenerDryBeforeGate",
            SoftenTransfer,
            TransferGate,
            Readiness.Recoat,
            Strength.Practice,
            "Wrinkles often pull flat as it dries; judge it then."
        ) with
        {
            PlanBy = PlanBy.Usual,
        },
        Rule.NeedsDry(
            "PlacedDryBeforeGate",
            PlaceTransfer,
            TransferGate,
            Readiness.Touch,
            Strength.Practice,
            "A transfer is judged dry: before that it moves under the finger."
        ) with
        {
            PlanBy = PlanBy.Usual,
            Requires = true,
        },
        Rule.NeedsDry(
            "SoftenerDryBeforeSeal",
            SoftenTransfer,
            Seal,
            Readiness.Handle,
            Strength.Law,
            "Varnish over damp softener frosts or wrinkles."
        ),
        Rule.NeedsDry(
            "MarksDryBeforeSeal",
            PlaceTransfer,
            Seal,
            Readiness.Handle,
            Strength.Law,
            "Varnish over a damp transfer frosts and lifts it."
        ),
        Rule.Needs(
            "MarksBeforeTheLastCoat",
            PlaceTransfer,
            FinalCoat,
            Strength.Practice,
            "The transfers come first: on the last coat's matte they silver, and nothing would protect them.",
            Marked
        ),
        Rule.Needs("TransferGateBeforeSeal", TransferGate, Seal, Strength.Practice, "What is under the seal stays there.", Marked) with
        {
            Lapses = true,
        },
        Rule.NeedsDry("SealDryBeforeFinalCoat", Seal, FinalCoat, Readiness.NextLayer, Strength.Law, "One coat over a damp one wrinkles."),
        Rule.NeedsDry(
            "SealDryBeforeShade",
            Seal,
            Shade,
            Readiness.NextLayer,
            Strength.Practice,
            "On a dry seal a slip wipes off and the transfer stays.",
            ShadedOver
        ),
        Rule.Needs(
            "SealBeforeShade",
            Seal,
            Shade,
            Strength.Practice,
            "Shades and solvents attack bare film and softener residue.",
            ShadedOver
        ) with
        {
            Once = PlaceTransfer,
        },
        Rule.Needs("SealBeforeWeather", Seal, StepKind.Weather, Strength.Practice, "Enamel, alcohol and chipping attack bare film.") with
        {
            Once = PlaceTransfer,
        },
        Rule.NeedsDry(
            "SealDryBeforeWeather",
            Seal,
            StepKind.Weather,
            Readiness.NextLayer,
            Strength.Practice,
            "Solvent over a damp seal lifts it."
        ),
        Rule.NeedsDry("PaintDryBeforeShade", Paint, Shade, Readiness.NextLayer, Strength.Practice, "A shade on damp paint lifts it."),
        Rule.NeedsDry(
            "ShadeDryBeforeGloss",
            Shade,
            GlossBed,
            Readiness.NextLayer,
            Strength.Law,
            "Gloss over a damp shade clouds.",
            ShadedUnder
        ),
        Rule.NeedsDry("ShadeDryBeforeFinalCoat", Shade, FinalCoat, Readiness.NextLayer, Strength.Law, "Varnish over a damp shade frosts."),
        Rule.NeverOn(
            "NoSolventEffectOnBareMarks",
            Shade,
            Prohibition.With(p => p.HasSolvent()),
            Strength.Practice,
            "Enamel and alcohol lift unsealed transfers.",
            "seal"
        ) with
        {
            After = PlaceTransfer,
            LiftedBy = Seal,
        },
        Rule.NeverOn(
            "NoSolventWeatherOnBareMarks",
            StepKind.Weather,
            Prohibition.With(p => p.HasSolvent()),
            Strength.Practice,
            "Enamel and alcohol lift unsealed transfers.",
            "seal"
        ) with
        {
            After = PlaceTransfer,
            LiftedBy = Seal,
        },
        Rule.NeverOn(
            "SealedMarksAreNotSoftened",
            SoftenTransfer,
            Prohibition.Anyhow,
            Strength.Law,
            "The seal is over the film: softener cannot reach it any more. A fresh transfer goes over it.",
            "place_transfer"
        ) with
        {
            After = Seal,
            Kind = RuleKind.Locks,
        },
        Rule.Card(
            "WetSeatBeforeSliding",
            RuleKind.Before,
            PlaceTransfer,
            Strength.Practice,
            "Wet the seat before the transfer slides on: it grabs a dry one."
        ),
        Rule.Card(
            "FirstRowDryBeforeTheSecond",
            RuleKind.Before,
            PlaceTransfer,
            Strength.Practice,
            "Rows of a pattern: the first is dry before the second lies against it.",
            Many
        ),
        Rule.Card(
            "RowsSoftenedTogether",
            RuleKind.Together,
            SoftenTransfer,
            Strength.Practice,
            "Rows of one panel are softened together, after the last: equal pull.",
            Many
        ),
        Rule.Card(
            "BothSidesInOneGloss",
            RuleKind.Together,
            GlossBed,
            Strength.Practice,
            "Both sides of a transfer's area in one gloss coat: equal sheen."
        ),
        Rule.Card(
            "HomePrintsAreSealedFirst",
            RuleKind.Before,
            CutTransfer,
            Strength.Practice,
            "Printed at home? Seal the sheet and look for gaps in the print before it meets water: ink runs."
        ),
        Rule.Card(
            "FilmCutShortStaysShort",
            RuleKind.Locks,
            CutTransfer,
            Strength.Law,
            "A little long rather than short: overhang can be cut, a missing edge only painted."
        ) with
        {
            Locks = "Film cut short cannot be lengthened.",
        },
        Rule.Card(
            "TestANewSheet",
            RuleKind.Before,
            SoftenTransfer,
            Strength.Practice,
            "A sheet not used before: one scrap with this softener first, thin film tears."
        ),
        SoakedMarks,
        Rule.Card(
            "SoakNoLongerThanItSlides",
            RuleKind.NotWhile,
            PlaceTransfer,
            Strength.Practice,
            "Out of the water when it slides: its glue washes away."
        ),
        Rule.Card(
            "SlitsOnADome",
            RuleKind.Before,
            PlaceTransfer,
            Strength.Practice,
            "On a dome the film folds: two or three slits in to the edge let it lie, under softener."
        ),
        Rule.Card(
            "HeightFromTheFront",
            RuleKind.Before,
            PlaceTransfer,
            Strength.Practice,
            "Height and lean from the front, while it is wet: re-wet it to move it."
        ),
        Rule.Card("BlotDoNotRub", RuleKind.NotWhile, PlaceTransfer, Strength.Practice, "Blot straight down: rubbing drags the transfer."),
        Rule.Card(
            "RollWetOrDryNeverBetween",
            RuleKind.NeedsDry,
            TransferGate,
            Strength.Practice,
            "Roll a bud or prick when dry, or very early while wet: never in between, soft film tears."
        ),
        Rule.Card(
            "NoWarmAirOnFreshSoftener",
            RuleKind.NotWhile,
            SoftenTransfer,
            Strength.Taste,
            "No warm air while softener is fresh: the film curls and tears."
        ),
        Rule.Card(
            "WrinklesPullFlat",
            RuleKind.NotWhile,
            SoftenTransfer,
            Strength.Practice,
            "Wrinkles are no reason to panic: they pull flat as it dries. Do not touch."
        ),
        Rule.Card(
            "ShaveOnlyOverDryGloss",
            RuleKind.NeedsDry,
            TransferGate,
            Strength.Practice,
            "Shave a film edge only dry, over dry gloss, in single light strokes: it cuts paint."
        ),
        Rule.Card(
            "KeepBrushesOffTheMarks",
            RuleKind.NeverOn,
            Shade,
            Strength.Practice,
            "Steer highlights and dry brushing round the transfers: they bury an emblem.",
            Marked
        ),
        Rule.Card(
            "ResidueOffBeforeSeal",
            RuleKind.Before,
            Seal,
            Strength.Practice,
            "Damp bud round each transfer first: residue and dust are sealed in."
        ),
        Rule.Lock(
            "SoftenerLocksTheMark",
            SoftenTransfer,
            Strength.Law,
            "Softener on: the transfer cannot be moved any more, only replaced."
        ),
        Rule.Lock("SealLocksWhatIsUnder", Seal, Strength.Law, "Bubble, tear and dust under the seal stay there."),
    ];

    private static bool Many(Job j) => j.Batch.Transfers > 4;

    // A user may add transfers' steps to a batch without any noted: one mark a model then.
    private static int Marks(Job j) => Math.Max(1, j.Batch.Transfers);

    private static bool Whole(Job j) =>
        j.House.Of(HouseRuleCatalog.GlossArea).Id switch
        {
            "whole" => true,
            "local" => false,
            _ => Many(j),
        };

    private static int SoftenerCoats(Job j) =>
        j.House.Of(HouseRuleCatalog.SoftenerCoats).Id switch
        {
            "two" => 2,
            "four" => 4,
            _ => 1,
        };

    private static IReadOnlyList<StepAmounts> Glosses(Job j)
    {
        StepAmounts can = new(6, 25)
        {
            OneGo = true,
            Mode = SprayMode.Gloss,
            Product = ProductClass.AcrylicSolvent,
            Method = "spray_can",
        };
        StepAmounts brush = new(3, Whole(j) ? 120 : 30 * Marks(j)) { Product = ProductClass.AcrylicWb, Method = "brush" };
        StepAmounts airbrush = new(10, 40)
        {
            OneGo = true,
            Mode = SprayMode.Gloss,
            Product = ProductClass.AcrylicWb,
            Method = "airbrush",
        };
        return Whole(j)
            ? j.Follows(HouseRuleCatalog.PrimeBy, "brush") || Darkness.Brushed(j)
                ? [brush, can, airbrush]
                : [can, airbrush, brush]
            : [brush, airbrush, can];
    }
}
