using MathNet.Numerics;

namespace Hexaprep.Craft.Computation;

/// <summary>What is believed of a rate of flaws.</summary>
/// <param name="Mean">The expected share.</param>
/// <param name="Low">Under it with 5 %.</param>
/// <param name="High">Over it with 5 %.</param>
public sealed record FlawRate(double Mean, double Low, double High);

/// <summary>First-pass yield: how often a gate finds nothing, and what rework costs. Exact statistics on few models.</summary>
public static class FirstPassYield
{
    // 10 %, worth five models: what a bench is taken for before it has counted.
    private const double PriorA = 0.5,
        PriorB = 4.5;
    private const double Tail = 0.05,
        LikelyShare = 0.8;

    /// <summary>The rate after <paramref name="flawed"/> of <paramref name="models"/>.</summary>
    public static FlawRate Rate(int models, int flawed, double priorA = PriorA, double priorB = PriorB)
    {
        var (a, b) = (priorA + flawed, priorB + models - flawed);
        return new(a / (a + b), Kit.BetaInverse(Tail, a, b), Kit.BetaInverse(1 - Tail, a, b));
    }

    internal static IEnumerable<ComputeFunction> Functions()
    {
        yield return new("yield", "rate", "What is believed of a rate of flaws, and of the next batch.", RateOf);
        yield return new("yield", "rework", "How many models pass all gates at once, and the minutes of rework.", Rework);
    }

    private static object RateOf(Inputs i)
    {
        var (pa, pb) = (i.Number("prior_a", 0, 10_000, PriorA, above: true), i.Number("prior_b", 0, 10_000, PriorB, above: true));
        var (n, k, next) = (i.Whole("n", 0, 1_000_000), i.Whole("defects", 0, 1_000_000), i.Whole("next_n", 0, 5000, 0));
        if (k > n)
            throw new ComputeRefusedException("E_ORDER", "defects", $"{k} of {n} cannot be: give at most {n}.");
        var rate = Rate(n, k, pa, pb);
        if (next == 0)
            return new
            {
                mean = rate.Mean,
                low90 = rate.Low,
                high90 = rate.High,
                first_pass_yield = 1 - rate.Mean,
            };
        var (a, b) = (pa + k, pb + n - k);
        var (cumulated, count) = (BetaBinomial(0, next, a, b), 0);
        while (cumulated < LikelyShare - 1e-12 && count < next)
            cumulated += BetaBinomial(++count, next, a, b);
        return new
        {
            mean = rate.Mean,
            low90 = rate.Low,
            high90 = rate.High,
            first_pass_yield = 1 - rate.Mean,
            expected_next = next * rate.Mean,
            p_none_next = BetaBinomial(0, next, a, b),
            p80_count_next = count,
        };
    }

    private static double BetaBinomial(int j, int n, double a, double b) =>
        Math.Exp(
            SpecialFunctions.GammaLn(n + 1)
                - SpecialFunctions.GammaLn(j + 1)
                - SpecialFunctions.GammaLn(n - j + 1)
                + SpecialFunctions.BetaLn(j + a, n - j + b)
                - SpecialFunctions.BetaLn(a, b)
        );

    private static object Rework(Inputs i)
    {
        var models = i.Whole("models", 1, 100_000);
        var gates = i.Items("gates", 1)
            .Select(g =>
                (Rate: g.Number("defect_rate", 0, 0.95), Minutes: g.Number("rework_min", 0, 10_000), Again: g.Flag("repeat", true))
            )
            .ToList();
        var rolled = gates.Aggregate(1.0, (y, g) => y * (1 - g.Rate));
        var each = gates.Select(g => models * g.Minutes * g.Rate / (g.Again ? 1 - g.Rate : 1)).ToList();
        return new
        {
            rolled_yield = rolled,
            clean_models = models * rolled,
            expected_min = each.Sum(),
            per_gate_min = each,
        };
    }
}
