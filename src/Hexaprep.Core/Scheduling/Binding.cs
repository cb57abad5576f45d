namespace Hexaprep.Core.Scheduling;

/// <summary>The kinds of thing that hold a step where it is.</summary>
public enum BindingKind { Wait, Hands, Sitting, SprayWindow, Resource, HeldBack }

/// <summary>One thing that holds a step: from this minute it no longer does.</summary>
/// <param name="Kind">What kind of thing.</param>
/// <param name="At">The minute it lets go.</param>
/// <param name="Binds">True when the step starts at that very minute: one minute earlier would break it.</param>
/// <param name="Batch">The batch named: of the step before, or the one the hands leave.</param>
/// <param name="Step">The step named.</param>
public sealed record Binding(BindingKind Kind, int At, bool Binds, string? Batch = null, string? Step = null);

/// <summary>Finds what holds each step of a schedule where it stands.</summary>
public static class Bindings
{
    /// <summary>The holds of every planned step, in order of time; the binding ones are marked. A step nothing binds is marked held back.</summary>
    public static Dictionary<(string Batch, string Step), IReadOnlyList<Binding>> Of(PlanProblem problem, IReadOnlyList<PlanChunk> chunks)
    {
        var p = new CompiledProblem(problem);
        var ends = chunks.GroupBy(c => (c.Batch, c.Step)).ToDictionary(g => g.Key, g => (Start: g.Min(c => c.Start), End: g.Max(c => c.End)));
        var byTime = chunks.OrderBy(c => c.Start).ToList();
        return p.Steps.Where(s => !s.Frozen && ends.ContainsKey((s.BatchId, s.Spec.Id)))
            .ToDictionary(s => (s.BatchId, s.Spec.Id), s => Of(p, s, ends, byTime));
    }

    private static IReadOnlyList<Binding> Of(CompiledProblem p, CompiledProblem.Step step,
        Dictionary<(string Batch, string Step), (int Start, int End)> ends, List<PlanChunk> byTime)
    {
        var start = ends[(step.BatchId, step.Spec.Id)].Start;
        var found = new List<Binding>();
        foreach (var arc in step.In)
        {
            if (!ends.TryGetValue((arc.From.BatchId, arc.From.Spec.Id), out var from)) continue;
            var at = from.End + arc.Min;
            if (arc.Forbid is { } f && start == from.End + f.End) at = start;
            found.Add(new Binding(BindingKind.Wait, at, at == start, arc.From.BatchId, arc.From.Spec.Id));
        }
        if (LastEndingBy(byTime, start) is { } before)
            found.Add(new Binding(BindingKind.Hands, before.End, before.End == start, before.Batch, before.Step));
        var sitting = p.Problem.Sittings.LastOrDefault(s => s.Begin <= start);
        found.Add(new Binding(BindingKind.Sitting, sitting.Begin, sitting.Begin == start));
        if (step.Spec.Mode is not null)
        {
            var window = p.Problem.SprayWindows.LastOrDefault(w => w.Begin <= start);
            found.Add(new Binding(BindingKind.SprayWindow, window.Begin, window.Begin == start));
        }
        foreach (var hold in step.Opens)
        {
            if (Freed(p, hold, start, ends) is { } by) found.Add(new Binding(BindingKind.Resource, start, true, by.BatchId, by.Spec.Id));
        }
        if (!found.Any(b => b.Binds)) found.Add(new Binding(BindingKind.HeldBack, start, true));
        return [.. found.OrderBy(b => b.At).ThenBy(b => b.Binds)];
    }

    private static PlanChunk? LastEndingBy(List<PlanChunk> byTime, int start) =>
        byTime.Where(c => c.End <= start && c.Start < start).MaxBy(c => c.End);

    // The step whose release at this very minute makes room for the hold; null when there was room a minute earlier.
    private static CompiledProblem.Step? Freed(CompiledProblem p, CompiledProblem.Hold hold, int start,
        Dictionary<(string Batch, string Step), (int Start, int End)> ends)
    {
        int? Moment(CompiledProblem.Step step, string edge) => ends.TryGetValue((step.BatchId, step.Spec.Id), out var at)
            ? edge switch { "start" => at.Start, "end" => at.End, _ => at.End + step.Spec.Wait }
            : null;
        int? Release(CompiledProblem.Hold h) => Moment(h.To, h.ToEdge);
        var others = p.Holds.Where(h => h != hold && h.Resource == hold.Resource && Moment(h.From, "start") < start && (Release(h) ?? int.MaxValue) >= start).ToList();
        return hold.Amount + others.Sum(h => h.Amount) > p.Capacity[hold.Resource] ? others.FirstOrDefault(h => Release(h) == start)?.To : null;
    }
}
