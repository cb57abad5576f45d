using Hexaprep.Bench.Acts;
using Hexaprep.Bench.Edits;
using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Screens.BenchScreen;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

/// <summary>Transfers soaked in groups while others are placed: nothing lies too long, no hand waits, nothing is lost or doubled.</summary>
public sealed class SoakRunTests
{
    private static readonly Instant Evening = Instant.FromUtc(2026, 3, 12, 19, 30);

    private static (RehearsedBench Bench, BenchStep Step, Instant At) Ready(int models, int transfers)
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", models).Of(t => t with { Transfers = transfers }));
        var at = bench.RunUpTo(StepKind.PlaceTransfer, Evening - Duration.FromDays(30));
        return (bench, bench.Step(StepKind.PlaceTransfer), at);
    }

    private static void Do(RehearsedBench bench, BenchStep step, ActKind kind, Instant at, int? count = null) =>
        bench.Do(kind, at, a => a with { StepId = step.Id, Count = count });

    private static SoakRun Run(RehearsedBench bench, BenchStep step, Instant at) => SoakRun.Of(bench.Index, step, at)!;

    // What the run asks for is done by hands that take so long for each.
    private static Instant WorkThrough(RehearsedBench bench, BenchStep step, Instant at, Func<int> seconds, Action<SoakRun, Instant> seen)
    {
        for (var k = 0; k < 1000; k++)
        {
            var run = Run(bench, step, at);
            seen(run, at);
            switch (run.Next)
            {
                case SoakMove.Through:
                    return at;
                case SoakMove.Wet:
                    Do(bench, step, ActKind.Wet, at);
                    break;
                case SoakMove.Spoil:
                    Do(bench, step, ActKind.Spoil, at);
                    break;
                default:
                    at = Instant.Max(at, run.SlidesAt(run.InWater[0])) + Duration.FromSeconds(seconds());
                    Do(bench, step, ActKind.Place, at);
                    break;
            }
        }
        throw new InvalidOperationException("It never ends.");
    }

    [Theory]
    [InlineData(5, 2, 90)]
    [InlineData(10, 1, 40)]
    [InlineData(3, 3, 240)]
    [InlineData(1, 10, 20)]
    public void At_the_pace_that_is_known_no_glue_is_at_risk_and_no_hand_waits_after_the_first_group(int models, int transfers, int pace)
    {
        var (bench, step, at) = Ready(models, transfers);
        var idle = Duration.Zero;
        var begun = at;
        // Six placed at this pace teach it.
        var end = WorkThrough(
            bench,
            step,
            at,
            () => pace,
            (run, now) =>
            {
                if (run.Next != SoakMove.Place)
                    return;
                var first = run.InWater[0];
                var begins = Instant.Max(now, run.SlidesAt(first));
                if (run.Placed > 0)
                    idle += begins - now;
                // Slower hands than the step says are known after five: till then the glue's own time has to do.
                var most =
                    pace <= step.Amounts.SecondsPerModel / transfers ? Transferring.SoakPlannedMinutes : Transferring.SoakLastsMinutes;
                Assert.True(begins - first.WettedAt <= Duration.FromMinutes(most), $"{begins - first.WettedAt} in the water.");
                Assert.Equal(run.Placed + 1, run.Turns[0].Number);
                Assert.Equal(run.Left, run.Turns.Count);
                Assert.All(run.Turns, t => Assert.True(t.WetAt < t.SlidesAt && t.SlidesAt <= t.PlaceAt && t.PlaceAt < t.EndAt));
            }
        );
        Assert.Equal(models, bench.Index.TicksOf[step.Id].Count());
        Assert.Equal(models * transfers, bench.State.Soaked.Count(t => t.End == SoakEnd.Placed));
        Assert.True(end - begun < Duration.FromSeconds(models * transfers * (pace + Transferring.SoakSeconds)), "No time is saved.");
        // While the pace is not known yet the next group may come late by what one is quicker.
        Assert.True(idle <= Duration.FromSeconds(5 * Transferring.SoakSeconds), $"{idle} idle.");
    }

    [Fact]
    public void The_group_is_as_large_as_can_be_placed_in_time_and_learned_from_the_hands()
    {
        var (bench, step, at) = Ready(10, 2);
        Do(bench, step, ActKind.Wet, at);
        var usual = Run(bench, step, at);
        Assert.Equal(0, usual.Learned);
        Assert.Equal(step.Amounts.SecondsPerModel / 2, usual.PlaceSeconds);
        var first = usual.InWater.Count;
        // Held against the study: the last of a group begins within five minutes of its wetting.
        var before = (60 + usual.PlaceSeconds - 1) / usual.PlaceSeconds * usual.PlaceSeconds;
        Assert.Equal(Math.Min(8, (300 - before) / usual.PlaceSeconds + 1), first);

        WorkThrough(bench, step, at, () => 30, (_, _) => { });
        var learned = Run(bench, step, at + Duration.FromHours(1));
        Assert.Equal((30, 20), (learned.PlaceSeconds, learned.Learned));
    }

    [Fact]
    public void What_does_not_slide_is_left_longer_and_the_next_groups_of_the_sheet_too()
    {
        var (bench, step, at) = Ready(5, 2);
        Do(bench, step, ActKind.Wet, at, 2);
        Do(bench, step, ActKind.NotSliding, at + Duration.FromSeconds(70));
        var run = Run(bench, step, at + Duration.FromSeconds(70));
        Assert.Equal(at + Duration.FromSeconds(100), run.SlidesAt(run.InWater[0]));
        Assert.Equal(100, run.SoakSeconds);
    }

    [Fact]
    public void What_lay_for_ten_minutes_is_taken_out_and_counts_as_lost()
    {
        var (bench, step, at) = Ready(5, 2);
        Do(bench, step, ActKind.Wet, at, 3);
        var late = at + Duration.FromMinutes(Transferring.SoakLastsMinutes);
        Assert.Equal(SoakMove.Spoil, Run(bench, step, late).Next);
        Assert.Contains(MinuteClocks.Running(bench.Index, at), c => c is { Kind: ClockKind.Soak });
        Do(bench, step, ActKind.Spoil, late);
        var run = Run(bench, step, late);
        Assert.Equal((SoakMove.Wet, 3, 10), (run.Next, run.Lost, run.Left));
        Assert.Empty(MinuteClocks.Running(bench.Index, late));
    }

    [Fact]
    public void Acts_in_any_order_lose_and_double_nothing_and_the_last_can_always_be_taken_back()
    {
        ActKind[] kinds =
        [
            ActKind.Wet,
            ActKind.Place,
            ActKind.Place,
            ActKind.Tear,
            ActKind.Spoil,
            ActKind.NotSliding,
            ActKind.LiftTransfer,
            ActKind.TakeBack,
            ActKind.Done,
        ];
        for (ulong seed = 1; seed <= 25; seed++)
        {
            var random = new SplitMix64(seed);
            var (bench, step, at) = Ready(1 + random.Below(4), 1 + random.Below(3));
            var all = Run(bench, step, at).Total;
            for (var k = 0; k < 60; k++)
            {
                at += Duration.FromSeconds(random.Below(120));
                var before = bench.State.Soaked;
                try
                {
                    Do(bench, step, kinds[random.Below(kinds.Length)], at, random.Permille(300) ? 1 + random.Below(4) : null);
                }
                catch (RefusedException)
                {
                    Assert.Equal(before, bench.State.Soaked);
                }
                var run = Run(bench, step, at);
                Assert.Equal(all, run.Total);
                // A model ticked as a whole may have had transfers that were never counted.
                Assert.True(run.Placed >= bench.State.Soaked.Count(t => t.End == SoakEnd.Placed));
                Assert.True(run.InWater.Count <= run.Left, "More lie in the water than are left.");
                Assert.Subset(
                    bench.Index.TicksOf[step.Id].Select(t => t.ModelId).ToHashSet(),
                    bench
                        .State.Soaked.Where(t => t.End == SoakEnd.Placed)
                        .GroupBy(t => t.ModelId!.Value)
                        .Where(g => g.Count() == run.PerModel)
                        .Select(g => g.Key)
                        .ToHashSet()
                );
                Assert.All(bench.State.Soaked.Where(t => t.ModelId is not null).GroupBy(t => t.ModelId), g =>
                    Assert.True(g.Count() <= run.PerModel)
                );
                Assert.NotNull(new SoakReader(bench.Index, at).Of(step.Id));
            }
            WorkThrough(bench, step, at, () => 30, (_, _) => { });
            Assert.Equal(all, Run(bench, step, at).Placed);
            // What was moved by acts is what is read afresh.
            Assert.Equal(bench.State.Soaked, bench.State.Soaked.OrderBy(t => t.WettedAt).ThenBy(t => t.Number).ThenBy(t => t.Id));
        }
    }

    [Fact]
    public void Where_a_step_may_not_begin_nothing_is_wetted()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 2).Of(t => t with { Transfers = 2 }));
        var step = bench.Step(StepKind.PlaceTransfer);
        Assert.Throws<RefusedException>(() => Do(bench, step, ActKind.Wet, Evening));
        Assert.NotNull(new SoakReader(bench.Index, Evening).Of(step.Id)!.NotYet);
        Assert.Null(new SoakReader(bench.Index, Evening).Of(bench.Step(StepKind.GlossBed).Id));
    }
}
