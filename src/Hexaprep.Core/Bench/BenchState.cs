using System.Collections.Immutable;
using Hexaprep.Core.Drying;
using Hexaprep.Core.Roster;
using Hexaprep.Core.Routes;
using Hexaprep.Core.Scheduling;
using NodaTime;

namespace Hexaprep.Core.Bench;

/// <summary>A step of a stored route, with the identity it was given when it was first derived.</summary>
public sealed record BenchStep(
    Guid Id, Guid BatchId, StepKey Key, int Of, Side Side, StepDraft Amounts, string Reason, int Position, string? NotNeeded = null)
{
    /// <summary>Minutes of hands for this many models.</summary>
    public int HandsMinutes(int models) => Effort.Minutes(Amounts.SetupMinutes, Amounts.SecondsPerModel, Amounts.ModelsPerMix, models);
}

/// <summary>An edge of a stored route.</summary>
public sealed record BenchEdge(Guid From, Guid To, Readiness? Stage, int MinMinutes, int? MaxMinutes, Span? Forbidden, string Rule, string Reason);

/// <summary>A spell of hands on one step: open until it is put down or finished.</summary>
public sealed record Spell(Guid Id, Guid StepId, Instant BeganAt, Instant? EndedAt);

/// <summary>One model through one step.</summary>
public sealed record Tick(Guid StepId, Guid ModelId, Guid PieceId, Guid SpellId, Instant At);

/// <summary>A flaw noted on a model; it holds the model back until it is mended.</summary>
public sealed record Flaw(Guid Id, Guid StepId, Guid ModelId, Guid PieceId, string Place, string Words, Instant NotedAt, Instant? MendedAt);

/// <summary>A model as the bench counts it; one piece until it is split.</summary>
public sealed record BenchModel(Guid Id, Guid BatchId, int Number, Guid PieceId);

/// <summary>What the person set: zone, sittings, handles.</summary>
public sealed record BenchSettings(SittingCalendar Calendar, int Handles)
{
    /// <summary>The user's time zone.</summary>
    public DateTimeZone Zone => Calendar.Zone;
}

/// <summary>Everything the bench knows, at one moment of its history.</summary>
public sealed record BenchState(
    BenchSettings Settings, HouseRules House, ImmutableList<Unit> Units, ImmutableList<Batch> Batches, ImmutableList<BenchModel> Models,
    ImmutableList<BenchStep> Steps, ImmutableList<BenchEdge> Edges, ImmutableList<Spell> Spells, ImmutableList<Tick> Ticks,
    ImmutableList<Coat> Coats, ImmutableList<Flaw> Flaws)
{
    /// <summary>An empty bench.</summary>
    public static BenchState Empty(BenchSettings settings) => new(settings, HouseRules.Default, [], [], [], [], [], [], [], [], []);
}
