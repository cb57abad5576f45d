using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Vocabulary;
using static Hexaprep.Craft.Vocabulary.StepKind;

namespace Hexaprep.Craft.Routes;

/// <summary>Outdoors means daylight: where the evenings ahead are dark, a coat goes on indoors.</summary>
public static class Darkness
{
    private const string Unseen = "Your evenings are dark: outdoors nobody sees runs and bare spots. With a brush, indoors.";

    private static readonly Func<Job, bool> CansInTheDark = j =>
        j.IsDark && j.Follows(HouseRuleCatalog.DarkSprays, "brush") && j.Follows(HouseRuleCatalog.CanPlace, "outdoors");

    private static readonly Func<Job, bool> BrushesInTheDark = j =>
        j.IsDark && j.Follows(HouseRuleCatalog.DarkSprays, "brush") && j.Follows(HouseRuleCatalog.AirbrushPlace, "outdoors");

    /// <summary>The jobs whose coats go on with a brush: the evenings are dark, and no booth stands in the house.</summary>
    internal static readonly Func<Job, bool> Brushed = j => CansInTheDark(j) && !j.Follows(HouseRuleCatalog.PrimeBy, "airbrush");

    /// <summary>The rules of this page.</summary>
    public static readonly IReadOnlyList<Rule> Rules =
    [
        .. new[] { Prime, ProtectiveCoat, GlossBed, Seal, FinalCoat }.SelectMany(kind =>
            new[]
            {
                Rule.NeverOn(
                    $"No{kind}ByCanInTheDark",
                    kind,
                    Prohibition.By("spray_can"),
                    Strength.Practice,
                    Unseen,
                    "brush",
                    CansInTheDark
                ),
                Rule.NeverOn(
                    $"No{kind}ByAirbrushInTheDark",
                    kind,
                    Prohibition.By("airbrush"),
                    Strength.Practice,
                    Unseen,
                    "brush",
                    BrushesInTheDark
                ),
            }
        ),
    ];
}
