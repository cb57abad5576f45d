using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Joining;

/// <summary>Which glue holds which pair of materials, by the trade's table.</summary>
public static class PairGlue
{
    private static readonly string[] Glues = ["plastic_cement", "ca", "epoxy_adhesive", "flexible_adhesive"];

    /// <summary>The glue for a pair of materials: the best of the table that welds or holds both, and how sure it is (1 poor, 2 good,
    /// 3 best).</summary>
    public static (string Glue, int Rating) Best(Material one, Material other) =>
        // CA stands before the slower glues where they hold equally well.
        Glues.Select(g => (Glue: g, Rating: Math.Min(Rating(g, one), Rating(g, other)))).MaxBy(r => r.Rating);

    /// <summary>How well a glue holds a material; the strictest of all for an unknown one.</summary>
    public static int Rating(string glue, Material material) =>
        material switch
        {
            Material.Unknown => Enum.GetValues<Material>().Where(m => m != Material.Unknown).Min(m => Rating(glue, m)),
            Material.OldLead => TradeDefaults.GlueRating(glue, Ids.Of(Material.WhiteMetal)),
            _ => TradeDefaults.GlueRating(glue, Ids.Of(material)),
        };

    /// <summary>What a glue is called.</summary>
    public static string Name(string glue) =>
        glue switch
        {
            "plastic_cement" => "Solvent cement",
            "epoxy_adhesive" => "Two-part adhesive",
            "flexible_adhesive" => "Flexible adhesive",
            "pva" => "White glue",
            _ => "CA",
        };
}
