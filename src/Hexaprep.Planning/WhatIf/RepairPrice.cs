using Hexaprep.Bench.Edits;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Keeping;
using Hexaprep.Planning.Problem;
using NodaTime;

namespace Hexaprep.Planning.WhatIf;

/// <summary>What a repair costs before it is taken.</summary>
/// <param name="Ask">The question to take it by.</param>
/// <param name="Title">The repair.</param>
/// <param name="Detour">Its stretches on the line, the look after it the last.</param>
/// <param name="Units">Each unit's date before and after.</param>
/// <param name="Hands">Minutes of hands.</param>
/// <param name="HandsText">The same in words, with what of it is done tonight.</param>
/// <param name="Follows">Whether the batch waits for these models or they follow behind, and why.</param>
public sealed record RepairPriceView(
    WhatIfAsk Ask,
    string Title,
    IReadOnlyList<DetourView> Detour,
    IReadOnlyList<WhatIfUnit> Units,
    int Hands,
    string HandsText,
    string Follows
);

/// <summary>A stretch of a detour.</summary>
public sealed record DetourView(string Title, Instant Begin, Instant End, string Text, bool IsLook)
{
    /// <summary>When what it leaves is safe for the next; null for nothing.</summary>
    public Instant? SafeAt { get; init; }
}

/// <summary>A price, and the plan behind it, to be followed where it is taken.</summary>
public sealed record PricedRepair(WhatIfAnswer Answer, RepairPriceView View);

/// <summary>Prices a repair by two plans kept at once: the batch waits, or its models follow; the cheaper is offered.</summary>
public static class RepairPrice
{
    /// <summary>The price.</summary>
    /// <param name="bench">The bench.</param>
    /// <param name="plan">The plan in force.</param>
    /// <param name="flawId">One of the flaws.</param>
    /// <param name="repair">The repair, by its outside name.</param>
    /// <param name="now">Nothing is planned before it.</param>
    /// <param name="budget">Decodes for a search behind the plan that is kept at once; 0 for none.</param>
    /// <param name="cancel">Nobody waits any more.</param>
    /// <exception cref="RefusedException">The repair is refused.</exception>
    public static PricedRepair Of(
        BenchIndex bench,
        BenchPlan plan,
        Guid flawId,
        string repair,
        Instant now,
        int budget,
        CancellationToken cancel
    )
    {
        var ways = new[] { false, true }
            .Select(together =>
            {
                var ask = new WhatIfAsk(WhatIfKind.Repair)
                {
                    FlawId = flawId,
                    Repair = repair,
                    Together = together,
                    Searched = budget > 0,
                };
                var (taken, made) = RepairEdits.Taken(bench, flawId, repair, together, now);
                var next = bench.With(made);
                return (Ask: ask, Title: taken.Words, Next: next, Plan: BenchPlanner.QuickReschedule(next, now, plan, cancel));
            })
            .ToList();
        var best = ways.MinBy(w => (w.Plan.Result.Unplaced.Count, w.Plan.Result.Schedule.Z ?? 0, w.Ask.Together))!;
        var chosen = budget > 0 ? SecondPlan.Of(bench, plan, best.Next, now, budget, cancel).Plan : best.Plan;
        var second = WhatIf.Repaired(bench, plan, chosen, best.Title, now);
        return new(new(second, chosen), View(bench, best.Ask, best.Title, best.Next, chosen, second, now));
    }

    private static RepairPriceView View(
        BenchIndex bench,
        WhatIfAsk ask,
        string title,
        BenchIndex next,
        BenchPlan plan,
        WhatIfView second,
        Instant now
    )
    {
        var clock = new Clockface(bench.State.Settings.Zone, now);
        var flaw = bench.State.Flaws.FindLast(f => f.Id == ask.FlawId)!;
        var steps = next.StepsOf[bench.Steps[flaw.StepId].BatchId]
            .Where(s => s.RepairId is not null && !bench.Steps.ContainsKey(s.Id))
            .ToList();
        var own = steps.Select(s => s.Id).ToHashSet();
        var detour = plan.Work.Where(w => own.Contains(w.StepId)).Select(w => Stretch(next, w, clock, false)).ToList();
        var mended = detour.Select(d => d.End).DefaultIfEmpty(now).Max();
        if (plan.Work.Where(w => w.StepId == flaw.StepId && w.Begin >= mended).MinBy(w => w.Begin) is { } look)
            detour.Add(Stretch(next, look, clock, true));
        var hands = (int)detour.Sum(d => (d.End - d.Begin).TotalMinutes);
        var tonight = bench.State.Settings.Calendar.From(now, 1).FirstOrDefault(s => s.Holds(now));
        var soon = tonight is null ? 0 : (int)detour.Where(d => d.End <= tonight.End).Sum(d => (d.End - d.Begin).TotalMinutes);
        return new(
            ask,
            title,
            detour,
            second.Units,
            hands,
            soon > 0 && tonight is not null
                ? $"{Clockface.Hands(hands)} hands-on, {soon} min of them {clock.ThisSitting(tonight.Begin)}"
                : $"{Clockface.Hands(hands)} hands-on",
            ask.Together ? "The batch waits for them: that costs less than coming after it." : "They follow behind; the others go on."
        );
    }

    private static DetourView Stretch(BenchIndex next, PlannedWork work, Clockface clock, bool isLook)
    {
        var step = next.Steps[work.StepId];
        var minutes = (long)(work.End - work.Begin).TotalMinutes;
        var title = isLook ? "Look again" : BenchIndex.TitleOf(step);
        var wait = Waits.Of(next, step).Select(w => w.Planned(next.Expected(step, w.Stage, clock.Now))).DefaultIfEmpty(0).Max();
        return new(title, work.Begin, work.End, $"{clock.At(work.Begin)}, {Clockface.Hands(minutes)}", isLook)
        {
            SafeAt = wait > 0 && !isLook ? work.End + Duration.FromMinutes(wait) : null,
        };
    }
}
