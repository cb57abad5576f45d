using Hexaprep.Scheduling.Problems;

namespace Hexaprep.Scheduling.Timetables;

/// <summary>The kinds of thing that hold a step where it is. Each but the last is a constraint of the model that breaks when the step
/// moves a minute earlier.</summary>
public enum BindingKind
{
    /// <summary>A least wait after the step before (MINLAG).</summary>
    Wait,

    /// <summary>A forbidden gap after the step before (FORBIDDEN).</summary>
    Gap,

    /// <summary>The one pair of hands (HANDS).</summary>
    Hands,

    /// <summary>Time to change to another kind of work or unit (CHANGEOVER).</summary>
    Changeover,

    /// <summary>A wet coat in the room keeps dust work away (DUST).</summary>
    Dust,

    /// <summary>As many units are under way as may be (PLACES).</summary>
    Place,

    /// <summary>No sitting before (SITTING).</summary>
    Sitting,

    /// <summary>Not fit for spraying before (SPRAYWINDOW).</summary>
    SprayWindow,

    /// <summary>Handles or rack slots held by others (CAPACITY).</summary>
    Resource,

    /// <summary>The minutes of a coat, its own or the next one's, would no longer be right (DURATION).</summary>
    SetUp,

    /// <summary>The step after must follow soon, and is held itself (MAXLAG or FINISHMAX).</summary>
    Window,

    /// <summary>Nothing breaks: held back for what that buys, or since it is not needed before.</summary>
    HeldBack,
}

/// <summary>One thing that holds a step: from this minute it no longer does.</summary>
/// <param name="Kind">What kind of thing.</param>
/// <param name="At">The minute it lets go; for a step held back, the minute it is needed by.</param>
/// <param name="Binds">True when the step starts at that very minute: one minute earlier would break it.</param>
/// <param name="Batch">The batch named: of the step before or after, or the one the hands leave.</param>
/// <param name="Step">The step named.</param>
public sealed record Binding(BindingKind Kind, int At, bool Binds, string? Batch = null, string? Step = null)
{
    /// <summary>For a step held back: by how much the plan would be dearer if it went as early as it can; 0 when it is only not needed
    /// before.</summary>
    public long Buys { get; init; }

    /// <summary>What is scarce, where that binds; otherwise null.</summary>
    public string? Resource { get; init; }

    /// <summary>The code of the breach found one minute earlier; null for a step held back and for what does not bind.</summary>
    public string? Breach { get; init; }
}

/// <summary>What holds a step, and which steps have to move with it for that to be seen.</summary>
/// <param name="Moved">The step, and those a window ties to it.</param>
/// <param name="Bindings">What holds it, in order of time; at least one binds.</param>
public sealed record StepReason(IReadOnlyList<(string Batch, string Step)> Moved, IReadOnlyList<Binding> Bindings);

/// <summary>Finds what holds each step of a schedule where it stands.</summary>
public sealed class Bindings
{
    private readonly CompiledProblem _p;
    private readonly Timetable _table;
    private readonly HashSet<int> _group = [];
    private readonly Chunk[] _was;

    /// <summary>Lays a schedule beside its problem.</summary>
    public Bindings(PlanProblem problem, IReadOnlyList<PlanChunk> chunks)
    {
        _p = CompiledProblem.Of(problem);
        _table = new Timetable(_p);
        _was = new Chunk[_table.Found.Length];
        foreach (var own in chunks.GroupBy(c => _p.ById[(c.Batch, c.Step)]).Where(g => !_p.Frozen[g.Key]))
            _table.Put(
                own.Key,
                [.. own.OrderBy(c => c.Start).Select(c => new Chunk(_p.SittingFrom(c.Start), c.Start, c.End, c.Minutes ?? c.Models))]
            );
        _table.ValueAll();
    }

    /// <summary>The weighted value of the schedule.</summary>
    public long Value => _table.Value();

    /// <summary>What holds a planned step; empty for one that is frozen, unplanned or unknown.</summary>
    public IReadOnlyList<Binding> Of(string batch, string step) => Reason(batch, step)?.Bindings ?? [];

    /// <summary>What holds a planned step, with the steps tied to it; null for one that is frozen, unplanned or unknown.</summary>
    public StepReason? Reason(string batch, string stepId)
    {
        if (!_p.ById.TryGetValue((batch, stepId), out var step) || _p.Frozen[step] || !_table.Placed(step))
            return null;
        _group.Clear();
        _group.Add(step);
        var found = Breaks();
        var alone = found;
        // A window that closes behind it takes the step after along, as far as that goes.
        while (found.TrueForAll(b => b.Kind == BindingKind.Window) && found.Count > 0)
        {
            foreach (var window in found)
                _group.Add(_p.ById[(window.Batch!, window.Step!)]);
            found = Breaks();
        }
        // All of them together could go: then it is the window itself that keeps the step from going alone.
        if (found.Count == 0 && alone.Count > 0)
        {
            _group.IntersectWith([step]);
            found = alone;
        }
        var moved = _group.Order().Select(i => (BatchOf(i), _p.StepId[i])).ToList();
        if (found.Count == 0)
            found.Add(HeldBack(step));
        found.AddRange(Passed(step, found));
        return new StepReason(moved, [.. found.OrderBy(b => b.At).ThenBy(b => b.Binds)]);
    }

    private List<Binding> Breaks()
    {
        var found = new List<Binding>();
        foreach (var step in _group.Order())
        {
            BreaksInSittings(step, found);
            foreach (var a in _p.In[step])
            {
                ref readonly var arc = ref _p.Arcs[a];
                if (_group.Contains(arc.From))
                    continue;
                var gap = _table.Start[step] - _table.End[arc.From] - 1;
                if (gap < arc.Min)
                    found.Add(Named(BindingKind.Wait, _table.Start[step], arc.From, "MINLAG"));
                if (gap > arc.Lo && gap < arc.Hi)
                    found.Add(Named(BindingKind.Gap, _table.Start[step], arc.From, "FORBIDDEN"));
            }
            foreach (var a in _p.Out[step])
            {
                ref readonly var arc = ref _p.Arcs[a];
                if (_group.Contains(arc.To) || _p.Frozen[arc.To] || !_table.Placed(arc.To))
                    continue;
                var gap = _table.Start[arc.To] - _table.End[step] + 1;
                var code =
                    gap > arc.Max ? "MAXLAG"
                    : gap > arc.Lo && gap < arc.Hi ? "FORBIDDEN"
                    : _table.End[arc.To] - _table.End[step] + 1 > arc.FinishMax ? "FINISHMAX"
                    : null;
                if (code is not null)
                    found.Add(Named(BindingKind.Window, _table.Start[step], arc.To, code));
            }
            if (_table.PlaceTakenBefore(step, _group) is { } through)
                found.Add(Named(BindingKind.Place, _table.Start[step], through, "PLACES"));
            foreach (var h in _p.Opens[step])
            {
                if (_table.TakenBefore(h, _group) is { } by)
                    found.Add(
                        Named(BindingKind.Resource, _table.Start[step], by, "CAPACITY") with
                        {
                            Resource = _p.Problem.Resources[_p.Holds[h].Resource].Id,
                        }
                    );
            }
        }
        return found;
    }

    private void BreaksInSittings(int step, List<Binding> found)
    {
        var count = _table.Read(step, _was);
        for (var i = 0; i < count; i++)
        {
            var piece = _was[i];
            if (piece.Begin == _p.SittingBegin[piece.Sitting])
                found.Add(new Binding(BindingKind.Sitting, piece.Begin, true) { Breach = "SITTING" });
            if (_table.HandsBefore(piece.Sitting, step, piece.Begin, _group) is >= 0 and var before)
                found.Add(Named(BindingKind.Hands, piece.Begin, before, _table.Ends(before, piece.Begin) ? "HANDS" : "CLOSING"));
            if (_table.ChangeBefore(piece.Sitting, step, piece.Begin, _group) is >= 0 and var changed)
                found.Add(Named(BindingKind.Changeover, piece.Begin, changed, "CHANGEOVER"));
            if (_p.Dust[step] && _table.IsWetAt(piece.Begin - 1))
                DustBreaks(piece.Begin, found);
            if (_p.Mode[step] < 0)
                continue;
            if (!_p.WindowsOf(step).Any(w => w.Begin < piece.Begin && piece.End - 1 <= w.End))
                found.Add(new Binding(BindingKind.SprayWindow, piece.Begin, true) { Breach = "SPRAYWINDOW" });
            if (piece.Begin > _p.SittingBegin[piece.Sitting] && _table.RunAfter(piece.Sitting, step, _group) is >= 0 and var run)
                found.Add(Named(BindingKind.SetUp, piece.Begin, run, "CHANGEOVER"));
            if (_table.SetUpBreaks(piece.Sitting, _group) is >= 0 and var other)
                found.Add(Named(BindingKind.SetUp, piece.Begin, other, "DURATION"));
        }
    }

    // A coat that dries at the very minute; when all that is wet moves along, nothing breaks.
    private void DustBreaks(int begin, List<Binding> found)
    {
        var by = _table.WetUntil(begin, _group);
        if (by >= 0)
            found.Add(Named(BindingKind.Dust, begin, by, "DUST"));
        else if (_p.Problem.Wet?.Any(w => w.Begin < begin && w.End >= begin) == true)
            found.Add(new Binding(BindingKind.Dust, begin, true) { Breach = "DUST" });
    }

    private Binding HeldBack(int step)
    {
        var (start, end) = (_table.Start[step], _table.End[step]);
        var before = _table.Value();
        var count = _table.Read(step, _was);
        _table.Take(step, _table.Found);
        long buys = 0;
        if (_table.PutBetween(step, 0, end))
        {
            _table.Value(_p.Unit[step]);
            buys = Math.Max(0, _table.Value() - before);
        }
        if (_table.Placed(step))
            _table.Take(step, _table.Found);
        _table.Put(step, _was.AsSpan(0, count));
        _table.Value(_p.Unit[step]);
        var needed = int.MaxValue;
        foreach (var a in _p.Out[step])
        {
            ref readonly var arc = ref _p.Arcs[a];
            if (_table.Placed(arc.To))
                needed = Math.Min(needed, _table.Start[arc.To] - arc.Min);
        }
        return new Binding(BindingKind.HeldBack, needed == int.MaxValue ? start : needed, true) { Buys = buys };
    }

    // What let go before: told beside what binds.
    private IEnumerable<Binding> Passed(int step, List<Binding> found)
    {
        var start = _table.Start[step];
        foreach (var a in _p.In[step])
        {
            ref readonly var arc = ref _p.Arcs[a];
            if (_table.End[arc.From] + arc.Min < start && !found.Exists(b => b.Step == _p.StepId[_p.Arcs[a].From]))
                yield return Named(BindingKind.Wait, _table.End[arc.From] + arc.Min, arc.From, null) with
                {
                    Binds = false,
                };
        }
        var k = _p.SittingFrom(start);
        if (k < _p.Sittings && _p.SittingBegin[k] < start)
            yield return new Binding(BindingKind.Sitting, _p.SittingBegin[k], false);
        if (_p.Slots[step] is { } slots && slots.From(start) is var q && q < slots.All.Length && slots.All[q].Begin < start)
            yield return new Binding(BindingKind.SprayWindow, slots.All[q].Begin, false);
    }

    private Binding Named(BindingKind kind, int at, int step, string? breach) =>
        new(kind, at, true, BatchOf(step), _p.StepId[step]) { Breach = breach };

    private string BatchOf(int step) => _p.Problem.Batches[_p.Batch[step]].Id;
}
