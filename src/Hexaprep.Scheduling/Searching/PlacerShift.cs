using Hexaprep.Scheduling.Problems;

namespace Hexaprep.Scheduling.Searching;

/// <summary>Moves what is laid as late as nobody minds.</summary>
internal sealed partial class Placer
{
    /// <summary>Moves the steps of a cluster as late as those after them allow, and so leaves the early hours to
    /// others.</summary>
    public void ShiftRight(int cluster)
    {
        var sequence = _p.Sequence[cluster];
        for (var i = sequence.Length - 1; i >= 0; i--)
        {
            var step = sequence[i];
            if (!table.Placed(step))
                continue;
            var until = _p.Out[step].Length == 0 ? EndsWith(step) : table.Latest(step);
            if (_p.Mode[step] >= 0)
            {
                ShiftCoat(step, until);
                continue;
            }
            if (until == CompiledProblem.Never || until <= table.End[step])
                continue;
            Touched?.Invoke(step);
            var (start, count) = (table.Start[step], table.Take(step, _kept));
            if (table.FindLate(step, start + 1, until) && table.LagsHold(step, table.FoundStart, table.FoundEnd))
            {
                table.Put(step, table.Found.AsSpan(0, table.FoundCount));
                if (table.HoldsFit(step))
                    continue;
                table.Take(step, table.Found);
            }
            table.Put(step, _kept.AsSpan(0, count));
        }
    }

    // A coat moves within its sitting and its weather, as far as the next work there; it keeps its minutes, and the coats after it theirs.
    private void ShiftCoat(int step, int until)
    {
        var k = table.SittingOf(step);
        var last = Math.Min(until, _p.SittingEnd[k]);
        foreach (var slot in _p.Slots[step]!.All)
        {
            if (slot.Begin <= table.Start[step] && table.End[step] <= slot.End)
                last = Math.Min(last, slot.End);
        }
        foreach (var booking in table.Sitting(k))
        {
            if (booking.Begin >= table.End[step])
                last = Math.Min(last, booking.Begin);
        }
        var from = last - (table.End[step] - table.Start[step]);
        if (from <= table.Start[step])
            return;
        Touched?.Invoke(step);
        var (start, count) = (table.Start[step], table.Take(step, _kept));
        if (table.Find(step, from, last) && table.FoundStart > start && table.LagsHold(step, table.FoundStart, table.FoundEnd))
        {
            table.Put(step, table.Found.AsSpan(0, table.FoundCount));
            if (table.HoldsFit(step) && table.BrokenSpray(k) < 0)
                return;
            table.Take(step, table.Found);
        }
        table.Put(step, _kept.AsSpan(0, count));
    }

    // The end of a last step that makes its unit no later than what is placed of it already.
    private int EndsWith(int step)
    {
        var ready = 0;
        foreach (var i in _p.FinishersOfUnit[_p.Unit[step]])
        {
            if (i != step && table.Placed(i))
                ready = Math.Max(ready, table.End[i] + _p.Wait[i]);
        }
        return ready - _p.Wait[step];
    }
}
