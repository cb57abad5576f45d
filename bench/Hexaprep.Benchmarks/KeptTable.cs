using System.Globalization;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Keeping;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Benchmarks;

/// <summary>The plan that is kept at once after an act, on benches of many units of twelve: a model done, and one more. What the runtime
/// still compiles is no part of it: as many acts before them do not count.</summary>
internal static class KeptTable
{
    private const int Acts = 160;
    private static readonly Instant Start = Instant.FromUtc(2026, 3, 3, 19, 35);

    /// <summary>Prints medians and 95th percentiles.</summary>
    public static void Print()
    {
        Console.WriteLine("units   steps open   kept median   95 %   (ms)");
        foreach (var units in new[] { 5, 20, 40 })
        {
            var bench = new RehearsedBench([.. Enumerable.Range(1, units).Select(i => RehearsedBench.Order($"Reed Pikes {i}", 12))]);
            var (at, plan) = (Start, BenchPlanner.Make(bench.Index, Start, 1));
            // Each act on another unit's first step: what follows is laid again each time.
            var steps = bench.State.Steps.Where(s => s.Key.Kind == StepKind.Study).ToList();
            var times = Timing.Of(
                i =>
                {
                    plan = BenchPlanner.QuickReschedule(bench.Index, at, plan);
                    at += Duration.FromSeconds(20);
                    var step = steps[i / 12 % steps.Count];
                    if (bench.Index.Remaining(step).Count > 0)
                        bench.Tick(step, at);
                },
                Acts,
                Acts
            );
            Console.WriteLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{units, 5} {bench.State.Steps.Count, 12} {times.Median, 13:F1} {times.Late, 6:F1}"
                )
            );
        }
    }
}
