using System.Diagnostics;
using System.Globalization;
using Hexaprep.Formats;
using Hexaprep.Scheduling.Searching;
using Hexaprep.Testing;

namespace Hexaprep.Benchmarks;

/// <summary>How planning grows with the bench, how soon a plan is near its end value, and edits in a row at the full budget.</summary>
internal static class GrowthTable
{
    private const int Full = 40_000;

    /// <summary>From 2 to 400 batches: a first plan, a thousand decodes, a re-plan. Times as multiples of the smallest.</summary>
    public static void PrintGrowth()
    {
        Console.WriteLine("batches   steps   first ms (x)   200 decodes ms (x)   re-plan ms (x)");
        double[]? unit = null;
        foreach (var batches in new[] { 2, 6, 12, 25, 50, 100, 200, 400 })
        {
            var problem = new PlanEdits(batches, 1).Current;
            var plan = Planner.Solve(problem, 1);
            double[] ms =
            [
                Warm(() => Planner.Solve(problem, 1)),
                Warm(() => Planner.Solve(problem, 200)),
                Warm(() => Planner.Keep(problem, plan.Schedule.Chunks)),
            ];
            unit ??= ms;
            Console.WriteLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{batches, 7} {problem.Batches.Sum(b => b.Steps.Count), 7} {ms[0], 8:F1} ({ms[0] / unit[0]:F0}) {ms[1], 14:F1} "
                        + $"({ms[1] / unit[1]:F0}) {ms[2], 12:F2} ({ms[2] / unit[2]:F0})"
                )
            );
        }
    }

    /// <summary>For each given instance of at most 12 batches: the seconds after which the plan was within 1 % of what the full budget
    /// ends with.</summary>
    public static void PrintHowSoon()
    {
        Console.WriteLine("instance          end value   within 1 % at decodes   seconds");
        foreach (
            var file in Directory.GetFiles(Path.Combine(AppContext.BaseDirectory, "Instances"), "*.json").Order(StringComparer.Ordinal)
        )
        {
            var problem = PlanFile.ReadProblem(File.ReadAllText(file)) with { Seed = 1 };
            if (problem.Batches.Count > 12)
                continue;
            var end = Planner.Solve(problem, Full).Schedule.Z!.Value;
            foreach (var budget in new[] { 250, 500, 1000, 2000, 4000, 8000, 12_000, 16_000, 24_000, Full })
            {
                var watch = Stopwatch.StartNew();
                var z = Planner.Solve(problem, budget).Schedule.Z!.Value;
                if (z > end * 1.01)
                    continue;
                Console.WriteLine(
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"{Path.GetFileNameWithoutExtension(file), -16} {end, 10} {budget, 23} {watch.Elapsed.TotalSeconds, 9:F2}"
                    )
                );
                break;
            }
        }
    }

    /// <summary>Twenty edits in a row on 40 batches, each bettered and planned from scratch at the full budget; and how memory stands
    /// after a thousand small ones.</summary>
    public static void PrintEdits()
    {
        var edits = new PlanEdits(40, 7);
        var plan = Planner.Solve(edits.Current, Full);
        Console.WriteLine("edit   plan that follows   from scratch       %");
        for (var i = 1; i <= 20; i++)
        {
            var problem = edits.Next();
            plan = Planner.Better(problem, plan.Schedule.Chunks, Full);
            var scratch = Planner.Solve(problem, Full).Schedule.Z!.Value;
            Console.WriteLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{i, 4} {plan.Schedule.Z, 19} {scratch, 14} {100.0 * (plan.Schedule.Z!.Value - scratch) / scratch, 7:F2}"
                )
            );
        }
        long before = 0;
        for (var i = 0; i < 1000; i++)
        {
            plan = Planner.Better(edits.Next(), plan.Schedule.Chunks, 200);
            if (i == 100)
                before = GC.GetTotalMemory(forceFullCollection: true);
        }
        Console.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"memory after 1,000 more edits against after 100: x {(double)GC.GetTotalMemory(forceFullCollection: true) / before:F2}"
            )
        );
    }

    private static double Warm(Action run)
    {
        var times = new List<double>();
        for (var i = 0; i < 15; i++)
        {
            var watch = Stopwatch.StartNew();
            run();
            if (i >= 5)
                times.Add(watch.Elapsed.TotalMilliseconds);
        }
        times.Sort();
        return times[times.Count / 2];
    }
}
