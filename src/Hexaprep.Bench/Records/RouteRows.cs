using System.ComponentModel.DataAnnotations;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.Records;

/// <summary>A step of a route.</summary>
public sealed record StepRow
{
    /// <summary>Random identity.</summary>
    public required Guid Id { get; init; }

    /// <summary>Its batch.</summary>
    public required Guid BatchId { get; init; }

    /// <summary>What is done.</summary>
    [OneOf<StepKind>]
    public required string Kind { get; init; }

    /// <summary>The piece it is done on; null for whole models.</summary>
    [Range(1, 60)]
    public required int? Piece { get; init; }

    /// <summary>Which of its kind, from 1.</summary>
    [Range(1, 100)]
    public required int Occurrence { get; init; }

    /// <summary>How many of its kind there are.</summary>
    [Range(1, 100)]
    public required int Occurrences { get; init; }

    /// <summary>Its side of the hexagon.</summary>
    [OneOf<Side>]
    public required string Side { get; init; }

    /// <summary>Minutes before the first model.</summary>
    [Range(0, 1440)]
    public required int SetupMinutes { get; init; }

    /// <summary>Seconds a model.</summary>
    [Range(0, 360_000)]
    public required int SecondsPerModel { get; init; }

    /// <summary>Hands, attended, watched or free.</summary>
    [OneOf<Attention>]
    public required string Attention { get; init; }

    /// <summary>It is done in one go.</summary>
    public required bool OneGo { get; init; }

    /// <summary>What is sprayed, if it is.</summary>
    [OneOf<SprayMode>]
    public required string? Mode { get; init; }

    /// <summary>What is left to dry.</summary>
    [OneOf<ProductClass>]
    public required string? ProductClass { get; init; }

    /// <summary>How it is done.</summary>
    [Text(40, 0)]
    public required string? Method { get; init; }

    /// <summary>How long a mix stays workable.</summary>
    [Range(1, 10_000)]
    public required int? WorkingMinutes { get; init; }

    /// <summary>Models a mix serves.</summary>
    [Range(1, 10_000)]
    public required int? ModelsPerMix { get; init; }

    /// <summary>Why it is there.</summary>
    [Text(Texts.Note, 0)]
    public required string Reason { get; init; }

    /// <summary>Its place in the route.</summary>
    [Range(0, 10_000)]
    public required int Position { get; init; }

    /// <summary>Why it is not needed any more.</summary>
    [Text(Texts.Note, 0)]
    public required string? NotNeeded { get; init; }

    /// <summary>The repair it is a step of.</summary>
    public Guid? RepairId { get; init; }

    /// <summary>The row of a step.</summary>
    public static StepRow Of(BenchStep s) =>
        new()
        {
            Id = s.Id,
            BatchId = s.BatchId,
            Kind = Ids.Of(s.Key.Kind),
            Piece = s.Key.Piece,
            Occurrence = s.Key.Occurrence,
            Occurrences = s.Of,
            Side = Ids.Of(s.Side),
            SetupMinutes = s.Amounts.SetupMinutes,
            SecondsPerModel = s.Amounts.SecondsPerModel,
            Attention = Ids.Of(s.Amounts.Attention),
            OneGo = s.Amounts.OneGo,
            Mode = s.Amounts.Mode is { } mode ? Ids.Of(mode) : null,
            ProductClass = s.Amounts.Product is { } product ? Ids.Of(product) : null,
            Method = s.Amounts.Method,
            WorkingMinutes = s.Amounts.WorkingMinutes,
            ModelsPerMix = s.Amounts.ModelsPerMix,
            Reason = s.Reason,
            Position = s.Position,
            NotNeeded = s.NotNeeded,
            RepairId = s.RepairId,
        };

    /// <summary>The step.</summary>
    public BenchStep ToStep() =>
        new(
            Id,
            BatchId,
            new StepKey(Ids.Parse<StepKind>(Kind), Piece, Occurrence),
            Occurrences,
            Ids.Parse<Side>(Side),
            new StepAmounts(SetupMinutes, SecondsPerModel)
            {
                Attention = Ids.Parse<Attention>(Attention),
                OneGo = OneGo,
                Mode = Mode is null ? null : Ids.Parse<SprayMode>(Mode),
                Product = ProductClass is null ? null : Ids.Parse<ProductClass>(ProductClass),
                Method = Method,
                Occurrences = Occurrences,
                WorkingMinutes = WorkingMinutes,
                ModelsPerMix = ModelsPerMix,
            },
            Reason,
            Position,
            NotNeeded
        )
        {
            RepairId = RepairId,
        };
}

/// <summary>An order, a wait or a window between two steps.</summary>
public sealed record EdgeRow
{
    /// <summary>The step before.</summary>
    public required Guid FromStep { get; init; }

    /// <summary>The step after.</summary>
    public required Guid ToStep { get; init; }

    /// <summary>The readiness waited for.</summary>
    [OneOf<Readiness>]
    public required string? Stage { get; init; }

    /// <summary>At least so long.</summary>
    [Range(0, 1_000_000)]
    public required int MinMinutes { get; init; }

    /// <summary>At most so long.</summary>
    [Range(0, 1_000_000)]
    public required int? MaxMinutes { get; init; }

    /// <summary>Shut from here, minutes.</summary>
    [Range(0, 1_000_000)]
    public required int? ForbidAfter { get; init; }

    /// <summary>Open again from here, minutes.</summary>
    [Range(0, 1_000_000)]
    public required int? ForbidUntil { get; init; }

    /// <summary>The rule behind it.</summary>
    [Text(Texts.Name, 0)]
    public required string Rule { get; init; }

    /// <summary>Its reason in words.</summary>
    [Text(Texts.Note, 0)]
    public required string Reason { get; init; }

    /// <summary>The row of an edge.</summary>
    public static EdgeRow Of(BenchEdge e) =>
        new()
        {
            FromStep = e.From,
            ToStep = e.To,
            Stage = e.Stage is { } stage ? Ids.Of(stage) : null,
            MinMinutes = e.MinMinutes,
            MaxMinutes = e.MaxMinutes,
            ForbidAfter = e.Forbidden?.Begin,
            ForbidUntil = e.Forbidden?.End,
            Rule = e.Rule,
            Reason = e.Reason,
        };

    /// <summary>The edge.</summary>
    public BenchEdge ToEdge() =>
        new(
            FromStep,
            ToStep,
            Stage is null ? null : Ids.Parse<Readiness>(Stage),
            MinMinutes,
            MaxMinutes,
            ForbidAfter is { } after && ForbidUntil is { } until ? new Span(after, until) : null,
            Rule,
            Reason
        );
}

/// <summary>A house rule: for the whole bench (neither unit nor batch), a unit, or a batch.</summary>
public sealed record HouseRuleChoiceRow
{
    /// <summary>Random identity.</summary>
    public required Guid Id { get; init; }

    /// <summary>The unit it is for.</summary>
    public required Guid? UnitId { get; init; }

    /// <summary>The batch it is for.</summary>
    public required Guid? BatchId { get; init; }

    /// <summary>The point where practitioners differ.</summary>
    [Text(40)]
    public required string School { get; init; }

    /// <summary>What was chosen.</summary>
    [Text(40)]
    public required string Option { get; init; }
}

/// <summary>A change of a batch's route.</summary>
public sealed record RouteChangeRow
{
    /// <summary>Random identity.</summary>
    public required Guid Id { get; init; }

    /// <summary>Its batch.</summary>
    public required Guid BatchId { get; init; }

    /// <summary>Its place among the batch's changes, from 1.</summary>
    [Range(1, 10_000)]
    public required int Number { get; init; }

    /// <summary>Skip, add, swap or reorder.</summary>
    [OneOf<ChangeKind>]
    public required string Kind { get; init; }

    /// <summary>The step it is about.</summary>
    [OneOf<StepKind>]
    public required string Step { get; init; }

    /// <summary>How it is done then.</summary>
    [Text(40, 0)]
    public required string? Method { get; init; }

    /// <summary>What with.</summary>
    [OneOf<ProductClass>]
    public required string? ProductClass { get; init; }

    /// <summary>The step it goes before.</summary>
    [OneOf<StepKind>]
    public required string? BeforeStep { get; init; }

    /// <summary>How binding the rules are that it breaks.</summary>
    [OneOf<Strength>]
    public required string Strength { get; init; }

    /// <summary>What was said of it.</summary>
    [Text(Texts.Note, 0)]
    public required string Consequence { get; init; }

    /// <summary>When it was made.</summary>
    public required Instant At { get; init; }

    /// <summary>The row of a change, under an id of the caller's: the core takes no chances.</summary>
    public static RouteChangeRow Of(Guid id, Guid batchId, KeptRouteChange k, int number) =>
        new()
        {
            Id = id,
            BatchId = batchId,
            Number = number,
            Kind = Ids.Of(k.Change.Kind),
            Step = Ids.Of(k.Change.Step),
            Method = k.Change.Method,
            ProductClass = k.Change.Product is { } product ? Ids.Of(product) : null,
            BeforeStep = k.Change.Before is { } before ? Ids.Of(before) : null,
            Strength = Ids.Of(k.Strength),
            Consequence = k.Consequence,
            At = k.At,
        };

    /// <summary>The change.</summary>
    public KeptRouteChange ToKept() =>
        new(
            new RouteChange(
                Ids.Parse<ChangeKind>(Kind),
                Ids.Parse<StepKind>(Step),
                Method,
                ProductClass is null ? null : Ids.Parse<ProductClass>(ProductClass),
                BeforeStep is null ? null : Ids.Parse<StepKind>(BeforeStep)
            ),
            Ids.Parse<Strength>(Strength),
            Consequence,
            At
        );
}
