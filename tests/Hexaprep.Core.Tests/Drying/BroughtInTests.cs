using Hexaprep.Bench.Acts;
using Hexaprep.Bench.Edits;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Drying;

/// <summary>A coat sprayed outdoors dries in the air it is carried into, asked once, and never faster than where it was sprayed.</summary>
public sealed class BroughtInTests
{
    private static (RehearsedBench Bench, Coat Coat, Instant Ended) Sprayed(double outdoorsC = 12, double indoorsC = 21)
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 2));
        var at = bench.RunUpTo(StepKind.Prime, TurnableClock.Evening);
        AirReading Read(AirPlace place, double airC) => new(Guid.NewGuid(), at, place, airC, 50, 0, null, 0, AirSource.Hand);
        bench.Make(AirEdits.Read(Read(AirPlace.Outdoors, outdoorsC), at).Changes);
        bench.Make(AirEdits.Read(Read(AirPlace.Bench, indoorsC), at).Changes);
        var prime = bench.Step(StepKind.Prime);
        bench.Do(ActKind.Start, at, a => a with { StepId = prime.Id, DespiteAir = true });
        var ended = at + Duration.FromMinutes(6);
        bench.Tick(prime, ended, 2);
        return (bench, bench.State.Coats.Last(c => c.StepId == prime.Id), ended);
    }

    private static SafeTimes Times(RehearsedBench bench, Guid coat, Readiness stage = Readiness.NextLayer) =>
        bench.Index.TimesOf(bench.State.Coats.First(c => c.Id == coat), stage)!;

    [Fact]
    public void Carried_into_warmer_air_it_is_ready_sooner_than_left_outdoors()
    {
        var (bench, coat, ended) = Sprayed();
        Assert.True(coat.IsOutdoors);
        var left = Times(bench, coat.Id, Readiness.Handle);

        bench.Do(ActKind.Coat, ended + Duration.FromMinutes(20), a => a with { CoatId = coat.Id, BroughtIn = true });

        Assert.True(Times(bench, coat.Id, Readiness.Handle).Usual < left.Usual);
    }

    [Fact]
    public void Nobody_having_said_so_it_is_never_taken_to_dry_faster_than_in_the_slower_air()
    {
        var (cold, coat, _) = Sprayed(outdoorsC: 12, indoorsC: 21);
        var (warm, other, _) = Sprayed(outdoorsC: 28, indoorsC: 21);
        var (even, same, _) = Sprayed(outdoorsC: 21, indoorsC: 21);

        Assert.True(Times(cold, coat.Id, Readiness.Handle).Usual > Times(even, same.Id, Readiness.Handle).Usual);
        Assert.Equal(Times(even, same.Id, Readiness.Handle).Usual, Times(warm, other.Id, Readiness.Handle).Usual);
    }

    [Fact]
    public void It_is_asked_once_when_it_is_touch_dry_and_not_before()
    {
        var (bench, coat, ended) = Sprayed();
        var touch = Times(bench, coat.Id, Readiness.Touch).Usual;

        Assert.Empty(bench.View(ended).BringIn);
        Assert.Contains("no flame", Assert.Single(bench.View(touch).BringIn).Text, StringComparison.Ordinal);
        bench.Do(ActKind.Coat, touch, a => a with { CoatId = coat.Id, BroughtIn = true });
        Assert.Empty(bench.View(touch).BringIn);
    }

    [Fact]
    public void What_was_brushed_indoors_is_not_carried_in()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 2));
        var at = bench.RunUpTo(StepKind.Handle, TurnableClock.Evening);
        var wash = bench.State.Coats.First(c => c.Step == StepKind.Wash);

        Assert.False(wash.IsOutdoors);
        Assert.Equal(
            "coatId",
            Assert
                .Throws<RefusedException>(() => bench.Do(ActKind.Coat, at, a => a with { CoatId = wash.Id, BroughtIn = true }))
                .Refusal.Field
        );
    }
}
