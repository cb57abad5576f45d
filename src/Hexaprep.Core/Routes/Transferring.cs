using Hexaprep.Core.Roster;
using static Hexaprep.Core.Routes.StepKind;

namespace Hexaprep.Core.Routes;

/// <summary>A gloss bed, waterslide transfers on it, softener, and a seal over them.</summary>
public static class Transferring
{
    private static readonly Func<BatchTraits, bool> Marked = b => b.Transfers > 0;
    private static readonly Func<BatchTraits, bool> Whole = b => b.Transfers > 4;

    /// <summary>The steps of this stage.</summary>
    public static readonly IReadOnlyList<StepChoice> Choices =
    [
        new(GlossBed, Side.Varnish, Marked, b => Whole(b)
                ? "Many transfers: gloss the whole model, it protects the paint too."
                : "Few transfers: gloss only their places, edge to edge.",
            b => Whole(b)
                ? new StepDraft(6, 25) { OneGo = true, Mode = SprayMode.Gloss, Product = ProductClass.AcrylicSolvent, Method = "spray_can" }
                : new StepDraft(3, 30 * b.Transfers) { Product = ProductClass.AcrylicWb, Method = "brush" }),
        new(CutTransfer, Side.Finish, Marked, _ => "Film trimmed on its paper shows no edge later.", b => new(3, 35 * b.Transfers)),
        new(PlaceTransfer, Side.Finish, Marked, b => $"{b.Transfers} a model, each slid on a wetted seat.",
            b => new(4, 110 * b.Transfers) { Product = ProductClass.SettingSolution }),
        new(SoftenTransfer, Side.Finish, Marked, _ => "Softener draws the film into the surface.",
            b => new(1, 20 * b.Transfers) { Product = ProductClass.SofteningSolution }),
        new(TransferGate, Side.Finish, Marked, _ => "A bubble or silvered edge cannot be mended under the seal.", b => new(1, 15 * b.Transfers)),
        new(Seal, Side.Finish, Marked, _ => "Bare film and softener residue are attacked by whatever comes next.",
            b => new(2, 20 * b.Transfers) { Product = ProductClass.AcrylicWb, Method = "brush" }),
    ];

    /// <summary>The rules of this stage.</summary>
    public static readonly IReadOnlyList<Rule> Rules =
    [
        Rule.NeedsDry("GlossUnderTransfers", GlossBed, PlaceTransfer, Readiness.NextLayer, Strength.Law, "A transfer on damp gloss sinks and tears; on matte paint it silvers."),
        Rule.Before("CutBeforeSoaking", CutTransfer, PlaceTransfer, Strength.Practice, "The paper backing holds the film while it is cut."),
        Rule.NeedsDry("SetBeforeSoftener", PlaceTransfer, SoftenTransfer, Readiness.NextLayer, Strength.Practice, "A mark still afloat moves or tears under softener."),
        Rule.NeedsDry("SoftenerDryBeforeGate", SoftenTransfer, TransferGate, Readiness.Handle, Strength.Practice, "Wrinkles often pull flat as it dries; judge it then."),
        Rule.NeedsDry("SoftenerDryBeforeSeal", SoftenTransfer, Seal, Readiness.NextLayer, Strength.Law, "Varnish over damp softener frosts or wrinkles."),
        Rule.Before("TransferGateBeforeSeal", TransferGate, Seal, Strength.Practice, "What is under the seal stays there."),
        Rule.NeedsDry("SealDryBeforeFinalCoat", Seal, FinalCoat, Readiness.NextLayer, Strength.Law, "One coat over a damp one wrinkles."),
        Rule.Card("SoftenerLocksTheMark", RuleKind.Locks, SoftenTransfer, Strength.Law, "Softener on: the mark cannot be moved any more, only replaced."),
        Rule.Card("SoakNoLongerThanItSlides", RuleKind.NotWhile, PlaceTransfer, Strength.Practice, "Out of the water when it slides: its glue washes away."),
        Rule.Card("NeverOnBareMatte", RuleKind.NeverOn, PlaceTransfer, Strength.Practice, "Never on bare matte paint: air under the film shows silver."),
    ];
}
