using Hexaprep.Bench.Acts;
using Hexaprep.Bench.Edits;
using Hexaprep.Bench.State;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Keeping;
using Hexaprep.Screens.BenchScreen;
using Hexaprep.Screens.PlanScreen;
using Hexaprep.Screens.UnitsScreen;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

public sealed class UnitEditsTests
{
    private static readonly Instant Evening = TurnableClock.Evening;
    private static readonly UnitOrder Sergeants = RehearsedBench.Order("Bell Sergeants", 2, Material.WhiteMetal);
    private readonly RehearsedBench _bench = new(RehearsedBench.Order("Reed Pikes", 3), Sergeants);

    private Unit Pikes => _bench.Index.Units.Values.Single(u => u.Name == "Reed Pikes");

    private BenchIndex Off(BenchIndex bench, Instant at) => bench.With(UnitEdits.TakeOff(bench, Pikes.Id, Pikes.Version, at));

    private static Refusal Refused(Action act) => Assert.Throws<RefusedException>(act).Refusal;

    [Fact]
    public void A_unit_off_the_bench_is_neither_planned_nor_shown_and_its_work_stays_known()
    {
        var ready = _bench.RunUpTo(StepKind.Fill, Evening);
        var coats = _bench.State.Coats;
        var off = Off(_bench.Index, ready);

        Assert.Equal(["Bell Sergeants"], off.State.Units.Select(u => u.Name));
        Assert.DoesNotContain(off.State.Steps, s => s.BatchId == off.BatchesOf[Pikes.Id].Single().Id);
        Assert.Equal(coats, off.State.Coats);
        Assert.Empty(off.AwaitedCoats);
        var plan = BenchPlanner.Make(off, ready, 20);
        Assert.All(plan.Work, w => Assert.Equal("Bell Sergeants", off.UnitOf(off.Steps[w.StepId]).Name));
        Assert.Equal(["Bell Sergeants"], new PlanReader(off, plan, ready).Promises().Select(p => p.Unit));
        Assert.Null(new BenchReader(off, plan, ready).View().TakeBack);
        Assert.Equal(Standing.UnderWay, _bench.Index.StandingOf(Pikes.Id));
        Assert.Equal([Standing.NotBegun], new PlanReader(off, plan, ready).Promises().Select(p => p.Standing));
        var there = Assert.Single(new UnitReader(off, plan, ready).Off());
        Assert.Equal(("Reed Pikes", 3), (there.Name, there.Models));
        Assert.NotNull(new UnitReader(off, plan, ready).One(Pikes.Id)!.Off);
    }

    [Fact]
    public void Nothing_is_done_to_a_unit_that_is_off()
    {
        var study = _bench.Step(StepKind.Study, "Reed Pikes");
        var off = Off(_bench.Index, Evening);
        var batch = off.BatchesOf[Pikes.Id].Single();

        Assert.Contains(
            "off the bench",
            Refused(() =>
                Acts.Decide(off, new Act(Guid.NewGuid(), ActKind.Start, Evening) { StepId = study.Id }, Evening, Guid.NewGuid)
            ).Message,
            StringComparison.Ordinal
        );
        Assert.Equal(
            RefusalKind.Conflict,
            Refused(() => RosterEdits.EditBatch(off, batch.Id, batch.Version, t => t, Evening, Guid.NewGuid)).Kind
        );
        var away = off.Units[Pikes.Id];
        Assert.Contains("already", Refused(() => UnitEdits.TakeOff(off, away.Id, away.Version, Evening)).Message, StringComparison.Ordinal);
    }

    [Fact]
    public void What_is_in_hand_is_put_down_before_its_unit_goes()
    {
        _bench.Do(ActKind.Start, Evening, a => a with { StepId = _bench.Step(StepKind.Study, "Reed Pikes").Id });

        Assert.Contains("Put it down", Refused(() => Off(_bench.Index, Evening)).Remedy, StringComparison.Ordinal);
    }

    [Fact]
    public void Put_back_it_stands_where_it_stood_by_the_house_rules_of_now()
    {
        var ready = _bench.RunUpTo(StepKind.Fill, Evening);
        var was = _bench.Index.State;
        var off = Off(_bench.Index, ready);
        var away = off.Units[Pikes.Id];
        var back = off.With(UnitEdits.PutBack(off, away.Id, away.Version, ready, Guid.NewGuid));

        Assert.Equal(was.Units.Select(u => u.Id), back.State.Units.Select(u => u.Id));
        Assert.Equal(was.Steps.Select(s => (s.Id, s.NotNeeded)).Order(), back.State.Steps.Select(s => (s.Id, s.NotNeeded)).Order());
        Assert.Equal(was.Ticks, back.State.Ticks);
        Assert.Equal(_bench.Index.AwaitedCoats.Select(c => c.Id), back.AwaitedCoats.Select(c => c.Id));

        var ruled = off.With(HouseEdits.Choose(off, null, null, HouseRuleCatalog.PrimeBy, "brush", ready, Guid.NewGuid));
        var brushed = ruled.With(UnitEdits.PutBack(ruled, away.Id, away.Version, ready, Guid.NewGuid));
        Assert.Contains(brushed.State.Steps, s => s.BatchId == brushed.BatchesOf[Pikes.Id].Single().Id && s.Amounts.Method == "brush");
    }

    [Fact]
    public void A_mark_that_went_to_another_meanwhile_is_replaced_when_a_unit_comes_back()
    {
        var off = Off(_bench.Index, Evening);
        var other = off.State.Units.Single();
        var taken = off.With(UnitEdits.Change(off, other.Id, other.Version, new(null, 1, Mark: Pikes.Mark), Evening));
        var back = taken.With(UnitEdits.PutBack(taken, Pikes.Id, taken.Units[Pikes.Id].Version, Evening, Guid.NewGuid));

        Assert.Equal(2, back.State.Units.Select(u => u.Mark).Distinct().Count());
    }

    [Fact]
    public void Another_follows_its_route_house_rules_and_paces_under_the_next_free_name()
    {
        var batch = _bench.Index.BatchesOf[Pikes.Id].Single();
        var index = _bench.Index.With(
            HouseEdits.Choose(_bench.Index, Pikes.Id, null, HouseRuleCatalog.PrimeBy, "brush", Evening, Guid.NewGuid)
        );
        index = index.With(
            RouteEdits.Change(
                index,
                batch.Id,
                index.Batches[batch.Id].Version,
                new RouteChange(ChangeKind.Skip, StepKind.Study),
                true,
                Evening,
                Guid.NewGuid
            )
        );
        var id = Guid.NewGuid();
        var twice = index.With(UnitEdits.Another(index, Pikes.Id, 12, id, Evening, Guid.NewGuid));

        Assert.Equal("Reed Pikes 2", twice.Units[id].Name);
        var copy = twice.BatchesOf[id].Single();
        Assert.Equal(12, twice.ModelsOf[copy.Id].Count());
        Assert.Equal(
            index.StepsOf[batch.Id].Select(s => (s.Key, s.Amounts.Method)),
            twice.StepsOf[copy.Id].Select(s => (s.Key, s.Amounts.Method))
        );
        Assert.DoesNotContain(twice.StepsOf[copy.Id], s => s.Key.Kind == StepKind.Study);
        var third = twice.With(UnitEdits.Another(twice, id, null, Guid.NewGuid(), Evening, Guid.NewGuid));
        Assert.Contains(third.State.Units, u => u.Name == "Reed Pikes 3");
        Assert.Equal(third.State.Units.Count, third.State.Units.Select(u => u.Mark).Distinct().Count());
    }

    [Theory]
    [InlineData("", null, "name")]
    [InlineData("\u200b", null, "name")]
    [InlineData(null, "sphinx", "mark")]
    [InlineData(null, "bell", "mark")]
    public void A_wrong_fact_is_named_by_its_field(string? name, string? mark, string field) =>
        Assert.Equal(
            field,
            Refused(() => UnitEdits.Change(_bench.Index, Pikes.Id, Pikes.Version, new(null, 1, name, mark), Evening)).Field
        );
}
