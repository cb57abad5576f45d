using Hexaprep.Scheduling.Bounds;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Scheduling.Timetables;

namespace Hexaprep.Scheduling.Searching;

/// <summary>One trial change of a timetable: what is taken out and laid anew, and the way back.</summary>
internal sealed class Move
{
    private const int MostCascades = 12,
        MostMoves = 60;
    private readonly CompiledProblem _p;
    private readonly Timetable _table;
    private readonly Placer _placer;
    private readonly int[] _stampOfStep,
        _stampOfSitting,
        _stampOfUnit;
    private readonly Chunk[] _pieces;
    private Chunk[] _was = new Chunk[64];
    private int[] _steps = new int[64],
        _counts = new int[64],
        _sittings = new int[64],
        _units = new int[64];
    private int _stepCount,
        _wasCount,
        _sittingCount,
        _unitCount,
        _stamp;
    private readonly long[] _unitBound,
        _alone;
    private long _before,
        _limit,
        _bound;
    private readonly CancellationToken _cancel;

    public Move(CompiledProblem problem, Timetable table, Placer placer, CancellationToken cancel = default)
    {
        (_p, _table, _placer, _cancel) = (problem, table, placer, cancel);
        (_stampOfStep, _stampOfSitting, _stampOfUnit) = (new int[problem.Steps], new int[problem.Sittings], new int[problem.Units]);
        _pieces = new Chunk[table.Found.Length];
        _unitBound = new long[problem.Units];
        var alone = new CriticalPath(problem).Ready;
        _alone = [.. alone.Select((ready, u) => problem.CostOf(u, Math.Min(ready, problem.Horizon)))];
        placer.Touched = Touch;
        placer.Displaced = k => Once(k, _stampOfSitting, ref _sittings, ref _sittingCount);
    }

    /// <summary>The work the change took when it was last looked at or undone: the mean of the steps taken out and the steps laid, and
    /// one.</summary>
    public int Work { get; private set; }

    /// <summary>Begins a change.</summary>
    /// <param name="allowed">How much dearer it may become.</param>
    /// <exception cref="OperationCanceledException">Nobody wants the plan any more.</exception>
    public void Begin(long allowed = CompiledProblem.Never)
    {
        _cancel.ThrowIfCancellationRequested();
        _stamp++;
        (_stepCount, _wasCount, _sittingCount, _unitCount) = (0, 0, 0, 0);
        _before = _table.Value();
        // Sittings and set-ups are small change: a few of them do not decide.
        _limit = _before + allowed + 4 * _p.Problem.Weights.Sitting;
        _bound = _before;
    }

    /// <summary>True when the units as far as laid already cost more than is allowed, whatever comes.</summary>
    public bool Hopeless(int step) => Hopeless(step, _table.End[step] - _p.LeastMinutes(step));

    /// <summary>The same for a step that cannot start before a minute.</summary>
    public bool Hopeless(int step, int start)
    {
        var unit = _p.Unit[step];
        if (_stampOfUnit[unit] != _stamp)
            return false;
        var cost = _p.CostOf(unit, start + _p.TailOfUnit[step]);
        if (cost <= _unitBound[unit])
            return false;
        _bound += cost - _unitBound[unit];
        _unitBound[unit] = cost;
        return _bound > _limit;
    }

    /// <summary>Takes a step out, to be laid anew.</summary>
    public void Take(int step)
    {
        if (!_table.Placed(step))
            return;
        Touch(step);
        _table.Take(step, _pieces);
    }

    /// <summary>Takes out the steps of a cluster from a position on.</summary>
    public void TakeFrom(int cluster, int position)
    {
        var sequence = _p.Sequence[cluster];
        for (var i = sequence.Length - 1; i >= position; i--)
            Take(sequence[i]);
    }

    /// <summary>Sees to it that every coat still has the minutes that its neighbours in the sitting leave it. False when that cannot
    /// be had.</summary>
    public bool MendSprays()
    {
        int cascades = 0,
            moves = 0;
        for (var s = 0; s < _sittingCount; s++)
        {
            if (_table.BrokenSpray(_sittings[s]) is not (>= 0 and var step))
                continue;
            if (++moves > MostMoves)
                return false;
            Take(step);
            if (!_table.PutBetween(step, 0, CompiledProblem.Never))
            {
                if (++cascades > MostCascades)
                    return false;
                TakeFrom(_p.Cluster[step], _p.Position[step]);
                if (!_placer.Lay(_p.Cluster[step]))
                    return false;
            }
            // What was mended may have broken what was looked at before.
            s = -1;
        }
        return true;
    }

    /// <summary>The change in value so far; units touched are valued anew.</summary>
    public long Gain()
    {
        Work = 1 + (_stepCount + CountLaid()) / 2;
        for (var i = 0; i < _unitCount; i++)
            _table.Value(_units[i]);
        return _table.Value() - _before;
    }

    /// <summary>Brings everything back to where it stood.</summary>
    public void Undo()
    {
        Work = 1 + (_stepCount + CountLaid()) / 2;
        for (var i = 0; i < _stepCount; i++)
        {
            if (_table.Placed(_steps[i]))
                _table.Take(_steps[i], _pieces);
        }
        var at = _wasCount;
        for (var i = _stepCount - 1; i >= 0; i--)
        {
            at -= _counts[i];
            if (_counts[i] > 0)
                _table.Put(_steps[i], _was.AsSpan(at, _counts[i]));
        }
        for (var i = 0; i < _unitCount; i++)
            _table.Value(_units[i]);
    }

    private int CountLaid()
    {
        var laid = 0;
        for (var i = 0; i < _stepCount; i++)
        {
            if (_table.Placed(_steps[i]))
                laid++;
        }
        return laid;
    }

    // Remembers where a step stood when the change began, and that coats behind it may need other minutes.
    private void Touch(int step)
    {
        if (_p.Mode[step] >= 0 && _table.Placed(step))
            Once(_table.SittingOf(step), _stampOfSitting, ref _sittings, ref _sittingCount);
        if (_stampOfStep[step] == _stamp)
            return;
        _stampOfStep[step] = _stamp;
        if (_wasCount + _pieces.Length > _was.Length)
            Array.Resize(ref _was, Math.Max(_was.Length * 2, _wasCount + _pieces.Length));
        var count = _table.Read(step, _was.AsSpan(_wasCount));
        Push(ref _steps, _stepCount, step);
        Push(ref _counts, _stepCount++, count);
        _wasCount += count;
        var unit = _p.Unit[step];
        if (_stampOfUnit[unit] != _stamp)
        {
            _unitBound[unit] = _alone[unit];
            _bound -= _table.CostOf(unit) - _alone[unit];
        }
        Once(unit, _stampOfUnit, ref _units, ref _unitCount);
    }

    private void Once(int item, int[] stamps, ref int[] list, ref int count)
    {
        if (stamps[item] == _stamp)
            return;
        stamps[item] = _stamp;
        Push(ref list, count++, item);
    }

    private static void Push(ref int[] list, int at, int item)
    {
        if (at == list.Length)
            Array.Resize(ref list, at * 2);
        list[at] = item;
    }
}
