using Hexaprep.Scheduling.Problems;

namespace Hexaprep.Planning.Problem;

/// <content>What models hold while they are worked on: handles, slots of the rack.</content>
public sealed partial class ProblemBuilder
{
    // More models may stand on handles than there are: what has happened binds no plan. They take all there are, and those of them that
    // have the least way to go are counted short until they are off: nobody else is mounted before one is free.
    private void LetThePastHoldItsHandles(List<PlanBatch> batches)
    {
        bool IsMounted(ResourceReservation hold) =>
            hold.Resource == Handles && PlanIds.MarkOf(hold.From.Step) is PlanIds.Past or PlanIds.Hand;
        var over = batches.Sum(b => b.Holds.Where(IsMounted).Sum(h => h.Amount)) - _bench.State.Settings.Handles;
        if (over <= 0)
            return;
        foreach (var i in Enumerable.Range(0, batches.Count).OrderBy(i => Math.Max(1, batches[i].Steps.Count)).ThenBy(i => i))
        {
            var holds = new List<ResourceReservation>();
            foreach (var hold in batches[i].Holds)
            {
                var less = IsMounted(hold) ? Math.Min(over, hold.Amount) : 0;
                over -= less;
                if (hold.Amount > less)
                    holds.Add(less == 0 ? hold : hold with { Amount = hold.Amount - less });
            }
            batches[i] = batches[i] with { Holds = holds };
        }
    }
}
