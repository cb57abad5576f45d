using Hexaprep.Bench.Acts;
using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Core.Tests.Routes;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Permissions;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Screens.BenchScreen;
using Hexaprep.Screens.MayIScreen;
using Hexaprep.Screens.PlanScreen;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

/// <summary>Waits that are no coat's: what was bound straight stays bound till the next day, what was wiped dries before primer.</summary>
public sealed class RunningHoldTests
{
    private static readonly Duration Overnight = Duration.FromMinutes(Cleaning.BoundMinutes);

    // Cast resin and metal in one kit: neither heat nor cold bends both, so it is bound.
    private static RehearsedBench Bound() =>
        new(RehearsedBench.Order("Punt Crew", 3, Material.PuResin).Of(t => t with { Materials = [Material.PuResin, Material.WhiteMetal] }));

    private static (RehearsedBench Bench, BenchStep Straighten, Instant Done) Straightened()
    {
        var bench = Bound();
        var at = bench.RunUpTo(StepKind.Straighten, TurnableClock.Evening);
        var step = bench.Step(StepKind.Straighten);
        Assert.Equal("bind", step.Amounts.Method);
        bench.Do(ActKind.Start, at, a => a with { StepId = step.Id });
        var done = at + Duration.FromMinutes(12);
        bench.Tick(step, done, 3);
        return (bench, step, done);
    }

    [Fact]
    public void Only_what_was_bound_holds_the_fit_and_the_wash_till_the_next_day()
    {
        var heated = Batches.Of(Material.PuResin).Route();
        var bound = Batches.Of(Material.PuResin, Material.WhiteMetal).Route();

        Assert.All(heated.Edges.Where(e => e.From.Kind == StepKind.Straighten), e => Assert.Equal(0, e.MinMinutes));
        Assert.All(bound.Edges.Where(e => e.From.Kind == StepKind.Straighten && e.To.Kind is StepKind.DryFit or StepKind.Wash), e =>
            Assert.Equal(Cleaning.BoundMinutes, e.MinMinutes)
        );
    }

    [Fact]
    public void Where_the_wash_is_left_out_what_follows_it_waits_for_the_binding()
    {
        var job = Batches
            .Of(Material.PuResin, Material.WhiteMetal)
            .Job(null, new RouteChange(ChangeKind.Skip, StepKind.Wash), new RouteChange(ChangeKind.Skip, StepKind.DryFit));

        var after = job.Route().Edges.Where(e => e.From.Kind == StepKind.Straighten).ToList();

        Assert.NotEmpty(after);
        Assert.All(after, e => Assert.Equal(Cleaning.BoundMinutes, e.MinMinutes));
    }

    [Fact]
    public void A_bound_part_is_left_alone_till_the_next_day_on_bench_plan_may_i_and_alarm()
    {
        var (bench, straighten, done) = Straightened();
        var until = done + Overnight;
        var next = bench.Index.Steps[RunningHold.After(bench.Index, straighten)!.Edge.To];

        foreach (var at in new[] { done, until - Duration.FromMinutes(1) })
        {
            var clock = new Clockface(bench.State.Settings.Zone, at);
            Assert.Equal(until, RouteReadiness.Of(bench.Index, next, bench.Index.Remaining(next), clock)!.Until);
            var may = new MayIReader(bench.Index, at).Of(next.BatchId, new PermissionQuery(next.Key.Kind), null);
            Assert.Equal((Verdict.NotYet, until), (may.Answer, may.Until));
            var held = Assert.Single(bench.View(at).Drying, d => d.StepId == straighten.Id);
            Assert.Equal((until, "binding", (Guid?)null), (held.Sure, held.What, held.CoatId));
            Assert.True(bench.Plan(at).BeginOf(next) >= until);
            Assert.Empty(new AlertReader(bench.Index, bench.Plan(at), at).Of(new HashSet<string>()));
        }
        var free = new Clockface(bench.State.Settings.Zone, until);
        Assert.Null(RouteReadiness.Of(bench.Index, next, bench.Index.Remaining(next), free));
        Assert.Equal(Verdict.Yes, new MayIReader(bench.Index, until).Of(next.BatchId, new PermissionQuery(next.Key.Kind), null).Answer);
        Assert.Contains(
            "binding",
            Assert.Single(new AlertReader(bench.Index, bench.Plan(until), until).Of(new HashSet<string>())).Text,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_plan_still_to_come_lays_the_binding_over_the_night_and_says_so()
    {
        var bench = Bound();
        var plan = bench.Plan(TurnableClock.Evening);
        var straighten = bench.Step(StepKind.Straighten);
        var bound = plan.Work.Where(w => w.StepId == straighten.Id).Max(w => w.End);

        foreach (var edge in bench.Index.EdgesOutOf[straighten.Id].Where(RunningHold.Is))
            Assert.True(plan.BeginOf(bench.Index.Steps[edge.To]) >= bound + Overnight);
        var view = new PlanReader(bench.Index, plan, TurnableClock.Evening).View();
        Assert.Contains(view.Waits, w => w.StepId == straighten.Id && w.What.StartsWith("binding 12 h", StringComparison.Ordinal));
    }

    [Fact]
    public void Primer_waits_till_the_wipe_is_dry()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Bell Sergeants", 2, Material.WhiteMetal));
        var at = bench.RunUpTo(StepKind.Prime, TurnableClock.Evening);
        var (wipe, prime) = (bench.Step(StepKind.Wash, occurrence: 2), bench.Step(StepKind.Prime));
        var dry = bench.Index.TicksOf[wipe.Id].Max(t => t.At) + Duration.FromMinutes(Washing.WipeDriesMinutes);

        var early = dry - Duration.FromMinutes(1);
        Assert.Equal(
            dry,
            RouteReadiness.Of(bench.Index, prime, bench.Index.Remaining(prime), new Clockface(bench.State.Settings.Zone, early))?.Until
        );
        Assert.Equal(dry, new MayIReader(bench.Index, early).Of(prime.BatchId, new PermissionQuery(StepKind.Prime), null).Until);
        Assert.True(at >= dry);
    }
}
