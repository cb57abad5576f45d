using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Problem;
using Hexaprep.Scheduling.Problems;
using NodaTime;

namespace Hexaprep.Screens.BenchScreen;

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
public sealed record DropInView(
    Guid StepId,
    Guid UnitId,
    string Unit,
    string Mark,
    string Title,
    string Text,
    Instant From,
    Instant Until,
    string Closes
)
{
    /// <summary>What is tested before it begins; null where nothing is, or it is not time yet.</summary>
    public TestView? Test { get; init; }
}

/// <summary>Finds the short returns of a plan: steps of few minutes that follow a wait of the same sitting.</summary>
/// <remarks>A return may begin when all it waits for is safe, and as late as its window, its sitting, the weather and what follows it
/// allow. Work that comes after it in the sitting may
/// slide into the minutes left free; nothing is lost, and no later sitting changes, wherever in between it is done.</remarks>
public sealed class ShortReturns(BenchIndex bench, BenchPlan plan, Clockface clock)
{
    /// <summary>Minutes of hands above which it is no short return.</summary>
    public const int Longest = 15;

    /// <summary>The returns planned before a moment, the soonest first.</summary>
    public IReadOnlyList<DropInView> Before(Instant end) =>
        [.. plan.Work.Where(w => w.Begin < end).Select(Of).OfType<DropInView>().OrderBy(d => d.From).ThenBy(d => d.StepId)];

    /// <summary>The return that a stretch of work is; null when it is none.</summary>
    public DropInView? Of(PlannedWork work)
    {
        // What slides depends on all that is planned around it: an old plan says nothing of it.
        if (plan.IsOld)
            return null;
        var minutes = (int)(work.End - work.Begin).TotalMinutes;
        var step = bench.Steps[work.StepId];
        if (work.InHand || minutes > Longest || work.Models < bench.Remaining(step).Count)
            return null;
        var start = Minute(work.Begin);
        var sitting = plan.Problem.Sittings.First(s => s.End > start);
        var id = plan.IdOf(step);
        var batch = plan.BatchOf(step.BatchId);
        List<(PlanArc Arc, int End)> into = [.. batch.Arcs.Where(a => a.To == id).Select(a => (a, EndOf(a.From)))];
        List<(int End, int Ready, int? Closes)> laid = [.. Laid(step)];
        var ready = into.Select(i => i.End + i.Arc.Min).Concat(laid.Select(l => l.Ready)).DefaultIfEmpty(0).Max();
        // A plan cuts the sitting that runs at its own now.
        var begun = bench.State.Settings.Calendar.From(plan.At(sitting.Begin), 1).FirstOrDefault(s => s.Holds(plan.At(sitting.Begin)))
            is { } real
            ? Minute(real.Begin)
            : sitting.Begin;
        var waits = into.Where(i => i.Arc.Min > 0).Select(i => i.End).Concat(laid.Select(l => l.End)).ToList();
        if (ready <= begun || !waits.Exists(end => end >= begun) || into.Exists(i => i.Arc.Min == 0 && i.End == ready))
            return null;
        var (until, closes) = Limits(step, batch, into, start, minutes, sitting)
            .Concat(laid.Where(l => l.Closes is not null).Select(l => (l.Closes!.Value, "then recoating closes")))
            .MinBy(l => l.Item1);
        if (until <= ready || until < start)
            return null;
        var unit = bench.UnitOf(step);
        var (from, last) = (Instant.Max(plan.At(ready), clock.Now), plan.At(until));
        return last <= from
            ? null
            : new DropInView(
                step.Id,
                unit.Id,
                bench.NameOf(step),
                unit.Mark,
                BenchIndex.TitleOf(step),
                $"Come back between {clock.Between(from, last)} {For(step)}: {closes}",
                from,
                last,
                closes
            )
            {
                Test = TestView.Of(RouteReadiness.Of(bench, step, bench.Remaining(step), clock), clock),
            };
    }

    // Coats that are on: a plan no longer names those that are safe by now.
    private IEnumerable<(int End, int Ready, int? Closes)> Laid(BenchStep step) =>
        from edge in bench.EdgesInto[step.Id]
        where edge.Stage is not null
        from coat in bench.CoatsOf(edge.From)
        where coat.EndedAt is not null
        let ready = ByTest.From(bench, edge, coat)
        where ready is not null
        let shut = edge.Stage == Readiness.Recoat ? bench.Drying.ShutAfter(coat) : null
        select (
            Minute(coat.EndedAt!.Value),
            (int)Math.Ceiling((ready.Value - plan.Origin).TotalMinutes),
            shut is { } s && s.Closes > ready ? Minute(s.Closes) : (int?)null
        );

    private IEnumerable<(int Until, string Closes)> Limits(
        BenchStep step,
        PlanBatch batch,
        List<(PlanArc Arc, int End)> into,
        int start,
        int minutes,
        Span sitting
    )
    {
        yield return (sitting.End - minutes - (step.Amounts.Mode is null ? 0 : plan.Problem.Closing ?? 0), "then the sitting ends");
        if (step.Amounts.Mode is not null)
            yield return (WindowsOf(step).First(s => s.End > start).End - minutes, "then it is no weather for spraying");
        foreach (var window in Windows(into, start, minutes))
            yield return window;
        foreach (var next in Pushed(step, batch, start + minutes))
            yield return (next.Start - minutes, $"later would push {next.Words}");
        foreach (var dust in Dusty(step, batch, start + minutes))
            yield return (dust.Until - minutes, dust.Closes);
        foreach (var limit in Sliding(step, start, minutes, sitting))
            yield return limit;
    }

    // The last starts that the windows behind a step allow.
    private static IEnumerable<(int Start, string Closes)> Windows(IEnumerable<(PlanArc Arc, int End)> into, int start, int minutes)
    {
        foreach (var (arc, end) in into)
        {
            if (arc.Max is { } max)
                yield return (end + max, "then it is too late for the coat below");
            if (arc.Forbid is { } gap && start - end <= gap.Begin)
                yield return (end + gap.Begin, "then recoating closes");
            if (arc.FinishMax is { } finish)
                yield return (end + finish - minutes, "then the mix is stiff");
        }
    }

    // What follows a step, and the latest end of it that leaves it where it is planned.
    private IEnumerable<(int Start, string Words)> Pushed(BenchStep step, PlanBatch batch, int end) =>
        from arc in batch.Arcs
        where arc.From == plan.IdOf(step)
        let next = bench.Steps[PlanIds.StepOf(arc.To)]
        let begin = plan.BeginOf(next)
        where begin is not null && Minute(begin.Value) - arc.Min >= end
        select (Minute(begin.Value) - arc.Min, $"{BenchIndex.TitleOf(next).ToLowerInvariant()}, {bench.NameOf(next)}");

    // The latest end of a coat that leaves it touch-dry when the next dust work is planned.
    private IEnumerable<(int Until, string Closes)> Dusty(BenchStep step, PlanBatch batch, int end)
    {
        if (batch.Steps.FirstOrDefault(s => s.Id == plan.IdOf(step))?.Wet is not (> 0 and var wet))
            yield break;
        foreach (var work in plan.Work.Where(w => Minute(w.Begin) >= end))
        {
            var own = bench.Steps[work.StepId];
            if (plan.BatchOf(own.BatchId).Steps.FirstOrDefault(s => s.Id == plan.IdOf(own))?.Dust != true)
                continue;
            yield return (Minute(work.Begin) - wet, $"later its coat would be wet when {bench.NameOf(own)} makes dust");
            yield break;
        }
    }

    // Work of the hands later in the sitting slides by what is not free before it, as far as its own limits let it.
    private IEnumerable<(int Until, string Closes)> Sliding(BenchStep step, int start, int minutes, Span sitting)
    {
        // After the last coat of a sitting the airbrush is cleaned: hands are not free yet.
        int Cleaned(BenchStep own, int end) => own.Amounts.Mode is null ? end : end + (plan.Problem.Closing ?? 0);
        var (room, ended, last) = (0, Cleaned(step, start + minutes), start + minutes);
        foreach (
            var work in plan
                .Work.SkipWhile(w => Minute(w.Begin) < start)
                .TakeWhile(w => Minute(w.Begin) < sitting.End)
                .Where(w => w.StepId != step.Id && Minute(w.Begin) >= start + minutes)
        )
        {
            var (begin, end, own) = (Minute(work.Begin), Minute(work.End), bench.Steps[work.StepId]);
            // Time for a change of work is no room.
            room += Math.Max(0, begin - Math.Max(ended, last + (plan.Problem.Changeover ?? 0)));
            (ended, last) = (Math.Max(ended, Cleaned(own, end)), Math.Max(last, end));
            yield return (start + room + sitting.End - Cleaned(own, end), "then the sitting is full");
            if (own.Amounts.Mode is not null)
                yield return (
                    start + room + WindowsOf(own).First(s => s.End > begin).End - end,
                    $"later would push {bench.NameOf(own)} out of the spray weather"
                );
            var batch = plan.BatchOf(own.BatchId);
            foreach (var dust in Dusty(own, batch, end))
                yield return (start + room + dust.Until - end, dust.Closes);
            foreach (var next in Pushed(own, batch, end))
                yield return (start + room + next.Start - end, $"later would push {next.Words}");
            foreach (
                var window in Windows(batch.Arcs.Where(a => a.To == plan.IdOf(own)).Select(a => (a, EndOf(a.From))), begin, end - begin)
            )
                yield return (start + room + window.Start - begin, $"later would push {bench.NameOf(own)} out of its window");
        }
    }

    private IReadOnlyList<Span> WindowsOf(BenchStep step) =>
        plan.Problem.Windows is { } named && SprayManner.Of(bench, step) is { } manner && named.TryGetValue(manner.Name, out var own)
            ? own
            : plan.Problem.SprayWindows;

    private static string For(BenchStep step) =>
        step.Key switch
        {
            { Kind: StepKind.Prime, Occurrence: > 1 } => "for a light pass",
            { Kind: StepKind.FinalGate } => "for the last look",
            _ => $"to {Sentence.Within(StepWords.Of(step.Key).Title)}",
        };

    private int EndOf(string planStep) => plan.EndOf(planStep) ?? int.MinValue / 2;

    private int Minute(Instant moment) => (int)(moment - plan.Origin).TotalMinutes;
}
