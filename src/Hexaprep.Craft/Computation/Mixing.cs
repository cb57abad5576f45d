namespace Hexaprep.Craft.Computation;

/// <summary>Mixing by parts, by drops, and one cup thinned on from coat to coat. Exact; volumes are taken to add up. Two-part
/// products: the label's ratio only.</summary>
public static class Mixing
{
    private sealed record Part(double Parts, double Density, double DropMl);

    internal static IEnumerable<ComputeFunction> Functions()
    {
        yield return new("mixing", "amounts", "Millilitres and grams of each part.", Amounts);
        yield return new("mixing", "drops", "Whole drops of each part, and the fraction they really give.", Drops);
        yield return new("mixing", "thin_series", "One cup for several coats, each thinner than the one before.", ThinSeries);
    }

    private static object Amounts(Inputs i)
    {
        var parts = i.Items("parts", 1)
            .Select(p => new Part(p.Number("parts", 0, 1000, above: true), p.Number("density", 0.5, 5, 1), 0))
            .ToList();
        var mass = i.Choice("basis", ["volume", "mass"], "volume") == "mass";
        var need = i.Number("need_ml", 0, 10_000, above: true);
        var total = need / (1 - i.Number("waste", 0, 0.9, 0.1)) + i.Whole("fills", 1, 1000, 1) * i.Number("dead_ml", 0, 100, 0);
        var volumes = parts.Select(p => mass ? p.Parts / p.Density : p.Parts).ToList();
        var sum = volumes.Sum();
        var ml = volumes.Select(v => total * v / sum).ToList();
        return new
        {
            total_ml = total,
            ml,
            g = ml.Zip(parts, (v, p) => v * p.Density),
            fraction = volumes.Select(v => v / sum),
        };
    }

    private static object Drops(Inputs i)
    {
        var parts = i.Items("parts", 1).Select(p => new Part(p.Whole("parts", 1, 100), 1, p.Number("drop_ml", 0.005, 0.2, 0.045))).ToList();
        var need = i.Number("need_ml", 0, 100, above: true);
        var once = parts.Sum(p => p.Parts * p.DropMl);
        var times = Math.Max(1, Kit.CeilE(need / once));
        var ml = parts.Select(p => times * p.Parts * p.DropMl).ToList();
        var (total, wanted) = (ml.Sum(), parts.Sum(p => p.Parts));
        var fraction = ml.Select(v => v / total).ToList();
        return new
        {
            drops = parts.Select(p => (int)(times * p.Parts)),
            total_ml = total,
            surplus_ml = total - need,
            true_fraction = fraction,
            max_ratio_error = fraction.Zip(parts, (f, p) => Math.Abs(f / (p.Parts / wanted) - 1)).Max() is var error && error > 1e-12
                ? error
                : 0,
        };
    }

    private static object ThinSeries(Inputs i)
    {
        var fractions = i.Numbers("paint_fractions", 1, 0, 1, above: true);
        var uses = i.Numbers("use_ml", 1, 0, 1000);
        var (vs, least) = (i.Number("vs", 0.01, 1, 0.35), i.Number("min_fraction", 0.05, 1, 0.5));
        if (uses.Count != fractions.Count)
            throw new ComputeRefusedException("E_ORDER", "use_ml", $"There are {uses.Count} amounts for {fractions.Count} coats.");
        for (var k = 1; k < fractions.Count; k++)
        {
            if (fractions[k] > fractions[k - 1])
                throw new ComputeRefusedException(
                    "E_ORDER",
                    "paint_fractions",
                    "A later coat is thicker than the one before: paint cannot be taken out again."
                );
        }
        // From the last coat back: what must be in the cup before each.
        var cup = new double[uses.Count];
        for (var k = uses.Count - 1; k >= 0; k--)
            cup[k] = uses[k] + (k + 1 < uses.Count ? cup[k + 1] * fractions[k + 1] / fractions[k] : 0);
        return new
        {
            paint_ml = cup[0] * fractions[0],
            cup_before_ml = cup,
            thinner_add_ml = cup.Select((v, k) => k == 0 ? v * (1 - fractions[0]) : v - (cup[k - 1] - uses[k - 1])),
            vs_each = fractions.Select(f => vs * f),
            too_thin = fractions.Select(f => f < least),
        };
    }
}
