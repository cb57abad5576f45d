using Hexaprep.Core.Scheduling;
using NodaTime;

namespace Hexaprep.Core.Bench;

/// <summary>A plan made for the bench: its input, its result, and the moment its minute 0 stands for.</summary>
/// <param name="Origin">Minute 0: a Monday, 00:00 local.</param>
/// <param name="MadeAt">When it was made; it plans from there on.</param>
/// <param name="Budget">Decodes spent.</param>
/// <param name="Problem">The input, in the documented format.</param>
/// <param name="Result">Chunks and steps without a place.</param>
public sealed record BenchPlan(Instant Origin, Instant MadeAt, int Budget, PlanProblem Problem, PlanResult Result)
{
    private readonly Lazy<Bindings> _bindings = new(() => new Bindings(Problem, Result.Schedule.Chunks));

    private readonly Lazy<Dictionary<Guid, string>> _lacks = new(() => Result.Unplaced.ToDictionary(u => PlanIds.StepOf(u.Step), u => u.Lacks));
    private readonly Lazy<Dictionary<Guid, Instant>> _begins = new(() => Result.Schedule.Chunks
        .Where(c => !c.Step.EndsWith(PlanIds.Past, StringComparison.Ordinal))
        .GroupBy(c => PlanIds.StepOf(c.Step)).ToDictionary(g => g.Key, g => Origin + Duration.FromMinutes(g.Min(c => c.Start))));

    /// <summary>What a step without a place lacks; null for one that has a place.</summary>
    public string? LacksOf(BenchStep step) => _lacks.Value.GetValueOrDefault(step.Id);

    /// <summary>When the work on a step begins, or began where it is in hand; null for one that is not planned.</summary>
    public Instant? BeginOf(BenchStep step) => _begins.Value.TryGetValue(step.Id, out var begin) ? begin : null;

    /// <summary>What holds a step where it is planned.</summary>
    public IReadOnlyList<Binding> HoldsOf(BenchStep step) => _bindings.Value.Of(step.BatchId.ToString(), step.Id.ToString());

    /// <summary>The mix of another step that a step is filled from; null when it has one of its own.</summary>
    public MixInUse? MixOf(BenchStep step)
    {
        var id = step.Id.ToString();
        var arc = Problem.Batches.FirstOrDefault(b => b.Id == step.BatchId.ToString())?.Arcs.FirstOrDefault(a => a.To == id && a is { FromBatch: not null, FinishMax: not null });
        return arc is not null && Result.Schedule.Chunks.LastOrDefault(c => c.Step == arc.From) is { } first ? new MixInUse(PlanIds.StepOf(arc.From), At(first.End + arc.FinishMax!.Value)) : null;
    }

    /// <summary>The moment of a minute.</summary>
    public Instant At(int minute) => Origin + Duration.FromMinutes(minute);

    /// <summary>The planned stretches of work still to come or under way, in order of time.</summary>
    public IReadOnlyList<PlannedWork> Work { get; } =
    [
        .. Result.Schedule.Chunks.Where(c => !c.Step.EndsWith(PlanIds.Past, StringComparison.Ordinal))
            .Select(c => new PlannedWork(PlanIds.StepOf(c.Step), Origin + Duration.FromMinutes(c.Start), Origin + Duration.FromMinutes(c.End), c.Models,
                c.Step.EndsWith(PlanIds.Hand, StringComparison.Ordinal))),
    ];

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
public sealed record PlannedWork(Guid StepId, Instant Begin, Instant End, int Models, bool InHand);

/// <summary>How steps are named in a plan's input: a step's id, with a mark for the share that is done or in hand.</summary>
public static class PlanIds
{
    /// <summary>Marks what was done.</summary>
    public const string Past = "#past";
    /// <summary>Marks what is in hand.</summary>
    public const string Hand = "#hand";

    /// <summary>The bench step behind a plan's step id.</summary>
    public static Guid StepOf(string planStep) => Guid.Parse(planStep.AsSpan(0, 36));

    /// <summary>The moment with its seconds cut off.</summary>
    public static Instant Minute(Instant moment) => Instant.FromUnixTimeSeconds(Math.DivRem(moment.ToUnixTimeSeconds(), 60).Quotient * 60);
}
