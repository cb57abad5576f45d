using Hexaprep.Craft.Vocabulary;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Scheduling.Timetables;

namespace Hexaprep.Scheduling.Searching;

/// <summary>Betters a timetable: takes some batches or their ends out, lays them anew in another order, keeps what is dearer by no
/// more than a falling threshold.</summary>
internal sealed class Improver(CompiledProblem problem, Timetable table, Placer placer, Move attempt, SplitMix64 random)
{
    private readonly Neighbourhood _near = new(problem, table, random);
    private readonly TrialSettings _manner = new(problem, random);
    private readonly PinnedPlacement _held = new(problem, table, placer, random);

    // On a large bench a trial costs more beside the steps it lays.
    private readonly int _effort = problem.Steps > 1000 ? 2 : 1;

    /// <summary>Lays steps until the work is done.</summary>
    /// <param name="work">Steps to lay.</param>
    /// <param name="cold">The higher, the less a trial may make dearer.</param>
    /// <param name="best">Takes every plan that is better than what it holds.</param>
    public void Run(long work, int cold, SavedPlan best)
    {
        var value = table.Value();
        placer.TrialSettings = _manner;
        placer.Hopeless = attempt.Hopeless;
        for (long done = 0; done < work; done += _effort * attempt.Work)
        {
            var allowed = Threshold.Of(value, cold, problem.Units, work - done, work, random);
            attempt.Begin(allowed);
            _manner.Draw();
            _near.Draw(_manner.Spread);
            _held.Draw(_near);
            foreach (var c in _near.Chosen)
                attempt.TakeFrom(c, _near.From(c));
            if (_manner.MakesRoom)
                MakeRoom();
            var gain = StartsHopeless() || !Lay() || !attempt.MendSprays() ? long.MaxValue : attempt.Gain();
            if (gain > allowed)
            {
                attempt.Undo();
                continue;
            }
            value += gain;
            if (value < best.Value)
                best.Save(table);
        }
        _held.Clear();
        placer.TrialSettings = null;
        placer.Hopeless = null;
    }

    /// <summary>Lays everything in a haphazard order. False when some step finds no place.</summary>
    public bool RandomStart()
    {
        attempt.Begin();
        _manner.Draw();
        _near.DrawAll(_manner.Spread);
        foreach (var c in _near.Chosen)
            attempt.TakeFrom(c, 0);
        placer.TrialSettings = _manner;
        var laid = Lay() && attempt.MendSprays();
        placer.TrialSettings = null;
        attempt.Gain();
        // A unit of which the trial before left nothing standing was not touched by this one.
        table.ValueAll();
        return laid;
    }

    private bool Lay()
    {
        if (!_manner.ShiftsRight)
            return placer.Lay(_near.Chosen, _near.SetBack);
        foreach (var c in _near.Chosen)
        {
            if (!placer.Lay(c))
                return false;
            placer.ShiftRight(c);
        }
        return true;
    }

    // What stays moves as late as nobody minds: its hours go to those that are laid anew.
    private void MakeRoom()
    {
        for (var c = 0; c < problem.Sequence.Length; c++)
        {
            if (!_near.IsChosen(c))
                placer.ShiftRight(c);
        }
    }

    private bool StartsHopeless()
    {
        var hopeless = false;
        foreach (var c in _near.Chosen)
        {
            var first = problem.Sequence[c][_near.From(c)];
            if (!table.Placed(first) && _near.From(c) < placer.Limit[c])
                hopeless |= attempt.Hopeless(first, table.Earliest(first));
        }
        return hopeless;
    }
}

/// <summary>How much dearer a trial may make a plan and still be kept.</summary>
internal static class Threshold
{
    /// <summary>Falls to nothing with the work left; a random share of it keeps small steps likelier than large ones.</summary>
    public static long Of(long value, int cold, int units, long left, long of, SplitMix64 random)
    {
        var share = left * left / of * 1000 / of;
        var most = value / (cold + (long)cold * units / 2) * share / 1000;
        var r = random.Below(1000);
        return most * r / 1000 * r / 1000 * r / 1000;
    }
}
