using System.Collections.Immutable;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Scheduling.Problems;
using NodaTime;

namespace Hexaprep.Bench.State;

/// <summary>A step of a stored route, with the identity it was given when it was first derived.</summary>
public sealed record BenchStep(
    Guid Id,
    Guid BatchId,
    StepKey Key,
    int Of,
    Side Side,
    StepAmounts Amounts,
    string Reason,
    int Position,
    string? NotNeeded = null
)
{
    /// <summary>The repair it is a step of; null for a step of the route.</summary>
    public Guid? RepairId { get; init; }

    /// <summary>Minutes of hands for this many models at 21 °C; what a mix takes in the air of a moment is asked of <see
    /// cref="BenchIndex.Hands"/>.</summary>
    public int HandsMinutes(int models) => Effort.Minutes(Amounts.SetupMinutes, Amounts.SecondsPerModel, Amounts.ModelsPerMix, models);
}

/// <summary>An edge of a stored route.</summary>
public sealed record BenchEdge(
    Guid From,
    Guid To,
    Readiness? Stage,
    int MinMinutes,
    int? MaxMinutes,
    Span? Forbidden,
    string Rule,
    string Reason
);

/// <summary>A spell of hands on one step: open until it is put down or finished.</summary>
public sealed record WorkInterval(Guid Id, Guid StepId, Instant BeganAt, Instant? EndedAt)
{
    /// <summary>What spoke against it where it was begun against advice, or logged although it was not allowed; null for none.</summary>
    public string? Against { get; init; }
}

/// <summary>One model through one step.</summary>
public sealed record Tick(Guid StepId, Guid ModelId, Guid PieceId, Guid SpellId, Instant At);

/// <summary>A model had one pass of a session of painting; had it all, it has its tick as well.</summary>
/// <param name="StepId">The session.</param>
/// <param name="ModelId">The model.</param>
/// <param name="Pass">Which of the session's passes, from 1.</param>
/// <param name="SpellId">The spell of hands it was done in.</param>
/// <param name="At">When.</param>
public sealed record PassTick(Guid StepId, Guid ModelId, int Pass, Guid SpellId, Instant At);

/// <summary>How a flaw was closed.</summary>
public enum FlawEnd
{
    /// <summary>It is gone.</summary>
    Mended,

    /// <summary>It stays: good enough.</summary>
    Accepted,

    /// <summary>It stays: another part or the base covers it.</summary>
    Hidden,
}

/// <summary>A flaw noted on a model; it holds the model back until it is closed.</summary>
/// <param name="Id">Random identity.</param>
/// <param name="StepId">The step at which it was seen.</param>
/// <param name="ModelId">Its model.</param>
/// <param name="PieceId">Its piece.</param>
/// <param name="Place">Where on it.</param>
/// <param name="Words">What it is, in words.</param>
/// <param name="NotedAt">When it was seen.</param>
/// <param name="MendedAt">When it was closed.</param>
public sealed record Flaw(Guid Id, Guid StepId, Guid ModelId, Guid PieceId, string Place, string Words, Instant NotedAt, Instant? MendedAt)
{
    /// <summary>What kind it is; null where it was told in free words.</summary>
    public FlawKind? Kind { get; init; }

    /// <summary>How it was closed; null while it is open.</summary>
    public FlawEnd? End { get; init; }

    /// <summary>Why it was left; null for none.</summary>
    public string? Reason { get; init; }

    /// <summary>The repair that was taken for it; null for none.</summary>
    public Guid? RepairId { get; init; }

    /// <summary>What the log named as its cause when it was closed; null where it named none.</summary>
    public CauseId? Cause { get; init; }

    /// <summary>True while it is open and nobody has chosen its repair.</summary>
    public bool AwaitsRepair => MendedAt is null && RepairId is null;
}

/// <summary>A repair that was put in the plan: its steps stand in the batch's route and are for its models alone.</summary>
/// <param name="Id">Random identity.</param>
/// <param name="BatchId">The batch.</param>
/// <param name="Plan">Which repair, by its outside name.</param>
/// <param name="Together">The batch waits for its models; false: they follow behind.</param>
/// <param name="TakenAt">When it was taken.</param>
/// <param name="ModelIds">Its models.</param>
public sealed record BenchRepair(Guid Id, Guid BatchId, string Plan, bool Together, Instant TakenAt, IReadOnlyList<Guid> ModelIds);

/// <summary>A mix written down: by area, in parts, in the person's own words.</summary>
/// <param name="Id">Random identity.</param>
/// <param name="UnitId">Its unit.</param>
/// <param name="Area">Where it is used, 1 to 60 characters.</param>
/// <param name="Mix">The mix, 1 to 200 characters: "2 dark green : 1 bone".</param>
/// <param name="At">When it was written down.</param>
public sealed record Recipe(Guid Id, Guid UnitId, string Area, string Mix, Instant At);

/// <summary>A model as the bench counts it; one piece until it is split.</summary>
/// <param name="Id">Random identity.</param>
/// <param name="BatchId">Its batch.</param>
/// <param name="Number">Its number in the batch, from 1.</param>
/// <param name="PieceId">Its first piece.</param>
public sealed record BenchModel(Guid Id, Guid BatchId, int Number, Guid PieceId)
{
    /// <summary>Its other pieces, in the order of their numbers, from 2.</summary>
    public IReadOnlyList<Guid> OtherPieces { get; init; } = [];

    /// <summary>The pieces a step is about: one of them, or all.</summary>
    /// <param name="number">The piece's number, from 1; null for whole models.</param>
    public IReadOnlyList<Guid> Pieces(int? number) =>
        number switch
        {
            null => [PieceId, .. OtherPieces],
            1 => [PieceId],
            { } n => OtherPieces.Skip(n - 2).Take(1).ToList(),
        };
}

/// <summary>What the person set: zone, sittings, handles, rack.</summary>
public sealed record BenchSettings(SittingCalendar Calendar, int Handles)
{
    /// <summary>Rack slots of a new bench.</summary>
    public const int UsualRackSlots = 6;

    /// <summary>How many batches can dry at once, 1 to 100: a slot takes the models of one coat.</summary>
    public int RackSlots { get; init; } = UsualRackSlots;

    /// <summary>Rises with every edit.</summary>
    public int Version { get; init; } = 1;

    /// <summary>The user's time zone.</summary>
    public DateTimeZone Zone => Calendar.Zone;
}

/// <summary>The house rules: the bench's, and those of single units and batches laid over them.</summary>
/// <param name="Bench">For the whole bench.</param>
/// <param name="Narrower">By the id of a unit or a batch.</param>
public sealed record HouseRuleSet(HouseRuleChoices Bench, ImmutableDictionary<Guid, HouseRuleChoices> Narrower)
{
    /// <summary>All defaults.</summary>
    public static readonly HouseRuleSet Default = new(HouseRuleChoices.Default, ImmutableDictionary<Guid, HouseRuleChoices>.Empty);

    /// <summary>The rules that hold for a batch.</summary>
    public HouseRuleChoices For(Batch batch) => Bench.Under(Of(batch.UnitId)).Under(Of(batch.Id));

    /// <summary>What was chosen for one unit or batch alone.</summary>
    public HouseRuleChoices Of(Guid unitOrBatch) => Narrower.GetValueOrDefault(unitOrBatch, HouseRuleChoices.Default);

    /// <summary>The book with one choice made, for the whole bench where <paramref name="scope"/> is null, else for a unit or batch; a
    /// null option takes a
    /// narrower choice back.</summary>
    public HouseRuleSet With(Guid? scope, HouseRule school, string? option)
    {
        HouseRuleChoices Set(HouseRuleChoices rules) => option is null ? new(rules.Chosen.Remove(school.Id)) : rules.With(school, option);
        return scope is { } id ? this with { Narrower = Narrower.SetItem(id, Set(Of(id))) } : this with { Bench = Set(Bench) };
    }
}

/// <summary>Everything the bench knows, at one moment of its history.</summary>
public sealed record BenchState(
    BenchSettings Settings,
    HouseRuleSet House,
    ImmutableList<Unit> Units,
    ImmutableList<Batch> Batches,
    ImmutableList<BenchModel> Models,
    ImmutableList<BenchStep> Steps,
    ImmutableList<BenchEdge> Edges,
    ImmutableList<WorkInterval> Spells,
    ImmutableList<Tick> Ticks,
    ImmutableList<Coat> Coats,
    ImmutableList<Flaw> Flaws
)
{
    /// <summary>Passes of painting that models have had, oldest first.</summary>
    public ImmutableList<PassTick> Passes { get; init; } = [];

    /// <summary>Clocks the bench remembers.</summary>
    public const int MostClocks = 50;

    /// <summary>What users changed of their batches' routes, oldest first; batches without changes are not in it.</summary>
    public ImmutableDictionary<Guid, ImmutableList<KeptRouteChange>> Changes { get; init; } =
        ImmutableDictionary<Guid, ImmutableList<KeptRouteChange>>.Empty;

    /// <summary>Repairs that were put in the plan, oldest first.</summary>
    public ImmutableList<BenchRepair> Repairs { get; init; } = [];

    /// <summary>Mixes written down, by area.</summary>
    public ImmutableList<Recipe> Recipes { get; init; } = [];

    /// <summary>Photos of models, the oldest first.</summary>
    public ImmutableList<Photo> Photos { get; init; } = [];

    /// <summary>The questions of the first visit were answered.</summary>
    public bool HouseAsked { get; init; }

    /// <summary>Steps that the logbook names: they have a history and are never taken away.</summary>
    public ImmutableHashSet<Guid> Touched { get; init; } = [];

    /// <summary>Labels of products, as the user entered them.</summary>
    public IReadOnlyList<ProductLabel> Labels => [.. Products.Select(p => p.Label).OfType<ProductLabel>()];

    /// <summary>The products of this bench, by class, method and use.</summary>
    public ImmutableList<ShelfProduct> Products { get; init; } = [];

    /// <summary>Air read at the bench and outdoors, oldest first.</summary>
    public ImmutableList<AirReading> Readings { get; init; } = [];

    /// <summary>Coats brought in from files.</summary>
    public ImmutableList<PastCoat> PastCoats { get; init; } = [];

    /// <summary>The forecast, hour by hour; empty where there is none.</summary>
    public ImmutableList<ForecastHour> Forecast { get; init; } = [];

    /// <summary>Who the forecast came from; null without one.</summary>
    public string? ForecastFrom { get; init; }

    /// <summary>When the forecast was taken.</summary>
    public Instant? ForecastAt { get; init; }

    /// <summary>Waits of minutes started at the bench, oldest first: the last <see cref="MostClocks"/>.</summary>
    public ImmutableList<BenchClock> Clocks { get; init; } = [];

    /// <summary>Transfers that were put in the water, oldest first.</summary>
    public ImmutableList<SoakedTransfer> Soaked { get; init; } = [];

    /// <summary>What a batch's route is derived from.</summary>
    public Job JobOf(Batch batch) =>
        new(batch.Traits, House.For(batch), Changes.TryGetValue(batch.Id, out var kept) ? [.. kept.Select(k => k.Change)] : [])
        {
            KnowsTheKit = Batches.TakeWhile(b => b.Id != batch.Id).Any(b => b.UnitId == batch.UnitId && b.Traits.IsTheKitOf(batch.Traits)),
        };

    /// <summary>The state without the units that are off the bench; what was done to them stays in it.</summary>
    public BenchState OnBench()
    {
        var off = Units.Where(u => u.OffSince is not null).Select(u => u.Id).ToHashSet();
        if (off.Count == 0)
            return this;
        var batches = Batches.Where(b => off.Contains(b.UnitId)).Select(b => b.Id).ToHashSet();
        var steps = Steps.Where(s => batches.Contains(s.BatchId)).Select(s => s.Id).ToHashSet();
        return this with
        {
            Units = Units.RemoveAll(u => off.Contains(u.Id)),
            Batches = Batches.RemoveAll(b => batches.Contains(b.Id)),
            Models = Models.RemoveAll(m => batches.Contains(m.BatchId)),
            Steps = Steps.RemoveAll(s => steps.Contains(s.Id)),
            Edges = Edges.RemoveAll(e => steps.Contains(e.To)),
        };
    }

    /// <summary>What was done, apart from what is to be done.</summary>
    public BenchLog Log => new(Spells, Ticks, Coats, Flaws) { Passes = Passes };

    /// <summary>An empty bench.</summary>
    public static BenchState Empty(BenchSettings settings) => new(settings, HouseRuleSet.Default, [], [], [], [], [], [], [], [], []);
}
