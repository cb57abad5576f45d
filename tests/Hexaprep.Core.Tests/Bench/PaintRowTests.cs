using CsCheck;
using Hexaprep.Bench.Judgement;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Screens.PlanScreen;
using Hexaprep.Testing;

namespace Hexaprep.Core.Tests.Bench;

public sealed class PaintRowTests
{
    [Theory]
    [InlineData(3, 12, 10, 4, 0)]
    [InlineData(3, 12.5, 10, 5, 0)]
    [InlineData(3, 12, 4, 4, 0)]
    [InlineData(3, 12, 3, 3, 3)]
    [InlineData(20, 12, 5, 1, 0)]
    [InlineData(0.5, 12, 10, 10, 7)]
    public void A_row_is_as_long_as_its_first_needs_to_dry(double turn, double dry, int models, int row, int idle)
    {
        var found = PaintRow.For(turn, (int)Math.Ceiling(dry), models);
        Assert.Equal((row, idle), (found.Models, found.IdleMinutes));
    }

    // No shorter row lets the first dry, and what is short of a row says what is left over.
    [Fact]
    public void It_is_the_shortest_that_leaves_no_wait() =>
        Gen.Select(Gen.Double[0.2, 30], Gen.Int[1, 240], Gen.Int[1, 60])
            .Holds(
                (turn, dry, models) =>
                {
                    var row = PaintRow.For(turn, dry, models);
                    return row.Models <= models
                        && (
                            row.IdleMinutes > 0
                                ? row.Models == models && models * turn < dry
                                : row.Models * turn >= dry - 0.5 && (row.Models - 1) * turn < dry
                        );
                },
                iter: 2000
            );

    [Fact]
    public void The_bench_says_how_long_a_row_is_in_the_air_of_now_and_the_house_may_paint_figure_by_figure()
    {
        var bench = new RehearsedBench(
            RehearsedBench.Order(models: 12).Of(t => t.WithPasses([new PaintPass(PassKind.Colour, "leather", 180)]))
        );
        var paint = bench.Step(StepKind.Paint);
        var row = PaintRow.Of(bench.Index, paint, TurnableClock.Evening)!;

        Assert.Equal(3, row.TurnMinutes, 6);
        Assert.InRange(row.Models, 2, 12);
        Assert.StartsWith($"Rows of {row.Models}, one colour through the row: about 3 min each", row.Words, StringComparison.Ordinal);

        bench.State = bench.State with
        {
            House = bench.State.House with { Bench = bench.State.House.Bench.With(HouseRuleCatalog.Rows, "figure") },
        };
        Assert.Null(PaintRow.Of(bench.Index, bench.Step(StepKind.Paint), TurnableClock.Evening));
    }

    [Fact]
    public void The_plan_shows_the_evenings_of_painting_and_what_else_they_leave_room_for()
    {
        var bench = new RehearsedBench(
            RehearsedBench.Order(models: 5).Of(t => t with { PaintMinutes = 70 }),
            RehearsedBench.Order("Punt Crew", 2)
        );
        var plan = bench.Plan(TurnableClock.Evening, 10);
        var paint = bench.Step(StepKind.Paint, "Reed Pikes");
        var view = new PlanReader(bench.Index, plan, TurnableClock.Evening).StepOf(paint.Id)!;

        var sittings = plan.Work.Where(w => w.StepId == paint.Id).Select(w => w.Begin.InUtc().Date).Distinct().Count();
        Assert.True(sittings > 1);
        Assert.Equal(1 + sittings, view.Painting.Count);
        Assert.All(view.Painting.Skip(1), line => Assert.Contains(" of painting", line));
        Assert.Contains(view.Painting, line => line.EndsWith(" free.", StringComparison.Ordinal));
    }
}
