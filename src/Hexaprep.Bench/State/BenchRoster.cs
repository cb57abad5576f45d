using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Bench.State;

/// <summary>What is to be done, looked up once: units, batches, models, routes, house rules, those off the bench among them. Work at
/// the bench leaves it as it is.</summary>
public sealed class BenchRoster
{
    private readonly BenchState _of;

    public BenchRoster(BenchState state)
    {
        _of = state;
        On = state.OnBench();
        Units = state.Units.ToDictionary(u => u.Id);
        Batches = state.Batches.ToDictionary(b => b.Id);
        BatchesOf = state.Batches.ToLookup(b => b.UnitId);
        Steps = state.Steps.ToDictionary(s => s.Id);
        // A repair stands before the step at which its flaw was seen.
        var ordered = state
            .Steps.OrderBy(s => s.Position)
            .ThenBy(s => s.RepairId is null)
            .ThenBy(s => s.RepairId is null ? 0 : StepDefinition.Of(s.Key.Kind).Place)
            .ThenBy(s => s.RepairId is null ? 0 : s.Key.Occurrence)
            .ToList();
        AllStepsOf = ordered.ToLookup(s => s.BatchId);
        StepsOf = ordered.Where(s => s.NotNeeded is null).ToLookup(s => s.BatchId);
        Repairs = state.Repairs.ToDictionary(r => r.Id);
        Models = state.Models.ToDictionary(m => m.Id);
        ModelsOf = state.Models.OrderBy(m => m.Number).ToLookup(m => m.BatchId);
        EdgesInto = state.Edges.ToLookup(e => e.To);
        EdgesOutOf = state.Edges.ToLookup(e => e.From);
        Houses = state.Batches.ToDictionary(b => b.Id, state.House.For);
        HandleUses = state.Batches.ToDictionary(b => b.Id, b => Mounting.HandlesOf(state.JobOf(b)));
    }

    /// <summary>What lies on the bench, as it was when this was looked up.</summary>
    public BenchState On { get; }

    public IReadOnlyDictionary<Guid, Unit> Units { get; }
    public IReadOnlyDictionary<Guid, Batch> Batches { get; }
    public ILookup<Guid, Batch> BatchesOf { get; }
    public IReadOnlyDictionary<Guid, BenchStep> Steps { get; }
    public ILookup<Guid, BenchStep> AllStepsOf { get; }
    public ILookup<Guid, BenchStep> StepsOf { get; }
    public IReadOnlyDictionary<Guid, BenchModel> Models { get; }
    public ILookup<Guid, BenchModel> ModelsOf { get; }
    public ILookup<Guid, BenchEdge> EdgesInto { get; }
    public ILookup<Guid, BenchEdge> EdgesOutOf { get; }
    public IReadOnlyDictionary<Guid, HouseRuleChoices> Houses { get; }
    public IReadOnlyDictionary<Guid, BenchRepair> Repairs { get; }

    /// <summary>How each batch takes handles.</summary>
    public IReadOnlyDictionary<Guid, HandleUse> HandleUses { get; }

    /// <summary>True for a batch whose unit is off the bench.</summary>
    public bool IsOff(Guid batchId) => Units[Batches[batchId].UnitId].OffSince is not null;

    /// <summary>A state of this roster without the units that are off the bench.</summary>
    public BenchState OnBench(BenchState state) =>
        ReferenceEquals(On, _of)
            ? state
            : state with
            {
                Units = On.Units,
                Batches = On.Batches,
                Models = On.Models,
                Steps = On.Steps,
                Edges = On.Edges,
            };

    /// <summary>True when nothing of it differs in another state.</summary>
    public bool IsOf(BenchState state) =>
        ReferenceEquals(_of.Units, state.Units)
        && ReferenceEquals(_of.Batches, state.Batches)
        && ReferenceEquals(_of.Models, state.Models)
        && ReferenceEquals(_of.Steps, state.Steps)
        && ReferenceEquals(_of.Edges, state.Edges)
        && ReferenceEquals(_of.Repairs, state.Repairs)
        && ReferenceEquals(_of.House, state.House);
}
