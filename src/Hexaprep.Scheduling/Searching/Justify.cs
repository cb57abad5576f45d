using Hexaprep.Scheduling.Problems;
using Hexaprep.Scheduling.Timetables;

namespace Hexaprep.Scheduling.Searching;

/// <summary>Puts the last touches to a plan: nothing stands later than it need, but what takes handles or starts a chain waits until
/// it is wanted.</summary>
internal sealed class Justify(CompiledProblem problem, Timetable table)
{
    private const int MostPasses = 6;
    private readonly CompiledProblem _p = problem;
    private readonly Chunk[] _was = new Chunk[table.Found.Length];
    private readonly bool[] _moved = new bool[problem.Steps];
    private readonly int[] _freedUpTo = new int[problem.Sittings + 1];
    private bool _gaveBack;

    /// <summary>Never makes a plan dearer.</summary>
    public void Run()
    {
        for (var pass = 0; pass < MostPasses && Earlier(freely: true, all: pass == 0); pass++) { }
        Later();
        for (var pass = 0; pass < MostPasses && Earlier(freely: false, all: pass == 0); pass++) { }
        for (var k = 0; k < _p.Sittings; k++)
            LongestWaitLast(k);
    }

    // Of two steps that could change places at no cost, the one that leaves the longer wait comes later.
    private void LongestWaitLast(int k)
    {
        for (var round = table.Sitting(k).Length; round > 1; round--)
        {
            var swapped = false;
            for (var i = 0; i + 1 < table.Sitting(k).Length; i++)
            {
                var (first, second) = (table.Sitting(k)[i], table.Sitting(k)[i + 1]);
                if (
                    MayChangePlaces(first)
                    && MayChangePlaces(second)
                    && Unattended(first.Step) > Unattended(second.Step)
                    && table.Earliest(second.Step) <= first.Begin
                    && second.End <= table.Latest(first.Step)
                )
                    swapped |= Swap(k, first, second);
            }
            if (!swapped)
                return;
        }
    }

    private bool MayChangePlaces(in Booking b) =>
        !_p.Frozen[b.Step] && _p.Mode[b.Step] < 0 && _p.Attention[b.Step] == Attend.Hands && b.Models == _p.Count[b.Step];

    // Minutes nobody is needed for after a step.
    private int Unattended(int step)
    {
        var wait = _p.Wait[step];
        foreach (var a in _p.Out[step])
            wait = Math.Max(wait, _p.Arcs[a].Min);
        return wait;
    }

    private bool Swap(int k, in Booking first, in Booking second)
    {
        var before = table.Value();
        table.Take(first.Step, table.Found);
        table.Take(second.Step, table.Found);
        var length = second.End - second.Begin;
        var sooner = new Chunk(k, first.Begin, first.Begin + length, second.Models);
        var later = new Chunk(k, second.End - (first.End - first.Begin), second.End, first.Models);
        if (Stands(second.Step, sooner) && Stands(first.Step, later) && table.HoldsFit(second.Step) && table.HoldsFit(first.Step))
        {
            table.Value(_p.Unit[first.Step]);
            table.Value(_p.Unit[second.Step]);
            if (table.Value() <= before)
                return true;
        }
        if (table.Placed(first.Step))
            table.Take(first.Step, table.Found);
        if (table.Placed(second.Step))
            table.Take(second.Step, table.Found);
        table.Put(first.Step, [new Chunk(k, first.Begin, first.End, first.Models)]);
        table.Put(second.Step, [new Chunk(k, second.Begin, second.End, second.Models)]);
        table.Value(_p.Unit[first.Step]);
        table.Value(_p.Unit[second.Step]);
        return false;
    }

    private bool Stands(int step, Chunk piece)
    {
        if (!table.IsFree(step, piece) || !table.LagsHold(step, piece.Begin, piece.End))
            return false;
        table.Put(step, [piece]);
        return true;
    }

    // Every step as early as the others let it; freely also where that changes nothing in value.
    private bool Earlier(bool freely, bool all)
    {
        var moved = new List<int>();
        var freed = new bool[_p.Sittings];
        foreach (var step in ByStart())
        {
            var (start, end) = (table.Start[step], table.End[step]);
            if (StandsAtOnce(step, start, end) || !(all || HasNewRoom(step)))
                continue;
            var count = table.Read(step, _was);
            if (!Move(step, freely ? 0 : -1, () => table.PutBetween(step, 0, end) && (table.Start[step] < start || table.End[step] < end)))
                continue;
            moved.Add(step);
            for (var i = 0; i < count; i++)
                freed[_was[i].Sitting] = true;
        }
        Array.Clear(_moved);
        foreach (var step in moved)
            _moved[step] = true;
        for (var k = 0; k < _p.Sittings; k++)
            _freedUpTo[k + 1] = _freedUpTo[k] + (freed[k] ? 1 : 0);
        _gaveBack = moved.Exists(i => _p.Opens[i].Length + _p.Closes[i].Length > 0);
        return moved.Count > 0;
    }

    // Something before it went earlier in the pass before, or made room in a sitting or on a resource it could use.
    private bool HasNewRoom(int step)
    {
        if (_gaveBack && _p.Opens[step].Length > 0)
            return true;
        foreach (var a in _p.In[step])
        {
            if (_moved[_p.Arcs[a].From])
                return true;
        }
        var (from, to) = (_p.SittingFrom(table.Earliest(step)), Math.Min(_p.SittingFrom(table.End[step] - 1), _p.Sittings - 1));
        return from <= to && _freedUpTo[to + 1] > _freedUpTo[from];
    }

    // In one piece from the very minute that what it waits for lets it begin.
    private bool StandsAtOnce(int step, int start, int end) =>
        end - start <= _p.Minutes(step, _p.Count[step]) && table.Earliest(step) == start;

    // What opens a hold, and what begins a chain, is not needed before the step after it.
    private void Later()
    {
        foreach (var step in ByStart().Reverse())
        {
            if (_p.Mode[step] >= 0 || _p.Out[step].Length == 0)
                continue;
            var opens = _p.Opens[step].Any(h => !_p.Holds[h].Own);
            if (!opens && _p.In[step].Length > 0)
                continue;
            var until = _p.Out[step].Min(a => table.Placed(_p.Arcs[a].To) ? table.Start[_p.Arcs[a].To] - _p.Arcs[a].Min : 0);
            var start = table.Start[step];
            // Only into another sitting: a few minutes are no relief.
            var k = _p.SittingFrom(start);
            if (k >= _p.Sittings || until <= _p.SittingEnd[k])
                continue;
            Move(step, 0, () =>
            {
                if (!table.FindLate(step, start + 1, until) || !table.LagsHold(step, table.FoundStart, table.FoundEnd))
                    return false;
                table.Put(step, table.Found.AsSpan(0, table.FoundCount));
                return table.HoldsFit(step);
            });
        }
    }

    private bool Move(int step, int allowed, Func<bool> put)
    {
        var before = table.Value();
        var count = table.Read(step, _was);
        table.Take(step, table.Found);
        if (put() && Sound(step, count))
        {
            table.Value(_p.Unit[step]);
            if (table.Value() - before <= allowed)
                return true;
        }
        if (table.Placed(step))
            table.Take(step, table.Found);
        table.Put(step, _was.AsSpan(0, count));
        table.Value(_p.Unit[step]);
        return false;
    }

    private bool Sound(int step, int count)
    {
        if (_p.Mode[step] < 0 && _p.Closing == 0)
            return true;
        for (var i = 0; i < count; i++)
        {
            if (table.BrokenSpray(_was[i].Sitting) >= 0)
                return false;
        }
        return true;
    }

    private int[] ByStart() =>
        [.. Enumerable.Range(0, _p.Steps).Where(i => !_p.Frozen[i] && table.Placed(i)).OrderBy(i => table.Start[i]).ThenBy(i => i)];
}
