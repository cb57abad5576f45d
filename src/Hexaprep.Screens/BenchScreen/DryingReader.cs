using Hexaprep.Bench.State;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Problem;
using NodaTime;

namespace Hexaprep.Screens.BenchScreen;

/// <summary>Lists what must be left alone now, the soonest safe first.</summary>
internal static class DryingReader
{
    public static IReadOnlyList<DryingView> Of(BenchIndex bench, BenchPlan plan, Clockface clock) =>
        [
            .. bench
                .AwaitedCoats.Select(c => One(bench, plan, c, clock))
                .OfType<DryingView>()
                .Concat(RunningHold.Running(bench, clock.Now).Select(h => Held(bench, h.What, h.Until, clock)))
                .OrderBy(d => d.Sure)
                .ThenBy(d => d.StepId)
                .ThenBy(d => d.CoatId),
        ];

    // Nothing dries, no test ends it: early, usual and sure are one.
    private static DryingView Held(BenchIndex bench, RunningHold what, Instant until, Clockface clock)
    {
        var (step, unit, ticks) = (what.Step, bench.UnitOf(what.Step), bench.TicksOf[what.Step.Id].ToList());
        return new DryingView(
            null,
            step.Id,
            unit.Id,
            bench.NameOf(step),
            unit.Mark,
            what.Noun,
            StepWords.SafeTo(bench.Steps[what.Edge.To].Key.Kind),
            Readiness.Handle,
            ticks.Min(t => t.At),
            until,
            until,
            until,
            clock.At(until),
            $"{Clockface.Lasts(what.Edge.MinMinutes)} from the last model, rule of thumb",
            false,
            false,
            false,
            Film.Normal,
            null,
            null,
            1,
            null,
            step.Amounts.Method,
            ticks.Count
        )
        {
            EndedAt = ticks.Max(t => t.At),
            Planned = until,
        };
    }

    private static DryingView? One(BenchIndex bench, BenchPlan plan, Coat coat, Clockface clock)
    {
        var step = bench.Steps[coat.StepId];
        // While the work goes on, the wait is counted from the end that is expected.
        var expected = coat.EndedAt is null;
        var counted = expected
            ? coat with
            {
                EndedAt = plan.Work.FirstOrDefault(w => w.InHand && w.StepId == step.Id)?.End ?? clock.Now,
            }
            : coat;
        foreach (var awaited in Waits.Of(bench, step))
        {
            if (bench.TimesOf(counted, awaited.Stage) is not { } times || times.Sure <= clock.Now)
                continue;
            var unit = bench.UnitOf(step);
            var (noun, _) = StepWords.Wait(coat.Step, coat.Product);
            return new DryingView(
                coat.Id,
                step.Id,
                unit.Id,
                bench.NameOf(step),
                unit.Mark,
                noun,
                awaited.SafeTo,
                awaited.Stage,
                coat.StartedAt,
                times.Early,
                times.Usual,
                times.Sure,
                clock.At(times.Sure),
                Basis(bench, coat, times),
                expected,
                !expected && clock.Now >= times.Early,
                times.Tested,
                coat.Film,
                coat.AirC,
                coat.HumidityPct,
                coat.Number,
                coat.Product,
                coat.Method,
                coat.ModelIds.Count
            )
            {
                EndedAt = coat.EndedAt,
                Planned = awaited.Planned(times),
            };
        }
        return null;
    }

    private static string Basis(BenchIndex bench, Coat coat, SafeTimes times)
    {
        if (times.Tested)
            return "your own test";
        var seen = bench.Drying.BeliefOf(Product.Of(coat)).Count;
        var from =
            seen > 0
                ? $"what this bench saw of the product, {(seen == 1 ? "once" : $"{seen} times")}"
                : "rule of thumb: usual for this kind of product";
        var air =
            coat.AirC is not null || coat.HumidityPct is not null ? "in the air noted with it"
            : bench.Drying.ReadingAt(coat.EndedAt ?? coat.StartedAt) is not null ? "in the air read at the bench"
            : "about 21 °C and 50 % RH";
        return $"{from}, {air}";
    }
}
