using CsCheck;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Problem;
using Hexaprep.Screens.BenchScreen;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

/// <summary>A bench that is moved by changes is the bench indexed afresh, after whatever was done.</summary>
public sealed class MovedBenchTests
{
    private static readonly Instant Evening = TurnableClock.Evening;

    [Fact]
    public void Whatever_is_done_the_moved_bench_says_what_a_fresh_one_says() =>
        Gen.Int[0, 9999]
            .List[25, 60]
            .Holds(
                draws =>
                {
                    var bench = new RehearsedBench(
                        RehearsedBench.Order("Reed Pikes", 3),
                        RehearsedBench.Order("Bell Sergeants", 2, Material.WhiteMetal).Of(t => t with { Transfers = 1 })
                    );
                    var (moved, at) = (bench.Index, Evening);
                    foreach (var draw in draws)
                    {
                        at += Duration.FromMinutes(draw % 400);
                        if (AnyWrite.Draw(moved, draw, at, bench.NewId) is { } decision)
                            moved = moved.With(decision);
                        if (draw % 7 == 0)
                            Same(moved, at);
                    }
                    Same(moved, at);
                },
                iter: 10
            );

    private static void Same(BenchIndex moved, Instant at)
    {
        var fresh = new BenchIndex(moved.Whole);
        foreach (var step in moved.State.Steps)
        {
            Assert.Equal(fresh.Remaining(step), moved.Remaining(step));
            Assert.Equal(fresh.TicksOf[step.Id], moved.TicksOf[step.Id]);
            Assert.Equal(fresh.SpellsOf[step.Id], moved.SpellsOf[step.Id]);
            Assert.Equal(Words(fresh.CoatsOf(step.Id)), Words(moved.CoatsOf(step.Id)));
            Assert.Equal(fresh.HasHistory(step.Id), moved.HasHistory(step.Id));
        }
        Assert.Equal(fresh.InHand, moved.InHand);
        Assert.Equal(Words(fresh.AwaitedCoats), Words(moved.AwaitedCoats));
        Assert.Equal(fresh.OpenFlaws, moved.OpenFlaws);
        Assert.Equal(fresh.EndedSpells, moved.EndedSpells);
        Assert.Equal(fresh.CoatedUnits, moved.CoatedUnits);
        Assert.Equal(fresh.Drying.Products, moved.Drying.Products);
        foreach (var product in fresh.Drying.Products)
        {
            Assert.Equal(fresh.Drying.BeliefOf(product), moved.Drying.BeliefOf(product));
            Assert.Equal(
                fresh.Drying.ObservationsOf(product).Select(o => (o.Coat.Id, o.Stage, o.Seen)),
                moved.Drying.ObservationsOf(product).Select(o => (o.Coat.Id, o.Stage, o.Seen))
            );
            Assert.Equal(Words(fresh.LaidOf(product.Id)), Words(moved.LaidOf(product.Id)));
        }
        Assert.Equal(Words(fresh, at), Words(moved, at));
    }

    private static IEnumerable<string> Words(IEnumerable<Coat> coats) =>
        coats.Select(c =>
            $"{c.Id} {c.StepId} {c.Film} {c.AirC} {c.StartedAt} {c.EndedAt} {string.Join(",", c.ModelIds)} {string.Join(",", c.Tests)}"
        );

    private static string Words(BenchIndex bench, Instant at)
    {
        var view = new BenchReader(bench, BenchPlan.None(at), at).View();
        return $"{view.Headline} {view.Offer?.Text} {string.Join(";", view.Drying.Select(d => (d.CoatId, d.Sure)))} "
            + $"{string.Join(";", view.Flaws.Select(f => f.Id))} {view.TakeBack?.Text} "
            + $"{string.Join(";", view.Line.Blocks.Select(b => (b.StepId, b.Begin, b.End)))}";
    }
}
