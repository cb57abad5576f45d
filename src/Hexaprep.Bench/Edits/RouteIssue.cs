using Hexaprep.Bench.State;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Bench.Edits;

/// <summary>A derived route as the bench keeps it: steps with identities, edges between them.</summary>
public sealed record StoredRoute(IReadOnlyList<BenchStep> Steps, IReadOnlyList<BenchEdge> Edges);

/// <summary>Gives a derived route its identities, and keeps those already given.</summary>
public static class RouteIssue
{
    /// <summary>Matches by kind, piece and occurrence: a known step keeps its id, a new one gets a fresh id, and one no longer derived
    /// stays as
    /// "not needed" when it has a history, else it goes.</summary>
    /// <param name="batch">The batch.</param>
    /// <param name="route">The route just derived.</param>
    /// <param name="known">The steps stored so far; empty the first time.</param>
    /// <param name="hasHistory">True for a step id that the logbook mentions.</param>
    /// <param name="newId">Gives a fresh random identity.</param>
    /// <param name="isFinished">True for a step id that every model went through; null when nothing was done yet. What only serves
    /// such a step comes too late.</param>
    public static StoredRoute Of(
        Batch batch,
        Route route,
        IReadOnlyList<BenchStep> known,
        Func<Guid, bool> hasHistory,
        Func<Guid> newId,
        Func<Guid, bool>? isFinished = null
    )
    {
        var ids = known.Where(s => s.RepairId is null).ToDictionary(s => s.Key, s => s.Id);
        var steps = route
            .Steps.Select(
                (s, i) =>
                    new BenchStep(ids.TryGetValue(s.Key, out var id) ? id : newId(), batch.Id, s.Key, s.Of, s.Side, s.Amounts, s.Reason, i)
            )
            .ToList();
        var byKey = steps.ToDictionary(s => s.Key, s => s.Id);
        var dropped = known
            .Where(k => k.RepairId is null && !byKey.ContainsKey(k.Key) && hasHistory(k.Id))
            .Select(
                (k, i) =>
                    k with
                    {
                        Position = steps.Count + i,
                        NotNeeded = k.NotNeeded ?? "The batch changed: its route no longer asks for this.",
                    }
            );
        var edges = route.Edges.Select(e => new BenchEdge(
            byKey[e.From],
            byKey[e.To],
            e.Stage,
            e.MinMinutes,
            e.MaxMinutes,
            e.Forbidden,
            e.Rule,
            e.Reason
        ));
        HashSet<Guid> late = isFinished is null ? [] : TooLate(steps, [.. edges], hasHistory, isFinished);
        return late.Count == 0
            ? new StoredRoute([.. steps, .. dropped], [.. edges])
            : new StoredRoute(
                [.. steps.Where(s => !late.Contains(s.Id)), .. dropped],
                [.. edges.Where(e => !late.Contains(e.From) && !late.Contains(e.To))]
            );
    }

    // Steps without a history whose use ended with a step that is done: by the rule that says so.
    private static HashSet<Guid> TooLate(
        List<BenchStep> steps,
        List<BenchEdge> edges,
        Func<Guid, bool> hasHistory,
        Func<Guid, bool> isFinished
    )
    {
        var kinds = steps.ToDictionary(s => s.Id, s => s.Key.Kind);
        var late = new HashSet<Guid>();
        foreach (var edge in edges)
        {
            if (hasHistory(edge.From) || isFinished(edge.From) || !isFinished(edge.To))
                continue;
            if (RuleBook.Trade.EdgesInto[kinds[edge.To]].Any(r => r.Subject == kinds[edge.From] && r.Lapses))
                late.Add(edge.From);
        }
        return late;
    }
}
