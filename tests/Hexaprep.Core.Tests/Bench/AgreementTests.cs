using CsCheck;
using Hexaprep.Bench.Acts;
using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Permissions;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Screens.MayIScreen;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

/// <summary>What keeps a step from beginning, what a start is refused for, what the bench offers and what may-I says are one answer, on
/// any bench, whatever was done to it.</summary>
public sealed class AgreementTests
{
    [Theory]
    [InlineData(40)]
    [InlineData(400)]
    public void Bench_start_may_i_and_offer_agree(int minutesBetween)
    {
        int free = 0,
            waiting = 0;
        Gen.Select(AnyBenchTests.Any, Gen.Int[0, 9999].List[20, 60])
            .Holds(
                (bench, draws) =>
                {
                    var (index, at) = (bench.Index, AnyBenchTests.Evening);
                    // One in three owns so few handles that its batches go in loads.
                    if (draws[0] % 3 == 0)
                        index = index.With([new Change.SettingsSet(index.State.Settings with { Handles = 2 })]);
                    foreach (var draw in draws)
                    {
                        at += Duration.FromMinutes(draw % minutesBetween);
                        if (AnyWrite.Draw(index, draw, at, bench.NewId) is { } decision)
                            index = index.With(decision);
                    }
                    foreach (var step in Open(index))
                    {
                        var blocker = Permission.Of(index, step, index.Remaining(step), new Clockface(index.State.Settings.Zone, at));
                        Interlocked.Increment(ref blocker is null ? ref free : ref waiting);
                        Agrees(index, step, blocker, at, bench.NewId);
                    }
                },
                iter: 50
            );
        Assert.True(free > 80 && waiting > 400, $"{free} free, {waiting} waiting");
    }

    // The first of each kind that is still to be done, of the load that is farthest: may-I is asked of kinds.
    private static IEnumerable<BenchStep> Open(BenchIndex bench) =>
        bench.State.Batches.SelectMany(b =>
            bench
                .StepsOf[b.Id]
                .Where(s => s.RepairId is null && !s.Key.IsAgain && !bench.IsFinished(s) && bench.InHand?.StepId != s.Id)
                .OrderBy(bench.LoadAt)
                .DistinctBy(s => s.Key.Kind)
                .Where(s => bench.Remaining(s).Count > 0)
                // Where a repair of the kind is open too, that is what is asked about.
                .Where(s => !bench.StepsOf[b.Id].Any(r => r.RepairId is not null && r.Key.Kind == s.Key.Kind && !bench.IsFinished(r)))
        );

    // Yes means that a start goes through; no and not yet that it is refused, or asks. The air is asked apart.
    private static void Agrees(BenchIndex bench, BenchStep step, Blocker? blocker, Instant at, Func<Guid> newId)
    {
        var ask = new PermissionQuery(step.Key.Kind) { Method = step.Amounts.Method, Product = step.Amounts.Product };
        var may = new MayIReader(bench, at).Of(step.BatchId, ask, null);
        var what =
            $"{step.Key} on {bench.Batches[step.BatchId].Traits.MaterialWords}: {blocker?.Reason ?? "free"} | {may.Answer} "
            + $"till {may.Until}: {may.Reasons[0].Rule}";
        var byTheAir = may.Reasons[0].Rule is "SprayInFitAirOnly" or "AirInWhichItForms";
        Assert.True(byTheAir || may.Answer == Verdict.Yes == Starts(bench, step, at, newId), what);
        Assert.Equal(blocker is null, Starts(bench, step, at, newId));
        Assert.True(blocker is not null || byTheAir || may.CanBegin == step.Id || step.Key.Occurrence > 1, what);
    }

    // Whether a start without a test goes through; the air and a sitting marked unfit are asked apart.
    private static bool Starts(BenchIndex bench, BenchStep step, Instant at, Func<Guid> newId)
    {
        try
        {
            Acts.Decide(bench, new Act(newId(), ActKind.Start, at) { StepId = step.Id, DespiteAir = true }, at, newId);
            return true;
        }
        catch (RefusedException refused)
        {
            if (refused.Refusal.Message.Contains("marked unfit", StringComparison.Ordinal))
                return true;
            return false;
        }
    }
}
