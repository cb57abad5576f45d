using static Hexaprep.Core.Scheduling.CompiledProblem;

namespace Hexaprep.Core.Scheduling;

/// <summary>What the one pair of hands is booked for, by time.</summary>
internal sealed class Bookings
{
    /// <summary>A booking in a sitting; sitting -1 for work that was frozen.</summary>
    public readonly record struct Booking(int Begin, int End, Step Step, int Sitting);

    private readonly List<Booking> _byTime = [];

    public void Add(int begin, int end, Step step, int sitting)
    {
        var at = After(begin);
        _byTime.Insert(at, new Booking(begin, end, step, sitting));
    }

    public void Remove(int begin) => _byTime.RemoveAt(_byTime.FindLastIndex(b => b.Begin == begin));

    /// <summary>The first free minute at or after t.</summary>
    public int FreeFrom(int t)
    {
        var at = Math.Max(0, After(t) - 1);
        for (; at < _byTime.Count && _byTime[at].Begin <= t; at++) t = Math.Max(t, _byTime[at].End);
        return t;
    }

    /// <summary>The begin of the first booking at or after t; int.MaxValue when none.</summary>
    public int NextStart(int t)
    {
        var at = After(t - 1);
        return at < _byTime.Count ? _byTime[at].Begin : int.MaxValue;
    }

    /// <summary>The end of the first booking that begins after t; int.MaxValue when none.</summary>
    public int NextEndAfter(int t)
    {
        var at = After(t);
        return at < _byTime.Count ? _byTime[at].End : int.MaxValue;
    }

    /// <summary>The last spray booking of the sitting before t.</summary>
    public (Step Step, int End)? SprayBefore(int sitting, int t)
    {
        for (var at = After(t - 1) - 1; at >= 0 && _byTime[at].Sitting == sitting; at--)
        {
            if (_byTime[at].Step.Spec.Mode is not null) return (_byTime[at].Step, _byTime[at].End);
        }
        return null;
    }

    /// <summary>The first spray booking of the sitting after t.</summary>
    public Booking? SprayAfter(int sitting, int t)
    {
        for (var at = After(t); at < _byTime.Count && _byTime[at].Sitting == sitting; at++)
        {
            if (_byTime[at].Step.Spec.Mode is not null) return _byTime[at];
        }
        return null;
    }

    // The index of the first booking that begins after t.
    private int After(int t)
    {
        var (low, high) = (0, _byTime.Count);
        while (low < high)
        {
            var mid = (low + high) / 2;
            if (_byTime[mid].Begin <= t) low = mid + 1;
            else high = mid;
        }
        return low;
    }
}
