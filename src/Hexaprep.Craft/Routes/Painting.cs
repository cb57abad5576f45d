using Hexaprep.Craft.Drying;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using static Hexaprep.Craft.Vocabulary.StepKind;

// Long: data: the rules of one stage.
namespace Hexaprep.Craft.Routes;

/// <summary>Painting, carried as time: one step that is put down and picked up at any model and within one; masks and the coat that
/// protects it.</summary>
public static class Painting
{
    // What shading and a filter take of the painting's minutes at most: the rest is brushwork.
    private const double MostAside = 0.5;

    internal static readonly Func<Job, bool> Masked = j =>
        !j.Skips(Mask)
        && (
            j.Adds(Mask)
            || Listed(j, PassKind.Mask)
            || (!IsListed(j) && j.Follows(HouseRuleCatalog.ApartOrMasked, "masked") && j.Batch.Tier is Tier.Leader or Tier.Display)
        );

    internal static readonly Func<Job, bool> ShadedBetween = j => Asked(j, PaintShade, PassKind.Shade, HouseRuleCatalog.PaintShades);
    internal static readonly Func<Job, bool> Filtered = j => Asked(j, PaintFilter, PassKind.Filter, HouseRuleCatalog.PaintFilters);

    /// <summary>The steps of this stage.</summary>
    public static readonly IReadOnlyList<StepApplicability> Choices =
    [
        new(
            Paint,
            j => j.Batch.PaintMinutes > 0,
            j =>
                $"{j.Batch.PaintMinutes} min a model, "
                + (IsListed(j) ? "as its list of passes has it" : $"as the roster says or as usual for {Tiers.Word(j.Batch.Tier)}")
                + Over(j)
                + $"{(Aside(j) > 0 ? $"; {Math.Round(Aside(j) / 60.0)} of them for shade and filter" : "")}.",
            j => new StepAmounts(5, BrushSeconds(j))
            {
                Product = ProductClass.AcrylicWb,
                Method = "brush",
                Occurrences = PaintPasses.Times(j, Paint),
            }
        )
        {
            Shares = j => PaintPasses.Shares(j, Paint),
        },
        new(
            PaintShade,
            ShadedBetween,
            _ => "Shade runs into the recesses of the base colours; the highlights go over it.",
            j =>
                new(3, Listed(j, PassKind.Shade, ThinToneSeconds))
                {
                    Product = ProductClass.AcrylicWb,
                    Method = "brush",
                    Occurrences = PaintPasses.Times(j, PaintShade),
                }
        )
        {
            Shares = j => PaintPasses.Shares(j, PaintShade),
        },
        new(
            PaintFilter,
            Filtered,
            _ => "One thin tone over all calms what stands too hard beside each other.",
            j =>
                [
                    .. new[] { ProductClass.AcrylicWb, ProductClass.EnamelAlkyd }.Select(product => new StepAmounts(
                        3,
                        Listed(j, PassKind.Filter, ThinToneSeconds)
                    )
                    {
                        Product = product,
                        Method = "brush",
                        Occurrences = PaintPasses.Times(j, PaintFilter),
                    }),
                ]
        )
        {
            Shares = j => PaintPasses.Shares(j, PaintFilter),
        },
        new(
            ProtectiveCoat,
            Protected,
            j => Masked(j) ? "The layers below are weaker than the mask." : "Sealed paint lets mistakes above be wiped away.",
            j =>
                Each(
                    j,
                    ProtectiveCoat,
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
                )
        ),
        new(Mask, Masked, _ => "Parts that cannot come apart are masked.", Masks) { Shares = j => PaintPasses.Shares(j, Mask) },
        new(
            PaintMasked,
            Masked,
            _ => "What the mask is for: the colour beside what it covers.",
            j =>
                Each(
                    j,
                    PaintMasked,
                    [
                        new(4, ThinToneSeconds(j)) { Product = ProductClass.AcrylicWb, Method = "brush" },
                        new(10, 60)
                        {
                            OneGo = true,
                            Mode = SprayMode.Colour,
                            Product = ProductClass.AcrylicWb,
                            Method = "airbrush",
                        },
                        new(6, 40)
                        {
                            OneGo = true,
                            Mode = SprayMode.Colour,
                            Product = ProductClass.AcrylicSolvent,
                            Method = "spray_can",
                        },
                    ]
                )
        ),
        new(Unmask, Masked, _ => "The mask comes off before it grips for good.", j => Each(j, Unmask, [new(2, 120)])),
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
            "Later brushwork would have to avoid the transfers.",
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
            !j.Follows(HouseRuleCatalog.CoatUnderMask, "never")
        ) with
        {
            ByWay = Prohibition.By("liquid"),
        },
        Rule.Needs("MaskBeforeUnmask", Mask, Unmask, Strength.Law, "There is no mask to take off."),
        Rule.Needs("MaskBeforeItsColour", Mask, PaintMasked, Strength.Practice, "The mask keeps the colour off what lies beside it."),
        Rule.NeedsDry(
            "MaskedColourDryBeforeUnmask",
            PaintMasked,
            Unmask,
            Readiness.Handle,
            Strength.Practice,
            "Peeled from damp paint the edge tears."
        ),
        Rule.NeedsDry("MaskedColourDryBeforeGloss", PaintMasked, GlossBed, Readiness.Handle, Strength.Law, "Gloss over damp paint clouds."),
        Rule.NeedsDry(
            "MaskedColourDryBeforeFinalCoat",
            PaintMasked,
            FinalCoat,
            Readiness.Handle,
            Strength.Law,
            "Varnish over damp paint frosts or wrinkles."
        ),
        Rule.Before("UnmaskBeforeHighlights", Unmask, Paint, Strength.Practice, "Torn edges are touched in with the highlights.", j =>
            Painted(j) && Masked(j)
        ),
        Rule.Needs(
            "BaseColoursBeforeTheirShade",
            Paint,
            PaintShade,
            Strength.Practice,
            "Shade tones what lies under it: the base colours come first.",
            Painted
        ),
        Rule.NeedsDry(
            "PaintDryBeforeItsShade",
            Paint,
            PaintShade,
            Readiness.Recoat,
            Strength.Practice,
            "A shade on damp paint lifts it.",
            Painted
        ),
        Rule.NeedsDry(
            "ShadeDryBeforeHighlights",
            PaintShade,
            Paint,
            Readiness.Recoat,
            Strength.Practice,
            "A brush over damp shade lifts it and leaves tide marks.",
            Painted
        ),
        Rule.NeedsDry(
            "BetweenShadeDryBeforeClearCoat",
            PaintShade,
            ProtectiveCoat,
            Readiness.NextLayer,
            Strength.Law,
            "Varnish over a damp shade frosts."
        ),
        Rule.NeedsDry(
            "BetweenShadeDryBeforeMask",
            PaintShade,
            Mask,
            Readiness.NextLayer,
            Strength.Practice,
            "Masks grip hard: a young shade comes off with them."
        ) with
        {
            LeastMinutes = WaitTable.BeforeMaskMinutes,
        },
        Rule.NeedsDry(
            "BetweenShadeDryBeforeGloss",
            PaintShade,
            GlossBed,
            Readiness.NextLayer,
            Strength.Law,
            "Gloss over a damp shade clouds."
        ),
        Rule.NeedsDry(
            "BetweenShadeDryBeforeFinalCoat",
            PaintShade,
            FinalCoat,
            Readiness.NextLayer,
            Strength.Law,
            "Varnish over a damp shade frosts."
        ),
        Rule.NeedsDry(
            "PaintDryBeforeFilter",
            Paint,
            PaintFilter,
            Readiness.NextLayer,
            Strength.Practice,
            "A filter over damp paint lifts it.",
            Painted
        ),
        Rule.NeedsDry(
            "MaskedColourDryBeforeFilter",
            PaintMasked,
            PaintFilter,
            Readiness.NextLayer,
            Strength.Practice,
            "A filter over damp paint lifts it."
        ),
        Rule.NeedsDry(
            "ShadeDryBeforeItsFilter",
            PaintShade,
            PaintFilter,
            Readiness.NextLayer,
            Strength.Practice,
            "A filter over a damp shade lifts it."
        ),
        Rule.NeedsDry(
            "FilterDryBeforeNextColour",
            PaintFilter,
            Paint,
            Readiness.Recoat,
            Strength.Practice,
            "A brush over a damp filter lifts it and leaves tide marks.",
            IsListed
        ),
        Rule.NeedsDry(
            "ClearCoatDryBeforeNextColour",
            ProtectiveCoat,
            Paint,
            Readiness.NextLayer,
            Strength.Practice,
            "A brush drags a young coat along.",
            IsListed
        ),
        Rule.NeedsDry(
            "ClearCoatDryBeforeItsShade",
            ProtectiveCoat,
            PaintShade,
            Readiness.NextLayer,
            Strength.Practice,
            "A shade over a damp coat lifts it.",
            IsListed
        ),
        Rule.NeedsDry(
            "FilterDryBeforeClearCoat",
            PaintFilter,
            ProtectiveCoat,
            Readiness.NextLayer,
            Strength.Law,
            "Varnish over a damp filter frosts.",
            IsListed
        ),
        Rule.NeedsDry(
            "MaskedColourCuredBeforeNextMask",
            PaintMasked,
            Mask,
            Readiness.NextLayer,
            Strength.Practice,
            "The next round of masks grips what the last one left.",
            IsListed
        ) with
        {
            LeastMinutes = WaitTable.BeforeMaskMinutes,
        },
        Rule.NeedsDry(
            "FilterDryBeforeMask",
            PaintFilter,
            Mask,
            Readiness.NextLayer,
            Strength.Practice,
            "Masks grip hard: a young filter comes off with them.",
            IsListed
        ) with
        {
            LeastMinutes = WaitTable.BeforeMaskMinutes,
        },
        Rule.Before("UnmaskBeforeFilter", Unmask, PaintFilter, Strength.Practice, "The tone lies over all, also where the mask was."),
        Rule.NeedsDry(
            "FilterDryBeforeShade",
            PaintFilter,
            Shade,
            Readiness.NextLayer,
            Strength.Practice,
            "A shade over a damp filter lifts it."
        ),
        Rule.NeedsDry(
            "ClearCoatDryBeforeFilter",
            ProtectiveCoat,
            PaintFilter,
            Readiness.NextLayer,
            Strength.Law,
            "A filter over a damp coat lifts it."
        ),
        Rule.NeverOn(
            "NoSolventFilterOnBarePaint",
            PaintFilter,
            Prohibition.With(p => p.HasSolvent()),
            Strength.Practice,
            "Enamel thinner softens acrylic paint that no clear coat protects.",
            "protective_coat"
        ) with
        {
            LiftedBy = ProtectiveCoat,
        },
        Rule.Needs("FilterBeforeGloss", PaintFilter, GlossBed, Strength.Practice, "The gloss bed lies over all colour.", Filtered),
        Rule.NeedsDry("FilterDryBeforeGloss", PaintFilter, GlossBed, Readiness.NextLayer, Strength.Law, "Gloss over a damp filter clouds."),
        Rule.NeedsDry(
            "FilterDryBeforeFinalCoat",
            PaintFilter,
            FinalCoat,
            Readiness.NextLayer,
            Strength.Law,
            "Varnish over a damp filter frosts."
        ),
        Rule.NeedsDry(
            "FilterDryBeforeWeather",
            PaintFilter,
            StepKind.Weather,
            Readiness.NextLayer,
            Strength.Practice,
            "Effects over a damp filter lift it."
        ),
        Rule.Card(
            "NoPuddles",
            RuleKind.NeverOn,
            PaintShade,
            Strength.Practice,
            "Lift puddles off flats with a dry brush: they dry as rings. A touch of detergent lets it run."
        ),
        Rule.Card(
            "FilterLeavesItsSheen",
            RuleKind.Before,
            PaintFilter,
            Strength.Practice,
            "It leaves a sheen of its own: the last coat evens it."
        ),
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
            "A shade over a damp coat lifts it."
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

    private static bool Painted(Job j) => j.Batch.PaintMinutes > 0 && !j.Skips(Paint);

    // True where the batch has a list of passes of its own: what it has and has not is what was said.
    private static bool IsListed(Job j) => j.Batch is { PaintMinutes: > 0, Passes.Count: > 0 };

    private static bool Listed(Job j, PassKind kind) => IsListed(j) && j.Batch.Passes!.Any(p => p.Kind == kind);

    // Seconds a model of all passes of a kind in the list; without any, as is usual.
    private static int Listed(Job j, PassKind kind, Func<Job, int> usual) =>
        Listed(j, kind) ? j.Batch.Passes!.Where(p => p.Kind == kind).Sum(p => p.Seconds) : usual(j);

    private static IReadOnlyList<StepAmounts> Each(Job j, StepKind kind, IReadOnlyList<StepAmounts> ways) =>
        PaintPasses.Times(j, kind) is var times and > 1 ? [.. ways.Select(w => w with { Occurrences = times })] : ways;

    private static bool Asked(Job j, StepKind step, PassKind pass, HouseRule school) =>
        !j.Skips(step)
        && (
            j.Adds(step)
            || Listed(j, pass)
            || !IsListed(j)
                && j.House.Of(school).Id switch
                {
                    "everyone" => Painted(j),
                    "leaders" => Painted(j) && j.Batch.Tier is Tier.Leader or Tier.Display,
                    _ => false,
                }
        );

    /// <summary>Seconds a model for one thin tone over all.</summary>
    internal static int ThinToneSeconds(Job j) =>
        j.Batch.Tier switch
        {
            Tier.RankAndFile => 120,
            Tier.Elite => 180,
            Tier.Leader => 300,
            _ => 480,
        };

    /// <summary>Seconds a model for one round of masks.</summary>
    internal static int MaskSeconds(Job j) => Masks(j)[0].SecondsPerModel;

    /// <summary>Seconds a model of brushwork: the list's colours, else the painting's minutes without shade and filter, and what a primer
    /// that does not suit the palette adds.</summary>
    internal static int BrushSeconds(Job j) => UsualBrushSeconds(j) + PrimerSeconds(j);

    /// <summary>Seconds a model of brushwork over a primer that suits.</summary>
    internal static int UsualBrushSeconds(Job j) =>
        IsListed(j) ? j.Batch.Passes!.Where(p => p.Kind == PassKind.Colour).Sum(p => p.Seconds) : j.Batch.PaintMinutes * 60 - Aside(j);

    /// <summary>Seconds a model that the base colours take longer over the house's primer than over the one that suits the palette best;
    /// 0 without a palette, on bare prints, and where the minutes of each pass are the user's own.</summary>
    public static int PrimerSeconds(Job j)
    {
        if (IsListed(j) || j.Batch.Palette is not { } palette || j.Skips(Prime))
            return 0;
        var ranked = PrimerColours.Ranked(palette, j.Batch.Tier);
        return PrimerColours.More(UsualBrushSeconds(j), ranked, PrimerColours.Of(ranked, j.House.Of(HouseRuleCatalog.PrimerColour)));
    }

    private static string Over(Job j) =>
        Math.Round(PrimerSeconds(j) / 60.0) is var more and > 0
            ? $"; {more} more over this primer: {j.House.Of(HouseRuleCatalog.PrimerColour).Label.ToLowerInvariant()}"
            : "";

    // The painting's minutes are all of it: shade and filter are taken off the brushwork.
    private static int Aside(Job j)
    {
        var shade = ShadedBetween(j) ? Listed(j, PassKind.Shade, ThinToneSeconds) : 0;
        var filter = Filtered(j) ? Listed(j, PassKind.Filter, ThinToneSeconds) : 0;
        return IsListed(j) ? shade + filter : (int)Math.Min(MostAside * j.Batch.PaintMinutes * 60, shade + filter);
    }

    /// <summary>True where a coat lies between painting and what follows it.</summary>
    internal static bool Protected(Job j) =>
        j.House.Of(HouseRuleCatalog.MidVarnish).Id switch
        {
            _ when Listed(j, PassKind.Coat) => true,
            "never" => false,
            "always" => Painted(j),
            // Enamel over acrylic paint asks for a coat between them.
            _ when Filtered(j) && WayOf(j, PaintFilter)?.Product == ProductClass.EnamelAlkyd => true,
            _ => Masked(j)
                && j.House.Of(HouseRuleCatalog.CoatUnderMask).Id switch
                {
                    "always" => true,
                    "never" => false,
                    _ => Way(j) == "liquid",
                },
        };

    private static string? Way(Job j) => WayOf(j, Mask)?.Method ?? Masks(j)[0].Method;

    private static RouteChange? WayOf(Job j, StepKind step) => j.Changes.LastOrDefault(c => c.Kind == ChangeKind.Swap && c.Step == step);

    private static IReadOnlyList<StepAmounts> Masks(Job j)
    {
        StepAmounts Round(int setup, int seconds, string method) =>
            new(setup, Listed(j, PassKind.Mask, _ => seconds)) { Method = method, Occurrences = Rounds(j) };
        StepAmounts tape = Round(3, 300, "tape"),
            putty = Round(3, 240, "putty"),
            liquid = Round(4, 200, "liquid");
        return j.House.Of(HouseRuleCatalog.MaskWith).Id switch
        {
            "putty" => [putty, tape, liquid],
            "liquid" => [liquid, tape, putty],
            _ => [tape, putty, liquid],
        };
    }

    // The list is not asked here: what a mask is made of decides whether a coat comes into the list.
    private static int Rounds(Job j) => Listed(j, PassKind.Mask) ? j.Batch.Passes!.Count(p => p.Kind == PassKind.Mask) : 1;
}
