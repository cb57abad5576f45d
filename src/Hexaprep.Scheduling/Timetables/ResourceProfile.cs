using Hexaprep.Scheduling.Problems;

namespace Hexaprep.Scheduling.Timetables;

/// <summary>How much of one resource is held over time, as steps of a staircase.</summary>
internal sealed class ResourceProfile(int capacity)
{
    private struct Tread
    {
        public int At,
            Used;
    }

    // _treads[i].Used holds from _treads[i].At to the next; the first begins before time and the last never ends.
    private Tread[] _treads = [new Tread { At = int.MinValue }, .. new Tread[31]];
    private int _count = 1;

    /// <summary>Units there are.</summary>
    public int Capacity => capacity;

    /// <summary>Holds an amount from one moment to another; a negative amount gives it back.</summary>
    public void Add(int from, int to, int amount)
    {
        if (to <= from || amount == 0)
            return;
        var first = Cut(from);
        var last = first;
        while (last < _count && _treads[last].At < to)
            _treads[last++].Used += amount;
        if (last == _count || _treads[last].At != to)
            Insert(last, to, _treads[last - 1].Used - amount);
        // Treads of one height are one tread.
        if (_treads[last].Used == _treads[last - 1].Used)
            RemoveAt(last);
        if (_treads[first].Used == _treads[first - 1].Used)
            RemoveAt(first);
    }

    /// <summary>Nothing is held any more.</summary>
    public void Clear() => (_count, _treads[0].Used) = (1, 0);

    /// <summary>How much is held at a minute.</summary>
    public int At(int t) => _treads[Find(t)].Used;

    /// <summary>The first minute at or after t from which the amount is free for a length of time.</summary>
    public int FreeFrom(int t, int length, int amount)
    {
        var room = capacity - amount;
        var i = Find(t);
        while (true)
        {
            while (i < _count && _treads[i].Used > room)
                i++;
            if (i == _count)
                return CompiledProblem.Never;
            if (_treads[i].At > t)
                t = _treads[i].At;
            var until = t + length;
            var j = i + 1;
            while (j < _count && _treads[j].At < until && _treads[j].Used <= room)
                j++;
            if (j == _count || _treads[j].At >= until)
                return t;
            i = j;
        }
    }

    /// <summary>The end of the last time between two moments at which more is held than there is; -1 when there is none.</summary>
    public int LastOveruse(int from, int to)
    {
        var found = -1;
        for (var i = Find(from); i < _count && _treads[i].At < to; i++)
        {
            if (_treads[i].Used > capacity)
                found = i + 1 < _count ? _treads[i + 1].At : CompiledProblem.Never;
        }
        return found;
    }

    // The tread that a moment stands on.
    private int Find(int t)
    {
        int low = 0,
            high = _count;
        while (high - low > 1)
        {
            var mid = (low + high) >> 1;
            if (_treads[mid].At <= t)
                low = mid;
            else
                high = mid;
        }
        return low;
    }

    private int Cut(int at)
    {
        var i = Find(at);
        if (_treads[i].At == at)
            return i;
        Insert(i + 1, at, _treads[i].Used);
        return i + 1;
    }

    private void Insert(int index, int at, int used)
    {
        if (_count == _treads.Length)
            Array.Resize(ref _treads, _count * 2);
        _treads.AsSpan(index, _count - index).CopyTo(_treads.AsSpan(index + 1));
        _treads[index] = new Tread { At = at, Used = used };
        _count++;
    }

    private void RemoveAt(int index)
    {
        _count--;
        _treads.AsSpan(index + 1, _count - index).CopyTo(_treads.AsSpan(index));
    }
}
