using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.State;

/// <summary>What a step's coat is waited for: a readiness, and what it makes safe.</summary>
public sealed record Awaited(Readiness Stage, string SafeTo, BenchStep? Next)
{
    /// <summary>What follows begins with a test, at the usual time.</summary>
    public bool ByTest { get; init; }

    /// <summary>When the plan counts on it and the alarm rings.</summary>
    public Instant Planned(SafeTimes times) => ByTest ? times.ByTest : times.Sure;

    /// <summary>The minutes that the plan counts with, for a coat still to come.</summary>
    public int Planned(WaitBand band) => ByTest ? band.ByTest : band.Sure;
}

/// <summary>What the steps that follow ask of a coat.</summary>
public static class Waits
{
    /// <summary>The readinesses waited for after a step, by those of its followers that are not finished; handling, for a last
    /// coat.</summary>
    public static List<Awaited> Of(BenchIndex bench, BenchStep step)
    {
        if (step.Amounts.Product is null)
            return [];
        var asked = bench
            .EdgesOutOf[step.Id]
            .Where(e => e.Stage is not null && bench.Steps[e.To].NotNeeded is null && !bench.IsFinished(bench.Steps[e.To]))
            .OrderBy(e => bench.Steps[e.To].Position)
            .ThenBy(e => e.MinMinutes)
            .Select(e => new Awaited(e.Stage!.Value, StepWords.SafeTo(bench.Steps[e.To].Key.Kind), bench.Steps[e.To])
            {
                ByTest = ByTest.Begins(bench, e),
            })
            .DistinctBy(a => a.Stage)
            .ToList();
        if (step.Key.Kind is StepKind.FinalCoat or StepKind.BaseFinish && asked.All(a => a.Stage != Readiness.Handle))
            asked.Add(new Awaited(Readiness.Handle, "safe to handle", null));
        return asked;
    }

    /// <summary>The next pass that may follow a coat of the same product; null when none is open.</summary>
    public static BenchStep? NextPass(BenchIndex bench, Guid stepId) =>
        bench
            .EdgesOutOf[stepId]
            .Where(e => e.Stage == Readiness.Recoat)
            .Select(e => bench.Steps[e.To])
            .FirstOrDefault(s => s.NotNeeded is null && !bench.IsFinished(s));
}
