using Hexaprep.Core.Roster;
using static Hexaprep.Core.Routes.StepKind;

namespace Hexaprep.Core.Routes;

/// <summary>Gaps closed and made level.</summary>
public static class Filling
{
    /// <summary>Least working time of two-part putty, minutes: the cautious end of the practised 30 to 90.</summary>
    public const int PuttyWorkingMinutes = 30;

    private static readonly Func<BatchTraits, bool> HasGaps = b => b.Gaps != Gaps.None;
    private static readonly Func<BatchTraits, bool> Wide = b => b.Gaps == Gaps.Large;

    /// <summary>The steps of this stage.</summary>
    public static readonly IReadOnlyList<StepChoice> Choices =
    [
        new(Fill, Side.Fill, HasGaps,
            b => Wide(b) ? "Wide gaps: two-part putty closes them without shrinking." : "Small gaps: acrylic putty is quick and sands well.",
            Amounts) { LeftOut = b => b.Gaps == Gaps.None ? "No gaps were noted; the primer gate looks again." : null },
        new(Sand, Side.Fill, HasGaps, _ => "A filled seam left proud shows under paint.", _ => new(2, 130)),
    ];

    /// <summary>The rules of this stage.</summary>
    public static readonly IReadOnlyList<Rule> Rules =
    [
        Rule.NeedsDry("FillerHardBeforeSanding", Fill, Sand, Readiness.NextLayer, Strength.Law, "Soft filler drags out of the gap."),
        Rule.NeedsDry("FillerDryBeforePrimer", Fill, Prime, Readiness.NextLayer, Strength.Law, "Filler still drying sinks and leaves a ghost line."),
        Rule.Before("SandBeforePrimer", Sand, Prime, Strength.Practice, "Scratches and dust are sealed in."),
        Rule.Before("SandBeforeHandle", Sand, Handle, Strength.Practice, "Sanding on a handle breaks it loose."),
        Rule.Before("SandBeforeBase", Sand, Base, Strength.Practice, "Grit on the base would fill with dust."),
        Rule.Before("CleanBeforeFilling", CleanLines, Fill, Strength.Practice, "Filler over a line is sanded twice."),
        Rule.Card("SmoothWhileSoft", RuleKind.Soon, Fill, Strength.Practice, "Smooth it while soft: less to sand."),
        Rule.Card("MixForAllGaps", RuleKind.Together, Fill, Strength.Practice, "The smallest mix is more than one gap needs: fill every open gap from it.", Wide),
        Rule.Card("NoDustNearWetCoats", RuleKind.NotWhile, Sand, Strength.Practice, "No sanding in the room while a coat is wet: dust settles in it."),
    ];

    private static StepDraft Amounts(BatchTraits b)
    {
        var seconds = Wide(b) ? 240 : 150;
        var draft = new StepDraft(Wide(b) ? 4 : 2, seconds)
        {
            Product = Wide(b) ? ProductClass.EpoxyPutty : ProductClass.AcrylicPutty,
            Method = Wide(b) ? "epoxy_putty" : "acrylic_putty",
        };
        return Wide(b)
            ? draft with { WorkingMinutes = PuttyWorkingMinutes, ModelsPerMix = Math.Max(1, PuttyWorkingMinutes * 60 / seconds) }
            : draft;
    }
}
