using Hexaprep.Craft.Inspections;
using Hexaprep.Scheduling.Searching;
using Hexaprep.Testing;

namespace Hexaprep.Core.Tests.Scheduling;

public sealed class EditTests
{
    // Forty batches at the full budget: bench/, `-- edits`.
    private const int Edits = 1000,
        Batches = 8,
        Budget = 200,
        Compared = 4;

    [Fact]
    public async Task A_thousand_edits_in_a_row_leave_a_valid_plan_near_one_from_scratch()
    {
        var edits = new PlanEdits(Batches, 7);
        var plan = Planner.Solve(edits.Current, Budget);
        var scratches = new List<(long Value, Task<long> Scratch)>();
        for (var i = 0; i < Edits; i++)
        {
            var problem = edits.Next();
            plan = Planner.Better(problem, plan.Schedule.Chunks, Budget);
            Assert.Empty(plan.Unplaced);
            Assert.Empty(PlanChecker.Breaches(problem, plan.Schedule.Chunks));
            if (i % Compared == 0)
                scratches.Add((plan.Schedule.Z!.Value, Task.Run(() => Planner.Solve(problem, Budget).Schedule.Z!.Value)));
        }
        foreach (var (i, (value, fromScratch)) in scratches.Index())
        {
            var scratch = await fromScratch;
            Assert.True(value <= scratch * 1.02, $"edit {i * Compared}: {value} against {scratch}");
        }
    }
}
