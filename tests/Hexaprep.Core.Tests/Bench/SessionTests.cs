using Hexaprep.Bench.Acts;
using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

public sealed class SessionTests
{
    private static (RehearsedBench Bench, BenchStep Paint, Instant At) Primed()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Warden Aldith", 1).Of(t => t with { Tier = Tier.Leader, PaintMinutes = 360 }));
        var at = bench.RunUpTo(StepKind.Paint, TurnableClock.Evening);
        return (bench, bench.Step(StepKind.Paint), at);
    }

    [Fact]
    public void Painting_put_down_within_a_model_leaves_what_was_not_painted()
    {
        var (bench, paint, at) = Primed();
        Assert.Equal(360, PaintSessions.Left(bench.Index, paint, at));

        bench.Do(ActKind.Start, at, a => a with { StepId = paint.Id });
        // Five minutes of setting up, ninety of painting.
        var down = at + Duration.FromMinutes(95);
        Assert.Equal(270, PaintSessions.Left(bench.Index, paint, down));
        bench.Do(ActKind.PutDown, down, a => a with { StepId = paint.Id });
        Assert.Equal(270, PaintSessions.Left(bench.Index, paint, down + Duration.FromDays(3)));

        var chunks = bench.Plan(down).Result.Schedule.Chunks.Where(c => c.Step == paint.Id.ToString()).ToList();
        Assert.Equal(270, chunks.Sum(c => c.Minutes));
        Assert.All(chunks, c => Assert.True(c.Minutes >= PaintSessions.LeastMinutes));
    }

    [Fact]
    public void However_long_it_was_in_hand_a_model_not_ticked_has_a_minute_left()
    {
        var (bench, paint, at) = Primed();
        bench.Do(ActKind.Start, at, a => a with { StepId = paint.Id });

        Assert.Equal(1, PaintSessions.Left(bench.Index, paint, at + Duration.FromHours(20)));

        bench.Tick(paint, at + Duration.FromHours(20));
        Assert.Equal(0, PaintSessions.Left(bench.Index, paint, at + Duration.FromHours(20)));
    }
}
