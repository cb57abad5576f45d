namespace Hexaprep.Core.Scheduling;

/// <summary>A problem as arrays, for decoding it many times.</summary>
internal sealed class CompiledProblem
{
    public sealed record Step(int Index, int Batch, int Unit, string BatchId, PlanStep Spec, int Count, bool Frozen)
    {
        public List<Arc> In { get; } = [];
        public List<Arc> Out { get; } = [];
        public List<Hold> Opens { get; } = [];
        public List<Hold> Closes { get; } = [];
        public int Tail { get; set; }

        /// <summary>Minutes for a chunk of n models without a shared set-up.</summary>
        public int Minutes(int n) => Spec.Minutes is { } table ? table[n - 1] : Spec.Setup + Spec.PerModel * n;

        /// <summary>Minutes for a spray chunk that shares the set-up before it.</summary>
        public int Merged(int n) => Math.Max(1, Minutes(n) - Spec.Setup);
    }

    public sealed record Arc(Step From, Step To, int Min, int? Max, Span? Forbid);

    public sealed record Hold(int Index, int Resource, int Amount, Step From, Step To, string ToEdge);

    private IReadOnlyList<Span>? _sprayable;

    public PlanProblem Problem { get; }
    public Step[] Steps { get; }
    public Hold[] Holds { get; }
    public int[] Capacity { get; }
    public IReadOnlyList<PlanChunk> Fixed { get; }
    public Dictionary<(string Batch, string Step), Step> ById { get; } = [];

    public CompiledProblem(PlanProblem problem)
    {
        Problem = problem;
        Fixed = problem.Fixed ?? [];
        Capacity = [.. problem.Resources.Select(r => r.Capacity)];
        var frozen = Fixed.Select(c => (c.Batch, c.Step)).ToHashSet();
        var units = problem.Units.Select((u, i) => (u.Id, i)).ToDictionary(u => u.Id, u => u.i, StringComparer.Ordinal);
        var steps = new List<Step>();
        var holds = new List<Hold>();
        for (var b = 0; b < problem.Batches.Count; b++)
        {
            var batch = problem.Batches[b];
            foreach (var spec in batch.Steps)
            {
                var step = new Step(steps.Count, b, units[batch.Unit], batch.Id, spec, spec.Count ?? batch.Count, frozen.Contains((batch.Id, spec.Id)));
                ById.Add((batch.Id, spec.Id), step);
                steps.Add(step);
            }
            foreach (var arc in batch.Arcs)
            {
                var compiled = new Arc(ById[(batch.Id, arc.From)], ById[(batch.Id, arc.To)], arc.Min, arc.Max, arc.Forbid);
                compiled.From.Out.Add(compiled);
                compiled.To.In.Add(compiled);
            }
            foreach (var hold in batch.Holds)
            {
                var resource = problem.Resources.Select(r => r.Id).ToList().IndexOf(hold.Resource);
                var compiled = new Hold(holds.Count, resource, hold.Amount, ById[(batch.Id, hold.From.Step)], ById[(batch.Id, hold.To.Step)], hold.To.Edge);
                compiled.From.Opens.Add(compiled);
                compiled.To.Closes.Add(compiled);
                holds.Add(compiled);
            }
        }
        Steps = [.. steps];
        Holds = [.. holds];
        foreach (var step in steps) step.Tail = -1;
        foreach (var step in steps) MeasureTail(step);
    }

    /// <summary>Clean-out minutes between two modes; 0 on the diagonal.</summary>
    public int Cleanout(string from, string to) =>
        from == to ? 0 : Problem.Cleanout.TryGetValue(from, out var row) && row.TryGetValue(to, out var minutes) ? minutes : 0;

    /// <summary>The stretches in which one may spray: sittings cut with spray windows, ascending.</summary>
    public IReadOnlyList<Span> Sprayable => _sprayable ??= [.. CutWithWindows()];

    /// <summary>The longest stretch in which one may spray, minutes.</summary>
    public int LongestSprayMinutes => Sprayable.Select(s => s.Length).DefaultIfEmpty(0).Max();

    /// <summary>The spray window that holds a minute, or null.</summary>
    public Span? SprayWindowAt(int t) =>
        LastBegunBy(Problem.SprayWindows, t) is >= 0 and var i && t < Problem.SprayWindows[i].End ? Problem.SprayWindows[i] : null;

    /// <summary>The begin of the first spray window after a minute; int.MaxValue when none.</summary>
    public int NextSprayWindow(int t)
    {
        var i = LastBegunBy(Problem.SprayWindows, t) + 1;
        return i < Problem.SprayWindows.Count ? Problem.SprayWindows[i].Begin : int.MaxValue;
    }

    /// <summary>The index of the last span that begins at or before a minute, or -1; spans ascend.</summary>
    public static int LastBegunBy(IReadOnlyList<Span> spans, int t)
    {
        var (low, high) = (0, spans.Count);
        while (low < high)
        {
            var mid = (low + high) / 2;
            if (spans[mid].Begin <= t) low = mid + 1;
            else high = mid;
        }
        return low - 1;
    }

    private IEnumerable<Span> CutWithWindows()
    {
        var windows = Problem.SprayWindows;
        foreach (var sitting in Problem.Sittings)
        {
            for (var i = Math.Max(0, LastBegunBy(windows, sitting.Begin)); i < windows.Count && windows[i].Begin < sitting.End; i++)
            {
                var span = new Span(Math.Max(sitting.Begin, windows[i].Begin), Math.Min(sitting.End, windows[i].End));
                if (span.Length > 0) yield return span;
            }
        }
    }

    // The longest chain of work and waits from a step's start to its batch's end.
    private static int MeasureTail(Step step)
    {
        if (step.Tail >= 0) return step.Tail;
        var own = step.Minutes(step.Count);
        var after = step.Spec.Wait;
        foreach (var arc in step.Out) after = Math.Max(after, arc.Min + MeasureTail(arc.To));
        return step.Tail = own + after;
    }
}
