using Hexaprep.Bench.Acts;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Screens.UnitsScreen;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

/// <summary>A start against law is refused, one against practice asks once and is logged; what has happened can always be
/// logged.</summary>
public sealed class AgainstAdviceTests
{
    private static (RehearsedBench Bench, BenchStep Next, Instant At) Bound()
    {
        var bench = new RehearsedBench(
            RehearsedBench.Order("Punt Crew", 3, Material.PuResin).Of(t => t with { Materials = [Material.PuResin, Material.WhiteMetal] })
        );
        var at = bench.RunUpTo(StepKind.Straighten, TurnableClock.Evening);
        var straighten = bench.Step(StepKind.Straighten);
        bench.Tick(straighten, at, 3);
        return (bench, bench.Index.Steps[RunningHold.After(bench.Index, straighten)!.Edge.To], at + Duration.FromMinutes(20));
    }

    private static RouteStepView Card(RehearsedBench bench, BenchStep step, Instant at) =>
        new UnitReader(bench.Index, bench.Plan(at), at)
            .One(bench.Index.UnitOf(step).Id)!
            .Batches.SelectMany(b => b.Steps)
            .First(s => s.Id == step.Id);

    [Fact]
    public void Against_practice_it_begins_on_purpose_and_the_log_keeps_what_spoke_against_it()
    {
        var (bench, next, at) = Bound();
        Assert.Throws<RefusedException>(() => bench.Do(ActKind.Start, at, a => a with { StepId = next.Id }));
        Assert.False(Card(bench, next, at).Advice!.IsLaw);

        bench.Do(ActKind.Start, at, a => a with { StepId = next.Id, Anyway = true });

        Assert.StartsWith("Binding holds till", bench.Index.InHand!.Against, StringComparison.Ordinal);
        Assert.Contains("binding holds till", Assert.Single(Card(bench, next, at).AgainstAdvice), StringComparison.Ordinal);
        Assert.StartsWith("Begun against advice: binding holds till", bench.View(at).Step!.Against, StringComparison.Ordinal);
    }

    [Fact]
    public void Begun_in_its_time_nothing_is_logged_against_it_whatever_was_said()
    {
        var (bench, next, at) = Bound();
        var free = at + Duration.FromMinutes(Cleaning.BoundMinutes);

        bench.Do(ActKind.Start, free, a => a with { StepId = next.Id, Anyway = true });

        Assert.Null(bench.Index.InHand!.Against);
        Assert.Empty(Card(bench, next, free).AgainstAdvice);
    }

    [Fact]
    public void Against_a_law_it_is_not_begun_but_what_has_happened_is_logged()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 2, Material.PuResin));
        var (prime, at) = (bench.Step(StepKind.Prime), TurnableClock.Evening);
        Assert.True(Card(bench, prime, at).Advice!.IsLaw);

        var refused = Assert.Throws<RefusedException>(() => bench.Do(ActKind.Start, at, a => a with { StepId = prime.Id, Anyway = true }));
        Assert.Equal("anyway", refused.Refusal.Field);
        bench.Do(ActKind.SetCount, at, a => a with { StepId = prime.Id, Count = 2, Anyway = true });

        Assert.Equal(2, bench.Index.TicksOf[prime.Id].Count());
        Assert.Equal(Card(bench, prime, at).AgainstAdvice.Count, bench.Index.SpellsOf[prime.Id].Count(s => s.Against is not null));
        Assert.NotEmpty(Card(bench, prime, at).AgainstAdvice);
    }

    [Fact]
    public void A_binding_taken_off_against_advice_holds_nothing_more()
    {
        var (bench, next, at) = Bound();
        var straighten = bench.Step(StepKind.Straighten);
        bench.Do(ActKind.SetCount, at, a => a with { StepId = next.Id, Count = 3, Anyway = true });

        Assert.All(bench.Index.EdgesOutOf[straighten.Id].Where(e => RunningHold.Is(e) && e.To != next.Id), e =>
            Assert.Null(RunningHold.Until(bench.Index, e))
        );
        Assert.DoesNotContain(bench.View(at).Drying, d => d.StepId == straighten.Id);
    }

    [Fact]
    public void What_practice_alone_refuses_is_no_law_and_its_card_can_be_read()
    {
        // Acrylic putty in a wide gap: chosen before the table refused it.
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 2).Of(t => t with { Gaps = Gaps.Large }));
        var fill = bench.Step(StepKind.Fill);
        bench.State = bench.State with
        {
            Steps = bench.State.Steps.ConvertAll(s =>
                s.Id == fill.Id ? s with { Amounts = s.Amounts with { Method = "acrylic_putty", Product = ProductClass.AcrylicPutty } } : s
            ),
        };
        var at = TurnableClock.Evening;

        var advice = Card(bench, bench.Step(StepKind.Fill), at).Advice!;

        Assert.NotEmpty(advice.Text);
        Assert.False(advice.IsLaw);
    }
}
