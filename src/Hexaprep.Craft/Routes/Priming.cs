using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using static Hexaprep.Craft.Vocabulary.StepKind;

namespace Hexaprep.Craft.Routes;

/// <summary>Primer in thin rounds, the look at it, what the spray missed, and the dry brush that shows the sculpt.</summary>
public static class Priming
{
    private static readonly Func<Job, bool> Stubborn = j => j.Any(m => m.IsMetal() || m is Material.PuResin);
    private static readonly Func<Job, bool> Soft = j => j.Any(m => m is Material.FlexiblePvc or Material.Unknown);
    private static readonly Func<Job, bool> Primed = j =>
        !j.Follows(HouseRuleCatalog.PrimePrints, "bare") || !j.All(m => m is Material.Photopolymer);

    /// <summary>The steps of this stage.</summary>
    public static readonly IReadOnlyList<StepApplicability> Choices =
    [
        new(TestPatch, _ => false, _ => "A spare or a hidden face shows whether the spray stays tacky.", _ => new(5, 0)),
        new(
            Prime,
            Primed,
            j =>
                Soft(j) ? "Water-based primer: solvents can leave soft plastic tacky for good."
                : Stubborn(j) ? "Lacquer primer grips metal and resin; thin rounds keep the detail."
                : "Paint needs a ground to hold on; thin rounds keep the detail.",
            Primers
        )
        {
            LeftOut = j => Primed(j) ? null : "Paint goes straight on the print, by house rule: it sticks only so-so.",
        },
        new(
            PrimerGate,
            Primed,
            _ => "Primer shows what was missed, and paint multiplies the cost of a fault.",
            j => new(2, j.Batch.Tier == Tier.RankAndFile ? 40 : 90)
        ),
        new(
            TouchIn,
            j => Primed(j) && Brushed(j),
            _ => "A brush reaches the recesses that spray missed.",
            _ => new(2, 40) { Product = ProductClass.AcrylicWb, Method = "brush" }
        )
        {
            LeftOut = j =>
                Primed(j) && !Brushed(j)
                    ? j.Follows(HouseRuleCatalog.BareSpots, "respray")
                        ? "Bare spots are sprayed again, by house rule."
                        : "Bare recesses of rank and file are sprayed again where the gate finds them."
                    : null,
        },
        new(
            RevealBrush,
            j =>
                j.Follows(HouseRuleCatalog.RevealDetail, "all")
                || (j.Follows(HouseRuleCatalog.RevealDetail, "leaders") && j.Batch.Tier is Tier.Leader or Tier.Display),
            _ => "A lighter tone on every edge shows straps, buckles and missed lines.",
            _ => new(2, 190) { Product = ProductClass.AcrylicWb, Method = "brush" }
        ),
    ];

    /// <summary>The rules of this stage.</summary>
    public static readonly IReadOnlyList<Rule> Rules =
    [
        Rule.NeedsDry(
            "PrimerHandledBeforeGate",
            Prime,
            PrimerGate,
            Readiness.Handle,
            Strength.Practice,
            "A fingerprint in soft primer is a flaw of its own."
        ),
        Rule.Needs("PrimeBeforeItsGate", Prime, PrimerGate, Strength.Practice, "There is no primer to look at."),
        Rule.NeedsDry("PrimerDryBeforePaint", Prime, Paint, Readiness.NextLayer, Strength.Practice, "Paint on young primer lifts it."),
        Rule.Needs(
            "PrimeBeforePaint",
            Prime,
            Paint,
            Strength.Practice,
            "Bare material does not hold paint through handling: it wears off corners.",
            Primed
        ),
        Rule.Needs("PrimerGateBeforePaint", PrimerGate, Paint, Strength.Practice, "Paint multiplies the cost of a fault.", Primed),
        Rule.Needs("GateBeforeTouchIn", PrimerGate, TouchIn, Strength.Practice, "The gate finds what is to be touched in."),
        Rule.NeedsDry("PrimerDryBeforeTouchIn", Prime, TouchIn, Readiness.NextLayer, Strength.Practice, "Paint on young primer lifts it."),
        Rule.NeedsDry("TouchInDryBeforePaint", TouchIn, Paint, Readiness.Recoat, Strength.Practice, "A damp patch tears under the brush."),
        Rule.NeedsDry(
            "TouchInDryBeforeReveal",
            TouchIn,
            RevealBrush,
            Readiness.NextLayer,
            Strength.Practice,
            "Dry brushing over a damp patch tears it."
        ),
        Rule.NeedsDry(
            "RevealOnDryPrimer",
            Prime,
            RevealBrush,
            Readiness.NextLayer,
            Strength.Practice,
            "On tacky primer the brush clogs and tears the film."
        ),
        Rule.Before(
            "GateBeforeReveal",
            PrimerGate,
            RevealBrush,
            Strength.Practice,
            "The look comes first; the dry brush is a second chance to find lines."
        ),
        Rule.Card(
            "RevealBeforePlanning",
            RuleKind.Before,
            RevealBrush,
            Strength.Taste,
            "Plan the colours while the detail shows: paint covers it."
        ),
        Rule.NeedsDry(
            "RevealDryBeforePaint",
            RevealBrush,
            Paint,
            Readiness.Recoat,
            Strength.Practice,
            "A damp patch tears under the brush."
        ),
        Rule.Before("TestBeforeTheUnit", TestPatch, Prime, Strength.Practice, "A spare shows what a whole unit would suffer.") with
        {
            Lapses = true,
        },
        Rule.NeverOn(
            "NoUntestedSolventOnSoftPlastic",
            Prime,
            Prohibition.With(p => p.HasSolvent()),
            Strength.Practice,
            "Solvent spray and enamel can leave soft plastic tacky for good: try it on a spare or a hidden face first.",
            "test_patch",
            Soft
        ) with
        {
            LiftedBy = TestPatch,
        },
        Rule.Card(
            "ShakeBeforeEveryRound",
            RuleKind.Before,
            Prime,
            Strength.Law,
            "Shake 1 to 3 min first, 10 s before each round: pigment settles."
        ),
        Rule.Card(
            "TestCardFirst",
            RuleKind.Before,
            Prime,
            Strength.Practice,
            "Spray a card first: lumps, distance and settings show there, figures given differ."
        ),
        Rule.Card(
            "WeatherAndLabelFirst",
            RuleKind.NotWhile,
            Prime,
            Strength.Practice,
            "Check air, wind, sun and the label before you spray: heat makes a coat rough and tacky."
        ),
        Rule.Card(
            "FullerBeforeThinner",
            RuleKind.Before,
            Prime,
            Strength.Taste,
            "The fuller coat first, the thinner one for the recesses.",
            j => j.Follows(HouseRuleCatalog.CoatOrder, "fuller_then_thin")
        ),
        Rule.Card(
            "TurnAfterTouchDry",
            RuleKind.NeedsDry,
            Prime,
            Strength.Practice,
            "Turn it over only when touch-dry: before that it prints."
        ),
        Rule.Card(
            "PiecesOfOneModelTogether",
            RuleKind.Together,
            Prime,
            Strength.Practice,
            "Pieces and crew of one model into the same spray: equal film and colour."
        ),
        Rule.Card(
            "NoHeatOnTheCan",
            RuleKind.NeverOn,
            Prime,
            Strength.Law,
            "Never heat a can on a stove or flame: it bursts. Room temperature only."
        ),
        Rule.Card(
            "PrimerHidesNoGap",
            RuleKind.NeverOn,
            Prime,
            Strength.Practice,
            "Thick primer closes no gap: it drowns detail, and the gap remains."
        ),
        Rule.Card(
            "RecoatInsideTheWindow",
            RuleKind.Soon,
            Prime,
            Strength.Practice,
            "Some labels give a window for the next coat: soon, or after full cure, never between."
        ),
        Rule.Card(
            "FlushAfterEachColour",
            RuleKind.Soon,
            Prime,
            Strength.Practice,
            "Flush the airbrush at the end of each colour: it clogs overnight.",
            j => Way(j).Method == "airbrush"
        ),
        Rule.Card(
            "GoodBrushesStayOut",
            RuleKind.NeverOn,
            Prime,
            Strength.Practice,
            "An old brush: enamel, white glue and dry brushing ruin a good one.",
            j => Way(j).Method == "brush"
        ),
        Rule.Card(
            "WipeTheDryBrush",
            RuleKind.NeverOn,
            RevealBrush,
            Strength.Practice,
            "Wipe nearly all paint off and try it on paper: what smears there smears here."
        ),
        Rule.Card(
            "BrittlePrintsTakeLightStrokes",
            RuleKind.NeverOn,
            RevealBrush,
            Strength.Practice,
            "Rigid print snaps: lightest strokes, support thin parts.",
            j => j.Any(m => m is Material.Photopolymer)
        ),
        Rule.Card(
            "LookFromAllSides",
            RuleKind.Before,
            PrimerGate,
            Strength.Practice,
            "Lines missed, sunk filler, bare recesses, the back of each seam: turn it in raking light."
        ),
        Rule.Card(
            "PaleFillerUnderDarkPrimer",
            RuleKind.Before,
            TouchIn,
            Strength.Practice,
            "Pale filler shows through dark primer: touch it in first."
        ),
        Rule.Lock(
            "PrimerLocksWhatIsUnder",
            Prime,
            Strength.Practice,
            "Primer locks lines and gaps in: after it they cost scrape and touch-in, and the colour may differ."
        ) with
        {
            MakesDearer = CleanLines,
        },
        Rule.Lock(
            "PrimerMakesDrillingDearer",
            Prime,
            Strength.Practice,
            "A muzzle still closed is drilled now: after primer each rim costs a touch-in.",
            j => j.Follows(HouseRuleCatalog.Muzzles, "all") || j.Batch.Tier is Tier.Leader or Tier.Display
        ) with
        {
            MakesDearer = OpenTubes,
        },
        Rule.Lock("PaintThicknessClosesFits", Prime, Strength.Practice, "Coats close sockets: ease tight fits first.", j =>
            j.Adds(Reassemble) || !j.Follows(HouseRuleCatalog.SubAssemblies, "none")
        ),
    ];

    private static bool Brushed(Job j) =>
        j.House.Of(HouseRuleCatalog.BareSpots).Id switch
        {
            "brush_all" => true,
            "respray" => false,
            _ => j.Batch.Tier != Tier.RankAndFile,
        };

    private static StepAmounts Way(Job j) => RouteBuilder.WayOf(RuleBook.Trade.Choice(Prime), j, RuleBook.Trade);

    private static IReadOnlyList<StepAmounts> Primers(Job j)
    {
        var rounds = j.House.Of(HouseRuleCatalog.CoatOrder).Id switch
        {
            "three_thin" => 3,
            "one_heavy" => 1,
            _ => 2,
        };
        StepAmounts Can(ProductClass product) =>
            new(6, Sprayed(j, 25))
            {
                OneGo = true,
                Mode = SprayMode.Primer,
                Product = product,
                Method = "spray_can",
                Occurrences = rounds,
            };
        StepAmounts Airbrush(ProductClass product) =>
            new(10, Sprayed(j, 40))
            {
                OneGo = true,
                Mode = SprayMode.Primer,
                Product = product,
                Method = "airbrush",
                Occurrences = rounds,
            };
        StepAmounts Brush(ProductClass product) =>
            new(3, Sprayed(j, 150))
            {
                Product = product,
                Method = "brush",
                Occurrences = Math.Min(rounds, 2),
            };
        var chemistry = j.House.Of(HouseRuleCatalog.PrimerChemistry).Id switch
        {
            "acrylic" => ProductClass.AcrylicSolvent,
            "lacquer" => ProductClass.Lacquer,
            "enamel" => ProductClass.EnamelAlkyd,
            _ => Stubborn(j) ? ProductClass.Lacquer : ProductClass.AcrylicSolvent,
        };
        StepAmounts water = Airbrush(ProductClass.AcrylicWb),
            can = Can(chemistry == ProductClass.EnamelAlkyd ? ProductClass.Lacquer : chemistry),
            brush = Brush(ProductClass.AcrylicWb),
            enamel = Brush(ProductClass.EnamelAlkyd);
        var other = Can(can.Product == ProductClass.Lacquer ? ProductClass.AcrylicSolvent : ProductClass.Lacquer);
        if (chemistry == ProductClass.EnamelAlkyd)
            return [enamel, can, water, brush, other];
        if (Darkness.Brushed(j))
            return [brush, enamel, water, can, other];
        return j.House.Of(HouseRuleCatalog.PrimeBy).Id switch
        {
            "airbrush" => [water, can, brush, enamel, other],
            "airbrush_small" when j.Batch.Models <= Limit(j) => [water, can, brush, enamel, other],
            "brush" => [brush, enamel, can, water, other],
            _ => [can, water, brush, enamel, other],
        };
    }

    // Seconds a model: larger ones take more strokes, pieces painted apart are turned one by one.
    private static int Sprayed(Job j, int figure)
    {
        var size = j.Batch.Bulk switch
        {
            ModelSize.Figure => 1,
            ModelSize.Large => 3,
            _ => 5,
        };
        return figure * size * (1 + Finishing.PiecesApart(j)) / 2;
    }

    private static int Limit(Job j) =>
        j.House.Of(HouseRuleCatalog.AirbrushUpTo).Id switch
        {
            "four" => 4,
            "thirty" => 30,
            _ => 10,
        };
}
