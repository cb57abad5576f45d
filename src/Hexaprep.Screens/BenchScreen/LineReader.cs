using Hexaprep.Bench.State;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Problem;
using Hexaprep.Scheduling.Problems;
using NodaTime;

namespace Hexaprep.Screens.BenchScreen;

/// <summary>Lays out what the bench line shows: this sitting, and the first of the next.</summary>
internal sealed class LineReader(BenchIndex bench, BenchPlan plan, Clockface clock)
{
    public LineView Of(Sitting? sitting, Sitting? next)
    {
        var sittings = new[] { sitting, next }.OfType<Sitting>().ToList();
        var since = sitting?.Begin ?? clock.Now;
        var until = sittings.Count == 0 ? clock.Now : sittings[^1].End;
        var blocks = Past(since).Concat(Planned(until)).Concat(Mends(until, since)).OrderBy(b => b.Begin).ToList();
        return new LineView(
            [.. sittings.Select(s => new SittingView(s.Begin, s.End, $"{clock.At(s.Begin)} to {clock.At(s.End)}", s.FitForSpray))],
            blocks,
            [.. Begun(), .. ToCome(sitting?.End ?? until)]
        );
    }

    /// <summary>The blocks of one sitting.</summary>
    public IReadOnlyList<BlockView> BlocksOf(Sitting sitting) =>
        [
            .. Past(sitting.Begin)
                .Concat(Planned(sitting.End, sitting.Begin))
                .Concat(Mends(sitting.End, sitting.Begin))
                .Where(b => b.Begin < sitting.End && b.End > sitting.Begin)
                .OrderBy(b => b.Begin),
        ];

    private IEnumerable<BlockView> Past(Instant since) =>
        from spell in bench.EndedAfter(since).Reverse()
        where spell.EndedAt - spell.BeganAt >= Duration.FromMinutes(1)
        let step = bench.Steps[spell.StepId]
        select Block(
            step,
            Instant.Max(since, spell.BeganAt),
            spell.EndedAt!.Value,
            bench.TicksOf[step.Id].Count(t => t.SpellId == spell.Id),
            BlockState.Past,
            1
        );

    private IEnumerable<BlockView> Planned(Instant until, Instant? from = null)
    {
        foreach (var work in plan.Work.Where(w => w.Begin < until && (from is null || w.End > from || w.InHand)))
        {
            var step = bench.Steps[work.StepId];
            if (!work.InHand)
            {
                yield return Block(step, work.Begin, work.End, work.Models, BlockState.Next, 0, work.Load);
                continue;
            }
            var spell = bench.InHand!;
            var done = bench.TicksOf[step.Id].Count(t => t.SpellId == spell.Id);
            yield return Block(step, spell.BeganAt, work.End, work.Models, BlockState.Now, (double)done / Math.Max(1, work.Models));
        }
    }

    // What flaws without a chosen repair will take.
    private IEnumerable<BlockView> Mends(Instant until, Instant since) =>
        from mend in plan.Mends
        where mend.Begin < until && mend.End > since
        let step = bench.Steps[mend.StepId]
        select Block(step, mend.Begin, mend.End, mend.Models, BlockState.Next, 0) with
        {
            Title = "Mend what was found",
        };

    private BlockView Block(BenchStep step, Instant begin, Instant end, int models, BlockState state, double share, int? load = null)
    {
        var unit = bench.UnitOf(step);
        return new BlockView(
            step.Id,
            unit.Id,
            bench.NameOf(step),
            unit.Mark,
            state != BlockState.Past && bench.LoadWords(step, load) is { Length: > 0 } words
                ? $"{BenchIndex.TitleOf(step)}, {words}"
                : BenchIndex.TitleOf(step),
            begin,
            end,
            models,
            state,
            share,
            SprayManner.Of(bench, step) is { IsOutdoors: true }
        );
    }

    private IEnumerable<BightView> Begun() =>
        from drying in DryingReader.Of(bench, plan, clock)
        where !drying.Expected
        select new BightView(drying.StepId, drying.UnitId, drying.Unit, drying.Mark, drying.What, drying.EndedAt!.Value, drying.Sure, true);

    /// <summary>A hold that work still to come will leave.</summary>
    public static BightView Held(BenchIndex bench, RunningHold held, PlannedWork work, string what)
    {
        var unit = bench.UnitOf(held.Step);
        var until = work.End + Duration.FromMinutes(held.Edge.MinMinutes);
        return new BightView(held.Step.Id, unit.Id, bench.NameOf(held.Step), unit.Mark, what, work.End, until, false);
    }

    private IEnumerable<BightView> ToCome(Instant until)
    {
        foreach (var work in plan.Work.Where(w => w.Begin < until))
        {
            var step = bench.Steps[work.StepId];
            var unit = bench.UnitOf(step);
            if (RunningHold.After(bench, step) is { } held)
                yield return Held(bench, held, work, held.Noun);
            if (step.Amounts.Product is not { } product || Waits.Of(bench, step).FirstOrDefault() is not { } awaited)
                continue;
            var band = bench.Expected(step, awaited.Stage, clock.Now);
            yield return new BightView(
                step.Id,
                unit.Id,
                bench.NameOf(step),
                unit.Mark,
                StepWords.Wait(step.Key.Kind, product).Noun,
                work.End,
                work.End + Duration.FromMinutes(band.Sure),
                false
            );
        }
    }
}
