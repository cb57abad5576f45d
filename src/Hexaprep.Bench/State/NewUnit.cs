using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Bench.State;

/// <summary>A unit called to the bench: it, its batches and their models.</summary>
public sealed record NewUnit(Unit Unit, IReadOnlyList<Batch> Batches, IReadOnlyList<Model> Models);
