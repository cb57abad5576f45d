using Hexaprep.Craft.Supplies;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.HouseRules;

/// <summary>What the colour of primer costs at the painting. A palette takes fewest coats over one primer; over another the base colours
/// take more of them. Without a palette nothing is said, and the minutes stand as they are.</summary>
public static class PrimerColours
{
    // Rules of thumb: base colours are six tenths of the brushwork, as the usual lists of passes have it. Where a paint needs a light
    // ground that is not there, a pale coat goes under it, twice.
    private const double BaseColours = 0.6;
    private const int PaleCoats = 2;

    // A difference in colour that is not seen: at arm's length, and in the hand.
    private const double OnTheTable = 4,
        InTheHand = 2;

    private static readonly Dictionary<string, string> Primers = new()
    {
        ["grey"] = "mid_grey",
        ["light_grey"] = "light_grey",
        ["bone"] = "white",
        ["dark_grey"] = "dark_grey",
        ["black"] = "black",
        ["black_white"] = "zenithal",
    };

    /// <summary>The option of <see cref="HouseRuleCatalog.PrimerColour"/> that a computed primer is.</summary>
    /// <param name="primer">As <see cref="PrimerRank"/> names it.</param>
    public static SchoolOption Option(string primer) => HouseRuleCatalog.PrimerColour.Option(Primers.Single(p => p.Value == primer).Key)!;

    /// <summary>The primers under a palette, the best first.</summary>
    /// <param name="palette">The colours.</param>
    /// <param name="tier">How closely it is looked at.</param>
    public static IReadOnlyList<PrimerRank> Ranked(Palette palette, Tier tier) =>
        Hiding.Ranked(palette, tier == Tier.Display ? InTheHand : OnTheTable);

    /// <summary>How much longer the base colours take over the primer that the house follows than over the best: 0 for the best.</summary>
    /// <param name="palette">The colours.</param>
    /// <param name="tier">How closely it is looked at.</param>
    /// <param name="option">The colour of primer, an option of the house rule.</param>
    public static double Longer(Palette palette, Tier tier, SchoolOption option)
    {
        var ranked = Ranked(palette, tier);
        return Math.Max(0, CoatsOf(ranked.Single(r => r.Primer == Primers[option.Id])) / CoatsOf(ranked[0]) - 1);
    }

    /// <summary>Seconds a model more for the base colours.</summary>
    /// <param name="brush">Seconds a model of brushwork over a primer that suits.</param>
    /// <param name="longer">How much longer the base colours take.</param>
    public static int More(int brush, double longer) => (int)Math.Round(brush * BaseColours * longer);

    // What a paint that the primer does not shine through takes besides: a pale ground of its own.
    private static double CoatsOf(PrimerRank rank) => rank.Expected + rank.Infeasible * PaleCoats;
}
