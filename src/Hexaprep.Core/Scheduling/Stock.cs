using static Hexaprep.Core.Scheduling.CompiledProblem;

namespace Hexaprep.Core.Scheduling;

/// <summary>Handles and rack slots in use over time. A hold without its closing step counts for ever.</summary>
internal sealed class Stock(CompiledProblem problem)
{
    private readonly int[] _from = [.. problem.Holds.Select(_ => -1)];
    private readonly int[] _to = [.. problem.Holds.Select(_ => int.MaxValue)];
    private readonly List<Hold>[] _taken = [.. problem.Capacity.Select(_ => new List<Hold>())];

    /// <summary>True when everything this step takes at its start is free from t on, for as long as it is held.</summary>
    public bool Has(Step step, int t, bool begun)
    {
        if (begun) return true;
        foreach (var hold in step.Opens)
        {
            if (hold.Amount + UsedFrom(hold.Resource, t) > problem.Capacity[hold.Resource]) return false;
        }
        return true;
    }

    public void Open(Step step, int t)
    {
        foreach (var hold in step.Opens)
        {
            _from[hold.Index] = t;
            _taken[hold.Resource].Add(hold);
        }
    }

    public void Unopen(Step step)
    {
        foreach (var hold in step.Opens)
        {
            _from[hold.Index] = -1;
            _taken[hold.Resource].Remove(hold);
        }
    }

    public void Close(Step step, int start, int end)
    {
        foreach (var hold in step.Closes)
        {
            _to[hold.Index] = hold.ToEdge switch { "start" => start, "end" => end, _ => end + step.Spec.Wait };
        }
    }

    public void Reopen(Step step)
    {
        foreach (var hold in step.Closes) _to[hold.Index] = int.MaxValue;
    }

    /// <summary>Names every moment at which something comes free.</summary>
    public void Releases(Action<int> consider)
    {
        foreach (var resource in _taken)
        {
            foreach (var hold in resource)
            {
                if (_to[hold.Index] != int.MaxValue) consider(_to[hold.Index]);
            }
        }
    }

    // No less than the most that is in use at any moment at or after t: what is given back only after t counts throughout.
    private int UsedFrom(int resource, int t)
    {
        var used = 0;
        foreach (var hold in _taken[resource])
        {
            if (_to[hold.Index] > t) used += hold.Amount;
        }
        return used;
    }
}
