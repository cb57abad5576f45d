using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Computation;

/// <summary>What is sprayed and how: it decides which air suits it.</summary>
public enum SprayMedium
{
    Aerosol,
    AirbrushWb,
    AirbrushLacquer,
}

/// <summary>The weather at the place of spraying.</summary>
/// <param name="Air">Air and humidity.</param>
/// <param name="WindMs">Mean wind, m/s, 0 to 40.</param>
/// <param name="GustMs">Gusts, m/s, null when not known.</param>
/// <param name="SunWM2">Sun on the models, W/m², 0 to 1200.</param>
public sealed record Weather(Air Air, double WindMs = 0, double? GustMs = null, double SunWM2 = 0)
{
    /// <summary>Share of sunlight the models take up, 0 to 1: black 0.95, grey 0.7, white 0.3.</summary>
    public double Absorptance { get; init; } = 0.7;

    /// <summary>The surface, °C, where it was measured; null: worked out from air, sun and wind.</summary>
    public double? SurfaceC { get; init; }

    /// <summary>How likely rain is, 0 to 1.</summary>
    public double RainProbability { get; init; }

    /// <summary>The can, °C, null when not known.</summary>
    public double? CanC { get; init; }

    /// <summary>Spraying distance, cm, 1 to 100; null: the usual one of the medium.</summary>
    public double? DistanceCm { get; init; }
}

/// <summary>Whether the air suits a coat: the worst of its sub-scores, and which one that is. It says nothing of whether the place is
/// safe.</summary>
/// <param name="Score">0 to 1; fit from 0.8, marginal from 0.5.</param>
/// <param name="Binding">The condition that decides, "none" when all are good.</param>
/// <param name="SurfaceC">Temperature of the surface taken, °C.</param>
/// <param name="DewMarginC">How far the surface lies above the dew point, °C.</param>
public sealed record Fitness(double Score, string Binding, double SurfaceC, double DewMarginC)
{
    /// <summary>The dew point, °C.</summary>
    public double DewC => SurfaceC - DewMarginC;

    /// <summary>The air, °C.</summary>
    public double AirC { get; init; }

    /// <summary>Its humidity, %.</summary>
    public double HumidityPct { get; init; }

    /// <summary>Each condition's own score.</summary>
    public IReadOnlyDictionary<string, double> Parts { get; init; } = new Dictionary<string, double>();

    /// <summary>fit, marginal or unfit.</summary>
    public string Verdict =>
        Score >= SprayFitness.FitFrom ? "fit"
        : Score >= 0.5 ? "marginal"
        : "unfit";

    /// <summary>A coat may be sprayed, with care where it is marginal.</summary>
    public bool Allows => Score >= 0.5;

    /// <summary>What binds, in words.</summary>
    public string Words =>
        Binding switch
        {
            "dew_margin_c" => "the surface is too close to the dew point: the coat clouds",
            "air_c" => AirC < 20 ? "the air is too cold" : "the air is too hot",
            "surface_c" => SurfaceC < 20 ? "the surface is too cold" : "the surface is too hot, sun included",
            "rh_pct" => HumidityPct > 50 ? "the air is too damp" : "the air is too dry",
            "wind_m_s" => "the wind carries the mist away",
            "label_temp_c" => "the air is colder than the label allows",
            "label_rh_pct" => "the air is damper than the label allows",
            "rain_prob" => "rain is likely",
            "can_c" => "the can is too cold or too warm to spray evenly",
            "can_too_hot_danger" => "the can is dangerously hot: away from the sun, let it cool, do not spray",
            "dry_spray_index" => "droplets dry in flight: the coat turns fuzzy",
            _ => "the air suits it",
        };
}

/// <summary>Scores the air for spraying; sources and confidence in docs/computation.md.</summary>
public static class SprayFitness
{
    private const double SizeMm = 30;

    /// <summary>From this score on the air is fit; below it a test card comes first.</summary>
    public const double FitFrom = 0.8;

    /// <summary>The medium of a method and what it sprays; null when nothing is sprayed.</summary>
    public static SprayMedium? MediumOf(string? method, ProductClass? product) =>
        method switch
        {
            "spray_can" => SprayMedium.Aerosol,
            "airbrush" => product?.HasSolvent() == true ? SprayMedium.AirbrushLacquer : SprayMedium.AirbrushWb,
            _ => null,
        };

    /// <summary>The fitness of the weather for a medium.</summary>
    public static Fitness Of(SprayMedium medium, Weather weather)
    {
        var (air, wind) = (weather.Air.AirC, Math.Max(weather.WindMs, 0.7 * (weather.GustMs ?? 0)));
        var surface = weather.SurfaceC ?? Surface(air, weather.WindMs, weather.SunWM2, weather.Absorptance).EquilibriumC;
        var margin = surface - DewPoint(weather.Air);
        var curves = TradeDefaults.Spraying(Ids.Of(medium));
        var values = new Dictionary<string, double>
        {
            ["dew_margin_c"] = margin,
            ["rain_prob"] = weather.RainProbability,
            ["air_c"] = air,
            ["surface_c"] = surface,
            ["rh_pct"] = weather.Air.HumidityPct,
            ["wind_m_s"] = wind,
            ["dry_spray_index"] = DrySpray(medium, weather.Air, surface, weather.DistanceCm ?? UsualDistanceCm(medium)),
        };
        if (weather.CanC is { } can && curves.ContainsKey("can_c"))
            values["can_c"] = can;
        var scores = TradeDefaults
            .SprayBindingOrder.Where(values.ContainsKey)
            .Select(c => (Condition: c, Score: On(curves[c], values[c])))
            .ToList();
        var worst = scores.MinBy(s => s.Score);
        var parts = scores.ToDictionary(s => s.Condition, s => s.Score);
        if (weather.CanC >= TradeDefaults.CanHardMaxC && medium == SprayMedium.Aerosol)
            return new Fitness(0, "can_too_hot_danger", surface, margin)
            {
                Parts = parts,
                AirC = air,
                HumidityPct = weather.Air.HumidityPct,
            };
        return new Fitness(worst.Score, worst.Score >= 1 ? "none" : worst.Condition, surface, margin)
        {
            Parts = parts,
            AirC = air,
            HumidityPct = weather.Air.HumidityPct,
        };
    }

    /// <summary>The dew point, °C (Magnus form).</summary>
    public static double DewPoint(Air air)
    {
        var gamma = Math.Log(air.HumidityPct / 100) + 17.625 * air.AirC / (243.04 + air.AirC);
        return 243.04 * gamma / (17.625 - gamma);
    }

    /// <summary>The temperature a small body comes to in sun and wind, °C, and how fast heat leaves it, W/m²K (Cauchy; Ranz and
    /// Marshall 1952; linearised radiation).</summary>
    public static (double EquilibriumC, double TransferWM2K) Surface(
        double airC,
        double windMs,
        double sunWM2,
        double absorptance,
        double sizeMm = SizeMm
    )
    {
        var reynolds = Math.Max(windMs, 0.1) * (sizeMm / 1000) / 1.5e-5;
        var transfer = 0.0257 / (sizeMm / 1000) * (2 + 0.6 * Math.Sqrt(reynolds) * Math.Cbrt(0.71)) + 5.5;
        return (airC + absorptance * sunWM2 / 4 / transfer, transfer);
    }

    /// <summary>Loss in flight against 21 °C, 50 % and the usual distance; from 1.3 grainy, from 2.4 fuzzy.</summary>
    public static double DrySpray(SprayMedium medium, Air air, double surfaceC, double distanceCm)
    {
        static double Hot(double from, double to) => Math.Exp(-36000 / 8.314462618 * (1 / (to + 273.15) - 1 / (from + 273.15)));
        var flight = medium == SprayMedium.AirbrushWb ? DryingModel.Deficit(air) / DryingModel.Deficit(Air.Usual) : Hot(21, air.AirC);
        return distanceCm / UsualDistanceCm(medium) * flight * Math.Sqrt(Hot(air.AirC, surfaceC));
    }

    /// <summary>The distance a medium is usually sprayed from, cm.</summary>
    public static double UsualDistanceCm(SprayMedium medium) => medium == SprayMedium.Aerosol ? 25 : 12;

    /// <summary>The dampest air that is still fit for a medium, %.</summary>
    public static double DampestFit(SprayMedium medium)
    {
        var curve = TradeDefaults.Spraying(Ids.Of(medium))["rh_pct"];
        var falls = Enumerable.Range(1, curve.Length - 1).First(i => curve[i][1] < FitFrom && curve[i][1] < curve[i - 1][1]);
        var (a, b) = (curve[falls - 1], curve[falls]);
        return a[0] + (b[0] - a[0]) * (a[1] - FitFrom) / (a[1] - b[1]);
    }

    private static double On(double[][] curve, double x)
    {
        if (x <= curve[0][0])
            return curve[0][1];
        for (var i = 1; i < curve.Length; i++)
        {
            var (a, b) = (curve[i - 1], curve[i]);
            if (x <= b[0])
                return a[1] + (b[1] - a[1]) * (x - a[0]) / (b[0] - a[0]);
        }
        return curve[^1][1];
    }
}
