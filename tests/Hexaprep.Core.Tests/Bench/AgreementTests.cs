using CsCheck;
using Hexaprep.Core.Bench;
using Hexaprep.Core.MayI;
using Hexaprep.Core.Routes;
using Hexaprep.Core.Wording;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

/// <summary>What keeps a step from beginning, what a start is refused for, what the bench offers and what may-I says are one answer, on
/// any bench, whatever was done to it. May-I judges by law and practice alone: an order of the route that no rule requires does not
/// bind it, so that a step which waits for another may still be allowed.</summary>
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
                    foreach (var draw in draws)
                    {
                        at += Duration.FromMinutes(draw % minutesBetween);
                        if (AnyWrite.Draw(index, draw, at, bench.NewId) is { } decision)
                            index = index.With(decision);
                    }
                    foreach (var step in Open(index))
                    {
                        var blocker = Readying.Of(index, step, index.Remaining(step), new Clockface(index.State.Settings.Zone, at));
                        Interlocked.Increment(ref blocker is null ? ref free : ref waiting);
                        Agrees(index, step, blocker, at, bench.NewId);
                    }
                },
                iter: 120
            );
        Assert.True(free > 200 && waiting > 1000, $"{free} free, {waiting} waiting");
    }

    // The first of each kind that is still to be done: may-I is asked of kinds. The wipe before primer waits as primer does, which
    // may-I does not ask of a wipe.
    private static IEnumerable<BenchStep> Open(BenchIndex bench) =>
        bench.State.Batches.SelectMany(b =>
            bench
                .StepsOf[b.Id]
                .Where(s => s.RepairId is null && !s.Key.IsAgain && !bench.IsFinished(s) && bench.InHand?.StepId != s.Id)
                .DistinctBy(s => s.Key.Kind)
                .Where(s => bench.Remaining(s).Count > 0)
        );

    private static void Agrees(BenchIndex bench, BenchStep step, Blocker? blocker, Instant at, Func<Guid> newId)
    {
        var batch = bench.Batches[step.BatchId];
        var ask = new Ask(step.Key.Kind) { Method = step.Amounts.Method, Product = step.Amounts.Product };
        var may = new MayIReader(bench, at).Judge(batch, bench.Remaining(step)).Alone(ask);
        var what = $"{step.Key} on {batch.Traits.MaterialWords}: {blocker?.Reason ?? "free"} | {may.Verdict} till {may.Until}";
        if (blocker is null)
            Assert.True(may.Verdict == Verdict.Yes || may.Reasons.Any(r => r.Until is not null || r.Strength == Strength.Law), what);
        if (blocker?.Until is { } until)
            Assert.True(may.Verdict != Verdict.Yes && (may.Until is null || may.Until >= until), what);
        Assert.Equal(blocker is null, Starts(bench, step, at, newId));
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
