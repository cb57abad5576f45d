using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Joining;

/// <summary>A joint of a kit as statics judges it.</summary>
/// <param name="Joint">The joint.</param>
/// <param name="Glue">The glue that holds it best.</param>
/// <param name="Grams">Weight of what hangs on it, g.</param>
/// <param name="LeverMm">From the joint to that weight, mm.</param>
/// <param name="NeckMm">Its round section, mm: by rule of thumb.</param>
/// <param name="IsSaid">Weight and lever were said; else by rule of thumb.</param>
/// <param name="Verdict">Whether it holds; null where a material is unknown.</param>
public sealed record JudgedJoint(
    KitJoint Joint,
    string Glue,
    double Grams,
    double LeverMm,
    double NeckMm,
    bool IsSaid,
    JointVerdict? Verdict
)
{
    /// <summary>Glue alone is too weak; what nobody has identified is pinned to be safe.</summary>
    public bool NeedsPin => Verdict?.NeedsPin ?? true;

    /// <summary>What is left around the hole in what hangs, mm; null without a pin.</summary>
    public double? WallMm => Verdict?.Pin is { } pin ? (NeckMm - pin.DrillMm) / 2 : null;
}

/// <summary>Which joints of a kit are pinned: by weight, lever and section, each by rule of thumb where nothing was said.</summary>
public static class KitPins
{
    /// <summary>Every joint, judged.</summary>
    /// <param name="kit">The kit.</param>
    /// <param name="bulk">A figure, large, or terrain.</param>
    public static IReadOnlyList<JudgedJoint> Of(ModelKit kit, ModelSize bulk) => [.. kit.Joints.Select(j => Judge(kit, j, bulk))];

    // A part with all that hangs on it, unless its weight was said.
    private static double Hanging(ModelKit kit, KitPart part, int number, ModelSize bulk) =>
        part.Grams
        ?? PartShape.Of(part, bulk).Ml * PartShape.Density(part.Material)
            + kit.Joints.Where(j => j.Other == part && j.OtherNumber == number && j.Part != part && j.Part.On[0] == part.Name)
                .Sum(j => Hanging(kit, j.Part, j.Number, bulk));

    private static JudgedJoint Judge(ModelKit kit, KitJoint joint, ModelSize bulk)
    {
        var (hangs, bears) = (PartShape.Of(joint.Part, bulk), PartShape.Of(joint.Other, bulk));
        var grams = Hanging(kit, joint.Part, joint.Number, bulk);
        var lever = joint.Part.LeverMm ?? hangs.LeverMm;
        var glue = PairGlue.Best(joint.Part.Material, joint.Other.Material).Glue;
        var isSaid = joint.Part.Grams is not null && joint.Part.LeverMm is not null;
        if (TradeDefaults.NameOf(joint.Part.Material) is not { } b || TradeDefaults.NameOf(joint.Other.Material) is not { } a)
            return new(joint, glue, grams, lever, hangs.NeckMm, isSaid, null);
        var load = new JointLoad(JointSection.Round(hangs.NeckMm), a, b, glue, grams, lever)
        {
            DepthsMm = (bears.DepthMm, hangs.DepthMm),
            LocalsMm = (Math.Max(bears.NeckMm, hangs.NeckMm), hangs.NeckMm),
        };
        return new(joint, glue, grams, lever, hangs.NeckMm, isSaid, GlueJoint.Judge(load));
    }
}
