using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Permissions;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using NodaTime;
using static Hexaprep.Craft.Vocabulary.StepKind;

namespace Hexaprep.Core.Tests.Routes;

/// <summary>The looks between the gates that block.</summary>
public sealed class LookTests
{
    private static readonly StepKind[] Looks = [CleanLinesGate, DryFitGate, FillGate, GlossBedGate, ReassembleGate];

    private static List<StepKind> Route(Job job) => [.. RouteBuilder.Derive(job, RuleBook.Trade).Steps.Select(s => s.Key.Kind)];

    private static Job Of(Tier tier, params RouteChange[] changes) =>
        (Batches.Of(Material.Polystyrene) with { Tier = tier, Transfers = 2 }).Job(null, changes);

    [Theory]
    [InlineData(Tier.Elite)]
    [InlineData(Tier.Leader)]
    [InlineData(Tier.Display)]
    public void Whoever_is_looked_at_closely_is_looked_at_after_every_stage(Tier tier)
    {
        var route = Route(Of(tier, new RouteChange(ChangeKind.Add, Reassemble)));

        Assert.Equal(Looks, route.Where(Looks.Contains));
        Assert.All(route.Where(Looks.Contains), l => Assert.True(route.IndexOf(StepDefinition.Of(l).LooksAt!.Value) < route.IndexOf(l)));
        Assert.True(route.IndexOf(CleanLinesGate) < route.IndexOf(Wash));
        Assert.True(route.IndexOf(DryFitGate) < route.IndexOf(Glue));
        Assert.Equal(route.IndexOf(Sand) + 1, route.IndexOf(FillGate));
        Assert.True(route.IndexOf(FillGate) < route.IndexOf(Prime));
        Assert.True(route.IndexOf(GlossBedGate) < route.IndexOf(PlaceTransfer));
        Assert.True(route.IndexOf(ReassembleGate) < route.IndexOf(FinalCoat));
    }

    [Fact]
    public void On_rank_and_file_they_are_the_last_key_of_the_step_before()
    {
        var route = RouteBuilder.Derive(Of(Tier.RankAndFile), RuleBook.Trade);

        Assert.DoesNotContain(route.Steps, s => Looks.Contains(s.Key.Kind));
        Assert.Contains(route.LeftOut, l => l.Kind == CleanLinesGate && l.Reason.Contains("last key", StringComparison.Ordinal));
        Assert.All(Looks, l => Assert.True(GateFlaws.EndsWithALook(StepDefinition.Of(l).LooksAt!.Value)));
        Assert.Contains(CleanLinesGate, Route(Of(Tier.RankAndFile, new RouteChange(ChangeKind.Add, CleanLinesGate))));
    }

    [Fact]
    public void One_left_out_leaves_the_order_as_it_was()
    {
        var route = Route(Of(Tier.Elite, new RouteChange(ChangeKind.Skip, CleanLinesGate), new RouteChange(ChangeKind.Skip, DryFitGate)));

        Assert.Equal(Route(Of(Tier.Elite)).Where(k => k is not CleanLinesGate and not DryFitGate), route);
    }

    [Fact]
    public void A_look_forbids_nothing_and_asks_only_for_what_it_looks_at() =>
        Batches.AnyJob.Holds(
            job =>
            {
                var now = Instant.FromUtc(2026, 3, 12, 20, 0);
                Verdict Asked(StepKind step, IEnumerable<StepKind> done)
                {
                    var deeds = done.Select(k => new CompletedStep(k, null, now - Duration.FromDays(30)));
                    return new PermissionEvaluator(job, new WorkHistory([.. deeds], []), now, null, RuleBook.Trade)
                        .Of(new PermissionQuery(step))
                        .Verdict;
                }
                foreach (var step in Enum.GetValues<StepKind>().Except(Looks))
                {
                    var all = Enum.GetValues<StepKind>().Where(k => StepDefinition.Of(k).Place < StepDefinition.Of(step).Place).ToList();
                    Assert.Equal(Asked(step, all), Asked(step, all.Except(Looks)));
                }
                foreach (var look in Looks)
                {
                    Assert.Equal(Verdict.NotYet, Asked(look, []));
                    Assert.Equal(Verdict.Yes, Asked(look, [StepDefinition.Of(look).LooksAt!.Value]));
                }
            },
            40
        );

    [Fact]
    public void Every_gate_has_a_name_of_its_own_and_six_keys()
    {
        var gates = Enum.GetValues<StepKind>().Where(k => k.IsGate()).ToList();

        Assert.Equal(8, gates.Count);
        Assert.Equal(8, gates.Select(GateWords.Of).Distinct().Count());
        Assert.All(gates, g => Assert.Equal(GateFlaws.Keys, GateFlaws.Default(g).Count));
    }
}
