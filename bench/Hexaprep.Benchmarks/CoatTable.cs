using System.Diagnostics;
using System.Globalization;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Keeping;
using Hexaprep.Planning.Problem;
using Hexaprep.Screens.BenchScreen;
using Hexaprep.Screens.CoatsScreen;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Benchmarks;

/// <summary>BENCH and COATS over many running clocks and a long log, read as the server reads them: from the index it keeps until
/// somebody writes.</summary>
internal static class CoatTable
{
    private const int Units = 6;

    /// <summary>Prints medians and 99th percentiles, and how they grow tenfold; then a calibration.</summary>
    public static void Print()
    {
        Console.WriteLine("clocks      log   first read ms   BENCH median   99 %   COATS median   99 %   alerts median   99 %   (ms)");
        foreach (var (clocks, log) in new[] { (10, 1000), (100, 10_000), (1000, 100_000) })
        {
            var (bench, plan, now) = Lay(clocks, log);
            var watch = Stopwatch.StartNew();
            _ = new CoatsReader(bench, plan, now).View();
            var first = watch.Elapsed.TotalMilliseconds;
            var (b, c, a) = (
                Times(() => new BenchReader(bench, plan, now).View()),
                Times(() => new CoatsReader(bench, plan, now).View()),
                Times(() => new AlertReader(bench, plan, now).Of(new HashSet<string>()))
            );
            Console.WriteLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{clocks, 6} {log, 8} {first, 15:F1} {b.Median, 14:F1} {b.Late, 6:F1} {c.Median, 14:F1} {c.Late, 6:F1} "
                        + $"{a.Median, 15:F1} {a.Late, 6:F1}"
                )
            );
        }
        var seen = Enumerable
            .Range(0, 500)
            .Select(i =>
                i % 3 == 0 ? new Observation(40, NotDryAt: 30 + i % 20)
                : i % 3 == 1 ? new Observation(40, DryAt: 45 + i % 20)
                : new Observation(40, NotDryAt: 30 + i % 9, DryAt: 44 + i % 9)
            )
            .ToList();
        var calibrated = Times(() => new Calibration(seen).Quantile(1, 0.9));
        Console.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"calibration over 500 observations: {calibrated.Median:F1} ms, 99 % {calibrated.Late:F1}"
            )
        );
    }

    private static (BenchIndex, BenchPlan, Instant) Lay(int clocks, int log)
    {
        var rehearsed = SaltfenWorld.Army(Units);
        var now = rehearsed.RunUpTo(StepKind.FinalGate, TurnableClock.Evening);
        var state = rehearsed.State;
        var done = state.Batches[0];
        var open = state.Steps.Where(s => s.BatchId != done.Id && s is { NotNeeded: null, Key.Kind: StepKind.Prime }).ToList();
        Coat Laid(BenchStep step, int i, Instant at) =>
            new(
                Guid.NewGuid(),
                step.Id,
                step.Key.Kind,
                step.Amounts.Product!.Value,
                step.Amounts.Method,
                1 + i % 3,
                Film.Normal,
                12 + i % 15,
                40 + i % 40,
                at,
                at,
                [],
                i % 97 == 0 ? [new CoatTest(Guid.NewGuid(), Readiness.Recoat, Finding.DryAt, at + Duration.FromMinutes(20 + i % 9))] : []
            );
        var primer = Product.Of(StepKind.Prime, ProductClass.AcrylicSolvent, "spray_can");
        var old = Enumerable
            .Range(0, log)
            .Select(i => now - Duration.FromMinutes(30 * (log - i)))
            .Select(
                (at, i) =>
                    new PastCoat(
                        Guid.NewGuid(),
                        "Reed Pikes",
                        primer,
                        1 + i % 3,
                        Film.Normal,
                        12 + i % 15,
                        40 + i % 40,
                        5,
                        at,
                        at,
                        Readiness.Recoat,
                        null,
                        i % 97 == 0 ? at + Duration.FromMinutes(20 + i % 9) : null,
                        "clean",
                        false
                    )
            );
        var running = Enumerable.Range(0, clocks).Select(i => Laid(open[i % open.Count], i, now - Duration.FromMinutes(i % 300)));
        var index = new BenchIndex(state with { Coats = [.. state.Coats, .. running], PastCoats = [.. old] });
        return (index, BenchPlanner.Make(index, now, 1), now);
    }

    private static (double Median, double Late) Times(Action read)
    {
        var times = new List<double>();
        for (var i = 0; i < 130; i++)
        {
            var watch = Stopwatch.StartNew();
            read();
            if (i >= 30)
                times.Add(watch.Elapsed.TotalMilliseconds);
        }
        times.Sort();
        return (times[times.Count / 2], times[(int)(times.Count * 0.99)]);
    }
}
