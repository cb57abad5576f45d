using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.State;

/// <summary>When the air is fit for the coats this bench sprays: from the forecast hour by hour, beyond it taken as fit and shown as
/// assumed.</summary>
public static class SprayHours
{
    /// <summary>How the bench sprays most, by its steps still to do: what the air is told for where no step is named.</summary>
    public static SprayManner MostOf(BenchIndex bench) =>
        bench
            .State.Steps.Where(s => s is { NotNeeded: null, Amounts.Mode: not null } && !bench.IsFinished(s))
            .Select(s => SprayManner.Of(bench, s)!)
            .GroupBy(m => m)
            .OrderByDescending(g => g.Count())
            .ThenBy(g => g.Key.Name, StringComparer.Ordinal)
            .FirstOrDefault()
            ?.Key
        ?? SprayManner.Usual;

    /// <summary>The stretches of the forecast in which the weather suits a manner; none where it does not decide.</summary>
    public static IReadOnlyList<(Instant From, Instant To, FitHours Hours)> Stretches(BenchIndex bench, SprayManner manner)
    {
        if (!manner.IsOutdoors || bench.State.Forecast.Count == 0)
            return [];
        var found = new List<(Instant, Instant, FitHours)>();
        // An hour that is missing cuts the forecast: what is not known is not joined.
        foreach (var run in Runs(bench.State.Forecast))
            found.AddRange(
                SprayWindows
                    .Of([.. run.Select(h => manner.In(h.Weather))])
                    .Select(w => (run[w.FromHour].At, run[w.ToHour - 1].At + Duration.FromHours(1), w))
            );
        return found;
    }

    /// <summary>True when the forecast speaks of a moment.</summary>
    public static bool Reaches(BenchIndex bench, Instant at) =>
        Runs(bench.State.Forecast).Any(r => r[0].At <= at && at < r[^1].At + Duration.FromHours(1));

    /// <summary>The parts of a sitting in which one may spray so.</summary>
    /// <param name="bench">The bench.</param>
    /// <param name="manner">How.</param>
    /// <param name="sitting">The sitting, in minutes of the plan.</param>
    /// <param name="at">The moment of a minute.</param>
    public static IEnumerable<Span> Within(BenchIndex bench, SprayManner manner, Span sitting, Func<int, Instant> at)
    {
        var forecast = bench.State.Forecast;
        if (manner.IsOutdoors && WaitsForLight(bench))
        {
            if (SprayLight.Within(bench.State.Settings.Zone, at(sitting.Begin), at(sitting.End)) is not { } light)
                return [];
            sitting = new Span(
                Math.Max(sitting.Begin, (int)Math.Ceiling((light.From - at(0)).TotalMinutes)),
                Math.Min(sitting.End, (int)Math.Floor((light.To - at(0)).TotalMinutes))
            );
        }
        if (forecast.Count == 0 || !manner.IsOutdoors)
            return sitting.Length > 0 ? [sitting] : [];
        var origin = at(0);
        int Minute(Instant moment) => (int)Math.Ceiling((moment - origin).TotalMinutes);
        var parts = bench
            .FitHoursOf(manner)
            .Select(s => new Span(Math.Max(sitting.Begin, Minute(s.From)), Math.Min(sitting.End, Minute(s.To))))
            .ToList();
        // Before and beyond the forecast, and where hours are missing in it, nothing speaks against it.
        var known = sitting.Begin;
        foreach (var run in Runs(forecast))
        {
            var (begins, ends) = (Minute(run[0].At), Minute(run[^1].At + Duration.FromHours(1)));
            parts.Add(new Span(known, Math.Min(sitting.End, begins)));
            known = Math.Max(known, ends);
            if (known >= sitting.End)
                break;
        }
        parts.Add(new Span(known, sitting.End));
        return Joined(parts.Where(p => p.Length > 0).OrderBy(p => p.Begin));
    }

    /// <summary>True where coats outdoors wait for daylight, by house rule and a place that is known.</summary>
    public static bool WaitsForLight(BenchIndex bench) =>
        bench.State.House.Bench.Follows(HouseRuleCatalog.DarkSprays, "wait") && SprayLight.IsKnown(bench.State.Settings.Zone);

    private static List<Span> Joined(IEnumerable<Span> parts)
    {
        var joined = new List<Span>();
        foreach (var part in parts)
        {
            if (joined.Count > 0 && part.Begin <= joined[^1].End)
                joined[^1] = joined[^1] with { End = Math.Max(joined[^1].End, part.End) };
            else
                joined.Add(part);
        }
        return joined;
    }

    private static IEnumerable<List<ForecastHour>> Runs(IReadOnlyList<ForecastHour> hours)
    {
        var run = new List<ForecastHour>();
        foreach (var hour in hours)
        {
            if (run.Count > 0 && hour.At - run[^1].At != Duration.FromHours(1))
            {
                yield return run;
                run = [];
            }
            run.Add(hour);
        }
        if (run.Count > 0)
            yield return run;
    }
}
