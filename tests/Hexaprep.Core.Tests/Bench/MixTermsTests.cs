using Hexaprep.Bench.State;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

/// <summary>A mix stays workable as long as the air of its making lets it.</summary>
public sealed class MixTermsTests
{
    private static readonly Instant Evening = TurnableClock.Evening;

    private static AirReading Read(Instant at, double celsius) =>
        new(Guid.NewGuid(), at, AirPlace.Bench, celsius, 50, null, null, null, AirSource.Hand);

    private static RehearsedBench At(double celsius)
    {
        var bench = new RehearsedBench(RehearsedBench.Order(models: 20).Of(t => t with { Gaps = Gaps.Large }));
        bench.State = bench.State with { Readings = [Read(Evening, celsius)] };
        return bench;
    }

    private static MixTerms Terms(RehearsedBench bench) => PuttyMix.TermsOf(bench.Index, bench.Step(StepKind.Fill), Evening)!;

    [Fact]
    public void Ten_degrees_more_about_halve_it_and_fewer_models_are_filled_from_it()
    {
        var (cool, usual, warm) = (Terms(At(14)), Terms(At(21)), Terms(At(31)));

        Assert.Equal(Filling.PuttyWorkingMinutes, usual.WorkingMinutes);
        Assert.InRange(warm.WorkingMinutes / (double)usual.WorkingMinutes, 0.4, 0.6);
        Assert.True(cool.WorkingMinutes > usual.WorkingMinutes);
        Assert.True(cool.Models > usual.Models && usual.Models > warm.Models && warm.Models >= 1);
    }

    [Fact]
    public void A_warm_room_costs_a_mix_more_in_the_plan_on_the_bench_and_on_the_units_page()
    {
        var (usual, warm) = (At(21), At(31));
        int Planned(RehearsedBench bench) =>
            bench.Plan(Evening, 2).Work.Where(w => w.StepId == bench.Step(StepKind.Fill).Id).Sum(w => (int)(w.End - w.Begin).TotalMinutes);

        var more = warm.Index.Hands(warm.Step(StepKind.Fill), 20, Evening) - usual.Index.Hands(usual.Step(StepKind.Fill), 20, Evening);
        Assert.True(more > 0 && more % warm.Step(StepKind.Fill).Amounts.SetupMinutes == 0);
        Assert.True(Planned(warm) > Planned(usual));
    }

    [Fact]
    public void The_limit_that_counts_down_is_that_of_the_air_it_was_mixed_in()
    {
        var bench = At(31);
        var fill = bench.Step(StepKind.Fill);
        var spell = new WorkInterval(Guid.NewGuid(), fill.Id, Evening, null);
        bench.State = bench.State with { Readings = [.. bench.State.Readings, Read(Evening + Duration.FromMinutes(5), 18)] };
        Assert.Equal(Evening + Duration.FromMinutes(Terms(At(31)).WorkingMinutes), PuttyMix.StiffAt(bench.Index, spell));
    }
}
