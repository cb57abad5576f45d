using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Problem;
using Hexaprep.Planning.Reasons;
using Hexaprep.Planning.WhatIf;
using Hexaprep.Scheduling.Bounds;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Scheduling.Timetables;
using Hexaprep.Screens.BenchScreen;
using NodaTime;

// Long: the view and its parts are read together.
namespace Hexaprep.Screens.PlanScreen;

/// <summary>The plan: when each unit is done and what holds it.</summary>
public sealed record PlanView(
    Instant Now,
    string Zone,
    Instant MadeAt,
    int Seed,
    int Budget,
    ProofView Proof,
    PlanShift? Shift,
    IReadOnlyList<PromiseView> Promises,
    IReadOnlyList<PlanSittingView> Sittings,
    IReadOnlyList<BightView> Waits,
    IReadOnlyList<UnplacedView> Unplaced,
    IReadOnlyList<PlanRuleView> Rules
)
{
    /// <summary>True while the bench or the clock has moved on and the next plan is on its way, or a better one is looked for.</summary>
    public required bool Renewing { get; init; }

    /// <summary>True for the first plan of a bench until it was bettered: its dates will move, and are not shown yet.</summary>
    public bool IsFirst { get; init; }

    /// <summary>True while a better plan is looked for behind the one that stands.</summary>
    public bool Bettering { get; init; }

    /// <summary>A better plan that would bring somebody home later, or change what is about to be done: the person's to choose.</summary>
    public OfferedPlan? Offer { get; init; }

    /// <summary>True where a better plan has taken another's place by itself or was taken: one act goes back.</summary>
    public bool CanGoBack { get; init; }

    /// <summary>When the plan was made, in words, e.g. "20:12".</summary>
    public required string MadeAtText { get; init; }

    /// <summary>False while the proof and the dates with one repair are still being worked out.</summary>
    public required bool HasRepairs { get; init; }

    /// <summary>Where the spray band comes from, in a line.</summary>
    public string SprayWords { get; init; } = "";

    /// <summary>Sprays whose weather is assumed though their month rarely allows it, the soonest first: at most ten.</summary>
    public required IReadOnlyList<AssumedAirView> AssumedAir { get; init; }

    /// <summary>Which gaps are filled from one mix, and what that saves; a line each.</summary>
    public required IReadOnlyList<string> Mixes { get; init; }
}

/// <summary>A better plan than the one in force, and what it wins and loses for each unit.</summary>
/// <param name="MadeAt">With its value, what it is taken by.</param>
/// <param name="Value">Its value.</param>
/// <param name="Second">How it compares.</param>
public sealed record OfferedPlan(Instant MadeAt, long Value, WhatIfView Second)
{
    /// <summary>Compares it.</summary>
    public static OfferedPlan Of(BenchIndex bench, BenchPlan plan, BenchPlan offer, Instant now) =>
        new(offer.MadeAt, offer.Result.Schedule.Z ?? 0, WhatIf.Offered(bench, plan, offer, now));
}

/// <summary>How good the plan is, proven.</summary>
/// <param name="Value">Its value; lower is better.</param>
/// <param name="Bound">No plan has a lower one.</param>
/// <param name="Words">What that means for a person: how much work is left, and when it can be done at the soonest.</param>
/// <param name="ShortMinutes">Minutes by which the sittings fall short of what is due; 0 when they do not.</param>
/// <param name="Detail">How far this plan may be from the best one.</param>
public sealed record ProofView(long Value, long Bound, string Words, int ShortMinutes, string Detail);

/// <summary>A rule of the calendar, and what keeps it; null where it is advice to the person.</summary>
public sealed record PlanRuleView(string Text, string? KeptBy);

/// <summary>When a unit is done.</summary>
/// <param name="Done">Null while some of it finds no place.</param>
/// <param name="NotBefore">No plan can finish sooner, even with the bench to itself.</param>
/// <param name="Difference">What lies between the two, in words.</param>
public sealed record PromiseView(
    Guid UnitId,
    string Unit,
    string Mark,
    Hexagon Hexagon,
    Instant? Done,
    string DoneDay,
    string DoneTime,
    Instant? NotBefore,
    string NotBeforeText,
    string Difference,
    LocalDate? Deadline,
    string DeadlineText,
    bool Late,
    int Weight,
    int HandsLeft
)
{
    /// <summary>When it is done if one repair after the primer gate is needed; the deadline is judged by it. Null when none can
    /// be.</summary>
    public Instant? WithRepair { get; init; }

    /// <summary>The same in words.</summary>
    public string WithRepairText { get; init; } = "";

    /// <summary>It came since the plan was made: its date is on its way.</summary>
    public required bool BeingPlanned { get; init; }

    /// <summary>How far it has come.</summary>
    public required Standing Standing { get; init; }

    /// <summary>Its step that is planned next; null where none is.</summary>
    public Guid? NextStep { get; init; }

    /// <summary>By what it comes too late, and what could be left out to keep the day; empty where it is in time.</summary>
    public string LateBy { get; init; } = "";

    /// <summary>Why no plan can meet the deadline; empty when one may.</summary>
    public string Impossible { get; init; } = "";
}

/// <summary>A sitting of the plan.</summary>
public sealed record PlanSittingView(
    Instant Begin,
    Instant End,
    LocalDate Date,
    string Title,
    bool IsNow,
    bool FitForSpray,
    IReadOnlyList<BlockView> Blocks,
    IReadOnlyList<SprayPartView> Spray
);

/// <summary>A part of a sitting in which one may spray; assumed where no forecast reaches.</summary>
public sealed record SprayPartView(Instant Begin, Instant End, bool Assumed);

/// <summary>A planned step: when, and what holds it.</summary>
public sealed record PlanStepView(
    Guid StepId,
    Guid UnitId,
    string Unit,
    string Mark,
    string Title,
    string Day,
    string Times,
    Instant Begin,
    Instant End,
    string Note,
    IReadOnlyList<HoldView> Holds
)
{
    /// <summary>Asked once before it is begun, where there is no way back; null otherwise.</summary>
    public string? Asks { get; init; }

    /// <summary>Of a painting step: how long a row is, and a line for each of its sittings, with what else they leave room for.</summary>
    public required IReadOnlyList<string> Painting { get; init; }

    /// <summary>What is tested before it begins; null where nothing is.</summary>
    public TestView? Test { get; init; }

    /// <summary>Its weather is assumed though the month rarely allows it: what else would do; null otherwise.</summary>
    public string? AssumedAir { get; init; }
}

/// <summary>One line of "what holds it".</summary>
public sealed record HoldView(Instant At, string Time, string Text, bool Binds, BindingKind Kind);

/// <summary>A step without a place and what it lacks.</summary>
public sealed record UnplacedView(Guid StepId, string Unit, string Title, string Lacks, string Remedy);

/// <summary>Reads a plan for the screen.</summary>
public sealed class PlanReader(BenchIndex bench, BenchPlan plan, Instant now)
{
    private const int MostSittings = 200;
    private readonly Clockface _clock = new(bench.State.Settings.Zone, now);
    private Dictionary<Guid, Guid>? _nextSteps;
    private readonly Dictionary<(StepKind, ProductClass?, string?, Readiness, HouseRuleChoices, int), WaitBand> _expected = [];

    /// <summary>The whole view.</summary>
    public PlanView View()
    {
        return new PlanView(
            now,
            bench.State.Settings.Zone.Id,
            plan.MadeAt,
            plan.Problem.Seed,
            plan.Budget,
            Proof(),
            plan.Result.Shift,
            plan.IsNone ? [] : Promises(),
            Sittings(),
            PlannedWaits(),
            [.. plan.Result.Unplaced.Select(Lacking)],
            [.. RuleBook.Trade.Rules.Where(r => r.Acts == RuleActs.Calendar).Select(r => new PlanRuleView(r.Reason, r.KeptBy))]
        )
        {
            Renewing = plan.IsNone,
            MadeAtText = plan.MadeAtText(_clock),
            HasRepairs = plan.Repairs is not null,
            SprayWords =
                bench.State.Forecast.Count == 0
                    ? "Spray weather is not known here: dashed means assumed fit"
                    : "Spray weather by the forecast; dashed means assumed fit",
            AssumedAir = [.. Assumed().Take(10)],
            Mixes =
            [
                .. SharedMixes
                    .In(plan.Problem)
                    .Where(m => m.Others.Append(m.First).All(bench.Steps.ContainsKey) && plan.MixOf(bench.Steps[m.Others[0]]) is not null)
                    .Select(Mix),
            ],
        };
    }

    private IEnumerable<AssumedAirView> Assumed() =>
        from work in plan.Work
        let step = bench.Steps[work.StepId]
        where !work.InHand && step.Amounts.Mode is not null
        let rare = AssumedAir.Of(bench, step, work.Begin, now)
        where rare is not null
        select new AssumedAirView(step.Id, bench.NameOf(step), BenchIndex.TitleOf(step), _clock.At(work.Begin), rare.Words, rare.Else);

    /// <summary>A planned step: when, and what holds it; null for one without a place.</summary>
    public PlanStepView? StepOf(Guid stepId) =>
        bench.Steps.ContainsKey(stepId) && plan.Work.Where(w => w.StepId == stepId).ToList() is { Count: > 0 } work
            ? Step(stepId, work)
            : null;

    /// <summary>When every unit on the bench is done, in order of finish; one that came since the plan was made has no date yet.</summary>
    public IReadOnlyList<PromiseView> Promises()
    {
        var lacking = plan.Result.Unplaced.Select(u => u.Batch).ToHashSet(StringComparer.Ordinal);
        return
        [
            .. bench
                .State.Units.Select(u => Promise(u, lacking))
                .OrderBy(p => p.Done ?? Instant.MaxValue)
                .ThenBy(p => p.Unit, StringComparer.Ordinal),
        ];
    }

    private PromiseView Promise(Unit unit, HashSet<string> lacking)
    {
        var batches = bench.BatchesOf[unit.Id].ToList();
        var hexagon = Hexagon.Of(bench, batches.Select(b => b.Id), now);
        var left = Mending.HandsLeft(bench, batches.Select(b => b.Id), now);
        var unfit = batches.Any(b => lacking.Contains(b.Id.ToString()));
        // What came since the plan was made has no date yet.
        var isNew = !plan.Problem.Units.Any(u => u.Id == unit.Id.ToString()) && left > 0;
        Instant? done =
            plan.Ends.TryGetValue(unit.Id.ToString(), out var e) && !unfit ? plan.At(e)
            : unfit || isNew ? null
            : LastReady(batches);
        Instant? bound = !plan.IsNone && plan.Alone.TryGetValue(unit.Id.ToString(), out var b) && b != int.MaxValue ? plan.At(b) : done;
        Instant? repaired = plan.Repairs is { } repairs && repairs.TryGetValue(unit.Id, out var second) ? second : null;
        var lateness = new Lateness(bench, now);
        var late = lateness.IsLate(unit, repaired ?? done);
        return new PromiseView(
            unit.Id,
            unit.Name,
            unit.Mark,
            hexagon,
            done,
            done is { } at ? _clock.Day(at)
                : isNew ? "being planned"
                : "no date",
            done is { } t ? _clock.Time(t) : "",
            bound,
            bound is { } n ? _clock.At(n) : "",
            Difference(done, bound, left, unfit),
            unit.Deadline,
            unit.Deadline is { } dl ? _clock.Day(dl) : "",
            late,
            unit.Weight,
            left
        )
        {
            Standing = bench.StandingOf(unit.Id),
            BeingPlanned = isNew,
            NextStep = NextSteps.TryGetValue(unit.Id, out var next) ? next : null,
            WithRepair = repaired,
            WithRepairText = repaired is { } r ? _clock.Day(r) : "",
            LateBy = late ? lateness.Words(unit, done) : "",
            Impossible = late ? Impossible(unit, bound) : "",
        };
    }

    private Dictionary<Guid, Guid> NextSteps =>
        _nextSteps ??= plan
            .Work.Concat(plan.Mends)
            .OrderBy(w => !w.InHand)
            .ThenBy(w => w.Begin)
            .GroupBy(w => bench.UnitOf(bench.Steps[w.StepId]).Id)
            .ToDictionary(g => g.Key, g => g.First().StepId);

    // Said only with its proof.
    private string Impossible(Unit unit, Instant? bound)
    {
        var due = bench.State.Settings.Zone.AtStartOfDay(unit.Deadline!.Value.PlusDays(1)).ToInstant();
        if (bound > due)
            return $"cannot be done by then: alone even, the earliest is {_clock.At(bound.Value)}";
        return plan.Bound is { ShortMinutes: > 0 and var missing }
            ? $"not with these sittings: what is due needs {Clockface.Hands(missing)} more of them"
            : "";
    }

    private ProofView Proof()
    {
        if (plan.IsNone || plan.Bound is not { } bound)
            return new ProofView(plan.Result.Schedule.Z ?? 0, 0, "", 0, "");
        var value = plan.Result.Schedule.Z ?? 0;
        if (plan.Result.Unplaced.Count > 0 || plan.Problem.Units.Count == 0)
            return new ProofView(value, 0, "", bound.ShortMinutes, "");
        var days = (value - bound.Value) / (1440.0 * plan.Problem.Weights.Finish * plan.Problem.Units.Min(u => u.Weight));
        var detail =
            days < 0.5
                ? "no plan can do better by half a day"
                : string.Create(
                    System.Globalization.CultureInfo.InvariantCulture,
                    $"no plan could bring all units home more than {Math.Ceiling(days):0} days earlier, taken together"
                );
        return new ProofView(value, bound.Value, Soonest(bound), bound.ShortMinutes, detail);
    }

    // What is left, in evenings, and the day before which nobody could have it done.
    private string Soonest(LowerBound bound)
    {
        if (bound is not { HandsEnd: { } hands, LastReady: { } last })
            return "";
        var sittings = plan.Problem.Sittings.Count(s => s.Begin < hands);
        var weeks = (int)Math.Round((plan.At(hands) - now).TotalDays / 7);
        var evenings =
            weeks >= 2 ? $"{weeks} weeks of your evenings"
            : sittings == 1 ? "one of your evenings"
            : $"{sittings} of your evenings";
        return $"{Clockface.Hands(bound.HandsMinutes)} of hands-on work, {evenings}: no plan is done before {_clock.Day(plan.At(last))}";
    }

    private Instant LastReady(List<Batch> batches) =>
        batches.SelectMany(b => bench.StepsOf[b.Id]).SelectMany(s => bench.TicksOf[s.Id]).Select(t => t.At).DefaultIfEmpty(now).Max();

    private static string Difference(Instant? done, Instant? bound, int left, bool unfit)
    {
        if (unfit)
            return "part of it finds no place";
        if (left == 0)
            return "finished";
        if (done is not { } d || bound is not { } b)
            return "";
        var minutes = (long)(d - b).TotalMinutes;
        return minutes <= 0 ? "cannot be sooner" : $"{Clockface.Lasts(minutes)} later than alone";
    }

    private List<PlanSittingView> Sittings()
    {
        var last = plan.Work.Count == 0 ? now : plan.Work.Max(w => w.End);
        var rows = new List<PlanSittingView>();
        foreach (
            var sitting in bench.State.Settings.Calendar.From(now, 400).TakeWhile(s => s.Begin <= last || rows.Count < 6).Take(MostSittings)
        )
        {
            var own = new LineReader(bench, plan, _clock).BlocksOf(sitting);
            rows.Add(
                new PlanSittingView(
                    sitting.Begin,
                    sitting.End,
                    sitting.Date,
                    Title(sitting),
                    sitting.Holds(now),
                    sitting.FitForSpray,
                    own,
                    SprayIn(sitting)
                )
            );
        }
        return rows;
    }

    private List<SprayPartView> SprayIn(Sitting sitting)
    {
        if (!sitting.FitForSpray)
            return [];
        var minutes = new Span(0, (int)(sitting.End - sitting.Begin).TotalMinutes);
        Instant At(int minute) => sitting.Begin + Duration.FromMinutes(minute);
        return
        [
            .. SprayHours
                .Within(bench, bench.Manner, minutes, At)
                .Select(s => new SprayPartView(At(s.Begin), At(s.End), !SprayHours.Reaches(bench, At(s.Begin)))),
        ];
    }

    private string Title(Sitting sitting) =>
        sitting.Holds(now) ? Sentence.Opened(_clock.ThisSitting(sitting.Begin)) : _clock.Day(sitting.Begin);

    private List<BightView> PlannedWaits()
    {
        var begun = new LineReader(bench, plan, _clock).Of(null, null).Bights.Where(b => b.Begun);
        var coming =
            from work in plan.Work
            let step = bench.Steps[work.StepId]
            where step.Amounts.Product is not null
            let awaited = Waits.Of(bench, step).LastOrDefault()
            where awaited is not null
            let product = step.Amounts.Product!.Value
            let band = Expected(step, awaited.Stage)
            let unit = bench.UnitOf(step)
            select new BightView(
                step.Id,
                unit.Id,
                bench.NameOf(step),
                unit.Mark,
                $"{StepWords.Wait(step.Key.Kind, product).Noun} {Clockface.Lasts(band.Sure)}",
                work.End,
                work.End + Duration.FromMinutes(band.Sure),
                false
            );
        var holding =
            from work in plan.Work
            let held = RunningHold.After(bench, bench.Steps[work.StepId])
            where held is not null
            select LineReader.Held(bench, held, work, $"{held.Noun} {Clockface.Lasts(held.Edge.MinMinutes)}");
        return [.. begun, .. coming, .. holding];
    }

    private string Mix(SharedMix mix)
    {
        var (first, others) = (bench.Steps[mix.First], mix.Others.Select(o => bench.Steps[o]).ToList());
        var stiff = plan.MixOf(others[0])!.Stiff;
        var spared = others.Sum(o => bench.Hands(o, bench.Remaining(o).Count, now) - PuttyMix.MinutesFrom(o, bench.Remaining(o).Count));
        return $"One mix for {bench.NameOf(first)} and {string.Join(" and ", others.Select(bench.NameOf))}: saves {spared} min of "
            + $"mixing, used up by {_clock.At(stiff)}; a mix serves at most {PuttyMix.TermsOf(bench, first, now)!.Models} models.";
    }

    private PlanStepView Step(Guid id, List<PlannedWork> work)
    {
        var step = bench.Steps[id];
        var unit = bench.UnitOf(step);
        // Loads lie weeks apart: the first to come is meant.
        var (begin, end) = (work[0].Begin, work.Last(w => w.InHand || w.Load == work[0].Load).End);
        var holds = plan.HoldsOf(step);
        // A model that two sessions share is one model.
        var models = Math.Min(work.Sum(w => w.Models), bench.ModelsOf[step.BatchId].Count());
        var wait =
            step.Amounts.Product is { } product && Waits.Of(bench, step).LastOrDefault() is { } awaited
                ? Expected(step, awaited.Stage).Sure
                : RunningHold.After(bench, step)?.Edge.MinMinutes ?? 0;
        var note =
            $"{models} {(models == 1 ? "model" : "models")}{(step.Amounts.Mode is null ? "" : ", where you spray")}."
            + Loads(step, work)
            + (work.Count > 1 && bench.LoadsOf(step).Count == 1 ? $" In {work.Count} stretches." : "")
            + (
                plan.MixOf(step) is { } mix
                    ? $" From the mix for {bench.NameOf(mix.First(bench))}, which stiffens {_clock.At(mix.Stiff)}."
                    : ""
            )
            + (work.Count == 1 && new ShortReturns(bench, plan, _clock).Of(work[0]) is { } back ? $" {back.Text}." : "")
            + (wait > 0 ? $" Then leave alone for {Clockface.Lasts(wait)}, until {_clock.At(end + Duration.FromMinutes(wait))}." : "");
        var times =
            _clock.Day(begin) == _clock.Day(end)
                ? $"{_clock.Time(begin)} to {_clock.Time(end)}"
                : $"{_clock.Time(begin)} to {_clock.Full(end)}";
        return new PlanStepView(
            step.Id,
            unit.Id,
            bench.NameOf(step),
            unit.Mark,
            BenchIndex.TitleOf(step),
            _clock.Day(begin),
            times,
            begin,
            end,
            note,
            [
                .. holds.Select(h => new HoldView(
                    plan.At(h.At),
                    _clock.At(plan.At(h.At)),
                    BindingReason.Line(bench, step, h),
                    h.Binds,
                    h.Kind
                )),
            ]
        )
        {
            Asks = HandReader.Asks(bench, step),
            Painting =
            [
                .. PaintRow.Of(bench, step, now) is { } row ? [row.Words] : Array.Empty<string>(),
                .. PaintEvenings.Of(bench, plan, step, _clock),
            ],
            AssumedAir = step.Amounts.Mode is null ? null : AssumedAir.Of(bench, step, begin, now)?.Words,
            Test = TestView.Of(RouteReadiness.Of(bench, step, bench.Remaining(step), _clock), _clock),
        };
    }

    // Each load has its own days.
    private string Loads(BenchStep step, List<PlannedWork> work) =>
        bench.LoadsOf(step) is { Count: > 1 } loads
            ? $" {bench.WhyLoads(step.BatchId)}: "
                + Sentence.Listed([
                    .. work.GroupBy(w => w.InHand ? bench.LoadAt(step) : w.Load)
                        .Select(g => $"load {g.Key} of {loads.Count}, {loads[g.Key - 1].Count} models, {_clock.Day(g.First().Begin)}"),
                ])
                + "."
            : "";

    // Many steps leave the same wait.
    private WaitBand Expected(BenchStep step, Readiness stage)
    {
        var key = (step.Key.Kind, step.Amounts.Product, step.Amounts.Method, stage, bench.HouseOf(step.BatchId), step.Key.Occurrence);
        return _expected.TryGetValue(key, out var known) ? known : _expected[key] = bench.Expected(step, stage, now);
    }

    private UnplacedView Lacking(Unplaced unplaced)
    {
        var step = bench.Steps[PlanIds.StepOf(unplaced.Step)];
        return new UnplacedView(step.Id, bench.NameOf(step), BenchIndex.TitleOf(step), unplaced.Lacks, unplaced.Remedy);
    }
}
