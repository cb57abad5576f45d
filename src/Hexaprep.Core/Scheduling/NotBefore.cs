namespace Hexaprep.Core.Scheduling;

/// <summary>A lower bound on each unit's finish: the critical path through the calendar, with the bench to itself.</summary>
/// <remarks>Proven: every step, done alone with the least hands-on it can have, filling each sitting greedily, ends no later than in any plan;
/// maximum lags, forbidden gaps, holds and the other units are dropped, which only relaxes.</remarks>
public static class NotBefore
{
    /// <summary>The least minute each unit can be ready at; int.MaxValue when the calendar is too short.</summary>
    public static Dictionary<string, int> Of(PlanProblem problem)
    {
        var p = new CompiledProblem(problem);
        var end = new int?[p.Steps.Length];
        foreach (var step in p.Steps.Where(s => s.Frozen))
            end[step.Index] = p.Fixed.Where(c => c.Batch == step.BatchId && c.Step == step.Spec.Id).Max(c => c.End);
        var ready = new Dictionary<string, int>(StringComparer.Ordinal);
        foreach (var step in p.Steps)
        {
            var unit = problem.Units[step.Unit].Id;
            var e = End(p, step, end);
            var r = e == int.MaxValue ? e : e + step.Spec.Wait;
            ready[unit] = Math.Max(ready.GetValueOrDefault(unit), r);
        }
        return ready;
    }

    private static int End(CompiledProblem p, CompiledProblem.Step step, int?[] end)
    {
        if (end[step.Index] is { } known) return known;
        long from = 0;
        foreach (var arc in step.In) from = Math.Max(from, (long)End(p, arc.From, end) + arc.Min);
        var found = from >= int.MaxValue ? int.MaxValue : Alone(p, step, (int)from);
        end[step.Index] = found;
        return found;
    }

    private static int Alone(CompiledProblem p, CompiledProblem.Step step, int from)
    {
        if (step.Spec.Mode is not null || step.Spec.MaxChunks <= 1)
        {
            var need = step.Spec.Mode is null ? step.Minutes(step.Count) : step.Merged(step.Count);
            foreach (var span in step.Spec.Mode is null ? p.Problem.Sittings : p.Sprayable)
            {
                var begin = Math.Max(span.Begin, from);
                if (begin + need <= span.End) return begin + need;
            }
            return int.MaxValue;
        }
        var left = step.Count;
        foreach (var sitting in p.Problem.Sittings)
        {
            var begin = Math.Max(sitting.Begin, from);
            var fits = left;
            while (fits > 0 && begin + step.Minutes(fits) > sitting.End) fits--;
            left -= fits;
            if (left == 0) return begin + step.Minutes(fits);
        }
        return int.MaxValue;
    }
}
