using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Problem;
using Hexaprep.Planning.Reasons;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Scheduling.Searching;
using NodaTime;

namespace Hexaprep.Planning.WhatIf;

/// <summary>A second plan beside the first.</summary>
/// <param name="Title">What was asked, in words.</param>
/// <param name="Summary">What it wins and loses, in a line.</param>
/// <param name="StepsMoved">How many steps would begin at another minute.</param>
/// <param name="Wins">True when some unit is done sooner.</param>
/// <param name="Units">What it wins or loses for each unit.</param>
public sealed record WhatIfView(string Title, string Summary, int StepsMoved, bool Wins, IReadOnlyList<WhatIfUnit> Units)
{
    /// <summary>By how much the plan gets cheaper: weighted minutes; negative when it gets dearer; 0 where a step finds no place.</summary>
    public long Buys { get; init; }

    /// <summary>Minutes of hands it saves; negative when it takes more.</summary>
    public int HandsSaved { get; init; }
}

/// <summary>What a second plan does to a unit.</summary>
/// <param name="Was">When it is done by the plan there is.</param>
/// <param name="WillBe">When it would be done.</param>
/// <param name="HoursSooner">Hours it wins; negative when it loses; null when there is no date on one side.</param>
/// <param name="Effect">What that is: less than an hour counts as the same.</param>
/// <param name="Words">The same in words.</param>
public sealed record WhatIfUnit(
    Guid UnitId,
    string Unit,
    string Mark,
    string Was,
    string WillBe,
    double? HoursSooner,
    WhatIfEffect Effect,
    string Words
);

/// <summary>What a second plan does to a unit's date.</summary>
public enum WhatIfEffect
{
    Same,
    Sooner,
    Later,
    NoPlace,
}

/// <summary>An answer to a question: how the second plan compares, and the plan itself, to be followed where it is taken.</summary>
public sealed record WhatIfAnswer(WhatIfView View, BenchPlan Plan);

/// <summary>Works out second plans. Nothing is kept.</summary>
/// <param name="bench">The bench.</param>
/// <param name="plan">The plan in force, bettered.</param>
/// <param name="now">Nothing is planned before it.</param>
/// <param name="budget">Decodes for each second plan, at least 1.</param>
/// <param name="newId">Gives fresh identities.</param>
/// <param name="cancel">Ends the search.</param>
public sealed class WhatIf(BenchIndex bench, BenchPlan plan, Instant now, int budget, Func<Guid> newId, CancellationToken cancel = default)
{
    private const double LeastHours = 1;
    private readonly Clockface _clock = new(bench.State.Settings.Zone, now);

    /// <summary>The second plan, compared.</summary>
    /// <exception cref="RefusedException">Something the question needs is missing or out of range.</exception>
    public WhatIfView View(WhatIfAsk ask) => Answer(ask).View;

    /// <summary>The second plan, and how it compares.</summary>
    /// <exception cref="RefusedException">Something the question needs is missing or out of range.</exception>
    public WhatIfAnswer Answer(WhatIfAsk ask)
    {
        var changed = WhatIfChange.Of(bench, ask, now, newId);
        if (ask.Kind == WhatIfKind.Slip)
        {
            var slipped = Slipped(ask);
            return new(Compared(changed.Title, slipped, Promises.Of(bench, slipped)), slipped);
        }
        var second = SecondPlan.Of(bench, plan, bench.With(changed.Made), now, budget, cancel);
        return new(Compared(changed.Title, second.Plan, second.Ends), second.Plan);
    }

    /// <summary>A plan that was found for the bench as it is, compared with the one in force.</summary>
    public static WhatIfView Offered(BenchIndex bench, BenchPlan inForce, BenchPlan other, Instant now) =>
        // Nothing is searched for, and nothing new comes to the bench.
        new WhatIf(bench, inForce, now, 1, () => throw new InvalidOperationException("An offer makes no identities.")).Compared(
            "A better plan",
            other,
            Promises.Of(bench, other)
        );

    /// <summary>A repair's plan, compared: it only adds work, and what the search found besides is not its doing. Nobody comes home
    /// sooner for it.</summary>
    /// <param name="bench">The bench as it is.</param>
    /// <param name="inForce">The plan in force.</param>
    /// <param name="other">The plan with the repair.</param>
    /// <param name="title">The repair.</param>
    /// <param name="now">The moment spoken from.</param>
    public static WhatIfView Repaired(BenchIndex bench, BenchPlan inForce, BenchPlan other, string title, Instant now)
    {
        var (was, will) = (Promises.Of(bench, inForce), Promises.Of(bench, other));
        var ends = will.ToDictionary(
            u => u.Key,
            u => u.Value is { } end && was.GetValueOrDefault(u.Key) is { } before ? Instant.Max(end, before) : u.Value
        );
        return new WhatIf(bench, inForce, now, 1, () => throw new InvalidOperationException("A price makes no identities.")).Compared(
            title,
            other,
            ends
        );
    }

    private WhatIfView Compared(string title, BenchPlan second, IReadOnlyDictionary<Guid, Instant?> willBe)
    {
        var was = Promises.Of(bench, plan);
        var units = bench.State.Units.Select(u => Compare(u, was.GetValueOrDefault(u.Id), willBe.GetValueOrDefault(u.Id))).ToList();
        return new WhatIfView(title, Summary(units, second), Moved(second), units.Exists(u => u.Effect == WhatIfEffect.Sooner), units)
        {
            Buys =
                plan.Result.Unplaced.Count > 0 || second.Result.Unplaced.Count > 0
                    ? 0
                    : (plan.Result.Schedule.Z ?? 0) - (second.Result.Schedule.Z ?? 0),
            HandsSaved = Hands(plan) - Hands(second),
        };
    }

    // The step may not start before its sitting is over: a mark in the problem that takes no hands says so.
    private BenchPlan Slipped(WhatIfAsk ask)
    {
        var (step, mark) = (ask.StepId!.Value.ToString(), ask.StepId.Value + "#slip");
        var chunk = plan.Result.Schedule.Chunks.FirstOrDefault(c => c.Step == step)
            ?? throw new RefusedException(new Refusal("stepId", "The step has no place in the plan.", "Choose a planned step."));
        var ends = plan.Problem.Sittings.First(s => s.End >= chunk.End).End;
        var problem = plan.Problem with
        {
            Batches =
            [
                .. plan.Problem.Batches.Select(b =>
                    b.Id != chunk.Batch
                        ? b
                        : b with
                        {
                            Steps = [.. b.Steps, new PlanStep(mark, 0, 1, 1, 0) { Count = 1, Attention = "free" }],
                            Arcs = [.. b.Arcs, new PlanArc(mark, step, 0)],
                        }
                ),
            ],
            Fixed = [.. plan.Problem.Fixed ?? [], new PlanChunk(chunk.Batch, mark, ends - 1, ends, 1)],
        };
        var result = Planner.Keep(problem, plan.Result.Schedule.Chunks, cancel);
        return new BenchPlan(
            plan.Origin,
            plan.MadeAt,
            plan.Budget,
            problem,
            result with
            {
                Schedule = result.Schedule with { Chunks = [.. result.Schedule.Chunks.Where(c => c.Step != mark)] },
            }
        );
    }

    private static int Hands(BenchPlan plan) => (int)plan.Work.Sum(w => (w.End - w.Begin).TotalMinutes);

    private int Moved(BenchPlan second)
    {
        var was = plan.Work.GroupBy(w => w.StepId).ToDictionary(g => g.Key, g => g.Min(w => w.Begin));
        return second.Work.GroupBy(w => w.StepId).Count(g => !was.TryGetValue(g.Key, out var begin) || begin != g.Min(w => w.Begin));
    }

    private WhatIfUnit Compare(Unit unit, Instant? was, Instant? willBe)
    {
        double? sooner = was is { } a && willBe is { } b ? (a - b).TotalHours : null;
        var effect = (was, willBe) switch
        {
            (_, null) => WhatIfEffect.NoPlace,
            (null, _) => WhatIfEffect.Sooner,
            _ when Math.Abs(sooner!.Value) < LeastHours => WhatIfEffect.Same,
            _ => sooner > 0 ? WhatIfEffect.Sooner : WhatIfEffect.Later,
        };
        var words = effect switch
        {
            WhatIfEffect.NoPlace => "finds no place",
            WhatIfEffect.Same => "the same",
            _ when sooner is null => "finds a place",
            _ => $"{Clockface.Lasts((long)Math.Abs(sooner.Value * 60))} {(effect == WhatIfEffect.Sooner ? "sooner" : "later")}",
        };
        return new WhatIfUnit(
            unit.Id,
            unit.Name,
            unit.Mark,
            was is { } x ? _clock.At(x) : "no date",
            willBe is { } y ? _clock.At(y) : "no date",
            sooner,
            effect,
            words
        );
    }

    private string Summary(List<WhatIfUnit> units, BenchPlan second)
    {
        if (second.Result.Unplaced.Count > plan.Result.Unplaced.Count)
            return $"{second.Result.Unplaced.Count} steps find no place";
        var (wins, loses) = (
            units.Where(u => u.HoursSooner >= LeastHours).ToList(),
            units.Where(u => u.HoursSooner <= -LeastHours).ToList()
        );
        if (wins.Count == 0 && loses.Count == 0)
            return "changes no date";
        var parts = new List<string>();
        if (wins.Count > 0)
            parts.Add($"wins {Sum(wins)} for {Names(wins)}");
        if (loses.Count > 0)
            parts.Add($"loses {Sum(loses)} for {Names(loses)}");
        return string.Join("; ", parts);

        static string Sum(List<WhatIfUnit> all) => Clockface.Lasts((long)Math.Abs(all.Sum(u => u.HoursSooner!.Value) * 60));
        static string Names(List<WhatIfUnit> all) =>
            all.Count <= 2 ? string.Join(" and ", all.Select(u => u.Unit)) : $"{all.Count} units together";
    }
}
