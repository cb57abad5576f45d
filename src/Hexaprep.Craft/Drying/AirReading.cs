using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Craft.Drying;

/// <summary>Where air was read.</summary>
public enum AirPlace
{
    Bench,
    Outdoors,
}

/// <summary>Who read it.</summary>
public enum AirSource
{
    Hand,
    Instrument,
    Forecast,
}

/// <summary>Air as it was read at a moment.</summary>
/// <param name="Id">Random identity.</param>
/// <param name="At">When.</param>
/// <param name="Place">Where.</param>
/// <param name="AirC">°C.</param>
/// <param name="HumidityPct">%.</param>
/// <param name="WindMs">m/s, null where not read.</param>
/// <param name="GustMs">m/s, null where not read.</param>
/// <param name="SunWM2">W/m², null where not read.</param>
/// <param name="Source">Who read it.</param>
public sealed record AirReading(
    Guid Id,
    Instant At,
    AirPlace Place,
    double AirC,
    double HumidityPct,
    double? WindMs,
    double? GustMs,
    double? SunWM2,
    AirSource Source
)
{
    /// <summary>The can, °C; null where nobody felt it.</summary>
    public double? CanC { get; init; }

    /// <summary>A reading is taken for the air now for so long.</summary>
    public static readonly Duration Holds = Duration.FromHours(12);

    /// <summary>As the drying model takes it, inside its range.</summary>
    public Air Air => new(Math.Clamp(AirC, -10, 45), Math.Clamp(HumidityPct, 5, 100));

    /// <summary>As the spray model takes it.</summary>
    public Weather Weather =>
        new(
            new Air(Math.Clamp(AirC, -30, 50), Math.Clamp(HumidityPct, 1, 100)),
            WindMs ?? 0,
            GustMs is { } g ? Math.Max(g, WindMs ?? 0) : null,
            SunWM2 ?? 0
        )
        {
            CanC = CanC,
        };

    /// <summary>Why it is not taken for true; null when it is.</summary>
    public Refusal? WhyNot()
    {
        if (!double.IsFinite(AirC) || AirC is < -30 or > 50)
            return new Refusal("airC", $"{AirC} °C is no air to work in.", "Give -30 to 50.");
        if (!double.IsFinite(HumidityPct) || HumidityPct is < 1 or > 100)
            return new Refusal("humidityPct", $"{HumidityPct} % is no humidity.", "Give 1 to 100.");
        if (WindMs is < 0 or > 40)
            return new Refusal("windMs", $"{WindMs} m/s does not fit.", "Give 0 to 40.");
        if (GustMs is < 0 or > 60 || GustMs < WindMs)
            return new Refusal("gustMs", $"{GustMs} m/s does not fit.", "Give no less than the wind, at most 60.");
        if (CanC is < -20 or > 80)
            return new Refusal("canC", $"{CanC} °C is no can to spray from.", "Give -20 to 80.");
        return SunWM2 is < 0 or > 1200 ? new Refusal("sunWM2", $"{SunWM2} W/m² does not fit.", "Give 0 to 1200.") : null;
    }
}
