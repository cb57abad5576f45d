using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Drying;
using NodaTime;

namespace Hexaprep.Bench.State;

/// <summary>The air at a moment, as far as the bench knows it.</summary>
public static class AirNow
{
    /// <summary>Whether the air suits spraying so: outdoors by a reading there, else by the forecast's hour; elsewhere by the bench's own
    /// air. Null where nothing is known.</summary>
    /// <param name="bench">The bench.</param>
    /// <param name="manner">How it would be sprayed, and where.</param>
    /// <param name="now">The moment.</param>
    public static Fitness? Of(BenchIndex bench, SprayManner manner, Instant now)
    {
        var weather = manner.IsOutdoors
            ? bench.Drying.OutdoorsAt(now)?.Weather ?? Hour(bench, now)?.Weather
            : bench.Drying.ReadingAt(now)?.Weather;
        return weather is null ? null : manner.In(weather);
    }

    private static ForecastHour? Hour(BenchIndex bench, Instant now) =>
        bench.State.Forecast.LastOrDefault(h => h.At <= now && now < h.At + Duration.FromHours(1));
}
