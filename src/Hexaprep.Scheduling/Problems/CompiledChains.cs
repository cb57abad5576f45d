namespace Hexaprep.Scheduling.Problems;

/// <summary>The strands of a cluster: what one batch, or one unit, does. A mix for the gaps of two units ties them for an hour; beside
/// that each goes its own way.</summary>
internal sealed partial class CompiledProblem
{
    /// <summary>The sequence of each cluster by batch, and by unit; null for a cluster of one.</summary>
    public readonly int[][]?[] BatchStrands,
        UnitStrands;

    /// <summary>What each batch does, in order.</summary>
    public IEnumerable<int[]> Chains => Sequence.SelectMany((s, c) => BatchStrands[c] ?? [s]);

    private int[][]?[] ChainsBy(int[] of) =>
        [.. Sequence.Select(s => s.GroupBy(i => of[i]).Select(g => g.ToArray()).ToArray()).Select(s => s.Length > 1 ? s : null)];

    /// <summary>A step with what comes behind it in its strand, and what in the other strands waits for that; the last first.</summary>
    /// <param name="step">The step.</param>
    /// <param name="strands">The strands of its cluster; null for one of one.</param>
    public IEnumerable<int> WithAllBehind(int step, int[][]? strands)
    {
        var sequence = Sequence[Cluster[step]];
        if (strands is null)
            return sequence.Skip(Position[step]).Reverse();
        var behind = new HashSet<int>();
        Follow(step);
        return behind.OrderByDescending(i => Position[i]);

        void Follow(int from)
        {
            var strand = Array.Find(strands, s => Array.IndexOf(s, from) >= 0)!;
            foreach (var i in strand.Skip(Array.IndexOf(strand, from)))
            {
                if (!behind.Add(i))
                    break;
                foreach (var a in Out[i])
                {
                    if (!Frozen[Arcs[a].To] && !behind.Contains(Arcs[a].To))
                        Follow(Arcs[a].To);
                }
            }
        }
    }
}
