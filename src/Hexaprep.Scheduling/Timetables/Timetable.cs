using Hexaprep.Scheduling.Problems;

namespace Hexaprep.Scheduling.Timetables;

/// <summary>A stretch of one step in one sitting.</summary>
internal record struct Chunk(int Sitting, int Begin, int End, int Models);

/// <summary>A stretch of hands taken in a sitting.</summary>
internal record struct Booking(int Begin, int End, int Step, int Models);

/// <summary>A schedule that steps can be put into and taken out of, with what it costs kept up to date.</summary>
internal sealed partial class Timetable
{
    private const int Block = 16;

    // A promise broken at all, and each minute of it, in the value of minutes; so many minutes late cost twice that, and beyond the last
    // the price of a minute rises no more.
    private const int DearBreach = 20_000,
        DearMinute = 40,
        TwiceAsDear = 2880,
        FarBeyond = 60 * 1440;
    private readonly CompiledProblem _p;
    private readonly Booking[][] _day;
    private readonly int[] _booked,
        _planned,
        _setups,
        _changed,
        _gap,
        _blockGap,
        _lastSpray,
        _firstSitting;
    private readonly int[] _holdFrom,
        _holdTo;
    private readonly ResourceProfile[] _profile;
    private readonly int[] _unitEnd;
    private readonly long[] _unitCost;

    public Timetable(CompiledProblem problem)
    {
        _p = problem;
        _day = [.. Enumerable.Range(0, problem.Sittings).Select(_ => new Booking[8])];
        (_booked, _planned, _setups, _changed, _lastSpray) = (
            new int[problem.Sittings],
            new int[problem.Sittings],
            new int[problem.Sittings],
            new int[problem.Sittings],
            new int[problem.Sittings]
        );
        (Start, End, _firstSitting) = (new int[problem.Steps], new int[problem.Steps], new int[problem.Steps]);
        _gap = new int[problem.Sittings];
        _blockGap = new int[(problem.Sittings + Block - 1) / Block];
        _profile = [.. problem.Capacity.Select(c => new ResourceProfile(c))];
        (_holdFrom, _holdTo) = (new int[problem.Holds.Length], new int[problem.Holds.Length]);
        (_unitEnd, _unitCost) = (new int[problem.Units], new long[problem.Units]);
        (_placeFrom, _placeTo) = (new int[problem.Units], new int[problem.Units]);
        (_skipped, _lastBegin, _stretch) = (new int[problem.Steps], new int[problem.Steps], new int[problem.Steps]);
        _places = problem.Places < CompiledProblem.Never ? new ResourceProfile(problem.Places) : null;
        _wet = problem.Dusty ? new ResourceProfile(0) : null;
        var most = problem.Steps == 0 ? 1 : problem.MaxChunks.Max();
        (Found, _caps) = (new Chunk[most], new Chunk[most]);
        Array.Fill(Start, -1);
        Array.Fill(_lastSpray, -1);
        Array.Fill(_holdFrom, -1);
        for (var k = 0; k < problem.Sittings; k++)
            Measure(k);
        foreach (var chunk in problem.Fixed)
            Freeze(chunk);
        GiveWork();
        ValueAll();
    }

    /// <summary>The first start and last end of each step; a start of -1 means without a place.</summary>
    public int[] Start { get; }

    /// <summary>See <see cref="Start"/>.</summary>
    public int[] End { get; }

    /// <summary>Sittings with planned work.</summary>
    public int SittingsUsed { get; private set; }

    /// <summary>Spray set-ups and clean-outs paid.</summary>
    public int Setups { get; private set; }

    /// <summary>True when the step has a place.</summary>
    public bool Placed(int step) => Start[step] >= 0;

    /// <summary>The sitting in which a placed step begins.</summary>
    public int SittingOf(int step) => _firstSitting[step];

    /// <summary>The weighted value, units without a place at their last placed step.</summary>
    public long Value()
    {
        var w = _p.Problem.Weights;
        long z = (long)w.Sitting * SittingsUsed + (long)w.Setup * Setups;
        if (_p.Problem.Open == true && _p.Sittings > 0 && _planned[0] > 0)
            z -= w.Sitting;
        z += (long)(w.Changeover ?? 0) * _changes + (long)(w.Rounds ?? 0) * _roundsSkipped + (long)(w.Interleave ?? 0) * _interleaved;
        z += (long)(w.Stretch ?? 0) * _stretched;
        foreach (var cost in _unitCost)
            z += cost;
        return z;
    }

    /// <summary>Brings the value of one unit up to date.</summary>
    public void Value(int unit)
    {
        var end = 0;
        foreach (var i in _p.FinishersOfUnit[unit])
        {
            if (Start[i] >= 0)
                end = Math.Max(end, End[i] + _p.Wait[i]);
        }
        _unitEnd[unit] = end;
        _unitCost[unit] = _p.CostOf(unit, end) + (Promised is null ? 0 : BrokenPromise(unit, end - Promised[unit]));
    }

    /// <summary>By which minute each unit was promised, while a search keeps promises: then a later finish is dearer than anything it
    /// could win. Null: nothing was promised. The units are to be valued anew when it is set.</summary>
    public int[]? Promised { get; set; }

    /// <summary>True where a unit is done by the minute it was promised for, or nothing was.</summary>
    public bool Keeps(int unit) => Promised is null || _unitEnd[unit] <= Promised[unit];

    // The farther beyond its date, the dearer each minute: one is not thrown back far so that others lose nothing.
    private long BrokenPromise(int unit, int late) =>
        late <= 0
            ? 0
            : _p.Weight[unit] * (DearBreach + (long)DearMinute * late + (long)DearMinute * late * Math.Min(late, FarBeyond) / TwiceAsDear);

    /// <summary>Brings the value of all units up to date.</summary>
    public void ValueAll()
    {
        for (var u = 0; u < _p.Units; u++)
            Value(u);
    }

    /// <summary>What a unit's finish costs.</summary>
    public long CostOf(int unit) => _unitCost[unit];

    /// <summary>The bookings of a sitting, in order.</summary>
    public ReadOnlySpan<Booking> Sitting(int k) => _day[k].AsSpan(0, _booked[k]);

    /// <summary>Puts a step where the pieces say. Nothing is checked.</summary>
    public void Put(int step, ReadOnlySpan<Chunk> pieces)
    {
        foreach (var piece in pieces)
            Book(piece.Sitting, new Booking(piece.Begin, piece.End, step, piece.Models));
        _firstSitting[step] = pieces[0].Sitting;
        Start[step] = pieces[0].Begin;
        End[step] = pieces[^1].End;
        Hold(step);
        Span(step);
        CountPlaced(step, pieces.Length, pieces[^1].Begin);
    }

    /// <summary>Takes a step out and writes where it stood.</summary>
    /// <param name="step">A placed step.</param>
    /// <param name="pieces">Room for its pieces.</param>
    /// <returns>How many pieces it had.</returns>
    public int Take(int step, Span<Chunk> pieces)
    {
        var count = 0;
        for (var k = _firstSitting[step]; k < _p.Sittings && _p.SittingBegin[k] < End[step]; k++)
        {
            var day = _day[k];
            for (var i = 0; i < _booked[k]; i++)
            {
                if (day[i].Step != step)
                    continue;
                pieces[count++] = new Chunk(k, day[i].Begin, day[i].End, day[i].Models);
                Unbook(k, i);
                break;
            }
        }
        CountTaken(step);
        SpanWithout(step);
        Start[step] = -1;
        foreach (var h in _p.Opens[step])
            SetHold(h, -1, -1);
        // A hold whose far end was taken out stays as it was until it is closed anew; one that work already done has opened may never be.
        foreach (var h in _p.Closes[step])
        {
            if (_p.Frozen[_p.Holds[h].From])
                SetHold(h, _holdFrom[h], CompiledProblem.Never);
        }
        return count;
    }

    /// <summary>Takes all out but what is given; the units keep their value until they are valued anew.</summary>
    public void Clear()
    {
        for (var k = 0; k < _p.Sittings; k++)
        {
            if (_planned[k] == 0)
                continue;
            var (day, kept) = (_day[k], 0);
            for (var i = 0; i < _booked[k]; i++)
            {
                if (_p.Frozen[day[i].Step])
                    day[kept++] = day[i];
            }
            (_booked[k], _planned[k]) = (kept, 0);
            Measure(k);
            CountSetups(k);
        }
        SittingsUsed = 0;
        foreach (var profile in _profile)
            profile.Clear();
        Array.Fill(_holdFrom, -1);
        for (var i = 0; i < _p.Steps; i++)
        {
            if (!_p.Frozen[i])
                Start[i] = -1;
        }
        GiveWork();
    }

    /// <summary>Reads where a placed step stands.</summary>
    public int Read(int step, Span<Chunk> pieces)
    {
        var count = 0;
        for (var k = _firstSitting[step]; k < _p.Sittings && _p.SittingBegin[k] < End[step]; k++)
        {
            foreach (ref readonly var b in Sitting(k))
            {
                if (b.Step == step)
                    pieces[count++] = new Chunk(k, b.Begin, b.End, b.Models);
            }
        }
        return count;
    }

    /// <summary>All planned chunks, fixed ones too.</summary>
    public List<PlanChunk> Chunks()
    {
        var chunks = new List<PlanChunk>(_p.Fixed);
        for (var k = 0; k < _p.Sittings; k++)
        {
            foreach (var b in Sitting(k))
            {
                if (_p.Frozen[b.Step])
                    continue;
                var chunk = new PlanChunk(_p.Problem.Batches[_p.Batch[b.Step]].Id, _p.StepId[b.Step], b.Begin, b.End);
                chunks.Add(_p.InSessions[b.Step] ? chunk with { Minutes = b.Models } : chunk with { Models = b.Models });
            }
        }
        return chunks;
    }

    private void Book(int k, Booking booking)
    {
        ref var day = ref _day[k];
        var n = _booked[k]++;
        if (n == day.Length)
            Array.Resize(ref day, n * 2);
        var at = n;
        while (at > 0 && day[at - 1].Begin > booking.Begin)
            day[at] = day[--at];
        day[at] = booking;
        if (_planned[k]++ == 0)
            SittingsUsed++;
        Measure(k);
        Wetten(booking.Step, booking, isIn: true);
        if (_p.Mode[booking.Step] >= 0 || _p.Changeover > 0)
            CountSetups(k);
    }

    private void Unbook(int k, int index)
    {
        var day = _day[k];
        var spray = _p.Mode[day[index].Step] >= 0;
        Wetten(day[index].Step, day[index], isIn: false);
        var n = --_booked[k];
        for (var i = index; i < n; i++)
            day[i] = day[i + 1];
        if (--_planned[k] == 0)
            SittingsUsed--;
        Measure(k);
        if (spray || _p.Changeover > 0)
            CountSetups(k);
    }

    // The longest free stretch; what may run beside a watched step does not lessen it.
    private void Measure(int k)
    {
        int free = _p.SittingBegin[k],
            longest = 0;
        foreach (ref readonly var b in Sitting(k))
        {
            if (_p.Watches && _p.Attention[b.Step] != Attend.Hands)
                continue;
            longest = Math.Max(longest, b.Begin - free);
            free = Math.Max(free, b.End);
        }
        var (was, now) = (_gap[k], Math.Max(longest, _p.SittingEnd[k] - free));
        _gap[k] = now;
        var block = k / Block;
        if (now >= _blockGap[block])
            _blockGap[block] = now;
        else if (was == _blockGap[block])
        {
            var most = 0;
            var last = Math.Min(_p.Sittings, (block + 1) * Block);
            for (var i = block * Block; i < last; i++)
                most = Math.Max(most, _gap[i]);
            _blockGap[block] = most;
        }
    }

    private void Freeze(PlanChunk chunk)
    {
        var step = _p.ById[(chunk.Batch, chunk.Step)];
        Start[step] = Start[step] < 0 ? chunk.Start : Math.Min(Start[step], chunk.Start);
        End[step] = Math.Max(End[step], chunk.End);
        // Work that is given takes hands wherever it reaches into a sitting, but opens none.
        for (var k = _p.SittingFrom(chunk.Start); k < _p.Sittings && _p.SittingBegin[k] < chunk.End; k++)
        {
            var (begin, end) = (Math.Max(chunk.Start, _p.SittingBegin[k]), Math.Min(chunk.End, _p.SittingEnd[k]));
            if (end <= begin)
                continue;
            Book(k, new Booking(begin, end, step, 0));
            if (--_planned[k] == 0)
                SittingsUsed--;
        }
    }

    // What given work holds, takes and leaves wet.
    private void GiveWork()
    {
        ClearCounts();
        WettenGiven();
        SpansGiven();
        for (var i = 0; i < _p.Steps; i++)
        {
            if (_p.Frozen[i])
                Hold(i);
        }
    }

    /// <summary>The moment of an edge of a placed step.</summary>
    public int Moment(int step, StepEdge edge) =>
        edge switch
        {
            StepEdge.Start => Start[step],
            StepEdge.End => End[step],
            _ => End[step] + _p.Wait[step],
        };

    private void Hold(int step)
    {
        foreach (var h in _p.Opens[step])
        {
            ref readonly var hold = ref _p.Holds[h];
            var from = Moment(step, hold.FromEdge);
            SetHold(
                h,
                from,
                Placed(hold.To) ? Moment(hold.To, hold.ToEdge)
                    : _p.Frozen[hold.From] ? CompiledProblem.Never
                    : from + hold.Least
            );
        }
        foreach (var h in _p.Closes[step])
        {
            ref readonly var hold = ref _p.Holds[h];
            if (!hold.Own && Placed(hold.From))
                SetHold(h, _holdFrom[h], Moment(step, hold.ToEdge));
        }
    }

    private void SetHold(int h, int from, int to)
    {
        ref readonly var hold = ref _p.Holds[h];
        var profile = _profile[hold.Resource];
        var (was, until) = (_holdFrom[h], _holdTo[h]);
        if (was == from && was >= 0 && from < Math.Min(to, until))
        {
            if (to > until)
                profile.Add(until, to, hold.Amount);
            else
                profile.Add(to, until, -hold.Amount);
        }
        else
        {
            if (was >= 0)
                profile.Add(was, until, -hold.Amount);
            if (from >= 0)
                profile.Add(from, to, hold.Amount);
        }
        (_holdFrom[h], _holdTo[h]) = (from, to);
    }
}
