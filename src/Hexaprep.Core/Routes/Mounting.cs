using Hexaprep.Core.Roster;
using static Hexaprep.Core.Routes.StepKind;

namespace Hexaprep.Core.Routes;

/// <summary>Bases, their texture, and handles to hold by.</summary>
public static class Mounting
{
    private static readonly Func<BatchTraits, bool> HasBase = b => b.BaseMm is not null;

    /// <summary>The steps of this stage.</summary>
    public static readonly IReadOnlyList<StepChoice> Choices =
    [
        new(Base, Side.Mount, HasBase, _ => "One primer pass for model and base, and a steady grip.",
            _ => new(2, 60) { Product = ProductClass.Ca, Method = "ca" }),
        new(BaseTexture, Side.Mount, HasBase, _ => "Grit glued before primer is held by it and coloured with it.",
            b => new(3, b.BaseMm > 50 ? 120 : 60) { Product = ProductClass.Pva }),
        new(SealTexture, Side.Mount, b => HasBase(b) && b.Tier != Tier.RankAndFile, _ => "Thinned white glue keeps grit from shedding into paint.",
            _ => new(2, 30) { Product = ProductClass.Pva })
        { LeftOut = b => HasBase(b) ? "Rank and file: primer alone holds the grit well enough." : null },
        new(Handle, Side.Mount, _ => true, _ => "Fingers, or a bare ring, would mark the first coat.", b => Light(b)
            ? new StepDraft(2, 45) { Method = "putty" }
            : new StepDraft(2, 60) { Method = "ca_drop", Product = ProductClass.Ca }),
    ];

    /// <summary>The rules of this stage.</summary>
    public static readonly IReadOnlyList<Rule> Rules =
    [
        Rule.NeedsDry("BaseHoldsBeforeTexture", Base, BaseTexture, Readiness.Handle, Strength.Practice, "A base that slides takes the grit with it."),
        Rule.NeedsDry("GritDryBeforeSeal", BaseTexture, SealTexture, Readiness.NextLayer, Strength.Practice, "A wet seal knocks loose grit off."),
        Rule.NeedsDry("GritDryBeforePrimer", BaseTexture, Prime, Readiness.NextLayer, Strength.Practice, "White glue under primer stays soft for days."),
        Rule.NeedsDry("GritSealedBeforePrimer", SealTexture, Prime, Readiness.NextLayer, Strength.Practice, "White glue under primer stays soft for days."),
        Rule.NeedsDry("BaseHoldsBeforeHandle", Base, Handle, Readiness.Handle, Strength.Practice, "The handle grips the base."),
        Rule.NeedsDry("TextureBeforeHandle", BaseTexture, Handle, Readiness.Touch, Strength.Practice, "Fingers lift wet grit."),
        Rule.NeedsDry("HandleHoldsBeforePrimer", Handle, Prime, Readiness.Handle, Strength.Practice, "A model that drops off wet is started again.", b => !Light(b)),
        Rule.Before("HandleBeforePrimer", Handle, Prime, Strength.Practice, "Otherwise fingers or a bare ring show.", Light),
        Rule.Before("WashBeforeHandle", Wash, Handle, Strength.Practice, "Handles come off in a bath."),
        Rule.NeedsDry("WashedBeforeTexture", Wash, BaseTexture, Readiness.Touch, Strength.Practice, "A bath would lift fresh grit."),
        Rule.Card("PuttyLetsGoUpsideDown", RuleKind.NeverOn, Handle, Strength.Practice, "Reusable putty lets go: never upside down.", Light),
    ];

    private static bool Light(BatchTraits b) => b.All(m => m.IsStyrene() || m is Material.FlexiblePvc or Material.Pla);
}
