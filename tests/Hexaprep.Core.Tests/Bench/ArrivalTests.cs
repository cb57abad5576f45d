using Hexaprep.Bench.Judgement;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.WhatIf;
using Hexaprep.Testing;

namespace Hexaprep.Core.Tests.Bench;

public sealed class ArrivalTests
{
    [Fact]
    public void A_unit_that_would_join_is_costed_and_promised_without_joining()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 10));
        var view = Arrival.Of(
            bench.Index,
            bench.Plan(TurnableClock.Evening),
            [RehearsedBench.Order("Sluice Wardens", 6)],
            TurnableClock.Evening,
            20,
            bench.NewId
        );

        Assert.Equal([1, 5], view.Choices.Select(c => c.Weight));
        Assert.True(view.HandsMinutes > view.PaintMinutes && view.PaintMinutes >= 360);
        Assert.All(view.Choices, c => Assert.NotEqual("no date", c.Done));
        Assert.Equal(SideState.Rest, view.Sides.Clean);
        Assert.Single(bench.State.Units);
        Assert.Empty(view.Cut);
    }

    [Fact]
    public void A_unit_of_more_than_the_handles_says_in_what_loads_it_is_mounted_and_why()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 2)).WithoutRows();
        var order = RehearsedBench.Order("Sluice Wardens", 27);
        var view = Arrival.Of(bench.Index, bench.Plan(TurnableClock.Evening), [order], TurnableClock.Evening, 1, bench.NewId);

        Assert.Equal("From mounting to release in loads of 14 and 13: 20 handles hold no more at once.", view.Cut);
    }

    [Fact]
    public void Joining_as_usual_moves_nobody_who_was_promised()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 10));
        var view = Arrival.Of(
            bench.Index,
            bench.Plan(TurnableClock.Evening),
            [RehearsedBench.Order("Sluice Wardens", 10)],
            TurnableClock.Evening,
            20,
            bench.NewId
        );

        Assert.DoesNotContain(view.Choices[0].Moves, m => m.Contains("slips", StringComparison.Ordinal));
    }

    [Fact]
    public void Joining_first_names_whom_it_moves()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 10));
        var view = Arrival.Of(
            bench.Index,
            bench.Plan(TurnableClock.Evening),
            [RehearsedBench.Order("Sluice Wardens", 10)],
            TurnableClock.Evening,
            20,
            bench.NewId
        );

        Assert.Contains(view.Choices.SelectMany(c => c.Moves), m => m.StartsWith("Reed Pikes slips from", StringComparison.Ordinal));
    }

    [Fact]
    public void Onto_an_empty_bench_it_comes_at_its_bound_or_later()
    {
        var bench = new RehearsedBench();
        var view = Arrival.Of(
            bench.Index,
            bench.Plan(TurnableClock.Evening),
            [RehearsedBench.Order("Mire Strider", 1, Material.PuResin)],
            TurnableClock.Evening,
            20,
            Guid.NewGuid
        );

        Assert.NotEmpty(view.NotBefore);
        Assert.All(view.Choices, c => Assert.Empty(c.Moves));
    }
}
