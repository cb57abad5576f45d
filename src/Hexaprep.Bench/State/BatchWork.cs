using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Steps;

namespace Hexaprep.Bench.State;

/// <summary>What was done on one batch, looked up once. It costs what the batch is large, whatever lies in the log.</summary>
public sealed class BatchWork
{
    private static readonly IReadOnlyList<BenchModel> None = [];
    private readonly HashSet<(Guid Step, Guid Model)> _done;
    private readonly Dictionary<Guid, IReadOnlyList<BenchModel>> _left,
        _remaining;
    private IReadOnlyList<Coat>? _awaited;

    public BatchWork(
        BenchLog log,
        IReadOnlyList<BenchStep> steps,
        IReadOnlyList<BenchModel> models,
        IReadOnlyDictionary<Guid, BenchRepair> repairs,
        int handles,
        HandleUse use
    )
    {
        (Log, HandleUse) = (log, use);
        PieceTicks = log.Ticks.ToLookup(t => t.StepId);
        Ticks = models.Any(m => m.OtherPieces.Count > 0) ? Whole(steps, models).ToLookup(t => t.StepId) : PieceTicks;
        PassTicks = log.Passes.ToLookup(t => t.StepId);
        Spells = log.Spells.ToLookup(s => s.StepId);
        Coats = log.Coats.ToLookup(c => c.StepId);
        OpenFlaws = [.. log.Flaws.Where(f => f.MendedAt is null)];
        Held = [.. OpenFlaws.Select(f => f.ModelId)];
        _done = [.. Ticks.SelectMany(g => g).Select(t => (t.StepId, t.ModelId))];
        Loads = new Loads(steps, models, use.ModelsOn(handles), (step, model) =>
            Ticks[step].FirstOrDefault(t => t.ModelId == model.Id)?.At
        );
        _left = steps.ToDictionary(
            s => s.Id,
            s =>
                s.RepairId is not { } id ? Left(s.Id, models)
                : repairs.TryGetValue(id, out var repair) ? [.. models.Where(m => repair.ModelIds.Contains(m.Id) && !IsDone(s.Id, m.Id))]
                : None
        );
        _remaining = _left.ToDictionary(l => l.Key, l => Loads.Next(l.Key, l.Value));
        Behind = steps
            .Where(s => s.RepairId is null && Held.Count > 0)
            .ToDictionary(s => s.Id, IReadOnlyList<BenchModel> (s) => [.. models.Where(m => Held.Contains(m.Id) && !IsDone(s.Id, m.Id))]);
    }

    /// <summary>What was done on it, in order of time.</summary>
    public BenchLog Log { get; }

    /// <summary>Models that are wholly through a step, by the tick of their last piece.</summary>
    public ILookup<Guid, Tick> Ticks { get; }

    /// <summary>Every piece that is through a step.</summary>
    public ILookup<Guid, Tick> PieceTicks { get; }

    /// <summary>Passes of painting that models have had.</summary>
    public ILookup<Guid, PassTick> PassTicks { get; }
    public ILookup<Guid, WorkInterval> Spells { get; }
    public ILookup<Guid, Coat> Coats { get; }
    public IReadOnlyList<Flaw> OpenFlaws { get; }

    /// <summary>Models that a flaw holds back.</summary>
    public HashSet<Guid> Held { get; }

    /// <summary>By step of the route, the held models that will come to it behind the others, when they are mended.</summary>
    public IReadOnlyDictionary<Guid, IReadOnlyList<BenchModel>> Behind { get; }

    public bool IsDone(Guid stepId, Guid modelId) => _done.Contains((stepId, modelId));

    /// <summary>In what parts the batch goes from mounting to release.</summary>
    public Loads Loads { get; }

    /// <summary>How its models take handles.</summary>
    public HandleUse HandleUse { get; }

    /// <summary>How many of its models are mounted.</summary>
    public int Mounted =>
        Loads is { Mount: { } mount, Release: { } release } ? _done.Count(d => d.Step == mount.Id && !IsDone(release.Id, d.Model)) : 0;

    /// <summary>How many handles its models take now.</summary>
    public int OnHandles => HandleUse.For(Mounted);

    /// <summary>The models whose turn it is at a step: of those that are not through it, the first load's; those held back left
    /// out.</summary>
    public IReadOnlyList<BenchModel> Remaining(Guid stepId) => _remaining.GetValueOrDefault(stepId, None);

    /// <summary>All models that still have to go through a step, of whatever load; those held back left out.</summary>
    public IReadOnlyList<BenchModel> Left(Guid stepId) => _left.GetValueOrDefault(stepId, None);

    /// <summary>The coats that some step not finished yet waits for. They depend on nothing outside the batch.</summary>
    public IReadOnlyList<Coat> Awaited(BenchIndex bench) =>
        _awaited ??= [
            .. Log.Coats.Where(c =>
                Waits.Of(bench, bench.Steps[c.StepId]).Exists(w => w.Next is not { } next || c.ModelIds.Any(m => !IsDone(next.Id, m)))
            ),
        ];

    // A model is through a step when all its pieces that the step is about are.
    private IEnumerable<Tick> Whole(IReadOnlyList<BenchStep> steps, IReadOnlyList<BenchModel> models)
    {
        var pieceOf = steps.ToDictionary(s => s.Id, s => s.Key.Piece);
        var known = models.ToDictionary(m => m.Id);
        foreach (var through in Log.Ticks.GroupBy(t => (t.StepId, t.ModelId)))
        {
            var done = through.Select(t => t.PieceId).ToHashSet();
            var asked = known[through.Key.ModelId].Pieces(pieceOf.GetValueOrDefault(through.Key.StepId));
            if (asked.All(done.Contains))
                yield return through.MaxBy(t => t.At)!;
        }
    }

    private IReadOnlyList<BenchModel> Left(Guid stepId, IReadOnlyList<BenchModel> models)
    {
        if (Held.Count == 0 && !PieceTicks.Contains(stepId))
            return models;
        var left = models.Where(m => !IsDone(stepId, m.Id) && !Held.Contains(m.Id)).ToList();
        return left.Count == 0 ? None : left;
    }
}
