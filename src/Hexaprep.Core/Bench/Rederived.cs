using Hexaprep.Core.Routes;

namespace Hexaprep.Core.Bench;

/// <summary>The bench as it would stand with other house rules or changed routes, before anything is kept.</summary>
public static class Rederived
{
    /// <summary>The state with the routes of some batches derived again: steps that are known keep their ids, those with a history stay.</summary>
    /// <param name="state">With the house rules and changes to derive from.</param>
    /// <param name="batchIds">Whose routes.</param>
    /// <param name="newId">Gives fresh identities for steps that come in.</param>
    public static BenchState Again(BenchState state, IReadOnlyCollection<Guid> batchIds, Func<Guid> newId)
    {
        var history = state.Ticks.Select(t => t.StepId).Concat(state.Spells.Select(s => s.StepId)).Concat(state.Flaws.Select(f => f.StepId)).ToHashSet();
        var index = new BenchIndex(state);
        var routes = state.Batches.Where(b => batchIds.Contains(b.Id)).Select(b => RouteIssue.Of(b, RouteBuilder.Derive(state.JobOf(b), RuleBook.Trade),
            [.. state.Steps.Where(s => s.BatchId == b.Id)], history.Contains, newId, index.IsFinished)).ToList();
        var gone = state.Steps.Where(s => batchIds.Contains(s.BatchId)).Select(s => s.Id).ToHashSet();
        return state with
        {
            Steps = state.Steps.RemoveAll(s => gone.Contains(s.Id)).AddRange(routes.SelectMany(r => r.Steps)),
            Edges = state.Edges.RemoveAll(e => gone.Contains(e.From) || gone.Contains(e.To)).AddRange(routes.SelectMany(r => r.Edges)),
        };
    }
}
