using static Hexaprep.Core.Scheduling.CompiledProblem;

namespace Hexaprep.Core.Scheduling;

/// <summary>Walks forward through the sittings and gives the hands, at each free minute, the most urgent step that may start there.</summary>
internal sealed class Decoder
{
    private readonly CompiledProblem _p;
    private readonly double[] _urgency;
    private readonly int[] _start, _end, _left, _chunks, _lastSitting, _waitsFor;
    private readonly bool[] _dead;
    private readonly Bookings _hands = new();
    private readonly Stock _stock;
    private readonly List<Step> _open = [];
    private readonly List<Step> _candidates = [];
    private readonly Comparison<Step> _mostUrgentFirst;

    public Decoder(CompiledProblem problem, double[] urgency)
    {
        (_p, _urgency) = (problem, urgency);
        _mostUrgentFirst = (a, b) => _urgency[a.Index] != _urgency[b.Index] ? _urgency[b.Index].CompareTo(_urgency[a.Index]) : a.Index.CompareTo(b.Index);
        var n = problem.Steps.Length;
        (_start, _end, _left, _chunks, _lastSitting, _waitsFor, _dead) = (new int[n], new int[n], new int[n], new int[n], new int[n], new int[n], new bool[n]);
        _stock = new Stock(problem);
        Array.Fill(_start, -1);
        Array.Fill(_lastSitting, -1);
        foreach (var step in problem.Steps)
        {
            _left[step.Index] = step.Count;
            _waitsFor[step.Index] = step.In.Count;
        }
    }

    /// <summary>The chunks placed, fixed ones first.</summary>
    public List<PlanChunk> Chunks { get; } = [];

    /// <summary>Places every step that can be placed.</summary>
    public void Run()
    {
        foreach (var chunk in _p.Fixed) Freeze(chunk);
        foreach (var arc in _p.Steps.Where(s => s.Frozen).SelectMany(s => s.Out)) _waitsFor[arc.To.Index]--;
        _open.AddRange(_p.Steps.Where(s => !s.Frozen && _waitsFor[s.Index] == 0));
        for (var k = 0; k < _p.Problem.Sittings.Count && _open.Count > 0; k++) Sit(k);
    }

    /// <summary>Steps without a place.</summary>
    public IEnumerable<Step> Unplaced => _p.Steps.Where(s => _left[s.Index] > 0);

    /// <summary>True when a window closed before a step could follow, so that no later sitting helps it.</summary>
    public bool MissedItsWindow(Step step) => _dead[step.Index];

    private void Freeze(PlanChunk chunk)
    {
        var step = _p.ById[(chunk.Batch, chunk.Step)];
        Note(step, chunk, -1);
        _left[step.Index] = 0;
    }

    private void Sit(int k)
    {
        var sitting = _p.Problem.Sittings[k];
        var t = sitting.Begin;
        while (t < sitting.End && _open.Count > 0)
        {
            t = _hands.FreeFrom(t);
            if (t >= sitting.End) return;
            if (!PlaceMostUrgent(k, t)) t = NextEvent(t, sitting.End);
        }
    }

    private bool PlaceMostUrgent(int k, int t)
    {
        _candidates.Clear();
        foreach (var step in _open)
        {
            if (!_dead[step.Index] && _lastSitting[step.Index] != k && Earliest(step) <= t) _candidates.Add(step);
        }
        _candidates.Sort(_mostUrgentFirst);
        foreach (var step in _candidates)
        {
            if (Place(step, k, t)) return true;
        }
        return false;
    }

    private int Earliest(Step step)
    {
        var at = 0;
        foreach (var arc in step.In) at = Math.Max(at, _end[arc.From.Index] + arc.Min);
        return at;
    }

    private bool Place(Step step, int k, int t)
    {
        if (!TiedStepsReady(step)) return false;
        if (Fit(step, k, t) is not { } chunk) return false;
        var mark = Chunks.Count;
        Put(step, chunk, k);
        if (_left[step.Index] > 0) return true;
        if (step.Out.Any(a => a.Max is not null) && !PlaceTied(step)) { Undo(mark); return false; }
        Finish(step);
        return true;
    }

    // A step with a closing window behind it may start only if everything else its follower needs is there.
    private bool TiedStepsReady(Step step) =>
        step.Out.Where(a => a.Max is not null).All(a => a.To.In.All(o => o.From == step || (_left[o.From.Index] == 0 && _end[o.From.Index] >= 0)) && TiedStepsReady(a.To));

    private bool PlaceTied(Step step)
    {
        foreach (var arc in step.Out.Where(a => a.Max is not null))
        {
            var latest = _end[step.Index] + arc.Max!.Value;
            var placed = false;
            for (var t = Math.Max(Earliest(arc.To), _end[step.Index] + arc.Min); t <= latest && !placed; t++)
            {
                t = _hands.FreeFrom(t);
                var k = SittingAt(t);
                if (t > latest || k < 0 || Fit(arc.To, k, t) is not { } chunk || chunk.Models < arc.To.Count) continue;
                var mark = Chunks.Count;
                Put(arc.To, chunk, k);
                if (PlaceTied(arc.To)) placed = true;
                else Undo(mark);
            }
            if (!placed) return false;
        }
        return true;
    }

    // The chunk of this step that may start at t, or null.
    private PlanChunk? Fit(Step step, int k, int t)
    {
        if (!LagsAllow(step, t) || !_stock.Has(step, t, _start[step.Index] >= 0)) return null;
        var until = Math.Min(_p.Problem.Sittings[k].End, _hands.NextStart(t));
        return step.Spec.Mode is null ? FitIndoors(step, t, until) : FitSpray(step, k, t, until);
    }

    private bool LagsAllow(Step step, int t)
    {
        if (_start[step.Index] >= 0) return true;
        foreach (var arc in step.In)
        {
            var gap = t - _end[arc.From.Index];
            if (gap < arc.Min) return false;
            if (arc.Max is { } max && gap > max) { _dead[step.Index] = true; return false; }
            if (arc.Forbid is { } f && gap > f.Begin && gap < f.End) return false;
        }
        return true;
    }

    private PlanChunk? FitIndoors(Step step, int t, int until)
    {
        var left = _left[step.Index];
        var chunksLeft = step.Spec.MaxChunks - _chunks[step.Index];
        if (chunksLeft <= 0) return null;
        // Enough now that the rest fits into the chunks left over; no crumbs.
        var least = (left + chunksLeft - 1) / chunksLeft;
        var most = left;
        while (most >= least && t + step.Minutes(most) > until) most--;
        if (most < least) return null;
        return new PlanChunk(step.BatchId, step.Spec.Id, t, t + step.Minutes(most), most);
    }

    private PlanChunk? FitSpray(Step step, int k, int t, int until)
    {
        var before = _hands.SprayBefore(k, t);
        var minutes = Duration(step, before, t);
        var end = t + minutes;
        if (end > until || !(_p.SprayWindowAt(t) is { } window && end <= window.End)) return null;
        // The next spray chunk was sized for what stood before it.
        if (_hands.SprayAfter(k, t) is { } after && Duration(after.Step, (step, end), after.Begin) != after.End - after.Begin) return null;
        return new PlanChunk(step.BatchId, step.Spec.Id, t, end, step.Count);
    }

    private int Duration(Step step, (Step Step, int End)? before, int t) =>
        before is not { } b ? step.Minutes(step.Count)
        : b.Step.Spec.Mode == step.Spec.Mode && b.End == t ? step.Merged(step.Count)
        : _p.Cleanout(b.Step.Spec.Mode!, step.Spec.Mode!) + step.Minutes(step.Count);

    private void Put(Step step, PlanChunk chunk, int k) => Note(step, chunk, k);

    private void Note(Step step, PlanChunk chunk, int k)
    {
        var i = step.Index;
        Chunks.Add(chunk);
        _hands.Add(chunk.Start, chunk.End, step, k);
        if (_start[i] < 0)
        {
            _start[i] = chunk.Start;
            _stock.Open(step, chunk.Start);
        }
        _end[i] = Math.Max(_end[i], chunk.End);
        _left[i] -= chunk.Models;
        _chunks[i]++;
        _lastSitting[i] = k;
        if (_left[i] <= 0) _stock.Close(step, _start[i], _end[i]);
    }

    private void Undo(int mark)
    {
        for (var c = Chunks.Count - 1; c >= mark; c--)
        {
            var chunk = Chunks[c];
            var step = _p.ById[(chunk.Batch, chunk.Step)];
            _hands.Remove(chunk.Start);
            var earlier = Chunks.Take(c).Where(o => o.Batch == chunk.Batch && o.Step == chunk.Step).ToList();
            if (_left[step.Index] == 0) _stock.Reopen(step);
            _left[step.Index] += chunk.Models;
            _chunks[step.Index]--;
            _lastSitting[step.Index] = -1;
            _end[step.Index] = earlier.Count == 0 ? 0 : earlier.Max(o => o.End);
            if (earlier.Count == 0)
            {
                _start[step.Index] = -1;
                _stock.Unopen(step);
            }
        }
        Chunks.RemoveRange(mark, Chunks.Count - mark);
    }

    private void Finish(Step step)
    {
        _open.Remove(step);
        Complete(step);
        foreach (var arc in step.Out.Where(a => a.Max is not null))
        {
            if (_left[arc.To.Index] == 0) Finish(arc.To);
        }
    }

    private void Complete(Step step)
    {
        foreach (var arc in step.Out)
        {
            if (--_waitsFor[arc.To.Index] == 0 && !arc.To.Frozen && _left[arc.To.Index] > 0) _open.Add(arc.To);
        }
    }

    private int SittingAt(int t)
    {
        var k = CompiledProblem.LastBegunBy(_p.Problem.Sittings, t);
        return k >= 0 && t < _p.Problem.Sittings[k].End ? k : -1;
    }

    private int NextEvent(int t, int end)
    {
        var next = end;
        void Consider(int at) { if (at > t && at < next) next = at; }
        foreach (var step in _open)
        {
            Consider(Earliest(step));
            foreach (var arc in step.In)
            {
                if (arc.Forbid is { } f) Consider(_end[arc.From.Index] + f.End);
            }
        }
        Consider(_p.NextSprayWindow(t));
        Consider(_hands.NextEndAfter(t));
        _stock.Releases(Consider);
        return next;
    }
}
