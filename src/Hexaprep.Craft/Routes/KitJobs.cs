using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Joining;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Routes;

/// <summary>What a described kit means for a job: what is joined before painting and after it, and what is pinned.</summary>
public static class KitJobs
{
    /// <summary>The job's kit; null where only the number of its parts is known.</summary>
    public static ModelKit? KitOf(Job j) => j.Batch.Kit is { } parts ? ModelKit.Of(parts) : null;

    /// <summary>True where a part that hides something is held apart without being told: models that are looked at closely.</summary>
    public static bool HoldsWhatHides(Job j) => j.Batch.Tier is Tier.Leader or Tier.Display;

    /// <summary>How many pieces of a model stay manageable, by the house rule.</summary>
    public static int MostPieces(Job j) => j.Follows(HouseRuleCatalog.SubAssemblies, "many") ? 4 : 2;

    /// <summary>How the job's kit closes; null where it is not described.</summary>
    public static KitClosing? ClosingOf(Job j) => KitOf(j)?.Closing(HoldsWhatHides(j));

    /// <summary>Joints of a model, whenever they are closed: 1 or more.</summary>
    public static int Joints(Job j) => Math.Max(1, KitOf(j)?.Joints.Count ?? Math.Max(j.Batch.Parts, j.Batch.Materials.Count) - 1);

    /// <summary>Joints closed before painting, at least 1.</summary>
    public static int JointsBefore(Job j) => Math.Max(1, ClosingOf(j)?.Before.Count ?? Joints(j) - (Finishing.PiecesApart(j) - 1));

    /// <summary>Joints closed after painting, at least 1: asked only where pieces are apart.</summary>
    public static int JointsAfter(Job j) => Math.Max(1, ClosingOf(j)?.After.Count ?? Finishing.PiecesApart(j) - 1);

    /// <summary>Seams to mend after the pieces are joined.</summary>
    public static int Seams(Job j) => ClosingOf(j)?.Seams ?? JointsAfter(j);

    /// <summary>The joints of the kit that glue alone does not bear.</summary>
    public static IReadOnlyList<JudgedJoint> Pins(Job j) =>
        KitOf(j) is not { } kit ? []
        : j.Follows(HouseRuleCatalog.Pins, "never") ? []
        :
        [
            .. KitPins
                .Of(kit, j.Batch.Bulk)
                .Where(p => p.NeedsPin || (j.Follows(HouseRuleCatalog.Pins, "always") && p.Glue != "plastic_cement")),
        ];
}
