using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Bench.State;

/// <summary>What the bench says of a step in words.</summary>
public sealed partial class BenchIndex
{
    /// <summary>How a step is done, in words: what was fixed in one way is let go in its way.</summary>
    public string HowOf(BenchStep step)
    {
        var fixing = step.Key.Kind == StepKind.Release ? StepsOf[step.BatchId].LastOrDefault(s => s.Key.Kind == StepKind.Handle) : null;
        var how = StepWords.HowBy(step.Key.Kind, fixing?.Amounts.Method ?? step.Amounts.Method);
        var models = ModelsInTurn(step).Count;
        var rows = step.Key.Kind == StepKind.Handle ? HandleUse(step.BatchId).RowWords(models) : "";
        var kit = step.RepairId is null ? KitJobs.Words(JobOf(step), step.Key.Kind, Math.Max(1, models)) : "";
        var gaps = step.RepairId is null ? Filling.Words(JobOf(step), step.Key, Math.Max(1, models)) : "";
        return string.Join(' ', new[] { how, rows, kit, gaps }.Where(w => w.Length > 0));
    }
}
