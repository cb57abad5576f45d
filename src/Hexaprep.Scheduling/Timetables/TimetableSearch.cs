using Hexaprep.Scheduling.Problems;

// Long: one question, the earliest place, whose cases share their scratch arrays.
namespace Hexaprep.Scheduling.Timetables;

/// <summary>How a place is looked for. None: the earliest end, in as few pieces as that takes.</summary>
[Flags]
internal enum PlacementOptions
{
    None = 0,

    /// <summary>In one piece, however late that ends.</summary>
    Whole = 1,

    /// <summary>Behind a coat of the same kind, where the same stretch offers that.</summary>
    ShareSetup = 2,

    /// <summary>Forbidden gaps are not looked at.</summary>
    IgnoreGaps = 4,

    /// <summary>A coat may come before another though that changes the minutes the other takes.</summary>
    Displace = 8,

    /// <summary>Only in sittings that have work already.</summary>
    KeepToUsed = 16,

    /// <summary>Across a forbidden gap rather than close before it.</summary>
    Loose = 32,
}

internal sealed partial class Timetable
{
    private readonly Chunk[] _caps;

    /// <summary>The pieces found last.</summary>
    public Chunk[] Found { get; }

    /// <summary>How many pieces were found.</summary>
    public int FoundCount { get; private set; }

    /// <summary>The start of what was found.</summary>
    public int FoundStart => Found[0].Begin;

    /// <summary>The end of what was found.</summary>
    public int FoundEnd => Found[FoundCount - 1].End;

    /// <summary>True when all that a step follows has a place, but for what is excepted.</summary>
    public bool IsReady(int step, bool[]? but = null)
    {
        foreach (var a in _p.In[step])
        {
            var from = _p.Arcs[a].From;
            if (!Placed(from) && but?[from] != true)
                return false;
        }
        return true;
    }

    /// <summary>The least minute a step may start by what is placed before it.</summary>
    public int Earliest(int step)
    {
        var at = 0;
        foreach (var a in _p.In[step])
        {
            ref readonly var arc = ref _p.Arcs[a];
            at = Math.Max(at, End[arc.From] + arc.Min);
        }
        return at;
    }

    /// <summary>The minute a step must end by for those placed after it; <see cref="CompiledProblem.Never"/> without any.</summary>
    public int Latest(int step)
    {
        var latest = CompiledProblem.Never;
        foreach (var a in _p.Out[step])
        {
            ref readonly var arc = ref _p.Arcs[a];
            if (Placed(arc.To))
                latest = Math.Min(latest, Start[arc.To] - arc.Min);
        }
        return latest;
    }

    /// <summary>Finds the earliest place for a step.</summary>
    /// <param name="step">A step without a place whose predecessors all have one.</param>
    /// <param name="from">No start before it.</param>
    /// <param name="until">No end after it.</param>
    /// <param name="taste">How to look.</param>
    /// <returns>False when there is none; otherwise <see cref="Found"/> holds it.</returns>
    public bool Find(int step, int from, int until, PlacementOptions taste = PlacementOptions.None)
    {
        until = Math.Min(until, _p.Horizon);
        var opens = _p.Opens[step];
        while (from < until)
        {
            from = PlaceFrom(step, from);
            for (var i = 0; i < opens.Length; i++)
            {
                var free = FreeFrom(opens[i], from, from);
                if (free > from)
                    (from, i) = (free, -1);
                if (from >= until)
                    return false;
            }
            if (from >= until || !FindWork(step, from, until, taste))
                return false;
            var start = FoundStart;
            var next = PlaceFrom(step, start);
            foreach (var h in opens)
                next = Math.Max(next, FreeFrom(h, start, FoundEnd));
            if ((taste & PlacementOptions.IgnoreGaps) == 0)
                next = Math.Max(next, AfterGaps(step, start));
            if (next == start)
                return true;
            from = next;
        }
        return false;
    }

    /// <summary>Puts a step that was taken out at its earliest place between those around it, if all they ask of each other holds
    /// there.</summary>
    public bool PutBetween(int step, int from, int until, PlacementOptions taste = PlacementOptions.None)
    {
        from = Math.Max(from, Earliest(step));
        until = Math.Min(until, Latest(step));
        if (!Find(step, from, until, taste) || !LagsHold(step, FoundStart, FoundEnd))
            return false;
        Put(step, Found.AsSpan(0, FoundCount));
        return HoldsFit(step) && !LacksPlace(_p.Unit[step], out _);
    }

    /// <summary>True when every window and gap towards placed steps holds with the step from start to end.</summary>
    public bool LagsHold(int step, int start, int end)
    {
        foreach (var a in _p.In[step])
        {
            ref readonly var arc = ref _p.Arcs[a];
            if (!Placed(arc.From))
                continue;
            var gap = start - End[arc.From];
            if (gap < arc.Min || gap > arc.Max || (gap > arc.Lo && gap < arc.Hi) || end - End[arc.From] > arc.FinishMax)
                return false;
        }
        foreach (var a in _p.Out[step])
        {
            ref readonly var arc = ref _p.Arcs[a];
            if (!Placed(arc.To))
                continue;
            var gap = Start[arc.To] - end;
            if (gap < arc.Min || gap > arc.Max || (gap > arc.Lo && gap < arc.Hi) || End[arc.To] - end > arc.FinishMax)
                return false;
        }
        return true;
    }

    /// <summary>True when nothing a step opens or closes is overdrawn.</summary>
    public bool HoldsFit(int step)
    {
        foreach (var h in _p.Opens[step])
        {
            if (Overuse(h) >= 0)
                return false;
        }
        foreach (var h in _p.Closes[step])
        {
            if (Overuse(h) >= 0)
                return false;
        }
        return true;
    }

    /// <summary>A coat of a sitting whose minutes no longer follow from the coat before it, or whose clean-up is in the way; -1 when
    /// all do.</summary>
    public int BrokenSpray(int k)
    {
        int before = -1,
            end = -1;
        var day = _day[k];
        for (var i = 0; i < _booked[k]; i++)
        {
            var step = day[i].Step;
            if (
                _p.Closing > 0
                && end >= 0
                && end == _lastSpray[k]
                && day[i].Begin < end + _p.Closing
                && !Attend.Together(_p.Attention[before], _p.Attention[step])
            )
                return before;
            if (_p.Mode[step] < 0)
                continue;
            if (_p.SprayMinutes(step, before, end == day[i].Begin) != day[i].End - day[i].Begin)
                return step;
            (before, end) = (step, day[i].End);
        }
        return _p.Closing > 0 && before >= 0 && end + _p.Closing > _p.SittingEnd[k] ? before : -1;
    }

    /// <summary>Brings back what was found before.</summary>
    public void Restore(ReadOnlySpan<Chunk> pieces)
    {
        pieces.CopyTo(Found);
        FoundCount = pieces.Length;
    }

    /// <summary>The end of the last time at which a hold overdraws its resource; -1 when it never does.</summary>
    public int Overuse(int h) => _profile[_p.Holds[h].Resource].LastOveruse(_holdFrom[h], _holdTo[h]);

    // The first start at or after the given one for which what a hold takes is free while it lasts, as far as that is known.
    private int FreeFrom(int h, int start, int end)
    {
        ref readonly var hold = ref _p.Holds[h];
        var from = hold.FromEdge switch
        {
            StepEdge.Start => start,
            StepEdge.End => end,
            _ => end + _p.Wait[hold.From],
        };
        int to;
        if (hold.Own)
            to =
                end == start
                    ? from + hold.Least
                    : hold.ToEdge switch
                    {
                        StepEdge.Start => start,
                        StepEdge.End => end,
                        _ => end + _p.Wait[hold.From],
                    };
        else
            to = Placed(hold.To) ? Moment(hold.To, hold.ToEdge) : from + hold.Least;
        if (to <= from)
            return start;
        return start + (_profile[hold.Resource].FreeFrom(from, to - from, hold.Amount) - from);
    }

    private int AfterGaps(int step, int start)
    {
        var at = start;
        foreach (var a in _p.In[step])
        {
            ref readonly var arc = ref _p.Arcs[a];
            if (arc.Lo == CompiledProblem.Never)
                continue;
            var gap = at - End[arc.From];
            if (gap > arc.Lo && gap < arc.Hi)
                at = End[arc.From] + arc.Hi;
        }
        return at;
    }

    /// <summary>True when a step could stand exactly so beside what stands before it: hands free, minutes right, weather fit. Clean-up
    /// is not looked at.</summary>
    public bool IsFree(int step, Chunk piece)
    {
        int before = -1,
            end = -1;
        foreach (ref readonly var b in Sitting(piece.Sitting))
        {
            if (b.Begin < piece.End && b.End > piece.Begin && !Attend.Together(_p.Attention[step], _p.Attention[b.Step]))
                return false;
            if (_p.Changeover > 0 && !IsBeside(step, b.Step) && b.Begin < piece.End && b.End > piece.Begin && IsHalfOutside(step, piece, b))
                return false;
            if (_p.Mode[b.Step] >= 0 && b.End <= piece.Begin)
                (before, end) = (b.Step, b.End);
        }
        if (_p.Changeover > 0 && !HasTimeToChange(step, piece))
            return false;
        if (DryFrom(step, piece.Begin) > piece.Begin || DryBy(step, piece.End) < piece.End)
            return false;
        if (_p.Mode[step] < 0)
            return piece.End - piece.Begin == _p.Minutes(step, piece.Models);
        if (piece.End - piece.Begin != _p.SprayMinutes(step, before, end == piece.Begin))
            return false;
        var slots = _p.Slots[step]!;
        for (var q = slots.From(piece.Begin); q < slots.All.Length && slots.All[q].Begin <= piece.Begin; q++)
        {
            if (slots.All[q].Sitting == piece.Sitting && piece.End <= slots.All[q].End)
                return true;
        }
        return false;
    }

    /// <summary>True when a step could stand exactly in these pieces beside what stands, with all it asks of what comes before and
    /// behind.</summary>
    public bool StillFits(int step, ReadOnlySpan<Chunk> pieces)
    {
        if (!LagsHold(step, pieces[0].Begin, pieces[^1].End))
            return false;
        foreach (ref readonly var piece in pieces)
        {
            if (!IsFree(step, piece))
                return false;
        }
        return true;
    }

    /// <summary>The same; then these pieces are what was found.</summary>
    public bool StandsAgain(int step, ReadOnlySpan<Chunk> pieces)
    {
        if (!StillFits(step, pieces))
            return false;
        Restore(pieces);
        return true;
    }

    // Over each other: a trifle stands wholly within what is watched.
    private bool IsHalfOutside(int step, in Chunk piece, in Booking b) =>
        _p.Attention[step] == Attend.Trifle ? piece.Begin < b.Begin || piece.End > b.End : b.Begin < piece.Begin || b.End > piece.End;

    // Enough between it and its neighbours; what runs inside a watched step needs none.
    private bool HasTimeToChange(int step, in Chunk piece)
    {
        var k = piece.Sitting;
        if (IsWithinWatched(k, new Booking(piece.Begin, piece.End, step, 0)))
            return true;
        Booking before = new(0, 0, -1, 0),
            after = new(0, 0, -1, 0);
        foreach (ref readonly var b in Sitting(k))
        {
            if (IsBeside(step, b.Step) || IsWithinWatched(k, b))
                continue;
            if (b.End <= piece.Begin && (before.Step < 0 || b.End >= before.End))
                before = b;
            else if (b.Begin >= piece.End && after.Step < 0)
                after = b;
        }
        return (
                before.Step < 0
                || IsRun(before.Step, step) && before.End == piece.Begin
                || before.End + _p.Between(before.Step, step) <= piece.Begin
            )
            && (
                after.Step < 0
                || IsRun(step, after.Step) && after.Begin == piece.End
                || piece.End + _p.Between(step, after.Step) <= after.Begin
            );
    }

    // Two coats of one set-up: back to back they are one run.
    private bool IsRun(int a, int b) => _p.Mode[a] >= 0 && _p.Mode[a] == _p.Mode[b];

    // What may stand anywhere over the other, without a change of work between them.
    private bool IsBeside(int step, int other) =>
        _p.Watches
        && (
            _p.Changeover > 0
                ? _p.Attention[step] == Attend.Free || _p.Attention[other] == Attend.Free
                : Attend.Together(_p.Attention[step], _p.Attention[other])
        );

    // The least minute a step may begin after a booking and those before it: when hands are free, and have changed from the last of them.
    private int After(int k, in Booking b, int step, ref int hands, ref int last)
    {
        hands = Math.Max(hands, HandsEnd(k, b));
        if (_p.Changeover == 0 || b.End < last || IsWithinWatched(k, b))
            return hands;
        last = b.End;
        return Math.Max(hands, b.End + _p.Between(b.Step, step));
    }

    // The last minute a step may end before a booking, and before what is to be dry for dust work behind it.
    private int Until(int step, int n, int i, Booking[] day, int k)
    {
        var end = i < n ? day[i].Begin - ChangeTo(step, n, i, day, k) : _p.SittingEnd[k];
        return _wet is null ? end : Math.Min(end, DryBy(step, i < n ? day[i].Begin : _p.SittingEnd[k]));
    }

    // The minutes to change from a step to what begins with a booking: what is watched and a trifle may begin together, and what runs
    // inside a watched step needs none.
    private int ChangeTo(int step, int n, int i, Booking[] day, int k)
    {
        var change = 0;
        for (var o = i; _p.Changeover > 0 && o < n && day[o].Begin == day[i].Begin; o++)
        {
            if (!IsBeside(step, day[o].Step) && !IsWithinWatched(k, day[o]))
                change = Math.Max(change, _p.Between(step, day[o].Step));
        }
        return change;
    }

    /// <summary>Finds the latest place in one piece for a step without a coat; what it holds is not looked at, so it must hold
    /// nothing.</summary>
    public bool FindLate(int step, int from, int until)
    {
        until = Math.Min(until, _p.Horizon);
        var minutes = _p.Minutes(step, _p.Count[step]);
        for (var k = Math.Min(_p.SittingFrom(until - 1), _p.Sittings - 1); k >= 0 && _p.SittingEnd[k] > from; k--)
        {
            if (_gap[k] < minutes || LastFreeAt(k, step, minutes, from, until) is not (>= 0 and var at))
                continue;
            Found[0] = new Chunk(k, at, at + minutes, _p.Count[step]);
            FoundCount = 1;
            return true;
        }
        return false;
    }

    // The last minute of a sitting from which hands are free so long; -1 when none.
    private int LastFreeAt(int k, int step, int minutes, int from, int until)
    {
        var day = _day[k];
        var n = _booked[k];
        var free = Math.Max(_p.SittingBegin[k], from);
        int found = -1,
            hands = 0,
            last = 0;
        for (var i = 0; i <= n; i++)
        {
            if (i < n && IsBeside(step, day[i].Step))
                continue;
            var end = Math.Min(until, Until(step, n, i, day, k));
            if (end - free >= minutes && DryFrom(step, end - minutes) == end - minutes)
                found = end - minutes;
            if (i < n)
                free = Math.Max(free, After(k, day[i], step, ref hands, ref last));
        }
        return found;
    }

    private bool FindWork(int step, int from, int until, PlacementOptions taste)
    {
        if (_p.Mode[step] >= 0)
            return FindSpray(step, from, until, taste);
        var whole = _p.MaxChunks[step] == 1 || (taste & PlacementOptions.Whole) != 0 || _p.Count[step] == 1;
        return whole
            ? FindWhole(step, _p.Minutes(step, _p.Count[step]), from, until, taste)
            : (_p.Problem.Weights.Stretch > 0 && FindChained(step, from, until, taste)) || FindCut(step, from, until, taste);
    }

    private bool FindWhole(int step, int minutes, int from, int until, PlacementOptions taste)
    {
        var k = _p.SittingFrom(from);
        while (k < _p.Sittings && _p.SittingBegin[k] + minutes <= until)
        {
            if (k % Block == 0 && _blockGap[k / Block] < minutes)
            {
                k += Block;
                continue;
            }
            if (_gap[k] >= minutes && Open(k, taste) && FreeAt(k, step, minutes, from) is >= 0 and var at)
            {
                if (at + minutes > until)
                    return false;
                Found[0] = new Chunk(k, at, at + minutes, _p.Count[step]);
                FoundCount = 1;
                return true;
            }
            k++;
        }
        return false;
    }

    private bool Open(int k, PlacementOptions taste) => (taste & PlacementOptions.KeepToUsed) == 0 || _planned[k] > 0;

    // The first minute of a sitting from which hands are free so long; -1 when none.
    private int FreeAt(int k, int step, int minutes, int from)
    {
        var day = _day[k];
        var n = _booked[k];
        var free = DryFrom(step, Math.Max(_p.SittingBegin[k], from));
        int hands = 0,
            last = 0;
        var found = -1;
        for (var i = 0; i < n; i++)
        {
            ref readonly var b = ref day[i];
            if (IsBeside(step, b.Step))
                continue;
            if (Until(step, n, i, day, k) - free >= minutes)
            {
                found = free;
                break;
            }
            var end = After(k, b, step, ref hands, ref last);
            if (end > free)
                free = DryFrom(step, end);
        }
        if (found < 0 && Until(step, n, n, day, k) - free >= minutes)
            found = free;
        return _p.Changeover > 0 && _p.Attention[step] == Attend.Trifle ? WithinWatched(k, step, minutes, from, found) : found;
    }

    // A trifle may be done while something is watched: there, where that is earlier.
    private int WithinWatched(int k, int step, int minutes, int from, int found)
    {
        foreach (ref readonly var w in Sitting(k))
        {
            if (_p.Attention[w.Step] != Attend.Watched)
                continue;
            var at = DryFrom(step, Math.Max(from, w.Begin));
            foreach (ref readonly var b in Sitting(k))
            {
                if (b.Step != w.Step && b.Begin < at + minutes && b.End + _p.Changeover > at)
                    at = DryFrom(step, b.End + _p.Changeover);
            }
            if (at + minutes <= w.End && (found < 0 || at < found))
                return at;
        }
        return found;
    }

    // Hands are busy with the clean-up after the last spray chunk of a sitting.
    private int HandsEnd(int k, in Booking b) =>
        _p.Closing > 0 && b.End == _lastSpray[k] && _p.Mode[b.Step] >= 0 ? b.End + _p.Closing : b.End;

    // The longest time hands are free in a sitting from a minute on, before another.
    private int LongestFree(int k, int step, int from, int until)
    {
        var day = _day[k];
        var n = _booked[k];
        var free = DryFrom(step, Math.Max(_p.SittingBegin[k], from));
        int hands = 0,
            last = 0;
        var longest = 0;
        for (var i = 0; i < n; i++)
        {
            ref readonly var b = ref day[i];
            if (IsBeside(step, b.Step))
                continue;
            longest = Math.Max(longest, Math.Min(until, Until(step, n, i, day, k)) - free);
            var end = After(k, b, step, ref hands, ref last);
            if (end > free)
                free = DryFrom(step, end);
        }
        return Math.Max(longest, Math.Min(until, Until(step, n, n, day, k)) - free);
    }

    // The earliest end with at most so many pieces, one a sitting. Greedy is exact for the last sitting: the fullest sittings before
    // it take what they can.
    private bool FindCut(int step, int from, int until, PlacementOptions taste)
    {
        var (count, most) = (_p.Count[step], _p.MaxChunks[step]);
        int kept = 0,
            sum = 0;
        var least = _p.Minutes(step, _p.Least[step]);
        var behind = AskedBehind(step);
        for (var k = _p.SittingFrom(from); k < _p.Sittings && _p.SittingBegin[k] + least <= until; k++)
        {
            if (k % Block == 0 && _blockGap[k / Block] < least)
            {
                k += Block - 1;
                continue;
            }
            if (_gap[k] < least || !Open(k, taste))
                continue;
            var free = FreeFor(step, k, from, until);
            var fits = _p.Fits(step, free, count);
            if (fits < _p.Least[step])
                continue;
            // The last piece leaves room for what must follow in its sitting.
            var lastFits = behind == 0 ? fits : _p.Fits(step, free - behind, count);
            if (lastFits >= _p.Least[step] && sum + lastFits >= count && Cut(step, from, k, lastFits, kept))
                return true;
            // Keep the fullest ones, fullest first.
            var at = kept < most - 1 ? kept++ : most - 1;
            if (at == most - 1 && _caps[at - 1].Models >= fits)
                continue;
            if (at == most - 1)
            {
                at--;
                sum -= _caps[at].Models;
            }
            while (at > 0 && _caps[at - 1].Models < fits)
                _caps[at] = _caps[--at];
            _caps[at] = new Chunk(k, 0, 0, fits);
            sum += fits;
        }
        return false;
    }

    // The longest time hands are free for a step in a sitting.
    private int FreeFor(int step, int k, int from, int until) =>
        _p.Watches || _p.Closing > 0 || _p.Changeover > 0 || _wet is not null || _p.SittingBegin[k] < from || _p.SittingEnd[k] > until
            ? LongestFree(k, step, from, until)
            : _gap[k];

    // The minutes that what must follow a step in the same sitting, and has no place yet, asks for: all of it, or where no sitting has room
    // for that its first piece.
    private int AskedBehind(int step)
    {
        var asked = 0;
        foreach (var a in _p.Out[step])
        {
            ref readonly var arc = ref _p.Arcs[a];
            if (arc.Max >= _p.Pause || Placed(arc.To) || Attend.Together(_p.Attention[step], _p.Attention[arc.To]))
                continue;
            var (before, all) = (arc.Min + _p.Between(step, arc.To), _p.LeastMinutes(arc.To));
            var isRoom = _p.Minutes(step, _p.Least[step]) + before + all <= _p.Longest;
            asked = Math.Max(asked, before + (isRoom ? all : _p.Minutes(arc.To, _p.Least[arc.To])));
        }
        return asked;
    }

    private bool Cut(int step, int from, int last, int lastFits, int kept)
    {
        var left = _p.Count[step];
        var used = 0;
        while (used < kept && left > lastFits)
        {
            // The last piece has at least one model.
            _caps[used].Models = Math.Min(_caps[used].Models, left - 1);
            left -= _caps[used++].Models;
        }
        // No session is too short to be worth its set-up: the others give it minutes, where they can.
        if ((used + 1) * _p.Least[step] > _p.Count[step])
            return false;
        for (var i = used - 1; i >= 0 && left < _p.Least[step]; i--)
        {
            var given = Math.Min(_p.Least[step] - left, _caps[i].Models - _p.Least[step]);
            _caps[i].Models -= given;
            left += given;
        }
        // The pieces before the last stand in order of time.
        for (var i = 1; i < used; i++)
        {
            var cap = _caps[i];
            var at = i;
            while (at > 0 && _caps[at - 1].Sitting > cap.Sitting)
                _caps[at] = _caps[--at];
            _caps[at] = cap;
        }
        FoundCount = 0;
        for (var i = 0; i < used; i++)
            Add(_caps[i].Sitting, _caps[i].Models);
        Add(last, left);
        return true;

        void Add(int k, int models)
        {
            var minutes = _p.Minutes(step, models);
            var at = FreeAt(k, step, minutes, from);
            Found[FoundCount++] = new Chunk(k, at, at + minutes, models);
        }
    }

    private bool FindSpray(int step, int from, int until, PlacementOptions taste)
    {
        var least = _p.Shared(step);
        var slots = _p.Slots[step]!;
        for (var q = slots.From(from); q < slots.All.Length && slots.All[q].Begin + least <= until; q++)
        {
            ref readonly var slot = ref slots.All[q];
            if (_gap[slot.Sitting] < least || !Open(slot.Sitting, taste))
                continue;
            var (low, high) = (Math.Max(from, slot.Begin), Math.Min(until, slot.End));
            if (high - low >= least && SprayIn(step, slot.Sitting, low, high, taste))
                return true;
        }
        return false;
    }

    // Long: one scan of a sitting whose cases share its state.
    private bool SprayIn(int step, int k, int low, int high, PlacementOptions taste)
    {
        var (share, displace) = ((taste & PlacementOptions.ShareSetup) != 0, (taste & PlacementOptions.Displace) != 0);
        var day = _day[k];
        var n = _booked[k];
        var least = _p.Shared(step);
        int before = -1,
            beforeEnd = -1,
            free = _p.SittingBegin[k],
            first = -1,
            firstEnd = -1,
            last = -1;
        for (var i = 0; i <= n; i++)
        {
            var gapEnd = i < n ? day[i].Begin : _p.SittingEnd[k];
            if (i < n && _p.Watches && _p.Attention[day[i].Step] == Attend.Free)
                continue;
            var limit = Math.Min(Math.Min(gapEnd, high), DryBy(step, gapEnd));
            var start = Math.Max(free, low);
            // A run goes on back to back, or there is time for a change.
            if (last >= 0 && !(start == day[last].End && IsRun(day[last].Step, step)))
                start = Math.Max(start, day[last].End + _p.Between(day[last].Step, step));
            if (limit - start >= least)
            {
                var merged = before >= 0 && beforeEnd == start;
                var end = start + _p.SprayMinutes(step, before, merged);
                if (!Allowed(end))
                    (start, end, merged) = AgainstNext(i, limit);
                if (start >= 0 && (first < 0 || (merged && _p.Mode[before] == _p.Mode[step])))
                {
                    (first, firstEnd) = (start, end);
                    if (!share || (merged && _p.Mode[before] == _p.Mode[step]))
                        break;
                }
                bool Allowed(int e) =>
                    e <= limit
                    && (i == n || (e == gapEnd && IsRun(step, day[i].Step)) || e + ChangeTo(step, n, i, day, k) <= gapEnd)
                    && (displace || NextKeeps(k, i, step, e))
                    && (i < n || _p.Closing == 0 || e + _p.Closing <= gapEnd)
                    && ClosingFits(i, e);
            }
            if (i == n)
                break;
            if (_p.Mode[day[i].Step] >= 0)
                (before, beforeEnd) = (day[i].Step, day[i].End);
            if (_p.Changeover > 0 && (last < 0 || day[i].End >= day[last].End) && !IsWithinWatched(k, day[i]))
                last = i;
            if (day[i].End > free)
                free = day[i].End;
        }
        if (first < 0)
            return false;
        Found[0] = new Chunk(k, first, firstEnd, _p.Count[step]);
        FoundCount = 1;
        return true;

        // Where the clean-up would follow and something else already stands there.
        bool ClosingFits(int i, int e) => _p.Closing == 0 || i == n || e < _lastSpray[k] || e + _p.Closing <= day[i].Begin;

        // A coat of the same kind that lost the one before it keeps its shared set-up when this one ends where it starts.
        (int Start, int End, bool Merged) AgainstNext(int i, int limit)
        {
            if (
                i == n
                || limit < day[i].Begin
                || _p.Mode[day[i].Step] != _p.Mode[step]
                || day[i].End - day[i].Begin != _p.Shared(day[i].Step)
            )
                return (-1, -1, false);
            var end = day[i].Begin;
            var start = end - _p.SprayMinutes(step, before, false);
            var earliest = last < 0 ? free : Math.Max(free, day[last].End + _p.Between(day[last].Step, step));
            return start >= Math.Max(earliest, low) && start != beforeEnd ? (start, end, false) : (-1, -1, false);
        }
    }

    // The next spray chunk was sized for what stood before it.
    private bool NextKeeps(int k, int index, int step, int end)
    {
        var day = _day[k];
        for (var i = index; i < _booked[k]; i++)
        {
            if (_p.Mode[day[i].Step] < 0)
                continue;
            return _p.SprayMinutes(day[i].Step, step, day[i].Begin == end) == day[i].End - day[i].Begin;
        }
        return true;
    }
}
