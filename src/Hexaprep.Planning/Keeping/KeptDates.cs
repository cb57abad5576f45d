using Hexaprep.Planning.Problem;
using NodaTime;

namespace Hexaprep.Planning.Keeping;

/// <summary>By when each unit is to be done after a change, so that what was promised before it stays true: a day later than it was. A
/// unit of which more is asked than before has a week: its own work makes it later, not the others.</summary>
public sealed class KeptDates
{
    /// <summary>By how much a date may move without being lost.</summary>
    public static readonly Duration MostLater = Duration.FromDays(1);

    private static readonly Duration MostForMore = Duration.FromDays(7);

    private readonly Dictionary<string, Instant> _by = [];
    private readonly HashSet<string> _more = [];
    private readonly bool _isNothingPromised;

    /// <summary>The dates of a plan that was promised, for one that follows it.</summary>
    /// <param name="before">The plan that was promised; null: nothing was.</param>
    /// <param name="after">A plan of the bench as it is now.</param>
    public KeptDates(BenchPlan? before, BenchPlan after)
    {
        _isNothingPromised = before is null;
        if (before is null)
            return;
        foreach (var batch in after.Problem.Batches.Where(b => b.Steps.Any(s => !before.Knows(PlanIds.StepOf(s.Id)))))
            _more.Add(batch.Unit);
        foreach (var (unit, end) in before.Ends)
            _by[unit] = before.At(end) + (_more.Contains(unit) ? MostForMore : MostLater);
    }

    /// <summary>By when, unit by unit. What came since was promised nothing yet.</summary>
    public IReadOnlyDictionary<string, Instant> By => _by;

    /// <summary>By when a search brings each unit home that begins from a plan: no later than by that plan, nor than it may move. Where
    /// that plan lost somebody's date, the unit of which more is asked gives way before others do.</summary>
    public Dictionary<string, Instant> For(BenchPlan from)
    {
        if (_isNothingPromised)
            return from.Ends.ToDictionary(e => e.Key, e => from.At(e.Value));
        var isLost = DaysLost(from) > 0;
        return from
            .Ends.Where(e => _by.ContainsKey(e.Key))
            .ToDictionary(e => e.Key, e => isLost && _more.Contains(e.Key) ? _by[e.Key] : Instant.Min(from.At(e.Value), _by[e.Key]));
    }

    /// <summary>By how many whole days the unit that is thrown back the farthest comes home too late; 0 where all dates are kept.</summary>
    public int DaysLost(BenchPlan plan) =>
        _by.Where(d => plan.Ends.ContainsKey(d.Key)).Select(d => (int)(plan.At(plan.Ends[d.Key]) - d.Value).TotalDays).Append(0).Max();
}
