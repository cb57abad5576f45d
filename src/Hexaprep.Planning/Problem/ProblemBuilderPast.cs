using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Scheduling.Problems;
using NodaTime;

namespace Hexaprep.Planning.Problem;

/// <summary>What was done and what is in hand, as far as the plan has to know of it.</summary>
public sealed partial class ProblemBuilder
{
    // How much of the step in hand this sitting still takes, counted from its last tick.
    private (int Models, int ToDo, int End) TakeInHand(BenchStep step, WorkInterval spell, int remaining)
    {
        var ticks = _bench.TicksOf[step.Id].Where(t => t.SpellId == spell.Id).ToList();
        var from =
            ticks.Count > 0 ? ticks.Max(t => t.At)
            : step.Amounts.WorkingMinutes is not null && PuttyMix.MadeAt(_bench, spell) < spell.BeganAt ? spell.BeganAt
            : spell.BeganAt + Duration.FromMinutes(step.Amounts.SetupMinutes);
        var until = _sittings.Count > 0 && _sittings[0].Begin <= Minute(_now) ? _sittings[0].End : int.MaxValue;
        int End(int models) =>
            Math.Max(Minute(_now) + 1, Minute(from + Duration.FromSeconds((long)models * step.Amounts.SecondsPerModel + 59)));
        var take = remaining;
        while (take > 1 && End(take) > until && !step.Amounts.OneGo)
            take--;
        return (ticks.Count + take, take, End(take));
    }

    // Frozen work is named only where something still waits for it.
    private void AddPast(Batch batch, BenchStep step, List<PlanStep> steps)
    {
        var spells = _bench
            .SpellsOf[step.Id]
            .Where(s => s.EndedAt is not null)
            .Select(s => (Spell: s, Models: _bench.TicksOf[step.Id].Count(t => t.SpellId == s.Id)))
            .Where(s => s.Models > 0)
            .ToList();
        if (spells.Count == 0 || !Matters(step))
            return;
        steps.Add(Spec(step, step.Id + PlanIds.Past, spells.Sum(s => s.Models)));
        foreach (var (spell, models) in spells)
        {
            var span = _past[spell.Id];
            _fixed.Add(new PlanChunk(batch.Id.ToString(), step.Id + PlanIds.Past, span.Begin, span.End, models));
        }
    }

    // A batch that was begun holds its unit's place, though nothing waits for what was done: one stretch stands for it, before all else.
    private void AddBeginning(Batch batch, List<BenchStep> route, List<PlanStep> steps)
    {
        var done = route.Select(s => (Step: s, Models: _bench.TicksOf[s.Id].Count())).LastOrDefault(s => s.Models > 0);
        if (done.Step is null)
            return;
        var at = 0;
        while (_fixed.Exists(c => c.Start <= at && at < c.End) || _past.Values.Any(s => s.Begin <= at && at < s.End))
            at++;
        var id = done.Step.Id + PlanIds.Past;
        steps.Add(Spec(done.Step, id, done.Models));
        _fixed.Add(new PlanChunk(batch.Id.ToString(), id, at, at + 1, done.Models));
    }

    // Spells on the plan's minutes: each at least one long and none over another, pushed earlier where several share a minute.
    private Dictionary<Guid, Span> OnMinutes()
    {
        var limit = _bench.InHand is { } open ? Minute(open.BeganAt) : Minute(_now);
        var spans = new Dictionary<Guid, Span>();
        // What ended before all that matters still is of no concern.
        var since =
            Waiting().SelectMany(s => _bench.SpellsOf[s]).Select(s => s.EndedAt).OfType<Instant>().DefaultIfEmpty(_now).Min()
            - Duration.FromSeconds(1);
        foreach (var spell in _bench.EndedAfter(since))
        {
            var end = Math.Min(limit, Minute(spell.EndedAt!.Value));
            limit = Math.Min(end - 1, Minute(spell.BeganAt));
            spans[spell.Id] = new Span(limit, end);
        }
        return spans;
    }

    // Steps done, wholly or in part, that something still waits for: they lie in batches that are not through, or that dry.
    private IEnumerable<Guid> Waiting() =>
        _waiting ??= [
            .. _bench
                .State.Batches.SelectMany(b => _bench.AllStepsOf[b.Id])
                .Where(s => _bench.SpellsOf[s.Id].Any() && Matters(s))
                .Select(s => s.Id),
        ];

    private bool Matters(BenchStep step) => (step.Key.Kind == StepKind.Handle && !Released(step.BatchId)) || SafeFor(step) > _now;

    private bool Released(Guid batchId) => _bench.StepsOf[batchId].Where(s => s.Key.Kind == StepKind.Release).All(_bench.IsFinished);

    // The latest moment at which what a step left is safe for all that its followers ask for.
    private Instant SafeFor(BenchStep step)
    {
        var stages = _bench.EdgesOutOf[step.Id].Select(e => e.Stage).OfType<Readiness>().Distinct().ToList();
        var held = _bench.EdgesOutOf[step.Id].Select(e => RunningHold.Until(_bench, e)).OfType<Instant>();
        return (
            from coat in _bench.CoatsOf(step.Id)
            from s in stages
            let times = _bench.TimesOf(coat, s)
            where times is not null
            select times.Sure
        )
            .Concat(held)
            .DefaultIfEmpty(Instant.MinValue)
            .Max();
    }
}
