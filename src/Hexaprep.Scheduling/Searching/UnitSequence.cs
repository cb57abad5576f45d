using Hexaprep.Scheduling.Problems;

namespace Hexaprep.Scheduling.Searching;

/// <summary>Which unit first, if there were only hands: each unit a block of work, one after the other, through the sittings. The
/// order that costs least,
/// as far as moving single units finds it.</summary>
internal sealed class UnitSequence
{
    private const int MostPasses = 5;
    private readonly CompiledProblem _p;
    private readonly int[] _work,
        _lag,
        _ends,
        _hands;

    /// <param name="problem">The problem.</param>
    /// <param name="overhead">Work there is beyond the least, in hundredths: set-ups that are not shared, gaps too short.</param>
    /// <param name="lag">Share of a unit's own waits that its work is late by, in hundredths.</param>
    /// <param name="hands">The minutes of all sittings, one after the other: see <see cref="Hands"/>.</param>
    public UnitSequence(CompiledProblem problem, int overhead, int lag, int[] hands)
    {
        (_p, _hands) = (problem, hands);
        _ends = new int[problem.Units + 1];
        (_work, _lag) = (new int[problem.Units], new int[problem.Units]);
        for (var i = 0; i < problem.Steps; i++)
        {
            var u = problem.Unit[i];
            if (!problem.Frozen[i])
                _work[u] += problem.LeastMinutes(i) * overhead / 100;
            _lag[u] = Math.Max(_lag[u], problem.Tail[i] * lag / 100);
        }
    }

    /// <summary>For each minute of work the minute by which it can have been done.</summary>
    public static int[] Hands(CompiledProblem problem)
    {
        var sum = 0;
        for (var k = 0; k < problem.Sittings; k++)
            sum += problem.SittingEnd[k] - problem.SittingBegin[k];
        var hands = new int[sum + 1];
        var at = 1;
        for (var k = 0; k < problem.Sittings; k++)
        {
            for (var t = problem.SittingBegin[k] + 1; t <= problem.SittingEnd[k]; t++)
                hands[at++] = t;
        }
        return hands;
    }

    /// <summary>The units, first to last.</summary>
    /// <param name="start">An order to begin from; null: most weight for least work first.</param>
    public int[] Find(int[]? start)
    {
        var order = start is null
            ? [.. Enumerable.Range(0, _p.Units).OrderBy(u => (double)_work[u] / _p.Weight[u]).ThenBy(u => u)]
            : (int[])start.Clone();
        for (var pass = 0; pass < MostPasses; pass++)
        {
            var moved = false;
            for (var u = 0; u < _p.Units; u++)
                moved |= Settle(order, u);
            if (!moved)
                break;
        }
        return order;
    }

    // Carries a unit along the whole order by swaps with its neighbours and leaves it where that costs least.
    private bool Settle(int[] order, int unit)
    {
        var at = Array.IndexOf(order, unit);
        var ends = _ends;
        for (var i = 0; i < order.Length; i++)
            ends[i + 1] = ends[i] + _work[order[i]];
        var (best, bestAt) = (0L, at);
        long change = 0;
        for (var i = at; i > 0; i--)
        {
            // The one before moves back behind the unit.
            var other = order[i - 1];
            var begin = ends[i - 1];
            change +=
                Cost(unit, begin + _work[unit])
                - Cost(unit, ends[i] + _work[unit])
                + Cost(other, ends[i] + _work[unit])
                - Cost(other, ends[i]);
            if (change < best)
                (best, bestAt) = (change, i - 1);
        }
        change = 0;
        for (var i = at; i < order.Length - 1; i++)
        {
            var other = order[i + 1];
            change += Cost(other, ends[i + 2] - _work[unit]) - Cost(other, ends[i + 2]) + Cost(unit, ends[i + 2]) - Cost(unit, ends[i + 1]);
            if (change < best)
                (best, bestAt) = (change, i + 1);
        }
        if (bestAt == at)
            return false;
        if (bestAt < at)
            Array.Copy(order, bestAt, order, bestAt + 1, at - bestAt);
        else
            Array.Copy(order, at + 1, order, at, bestAt - at);
        order[bestAt] = unit;
        return true;
    }

    private long Cost(int unit, int work) => _p.CostOf(unit, When(work) + _lag[unit]);

    private int When(int work) => work < _hands.Length ? _hands[work] : _p.Horizon + work - _hands.Length + 1;
}
