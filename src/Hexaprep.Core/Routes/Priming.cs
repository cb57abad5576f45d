using Hexaprep.Core.Roster;
using static Hexaprep.Core.Routes.StepKind;

namespace Hexaprep.Core.Routes;

/// <summary>Primer in thin rounds, and the look at it before paint.</summary>
public static class Priming
{
    private static readonly Func<BatchTraits, bool> Stubborn = b => b.Any(m => m.IsMetal() || m is Material.PuResin);

    /// <summary>The steps of this stage.</summary>
    public static readonly IReadOnlyList<StepChoice> Choices =
    [
        new(Prime, Side.Prime, _ => true, b => Soft(b) ? "Water-based primer: solvents can leave soft plastic tacky for good."
                : Stubborn(b) ? "Lacquer primer grips metal and resin; two thin rounds keep the detail."
                : "Paint needs a ground to hold on; two thin rounds keep the detail.",
            b => Soft(b)
                ? new StepDraft(10, 40) { OneGo = true, Mode = SprayMode.Primer, Product = ProductClass.AcrylicWb, Method = "airbrush", Occurrences = 2 }
                : new StepDraft(6, 25) { OneGo = true, Mode = SprayMode.Primer, Product = Stubborn(b) ? ProductClass.Lacquer : ProductClass.AcrylicSolvent, Method = "spray_can", Occurrences = 2 }),
        new(PrimerGate, Side.Prime, _ => true, _ => "Primer shows what was missed, and paint multiplies the cost of a fault.",
            b => new(2, b.Tier == Tier.RankAndFile ? 40 : 90)),
    ];

    /// <summary>The rules of this stage.</summary>
    public static readonly IReadOnlyList<Rule> Rules =
    [
        Rule.NeedsDry("PrimerHandledBeforeGate", Prime, PrimerGate, Readiness.Handle, Strength.Practice, "A fingerprint in soft primer is a flaw of its own."),
        Rule.NeedsDry("PrimerDryBeforePaint", Prime, Paint, Readiness.NextLayer, Strength.Practice, "Paint on young primer lifts it."),
        Rule.Before("PrimerGateBeforePaint", PrimerGate, Paint, Strength.Practice, "Paint multiplies the cost of a fault."),
        Rule.NeverOn("NoSolventSprayOnSoftPlastic", Prime, "spray_can", Strength.Practice, "Solvent aerosol can leave soft plastic tacky for good unless tested.", Soft),
        Rule.Card("ShakeBeforeEveryRound", RuleKind.Before, Prime, Strength.Law, "Shake before each round: pigment settles."),
        Rule.Card("TestCardFirst", RuleKind.Before, Prime, Strength.Practice, "Spray a card first: lumps and settings show there."),
        Rule.Card("WeatherAndLabelFirst", RuleKind.NotWhile, Prime, Strength.Practice, "The weather is not known here: check air, wind and the label before you spray."),
        Rule.Card("PrimerLocksWhatIsUnder", RuleKind.Locks, Prime, Strength.Practice, "Primer locks lines and gaps in: after it they cost scrape and touch-in."),
    ];

    private static bool Soft(BatchTraits b) => b.Any(m => m is Material.FlexiblePvc or Material.Unknown);
}
