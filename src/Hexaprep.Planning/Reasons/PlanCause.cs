using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Problem;
using Hexaprep.Scheduling.Problems;
using NodaTime;

namespace Hexaprep.Planning.Reasons;

/// <summary>Why a plan is another than the one before: what differs in what was asked of the two.</summary>
public sealed class PlanCause
{
    private readonly BenchIndex _bench;
    private readonly BenchPlan _was,
        _will;
    private readonly PlanProblem _before,
        _after;
    private readonly Dictionary<Guid, (PlanBatch Batch, PlanStep Step)> _stepsBefore,
        _stepsAfter;

    private PlanCause(BenchIndex bench, BenchPlan was, BenchPlan will)
    {
        (_bench, _was, _will, _before, _after) = (bench, was, will, was.Problem, will.Problem);
        (_stepsBefore, _stepsAfter) = (StepsOf(_before), StepsOf(_after));
    }

    /// <summary>The causes in words, what the person did first; never empty.</summary>
    public static IEnumerable<string> Of(BenchIndex bench, BenchPlan was, BenchPlan will)
    {
        var cause = new PlanCause(bench, was, will);
        var asked = cause.Asked().ToList();
        return asked.Count > 0 ? asked : cause.Work().DefaultIfEmpty("the evening went another way than planned");
    }

    /// <summary>True where something else is asked of the later plan than of the one before, beside what has been done since.</summary>
    public static bool IsAsked(BenchIndex bench, BenchPlan was, BenchPlan will) => new PlanCause(bench, was, will).Asked().Any();

    private IEnumerable<string> Asked() => Units().Concat(Steps()).Concat(Means()).Concat(Evenings()).Concat(Waits()).Concat(Amounts());

    private static Dictionary<Guid, (PlanBatch, PlanStep)> StepsOf(PlanProblem problem) =>
        problem
            .Batches.SelectMany(b => b.Steps.Select(s => (b, s)))
            .Where(s => Guid.TryParse(s.s.Id, out _))
            .ToDictionary(s => Guid.Parse(s.s.Id));

    private IEnumerable<string> Units()
    {
        var (was, will) = (_before.Units.ToDictionary(u => u.Id), _after.Units.ToDictionary(u => u.Id));
        var came = will.Keys.Where(u => !was.ContainsKey(u)).Select(Name).ToList();
        if (came.Count > 0)
            yield return came.Count <= 2 ? $"{string.Join(" and ", came)} came" : $"{came.Count} units came";
        var gone = was.Keys.Where(u => !_bench.Units.TryGetValue(Guid.Parse(u), out var known) || known.OffSince is not null).ToList();
        if (gone.Count > 0)
            yield return gone.Count == 1 ? $"{Name(gone[0])} left the bench" : $"{gone.Count} units left the bench";
        foreach (var unit in will.Values.Where(u => was.TryGetValue(u.Id, out var old) && old.Weight != u.Weight))
            yield return $"{Name(unit.Id)} {(unit.Weight > was[unit.Id].Weight ? "counts more" : "counts less")} now";
        foreach (var unit in will.Values.Where(u => was.TryGetValue(u.Id, out var old) && IsDueElse(old, u)))
            yield return $"{Name(unit.Id)} has another day to be done by";
    }

    private bool IsDueElse(PlanUnit was, PlanUnit will) =>
        (was.Deadline is null) != (will.Deadline is null) || (was.Deadline is { } a && will.Deadline is { } b && _was.At(a) != _will.At(b));

    private string Name(string unit) => _bench.Units.TryGetValue(Guid.Parse(unit), out var known) ? known.Name : "a unit";

    private IEnumerable<string> Steps()
    {
        var known = _before.Units.Select(u => u.Id).ToHashSet();
        var came = _stepsAfter.Where(s => !_stepsBefore.ContainsKey(s.Key) && known.Contains(s.Value.Batch.Unit)).ToList();
        var begun = _before.Batches.SelectMany(b => b.Steps).Select(s => PlanIds.StepOf(s.Id)).ToHashSet();
        foreach (var step in came.Where(s => !begun.Contains(s.Key) && _bench.Steps.ContainsKey(s.Key)).Select(s => _bench.Steps[s.Key]))
            yield return $"{Title(step)} was added";
        foreach (var id in _stepsBefore.Keys.Where(id => !_stepsAfter.ContainsKey(id)))
        {
            if (_bench.Steps.TryGetValue(id, out var step) && step.NotNeeded is not null)
                yield return $"{Title(step)} was left out";
        }
    }

    private IEnumerable<string> Means()
    {
        foreach (var resource in _after.Resources)
        {
            var was = _before.Resources.FirstOrDefault(r => r.Id == resource.Id);
            if (was is not null && was.Capacity != resource.Capacity)
            {
                var what = resource.Id == ProblemBuilder.Rack ? "rack slots" : "handles";
                yield return $"there are {resource.Capacity} {what}, not {was.Capacity}";
            }
        }
        if (_before.Places != _after.Places)
            yield return "another number of units may be under way";
    }

    private IEnumerable<string> Evenings()
    {
        if (!SameTimes(_before.Sittings, _after.Sittings))
            yield return "your evenings changed";
        var named = _after.Windows?.All(w =>
            _before.Windows is null || !_before.Windows.TryGetValue(w.Key, out var old) || SameTimes(old, w.Value)
        );
        if (!SameTimes(_before.SprayWindows, _after.SprayWindows) || named == false)
            yield return "the hours fit for spraying changed";
    }

    // But for what has passed, and what only one of the two looked as far as.
    private bool SameTimes(IReadOnlyList<Span> was, IReadOnlyList<Span> will)
    {
        if (was.Count == 0 || will.Count == 0)
            return was.Count == will.Count;
        var (from, until) = (_will.MadeAt, Instant.Min(_was.At(_before.Horizon), _will.At(_after.Horizon)));
        List<(Instant, Instant)> Cut(BenchPlan plan, IReadOnlyList<Span> spans) =>
            [
                .. spans
                    .Select(s => (Begin: plan.At(s.Begin), End: plan.At(s.End)))
                    .Where(s => s.End > from && s.End <= until)
                    .Select(s => (Instant.Max(s.Begin, from), s.End)),
            ];
        return Cut(_was, was).SequenceEqual(Cut(_will, will));
    }

    private IEnumerable<string> Waits()
    {
        var was = Arcs(_before);
        return Arcs(_after)
            .Where(a => was.TryGetValue(a.Key, out var old) && old != a.Value)
            .Select(a => (a.Key.From, Longer: a.Value > was[a.Key]))
            .Where(a => _bench.Steps.ContainsKey(PlanIds.StepOf(a.From)))
            .Select(a => (Step: _bench.Steps[PlanIds.StepOf(a.From)], a.Longer))
            .Select(a => $"the wait after {Title(a.Step)} is {(a.Longer ? "longer" : "shorter")}")
            .Distinct();
    }

    private static Dictionary<(string From, string To), int> Arcs(PlanProblem problem) =>
        problem
            .Batches.SelectMany(b => b.Arcs)
            .GroupBy(a => (PlanIds.StepOf(a.From).ToString(), PlanIds.StepOf(a.To).ToString()))
            .ToDictionary(g => g.Key, g => g.Max(a => a.Min));

    private IEnumerable<string> Amounts()
    {
        foreach (var (id, (batch, step)) in _stepsAfter)
        {
            if (!_stepsBefore.TryGetValue(id, out var old) || (old.Step.Count ?? old.Batch.Count) != (step.Count ?? batch.Count))
                continue;
            var (was, will) = (Minutes(old.Step, old.Batch), Minutes(step, batch));
            if (was != will && step.MinSession is null && _bench.Steps.TryGetValue(id, out var known))
                yield return $"{Title(known)} takes {Clockface.Hands(will)}, not {Clockface.Hands(was)}";
        }
    }

    private static int Minutes(PlanStep step, PlanBatch batch) =>
        step.Minutes is [.., var all] ? all : step.Setup + step.PerModel * (step.Count ?? batch.Count);

    // What was planned to be begun or done by now, and was not; what took longer than planned.
    private IEnumerable<string> Work()
    {
        foreach (var work in _was.Work.Where(w => w.Begin < _will.MadeAt).Reverse())
        {
            if (!_bench.Steps.TryGetValue(work.StepId, out var step) || _bench.IsFinished(step))
                continue;
            var name = Title(step);
            if (_bench.InHand?.StepId == step.Id)
            {
                if (_will.Work.FirstOrDefault(w => w.InHand) is not { } hand || hand.End <= work.End)
                    continue;
                yield return $"{name} goes on longer than planned";
            }
            else if (!_bench.TicksOf[step.Id].Any())
                yield return $"{name} was not begun";
            else
                yield return $"{name} was put down";
            yield break;
        }
    }

    private string Title(BenchStep step) => $"\"{BenchIndex.TitleOf(step)}\" for {_bench.NameOf(step)}";
}
