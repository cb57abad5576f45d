using Hexaprep.Bench.Acts;
using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

/// <summary>What cannot wait goes first: a mix that was put down comes back before anything else, and nothing is offered in its
/// stead.</summary>
public sealed class PerishingTests
{
    private static readonly Instant Evening = Instant.FromUtc(2026, 3, 12, 19, 30);

    private static (RehearsedBench Bench, BenchStep Fill, Instant At) Mixed()
    {
        var order = RehearsedBench.Order("Reed Pikes", 6);
        var bench = new RehearsedBench(
            order with
            {
                Traits = order.Traits with { Tier = Tier.Leader, Gaps = Gaps.Large },
            },
            RehearsedBench.Order("Lantern Keepers", 4)
        );
        bench.RunUpTo(StepKind.Fill, Evening - Duration.FromDays(9));
        var fill = bench.Step(StepKind.Fill);
        Assert.NotNull(fill.Amounts.WorkingMinutes);
        bench.Do(ActKind.Start, Evening, a => a with { StepId = fill.Id });
        bench.Do(ActKind.Done, Evening + Duration.FromMinutes(9), a => a with { StepId = fill.Id });
        return (bench, fill, Evening + Duration.FromMinutes(10));
    }

    [Fact]
    public void A_live_mix_that_was_put_down_is_the_first_thing_again_whatever_was_begun_since()
    {
        var (bench, fill, at) = Mixed();
        bench.Do(ActKind.PutDown, at, a => a with { StepId = fill.Id });
        var study = bench.Step(StepKind.Study, "Lantern Keepers");
        bench.Do(ActKind.Start, at, a => a with { StepId = study.Id });
        bench.Do(ActKind.PutDown, at + Duration.FromMinutes(1), a => a with { StepId = study.Id });

        var view = bench.View(at + Duration.FromMinutes(2));

        Assert.Equal(fill.Id, view.Step?.StepId);
        Assert.Null(view.Offer);
        Assert.Null(view.DropIn);
    }

    [Fact]
    public void A_mix_that_is_stiff_is_no_longer_first()
    {
        var (bench, fill, at) = Mixed();
        bench.Do(ActKind.PutDown, at, a => a with { StepId = fill.Id });

        Assert.NotNull(Perishing.First(bench.Index, at));
        Assert.Null(Perishing.First(bench.Index, at + Duration.FromHours(6)));
    }

    [Fact]
    public void The_limit_says_how_many_the_mix_still_reaches()
    {
        var (bench, fill, at) = Mixed();
        var stiff = PuttyMix.StiffAt(bench.Index, bench.Index.InHand!);
        var late = stiff - Duration.FromSeconds(fill.Amounts.SecondsPerModel * 2 + 30);
        if (late < at)
            late = at;

        Assert.Matches("it reaches [0-9]+ of 5", bench.View(late).Step!.Limit!.Text);
        Assert.Contains("mix anew", bench.View(stiff + Duration.FromMinutes(1)).Step!.Limit!.Text, StringComparison.Ordinal);
    }
}
