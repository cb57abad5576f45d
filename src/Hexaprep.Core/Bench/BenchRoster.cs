using Hexaprep.Core.Roster;
using Hexaprep.Core.Routes;

namespace Hexaprep.Core.Bench;

/// <summary>What is to be done, looked up once: units, batches, models, routes, house rules. Work at the bench leaves it as it
/// is.</summary>
internal sealed class BenchRoster
{
    private readonly BenchState _of;

    public BenchRoster(BenchState state)
    {
        _of = state;
        Units = state.Units.ToDictionary(u => u.Id);
        Batches = state.Batches.ToDictionary(b => b.Id);
        BatchesOf = state.Batches.ToLookup(b => b.UnitId);
        Steps = state.Steps.ToDictionary(s => s.Id);
        AllStepsOf = state.Steps.OrderBy(s => s.Position).ToLookup(s => s.BatchId);
        StepsOf = state.Steps.Where(s => s.NotNeeded is null).OrderBy(s => s.Position).ToLookup(s => s.BatchId);
        Models = state.Models.ToDictionary(m => m.Id);
        ModelsOf = state.Models.OrderBy(m => m.Number).ToLookup(m => m.BatchId);
        EdgesInto = state.Edges.ToLookup(e => e.To);
        EdgesOutOf = state.Edges.ToLookup(e => e.From);
        Houses = state.Batches.ToDictionary(b => b.Id, state.House.For);
    }

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
    public IReadOnlyDictionary<Guid, HouseRules> Houses { get; }

    /// <summary>True when nothing of it differs in another state.</summary>
    public bool IsOf(BenchState state) =>
        ReferenceEquals(_of.Units, state.Units)
        && ReferenceEquals(_of.Batches, state.Batches)
        && ReferenceEquals(_of.Models, state.Models)
        && ReferenceEquals(_of.Steps, state.Steps)
        && ReferenceEquals(_of.Edges, state.Edges)
        && ReferenceEquals(_of.House, state.House);
}
