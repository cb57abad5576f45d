using Hexaprep.Bench.State;
using Hexaprep.Craft.Permissions;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Bench.Judgement;

/// <summary>May a step be begun now? What the batch's own route waits for, else what may-I says of it. Bench, starts, offers and the
/// screen of may-I ask here; the air, the sitting and the hands are asked apart.</summary>
public static class Permission
{
    /// <summary>The gravest thing against beginning a step for some models; null when it may begin.</summary>
    /// <param name="bench">The bench.</param>
    /// <param name="step">A step of it.</param>
    /// <param name="models">The models it would be begun for.</param>
    /// <param name="clock">The moment.</param>
    public static Blocker? Of(BenchIndex bench, BenchStep step, IReadOnlyList<BenchModel> models, Clockface clock)
    {
        if (RouteReadiness.Of(bench, step, models, clock) is { } waits)
            return waits;
        // A repair was judged when it was chosen.
        if (step.RepairId is not null || models.Count == 0)
            return null;
        var answer = BenchPermission
            .Of(bench, bench.Batches[step.BatchId], models, clock.Now, asksTheAir: false)
            .Alone(new PermissionQuery(step.Key.Kind) { Method = step.Amounts.Method, Product = step.Amounts.Product });
        return answer.Verdict == Verdict.Yes ? null : new Blocker(Sentence.Within(answer.Reasons[0].Text).TrimEnd('.'), answer.Until);
    }
}
