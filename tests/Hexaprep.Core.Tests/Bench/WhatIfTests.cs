using Hexaprep.Bench.Acts;
using Hexaprep.Bench.State;
using Hexaprep.Core.Tests.Scheduling;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Keeping;
using Hexaprep.Planning.Problem;
using Hexaprep.Planning.Reasons;
using Hexaprep.Planning.WhatIf;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

public sealed class WhatIfTests
{
    private static readonly Instant Evening = Instant.FromUtc(2026, 3, 12, 19, 35);
    private static readonly LocalDate Thursday = new(2026, 3, 12);

    private static (RehearsedBench Bench, BenchPlan Plan) Two()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 10), RehearsedBench.Order("Bell Sergeants", 5));
        return (bench, BenchPlanner.Make(bench.Index, Evening, 200));
    }

    private static WhatIfView Ask(WhatIfAsk ask)
    {
        var (bench, plan) = Two();
        return new WhatIf(bench.Index, plan, Evening, 200, Guid.NewGuid).View(ask);
    }

    [Fact]
    public void A_week_away_says_what_each_unit_loses()
    {
        var view = Ask(new WhatIfAsk(WhatIfKind.Away, Thursday.PlusDays(1), Thursday.PlusDays(8)));

        Assert.Equal("Away from Fri 13 Mar to Fri 20 Mar", view.Title);
        Assert.Contains(view.Units, u => u.HoursSooner <= -24);
        Assert.Contains("loses", view.Summary, StringComparison.Ordinal);
        Assert.True(view.StepsMoved > 0);
    }

    [Fact]
    public void More_evenings_make_no_plan_worse()
    {
        var (bench, plan) = Two();
        var view = new WhatIf(bench.Index, plan, Evening, 200, Guid.NewGuid).View(
            new WhatIfAsk(WhatIfKind.Evening, Thursday.PlusDays(1), Begins: new(18, 0), Ends: new(22, 0))
        );

        Assert.True(view.Units.Sum(u => u.HoursSooner) >= 0, view.Summary);
    }

    [Fact]
    public void A_step_that_misses_its_sitting_costs_its_unit_and_leaves_what_came_before_alone()
    {
        var (bench, plan) = Two();
        var last = plan.Work.Where(w => bench.Index.UnitOf(bench.Index.Steps[w.StepId]).Name == "Reed Pikes").MaxBy(w => w.End)!;
        var view = new WhatIf(bench.Index, plan, Evening, 200, Guid.NewGuid).View(new WhatIfAsk(WhatIfKind.Slip, StepId: last.StepId));

        Assert.True(view.Units.Single(u => u.Unit == "Reed Pikes").HoursSooner < 0);
        Assert.Equal(0, view.Units.Single(u => u.Unit == "Bell Sergeants").HoursSooner);
    }

    [Fact]
    public void What_a_question_stands_for_is_what_is_written_when_it_is_taken()
    {
        var (bench, _) = Two();
        WhatIfChange Of(WhatIfAsk ask) => WhatIfChange.Of(bench.Index, ask, Evening, Guid.NewGuid);

        BenchSettings Set(WhatIfAsk ask) => Assert.IsType<Change.SettingsSet>(Assert.Single(Of(ask).Made)).Settings;

        Assert.Equal(8, Set(new WhatIfAsk(WhatIfKind.Away, Thursday.PlusDays(1), Thursday.PlusDays(8))).Calendar.Exceptions.Count);
        Assert.Equal(
            ExceptionKind.Extra,
            Assert.Single(Set(new WhatIfAsk(WhatIfKind.Evening, Thursday, Begins: new(18, 0), Ends: new(22, 0))).Calendar.Exceptions).Kind
        );
        Assert.Equal(25, Set(new WhatIfAsk(WhatIfKind.Handles, Handles: 25)).Handles);
        var step = bench.Plan(Evening).Work[0].StepId;
        Assert.False(Of(new WhatIfAsk(WhatIfKind.Slip, StepId: step)).Changes);
    }

    // Four units and more: one at a time costs days, and as many as one likes loses nobody any.
    [Fact]
    public void Places_have_their_price()
    {
        var bench = new RehearsedBench([.. Enumerable.Range(1, 5).Select(n => RehearsedBench.Order($"Column {n}", 4))]);
        var plan = BenchPlanner.Make(bench.Index, Evening, 60);
        WhatIfView Places(string option) =>
            new WhatIf(bench.Index, plan, Evening, 60, Guid.NewGuid).View(new WhatIfAsk(WhatIfKind.UnderWay) { UnderWay = option });

        Assert.Equal("Under way at once: one", Places("up_to_1").Title);
        Assert.Contains(Places("up_to_1").Units, u => u.HoursSooner < 0);
        Assert.DoesNotContain(Places("no_limit").Units, u => u.HoursSooner < 0);
    }

    [Fact]
    public void Another_way_of_a_spray_and_waiting_for_spring_have_theirs()
    {
        var (bench, plan) = Two();
        var prime = bench.Step(StepKind.Prime, "Reed Pikes");
        WhatIfView Asked(WhatIfAsk ask) => new WhatIf(bench.Index, plan, Evening, 60, Guid.NewGuid).View(ask);

        var brush = Asked(new WhatIfAsk(WhatIfKind.Way, StepId: prime.Id) { Method = "brush" });
        Assert.StartsWith("Prime Reed Pikes", brush.Title, StringComparison.Ordinal);
        Assert.EndsWith("by brush", brush.Title, StringComparison.Ordinal);
        var spring = Asked(new WhatIfAsk(WhatIfKind.NoSprayBefore, new LocalDate(2026, 6, 1)));
        Assert.All(spring.Units, u => Assert.True(u.HoursSooner < -24 * 30, u.Words));
    }

    [Fact]
    public void Spraying_put_off_marks_each_sitting_once_and_leaves_what_is_marked()
    {
        var (bench, _) = Two();
        IReadOnlyList<SittingException> Marked() =>
            Assert
                .IsType<Change.SettingsSet>(
                    Assert.Single(
                        WhatIfChange
                            .Of(bench.Index, new WhatIfAsk(WhatIfKind.NoSprayBefore, Thursday.PlusDays(30)), Evening, Guid.NewGuid)
                            .Made
                    )
                )
                .Settings.Calendar.Exceptions;

        var first = Marked();
        Assert.True(first.Count > 8 && first.Select(e => e.Date).Distinct().Count() == first.Count);
        Assert.All(first, e => Assert.True(e.Date < Thursday.PlusDays(30)));
        bench.State = bench.State with
        {
            Settings = bench.State.Settings with { Calendar = bench.State.Settings.Calendar with { Exceptions = [first[1]] } },
        };
        Assert.Equal(first.Select(e => e.Date).Order(), Marked().Select(e => e.Date).Order());
    }

    [Fact]
    public void A_day_that_is_over_cannot_be_asked_about() =>
        Assert.Equal(
            "date",
            Assert.Throws<RefusedException>(() => Ask(new WhatIfAsk(WhatIfKind.Rain, Thursday.PlusDays(-3)))).Refusal.Field
        );

    // The week's own sitting of that Thursday asked for once more, and begun as it begins: neither would make a difference.
    [Fact]
    public void A_question_that_would_change_nothing_is_refused_with_what_stands_there()
    {
        var bench = Two().Bench;
        var own = bench.State.Settings.Calendar.From(Evening, 7).First(s => s.Begin > Evening);
        var zone = bench.State.Settings.Zone;
        var (begins, ends) = (own.Begin.InZone(zone).TimeOfDay, own.End.InZone(zone).TimeOfDay);

        var again = Refusal(new WhatIfAsk(WhatIfKind.Evening, own.Date, Begins: begins.PlusMinutes(10), Ends: ends));
        var asItIs = Refusal(new WhatIfAsk(WhatIfKind.LaterStart, own.Date, Begins: begins));

        Assert.Equal(("date", "Choose another day or other hours."), (again.Field, again.Remedy));
        Assert.Equal(("begins", "Give a later start."), (asItIs.Field, asItIs.Remedy));
        Assert.NotEmpty(Of(new WhatIfAsk(WhatIfKind.Evening, own.Date, Begins: begins, Ends: ends.PlusMinutes(30))).Made);
        return;
        WhatIfChange Of(WhatIfAsk ask) => WhatIfChange.Of(bench.Index, ask, Evening, Guid.NewGuid);
        Refusal Refusal(WhatIfAsk ask) => Assert.Throws<RefusedException>(() => Of(ask)).Refusal;
    }

    [Theory]
    [InlineData(WhatIfKind.Merge, "batchId")]
    [InlineData(WhatIfKind.Split, "batchId")]
    [InlineData(WhatIfKind.Evening, "begins")]
    [InlineData(WhatIfKind.Handles, "handles")]
    [InlineData(WhatIfKind.First, "unitId")]
    [InlineData(WhatIfKind.Slip, "stepId")]
    [InlineData(WhatIfKind.Way, "stepId")]
    [InlineData(WhatIfKind.UnderWay, "underWay")]
    [InlineData(WhatIfKind.NoSprayBefore, "date")]
    [InlineData(WhatIfKind.Rain, "date")]
    public void A_question_without_what_it_needs_is_refused_by_field(WhatIfKind kind, string field) =>
        Assert.Equal(field, Assert.Throws<RefusedException>(() => Ask(new WhatIfAsk(kind))).Refusal.Field);

    [Fact]
    public void One_repair_after_the_primer_gate_gives_a_second_date_no_sooner_than_the_promise()
    {
        var (bench, plan) = Two();
        var (promise, repair) = (Promises.Of(bench.Index, plan), RepairContingency.Of(bench.Index, plan));

        Assert.Equal(bench.State.Units.Count, repair.Count);
        Assert.All(repair, r => Assert.True(r.Value >= promise[r.Key]));
        Assert.Contains(repair, r => r.Value > promise[r.Key]);
    }

    [Fact]
    public void A_clean_primer_gate_drops_its_reserve_at_once()
    {
        var bench = new RehearsedBench(RehearsedBench.Order(models: 10).Of(t => t with { PaintMinutes = 0 }));
        var at = bench.RunUpTo(StepKind.PrimerGate, Evening);
        Duration Reserve(Instant now)
        {
            var plan = BenchPlanner.Make(bench.Index, now, 100);
            var unit = bench.State.Units[0].Id;
            return RepairContingency.Of(bench.Index, plan)[unit] - Promises.Of(bench.Index, plan)[unit]!.Value;
        }

        var before = Reserve(at);
        Assert.True(before >= Duration.FromHours(2), $"{before}");
        var gate = bench.Step(StepKind.PrimerGate);
        bench.Do(ActKind.Start, at, a => a with { StepId = gate.Id });
        bench.Tick(gate, at + Duration.FromMinutes(8), 10);
        // What is left is hands at the last gate.
        Assert.InRange(Reserve(at + Duration.FromMinutes(8)), Duration.Zero, Duration.FromMinutes(30));
    }

    [Fact]
    public void A_plan_that_follows_after_a_tick_moves_nothing_else()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 10), RehearsedBench.Order("Bell Sergeants", 5));
        var before = BenchPlanner.Make(bench.Index, Evening, 200);
        var step = bench.Index.Steps[before.Work[0].StepId];
        bench.Do(ActKind.Start, before.Work[0].Begin, a => a with { StepId = step.Id });
        bench.Tick(step, before.Work[0].End, before.Work[0].Models);
        var later = before.Work[0].End;
        var after = BenchPlanner.Next(bench.Index, later, before, 200);

        Assert.Empty(PlanChecker.Breaches(after.Problem, after.Result.Schedule.Chunks));
        Assert.NotNull(after.Result.Shift);
        Assert.Equal(0, after.Result.Shift.Steps);
        Assert.Empty(after.Result.Shift.Promises);
    }
}
