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
public sealed class Bindings
{
    private readonly CompiledProblem _p;
    private readonly Dictionary<(string Batch, string Step), (int Start, int End)> _steps;
    private readonly List<PlanChunk> _byTime;

    /// <summary>Lays a schedule beside its problem.</summary>
    public Bindings(PlanProblem problem, IReadOnlyList<PlanChunk> chunks)
    {
        _p = new CompiledProblem(problem);
        _steps = chunks.GroupBy(c => (c.Batch, c.Step)).ToDictionary(g => g.Key, g => (g.Min(c => c.Start), g.Max(c => c.End)));
        _byTime = [.. chunks.OrderBy(c => c.Start)];
    }

    /// <summary>The holds of a planned step, in order of time; the binding ones are marked. A step nothing binds is marked held back.
    /// Empty for a step that is frozen, unplanned or unknown.</summary>
    public IReadOnlyList<Binding> Of(string batch, string stepId)
    {
        if (!_p.ById.TryGetValue((batch, stepId), out var step) || step.Frozen || !_steps.TryGetValue((batch, stepId), out var planned)) return [];
        var start = planned.Start;
        var found = new List<Binding>();
        foreach (var arc in step.In)
        {
            if (!_steps.TryGetValue((arc.From.BatchId, arc.From.Spec.Id), out var from)) continue;
            var at = from.End + arc.Min;
            if (arc.Forbid is { } f && start == from.End + f.End) at = start;
            found.Add(new Binding(BindingKind.Wait, at, at == start, arc.From.BatchId, arc.From.Spec.Id));
        }
        if (LastEndingBy(start) is { } before) found.Add(new Binding(BindingKind.Hands, before.End, before.End == start, before.Batch, before.Step));
        if (LastBegun(_p.Problem.Sittings, start) is { } sitting) found.Add(new Binding(BindingKind.Sitting, sitting, sitting == start));
        if (step.Spec.Mode is not null && LastBegun(_p.Problem.SprayWindows, start) is { } window) found.Add(new Binding(BindingKind.SprayWindow, window, window == start));
        foreach (var hold in step.Opens)
        {
            if (Freed(hold, start) is { } by) found.Add(new Binding(BindingKind.Resource, start, true, by.BatchId, by.Spec.Id));
        }
        if (!found.Any(b => b.Binds)) found.Add(new Binding(BindingKind.HeldBack, start, true));
        return [.. found.OrderBy(b => b.At).ThenBy(b => b.Binds)];
    }

    private static int? LastBegun(IReadOnlyList<Span> spans, int t) => CompiledProblem.LastBegunBy(spans, t) is >= 0 and var i ? spans[i].Begin : null;

    // Hands do one thing at a time, so ends ascend with starts.
    private PlanChunk? LastEndingBy(int start)
    {
        var (low, high) = (0, _byTime.Count);
        while (low < high)
        {
            var mid = (low + high) / 2;
            if (_byTime[mid].End <= start) low = mid + 1;
            else high = mid;
        }
        return low > 0 ? _byTime[low - 1] : null;
    }

    // The step whose release at this very minute makes room for the hold; null when there was room a minute earlier.
    private CompiledProblem.Step? Freed(CompiledProblem.Hold hold, int start)
    {
        int? Moment(CompiledProblem.Step step, string edge) => _steps.TryGetValue((step.BatchId, step.Spec.Id), out var at)
            ? edge switch { "start" => at.Start, "end" => at.End, _ => at.End + step.Spec.Wait }
            : null;
        int? Release(CompiledProblem.Hold h) => Moment(h.To, h.ToEdge);
        var others = _p.Holds.Where(h => h != hold && h.Resource == hold.Resource && Moment(h.From, "start") < start && (Release(h) ?? int.MaxValue) >= start).ToList();
        return hold.Amount + others.Sum(h => h.Amount) > _p.Capacity[hold.Resource] ? others.FirstOrDefault(h => Release(h) == start)?.To : null;
    }
}
