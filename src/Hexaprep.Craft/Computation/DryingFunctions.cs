using System.Text.Json;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Computation;

/// <summary>The drying model's functions in the documented names.</summary>
internal static class DryingFunctions
{
    public static IEnumerable<ComputeFunction> All()
    {
        yield return new("drying", "adjusted_time", "How long a stage takes in given air.", i =>
        {
            var (product, stage) = ProductAndStage(i);
            return Shape(DryingModel.Time(product, stage, AirOf(i), FilmOf(i), LabelOf(i)));
        });
        yield return new("drying", "recoat_window", "When a coat may be recoated: early or late, never between.", Window);
        yield return new("drying", "next_allowed", "The first permitted moment at or after another.", i => new
        {
            t = RecoatTimes.Next(i.Number("t", 0, Inputs.Open), [.. i.List("allowed", 0).Select(Stretch)]),
        });
        yield return new("drying", "ready_at_profile", "When a film is ready in air that changes (additivity, Scheil).", Profile);
        yield return new("drying", "stack", "Several coats, each waiting longer over those below; and when all are cured.", Stack);
        yield return new("drying", "water_film_time", "How long a bare film of water takes (Penman).", i =>
        {
            var rate = DryingModel.EvaporationMmPerHour(AirOf(i));
            var film = i.Number("film_um", 0, 2000, above: true);
            return rate > 0
                ? new { rate_mm_h = rate, minutes = film / 1000 / rate * 60 }
                : throw new ComputeRefusedException("E_RANGE", "rh_pct", "In air that takes up no more water nothing dries.");
        });
        yield return new("drying", "calibrate", "What observations say of a product's own factor.", i =>
        {
            var belief = Calibrated(i);
            return new
            {
                mean = belief.Mean,
                sd = belief.Sd,
                median_factor = belief.MedianFactor,
                n = belief.Count,
            };
        });
        yield return new("drying", "predict", "When the next film is ready: half of them, nine in ten, and sure.", i =>
        {
            var (model, floor) = (i.Number("model_min", 0, Inputs.Open, above: true), i.Number("label_floor_min", 0, Inputs.Open, 0));
            var belief = Calibrated(i);
            var p90 = belief.Quantile(model, 0.9);
            return new
            {
                p50_min = belief.Quantile(model, 0.5),
                p90_min = p90,
                safe_at_min = Math.Max(p90, floor),
            };
        });
    }

    private static object Window(Inputs i)
    {
        var (recoat, factor) = (i.Number("recoat_min", 0, Inputs.Open), i.Number("factor", 0, Inputs.Open, above: true));
        var (close, reopen) = (i.Maybe("recoat_max", 0, Inputs.Open), i.Maybe("reopen", 0, Inputs.Open));
        if (close <= recoat)
            throw new ComputeRefusedException("E_ORDER", "recoat_max", "It closes before it opens.");
        if (reopen is not null && close is null)
            throw new ComputeRefusedException("E_ORDER", "reopen", "What never closes does not reopen.");
        if (reopen is { } r && close is { } c && r <= c)
            throw new ComputeRefusedException("E_ORDER", "reopen", "It reopens before it closes.");
        var window = RecoatTimes.Of(recoat, close, reopen, factor);
        return new
        {
            allowed = window.Allowed.Select(a => new[] { a.From, a.To }),
            first_window_closed = window.FirstClosed,
            forbidden = window.Forbidden is { } f ? new[] { f.From, f.To } : null,
        };
    }

    private static object Shape(DryingTime time) =>
        new
        {
            blocked = time.Blocked,
            minutes = time.Minutes,
            factor = time.Factor,
        };

    private static (ProductClass, Readiness) ProductAndStage(Inputs i)
    {
        var product = ProductOf(i);
        var stage = Ids.Parse<Readiness>(i.Choice("stage", Ids.All<Readiness>()));
        return (product, Known(product, stage));
    }

    private static ProductClass ProductOf(Inputs i) => Ids.Parse<ProductClass>(i.Choice("product_class", Ids.All<ProductClass>()));

    private static Readiness Known(ProductClass product, Readiness stage) =>
        DryingModel.Knows(product, stage)
            ? stage
            : throw new ComputeRefusedException("E_CHOICE", "stage", $"{Ids.Of(product)} has no stage '{Ids.Of(stage)}'.");

    private static Air AirOf(Inputs i) => new(i.Number("temp_c", -10, 45), i.Number("rh_pct", 5, 100), i.Number("air_m_s", 0, 5, 0.1));

    private static double FilmOf(Inputs i) => i.Number("film_ratio", 0.2, 5, 1);

    private static StageLabel LabelOf(Inputs i) =>
        new(i.Maybe("label_min", 0, Inputs.Open, above: true), i.Maybe("label_min_temp_c", -10, 45), i.Maybe("label_max_rh", 5, 100));

    private static (double From, double? To) Stretch(JsonElement e)
    {
        if (
            e.ValueKind != JsonValueKind.Array
            || e.GetArrayLength() != 2
            || e[0].ValueKind != JsonValueKind.Number
            || e[1].ValueKind is not (JsonValueKind.Number or JsonValueKind.Null)
        )
            throw new ComputeRefusedException("E_NAN", "allowed", "A stretch is two numbers, the second null where it stays open.");
        double? to = e[1].ValueKind == JsonValueKind.Null ? null : e[1].GetDouble();
        return to < e[0].GetDouble()
            ? throw new ComputeRefusedException("E_ORDER", "allowed", "A stretch ends before it begins.")
            : (e[0].GetDouble(), to);
    }

    private static object Profile(Inputs i)
    {
        var (product, stage) = ProductAndStage(i);
        var (film, label) = (FilmOf(i), LabelOf(i));
        double progress = 0,
            passed = 0;
        double? ready = null;
        foreach (var part in i.Items("profile", 1).Select(p => (Minutes: p.Number("minutes", 0, Inputs.Open, above: true), Air: AirOf(p))))
        {
            var needed = DryingModel.Time(product, stage, part.Air, film, label).Minutes;
            if (ready is null && needed is { } n && progress + part.Minutes / n >= 1)
            {
                ready = passed + (1 - progress) * n;
                progress = 1;
            }
            else if (ready is null && needed is { } more)
                progress += part.Minutes / more;
            passed += part.Minutes;
        }
        return new { ready_min = ready, progress };
    }

    private static object Stack(Inputs i)
    {
        var product = ProductOf(i);
        Known(product, Readiness.Recoat);
        var (air, film, label, coats) = (AirOf(i), FilmOf(i), LabelOf(i), i.Whole("coats", 1, 20));
        var recoat = DryingModel.Time(product, Readiness.Recoat, air, film, label);
        if (recoat.Minutes is not { } wait)
            return new
            {
                blocked = recoat.Blocked,
                coat_at_min = (double[]?)null,
                full_cure_min = (double?)null,
            };
        var at = new double[coats];
        for (var k = 1; k < coats; k++)
            at[k] = at[k - 1] + wait * DryingModel.Stacked(k);
        var full = DryingModel.Time(product, Readiness.Full, air, film * Math.Sqrt(coats), label with { Minutes = null }).Minutes;
        return new
        {
            blocked = (string?)null,
            coat_at_min = at,
            full_cure_min = at[^1] + full,
        };
    }

    private static Calibration Calibrated(Inputs i)
    {
        var (mean, sd, noise) = (
            i.Number("prior_mean", -3, 3, 0),
            i.Number("prior_sd", 0, 3, 0.4, above: true),
            i.Number("obs_sd", 0, 3, Calibration.UsualObservationSd, above: true)
        );
        return new Calibration([.. i.Items("observations", 0).Select(Seen)], mean, sd, noise);
    }

    private static Observation Seen(Inputs i)
    {
        double? Time(string key) => i.Maybe(key, 0, Inputs.Open, above: true);
        var seen = new Observation(i.Number("model_min", 0, Inputs.Open, above: true), Time("exact"), Time("not_dry_at"), Time("dry_at"));
        if (seen is { Exact: null, NotDryAt: null, DryAt: null })
            throw new ComputeRefusedException("E_MISSING", "exact", "An observation needs a time.");
        if (seen.Exact is not null && (seen.NotDryAt ?? seen.DryAt) is not null)
            throw new ComputeRefusedException("E_ORDER", "exact", "An exact time and a bound contradict each other.");
        if (seen.NotDryAt >= seen.DryAt)
            throw new ComputeRefusedException("E_ORDER", "dry_at", "It was dry before it was still tacky.");
        return seen;
    }
}
