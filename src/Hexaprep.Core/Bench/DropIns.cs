using Hexaprep.Core.Routes;
using Hexaprep.Core.Scheduling;
using Hexaprep.Core.Wording;
using NodaTime;

namespace Hexaprep.Core.Bench;

/// <summary>A short return to something that dries: when it may be, and until when without anything moving or being lost.</summary>
/// <param name="StepId">The step to come back for.</param>
/// <param name="UnitId">Its unit.</param>
/// <param name="Unit">The unit's name.</param>
/// <param name="Mark">Its mark.</param>
/// <param name="Title">What is done.</param>
/// <param name="Text">The whole in words.</param>
/// <param name="From">What it waits for is safe from here on.</param>
/// <param name="Until">The last moment to begin it.</param>
/// <param name="Closes">What ends it.</param>
public sealed record DropInView(Guid StepId, Guid UnitId, string Unit, string Mark, string Title, string Text, Instant From, Instant Until, string Closes);

/// <summary>Finds the short returns of a plan: steps of few minutes that follow a wait of the same sitting.</summary>
/// <remarks>A return may begin when all it waits for is safe, and as late as its window, its sitting, the weather, the next work of the hands and what follows it allow: the plan
/// around it stays as it is wherever in between it is done.</remarks>
public sealed class DropIns(BenchIndex bench, BenchPlan plan, Clockface clock)
{
    /// <summary>Minutes of hands above which it is no short return.</summary>
    public const int Longest = 15;

    /// <summary>The returns planned before a moment, the soonest first.</summary>
    public IReadOnlyList<DropInView> Before(Instant end) => [.. plan.Work.Where(w => w.Begin < end).Select(Of).OfType<DropInView>().OrderBy(d => d.From).ThenBy(d => d.StepId)];

    /// <summary>The return that a stretch of work is; null when it is none.</summary>
    public DropInView? Of(PlannedWork work)
    {
        var minutes = (int)(work.End - work.Begin).TotalMinutes;
        var step = bench.Steps[work.StepId];
        if (work.InHand || minutes > Longest || work.Models < bench.Remaining(step).Count) return null;
        var start = Minute(work.Begin);
        var sitting = plan.Problem.Sittings.First(s => s.End > start);
        var id = step.Id.ToString();
        var batch = plan.Problem.Batches.First(b => b.Id == step.BatchId.ToString());
        List<(PlanArc Arc, int End)> into = [.. batch.Arcs.Where(a => a.To == id).Select(a => (a, EndOf(a.From)))];
        var ready = into.Select(i => i.End + i.Arc.Min).Append(sitting.Begin).Max();
        if (ready <= sitting.Begin || !into.Exists(i => i.Arc.Min > 0 && i.End >= sitting.Begin) || into.Exists(i => i.Arc.Min == 0 && i.End == ready)) return null;
        var (until, closes) = Limits(step, batch, into, start, minutes, sitting).MinBy(l => l.Until);
        if (until <= ready || until < start) return null;
        var unit = bench.UnitOf(step);
        var (from, last) = (Instant.Max(plan.At(ready), clock.Now), plan.At(until));
        return last <= from ? null : new DropInView(step.Id, unit.Id, bench.NameOf(step), unit.Mark, BenchIndex.TitleOf(step),
            $"Come back between {clock.Between(from, last)} {For(step)}: {closes}", from, last, closes);
    }

    private IEnumerable<(int Until, string Closes)> Limits(BenchStep step, PlanBatch batch, List<(PlanArc Arc, int End)> into, int start, int minutes, Span sitting)
    {
        yield return (sitting.End - minutes, "then the sitting ends");
        if (step.Amounts.Mode is not null) yield return (plan.Problem.SprayWindows.First(s => s.End > start).End - minutes, "then it is no weather for spraying");
        foreach (var (arc, end) in into)
        {
            if (arc.Max is { } max) yield return (end + max, "then it is too late for the coat below");
            if (arc.Forbid is { } gap && start - end <= gap.Begin) yield return (end + gap.Begin, "then recoating closes");
            if (arc.FinishMax is { } finish) yield return (end + finish - minutes, "then the mix is stiff");
        }
        foreach (var arc in batch.Arcs.Where(a => a.From == step.Id.ToString()))
        {
            if (plan.BeginOf(bench.Steps[PlanIds.StepOf(arc.To)]) is { } next) yield return (Minute(next) - arc.Min - minutes, $"later would push {BenchIndex.TitleOf(bench.Steps[PlanIds.StepOf(arc.To)]).ToLowerInvariant()}");
        }
        if (plan.Work.FirstOrDefault(w => w.StepId != step.Id && !w.InHand && Minute(w.Begin) >= start + minutes) is { } other)
            yield return (Minute(other.Begin) - minutes, $"then your hands are wanted for {bench.NameOf(bench.Steps[other.StepId])}");
    }

    private static string For(BenchStep step) => step.Key switch
    {
        { Kind: StepKind.Prime, Occurrence: > 1 } => "for a light pass",
        { Kind: StepKind.FinalGate } => "for the last look",
        _ => $"to {char.ToLowerInvariant(StepWords.For(step.Key.Kind).Title[0])}{StepWords.For(step.Key.Kind).Title[1..]}",
    };

    private int EndOf(string planStep) => plan.Result.Schedule.Chunks.Where(c => c.Step == planStep).Select(c => c.End).DefaultIfEmpty(int.MinValue / 2).Max();

    private int Minute(Instant moment) => (int)(moment - plan.Origin).TotalMinutes;
}
