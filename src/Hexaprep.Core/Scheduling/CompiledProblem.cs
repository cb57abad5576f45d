namespace Hexaprep.Core.Scheduling;

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
        Position;
    public readonly byte[] Attention;
    public readonly bool[] Frozen;
    public readonly string[] StepId;
    public readonly int[] SittingBegin,
        SittingEnd;
    public readonly SpraySlot[] Slots;
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

    /// <summary>Every step after all it waits for.</summary>
    public readonly int[] Order;

    /// <summary>How much later a step could be, by work and waits alone, without its cluster ending later.</summary>
    public readonly int[] Slack;
    public readonly Dictionary<(string Batch, string Step), int> ById;
    public readonly IReadOnlyList<PlanChunk> Fixed;
    public readonly int Closing,
        Horizon;
    public readonly bool Watches;
    private readonly int[]?[] _minutes;
    private readonly int[] _sittingAt,
        _slotAt;

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
        Count = Of(s => s.Spec.Count ?? s.Owner.Count);
        Setup = Of(s => s.Spec.Setup);
        PerModel = Of(s => s.Spec.PerModel);
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
        _minutes = Of(s => s.Spec.Minutes?.ToArray());
        Watches = Attention.Any(a => a != Attend.Hands);

        SittingBegin = [.. problem.Sittings.Select(s => s.Begin)];
        SittingEnd = [.. problem.Sittings.Select(s => s.End)];
        Slots = [.. CutWithWindows(problem)];
        _sittingAt = Index(SittingEnd);
        _slotAt = Index([.. Slots.Select(s => s.End)]);
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
        In = Lists(Steps, Arcs.Length, a => Arcs[a].To);
        Out = Lists(Steps, Arcs.Length, a => Arcs[a].From);
        var order = Order = TopologicalOrder();
        Tail = Tails(order);
        var ordered = Lists(Batches, Steps, at => Batch[order[at]]);
        var resources = problem.Resources.Select((r, i) => (r.Id, i)).ToDictionary(r => r.Id, r => r.i, StringComparer.Ordinal);
        var since = new int[Steps];
        Holds = [.. problem.Batches.SelectMany((b, i) => Compile(b, resources, Array.ConvertAll(ordered[i], at => order[at]), since))];
        Opens = Lists(Steps, Holds.Length, h => Holds[h].From);
        Closes = Lists(Steps, Holds.Length, h => Holds[h].To);
        StepsOfUnit = Lists(Units, Steps, i => Unit[i]);
        FinishersOfUnit = [.. StepsOfUnit.Select(all => Array.FindAll(all, Finishes))];
        (Cluster, var clusters) = Clusters();
        Slack = Slacks(clusters);
        var (waits, done) = (new int[Steps], new bool[Steps]);
        Sequence = Array.ConvertAll(Lists(clusters, Steps, i => Cluster[i]), steps => Sequenced(steps, waits, done));
        Position = new int[Steps];
        foreach (var sequence in Sequence)
        {
            for (var at = 0; at < sequence.Length; at++)
                Position[sequence[at]] = at;
        }

        T[] Of<T>(Func<(int Batch, PlanBatch Owner, PlanStep Spec), T> read) => Array.ConvertAll(specs, s => read(s));
    }

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

    /// <summary>The first stretch for spraying that ends after a minute; the number of stretches when none.</summary>
    public int SlotFrom(int t)
    {
        var k = _slotAt[Math.Clamp(t >> 6, 0, _slotAt.Length - 1)];
        while (k < Slots.Length && Slots[k].End <= t)
            k++;
        return k;
    }

    /// <summary>The first minute at or after another that lies in a sitting, for a coat in a stretch for spraying.</summary>
    public int FirstChance(int step, int from)
    {
        if (Mode[step] >= 0)
            return SlotFrom(from) is var q && q < Slots.Length ? Math.Max(from, Slots[q].Begin) : Horizon;
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

    private static IEnumerable<SpraySlot> CutWithWindows(PlanProblem problem)
    {
        var windows = problem.SprayWindows;
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
