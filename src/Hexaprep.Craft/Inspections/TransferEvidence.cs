using Hexaprep.Craft.Vocabulary;
using static Hexaprep.Craft.Inspections.CauseId;
using static Hexaprep.Craft.Inspections.Evidence;

namespace Hexaprep.Craft.Inspections;

/// <summary>The bed, the placing, the softener and the seal of waterslide transfers.</summary>
internal static class TransferEvidence
{
    public static IEnumerable<Fact> Of(EvidenceContext scene) =>
        [
            .. Bed(scene),
            .. Loudest(Waited(BedYoung, 0.35, scene.Waits.Where(w => w.Below.Laid.Step == StepKind.GlossBed && IsOfTransfers(w.By)))),
            .. Seat(scene),
            .. Softener(scene),
            .. Loudest([.. Moved(scene)]),
            .. Loudest(Waited(SealedEarly, 0.35, scene.Waits.Where(w => w.By == StepKind.Seal && OfTransfers(w.Below)))),
            .. Unsealed(scene),
        ];

    private static bool IsOfTransfers(StepKind step) => step is StepKind.PlaceTransfer or StepKind.SoftenTransfer;

    private static bool OfTransfers(CaseCoat coat) => IsOfTransfers(coat.Laid.Step);

    private static IEnumerable<Fact> Bed(EvidenceContext scene)
    {
        var log = scene.Log;
        if (log.LeftOut(StepKind.GlossBed))
            yield return new(MatteBed, 9, "The gloss bed was left out.");
        else if (log.Missed(StepKind.GlossBed))
            yield return new(MatteBed, 5, "No gloss bed is in the log.");
        else if (log.Did(StepKind.GlossBed))
            yield return new(MatteBed, 0.1, "There is a gloss bed.");
        if (log.LeftOut(StepKind.GlossBed))
            yield return new(BedYoung, 0.1, "There was no gloss bed to be soft.");
    }

    // Placed in plain water is known only where something was noted of the placing.
    private static IEnumerable<Fact> Seat(EvidenceContext scene)
    {
        var placed = scene.Log.Coats.Where(c => c.Laid.Step == StepKind.PlaceTransfer).ToList();
        if (placed.Any(c => c.Laid.Product == ProductClass.SettingSolution))
            yield return new(AirTrapped, 0.6, "It was placed on setting solution.");
        else if (placed.Count > 0)
            yield return new(AirTrapped, 4, "It was placed in plain water, without setting solution.");
    }

    private static IEnumerable<Fact> Softener(EvidenceContext scene)
    {
        var (log, coats) = (scene.Log, scene.Log.Coats.Count(c => c.Laid.Step == StepKind.SoftenTransfer));
        if (log.LeftOut(StepKind.SoftenTransfer))
            yield return new(NotSoftened, 9, "Softener was left out.");
        else if (log.Missed(StepKind.SoftenTransfer))
            yield return new(NotSoftened, 5, "No softener is in the log.");
        else if (coats >= 2)
            yield return new(NotSoftened, 0.4, $"It got {coats} coats of softener.");
        else if (log.Did(StepKind.SoftenTransfer))
            yield return new(NotSoftened, 0.7, "It was softened.");
        if (log.LeftOut(StepKind.SoftenTransfer))
            yield return new(MovedLate, 0.1, "There was no softener to be moved in.");
    }

    private static IEnumerable<Fact?> Moved(EvidenceContext scene)
    {
        var log = scene.Log;
        if (log.Coats.Where(c => c.Laid.Step == StepKind.SoftenTransfer).Min(c => c.Begun) is not { } softened)
            yield break;
        foreach (var deed in log.Done.Where(d => d.Step == StepKind.PlaceTransfer && !d.LeftOut))
        {
            if (deed.At > softened)
                yield return new(MovedLate, 8, $"Placing ended {Lasts(softened, deed.At.Value)} after softener was begun.");
            else if (deed.At is not null)
                yield return new(MovedLate, 0.5, "It was placed before softener was begun.");
        }
        foreach (var touch in log.Done.Where(d => d.Step is StepKind.PlaceTransfer or StepKind.SoftenTransfer).Select(d => d.HandledAt))
        {
            if (touch > softened)
                yield return new(MovedLate, 7, $"It was touched {Lasts(softened, touch.Value)} after softener was begun.");
        }
    }

    private static IEnumerable<Fact> Unsealed(EvidenceContext scene)
    {
        if (IsOfTransfers(scene.Flaw.Step) && scene.Log.Coats.Count > 0 && !scene.Log.Did(StepKind.Seal))
            yield return new(SealedEarly, 0.1, "It is not sealed yet.");
    }
}
