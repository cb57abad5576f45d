using Hexaprep.Core.Drying;
using Hexaprep.Core.Wording;
using NodaTime;

namespace Hexaprep.Core.Bench;

/// <summary>The air: what is known of it, whether it suits spraying, and when it will.</summary>
/// <param name="Bench">At the bench; null where nothing was read that still holds.</param>
/// <param name="Outdoors">Outdoors; null likewise.</param>
/// <param name="BenchWords">What drying times stand on, in words.</param>
/// <param name="Medium">What the bench sprays with most.</param>
/// <param name="Now">Whether it suits now; null where nothing is known.</param>
/// <param name="NowWords">The same in words, with what would make it fit.</param>
/// <param name="Windows">Fit stretches of the forecast.</param>
/// <param name="ForecastWords">Where the forecast comes from and how far it reaches; what is assumed beyond it.</param>
public sealed record AirView(
    ReadingView? Bench,
    ReadingView? Outdoors,
    string BenchWords,
    SprayMedium Medium,
    FitnessView? Now,
    string NowWords,
    IReadOnlyList<FitWindowView> Windows,
    string ForecastWords
);

/// <summary>A reading that still holds.</summary>
public sealed record ReadingView(
    Instant At,
    double AirC,
    double HumidityPct,
    double? WindMs,
    double? GustMs,
    double? SunWM2,
    AirSource Source
)
{
    internal static ReadingView? Of(AirReading? r) =>
        r is null ? null : new(r.At, r.AirC, r.HumidityPct, r.WindMs, r.GustMs, r.SunWM2, r.Source);
}

/// <summary>A fitness.</summary>
public sealed record FitnessView(double Score, string Verdict, string Binding, string Words, double DewMarginC, double SurfaceC);

/// <summary>A fit stretch.</summary>
public sealed record FitWindowView(Instant From, Instant To, string Text, double Score, string Limiting, string ClosedBy);

/// <summary>Reads the air.</summary>
public sealed class AirReader(BenchIndex bench, Instant now)
{
    private readonly Clockface _clock = new(bench.State.Settings.Zone, now);

    /// <summary>The view.</summary>
    public AirView View()
    {
        var indoors = bench.Drying.ReadingAt(now);
        var outdoors = Outdoors;
        var manner = bench.Manner;
        var fit = FitnessNow(manner);
        return new AirView(
            ReadingView.Of(indoors),
            ReadingView.Of(outdoors),
            indoors is { } r
                ? $"{r.AirC:0.#} °C, {r.HumidityPct:0} % read {_clock.At(r.At)}"
                : "nothing read in the last 12 h: taken as 21 °C, 50 %",
            manner.Medium,
            fit is { } f
                ? new FitnessView(
                    Math.Round(f.Score, 2),
                    f.Verdict,
                    f.Binding,
                    f.Words,
                    Math.Round(f.DewMarginC, 1),
                    Math.Round(f.SurfaceC, 1)
                )
                : null,
            fit is { } known ? $"{known.Verdict}: {known.Words}{Remedy(known)}" : "no air outdoors is known: look before you spray",
            [
                .. bench
                    .FitHoursOf(manner)
                    .Where(w => w.To > now)
                    .Select(w => new FitWindowView(
                        w.From,
                        w.To,
                        $"{_clock.At(w.From)} to {_clock.Time(w.To)}",
                        Math.Round(w.Hours.Score, 2),
                        w.Hours.Limiting,
                        w.Hours.ClosedBy ?? "forecast ends"
                    )),
            ],
            bench.State.Forecast.Count == 0
                ? $"no forecast: sittings count as fit unless you say otherwise; {Usual(now)}, assumed"
                : $"{bench.State.ForecastFrom}, until {_clock.At(ForecastEnds)}; beyond it sittings count as fit; "
                    + $"{Usual(ForecastEnds)}, assumed"
        );
    }

    /// <summary>Whether the air suits spraying so now: outdoors by a reading there, else by the forecast's hour; elsewhere by the bench's
    /// own air. Null where nothing is known.</summary>
    public Fitness? FitnessNow(SprayManner manner)
    {
        var weather = manner.IsOutdoors ? Outdoors?.Weather ?? Hour?.Weather : bench.Drying.ReadingAt(now)?.Weather;
        return weather is null ? null : manner.In(weather);
    }

    /// <summary>The air outdoors by the last reading that still holds.</summary>
    public AirReading? Outdoors => bench.Drying.OutdoorsAt(now);

    private Instant ForecastEnds => bench.State.Forecast[^1].At + Duration.FromHours(1);

    private string Usual(Instant at)
    {
        var day = at.InZone(bench.State.Settings.Zone).Date;
        return MonthUsual.Of(day).Words(day);
    }

    private ForecastHour? Hour => bench.State.Forecast.LastOrDefault(h => h.At <= now && now < h.At + Duration.FromHours(1));

    private string Remedy(Fitness fit) =>
        fit.Score >= SprayFitness.FitFrom
            ? ""
            : fit.Binding switch
            {
                "dew_margin_c" => ". Bring the models in to warm, or wait for drier air",
                "air_c" or "surface_c" => ". Wait for the next window, or spray where it is 15 to 25 °C",
                "rh_pct" => ". Wait for 35 to 60 %",
                "label_temp_c" or "label_rh_pct" => ". The label comes first: wait for the next window",
                "wind_m_s" => ". Find shelter, or wait",
                "rain_prob" => ". Wait for the next window",
                "dry_spray_index" => ". Go closer, or wait for cooler air",
                _ => "",
            };
}
