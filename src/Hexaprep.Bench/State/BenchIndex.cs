using System.Collections.Concurrent;
using System.Collections.Immutable;
using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.State;

/// <summary>A bench state with everything looked up once. Moved by changes it looks up anew only what they touch: an act costs what
/// its batch is large,
/// whatever the log holds.</summary>
public sealed partial class BenchIndex
{
    private readonly BenchRoster _roster;
    private readonly ImmutableDictionary<Guid, BatchWork> _work;
    private readonly BenchHistory _history;
    private readonly Lazy<IReadOnlyList<Coat>> _awaited;
    private readonly Lazy<IReadOnlyList<Flaw>> _openFlaws;
    private readonly Lazy<SprayManner> _manner;
    private readonly Lazy<int> _onHandles;
    private readonly ConcurrentDictionary<SprayManner, IReadOnlyList<(Instant From, Instant To, FitHours Hours)>> _fit = new();

    /// <summary>Indexes a state.</summary>
    public BenchIndex(BenchState state)
        : this(state, new BenchRoster(state), null, BenchHistory.Of(state)) { }

    private BenchIndex(BenchState state, BenchRoster roster, ImmutableDictionary<Guid, BatchWork>? work, BenchHistory history)
    {
        (Whole, State, _roster, _history) = (state, roster.OnBench(state), roster, history);
        _work = work ?? WorkOf(state, roster);
        Drying = history.Book(c => c.StepId == Guid.Empty ? HouseRuleChoices.Default : HouseOf(Steps[c.StepId].BatchId));
        InHand = state.Spells.FindLast(s => s.EndedAt is null);
        _awaited = new(() => [.. OnBench().SelectMany(w => w.Awaited(this)).OrderBy(c => c.StartedAt).ThenBy(c => c.Id)]);
        _manner = new(() => SprayHours.MostOf(this));
        _onHandles = new(() => OnBench().Sum(w => w.OnHandles));
        _openFlaws = new(() => [.. OnBench().SelectMany(w => w.OpenFlaws).OrderBy(f => f.NotedAt).ThenBy(f => f.Id)]);
    }

    private IEnumerable<BatchWork> OnBench() => _work.Where(w => !_roster.IsOff(w.Key)).Select(w => w.Value);

    /// <summary>The bench after changes: what they do not touch is looked up no second time.</summary>
    public BenchIndex With(IReadOnlyList<Change> changes) => After(Whole.With(changes), changes);

    /// <summary>The bench after a write.</summary>
    public BenchIndex With(Decision decision) => After(Whole.With(decision), decision.Changes);

    private BenchIndex After(BenchState next, IReadOnlyList<Change> changes)
    {
        var roster = _roster.IsOf(next) ? _roster : new BenchRoster(next);
        var logs = new Dictionary<Guid, BenchLog>();
        var gone = new HashSet<Guid>();
        foreach (var change in changes)
            Follow(change, next, logs, gone);
        var work = _work.RemoveRange(gone);
        // Other handles make other loads, and so do other ways to hold.
        var (handles, others) = (next.Settings.Handles, next.Settings.Handles != State.Settings.Handles);
        bool HeldOtherwise(Guid batch) =>
            others || (!ReferenceEquals(roster, _roster) && roster.HandleUses.GetValueOrDefault(batch) != _roster.HandleUses[batch]);
        foreach (var batch in work.Keys.Where(b => !logs.ContainsKey(b) && HeldOtherwise(b)).ToList())
            logs[batch] = work[batch].Log;
        foreach (var (batch, log) in logs.Where(l => roster.Batches.ContainsKey(l.Key)))
            work = work.SetItem(batch, Work(log, roster, batch, handles));
        return new BenchIndex(next, roster, work, _history.After(Whole, next, changes));
    }

    // The log of every batch that a change touches, moved by it.
    private void Follow(Change change, BenchState next, Dictionary<Guid, BenchLog> logs, HashSet<Guid> gone)
    {
        BenchLog LogOf(Guid batch) =>
            logs.TryGetValue(batch, out var log) ? log
            : _work.TryGetValue(batch, out var work) ? work.Log
            : BenchLog.Empty;
        switch (change)
        {
            case Change.UnitsJoined c:
                foreach (var batch in c.Units.SelectMany(u => u.Batches))
                    logs[batch.Id] = BenchLog.Empty;
                break;
            case Change.BatchAdded c:
                logs[c.Batch.Id] = BenchLog.Empty;
                break;
            case Change.BatchGone c:
                gone.Add(c.BatchId);
                break;
            case Change.ModelsSet c:
                foreach (var batch in c.Models.Select(m => m.BatchId).Distinct())
                    logs[batch] = LogOf(batch);
                break;
            case Change.RouteSet c:
                logs[c.BatchId] = LogOf(c.BatchId);
                break;
            case Change.TestsLeftOut c:
                foreach (
                    var batch in next
                        .Coats.Where(k => k.Tests.Any(t => c.TestIds.Contains(t.Id)))
                        .Select(k => Steps[k.StepId].BatchId)
                        .Distinct()
                        .ToList()
                )
                    logs[batch] = LogOf(batch) with { Coats = [.. next.Coats.Where(k => Steps[k.StepId].BatchId == batch)] };
                break;
            default:
                if (StepOf(change, next) is { } step)
                    logs[Steps[step].BatchId] = LogOf(Steps[step].BatchId).With(change);
                break;
        }
    }

    // The step a change of work is about; null for other changes. What it names lies at the end of the log nearly always.
    private Guid? StepOf(Change change, BenchState next)
    {
        Guid? StepOfCoat(Guid id) => (State.Coats.FindLast(k => k.Id == id) ?? next.Coats.FindLast(k => k.Id == id))?.StepId;
        Guid? StepOfFlaw(Guid id) => next.Flaws.FindLast(f => f.Id == id)?.StepId;
        return change switch
        {
            Change.SpellOpened c => c.Spell.StepId,
            Change.SpellEnded c => next.Spells.FindLast(s => s.Id == c.SpellId)?.StepId,
            Change.Ticked c => c.Tick.StepId,
            Change.Unticked c => c.StepId,
            Change.PassTicked c => c.Tick.StepId,
            Change.PassUnticked c => c.StepId,
            Change.CoatBegun c => c.Coat.StepId,
            Change.CoatSet c => StepOfCoat(c.CoatId),
            Change.CoatGone c => StepOfCoat(c.CoatId),
            Change.CoatTested c => StepOfCoat(c.CoatId),
            Change.CoatCorrected c => StepOfCoat(c.CoatId),
            Change.CoatBroughtIn c => StepOfCoat(c.CoatId),
            Change.CoatTimed c => StepOfCoat(c.CoatId),
            Change.FlawNoted c => c.Flaw.StepId,
            Change.FlawClosed c => StepOfFlaw(c.FlawId),
            Change.FlawReopened c => StepOfFlaw(c.FlawId),
            Change.RepairTaken c => StepOfFlaw(c.FlawIds[0]),
            Change.RepairGone c => State.Flaws.FindLast(f => f.RepairId == c.RepairId)?.StepId,
            _ => null,
        };
    }

    private static ImmutableDictionary<Guid, BatchWork> WorkOf(BenchState state, BenchRoster roster)
    {
        Guid BatchOf(Guid step) => roster.Steps[step].BatchId;
        var spells = state.Spells.ToLookup(s => BatchOf(s.StepId));
        var ticks = state.Ticks.ToLookup(t => BatchOf(t.StepId));
        var passes = state.Passes.ToLookup(t => BatchOf(t.StepId));
        var coats = state.Coats.ToLookup(c => BatchOf(c.StepId));
        var flaws = state.Flaws.ToLookup(f => BatchOf(f.StepId));
        return state.Batches.ToImmutableDictionary(
            b => b.Id,
            b =>
                Work(
                    new BenchLog([.. spells[b.Id]], [.. ticks[b.Id]], [.. coats[b.Id]], [.. flaws[b.Id]]) { Passes = [.. passes[b.Id]] },
                    roster,
                    b.Id,
                    state.Settings.Handles
                )
        );
    }

    private static BatchWork Work(BenchLog log, BenchRoster roster, Guid batch, int handles) =>
        new(log, [.. roster.AllStepsOf[batch]], [.. roster.ModelsOf[batch]], roster.Repairs, handles, roster.HandleUses[batch]);

    /// <summary>What lies on the bench, and all that was done: of units that are off the bench nothing is left to do.</summary>
    public BenchState State { get; }

    /// <summary>All there is, the units off the bench among it: what is kept and carried away.</summary>
    public BenchState Whole { get; }

    /// <summary>Units by id.</summary>
    public IReadOnlyDictionary<Guid, Unit> Units => _roster.Units;

    /// <summary>Batches by id.</summary>
    public IReadOnlyDictionary<Guid, Batch> Batches => _roster.Batches;

    /// <summary>The batches of a unit, in order.</summary>
    public ILookup<Guid, Batch> BatchesOf => _roster.BatchesOf;

    /// <summary>Steps by id, those not needed among them.</summary>
    public IReadOnlyDictionary<Guid, BenchStep> Steps => _roster.Steps;

    /// <summary>The needed steps of a batch, in route order.</summary>
    public ILookup<Guid, BenchStep> StepsOf => _roster.StepsOf;

    /// <summary>All steps of a batch, those not needed among them, in order.</summary>
    public ILookup<Guid, BenchStep> AllStepsOf => _roster.AllStepsOf;

    /// <summary>The models of a batch, by number.</summary>
    public ILookup<Guid, BenchModel> ModelsOf => _roster.ModelsOf;

    /// <summary>Models by id.</summary>
    public IReadOnlyDictionary<Guid, BenchModel> Models => _roster.Models;

    /// <summary>Edges by their later step.</summary>
    public ILookup<Guid, BenchEdge> EdgesInto => _roster.EdgesInto;

    /// <summary>Edges by their earlier step.</summary>
    public ILookup<Guid, BenchEdge> EdgesOutOf => _roster.EdgesOutOf;

    /// <summary>The models that are wholly through a step, by the tick of their last piece.</summary>
    public ByStep<Tick> TicksOf => new(id => WorkOn(id)?.Ticks[id] ?? []);

    /// <summary>Every piece that is through a step.</summary>
    public ByStep<Tick> PieceTicksOf => new(id => WorkOn(id)?.PieceTicks[id] ?? []);

    /// <summary>The passes of a session of painting that models have had.</summary>
    public ByStep<PassTick> PassTicksOf => new(id => WorkOn(id)?.PassTicks[id] ?? []);

    /// <summary>Spells of a step, oldest first.</summary>
    public ByStep<WorkInterval> SpellsOf => new(id => WorkOn(id)?.Spells[id] ?? []);

    /// <summary>The open spell, or null when hands are free.</summary>
    public WorkInterval? InHand { get; }

    /// <summary>Spells that were put down or finished, by their end: the newest stands last.</summary>
    public IReadOnlyList<WorkInterval> EndedSpells => _history.Ended;

    /// <summary>Spells that ended after a moment, the newest first: costs what it gives.</summary>
    public IEnumerable<WorkInterval> EndedAfter(Instant moment) => Backwards(EndedSpells).TakeWhile(s => s.EndedAt > moment);

    /// <summary>Ticks from a moment on, the newest first: costs what it gives.</summary>
    public IEnumerable<Tick> TicksFrom(Instant moment) => Backwards(State.Ticks).TakeWhile(t => t.At >= moment);

    /// <summary>Passes from a moment on, the newest first.</summary>
    public IEnumerable<PassTick> PassesFrom(Instant moment) => Backwards(State.Passes).TakeWhile(t => t.At >= moment);

    /// <summary>The house rules that hold for a batch.</summary>
    public HouseRuleChoices HouseOf(Guid batchId) => _roster.Houses[batchId];

    /// <summary>What the route of a step's batch is derived from.</summary>
    public Job JobOf(BenchStep step) => State.JobOf(Batches[step.BatchId]);

    /// <summary>The times of a coat for a readiness; null while it goes on.</summary>
    public SafeTimes? TimesOf(Coat coat, Readiness stage) => Drying.When(coat, stage);

    /// <summary>The coats that some step not finished yet waits for; a log of years has few of them.</summary>
    public IReadOnlyList<Coat> AwaitedCoats => _awaited.Value;

    /// <summary>Flaws not mended yet, the oldest first.</summary>
    public IReadOnlyList<Flaw> OpenFlaws => _openFlaws.Value;

    /// <summary>How the bench sprays most.</summary>
    public SprayManner Manner => _manner.Value;

    /// <summary>The stretches of the forecast that are fit for a manner of spraying.</summary>
    public IReadOnlyList<(Instant From, Instant To, FitHours Hours)> FitHoursOf(SprayManner manner) =>
        _fit.GetOrAdd(manner, m => SprayHours.Stretches(this, m));

    /// <summary>Names of the units whose coats are known: those on the bench, and those of coats from files.</summary>
    public IReadOnlyList<string> CoatedUnits => _history.CoatedUnits;

    /// <summary>Coats laid here by the id of their product, as they were laid.</summary>
    public IReadOnlyList<Coat> LaidOf(string product) => _history.Products.LaidOf(product);

    /// <summary>What dries how on this bench.</summary>
    public DryingBook Drying { get; }

    /// <summary>The wait a step will leave for a readiness, in the air there is.</summary>
    public WaitBand Expected(BenchStep step, Readiness stage, Instant now) =>
        Drying.Expected(
            step.Key.Kind,
            step.Amounts.Product!.Value,
            step.Amounts.Method,
            stage,
            HouseOf(step.BatchId),
            now,
            step.Key.Occurrence - 1
        );

    /// <summary>Minutes of hands for so many models of a step, begun at a moment: where one mix does not take all of them in the air of
    /// then, another is mixed.</summary>
    public int Hands(BenchStep step, int models, Instant at) =>
        Effort.Minutes(step.Amounts.SetupMinutes, step.Amounts.SecondsPerModel, PuttyMix.TermsOf(this, step, at)?.Models, models);

    /// <summary>The same for one model, for two, and so on.</summary>
    public int[] HandsUpTo(BenchStep step, int models, Instant at)
    {
        var (a, mix) = (step.Amounts, PuttyMix.TermsOf(this, step, at)?.Models);
        var minutes = new int[models];
        for (var n = 1; n <= models; n++)
            minutes[n - 1] = Effort.Minutes(a.SetupMinutes, a.SecondsPerModel, mix, n);
        return minutes;
    }

    /// <summary>The repair a step is part of; null for a step of the route.</summary>
    public BenchRepair? RepairOf(BenchStep step) => step.RepairId is { } id ? _roster.Repairs.GetValueOrDefault(id) : null;

    /// <summary>The models a step is for: the batch's, or a repair's own.</summary>
    public IReadOnlyList<BenchModel> ModelsAt(BenchStep step) =>
        step.RepairId is null
            ? [.. ModelsOf[step.BatchId]]
            : [.. ModelsOf[step.BatchId].Where(m => RepairOf(step)?.ModelIds.Contains(m.Id) == true)];

    /// <summary>The models that a flaw holds and that will come to a step of the route behind the others, when they are mended.</summary>
    public IReadOnlyList<BenchModel> Behind(BenchStep step) => _work[step.BatchId].Behind.GetValueOrDefault(step.Id, []);

    /// <summary>The mixes written down for a unit, by area.</summary>
    public IReadOnlyList<Recipe> RecipesOf(Guid unitId) => [.. Whole.Recipes.Where(r => r.UnitId == unitId)];

    /// <summary>Every flaw of a batch, closed ones among them, the oldest first.</summary>
    public IReadOnlyList<Flaw> FlawsOf(Guid batchId) => _work[batchId].Log.Flaws;

    /// <summary>True when a flaw holds the model back.</summary>
    public bool IsHeld(Guid modelId) => Models.TryGetValue(modelId, out var model) && _work[model.BatchId].Held.Contains(modelId);

    /// <summary>True when the model went through the step.</summary>
    public bool IsDone(Guid stepId, Guid modelId) => WorkOn(stepId)?.IsDone(stepId, modelId) ?? false;

    /// <summary>The models whose turn it is at a step: all that still have to go through it, of a batch that goes in loads those of the
    /// first load that is not through; those held back left out.</summary>
    public IReadOnlyList<BenchModel> Remaining(BenchStep step) => _work[step.BatchId].Remaining(step.Id);

    /// <summary>How many models still have to go through a step, of whatever load, those held back among them.</summary>
    public int Left(BenchStep step) => _work[step.BatchId].Left(step.Id).Count + Behind(step).Count;

    /// <summary>How many handles are taken.</summary>
    public int OnHandles => _onHandles.Value;

    /// <summary>True when every model is through it: one that is held back is not.</summary>
    public bool IsFinished(BenchStep step) => Left(step) == 0;

    /// <summary>The same by id; false for a step that is not on the bench.</summary>
    public bool IsFinished(Guid stepId) => Steps.TryGetValue(stepId, out var step) && TicksOf[stepId].Any() && IsFinished(step);

    /// <summary>True when something was done or noted at a step: it is never taken away.</summary>
    public bool HasHistory(Guid stepId) =>
        State.Touched.Contains(stepId)
        || (
            WorkOn(stepId) is { } work
            && (work.PieceTicks.Contains(stepId) || work.Spells.Contains(stepId) || work.Log.Flaws.Exists(f => f.StepId == stepId))
        );

    /// <summary>The coat a step left on a model last, or null.</summary>
    public Coat? LastCoat(Guid stepId, Guid modelId) => CoatsOf(stepId).Where(c => c.ModelIds.Contains(modelId)).MaxBy(c => c.StartedAt);

    /// <summary>All coats of a step.</summary>
    public IEnumerable<Coat> CoatsOf(Guid stepId) => WorkOn(stepId)?.Coats[stepId] ?? [];

    /// <summary>How far a unit has come. It is under way from the first touch of one of its steps until nothing of it is left.</summary>
    public Standing StandingOf(Guid unitId)
    {
        var steps = BatchesOf[unitId].SelectMany(b => StepsOf[b.Id]).ToList();
        return steps.TrueForAll(IsFinished) ? Standing.Finished
            : steps.Exists(s => s.Id == InHand?.StepId) ? Standing.InHand
            : steps.Exists(s => TicksOf[s.Id].Any() || SpellsOf[s.Id].Any()) ? Standing.UnderWay
            : Standing.NotBegun;
    }

    /// <summary>The unit of a step.</summary>
    public Unit UnitOf(BenchStep step) => Units[Batches[step.BatchId].UnitId];

    /// <summary>The unit's name, with the batch's where the unit has several.</summary>
    public string NameOf(BenchStep step) => NameOf(Batches[step.BatchId]);

    /// <summary>The unit's name, with the batch's where it has one.</summary>
    public string NameOf(Batch batch) => batch.Name.Length == 0 ? Units[batch.UnitId].Name : $"{Units[batch.UnitId].Name}, {batch.Name}";

    /// <summary>The step's title, its coat or session number with it.</summary>
    public static string TitleOf(BenchStep step) =>
        step.RepairId is not null ? RepairWords.TitleOf(step.Key.Kind, step.Amounts.Method)
        : step is { Key.Kind: StepKind.Sand, Amounts.Method: WorkshopLimits.ByScraping } ? "Scrape the fills"
        : StepWords.TitleOf(step.Key.Kind, step.Key.Occurrence, step.Of);

    private BatchWork? WorkOn(Guid stepId) => Steps.TryGetValue(stepId, out var step) ? _work[step.BatchId] : null;

    private static IEnumerable<T> Backwards<T>(IReadOnlyList<T> list)
    {
        for (var i = list.Count - 1; i >= 0; i--)
            yield return list[i];
    }
}

/// <summary>How far a unit has come, in the order in which a person asks for them.</summary>
public enum Standing
{
    InHand,
    UnderWay,
    NotBegun,
    Finished,
}

/// <summary>Something of each step, by the step's id; nothing for a step that is not on the bench.</summary>
public readonly struct ByStep<T>(Func<Guid, IEnumerable<T>> of)
{
    /// <summary>What the step has.</summary>
    public IEnumerable<T> this[Guid stepId] => of(stepId);
}
