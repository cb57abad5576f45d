using Hexaprep.Bench.State;
using Hexaprep.Craft.Steps;
using NodaTime;

namespace Hexaprep.Bench.Judgement;

/// <summary>Work that may be put down and picked up within a model: painting. It is time, not coats.</summary>
public static class PaintSessions
{
    /// <summary>The least minutes worth sitting down for: palette, water, the figure in hand.</summary>
    public const int LeastMinutes = 20;

    // A plan cuts no finer than it must: about as many evenings as the minutes fill.
    private const int MinutesASession = 75,
        FewestSessions = 3;

    /// <summary>True for a step that may pause within a model.</summary>
    public static bool Has(BenchStep step) => StepDefinition.Of(step.Key.Kind).PausesWithinAModel;

    /// <summary>In how many sittings so many minutes may be done at most.</summary>
    public static int Most(int minutes) => Math.Max(FewestSessions, (minutes + MinutesASession - 1) / MinutesASession);

    /// <summary>Minutes of hands that a step still needs, without its set-up; what was worked on a model that is not ticked yet is taken
    /// off, but for a last minute.</summary>
    /// <param name="bench">The bench.</param>
    /// <param name="step">A step that may pause within a model.</param>
    /// <param name="now">The moment; what is in hand was worked on until then.</param>
    public static int Left(BenchIndex bench, BenchStep step, Instant now)
    {
        var models = bench.Remaining(step).Count;
        if (models == 0)
            return 0;
        var each = Math.Max(1, step.Amounts.SecondsPerModel / 60.0);
        var had = (PaintProgress.Of(bench, step)?.HadSeconds ?? 0) / 60;
        return Math.Max(1, (int)Math.Ceiling(models * each - had - Math.Min(Begun(bench, step, now), each - 1)));
    }

    /// <summary>Minutes of hands for all that is left of a step, each load with its set-up; passes that models have had are taken
    /// off.</summary>
    public static int HandsLeft(BenchIndex bench, BenchStep step, Instant now)
    {
        var whole = bench.HandsLeft(step, now);
        return PaintProgress.Of(bench, step)?.HadSeconds is { } had and > 0 ? Math.Max(1, whole - (int)(had / 60)) : whole;
    }

    // Minutes worked since the last model or pass was ticked, over all stretches.
    private static double Begun(BenchIndex bench, BenchStep step, Instant now)
    {
        var ticked = bench
            .TicksOf[step.Id]
            .Select(t => t.At)
            .Concat(bench.PassTicksOf[step.Id].Select(t => t.At))
            .DefaultIfEmpty(Instant.MinValue)
            .Max();
        var setup = Duration.FromMinutes(step.Amounts.SetupMinutes);
        return bench
            .SpellsOf[step.Id]
            .Sum(s => Math.Max(0, ((s.EndedAt ?? now) - (ticked > s.BeganAt ? ticked : s.BeganAt + setup)).TotalMinutes));
    }
}
