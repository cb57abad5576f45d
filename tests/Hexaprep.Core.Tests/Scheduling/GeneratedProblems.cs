using CsCheck;
using Hexaprep.Core.Scheduling;

namespace Hexaprep.Core.Tests.Scheduling;

/// <summary>Small random problems with everything the model knows: chains and forks, cuts, windows, lags, gaps, modes, holds.</summary>
internal static class GeneratedProblems
{
    public static readonly Gen<PlanProblem> Any =
        from seed in Gen.Int[0, 1_000_000]
        select Make(new Random(seed));

    private static PlanProblem Make(Random random)
    {
        var sittings = Enumerable.Range(0, 60).Select(day => Begin(day * 1440 + 1100 + random.Next(60), 90 + random.Next(120))).ToList();
        var windows = sittings.Where(_ => random.Next(3) > 0).Select(s => new Span(s.Begin - random.Next(30), s.End - random.Next(30))).ToList();
        var units = Enumerable.Range(0, 1 + random.Next(3)).Select(u => new PlanUnit($"U{u}", 1 + random.Next(5)) { Deadline = random.Next(2) == 0 ? null : random.Next(60 * 1440) }).ToList();
        var batches = Enumerable.Range(0, 1 + random.Next(4)).Select(b => Batch(random, $"B{b}", units[random.Next(units.Count)].Id)).ToList();
        units.RemoveAll(u => batches.All(b => b.Unit != u.Id));
        return new PlanProblem("generated", 61 * 1440, PlanWeights.Default, sittings, windows, [new PlanResource("handle", 10)],
            new Dictionary<string, IReadOnlyDictionary<string, int>>
            {
                ["primer"] = new Dictionary<string, int> { ["gloss"] = 7 },
                ["gloss"] = new Dictionary<string, int> { ["primer"] = 9 },
            }, units, batches)
        { Seed = random.Next(100) };
    }

    private static Span Begin(int begin, int minutes) => new(begin, begin + minutes);

    private static PlanBatch Batch(Random random, string id, string unit)
    {
        var count = 1 + random.Next(8);
        var steps = Enumerable.Range(0, 2 + random.Next(6)).Select(i =>
        {
            var mode = random.Next(4) == 0 ? random.Next(2) == 0 ? "primer" : "gloss" : null;
            return new PlanStep($"s{i}", random.Next(6), 1 + random.Next(5), mode is null ? 1 + random.Next(3) : 1, random.Next(3) == 0 ? random.Next(600) : 0) { Mode = mode };
        }).ToList();
        var arcs = new List<PlanArc>();
        for (var i = 1; i < steps.Count; i++)
        {
            var from = random.Next(4) == 0 ? random.Next(i) : i - 1;
            var min = random.Next(2) == 0 ? 0 : random.Next(30);
            // A window may only close behind a step that is done in one go.
            var tied = random.Next(4) == 0 && from == i - 1 && steps[from].MaxChunks == 1 && steps[i].Mode is null;
            arcs.Add(new PlanArc($"s{from}", $"s{i}", min)
            {
                Max = tied ? min + 60 + random.Next(90) : null,
                Forbid = !tied && random.Next(5) == 0 ? new Span(min + 20, min + 400) : null,
            });
            if (tied) steps[i] = steps[i] with { MaxChunks = 1 };
        }
        PlanHold[] holds = steps.Count > 2 ? [new PlanHold("handle", count, new PlanEdge("s0", "start"), new PlanEdge($"s{steps.Count - 1}", "end"))] : [];
        // Every step must lead to the one that gives the handles back.
        for (var i = 0; i < steps.Count - 1; i++)
        {
            if (arcs.All(a => a.From != $"s{i}")) arcs.Add(new PlanArc($"s{i}", $"s{steps.Count - 1}", 0));
        }
        return new PlanBatch(id, unit, count, steps, arcs, holds);
    }
}
