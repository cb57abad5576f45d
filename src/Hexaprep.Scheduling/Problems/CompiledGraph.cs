using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Scheduling.Problems;

internal sealed partial class CompiledProblem
{
    private Arc Compile(PlanBatch batch, PlanArc arc)
    {
        var (from, to) = (ById[(arc.FromBatch ?? batch.Id, arc.From)], ById[(arc.ToBatch ?? batch.Id, arc.To)]);
        return new Arc(from, to, arc.Min, arc.Max ?? Never, arc.Forbid?.Begin ?? Never, arc.Forbid?.End ?? Never, arc.FinishMax ?? Never);
    }

    private IEnumerable<Hold> Compile(PlanBatch batch, Dictionary<string, int> resources, int[] order, int[] since) =>
        batch.Holds.Select(h => Compile(batch, h, resources, order, since));

    private Hold Compile(PlanBatch batch, ResourceReservation hold, Dictionary<string, int> resources, int[] order, int[] since)
    {
        var (from, to) = (ById[(batch.Id, hold.From.Step)], ById[(batch.Id, hold.To.Step)]);
        var (fromEdge, toEdge) = (Ids.Parse<StepEdge>(hold.From.Edge), Ids.Parse<StepEdge>(hold.To.Edge));
        var least = EdgeAfterStart(to, toEdge) + (from == to ? 0 : LeastBetween(from, to, order, since)) - EdgeAfterStart(from, fromEdge);
        return new Hold(resources[hold.Resource], hold.Amount, from, fromEdge, to, toEdge, Math.Max(0, least));
    }

    // For each step the arc from the pass before it of the same coat, -1 without one.
    private int[] Rounds(int[] kind)
    {
        var round = new int[Steps];
        Array.Fill(round, -1);
        for (var a = 0; a < Arcs.Length; a++)
        {
            var (from, to) = (Arcs[a].From, Arcs[a].To);
            var passes = IsPass[to] ? Slots[to] is null : Slots[from] is not null && Slots[to] is not null;
            if (passes && kind[from] == kind[to] && Batch[from] == Batch[to])
                round[to] = a;
        }
        return round;
    }

    private int[][] AlikeIn(int[] kind)
    {
        if (Problem.Weights.Interleave is not > 0)
            return [.. Enumerable.Repeat(Array.Empty<int>(), Steps)];
        // Given work counts no more: it has a list of its own.
        var kinds = kind.DefaultIfEmpty(-1).Max() + 1;
        var all = Lists(kinds + 1, Steps, i => Frozen[i] ? kinds : kind[i]);
        return Array.ConvertAll(kind, k => all[k]);
    }

    private int EdgeAfterStart(int step, StepEdge edge) =>
        edge switch
        {
            StepEdge.Start => 0,
            StepEdge.End => LeastMinutes(step),
            _ => LeastMinutes(step) + Wait[step],
        };

    // From start to start by work and waits alone, no calendar: no plan can do it in less.
    private int LeastBetween(int from, int to, int[] order, int[] since)
    {
        foreach (var i in order)
            since[i] = -1;
        since[from] = 0;
        foreach (var i in order)
        {
            if (since[i] < 0)
                continue;
            foreach (var a in Out[i])
                since[Arcs[a].To] = Math.Max(since[Arcs[a].To], since[i] + LeastMinutes(i) + Arcs[a].Min);
        }
        return Math.Max(0, since[to]);
    }

    // A step whose wait no later step of its unit covers: its unit may be done when it is ready.
    private bool Finishes(int step) => !Out[step].Any(a => Unit[Arcs[a].To] == Unit[step] && Arcs[a].Min >= Wait[step]);

    /// <summary>Every step after all it waits for; equals stand in the order of the input.</summary>
    /// <exception cref="RefusedException">The arcs run in a circle.</exception>
    private int[] TopologicalOrder()
    {
        var open = Array.ConvertAll(In, arcs => arcs.Length);
        var order = new List<int>(Steps);
        for (var i = 0; i < Steps; i++)
        {
            if (open[i] == 0)
                order.Add(i);
        }
        for (var at = 0; at < order.Count; at++)
        {
            foreach (var a in Out[order[at]])
            {
                if (--open[Arcs[a].To] == 0)
                    order.Add(Arcs[a].To);
            }
        }
        if (order.Count < Steps)
        {
            var stuck = Array.FindIndex(open, n => n > 0);
            throw new RefusedException(
                new Refusal(
                    $"$.batches[{Batch[stuck]}].arcs",
                    $"The arcs around step {StepId[stuck]} run in a circle.",
                    "Take one of them out: a step cannot wait for itself."
                )
            );
        }
        return [.. order];
    }

    private int[] Tails(int[] order, bool ofUnit)
    {
        var tail = new int[Steps];
        for (var at = order.Length - 1; at >= 0; at--)
        {
            var i = order[at];
            var after = Wait[i];
            foreach (var a in Out[i])
            {
                if (!ofUnit || Unit[Arcs[a].To] == Unit[i])
                    after = Math.Max(after, Arcs[a].Min + tail[Arcs[a].To]);
            }
            tail[i] = LeastMinutes(i) + after;
        }
        return tail;
    }

    // Batches joined by an arc, and where places are few by their unit, are laid out as one.
    private (int[] OfStep, int Count) Clusters(bool byUnit)
    {
        var root = Enumerable.Range(0, Batches).ToArray();
        int Root(int b) => root[b] == b ? b : root[b] = Root(root[b]);
        void Join(int one, int other)
        {
            var (a, b) = (Root(one), Root(other));
            root[Math.Max(a, b)] = Math.Min(a, b);
        }
        foreach (var arc in Arcs)
            Join(Batch[arc.From], Batch[arc.To]);
        // A unit takes its place as a whole.
        if (byUnit)
        {
            foreach (var steps in StepsOfUnit)
            {
                foreach (var i in steps)
                    Join(Batch[steps[0]], Batch[i]);
            }
        }
        var number = new int[Batches];
        var count = 0;
        for (var b = 0; b < Batches; b++)
            number[b] = Root(b) == b ? count++ : number[Root(b)];
        return (Array.ConvertAll(Batch, b => number[b]), count);
    }

    // By work and waits alone: what is left of the longest path of what arcs join on the path through a step.
    private int[] Slacks(int[] part, int parts, int[] head)
    {
        var span = new int[parts];
        foreach (var i in Order)
        {
            foreach (var a in Out[i])
                head[Arcs[a].To] = Math.Max(head[Arcs[a].To], head[i] + LeastMinutes(i) + Arcs[a].Min);
            span[part[i]] = Math.Max(span[part[i]], head[i] + Tail[i]);
        }
        var slack = new int[Steps];
        for (var i = 0; i < Steps; i++)
            slack[i] = span[part[i]] - head[i] - Tail[i];
        return slack;
    }

    // What has least slack first, but what a window ties to the step just taken comes at once.
    private int[] Sequenced(int[] steps, int[] head, int[] waits, bool[] done)
    {
        var count = 0;
        foreach (var i in steps)
        {
            if (Frozen[i])
                continue;
            count++;
            foreach (var a in In[i])
            {
                if (!Frozen[Arcs[a].From])
                    waits[i]++;
            }
        }
        var sequence = new int[count];
        for (var at = 0; at < sequence.Length; at++)
        {
            var last = at > 0 ? sequence[at - 1] : -1;
            var best = -1;
            var tied = false;
            foreach (var i in steps)
            {
                if (Frozen[i] || done[i] || waits[i] > 0)
                    continue;
                var follows = last >= 0 && Follows(last, i);
                if (best < 0 || (follows && !tied) || (follows == tied && ComesBefore(i, best, head)))
                    (best, tied) = (i, follows);
            }
            sequence[at] = best;
            done[best] = true;
            foreach (var a in Out[best])
                waits[Arcs[a].To]--;
        }
        return sequence;
    }

    // Of one unit what has least slack; of two what could come first.
    private bool ComesBefore(int one, int other, int[] head) =>
        Unit[one] == Unit[other] ? Slack[one] < Slack[other] : head[one] < head[other];

    private bool Follows(int before, int step)
    {
        foreach (var a in In[step])
        {
            if (Arcs[a].From == before && (Arcs[a].Ties || Arcs[a].Lo != Never))
                return true;
        }
        return false;
    }
}
