namespace Hexaprep.Core.Scheduling;

/// <summary>Betters the order of turns of a plan that keeps promises: takes a step, or all that a unit still does, some evenings sooner or
/// later into the order, and lays all from there anew, each as early as it goes.</summary>
internal sealed class TurnSearch(CompiledProblem problem, Timetable table, Placer placer, Attempt attempt, SplitMix64 random)
{
    private const int MostDays = 8,
        Day = 1440;

    private readonly StepDraw _draw = new(problem, table, random);
    private readonly int[] _all = [.. Enumerable.Range(0, problem.Sequence.Length)];
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
            _turn[i] = table.Placed(i) ? table.Start[i] : CompiledProblem.Never;
        var value = table.Value();
        placer.Hopeless = attempt.Hopeless;
        for (long done = 0; done < work; done += attempt.Work)
        {
            var allowed = Threshold.Of(value, cold, problem.Units, work - done, work, random);
            var since = Change();
            attempt.Begin(allowed);
            TakeSince(since);
            placer.Stood = _trial;
            var laid = placer.Lay(_all, _noSetBack);
            placer.Stood = null;
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
        var by = (1 + random.Below(MostDays * Day)) * (random.Permille(500) ? -1 : 1);
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
        {
            for (var i = 1; i < sequence.Length; i++)
                _trial[sequence[i]] = Math.Max(_trial[sequence[i]], _trial[sequence[i - 1]]);
        }
        return first;
    }

    private void TakeSince(int turn)
    {
        foreach (var c in _all)
        {
            var sequence = problem.Sequence[c];
            var at = sequence.Length;
            while (at > 0 && !problem.Frozen[sequence[at - 1]] && Math.Max(_trial[sequence[at - 1]], _turn[sequence[at - 1]]) >= turn)
                at--;
            attempt.TakeFrom(c, at);
        }
    }
}
