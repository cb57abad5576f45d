using Hexaprep.Bench.State;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.Judgement;

/// <summary>What keeps a step from starting: words, and the moment it lets go if time alone will do.</summary>
/// <param name="Reason">E.g. "wash water dries till 21:12".</param>
/// <param name="Until">The sure moment; null when another step must come first.</param>
public sealed record Blocker(string Reason, Instant? Until)
{
    /// <summary>The coats waited for, each with its readiness: a test that finds them all dry lets it go earlier. Empty where none
    /// helps.</summary>
    public IReadOnlyList<(Coat Coat, Readiness Stage, SafeTimes Times)> Waits { get; init; } = [];

    /// <summary>From when the plan lets the step begin with a test of them all; null where it waits for the sure time.</summary>
    public Instant? TestFrom { get; init; }
}

/// <summary>Decides whether a step may start now.</summary>
public static class RouteReadiness
{
    /// <summary>The gravest thing in the way of a step for the models that remain, or null when it may start.</summary>
    public static Blocker? Of(BenchIndex bench, BenchStep step, IReadOnlyList<BenchModel> models, Clockface clock)
    {
        Blocker? shut = null,
            held = null;
        var waits = new List<(BenchEdge Edge, Coat Coat, SafeTimes Times)>();
        foreach (var edge in bench.EdgesInto[step.Id])
        {
            var before = bench.Steps[edge.From];
            if (before.NotNeeded is not null)
                continue;
            // What a repair did holds for its own models.
            var repaired = bench.RepairOf(before)?.ModelIds;
            foreach (var model in models)
            {
                if (repaired is not null && !repaired.Contains(model.Id))
                    continue;
                if (!bench.IsDone(before.Id, model.Id))
                    return new Blocker(
                        $"{StepWords.TitleOf(before.Key.Kind, before.Key.Occurrence, before.Of)} comes first: {edge.Reason.TrimEnd('.')}",
                        null
                    );
                if (RunningHold.Until(bench, edge, model.Id) is { } until && until > clock.Now && !(until <= held?.Until))
                    held = Held(before, until, clock);
                if (edge.Stage is not { } stage || bench.LastCoat(before.Id, model.Id) is not { } coat)
                    continue;
                if (bench.TimesOf(coat, stage) is not { } times)
                    continue;
                if (times.Sure > clock.Now)
                    waits.Add((edge, coat, times));
                else if (stage == Readiness.Recoat && Shut(bench, coat, clock) is { } closed && (shut is null || closed.Until > shut.Until))
                    shut = closed;
            }
        }
        if (waits.Count == 0 && HandlesFree(bench, step, models) is { } taken)
            return taken;
        shut = held is not null && !(held.Until < shut?.Until) ? held : shut;
        if (waits.Count == 0)
            return shut;
        var longest = waits.MaxBy(w => w.Times.Sure);
        if (shut is not null && !(longest.Times.Sure > shut.Until))
            return shut;
        var (noun, verb) = StepWords.Wait(longest.Coat.Step, longest.Coat.Product);
        var byTest = shut is null && waits.TrueForAll(w => ByTest.Begins(bench, w.Edge)) ? waits.Max(w => w.Times.ByTest) : (Instant?)null;
        return new Blocker($"{noun} {verb} till {clock.At(longest.Times.Sure)}", longest.Times.Sure)
        {
            Waits = shut is null ? [.. waits.Select(w => (w.Coat, w.Edge.Stage!.Value, w.Times)).Distinct()] : [],
            TestFrom = byTest,
        };
    }

    // More are not mounted at once than there are handles.
    private static Blocker? HandlesFree(BenchIndex bench, BenchStep step, IReadOnlyList<BenchModel> models)
    {
        if (step.Key.Kind != StepKind.Handle || step.RepairId is not null || bench.InHand?.StepId == step.Id)
            return null;
        var (all, taken) = (bench.State.Settings.Handles, bench.OnHandles);
        var more = bench.MoreHandles(step.BatchId, models.Count(m => !bench.IsDone(step.Id, m.Id)));
        return more <= Math.Max(0, all - taken) || taken == 0
            ? null
            : new Blocker($"{taken} of {all} handles are taken, and {more} more would go on: one load comes off first", null);
    }

    private static Blocker Held(BenchStep before, Instant until, Clockface clock)
    {
        var (noun, verb) = StepWords.Hold(before.Key.Kind);
        return new Blocker($"{noun} {verb} till {clock.At(until)}", until);
    }

    // The label's window is over: the next coat would lift this one.
    private static Blocker? Shut(BenchIndex bench, Coat coat, Clockface clock)
    {
        if (bench.Drying.ShutAfter(coat) is not { } shut || clock.Now < shut.Closes || clock.Now >= shut.Reopens)
            return null;
        return new Blocker(
            $"recoating closed {clock.At(shut.Closes)}: now it would lift, "
                + $"{(shut.Reopens is { } again ? $"not before {clock.At(again)}" : "not again without sanding")}",
            shut.Reopens
        );
    }
}
