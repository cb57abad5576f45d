using Hexaprep.Scheduling.Problems;

namespace Hexaprep.Scheduling.Timetables;

/// <summary>What a timetable says about a minute earlier.</summary>
internal sealed partial class Timetable
{
    /// <summary>The step whose hands end at the very minute another begins, outside a group; -1 when none does.</summary>
    public int HandsBefore(int k, int step, int begin, HashSet<int> group)
    {
        foreach (ref readonly var b in Sitting(k))
        {
            if (!group.Contains(b.Step) && HandsEnd(k, b) == begin && !Attend.Together(_p.Attention[step], _p.Attention[b.Step]))
                return b.Step;
        }
        return -1;
    }

    /// <summary>The step from which there is no minute more to change to another than there must be, outside a group; -1 when
    /// none.</summary>
    public int ChangeBefore(int k, int step, int begin, HashSet<int> group)
    {
        if (_p.Changeover == 0 || begin == _p.SittingBegin[k])
            return -1;
        if (Parted(k, step, begin, group) is >= 0 and var parted)
            return parted;
        int before = -1,
            end = -1;
        if (IsWithinWatched(k, new Booking(begin - 1, begin, step, 0)))
            return -1;
        foreach (ref readonly var b in Sitting(k))
        {
            if (b.Begin <= begin && b.Step != step && b.End <= begin && !IsBeside(step, b.Step) && !IsWithinWatched(k, b))
                (before, end) = (b.Step, b.End);
        }
        return before >= 0 && !group.Contains(before) && end < begin && end + _p.Between(before, step) == begin ? before : -1;
    }

    /// <summary>The coat that goes on from a step's in one run and would need time for a change if that went earlier, outside a group; -1
    /// when none does.</summary>
    public int RunAfter(int k, int step, HashSet<int> group)
    {
        foreach (ref readonly var b in Sitting(k))
        {
            if (b.Begin == End[step] && IsRun(step, b.Step) && !group.Contains(b.Step) && _p.Between(step, b.Step) > 0)
                return b.Step;
        }
        return -1;
    }

    // What is watched and a trifle that begins or ends with it: one minute apart the trifle stands half outside.
    private int Parted(int k, int step, int begin, HashSet<int> group)
    {
        var own = _p.Attention[step];
        foreach (ref readonly var b in Sitting(k))
        {
            var other = _p.Attention[b.Step];
            var parts =
                (own == Attend.Watched && other == Attend.Trifle && b.End == End[step])
                || (own == Attend.Trifle && other == Attend.Watched && b.Begin == begin);
            if (parts && !group.Contains(b.Step) && _p.Between(step, b.Step) + _p.Between(b.Step, step) > 0)
                return b.Step;
        }
        return -1;
    }

    /// <summary>The step whose coat dries at a minute, outside a group; -1 when none.</summary>
    public int WetUntil(int minute, HashSet<int> group)
    {
        Span<Chunk> pieces = Found;
        for (var i = 0; i < _p.Steps; i++)
        {
            if (_p.Wet[i] == 0 || Start[i] < 0 || group.Contains(i))
                continue;
            if (_p.Frozen[i] && End[i] < minute && minute <= End[i] + _p.Wet[i])
                return i;
            var count = _p.Frozen[i] ? 0 : Read(i, pieces);
            for (var n = 0; n < count; n++)
            {
                if (pieces[n].End < minute && minute <= pieces[n].End + _p.Wet[i])
                    return i;
            }
        }
        return -1;
    }

    /// <summary>The last step of a unit that gives its place to a step's unit at the very minute that begins; null when that unit could
    /// have had one a minute earlier, had a group of steps moved by that much.</summary>
    public int? PlaceTakenBefore(int step, IReadOnlySet<int> group)
    {
        var unit = _p.Unit[step];
        if (_places is null || Start[step] != _placeFrom[unit] || _p.IsBegun(unit) || _places.At(Start[step] - 1) < _p.Places)
            return null;
        var (taken, by) = (0, (int?)null);
        for (var u = 0; u < _p.Units; u++)
        {
            if (u == unit || _placeFrom[u] < 0)
                continue;
            var (from, to, last) = (int.MaxValue, int.MinValue, -1);
            foreach (var i in _p.StepsOfUnit[u])
            {
                if (Start[i] < 0)
                    continue;
                var moved = group.Contains(i) ? 1 : 0;
                from = Math.Min(from, Start[i] - moved);
                if (SpanEnd(i) - moved > to)
                    (to, last) = (SpanEnd(i) - moved, i);
            }
            if (from >= Start[step] || to < Start[step])
                continue;
            taken++;
            if (to == Start[step])
                by ??= last;
        }
        return taken >= _p.Places ? by : null;
    }

    /// <summary>True when a piece of a step ends at a minute; otherwise it was the clean-up after it.</summary>
    public bool Ends(int step, int minute)
    {
        for (var k = Math.Max(0, _p.SittingFrom(minute - 1)); k < _p.Sittings && _p.SittingBegin[k] <= minute; k++)
        {
            foreach (ref readonly var b in Sitting(k))
            {
                if (b.Step == step && b.End == minute)
                    return true;
            }
        }
        return false;
    }

    /// <summary>A coat of a sitting whose minutes would be wrong if a group went one minute earlier; -1 when there is none.</summary>
    public int SetUpBreaks(int k, HashSet<int> group)
    {
        int before = -1,
            end = -1;
        foreach (ref readonly var b in Sitting(k))
        {
            if (_p.Mode[b.Step] < 0)
                continue;
            var shift = group.Contains(b.Step) ? 1 : 0;
            if (_p.SprayMinutes(b.Step, before, end == b.Begin - shift) != b.End - b.Begin)
                return b.Step;
            (before, end) = (b.Step, b.End - shift);
        }
        return -1;
    }

    /// <summary>Who gives back, at the very minute a hold begins, what it could not have had a minute earlier; null when it
    /// could.</summary>
    public int? TakenBefore(int h, HashSet<int> group)
    {
        ref readonly var hold = ref _p.Holds[h];
        var from = _holdFrom[h];
        var used = _profile[hold.Resource].At(from - 1);
        int? by = null;
        for (var o = 0; o < _p.Holds.Length; o++)
        {
            if (o == h || _p.Holds[o].Resource != hold.Resource || _holdFrom[o] < 0 || _holdTo[o] != from || _holdFrom[o] >= from)
                continue;
            if (group.Contains(_p.Holds[o].To))
                used -= _p.Holds[o].Amount;
            else
                by ??= _p.Holds[o].To;
        }
        return used + hold.Amount > _profile[hold.Resource].Capacity ? by : null;
    }
}
