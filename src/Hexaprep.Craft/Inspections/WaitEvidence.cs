using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using NodaTime;
using static Hexaprep.Craft.Inspections.CauseId;
using static Hexaprep.Craft.Inspections.Evidence;

namespace Hexaprep.Craft.Inspections;

/// <summary>Waits kept and cut short, recoat windows, what was touched too soon.</summary>
internal static class WaitEvidence
{
    public static IEnumerable<Fact> Of(EvidenceContext scene) =>
        [
            .. Loudest(Young(scene)),
            .. Loudest([.. Touched(scene)]),
            .. Felt(scene),
            .. Loudest([.. Window(scene)]),
            .. Loudest(Wet(scene)),
            .. Loudest([.. Joint(scene)]),
        ];

    // Its own layers over one another, and what was done over it.
    private static IEnumerable<Fact?> Young(EvidenceContext scene) =>
        Waited(TooYoung, 0.4, scene.Under.Concat(scene.Over).Where(w => w.Below.Laid.Step.Coats()));

    private static IEnumerable<Fact?> Touched(EvidenceContext scene)
    {
        foreach (var coat in scene.Shown)
        {
            if (coat.Laid.EndedAt is not { } end || coat.Laid.Times(Readiness.Handle) is not { } ready)
                continue;
            foreach (var touch in scene.Log.Done.Select(d => d.HandledAt).OfType<Instant>().Where(t => t >= end))
            {
                var text = $"A bare hand was on it {Lasts(end, touch)} after the coat, which usually needs {Lasts(end, ready.Usual)}.";
                if (touch < ready.Usual)
                    yield return new(TooYoung, 9, text);
            }
        }
    }

    // Found tacky before its time is no riddle.
    private static IEnumerable<Fact> Felt(EvidenceContext scene)
    {
        if (scene.Flaw.Kind != FlawKind.Tacky || scene.Shown.MaxBy(c => c.Laid.EndedAt) is not { } coat || coat.Laid.EndedAt is not { } end)
            yield break;
        if (coat.Laid.Times(Readiness.Handle) is { } ready && scene.Log.Now < ready.Usual)
            yield return new(
                TooYoung,
                6,
                $"It was felt {Lasts(end, scene.Log.Now)} after the coat, which usually needs {Lasts(end, ready.Usual)}."
            );
    }

    private static IEnumerable<Fact?> Window(EvidenceContext scene)
    {
        foreach (var coat in scene.Shown)
        {
            if (coat.Begun is not { } begun)
                continue;
            foreach (var below in scene.Log.Coats.Where(c => !ReferenceEquals(c, coat) && c.Laid.Window is not null && c.Begun < begun))
            {
                if (below.Laid.EndedAt is not { } end || below.Laid.Window!.Closes is not { } closes)
                    continue;
                // Only its own kind asks for its window, and keyed it takes a coat again.
                var keyed = scene.Log.Done.Any(d => d.Step == StepKind.Sand && !d.LeftOut && d.At > end && d.At <= begun);
                var text = $"Recoated after {Lasts(end, begun)}: its label closes at {Lasts(end, closes)}";
                if (begun > closes && (below.Laid.Window.Reopens is not { } reopens || begun < reopens) && !keyed)
                    yield return new(
                        WindowMissed,
                        12,
                        below.Laid.Window.Reopens is { } again ? $"{text} and opens again at {Lasts(end, again)}." : $"{text}."
                    );
                else
                    yield return new(WindowMissed, 0.2, keyed ? $"{text}, and it was keyed first." : $"{text}.");
            }
        }
    }

    // Water, glue and filler under it.
    private static IEnumerable<Fact?> Wet(EvidenceContext scene) =>
        Waited(WetBelow, 0.4, scene.Under.Where(w => w.Below.Laid.Product == ProductClass.Water || w.Below.Laid.Product.Binds()));

    // Force on a glue that had not set; what only must not touch it is no force.
    private static IEnumerable<Fact?> Joint(EvidenceContext scene)
    {
        foreach (var fact in Waited(WeakJoint, 0.6, scene.Waits.Where(w => IsGlue(w.Below) && w.Stage != Readiness.Touch)))
            yield return fact;
        foreach (var glue in scene.Log.Coats.Where(IsGlue))
        {
            if (glue.Laid.EndedAt is not { } end || glue.Laid.Times(Readiness.Handle) is not { } ready)
                continue;
            foreach (var touch in scene.Log.Done.Select(d => d.HandledAt).OfType<Instant>().Where(t => t >= end && t < ready.Usual))
                yield return new(
                    WeakJoint,
                    6,
                    $"The joint was handled {Lasts(end, touch)} after gluing; it usually needs {Lasts(end, ready.Usual)}."
                );
        }
    }

    private static bool IsGlue(CaseCoat coat) => coat.Laid.Product.Binds() && coat.Laid.Step is not (StepKind.Fill or StepKind.SeamRepair);
}
