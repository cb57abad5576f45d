using Hexaprep.Core.Roster;
using static Hexaprep.Core.Routes.StepKind;

namespace Hexaprep.Core.Routes;

/// <summary>Dry fit, roughening, pins and glue.</summary>
public static class Joining
{
    private static readonly Func<BatchTraits, bool> Assembled = b => b.Parts > 1 || b.Materials.Count > 1;
    private static readonly Func<BatchTraits, bool> Welds = b => b.All(m => m.IsStyrene());
    private static readonly Func<BatchTraits, bool> Roughened = b => Assembled(b) && !Welds(b);
    private static readonly Func<BatchTraits, bool> Pinned = b =>
        Assembled(b) && (b.Any(m => m.IsMetal()) || (b.Tier != Tier.RankAndFile && b.Any(m => m is Material.PuResin)));

    /// <summary>The steps of this stage.</summary>
    public static readonly IReadOnlyList<StepChoice> Choices =
    [
        new(DryFit, Side.Fill, Assembled, _ => "The last free change before glue.", b => new(1, 25 * Joints(b))),
        new(Roughen, Side.Fill, Roughened, b => $"Glue needs tooth on {b.MaterialWords}.", b => new(2, 20 * Joints(b))),
        new(Pin, Side.Fill, Pinned, _ => "Heavy or handled joints shear off without a pin.", _ => new(4, 240))
        { LeftOut = b => Assembled(b) && b.Any(m => m is Material.PuResin) ? "Rank and file in resin is glued without pins: the joints are light." : null },
        new(Glue, Side.Fill, Assembled, b => Welds(b) ? "Solvent cement welds frame plastic to itself." : "CA holds every pair of these materials.",
            b => new(2, (Welds(b) ? 50 : 70) * Joints(b))
            {
                Attention = Attention.Attended,
                Product = Welds(b) ? ProductClass.PlasticCement : ProductClass.Ca,
                Method = Welds(b) ? "plastic_cement" : "ca",
            }),
    ];

    /// <summary>The rules of this stage.</summary>
    public static readonly IReadOnlyList<Rule> Rules =
    [
        Rule.Before("DryFitBeforeGlue", DryFit, Glue, Strength.Practice, "After glue nothing moves."),
        Rule.Before("DryFitBeforePins", DryFit, Pin, Strength.Practice, "Pins drilled before the fit sit wrong."),
        Rule.Before("RoughenBeforeGlue", Roughen, Glue, Strength.Practice, "Glue needs a clean, scored face."),
        Rule.Before("PinBeforeGlue", Pin, Glue, Strength.Practice, "The pin is glued with the joint."),
        Rule.Before("RoughenAfterDryFit", DryFit, Roughen, Strength.Practice, "The fit shows which faces meet."),
        Rule.NeedsDry("GlueHardBeforeFilling", Glue, Fill, Readiness.NextLayer, Strength.Practice, "Filler pressed into a young joint opens it."),
        Rule.NeedsDry("GlueHardBeforePrimer", Glue, Prime, Readiness.NextLayer, Strength.Law, "Solvent under a coat bubbles it."),
        Rule.NeedsDry("JointsBearHandling", Glue, Handle, Readiness.Handle, Strength.Practice, "A joint that still moves shifts on the handle."),
        Rule.NeedsDry("JointsHoldBeforeBase", Glue, Base, Readiness.Handle, Strength.Practice, "Feet must stand as they will stay."),
        Rule.NeverOn("CementNeedsStyrene", Glue, "plastic_cement", Strength.Law, "Solvent cement cannot weld resin, metal, soft plastic or filament prints.",
            b => b.Any(m => !m.IsStyrene())),
        Rule.Card("CementOffWetIsSmeared", RuleKind.NotWhile, Glue, Strength.Law, "Do not wipe spilled cement: it smears softened plastic. Let it dry, then scrape.", Welds),
        Rule.Card("GlueLocks", RuleKind.Locks, Glue, Strength.Law, "Once set the joint can only be cut or snapped."),
    ];

    private static int Joints(BatchTraits b) => Math.Max(1, Math.Max(b.Parts, b.Materials.Count) - 1);
}
