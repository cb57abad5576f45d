namespace Hexaprep.Core.Scheduling;

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
