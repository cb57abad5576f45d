using Hexaprep.Scheduling.Problems;

namespace Hexaprep.Scheduling.Bounds;

/// <summary>What no plan can better.</summary>
/// <param name="Value">No plan has a lower value.</param>
/// <param name="Ready">For each unit in the order of the problem, the least minute it can be ready at; <see cref="int.MaxValue"/> when
/// the calendar is too short.</param>
/// <param name="ShortMinutes">Minutes by which the sittings up to the last deadline fall short of the hands all units with deadlines
/// need; 0 when they do not.</param>
public sealed record LowerBound(long Value, IReadOnlyList<int> Ready, int ShortMinutes)
{
    private const int MostCells = 400_000;

    /// <summary>Minutes of hands that are left, at the least.</summary>
    public int HandsMinutes { get; init; }

    /// <summary>The minute before which no plan has all of that behind it; null when the calendar is too short, or in bounds kept by
    /// earlier versions.</summary>
    public int? HandsEnd { get; init; }

    /// <summary>The minute before which no plan has every unit done; null as above.</summary>
    public int? LastReady { get; init; }

    /// <summary>Bounds a problem: critical paths, hands by position, hands by sitting, sittings and set-ups; proofs in
    /// docs/computation.md.</summary>
    public static LowerBound Of(PlanProblem problem, CancellationToken cancel = default)
    {
        var p = CompiledProblem.Of(problem);
        var alone = new CriticalPath(p).Ready;
        var work = new int[p.Units];
        var after = new int[p.Units];
        Array.Fill(after, int.MaxValue);
        for (var i = 0; i < p.Steps; i++)
        {
            if (p.Frozen[i])
                continue;
            var u = p.Unit[i];
            // What may run beside other work, or without hands, proves nothing about hands, and may be the last to end.
            if (p.Attention[i] is Attend.Free or Attend.Trifle)
            {
                after[u] = 0;
                continue;
            }
            work[u] += p.LeastMinutes(i);
            if (!Array.Exists(p.Out[i], a => p.Unit[p.Arcs[a].To] == u))
                after[u] = Math.Min(after[u], p.Wait[i]);
        }
        var open = Enumerable.Range(0, p.Units).Where(u => work[u] > 0).ToArray();
        foreach (var u in open.Where(u => after[u] == int.MaxValue))
            after[u] = 0;
        long settled = 0;
        foreach (var u in Enumerable.Range(0, p.Units).Where(u => work[u] == 0))
            settled += Cost(p, u, alone[u]);
        var finish = settled + Math.Max(ByPosition(p, open, alone, work, after), BySitting(p, open, alone, work, after, cancel));
        var w = problem.Weights;
        var value =
            finish
            + (long)w.Sitting * Math.Max(0, LeastSittings(p, work.Sum()) - (problem.Open == true ? 1 : 0))
            + (long)w.Setup * p.Mode.Where(m => m >= 0).Distinct().Count();
        var (hands, latest) = (new Hands(p).When(work.Sum()), alone.DefaultIfEmpty(0).Max());
        var isKnown = hands < CompiledProblem.Never && latest < CompiledProblem.Never;
        return new LowerBound(value, [.. alone.Select(r => r >= CompiledProblem.Never ? int.MaxValue : r)], Short(p, open, work))
        {
            HandsMinutes = work.Sum(),
            HandsEnd = isKnown ? (int)hands : null,
            LastReady = isKnown ? (int)Math.Max(hands, latest) : null,
        };
    }

    /// <summary>The least minute each unit can be ready at, with the bench to itself; <see cref="int.MaxValue"/> when the calendar is
    /// too short.</summary>
    public static Dictionary<string, int> Alone(PlanProblem problem)
    {
        var ready = new CriticalPath(CompiledProblem.Of(problem)).Ready;
        return problem
            .Units.Select((u, i) => (u.Id, At: ready[i] >= CompiledProblem.Never ? int.MaxValue : ready[i]))
            .ToDictionary(u => u.Id, u => u.At, StringComparer.Ordinal);
    }

    private static long Cost(CompiledProblem p, int unit, int ready) => p.CostOf(unit, Math.Min(ready, p.Horizon));

    // The k-th unit to lay down its tools has behind it its own work and at least that of the k - 1 smallest others.
    private static long ByPosition(CompiledProblem p, int[] open, int[] alone, int[] work, int[] after)
    {
        var n = open.Length;
        var sorted = open.Select(u => work[u]).Order().ToArray();
        var sums = new long[n + 1];
        for (var i = 0; i < n; i++)
            sums[i + 1] = sums[i] + sorted[i];
        var hands = new Hands(p);
        var cost = new long[n][];
        for (var i = 0; i < n; i++)
        {
            cost[i] = new long[n];
            var rank = Array.BinarySearch(sorted, work[open[i]]);
            for (var k = 0; k < n; k++)
            {
                // The k smallest others: one more if this unit is among them.
                var others = rank < k ? sums[k + 1] - work[open[i]] : sums[k];
                cost[i][k] = Cost(
                    p,
                    open[i],
                    (int)
                        Math.Min(CompiledProblem.Never, Math.Max(alone[open[i]], hands.When(work[open[i]] + others) + (long)after[open[i]]))
                );
            }
        }
        return Assignment.Least((i, k) => cost[i][k], n);
    }

    // Each minute of work lies in some sitting, and its unit is not ready before that sitting begins.
    private static long BySitting(CompiledProblem p, int[] open, int[] alone, int[] work, int[] after, CancellationToken cancel)
    {
        var need = open.Sum(u => (long)work[u]);
        var sittings = 0;
        for (long have = 0; sittings < p.Sittings && have < need; sittings++)
            have += p.SittingEnd[sittings] - p.SittingBegin[sittings];
        if ((long)sittings * open.Length > MostCells || open.Length == 0)
            return 0;
        var room = Enumerable.Range(0, sittings).Select(k => p.SittingEnd[k] - p.SittingBegin[k]).ToArray();
        var costs = open.Select(u =>
                Enumerable
                    .Range(0, sittings)
                    .Select(k =>
                        1000
                        * Cost(p, u, (int)Math.Min(CompiledProblem.Never, Math.Max(alone[u], (long)p.SittingBegin[k] + after[u])))
                        / work[u]
                    )
                    .ToArray()
            )
            .ToArray();
        return Transport.Least([.. open.Select(u => work[u])], room, costs, cancel) / 1000;
    }

    private static int LeastSittings(CompiledProblem p, int work)
    {
        var used = 0;
        foreach (var length in Enumerable.Range(0, p.Sittings).Select(k => p.SittingEnd[k] - p.SittingBegin[k]).OrderDescending())
        {
            if (work <= 0)
                break;
            work -= length;
            used++;
        }
        return used;
    }

    // Units due by a minute need all their hands by then.
    private static int Short(CompiledProblem p, int[] open, int[] work)
    {
        var hands = new Hands(p);
        long need = 0,
            most = 0;
        foreach (var u in open.Where(u => p.Deadline[u] != CompiledProblem.Never).OrderBy(u => p.Deadline[u]))
        {
            need += work[u];
            most = Math.Max(most, need - hands.Until(p.Deadline[u]));
        }
        return (int)Math.Min(int.MaxValue, most);
    }

    // Sitting minutes there are up to a minute, and the minute by which there are so many.
    private sealed class Hands
    {
        private readonly CompiledProblem _p;
        private readonly long[] _upTo;

        public Hands(CompiledProblem p)
        {
            _p = p;
            _upTo = new long[p.Sittings + 1];
            for (var k = 0; k < p.Sittings; k++)
                _upTo[k + 1] = _upTo[k] + p.SittingEnd[k] - p.SittingBegin[k];
        }

        public long Until(int t)
        {
            var k = _p.SittingFrom(t);
            return _upTo[k] + (k < _p.Sittings ? Math.Max(0, t - _p.SittingBegin[k]) : 0);
        }

        public long When(long work)
        {
            var k = Array.BinarySearch(_upTo, work);
            if (k < 0)
                k = ~k;
            // The first sitting whose end has seen so much work.
            while (k > 0 && _upTo[k - 1] >= work)
                k--;
            return k > _p.Sittings ? CompiledProblem.Never
                : k == 0 ? 0
                : _p.SittingBegin[k - 1] + work - _upTo[k - 1];
        }
    }
}
