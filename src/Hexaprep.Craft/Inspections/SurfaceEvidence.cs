using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using NodaTime;
using static Hexaprep.Craft.Inspections.CauseId;
using static Hexaprep.Craft.Inspections.Evidence;

namespace Hexaprep.Craft.Inspections;

/// <summary>What lay on the surface: grease, dust, lines that were left.</summary>
internal static class SurfaceEvidence
{
    // Dust work that ended so shortly before a coat is still in the air and on the model.
    private static readonly Duration Settles = Duration.FromMinutes(15);

    public static IEnumerable<Fact> Of(EvidenceContext scene) =>
        [.. Washed(scene), .. Filed(scene), .. Loudest([.. Fingers(scene)]), .. Loudest([.. Dusty(scene)]), .. Lines(scene)];

    private static IEnumerable<Fact> Washed(EvidenceContext scene)
    {
        var log = scene.Log;
        var agent = log.Job.Batch.Materials.Any(m => m.HasReleaseAgent());
        if (log.LeftOut(StepKind.Wash))
            yield return new(Greasy, agent ? 9 : 4, "The bath was left out.");
        else if (agent && log.Missed(StepKind.Wash))
            yield return new(Greasy, 6, $"No bath is in the log, and {Agents(log)} leaves its mould with release agent on it.");
        else if (log.Did(StepKind.Wash))
            yield return new(Greasy, 0.35, "It was washed.");
    }

    private static string Agents(GateCase log) =>
        Materials.Word(log.Job.Batch.Materials.First(m => m.HasReleaseAgent())) is var word && word == "unknown"
            ? "an unknown material"
            : word;

    private static IEnumerable<Fact> Filed(EvidenceContext scene)
    {
        var log = scene.Log;
        if (
            Washing.CarriesAgent(log.Job)
            && log.LastAt(StepKind.Wash) is { } washed
            && log.LastAt(StepKind.CleanLines) is { } filed
            && filed > washed
        )
            yield return new(Greasy, 3, "Lines were filed after the bath, and it was not wiped again.");
    }

    private static IEnumerable<Fact?> Fingers(EvidenceContext scene)
    {
        var (log, coat) = (scene.Log, scene.Shown.OrderBy(c => c.Begun).FirstOrDefault());
        if (coat?.Begun is not { } begun)
            yield break;
        var washed = log.LastAt(StepKind.Wash);
        foreach (var touch in log.Done.Select(d => d.HandledAt).OfType<Instant>())
        {
            if (touch <= begun && (washed is null || touch > washed))
                yield return new(Greasy, 5, $"A bare hand was on it {Lasts(touch, begun)} before the coat, after any bath.");
        }
    }

    private static IEnumerable<Fact?> Dusty(EvidenceContext scene)
    {
        var log = scene.Log;
        var work = log.Done.Where(d => !d.LeftOut && WorkshopLimits.MakesDust(d.Step, log.Job.House) && d.At is not null).ToList();
        foreach (var coat in scene.Shown)
        {
            if (coat.Begun is not { } begun || coat.Laid.EndedAt is not { } end || coat.Laid.Times(Readiness.Touch) is not { } dry)
                continue;
            foreach (var deed in work)
            {
                var (at, words) = (deed.At!.Value, StepWords.For(deed.Step).Title);
                if (at > begun && at < dry.Usual)
                    yield return new(
                        DustFell,
                        9,
                        $"{words} ended {Lasts(end, at)} after the coat, which is touch-dry after {Lasts(end, dry.Usual)}."
                    );
                else if (at <= begun && begun - at < Settles && !WipedBetween(log, at, begun))
                    yield return new(DustFell, 3, $"{words} ended {Lasts(at, begun)} before the coat, with no dusting in between.");
                else
                    yield return new(DustFell, 0.5, $"{words}: not while it was wet.");
            }
        }
    }

    private static bool WipedBetween(GateCase log, Instant from, Instant until) =>
        log.Done.Any(d => d.Step == StepKind.Wash && !d.LeftOut && d.At >= from && d.At <= until);

    private static IEnumerable<Fact> Lines(EvidenceContext scene)
    {
        var log = scene.Log;
        if (log.LeftOut(StepKind.CleanLines))
            yield return new(LineMissed, 9, "Cleaning the lines was left out.");
        else if (log.Missed(StepKind.CleanLines))
            yield return new(LineMissed, 5, "No cleaning of lines is in the log.");
        else if (log.LastAt(StepKind.CleanLines) is { } cleaned && log.LastAt(StepKind.RemoveParts) is { } cut && cut > cleaned)
            yield return new(LineMissed, 2, "Parts were cut free after the lines were cleaned.");
        else if (log.Did(StepKind.CleanLines))
            yield return new(LineMissed, 0.8, "The lines were cleaned, as far as they were seen.");
    }
}
