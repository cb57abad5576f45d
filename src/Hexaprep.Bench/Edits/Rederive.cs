using Hexaprep.Bench.State;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.Edits;

/// <summary>Derives routes again after what they stand on has changed: steps that are known keep their ids, those with a history
/// stay.</summary>
public static class Rederive
{
    /// <summary>The routes of some batches, derived again.</summary>
    /// <param name="bench">With the traits, house rules and changes to derive from.</param>
    /// <param name="batchIds">Whose routes.</param>
    /// <param name="now">When: how light the evenings ahead are decides how coats go on.</param>
    /// <param name="newId">Gives fresh identities for steps that come in.</param>
    public static IReadOnlyList<Change> Routes(BenchIndex bench, IReadOnlyCollection<Guid> batchIds, Instant now, Func<Guid> newId)
    {
        var isDark = SprayLight.IsDark(bench.State.Settings, now);
        return [.. bench.State.Batches.Where(b => batchIds.Contains(b.Id)).Select(b => Route(bench, b, isDark, newId))];
    }

    /// <summary>Changes, and the routes of some batches derived again from the bench as it stands after them.</summary>
    public static IReadOnlyList<Change> After(
        BenchIndex bench,
        IReadOnlyList<Change> changes,
        IReadOnlyCollection<Guid> batchIds,
        Instant now,
        Func<Guid> newId
    ) => [.. changes, .. Routes(bench.With(changes), batchIds, now, newId)];

    /// <summary>Refuses changes that would take away the step that is in hand.</summary>
    /// <exception cref="RefusedException">They would.</exception>
    public static IReadOnlyList<Change> LeavingHands(BenchIndex bench, IReadOnlyList<Change> changes)
    {
        if (
            bench.InHand is { } spell
            && changes.OfType<Change.RouteSet>().SelectMany(r => r.Steps).Any(s => s.Id == spell.StepId && s.NotNeeded is not null)
        )
            throw new RefusedException(
                new Refusal(
                    "step",
                    "This would take away the step that is in hand.",
                    "Put it down or finish it first.",
                    RefusalKind.Conflict
                )
            );
        return changes;
    }

    private static Change.RouteSet Route(BenchIndex bench, Batch batch, bool isDark, Func<Guid> newId)
    {
        var route = RouteIssue.Of(
            batch,
            RouteBuilder.Derive(bench.State.JobOf(batch) with { IsDark = isDark }, RuleBook.Trade),
            [.. bench.AllStepsOf[batch.Id]],
            bench.HasHistory,
            newId,
            bench.IsFinished
        );
        return WithRepairs(bench, new Change.RouteSet(batch.Id, route.Steps, route.Edges));
    }

    // Repairs stay what they are, each before the step at which its flaw was seen.
    private static Change.RouteSet WithRepairs(BenchIndex bench, Change.RouteSet route)
    {
        var repairs = bench.AllStepsOf[route.BatchId].Where(s => s.RepairId is not null).ToList();
        if (repairs.Count == 0)
            return route;
        var places = route.Steps.ToDictionary(s => s.Id, s => s.Position);
        var seenAt = bench.FlawsOf(route.BatchId).Where(f => f.RepairId is not null).ToLookup(f => f.RepairId!.Value, f => f.StepId);
        int Place(BenchStep step) =>
            seenAt[step.RepairId!.Value].Where(places.ContainsKey).Select(id => places[id]).DefaultIfEmpty(step.Position).First();
        var own = repairs.Select(s => s.Id).ToHashSet();
        var there = route.Steps.Select(s => s.Id).Concat(own).ToHashSet();
        var edges = repairs
            .SelectMany(s => bench.EdgesInto[s.Id].Concat(bench.EdgesOutOf[s.Id]))
            .Distinct()
            .Where(e => there.Contains(e.From) && there.Contains(e.To));
        return route with
        {
            Steps = [.. route.Steps, .. repairs.Select(s => s with { Position = Place(s) })],
            Edges = [.. route.Edges, .. edges],
        };
    }
}
