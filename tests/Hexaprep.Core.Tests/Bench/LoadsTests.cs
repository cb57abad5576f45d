using CsCheck;
using Hexaprep.Bench.Acts;
using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Core.Tests.Routes;
using Hexaprep.Core.Tests.Scheduling;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Keeping;
using Hexaprep.Planning.Problem;
using Hexaprep.Planning.WhatIf;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

/// <summary>A unit larger than its handles stays one, and goes from mounting to release in loads.</summary>
public sealed class LoadsTests
{
    private static readonly Instant Friday = Instant.FromUtc(2026, 11, 27, 9, 0);

    private static RehearsedBench Bench(int handles, params int[] models) => InRows(handles, models).WithoutRows();

    private static RehearsedBench InRows(int handles, params int[] models) =>
        new(DateTimeZone.Utc, handles, [.. models.Select((n, i) => RehearsedBench.Order($"Unit {i + 1}", n))]);

    // Thirty models and twenty handles.
    private static (RehearsedBench Bench, BenchStep Mount, Instant At) BeforeMounting()
    {
        var bench = Bench(20, 30);
        return (bench, bench.Step(StepKind.Handle), bench.RunUpTo(StepKind.Handle, TurnableClock.Evening));
    }

    [Fact]
    public void Loads_are_as_few_as_the_handles_allow_and_as_even_as_they_go() =>
        Gen.Select(Gen.Int[1, 200], Gen.Int[1, 60])
            .Sample(
                (models, handles) =>
                {
                    var sizes = Loads.Sizes(models, handles);
                    Assert.Equal(models, sizes.Sum());
                    Assert.All(sizes, s => Assert.InRange(s, 1, handles));
                    Assert.True(sizes.Max() - sizes.Min() <= 1);
                    Assert.True((sizes.Count - 1) * handles < models);
                }
            );

    [Fact]
    public void A_horde_is_studied_cleaned_and_glued_as_one_and_mounted_in_loads()
    {
        var bench = Bench(20, 45);
        var plan = bench.Plan(Friday);

        Assert.Empty(plan.Result.Unplaced);
        var loads = plan.Work.ToLookup(w => bench.State.Steps.First(s => s.Id == w.StepId).Key.Kind);
        foreach (var kind in new[] { StepKind.Study, StepKind.RemoveParts, StepKind.Glue, StepKind.Wash })
            Assert.Equal(45, loads[kind].Sum(w => w.Models));
        Assert.Equal([15, 15, 15], loads[StepKind.Handle].Select(w => w.Models));
        Assert.Equal([1, 2, 3], loads[StepKind.Handle].Select(w => w.Load));
        Assert.Equal(6, loads[StepKind.Prime].Count());
        Assert.All(loads[StepKind.FinalGate], w => Assert.Equal(1, w.Load));
    }

    [Fact]
    public void The_next_load_is_mounted_when_the_one_before_is_off()
    {
        var (bench, mount, at) = BeforeMounting();
        Assert.Equal(15, bench.Index.Remaining(mount).Count);
        bench.Tick(mount, at, 15);

        Assert.Equal((15, 2, 15), (bench.Index.OnHandles, bench.Index.LoadAt(mount), bench.Index.Remaining(mount).Count));
        Assert.Equal(1, bench.Index.LoadAt(bench.Step(StepKind.Prime)));
        var refused = Assert.Throws<RefusedException>(() => bench.Do(ActKind.Start, at, a => a with { StepId = mount.Id }));
        Assert.Contains("15 of 20 handles are taken", refused.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_count_is_that_of_the_load_before_the_person()
    {
        var bench = Bench(4, 7);
        var mount = bench.Step(StepKind.Handle);
        var at = bench.RunUpTo(StepKind.Release, TurnableClock.Evening);
        bench.Tick(bench.Step(StepKind.Release), at, 4);
        Assert.Equal((2, 3), (bench.Index.LoadAt(mount), bench.Index.ModelsInTurn(mount).Count));

        bench.Do(ActKind.SetCount, at, a => a with { StepId = mount.Id, Count = 2 });
        Assert.Equal(6, bench.Index.TicksOf[mount.Id].Count());
        bench.Do(ActKind.SetCount, at, a => a with { StepId = mount.Id, Count = 3 });
        Assert.True(bench.Index.IsFinished(mount));
        var refused = Assert.Throws<RefusedException>(() => bench.Do(ActKind.SetCount, at, a => a with { StepId = mount.Id, Count = 4 }));
        Assert.Contains("4 is not between 3 and 3", refused.Message, StringComparison.Ordinal);
    }

    // What is left is never more than all there was, and a later load's look has its repair too.
    [Fact]
    public void All_hands_are_those_of_every_load_and_a_repair_is_reckoned_with_for_the_last()
    {
        var bench = Bench(20, 45);
        Assert.All(bench.State.Steps, s => Assert.Equal(bench.Index.HandsInAll(s, Friday), bench.Index.HandsLeft(s, Friday)));
        var at = bench.RunUpTo(StepKind.Release, TurnableClock.Evening);
        bench.Tick(bench.Step(StepKind.Release), at, 15);

        var plan = bench.Plan(at, 4);
        Assert.DoesNotContain(plan.Problem.Batches.SelectMany(b => b.Steps), s => s.Id == bench.Step(StepKind.PrimerGate).Id.ToString());
        var unit = bench.State.Units[0].Id;
        Assert.True(RepairContingency.Of(bench.Index, plan)[unit] > plan.At(plan.Ends[unit.ToString()]));
    }

    // What stands on handles together is a load, whatever was meant.
    [Fact]
    public void A_model_that_is_mounted_out_of_turn_goes_with_those_beside_it()
    {
        var (bench, mount, at) = BeforeMounting();
        bench.Do(ActKind.Done, at, a => a with { StepId = mount.Id, Model = 27 });

        Assert.Equal(14, bench.Index.Remaining(mount).Count);
        Assert.Contains(27, bench.Index.ModelsInTurn(bench.Step(StepKind.Prime)).Select(m => m.Number));
        Assert.DoesNotContain(15, bench.Index.ModelsInTurn(bench.Step(StepKind.Prime)).Select(m => m.Number));
    }

    [Fact]
    public void Other_handles_make_other_loads()
    {
        var bench = Bench(20, 30);
        var settings = bench.State.Settings;
        bench.Make([new Change.SettingsSet(settings with { Handles = 40 })]);

        Assert.Single(bench.Index.LoadsOf(bench.Step(StepKind.Prime)));
        Assert.Equal(30, bench.Index.Remaining(bench.Step(StepKind.Prime)).Count);
    }

    // Six small figures stand on a strip of 30 cm, and a strip is one handle.
    [Fact]
    public void Rank_and_file_stand_in_rows_and_a_horde_needs_few_handles()
    {
        var bench = InRows(20, 45);
        var mount = bench.Step(StepKind.Handle);
        Assert.Single(bench.Index.LoadsOf(mount));
        Assert.EndsWith("In rows: 8 strips of up to 6, a model's width apart.", bench.Index.HowOf(mount), StringComparison.Ordinal);
        Assert.Equal([8], bench.Plan(Friday, 4).Problem.Batches[0].Holds.Where(h => h.Resource == "handle").Select(h => h.Amount));

        bench.Tick(mount, bench.RunUpTo(StepKind.Handle, TurnableClock.Evening), 7);
        Assert.Equal(2, bench.Index.OnHandles);
        var few = InRows(4, 45);
        Assert.Equal([23, 22], few.Index.LoadsOf(few.Step(StepKind.Handle)).Select(l => l.Count));
    }

    [Theory]
    [InlineData(10, 10)]
    [InlineData(20, 8)]
    [InlineData(25, 6)]
    [InlineData(32, 5)]
    [InlineData(40, 4)]
    public void A_strip_holds_a_ruler_of_models_a_width_apart(int foot, int models)
    {
        var strip = HandleUse.Strip(foot);
        Assert.Equal(models, strip.ModelsOnOne);
        Assert.True(models == HandleUse.Most || (2 * models - 1) * foot <= HandleUse.StripMm + foot);
        Assert.Equal((0, 1, 1, 2), (strip.For(0), strip.For(1), strip.For(models), strip.For(models + 1)));
        Assert.Equal(3 * models, strip.ModelsOn(3));
        Assert.Equal((6, 2, 1), (new HandleUse(1, 2).For(3), new HandleUse(1, 2).ModelsOn(5), new HandleUse(1, 4).ModelsOn(3)));
    }

    [Fact]
    public void Who_stands_in_a_row_is_for_the_house_to_say()
    {
        HandleUse Of(Func<BatchTraits, BatchTraits> with, string? option = null)
        {
            var batch = with(Batches.Of(Material.Polystyrene) with { Models = 12, BaseMm = 25, Tier = Tier.RankAndFile });
            var house = HouseRuleChoices.Default.With(HouseRuleCatalog.SubAssemblies, "few");
            return Mounting.HandlesOf(batch.Job(option is null ? house : house.With(HouseRuleCatalog.Handles, option)));
        }

        Assert.Equal(6, Of(t => t).ModelsOnOne);
        Assert.Equal(1, Of(t => t, "pot").ModelsOnOne);
        Assert.Equal(1, Of(t => t with { Tier = Tier.Elite }).ModelsOnOne);
        Assert.Equal(6, Of(t => t with { Tier = Tier.Elite }, "strip").ModelsOnOne);
        Assert.Equal(1, Of(t => t with { BaseMm = 60 }, "strip").ModelsOnOne);
        // What is painted in two pieces takes two handles.
        Assert.Equal(new HandleUse(1, 2), Of(t => t with { Tier = Tier.Leader, Parts = 5 }));
    }

    // Film is cut for one sitting's placing: of forty models with three each no evening holds that.
    [Fact]
    public void Film_of_many_models_is_cut_and_placed_in_parts()
    {
        var bench = new RehearsedBench(RehearsedBench.Order(models: 40).Of(t => t with { Transfers = 3 }));
        var film = bench.Index.LoadsOf(bench.Step(StepKind.PlaceTransfer));
        Assert.Equal(40, film.Sum(l => l.Count));
        Assert.True(film.Count > 1 && film.Max(l => l.Count) - film.Min(l => l.Count) <= 1);
        Assert.Single(bench.Index.LoadsOf(bench.Step(StepKind.Handle)));
        Assert.Equal(film.Count, bench.Index.LoadsOf(bench.Step(StepKind.CutTransfer)).Count);

        var plan = bench.Plan(Friday, 4);
        Assert.Empty(plan.Result.Unplaced);
        foreach (var part in plan.Work.Where(w => w.StepId == bench.Step(StepKind.CutTransfer).Id))
        {
            var placed = plan.Work.First(w => w.StepId == bench.Step(StepKind.PlaceTransfer).Id && w.Load == part.Load);
            Assert.True(placed.Begin - part.End <= Duration.FromHours(4));
        }
    }

    // Whatever is drawn: each step is done where the plan has it, and the plan that follows breaks nothing, leaves nothing out, and never
    // mounts more than there are handles, until all is through.
    [Fact]
    public void Drawn_benches_are_worked_off_load_by_load() =>
        Gen.Int[0, 1_000_000]
            .Holds(
                seed =>
                {
                    var random = new Random(seed);
                    int[] models = [.. Enumerable.Range(0, 1 + random.Next(3)).Select(_ => 1 + random.Next(40))];
                    WorkOff(seed % 3 == 0 ? InRows(1 + random.Next(6), models) : Bench(3 + random.Next(15), models), random);
                },
                iter: 12
            );

    private static void WorkOff(RehearsedBench bench, Random random)
    {
        var at = Friday;
        var plan = bench.Plan(at, 4);
        for (var acts = 0; plan.Work.Count > 0; acts++)
        {
            Assert.True(acts < 1000, "It comes to no end.");
            Assert.Empty(plan.Result.Unplaced);
            Assert.Empty(PlanChecker.Breaches(plan.Problem, plan.Result.Schedule.Chunks));
            var work = plan.Work.First(w => !w.InHand);
            var step = bench.Index.Steps[work.StepId];
            at = Instant.Max(at, work.Begin);
            var models = bench.Index.Remaining(step);
            if (Permission.Of(bench.Index, step, models, new Clockface(DateTimeZone.Utc, at)) is { } blocker)
                at = blocker.Until ?? throw new InvalidOperationException($"{step.Key} is planned, and {blocker.Reason}");
            // Now and then it is put down half way.
            bench.Tick(step, at, random.Next(6) == 0 ? (models.Count + 1) / 2 : models.Count);
            if (bench.Index.InHand is not null)
                bench.Do(ActKind.PutDown, at, a => a with { StepId = step.Id });
            Assert.InRange(bench.Index.OnHandles, 0, bench.State.Settings.Handles);
            at += Duration.FromMinutes(random.Next(30));
            plan = BenchPlanner.QuickReschedule(bench.Index, at, plan);
        }
        Assert.All(bench.State.Steps.Where(s => s.NotNeeded is null), s => Assert.True(bench.Index.IsFinished(s), s.Key.ToString()));
    }
}
