using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Forecasting;

/// <summary>How long work takes this person, when a route ends, and whether what was promised came true. Sources: normal shrinkage, Wright
/// 1936, Monte Carlo, Wilson's interval, Stephens 1970.</summary>
public static class Forecasts
{
    private const double TooFew = 10,
        Far = 1.959963984540054,
        KolmogorovLimit = 1.358;

    internal static IEnumerable<ComputeFunction> Functions()
    {
        yield return new("forecast", "shrink", "Minutes a model, learned from this bench and its like.", Shrink);
        yield return new("forecast", "batch_time", "Minutes of a batch whose hands grow used to it.", BatchTime);
        yield return new("forecast", "finish", "When a route ends over given sittings: half, four in five, nineteen in twenty.", Finish);
        yield return new("forecast", "calibration", "Whether promises came true as often as they said.", Calibration);
    }

    private static object Shrink(Inputs i)
    {
        var (mean, spread) = (
            Math.Log(i.Number("prior_median_min", 0, Inputs.Open, above: true)),
            i.Number("prior_sd", 0, 3, 0.6, above: true)
        );
        var noise = Math.Pow(i.Number("obs_sd", 0, 3, 0.35, above: true), 2);
        var levels = i.Items("levels", 0)
            .Select(l => (Minutes: l.Numbers("minutes", 0, 0, Inputs.Open, above: true), Tau: l.Number("tau", 0, 3, 0.3)))
            .ToList();
        var variance = spread * spread;
        var learned = new List<object>();
        for (var at = 0; at < levels.Count; at++)
        {
            var (minutes, tau) = levels[at];
            var before = variance + tau * tau;
            var own = 0.0;
            variance = before;
            if (minutes.Count > 0)
            {
                var one = noise + levels.Skip(at + 1).Sum(l => l.Tau * l.Tau);
                var precision = 1 / before + minutes.Count / one;
                own = minutes.Count / one / precision;
                mean = (mean / before + minutes.Sum(Math.Log) / one) / precision;
                variance = 1 / precision;
            }
            learned.Add(
                new
                {
                    median_min = Math.Exp(mean),
                    sd_ln = Math.Sqrt(variance),
                    weight_own = own,
                }
            );
        }
        var predictive = Math.Sqrt(variance + noise);
        return new
        {
            median_min = Math.Exp(mean),
            mean_min = Math.Exp(mean + (variance + noise) / 2),
            p80_min = Math.Exp(mean + Kit.PhiInverse(0.8) * predictive),
            p90_min = Math.Exp(mean + Kit.PhiInverse(0.9) * predictive),
            sd_ln_param = Math.Sqrt(variance),
            sd_ln_predictive = predictive,
            levels = learned,
        };
    }

    private static object BatchTime(Inputs i)
    {
        var (setup, unit, n) = (i.Number("setup_min", 0, 10_000), i.Number("unit_min", 0, 10_000), i.Whole("n", 1, 10_000));
        var (b, floor) = (-Math.Log2(i.Number("learning_rate", 0.5, 1, 0.97)), i.Number("floor", 0.1, 1, 0.6));
        var total = setup + Enumerable.Range(1, n).Sum(k => unit * Math.Max(floor, Math.Pow(k, -b)));
        return new
        {
            total_min = total,
            per_model_min = total / n,
            b,
        };
    }

    private readonly record struct Work(double Hands, double HandsSd, double Wait, double WaitSd, bool Splittable);

    private static object Finish(Inputs i)
    {
        var (runs, seed) = (i.Whole("runs", 1, 200_000, 2000), (ulong)i.Number("seed", 0, 9007199254740992, 0));
        var common = i.Number("common_sd", 0, 2, 0);
        var sittings = i.Items("sittings", 1)
            .Select(s => (From: s.Number("start", 0, Inputs.Open), To: s.Number("end", 0, Inputs.Open)))
            .ToList();
        for (var k = 0; k < sittings.Count; k++)
        {
            if (sittings[k].To <= sittings[k].From)
                throw new ComputeRefusedException("E_ORDER", "end", "A sitting ends before it begins.");
            if (k > 0 && sittings[k].From < sittings[k - 1].To)
                throw new ComputeRefusedException("E_ORDER", "sittings", "Sittings overlap, or do not stand in order of time.");
        }
        var steps = i.Items("steps", 1)
            .Select(s => new Work(
                s.Number("hands_min", 0, Inputs.Open, above: true),
                s.Number("hands_sd", 0, 2, 0.3),
                s.Number("wait_min", 0, Inputs.Open),
                s.Number("wait_sd", 0, 2, 0.2),
                s.Flag("splittable", true)
            ))
            .ToList();
        var random = new SplitMix64(seed);
        double Normal() => Kit.PhiInverse(((random.Next() >> 11) + 0.5) * Math.Pow(2, -53));
        var ends = new double[runs];
        for (var run = 0; run < runs; run++)
        {
            var pace = common * Normal();
            var ready = 0.0;
            foreach (var step in steps)
            {
                var hands = step.Hands * Math.Exp(step.HandsSd * Normal() + pace);
                var wait = step.Wait * Math.Exp(step.WaitSd * Normal());
                ready = Worked(sittings, ready, hands, step.Splittable) + wait;
            }
            ends[run] = ready;
        }
        Array.Sort(ends);
        double? At(double p) => ends[(int)Kit.CeilE(p * runs) - 1] is var end && double.IsInfinity(end) ? null : end;
        return new
        {
            p50 = At(0.5),
            p80 = At(0.8),
            p95 = At(0.95),
            unfinished_share = ends.Count(double.IsInfinity) / (double)runs,
        };
    }

    // When hands are through, from a minute on; never when the sittings end first.
    private static double Worked(List<(double From, double To)> sittings, double ready, double hands, bool splittable)
    {
        var overruns = !splittable && hands > sittings.Max(s => s.To - s.From);
        foreach (var (from, to) in sittings)
        {
            var at = Math.Max(ready, from);
            if (at >= to || (overruns && ready > from))
                continue;
            if (overruns || hands <= to - at)
                return at + hands;
            if (splittable)
                hands -= to - at;
        }
        return double.PositiveInfinity;
    }

    private static object Calibration(Inputs i)
    {
        var level = i.Number("level", 0.5, 0.99, 0.8);
        var pit = i.Items("forecasts", 1)
            .Select(f =>
            {
                var (median, sd) = (f.Number("median_min", 0, Inputs.Open, above: true), f.Number("sd_ln", 0, 3, above: true));
                return Kit.Phi((Math.Log(f.Number("actual_min", 0, Inputs.Open, above: true)) - Math.Log(median)) / sd);
            })
            .ToList();
        var n = pit.Count;
        var coverage = pit.Count(u => u <= level) / (double)n;
        var half = Far * Far / n;
        var middle = (coverage + half / 2) / (1 + half);
        var reach = Far / (1 + half) * Math.Sqrt(coverage * (1 - coverage) / n + half / (4 * n));
        double[] wilson = [Math.Max(0, middle - reach), Math.Min(1, middle + reach)];
        var distance = pit.Order().Select((u, k) => Math.Max((k + 1.0) / n - u, u - (double)k / n)).Max();
        var stat = distance * (Math.Sqrt(n) + 0.12 + 0.11 / Math.Sqrt(n));
        var z = (pit.Average() - 0.5) * Math.Sqrt(12.0 * n);
        return new
        {
            n,
            pit,
            coverage,
            wilson,
            ks_D = distance,
            ks_stat = stat,
            mean_pit_z = z,
            state = n < TooFew ? "too_few"
            : z > 1.96 ? "biased_late"
            : z < -1.96 ? "biased_early"
            : stat > KolmogorovLimit || level < wilson[0] || level > wilson[1] ? "wrong_spread"
            : "consistent",
        };
    }
}
