using Hexaprep.Scheduling.Problems;

namespace Hexaprep.Scheduling.Timetables;

/// <summary>What a room with wet coats keeps from beginning: dust work.</summary>
internal sealed partial class Timetable
{
    // How many coats are wet at a minute; null where nothing makes dust or nothing is wet.
    private readonly ResourceProfile? _wet;

    // The minutes at which dust work begins, in order.
    private readonly List<int> _dust = [];

    /// <summary>The first minute at or after another at which a step may begin for the coats wet in the room.</summary>
    private int DryFrom(int step, int from) => _wet is null || !_p.Dust[step] ? from : _wet.FreeFrom(from, 1, 0);

    /// <summary>The minute a step must end by so that it is dry when dust work begins that stands at or after a minute.</summary>
    private int DryBy(int step, int minute)
    {
        if (_wet is null || _p.Wet[step] == 0)
            return CompiledProblem.Never;
        var at = _dust.BinarySearch(minute);
        at = at < 0 ? ~at : at;
        return at < _dust.Count ? _dust[at] - _p.Wet[step] : CompiledProblem.Never;
    }

    private void Wetten(int step, in Booking b, bool isIn)
    {
        if (_wet is null)
            return;
        if (_p.Wet[step] > 0)
            _wet.Add(b.End, b.End + _p.Wet[step], isIn ? 1 : -1);
        if (!_p.Dust[step])
            return;
        var at = _dust.BinarySearch(b.Begin);
        if (isIn)
            _dust.Insert(at < 0 ? ~at : at, b.Begin);
        else
            _dust.RemoveAt(at);
    }

    // What is wet and what makes dust by given work and the room as it is.
    private void WettenGiven()
    {
        if (_wet is null)
            return;
        _wet.Clear();
        _dust.Clear();
        foreach (var span in _p.Problem.Wet ?? [])
            _wet.Add(span.Begin, span.End, 1);
        foreach (var chunk in _p.Fixed)
        {
            var step = _p.ById[(chunk.Batch, chunk.Step)];
            if (_p.Wet[step] > 0)
                _wet.Add(chunk.End, chunk.End + _p.Wet[step], 1);
        }
    }

    /// <summary>True when a coat is wet at a minute.</summary>
    public bool IsWetAt(int minute) => _wet is not null && _wet.At(minute) > 0;
}
