using Hexaprep.Craft.Drying;
using MathNet.Numerics;

namespace Hexaprep.Craft.Computation;

/// <summary>Whether flaws go with a condition: exact statistics on few models. Association is not cause: a test piece, not a
/// verdict.</summary>
public static class Association
{
    private const int Nodes = 4000,
        FewModels = 8,
        FewFlaws = 2,
        MostExact = 400;
    private const double Likely = 0.95,
        Hint = 0.85,
        LikelyMidP = 0.1,
        Same = 1e-7;

    /// <summary>What a table of flawed and good models, with and without a condition, says.</summary>
    /// <param name="P">Fisher's exact two-sided p.</param>
    /// <param name="MidP">Less half of all that is as likely as what was seen.</param>
    /// <param name="OddsRatio">After Haldane and Anscombe.</param>
    /// <param name="Higher">How likely the rate is higher under the condition.</param>
    /// <param name="Say">too_few, likely_link, hint or no_sign.</param>
    public sealed record Table(double P, double MidP, double OddsRatio, double Higher, string Say);

    /// <summary>Fisher's exact test with its words.</summary>
    /// <param name="a">Flawed under the condition.</param>
    /// <param name="b">Good under it.</param>
    /// <param name="c">Flawed otherwise.</param>
    /// <param name="e">Good otherwise.</param>
    public static Table Fisher(int a, int b, int c, int e)
    {
        var (row, column, all) = (a + b, a + c, a + b + c + e);
        double Of(int k) => Math.Exp(LogChoose(column, k) + LogChoose(all - column, row - k) - LogChoose(all, row));
        var seen = Of(a);
        var tables = Enumerable
            .Range(Math.Max(0, row + column - all), Math.Min(row, column) - Math.Max(0, row + column - all) + 1)
            .Select(Of)
            .ToList();
        var p = Math.Min(1, tables.Where(t => t <= seen * (1 + Same)).Sum());
        // Half of every table exactly as likely as the one that was seen.
        var alike = tables.Where(t => Math.Abs(t - seen) <= seen * Same).Sum();
        var (mid, higher) = (p - alike / 2, Higher(a + 0.5, b + 0.5, c + 0.5, e + 0.5));
        var say =
            all < FewModels || a + c < FewFlaws ? "too_few"
            : (higher > Likely || higher < 1 - Likely) && mid < LikelyMidP ? "likely_link"
            : higher > Hint || higher < 1 - Hint ? "hint"
            : "no_sign";
        return new(p, mid, (a + 0.5) * (e + 0.5) / ((b + 0.5) * (c + 0.5)), higher, say);
    }

    private static double LogChoose(int n, int k) =>
        SpecialFunctions.GammaLn(n + 1) - SpecialFunctions.GammaLn(k + 1) - SpecialFunctions.GammaLn(n - k + 1);

    // P(x > y), x and y Beta, by p = sin²φ and midpoints.
    private static double Higher(double a1, double b1, double a2, double b2)
    {
        var (step, sum, log) = (Math.PI / 2 / Nodes, 0.0, SpecialFunctions.BetaLn(a1, b1));
        for (var k = 0; k < Nodes; k++)
        {
            var phi = (k + 0.5) * step;
            var (sin, cos) = Math.SinCos(phi);
            var density = 2 * Math.Exp((2 * a1 - 1) * Math.Log(sin) + (2 * b1 - 1) * Math.Log(cos) - log);
            sum += density * SpecialFunctions.BetaRegularized(a2, b2, sin * sin);
        }
        return sum * step;
    }

    /// <summary>How values of flawed models lie against those of good ones.</summary>
    /// <param name="U">Mann and Whitney's count.</param>
    /// <param name="Auc">How likely a flawed one's value is the higher.</param>
    /// <param name="P">Two-sided.</param>
    /// <param name="Method">exact or normal_ties.</param>
    public sealed record Ranks(double U, double Auc, double P, string Method);

    /// <summary>The rank-sum test: exact without ties, else by the normal distribution with corrections.</summary>
    public static Ranks RankSum(IReadOnlyList<double> flawed, IReadOnlyList<double> good)
    {
        var (n, m) = (flawed.Count, good.Count);
        var u = flawed.Sum(x =>
            good.Sum(y =>
                x > y ? 1.0
                : x == y ? 0.5
                : 0
            )
        );
        var all = flawed.Concat(good).ToList();
        var ties = all.GroupBy(x => x).Where(g => g.Count() > 1).Select(g => (double)g.Count()).ToList();
        if (ties.Count == 0 && n * m <= MostExact)
            return new(u, u / (n * m), Exact((int)u, n, m), "exact");
        double total = n + m;
        var variance = n * m / 12.0 * (total + 1 - ties.Sum(t => t * t * t - t) / (total * (total - 1)));
        var z = variance <= 0 ? 0 : Math.Max(0, Math.Abs(u - n * m / 2.0) - 0.5) / Math.Sqrt(variance);
        return new(u, u / (n * m), Math.Min(1, 2 * Kit.Phi(-z)), "normal_ties");
    }

    // Two-sided, by how many orders of n and m values give each count.
    private static double Exact(int u, int n, int m)
    {
        var ways = new double[n + 1, n * m + 1];
        ways[0, 0] = 1;
        // Partitions of a count into at most n parts of at most m: value by value.
        for (var value = 1; value <= n + m; value++)
        for (var taken = Math.Min(n, value); taken >= 1; taken--)
        {
            // The taken-th of the flawed stands here: it is above value − taken good ones.
            var above = value - taken;
            if (above > m)
                continue;
            for (var sum = n * m; sum >= above; sum--)
                ways[taken, sum] += ways[taken - 1, sum - above];
        }
        var counts = Enumerable.Range(0, n * m + 1).Select(s => ways[n, s]).ToList();
        var whole = counts.Sum();
        return Math.Min(1, 2 * Math.Min(counts.Take(u + 1).Sum(), counts.Skip(u).Sum()) / whole);
    }

    /// <summary>p values for several conditions tried at once, after Holm.</summary>
    public static IReadOnlyList<double> Holm(IReadOnlyList<double> p)
    {
        var order = Enumerable.Range(0, p.Count).OrderBy(i => p[i]).ToList();
        var (adjusted, running) = (new double[p.Count], 0.0);
        for (var rank = 0; rank < order.Count; rank++)
            adjusted[order[rank]] = running = Math.Min(1, Math.Max(running, (p.Count - rank) * p[order[rank]]));
        return adjusted;
    }

    internal static IEnumerable<ComputeFunction> Functions()
    {
        yield return new("yield", "fisher", "Whether flaws go with a condition: four counts.", i =>
        {
            int Count(string key) => i.Whole(key, 0, 10_000);
            var (a, b, c, e) = (Count("a"), Count("b"), Count("c"), Count("e"));
            if (a + b == 0)
                throw new ComputeRefusedException("E_EMPTY", "a", "No model was under the condition.");
            if (c + e == 0)
                throw new ComputeRefusedException("E_EMPTY", "c", "Every model was under the condition.");
            var t = Fisher(a, b, c, e);
            return new
            {
                p_two_sided = t.P,
                mid_p = t.MidP,
                odds_ratio = t.OddsRatio,
                p_higher = t.Higher,
                say = t.Say,
            };
        });
        yield return new("yield", "ranksum", "Whether flaws go with a figure: temperature, humidity.", i =>
        {
            var (bad, good) = (Values(i, "defect_values"), Values(i, "good_values"));
            var r = RankSum(bad, good);
            return new
            {
                r.U,
                auc = r.Auc,
                p = r.P,
                method = r.Method,
            };
        });
        yield return new("yield", "holm", "p values adjusted for several conditions tried.", i => new
        {
            adjusted = Holm(i.Numbers("p", 1, 0, 1)),
        });
    }

    private static IReadOnlyList<double> Values(Inputs i, string key) => i.Numbers(key, 1, double.MinValue, double.MaxValue);
}
