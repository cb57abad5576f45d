using Hexaprep.Core.Roster;
using static Hexaprep.Core.Routes.StepKind;

namespace Hexaprep.Core.Routes;

/// <summary>The last coat, off the handle, the base, the last look.</summary>
public static class Finishing
{
    private static readonly Func<BatchTraits, bool> HasBase = b => b.BaseMm is not null;
    private static readonly Func<BatchTraits, bool> Marked = b => b.Transfers > 0;

    /// <summary>The steps of this stage.</summary>
    public static readonly IReadOnlyList<StepChoice> Choices =
    [
        new(FinalCoat, Side.Varnish, b => !Marked(b), Why, Coat),
        new(FinalCoat, Side.Finish, Marked, Why, Coat),
        new(Release, Side.Finish, _ => true, _ => "The held face is finished last.", _ => new(1, 30)),
        new(BaseFinish, Side.Finish, HasBase, _ => "The base is what fingers touch and eyes rest on.",
            b => new(4, b.Tier switch { Tier.RankAndFile => 300, Tier.Elite => 600, Tier.Leader => 1020, _ => 1800 }) { Product = ProductClass.AcrylicWb }),
        new(FinalGate, Side.Finish, _ => true, _ => "One look at arm's length, all round, before it goes on the shelf.", _ => new(1, 30)),
    ];

    /// <summary>The rules of this stage.</summary>
    public static readonly IReadOnlyList<Rule> Rules =
    [
        Rule.NeedsDry("FinalCoatDryBeforeRelease", FinalCoat, Release, Readiness.Handle, Strength.Practice, "Fingers mark a young coat."),
        Rule.Before("ReleaseBeforeBaseFinish", Release, BaseFinish, Strength.Practice, "The handle hides the rim."),
        Rule.NeedsDry("BaseDryBeforeFinalGate", BaseFinish, FinalGate, Readiness.Touch, Strength.Practice, "A wet base marks the fingers that turn it."),
        Rule.Before("ReleaseBeforeFinalGate", Release, FinalGate, Strength.Practice, "The underside is part of the look."),
        Rule.Before("PrimerGateBeforeFinalCoat", PrimerGate, FinalCoat, Strength.Practice, "A flaw is cheaper before the varnish."),
        Rule.Card("WeatherBeforeVarnish", RuleKind.NotWhile, FinalCoat, Strength.Practice, "The weather is not known here: damp air frosts varnish. Check before you spray."),
    ];

    private static string Why(BatchTraits b) => b.FinalSheen switch
    {
        Sheen.Matte => "Matte takes the shine off every earlier coat.",
        Sheen.Satin => "Satin, as the roster asks.",
        _ => "Gloss, as the roster asks.",
    };

    private static StepDraft Coat(BatchTraits b) => new(6, 25)
    {
        OneGo = true,
        Mode = b.FinalSheen == Sheen.Gloss ? SprayMode.Gloss : SprayMode.Matte,
        Product = ProductClass.AcrylicSolvent,
        Method = "spray_can",
    };
}
