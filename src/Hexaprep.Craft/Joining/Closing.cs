using System.Numerics;

namespace Hexaprep.Craft.Joining;

/// <summary>Whether the pieces of a model can be closed, what is closed before painting and what after, and in which order.</summary>
/// <param name="Before">Joints closed before painting, in order; empty where it cannot be closed.</param>
/// <param name="After">Joints closed after painting, in order.</param>
/// <param name="Bodies">How many bodies are painted.</param>
/// <param name="Stuck">The largest set of joints that can never all be closed, ascending; empty where all can.</param>
/// <param name="Ease">The fewest blockings that have to fall away so that all can be closed, by number, ascending.</param>
public sealed record Closing(
    IReadOnlyList<int> Before,
    IReadOnlyList<int> After,
    int Bodies,
    IReadOnlyList<int> Stuck,
    IReadOnlyList<int> Ease
)
{
    /// <summary>True when all joints can be closed.</summary>
    public bool IsClosable => Stuck.Count == 0;

    /// <summary>Proves it one way or the other: the fewest bodies at painting, of those the fewest joints after it.</summary>
    public static Closing Of(ClosingProblem problem) => new ClosingSearch(problem).Find();
}

/// <summary>The search behind <see cref="Closing"/>. A joint or group may be the last of a set when nothing of the rest blocks it. What
/// may be last of a set may be last of any smaller one, so taking away whatever may be last, in any order, leaves what can never all be
/// closed; and what can be taken from the whole, one after the other, is what can be closed after painting.</summary>
internal sealed class ClosingSearch
{
    private readonly ClosingProblem _problem;

    // The joints that are closed in one go: each alone, but for those that belong together.
    private readonly uint[] _groups;
    private readonly uint[][] _blockers;

    // The sets looked at, a bit each.
    private readonly ulong[] _seen;
    private readonly int[] _body,
        _way;

    // The pieces that are to be apart from others, those from most first, and from which of them, a bit each.
    private readonly int[] _clashing;
    private readonly ulong[] _clash,
        _clique;

    // The joints of the way to each piece.
    private readonly uint[] _by;
    private int _fewest,
        _fewestAfter;
    private uint _best;

    public ClosingSearch(ClosingProblem problem)
    {
        _problem = problem;
        var grouped = problem.Together.Aggregate(0u, (all, g) => all | g);
        var alone = Enumerable.Range(0, problem.Joints.Count).Select(j => 1u << j).Where(j => (grouped & j) == 0);
        // In the order of the joints: where nothing speaks against it, they are closed as they were listed.
        _groups = [.. problem.Together.Concat(alone).OrderBy(BitOperations.TrailingZeroCount)];
        _blockers = [.. _groups.Select(g => problem.Blocked.Where(b => (g >> b.Joint & 1) == 1).Select(b => b.By).ToArray())];
        _body = new int[problem.Pieces];
        _seen = new ulong[(problem.All >> 6) + 1];
        (_way, _by, _clique) = (new int[problem.Pieces], new uint[problem.Pieces], new ulong[problem.Pieces]);
        // At most 48 pieces are joined to anything.
        _clashing =
        [
            .. problem
                .Joints.SelectMany(j => new[] { j.A, j.B })
                .Distinct()
                .OrderByDescending(p => problem.Apart.Count(a => a.A == p || a.B == p))
                .Where(p => problem.Apart.Any(a => a.A == p || a.B == p)),
        ];
        _clash =
        [
            .. _clashing.Select(p =>
                problem
                    .Apart.Where(a => a.A == p || a.B == p)
                    .Select(a => Array.IndexOf(_clashing, a.A == p ? a.B : a.A))
                    .Where(i => i >= 0)
                    .Aggregate(0ul, (all, i) => all | 1ul << i)
            ),
        ];
    }

    public Closing Find()
    {
        var stuck = Reduced(_problem.All);
        if (stuck != 0)
            return new([], [], 0, Numbers(stuck), Eased(stuck));
        (_fewest, _fewestAfter) = (int.MaxValue, int.MaxValue);
        Open(_problem.All);
        return new(Ordered(_best, 0), Ordered(_problem.All, _best), Bodies(_best), [], []);
    }

    // True when a group may be closed last of a set: no blocking of it lies wholly in the rest. A member of its own counts as closed only
    // with all of it.
    private bool MayBeLast(int group, uint set)
    {
        var rest = set & ~_groups[group];
        foreach (var by in _blockers[group])
        {
            if ((by & ~rest) == 0)
                return false;
        }
        return true;
    }

    // What is left of a set when all that may be last was taken away.
    private uint Reduced(uint set)
    {
        for (var taken = true; taken; )
        {
            taken = false;
            for (var g = 0; g < _groups.Length; g++)
            {
                if ((set & _groups[g]) == 0 || !MayBeLast(g, set))
                    continue;
                set &= ~_groups[g];
                taken = true;
            }
        }
        return set;
    }

    // Leaves joints open while painting, as few as keep the pieces apart: more open joints never make fewer bodies.
    private void Open(uint before)
    {
        if ((_seen[before >> 6] >> (int)(before & 63) & 1) == 1)
            return;
        _seen[before >> 6] |= 1ul << (int)(before & 63);
        var (bodies, after) = (Bodies(before), BitOperations.PopCount(_problem.All & ~before));
        if (IsApart())
        {
            if (bodies < _fewest || (bodies == _fewest && after < _fewestAfter))
                (_fewest, _fewestAfter, _best) = (bodies, after, before);
            return;
        }
        var isForest = bodies == _problem.Pieces - BitOperations.PopCount(before);
        var (paths, joining) = Paths(before);
        // Each of these paths loses a joint of its own; without a ring each of them is a body more, and so is each piece but one of those
        // in a body of which no two may stay together.
        var more = MoreBodies();
        var (least, opened) = (bodies + (isForest ? Math.Max(paths, more) : more), after + Math.Max(paths, more));
        if (least > _fewest || (least == _fewest && opened >= _fewestAfter))
            return;
        // First what joins pieces that are to be apart, then what may have to go before it.
        foreach (var joins in new[] { true, false })
        {
            for (var g = 0; g < _groups.Length; g++)
            {
                if ((before & _groups[g]) != 0 && (joining & _groups[g]) != 0 == joins && MayBeLast(g, before))
                    Open(before & ~_groups[g]);
            }
        }
    }

    // How many more bodies there must be than those counted last: in each, pieces of which every two are to be apart.
    private int MoreBodies()
    {
        Array.Clear(_clique);
        var more = 0;
        for (var i = 0; i < _clashing.Length; i++)
        {
            ref var clique = ref _clique[Body(_clashing[i])];
            if ((clique & ~_clash[i]) != 0)
                continue;
            more += clique == 0 ? 0 : 1;
            clique |= 1ul << i;
        }
        return more;
    }

    // Paths between pieces that are to be apart, none sharing a joint with another: how many, and their joints.
    private (int Paths, uint Joints) Paths(uint joints)
    {
        var (paths, all) = (0, 0u);
        foreach (var (a, b) in _problem.Apart)
        {
            if (Path(a, b, joints & ~all) is not (> 0 and var path))
                continue;
            paths++;
            all |= path;
        }
        return (paths, all);
    }

    // A shortest path between two pieces by some joints; 0 for none.
    private uint Path(int from, int to, uint joints)
    {
        Array.Fill(_way, -1);
        Array.Clear(_by);
        _way[0] = from;
        _by[from] = uint.MaxValue;
        for (int at = 0, end = 1; at < end; at++)
        {
            var piece = _way[at];
            for (var left = joints; left != 0; left &= left - 1)
            {
                var joint = _problem.Joints[BitOperations.TrailingZeroCount(left)];
                if (joint.A != piece && joint.B != piece)
                    continue;
                var next = joint.A == piece ? joint.B : joint.A;
                if (_by[next] != 0)
                    continue;
                _by[next] = (piece == from ? 0 : _by[piece]) | (left & (~left + 1));
                if (next == to)
                    return _by[next];
                _way[end++] = next;
            }
        }
        return 0;
    }

    private int Bodies(uint joints)
    {
        for (var i = 0; i < _body.Length; i++)
            _body[i] = i;
        var bodies = _body.Length;
        for (; joints != 0; joints &= joints - 1)
        {
            var joint = _problem.Joints[BitOperations.TrailingZeroCount(joints)];
            var (a, b) = (Body(joint.A), Body(joint.B));
            if (a == b)
                continue;
            _body[a] = b;
            bodies--;
        }
        return bodies;
    }

    private int Body(int piece)
    {
        while (_body[piece] != piece)
            piece = _body[piece];
        return piece;
    }

    // Of the bodies counted last.
    private bool IsApart()
    {
        foreach (var (a, b) in _problem.Apart)
        {
            if (Body(a) == Body(b))
                return false;
        }
        return true;
    }

    // An order of the joints of one set that are not in another, which is closed before: from the last one backwards.
    private List<int> Ordered(uint set, uint closed)
    {
        var order = new List<int>();
        while (set != closed)
        {
            var last = Enumerable.Range(0, _groups.Length).Last(g => (set & ~closed & _groups[g]) != 0 && MayBeLast(g, set));
            set &= ~_groups[last];
            order.InsertRange(0, Numbers(_groups[last]));
        }
        return order;
    }

    // The cheapest way out: each group that is made last costs the blockings of it that lie in the rest, whatever was made last before.
    private List<int> Eased(uint stuck)
    {
        var cost = new Dictionary<uint, (int Cost, int Group)>();
        Cost(stuck);
        var ease = new SortedSet<int>();
        for (var set = stuck; set != 0; )
        {
            var group = cost[set].Group;
            var rest = set & ~_groups[group];
            for (var i = 0; i < _problem.Blocked.Count; i++)
            {
                var blocking = _problem.Blocked[i];
                if ((_groups[group] >> blocking.Joint & 1) == 1 && (blocking.By & ~rest) == 0)
                    ease.Add(i);
            }
            set = Reduced(rest);
        }
        return [.. ease];

        int Cost(uint set)
        {
            if (set == 0)
                return 0;
            if (cost.TryGetValue(set, out var known))
                return known.Cost;
            var best = (Cost: int.MaxValue, Group: -1);
            for (var g = 0; g < _groups.Length; g++)
            {
                if ((set & _groups[g]) == 0)
                    continue;
                var rest = set & ~_groups[g];
                var own = _blockers[g].Count(by => (by & ~rest) == 0);
                if (own < best.Cost && own + Cost(Reduced(rest)) is var all && all < best.Cost)
                    best = (all, g);
            }
            cost[set] = best;
            return best.Cost;
        }
    }

    private static List<int> Numbers(uint joints) => [.. Enumerable.Range(0, 32).Where(j => (joints >> j & 1) == 1)];
}
