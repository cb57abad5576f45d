using Hexaprep.Craft.Vocabulary;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Scheduling.Timetables;

namespace Hexaprep.Scheduling.Searching;

/// <summary>Betters the order in which clusters are laid: moves one cluster or one unit to another place in it and lays all from there
/// anew.</summary>
internal sealed class OrderSearch(CompiledProblem problem, Timetable table, Placer placer, Move attempt, SplitMix64 random)
{
    private const int Few = 30;
    private readonly CompiledProblem _p = problem;
    private int[] _order = [],
        _trial = [];

    /// <summary>Lays steps until the work is done, from an order whose plan stands in the table.</summary>
    public void Run(int[] order, long work, int cold, SavedPlan best)
    {
        (_order, _trial) = (order, new int[order.Length]);
        if (order.Length < 2)
            return;
        var value = table.Value();
        placer.Hopeless = attempt.Hopeless;
        for (long done = 0; done < work; done += 2 * attempt.Work)
        {
            var allowed = Threshold.Of(value, cold, _p.Units, work - done, work, random);
            var (first, last) = Change();
            attempt.Begin(allowed);
            for (var i = last; i >= first; i--)
                attempt.TakeFrom(_order[i], 0);
            var laid = true;
            for (var i = first; i <= last && laid; i++)
                laid = placer.Lay(_trial[i]);
            var gain = laid && attempt.MendSprays() ? attempt.Gain() : long.MaxValue;
            if (gain > allowed)
            {
                attempt.Undo();
                continue;
            }
            (_order, _trial) = (_trial, _order);
            value += gain;
            if (value < best.Value)
                best.Save(table);
        }
        placer.Hopeless = null;
    }

    // Writes the changed order and gives the positions to lay anew: those that differ and, mostly on a small bench, all after them.
    private (int First, int Last) Change()
    {
        var n = _order.Length;
        var first = random.Permille(500) ? MoveUnit() : MoveOne();
        var last = n - 1;
        while (last > first && _trial[last] == _order[last])
            last--;
        if (n <= Few || random.Permille(100))
            last = n - 1;
        else
            last = Math.Min(n - 1, last + random.Below(Few));
        return (first, last);
    }

    private int MoveOne()
    {
        var n = _order.Length;
        Array.Copy(_order, _trial, n);
        var from = random.Below(n);
        var reach = Math.Max(2, n >> random.Below(5));
        var to = Math.Clamp(from + random.Below(2 * reach + 1) - reach, 0, n - 1);
        if (to == from)
            to = from == 0 ? 1 : from - 1;
        var moved = _order[from];
        if (to < from)
            Array.Copy(_order, to, _trial, to + 1, from - to);
        else
            Array.Copy(_order, from + 1, _trial, from, to - from);
        _trial[to] = moved;
        return Math.Min(from, to);
    }

    private int MoveUnit()
    {
        var n = _order.Length;
        var at = random.Below(n);
        var unit = UnitOf(_order[at]);
        var reach = Math.Max(2, n >> random.Below(5));
        var to = Math.Clamp(at + random.Below(2 * reach + 1) - reach, 0, n);
        int first = -1,
            k = 0;
        for (var i = 0; i <= n; i++)
        {
            if (i == to)
            {
                foreach (var c in _order)
                {
                    if (UnitOf(c) == unit)
                        _trial[k++] = c;
                }
            }
            if (i < n && UnitOf(_order[i]) != unit)
                _trial[k++] = _order[i];
        }
        for (var i = 0; i < n && first < 0; i++)
        {
            if (_trial[i] != _order[i])
                first = i;
        }
        return first < 0 ? n : first;
    }

    private int UnitOf(int cluster) => _p.Sequence[cluster].Length == 0 ? -1 : _p.Unit[_p.Sequence[cluster][0]];
}
