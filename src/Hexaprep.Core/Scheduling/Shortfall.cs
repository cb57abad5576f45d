namespace Hexaprep.Core.Scheduling;

/// <summary>Says what a step without a place lacks: the first reason that no plan could cure.</summary>
internal static class Shortfall
{
    public static string Of(CompiledProblem p, CompiledProblem.Step step, bool missedItsWindow)
    {
        var one = step.Spec.MaxChunks <= 1 ? step.Count : (step.Count + step.Spec.MaxChunks - 1) / step.Spec.MaxChunks;
        var need = step.Minutes(one);
        var longest = p.Problem.Sittings.Count == 0 ? 0 : p.Problem.Sittings.Max(s => s.Length);
        foreach (var hold in step.Opens)
        {
            if (hold.Amount > p.Capacity[hold.Resource])
                return $"needs {hold.Amount} {p.Problem.Resources[hold.Resource].Id}s, the bench has {p.Capacity[hold.Resource]}";
        }
        if (need > longest) return $"needs {need} min in one go, the longest sitting has {longest} min";
        if (step.Spec.Mode is not null && p.LongestSprayMinutes < need)
            return $"needs {need} min fit for spraying in one sitting, the longest has {p.LongestSprayMinutes} min";
        return missedItsWindow ? "its window closes before a sitting reaches it" : "the sittings end before its turn";
    }
}
