using Hexaprep.Craft.Vocabulary;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Scheduling.Timetables;

namespace Hexaprep.Scheduling.Searching;

/// <summary>The whole search for a plan: first plans from fixed orders, then many short starts, the best of them continued, the best
/// one finished.</summary>
internal sealed class Search
{
    /// <summary>Up to so many steps a bench is small: plans fall into pits; up to the next it is of middle size, beyond it large.</summary>
    public const int SmallSteps = 130,
        MiddleSteps = 250;

    // Fewer trials than that better nothing.
    private const int LeastTrials = 300;

    // Measured (docs/benchmarks.md): many short starts where plans fall into pits, few long and warm ones where they are wide.
    private static readonly Pace Small = new(Starts: 24, Share: 55, Keep: 3, Cold: 8, Colder: 16, Coldest: 32);
    private static readonly Pace Middle = new(Starts: 6, Share: 40, Keep: 2, Cold: 4, Colder: 6, Coldest: 12);
    private static readonly Pace Large = new(Starts: 3, Share: 30, Keep: 1, Cold: 4, Colder: 6, Coldest: 12);

    private sealed record Pace(int Starts, int Share, int Keep, int Cold, int Colder, int Coldest);

    private readonly Pace _pace;
    private readonly CompiledProblem _p;
    private readonly Timetable _table;
    private readonly Placer _placer;
    private readonly Move _attempt;
    private readonly Improver _improver;
    private readonly OrderSearch _orders;
    private readonly SplitMix64 _random;
    private readonly List<(int[] Order, long Value)> _first = [];

    public Search(CompiledProblem problem, Timetable table, ulong seed, CancellationToken cancel)
    {
        (_p, _table, _random) = (problem, table, new SplitMix64(seed));
        _pace =
            problem.Steps <= SmallSteps ? Small
            : problem.Steps <= MiddleSteps ? Middle
            : Large;
        _placer = new Placer(problem, table);
        _attempt = new Move(problem, table, _placer, cancel);
        _improver = new Improver(problem, table, _placer, _attempt, _random);
        _orders = new OrderSearch(problem, table, _placer, _attempt, _random);
    }

    /// <summary>The plan that is there at once: the best of the fixed orders, on a small bench bettered for a moment.</summary>
    /// <param name="best">Where it is kept.</param>
    /// <param name="most">Decodes the bettering may take; the moment is not longer for it.</param>
    /// <returns>Decodes spent.</returns>
    public int First(SavedPlan best, int most = int.MaxValue)
    {
        var fewest = int.MaxValue;
        var limits = new int[_p.Sequence.Length];
        foreach (var order in FirstPlans.Orders(_p))
        {
            Clear();
            var without = 0;
            foreach (var c in order)
                without += _placer.LayWhatFits(c);
            _table.ValueAll();
            _first.Add((order, without > fewest ? long.MaxValue : _table.Value()));
            if (without > fewest || (without == fewest && _table.Value() >= best.Value))
                continue;
            fewest = without;
            best.Save(_table);
            _placer.Limit.CopyTo(limits, 0);
        }
        limits.CopyTo(_placer.Limit, 0);
        _first.Sort((a, b) => a.Value.CompareTo(b.Value));
        var moment = Math.Min(FirstPlans.MostTrials, FirstPlans.MostWork / Math.Max(1, _p.Steps));
        if (moment < LeastTrials)
            return _first.Count;
        var decodes = Math.Max(0, Math.Min(moment, most - _first.Count));
        Improve(best, decodes);
        return _first.Count + decodes;
    }

    /// <summary>Starts from an older plan, as far as it holds, and spends decodes on a better one. Unless the bench is large and the
    /// older plan far better than the best of the fixed orders, a new beginning is made first with as many decodes, and the older plan
    /// is left only if that ends clearly better once both are finished.</summary>
    /// <returns>What became of the older plan, and the new beginning; null for what was not made.</returns>
    public (SavedPlan? Kept, SavedPlan? Fresh) Continue(IReadOnlyList<PlanChunk> older, int decodes, bool inTurns)
    {
        var (orders, kept) = (new SavedPlan(_p), new SavedPlan(_p));
        SavedPlan? fresh = null;
        // What keeps promises begins from one plan: no fixed order keeps them.
        var isBound = _table.Promised is not null;
        if (!isBound)
            First(orders, 0);
        Clear();
        var holds = WarmStart.Lay(_p, _table, _placer, older) && Movable;
        if (holds)
            kept.Save(_table);
        // In the order it had, where that is better than what must move to wherever room is left.
        if (!isBound && Lay(OrderOf(older)) && Movable && Saved() is var ordered && (!holds || ordered.IsBetterThan(kept)))
        {
            holds = true;
            kept.Save(ordered);
        }
        // Up to a middle size fixed orders may fall into pits themselves: to be far better than they are proves nothing.
        if (!holds || (!isBound && (_p.Steps <= MiddleSteps || !kept.IsFarBetterThan(orders))))
        {
            _first.Clear();
            fresh = new SavedPlan(_p);
            var spent = First(fresh, decodes);
            Improve(fresh, decodes - spent);
        }
        if (holds)
        {
            var work = (long)decodes * _p.Steps;
            // Where many give way at once, whose turn comes when moves more than a few batches laid anew.
            var broad = inTurns ? work * 4 / 5 : work / 2;
            kept.Load(_table);
            if (inTurns)
                new TurnSearch(_p, _table, _placer, _attempt, _random).Run(broad, _pace.Colder, kept);
            else
                _improver.Run(broad, _pace.Colder, kept);
            kept.Load(_table);
            _improver.Run(work - broad, _pace.Coldest, kept);
        }
        return (holds ? kept : null, fresh);
    }

    private SavedPlan Saved()
    {
        var plan = new SavedPlan(_p);
        plan.Save(_table);
        return plan;
    }

    // The clusters by the minute at which an older plan began them; what is new comes last.
    private int[] OrderOf(IReadOnlyList<PlanChunk> older)
    {
        var began = new int[_p.Sequence.Length];
        Array.Fill(began, int.MaxValue);
        foreach (var chunk in older)
        {
            if (_p.ById.TryGetValue((chunk.Batch, chunk.Step), out var step))
                began[_p.Cluster[step]] = Math.Min(began[_p.Cluster[step]], chunk.Start);
        }
        return [.. Enumerable.Range(0, began.Length).OrderBy(c => began[c]).ThenBy(c => c)];
    }

    /// <summary>Spends decodes on a better plan than the best so far. A decode is as many steps laid as there are.</summary>
    public void Improve(SavedPlan best, int decodes)
    {
        if (decodes <= 0 || !Movable)
            return;
        var work = (long)decodes * _p.Steps;
        var pool = Starts(work * _pace.Share / 100);
        if (pool.Count == 0)
            pool.Add(best);
        var left = work - work * _pace.Share / 100;
        pool.Sort((a, b) => a.Value.CompareTo(b.Value));
        if (pool.Count > _pace.Keep)
            pool.RemoveRange(_pace.Keep, pool.Count - _pace.Keep);
        foreach (var plan in pool)
        {
            plan.Load(_table);
            _improver.Run(left / 2 / pool.Count, _pace.Colder, plan);
        }
        var last = pool.MinBy(p => p.Value)!;
        if (best.Value <= last.Value)
            last = best;
        last.Load(_table);
        _improver.Run(left / 2, _pace.Coldest, last);
        if (last.Value < best.Value)
            best.Save(last);
    }

    private bool Movable => Enumerable.Range(0, _p.Steps).Any(i => !_p.Frozen[i] && _table.Placed(i));

    private List<SavedPlan> Starts(long work)
    {
        var count = _pace.Starts;
        var pool = _pace == Small ? RandomStart(count / 2, work / 4) : [];
        var each = (_pace == Small ? work - work / 4 : work) / count;
        for (var s = 0; s < count; s++)
        {
            var cold = _pace.Cold * (1 + s % 4);
            if (s < pool.Count)
            {
                pool[s].Load(_table);
                _improver.Run(each, cold, pool[s]);
                continue;
            }
            var order = (int[])_first[Math.Min(s / 2, _first.Count - 1)].Order.Clone();
            if (s % 2 == 1)
                Perturb(order);
            if (!Lay(order))
                continue;
            var plan = new SavedPlan(_p);
            plan.Save(_table);
            _orders.Run(order, each / 2, cold, plan);
            plan.Load(_table);
            _improver.Run(each - each / 2, cold, plan);
            pool.Add(plan);
        }
        return pool;
    }

    // The best of many haphazard plans, no two of one value.
    private List<SavedPlan> RandomStart(int count, long work)
    {
        var pool = new List<SavedPlan>();
        for (long done = 0; done < work; done += _attempt.Work)
        {
            if (!_improver.RandomStart())
                continue;
            var value = _table.Value();
            if ((pool.Count == count && value >= pool[^1].Value) || pool.Exists(p => p.Value == value))
                continue;
            if (pool.Count < count)
                pool.Add(new SavedPlan(_p));
            pool[^1].Save(_table);
            pool.Sort((a, b) => a.Value.CompareTo(b.Value));
        }
        return pool;
    }

    private void Perturb(int[] order)
    {
        for (var i = order.Length - 1; i > 0; i--)
        {
            var j = Math.Max(0, i - _random.Below(3));
            (order[i], order[j]) = (order[j], order[i]);
        }
    }

    private bool Lay(int[] order)
    {
        Clear();
        var laid = true;
        foreach (var c in order)
            laid &= _placer.Lay(c);
        _table.ValueAll();
        return laid;
    }

    private void Clear()
    {
        _attempt.Begin();
        _table.Clear();
    }
}
