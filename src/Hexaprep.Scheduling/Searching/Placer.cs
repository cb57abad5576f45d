using Hexaprep.Scheduling.Problems;
using Hexaprep.Scheduling.Timetables;

namespace Hexaprep.Scheduling.Searching;

/// <summary>Lays the steps of a cluster one after the other, each as early as it goes. Where a window, a hold or a forbidden gap makes
/// a later step
/// depend on an earlier one, the earlier one is pushed back and all after it is laid anew.</summary>
internal sealed partial class Placer(CompiledProblem problem, Timetable table)
{
    private const int MostPushes = 400;

    // Minutes of slack from which a step counts as off the main line.
    private const int OffTheLine = 600;

    // An evening: a coat is not held back beyond it to share a set-up.
    private const int LongestWaitToJoin = 300;
    private readonly CompiledProblem _p = problem;
    private readonly int[] _lower = new int[problem.Steps];
    private readonly int[] _at = new int[problem.Sequence.Length],
        _until = new int[problem.Sequence.Length],
        _pushes = new int[problem.Sequence.Length];
    private readonly int[] _together = new int[problem.Sequence.Length];
    private int _count;
    private readonly int[] _looseAt = new int[problem.Arcs.Length];
    private readonly int[] _before = new int[problem.Arcs.Length];
    private readonly Chunk[] _kept = new Chunk[table.Found.Length];

    /// <summary>Called before a step that was in place from the start is taken out.</summary>
    public Action<int>? Touched { get; set; }

    /// <summary>Called when a coat may have changed the minutes of the next one in a sitting.</summary>
    public Action<int>? Displaced { get; set; }

    /// <summary>Asked after a step was laid: is it already plain that this leads nowhere?</summary>
    public Func<int, bool>? Hopeless { get; set; }

    /// <summary>How steps are laid; null for as early as they go.</summary>
    public TrialSettings? TrialSettings { get; set; }

    /// <summary>Minutes by which a step is taken later into the order than its first chance says, in this trial.</summary>
    public int[] Later { get; } = new int[problem.Steps];

    /// <summary>For each step the minute before which this trial does not lay it; 0 for none.</summary>
    public int[] Floor { get; } = new int[problem.Steps];

    /// <summary>For each cluster the position from which on nothing is laid, since it fits nowhere.</summary>
    public int[] Limit { get; } = [.. problem.Sequence.Select(s => s.Length)];

    /// <summary>Lays a cluster as far as it goes. What opens a hold that cannot be closed is not laid either.</summary>
    /// <returns>The number of steps left without a place.</returns>
    public int LayWhatFits(int cluster)
    {
        var sequence = _p.Sequence[cluster];
        Limit[cluster] = sequence.Length;
        while (!Lay(cluster))
        {
            Remove(sequence, 0, sequence.Length);
            var limit = FailedAt;
            for (var i = 0; i < limit; i++)
            {
                foreach (var h in _p.Opens[sequence[i]])
                {
                    if (_p.Holds[h].Own || _p.Position[_p.Holds[h].To] < limit)
                        continue;
                    // A shorter limit may leave another hold open that began before.
                    (limit, i) = (i, -1);
                    break;
                }
            }
            Limit[cluster] = limit;
        }
        return sequence.Length - Limit[cluster];
    }

    /// <summary>The position in its sequence at which the last failure came.</summary>
    public int FailedAt { get; private set; }

    /// <summary>Gives every step of a cluster that has none a place.</summary>
    /// <param name="cluster">Number of the cluster.</param>
    /// <param name="until">Positions from here on are left alone.</param>
    /// <returns>False when a step finds none; the rest may then stand in part.</returns>
    public bool Lay(int cluster, int until = int.MaxValue)
    {
        Open(cluster, until);
        while (Next(cluster) is >= 0 and var step)
        {
            if (!LayNext(step))
                return false;
        }
        return true;
    }

    /// <summary>Lays several clusters step by step: each time the one whose next step can start first, after what it is set back
    /// by.</summary>
    /// <param name="clusters">Their numbers.</param>
    /// <param name="setBack">Minutes each is set back, by cluster number.</param>
    public bool Lay(ReadOnlySpan<int> clusters, int[] setBack)
    {
        foreach (var c in clusters)
            Open(c, int.MaxValue);
        clusters.CopyTo(_together);
        _count = clusters.Length;
        _begunAnew = 0;
        var laid = LayTogether(clusters, setBack);
        _count = 0;
        // A cluster that is laid alone later has no turn to keep.
        _followed.Clear();
        return laid;
    }

    private bool LayTogether(ReadOnlySpan<int> clusters, int[] setBack)
    {
        while (true)
        {
            int next = -1,
                least = int.MaxValue;
            foreach (var c in clusters)
            {
                if (Next(c) is not (>= 0 and var step))
                    continue;
                var key = Turn(step) + setBack[c];
                if (key < least)
                    (least, next) = (key, step);
            }
            if (next < 0)
                return true;
            if (!LayNext(next))
                return false;
            if (Stood is not null && table.Placed(next))
                _followed.Add(next);
        }
    }

    // The minute from which a coat ends just when the next coat of its kind, of those laid with it, can begin: then they share a set-up,
    // and what is left of the weather may do for the second.
    private int JustBefore(int step, int from)
    {
        var nearest = int.MaxValue;
        for (var i = 0; i < _count; i++)
        {
            var c = _together[i];
            if (c == _p.Cluster[step] || Next(c) is not (>= 0 and var next) || _p.Mode[next] != _p.Mode[step])
                continue;
            var start = From(next) - _p.Minutes(step, _p.Count[step]);
            if (start > from && start - from < LongestWaitToJoin)
                nearest = Math.Min(nearest, start);
        }
        return nearest == int.MaxValue ? from : nearest;
    }

    private bool FindOrElse(int step, int from, ref PlacementOptions taste)
    {
        var until = table.Latest(step);
        if (table.Find(step, from, until, taste))
            return true;
        if ((taste & PlacementOptions.KeepToUsed) == 0)
            return false;
        taste &= ~PlacementOptions.KeepToUsed;
        return table.Find(step, from, until, taste);
    }

    private bool FindLateWhereItMay(int step, int from) =>
        Stood is null
        && NeededBy(step) is >= 0 and var needed
        && (TrialSettings?.Late() ?? true)
        && table.FindLate(step, from, needed)
        && table.LagsHold(step, table.FoundStart, table.FoundEnd);

    // A step off the main line whose one follower waits for others too, all placed: the minute it must end by. Otherwise -1.
    private int NeededBy(int step)
    {
        if (
            _p.Slack[step] < OffTheLine
            || _p.Mode[step] >= 0
            || _p.Out[step].Length > 1
            || _p.Opens[step].Length > 0
            || _p.Closes[step].Length > 0
        )
            return -1;
        if (_p.Out[step].Length == 0)
            return EndsWith(step);
        ref readonly var arc = ref _p.Arcs[_p.Out[step][0]];
        if (arc.Ties || arc.Lo != CompiledProblem.Never || _p.In[arc.To].Length < 2)
            return -1;
        var start = 0;
        foreach (var a in _p.In[arc.To])
        {
            ref readonly var other = ref _p.Arcs[a];
            if (other.From == step)
                continue;
            if (!table.Placed(other.From))
                return -1;
            start = Math.Max(start, table.End[other.From] + other.Min);
        }
        return start - arc.Min;
    }

    private void Open(int cluster, int until)
    {
        var sequence = _p.Sequence[cluster];
        _until[cluster] = Math.Min(Math.Min(until, Limit[cluster]), sequence.Length);
        _pushes[cluster] = 0;
        FailedAt = 0;
        foreach (var step in sequence)
        {
            _lower[step] = 0;
            foreach (var a in _p.In[step])
                _looseAt[a] = 0;
        }
        _at[cluster] = 0;
    }

    // The step to be laid next of a cluster; -1 when none is left.
    private int Next(int cluster)
    {
        if (ChainsOf(cluster) is { } strands)
            return NextOf(strands, _until[cluster]);
        var sequence = _p.Sequence[cluster];
        ref var at = ref _at[cluster];
        while (at < _until[cluster] && table.Placed(sequence[at]))
            at++;
        return at < _until[cluster] ? sequence[at] : -1;
    }

    private bool LayNext(int step)
    {
        var cluster = _p.Cluster[step];
        var strands = ChainsOf(cluster);
        FailedAt = strands is null ? Math.Max(FailedAt, _p.Position[step]) : _p.Position[step];
        var from = From(step);
        var taste = PlacementOptions.None;
        if (TrialSettings is { } manner)
        {
            taste = manner.Choose(ref from);
            if (_p.Mode[step] >= 0 && manner.Joins())
                from = Math.Max(from, JustBefore(step, from));
        }
        if (StandsAgain?.Invoke(step, from) != true && !FindLateWhereItMay(step, from) && !FindOrElse(step, from, ref taste))
            return false;
        Pull(step, from, taste, out var push, out var pushTo);
        if (push < 0)
        {
            table.Put(step, table.Found.AsSpan(0, table.FoundCount));
            if ((taste & PlacementOptions.Displace) != 0 && _p.Mode[step] >= 0)
                Displaced?.Invoke(table.Found[0].Sitting);
            if (Hopeless is { } hopeless && hopeless(step))
                return false;
            if (!Overheld(step, out push, out pushTo) && !IsOutOfPlace(step, ref push, ref pushTo))
                return true;
            // What stands from before this trial, and comes behind in the order, is laid anew in its turn.
            while (push >= 0 && strands is null && _p.Position[push] > _p.Position[step])
            {
                if (_p.Frozen[push] || _p.Position[push] >= _until[cluster])
                    return false;
                Remove(_p.Sequence[cluster], _p.Position[push], _until[cluster]);
                _lower[push] = Math.Max(pushTo, _lower[push] + 1);
                (push, pushTo) = (-1, 0);
                if (!IsOutOfPlace(step, ref push, ref pushTo))
                    return true;
            }
        }
        if (push < 0 || _p.Frozen[push] || ++_pushes[cluster] > MostPushes)
            return false;
        TakeWhatFollowed(push);
        // With all that was laid after it, be it from before this trial: it may be tied to what moves.
        if (strands is null)
            _at[cluster] = Remove(_p.Sequence[cluster], _p.Position[push], _until[cluster]);
        else
            Remove(_p.WithAllBehind(push, strands));
        _lower[push] = Math.Max(pushTo, _lower[push] + 1);
        return true;
    }

    // What the place just found asks of the steps before: a window not to be missed, a gap better avoided. A push of -1 is nothing.
    private void Pull(int step, int from, PlacementOptions taste, out int push, out int pushTo)
    {
        (push, pushTo) = (-1, 0);
        foreach (var a in _p.In[step])
        {
            ref readonly var arc = ref _p.Arcs[a];
            var end = table.End[arc.From];
            var late = Math.Max(table.FoundStart - end - arc.Max, table.FoundEnd - end - arc.FinishMax);
            if (late > 0)
                (push, pushTo) = (arc.From, table.Start[arc.From] + late);
            else if (arc.Lo != CompiledProblem.Never && table.FoundStart - end > arc.Lo)
                TightIsSooner(a, step, from, taste, ref push, ref pushTo);
            if (push >= 0)
                return;
        }
    }

    // Beyond a forbidden gap: is it sooner to bring the step before it close enough?
    private void TightIsSooner(int a, int step, int from, PlacementOptions taste, ref int push, ref int pushTo)
    {
        ref readonly var arc = ref _p.Arcs[a];
        if (_p.Frozen[arc.From] || _looseAt[a] < 0 || (taste & PlacementOptions.Loose) != 0)
            return;
        if (_looseAt[a] == 0)
        {
            _looseAt[a] = table.FoundStart;
            _before[a] = _lower[arc.From];
        }
        var kept = table.FoundCount;
        table.Found.AsSpan(0, kept).CopyTo(_kept);
        var tight = table.Find(step, from, CompiledProblem.Never, taste | PlacementOptions.IgnoreGaps)
            ? table.FoundStart - arc.Lo - (table.End[arc.From] - table.Start[arc.From])
            : CompiledProblem.Never;
        if (tight > table.Start[arc.From] && table.FoundStart < _looseAt[a])
        {
            (push, pushTo) = (arc.From, tight);
            return;
        }
        // No sooner: back to where it was, and from now on the far side of the gap will do.
        var moved = _lower[arc.From] > _before[a];
        _looseAt[a] = -1;
        if (moved)
        {
            _lower[arc.From] = _before[a] - 1;
            (push, pushTo) = (arc.From, _before[a]);
            return;
        }
        table.Restore(_kept.AsSpan(0, kept));
    }

    // A hold that closes later than was thought, over others: it must open when they have let go.
    private bool Overheld(int step, out int push, out int pushTo)
    {
        (push, pushTo) = (-1, 0);
        foreach (var h in _p.Closes[step])
        {
            ref readonly var hold = ref _p.Holds[h];
            if (hold.Own || table.Overuse(h) is not (>= 0 and var free))
                continue;
            (push, pushTo) = (hold.From, table.Start[hold.From] + Math.Max(1, free - table.Moment(hold.From, hold.FromEdge)));
            return true;
        }
        return false;
    }

    // A unit that lasts longer than was thought, over others: it must begin when one of them is through.
    private bool IsOutOfPlace(int step, ref int push, ref int pushTo)
    {
        if (!table.LacksPlace(_p.Unit[step], out var free))
            return false;
        push = free == CompiledProblem.Never ? -1 : table.FirstOf(_p.Unit[step]);
        if (push >= 0)
            pushTo = Math.Max(free, table.Start[push] + 1);
        return true;
    }

    private int From(int step) => Math.Max(Math.Max(_lower[step], Floor[step]), table.Earliest(step));

    private int Remove(int[] sequence, int from, int to)
    {
        for (var i = to - 1; i >= from; i--)
            Remove(sequence[i]);
        return from;
    }

    private void Remove(IEnumerable<int> steps)
    {
        foreach (var step in steps)
            Remove(step);
    }

    private void Remove(int step)
    {
        if (!table.Placed(step))
            return;
        Touched?.Invoke(step);
        table.Take(step, _kept);
    }
}
