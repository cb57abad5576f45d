using CsCheck;
using Hexaprep.Bench.Edits;
using Hexaprep.Bench.State;
using Hexaprep.Core.Tests.Scheduling;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Keeping;
using Hexaprep.Planning.Problem;
using Hexaprep.Planning.Reasons;
using Hexaprep.Planning.WhatIf;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

/// <summary>A plan that lives: kept at once, bettered behind, taken by itself where it may, compared without noise.</summary>
public sealed class BetteringTests
{
    private static readonly Instant Evening = Instant.FromUtc(2026, 3, 12, 19, 35);

    private static RehearsedBench Three() =>
        new(
            RehearsedBench.Order("Reed Pikes", 10),
            RehearsedBench.Order("Bell Sergeants", 5, Material.PuResin),
            RehearsedBench.Order("Eel Riders", 6) with
            {
                Traits = RehearsedBench.Order().Traits with { Models = 6, Transfers = 1, Tier = Tier.Elite },
            }
        );

    // Every kind of edit, drawn by number.
    private static BenchIndex? Edited(RehearsedBench bench, BenchIndex index, int draw, Instant at)
    {
        var batch = index.State.Batches[draw / 16 % index.State.Batches.Count];
        var unit = index.Units[batch.UnitId];
        var school = HouseRuleCatalog.All[draw / 16 % HouseRuleCatalog.All.Count];
        try
        {
            return (draw % 8) switch
            {
                0 => Route(new RouteChange(ChangeKind.Add, StepKind.ProtectiveCoat)),
                1 => Route(new RouteChange(ChangeKind.Skip, StepKind.Fill)),
                2 => Set(index.State.Settings with { Handles = 10 + draw % 30 }),
                3 => Set(index.State.Settings with { Calendar = Without(index, draw) }),
                4 => index.With(UnitEdits.Change(index, unit.Id, unit.Version, new(null, 1 + draw % 5), at).Changes),
                5 => index.With(
                    RosterEdits.Joined(
                        index,
                        RosterExpander.Expand([RehearsedBench.Order($"Unit {draw}", 1 + draw % 9)], bench.NewId),
                        TurnableClock.Evening,
                        bench.NewId
                    )
                ),
                6 => index.With(
                    HouseEdits.Chosen(
                        index,
                        null,
                        null,
                        school,
                        school.Options[draw % school.Options.Count].Id,
                        TurnableClock.Evening,
                        bench.NewId
                    )
                ),
                _ => AnyWrite.Draw(index, draw / 8, at, bench.NewId) is { } act ? index.With(act.Changes) : null,
            };
        }
        catch (RefusedException)
        {
            return null;
        }

        BenchIndex Route(RouteChange change) =>
            index.With(RouteEdits.Change(index, batch.Id, batch.Version, change, accepted: true, at, bench.NewId).Changes);
        BenchIndex Set(BenchSettings settings) => index.With([new Change.SettingsSet(settings)]);
    }

    private static SittingCalendar Without(BenchIndex index, int draw) =>
        index.State.Settings.Calendar with
        {
            Exceptions =
            [
                new SittingException(Guid.NewGuid(), new LocalDate(2026, 3, 13).PlusDays(draw % 20), ExceptionKind.Off, null, null),
            ],
        };

    [Fact]
    public void Whatever_is_changed_the_better_of_plan_and_offer_is_no_worse_than_one_from_nothing() =>
        Gen.Int[0, 100_000]
            .Array[1, 4]
            .Holds(
                draws =>
                {
                    var bench = Three();
                    var (index, at) = (bench.Index, Evening);
                    var plan = BenchPlanner.Make(index, at, 30);
                    foreach (var draw in draws)
                    {
                        at += Duration.FromMinutes(draw % 50);
                        if (Edited(bench, index, draw, at) is not { } next)
                            continue;
                        index = next;
                        var kept = BenchPlanner.QuickReschedule(index, at, plan);
                        var found = BenchPlanner.Improve(index, at, kept, plan, 30);
                        var best = found.Offer ?? found.InForce;
                        var fresh = BenchPlanner.Make(index, at, 30);
                        Assert.True(best.Result.Unplaced.Count <= fresh.Result.Unplaced.Count);
                        Assert.True(
                            fresh.Result.Unplaced.Count > 0 || OnOrigin(best, fresh) <= OnOrigin(fresh, fresh) * 1.02,
                            $"{best.Result.Schedule.Z} {fresh.Result.Schedule.Z}"
                        );
                        foreach (var one in new[] { kept, found.InForce, best })
                            Assert.Empty(PlanChecker.Breaches(one.Problem, one.Result.Schedule.Chunks, one.Result.Unplaced.Count > 0));
                        TakenOnlyWhereItMay(index, kept, found.InForce, plan, at);
                        plan = found.InForce;
                    }
                },
                iter: 30
            );

    // The two may look as far as different evenings, never from different Mondays.
    private static double OnOrigin(BenchPlan plan, BenchPlan other)
    {
        Assert.Equal(other.Origin, plan.Origin);
        return plan.Result.Schedule.Z!.Value;
    }

    private static void TakenOnlyWhereItMay(BenchIndex bench, BenchPlan kept, BenchPlan inForce, BenchPlan before, Instant at)
    {
        if (ReferenceEquals(kept, inForce))
            return;
        var known = kept.Ends.Where(e => inForce.Ends.ContainsKey(e.Key) && before.Ends.ContainsKey(e.Key)).ToList();
        // A date is lost a day after it was promised; a week after for a unit that has more to do than it had.
        var knew = before.Problem.Batches.SelectMany(b => b.Steps).Select(s => s.Id[..36]).ToHashSet();
        var more = inForce
            .Problem.Batches.Where(b => b.Steps.Any(s => !knew.Contains(s.Id[..36])))
            .Select(b => b.Unit)
            .ToHashSet(StringComparer.Ordinal);
        int Lost(BenchPlan plan) =>
            known.Max(e =>
                Math.Max(0, (int)((plan.At(plan.Ends[e.Key]) - before.At(before.Ends[e.Key])).TotalDays - (more.Contains(e.Key) ? 7 : 1)))
            );
        if (known.Count == 0 || Lost(inForce) < Lost(kept))
            return;
        Assert.All(known, e => Assert.True(inForce.At(inForce.Ends[e.Key]) <= kept.At(e.Value) + Duration.FromDays(1)));
        if (bench.State.Settings.Calendar.From(at, 1).FirstOrDefault(s => s.Holds(at)) is null)
            return;
        var near = at + Duration.FromMinutes(30);
        var soon = kept.Work.Where(w => !w.InHand && w.Begin < near).Select(w => (w.StepId, w.Begin)).ToList();
        if (soon.Count > 0)
            Assert.Equal(soon.Order(), inForce.Work.Where(w => !w.InHand && w.Begin < near).Select(w => (w.StepId, w.Begin)).Order());
    }

    [Fact]
    public void A_plan_that_brings_somebody_home_days_later_is_offered_never_taken()
    {
        var bench = Three();
        var plan = bench.Plan(Evening, 100);
        var unit = bench.State.Units.MaxBy(u => plan.Ends[u.Id.ToString()])!;
        // The last one first, by far: all others give way.
        var index = bench.Index.With([new Change.UnitSet(unit with { Weight = 100 })]);
        var kept = BenchPlanner.QuickReschedule(index, Evening, plan);
        var found = BenchPlanner.Improve(index, Evening, kept, plan, 100);

        Assert.NotNull(found.Offer);
        Assert.True(found.Offer.Ends[unit.Id.ToString()] < kept.Ends[unit.Id.ToString()]);
        Assert.Contains(kept.Ends, e => found.Offer.Ends[e.Key] > e.Value + 1440);
        Assert.False(BenchPlanner.MayTake(found.InForce, found.Offer, plan, index, Evening));
        Assert.All(kept.Ends, e => Assert.True(found.InForce.Ends[e.Key] <= e.Value + 1440));
    }

    [Fact]
    public void The_unit_of_which_more_is_asked_has_a_week_the_others_a_day_and_what_came_since_no_date_to_keep()
    {
        var bench = Three();
        var plan = bench.Plan(Evening, 20);
        var (batch, other) = (bench.State.Batches[0], bench.State.Batches[1]);
        var coat = new RouteChange(ChangeKind.Add, StepKind.ProtectiveCoat);
        var index = bench.Index.With(RouteEdits.Change(bench.Index, batch.Id, batch.Version, coat, true, Evening, bench.NewId).Changes);
        index = index.With(
            RosterEdits.Joined(
                index,
                RosterExpander.Expand([RehearsedBench.Order("Mudlarks", 3)], bench.NewId),
                TurnableClock.Evening,
                bench.NewId
            )
        );
        var kept = new KeptDates(plan, BenchPlanner.QuickReschedule(index, Evening, plan));

        Assert.Equal(plan.Ends.Keys.Order(), kept.By.Keys.Order());
        Duration Free(Guid unit) => kept.By[unit.ToString()] - plan.At(plan.Ends[unit.ToString()]);
        Assert.Equal(Duration.FromDays(7), Free(batch.UnitId));
        Assert.Equal(Duration.FromDays(1), Free(other.UnitId));
        Assert.Equal(0, kept.DaysLost(plan));
        Assert.Equal(9, kept.DaysLost(plan with { Origin = plan.Origin + Duration.FromDays(10) }));
        Assert.Empty(new KeptDates(null, plan).By);
        // All of a bench that was empty came since; where nothing is known of what was, no date moves.
        Assert.Empty(new KeptDates(BenchPlan.None(Evening), plan).For(plan));
        Assert.Equal(plan.Ends.Count, new KeptDates(null, plan).For(plan).Count);
    }

    [Fact]
    public void What_moved_is_told_by_name_with_its_cause()
    {
        var bench = Three().WithoutRows();
        var plan = bench.Plan(Evening, 60);
        PlanShift After(BenchIndex index) => BenchPlanner.QuickReschedule(index, Evening, plan).Result.Shift!;
        BenchIndex Set(BenchSettings settings) => bench.Index.With([new Change.SettingsSet(settings)]);
        var batch = bench.State.Batches[0];
        var coat = new RouteChange(ChangeKind.Add, StepKind.ProtectiveCoat);

        Assert.Contains("your evenings changed", After(Set(bench.State.Settings with { Calendar = Without(bench.Index, 1) })).Causes);
        Assert.Contains("there are 8 handles, not 20", After(Set(bench.State.Settings with { Handles = 8 })).Causes);
        var added = After(
            bench.Index.With(RouteEdits.Change(bench.Index, batch.Id, batch.Version, coat, true, Evening, bench.NewId).Changes)
        );
        Assert.Contains("\"Protect the paint\" for Reed Pikes was added", added.Causes);
        Assert.NotEmpty(added.Farthest);
        Assert.All(added.Farthest, f => Assert.Matches(@"^.+, .+: from .+ to .+$", f));
        var slower = HouseEdits.Chosen(bench.Index, null, null, HouseRuleCatalog.PrimerWait, "careful", TurnableClock.Evening, bench.NewId);
        Assert.Contains(After(bench.Index.With(slower)).Causes, c => c.Contains("is longer", StringComparison.Ordinal));
        var later = BenchPlanner.QuickReschedule(bench.Index, Evening + Duration.FromHours(1), plan).Result.Shift!;
        Assert.Contains(later.Causes, c => c.EndsWith("was not begun", StringComparison.Ordinal));
    }

    [Fact]
    public void What_a_better_plan_moves_is_told_from_what_was_promised_with_what_was_asked()
    {
        var bench = Three();
        var plan = BenchPlanner.Next(bench.Index, Evening, bench.Plan(Evening, 40), 40);
        var batch = bench.State.Batches[0];
        var coat = new RouteChange(ChangeKind.Add, StepKind.ProtectiveCoat);
        var index = bench.Index.With(RouteEdits.Change(bench.Index, batch.Id, batch.Version, coat, true, Evening, bench.NewId).Changes);
        var kept = BenchPlanner.QuickReschedule(index, Evening, plan);
        var found = BenchPlanner.Improve(index, Evening, kept, plan, 40).InForce;

        Assert.Contains("\"Protect the paint\" for Reed Pikes was added", found.Result.Shift!.Causes);
        Assert.Equal(PlanMoves.Between(index, plan, found, Evening).Promises, found.Result.Shift.Promises);
    }

    [Fact]
    public void What_was_told_stays_told_while_nothing_else_moves()
    {
        var bench = Three();
        var plan = bench.Plan(Evening, 60);
        var fewer = bench.Index.With([new Change.SettingsSet(bench.State.Settings with { Calendar = Without(bench.Index, 1) })]);
        var kept = BenchPlanner.QuickReschedule(fewer, Evening, plan);

        Assert.True(kept.Result.Shift!.Steps > 0);
        Assert.Equal(kept.Result.Shift, BenchPlanner.QuickReschedule(fewer, Evening, kept).Result.Shift);
    }

    [Fact]
    public void What_only_takes_work_or_waits_away_makes_nothing_later_and_what_only_adds_them_nothing_earlier() =>
        Gen.Int[0, 100_000]
            .Holds(
                draw =>
                {
                    var bench = Three();
                    var plan = BenchPlanner.Next(bench.Index, Evening, bench.Plan(Evening, 20), 20);
                    var was = Promises.Of(bench.Index, plan);
                    IReadOnlyDictionary<Guid, Instant?> After(BenchIndex next) =>
                        SecondPlan.Of(bench.Index, plan, next, Evening, 20, CancellationToken.None).Ends;
                    BenchIndex Set(BenchSettings settings) => bench.Index.With([new Change.SettingsSet(settings)]);
                    var settings = bench.State.Settings;
                    var extra = settings.Calendar with
                    {
                        Exceptions =
                        [
                            new SittingException(
                                Guid.NewGuid(),
                                new LocalDate(2026, 3, 13).PlusDays(draw % 20),
                                ExceptionKind.Extra,
                                new LocalTime(6, 0),
                                new LocalTime(8, 0)
                            ),
                        ],
                    };
                    foreach (var more in new[] { settings with { Handles = 21 + draw % 9 }, settings with { Calendar = extra } })
                        Assert.All(After(Set(more)), u => Assert.True(u.Value <= was[u.Key]));
                    foreach (
                        var less in new[]
                        {
                            settings with
                            {
                                Handles = 10 + draw % 5,
                            },
                            settings with
                            {
                                Calendar = Without(bench.Index, draw),
                            },
                        }
                    )
                        Assert.All(After(Set(less)), u => Assert.True(u.Value is null || u.Value >= was[u.Key]));
                },
                iter: 12
            );

    [Fact]
    public void More_units_begun_than_there_are_places_all_keep_a_date()
    {
        var bench = new RehearsedBench([.. Enumerable.Range(1, 20).Select(i => RehearsedBench.Order($"Reed Pikes {i}", 12))]);
        var at = TurnableClock.Evening;
        var plan = BenchPlanner.Make(bench.Index, at, 1);
        foreach (var study in bench.State.Steps.Where(s => s.Key.Kind == StepKind.Study).Take(7).ToList())
        {
            at += Duration.FromMinutes(4);
            bench.Tick(study, at, 12);
            plan = BenchPlanner.QuickReschedule(bench.Index, at, plan);

            Assert.Empty(plan.Result.Unplaced);
            Assert.Empty(PlanChecker.Breaches(plan.Problem, plan.Result.Schedule.Chunks));
        }
    }
}
