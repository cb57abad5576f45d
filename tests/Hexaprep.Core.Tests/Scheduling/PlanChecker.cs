using Hexaprep.Core.Scheduling;

namespace Hexaprep.Core.Tests.Scheduling;

/// <summary>Judges a schedule by the model alone (C1 to C10). Shares no code with the planner.</summary>
internal static class PlanChecker
{
    /// <summary>The breaches, each beginning with its code; empty when the schedule is valid.</summary>
    public static List<string> Breaches(PlanProblem p, IReadOnlyList<PlanChunk> chunks, bool partial = false)
    {
        var found = new List<string>();
        var given = (p.Fixed ?? []).Select(c => (c.Batch, c.Step)).ToHashSet();
        var byStep = chunks.GroupBy(c => (c.Batch, c.Step)).ToDictionary(g => g.Key, g => g.OrderBy(c => c.Start).ToList());
        var specs = p.Batches.SelectMany(b => b.Steps.Select(s => (b, s))).ToDictionary(x => (x.b.Id, x.s.Id));
        foreach (var key in byStep.Keys.Where(k => !specs.ContainsKey(k))) found.Add($"UNKNOWN {key}");
        foreach (var (key, (b, s)) in specs)
        {
            if (!byStep.TryGetValue(key, out var own)) { if (!partial) found.Add($"MISSING {key}"); continue; }
            if (!partial && own.Sum(c => c.Models) != (s.Count ?? b.Count)) found.Add($"MODELS {key}");
            if (given.Contains(key)) continue;
            if (own.Count > s.MaxChunks) found.Add($"CHUNKS {key}");
            var sittings = own.Select(c => p.Sittings.ToList().FindIndex(k => k.Begin <= c.Start && c.End <= k.End)).ToList();
            if (sittings.Contains(-1)) found.Add($"SITTING {key}");
            if (sittings.Distinct().Count() != sittings.Count) found.Add($"SAMESITTING {key}");
            if (own.Any(c => c.End > p.Horizon || c.Start < 0)) found.Add($"HORIZON {key}");
            foreach (var c in own)
            {
                if (c.End - c.Start != Expected(p, specs, given, chunks, c, s)) found.Add($"DURATION {key} at {c.Start}");
                if (s.Mode is not null && !p.SprayWindows.Any(w => w.Begin <= c.Start && c.End <= w.End)) found.Add($"SPRAYWINDOW {key}");
            }
        }
        var sorted = chunks.OrderBy(c => c.Start).ToList();
        for (var i = 1; i < sorted.Count; i++)
        {
            if (sorted[i].Start < sorted[i - 1].End) found.Add($"HANDS {sorted[i - 1].Step} and {sorted[i].Step} at {sorted[i].Start}");
        }
        foreach (var b in p.Batches)
        {
            foreach (var arc in b.Arcs)
            {
                if (!byStep.TryGetValue((b.Id, arc.From), out var from) || !byStep.TryGetValue((b.Id, arc.To), out var to)) continue;
                var gap = to.Min(c => c.Start) - from.Max(c => c.End);
                if (gap < arc.Min) found.Add($"MINLAG {b.Id} {arc.From} to {arc.To}: {gap} < {arc.Min}");
                if (gap > arc.Max) found.Add($"MAXLAG {b.Id} {arc.From} to {arc.To}");
                if (arc.Forbid is { } f && gap > f.Begin && gap < f.End) found.Add($"FORBIDDEN {b.Id} {arc.From} to {arc.To}");
            }
        }
        found.AddRange(p.Resources.SelectMany(r => Overused(p, r, byStep, specs)));
        return found;
    }

    private static int Expected(PlanProblem p, Dictionary<(string, string), (PlanBatch b, PlanStep s)> specs, HashSet<(string, string)> given,
        IReadOnlyList<PlanChunk> chunks, PlanChunk c, PlanStep s)
    {
        int Full(int n) => s.Minutes is { } table ? table[n - 1] : s.Setup + s.PerModel * n;
        if (s.Mode is null) return Full(c.Models);
        var sitting = p.Sittings.FirstOrDefault(k => k.Begin <= c.Start && c.Start < k.End);
        if (sitting.Length == 0) return c.End - c.Start;
        var before = chunks.Where(o => o != c && o.Start >= sitting.Begin && o.End <= c.Start && !given.Contains((o.Batch, o.Step)) && specs[(o.Batch, o.Step)].s.Mode is not null)
            .OrderBy(o => o.End).LastOrDefault();
        if (before is null) return Full(c.Models);
        var mode = specs[(before.Batch, before.Step)].s.Mode!;
        if (mode == s.Mode) return before.End == c.Start ? Math.Max(1, Full(c.Models) - s.Setup) : Full(c.Models);
        var clean = p.Cleanout.TryGetValue(mode, out var row) && row.TryGetValue(s.Mode, out var minutes) ? minutes : 0;
        return clean + Full(c.Models);
    }

    private static IEnumerable<string> Overused(PlanProblem p, PlanResource r, Dictionary<(string, string), List<PlanChunk>> byStep,
        Dictionary<(string, string), (PlanBatch b, PlanStep s)> specs)
    {
        int? Edge(string batch, PlanEdge e) => !byStep.TryGetValue((batch, e.Step), out var own) ? null : e.Edge switch
        {
            "start" => own.Min(c => c.Start),
            "end" => own.Max(c => c.End),
            _ => own.Max(c => c.End) + specs[(batch, e.Step)].s.Wait,
        };
        var holds = p.Batches.SelectMany(b => b.Holds.Where(h => h.Resource == r.Id)
            .Select(h => (From: Edge(b.Id, h.From), To: Edge(b.Id, h.To) ?? int.MaxValue, h.Amount))).Where(h => h.From is not null).ToList();
        foreach (var at in holds.Select(h => h.From!.Value).Distinct())
        {
            var used = holds.Where(h => h.From <= at && at < h.To).Sum(h => h.Amount);
            if (used > r.Capacity) yield return $"CAPACITY {r.Id} {used} > {r.Capacity} at {at}";
        }
    }
}
