namespace Hexaprep.Core.Scheduling;

/// <summary>Puts the last touches to a plan: nothing stands later than it need, but what takes handles or starts a chain waits until it is wanted.</summary>
internal sealed class Polish(CompiledProblem problem, Timetable table)
{
    private const int MostPasses = 6;
    private readonly CompiledProblem _p = problem;
    private readonly Piece[] _was = new Piece[table.Found.Length];

    /// <summary>Never makes a plan dearer.</summary>
    public void Run()
    {
        for (var pass = 0; pass < MostPasses && Earlier(freely: true); pass++) { }
        Later();
        for (var pass = 0; pass < MostPasses && Earlier(freely: false); pass++) { }
    }

    // Every step as early as the others let it; freely also where that changes nothing in value.
    private bool Earlier(bool freely)
    {
        var moved = false;
        foreach (var step in ByStart())
        {
            var (start, end) = (table.Start[step], table.End[step]);
            if (StandsAtOnce(step, start, end)) continue;
            moved |= Move(step, freely ? 0 : -1, () => table.PutBetween(step, 0, end) && (table.Start[step] < start || table.End[step] < end));
        }
        return moved;
    }

    // In one piece from the very minute that what it waits for lets it begin.
    private bool StandsAtOnce(int step, int start, int end) =>
        end - start <= _p.Minutes(step, _p.Count[step]) && table.Earliest(step) == start;

    // What opens a hold, and what begins a chain, is not needed before the step after it.
    private void Later()
    {
        foreach (var step in ByStart().Reverse())
        {
            if (_p.Mode[step] >= 0 || _p.Out[step].Length == 0) continue;
            var opens = _p.Opens[step].Any(h => !_p.Holds[h].Own);
            if (!opens && _p.In[step].Length > 0) continue;
            var until = _p.Out[step].Min(a => table.Placed(_p.Arcs[a].To) ? table.Start[_p.Arcs[a].To] - _p.Arcs[a].Min : 0);
            var start = table.Start[step];
            // Only into another sitting: a few minutes are no relief.
            var k = _p.SittingFrom(start);
            if (k >= _p.Sittings || until <= _p.SittingEnd[k]) continue;
            Move(step, 0, () =>
            {
                if (!table.FindLate(step, start + 1, until) || !table.LagsHold(step, table.FoundStart, table.FoundEnd)) return false;
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
            if (table.Value() - before <= allowed) return true;
        }
        if (table.Placed(step)) table.Take(step, table.Found);
        table.Put(step, _was.AsSpan(0, count));
        table.Value(_p.Unit[step]);
        return false;
    }

    private bool Sound(int step, int count)
    {
        if (_p.Mode[step] < 0 && _p.Closing == 0) return true;
        for (var i = 0; i < count; i++)
        {
            if (table.BrokenSpray(_was[i].Sitting) >= 0) return false;
        }
        return true;
    }

    private int[] ByStart() => [.. Enumerable.Range(0, _p.Steps).Where(i => !_p.Frozen[i] && table.Placed(i)).OrderBy(i => table.Start[i]).ThenBy(i => i)];
}
