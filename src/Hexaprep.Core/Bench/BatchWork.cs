using Hexaprep.Core.Drying;

namespace Hexaprep.Core.Bench;

/// <summary>What was done on one batch, looked up once. It costs what the batch is large, whatever lies in the log.</summary>
internal sealed class BatchWork
{
    private static readonly IReadOnlyList<BenchModel> None = [];
    private readonly HashSet<(Guid Step, Guid Model)> _done;
    private readonly Dictionary<Guid, IReadOnlyList<BenchModel>> _remaining;
    private IReadOnlyList<Coat>? _awaited;

    public BatchWork(BenchLog log, IReadOnlyList<BenchStep> steps, IReadOnlyList<BenchModel> models)
    {
        Log = log;
        Ticks = log.Ticks.ToLookup(t => t.StepId);
        Spells = log.Spells.ToLookup(s => s.StepId);
        Coats = log.Coats.ToLookup(c => c.StepId);
        OpenFlaws = [.. log.Flaws.Where(f => f.MendedAt is null)];
        Held = [.. OpenFlaws.Select(f => f.ModelId)];
        _done = [.. log.Ticks.Select(t => (t.StepId, t.ModelId))];
        _remaining = steps.ToDictionary(s => s.Id, s => Left(s.Id, models));
    }

    /// <summary>What was done on it, in order of time.</summary>
    public BenchLog Log { get; }
    public ILookup<Guid, Tick> Ticks { get; }
    public ILookup<Guid, Spell> Spells { get; }
    public ILookup<Guid, Coat> Coats { get; }
    public IReadOnlyList<Flaw> OpenFlaws { get; }

    /// <summary>Models that a flaw holds back.</summary>
    public HashSet<Guid> Held { get; }

    public bool IsDone(Guid stepId, Guid modelId) => _done.Contains((stepId, modelId));

    /// <summary>The models that still have to go through a step, those held back left out.</summary>
    public IReadOnlyList<BenchModel> Remaining(Guid stepId) => _remaining.GetValueOrDefault(stepId, None);

    /// <summary>The coats that some step not finished yet waits for. They depend on nothing outside the batch.</summary>
    public IReadOnlyList<Coat> Awaited(BenchIndex bench) =>
        _awaited ??= [.. Log.Coats.Where(c => Waits.Of(bench, bench.Steps[c.StepId]).Count > 0)];

    private IReadOnlyList<BenchModel> Left(Guid stepId, IReadOnlyList<BenchModel> models)
    {
        if (Held.Count == 0 && !Ticks.Contains(stepId))
            return models;
        var left = models.Where(m => !IsDone(stepId, m.Id) && !Held.Contains(m.Id)).ToList();
        return left.Count == 0 ? None : left;
    }
}
