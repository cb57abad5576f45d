using Hexaprep.Craft.Computation;

namespace Hexaprep.Craft.Supplies;

/// <summary>How many models to do at once: set-up is shared, until a mix, a cup, handles, a rack or the evening ends, or a first fault
/// spoils the lot. The arithmetic is exact; the figures come from the log.</summary>
public static class BatchSize
{
    internal static IEnumerable<ComputeFunction> Functions()
    {
        yield return new("batch", "evaluate", "How many at once: the limits, and what each number costs.", Evaluate);
    }

    // Long: one table of batch sizes, its limits and its columns.
    private static object Evaluate(Inputs i)
    {
        var (models, setup, unit) = (i.Whole("models", 1, 2000), i.Number("setup_min", 0, 600), i.Number("unit_min", 0.01, 600));
        var (b, floor) = (-Math.Log2(i.Number("learning_rate", 0.5, 1, 0.97)), i.Number("floor", 0.1, 1, 0.6));
        var (tired, tiring) = (i.Whole("fatigue_after", 1, 2000, 2000), i.Number("fatigue_per_model", 0, 1, 0));
        var (working, cup) = (i.Maybe("working_min", 0, 100_000, above: true), i.Maybe("cup_ml", 0, 1000, above: true));
        var (each, fill) = (i.Number("ml_per_model", 0, 100, 0), i.Number("cup_fill", 0.1, 1, 0.6));
        int? Count(string key) => i.Has(key) ? i.Whole(key, 1, 5000) : null;
        var (handles, rack, sitting) = (Count("handles"), Count("rack"), i.Maybe("sitting_min", 1, 1440));
        var (wait, fault) = (i.Number("wait_min", 0, 100_000, 0), i.Number("first_fault_p", 0, 1, 0));
        var (rework, refill) = (i.Number("rework_min", 0, 1000, 0), i.Number("refill_min", 0, 60, 0));

        // Minutes of the units of a batch, by its size.
        var units = new double[models + 1];
        for (var k = 1; k <= models; k++)
            units[k] = units[k - 1] + unit * Math.Max(floor, Math.Pow(k, -b)) * (1 + tiring * Math.Max(0, k - tired));
        int Most(double minutes) => Enumerable.Range(1, models).LastOrDefault(n => units[n] <= minutes + 1e-9);
        var limits = new SortedDictionary<string, int>(StringComparer.Ordinal);
        if (working is { } w)
            limits["working_time"] = Most(w);
        var load = cup is { } ml && each > 0 ? Kit.FloorE(ml * fill / each) : double.PositiveInfinity;
        if (refill == 0 && !double.IsInfinity(load))
            limits["cup"] = (int)Math.Min(models, load);
        if (handles is { } h)
            limits["handles"] = Math.Min(models, h);
        if (rack is { } r)
            limits["rack"] = Math.Min(models, r);
        if (sitting is { } s)
            limits["sitting"] = Most(s - setup);

        double Batch(int n) =>
            n == 0 ? 0 : setup + units[n] + (refill > 0 && load >= 1 && !double.IsInfinity(load) ? refill * (Kit.CeilE(n / load) - 1) : 0);
        var most = limits.Count == 0 ? models : limits.Values.Min();
        var rows = Enumerable
            .Range(1, most)
            .Select(n =>
            {
                var (full, left) = (models / n, models % n);
                var hands = full * Batch(n) + Batch(left);
                var risk = fault * n * rework;
                return new
                {
                    n,
                    batches = full + (left > 0 ? 1 : 0),
                    hands_on_min = hands,
                    risk_min = risk,
                    cost_min = hands + risk,
                    first_done_min = Batch(n) + wait,
                    elapsed_min = Elapsed(n, full + (left > 0 ? 1 : 0)),
                };
            })
            .ToList();
        var best = rows.MinBy(row => row.cost_min);
        return new
        {
            best = best?.n,
            n_max = most,
            limits,
            binding = best is not null && best.n < most ? "interior_optimum"
            : most == models ? "all_at_once"
            : limits.MinBy(l => l.Value).Key,
            cost_min = best?.cost_min,
            rows,
        };

        // Batch after batch; each waits for its slots in the rack, or without one for the batch before it to dry.
        double Elapsed(int n, int batches)
        {
            var (dry, end, behind) = (new double[batches], 0.0, rack is { } slots ? Math.Max(1, slots / n) : 1);
            for (var k = 0; k < batches; k++)
            {
                end = Math.Max(end, k >= behind ? dry[k - behind] : 0) + Batch(Math.Min(n, models - k * n));
                dry[k] = end + wait;
            }
            return dry[^1];
        }
    }
}
