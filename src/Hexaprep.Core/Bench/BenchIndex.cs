using Hexaprep.Core.Drying;
using Hexaprep.Core.Roster;
using Hexaprep.Core.Routes;
using Hexaprep.Core.Wording;
using NodaTime;

namespace Hexaprep.Core.Bench;

/// <summary>A bench state with everything looked up once.</summary>
public sealed class BenchIndex
{
    private readonly Dictionary<(Guid Step, Guid Model), Tick> _ticks;
    private readonly ILookup<Guid, Coat> _coatsByStep;
    private readonly HashSet<Guid> _held;
    private readonly Dictionary<Guid, HouseRules> _houses;

    /// <summary>Indexes a state.</summary>
    public BenchIndex(BenchState state)
    {
        State = state;
        Units = state.Units.ToDictionary(u => u.Id);
        Batches = state.Batches.ToDictionary(b => b.Id);
        Steps = state.Steps.ToDictionary(s => s.Id);
        StepsOf = state.Steps.Where(s => s.NotNeeded is null).OrderBy(s => s.Position).ToLookup(s => s.BatchId);
        ModelsOf = state.Models.OrderBy(m => m.Number).ToLookup(m => m.BatchId);
        EdgesInto = state.Edges.ToLookup(e => e.To);
        EdgesOutOf = state.Edges.ToLookup(e => e.From);
        TicksOf = state.Ticks.ToLookup(t => t.StepId);
        SpellsOf = state.Spells.OrderBy(s => s.BeganAt).ToLookup(s => s.StepId);
        InHand = state.Spells.FirstOrDefault(s => s.EndedAt is null);
        _ticks = state.Ticks.ToDictionary(t => (t.StepId, t.ModelId));
        _coatsByStep = state.Coats.ToLookup(c => c.StepId);
        _houses = state.Batches.ToDictionary(b => b.Id, state.House.For);
        Drying = new DryingBook(state.PastCoats.Select(p => p.ToCoat()).Concat(state.Coats), state.Labels, state.Readings, c => c.StepId == Guid.Empty ? HouseRules.Default : HouseOf(Steps[c.StepId].BatchId));
        _awaited = new(() => [.. state.Coats.Where(c => Waits.Of(this, Steps[c.StepId]).Count > 0)]);
        _coatsByProduct = new(() => state.Coats.ToLookup(c => Product.Of(c).Id));
        _unitNames = new(() => [.. state.Units.Select(u => u.Name).Concat(state.PastCoats.Select(p => p.Unit)).Distinct().Order(StringComparer.Ordinal)]);
        _held = [.. state.Flaws.Where(f => f.MendedAt is null).Select(f => f.ModelId)];
    }

    /// <summary>The state that was indexed.</summary>
    public BenchState State { get; }
    /// <summary>Units by id.</summary>
    public IReadOnlyDictionary<Guid, Unit> Units { get; }
    /// <summary>Batches by id.</summary>
    public IReadOnlyDictionary<Guid, Batch> Batches { get; }
    /// <summary>Steps by id, those not needed among them.</summary>
    public IReadOnlyDictionary<Guid, BenchStep> Steps { get; }
    /// <summary>The needed steps of a batch, in route order.</summary>
    public ILookup<Guid, BenchStep> StepsOf { get; }
    /// <summary>The models of a batch, by number.</summary>
    public ILookup<Guid, BenchModel> ModelsOf { get; }
    /// <summary>Edges by their later step.</summary>
    public ILookup<Guid, BenchEdge> EdgesInto { get; }
    /// <summary>Edges by their earlier step.</summary>
    public ILookup<Guid, BenchEdge> EdgesOutOf { get; }
    /// <summary>Ticks of a step.</summary>
    public ILookup<Guid, Tick> TicksOf { get; }
    /// <summary>Spells of a step, oldest first.</summary>
    public ILookup<Guid, Spell> SpellsOf { get; }
    /// <summary>The open spell, or null when hands are free.</summary>
    public Spell? InHand { get; }

    /// <summary>The house rules that hold for a batch.</summary>
    public HouseRules HouseOf(Guid batchId) => _houses[batchId];

    /// <summary>What the route of a step's batch is derived from.</summary>
    public Job JobOf(BenchStep step) => State.JobOf(Batches[step.BatchId]);

    /// <summary>The times of a coat for a readiness; null while it goes on.</summary>
    public SafeTimes? TimesOf(Coat coat, Readiness stage) => Drying.When(coat, stage);

    private readonly Lazy<IReadOnlyList<Coat>> _awaited;
    private readonly Lazy<ILookup<string, Coat>> _coatsByProduct;
    private readonly Lazy<IReadOnlyList<string>> _unitNames;

    /// <summary>The coats that some step not finished yet waits for; a log of years has few of them.</summary>
    public IReadOnlyList<Coat> AwaitedCoats => _awaited.Value;

    /// <summary>Names of the units whose coats are known: those on the bench, and those of coats from files.</summary>
    public IReadOnlyList<string> CoatedUnits => _unitNames.Value;

    /// <summary>Coats by the id of their product, as they were laid.</summary>
    public ILookup<string, Coat> CoatsByProduct => _coatsByProduct.Value;

    /// <summary>What dries how on this bench.</summary>
    public DryingBook Drying { get; }

    /// <summary>The wait a step will leave for a readiness, in the air there is.</summary>
    public WaitBand Expected(BenchStep step, Readiness stage, Instant now) =>
        Drying.Expected(step.Key.Kind, step.Amounts.Product!.Value, step.Amounts.Method, stage, HouseOf(step.BatchId), now, step.Key.Occurrence - 1);

    /// <summary>True when a flaw holds the model back.</summary>
    public bool IsHeld(Guid modelId) => _held.Contains(modelId);

    /// <summary>True when the model went through the step.</summary>
    public bool IsDone(Guid stepId, Guid modelId) => _ticks.ContainsKey((stepId, modelId));

    /// <summary>The models that still have to go through a step, those held back left out.</summary>
    public IReadOnlyList<BenchModel> Remaining(BenchStep step) =>
        [.. ModelsOf[step.BatchId].Where(m => !IsDone(step.Id, m.Id) && !IsHeld(m.Id))];

    /// <summary>True when no model that can go on still has to go through it.</summary>
    public bool IsFinished(BenchStep step) => Remaining(step).Count == 0;

    /// <summary>The same by id; false for a step that is not on the bench.</summary>
    public bool IsFinished(Guid stepId) => Steps.TryGetValue(stepId, out var step) && TicksOf[stepId].Any() && IsFinished(step);

    /// <summary>The coat a step left on a model last, or null.</summary>
    public Coat? LastCoat(Guid stepId, Guid modelId) =>
        _coatsByStep[stepId].Where(c => c.ModelIds.Contains(modelId)).MaxBy(c => c.StartedAt);

    /// <summary>All coats of a step.</summary>
    public IEnumerable<Coat> CoatsOf(Guid stepId) => _coatsByStep[stepId];

    /// <summary>The unit of a step.</summary>
    public Unit UnitOf(BenchStep step) => Units[Batches[step.BatchId].UnitId];

    /// <summary>The unit's name, with the batch's where the unit has several.</summary>
    public string NameOf(BenchStep step)
    {
        var batch = Batches[step.BatchId];
        return batch.Name.Length == 0 ? Units[batch.UnitId].Name : $"{Units[batch.UnitId].Name}, {batch.Name}";
    }

    /// <summary>The step's title, its coat or session number with it.</summary>
    public static string TitleOf(BenchStep step) => StepWords.TitleOf(step.Key.Kind, step.Key.Occurrence, step.Of);
}
