using Hexaprep.Bench.Acts;
using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Problem;
using Hexaprep.Scheduling.Problems;
using NodaTime;

namespace Hexaprep.Screens.BenchScreen;

/// <summary>What to see to before a sitting ends: from what was really used in it.</summary>
/// <param name="Items">What to do, in order.</param>
/// <param name="Last">What to begin as the very last: it takes little and waits long; null for nothing.</param>
public sealed record ClosingView(IReadOnlyList<string> Items, LastWorkView? Last);

/// <summary>Work whose wait passes until the next sitting.</summary>
public sealed record LastWorkView(Guid StepId, string Text);

/// <summary>The two ends of a sitting: what to leave safe, and what has changed on return.</summary>
public sealed class SittingEnds(BenchIndex bench, BenchPlan plan, Clockface clock, Sitting? sitting)
{
    private const int MostLines = 4,
        ShortMinutes = 20;

    // Away for less is no return.
    private static readonly Duration Away = Duration.FromHours(2);

    private static readonly StepKind[] Blades =
    [
        StepKind.RemoveParts,
        StepKind.RemoveSupports,
        StepKind.CleanLines,
        StepKind.CutTransfer,
        StepKind.OpenTubes,
        StepKind.Pin,
    ];

    /// <summary>The closing list of the sitting that runs; null outside of one, or where nothing was done in it.</summary>
    public ClosingView? Closing()
    {
        if (sitting is null)
            return null;
        var steps = Spells(sitting.Begin).Select(s => bench.Steps[s.StepId]).DistinctBy(s => s.Id).ToList();
        if (steps.Count == 0)
            return null;
        List<string> items = [.. Wet(steps), .. Lids(steps)];
        if (steps.Exists(s => Blades.Contains(s.Key.Kind)))
            items.Add("Blades capped; used ones, pins and drill points in the sharps box.");
        if (steps.Exists(s => s.Key.Kind == StepKind.Magnet))
            items.Add("Count the magnets: none may be left where children or pets find it.");
        if (steps.Exists(s => s.Amounts.Method == "airbrush"))
            items.Add("Airbrush: rinsed, run clear, needle wiped, cup dry.");
        if (steps.Exists(s => s.Amounts.WorkingMinutes is not null))
            items.Add("Leftover putty: let it set, then into the bin. No mix keeps till the next sitting.");
        if (steps.Exists(s => s.Amounts.Product?.HasSolvent() == true))
            items.Add("Rags with solvent in the closed metal bin; window open till the smell is gone.");
        items.Add("Hands washed, small parts boxed, lamp and dryer off.");
        return new(items, Last());
    }

    /// <summary>What has changed since the last work, on return; empty while work goes on.</summary>
    public IReadOnlyList<string> Return()
    {
        if (sitting is null || bench.InHand is not null || bench.EndedSpells is not [.., { EndedAt: { } left }] || clock.Now - left < Away)
            return [];
        List<string> lines = [];
        var ready = bench
            .AwaitedCoats.SelectMany(c =>
                Waits.Of(bench, bench.Steps[c.StepId]).Select(w => (Coat: c, w.SafeTo, Times: bench.TimesOf(c, w.Stage)))
            )
            .Where(w => w.Times is { } t && t.Sure > left && t.Sure <= clock.Now)
            .OrderBy(w => w.Times!.Sure)
            .Select(w => $"{bench.NameOf(bench.Steps[w.Coat.StepId])}: {w.SafeTo} since {clock.At(w.Times!.Sure)}")
            .Distinct()
            .ToList();
        if (ready.Count > 0)
            lines.Add($"Ready meanwhile: {string.Join("; ", ready.Take(2))}{(ready.Count > 2 ? $"; and {ready.Count - 2} more" : "")}.");
        var over = plan
            .Work.Where(w => !w.InHand && w.End <= clock.Now && w.Begin >= left && bench.Remaining(bench.Steps[w.StepId]).Count > 0)
            .Select(w => bench.NameOf(bench.Steps[w.StepId]))
            .Distinct()
            .ToList();
        if (over.Count > 0)
            lines.Add($"Not done as planned: {string.Join(", ", over.Take(2))}; the plan has been laid anew.");
        if (bench.OpenFlaws.Count(f => f.RepairId is null) is > 0 and var held)
            lines.Add($"{held} {(held == 1 ? "flaw holds a model" : "flaws hold models")} back: at the gate they are mended or left.");
        if (AirNow.Of(bench, bench.Manner, clock.Now) is { } fit)
            lines.Add(fit.Allows ? "Spraying: the air suits it now." : $"Spraying: not now, {fit.Words}.");
        return [.. lines.Take(MostLines)];
    }

    private IEnumerable<WorkInterval> Spells(Instant since) =>
        bench.EndedAfter(since).Where(s => s.BeganAt >= since).Concat(bench.InHand is { } hand ? [hand] : []);

    private IEnumerable<string> Wet(List<BenchStep> steps)
    {
        var wet = steps
            .Where(s => s.Amounts.Product is not null)
            .SelectMany(s => bench.CoatsOf(s.Id).Select(c => (Step: s, Coat: c)))
            .Where(c => c.Coat.EndedAt is null || bench.TimesOf(c.Coat, Readiness.Touch) is { } t && t.Sure > clock.Now)
            .Select(c => bench.NameOf(c.Step))
            .Distinct()
            .ToList();
        if (wet.Count > 0)
            yield return $"Wet, under cover where nobody touches: {string.Join(", ", wet)}.";
    }

    private static IEnumerable<string> Lids(List<BenchStep> steps)
    {
        var used = steps
            .Where(s => s.Amounts.Product is not null and not ProductClass.Water)
            .Select(s =>
                s.Amounts is { Product: ProductClass.EpoxyPutty, Method: { } method }
                    ? MethodWords.Of(method)
                    : MethodWords.Of(s.Amounts.Product!.Value)
            )
            .Distinct()
            .ToList();
        if (used.Count > 0)
            yield return $"Lids on: {string.Join(", ", used)}.";
    }

    // Of what may be begun now and ends within the sitting, the one whose wait is longest: it passes while nobody is here.
    private LastWorkView? Last()
    {
        var left = (int)(sitting!.End - clock.Now).TotalMinutes;
        var best = (
            from batch in bench.State.Batches
            from step in bench.StepsOf[batch.Id]
            where step.Id != bench.InHand?.StepId && step.Amounts.Product is not null && !bench.IsFinished(step)
            let models = bench.Remaining(step)
            let minutes = bench.Hands(step, models.Count, clock.Now)
            where models.Count > 0 && minutes <= Math.Min(left, ShortMinutes) && !PaintSessions.Has(step)
            where Permission.Of(bench, step, models, clock) is null && ActRules.UnfitAir(bench, step, clock.Now) is null
            where !WorkshopLimits.MakesDust(step.Key.Kind, bench.HouseOf(batch.Id)) || RoomWetness.Until(bench, clock.Now) is null
            let wait = Waits.Of(bench, step).Select(w => w.Planned(bench.Expected(step, w.Stage, clock.Now))).DefaultIfEmpty(0).Max()
            where wait > 60
            orderby wait descending, minutes
            select (Step: step, Minutes: minutes, Wait: wait)
        ).FirstOrDefault();
        return best.Step is null
            ? null
            : new(
                best.Step.Id,
                $"{BenchIndex.TitleOf(best.Step)}, {bench.NameOf(best.Step)}: {best.Minutes} min, then "
                    + $"{Clockface.Lasts(best.Wait)} pass while you are away."
            );
    }
}
