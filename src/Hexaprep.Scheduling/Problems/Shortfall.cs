namespace Hexaprep.Scheduling.Problems;

/// <summary>What a step without a place lacks, and the least that would let it in.</summary>
/// <param name="Lacks">The first reason that no plan could cure; else that its turn never comes.</param>
/// <param name="Remedy">The smallest change that lets it in.</param>
internal readonly record struct Shortfall(string Lacks, string Remedy)
{
    public static Shortfall Of(CompiledProblem p, int step)
    {
        var one = Math.Max(p.Least[step], (p.Count[step] + p.MaxChunks[step] - 1) / p.MaxChunks[step]);
        var need = p.Mode[step] >= 0 ? p.Shared(step) : p.Minutes(step, one);
        foreach (var h in p.Opens[step])
        {
            ref readonly var hold = ref p.Holds[h];
            if (hold.Amount <= p.Capacity[hold.Resource])
                continue;
            var id = p.Problem.Resources[hold.Resource].Id;
            return new(
                $"needs {hold.Amount} {id}s, the bench has {p.Capacity[hold.Resource]}",
                $"{hold.Amount - p.Capacity[hold.Resource]} more {id}s, or split the batch"
            );
        }
        if (p.Sittings == 0)
            return new("there is no evening to do it in", "set your evenings");
        var longest = Enumerable.Range(0, p.Sittings).Max(k => p.SittingEnd[k] - p.SittingBegin[k]);
        if (need > longest)
            return new($"needs {need} min in one go, the longest sitting has {longest} min", $"one sitting {need - longest} min longer");
        if (p.Slots[step] is { All: var slots })
        {
            var stretch = slots.Length == 0 ? 0 : slots.Max(s => s.End - s.Begin);
            if (stretch < need)
                return new(
                    $"needs {need} min fit for spraying in one sitting, the longest has {stretch} min",
                    "a sitting in fit weather, or a brush instead of the can"
                );
        }
        if (p.In[step].Any(a => p.Frozen[p.Arcs[a].From] && p.Arcs[a].Ties))
            return new(
                "its window closes before a sitting reaches it",
                "one more sitting before the window closes, or do the step before it again"
            );
        return new("the sittings end before its turn", $"{need} min more of sittings");
    }
}
