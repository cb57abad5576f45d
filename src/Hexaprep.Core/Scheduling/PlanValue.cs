namespace Hexaprep.Core.Scheduling;

/// <summary>The worth of a schedule, in its parts.</summary>
/// <param name="Z">The weighted sum; lower is better.</param>
/// <param name="Tardy">Weighted minutes late.</param>
/// <param name="Finish">Weighted minutes to the finish of each unit.</param>
/// <param name="Sittings">Sittings used.</param>
/// <param name="Setups">Spray set-ups and clean-outs paid.</param>
public sealed record PlanValue(long Z, long Tardy, long Finish, int Sittings, int Setups)
{
    /// <summary>Values a schedule in which every step is placed.</summary>
    public static PlanValue Of(PlanProblem problem, IReadOnlyList<PlanChunk> chunks)
    {
        var fixedChunks = problem.Fixed?.ToHashSet() ?? [];
        var ends = Finishes(problem, chunks);
        long tardy = 0,
            finish = 0;
        foreach (var unit in problem.Units)
        {
            var c = ends.GetValueOrDefault(unit.Id);
            finish += (long)unit.Weight * c;
            if (unit.Deadline is { } d)
                tardy += (long)unit.Weight * Math.Max(0, c - d);
        }
        var modes = problem
            .Batches.SelectMany(b => b.Steps.Select(s => (b.Id, Step: s)))
            .ToDictionary(s => (s.Id, s.Step.Id), s => s.Step.Mode);
        int sittings = 0,
            setups = 0,
            at = 0;
        var byTime = chunks.Where(c => !fixedChunks.Contains(c)).OrderBy(c => c.Start).ToList();
        foreach (var sitting in problem.Sittings)
        {
            while (at < byTime.Count && byTime[at].Start < sitting.Begin)
                at++;
            var first = at;
            (string Mode, int End)? last = null;
            for (; at < byTime.Count && byTime[at].End <= sitting.End; at++)
            {
                if (modes[(byTime[at].Batch, byTime[at].Step)] is not { } mode)
                    continue;
                if (last is { } l && l.Mode != mode)
                    setups++;
                if (last is not { } m || m.Mode != mode || m.End != byTime[at].Start)
                    setups++;
                last = (mode, byTime[at].End);
            }
            if (at > first)
                sittings++;
        }
        var w = problem.Weights;
        return new PlanValue(
            w.Tardy * tardy + w.Finish * finish + (long)w.Sitting * sittings + (long)w.Setup * setups,
            tardy,
            finish,
            sittings,
            setups
        );
    }

    /// <summary>The minute each unit is ready: the latest end plus wait of its steps.</summary>
    public static Dictionary<string, int> Finishes(PlanProblem problem, IReadOnlyList<PlanChunk> chunks)
    {
        var steps = problem.Batches.SelectMany(b => b.Steps.Select(s => (Key: (b.Id, s.Id), b.Unit, s.Wait))).ToDictionary(s => s.Key);
        var ready = new Dictionary<string, int>(StringComparer.Ordinal);
        foreach (var chunk in chunks)
        {
            var step = steps[(chunk.Batch, chunk.Step)];
            ready[step.Unit] = Math.Max(ready.GetValueOrDefault(step.Unit), chunk.End + step.Wait);
        }
        return ready;
    }
}
