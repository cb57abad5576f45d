using Hexaprep.Core.Drying;
using Hexaprep.Core.Routes;
using Hexaprep.Core.Wording;
using NodaTime;

namespace Hexaprep.Core.Bench;

/// <summary>What keeps a step from starting: words, and the moment it lets go if time alone will do.</summary>
/// <param name="Reason">E.g. "wash water dries till 21:12".</param>
/// <param name="Until">The sure moment; null when another step must come first.</param>
/// <param name="Coat">The coat waited for, which a test may free earlier.</param>
/// <param name="Stage">The readiness it waits for.</param>
public sealed record Blocker(string Reason, Instant? Until, Coat? Coat, Readiness? Stage);

/// <summary>Decides whether a step may start now.</summary>
public static class Readying
{
    /// <summary>The gravest thing in the way of a step for the models that remain, or null when it may start.</summary>
    public static Blocker? Of(BenchIndex bench, BenchStep step, IReadOnlyList<BenchModel> models, Clockface clock)
    {
        Blocker? worst = null;
        foreach (var edge in bench.EdgesInto[step.Id])
        {
            var before = bench.Steps[edge.From];
            if (before.NotNeeded is not null)
                continue;
            foreach (var model in models)
            {
                if (!bench.IsDone(before.Id, model.Id))
                {
                    return new Blocker(
                        $"{StepWords.TitleOf(before.Key.Kind, before.Key.Occurrence, before.Of)} comes first: {edge.Reason}",
                        null,
                        null,
                        null
                    );
                }
                if (
                    edge.Stage is { } stage
                    && Wet(bench, before, model, stage, clock) is { } blocker
                    && (worst is null || blocker.Until > worst.Until)
                )
                {
                    worst = blocker;
                }
            }
        }
        return worst;
    }

    // The label's window is over: the next coat would lift this one.
    private static Blocker? Shut(BenchIndex bench, Coat coat, Clockface clock)
    {
        if (bench.Drying.ShutAfter(coat) is not { } shut || clock.Now < shut.Closes || clock.Now >= shut.Reopens)
            return null;
        return new Blocker(
            $"recoating closed {clock.At(shut.Closes)}: now it would lift, "
                + $"{(shut.Reopens is { } again ? $"not before {clock.At(again)}" : "not again without sanding")}",
            shut.Reopens,
            null,
            null
        );
    }

    private static Blocker? Wet(BenchIndex bench, BenchStep before, BenchModel model, Readiness stage, Clockface clock)
    {
        if (bench.LastCoat(before.Id, model.Id) is not { } coat || bench.TimesOf(coat, stage) is not { } times)
            return null;
        if (times.Sure <= clock.Now)
            return stage == Readiness.Recoat ? Shut(bench, coat, clock) : null;
        var (noun, verb) = StepWords.Wait(coat.Step, coat.Product);
        return new Blocker($"{noun} {verb} till {clock.At(times.Sure)}", times.Sure, coat, stage);
    }
}
