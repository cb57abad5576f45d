using Google.OrTools.Sat;
using Hexaprep.Scheduling.Problems;

namespace Hexaprep.Exact;

/// <summary>A bench scheduling problem (plain format, no extensions) as a constraint model for an exact solver.</summary>
public sealed class ExactModel
{
    private readonly CpModel _model = new();
    private readonly PlanProblem _problem;
    private readonly Dictionary<(string, string), Laid> _steps = [];
    private readonly List<IntervalVar> _hands = [];
    private readonly List<LinearExpr> _paid = [];

    private sealed record Chunk(IntVar Start, IntVar End, IntVar Models, BoolVar Present, IReadOnlyDictionary<int, BoolVar> In);

    private sealed record Laid(PlanBatch Batch, PlanStep Step, IReadOnlyList<Chunk> Chunks, IntVar Start, IntVar End, IntVar? Size);

    /// <summary>The model of a problem.</summary>
    /// <param name="problem">Base format alone.</param>
    /// <param name="known">The value of a plan that is known: none dearer is looked for; null for none.</param>
    public ExactModel(PlanProblem problem, long? known)
    {
        _problem = problem;
        foreach (var batch in problem.Batches)
        {
            foreach (var step in batch.Steps)
                _steps[(batch.Id, step.Id)] = Lay(batch, step);
        }
        _model.AddNoOverlap(_hands);
        foreach (var batch in problem.Batches)
            AddArcs(batch);
        AddHolds();
        AddSprays([.. _steps.Values.Where(s => s.Step.Mode is not null)]);
        var value = Value();
        if (known is { } most)
            _model.Add(value <= most);
        _model.Minimize(value);
    }

    /// <summary>The chunks of the plan found last, by their start; empty while there is none.</summary>
    public IReadOnlyList<PlanChunk> Found { get; private set; } = [];

    /// <summary>Tells the solver of a plan to begin with.</summary>
    public void BeginWith(IReadOnlyList<PlanChunk> chunks)
    {
        foreach (var step in chunks.GroupBy(c => (c.Batch, c.Step)))
        {
            var own = step.OrderBy(c => c.Start).ToList();
            foreach (var (i, chunk) in _steps[step.Key].Chunks.Index())
            {
                _model.AddHint(chunk.Present, i < own.Count ? 1 : 0);
                if (i >= own.Count)
                    continue;
                _model.AddHint(chunk.Start, own[i].Start);
                _model.AddHint(chunk.End, own[i].End);
            }
        }
    }

    /// <summary>Solves it, for so many seconds by the clock.</summary>
    /// <returns>The best value, the proven bound, and whether they meet.</returns>
    public (double Value, double Bound, bool Proven) Solve(int seconds, int workers) =>
        Solve($"max_time_in_seconds:{seconds} num_search_workers:{workers}");

    /// <summary>Solves it by one worker for so much work, whatever the clock says: equal problems give equal answers.</summary>
    /// <param name="work">About seconds of this solver on one core.</param>
    /// <param name="seed">Of its choices.</param>
    /// <remarks>On a machine so slow that two minutes are not enough it ends there, and the answer is that machine's.</remarks>
    public (double Value, double Bound, bool Proven) SolveRepeatably(int work, int seed) =>
        Solve($"max_deterministic_time:{work} max_time_in_seconds:120 num_search_workers:1 random_seed:{seed}");

    private (double Value, double Bound, bool Proven) Solve(string how)
    {
        using var solver = new CpSolver { StringParameters = how };
        var status = solver.Solve(_model);
        if (status is not (CpSolverStatus.Optimal or CpSolverStatus.Feasible))
            return (double.NaN, solver.BestObjectiveBound, false);
        Found =
        [
            .. from laid in _steps.Values
            from chunk in laid.Chunks
            where solver.BooleanValue(chunk.Present)
            let start = (int)solver.Value(chunk.Start)
            orderby start
            select new PlanChunk(laid.Batch.Id, laid.Step.Id, start, (int)solver.Value(chunk.End), (int)solver.Value(chunk.Models)),
        ];
        return (solver.ObjectiveValue, solver.BestObjectiveBound, status == CpSolverStatus.Optimal);
    }

    // A sitting, or for a coat a sitting cut with a spray window: begin, end, and which sitting.
    private List<(int Begin, int End, int Sitting)> Places(bool spray)
    {
        if (!spray)
            return [.. _problem.Sittings.Select((s, k) => (s.Begin, s.End, k))];
        return
        [
            .. from s in _problem.Sittings.Index()
            from w in _problem.SprayWindows
            let b = Math.Max(s.Item.Begin, w.Begin)
            let e = Math.Min(s.Item.End, w.End)
            where e > b
            select (b, e, s.Index),
        ];
    }

    private Laid Lay(PlanBatch batch, PlanStep step)
    {
        var (spray, count) = (step.Mode is not null, batch.Count);
        var most = spray ? 1 : Math.Max(1, Math.Min(step.MaxChunks, count));
        var places = Places(spray);
        var full = step.Setup + step.PerModel * count;
        var cleanout = _problem.Cleanout.Values.SelectMany(r => r.Values).DefaultIfEmpty(0).Max();
        var chunks = new List<Chunk>();
        var models = new List<IntVar>();
        IntVar? coat = null;
        for (var c = 0; c < most; c++)
        {
            var name = $"{batch.Id}.{step.Id}.{c}";
            var (start, end, present) = (
                _model.NewIntVar(0, _problem.Horizon, name + "s"),
                _model.NewIntVar(0, _problem.Horizon, name + "e"),
                _model.NewBoolVar(name + "p")
            );
            var n = _model.NewIntVar(0, count, name + "n");
            _model.Add(n >= 1).OnlyEnforceIf(present);
            _model.Add(n == 0).OnlyEnforceIf(present.Not());
            var size = _model.NewIntVar(1, full + cleanout, name + "z");
            if (spray)
                coat = size;
            else
                _model.Add(size == step.Setup + step.PerModel * n).OnlyEnforceIf(present);
            _hands.Add(_model.NewOptionalIntervalVar(start, size, end, present, name));
            var places_ = places.Select((p, i) => (Place: p, Lit: _model.NewBoolVar($"{name}@{i}"))).ToList();
            foreach (var (place, lit) in places_)
            {
                _model.Add(start >= place.Begin).OnlyEnforceIf(lit);
                _model.Add(end <= place.End).OnlyEnforceIf(lit);
            }
            _model.Add(LinearExpr.Sum(places_.Select(p => p.Lit)) == present);
            var byK = places_.GroupBy(p => p.Place.Sitting).ToDictionary(g => g.Key, g => Any([.. g.Select(p => p.Lit)]));
            if (c > 0)
            {
                _model.AddImplication(present, chunks[c - 1].Present);
                var before = chunks[c - 1];
                _model.Add(Sitting(byK) >= Sitting(before.In) + 1).OnlyEnforceIf(present);
            }
            else
                _model.Add(present == 1);
            chunks.Add(new Chunk(start, end, n, present, byK));
            models.Add(n);
        }
        _model.Add(LinearExpr.Sum(models) == count);
        var last = _model.NewIntVar(0, _problem.Horizon, $"{batch.Id}.{step.Id}.end");
        foreach (var c in chunks)
            _model.Add(last >= c.End).OnlyEnforceIf(c.Present);
        for (var c = 0; c < chunks.Count; c++)
        {
            // The end is that of the last chunk there is.
            ILiteral[] isLast = c + 1 < chunks.Count ? [chunks[c].Present, chunks[c + 1].Present.Not()] : [chunks[c].Present];
            _model.Add(last == chunks[c].End).OnlyEnforceIf(isLast);
        }
        return new Laid(batch, step, chunks, chunks[0].Start, last, coat);
    }

    private BoolVar Any(List<BoolVar> literals)
    {
        if (literals.Count == 1)
            return literals[0];
        var any = _model.NewBoolVar("any");
        _model.Add(LinearExpr.Sum(literals) == any);
        return any;
    }

    private static LinearExpr Sitting(IReadOnlyDictionary<int, BoolVar> places) =>
        LinearExpr.WeightedSum([.. places.Values], [.. places.Keys.Select(k => (long)k)]);

    private void AddArcs(PlanBatch batch)
    {
        foreach (var arc in batch.Arcs)
        {
            var (from, to) = (_steps[(batch.Id, arc.From)], _steps[(batch.Id, arc.To)]);
            _model.Add(to.Start - from.End >= arc.Min);
            if (arc.Max is { } max)
                _model.Add(to.Start - from.End <= max);
            if (arc.Forbid is not { } forbid)
                continue;
            var early = _model.NewBoolVar("early");
            _model.Add(to.Start - from.End <= forbid.Begin).OnlyEnforceIf(early);
            _model.Add(to.Start - from.End >= forbid.End).OnlyEnforceIf(early.Not());
        }
    }

    private void AddHolds()
    {
        foreach (var resource in _problem.Resources)
        {
            var cumulative = _model.AddCumulative(resource.Capacity);
            foreach (var batch in _problem.Batches)
            {
                foreach (var hold in batch.Holds.Where(h => h.Resource == resource.Id))
                {
                    var (from, to) = (Moment(batch, hold.From), Moment(batch, hold.To));
                    var size = _model.NewIntVar(0, 2 * _problem.Horizon, "hold");
                    cumulative.AddDemand(_model.NewIntervalVar(from, size, to, "hold"), hold.Amount);
                }
            }
        }
    }

    private LinearExpr Moment(PlanBatch batch, PlanEdge edge)
    {
        var step = _steps[(batch.Id, edge.Step)];
        return edge.Edge switch
        {
            "start" => step.Start + 0,
            "end" => step.End + 0,
            _ => step.End + step.Step.Wait,
        };
    }

    // Which coat comes right before which in a sitting decides set-ups, clean-outs and so the minutes.
    private void AddSprays(List<Laid> coats)
    {
        var n = coats.Count;
        var (before, same, pred, joined) = (new BoolVar[n, n], new BoolVar[n, n], new BoolVar[n, n], new BoolVar?[n, n]);
        for (var i = 0; i < n; i++)
        {
            for (var j = 0; j < n; j++)
            {
                if (i == j)
                    continue;
                (before[i, j], pred[i, j]) = (_model.NewBoolVar("b"), _model.NewBoolVar("p"));
                _model.Add(coats[j].Start >= coats[i].End).OnlyEnforceIf(before[i, j]);
                if (i < j)
                    same[i, j] = same[j, i] = Same(coats[i].Chunks[0].In, coats[j].Chunks[0].In);
            }
        }
        for (var i = 0; i < n; i++)
        {
            for (var j = i + 1; j < n; j++)
                _model.Add(before[i, j] + before[j, i] == 1);
        }
        for (var j = 0; j < n; j++)
        {
            var (full, shared) = (
                coats[j].Step.Setup + coats[j].Step.PerModel * coats[j].Batch.Count,
                Math.Max(1, coats[j].Step.PerModel * coats[j].Batch.Count)
            );
            var first = _model.NewBoolVar("first");
            var others = Enumerable.Range(0, n).Where(i => i != j).ToList();
            _model.Add(LinearExpr.Sum(others.Select(i => pred[i, j]).Append(first)) == 1);
            _model.Add(coats[j].Size! == full).OnlyEnforceIf(first);
            _paid.Add(first + 0);
            foreach (var i in others)
            {
                _model.AddImplication(pred[i, j], same[i, j]);
                _model.AddImplication(pred[i, j], before[i, j]);
                _model.AddBoolOr([first.Not(), same[i, j].Not(), before[j, i]]);
                foreach (var k in others.Where(k => k != i))
                    _model.AddBoolOr([pred[i, j].Not(), same[k, j].Not(), before[k, i], before[j, k]]);
                if (coats[i].Step.Mode != coats[j].Step.Mode)
                {
                    var clean =
                        _problem.Cleanout.TryGetValue(coats[i].Step.Mode!, out var row) && row.TryGetValue(coats[j].Step.Mode!, out var m)
                            ? m
                            : 0;
                    _model.Add(coats[j].Size! == full + clean).OnlyEnforceIf(pred[i, j]);
                    _paid.Add(2 * pred[i, j]);
                    continue;
                }
                var close = joined[i, j] = _model.NewBoolVar("close");
                _model.AddImplication(close, pred[i, j]);
                _model.Add(coats[j].Start == coats[i].End).OnlyEnforceIf(close);
                _model.Add(coats[j].Size! == shared).OnlyEnforceIf(close);
                _model.Add(coats[j].Start >= coats[i].End + 1).OnlyEnforceIf([pred[i, j], close.Not()]);
                _model.Add(coats[j].Size! == full).OnlyEnforceIf([pred[i, j], close.Not()]);
                _paid.Add(pred[i, j] - close);
            }
        }
    }

    private BoolVar Same(IReadOnlyDictionary<int, BoolVar> a, IReadOnlyDictionary<int, BoolVar> b)
    {
        var same = _model.NewBoolVar("same");
        foreach (var k in a.Keys.Union(b.Keys))
        {
            var (x, y) = (a.GetValueOrDefault(k), b.GetValueOrDefault(k));
            if (x is not null && y is not null)
                _model.AddBoolOr([x.Not(), y.Not(), same]);
            if (x is not null)
                _model.AddBoolOr(y is null ? [x.Not(), same.Not()] : [x.Not(), y, same.Not()]);
        }
        return same;
    }

    private LinearExpr Value()
    {
        var w = _problem.Weights;
        var terms = new List<LinearExpr>();
        foreach (var unit in _problem.Units)
        {
            var ready = _model.NewIntVar(0, 2 * _problem.Horizon, "ready");
            foreach (var step in _steps.Values.Where(s => s.Batch.Unit == unit.Id))
                _model.Add(ready >= step.End + step.Step.Wait);
            terms.Add((long)unit.Weight * w.Finish * ready);
            if (unit.Deadline is not { } due)
                continue;
            var late = _model.NewIntVar(0, 2 * _problem.Horizon, "late");
            _model.Add(late >= ready - due);
            terms.Add((long)unit.Weight * w.Tardy * late);
        }
        for (var k = 0; k < _problem.Sittings.Count; k++)
        {
            var used = _model.NewBoolVar("used");
            foreach (var chunk in _steps.Values.SelectMany(s => s.Chunks))
            {
                if (chunk.In.TryGetValue(k, out var here))
                    _model.AddImplication(here, used);
            }
            terms.Add((long)w.Sitting * used);
        }
        terms.AddRange(_paid.Select(p => w.Setup * p));
        return LinearExpr.Sum(terms);
    }
}
