using Hexaprep.Bench.Acts;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Screens.BenchScreen;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

/// <summary>Progress is kept by step, model and piece: one piece a model is all that the screens show so far, two break nothing.</summary>
public sealed class PieceTests
{
    private static readonly Instant Evening = TurnableClock.Evening;

    private static RehearsedBench InTwo()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 2));
        var first = bench.State.Models[0];
        bench.State = bench.State with { Models = bench.State.Models.SetItem(0, first with { OtherPieces = [Guid.NewGuid()] }) };
        return bench;
    }

    private static void Tick(RehearsedBench bench, BenchStep step, int minute, int? piece, int model = 1) =>
        bench.Do(ActKind.Done, Evening + Duration.FromMinutes(minute), a => a with { StepId = step.Id, Model = model, Piece = piece });

    [Fact]
    public void A_model_is_through_a_step_when_its_last_piece_is()
    {
        var bench = InTwo();
        var (step, model) = (bench.Step(StepKind.Study), bench.State.Models[0]);
        Tick(bench, step, 1, 2);

        Assert.False(bench.Index.IsDone(step.Id, model.Id));
        Assert.Equal(2, bench.Index.Remaining(step).Count);
        Assert.Empty(bench.Index.TicksOf[step.Id]);
        Assert.Throws<RefusedException>(() => Tick(bench, step, 2, 2));
        Assert.Throws<RefusedException>(() => Tick(bench, step, 2, 3));

        Tick(bench, step, 3, null);
        Assert.True(bench.Index.IsDone(step.Id, model.Id));
        Assert.Equal(Evening + Duration.FromMinutes(3), Assert.Single(bench.Index.TicksOf[step.Id]).At);
        Assert.Equal(2, bench.Index.PieceTicksOf[step.Id].Count());
        Assert.Equal([.. model.Pieces(null).Order()], bench.State.Ticks.Select(t => t.PieceId).Order());
    }

    [Fact]
    public void A_piece_is_taken_back_alone_a_model_with_all_its_pieces()
    {
        var bench = InTwo();
        var step = bench.Step(StepKind.Study);
        Tick(bench, step, 1, null);
        bench.Do(ActKind.TakeBack, Evening + Duration.FromMinutes(2), a => a with { StepId = step.Id, Model = 1, Piece = 1 });
        Assert.Single(bench.State.Ticks);

        Tick(bench, step, 3, 1);
        bench.Do(ActKind.TakeBack, Evening + Duration.FromMinutes(4), a => a with { StepId = step.Id });
        Assert.Empty(bench.State.Ticks);
    }

    [Fact]
    public void A_coat_knows_the_pieces_that_carry_it()
    {
        var bench = InTwo();
        var at = bench.RunUpTo(StepKind.Prime, Evening);
        var (prime, model) = (bench.Step(StepKind.Prime), bench.State.Models[0]);
        void Act(ActKind kind, int minute, int? piece) =>
            bench.Do(kind, at + Duration.FromMinutes(minute), a =>
                a with
                {
                    StepId = prime.Id,
                    Model = 1,
                    Piece = piece,
                    DespiteAir = true,
                }
            );
        Act(ActKind.Done, 1, 1);
        Act(ActKind.Done, 2, 2);
        var coat = bench.State.Coats[^1];
        Assert.Equal([model.Id], coat.ModelIds);
        Assert.Equal(model.Pieces(null), coat.PieceIds);

        Act(ActKind.TakeBack, 3, 2);
        Assert.Equal([model.Id], bench.State.Coats[^1].ModelIds);
        Assert.Equal([model.PieceId], bench.State.Coats[^1].PieceIds);

        Act(ActKind.TakeBack, 4, 1);
        Assert.DoesNotContain(bench.State.Coats, c => c.Id == coat.Id);
    }

    [Fact]
    public void A_bench_with_a_model_half_through_is_read_and_planned()
    {
        var bench = InTwo();
        var step = bench.Step(StepKind.Study);
        Tick(bench, step, 1, 1);
        var now = Evening + Duration.FromMinutes(2);
        var plan = bench.Plan(now);

        Assert.Empty(plan.Result.Unplaced);
        Assert.Equal(0, new BenchReader(bench.Index, plan, now).View().Step!.Done);
        bench.Do(ActKind.PutDown, now, a => a with { StepId = step.Id });
        Assert.NotNull(new BenchReader(bench.Index, bench.Plan(now), now).View());
    }
}
