using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.Acts;

/// <summary>The acts of wet hands: into the water, on the model, torn, spoiled, not sliding yet, taken back.</summary>
internal static class SoakRules
{
    /// <summary>What an act does to the transfers of a run.</summary>
    /// <exception cref="RefusedException">There is nothing it could be done to.</exception>
    public static IEnumerable<Change> Of(SoakRun run, Act act, Func<Guid> newId) =>
        act.Kind switch
        {
            ActKind.Wet => [new Change.TransfersWetted(Wetted(run, act, newId))],
            ActKind.Place =>
            [
                new Change.TransferSet(First(run) with { OutAt = Out(run, act), End = SoakEnd.Placed, ModelId = run.Model!.Id }),
            ],
            ActKind.Tear => [new Change.TransferSet(First(run) with { OutAt = Out(run, act), End = SoakEnd.Torn })],
            ActKind.Spoil => Spoiled(run, act.At),
            _ => [.. Stuck(run, act.At)],
        };

    /// <summary>The last transfer that came out of the water, in it again; and the number of its model where that is ticked.</summary>
    /// <exception cref="RefusedException">None came out.</exception>
    public static (Change Lifted, int? Ticked) Lift(BenchIndex bench, BenchStep step)
    {
        var last = bench
            .State.Soaked.Where(t => t.StepId == step.Id && t.OutAt is not null)
            .OrderBy(t => t.OutAt)
            .ThenBy(t => t.Number)
            .LastOrDefault()
            ?? throw Conflict("Nothing came out of the water yet.", "Place one first.");
        // One that tore goes back to a water that is full already: the next was wetted in its place.
        if (last.End != SoakEnd.Placed && SoakRun.Of(bench, step, last.OutAt!.Value) is { } run && run.InWater.Count >= run.Left)
            throw Conflict("As many lie in the water as are left.", "Place them.");
        int? ticked =
            last.ModelId is { } model && bench.IsDone(step.Id, model)
                ? bench.ModelsOf[step.BatchId].First(m => m.Id == model).Number
                : null;
        return (new Change.TransferSet(last with { OutAt = null, End = null, ModelId = null }), ticked);
    }

    /// <summary>The transfers in the water that lie on models with their tick.</summary>
    public static IEnumerable<Change> Lying(BenchIndex bench, BenchStep step, IReadOnlyList<Guid> models, Instant at)
    {
        var own = bench.State.Soaked.Where(t => t.StepId == step.Id).ToList();
        var wet = new Queue<SoakedTransfer>(own.Where(t => t.OutAt is null));
        var perModel = bench.Batches[step.BatchId].Traits.Transfers;
        foreach (var model in models)
        {
            for (var lacks = perModel - own.Count(t => t.ModelId == model); lacks > 0 && wet.TryDequeue(out var next); lacks--)
                yield return new Change.TransferSet(
                    next with
                    {
                        OutAt = Instant.Max(at, next.WettedAt).Kept(),
                        End = SoakEnd.Placed,
                        ModelId = model,
                    }
                );
        }
    }

    private static List<SoakedTransfer> Wetted(SoakRun run, Act act, Func<Guid> newId)
    {
        var most = run.Left - run.InWater.Count;
        var count = act.Count ?? Math.Min(run.Group, most);
        if (count < 1 || count > most)
            throw most < 1
                ? Conflict("All that are left lie in the water.", "Place them.")
                : new RefusedException(new Refusal("count", $"{count} is not between 1 and {most}.", "Wet as many as are left at most."));
        var before = run.Placed + run.Lost + run.InWater.Count;
        var at = act.At.Kept();
        return
        [
            .. Enumerable.Range(1, count).Select(k => new SoakedTransfer(newId(), run.Step.Id, before + k, at, null, null, null, null)),
        ];
    }

    private static IEnumerable<Change> Spoiled(SoakRun run, Instant at)
    {
        var lost = run.InWater.Where(t => SoakRun.LostAt(t.WettedAt) <= at).ToList();
        if (lost.Count == 0)
            lost = [First(run)];
        return lost.Select(t => new Change.TransferSet(t with { OutAt = Instant.Max(at, t.WettedAt).Kept(), End = SoakEnd.Spoiled }));
    }

    // The whole group was wetted at one moment: it is left longer.
    private static IEnumerable<Change> Stuck(SoakRun run, Instant at)
    {
        var first = First(run);
        return run
            .InWater.Where(t => t.WettedAt == first.WettedAt)
            .Select(t => new Change.TransferSet(t with { StuckAt = Instant.Max(at, t.WettedAt).Kept() }));
    }

    private static Instant Out(SoakRun run, Act act) => Instant.Max(act.At, First(run).WettedAt).Kept();

    private static SoakedTransfer First(SoakRun run) =>
        run.InWater is [var first, ..] ? first : throw Conflict("Nothing is in the water.", "Wet the next ones first.");

    private static RefusedException Conflict(string message, string remedy) =>
        new(new Refusal("stepId", message, remedy, RefusalKind.Conflict));
}
