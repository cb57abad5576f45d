namespace Hexaprep.Scheduling.Searching;

/// <summary>Lays steps in the turns in which they stood in a plan that is followed.</summary>
internal sealed partial class Placer
{
    // So often what was laid since is laid anew before a step that is pushed back loses its turn instead: each costs a plan's work.
    private const int MostBegunAnew = 20;

    // What was laid in turn, in that order.
    private readonly List<int> _followed = [];
    private int _begunAnew;

    /// <summary>The minute of each step's turn in a plan that is followed: laid together, steps are laid in that order. Null for the
    /// order of their first chance.</summary>
    public int[]? Stood { get; set; }

    /// <summary>Asked while a plan is followed: may a step stand where it did, not before a minute? Then the table has found that. Null:
    /// each is laid as early as it goes.</summary>
    public Func<int, int, bool>? StandsAgain { get; set; }

    // When a step has its turn among those that could be laid.
    private int Turn(int step) => Stood is { } stood ? stood[step] : _p.FirstChance(step, From(step)) + Later[step];

    // What goes its own way in a cluster: its units; where a plan is followed, its batches. Null where it is laid in its one sequence.
    private int[][]? ChainsOf(int cluster) => Stood is null ? _p.UnitStrands[cluster] : _p.BatchStrands[cluster];

    private int NextOf(int[][] strands, int until)
    {
        int next = -1,
            least = int.MaxValue;
        foreach (var strand in strands)
        {
            var at = 0;
            while (at < strand.Length && table.Placed(strand[at]))
                at++;
            if (at == strand.Length || _p.Position[strand[at]] >= until || !table.IsReady(strand[at]))
                continue;
            if (Turn(strand[at]) is var turn && turn < least)
                (least, next) = (turn, strand[at]);
        }
        return next;
    }

    // A step that is pushed back keeps its turn: what was laid since gives its place up, or it would have taken the evenings of all that
    // the step leads to.
    private void TakeWhatFollowed(int push)
    {
        if (_begunAnew == MostBegunAnew || _followed.LastIndexOf(push) is not (>= 0 and var since))
            return;
        _begunAnew++;
        for (var i = _followed.Count - 1; i >= since; i--)
            Remove(_followed[i]);
        _followed.RemoveRange(since, _followed.Count - since);
        for (var i = 0; i < _count; i++)
            _at[_together[i]] = 0;
    }
}
