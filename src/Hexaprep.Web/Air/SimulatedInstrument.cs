using Hexaprep.Craft.Drying;
using NodaTime;

namespace Hexaprep.Web.Air;

/// <summary>How the stand-in behaves.</summary>
public enum SimulatedMode
{
    Plausible,
    Set,
    Late,
    Noisy,
    Silent,
}

/// <summary>What the stand-in is told to do.</summary>
/// <param name="Mode">How it behaves.</param>
/// <param name="AirC">°C it shows when set.</param>
/// <param name="HumidityPct">% it shows when set.</param>
public sealed record SimulatedSetting(SimulatedMode Mode, double? AirC = null, double? HumidityPct = null);

/// <summary>A small stand-in for an instrument and a weather service: a plausible day and night, the same for the same hour, that can
/// be set, made late, noisy or silent.</summary>
public sealed class SimulatedInstrument(IClock clock)
{
    private volatile SimulatedSetting _setting = new(SimulatedMode.Plausible);

    /// <summary>What it was told last.</summary>
    public SimulatedSetting Setting
    {
        get => _setting;
        set => _setting = value;
    }

    /// <summary>What it shows at a place; null while it is silent.</summary>
    public InstrumentReading? Read(AirPlace place)
    {
        var (setting, now) = (_setting, clock.GetCurrentInstant());
        var (air, humidity) = place == AirPlace.Outdoors ? Outdoors(now) : Indoors(now);
        var plain = new InstrumentReading(now, air, humidity, place == AirPlace.Outdoors ? Wind(now) : null);
        return setting.Mode switch
        {
            SimulatedMode.Silent => null,
            SimulatedMode.Late => plain with { MeasuredAt = now - Duration.FromHours(2) },
            SimulatedMode.Noisy => plain with { AirC = 999 },
            SimulatedMode.Set => plain with { AirC = setting.AirC ?? air, HumidityPct = setting.HumidityPct ?? humidity },
            _ => plain,
        };
    }

    /// <summary>The forecast of the stand-in's weather, hour by hour.</summary>
    public IReadOnlyList<ForecastHour> Forecast(int hours)
    {
        var first = Instant.FromUnixTimeSeconds(clock.GetCurrentInstant().ToUnixTimeSeconds() / 3600 * 3600);
        return [.. Enumerable.Range(0, hours).Select(i => Hour(first + Duration.FromHours(i)))];
    }

    private static ForecastHour Hour(Instant at)
    {
        var (air, humidity) = Outdoors(at);
        var wind = Wind(at);
        var rain = Math.Round(Math.Clamp(Swing(at, 53, 11) - 0.35, 0, 1), 2);
        return new ForecastHour(
            at,
            air,
            humidity,
            wind,
            Math.Round(wind * 1.4, 1),
            rain,
            Math.Round(Math.Max(0, 500 * Daylight(at) * (1 - rain)))
        );
    }

    private static (double, double) Outdoors(Instant at)
    {
        var air = 11 + 5 * (Daylight(at) * 2 - 0.6) + 4 * (Swing(at, 97, 3) - 0.5);
        return (Math.Round(air, 1), Math.Round(Math.Clamp(78 - 22 * Daylight(at) + 18 * (Swing(at, 61, 7) - 0.5), 25, 99)));
    }

    private static (double, double) Indoors(Instant at) =>
        (Math.Round(19.5 + 1.5 * Daylight(at), 1), Math.Round(52 + 6 * (Swing(at, 61, 7) - 0.5)));

    private static double Wind(Instant at) => Math.Round(0.5 + 3 * Swing(at, 29, 5), 1);

    // 0 at night, 1 at two in the afternoon, UTC.
    private static double Daylight(Instant at) => Math.Max(0, Math.Cos((Hours(at) % 24 - 14) / 24 * 2 * Math.PI));

    // Slow weather: 0 to 1, over a period of hours that fits no day.
    private static double Swing(Instant at, double period, double phase) =>
        0.5 + 0.5 * Math.Sin((Hours(at) + phase) / period * 2 * Math.PI);

    private static double Hours(Instant at) => at.ToUnixTimeSeconds() / 3600.0;
}
