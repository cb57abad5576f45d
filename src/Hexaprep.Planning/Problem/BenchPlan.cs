using System.Collections.Concurrent;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Scheduling.Bounds;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Scheduling.Timetables;
using NodaTime;

namespace Hexaprep.Planning.Problem;

/// <summary>A plan made for the bench: its input, its result, and the moment its minute 0 stands for.</summary>
/// <param name="Origin">Minute 0: a Monday, 00:00 local.</param>
/// <param name="MadeAt">When it was made; it plans from there on.</param>
/// <param name="Budget">Decodes spent.</param>
/// <param name="Problem">The input, in the documented format.</param>
/// <param name="Result">Chunks and steps without a place.</param>
public sealed record BenchPlan(Instant Origin, Instant MadeAt, int Budget, PlanProblem Problem, PlanResult Result)
{
    private static readonly PlanProblem Nothing = new(
        "bench",
        0,
        PlanWeights.Default,
        [],
        [],
        [],
        new Dictionary<string, IReadOnlyDictionary<string, int>>(),
        [],
        []
    );

    private readonly Lazy<Dictionary<string, int>> _alone = new(() => LowerBound.Alone(Problem));
    private readonly Lazy<Dictionary<string, int>> _ends = new(() => PlanValue.Finishes(Problem, Result.Schedule.Chunks));
    private readonly Lazy<Bindings> _bindings = new(() => new Bindings(Problem, Result.Schedule.Chunks));
    private readonly ConcurrentDictionary<Guid, IReadOnlyList<Binding>> _holds = new();
    private readonly Lazy<Dictionary<Guid, PlanArc>> _mixes = new(() =>
        Problem
            .Batches.SelectMany(b => b.Arcs)
            .Where(a => a is { FromBatch: not null, FinishMax: not null })
            .GroupBy(a => PlanIds.StepOf(a.To))
            .ToDictionary(g => g.Key, g => g.First())
    );
    private readonly Lazy<Dictionary<Guid, PlanBatch>> _batches = new(() => Problem.Batches.ToDictionary(b => Guid.Parse(b.Id)));
    private readonly Lazy<Dictionary<string, int>> _stepEnds = new(() =>
        Result
            .Schedule.Chunks.GroupBy(c => c.Step, StringComparer.Ordinal)
            .ToDictionary(g => g.Key, g => g.Max(c => c.End), StringComparer.Ordinal)
    );
    private readonly Lazy<Dictionary<Guid, string>> _toDo = new(() =>
        Problem
            .Batches.SelectMany(b => b.Steps)
            .Where(s => PlanIds.IsToDo(s.Id))
            .GroupBy(s => PlanIds.StepOf(s.Id))
            .ToDictionary(g => g.Key, g => g.MinBy(s => PlanIds.LoadOf(s.Id))!.Id)
    );
    private readonly Lazy<HashSet<Guid>> _steps = new(() =>
        [.. Problem.Batches.SelectMany(b => b.Steps).Select(s => PlanIds.StepOf(s.Id))]
    );

    // A step and its share that comes behind may both lack a place.
    private readonly Lazy<Dictionary<Guid, string>> _lacks = new(() =>
        Result.Unplaced.GroupBy(u => PlanIds.StepOf(u.Step)).ToDictionary(g => g.Key, g => g.First().Lacks)
    );
    private readonly Lazy<Dictionary<Guid, Instant>> _begins = new(() =>
        Result
            .Schedule.Chunks.Where(c => PlanIds.IsWork(c.Step))
            .GroupBy(c => PlanIds.StepOf(c.Step))
            .ToDictionary(g => g.Key, g => Origin + Duration.FromMinutes(g.Min(c => c.Start)))
    );

    /// <summary>No plan yet: nothing is promised.</summary>
    public static BenchPlan None(Instant now) =>
        new(PlanIds.Minute(now), now, 0, Nothing, new PlanResult(new Schedule("bench", "hexaprep", 0, []), [])) { IsNone = true };

    /// <summary>True while no plan was made.</summary>
    public bool IsNone { get; private init; }

    /// <summary>When it was made, in words; empty for no plan.</summary>
    public string MadeAtText(Clockface clock) => IsNone ? "" : clock.At(MadeAt);

    /// <summary>The plan, telling what moved.</summary>
    public BenchPlan Told(PlanShift shift) => this with { Result = Result with { Shift = shift } };

    /// <summary>What no plan can better; null until that was worked out.</summary>
    public LowerBound? Bound { get; init; }

    /// <summary>The minute before which a unit cannot be done, even with the bench to itself; by its id.</summary>
    public IReadOnlyDictionary<string, int> Alone => _alone.Value;

    /// <summary>The minute at which each unit is done, by its id.</summary>
    public IReadOnlyDictionary<string, int> Ends => _ends.Value;

    /// <summary>When each unit is done if one repair is needed; null until that was worked out.</summary>
    public IReadOnlyDictionary<Guid, Instant>? Repairs { get; init; }

    /// <summary>Works out what holds each of its steps, so that no reader has to.</summary>
    public void WorkOut(BenchIndex bench, CancellationToken cancel)
    {
        foreach (var step in Work.Select(w => w.StepId).Distinct().Where(bench.Steps.ContainsKey))
        {
            cancel.ThrowIfCancellationRequested();
            HoldsOf(bench.Steps[step]);
        }
    }

    /// <summary>What a step without a place lacks; null for one that has a place.</summary>
    public string? LacksOf(BenchStep step) => _lacks.Value.GetValueOrDefault(step.Id);

    /// <summary>When the work on a step begins, or began where it is in hand; null for one that is not planned.</summary>
    public Instant? BeginOf(BenchStep step) => _begins.Value.TryGetValue(step.Id, out var begin) ? begin : null;

    /// <summary>What holds a step where it is planned.</summary>
    public IReadOnlyList<Binding> HoldsOf(BenchStep step)
    {
        var holds = _holds.GetOrAdd(step.Id, HoldsOf, step);
        return Gone.Count == 0 ? holds : [.. holds.Where(b => b.Step is null || !Gone.Contains(PlanIds.StepOf(b.Step)))];
    }

    // To find what binds a step it is moved in the timetable and put back: one at a time.
    private IReadOnlyList<Binding> HoldsOf(Guid id, BenchStep step)
    {
        lock (_holds)
            return _bindings.Value.Of(step.BatchId.ToString(), IdOf(step));
    }

    /// <summary>The mix of another step that a step is filled from; null when it has one of its own.</summary>
    public MixInUse? MixOf(BenchStep step)
    {
        if (!_mixes.Value.TryGetValue(step.Id, out var arc) || Gone.Contains(PlanIds.StepOf(arc.From)))
            return null;
        return EndOf(arc.From) is { } end ? new MixInUse(PlanIds.StepOf(arc.From), At(end + arc.FinishMax!.Value)) : null;
    }

    /// <summary>What stands in its problem for what is still to do of a step: the first load's that is not through.</summary>
    public string IdOf(BenchStep step) => _toDo.Value.GetValueOrDefault(step.Id) ?? step.Id.ToString();

    /// <summary>True for a step of the bench that is in its problem.</summary>
    public bool Knows(Guid step) => _steps.Value.Contains(step);

    /// <summary>A batch of its problem.</summary>
    public PlanBatch BatchOf(Guid id) => _batches.Value[id];

    /// <summary>The minute at which a step of its problem is planned to end; null for one without a place.</summary>
    public int? EndOf(string planStep) => _stepEnds.Value.TryGetValue(planStep, out var end) ? end : null;

    /// <summary>The end of the last evening it looked at; null without any.</summary>
    public Instant? LastEvening => Problem.Sittings.Count == 0 ? null : At(Problem.Sittings[^1].End);

    /// <summary>The moment of a minute.</summary>
    public Instant At(int minute) => Origin + Duration.FromMinutes(minute);

    /// <summary>When flaws are mended whose repair nobody has chosen yet, by the step at which they were seen, in order of time.</summary>
    public IReadOnlyList<PlannedWork> Mends { get; init; } =
    [
        .. Result
            .Schedule.Chunks.Where(c => c.Step.EndsWith(PlanIds.Mend, StringComparison.Ordinal))
            .Select(c => new PlannedWork(
                PlanIds.StepOf(c.Step),
                Origin + Duration.FromMinutes(c.Start),
                Origin + Duration.FromMinutes(c.End),
                c.Models,
                false
            )),
    ];

    /// <summary>The planned stretches of work still to come or under way, in order of time.</summary>
    public IReadOnlyList<PlannedWork> Work { get; init; } =
    [
        .. Result
            .Schedule.Chunks.Where(c => PlanIds.IsWork(c.Step))
            .Select(c => new PlannedWork(
                PlanIds.StepOf(c.Step),
                Origin + Duration.FromMinutes(c.Start),
                Origin + Duration.FromMinutes(c.End),
                c.Minutes is { } minutes ? ModelsIn(Problem, c, minutes) : c.Models,
                c.Step.EndsWith(PlanIds.Hand, StringComparison.Ordinal)
            )
            {
                Load = PlanIds.LoadOf(c.Step),
            }),
    ];

    // Models touched in so many minutes of work that may pause within one.
    private static int ModelsIn(PlanProblem problem, PlanChunk chunk, int minutes)
    {
        var each = problem.Batches.First(b => b.Id == chunk.Batch).Steps.First(s => s.Id == chunk.Step).PerModel;
        return (minutes + each - 1) / each;
    }

    // Steps of the plan that are on the bench no more.
    private HashSet<Guid> Gone { get; init; } = [];

    /// <summary>True when the bench has moved on since it was made.</summary>
    public bool IsOld { get; private init; }

    /// <summary>The plan as far as it still speaks of a bench that has moved on since: steps that are gone or done are left out, what
    /// is in hand is marked.</summary>
    public BenchPlan On(BenchIndex bench)
    {
        bool Knows(Guid id) => bench.Steps.TryGetValue(id, out var step) && step.NotNeeded is null;
        var gone = _steps.Value.Where(id => !Knows(id)).ToHashSet();
        var old = this with
        {
            Gone = gone,
            IsOld = true,
            Work = [.. StillOpen(bench, gone)],
            Mends =
            [
                .. Mends.Where(m => !gone.Contains(m.StepId) && bench.FlawsOf(bench.Steps[m.StepId].BatchId).Any(f => f.AwaitsRepair)),
            ],
        };
        return gone.Count == 0
            ? old
            : old with
            {
                Result = Result with
                {
                    Unplaced = [.. Result.Unplaced.Where(u => !gone.Contains(PlanIds.StepOf(u.Step)))],
                    Schedule = Result.Schedule with
                    {
                        Chunks = [.. Result.Schedule.Chunks.Where(c => !gone.Contains(PlanIds.StepOf(c.Step)))],
                    },
                },
            };
    }

    private IEnumerable<PlannedWork> StillOpen(BenchIndex bench, HashSet<Guid> gone)
    {
        var hand = bench.InHand;
        var marked = hand is not null && Work.Any(w => w.InHand && w.StepId == hand.StepId);
        foreach (
            var work in Work.Where(w =>
                !gone.Contains(w.StepId)
                && bench.Steps[w.StepId] is var s
                && bench.RemainingIn(s, w.InHand ? bench.LoadAt(s) : w.Load).Count + bench.Behind(s).Count > 0
            )
        )
        {
            if (work.InHand && work.StepId != hand?.StepId)
                continue;
            if (marked || work.StepId != hand?.StepId)
                yield return work;
            else
            {
                marked = true;
                yield return work with
                {
                    Begin = hand.BeganAt,
                    End = hand.BeganAt + (work.End - work.Begin),
                    InHand = true,
                };
            }
        }
    }

    /// <summary>Its chunks on the minutes of another origin.</summary>
    public IReadOnlyList<PlanChunk> OnMinutesFrom(Instant origin)
    {
        var by = (int)(Origin - origin).TotalMinutes;
        return [.. Result.Schedule.Chunks.Select(c => c with { Start = c.Start + by, End = c.End + by })];
    }

    /// <summary>True when nothing has happened since and the clock has not overtaken it.</summary>
    public bool HoldsAt(Instant now) => MadeAt <= now && !Work.Any(w => w.InHand ? w.End <= now : w.Begin < PlanIds.Minute(now));
}

/// <summary>A mix made for one step and used for another.</summary>
/// <param name="FirstStep">The step it is mixed for.</param>
/// <param name="Stiff">When it is workable no longer.</param>
public sealed record MixInUse(Guid FirstStep, Instant Stiff)
{
    /// <summary>The step it is mixed for.</summary>
    public BenchStep First(BenchIndex bench) => bench.Steps[FirstStep];
}

/// <summary>A stretch of planned work on one step.</summary>
public sealed record PlannedWork(Guid StepId, Instant Begin, Instant End, int Models, bool InHand)
{
    /// <summary>The load it is about, from 1.</summary>
    public int Load { get; init; } = 1;
}

/// <summary>How steps are named in a plan's input: a step's id, with a mark for the share that is done or in hand.</summary>
public static class PlanIds
{
    /// <summary>Marks what was done.</summary>
    public const string Past = "#past";

    /// <summary>Marks what is in hand.</summary>
    public const string Hand = "#hand";

    /// <summary>Marks the share of models that come behind the others, out of a repair.</summary>
    public const string Late = "#late";

    /// <summary>Marks the mending of flaws whose repair nobody has chosen yet.</summary>
    public const string Mend = "#mend";

    private const string LoadMark = "#load";

    /// <summary>Marks a later load of a step; empty for the first.</summary>
    /// <param name="number">The load's number, from 1.</param>
    public static string Load(int number) =>
        number == 1 ? "" : LoadMark + number.ToString(System.Globalization.CultureInfo.InvariantCulture);

    /// <summary>The load a plan's step is about, from 1.</summary>
    public static int LoadOf(string planStep) =>
        MarkOf(planStep) is var mark && mark.StartsWith(LoadMark, StringComparison.Ordinal)
            ? int.Parse(mark.AsSpan(LoadMark.Length), System.Globalization.CultureInfo.InvariantCulture)
            : 1;

    /// <summary>True for what is still to do of the models that come with the others, of whatever load.</summary>
    public static bool IsToDo(string planStep) =>
        MarkOf(planStep) is var mark && (mark.Length == 0 || mark.StartsWith(LoadMark, StringComparison.Ordinal));

    /// <summary>True for a plan's step that is work on a step of the bench, still to come or in hand.</summary>
    public static bool IsWork(string planStep) => MarkOf(planStep) is not (Past or Mend);

    /// <summary>The bench step behind a plan's step id.</summary>
    public static Guid StepOf(string planStep) => Guid.Parse(planStep.AsSpan(0, 36));

    /// <summary>The mark of a plan's step id; empty for what is still to do.</summary>
    public static string MarkOf(string planStep) =>
        planStep.Length == 36 ? ""
        : planStep.EndsWith(Past, StringComparison.Ordinal) ? Past
        : planStep.EndsWith(Hand, StringComparison.Ordinal) ? Hand
        : planStep.EndsWith(Mend, StringComparison.Ordinal) ? Mend
        : planStep.EndsWith(Late, StringComparison.Ordinal) ? Late
        : planStep[36..];

    /// <summary>The moment with its seconds cut off.</summary>
    public static Instant Minute(Instant moment) => Instant.FromUnixTimeSeconds(Math.DivRem(moment.ToUnixTimeSeconds(), 60).Quotient * 60);
}
