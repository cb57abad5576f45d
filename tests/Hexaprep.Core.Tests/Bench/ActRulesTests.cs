using Hexaprep.Bench.Acts;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

public sealed class ActRulesTests
{
    private static readonly Instant Evening = TurnableClock.Evening;

    private static RehearsedBench Resin(int models = 3) => new(RehearsedBench.Order("Lantern Keepers", models, Material.PuResin));

    private static Refusal Refused(Action act) => Assert.Throws<RefusedException>(act).Refusal;

    [Fact]
    public void A_tick_begins_the_step_ticks_the_next_model_and_the_last_one_puts_it_down()
    {
        var bench = Resin();
        var study = bench.Step(StepKind.Study);
        bench.Tick(study, Evening);

        Assert.Equal(study.Id, bench.Index.InHand!.StepId);
        Assert.Equal(1, bench.State.Models.Single(m => m.Id == bench.State.Ticks[0].ModelId).Number);

        bench.Tick(study, Evening + Duration.FromMinutes(4), 2);
        Assert.Null(bench.Index.InHand);
        Assert.True(bench.Index.IsFinished(study));
    }

    [Fact]
    public void Every_tick_keeps_its_own_instant()
    {
        var bench = Resin();
        var study = bench.Step(StepKind.Study);
        for (var i = 0; i < 3; i++)
            bench.Tick(study, Evening + Duration.FromMinutes(i * 7));

        Assert.Equal([0, 7, 14], bench.State.Ticks.Select(t => (t.At - Evening).TotalMinutes));
    }

    [Fact]
    public void A_tick_dated_a_moment_before_the_begin_follows_it_and_one_dated_long_before_is_refused()
    {
        var bench = Resin();
        var study = bench.Step(StepKind.Study);
        bench.Do(ActKind.Start, Evening, a => a with { StepId = study.Id });
        bench.Tick(study, Evening - Moments.Skew);
        Assert.Equal(Evening, bench.State.Ticks[0].At);

        var refused = Refused(() => bench.Tick(study, Evening - Moments.Skew - Duration.FromSeconds(1)));
        Assert.Equal("at", refused.Field);
        Assert.Contains("before the step was begun", refused.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_step_whose_turn_has_not_come_is_refused_with_the_rules_reason()
    {
        var bench = Resin();
        var refused = Refused(() => bench.Tick(bench.Step(StepKind.Glue), Evening));

        Assert.Equal(RefusalKind.Conflict, refused.Kind);
        Assert.Contains("comes first", refused.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_step_over_something_wet_is_refused_until_its_sure_moment()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 2));
        var ready = bench.RunUpTo(StepKind.Fill, Evening);
        var glued = bench.State.Coats.Single(c => c.Step == StepKind.Glue).EndedAt!.Value;
        var refused = Refused(() => bench.Tick(bench.Step(StepKind.Fill), glued + Duration.FromMinutes(5)));

        Assert.Contains("Glue sets till", refused.Message, StringComparison.Ordinal);
        Assert.Contains("test it", refused.Remedy, StringComparison.Ordinal);
        bench.Tick(bench.Step(StepKind.Fill), ready);
    }

    [Fact]
    public void A_dry_test_frees_the_next_step_at_once()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 2));
        bench.RunUpTo(StepKind.Fill, Evening);
        var coat = bench.State.Coats.Single(c => c.Step == StepKind.Glue);
        var at = coat.EndedAt!.Value + Duration.FromMinutes(30);
        bench.Do(ActKind.Test, at, a => a with { CoatId = coat.Id, Stage = Readiness.NextLayer, Finding = Finding.DryAt });

        bench.Tick(bench.Step(StepKind.Fill), at);
        Assert.Single(bench.State.Coats.Single(c => c.Id == coat.Id).Tests);
    }

    [Fact]
    public void A_coat_begins_with_the_first_tick_carries_the_models_and_ends_with_the_last()
    {
        var bench = Resin();
        var at = bench.RunUpTo(StepKind.Wash, Evening);
        var wash = bench.Step(StepKind.Wash);
        bench.Do(ActKind.Start, at, a => a with { StepId = wash.Id });
        bench.Tick(wash, at + Duration.FromMinutes(6));
        Assert.Null(bench.State.Coats.Single().EndedAt);

        bench.Tick(wash, at + Duration.FromMinutes(8), 2);
        var coat = bench.State.Coats.Single();
        Assert.Equal((at, (Instant?)(at + Duration.FromMinutes(8)), 3), (coat.StartedAt, coat.EndedAt, coat.ModelIds.Count));
        Assert.Null(coat.AirC);
    }

    [Fact]
    public void Put_down_ends_the_coat_at_its_last_tick_and_picking_up_begins_another()
    {
        var bench = Resin();
        var at = bench.RunUpTo(StepKind.Wash, Evening);
        var wash = bench.Step(StepKind.Wash);
        bench.Tick(wash, at);
        bench.Do(ActKind.PutDown, at + Duration.FromMinutes(9), a => a with { StepId = wash.Id });
        Assert.Equal(at, bench.State.Coats.Single().EndedAt);

        bench.Tick(wash, at + Duration.FromHours(2), 2);
        Assert.Equal([1, 2], bench.State.Coats.Select(c => c.ModelIds.Count));
        Assert.Equal(2, bench.State.Spells.Count(s => s.StepId == wash.Id));
    }

    [Fact]
    public void Beginning_another_step_puts_the_first_one_down()
    {
        var bench = new RehearsedBench(
            RehearsedBench.Order("Reed Pikes", 3),
            RehearsedBench.Order("Bell Sergeants", 2, Material.WhiteMetal)
        );
        bench.Tick(bench.Step(StepKind.Study, "Reed Pikes"), Evening);
        bench.Do(ActKind.Start, Evening + Duration.FromMinutes(2), a =>
            a with
            {
                StepId = bench.Step(StepKind.Study, "Bell Sergeants").Id,
            }
        );

        Assert.Single(bench.State.Spells, s => s.EndedAt is null);
        Assert.Equal(bench.Step(StepKind.Study, "Bell Sergeants").Id, bench.Index.InHand!.StepId);
    }

    [Fact]
    public void Taking_one_back_undoes_the_last_tick_and_reopens_the_step()
    {
        var bench = Resin();
        var at = bench.RunUpTo(StepKind.Wash, Evening);
        var wash = bench.Step(StepKind.Wash);
        bench.Tick(wash, at, 3);
        bench.Do(ActKind.TakeBack, at + Duration.FromMinutes(1), a => a with { StepId = wash.Id });

        Assert.Equal(wash.Id, bench.Index.InHand!.StepId);
        Assert.Equal([3], bench.Index.Remaining(wash).Select(m => m.Number));
        Assert.Null(bench.State.Coats.Single().EndedAt);

        bench.Do(ActKind.TakeBack, at + Duration.FromMinutes(1), a => a with { StepId = wash.Id, Model = 1 });
        bench.Do(ActKind.TakeBack, at + Duration.FromMinutes(1), a => a with { StepId = wash.Id });
        Assert.Empty(bench.State.Coats);
    }

    [Fact]
    public void A_model_that_has_gone_on_cannot_be_taken_back_before_its_later_step()
    {
        var bench = Resin();
        var at = bench.RunUpTo(StepKind.RemoveParts, Evening);
        bench.Tick(bench.Step(StepKind.RemoveParts), at, 1);

        var refused = Refused(() => bench.Do(ActKind.TakeBack, at, a => a with { StepId = bench.Step(StepKind.Study).Id, Model = 1 }));
        Assert.Contains("has gone on to: cut the parts free", refused.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_flaw_holds_its_model_back_from_every_step_until_it_is_mended()
    {
        var bench = Resin();
        var study = bench.Step(StepKind.Study);
        bench.Do(ActKind.Flaw, Evening, a => a with { StepId = study.Id, Model = 2, Place = "arms", Words = "bent part" });

        Assert.Equal([1, 3], bench.Index.Remaining(study).Select(m => m.Number));
        Assert.Contains(
            "holds model 2 back",
            Refused(() => bench.Do(ActKind.Done, Evening, a => a with { StepId = study.Id, Model = 2 })).Message,
            StringComparison.Ordinal
        );

        bench.Do(ActKind.Mend, Evening, a => a with { FlawId = bench.State.Flaws[0].Id });
        bench.Do(ActKind.Done, Evening, a => a with { StepId = study.Id, Model = 2 });
        Assert.True(bench.Index.IsDone(study.Id, bench.State.Models.Single(m => m.Number == 2).Id));
    }

    [Fact]
    public void A_flaw_on_the_last_model_left_puts_the_step_down()
    {
        var bench = Resin(2);
        var study = bench.Step(StepKind.Study);
        bench.Tick(study, Evening);
        bench.Do(ActKind.Flaw, Evening, a => a with { StepId = study.Id, Model = 2, Place = "base", Words = "lost part" });

        Assert.Null(bench.Index.InHand);
    }

    [Theory]
    [InlineData(2, true)]
    [InlineData(3, true)]
    [InlineData(4, false)]
    [InlineData(-1, false)]
    public void A_count_sets_how_many_are_done_and_never_more_than_there_are(int count, bool allowed)
    {
        var bench = Resin();
        var study = bench.Step(StepKind.Study);
        void Set() => bench.Do(ActKind.SetCount, Evening, a => a with { StepId = study.Id, Count = count });
        if (!allowed)
        {
            Assert.Equal("count", Refused(Set).Field);
            return;
        }
        Set();
        Assert.Equal(count, bench.State.Ticks.Count);
    }

    [Fact]
    public void A_sitting_marked_unfit_refuses_spraying_and_nothing_else()
    {
        var bench = Resin();
        var at = bench.RunUpTo(StepKind.Prime, Evening);
        var date = at.InUtc().Date;
        var calendar = bench.State.Settings.Calendar;
        var unfit = calendar with
        {
            Exceptions =
            [
                new(Guid.NewGuid(), date, ExceptionKind.Extra, new LocalTime(0, 0), new LocalTime(23, 59)),
                new(Guid.NewGuid(), date, ExceptionKind.UnfitForSpray, null, null),
            ],
        };
        bench.State = bench.State with { Settings = bench.State.Settings with { Calendar = unfit } };

        Assert.Contains(
            "unfit for spraying",
            Refused(() => bench.Do(ActKind.Start, at, a => a with { StepId = bench.Step(StepKind.Prime).Id })).Message,
            StringComparison.Ordinal
        );
        bench.State = bench.State with { Settings = bench.State.Settings with { Calendar = calendar } };
        bench.Do(ActKind.Start, at, a => a with { StepId = bench.Step(StepKind.Prime).Id });
    }

    [Fact]
    public void An_act_from_the_future_is_refused_and_one_from_before_its_beginning_too()
    {
        var bench = Resin();
        var study = bench.Step(StepKind.Study);
        Assert.Equal(
            "at",
            Assert
                .Throws<RefusedException>(() =>
                    new ActRules(bench.Index, Evening, Guid.NewGuid).Of(
                        new Act(Guid.NewGuid(), ActKind.Done, Evening + Duration.FromMinutes(11)) { StepId = study.Id }
                    )
                )
                .Refusal.Field
        );

        bench.Tick(study, Evening);
        Assert.Equal("at", Refused(() => bench.Tick(study, Evening - Duration.FromMinutes(1))).Field);
    }

    [Fact]
    public void Air_is_kept_as_typed_and_nonsense_is_refused()
    {
        var bench = Resin();
        bench.RunUpTo(StepKind.DryFit, Evening);
        var coat = bench.State.Coats[0].Id;
        bench.Do(ActKind.Coat, Evening + Duration.FromDays(1), a =>
            a with
            {
                CoatId = coat,
                AirC = 18.5,
                HumidityPct = 61,
                Film = Film.Heavy,
            }
        );

        Assert.Equal((18.5, 61d, Film.Heavy), (bench.State.Coats[0].AirC, bench.State.Coats[0].HumidityPct, bench.State.Coats[0].Film));
        Assert.Equal("airC", Refused(() => bench.Do(ActKind.Coat, Evening, a => a with { CoatId = coat, AirC = 81 })).Field);
        Assert.Equal("humidityPct", Refused(() => bench.Do(ActKind.Coat, Evening, a => a with { CoatId = coat, HumidityPct = 101 })).Field);
    }

    [Fact]
    public void What_is_not_there_is_not_found()
    {
        var bench = Resin();
        Assert.Equal(RefusalKind.NotFound, Refused(() => bench.Do(ActKind.Start, Evening, a => a with { StepId = Guid.NewGuid() })).Kind);
        Assert.Equal(RefusalKind.NotFound, Refused(() => bench.Do(ActKind.Mend, Evening, a => a with { FlawId = Guid.NewGuid() })).Kind);
        Assert.Equal(RefusalKind.NotFound, Refused(() => bench.Do(ActKind.Test, Evening, a => a with { CoatId = Guid.NewGuid() })).Kind);
        Assert.Equal(
            "model",
            Refused(() => bench.Do(ActKind.Done, Evening, a => a with { StepId = bench.Step(StepKind.Study).Id, Model = 9 })).Field
        );
    }
}
