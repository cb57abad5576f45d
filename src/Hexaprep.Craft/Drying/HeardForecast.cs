using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Craft.Drying;

/// <summary>A forecast that somebody heard of, for some hours of a day.</summary>
/// <param name="Day">The day.</param>
/// <param name="From">From; counted from the next whole hour.</param>
/// <param name="To">To, later on the same day; counted to the last whole hour.</param>
/// <param name="AirC">°C, -30 to 50.</param>
/// <param name="HumidityPct">%, 1 to 100.</param>
/// <param name="WindMs">m/s, 0 to 40.</param>
/// <param name="SunWM2">W/m², 0 to 1200.</param>
/// <param name="RainProbability">0 to 1.</param>
public sealed record HeardForecast(
    LocalDate Day,
    LocalTime From,
    LocalTime To,
    double AirC,
    double HumidityPct,
    double WindMs,
    double SunWM2,
    double RainProbability
)
{
    /// <summary>Its hours: only those that lie in it wholly, so that no more is promised than was heard.</summary>
    /// <exception cref="RefusedException">It is no air, or holds no whole hour.</exception>
    public IReadOnlyList<ForecastHour> Hours(DateTimeZone zone)
    {
        var air = new AirReading(Guid.Empty, default, AirPlace.Outdoors, AirC, HumidityPct, WindMs, null, SunWM2, AirSource.Forecast);
        if (air.WhyNot() is { } refusal)
            throw new RefusedException(refusal);
        if (RainProbability is not (>= 0 and <= 1))
            throw new RefusedException(new Refusal("rainProbability", $"{RainProbability} is no share.", "Give 0 to 1."));
        var first = From.Hour + (From == new LocalTime(From.Hour, 0) ? 0 : 1);
        if (To.Hour <= first)
            throw new RefusedException(
                new Refusal("to", "No whole hour lies between them.", "Give a later hour of the same day, such as 10:00 to 13:00.")
            );
        return
        [
            .. Enumerable
                .Range(first, To.Hour - first)
                .Select(h => new ForecastHour(
                    zone.AtLeniently(Day.At(new LocalTime(h, 0))).ToInstant(),
                    AirC,
                    HumidityPct,
                    WindMs,
                    null,
                    RainProbability,
                    SunWM2
                ))
                .DistinctBy(h => h.At),
        ];
    }
}
