using Hexaprep.Scheduling.Problems;

namespace Hexaprep.Scheduling.Bounds;

/// <summary>The least minute at which each step can end and each unit be ready, with the bench to itself.</summary>
/// <remarks>Proven in docs/computation.md: every step is done alone in the calendar with the least hands it can have, filling each
/// sitting greedily; maximum
/// lags, holds and the other units are dropped, which only relaxes. A forbidden gap after a coat is jumped only if no stretch lets the
/// next one follow in time.</remarks>
internal sealed class CriticalPath
{
    private readonly CompiledProblem _p;
    private readonly int[] _start,
        _end;

    public CriticalPath(CompiledProblem problem)
    {
        _p = problem;
        (_start, _end) = (new int[problem.Steps], new int[problem.Steps]);
        foreach (var chunk in problem.Fixed)
        {
            var step = problem.ById[(chunk.Batch, chunk.Step)];
            _end[step] = Math.Max(_end[step], chunk.End);
        }
        foreach (var i in problem.Order)
        {
            if (problem.Frozen[i])
                continue;
            var from = 0;
            foreach (var a in problem.In[i])
                from = Math.Max(from, StartAfter(i, problem.Arcs[a]));
            _start[i] = from;
            _end[i] = EndOf(i, from);
        }
        Ready = new int[problem.Units];
        for (var i = 0; i < problem.Steps; i++)
            Ready[problem.Unit[i]] = Math.Max(Ready[problem.Unit[i]], Later(_end[i], problem.Wait[i]));
    }

    /// <summary>The least minute each unit can be ready at; <see cref="CompiledProblem.Never"/> when the calendar is too short.</summary>
    public int[] Ready { get; }

    /// <summary>The least minute a step can end at.</summary>
    public int End(int step) => _end[step];

    private static int Later(int t, int by) => t >= CompiledProblem.Never ? CompiledProblem.Never : t + by;

    private int StartAfter(int step, in Arc arc)
    {
        var least = Later(_end[arc.From], arc.Min);
        if (arc.Lo == CompiledProblem.Never || least >= CompiledProblem.Never)
            return least;
        if (_p.Frozen[arc.From])
        {
            var natural = FirstStart(step, least);
            return natural - _end[arc.From] <= arc.Lo ? least : Math.Max(least, _end[arc.From] + arc.Hi);
        }
        if (_p.Mode[arc.From] < 0)
            return least;
        var loose = FirstStart(step, Later(_end[arc.From], arc.Hi));
        var work = _p.Shared(arc.From);
        var slots = _p.Slots[arc.From]!;
        for (var q = slots.From(_start[arc.From]); q < slots.All.Length; q++)
        {
            var end = Math.Max(_start[arc.From], slots.All[q].Begin) + work;
            if (end + arc.Min >= loose)
                break;
            if (end > slots.All[q].End)
                continue;
            var start = FirstStart(step, end + arc.Min);
            if (start < CompiledProblem.Never && start - Math.Min(slots.All[q].End, start - arc.Min) <= arc.Lo)
                return Math.Max(least, Math.Min(start, loose));
        }
        return Math.Max(least, loose);
    }

    // The first minute at which the step, or its first model, can be begun.
    private int FirstStart(int step, int from)
    {
        if (from >= CompiledProblem.Never)
            return from;
        if (_p.Slots[step] is { } slots)
        {
            var need = _p.Shared(step);
            for (var q = slots.From(from); q < slots.All.Length; q++)
            {
                var begin = Math.Max(from, slots.All[q].Begin);
                if (begin + need <= slots.All[q].End)
                    return begin;
            }
            return CompiledProblem.Never;
        }
        var least = _p.MaxChunks[step] > 1 ? _p.Minutes(step, _p.Least[step]) : _p.Minutes(step, _p.Count[step]);
        for (var k = _p.SittingFrom(from); k < _p.Sittings; k++)
        {
            var begin = Math.Max(from, _p.SittingBegin[k]);
            if (begin + least <= _p.SittingEnd[k])
                return begin;
        }
        return CompiledProblem.Never;
    }

    private int EndOf(int step, int from)
    {
        if (from >= CompiledProblem.Never)
            return from;
        if (_p.Mode[step] >= 0)
            return Later(FirstStart(step, from), _p.Shared(step));
        if (_p.MaxChunks[step] <= 1)
            return Later(FirstStart(step, from), _p.Minutes(step, _p.Count[step]));
        var left = _p.Count[step];
        for (var k = _p.SittingFrom(from); k < _p.Sittings; k++)
        {
            var begin = Math.Max(from, _p.SittingBegin[k]);
            var fits = _p.Fits(step, _p.SittingEnd[k] - begin, left);
            if (fits == left && fits > 0)
                return begin + _p.Minutes(step, fits);
            left -= fits;
        }
        return CompiledProblem.Never;
    }
}
