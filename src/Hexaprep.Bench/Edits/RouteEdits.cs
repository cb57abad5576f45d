using Hexaprep.Bench.State;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.Edits;

/// <summary>A batch's route is changed by the rule book, or as it was derived again.</summary>
public static class RouteEdits
{
    /// <summary>Changes a route: a law refuses it; what breaks good practice is done only when its consequence was accepted, and that
    /// is recorded.</summary>
    /// <exception cref="RefusedException">A law stands against it, its consequence was not accepted, or someone changed the batch
    /// since <paramref name="version"/>.</exception>
    public static Decision Change(
        BenchIndex bench,
        Guid batchId,
        int version,
        RouteChange change,
        bool accepted,
        Instant now,
        Func<Guid> newId
    )
    {
        var batch = Checked(bench, batchId, version);
        var found = RouteCheck.Of(bench.State.JobOf(batch), change, RuleBook.Trade);
        var words = Words(found);
        if (found.Verdict == Strength.Practice && !accepted)
            throw new RefusedException(new Refusal("accepted", words, "Read what follows, then accept it.", RefusalKind.Conflict));
        return new Decision(
            "route",
            now,
            null,
            new
            {
                batchId,
                change,
                strength = found.Verdict,
                consequence = words,
            },
            Rederive.LeavingHands(bench, Made(bench, batch, change, now, newId))
        );
    }

    /// <summary>Takes every change of a step back: the route asks for it again as derived.</summary>
    /// <exception cref="RefusedException">There is none, or someone changed the batch since <paramref name="version"/>.</exception>
    public static Decision Restore(BenchIndex bench, Guid batchId, int version, StepKind step, Instant now, Func<Guid> newId)
    {
        var batch = Checked(bench, batchId, version);
        IReadOnlyList<KeptRouteChange> kept = bench.State.Changes.TryGetValue(batchId, out var known) ? known : [];
        if (kept.All(c => c.Change.Step != step))
            throw new RefusedException(
                new Refusal("step", $"{Ids.Of(step)} was not changed.", "Nothing has to be taken back.", RefusalKind.Conflict)
            );
        return new Decision(
            "route",
            now,
            null,
            new { batchId, restored = step },
            Rederive.LeavingHands(bench, Kept(bench, batch, [.. kept.Where(c => c.Change.Step != step)], now, newId))
        );
    }

    /// <summary>What makes a change of a route, with what the rule book said of it.</summary>
    /// <exception cref="RefusedException">A law stands against it.</exception>
    public static IReadOnlyList<Change> Made(BenchIndex bench, Batch batch, RouteChange change, Instant now, Func<Guid> newId)
    {
        var job = bench.State.JobOf(batch);
        var found = RouteCheck.Of(job, change, RuleBook.Trade);
        if (found.Verdict == Strength.Law)
            throw new RefusedException(
                new Refusal(
                    "step",
                    Words(found),
                    found.Instead is { } instead ? $"Take {instead.Replace('_', ' ')} instead." : "It stays as it is.",
                    RefusalKind.Conflict
                )
            );
        IReadOnlyList<KeptRouteChange> known = bench.State.Changes.TryGetValue(batch.Id, out var kept) ? kept : [];
        return Kept(
            bench,
            batch,
            [
                .. RouteCheck
                    .With(job, change)
                    .Changes.Select(c =>
                        (ReferenceEquals(c, change) ? null : known.FirstOrDefault(k => k.Change == c))
                        ?? new KeptRouteChange(c, found.Verdict, Words(found), now)
                    ),
            ],
            now,
            newId
        );
    }

    private static IReadOnlyList<Change> Kept(
        BenchIndex bench,
        Batch batch,
        IReadOnlyList<KeptRouteChange> kept,
        Instant now,
        Func<Guid> newId
    ) =>
        Rederive.After(
            bench,
            [new Change.RouteChangesSet(batch.Id, kept), new Change.BatchSet(batch with { Version = batch.Version + 1 })],
            [batch.Id],
            now,
            newId
        );

    private static string Words(Consequence found) => string.Join(" ", found.Reasons.Select(r => r.Text));

    private static Batch Checked(BenchIndex bench, Guid batchId, int version)
    {
        var batch = bench.Batches.GetValueOrDefault(batchId);
        Edit.Check(batch?.Version, version, "batch");
        Edit.OnBench(bench, batchId);
        return batch!;
    }
}
