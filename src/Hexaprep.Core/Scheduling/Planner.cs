namespace Hexaprep.Core.Scheduling;

/// <summary>Makes a plan: a few fixed orders of urgency, then seeded variations of the best, as many decodes as the budget allows.</summary>
public static class Planner
{
    /// <summary>Solves a problem. The same problem and budget give the same plan, to the minute.</summary>
    /// <param name="problem">What to plan; its seed drives the variations.</param>
    /// <param name="budget">Decodes to spend, at least 1.</param>
    /// <returns>The best plan found. Steps that fit nowhere are listed with what they lack.</returns>
    public static PlanResult Solve(PlanProblem problem, int budget)
    {
        var compiled = new CompiledProblem(problem);
        var random = new SplitMix64((ulong)problem.Seed);
        Attempt? best = null;
        var kept = Urgency.Orders(compiled).First();
        foreach (var order in Urgency.Orders(compiled).Concat(Variations()).Take(Math.Max(1, budget)))
        {
            var attempt = Decode(compiled, order);
            if (best is null || attempt.BetterThan(best)) (best, kept) = (attempt, order);
        }
        var chunks = best!.Chunks.OrderBy(c => c.Start).ThenBy(c => c.Batch, StringComparer.Ordinal).ThenBy(c => c.Step, StringComparer.Ordinal);
        return new PlanResult(new Schedule(problem.Name, "forward", best.Z, [.. chunks]), [.. best.Unplaced.Select(u => new Unplaced(u.Step.BatchId, u.Step.Spec.Id, Shortfall.Of(compiled, u.Step, u.MissedItsWindow)))]);

        IEnumerable<double[]> Variations()
        {
            while (true) yield return Urgency.Vary(compiled, kept, random);
        }
    }

    private static Attempt Decode(CompiledProblem compiled, double[] urgency)
    {
        var decoder = new Decoder(compiled, urgency);
        decoder.Run();
        var unplaced = decoder.Unplaced.Select(s => (s, decoder.MissedItsWindow(s))).ToList();
        var z = unplaced.Count == 0 ? PlanValue.Of(compiled.Problem, decoder.Chunks).Z : 0;
        return new Attempt(decoder.Chunks, unplaced, z);
    }

    private sealed record Attempt(List<PlanChunk> Chunks, List<(CompiledProblem.Step Step, bool MissedItsWindow)> Unplaced, long Z)
    {
        public bool BetterThan(Attempt other) =>
            Unplaced.Count != other.Unplaced.Count ? Unplaced.Count < other.Unplaced.Count : Z < other.Z;
    }
}

/// <summary>A small published generator with one word of state; the same seed gives the same numbers everywhere.</summary>
internal sealed class SplitMix64(ulong state)
{
    private ulong _state = state;

    /// <summary>A number from 0 up to, not including, 1.</summary>
    public double Next()
    {
        _state += 0x9E3779B97F4A7C15UL;
        var z = _state;
        z = (z ^ (z >> 30)) * 0xBF58476D1CE4E5B9UL;
        z = (z ^ (z >> 27)) * 0x94D049BB133111EBUL;
        return ((z ^ (z >> 31)) >> 11) * (1.0 / (1UL << 53));
    }
}
