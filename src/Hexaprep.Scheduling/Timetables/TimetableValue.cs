using Hexaprep.Scheduling.Problems;

namespace Hexaprep.Scheduling.Timetables;

/// <summary>What a timetable costs beside the finish of its units: sittings, set-ups, changes of work, passes apart, batches
/// interleaved.</summary>
internal sealed partial class Timetable
{
    private const int MinutesADay = 1440;
    private readonly int[] _skipped,
        _lastBegin,
        _stretch;
    private int _changes,
        _roundsSkipped,
        _interleaved,
        _stretched;

    private void CountSetups(int k)
    {
        int paid = 0,
            mode = -1,
            end = -1,
            changes = 0,
            before = -1;
        foreach (ref readonly var b in Sitting(k))
        {
            if (_p.Changeover > 0 && _p.Attention[b.Step] != Attend.Free && !IsWithinWatched(k, b))
            {
                if (before >= 0 && !_p.Frozen[b.Step] && !IsMerged(before, b, end) && _p.Between(before, b.Step) > 0)
                    changes++;
                before = b.Step;
            }
            var own = _p.Mode[b.Step];
            if (own < 0)
                continue;
            if (mode >= 0 && mode != own)
                paid++;
            if (mode != own || end != b.Begin)
                paid++;
            (mode, end) = (own, b.End);
        }
        Setups += paid - _setups[k];
        _setups[k] = paid;
        _changes += changes - _changed[k];
        _changed[k] = changes;
        _lastSpray[k] = end;
    }

    // A trifle done while something is watched.
    private bool IsWithinWatched(int k, in Booking booking)
    {
        if (!_p.Watches || _p.Attention[booking.Step] != Attend.Trifle)
            return false;
        foreach (ref readonly var w in Sitting(k))
        {
            if (_p.Attention[w.Step] == Attend.Watched && w.Begin <= booking.Begin && booking.End <= w.End)
                return true;
        }
        return false;
    }

    // A coat that goes on from another of its kind in one run.
    private bool IsMerged(int before, in Booking b, int end) =>
        _p.Mode[b.Step] >= 0 && _p.Mode[before] == _p.Mode[b.Step] && end == b.Begin;

    private void CountPlaced(int step, int pieces, int lastBegin)
    {
        _lastBegin[step] = pieces > 1 ? lastBegin : -1;
        _stretch[step] = pieces > 1 && !_p.Frozen[step] ? (lastBegin - Start[step]) / MinutesADay : 0;
        _stretched += _stretch[step];
        Recount(step, 1);
    }

    private void CountTaken(int step)
    {
        _stretched -= _stretch[step];
        _stretch[step] = 0;
        Recount(step, -1);
    }

    private void Recount(int step, int by)
    {
        foreach (var other in _p.Alike[step])
        {
            if (Start[other] < 0 || _p.Batch[other] == _p.Batch[step])
                continue;
            if (_lastBegin[step] > Start[other] && Start[other] > Start[step])
                _interleaved += by;
            if (_lastBegin[other] > Start[step] && Start[step] > Start[other])
                _interleaved += by;
        }
        if (_p.Problem.Weights.Rounds is not > 0)
            return;
        CountRound(step, by);
        foreach (var a in _p.Out[step])
        {
            if (_p.Round[_p.Arcs[a].To] == a)
                CountRound(_p.Arcs[a].To, by);
        }
    }

    // The sittings left out between two passes though the later one could have been sprayed there.
    private void CountRound(int step, int by)
    {
        if (_p.Round[step] < 0)
            return;
        ref readonly var arc = ref _p.Arcs[_p.Round[step]];
        _roundsSkipped -= _skipped[step];
        _skipped[step] = 0;
        if (by < 0 || Start[step] < 0 || Start[arc.From] < 0)
            return;
        if (_p.Slots[step] is not { } slots)
        {
            _skipped[step] = SittingsLeftOut(step, arc);
            _roundsSkipped += _skipped[step];
            return;
        }
        var (end, need, last) = (End[arc.From], _p.Minutes(step, _p.Count[step]), -1);
        for (var q = slots.From(end); q < slots.All.Length && slots.All[q].End <= Start[step]; q++)
        {
            ref readonly var slot = ref slots.All[q];
            if (slot.Sitting == last || _p.SittingBegin[slot.Sitting] < end || _p.SittingEnd[slot.Sitting] > Start[step])
                continue;
            var begin = Math.Max(slot.Begin, end + arc.Min);
            if (begin + need > slot.End || (begin - end > arc.Lo && slot.End - need - end < arc.Hi))
                continue;
            last = slot.Sitting;
            _skipped[step]++;
        }
        _roundsSkipped += _skipped[step];
    }

    // What is not sprayed could have gone into the sitting of the pass before too, had that come early in it.
    private int SittingsLeftOut(int step, in Arc arc)
    {
        var (end, count) = (End[arc.From], 0);
        var need = _p.Minutes(step, _p.MaxChunks[step] == 1 ? _p.Count[step] : 1);
        for (var k = _p.SittingFrom(end - 1); k < _p.Sittings && _p.SittingEnd[k] <= Start[step]; k++)
        {
            var before = Math.Min(end, _p.SittingBegin[k] + _p.Minutes(arc.From, _p.Count[arc.From]));
            var begin = Math.Max(_p.SittingBegin[k], before + arc.Min);
            if (begin + need <= _p.SittingEnd[k] && (begin - before <= arc.Lo || _p.SittingEnd[k] - need - before >= arc.Hi))
                count++;
        }
        return count;
    }

    private void ClearCounts()
    {
        (_roundsSkipped, _interleaved, _stretched) = (0, 0, 0);
        Array.Clear(_stretch);
        Array.Clear(_skipped);
        Array.Fill(_lastBegin, -1);
    }
}
