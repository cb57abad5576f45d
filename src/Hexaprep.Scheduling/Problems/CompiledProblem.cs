using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Scheduling.Problems;

/// <summary>An arc between steps by number. No limit is <see cref="CompiledProblem.Never"/>.</summary>
internal readonly record struct Arc(int From, int To, int Min, int Max, int Lo, int Hi, int FinishMax)
{
    /// <summary>True when the gap may not grow without end, so that the later step pulls the earlier one along.</summary>
    public bool Ties => Max != CompiledProblem.Never || FinishMax != CompiledProblem.Never;
}

/// <summary>The three moments of a step that a hold may name.</summary>
internal enum StepEdge
{
    Start,
    End,
    Ready,
}

/// <summary>A hold between steps by number. Least is the least time it can last.</summary>
internal readonly record struct Hold(int Resource, int Amount, int From, StepEdge FromEdge, int To, StepEdge ToEdge, int Least)
{
    /// <summary>True when it begins and ends with one step.</summary>
    public bool Own => From == To;
}

/// <summary>A stretch in which one may spray: a sitting cut with a spray window.</summary>
internal readonly record struct SpraySlot(int Begin, int End, int Sitting);

/// <summary>The stretches for one kind of spraying, found by the minute.</summary>
internal sealed class SpraySlots(SpraySlot[] all, Func<int[], int[]> index)
{
    private readonly int[] _at = index([.. all.Select(s => s.End)]);

    /// <summary>The stretches, in order.</summary>
    public readonly SpraySlot[] All = all;

    /// <summary>The first stretch that ends after a minute; their number when none.</summary>
    public int From(int t)
    {
        var k = _at[Math.Clamp(t >> 6, 0, _at.Length - 1)];
        while (k < All.Length && All[k].End <= t)
            k++;
        return k;
    }
}

/// <summary>A problem as flat arrays, so that it can be laid out thousands of times without allocating. Immutable once made.</summary>
internal sealed partial class CompiledProblem
{
    /// <summary>No limit, and a moment that never comes.</summary>
    public const int Never = int.MaxValue / 2;

    public readonly PlanProblem Problem;
    public readonly int Steps,
        Batches,
        Units,
        Sittings;
    public readonly int[] Batch,
        Unit,
        Count,
        Setup,
        PerModel,
        MaxChunks,
        Wait,
        Mode,
        Cluster,
        Position,
        Least,
        Wet,
        Round;
    public readonly byte[] Attention;
    public readonly bool[] Frozen,
        Dust,
        IsPass,
        InSessions;

    /// <summary>The stretches a step is sprayed in; null when nothing is sprayed.</summary>
    public readonly SpraySlots?[] Slots;

    /// <summary>Steps of the same kind of work, those of the same batch among them; empty where they do not count.</summary>
    public readonly int[][] Alike;
    public readonly string[] StepId;
    public readonly int[] SittingBegin,
        SittingEnd;
    public readonly int[] Weight,
        Deadline,
        Capacity;
    public readonly int[][] Cleanout;
    public readonly string[] Modes;
    public readonly Arc[] Arcs;
    public readonly Hold[] Holds;
    public readonly int[][] In,
        Out,
        Opens,
        Closes,
        StepsOfUnit,
        FinishersOfUnit;

    /// <summary>The steps of batches that arcs tie together, each after all it waits for; frozen ones are left out.</summary>
    public readonly int[][] Sequence;

    /// <summary>The longest chain of work and waits from a step's start to the end of what follows it.</summary>
    public readonly int[] Tail;

    /// <summary>The same within the step's own unit.</summary>
    public readonly int[] TailOfUnit;

    /// <summary>Every step after all it waits for.</summary>
    public readonly int[] Order;

    /// <summary>How much later a step could be, by work and waits alone, without its cluster ending later.</summary>
    public readonly int[] Slack;
    public readonly Dictionary<(string Batch, string Step), int> ById;
    public readonly IReadOnlyList<PlanChunk> Fixed;
    public readonly int Closing,
        Horizon;

    /// <summary>The shortest time between two sittings: what must follow sooner follows in the same one.</summary>
    public readonly int Pause;

    /// <summary>The longest sitting.</summary>
    public readonly int Longest;
    public readonly bool Watches,
        Dusty;

    /// <summary>Most units under way at once; <see cref="Never"/> for no limit.</summary>
    public readonly int Places;

    /// <summary>Minutes between two kinds of work or two units in a sitting.</summary>
    public readonly int Changeover;
    private readonly bool[] _begun;
    private readonly int[] _work;
    private readonly int[]?[] _minutes;
    private readonly int[] _sittingAt;

    private static readonly System.Runtime.CompilerServices.ConditionalWeakTable<PlanProblem, CompiledProblem> Known = [];

    /// <summary>The problem compiled, once for as long as it is kept: a plan, its bound, its reasons and its second plans stand on
    /// one.</summary>
    public static CompiledProblem Of(PlanProblem problem) => Known.GetValue(problem, p => new CompiledProblem(p));

    // Long: arrays laid side by side in one pass over the problem.
    public CompiledProblem(PlanProblem problem)
    {
        Problem = problem;
        Horizon = problem.Horizon;
        Closing = problem.Closing ?? 0;
        Fixed = problem.Fixed ?? [];
        (Batches, Units, Sittings) = (problem.Batches.Count, problem.Units.Count, problem.Sittings.Count);
        var specs = problem.Batches.SelectMany((b, i) => b.Steps.Select(s => (Batch: i, Owner: b, Spec: s))).ToArray();
        Steps = specs.Length;
        ById = new(Steps);
        for (var i = 0; i < Steps; i++)
            ById.Add((specs[i].Owner.Id, specs[i].Spec.Id), i);
        var frozen = Fixed.Select(c => (c.Batch, c.Step)).ToHashSet();
        var units = problem.Units.Select((u, i) => (u.Id, i)).ToDictionary(u => u.Id, u => u.i, StringComparer.Ordinal);
        Modes = [.. specs.Select(s => s.Spec.Mode).OfType<string>().Distinct().Order(StringComparer.Ordinal)];

        StepId = Of(s => s.Spec.Id);
        Batch = Of(s => s.Batch);
        Unit = Of(s => units[s.Owner.Unit]);
        // What may pause within a model is counted in minutes, else in models.
        InSessions = Of(s => s.Spec.MinSession is not null && s.Spec.Mode is null);
        Count = Of(s => (s.Spec.Count ?? s.Owner.Count) * (s.Spec.MinSession is not null && s.Spec.Mode is null ? s.Spec.PerModel : 1));
        Setup = Of(s => s.Spec.Setup);
        PerModel = Of(s => s.Spec.MinSession is not null && s.Spec.Mode is null ? 1 : s.Spec.PerModel);
        Least = Of(s => s.Spec is { MinSession: { } least, Mode: null } ? least : 1);
        for (var i = 0; i < Steps; i++)
            Least[i] = Math.Min(Least[i], Count[i]);
        MaxChunks = Of(s => s.Spec.Mode is null ? Math.Max(1, s.Spec.MaxChunks) : 1);
        Wait = Of(s => s.Spec.Wait);
        Mode = Of(s => s.Spec.Mode is { } mode ? Array.IndexOf(Modes, mode) : -1);
        Attention = Of(s =>
            s.Spec.Attention switch
            {
                "watched" => Attend.Watched,
                "free" => Attend.Free,
                _ => s.Spec.Trifle == true ? Attend.Trifle : Attend.Hands,
            }
        );
        Frozen = Of(s => frozen.Contains((s.Owner.Id, s.Spec.Id)));
        // Given work leaves no set-up behind that could be shared.
        for (var i = 0; i < Steps; i++)
        {
            if (Frozen[i])
                Mode[i] = -1;
        }
        _minutes = Of(s => s.Spec.MinSession is null || s.Spec.Mode is not null ? s.Spec.Minutes?.ToArray() : null);
        Watches = Attention.Any(a => a != Attend.Hands);
        Dust = Of(s => s.Spec.Dust == true);
        IsPass = Of(s => s.Spec is { Pass: true, Mode: null });
        Wet = Of(s => s.Spec.Wet ?? 0);
        Dusty = Dust.Any(d => d) && (Wet.Any(w => w > 0) || problem.Wet is { Count: > 0 });
        (Places, Changeover) = (problem.Places ?? Never, problem.Changeover ?? 0);
        var kinds = specs.Select(s => s.Spec.Kind ?? $"{s.Owner.Id}/{s.Spec.Id}").Distinct(StringComparer.Ordinal).ToList();
        var number = kinds.Select((k, i) => (k, i)).ToDictionary(k => k.k, k => k.i, StringComparer.Ordinal);
        var kind = Of(s => number[s.Spec.Kind ?? $"{s.Owner.Id}/{s.Spec.Id}"]);
        _work = new int[Steps];
        for (var i = 0; i < Steps; i++)
            _work[i] = Unit[i] * kinds.Count + kind[i];

        SittingBegin = [.. problem.Sittings.Select(s => s.Begin)];
        SittingEnd = [.. problem.Sittings.Select(s => s.End)];
        _sittingAt = Index(SittingEnd);
        (Pause, Longest) = (Never, problem.Sittings.Select(s => s.Length).DefaultIfEmpty(0).Max());
        for (var k = 1; k < Sittings; k++)
            Pause = Math.Min(Pause, SittingBegin[k] - SittingEnd[k - 1]);
        var slots = new Dictionary<string, SpraySlots>(StringComparer.Ordinal);
        Slots = Of(s => s.Spec.Mode is null ? null : SlotsOf(problem, s.Spec.Window, slots));
        Weight = [.. problem.Units.Select(u => u.Weight)];
        Deadline = [.. problem.Units.Select(u => u.Deadline ?? Never)];
        Capacity = [.. problem.Resources.Select(r => r.Capacity)];
        Cleanout =
        [
            .. Modes.Select(from =>
                Modes
                    .Select(to =>
                        from == to ? 0
                        : problem.Cleanout.TryGetValue(from, out var row) && row.TryGetValue(to, out var m) ? m
                        : 0
                    )
                    .ToArray()
            ),
        ];

        Arcs = [.. problem.Batches.SelectMany(b => b.Arcs.Select(a => Compile(b, a)))];
        Round = Rounds(kind);
        Alike = AlikeIn(kind);
        In = Lists(Steps, Arcs.Length, a => Arcs[a].To);
        Out = Lists(Steps, Arcs.Length, a => Arcs[a].From);
        var order = Order = TopologicalOrder();
        Tail = Tails(order, ofUnit: false);
        TailOfUnit = Tails(order, ofUnit: true);
        var ordered = Lists(Batches, Steps, at => Batch[order[at]]);
        var resources = problem.Resources.Select((r, i) => (r.Id, i)).ToDictionary(r => r.Id, r => r.i, StringComparer.Ordinal);
        var since = new int[Steps];
        Holds = [.. problem.Batches.SelectMany((b, i) => Compile(b, resources, Array.ConvertAll(ordered[i], at => order[at]), since))];
        Opens = Lists(Steps, Holds.Length, h => Holds[h].From);
        Closes = Lists(Steps, Holds.Length, h => Holds[h].To);
        StepsOfUnit = Lists(Units, Steps, i => Unit[i]);
        _begun = Array.ConvertAll(StepsOfUnit, all => Array.Exists(all, i => Frozen[i]));
        FinishersOfUnit = [.. StepsOfUnit.Select(all => Array.FindAll(all, Finishes))];
        (Cluster, var clusters) = Clusters(byUnit: Places < Never);
        var (part, parts) = Places < Never ? Clusters(byUnit: false) : (Cluster, clusters);
        var head = new int[Steps];
        Slack = Slacks(part, parts, head);
        var (waits, done) = (new int[Steps], new bool[Steps]);
        // What no arc joins is laid one after the other, the longest first.
        Sequence =
        [
            .. Lists(clusters, Steps, i => Cluster[i])
                .Select(steps =>
                    steps
                        .GroupBy(i => part[i])
                        .OrderByDescending(own => own.Max(i => Tail[i]))
                        .ThenBy(own => own.Key)
                        .SelectMany(own => Sequenced([.. own], head, waits, done))
                        .ToArray()
                ),
        ];
        Position = new int[Steps];
        foreach (var sequence in Sequence)
        {
            for (var at = 0; at < sequence.Length; at++)
                Position[sequence[at]] = at;
        }

        (BatchStrands, UnitStrands) = (ChainsBy(Batch), ChainsBy(Unit));

        T[] Of<T>(Func<(int Batch, PlanBatch Owner, PlanStep Spec), T> read) => Array.ConvertAll(specs, s => read(s));
    }

    /// <summary>True when given work has begun a unit.</summary>
    public bool IsBegun(int unit) => _begun[unit];

    /// <summary>Minutes for a chunk of n models that pays its set-up.</summary>
    public int Minutes(int step, int n) => _minutes[step] is { } table ? table[n - 1] : Setup[step] + PerModel[step] * n;

    /// <summary>Minutes for all models of a spray step that shares the set-up before it: never less than one.</summary>
    public int Shared(int step) => Math.Max(1, Minutes(step, Count[step]) - Setup[step]);

    /// <summary>The least minutes of hands a step can take.</summary>
    public int LeastMinutes(int step) => Mode[step] >= 0 ? Shared(step) : Minutes(step, Count[step]);

    /// <summary>The most models a chunk can hold in so many minutes, at most the given number; 0 when not even one.</summary>
    public int Fits(int step, int minutes, int most)
    {
        if (_minutes[step] is not { } table)
        {
            var room = minutes - Setup[step];
            if (room <= 0)
                return 0;
            return PerModel[step] == 0 ? most : Math.Min(most, room / PerModel[step]);
        }
        var at = Array.BinarySearch(table, 0, most, minutes + 1);
        if (at < 0)
            at = ~at;
        while (at > 0 && table[at - 1] > minutes)
            at--;
        return at;
    }

    /// <summary>What it costs that a unit is ready at a minute: weighted finish and lateness.</summary>
    public long CostOf(int unit, int ready)
    {
        var w = Problem.Weights;
        return Weight[unit] * ((long)w.Finish * ready + (long)w.Tardy * Math.Max(0, (long)ready - Deadline[unit]));
    }

    /// <summary>The first sitting that ends after a minute; the number of sittings when none.</summary>
    public int SittingFrom(int t)
    {
        var k = _sittingAt[Math.Clamp(t >> 6, 0, _sittingAt.Length - 1)];
        while (k < Sittings && SittingEnd[k] <= t)
            k++;
        return k;
    }

    /// <summary>The first minute at or after another that lies in a sitting, for a coat in a stretch for spraying.</summary>
    public int FirstChance(int step, int from)
    {
        if (Slots[step] is { } slots)
            return slots.From(from) is var q && q < slots.All.Length ? Math.Max(from, slots.All[q].Begin) : Horizon;
        return SittingFrom(from) is var k && k < Sittings ? Math.Max(from, SittingBegin[k]) : Horizon;
    }

    /// <summary>Minutes of a step at a place, from the spray chunk before it in the sitting.</summary>
    /// <param name="step">A spray step.</param>
    /// <param name="before">The spray step before it in the same sitting, or -1.</param>
    /// <param name="backToBack">True when that one ends at the very minute this one starts.</param>
    public int SprayMinutes(int step, int before, bool backToBack)
    {
        if (before < 0)
            return Minutes(step, Count[step]);
        if (Mode[before] != Mode[step])
            return Cleanout[Mode[before]][Mode[step]] + Minutes(step, Count[step]);
        return backToBack ? Shared(step) : Minutes(step, Count[step]);
    }

    /// <summary>Minutes that must lie between two steps that follow each other in a sitting.</summary>
    public int Between(int before, int after)
    {
        if (Changeover == 0 || _work[before] == _work[after])
            return 0;
        if (Mode[before] >= 0 && Mode[after] >= 0 && Mode[before] != Mode[after] && Cleanout[Mode[before]][Mode[after]] > 0)
            return 0;
        foreach (var a in In[after])
        {
            if (Arcs[a].From == before && Arcs[a].Ties)
                return 0;
        }
        return Changeover;
    }

    private int[] Index(int[] ends)
    {
        var index = new int[(Horizon >> 6) + 2];
        var k = 0;
        for (var i = 0; i < index.Length; i++)
        {
            while (k < ends.Length && ends[k] <= i << 6)
                k++;
            index[i] = k;
        }
        return index;
    }

    // The items 0, 1, 2 ... by owner, in order.
    private static int[][] Lists(int owners, int items, Func<int, int> owner)
    {
        var sizes = new int[owners];
        for (var i = 0; i < items; i++)
            sizes[owner(i)]++;
        var lists = Array.ConvertAll(sizes, n => n == 0 ? [] : new int[n]);
        Array.Clear(sizes);
        for (var i = 0; i < items; i++)
            lists[owner(i)][sizes[owner(i)]++] = i;
        return lists;
    }

    // Where the problem names windows, a coat that names none may be sprayed at any time.
    private SpraySlots SlotsOf(PlanProblem problem, string? window, Dictionary<string, SpraySlots> known)
    {
        if (known.TryGetValue(window ?? "", out var slots))
            return slots;
        return known[window ?? ""] = new SpraySlots([.. CutWithWindows(problem, Windows(problem, window))], Index);
    }

    /// <summary>The stretches fit for a step's spraying.</summary>
    public IReadOnlyList<Span> WindowsOf(int step)
    {
        var batch = Problem.Batches[Batch[step]];
        return Windows(Problem, batch.Steps.First(s => s.Id == StepId[step]).Window);
    }

    private static IReadOnlyList<Span> Windows(PlanProblem problem, string? window) =>
        problem.Windows is null ? problem.SprayWindows
        : window is null ? problem.Sittings
        : problem.Windows[window];

    private static IEnumerable<SpraySlot> CutWithWindows(PlanProblem problem, IReadOnlyList<Span> windows)
    {
        var first = 0;
        for (var k = 0; k < problem.Sittings.Count; k++)
        {
            var sitting = problem.Sittings[k];
            while (first < windows.Count && windows[first].End <= sitting.Begin)
                first++;
            for (var i = first; i < windows.Count && windows[i].Begin < sitting.End; i++)
            {
                var slot = new SpraySlot(Math.Max(sitting.Begin, windows[i].Begin), Math.Min(sitting.End, windows[i].End), k);
                if (slot.End > slot.Begin)
                    yield return slot;
            }
        }
    }
}

/// <summary>How a step takes the hands. Two may overlap when their codes give 3 under exclusive or, or one of them is free.</summary>
internal static class Attend
{
    public const byte Hands = 0,
        Watched = 1,
        Trifle = 2,
        Free = 3;

    /// <summary>True when the two may run at the same time.</summary>
    public static bool Together(byte a, byte b) => a == Free || b == Free || (a ^ b) == 3;
}
