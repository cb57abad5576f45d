using Hexaprep.Bench.Acts;
using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Screens.BenchScreen;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

public sealed class BenchReaderTests
{
    private static readonly Instant Evening = TurnableClock.Evening;
    private static readonly Instant Monday = Instant.FromUtc(2026, 3, 9, 12, 0);

    [Fact]
    public void In_a_sitting_one_step_is_named_with_its_reason_its_pegs_and_its_key()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Lantern Keepers", 3, Material.PuResin) with { Weight = 5 });
        var view = bench.View(Evening);

        Assert.Equal(HandsState.Step, view.Hands);
        Assert.Equal((StepKind.Study, "Begin: study the stages", false), (view.Step!.Kind, view.Step.KeyText, view.Step.InHand));
        Assert.Equal(3, view.Step.Models.Count);
        Assert.NotEmpty(view.Step.Why);
        Assert.True(view.Step.Why.Split(' ').Length <= 16);
    }

    [Fact]
    public void With_the_step_in_hand_the_key_names_the_next_model_and_the_last_one_closes_it()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Lantern Keepers", 3, Material.PuResin));
        bench.Tick(bench.Step(StepKind.Study), Evening);
        Assert.Equal("Model 2 studied", bench.View(Evening).Step!.KeyText);

        bench.Tick(bench.Step(StepKind.Study), Evening);
        Assert.Equal(("All 3 studied", "closes the step"), (bench.View(Evening).Step!.KeyText, bench.View(Evening).Step!.KeyNote));
        Assert.Equal([PegState.Done, PegState.Done, PegState.Hand], bench.View(Evening).Step!.Models.Select(m => m.State));
    }

    [Fact]
    public void The_last_key_of_a_step_that_shows_flaws_is_its_look()
    {
        var bench = new RehearsedBench(RehearsedBench.Order(models: 2));
        var at = bench.RunUpTo(StepKind.CleanLines, Evening);
        bench.Tick(bench.Step(StepKind.CleanLines), at);

        Assert.Equal("closes the step: look each over once. Does it stand flat?", bench.View(at).Step!.KeyNote);
    }

    [Fact]
    public void A_can_in_hand_has_sides_to_be_ticked_and_other_work_has_none()
    {
        var bench = new RehearsedBench(RehearsedBench.Order(models: 2));
        bench.Tick(bench.Step(StepKind.Study), Evening);
        Assert.Empty(bench.View(Evening).Step!.Sides);
        var at = bench.RunUpTo(StepKind.Prime, Evening);
        bench.Do(ActKind.Start, at, a => a with { StepId = bench.Step(StepKind.Prime).Id, DespiteAir = true });
        Assert.Equal("underneath", bench.View(at).Step!.Sides[^1]);
    }

    [Fact]
    public void What_a_step_says_tells_how_binding_it_is_the_gravest_first()
    {
        var bench = new RehearsedBench(RehearsedBench.Order(models: 2));
        var at = bench.RunUpTo(StepKind.Glue, Evening);
        bench.Do(ActKind.Start, at, a => a with { StepId = bench.Step(StepKind.Glue).Id });
        var step = bench.View(at).Step!;

        Assert.Equal(step.Card.Rules.Select(r => r.Strength).Order(), step.Card.Rules.Select(r => r.Strength));
        Assert.Contains(step.Card.Rules, r => r.Strength == Strength.Taste);
        Assert.Contains(step.Locks, l => l.Strength == Strength.Law);
    }

    [Fact]
    public void What_was_put_down_is_picked_up()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Lantern Keepers", 3, Material.PuResin));
        var study = bench.Step(StepKind.Study);
        bench.Tick(study, Evening);
        bench.Do(ActKind.PutDown, Evening, a => a with { StepId = study.Id });

        Assert.Equal("Pick it up: study the stages", bench.View(Evening).Step!.KeyText);
    }

    [Fact]
    public void An_empty_bench_asks_for_a_unit() => Assert.Equal(HandsState.Empty, new RehearsedBench().View(Evening).Hands);

    [Fact]
    public void Between_sittings_it_says_when_the_next_one_begins_and_with_what_and_offers_to_begin_all_the_same()
    {
        var view = new RehearsedBench(RehearsedBench.Order()).View(Monday);

        Assert.Equal((HandsState.Outside, "It begins with: Study Reed Pikes."), (view.Hands, view.Subline));
        Assert.Matches(@"^Next sitting (Tue|Thu|Sat) \d\d:\d\d$", view.Headline);
        Assert.Equal("Study Reed Pikes now", view.Offer!.Text);
        Assert.Null(view.Step);
    }

    [Fact]
    public void With_everything_drying_hands_are_free_and_nothing_unsafe_is_offered()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 2));
        var at = bench.RunUpTo(StepKind.Fill, Evening - Duration.FromDays(1));
        var glued = bench.State.Coats.Single().EndedAt!.Value;
        bench.State = WithSitting(bench.State, glued, glued + Duration.FromHours(6));
        var view = bench.View(glued + Duration.FromMinutes(1));

        Assert.Equal(HandsState.Free, view.Hands);
        Assert.StartsWith("Hands free until", view.Headline, StringComparison.Ordinal);
        Assert.Null(view.Offer);
        Assert.True(view.Drying.Single().Sure <= at);
    }

    [Fact]
    public void What_dries_shows_its_three_times_what_it_is_safe_for_and_where_they_come_from()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 2));
        bench.RunUpTo(StepKind.Fill, Evening);
        var glued = bench.State.Coats.Single().EndedAt!.Value;
        var drying = bench.View(glued + Duration.FromMinutes(1)).Drying.Single();

        Assert.Equal(("glue", "safe to fill", Readiness.Handle), (drying.What, drying.SafeTo, drying.Stage));
        Assert.Contains("rule of thumb", drying.Basis, StringComparison.Ordinal);
        Assert.False(drying.CanTest);
        Assert.True(bench.View(drying.Early).Drying.Single().CanTest);
        Assert.DoesNotContain(bench.View(drying.Sure).Drying, d => d.Stage == Readiness.Handle);
    }

    [Fact]
    public void A_dry_test_is_said_again_so_that_a_wrong_touch_can_be_put_right()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 2));
        bench.RunUpTo(StepKind.Fill, Evening);
        var coat = bench.State.Coats.Single();
        var at = coat.EndedAt!.Value + Duration.FromMinutes(12);
        bench.Do(ActKind.Test, at, a => a with { CoatId = coat.Id, Stage = Readiness.Handle, Finding = Finding.DryAt });
        Assert.Contains("You found it dry at", Assert.Single(bench.View(at).Tested).Text, StringComparison.Ordinal);

        bench.Do(ActKind.Test, at + Duration.FromMinutes(1), a =>
            a with
            {
                CoatId = coat.Id,
                Stage = Readiness.Handle,
                Finding = Finding.NotDryAt,
            }
        );
        Assert.Empty(bench.View(at + Duration.FromMinutes(1)).Tested);
        Assert.Contains(bench.View(at + Duration.FromMinutes(1)).Drying, d =>
            d.Stage == Readiness.Handle && d.Sure > at + Duration.FromMinutes(15)
        );
    }

    [Fact]
    public void What_was_put_down_stays_before_the_person_until_other_work_is_begun()
    {
        var bench = new RehearsedBench(
            RehearsedBench.Order("Reed Pikes", 3),
            RehearsedBench.Order("Bell Sergeants", 2, Material.WhiteMetal)
        );
        var at = Evening;
        foreach (var unit in new[] { "Bell Sergeants", "Reed Pikes" })
        {
            at += Duration.FromMinutes(5);
            bench.Tick(bench.Step(StepKind.Study, unit), at);
            bench.Do(ActKind.PutDown, at, a => a with { StepId = bench.Step(StepKind.Study, unit).Id });
            Assert.Equal(unit, bench.View(at).Step!.Unit);
        }
        bench.Do(ActKind.Start, at, a => a with { StepId = bench.Step(StepKind.Study, "Bell Sergeants").Id });
        Assert.Equal("Bell Sergeants", bench.View(at).Step!.Unit);
    }

    [Fact]
    public void A_wait_that_goes_on_is_counted_from_the_expected_end_and_says_so()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Bell Sergeants", 3, Material.WhiteMetal));
        var at = bench.RunUpTo(StepKind.Wash, Evening);
        bench.Tick(bench.Step(StepKind.Wash), at);
        var drying = bench.View(at).Drying.Single();

        Assert.True(drying.Expected);
        Assert.False(drying.CanTest);
        Assert.True(drying.Sure > at + Duration.FromMinutes(93));
    }

    [Fact]
    public void A_mix_in_hand_shows_when_it_stiffens_and_a_new_mix_counts_anew()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 10).Of(t => t with { Gaps = Gaps.Large }));
        var at = bench.RunUpTo(StepKind.Fill, Evening);
        var fill = bench.Step(StepKind.Fill);
        bench.Do(ActKind.Start, at, a => a with { StepId = fill.Id });
        Assert.Equal(at + Duration.FromMinutes(30), bench.View(at).Step!.Limit!.At);

        for (var i = 1; i <= fill.Amounts.ModelsPerMix; i++)
            bench.Tick(fill, at + Duration.FromMinutes(3 * i));
        Assert.Equal(
            at + Duration.FromMinutes(3 * fill.Amounts.ModelsPerMix!.Value + 30),
            bench.View(at + Duration.FromMinutes(25)).Step!.Limit!.At
        );
    }

    [Fact]
    public void A_caution_stands_in_full_at_the_first_start_in_a_sitting_and_then_as_its_sign()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 2), RehearsedBench.Order("Sluice Wardens", 2));
        bench.State = WithSitting(bench.State, Evening, Evening + Duration.FromHours(8));
        bench.Tick(bench.Step(StepKind.Study, "Reed Pikes"), Evening, 2);
        bench.Tick(bench.Step(StepKind.Study, "Sluice Wardens"), Evening, 2);
        bench.Do(ActKind.Start, Evening, a => a with { StepId = bench.Step(StepKind.RemoveParts, "Reed Pikes").Id });
        Assert.True(bench.View(Evening).Step!.Cautions.Single(c => c.Sign == "blade").Full);

        bench.Tick(bench.Step(StepKind.RemoveParts, "Reed Pikes"), Evening, 2);
        bench.Do(ActKind.Start, Evening, a => a with { StepId = bench.Step(StepKind.RemoveParts, "Sluice Wardens").Id });
        Assert.False(bench.View(Evening).Step!.Cautions.Single(c => c.Sign == "blade").Full);
    }

    [Fact]
    public void After_a_while_without_a_tick_it_asks_for_the_count_instead_of_assuming_it()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 3));
        bench.Tick(bench.Step(StepKind.Study), Evening);

        Assert.Null(bench.View(Evening + Duration.FromMinutes(10)).Away);
        var away = bench.View(Evening + Duration.FromMinutes(40)).Away!;
        Assert.Equal((40, "It is 20:52. How many were studied?"), (away.Minutes, away.Text));
    }

    [Fact]
    public void What_this_sitting_cannot_reach_is_named_with_what_prevents_it()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 2));
        bench.RunUpTo(StepKind.Fill, Evening - Duration.FromDays(1));
        var glued = bench.State.Coats.Single().EndedAt!.Value;
        bench.State = WithSitting(bench.State, glued, glued + Duration.FromMinutes(6));
        var row = Assert.Single(bench.View(glued + Duration.FromMinutes(1)).NotTonight);

        Assert.Equal("Fill Reed Pikes", row.Text);
        Assert.StartsWith("glue sets till", row.Reason, StringComparison.Ordinal);
    }

    [Fact]
    public void What_dries_in_time_but_finds_no_hands_is_not_blamed_on_its_drying()
    {
        var bench = new RehearsedBench(
            RehearsedBench.Order("Bell Sergeants", 2, Material.WhiteMetal),
            RehearsedBench.Order("Reed Pikes", 20) with
            {
                Weight = 100,
            }
        );
        bench.RunUpTo(StepKind.DryFit, Evening - Duration.FromDays(1));
        var washed = bench.State.Coats.Single().EndedAt!.Value;
        bench.State = WithSitting(bench.State, washed, washed + Duration.FromMinutes(110));
        var rows = bench
            .View(washed + Duration.FromMinutes(1))
            .NotTonight.Where(r => r.Text.EndsWith("Bell Sergeants", StringComparison.Ordinal));

        Assert.DoesNotContain(" till ", Assert.Single(rows).Reason, StringComparison.Ordinal);
    }

    [Fact]
    public void A_plan_that_does_not_fit_names_the_first_step_and_what_it_lacks()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 5));
        var none = bench.State.Settings.Calendar with { Weekly = [] };
        bench.State = bench.State with { Settings = bench.State.Settings with { Calendar = none } };
        var view = bench.View(Evening);

        Assert.Equal((HandsState.NoPlan, "No plan fits"), (view.Hands, view.Headline));
        Assert.StartsWith("Study the stages, Reed Pikes: there is no evening to do it in", view.Subline, StringComparison.Ordinal);
    }

    [Fact]
    public void The_hexagon_shows_the_first_that_applies_of_redo_hand_rest_wait_done_none()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Bell Sergeants", 2, Material.WhiteMetal).Of(t => t with { PaintMinutes = 0 }));
        var batch = bench.State.Batches[0].Id;
        Hexagon At(Instant now) => Hexagon.Of(bench.Index, [batch], now);
        Assert.Equal((SideState.Rest, SideState.None), (At(Evening).Clean, At(Evening).Paint));

        bench.Tick(bench.Step(StepKind.Study), Evening);
        Assert.Equal(SideState.Hand, At(Evening).Clean);
        bench.Do(ActKind.Flaw, Evening, a => a with { StepId = bench.Step(StepKind.Study).Id, Model = 2, Place = "body", Words = "gap" });
        Assert.Equal(SideState.Redo, At(Evening).Clean);

        bench.Do(ActKind.Mend, Evening, a => a with { FlawId = bench.State.Flaws[0].Id });
        bench.RunUpTo(StepKind.DryFit, Evening);
        var washed = bench.State.Coats.Single().EndedAt!.Value;
        Assert.Equal((SideState.Done, SideState.Wait), (At(washed).Clean, At(washed).Wash));
        Assert.Equal(SideState.Done, At(washed + Duration.FromDays(2)).Wash);
    }

    private static BenchState WithSitting(BenchState state, Instant from, Instant to)
    {
        var extra = new SittingException(
            Guid.NewGuid(),
            from.InUtc().Date,
            ExceptionKind.Extra,
            from.InUtc().TimeOfDay,
            to.InUtc().TimeOfDay
        );
        return state with
        {
            Settings = state.Settings with { Calendar = new SittingCalendar(DateTimeZone.Utc, RehearsedBench.UsualWeek, [extra]) },
        };
    }
}
