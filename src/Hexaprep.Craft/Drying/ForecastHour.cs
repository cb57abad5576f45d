using Hexaprep.Craft.Computation;
using NodaTime;

namespace Hexaprep.Craft.Drying;

/// <summary>One hour of a forecast, outdoors.</summary>
/// <param name="At">Its beginning.</param>
/// <param name="AirC">°C.</param>
/// <param name="HumidityPct">%.</param>
/// <param name="WindMs">m/s.</param>
/// <param name="GustMs">m/s, null where not given.</param>
/// <param name="RainProbability">0 to 1.</param>
/// <param name="SunWM2">W/m².</param>
public sealed record ForecastHour(
    Instant At,
    double AirC,
    double HumidityPct,
    double WindMs,
    double? GustMs,
    double RainProbability,
    double SunWM2
)
{
    /// <summary>As the spray model takes it.</summary>
    public Weather Weather => new(new Air(AirC, HumidityPct), WindMs, GustMs, SunWM2) { RainProbability = RainProbability };
}
