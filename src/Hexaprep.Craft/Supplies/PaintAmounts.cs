using Hexaprep.Craft.Computation;

namespace Hexaprep.Craft.Supplies;

/// <summary>How much paint a surface takes, whether what is left will last, and what weighing says. Sources: Du Bois and Du Bois 1916,
/// Thomsen's formula, ISO 3233, JCGM 100. Films and weighing are physics; areas good to a third until weighed.</summary>
public static class PaintAmounts
{
    private const double ThomsenPower = 1.6075,
        UsableRelative = 0.3,
        Far = 1.959963984540054;

    internal static IEnumerable<ComputeFunction> Functions()
    {
        yield return new("paint", "area", "The paintable area of a model and its base.", Area);
        yield return new("paint", "capture", "The share of a spray that lands on a silhouette.", Capture);
        yield return new("paint", "paint_need", "How much paint coats take: drops, cups, cans.", PaintNeed);
        yield return new("paint", "can_check", "Whether a can will last.", CanCheck);
        yield return new("paint", "mass_balance", "What was used, by weighing before and after.", MassBalance);
        yield return new("paint", "calibrate_usage", "What weighings say of this bench's usage.", CalibrateUsage);
    }

    private static object Area(Inputs i)
    {
        var shape = i.Choice("shape", ["humanoid", "ellipsoid", "box"]);
        var form =
            TradeDefaults.Complexity[i.Choice("complexity", [.. TradeDefaults.Complexity.Keys], "equipped")]
            * TradeDefaults.Pose[i.Choice("pose", [.. TradeDefaults.Pose.Keys], "upright")];
        var height = i.Number("height_mm", 3, 400);
        double Side(string key) => i.Number(key, 3, 400);
        var body = shape switch
        {
            "humanoid" => TradeDefaults.SurfaceOverHeightSquared * height * height,
            "ellipsoid" => Ellipsoid(Side("length_mm") / 2, Side("width_mm") / 2, height / 2),
            _ => Box(Side("length_mm"), Side("width_mm"), height),
        };
        var limbs = i.Has("limbs") ? i.Items("limbs", 0) : [];
        var plates = i.Has("plates") ? i.Items("plates", 0) : [];
        var extras =
            limbs.Sum(l => Math.PI * l.Number("dia_mm", 0.2, 100) * l.Number("length_mm", 0.5, 500) * l.Whole("count", 1, 100, 1))
            + plates.Sum(p => 2 * p.Number("w_mm", 0.2, 500) * p.Number("h_mm", 0.2, 500) * p.Whole("count", 1, 100, 1));
        var factor = i.Number("user_factor", 0.1, 10, 1);
        var (foot, thick) = (
            i.Maybe("base_mm", 0, 300) is null or 0 ? 0 : i.Number("base_mm", 5, 300),
            i.Number("base_thick_mm", 0, 20, 3.5)
        );
        var ground = Math.PI * foot * foot / 4 + Math.PI * foot * thick;
        (body, extras) = (body * form * factor, extras * factor);
        return new
        {
            body_mm2 = body,
            extras_mm2 = extras,
            base_mm2 = ground,
            total_mm2 = body + extras + ground,
            total_cm2 = (body + extras + ground) / 100,
        };
    }

    private static double Ellipsoid(double a, double b, double c)
    {
        double Pair(double x, double y) => Math.Pow(x * y, ThomsenPower);
        return 4 * Math.PI * Math.Pow((Pair(a, b) + Pair(a, c) + Pair(b, c)) / 3, 1 / ThomsenPower);
    }

    private static double Box(double a, double b, double c) => 2 * (a * b + a * c + b * c);

    private static object Capture(Inputs i)
    {
        var (w, h) = (i.Number("w_mm", 1, 2000), i.Number("h_mm", 1, 2000));
        var sigma = i.Number("distance_mm", 5, 600) * i.Number("k_spread", 0.01, 0.6);
        double Within(double side) => 2 * Kit.Phi(side / (2 * sigma)) - 1;
        return new { sigma_mm = sigma, capture = i.Number("silhouette_fill", 0.05, 1, 1) * Within(w) * Within(h) };
    }

    // Long: one need, in the units of its method.
    private static object PaintNeed(Inputs i)
    {
        var area = i.Number("area_mm2", 0, 1e8, above: true);
        var name = i.Choice("method", [.. TradeDefaults.PaintMethods.Keys]);
        var method = TradeDefaults.PaintMethods[name];
        var (transfer, solids) = (i.Number("te", 0, 1, method["te"], above: true), i.Number("vs", 0.01, 1, method["vs"]));
        var coats = i.Whole("coats", 1, 20, 1);
        var wet = i.Maybe("dft_um", 0.5, 200) is { } dry ? dry / solids : i.Number("wft_um", 1, 500, method["wft_um"]);
        var (ml, film) = (area * wet * coats * 1e-6 / transfer, wet * solids * coats);
        if (name == "spray_can")
        {
            var grams = ml * i.Number("density_g_ml", 0.5, 1.5, 0.78);
            var cans = grams / (i.Number("net_g", 10, 1000, 280) * i.Number("usable_share", 0.5, 1, 0.95));
            return new
            {
                wet_film_um = wet,
                dry_film_um = film,
                ml,
                g = grams,
                seconds = grams / i.Number("flow_g_s", 0.05, 5, 0.8),
                cans,
                cans_whole = (int)Kit.CeilE(cans),
            };
        }
        var drop = i.Number("drop_ml", 0.005, 0.2, 0.045);
        if (name == "brush")
            return new
            {
                wet_film_um = wet,
                dry_film_um = film,
                ml,
                drops = (int)Kit.CeilE(ml / drop),
            };
        var dead = i.Number("dead_ml", 0, 2, 0.15);
        var room = i.Number("cup_ml", 0.2, 30, 7) * i.Number("cup_fill", 0.1, 1, 0.6) - dead;
        if (room <= 0)
            throw new ComputeRefusedException("E_ORDER", "dead_ml", "What stays in the airbrush is more than a cup holds.");
        var fills = (int)Kit.CeilE(ml / room);
        var load = ml + fills * dead;
        return new
        {
            wet_film_um = wet,
            dry_film_um = film,
            ml,
            drops = (int)Kit.CeilE(load / drop),
            cup_fills = fills,
            load_ml = load,
        };
    }

    private static object CanCheck(Inputs i)
    {
        var usable = Math.Max(0, i.Number("left_g", 0, 1000) - i.Number("spit_g", 0, 100, 15));
        var share = usable / (i.Number("reserve", 1, 3, 1.25) * i.Number("need_g", 0, 100_000, above: true));
        return new
        {
            usable_g = usable,
            share_of_batch = Math.Min(1, share),
            decision = share >= 1 ? "enough"
            : share >= 0.5 ? "split_batch"
            : "fresh_can",
        };
    }

    private static object MassBalance(Inputs i)
    {
        var (before, after, waste) = (i.Number("before_g", 0, 5000), i.Number("after_g", 0, 5000), i.Number("waste_g", 0, 500, 0));
        var (density, unsure) = (i.Number("density_g_ml", 0.5, 3), i.Number("u_density", 0, 1, 0.05));
        var (resolution, repeat) = (i.Number("resolution_g", 0, 10, 0.1, above: true), i.Number("repeatability_g", 0, 10, 0));
        if (after >= before)
            throw new ComputeRefusedException("E_ORDER", "after_g", $"{after} g after is not less than {before} g before.");
        if (before - after - waste <= 0)
            throw new ComputeRefusedException("E_ORDER", "waste_g", $"{waste} g of waste is all that was used.");
        var ml = (before - after - waste) / density;
        var weighed = resolution * resolution / 12 + repeat * repeat;
        var u = Math.Sqrt(2 * weighed / (density * density) + Math.Pow(ml * unsure / density, 2));
        return new
        {
            ml,
            u_ml = u,
            rel_u = u / ml,
            expanded_ml = 2 * u,
            usable = u / ml <= UsableRelative,
        };
    }

    private static object CalibrateUsage(Inputs i)
    {
        var (prior, between) = (i.Number("prior_sd", 0, 3, 0.5, above: true), i.Number("between_sd", 0, 3, 0.25));
        var (precision, sum) = (1 / (prior * prior), 0.0);
        foreach (var o in i.Items("observations", 0))
        {
            var y = Math.Log(o.Number("ml", 0, Inputs.Open, above: true) / o.Number("predicted_ml", 0, Inputs.Open, above: true));
            var variance = Math.Pow(o.Number("rel_u", 0, 2), 2) + between * between;
            if (variance <= 0)
                throw new ComputeRefusedException("E_RANGE", "rel_u", "Nothing is known without any spread.");
            precision += 1 / variance;
            sum += y / variance;
        }
        var (mean, sd) = (sum / precision, Math.Sqrt(1 / precision));
        return new
        {
            mean,
            sd,
            factor = Math.Exp(mean),
            low95 = Math.Exp(mean - Far * sd),
            high95 = Math.Exp(mean + Far * sd),
        };
    }
}
