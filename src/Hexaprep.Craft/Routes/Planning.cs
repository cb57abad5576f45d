using Hexaprep.Craft.Vocabulary;
using static Hexaprep.Craft.Vocabulary.StepKind;

namespace Hexaprep.Craft.Routes;

/// <summary>Rules of the calendar and of what is scarce: the plan and the bench keep them, whatever the route.</summary>
public static class Planning
{
    /// <summary>Spray steps attach to weather that is fit.</summary>
    public static readonly Rule SprayInFitWeather = Rule.Plan(
        "SprayJobsAttachToFitWeather",
        RuleKind.NotWhile,
        Prime,
        "Sprays go into sittings that are not marked unfit; indoor work moves to the others.",
        "the plan's spray windows"
    );

    /// <summary>Never more wet pieces than handles.</summary>
    public static readonly Rule NoMoreThanHandles = Rule.Plan(
        "NoMoreWetPiecesThanHandles",
        RuleKind.NotWhile,
        StepKind.Handle,
        "No more models are mounted than there are free handles.",
        "the plan's handles"
    );

    /// <summary>One mix serves so many models.</summary>
    public static readonly Rule MixesFitTheirWorkingTime = Rule.Plan(
        "MixesFitTheirWorkingTime",
        RuleKind.Soon,
        Fill,
        "A two-part mix is not started for more gaps than its working time takes.",
        "set-ups paid for each mix"
    );

    /// <summary>One mix serves several batches.</summary>
    public static readonly Rule GapsShareAMix = Rule.Plan(
        "GapsShareAMix",
        RuleKind.Together,
        Fill,
        "Gaps of several batches that one mix takes are filled from it: nothing is wasted.",
        "fills laid one after the other while the mix is workable, where the plan is no dearer for it"
    );

    /// <summary>The rules of this page.</summary>
    public static readonly IReadOnlyList<Rule> Rules =
    [
        SprayInFitWeather,
        NoMoreThanHandles,
        MixesFitTheirWorkingTime,
        GapsShareAMix,
        Rule.Plan(
            "EndWithTheLongestWait",
            RuleKind.Soon,
            BaseTexture,
            "A sitting ends with what waits longest unattended: enamel, putty, grit, gloss.",
            "the plan's last touches: of two steps in either order the one with the longer wait comes last"
        ),
        Rule.Plan(
            "WaitsTakeOnlyWhatFits",
            RuleKind.NotWhile,
            Glue,
            "Inside a wait of minutes only work that ends before it does, or can be put down.",
            "what the bench offers when hands are free"
        ),
        Rule.Plan(
            "WorkWhileMarksSoak",
            RuleKind.Together,
            PlaceTransfer,
            "While transfers soak, other places are set; while gloss dries, transfers are cut.",
            "soaking is part of placing; hands that are free while gloss dries take the cutting"
        ),
        Rule.Plan(
            "JointsInRotation",
            RuleKind.Together,
            Glue,
            "While one joint hardens the next model's is glued.",
            "the minutes of gluing: a joint's hardening runs beside the next model's"
        ),
        Rule.Plan(
            "QuietWorkNearPrimer",
            RuleKind.NotWhile,
            Sand,
            "While primer dries: mount, base, cut or glue others. Nothing that makes dust near it.",
            "the plan and may I: no dust work begins while a coat in the room is not touch-dry, unless dust is made in another room"
        ),
        Rule.Plan(
            "GatesInFullLight",
            RuleKind.Before,
            PrimerGate,
            "The primer gate comes in the next sitting; a repair loop is held ready.",
            "the plan: a gate stands as early as hands allow; the second date of each unit holds one repair"
        ),
        Rule.Plan(
            "FewUnderWay",
            RuleKind.NotWhile,
            Study,
            "Half-done units gather dust: a few are finished before the next begins.",
            "the plan's places: a unit takes one with its first step and gives it back when it is ready"
        ),
        Rule.Plan(
            "TimeForAChange",
            RuleKind.Before,
            Glue,
            "Another kind of work, another unit: away with one thing, out with the other.",
            "five minutes between them in a sitting, none in a shared run or mix; the same five in the plan's value"
        ),
        Rule.Plan(
            "PassesInOneSession",
            RuleKind.Soon,
            Prime,
            "The passes of one coat follow each other in one session: the gun is clean, the weather known.",
            "the plan's value: a usable session left out between two passes counts as an hour"
        ),
        Rule.Plan(
            "BegunIsFinished",
            RuleKind.Before,
            CleanLines,
            "What was begun on a batch is finished before the same is begun on another.",
            "the plan's value: each other batch begun in between counts as an hour"
        ),
        Rule.Plan(
            "PaintingIsTime",
            RuleKind.Together,
            Paint,
            "Painting is put down and picked up where the evening ends: at any model, or within one.",
            "the plan's sessions, 20 minutes at least; what was painted is taken off what is left"
        ),
        Rule.Plan(
            "SlowestFirst",
            RuleKind.Before,
            Wash,
            "The slowest material and the resin and metal pieces start first.",
            "the plan's order by the longest way still to go"
        ),
        Rule.Plan(
            "SlowestPieceDecides",
            RuleKind.Together,
            FinalGate,
            "A model is as far as its slowest piece, a unit as its slowest model.",
            "the hexagon and every promise"
        ),
        Rule.Plan(
            "CrewInTheSameSpray",
            RuleKind.Together,
            Prime,
            "Accessories and crew go into the same spraying, even if they are joined last.",
            "all pieces of a model are primed with it; batches share a run where that saves a set-up"
        ),
        Rule.Plan(
            "FixedCostSetsTheBatch",
            RuleKind.Together,
            Prime,
            "Set-up divided by models sets the batch; pot life, slots and the sitting cap it.",
            "set-ups paid for each run"
        ),
        Rule.Plan(
            "LossesShownApart",
            RuleKind.Soon,
            Fill,
            "A wait that ends while you are away spoils nothing, unless something is lost by then: those are shown apart.",
            "the yellow slabs that count down, and the flag on the line"
        ),
        Rule.Plan(
            "HandsCountHandsOnly",
            RuleKind.NotWhile,
            Glue,
            "Attended seconds count as hands-on, unattended hours do not.",
            "hands and waits counted apart"
        ),
    ];
}
