using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Joining;

/// <summary>What a part is like to its joint, by rule of thumb: read from its name and how large the model is. Source: figures of 30 mm
/// on the bench, rounded; good to a factor of two.</summary>
/// <param name="Ml">Its volume, ml.</param>
/// <param name="NeckMm">The round section at its joint, mm.</param>
/// <param name="LeverMm">From the joint to its weight, mm.</param>
/// <param name="DepthMm">How deep a hole may go into it along the joint, mm.</param>
/// <param name="Height">How high its weight lies, as a share of the model's height.</param>
/// <param name="Reaches">It reaches out to a side by its lever.</param>
public readonly record struct PartShape(double Ml, double NeckMm, double LeverMm, double DepthMm, double Height, bool Reaches = false)
{
    private static readonly (string[] Words, PartShape Shape)[] Figure =
    [
        (["head", "helmet", "skull"], new(0.25, 3, 3, 4, 0.92)),
        (["cloak", "cape", "wing", "shield", "pack", "bag", "pouch"], new(0.5, 5, 6, 3, 0.55)),
        (
            ["weapon", "sword", "axe", "spear", "lance", "staff", "rifle", "gun", "bow", "banner", "flag", "lantern", "lamp"],
            new(0.2, 2, 10, 5, 0.65, true)
        ),
        (["arm", "hand", "claw", "tentacle"], new(0.3, 3, 8, 6, 0.65, true)),
        (["leg", "foot", "tail"], new(0.4, 4, 8, 7, 0.2)),
        (
            ["body", "torso", "hull", "mount", "horse", "beast", "rider", "crew", "half", "halves", "base", "plinth"],
            new(1.5, 6, 9, 9, 0.45)
        ),
    ];

    private static readonly PartShape Other = new(0.4, 3, 6, 5, 0.55, true);

    /// <summary>The shape of a part of a model so large.</summary>
    /// <param name="part">The part; what was said of it is left to the caller.</param>
    /// <param name="bulk">A figure, large, or terrain.</param>
    public static PartShape Of(KitPart part, ModelSize bulk)
    {
        // The last word names the thing: a lamp arm is an arm.
        var words = part.Name.ToLowerInvariant().Split(' ', '-').Reverse().ToList();
        var shape = words
            .Select(w => Figure.FirstOrDefault(f => f.Words.Any(k => w == k || w == k + "s")).Shape)
            .FirstOrDefault(s => s != default, Other);
        var times = bulk == ModelSize.Figure ? 1 : 2;
        return shape with
        {
            Ml = shape.Ml * times * times * times,
            NeckMm = shape.NeckMm * times,
            LeverMm = shape.LeverMm * times,
            DepthMm = shape.DepthMm * times,
        };
    }

    /// <summary>How dense a material is, g/ml; an unknown one as heavy as white metal.</summary>
    public static double Density(Material material) =>
        material switch
        {
            Material.Polystyrene or Material.Abs => 1.05,
            Material.FlexiblePvc => 1.3,
            Material.PuResin => 1.1,
            Material.Photopolymer => 1.15,
            Material.Pla => 1.24,
            Material.OldLead => 9.5,
            _ => 7.3,
        };
}
