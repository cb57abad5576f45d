using Hexaprep.Craft.Supplies;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.HouseRules;

/// <summary>What the colour of primer costs at the painting. A palette takes fewest coats over one primer; over another the base colours
/// take more of them. Without a palette nothing is said, and the minutes stand as they are.</summary>
public static class PrimerColours
{
    /// <summary>What base colours are of the brushwork, as the usual lists of passes have it: a rule of thumb.</summary>
    public const double BaseColours = 0.6;

    // A rule of thumb too: where a paint needs a light ground that is not there, a pale coat goes under it, twice.
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

    /// <summary>The rank of a colour of primer.</summary>
    /// <param name="ranked">As <see cref="Ranked"/> has them.</param>
    /// <param name="option">The colour, an option of the house rule.</param>
    public static PrimerRank Of(IReadOnlyList<PrimerRank> ranked, SchoolOption option) =>
        ranked.Single(r => r.Primer == Primers[option.Id]);

    /// <summary>Seconds a model that the base colours take longer over a primer than over the best; 0 for the best.</summary>
    /// <param name="brush">Seconds a model of brushwork over a primer that suits.</param>
    /// <param name="ranked">As <see cref="Ranked"/> has them.</param>
    /// <param name="rank">The primer, one of them.</param>
    public static int More(int brush, IReadOnlyList<PrimerRank> ranked, PrimerRank rank) =>
        (int)Math.Round(brush * BaseColours * Math.Max(0, CoatsOf(rank) / CoatsOf(ranked[0]) - 1));

    // What a paint that the primer does not shine through takes besides: a pale ground of its own.
    private static double CoatsOf(PrimerRank rank) => rank.Expected + rank.Infeasible * PaleCoats;
}
