using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Computation;

/// <summary>The spray model's functions in the documented names.</summary>
internal static class SprayFunctions
{
    // Long: data: the functions of one model.
    public static IEnumerable<ComputeFunction> All()
    {
        yield return new("spray", "dew_point", "The dew point.", i => new
        {
            dew_c = SprayFitness.DewPoint(new Air(i.Number("temp_c", -40, 50), i.Number("rh_pct", 1, 100))),
        });
        yield return new(
            "spray",
            "surface_temp",
            "The temperature of a model in sun and wind, and some minutes after it was carried out.",
            i =>
            {
                var (air, wind, sun) = (i.Number("air_c", -20, 50), i.Number("wind_m_s", 0, 20, 0.5), i.Number("sun_w_m2", 0, 1200, 0));
                var (equilibrium, transfer) = SprayFitness.Surface(
                    air,
                    wind,
                    sun,
                    i.Number("absorptance", 0, 1, 0.7),
                    i.Number("size_mm", 5, 300, 30)
                );
                var surface = equilibrium;
                if (i.Maybe("start_c", -20, 60) is { } start)
                    surface += (start - equilibrium) * Math.Exp(-i.Number("minutes_outside", 0, 1440) / i.Number("tau_min", 0.1, 240, 8));
                return new
                {
                    h_w_m2k = transfer,
                    equilibrium_c = equilibrium,
                    surface_c = surface,
                };
            }
        );
        yield return new("spray", "dry_spray_index", "How much of a droplet dries in flight.", i =>
        {
            var air = new Air(i.Number("air_c", -10, 45), i.Number("rh_pct", 1, 100));
            return new
            {
                index = SprayFitness.DrySpray(MediumOf(i), air, i.Number("surface_c", -20, 80, air.AirC), i.Number("distance_cm", 1, 100)),
            };
        });
        yield return new("spray", "fitness", "Whether the air suits a coat now, and what binds.", i =>
        {
            var fit = SprayFitness.Of(MediumOf(i), WeatherOf(i, i));
            return new
            {
                score = fit.Score,
                binding = fit.Binding,
                dew_c = fit.DewC,
                dew_margin_c = fit.DewMarginC,
                surface_c = fit.SurfaceC,
                sub = fit.Parts,
                verdict = fit.Verdict,
            };
        });
        yield return new("spray", "windows", "The stretches of a forecast that are fit.", i =>
        {
            var medium = MediumOf(i);
            var hours = i.Items("hourly", 1).Select(h => SprayFitness.Of(medium, WeatherOf(h, i))).ToList();
            var found = SprayWindows.Of(hours, i.Number("threshold", 0, 1, 0.5, above: true), i.Whole("min_hours", 1, 48, 1));
            return new
            {
                windows = found.Select(w => new
                {
                    from_h = w.FromHour,
                    to_h = w.ToHour,
                    min_score = w.Score,
                    limiting = w.Limiting,
                    closed_by = w.ClosedBy,
                }),
                scores = hours.Select(h => h.Score),
            };
        });
    }

    private static SprayMedium MediumOf(Inputs i) => Ids.Parse<SprayMedium>(i.Choice("medium", Ids.All<SprayMedium>()));

    // What an hour does not say is taken from the question around it.
    private static Weather WeatherOf(Inputs hour, Inputs around)
    {
        Inputs From(string key) => hour.Has(key) ? hour : around;
        var (wind, gust) = (hour.Number("wind_m_s", 0, 40, 0), hour.Maybe("gust_m_s", 0, 60));
        if (gust < wind)
            throw new ComputeRefusedException("E_ORDER", "gust_m_s", "A gust is never below the mean wind.");
        return new Weather(
            new Air(hour.Number("air_c", -30, 50), hour.Number("rh_pct", 1, 100)),
            wind,
            gust,
            hour.Number("sun_w_m2", 0, 1200, 0)
        )
        {
            Absorptance = From("absorptance").Number("absorptance", 0, 1, 0.7),
            SurfaceC = hour.Maybe("surface_c", -30, 80),
            RainProbability = hour.Number("rain_prob", 0, 1, 0),
            CanC = From("can_c").Maybe("can_c", -20, 80),
            DistanceCm = From("distance_cm").Maybe("distance_cm", 1, 100),
        };
    }
}
