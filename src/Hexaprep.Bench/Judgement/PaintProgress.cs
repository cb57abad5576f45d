using Hexaprep.Bench.State;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Bench.Judgement;

/// <summary>Where a session of painting stands, pass by pass: what is next, on which model, and what is left.</summary>
public sealed class PaintProgress
{
    private readonly HashSet<(Guid Model, int Pass)> _had;
    private readonly BenchIndex _bench;
    private readonly BenchStep _step;

    private PaintProgress(BenchIndex bench, BenchStep step, IReadOnlyList<PaintPass> passes)
    {
        (_bench, _step, Passes) = (bench, step, passes);
        _had = [.. bench.PassTicksOf[step.Id].Select(t => (t.ModelId, t.Pass))];
        // A list that was made shorter: who has had all that is left of it is asked for the last once more.
        foreach (var model in bench.ModelsOf[step.BatchId].Where(m => !bench.IsDone(step.Id, m.Id)))
            if (Enumerable.Range(1, passes.Count).All(p => _had.Contains((model.Id, p))))
                _had.Remove((model.Id, passes.Count));
        IsByRow = HouseRuleCatalog.IsByRow(bench.HouseOf(step.BatchId), bench.Batches[step.BatchId].Traits.Tier);
    }

    /// <summary>The session's passes, in their order; the first is number 1.</summary>
    public IReadOnlyList<PaintPass> Passes { get; }

    /// <summary>One pass along the row before the next, else all passes of a model before the next model.</summary>
    public bool IsByRow { get; }

    /// <summary>The progress of a step; null where it is no session of painting.</summary>
    public static PaintProgress? Of(BenchIndex bench, BenchStep step) =>
        step.Key.Kind == StepKind.Paint && step.RepairId is null && PaintPasses.In(bench.JobOf(step), step.Key) is { Count: > 0 } passes
            ? new(bench, step, passes)
            : null;

    /// <summary>True when a model has had a pass.</summary>
    /// <param name="model">The model.</param>
    /// <param name="pass">The pass, from 1.</param>
    public bool Has(Guid model, int pass) => _bench.IsDone(_step.Id, model) || _had.Contains((model, pass));

    /// <summary>The models still to have a pass, of those whose turn it is, in the order of the row.</summary>
    public IReadOnlyList<BenchModel> Lacking(int pass) => [.. _bench.Remaining(_step).Where(m => !Has(m.Id, pass))];

    /// <summary>The pass that is on now and the model it comes to next; null when every model has had them all.</summary>
    public (int Pass, BenchModel Model)? Next
    {
        get
        {
            var open =
                from model in _bench.Remaining(_step)
                from pass in Enumerable.Range(1, Passes.Count)
                where !Has(model.Id, pass)
                select (Pass: pass, Model: model);
            var first = (IsByRow ? open.OrderBy(o => o.Pass) : open).Select(o => ((int, BenchModel)?)o);
            return first.FirstOrDefault();
        }
    }

    /// <summary>Hands of a pass on a model, seconds: the list's parts of what the step takes at the pace of this house.</summary>
    /// <param name="pass">The pass, from 1.</param>
    public double Seconds(int pass) =>
        Passes[pass - 1].Seconds * (double)_step.Amounts.SecondsPerModel / Math.Max(1, Passes.Sum(p => p.Seconds));

    /// <summary>What models not wholly done have had already, seconds of hands.</summary>
    public double HadSeconds => _bench.Remaining(_step).Sum(m => Enumerable.Range(1, Passes.Count).Where(p => Has(m.Id, p)).Sum(Seconds));
}
