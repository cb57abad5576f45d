using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Scheduling.Problems;

namespace Hexaprep.Planning.Problem;

/// <content>Models that a flaw holds: they go on when they are mended, and not before.</content>
public sealed partial class ProblemBuilder
{
    // A flaw whose repair nobody has chosen yet takes its time all the same.
    private Mending? AddMending(Batch batch, List<PlanStep> steps)
    {
        if (Mending.Of(_bench, batch.Id, _now) is not { } mending)
            return null;
        steps.Add(
            new PlanStep(mending.StepId + PlanIds.Mend, 0, Math.Max(1, mending.HandsMinutes / mending.Models), mending.Models, 0)
            {
                Count = mending.Models == batch.Traits.Models ? null : mending.Models,
                Minutes = [.. Enumerable.Range(1, mending.Models).Select(n => Math.Max(n, mending.HandsMinutes * n / mending.Models))],
                Kind = Ids.Of(StepKind.TouchIn),
            }
        );
        return mending;
    }

    // All that held models still have to go through waits until they are mended: their repairs' steps, or what stands for them.
    private IEnumerable<PlanArc> AfterMending(List<BenchStep> route, DraftedSteps drafted, Mending? mending, bool together)
    {
        List<(string Id, int Wait)> mends =
        [
            .. route.Where(s => s.RepairId is not null).Select(s => drafted.Of(s.Id)).OfType<string>().Select(id => (id, 0)),
        ];
        if (mending is not null)
            mends.Add((mending.StepId + PlanIds.Mend, mending.WaitMinutes));
        if (mends.Count == 0)
            yield break;
        foreach (var step in route.Where(s => s.RepairId is null && _bench.Behind(s).Count > 0))
        {
            var late = Given(drafted.Of(step.Id, PlanIds.Late));
            foreach (var behind in late.Count > 0 || !together ? late : drafted.All(step.Id).Where(PlanIds.IsToDo))
            foreach (var (mend, wait) in mends)
                yield return new PlanArc(mend, behind, wait);
        }
    }
}
