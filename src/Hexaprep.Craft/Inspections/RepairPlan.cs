using Hexaprep.Craft.Vocabulary;
using static Hexaprep.Craft.Vocabulary.StepKind;

namespace Hexaprep.Craft.Inspections;

/// <summary>A repair before a log is looked at: its steps with their minutes.</summary>
/// <param name="Id">Its outside name.</param>
/// <param name="Words">What it is called on its key.</param>
/// <param name="For">The flaws it mends.</param>
/// <param name="Steps">What is done, in order.</param>
internal sealed record RepairPlan(string Id, string Words, IReadOnlyList<FlawKind> For, IReadOnlyList<RepairStep> Steps)
{
    /// <summary>What it is called where there is no coat to lay again; the same as ever when not given.</summary>
    public string BareWords
    {
        get => field ?? Words;
        init;
    }

    /// <summary>The states in which it works; all when empty.</summary>
    public IReadOnlyList<FlawState> In { get; init; } = [];

    /// <summary>It puts the coat that shows the flaw on again: method and product are that coat's own.</summary>
    public bool LaysAgain { get; init; }

    /// <summary>It goes through the coats to what lies under them.</summary>
    public bool GoesDeep { get; init; }

    /// <summary>It takes everything off.</summary>
    public bool Strips { get; init; }

    /// <summary>A step of this kind is part of it.</summary>
    public bool Has(StepKind kind) => Steps.Any(s => s.Kind == kind);

    /// <summary>It works on a transfer that is not sealed.</summary>
    public bool OnOpenTransfer { get; init; }
}

/// <summary>The repairs of the trade.</summary>
/// <remarks>Minutes are a rule of thumb, for one model's usual flaw; the user's own pace of a kind of step stands in their place.</remarks>
internal static class RepairPlans
{
    /// <summary>The coat that shows the flaw, laid again: its kind is put in when the flaw is known.</summary>
    public const StepKind TheCoat = Prime;

    private static RepairStep Step(StepKind kind, string? method, int setup, int seconds, ProductClass? product = null) =>
        new(kind, method)
        {
            SetupMinutes = setup,
            SecondsPerModel = seconds,
            Product = product,
        };

    private static readonly RepairStep Rub = Step(Sand, null, 2, 180),
        Scrape = Step(CleanLines, null, 2, 150),
        Putty = Step(Fill, "acrylic_putty", 3, 120, ProductClass.AcrylicPutty),
        Coat = Step(TheCoat, null, 4, 40),
        Touch = Step(TouchIn, "brush", 2, 60, ProductClass.AcrylicWb);

    /// <summary>All of them; which come first is decided by what they cost.</summary>
    public static readonly IReadOnlyList<RepairPlan> All =
    [
        new(
            "wipe_off",
            "Wipe it off and begin again",
            [FlawKind.Run, FlawKind.Pooling, FlawKind.Dust, FlawKind.Print],
            [Step(Wash, "wipe", 1, 60), Coat]
        )
        {
            In = [FlawState.Wet],
            LaysAgain = true,
        },
        new("touch_in", "Touch in by brush", [FlawKind.Bare, FlawKind.Print, FlawKind.Gouge], [Touch])
        {
            In = [FlawState.TouchDry, FlawState.Hard],
        },
        new("another_pass", "One more light pass", [FlawKind.Bare, FlawKind.Sheen], [Coat])
        {
            In = [FlawState.TouchDry, FlawState.Hard],
            LaysAgain = true,
        },
        new(
            "rub_down",
            "Rub down and lay it again",
            [
                FlawKind.Grainy,
                FlawKind.Fuzzy,
                FlawKind.Run,
                FlawKind.Pooling,
                FlawKind.Dust,
                FlawKind.Print,
                FlawKind.Crazing,
                FlawKind.Fisheye,
                FlawKind.Wrinkle,
                FlawKind.Frosting,
            ],
            [Rub, Coat]
        )
        {
            In = [FlawState.Hard],
            LaysAgain = true,
        },
        new("scrape", "Scrape the line and lay it again", [FlawKind.Line, FlawKind.Nub], [Scrape, Coat])
        {
            In = [FlawState.TouchDry, FlawState.Hard],
            LaysAgain = true,
            GoesDeep = true,
            BareWords = "Scrape it away",
        },
        new("refill", "Fill, sand and lay it again", [FlawKind.Gap, FlawKind.Seam, FlawKind.Gouge], [Putty, Rub, Coat])
        {
            In = [FlawState.TouchDry, FlawState.Hard],
            LaysAgain = true,
            GoesDeep = true,
            BareWords = "Fill and sand it",
        },
        new(
            "run_in_varnish",
            "Run gloss varnish in: a hairline, to 0.12 mm",
            [FlawKind.Seam, FlawKind.Gap],
            [Step(SeamRepair, "gloss_varnish", 2, 60, ProductClass.AcrylicWb), Touch]
        )
        {
            In = [FlawState.TouchDry, FlawState.Hard],
        },
        // By width, as the seams of computation 11; what is wider asks for two-part putty and the panel painted anew.
        new(
            "thin_putty",
            "Thinned putty, wiped off the paint: to 0.25 mm",
            [FlawKind.Seam],
            [Step(SeamRepair, "acrylic_putty", 3, 150, ProductClass.AcrylicPutty), Touch]
        )
        {
            In = [FlawState.TouchDry, FlawState.Hard],
        },
        new(
            "putty_seam",
            "Acrylic putty in two passes: to 0.6 mm",
            [FlawKind.Seam],
            [
                Step(SeamRepair, "acrylic_putty", 3, 180, ProductClass.AcrylicPutty),
                Step(SeamRepair, "acrylic_putty", 2, 120, ProductClass.AcrylicPutty),
                Touch,
            ]
        )
        {
            In = [FlawState.TouchDry, FlawState.Hard],
        },
        new(
            "clear_coat",
            "Clear it with a coat of gloss, then the matte again",
            [FlawKind.Frosting],
            [Step(GlossBed, "brush", 2, 45, ProductClass.AcrylicWb), Coat]
        )
        {
            In = [FlawState.TouchDry, FlawState.Hard],
            LaysAgain = true,
        },
        new("even_coat", "An even last coat over all", [FlawKind.Sheen], [Coat]) { In = [FlawState.Hard], LaysAgain = true },
        new(
            "prick_and_soften",
            "Prick it and soften again",
            [FlawKind.Silvering, FlawKind.Bubble, FlawKind.Wrinkle, FlawKind.FilmEdge],
            [Step(SoftenTransfer, "brush", 1, 60, ProductClass.SofteningSolution)]
        )
        {
            In = [FlawState.TouchDry, FlawState.Hard],
            OnOpenTransfer = true,
        },
        new(
            "new_transfer",
            "Lift it off with tape, place a new one",
            [FlawKind.Tear, FlawKind.Silvering, FlawKind.Wrinkle, FlawKind.Loose],
            [
                Step(CutTransfer, null, 2, 35),
                Step(PlaceTransfer, null, 3, 110, ProductClass.SettingSolution),
                Step(SoftenTransfer, "brush", 1, 30, ProductClass.SofteningSolution),
            ]
        )
        {
            In = [FlawState.TouchDry, FlawState.Hard],
            OnOpenTransfer = true,
        },
        new("touch_over", "Paint over the place", [FlawKind.Tear, FlawKind.FilmEdge, FlawKind.Silvering, FlawKind.Bubble], [Touch])
        {
            In = [FlawState.TouchDry, FlawState.Hard],
        },
        new(
            "pin_and_glue",
            "Clean the faces, pin and glue again",
            [FlawKind.Loose],
            [Step(Roughen, null, 1, 60), Step(Pin, null, 2, 180), Step(Glue, "ca", 1, 60, ProductClass.Ca)]
        ),
        new("bend_back", "Bend it back", [FlawKind.Bent], [Step(Straighten, "warm_water", 3, 90)]),
        new(
            "strip",
            "Strip to the material and begin again",
            [
                FlawKind.Flaking,
                FlawKind.Tacky,
                FlawKind.Crazing,
                FlawKind.Wrinkle,
                FlawKind.Fisheye,
                FlawKind.Pooling,
                FlawKind.Grainy,
                FlawKind.Fuzzy,
            ],
            [Step(Wash, "strip", 5, 300), Coat]
        )
        {
            In = [FlawState.TouchDry, FlawState.Hard],
            LaysAgain = true,
            Strips = true,
        },
    ];
}
