namespace Hexaprep.Craft.Vocabulary;

/// <summary>Shares in words, no finer than they are known: a likelihood from rules of thumb is told in steps of 5 %.</summary>
public static class Share
{
    private const int Steps = 20;

    /// <summary>The share in steps of 5 %: "65 %".</summary>
    /// <param name="share">0 to 1.</param>
    public static string Percent(double share) => $"{Math.Round(share * Steps, MidpointRounding.AwayFromZero) * 100 / Steps:0} %";

    /// <summary>The share as a likelihood: "About 65 %", "Under 5 %", "Over 95 %".</summary>
    /// <param name="share">0 to 1.</param>
    public static string Likely(double share) =>
        share < 0.05 ? "Under 5 %"
        : share > 0.95 ? "Over 95 %"
        : $"About {Percent(share)}";
}
