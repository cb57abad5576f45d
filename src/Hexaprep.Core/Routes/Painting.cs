using Hexaprep.Core.Drying;
using Hexaprep.Core.Roster;
using static Hexaprep.Core.Routes.StepKind;

namespace Hexaprep.Core.Routes;

/// <summary>Painting, carried as time: one step that is put down and picked up at any model and within one; masks and the coat that
/// protects it.</summary>
public static class Painting
{
    private static readonly Func<Job, bool> Masked = j =>
        !j.Skips(Mask) && (j.Adds(Mask) || (j.Follows(Schools.ApartOrMasked, "masked") && j.Batch.Tier is Tier.Leader or Tier.Display));

    /// <summary>The steps of this stage.</summary>
    public static readonly IReadOnlyList<StepChoice> Choices =
    [
        new(
            Paint,
            j => j.Batch.PaintMinutes > 0,
            j => $"{j.Batch.PaintMinutes} min a model, as the roster says or as usual for {Tiers.Word(j.Batch.Tier)}.",
            j => new StepDraft(5, j.Batch.PaintMinutes * 60) { Product = ProductClass.AcrylicWb, Method = "brush" }
        ),
        new(
            ProtectiveCoat,
            Protected,
            j => Masked(j) ? "The layers below are weaker than the mask." : "Sealed paint lets mistakes above be wiped away.",
            _ =>
                [
                    new(6, 25)
                    {
                        OneGo = true,
                        Mode = SprayMode.Gloss,
                        Product = ProductClass.AcrylicSolvent,
                        Method = "spray_can",
                    },
                    new(3, 90) { Product = ProductClass.AcrylicWb, Method = "brush" },
                    new(10, 40)
                    {
                        OneGo = true,
                        Mode = SprayMode.Gloss,
                        Product = ProductClass.AcrylicWb,
                        Method = "airbrush",
                    },
                ]
        ),
        new(Mask, Masked, _ => "Parts that cannot come apart are masked.", Masks),
        new(Unmask, Masked, _ => "The mask comes off before it grips for good.", _ => new(2, 120)),
    ];

    /// <summary>The rules of this stage.</summary>
    public static readonly IReadOnlyList<Rule> Rules =
    [
        Rule.NeedsDry("PaintDryBeforeGloss", Paint, GlossBed, Readiness.Handle, Strength.Law, "Gloss over damp paint clouds."),
        Rule.NeedsDry(
            "PaintDryBeforeClearCoat",
            Paint,
            ProtectiveCoat,
            Readiness.Handle,
            Strength.Law,
            "Varnish over damp paint frosts or wrinkles."
        ),
        Rule.NeedsDry(
            "PaintDryBeforeFinalCoat",
            Paint,
            FinalCoat,
            Readiness.Handle,
            Strength.Law,
            "Varnish over damp paint frosts or wrinkles."
        ),
        Rule.Needs(
            "HighlightsBeforeGloss",
            Paint,
            GlossBed,
            Strength.Practice,
            "Painted later, brushwork would dull the gloss bed.",
            Painted
        ),
        Rule.Needs(
            "HighlightsBeforeMarks",
            Paint,
            PlaceTransfer,
            Strength.Practice,
            "Later brushwork would have to avoid the marks.",
            Painted
        ),
        Rule.NeedsDry(
            "PaintCuredBeforeMask",
            Paint,
            Mask,
            Readiness.NextLayer,
            Strength.Practice,
            "Masks grip hard: young paint comes off with them."
        ) with
        {
            LeastMinutes = WaitTable.BeforeMaskMinutes,
        },
        Rule.NeedsDry(
            "PrimerCuredBeforeMask",
            Prime,
            Mask,
            Readiness.NextLayer,
            Strength.Practice,
            "Masks grip hard: young primer comes off with them."
        ) with
        {
            LeastMinutes = WaitTable.BeforeMaskMinutes,
        },
        Rule.NeedsDry(
            "ClearCoatDryBeforeMask",
            ProtectiveCoat,
            Mask,
            Readiness.NextLayer,
            Strength.Practice,
            "A mask on a young coat takes it along."
        ) with
        {
            LeastMinutes = WaitTable.BeforeMaskMinutes,
        },
        Rule.Needs("ClearCoatBeforeLiquidMask", ProtectiveCoat, Mask, Strength.Practice, "Liquid film grips harder than paint holds.", j =>
            !j.Follows(Schools.CoatUnderMask, "never")
        ) with
        {
            ByWay = Barred.By("liquid"),
        },
        Rule.Needs("MaskBeforeUnmask", Mask, Unmask, Strength.Law, "There is no mask to take off."),
        Rule.Before("UnmaskBeforeGloss", Unmask, GlossBed, Strength.Practice, "Gloss would seal the mask's edge in."),
        Rule.Before("UnmaskBeforeFinalCoat", Unmask, FinalCoat, Strength.Practice, "Film bits sealed in stay there."),
        Rule.NeedsDry(
            "ClearCoatDryBeforeGloss",
            ProtectiveCoat,
            GlossBed,
            Readiness.NextLayer,
            Strength.Law,
            "One coat over a damp one wrinkles."
        ),
        Rule.NeedsDry(
            "ClearCoatDryBeforeWeather",
            ProtectiveCoat,
            StepKind.Weather,
            Readiness.NextLayer,
            Strength.Law,
            "Effects over a damp coat lift it."
        ),
        Rule.NeedsDry(
            "ClearCoatDryBeforeShade",
            ProtectiveCoat,
            Shade,
            Readiness.NextLayer,
            Strength.Law,
            "A wash over a damp coat lifts it."
        ),
        Rule.NeedsDry(
            "ClearCoatDryBeforeFinalCoat",
            ProtectiveCoat,
            FinalCoat,
            Readiness.NextLayer,
            Strength.Law,
            "One coat over a damp one wrinkles."
        ),
        Rule.Card(
            "FirstMaskColourDry",
            RuleKind.NeedsDry,
            Mask,
            Strength.Practice,
            "The second colour of a round waits until the first is dry, or it bleeds."
        ),
        Rule.Card(
            "NoKnifeUnderTheMask",
            RuleKind.NeverOn,
            Unmask,
            Strength.Practice,
            "A wooden pick, not a knife: wood is softer than paint. Crumbs lift with putty."
        ),
        Rule.Card(
            "RowBeforeColour",
            RuleKind.Together,
            Paint,
            Strength.Practice,
            "Every figure of a colour before you change it: the first is dry when the last is done.",
            j => j.Batch.Models > 4
        ),
        Rule.Card("WipePaintWhileWet", RuleKind.Soon, Paint, Strength.Practice, "A slip wipes off while it is wet."),
        Rule.Card(
            "OldBrushesForRoughWork",
            RuleKind.NeverOn,
            Paint,
            Strength.Practice,
            "Old brushes for dry brushing, white glue and enamel: they ruin a good one."
        ),
        Rule.Card(
            "BuildEffectsUp",
            RuleKind.Before,
            Paint,
            Strength.Practice,
            "A subtle light effect is judged at table distance: add until it reads from there."
        ),
    ];

    private static bool Painted(Job j) => j.Batch.PaintMinutes > 0;

    private static bool Protected(Job j) =>
        j.House.Of(Schools.MidVarnish).Id switch
        {
            "never" => false,
            "always" => Painted(j),
            _ => Masked(j)
                && j.House.Of(Schools.CoatUnderMask).Id switch
                {
                    "always" => true,
                    "never" => false,
                    _ => Way(j) == "liquid",
                },
        };

    private static string? Way(Job j) =>
        j.Changes.LastOrDefault(c => c.Kind == ChangeKind.Swap && c.Step == Mask)?.Method ?? Masks(j)[0].Method;

    private static IReadOnlyList<StepDraft> Masks(Job j)
    {
        StepDraft tape = new(3, 300) { Method = "tape" },
            putty = new(3, 240) { Method = "putty" },
            liquid = new(4, 200) { Method = "liquid" };
        return j.House.Of(Schools.MaskWith).Id switch
        {
            "putty" => [putty, tape, liquid],
            "liquid" => [liquid, tape, putty],
            _ => [tape, putty, liquid],
        };
    }
}
