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

    /// <summary>What the kit has to say at a step, for so many models: what is counted, joined, spared; empty for nothing.</summary>
    /// <param name="j">The job.</param>
    /// <param name="kind">The step.</param>
    /// <param name="models">Models that the step is done to, at least 1.</param>
    public static string Words(Job j, StepKind kind, int models)
    {
        if (KitOf(j) is not { } kit)
            return "";
        var closing = kit.Closing(HoldsWhatHides(j));
        string Named(string what, Func<KitPart, bool> which) =>
            kit.Parts.Parts.Where(which).Select(p => p.Name).ToList() is { Count: > 0 } names ? $"{what}: {string.Join(", ", names)}." : "";
        string Order(IReadOnlyList<KitJoint> joints) =>
            joints.Count == 0 ? "" : $"In this order: {string.Join(", ", joints.Select(a => a.Words))}.";
        var fragile = Named("Breaks easily", p => p.IsFragile);
        var counted = $"{kit.Parts.Count * models} parts in, {kit.Parts.Count * models} out.";
        string[] words = kind switch
        {
            StepKind.Study => [$"A model: {string.Join(", ", kit.Parts.Parts.Select(p => p.Count > 1 ? $"{p.Count} {p.Name}" : p.Name))}."],
            StepKind.RemoveParts => [counted, Named("Looks like waste, is not", p => p.LooksLikeWaste), fragile],
            StepKind.CleanLines => [Named("Hidden when built, leave its lines", p => p.IsHidden), fragile],
            StepKind.Wash => [Washing.First(j) ? counted : "", fragile],
            StepKind.Glue =>
            [
                Order(closing.Before),
                closing.After.Count > 0 ? $"Still apart: {string.Join(", ", closing.After.Select(a => a.Part.Name).Distinct())}." : "",
            ],
            StepKind.Handle => [closing.Bodies > 1 ? $"{closing.Bodies} pieces a model, a handle each." : "", fragile],
            StepKind.Reassemble => [Order(closing.After)],
            StepKind.Release or StepKind.RevealBrush => [fragile],
            _ => [],
        };
        return string.Join(' ', words.Where(w => w.Length > 0));
    }

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
