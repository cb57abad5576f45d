using Hexaprep.Bench.Acts;
using Hexaprep.Bench.Judgement;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

/// <summary>What a bench learns of its own flaws.</summary>
public sealed class FlawMemoryTests
{
    private static readonly Instant Start = Instant.FromUtc(2026, 3, 3, 19, 35);

    // Ten models at the primer gate, so many of them grainy after a spray in hot dry air, mended one by one.
    private static (RehearsedBench Bench, Instant At) After(int flawed, double airC = 32)
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 10));
        var at = bench.RunUpTo(StepKind.PrimerGate, Start) + Duration.FromDays(2);
        var (gate, coat) = (bench.Step(StepKind.PrimerGate), bench.State.Coats.Last(c => c.Step == StepKind.Prime));
        bench.Do(ActKind.Coat, at, a => a with { CoatId = coat.Id, AirC = airC, HumidityPct = 24 });
        for (var model = 1; model <= flawed; model++)
        {
            bench.Do(ActKind.Flaw, at, a => a with { StepId = gate.Id, Model = model, Place = "head", FlawKind = FlawKind.Grainy });
            bench.Do(ActKind.Mend, at, a => a with { FlawId = bench.State.Flaws[^1].Id });
        }
        bench.Tick(gate, at, 10);
        return (bench, at);
    }

    [Fact]
    public void The_cause_that_the_log_names_is_kept_when_a_flaw_is_closed_and_moves_the_odds()
    {
        var (bench, _) = After(4);
        Assert.All(bench.State.Flaws, f => Assert.Equal(CauseId.DrySpray, f.Cause));
        var memory = new FlawMemory(bench.Index);

        Assert.True(memory.Moves(FlawKind.Grainy, CauseId.DrySpray) > 1.5);
        Assert.Equal(1, memory.Moves(FlawKind.Run, CauseId.TooHeavy));
        Assert.Equal("On this bench it was named for 4 of 4.", memory.Words(FlawKind.Grainy, CauseId.DrySpray));
    }

    [Theory]
    [InlineData(0, 0.1, false)]
    [InlineData(1, 0.1, false)]
    [InlineData(4, 0.3, true)]
    public void The_second_date_counts_with_the_benchs_own_rate_once_it_is_honest(int flawed, double share, bool isOwn)
    {
        var (bench, _) = After(flawed);
        var failing = new FlawMemory(bench.Index).Failing(StepKind.PrimerGate);

        Assert.Equal(isOwn, failing.IsOwn);
        Assert.Equal(share, failing.Share, 2);
    }

    [Fact]
    public void A_look_counts_each_model_once_however_often_it_failed()
    {
        var (bench, _) = After(3);
        var row = new FlawMemory(bench.Index).Yields().Single(y => y.Stage == "Primer");

        Assert.Equal((10, 3), (row.Models, row.Flawed));
        Assert.Contains("right at once", row.Words, StringComparison.Ordinal);
        // One method and one material: nothing to take apart.
        var few = Assert.Single(new FlawMemory(After(1).Bench.Index).Yields());
        Assert.Equal("too few to say more", few.Words);
    }
}
