using Hexaprep.Scheduling.Problems;

namespace Hexaprep.Scheduling.Searching;

/// <summary>Orders in which clusters claim the bench: the first to come has all to itself.</summary>
internal static class FirstPlans
{
    /// <summary>Decodes a first plan is bettered for, at most.</summary>
    public const int MostTrials = 10_000;

    /// <summary>Steps laid while it is bettered, at most: about a quarter of a second.</summary>
    public const int MostWork = 300_000;

    private const int ManySteps = 1000;

    // Work beyond the least and lateness by waits, in hundredths; measured on plans of every size.
    private static readonly (int Overhead, int Lag)[] Guesses = [(118, 240), (118, 300), (124, 240)];

    /// <summary>The fixed orders, each all clusters.</summary>
    public static IEnumerable<int[]> Orders(CompiledProblem p)
    {
        var units = p.Units;
        var (work, tail) = (new double[units], new double[units]);
        for (var i = 0; i < p.Steps; i++)
        {
            if (p.Frozen[i])
                continue;
            work[p.Unit[i]] += p.LeastMinutes(i);
            tail[p.Unit[i]] = Math.Max(tail[p.Unit[i]], p.TailOfUnit[i]);
        }
        double Due(int u) => p.Deadline[u] == CompiledProblem.Never ? 1e9 : p.Deadline[u];
        var mean = Math.Max(1, work.Sum() / Math.Max(1, units));
        double Urgency(int u, double look) =>
            -p.Weight[u] / Math.Max(1, work[u]) * (1 + 19 * Math.Exp(-Math.Max(0, Due(u) - tail[u]) / (look * mean)));

        yield return ByUnit(p, u => Due(u) + work[u] / p.Weight[u]);
        yield return ByUnit(p, u => Urgency(u, 160));
        // On a large bench these never came first; there an order costs more than a millisecond.
        if (p.Steps <= ManySteps)
        {
            yield return ByUnit(p, u => work[u] / p.Weight[u]);
            yield return ByUnit(p, u => Urgency(u, 40));
            yield return ByUnit(p, u => -tail[u] * p.Weight[u]);
        }
        if (units < 3)
            yield break;
        int[]? order = null;
        var hands = UnitSequence.Hands(p);
        foreach (var (overhead, lag) in Guesses)
        {
            order = new UnitSequence(p, overhead, lag, hands).Find(order);
            yield return ByUnit(p, u => Array.IndexOf(order, u));
        }
    }

    // Within a unit the longest first.
    private static int[] ByUnit(CompiledProblem p, Func<int, double> key)
    {
        var keys = new double[p.Units];
        for (var u = 0; u < keys.Length; u++)
            keys[u] = key(u);
        var clusters = p.Sequence.Length;
        var (first, longest) = (new double[clusters], new int[clusters]);
        for (var c = 0; c < clusters; c++)
        {
            first[c] = double.MaxValue;
            foreach (var step in p.Sequence[c])
            {
                first[c] = Math.Min(first[c], keys[p.Unit[step]]);
                longest[c] = Math.Max(longest[c], p.Tail[step]);
            }
        }
        // Where places are few, what is under way goes first: it holds its place whatever comes.
        bool Waits(int c) => p.Places < CompiledProblem.Never && !p.Sequence[c].Any(i => p.IsBegun(p.Unit[i]));
        return [.. Enumerable.Range(0, clusters).OrderBy(Waits).ThenBy(c => first[c]).ThenByDescending(c => longest[c]).ThenBy(c => c)];
    }
}
