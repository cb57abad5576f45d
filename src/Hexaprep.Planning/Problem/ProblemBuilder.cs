using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Computation;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Scheduling.Problems;
using NodaTime;

namespace Hexaprep.Planning.Problem;

/// <summary>Writes the plan's input from the bench: what is left to do, frozen work, sittings from now on.</summary>
public sealed partial class ProblemBuilder
{
    // Rinse, run clear, wipe: a rule of thumb of the trade.
    public const int AirbrushClean = 10;

    // Away with one thing, out with the other.
    private const int ChangeMinutes = 5;

    // What another batch begun in between is worth, and a spraying session left out between two passes of one coat: minutes of value.
    private const int ApartMinutes = 60,
        PassApartMinutes = 700;

    // Each day between the begin and the end of one job: what lies half done is in the way, and is begun anew in the head.
    private const int DayApartMinutes = 700;

    /// <summary>The names of what is scarce.</summary>
    public const string Handles = "handle",
        Rack = "rack";
    private readonly BenchIndex _bench;
    private readonly Instant _now;
    private readonly List<PlanChunk> _fixed = [];
    private readonly List<Span> _sittings = [];
    private readonly List<Span> _spray = [];
    private readonly Dictionary<SprayManner, List<Span>> _windows = [];
    private readonly Dictionary<Guid, Span> _past;
    private IReadOnlyList<Guid>? _waiting;
    private readonly IReadOnlyList<SharedMix> _mixes;

    private readonly Instant _until;
    private int _longest,
        _usual;

    /// <summary>The moment of minute 0: a Monday, 00:00 local.</summary>
    public Instant Origin { get; private set; }

    /// <summary>True where the calendar goes on behind the evenings that were laid.</summary>
    public bool MoreEvenings { get; private set; }

    // Evenings are laid at least to the moment given: a plan that follows another sees as far.
    public ProblemBuilder(BenchIndex bench, Instant now, IReadOnlyList<SharedMix> mixes, Instant? until = null)
    {
        (_bench, _now, _mixes, _until) = (bench, PlanIds.Minute(now), mixes, until ?? now);
        Origin = MondayOf(Earliest() - Duration.FromHours(6));
        _past = OnMinutes();
        // Spells that share their minutes are laid one before the other, and what was dated late may lie far back.
        while (_past.Values.Select(s => s.Begin).DefaultIfEmpty(0).Min() is < 0 and var before)
        {
            Origin = MondayOf(At(before));
            _past = OnMinutes();
        }
    }

    /// <summary>A plan of what this draft says.</summary>
    public BenchPlan Plan(PlanProblem problem, PlanResult result, int budget) => new(Origin, _now, budget, problem, result);

    /// <summary>Writes the input.</summary>
    public PlanProblem Problem()
    {
        LayCalendar();
        var state = _bench.State;
        var open = state.Batches.Where(b => _bench.StepsOf[b.Id].Any(s => !_bench.IsFinished(s))).ToList();
        var batches = open.Select(Draft).ToList();
        var units = state
            .Units.Where(u => open.Any(b => b.UnitId == u.Id))
            .Select(u => new PlanUnit(u.Id.ToString(), u.Weight) { Deadline = u.Deadline is { } day ? Minute(EndOf(day)) : null });
        LetThePastHoldItsHandles(batches);
        var horizon = _sittings.Count == 0 ? 0 : _sittings[^1].End;
        return new PlanProblem(
            "bench",
            horizon,
            PlanWeights.Default with
            {
                Changeover = ChangeMinutes,
                Interleave = ApartMinutes,
                Rounds = PassApartMinutes,
                Stretch = DayApartMinutes,
            },
            _sittings,
            _spray,
            [new PlanResource(Handles, state.Settings.Handles), new PlanResource(Rack, state.Settings.RackSlots)],
            new Dictionary<string, IReadOnlyDictionary<string, int>>(),
            [.. units],
            Shared(batches)
        )
        {
            Fixed = _fixed.Count == 0 ? null : _fixed,
            Windows = _windows.Count == 0 ? null : _windows.ToDictionary(w => w.Key.Name, w => (IReadOnlyList<Span>)w.Value),
            Places = WorkshopLimits.Places(state.House.Bench),
            Changeover = ChangeMinutes,
            Open = _sittings.Count > 0 && _sittings[0].Begin <= Minute(_now) ? true : null,
            Wet = Wet() is { Count: > 0 } wet ? wet : null,
            Closing = open.SelectMany(b => _bench.StepsOf[b.Id])
                .Any(s => s.Amounts is { Mode: not null, Method: "airbrush" } && !_bench.IsFinished(s))
                ? AirbrushClean
                : null,
        };
    }

    private PlanBatch Draft(Batch batch)
    {
        var steps = new List<PlanStep>();
        var arcs = new List<PlanArc>();
        var rests = new List<(BenchStep Step, string Mark)>();
        var route = _bench.StepsOf[batch.Id].ToList();
        var together = IsTogether(batch.Id);
        var mending = AddMending(batch, steps);
        foreach (var step in route)
        {
            // Models in repair come with the others where the batch waits for them, else behind; behind what is in hand in any case.
            var behind = _bench.Behind(step).Count;
            var waited = together && _bench.InHand?.StepId != step.Id ? behind : 0;
            var remaining = _bench.Remaining(step).Count + waited;
            var id = step.Id + PlanIds.Load(_bench.LoadAt(step));
            AddLate(step, behind - waited, steps);
            AddLaterLoads(step, steps, rests);
            if (PaintSessions.Has(step))
            {
                AddSessions(batch, step, id, waited, steps, arcs, rests);
                continue;
            }
            remaining -= AddInHand(batch, step, id, remaining, steps, arcs);
            AddPast(batch, step, steps);
            if (remaining <= 0)
                continue;
            steps.Add(Spec(step, id, remaining));
            rests.Add((step, PlanIds.MarkOf(id)));
        }
        if (
            !steps.Exists(s =>
                s.Id.EndsWith(PlanIds.Past, StringComparison.Ordinal) || s.Id.EndsWith(PlanIds.Hand, StringComparison.Ordinal)
            )
        )
            AddBeginning(batch, route, steps);
        var drafted = new DraftedSteps(steps);
        foreach (var (step, mark) in rests)
            arcs.AddRange(ArcsInto(step, mark, drafted, together));
        foreach (var step in route.Where(s => drafted.Of(s.Id, PlanIds.Late) is not null))
            arcs.AddRange(ArcsInto(step, PlanIds.Late, drafted, together));
        arcs.AddRange(LoadAfterLoad(batch, drafted));
        arcs.AddRange(
            AfterMending(route, drafted, mending, together)
                .Where(m => !arcs.Exists(a => a.FromBatch is null && a.From == m.From && a.To == m.To))
        );
        return new PlanBatch(
            batch.Id.ToString(),
            batch.UnitId.ToString(),
            batch.Traits.Models,
            steps,
            arcs,
            [.. Holds(batch, route, steps, drafted)]
        );
    }

    // What is in hand goes on; what it leaves of its load comes behind it.
    private int AddInHand(Batch batch, BenchStep step, string rest, int remaining, List<PlanStep> steps, List<PlanArc> arcs)
    {
        if (_bench.InHand is not { } spell || spell.StepId != step.Id)
            return 0;
        var (hand, taken) = (step.Id + PlanIds.Hand, TakeInHand(step, spell, remaining));
        steps.Add(Spec(step, hand, taken.Models));
        _fixed.Add(new PlanChunk(batch.Id.ToString(), hand, Minute(spell.BeganAt), taken.End, taken.Models));
        if (remaining > taken.ToDo)
            arcs.Add(new PlanArc(hand, rest, 0));
        return taken.ToDo;
    }

    private bool IsTogether(Guid batch) =>
        _bench.State.Repairs.Exists(r => r.BatchId == batch && r.Together && r.ModelIds.Any(_bench.IsHeld));

    private void AddLate(BenchStep step, int models, List<PlanStep> steps)
    {
        if (models > 0)
            steps.Add(Untouched(step, step.Id + PlanIds.Late, models));
    }

    // The loads behind the one whose turn it is.
    private void AddLaterLoads(BenchStep step, List<PlanStep> steps, List<(BenchStep Step, string Mark)> rests)
    {
        for (var load = _bench.LoadAt(step) + 1; load <= _bench.LoadsOf(step).Count; load++)
        {
            var models = _bench.RemainingIn(step, load).Count;
            if (models == 0)
                continue;
            steps.Add(Untouched(step, step.Id + PlanIds.Load(load), models));
            rests.Add((step, PlanIds.Load(load)));
        }
    }

    // A step for models that nobody has laid a hand on yet.
    private PlanStep Untouched(BenchStep step, string id, int models)
    {
        var spec = Spec(step, id, models);
        var each = Math.Max(1, step.Amounts.SecondsPerModel / 60);
        return PaintSessions.Has(step)
            ? spec with
            {
                PerModel = each,
                MaxChunks = PaintSessions.Most(models * each),
                Minutes = null,
                MinSession = PaintSessions.LeastMinutes,
            }
            : spec;
    }

    // Painting is minutes: what is in hand goes on to the end of the sitting, the rest is cut as evenings ask.
    private void AddSessions(
        Batch batch,
        BenchStep step,
        string id,
        int behind,
        List<PlanStep> steps,
        List<PlanArc> arcs,
        List<(BenchStep Step, string Mark)> rests
    )
    {
        var (left, models) = (
            PaintSessions.Left(_bench, step, _now) + behind * Math.Max(1, step.Amounts.SecondsPerModel / 60),
            _bench.Remaining(step).Count + behind
        );
        AddPast(batch, step, steps);
        if (_bench.InHand is { } spell && spell.StepId == step.Id)
        {
            var until = _sittings.Count > 0 && _sittings[0].Begin <= Minute(_now) ? _sittings[0].End : int.MaxValue;
            var end = Math.Min(Math.Max(until, Minute(_now) + 1), Minute(_now) + Math.Max(1, left));
            steps.Add(Spec(step, step.Id + PlanIds.Hand, 1));
            _fixed.Add(new PlanChunk(batch.Id.ToString(), step.Id + PlanIds.Hand, Minute(spell.BeganAt), end, 1));
            left -= end - Minute(_now);
            if (left > 0)
                arcs.Add(new PlanArc(step.Id + PlanIds.Hand, id, 0));
        }
        if (left <= 0)
            return;
        steps.Add(
            Spec(step, id, models) with
            {
                PerModel = (left + models - 1) / models,
                MaxChunks = PaintSessions.Most(left),
                Minutes = null,
                MinSession = PaintSessions.LeastMinutes,
            }
        );
        rests.Add((step, PlanIds.MarkOf(id)));
    }

    private PlanStep Spec(BenchStep step, string id, int count)
    {
        var a = step.Amounts;
        var even = a.SecondsPerModel % 60 == 0 && a.SecondsPerModel > 0 && a.ModelsPerMix is null;
        return new PlanStep(
            id,
            a.SetupMinutes,
            Math.Max(1, a.SecondsPerModel / 60),
            a.OneGo || a.Mode is not null ? 1 : Pieces(step, count),
            WaitAfter(step)
        )
        {
            Count = count == _bench.Batches[step.BatchId].Traits.Models ? null : count,
            Minutes = even ? null : _bench.HandsUpTo(step, count, _now),
            Mode = a.Mode is { } mode ? Ids.Of(mode) : null,
            Window = _windows.Count > 0 ? SprayManner.Of(_bench, step)?.Name : null,
            Attention = a.Attention == Attention.Hands ? null : Ids.Of(a.Attention),
            Pass = a.Mode is null && step.Key.Occurrence > 1 && step.Key.Kind.Coats() && !PaintSessions.Has(step) ? true : null,
            Trifle = StepDefinition.Of(step.Key.Kind).IsTrifle ? true : null,
            // A look is part of the work it looks at: no change of tools between them.
            Kind = Ids.Of(StepDefinition.Of(step.Key.Kind).LooksAt ?? step.Key.Kind),
            Dust =
                WorkshopLimits.IsShared(_bench.HouseOf(step.BatchId))
                && WorkshopLimits.MakesDust(step.Key.Kind, _bench.HouseOf(step.BatchId))
                    ? true
                    : null,
            Wet = id.EndsWith(PlanIds.Past, StringComparison.Ordinal) ? null : WetAfter(step),
        };
    }

    // A job is done in one go where a usual sitting holds it; a longer one is cut into pieces that fill sittings with whole models, with
    // two to spare for shorter ones.
    private int Pieces(BenchStep step, int count)
    {
        if (_bench.Hands(step, count, _now) <= _usual)
            return 1;
        var inOne = Enumerable.Range(1, count).TakeWhile(n => _bench.Hands(step, n, _now) <= _usual).DefaultIfEmpty(1).Last();
        return Math.Min(count, (count + inOne - 1) / inOne + 2);
    }

    // How long dust would settle in what a step lays.
    private int? WetAfter(BenchStep step) =>
        step.Key.Kind.Coats() && step.Amounts.Product is { } product && DryingModel.Knows(product, Readiness.Touch)
            ? _bench.Expected(step, Readiness.Touch, _now).Sure
            : null;

    // The coats that are not touch-dry now.
    private List<Span> Wet() => [.. RoomWetness.Coats(_bench, _now).Select(until => new Span(Minute(_now), MinuteUp(until)))];

    // A unit is done when its last coat may be handled. Other coats are in the way until the next step may touch them.
    private int WaitAfter(BenchStep step) =>
        step.Key.Kind is StepKind.FinalCoat or StepKind.BaseFinish && step.Amounts.Product is { } product
            ? _bench.Expected(step, Readiness.Handle, _now).Sure
        : step.Amounts.Mode is null ? 0
        : _bench
            .EdgesOutOf[step.Id]
            .Where(e => e.Stage is not null)
            .Select(e => ByTest.Minutes(_bench, e, step, _now))
            .DefaultIfEmpty(0)
            .Min();
}
