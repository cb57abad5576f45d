using Hexaprep.Core.Roster;
using Hexaprep.Core.Routes;
using Hexaprep.Testing;

namespace Hexaprep.Core.Tests.Bench;

public sealed class PlanDraftTests
{
    [Fact]
    public void A_step_in_hand_leaves_the_rest_plannable()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 3, Material.PuResin));
        bench.Tick(bench.Step(StepKind.Study), TurnableClock.Evening);

        Assert.Empty(bench.Plan(TurnableClock.Evening).Result.Unplaced);
    }
}
