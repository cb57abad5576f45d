namespace Hexaprep.Core.Scheduling;

/// <summary>The worth of a schedule, and when each unit is ready in it.</summary>
public static class PlanValue
{
    /// <summary>The weighted sum of a schedule in which every step is placed; lower is better.</summary>
    public static long Of(PlanProblem problem, IReadOnlyList<PlanChunk> chunks) => new Bindings(problem, chunks).Value;

    /// <summary>The minute each unit is ready: the latest end plus wait of its steps.</summary>
    public static Dictionary<string, int> Finishes(PlanProblem problem, IReadOnlyList<PlanChunk> chunks)
    {
        var steps = problem.Batches.SelectMany(b => b.Steps.Select(s => (Key: (b.Id, s.Id), b.Unit, s.Wait))).ToDictionary(s => s.Key);
        var ready = new Dictionary<string, int>(StringComparer.Ordinal);
        foreach (var chunk in chunks)
        {
            var step = steps[(chunk.Batch, chunk.Step)];
            ready[step.Unit] = Math.Max(ready.GetValueOrDefault(step.Unit), chunk.End + step.Wait);
        }
        return ready;
    }

    /// <summary>The minute each unit was ready by the chunks of an older plan, as far as this problem knows its steps.</summary>
    public static Dictionary<string, int> FinishesOf(PlanProblem problem, IReadOnlyList<PlanChunk> older)
    {
        var steps = problem.Batches.SelectMany(b => b.Steps.Select(s => (b.Id, s.Id))).ToHashSet();
        return Finishes(problem, [.. older.Where(c => steps.Contains((c.Batch, c.Step)))]);
    }
}
