using CsCheck;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Scheduling.Problems;

namespace Hexaprep.Core.Tests.Scheduling;

/// <summary>Small random problems with all that the model and its extensions know: forks, cuts, windows, gaps, modes, holds,
/// attention, shared mixes, given work.</summary>
internal static class GeneratedProblems
{
    /// <summary>The model without its extensions.</summary>
    public static readonly Gen<PlanProblem> Base = Gen.Int[0, 1_000_000].Select(seed => Make(new Random(seed), false));

    /// <summary>With the extensions.</summary>
    public static readonly Gen<PlanProblem> Any = Gen.Int[0, 1_000_000].Select(seed => Make(new Random(seed), seed % 3 > 0));

    private static PlanProblem Make(Random random, bool extended)
    {
        var sittings = Enumerable.Range(0, 60).Select(day => Begin(day * 1440 + 1100 + random.Next(60), 90 + random.Next(120))).ToList();
        var windows = sittings
            .Where(_ => random.Next(3) > 0)
            .Select(s => new Span(s.Begin - random.Next(30), s.End - random.Next(30)))
            .ToList();
        var units = Enumerable
            .Range(0, 1 + random.Next(3))
            .Select(u => new PlanUnit($"U{u}", 1 + random.Next(5)) { Deadline = random.Next(2) == 0 ? null : random.Next(60 * 1440) })
            .ToList();
        var batches = Enumerable
            .Range(0, 1 + random.Next(4))
            .Select(b => Batch(random, $"B{b}", units[random.Next(units.Count)].Id, extended))
            .ToList();
        units.RemoveAll(u => batches.All(b => b.Unit != u.Id));
        var problem = new PlanProblem(
            "generated",
            61 * 1440,
            PlanWeights.Default,
            sittings,
            windows,
            [new PlanResource("handle", 10), new PlanResource("rack", 1 + random.Next(2))],
            new Dictionary<string, IReadOnlyDictionary<string, int>>
            {
                ["primer"] = new Dictionary<string, int> { ["gloss"] = 7 },
                ["gloss"] = new Dictionary<string, int> { ["primer"] = 9 },
            },
            units,
            batches
        )
        {
            Seed = random.Next(100),
        };
        return extended ? Extend(random, problem) : problem;
    }

    private static PlanProblem Extend(Random random, PlanProblem problem)
    {
        var batches = problem.Batches.ToList();
        // One mix for two batches: the second batch's use of it follows the first's soon, and must end in its working time.
        if (batches.Count > 1 && batches[1].Steps[0].MaxChunks == 1)
            batches[1] = batches[1] with
            {
                Arcs = [.. batches[1].Arcs, new PlanArc("s0", "s0", 0) { FromBatch = "B0", FinishMax = 120 + random.Next(60) }],
            };
        // The first step of the last batch was done before, or is under way.
        var last = batches[^1];
        var given =
            batches.Count > 2 && random.Next(2) == 0
                ? new PlanChunk(last.Id, "s0", 1080, 1120 + random.Next(40), last.Steps[0].Count ?? last.Count)
                : null;
        problem = problem with { Batches = batches, Closing = random.Next(2) == 0 ? 8 : null, Fixed = given is null ? null : [given] };
        return random.Next(3) == 0 ? problem : Kept(random, problem);
    }

    // What the plan keeps beside the model: dust, places, changes of work, rounds, windows of their own, sessions.
    private static PlanProblem Kept(Random random, PlanProblem problem)
    {
        string[] kinds = ["cut", "glue", "sand", "paint"];
        bool dusty = random.Next(2) == 0,
            named = random.Next(2) == 0;
        PlanStep With(PlanBatch batch, PlanStep step)
        {
            step = step with { Kind = step.Mode is { } mode ? $"spray {mode}" : kinds[random.Next(kinds.Length)] };
            if (step.Mode is null && random.Next(2) == 0)
                step = step with { Pass = true };
            if (step.Mode is not null)
                return step with { Wet = dusty ? random.Next(90) : null, Window = named && random.Next(3) > 0 ? "outdoors" : null };
            if (dusty && step is { Attention: null or "attended", Trifle: null } && random.Next(3) == 0)
                return step with { Dust = true };
            if (step is { Attention: null, Trifle: null, Minutes: null } && random.Next(4) == 0 && IsUntied(problem, batch, step))
                return step with { MinSession = 20, PerModel = 5 + random.Next(40), MaxChunks = 1 + random.Next(6) };
            return dusty && step is { Attention: null or "attended", Trifle: null } && random.Next(4) == 0
                ? step with
                {
                    Wet = random.Next(60),
                }
                : step;
        }
        return problem with
        {
            Batches = [.. problem.Batches.Select(b => b with { Steps = [.. b.Steps.Select(s => With(b, s))] })],
            Places = random.Next(2) == 0 ? 1 + random.Next(2) : null,
            Changeover = random.Next(2) == 0 ? 5 : null,
            Open = random.Next(2) == 0 ? true : null,
            Wet = dusty && random.Next(2) == 0 ? [new Span(1000, 1180 + random.Next(100))] : null,
            Windows = named ? new Dictionary<string, IReadOnlyList<Span>> { ["outdoors"] = [.. problem.SprayWindows] } : null,
            Weights = PlanWeights.Default with { Changeover = 5, Interleave = 60, Rounds = 60, Stretch = 40 },
        };
    }

    private static bool IsUntied(PlanProblem problem, PlanBatch batch, PlanStep step) =>
        !problem.Batches.Any(b =>
            b.Arcs.Any(a =>
                (a.Max is not null || a.FinishMax is not null)
                && ((a.FromBatch ?? b.Id, a.From) == (batch.Id, step.Id) || (a.ToBatch ?? b.Id, a.To) == (batch.Id, step.Id))
            )
        )
        && problem.Fixed?.Any(c => (c.Batch, c.Step) == (batch.Id, step.Id)) != true;

    private static Span Begin(int begin, int minutes) => new(begin, begin + minutes);

    // Long: every optional key, drawn in one place.
    private static PlanBatch Batch(Random random, string id, string unit, bool extended)
    {
        var count = 1 + random.Next(8);
        var steps = Enumerable
            .Range(0, 2 + random.Next(6))
            .Select(i =>
            {
                var mode =
                    random.Next(4) == 0
                        ? random.Next(2) == 0
                            ? "primer"
                            : "gloss"
                        : null;
                return new PlanStep(
                    $"s{i}",
                    random.Next(6),
                    1 + random.Next(5),
                    mode is null ? 1 + random.Next(3) : 1,
                    random.Next(3) == 0 ? random.Next(600) : 0
                )
                {
                    Mode = mode,
                };
            })
            .ToList();
        var arcs = new List<PlanArc>();
        for (var i = 1; i < steps.Count; i++)
        {
            var from = random.Next(4) == 0 ? random.Next(i) : i - 1;
            var min = random.Next(2) == 0 ? 0 : random.Next(30);
            // A window may only close behind a step that is done in one go.
            var tied = random.Next(4) == 0 && from == i - 1 && steps[from].MaxChunks == 1 && steps[i].Mode is null;
            arcs.Add(
                new PlanArc($"s{from}", $"s{i}", min)
                {
                    Max = tied ? min + 60 + random.Next(90) : null,
                    Forbid = !tied && random.Next(5) == 0 ? new Span(min + 20, min + 400) : null,
                }
            );
            if (tied)
                steps[i] = steps[i] with { MaxChunks = 1 };
        }
        if (extended)
        {
            for (var i = 0; i < steps.Count; i++)
                steps[i] = Extend(random, steps[i], count);
        }
        var holds = steps
            .Where(s => s.Mode is not null)
            .Select(s => new ResourceReservation("rack", 1, new PlanEdge(s.Id, "start"), new PlanEdge(s.Id, "ready")))
            .ToList();
        if (steps.Count > 2)
            holds.Add(new ResourceReservation("handle", count, new PlanEdge("s0", "start"), new PlanEdge($"s{steps.Count - 1}", "end")));
        // Every step must lead to the one that gives the handles back.
        for (var i = 0; i < steps.Count - 1; i++)
        {
            if (arcs.All(a => a.From != $"s{i}"))
                arcs.Add(new PlanArc($"s{i}", $"s{steps.Count - 1}", 0));
        }
        return new PlanBatch(id, unit, count, steps, arcs, holds);
    }

    private static PlanStep Extend(Random random, PlanStep step, int models)
    {
        if (random.Next(6) == 0)
            models = 1 + random.Next(models);
        step = step with { Count = models };
        if (random.Next(4) == 0)
            step = step with
            {
                Minutes = [.. Enumerable.Range(1, models).Select(n => step.Setup + (n * (20 + step.PerModel * 13) + 59) / 60)],
            };
        if (step.Mode is not null)
            return step;
        return random.Next(8) switch
        {
            0 => step with { Attention = "watched" },
            1 => step with { Attention = "free" },
            2 => step with { Attention = "attended" },
            3 => step with { Trifle = true },
            _ => step,
        };
    }
}
