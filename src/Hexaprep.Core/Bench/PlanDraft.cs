using Hexaprep.Core.Drying;
using Hexaprep.Core.Routes;
using Hexaprep.Core.Scheduling;
using Hexaprep.Core.Wording;
using NodaTime;

// Long: one translation, bench to problem; cut in two it would be read twice.
namespace Hexaprep.Core.Bench;

/// <summary>Writes the plan's input from the bench: what is left to do, frozen work, sittings from now on.</summary>
public sealed partial class PlanDraft
{
    // No plan looks farther ahead: what finds no place by then says so.
    private const int LongestDays = 1100;

    // Longer than any horizon: a window that never opens again.
    private const int NeverMinutes = 1_000_000_000;

    // Rinse, run clear, wipe: a rule of thumb of the trade.
    internal const int AirbrushClean = 10;

    // A step that pauses pays its set-up again each time: it is cut no finer than its length asks for.
    private const int FewestCuts = 3,
        MinutesACut = 45;

    // Shorter than any night.
    private const int LookWithinMinutes = 240;

    // Away with one thing, out with the other.
    private const int ChangeMinutes = 5;

    // What a spraying session left out between two passes is worth, and another batch begun in between: minutes of value.
    private const int ApartMinutes = 60;

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
    private int _longest;

    /// <summary>The moment of minute 0: a Monday, 00:00 local.</summary>
    internal Instant Origin { get; }

    /// <summary>True where the calendar goes on behind the evenings that were laid.</summary>
    internal bool MoreEvenings { get; private set; }

    // Evenings are laid at least to the moment given: a plan that follows another sees as far.
    internal PlanDraft(BenchIndex bench, Instant now, IReadOnlyList<SharedMix> mixes, Instant? until = null)
    {
        (_bench, _now, _mixes, _until) = (bench, PlanIds.Minute(now), mixes, until ?? now);
        Origin = MondayOf(Earliest() - Duration.FromHours(6));
        _past = OnMinutes();
    }

    /// <summary>A plan of what this draft says.</summary>
    internal BenchPlan Plan(PlanProblem problem, PlanResult result, int budget) => new(Origin, _now, budget, problem, result);

    /// <summary>Writes the input.</summary>
    internal PlanProblem Problem()
    {
        LayCalendar();
        var state = _bench.State;
        var open = state.Batches.Where(b => _bench.StepsOf[b.Id].Any(s => !_bench.IsFinished(s))).ToList();
        var batches = open.Select(Draft).ToList();
        var units = state
            .Units.Where(u => open.Any(b => b.UnitId == u.Id))
            .Select(u => new PlanUnit(u.Id.ToString(), u.Weight) { Deadline = u.Deadline is { } day ? Minute(EndOf(day)) : null });
        var horizon = _sittings.Count == 0 ? 0 : _sittings[^1].End;
        return new PlanProblem(
            "bench",
            horizon,
            PlanWeights.Default with
            {
                Changeover = ChangeMinutes,
                Interleave = ApartMinutes,
                Rounds = ApartMinutes,
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
            Places = Room.Places(state.House.Bench),
            Changeover = ChangeMinutes,
            Open = _sittings.Count > 0 && _sittings[0].Begin <= Minute(_now) ? true : null,
            Wet = Wet() is { Count: > 0 } wet ? wet : null,
            Closing = open.SelectMany(b => _bench.StepsOf[b.Id])
                .Any(s => s.Amounts is { Mode: not null, Method: "airbrush" } && !_bench.IsFinished(s))
                ? AirbrushClean
                : null,
        };
    }

    private PlanBatch Draft(Roster.Batch batch)
    {
        var steps = new List<PlanStep>();
        var arcs = new List<PlanArc>();
        var rests = new HashSet<Guid>();
        var route = _bench.StepsOf[batch.Id].ToList();
        var together = IsTogether(batch.Id);
        foreach (var step in route)
        {
            // Models in repair come with the others where the batch waits for them, else behind; behind what is in hand in any case.
            var behind = _bench.Behind(step).Count;
            var waited = together && _bench.InHand?.StepId != step.Id ? behind : 0;
            var remaining = _bench.Remaining(step).Count + waited;
            if (Sessions.Has(step))
            {
                AddSessions(batch, step, waited, steps, arcs, rests);
                AddLate(step, behind - waited, steps);
                continue;
            }
            AddLate(step, behind - waited, steps);
            if (_bench.InHand is { } spell && spell.StepId == step.Id)
            {
                var taken = TakeInHand(step, spell, remaining);
                steps.Add(Spec(step, step.Id + PlanIds.Hand, taken.Models));
                _fixed.Add(new PlanChunk(batch.Id.ToString(), step.Id + PlanIds.Hand, Minute(spell.BeganAt), taken.End, taken.Models));
                remaining -= taken.ToDo;
                if (remaining > 0)
                    arcs.Add(new PlanArc(step.Id + PlanIds.Hand, step.Id.ToString(), 0));
            }
            AddPast(batch, step, steps);
            if (remaining <= 0)
                continue;
            steps.Add(Spec(step, step.Id.ToString(), remaining));
            rests.Add(step.Id);
        }
        if (
            !steps.Exists(s =>
                s.Id.EndsWith(PlanIds.Past, StringComparison.Ordinal) || s.Id.EndsWith(PlanIds.Hand, StringComparison.Ordinal)
            )
        )
            AddBeginning(batch, route, steps);
        var drafted = new DraftedSteps(steps);
        foreach (var step in route.Where(s => rests.Contains(s.Id)))
            arcs.AddRange(ArcsInto(step, "", drafted, together));
        foreach (var step in route.Where(s => drafted.Of(s.Id, PlanIds.Late) is not null))
            arcs.AddRange(ArcsInto(step, PlanIds.Late, drafted, together));
        return new PlanBatch(
            batch.Id.ToString(),
            batch.UnitId.ToString(),
            batch.Traits.Models,
            steps,
            arcs,
            [.. Holds(batch, route, steps, drafted)]
        );
    }

    private bool IsTogether(Guid batch) =>
        _bench.State.Repairs.Exists(r => r.BatchId == batch && r.Together && r.ModelIds.Any(_bench.IsHeld));

    private void AddLate(BenchStep step, int models, List<PlanStep> steps)
    {
        if (models == 0)
            return;
        var late = Spec(step, step.Id + PlanIds.Late, models);
        var minutes = models * Math.Max(1, step.Amounts.SecondsPerModel / 60);
        steps.Add(
            Sessions.Has(step)
                ? late with
                {
                    PerModel = Math.Max(1, step.Amounts.SecondsPerModel / 60),
                    MaxChunks = Sessions.Most(minutes),
                    Minutes = null,
                    MinSession = Sessions.LeastMinutes,
                }
                : late
        );
    }

    // Painting is minutes: what is in hand goes on to the end of the sitting, the rest is cut as evenings ask.
    private void AddSessions(Roster.Batch batch, BenchStep step, int behind, List<PlanStep> steps, List<PlanArc> arcs, HashSet<Guid> rests)
    {
        var (left, models) = (
            Sessions.Left(_bench, step, _now) + behind * Math.Max(1, step.Amounts.SecondsPerModel / 60),
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
                arcs.Add(new PlanArc(step.Id + PlanIds.Hand, step.Id.ToString(), 0));
        }
        if (left <= 0)
            return;
        steps.Add(
            Spec(step, step.Id.ToString(), models) with
            {
                PerModel = (left + models - 1) / models,
                MaxChunks = Sessions.Most(left),
                Minutes = null,
                MinSession = Sessions.LeastMinutes,
            }
        );
        rests.Add(step.Id);
    }

    private PlanStep Spec(BenchStep step, string id, int count)
    {
        var a = step.Amounts;
        var even = a.SecondsPerModel % 60 == 0 && a.SecondsPerModel > 0 && a.ModelsPerMix is null;
        return new PlanStep(
            id,
            a.SetupMinutes,
            Math.Max(1, a.SecondsPerModel / 60),
            a.OneGo || a.Mode is not null ? 1 : Math.Min(count, Math.Max(FewestCuts, _bench.Hands(step, count, _now) / MinutesACut)),
            WaitAfter(step)
        )
        {
            Count = count == _bench.Batches[step.BatchId].Traits.Models ? null : count,
            Minutes = even ? null : _bench.HandsUpTo(step, count, _now),
            Mode = a.Mode is { } mode ? Ids.Of(mode) : null,
            Window = _windows.Count > 0 ? SprayManner.Of(_bench, step)?.Name : null,
            Attention = a.Attention == Attention.Hands ? null : Ids.Of(a.Attention),
            Trifle = StepFacts.Of(step.Key.Kind).IsTrifle ? true : null,
            // A look is part of the work it looks at: no change of tools between them.
            Kind = Ids.Of(StepFacts.Of(step.Key.Kind).LooksAt ?? step.Key.Kind),
            Dust = Room.IsShared(_bench.HouseOf(step.BatchId)) && Room.MakesDust(step.Key.Kind, _bench.HouseOf(step.BatchId)) ? true : null,
            Wet = id.EndsWith(PlanIds.Past, StringComparison.Ordinal) ? null : WetAfter(step),
        };
    }

    // How long dust would settle in what a step lays.
    private int? WetAfter(BenchStep step) =>
        step.Key.Kind.Coats() && step.Amounts.Product is { } product && DryingModel.Knows(product, Readiness.Touch)
            ? _bench.Expected(step, Readiness.Touch, _now).Sure
            : null;

    // The coats that are not touch-dry now.
    private List<Span> Wet() => [.. WetRoom.Coats(_bench, _now).Select(until => new Span(Minute(_now), MinuteUp(until)))];

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

    // A label's closing time holds for every model, an arc between batches: with models done in the same order the longest gap any
    // model sees is longer than the
    // batches' by the second step's set-up and the pace of the slower step, and a minute for the first one's end, which a plan rounds
    // up. What is left under the least wait is shut: then it waits for the reopening.
    private PlanArc Windowed(PlanArc arc, BenchEdge edge, BenchStep from, BenchStep to)
    {
        if (
            edge.Stage != Readiness.Recoat
            || from.Amounts.Product is not { } product
            || _bench.Drying.WindowOf(from.Key.Kind, product, from.Amounts.Method, _bench.Drying.AirAt(_now))
                is not { Forbidden: { } forbidden }
        )
            return arc;
        var models = _bench.Remaining(to).Count;
        var spread =
            to.Amounts.SetupMinutes
            + 1
            + (int)Math.Ceiling((models - 1) * Math.Max(from.Amounts.SecondsPerModel, to.Amounts.SecondsPerModel) / 60.0);
        var closes = (int)Math.Floor(forbidden.From) - spread;
        var reopens = forbidden.To is { } again ? (int)Math.Ceiling(again) : (int?)null;
        if (closes < arc.Min)
            return arc with { Min = Math.Max(arc.Min, reopens ?? NeverMinutes) };
        return reopens is { } r ? arc with { Forbid = new Span(closes, r) } : arc with { Max = closes };
    }

    // How much of the step in hand this sitting still takes, counted from its last tick.
    private (int Models, int ToDo, int End) TakeInHand(BenchStep step, Spell spell, int remaining)
    {
        var ticks = _bench.TicksOf[step.Id].Where(t => t.SpellId == spell.Id).ToList();
        var from =
            ticks.Count > 0 ? ticks.Max(t => t.At)
            : step.Amounts.WorkingMinutes is not null && PuttyMix.MadeAt(_bench, spell) < spell.BeganAt ? spell.BeganAt
            : spell.BeganAt + Duration.FromMinutes(step.Amounts.SetupMinutes);
        var until = _sittings.Count > 0 && _sittings[0].Begin <= Minute(_now) ? _sittings[0].End : int.MaxValue;
        int End(int models) =>
            Math.Max(Minute(_now) + 1, Minute(from + Duration.FromSeconds((long)models * step.Amounts.SecondsPerModel + 59)));
        var take = remaining;
        while (take > 1 && End(take) > until && !step.Amounts.OneGo)
            take--;
        return (ticks.Count + take, take, End(take));
    }

    // Frozen work is named only where something still waits for it.
    private void AddPast(Roster.Batch batch, BenchStep step, List<PlanStep> steps)
    {
        var spells = _bench
            .SpellsOf[step.Id]
            .Where(s => s.EndedAt is not null)
            .Select(s => (Spell: s, Models: _bench.TicksOf[step.Id].Count(t => t.SpellId == s.Id)))
            .Where(s => s.Models > 0)
            .ToList();
        if (spells.Count == 0 || !Matters(step))
            return;
        steps.Add(Spec(step, step.Id + PlanIds.Past, spells.Sum(s => s.Models)));
        foreach (var (spell, models) in spells)
        {
            var span = _past[spell.Id];
            _fixed.Add(new PlanChunk(batch.Id.ToString(), step.Id + PlanIds.Past, span.Begin, span.End, models));
        }
    }

    // A batch that was begun holds its unit's place, though nothing waits for what was done: one stretch stands for it, before all else.
    private void AddBeginning(Roster.Batch batch, List<BenchStep> route, List<PlanStep> steps)
    {
        var done = route.Select(s => (Step: s, Models: _bench.TicksOf[s.Id].Count())).LastOrDefault(s => s.Models > 0);
        if (done.Step is null)
            return;
        var at = 0;
        while (_fixed.Exists(c => c.Start <= at && at < c.End) || _past.Values.Any(s => s.Begin <= at && at < s.End))
            at++;
        var id = done.Step.Id + PlanIds.Past;
        steps.Add(Spec(done.Step, id, done.Models));
        _fixed.Add(new PlanChunk(batch.Id.ToString(), id, at, at + 1, done.Models));
    }

    // Spells on the plan's minutes: each at least one long and none over another, pushed earlier where several share a minute.
    private Dictionary<Guid, Span> OnMinutes()
    {
        var limit = _bench.InHand is { } open ? Minute(open.BeganAt) : Minute(_now);
        var spans = new Dictionary<Guid, Span>();
        // What ended before all that matters still is of no concern.
        var since =
            Waiting().SelectMany(s => _bench.SpellsOf[s]).Select(s => s.EndedAt).OfType<Instant>().DefaultIfEmpty(_now).Min()
            - Duration.FromSeconds(1);
        foreach (var spell in _bench.EndedAfter(since))
        {
            var end = Math.Min(limit, Minute(spell.EndedAt!.Value));
            limit = Math.Min(end - 1, Minute(spell.BeganAt));
            spans[spell.Id] = new Span(limit, end);
        }
        return spans;
    }

    // Steps done, wholly or in part, that something still waits for: they lie in batches that are not through, or that dry.
    private IEnumerable<Guid> Waiting() =>
        _waiting ??= [
            .. _bench
                .State.Batches.SelectMany(b => _bench.AllStepsOf[b.Id])
                .Where(s => _bench.SpellsOf[s.Id].Any() && Matters(s))
                .Select(s => s.Id),
        ];

    private bool Matters(BenchStep step) => (step.Key.Kind == StepKind.Handle && !Released(step.BatchId)) || SafeFor(step) > _now;

    private bool Released(Guid batchId) => _bench.StepsOf[batchId].Where(s => s.Key.Kind == StepKind.Release).All(_bench.IsFinished);

    // The latest moment at which what a step left is safe for all that its followers ask for.
    private Instant SafeFor(BenchStep step)
    {
        var stages = _bench.EdgesOutOf[step.Id].Select(e => e.Stage).OfType<Readiness>().Distinct().ToList();
        var held = _bench.EdgesOutOf[step.Id].Select(e => Holding.Until(_bench, e)).OfType<Instant>();
        return (
            from coat in _bench.CoatsOf(step.Id)
            from s in stages
            let times = _bench.TimesOf(coat, s)
            where times is not null
            select times.Sure
        )
            .Concat(held)
            .DefaultIfEmpty(Instant.MinValue)
            .Max();
    }

    private IEnumerable<PlanArc> ArcsInto(BenchStep step, string mark, DraftedSteps drafted, bool together)
    {
        var to = drafted.Of(step.Id, mark)!;
        foreach (var edge in _bench.EdgesInto[step.Id])
        {
            var from = _bench.Steps[edge.From];
            var (open, late) = (drafted.Of(edge.From), drafted.Of(edge.From, PlanIds.Late));
            // A repair holds its own models: the batch only where it waits for them.
            if (from.RepairId is not null && step.RepairId is null && mark.Length == 0 && !together)
                continue;
            // What comes behind the step in hand is waited for too.
            if (mark.Length == 0 && together && late is not null)
                yield return new PlanArc(late, to, ByTest.Minutes(_bench, edge, from, _now));
            var behind = mark.Length > 0 ? late : null;
            if (mark.Length > 0 && behind is null && from.RepairId is null && open is not null)
                continue;
            if ((behind ?? open) is { } id)
                yield return Windowed(
                    new PlanArc(id, to, ByTest.Minutes(_bench, edge, from, _now))
                    {
                        Max = edge.MaxMinutes ?? SameSitting(edge, from, step),
                        Forbid = edge.Forbidden,
                    },
                    edge,
                    from,
                    step
                );
            if (behind is not null)
                continue;
            if (drafted.Of(edge.From, PlanIds.Hand) is { } hand)
                yield return Windowed(new PlanArc(hand, to, ByTest.Minutes(_bench, edge, from, _now)), edge, from, step);
            if (drafted.Of(edge.From, PlanIds.Past) is { } past && (edge.Stage is not null || Holding.Is(edge)))
            {
                var end = _fixed.Where(c => c.Step == past).Max(c => c.End);
                var safe = _bench
                    .CoatsOf(edge.From)
                    .Select(c => ByTest.From(_bench, edge, c))
                    .Append(Holding.Until(_bench, edge))
                    .OfType<Instant>()
                    .DefaultIfEmpty(Instant.MinValue)
                    .Max();
                var min = safe == Instant.MinValue ? 0 : Math.Max(0, MinuteUp(safe) - end);
                yield return Windowed(new PlanArc(past, to, min), edge, from, step);
            }
        }
    }

    // A look at what does not dry closes the work it looks at: nobody comes back another day for it. Where no sitting has room for both,
    // it waits for the next.
    private int? SameSitting(BenchEdge edge, BenchStep from, BenchStep step) =>
        IsLookAt(edge, step)
        && !_bench.EdgesInto[step.Id].Any(e => IsLookAt(e, step) && _bench.Steps[e.From].Position > from.Position)
        && LeastMinutes(from) + _bench.Hands(step, Math.Max(1, _bench.Remaining(step).Count), _now) <= _longest
            ? LookWithinMinutes
            : null;

    private static bool IsLookAt(BenchEdge edge, BenchStep step) =>
        edge.Stage is null && edge.MinMinutes == 0 && StepFacts.Of(step.Key.Kind).LooksAt is not null;

    // The least that a sitting must have room for.
    private int LeastMinutes(BenchStep step) =>
        _bench.Hands(step, step.Amounts.OneGo ? Math.Max(1, _bench.Remaining(step).Count) : 1, _now);

    private static IEnumerable<PlanHold> Holds(Roster.Batch batch, List<BenchStep> route, List<PlanStep> steps, DraftedSteps drafted) =>
        [.. OnHandles(batch, route, steps, drafted), .. OnRack(route, drafted)];

    // A coat dries in its slot until it may be handled.
    private static IEnumerable<PlanHold> OnRack(List<BenchStep> route, DraftedSteps drafted) =>
        from step in route
        where step.Amounts.Mode is not null
        from mark in new[] { "", PlanIds.Hand, PlanIds.Past, PlanIds.Late }
        let id = drafted.Of(step.Id, mark)
        where id is not null
        select new PlanHold(Rack, 1, new PlanEdge(id, "start"), new PlanEdge(id, "ready"));

    private static IEnumerable<PlanHold> OnHandles(Roster.Batch batch, List<BenchStep> route, List<PlanStep> steps, DraftedSteps drafted)
    {
        var mount = route.FirstOrDefault(s => s.Key.Kind == StepKind.Handle);
        var release = route.FirstOrDefault(s => s.Key.Kind == StepKind.Release);
        if (mount is null || release is null)
            yield break;
        var from = drafted.Of(mount.Id, PlanIds.Past) ?? drafted.Of(mount.Id, PlanIds.Hand) ?? drafted.Of(mount.Id);
        var late = drafted.Of(release.Id, PlanIds.Late);
        if (from is null)
            yield break;
        // Those that come behind keep their handles until they are through.
        var behind = late is null ? 0 : steps.First(s => s.Id == late).Count ?? batch.Traits.Models;
        if (drafted.Of(release.Id) is { } open && batch.Traits.Models > behind)
            yield return new PlanHold(Handles, batch.Traits.Models - behind, new PlanEdge(from, "start"), new PlanEdge(open, "end"));
        if (late is not null)
            yield return new PlanHold(Handles, behind, new PlanEdge(from, "start"), new PlanEdge(late, "end"));
    }

    private void LayCalendar()
    {
        // Each step's own product, method and place: where no forecast speaks, they do not differ.
        if (_bench.State.Forecast.Count > 0)
            foreach (var step in _bench.State.Steps.Where(s => s.NotNeeded is null && !_bench.IsFinished(s)))
                if (SprayManner.Of(_bench, step) is { } manner)
                    _windows.TryAdd(manner, []);
        // Enough sittings for all hands-on work twice over, with room for the waits; where that is too few, Make asks for more.
        var need =
            2
            * _bench
                .State.Steps.Where(s => s.NotNeeded is null)
                .Sum(s => _bench.Hands(s, _bench.Remaining(s).Count + _bench.Behind(s).Count, _now));
        var have = 0;
        var least = _now + Duration.FromDays(42);
        foreach (var sitting in _bench.State.Settings.Calendar.From(_now, LongestDays))
        {
            if (have >= need && sitting.Begin > least && sitting.Begin > _until)
            {
                MoreEvenings = true;
                break;
            }
            var span = new Span(Math.Max(Minute(_now), Minute(sitting.Begin)), Minute(sitting.End));
            if (span.Length <= 0)
                continue;
            _sittings.Add(span);
            _longest = Math.Max(_longest, span.Length);
            if (sitting.FitForSpray)
            {
                _spray.AddRange(SprayHours.Within(_bench, _bench.Manner, span, At));
                foreach (var (manner, spans) in _windows)
                    spans.AddRange(SprayHours.Within(_bench, manner, span, At));
            }
            have += span.Length;
        }
    }

    /// <summary>The end of the last evening that was laid.</summary>
    internal Instant LastEvening => _sittings.Count == 0 ? _now + Duration.FromDays(LongestDays) : At(_sittings[^1].End);

    private Instant Earliest()
    {
        var open = _bench.InHand is { } spell ? Instant.Min(_now, spell.BeganAt) : _now;
        var waiting = Waiting().SelectMany(s => _bench.SpellsOf[s]).Select(s => s.BeganAt);
        return waiting.Append(open).Min();
    }

    private Instant MondayOf(Instant moment)
    {
        var date = moment.InZone(_bench.State.Settings.Zone).Date;
        var monday = date.DayOfWeek == IsoDayOfWeek.Monday ? date : date.Previous(IsoDayOfWeek.Monday);
        return _bench.State.Settings.Zone.AtStartOfDay(monday).ToInstant();
    }

    private Instant EndOf(LocalDate day) => _bench.State.Settings.Zone.AtStartOfDay(day.PlusDays(1)).ToInstant();

    private Instant At(int minute) => Origin + Duration.FromMinutes(minute);

    /// <summary>The minute that a moment lies in.</summary>
    internal int Minute(Instant moment) => (int)Math.Floor((moment - Origin).TotalMinutes);

    private int MinuteUp(Instant moment) => (int)Math.Ceiling((moment - Origin).TotalMinutes);
}
