using System.Diagnostics;
using System.Globalization;
using Hexaprep.Craft.Drying;
using Hexaprep.Formats;
using Hexaprep.Scheduling.Bounds;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Scheduling.Searching;
using Hexaprep.Scheduling.Timetables;

namespace Hexaprep.Benchmarks;

/// <summary>The given instances, solved and compared with the best known values of optima.csv: gaps, bounds, and how long it took, in
/// one run.</summary>
internal static class InstanceTable
{
    /// <summary>Prints one line an instance.</summary>
    public static void Print(int budget, string part)
    {
        var folder = Path.Combine(AppContext.BaseDirectory, "Instances");
        var best = File.ReadLines(Path.Combine(folder, "optima.csv"))
            .Skip(1)
            .Select(l => l.Split(','))
            .ToDictionary(f => f[1], f => long.Parse(f[5], CultureInfo.InvariantCulture));
        Console.WriteLine(
            "instance          first plan   %     plan   %     bound below plan %   decode ms   first ms   re-plan ms (95th)   plan s"
        );
        foreach (
            var file in Directory
                .GetFiles(folder, "*.json")
                .Order(StringComparer.Ordinal)
                .Where(f => f.Contains(part, StringComparison.Ordinal))
        )
        {
            var name = Path.GetFileNameWithoutExtension(file);
            var problem = PlanFile.ReadProblem(File.ReadAllText(file));
            var watch = Stopwatch.StartNew();
            var plan = Planner.Solve(problem with { Seed = 1 }, budget);
            var seconds = watch.Elapsed.TotalSeconds;
            var first = Planner.Solve(problem with { Seed = 1 }, 0);
            var firstMs = WarmMedian(() => Planner.Solve(problem with { Seed = 1 }, 0));
            double Gap(long? z) => 100.0 * (z!.Value - best[name]) / best[name];
            var z = plan.Schedule.Z!.Value;
            Console.WriteLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{name, -16} {first.Schedule.Z, 12} {Gap(first.Schedule.Z), 6:F2} {z, 12} {Gap(z), 7:F3} "
                        + $"{100.0 * (z - LowerBound.Of(problem).Value) / z, 7:F1} {Decode(problem), 9:F3} {firstMs, 8:F1} "
                        + $"{AfterATick(problem, plan), 8:F1} {seconds, 8:F1}"
                )
            );
        }
    }

    // The median of twenty runs after forty to warm up.
    private static double WarmMedian(Action run)
    {
        var times = new List<double>();
        for (var i = 0; i < 60; i++)
        {
            var watch = Stopwatch.StartNew();
            run();
            if (i >= 40)
                times.Add(watch.Elapsed.TotalMilliseconds);
        }
        times.Sort();
        return times[times.Count / 2];
    }

    // One decode: every step of the problem laid once, in a fixed order, into an empty timetable.
    private static double Decode(PlanProblem problem)
    {
        var p = new CompiledProblem(problem);
        var table = new Timetable(p);
        var placer = new Placer(p, table);
        var attempt = new Move(p, table, placer);
        var order = FirstPlans.Orders(p).First();
        var laying = new Stopwatch();
        const int Rounds = 40;
        for (var round = 0; round < Rounds; round++)
        {
            if (round == Rounds / 2)
                laying.Reset();
            attempt.Begin();
            foreach (var c in order)
                attempt.TakeFrom(c, 0);
            laying.Start();
            foreach (var c in order)
                placer.Lay(c);
            laying.Stop();
        }
        return laying.Elapsed.TotalMilliseconds / (Rounds / 2);
    }

    // A step done: it is given from now on, the rest of the plan is kept. Reading the changed problem is part of it.
    private static double AfterATick(PlanProblem problem, PlanResult plan)
    {
        var times = new List<double>();
        for (var i = 0; i < 160; i++)
        {
            var done = plan.Schedule.Chunks.Take(1 + i % 80).GroupBy(c => (c.Batch, c.Step)).Select(g => g.Key).ToHashSet();
            var ticked = problem with { Fixed = [.. plan.Schedule.Chunks.Where(c => done.Contains((c.Batch, c.Step)))] };
            var watch = Stopwatch.StartNew();
            Planner.Keep(ticked, plan.Schedule.Chunks);
            if (i >= 80)
                times.Add(watch.Elapsed.TotalMilliseconds);
        }
        times.Sort();
        return times[(int)(times.Count * 0.95)];
    }
}
