using CsCheck;
using Hexaprep.Bench.Acts;
using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Core.Tests.Scheduling;
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

    private static RehearsedBench Bench(int handles, params int[] models) =>
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

    // Whatever is drawn: each step is done where the plan has it, and the plan that follows breaks nothing, leaves nothing out, and never
    // mounts more than there are handles, until all is through.
    [Fact]
    public void Drawn_benches_are_worked_off_load_by_load() =>
        Gen.Int[0, 1_000_000]
            .Holds(
                seed =>
                {
                    var random = new Random(seed);
                    var bench = Bench(3 + random.Next(15), [.. Enumerable.Range(0, 1 + random.Next(3)).Select(_ => 1 + random.Next(40))]);
                    WorkOff(bench, random);
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
