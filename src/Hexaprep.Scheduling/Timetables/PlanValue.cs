using Hexaprep.Scheduling.Problems;

namespace Hexaprep.Scheduling.Timetables;

/// <summary>The worth of a schedule, and when each unit is ready in it.</summary>
public static class PlanValue
{
    /// <summary>The weighted sum of a schedule in which every step is placed; lower is better.</summary>
    public static long Of(PlanProblem problem, IReadOnlyList<PlanChunk> chunks) => new Bindings(problem, chunks).Value;

    /// <summary>The minute each unit is ready, as far as the problem knows the steps: the latest end plus wait of them.</summary>
    public static Dictionary<string, int> Finishes(PlanProblem problem, IReadOnlyList<PlanChunk> chunks)
    {
        var p = CompiledProblem.Of(problem);
        var ready = new Dictionary<string, int>(StringComparer.Ordinal);
        foreach (var chunk in chunks)
        {
            if (!p.ById.TryGetValue((chunk.Batch, chunk.Step), out var step))
                continue;
            var unit = problem.Units[p.Unit[step]].Id;
            ready[unit] = Math.Max(ready.GetValueOrDefault(unit), chunk.End + p.Wait[step]);
        }
        return ready;
    }
}
