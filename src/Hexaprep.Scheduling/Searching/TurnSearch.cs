using Hexaprep.Craft.Vocabulary;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Scheduling.Timetables;

namespace Hexaprep.Scheduling.Searching;

/// <summary>Betters the order of turns of a plan that keeps promises: takes a step, or all that a unit still does, some evenings sooner or
/// later into the order, and lays some weeks or all from there anew: each as early as it goes, or where it stood if it still
/// fits.</summary>
internal sealed class TurnSearch(CompiledProblem problem, Timetable table, Placer placer, Move attempt, SplitMix64 random)
{
    private const int MostDays = 8,
        LeastWindowDays = 7,
        MostWindowDays = 46,
        Day = 1440;

    private readonly StepDraw _draw = new(problem, table, random);
    private readonly int[] _all = [.. Enumerable.Range(0, problem.Sequence.Length)];
    private readonly int[] _before = Before(problem);
    private readonly int[] _first = First(problem);
    private readonly int[] _count = new int[problem.Steps];
    private readonly Chunk[] _pieces = new Chunk[problem.MaxChunks.Sum()];
    private readonly int[] _noSetBack = new int[problem.Sequence.Length];
    private int[] _turn = new int[problem.Steps],
        _trial = new int[problem.Steps];

    /// <summary>Lays steps until the work is done, from the plan that stands in the table.</summary>
    /// <param name="work">Steps to lay.</param>
    /// <param name="cold">The higher, the less a trial may make dearer.</param>
    /// <param name="best">Takes every plan that is better than what it holds.</param>
    public void Run(long work, int cold, SavedPlan best)
    {
        for (var i = 0; i < problem.Steps; i++)
            _turn[i] = table.Placed(i) ? LastBegin(i) : CompiledProblem.Never;
        var value = table.Value();
        placer.Hopeless = attempt.Hopeless;
        for (long done = 0; done < work; done += attempt.Work)
        {
            var allowed = Threshold.Of(value, cold, problem.Units, work - done, work, random);
            var since = Change();
            attempt.Begin(allowed);
            // All behind it, or some weeks of it: what comes later stands then.
            Take(since, random.Permille(500) ? CompiledProblem.Never : since + Window());
            placer.Stood = _trial;
            placer.StandsAgain = random.Permille(500) ? StandsAgain : null;
            var laid = placer.Lay(_all, _noSetBack);
            (placer.Stood, placer.StandsAgain) = (null, null);
            var gain = laid && attempt.MendSprays() ? attempt.Gain() : long.MaxValue;
            if (gain > allowed)
            {
                attempt.Undo();
                continue;
            }
            (_turn, _trial) = (_trial, _turn);
            value += gain;
            if (value < best.Value)
                best.Save(table);
        }
        placer.Hopeless = null;
    }

    // Writes the changed order; gives the turn from which it differs.
    private int Change()
    {
        Array.Copy(_turn, _trial, _turn.Length);
        var step = _draw.Dear();
        // A unit that lost its date comes sooner, as a rule; one that did not gives way.
        var sooner = table.Keeps(problem.Unit[step]) ? 300 : 800;
        var by = (1 + random.Below(MostDays * Day)) * (random.Permille(sooner) ? -1 : 1);
        var since = _turn[step];
        if (random.Permille(400))
            _trial[step] = Math.Max(0, since + by);
        else
        {
            foreach (var other in problem.StepsOfUnit[problem.Unit[step]])
            {
                if (!problem.Frozen[other] && table.Placed(other) && _turn[other] >= since)
                    _trial[other] = Math.Max(0, _turn[other] + by);
            }
        }
        // No step has its turn before those it follows.
        var first = Math.Min(since, _trial[step]);
        foreach (var sequence in problem.Sequence)
        foreach (var i in sequence)
        {
            if (_before[i] >= 0)
                _trial[i] = Math.Max(_trial[i], _trial[_before[i]]);
            foreach (var a in problem.In[i])
            {
                if (!problem.Frozen[problem.Arcs[a].From])
                    _trial[i] = Math.Max(_trial[i], _trial[problem.Arcs[a].From]);
            }
        }
        return first;
    }

    // What is done or under way may have no piece left to come.
    private int LastBegin(int step) =>
        table.Read(step, _pieces.AsSpan(_first[step])) is > 0 and var count ? _pieces[_first[step] + count - 1].Begin : table.Start[step];

    private int Window() => (LeastWindowDays + random.Below(MostWindowDays - LeastWindowDays + 1)) * Day;

    private void Take(int since, int until)
    {
        foreach (var sequence in problem.Sequence)
        {
            for (var at = sequence.Length - 1; at >= 0; at--)
            {
                var step = sequence[at];
                if (Math.Max(_trial[step], _turn[step]) < since || Math.Min(_trial[step], _turn[step]) >= until)
                    continue;
                _count[step] = table.Placed(step) ? table.Read(step, _pieces.AsSpan(_first[step])) : 0;
                attempt.Take(step);
            }
        }
    }

    // Where a step stood that is laid anew though its own turn did not change.
    private bool StandsAgain(int step, int from) =>
        _count[step] > 0
        && _trial[step] == _turn[step]
        && _pieces[_first[step]].Begin >= from
        && table.StandsAgain(step, _pieces.AsSpan(_first[step], _count[step]));

    // Where each step's pieces are written.
    private static int[] First(CompiledProblem problem)
    {
        var first = new int[problem.Steps];
        for (var i = 1; i < problem.Steps; i++)
            first[i] = first[i - 1] + problem.MaxChunks[i - 1];
        return first;
    }

    // The step before each in what its batch does; -1 for the first.
    private static int[] Before(CompiledProblem problem)
    {
        var before = new int[problem.Steps];
        Array.Fill(before, -1);
        foreach (var strand in problem.Chains)
        {
            for (var i = 1; i < strand.Length; i++)
                before[strand[i]] = strand[i - 1];
        }
        return before;
    }
}
