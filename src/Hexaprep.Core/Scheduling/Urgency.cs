namespace Hexaprep.Core.Scheduling;

/// <summary>Orders in which steps claim the hands: a number a step, the higher first.</summary>
internal static class Urgency
{
    /// <summary>The fixed orders, tried before any variation.</summary>
    public static IEnumerable<double[]> Orders(CompiledProblem p)
    {
        var units = p.Problem.Units;
        var work = new double[units.Count];
        foreach (var s in p.Steps) work[s.Unit] += s.Minutes(s.Count);
        double Deadline(CompiledProblem.Step s) => units[s.Unit].Deadline ?? p.Problem.Horizon;
        // Latest start; weight per minute of work; longest tail; the mixes of them. Ties go to the earlier step of the input.
        yield return Rank(p, s => -(Deadline(s) - s.Tail));
        yield return Rank(p, s => 1e6 * units[s.Unit].Weight / work[s.Unit] + s.Tail * 1e-3);
        yield return Rank(p, s => s.Tail);
        yield return Rank(p, s => -Deadline(s) + 1e3 * units[s.Unit].Weight / work[s.Unit]);
        yield return Rank(p, s => s.Tail * units[s.Unit].Weight);
        yield return Rank(p, s => -s.Tail);
    }

    /// <summary>A neighbour of an order: a few batches pulled forward or pushed back.</summary>
    public static double[] Vary(CompiledProblem p, double[] order, SplitMix64 random)
    {
        var shift = new double[p.Problem.Batches.Count];
        var strength = p.Steps.Length * (0.05 + 0.4 * random.Next());
        var share = 0.1 + 0.4 * random.Next();
        for (var b = 0; b < shift.Length; b++)
        {
            if (random.Next() < share) shift[b] = (random.Next() - 0.5) * strength;
        }
        return Rank(p, s => order[s.Index] + shift[s.Batch] + (random.Next() - 0.5) * 2);
    }

    // Ranks instead of raw numbers, so that a variation means the same whatever order it starts from.
    private static double[] Rank(CompiledProblem p, Func<CompiledProblem.Step, double> by)
    {
        var keys = p.Steps.Select(s => (s.Index, Key: by(s))).OrderBy(s => s.Key).ThenByDescending(s => s.Index).ToList();
        var ranks = new double[p.Steps.Length];
        for (var r = 0; r < keys.Count; r++) ranks[keys[r].Index] = r;
        return ranks;
    }
}
