using Hexaprep.Craft.Drying;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.State;

/// <summary>A change of the bench, as Core decided it. The same change moves the value in memory (<see cref="Changes"/>) and the
/// tables.</summary>
public abstract record Change
{
    /// <summary>Hands go to a step.</summary>
    public sealed record SpellOpened(WorkInterval Spell) : Change;

    /// <summary>Hands leave it, or (null) come back to it.</summary>
    public sealed record SpellEnded(Guid SpellId, Instant? At) : Change;

    /// <summary>A model went through a step.</summary>
    public sealed record Ticked(Tick Tick) : Change;

    /// <summary>It did not after all.</summary>
    public sealed record Unticked(Guid StepId, Guid ModelId, Guid PieceId) : Change;

    /// <summary>A model had a pass of painting.</summary>
    public sealed record PassTicked(PassTick Tick) : Change;

    /// <summary>It had it not after all.</summary>
    public sealed record PassUnticked(Guid StepId, Guid ModelId, int Pass) : Change;

    /// <summary>A coat begins.</summary>
    public sealed record CoatBegun(Coat Coat) : Change;

    /// <summary>A coat's end and models as they now are.</summary>
    public sealed record CoatSet(Guid CoatId, Instant? EndedAt, IReadOnlyList<Guid> ModelIds, IReadOnlyList<Guid> PieceIds) : Change;

    /// <summary>A coat is on no model any more.</summary>
    public sealed record CoatGone(Guid CoatId) : Change;

    /// <summary>A test was made.</summary>
    public sealed record CoatTested(Guid CoatId, CoatTest Test) : Change;

    /// <summary>What is known of a coat was put right.</summary>
    public sealed record CoatCorrected(Guid CoatId, Film Film, double? AirC, double? HumidityPct) : Change;

    /// <summary>A coat that was sprayed outdoors was carried in.</summary>
    public sealed record CoatBroughtIn(Guid CoatId, Instant At) : Change;

    /// <summary>When a coat began and ended was put right.</summary>
    public sealed record CoatTimed(Guid CoatId, Instant StartedAt, Instant EndedAt) : Change;

    /// <summary>A clock of minutes was started.</summary>
    public sealed record ClockStarted(BenchClock Clock) : Change;

    /// <summary>A clock of minutes was stopped.</summary>
    public sealed record ClockStopped(Guid ClockId, Instant At) : Change;

    /// <summary>Transfers went into the water, as one group.</summary>
    public sealed record TransfersWetted(IReadOnlyList<SoakedTransfer> Transfers) : Change;

    /// <summary>What became of a transfer in the water.</summary>
    public sealed record TransferSet(SoakedTransfer Transfer) : Change;

    /// <summary>A flaw was noted.</summary>
    public sealed record FlawNoted(Flaw Flaw) : Change;

    /// <summary>A flaw was closed.</summary>
    public sealed record FlawClosed(Guid FlawId, Instant At, FlawEnd End, string? Reason, CauseId? Cause) : Change;

    /// <summary>A flaw is open again.</summary>
    public sealed record FlawReopened(Guid FlawId) : Change;

    /// <summary>A repair was put in the plan for these flaws; its steps follow as <see cref="RouteSet"/>.</summary>
    public sealed record RepairTaken(BenchRepair Repair, IReadOnlyList<Guid> FlawIds) : Change;

    /// <summary>A repair was taken back before it was begun; its steps have gone as <see cref="RouteSet"/>.</summary>
    public sealed record RepairGone(Guid RepairId) : Change;

    /// <summary>A mix as it now is written down.</summary>
    public sealed record RecipeSet(Recipe Recipe) : Change;

    /// <summary>A mix is no longer written down.</summary>
    public sealed record RecipeGone(Guid RecipeId) : Change;

    /// <summary>A photo is kept, with its picture.</summary>
    public sealed record PhotoKept(Photo Photo, byte[] Jpeg) : Change;

    /// <summary>A photo is taken out.</summary>
    public sealed record PhotoGone(Guid PhotoId) : Change;

    /// <summary>Units come to the bench, after those that are there; their routes follow as <see cref="RouteSet"/>.</summary>
    public sealed record UnitsJoined(IReadOnlyList<NewUnit> Units) : Change;

    /// <summary>A unit as it now is.</summary>
    public sealed record UnitSet(Unit Unit) : Change;

    /// <summary>A batch as it now is.</summary>
    public sealed record BatchSet(Batch Batch) : Change;

    /// <summary>A batch comes to the bench, behind another one.</summary>
    public sealed record BatchAdded(Batch Batch, Guid After) : Change;

    /// <summary>A batch nobody worked on leaves the bench, with its route, choices and changes. Its models have gone to another
    /// before.</summary>
    public sealed record BatchGone(Guid BatchId) : Change;

    /// <summary>Models as they now are: another batch, another number.</summary>
    public sealed record ModelsSet(IReadOnlyList<BenchModel> Models) : Change;

    /// <summary>The parts of unknown material in a batch are of this one. The batch itself follows as <see cref="BatchSet"/>.</summary>
    public sealed record PartsNamed(Guid BatchId, Material Material) : Change;

    /// <summary>The parts of a batch's models as they now are, by the piece they belong to. The batch itself has them as its
    /// kit.</summary>
    public sealed record PartsLaid(Guid BatchId, IReadOnlyList<(Guid PieceId, Part Part)> Parts) : Change;

    /// <summary>The route of a batch as it now is, with the steps that are no longer needed but have a history.</summary>
    public sealed record RouteSet(Guid BatchId, IReadOnlyList<BenchStep> Steps, IReadOnlyList<BenchEdge> Edges) : Change;

    /// <summary>What the user changed of a batch's route, as it now is, oldest first.</summary>
    public sealed record RouteChangesSet(Guid BatchId, IReadOnlyList<KeptRouteChange> Kept) : Change;

    /// <summary>An option is followed at a point, for the bench, a unit or a batch; null takes a narrower choice back.</summary>
    public sealed record ChoiceSet(Guid? UnitId, Guid? BatchId, HouseRule School, string? Option) : Change;

    /// <summary>The questions of the first visit were answered.</summary>
    public sealed record HouseAsked : Change;

    /// <summary>Zone, sittings, handles and rack as they now are.</summary>
    public sealed record SettingsSet(BenchSettings Settings) : Change;

    /// <summary>Air was read.</summary>
    public sealed record AirRead(AirReading Reading) : Change;

    /// <summary>A forecast takes the place of the one there was.</summary>
    public sealed record ForecastTaken(string From, Instant At, IReadOnlyList<ForecastHour> Hours) : Change;

    /// <summary>A product comes to the shelf, or is another than it was: its label, its containers.</summary>
    public sealed record ProductShelved(ShelfProduct Product) : Change;

    /// <summary>Coats laid before were brought in.</summary>
    public sealed record CoatsBrought(IReadOnlyList<PastCoat> Coats) : Change;

    /// <summary>Tests are left out of what is learned, or put back; those of past coats go by the coat's id.</summary>
    public sealed record TestsLeftOut(IReadOnlyList<Guid> TestIds, bool LeftOut) : Change;
}

/// <summary>What a write does: the changes, and the logbook entry that tells of it.</summary>
/// <param name="Kind">The entry's kind, as the logbook spells it.</param>
/// <param name="At">When it happened.</param>
/// <param name="StepId">The step it is about, or null.</param>
/// <param name="Detail">What the entry tells.</param>
/// <param name="Changes">In order; none where only the entry is written.</param>
public sealed record Decision(string Kind, Instant At, Guid? StepId, object Detail, IReadOnlyList<Change> Changes);
