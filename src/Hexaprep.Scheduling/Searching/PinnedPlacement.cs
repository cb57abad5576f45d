using Hexaprep.Craft.Vocabulary;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Scheduling.Timetables;

namespace Hexaprep.Scheduling.Searching;

/// <summary>What a trial keeps of where its batches stood: each in the sittings it had, but for those that are moved from some step on,
/// as a whole, to another. So a chain that was held back for a reason is not laid early again whenever it is touched, and a whole chain
/// can be brought to another evening at once.</summary>
internal sealed class PinnedPlacement(CompiledProblem problem, Timetable table, Placer placer, SplitMix64 random)
{
    private readonly int[] _set = new int[problem.Steps];
    private static readonly int[] Spreads = [40, 120, 400];
    private int _count,
        _spread;
    private bool _exact;

    /// <summary>Draws what is kept of the clusters chosen, before they are taken out.</summary>
    public void Draw(Neighbourhood near)
    {
        // A large bench is wide, not deep: there it buys nothing (measured, docs/benchmarks.md).
        if (problem.Steps > Search.MiddleSteps)
            return;
        Clear();
        if (random.Permille(400))
            Shuffle(near);
        if (random.Permille(500))
            return;
        _exact = random.Permille(500);
        foreach (var c in near.Chosen)
        {
            var way = c == near.Lead ? random.Below(4) : random.Below(8);
            var sequence = problem.Sequence[c];
            var from = near.From(c);
            // Lead: moved from some step on, mostly. Others: mostly kept where they are.
            if (c == near.Lead ? way < 3 : way == 0)
                Move(sequence, from);
            else if (way > 2)
                Keep(sequence, from, sequence.Length, 0);
        }
    }

    /// <summary>Nothing is kept any more.</summary>
    public void Clear()
    {
        for (var i = 0; i < _count; i++)
            placer.Floor[_set[i]] = 0;
        _count = 0;
        if (_spread == 0)
            return;
        Array.Clear(placer.Later);
        _spread = 0;
    }

    // Steps of one evening are laid in another order than their first chances say: a coat after the work that shares its evening.
    private void Shuffle(Neighbourhood near)
    {
        _spread = Spreads[random.Below(Spreads.Length)];
        foreach (var c in near.Chosen)
        {
            var sequence = problem.Sequence[c];
            for (var i = near.From(c); i < sequence.Length; i++)
                placer.Later[sequence[i]] = random.Below(_spread);
        }
    }

    private void Move(int[] sequence, int from)
    {
        var pivot = from + random.Below(sequence.Length - from);
        var by = random.Permille(600) ? 1 + random.Below(3) : -1 - random.Below(3);
        if (random.Permille(700))
            Keep(sequence, from, pivot, 0);
        // Behind the step that moves the rest follows as early as it can, or moves along.
        Keep(sequence, pivot, random.Permille(500) ? pivot + 1 : sequence.Length, by);
    }

    private void Keep(int[] sequence, int from, int to, int by)
    {
        for (var i = from; i < to; i++)
        {
            var step = sequence[i];
            if (!table.Placed(step) || problem.Frozen[step])
                continue;
            var k = Math.Clamp(problem.SittingFrom(table.Start[step]) + by, 0, problem.Sittings - 1);
            placer.Floor[step] = by == 0 && _exact ? table.Start[step] : problem.SittingBegin[k];
            _set[_count++] = step;
        }
    }
}
