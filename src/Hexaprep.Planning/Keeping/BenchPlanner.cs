using Hexaprep.Bench.State;
using Hexaprep.Planning.Problem;
using Hexaprep.Planning.Reasons;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Scheduling.Searching;
using NodaTime;

namespace Hexaprep.Planning.Keeping;

/// <summary>Plans a bench: from nothing, at once after a change, and better when there is time.</summary>
public static class BenchPlanner
{
    // What may still be changed of the sitting that runs lies at least so far ahead.
    private static readonly Duration Near = Duration.FromMinutes(30);

    private const int RoundsWhileOneWaits = 2;

    /// <summary>What two searches from the same start differ by without any cause, of a plan's value: one part in so many. Less is no
    /// difference, and not worth the trouble.</summary>
    public const int Spread = 200;

    /// <summary>Decodes for a bench of this size, so that a plan takes about as long whatever the army: the usual budget up to 150
    /// open steps, fewer beyond, never under 6. Depends on the bench alone, so the plan stays repeatable.</summary>
    /// <param name="bench">The bench.</param>
    /// <param name="usual">Decodes for a small bench, at least 1.</param>
    public static int BudgetFor(BenchIndex bench, int usual) =>
        Math.Min(usual, Math.Max(6, usual * 150 / Math.Max(150, bench.State.Steps.Count(s => s.NotNeeded is null))));

    /// <summary>Makes a plan for the bench as it stands, from nothing.</summary>
    /// <param name="bench">The bench.</param>
    /// <param name="now">Nothing is planned before it.</param>
    /// <param name="budget">Decodes to spend, at least 1.</param>
    /// <param name="cancel">Ends the search.</param>
    public static BenchPlan Make(BenchIndex bench, Instant now, int budget, CancellationToken cancel = default)
    {
        var draft = new ProblemBuilder(bench, now, []);
        var problem = draft.Problem();
        var result = Planner.Solve(problem, budget, cancel: cancel);
        // Evenings are laid until all is placed, judged by the fixed orders alone; then it is planned in earnest.
        while (result.Unplaced.Count > 0 && draft.MoreEvenings)
        {
            draft = new ProblemBuilder(bench, now, [], now + 2 * (draft.LastEvening - now));
            problem = draft.Problem();
            var isPlaced = Planner.Solve(problem, 1, cancel: cancel).Unplaced.Count == 0;
            if (isPlaced || !draft.MoreEvenings)
                result = Planner.Solve(problem, budget, cancel: cancel);
        }
        return ProblemBuilder.SharingMixes(bench, draft.Plan(problem, result, budget), cancel);
    }

    /// <summary>The plan that is there at once: the older one, in which only what must move has moved; without one, the best of some
    /// fixed orders. What moved is told.</summary>
    /// <param name="bench">The bench.</param>
    /// <param name="now">Nothing is planned before it.</param>
    /// <param name="older">The plan before, or null.</param>
    /// <param name="cancel">Ends it.</param>
    public static BenchPlan QuickReschedule(BenchIndex bench, Instant now, BenchPlan? older, CancellationToken cancel = default)
    {
        if (older is null)
            return Make(bench, now, 1, cancel);
        var draft = new ProblemBuilder(bench, now, SharedMixes.In(older.Problem), older.LastEvening);
        var problem = draft.Problem();
        var kept = draft.Plan(problem, Planner.Keep(problem, older.OnMinutesFrom(draft.Origin), cancel), older.Budget);
        if (kept.Result.Unplaced.Count > 0)
            kept = WithMoreEvenings(bench, now, older, kept, cancel);
        return kept.Told(PlanMoves.Between(bench, older, kept, now));
    }

    // What found no place in the evenings that the older plan saw may find one in those behind them.
    private static BenchPlan WithMoreEvenings(BenchIndex bench, Instant now, BenchPlan older, BenchPlan kept, CancellationToken cancel)
    {
        var (best, until) = (kept, kept.LastEvening ?? now);
        while (best.Result.Unplaced.Count > 0)
        {
            until = now + 2 * (until - now);
            var draft = new ProblemBuilder(bench, now, SharedMixes.In(older.Problem), until);
            var problem = draft.Problem();
            var longer = draft.Plan(problem, Planner.Keep(problem, older.OnMinutesFrom(draft.Origin), cancel), older.Budget);
            if (longer.Result.Unplaced.Count < best.Result.Unplaced.Count)
                best = longer;
            if (!draft.MoreEvenings)
                break;
        }
        return best;
    }

    /// <summary>True where a plan that was kept is as good as the bettered one it follows: nothing moved, nothing else is asked of it, and
    /// hands are not idle in the sitting that runs.</summary>
    public static bool IsAsGood(BenchIndex bench, BenchPlan kept, BenchPlan older, Instant now) =>
        kept.Result.Unplaced.Count == 0
        && !PlanMoves.Any(older, kept)
        && !PlanCause.IsAsked(bench, older, kept)
        && (StandingUntil(bench, kept, now) is not null || !bench.State.Settings.Calendar.From(now, 1).Any(s => s.Holds(now)));

    /// <summary>Betters a plan that was kept at once: searches with all freedom, and beside it for a plan that keeps every date and
    /// leaves the next half hour of the running sitting alone.</summary>
    /// <param name="bench">The bench the plan was kept for.</param>
    /// <param name="now">Nothing is planned before it.</param>
    /// <param name="kept">The plan in force.</param>
    /// <param name="before">The plan that was promised before something changed: its dates are what the search comes back to where it
    /// can. Null for none.</param>
    /// <param name="budget">Decodes for each of the searches, at least 1.</param>
    /// <param name="cancel">Ends the searches.</param>
    public static Bettering Improve(
        BenchIndex bench,
        Instant now,
        BenchPlan kept,
        BenchPlan? before,
        int budget,
        CancellationToken cancel = default
    ) => BeingBettered(bench, now, kept, before, budget, DateSearch.MostRounds, cancel);

    /// <summary>The plan that would be in force after a change that is only thought of: bettered as <see cref="Improve"/> does, but dates
    /// that were lost are not sought so long: somebody waits for the answer.</summary>
    public static BenchPlan Trial(BenchIndex bench, Instant now, BenchPlan kept, BenchPlan before, int budget, CancellationToken cancel) =>
        BeingBettered(bench, now, kept, before, budget, RoundsWhileOneWaits, cancel).InForce;

    private static Bettering BeingBettered(
        BenchIndex bench,
        Instant now,
        BenchPlan kept,
        BenchPlan? before,
        int budget,
        int rounds,
        CancellationToken cancel
    )
    {
        BenchPlan? free = null,
            bound = null;
        Parallel.Invoke(
            new ParallelOptions { CancellationToken = cancel },
            () => free = SearchFreely(bench, now, kept, budget, cancel),
            () => bound = new DateSearch(bench, now, kept, before, cancel).Best(budget, rounds)
        );
        var taken = new[] { free!, bound! }
            .Where(b => MayTake(kept, b, before, bench, now))
            .OrderBy(b => new KeptDates(before, b).DaysLost(b))
            .ThenBy(b => b.Result.Schedule.Z)
            .FirstOrDefault();
        var inForce = taken ?? kept;
        return new Bettering(
            // Told from what was promised: the plan that was kept stood for seconds.
            taken is null
                ? kept
                : taken.Told(Moved(bench, before ?? kept, taken, now)),
            IsWorth(inForce, free!) ? free!.Told(Moved(bench, inForce, free!, now)) : null
        );
    }

    /// <summary>The plan that follows an older one, as the app comes to it: kept at once, then bettered.</summary>
    public static BenchPlan Next(BenchIndex bench, Instant now, BenchPlan older, int budget, CancellationToken cancel = default)
    {
        var kept = QuickReschedule(bench, now, older, cancel);
        var next = Improve(bench, now, kept, older, budget, cancel).InForce;
        return next.Told(PlanMoves.Between(bench, older, next, now));
    }

    /// <summary>The best plan found with all freedom, from the order of another and from nothing.</summary>
    public static BenchPlan SearchFreely(BenchIndex bench, Instant now, BenchPlan from, int budget, CancellationToken cancel = default) =>
        new BenchSearch(bench, now, cancel).From(from, budget);

    /// <summary>Until when what the running sitting holds next stands; null outside a sitting, and where hands would stand
    /// idle.</summary>
    public static Instant? StandingUntil(BenchIndex bench, BenchPlan plan, Instant now) =>
        bench.State.Settings.Calendar.From(now, 2).FirstOrDefault(s => s.Holds(now)) is { } sitting
        && Instant.Min(now + Near, sitting.End) is var until
        && plan.Work.Any(w => w.Begin < until)
            ? until
            : null;

    /// <summary>True where a plan may take the place of another by itself: it is clearly better, brings nobody home later by more than
    /// a day, or throws back less far what was promised, and leaves the next half hour of the running sitting alone.</summary>
    /// <param name="inForce">The plan in force.</param>
    /// <param name="better">The one that may take its place.</param>
    /// <param name="before">The plan that was promised: units that came since have no date to lose. Null: all of them have.</param>
    /// <param name="bench">The bench of both.</param>
    /// <param name="now">The moment.</param>
    public static bool MayTake(BenchPlan inForce, BenchPlan better, BenchPlan? before, BenchIndex bench, Instant now)
    {
        if (!IsWorth(inForce, better))
            return false;
        // An edit threw promised dates back, and the plan kept stood for seconds: what throws back less far is better, whoever gives way.
        var dates = new KeptDates(before, better);
        var thrown = dates.DaysLost(inForce);
        var later =
            (thrown == 0 || dates.DaysLost(better) >= thrown)
            && inForce.Ends.Any(u =>
                (before is null || before.Ends.ContainsKey(u.Key))
                && better.Ends.TryGetValue(u.Key, out var end)
                && better.At(end) > inForce.At(u.Value) + KeptDates.MostLater
            );
        return !later
            && (StandingUntil(bench, inForce, now) is not { } until || NearWork(inForce, until).SequenceEqual(NearWork(better, until)));
    }

    private static IEnumerable<(Guid, Instant)> NearWork(BenchPlan plan, Instant until) =>
        plan.Work.Where(w => !w.InHand && w.Begin < until).Select(w => (w.StepId, w.Begin)).Order();

    private static bool IsWorth(BenchPlan inForce, BenchPlan better) =>
        better.Result.Unplaced.Count < inForce.Result.Unplaced.Count
        || (
            better.Result.Unplaced.Count == inForce.Result.Unplaced.Count
            && better.Result.Schedule.Z < inForce.Result.Schedule.Z - Math.Abs(inForce.Result.Schedule.Z!.Value) / Spread
        );

    // The cause is what was asked for; where nothing was, the search.
    private static PlanShift Moved(BenchIndex bench, BenchPlan from, BenchPlan to, Instant now)
    {
        var moves = PlanMoves.Between(bench, from, to, now);
        return PlanCause.IsAsked(bench, from, to) ? moves : moves with { Causes = [PlanMoves.ByBettering] };
    }
}

/// <summary>What bettering a plan comes to.</summary>
/// <param name="InForce">The plan in force: the one there was, or a better one that may take its place by itself.</param>
/// <param name="Offer">A better one still, that only the person can choose; null where there is none.</param>
public sealed record Bettering(BenchPlan InForce, BenchPlan? Offer);
