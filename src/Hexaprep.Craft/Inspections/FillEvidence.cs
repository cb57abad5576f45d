using Hexaprep.Craft.Joining;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using static Hexaprep.Craft.Inspections.CauseId;
using static Hexaprep.Craft.Inspections.Evidence;

namespace Hexaprep.Craft.Inspections;

/// <summary>Joints and what was put into them.</summary>
internal static class FillEvidence
{
    private static bool IsFiller(CaseCoat coat) => coat.Laid.Step is StepKind.Fill or StepKind.SeamRepair;

    private static bool Shrinks(CaseCoat coat) => coat.Laid.Product is not (ProductClass.EpoxyPutty or ProductClass.Ca);

    public static IEnumerable<Fact> Of(EvidenceContext scene) =>
        [.. Unfilled(scene), .. Loudest(Deep(scene)), .. Loudest(Soft(scene)), .. Route(scene)];

    private static IEnumerable<Fact> Unfilled(EvidenceContext scene)
    {
        var log = scene.Log;
        if (log.LeftOut(StepKind.Fill))
            yield return new(GapUnfilled, 9, "Filling was left out.");
        else if (log.Missed(StepKind.Fill))
            yield return new(GapUnfilled, 5, "No filling is in the log.");
        else if (log.Did(StepKind.Fill))
            yield return new(GapUnfilled, 0.3, "The joints were filled.");
        if (!log.Did(StepKind.Fill) && !log.Did(StepKind.SeamRepair) && (log.LeftOut(StepKind.Fill) || log.KnowsWork))
            yield return new(FillerShrunk, 0.02, "Nothing was filled that could sink.");
        // Cement melts styrene into the gap; on anything else it only evaporates.
        if (
            log.Coats.Any(c => IsFiller(c) && c.Laid.Product == ProductClass.PlasticCement)
            && log.Job.Batch.Materials.FirstOrDefault(m => PairGlue.Rating(Ids.Of(ProductClass.PlasticCement), m) == 0) is var material
            && PairGlue.Rating(Ids.Of(ProductClass.PlasticCement), material) == 0
        )
            yield return new(
                GapUnfilled,
                9,
                $"It was filled with plastic cement, which melts no {Materials.Word(material)} and leaves nothing."
            );
    }

    private static IEnumerable<Fact?> Deep(EvidenceContext scene)
    {
        foreach (var coat in scene.Log.Coats.Where(IsFiller))
        {
            if (!Shrinks(coat))
                yield return new(FillerShrunk, 0.2, "The filler was one that hardly shrinks.");
            else if (coat.Film == Film.Heavy)
                yield return new(FillerShrunk, 7, "The filler went on in one deep layer.");
            else if (coat.Film is Film.Light)
                yield return new(FillerShrunk, 0.6, "The filler went on in thin layers.");
        }
    }

    // Sanded or coated before it was hard.
    private static IEnumerable<Fact?> Soft(EvidenceContext scene) =>
        Waited(FillerShrunk, 0.6, scene.Waits.Where(w => IsFiller(w.Below) && Shrinks(w.Below)), cutShort: 6);

    // What the route asks of a joint.
    private static IEnumerable<Fact> Route(EvidenceContext scene)
    {
        var log = scene.Log;
        foreach (
            var (step, leftOut, missed, words) in new[]
            {
                (StepKind.Pin, 6.0, 3.0, "pin"),
                (StepKind.Roughen, 4.0, 2.5, "roughening of the faces"),
            }
        )
        {
            if (log.LeftOut(step))
                yield return new(WeakJoint, leftOut, $"The {words} was left out.");
            else if (log.MissedInAFullLog(step))
                yield return new(WeakJoint, missed, $"No {words} is in the log, and this route asks for it.");
            else if (log.Did(step))
                yield return new(WeakJoint, 0.6, $"The {words} was done.");
        }
    }
}
