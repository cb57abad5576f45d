using NodaTime;

namespace Hexaprep.Craft.Drying;

/// <summary>What an instrument said, and when it measured.</summary>
public sealed record InstrumentReading(
    Instant MeasuredAt,
    double AirC,
    double HumidityPct,
    double? WindMs = null,
    double? GustMs = null,
    double? SunWM2 = null
);

/// <summary>An instrument that reads the air. A real sensor takes this place.</summary>
public interface IAirInstrument
{
    /// <summary>Reads the air at a place; null when it does not answer.</summary>
    Task<InstrumentReading?> ReadAsync(AirPlace place, CancellationToken cancel);
}

/// <summary>How an instrument's answer is taken.</summary>
public enum InstrumentState
{
    Good,
    Late,
    Nonsense,
    Silent,
}

/// <summary>An answer judged: only a good one is ever used.</summary>
public sealed record JudgedReading(InstrumentState State, InstrumentReading? Reading, string Words)
{
    private static readonly Duration Oldest = Duration.FromMinutes(15);

    // Rooms and weather change slower than that.
    private const double MostDegreesAMinute = 1.5;

    /// <summary>Judges an answer.</summary>
    /// <param name="reading">What it said; null for silence.</param>
    /// <param name="before">The last good reading at the place, or null.</param>
    /// <param name="now">The moment.</param>
    public static JudgedReading Of(InstrumentReading? reading, AirReading? before, Instant now)
    {
        if (reading is null)
            return new(InstrumentState.Silent, null, "the instrument does not answer: nothing is taken from it");
        if (now - reading.MeasuredAt > Oldest)
            return new(
                InstrumentState.Late,
                reading,
                $"its last measurement is {(now - reading.MeasuredAt).TotalMinutes:0} min old: not used"
            );
        var asRead = new AirReading(
            Guid.Empty,
            reading.MeasuredAt,
            AirPlace.Bench,
            reading.AirC,
            reading.HumidityPct,
            reading.WindMs,
            reading.GustMs,
            reading.SunWM2,
            AirSource.Instrument
        );
        if (reading.MeasuredAt > now + Duration.FromMinutes(5))
            return new(InstrumentState.Nonsense, reading, "it measured in the future: not used");
        if (asRead.WhyNot() is { } refusal)
            return new(InstrumentState.Nonsense, reading, $"{refusal.Message} Not used.");
        if (
            before is { } last
            && reading.MeasuredAt > last.At
            && Math.Abs(reading.AirC - last.AirC) > Math.Max(3, MostDegreesAMinute * (reading.MeasuredAt - last.At).TotalMinutes)
        )
            return new(
                InstrumentState.Nonsense,
                reading,
                $"{reading.AirC:0.#} °C after {last.AirC:0.#} °C is no change a room makes: not used"
            );
        return new(InstrumentState.Good, reading, $"{reading.AirC:0.#} °C, {reading.HumidityPct:0} %");
    }
}
