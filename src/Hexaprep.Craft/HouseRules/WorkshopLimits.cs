using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.HouseRules;

/// <summary>What one room, one shelf and one head bear at once: dust and wet coats, units under way.</summary>
public static class WorkshopLimits
{
    /// <summary>The method of levelling a fill with a blade.</summary>
    public const string ByScraping = "scrape";

    /// <summary>True for work whose dust settles in a wet coat: sanding, filing, drilling, sawing. Scraping and cutting are
    /// quiet.</summary>
    public static bool MakesDust(StepKind kind, HouseRuleChoices house) =>
        kind.MakesDust()
        && (kind != StepKind.Sand || !house.Follows(HouseRuleCatalog.FillFinish, ByScraping))
        && (
            kind != StepKind.CleanLines
            || house.Follows(HouseRuleCatalog.LineTool, "file")
            || house.Follows(HouseRuleCatalog.LineTool, "sanding_stick")
        );

    /// <summary>True where dust is made in the room in which coats dry.</summary>
    public static bool IsShared(HouseRuleChoices house) => house.Follows(HouseRuleCatalog.DustRoom, "same");

    /// <summary>Most units under way at once; null for no limit.</summary>
    public static int? Places(HouseRuleChoices house) =>
        house.Of(HouseRuleCatalog.UnderWay).Id is "no_limit"
            ? null
            : int.Parse(house.Of(HouseRuleCatalog.UnderWay).Id["up_to_".Length..], System.Globalization.CultureInfo.InvariantCulture);
}
