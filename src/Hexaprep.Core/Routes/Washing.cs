using Hexaprep.Core.Roster;
using static Hexaprep.Core.Routes.StepKind;

namespace Hexaprep.Core.Routes;

/// <summary>The bath and its drying: before glue for what carries release agent, after assembly for plastics.</summary>
public static class Washing
{
    /// <summary>Batches washed before anything is glued.</summary>
    public static readonly Func<BatchTraits, bool> First = b => b.Any(m => m.HasReleaseAgent() || m is Material.Photopolymer);
    private static readonly Func<BatchTraits, bool> Last = b => !First(b);

    /// <summary>The steps of this stage.</summary>
    public static readonly IReadOnlyList<StepChoice> Choices =
    [
        new(Wash, Side.Wash, _ => true, Why, b => new(5, 45) { OneGo = true, Product = ProductClass.Water, Method = Bath(b) }),
    ];

    /// <summary>The rules of this stage.</summary>
    public static readonly IReadOnlyList<Rule> Rules =
    [
        Rule.Before("FileBeforeWash", CleanLines, Wash, Strength.Practice, "Dust and skin grease leave with the bath."),
        Rule.NeedsDry("WashBeforeRoughening", Wash, Roughen, Readiness.Touch, Strength.Law, "Release agent is rubbed into the scratches otherwise.", First),
        Rule.NeedsDry("WashBeforeDryFit", Wash, DryFit, Readiness.Touch, Strength.Practice, "Water in a joint hides how it fits.", First),
        Rule.NeedsDry("ReleaseAgentOffBeforeGlue", Wash, Glue, Readiness.Touch, Strength.Law, "Glue does not stick to release agent.", First),
        Rule.NeedsDry("GlueHardBeforeWash", Glue, Wash, Readiness.NextLayer, Strength.Law, "Young joints come apart in the bath.", Last),
        Rule.NeedsDry("FillHardBeforeWash", Fill, Wash, Readiness.NextLayer, Strength.Law, "Soft filler washes out.", Last),
        Rule.Before("SandBeforeWash", Sand, Wash, Strength.Practice, "Sanding dust leaves with the bath.", Last),
        Rule.NeedsDry("WaterDryBeforePrimer", Wash, Prime, Readiness.NextLayer, Strength.Law, "Water in a recess lifts primer."),
        Rule.NeedsDry("WashedBeforeBase", Wash, Base, Readiness.Touch, Strength.Practice, "Damp is fine for base glue, dripping is not."),
        Rule.NeverOn("NoWarmBathForResin", Wash, "soap_warm", Strength.Law, "Heat warps cast and printed resin; a mixed tray takes the coolest water.",
            b => b.Any(m => m is Material.PuResin or Material.Photopolymer or Material.Unknown)),
        Rule.NeverOn("NoAcidOnLeadOrPlastic", Wash, "acid_dip", Strength.Law, "Acid dissolves lead and does plastics no good.",
            b => b.Any(m => m != Material.WhiteMetal) || b.Any(m => m.MayHoldLead())),
        Rule.Card("PrimeWashedMetalSoon", RuleKind.Soon, Wash, Strength.Practice, "Prime washed metal before it is handled again: skin grease and tarnish come back.", b => b.Any(m => m.IsMetal())),
        Rule.Card("WipeAfterLongHandling", RuleKind.Soon, Wash, Strength.Practice, "Handled for long afterwards: wipe again before primer.", First),
    ];

    private static string Bath(BatchTraits b) =>
        b.All(m => m.IsStyrene() || m == Material.WhiteMetal) ? "soap_warm" : "soap_cool";

    private static string Why(BatchTraits b) =>
        b.Any(m => m is Material.PuResin) ? "Cast resin keeps an oily film from the mold: neither glue nor primer holds on it."
        : b.Any(m => m.IsMetal()) ? "Castings keep release agent and file dust: primer does not hold on them."
        : b.Any(m => m is Material.Photopolymer) ? "The lot's state is unknown, so prints are washed; a tacky print is not primed."
        : b.Any(m => m is Material.Unknown) ? "Material unknown: washed as if it carried release agent."
        : "One wash after assembly takes dust and finger marks off before primer.";
}
