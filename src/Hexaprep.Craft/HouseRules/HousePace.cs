using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.HouseRules;

/// <summary>How fast a house works: for each kind of step, how long its hands take against what is usual.</summary>
public static class HousePace
{
    // Studying and testing take no hands a model; soaking is part of placing.
    private static readonly StepKind[] Without = [StepKind.Study, StepKind.TestPatch, StepKind.SoakTransfer];

    private static readonly (string Id, string Label, double Times)[] Paces =
    [
        ("half", "Half as long", 0.5),
        ("three_quarters", "Three quarters as long", 0.75),
        ("half_more", "Half as long again", 1.5),
        ("double", "Twice as long", 2),
        ("triple", "Three times as long", 3),
    ];

    /// <summary>A point for each kind of step, in working order.</summary>
    public static readonly IReadOnlyList<HouseRule> Points =
    [
        .. StepDefinition.InOrder.Select(f => f.Kind).Where(k => !Without.Contains(k)).Select(Point),
    ];

    /// <summary>True for a point of pace.</summary>
    public static bool IsPace(HouseRule school) => Points.Contains(school);

    private static HouseRule Point(StepKind kind)
    {
        var title = StepWords.For(kind).Title;
        return new HouseRule(
            $"pace_{Ids.Of(kind)}",
            $"{title}: how long does it take you?",
            [kind],
            "Those who have timed themselves; a batch can be set by the minute on its unit's page.",
            [
                new("usual", "As long as is usual", ""),
                .. Paces.Select(p => new SchoolOption(
                    p.Id,
                    p.Label,
                    $"Counted at your pace: {Sentence.Within(p.Label)} as is usual.",
                    (kind, p.Times)
                )),
            ]
        );
    }
}
