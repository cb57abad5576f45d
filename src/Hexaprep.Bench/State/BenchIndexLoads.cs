using Hexaprep.Craft.Steps;
using NodaTime;

namespace Hexaprep.Bench.State;

/// <content>The loads in which a batch goes from mounting to release.</content>
public sealed partial class BenchIndex
{
    /// <summary>The loads in which a step is done, each with all its models; one where it is done to all.</summary>
    public IReadOnlyList<IReadOnlyList<BenchModel>> LoadsOf(BenchStep step) =>
        step.RepairId is null ? _work[step.BatchId].Loads.Of(step.Id) : [ModelsAt(step)];

    /// <summary>Why a batch goes in loads, in words: "20 handles hold no more at once".</summary>
    public string WhyLoads(Guid batchId) =>
        _work[batchId].Loads.AreOfFilm
            ? "What is cut of the film is placed in the same sitting"
            : $"{State.Settings.Handles} handles hold no more at once";

    /// <summary>The number of the load whose turn it is at a step, from 1: the last one's when all are through.</summary>
    public int LoadAt(BenchStep step)
    {
        var loads = LoadsOf(step);
        if (loads.Count == 1 || Remaining(step) is not [var next, ..])
            return loads.Count;
        return loads.TakeWhile(l => !l.Contains(next)).Count() + 1;
    }

    /// <summary>The models of the load whose turn it is at a step, those that are through among them.</summary>
    public IReadOnlyList<BenchModel> ModelsInTurn(BenchStep step) =>
        LoadsOf(step) is { Count: > 1 } loads ? [.. loads[LoadAt(step) - 1].OrderBy(m => m.Number)] : ModelsAt(step);

    /// <summary>The models of one load that still have to go through a step, those held back left out.</summary>
    /// <param name="step">A step.</param>
    /// <param name="load">The load's number, from 1.</param>
    public IReadOnlyList<BenchModel> RemainingIn(BenchStep step, int load)
    {
        var loads = LoadsOf(step);
        if (loads.Count == 1)
            return Remaining(step);
        return load > loads.Count ? [] : [.. loads[load - 1].Where(_work[step.BatchId].Left(step.Id).Contains)];
    }

    /// <summary>A load of a step in words, "load 1 of 2"; empty where the step is done to all.</summary>
    /// <param name="step">A step.</param>
    /// <param name="load">The load's number; null for the one whose turn it is.</param>
    public string LoadWords(BenchStep step, int? load = null) =>
        LoadsOf(step) is { Count: > 1 } loads ? $"load {load ?? LoadAt(step)} of {loads.Count}" : "";

    /// <summary>The steps by which a batch comes onto handles and off them; null where it never does.</summary>
    public (BenchStep Mount, BenchStep Release)? HandlesOf(Guid batchId) =>
        _work[batchId].Loads is { Mount: { } mount, Release: { } release } ? (mount, release) : null;

    /// <summary>How a batch takes handles.</summary>
    public HandleUse HandleUse(Guid batchId) => _work[batchId].HandleUse;

    /// <summary>The handles that so many of a batch's models take, no more than there are.</summary>
    public int HandlesFor(Guid batchId, int models) => Math.Min(State.Settings.Handles, HandleUse(batchId).For(models));

    /// <summary>The handles that so many more models of a batch would take, beside those that are mounted.</summary>
    public int MoreHandles(Guid batchId, int models) =>
        _work[batchId] is { HandleUse: var use, Mounted: var mounted } ? use.For(mounted + models) - use.For(mounted) : 0;

    /// <summary>Minutes of hands for all models of a step, each load with its set-up.</summary>
    public int HandsInAll(BenchStep step, Instant at) => LoadsOf(step).Sum(l => Hands(step, l.Count, at));

    /// <summary>Minutes of hands for all that is left of a step, each load with its set-up.</summary>
    public int HandsLeft(BenchStep step, Instant at) =>
        LoadsOf(step).Count == 1
            ? Hands(step, Left(step), at)
            : Enumerable.Range(1, LoadsOf(step).Count).Sum(n => Hands(step, RemainingIn(step, n).Count, at))
                + Hands(step, Behind(step).Count, at);
}
