using Hexaprep.Bench.State;
using Hexaprep.Planning.Problem;
using NodaTime;

namespace Hexaprep.Planning.Keeping;

/// <summary>Searches for a plan that keeps what was promised: brings no unit home later than the one it begins from, nor by more than a
/// day later than the one before, where that can be kept. Where it cannot, the unit of which more is asked than before comes up to a
/// week later.</summary>
public sealed class DateSearch
{
    /// <summary>Rounds of seeking lost dates, where there is time for them.</summary>
    public const int MostRounds = 7;

    // A round is a quarter of the decodes, but no fewer than begin to show where it leads and no more than have shown it.
    private const int Fewest = 60,
        Enough = 300;

    private readonly BenchPlan _from,
        _before;
    private readonly KeptDates _kept;
    private readonly Dictionary<string, Instant> _dates;
    private readonly BenchSearch _search;
    private readonly CancellationToken _cancel;

    /// <param name="bench">The bench.</param>
    /// <param name="now">Nothing is planned before it.</param>
    /// <param name="from">The plan it begins from; what that does next in the running sitting stands.</param>
    /// <param name="before">The plan that was promised before something changed; null for none.</param>
    /// <param name="cancel">Ends the search.</param>
    public DateSearch(BenchIndex bench, Instant now, BenchPlan from, BenchPlan? before, CancellationToken cancel)
    {
        (_from, _before, _cancel) = (from, before ?? from, cancel);
        _kept = new KeptDates(before, from);
        _dates = _kept.For(from);
        _search = new BenchSearch(bench, now, cancel)
        {
            Dates = _dates,
            Standing = BenchPlanner.StandingUntil(bench, from, now) is { } until ? (from, until) : null,
        };
    }

    /// <summary>The best plan found.</summary>
    /// <param name="budget">Decodes for each search, at least 1.</param>
    /// <param name="rounds">Rounds of seeking lost dates at most, at least 0.</param>
    public BenchPlan Best(int budget, int rounds = MostRounds)
    {
        // Where most of the bench came since, few dates bind: then a new beginning may keep them too.
        if (_dates.Count * 2 < _from.Ends.Count)
            return Led(BestOf(() => _search.From(_from, budget), () => _search.Afresh(_from, budget)), budget, rounds);
        return Led(_kept.DaysLost(_from) > 0 ? _from : _search.From(_from, budget), budget, rounds);
    }

    // Back to the dates it lost; the way that led nearest is bettered in earnest.
    private BenchPlan Led(BenchPlan first, int budget, int rounds)
    {
        var found = Sought(first, Math.Min(budget, Math.Clamp(budget / 4, Fewest, Enough)), rounds);
        return ReferenceEquals(found, first) && !ReferenceEquals(first, _from)
            ? found
            : BestOf(() => _search.From(found, budget), () => found);
    }

    // Which way leads back to lost dates is not to be seen beforehand, so several are tried, each for a while.
    private BenchPlan Sought(BenchPlan first, int budget, int rounds)
    {
        var found = first;
        for (var round = 1; round <= rounds && found.Result.Unplaced.Count == 0 && !Keeps(found); round++)
        {
            var (r, best) = (round, found);
            found = BestOf(
                () => _search.From(r == 2 ? _before : _from, budget, 2 * r - 1, inTurns: true),
                () => _search.From(best, budget, 2 * r, inTurns: r > 1),
                () => best
            );
        }
        return found;
    }

    private bool Keeps(BenchPlan plan) => plan.Ends.All(e => !_dates.TryGetValue(e.Key, out var date) || plan.At(e.Value) <= date);

    private BenchPlan BestOf(params Func<BenchPlan>[] ways)
    {
        var found = new BenchPlan[ways.Length];
        Parallel.For(0, ways.Length, new ParallelOptions { CancellationToken = _cancel }, i => found[i] = ways[i]());
        return found.OrderBy(p => p.Result.Unplaced.Count).ThenBy(_kept.DaysLost).ThenBy(p => p.Result.Schedule.Z).First();
    }
}
