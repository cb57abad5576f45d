namespace Hexaprep.Scheduling.Timetables;

/// <summary>How many units are under way at once: a unit takes a place with its first chunk and gives it back when it is ready. What given
/// work has begun is never kept from going on; the others wait for a place.</summary>
internal sealed partial class Timetable
{
    // Null where places are not limited.
    private readonly ResourceProfile? _places;
    private readonly int[] _placeFrom,
        _placeTo;

    /// <summary>The first minute at or after another at which a step's unit has a place, as far as is known.</summary>
    private int PlaceFrom(int step, int start)
    {
        var unit = _p.Unit[step];
        if (_places is null || (_placeFrom[unit] >= 0 && _placeFrom[unit] <= start))
            return start;
        // With its unit's other work still out, or later than this: it holds from here to where that begins.
        var until = _placeFrom[unit] >= 0 ? _placeFrom[unit] : start + _p.TailOfUnit[step];
        return _places.FreeFrom(start, Math.Max(1, until - start), 1);
    }

    /// <summary>True when some unit that no given work began stands where no place is left for it, since another came to last
    /// longer.</summary>
    /// <param name="unit">The unit that has changed.</param>
    /// <param name="free">The end of the last time at which its own span has too few places.</param>
    public bool LacksPlace(int unit, out int free)
    {
        free = -1;
        if (_places is null || _placeFrom[unit] < 0)
            return false;
        var (from, to) = (_placeFrom[unit], _placeTo[unit]);
        for (var u = 0; u < _p.Units; u++)
        {
            if (_placeFrom[u] < from || _placeFrom[u] >= to || _p.IsBegun(u) || _places.At(_placeFrom[u]) <= _p.Places)
                continue;
            free = _places.LastOveruse(from, to);
            return true;
        }
        return false;
    }

    /// <summary>The unit that began last of those for which no place was left; -1 when all have one.</summary>
    public int WithoutPlace()
    {
        var last = -1;
        for (var u = 0; u < _p.Units && _places is not null; u++)
        {
            if (
                _placeFrom[u] >= 0
                && !_p.IsBegun(u)
                && _places.At(_placeFrom[u]) > _p.Places
                && (last < 0 || _placeFrom[u] > _placeFrom[last])
            )
                last = u;
        }
        return last;
    }

    /// <summary>The step with which a unit's work begins; -1 when that was given.</summary>
    public int FirstOf(int unit)
    {
        var first = -1;
        foreach (var i in _p.StepsOfUnit[unit])
        {
            if (Start[i] >= 0 && (first < 0 || Start[i] < Start[first]))
                first = i;
        }
        return first < 0 || _p.Frozen[first] ? -1 : first;
    }

    private void Span(int step)
    {
        if (_places is null)
            return;
        var unit = _p.Unit[step];
        var until = SpanEnd(step);
        SetSpan(
            unit,
            _placeFrom[unit] < 0 ? Start[step] : Math.Min(_placeFrom[unit], Start[step]),
            _placeFrom[unit] < 0 ? until : Math.Max(_placeTo[unit], until)
        );
    }

    // What still is to come after a step is counted as short as work and waits allow.
    private int SpanEnd(int step) => Math.Max(End[step] + _p.Wait[step], Start[step] + _p.TailOfUnit[step]);

    private void SpanWithout(int step)
    {
        if (_places is null)
            return;
        var unit = _p.Unit[step];
        int from = -1,
            to = -1;
        foreach (var i in _p.StepsOfUnit[unit])
        {
            if (Start[i] < 0 || i == step)
                continue;
            from = from < 0 ? Start[i] : Math.Min(from, Start[i]);
            to = Math.Max(to, SpanEnd(i));
        }
        SetSpan(unit, from, to);
    }

    private void SetSpan(int unit, int from, int to)
    {
        var (was, until) = (_placeFrom[unit], _placeTo[unit]);
        if (was == from && until == to)
            return;
        if (was >= 0)
            _places!.Add(was, until, -1);
        if (from >= 0)
            _places!.Add(from, to, 1);
        (_placeFrom[unit], _placeTo[unit]) = (from, to);
    }

    private void SpansGiven()
    {
        if (_places is null)
            return;
        _places.Clear();
        Array.Fill(_placeFrom, -1);
        for (var i = 0; i < _p.Steps; i++)
        {
            if (_p.Frozen[i])
                Span(i);
        }
    }
}
