using System.Globalization;
using Hexaprep.Craft.Vocabulary;
using MathNet.Numerics;
using MathNet.Numerics.Distributions;

namespace Hexaprep.Craft.Computation;

/// <summary>The special functions the models stand on, from MathNet.Numerics; the tails of the normal distribution and counting are
/// ours.</summary>
public static class Kit
{
    private static readonly double HalfLog2Pi = 0.5 * Math.Log(2 * Math.PI);

    /// <summary>Φ(z), the standard normal distribution.</summary>
    public static double Phi(double z) => 0.5 * SpecialFunctions.Erfc(-z / Constants.Sqrt2);

    /// <summary>ln Φ(z), also where Φ itself is too small to be written: a continued fraction below −30.</summary>
    public static double LogPhi(double z)
    {
        if (z > -30)
            return Math.Log(Phi(z));
        double x = -z,
            f = 0;
        for (var k = 60; k >= 1; k--)
            f = k / (x + f);
        return -x * x / 2 - HalfLog2Pi - Math.Log(x + f);
    }

    /// <summary>ln(Φ(b) − Φ(a)), a below b.</summary>
    public static double LogPhiBetween(double a, double b)
    {
        if (a > 0)
            (a, b) = (-b, -a);
        var high = LogPhi(b);
        return high + Math.Log(-Math.Exp(LogPhi(a) - high) + 1);
    }

    /// <summary>Φ⁻¹(p), 0 &lt; p &lt; 1.</summary>
    public static double PhiInverse(double p) => Normal.InvCDF(0, 1, p);

    /// <summary>The least whole number not below x, rounding noise of 10⁻⁹ forgiven.</summary>
    public static double CeilE(double x) => Math.Ceiling(x - 1e-9);

    /// <summary>The greatest whole number not above x, rounding noise of 10⁻⁹ forgiven.</summary>
    public static double FloorE(double x) => Math.Floor(x + 1e-9);

    /// <summary>The inverse of the regularised incomplete beta function, by 200 halvings.</summary>
    public static double BetaInverse(double p, double a, double b)
    {
        double low = 0,
            high = 1;
        for (var i = 0; i < 200; i++)
        {
            var mid = (low + high) / 2;
            if (SpecialFunctions.BetaRegularized(a, b, mid) < p)
                low = mid;
            else
                high = mid;
        }
        return (low + high) / 2;
    }

    internal static IEnumerable<ComputeFunction> Functions()
    {
        yield return new("kit", "erfc", "The complementary error function.", i => new
        {
            y = SpecialFunctions.Erfc(i.Number("x", double.MinValue, double.MaxValue)),
        });
        yield return new("kit", "Phi", "The standard normal distribution.", i => new
        {
            y = Phi(i.Number("z", double.MinValue, double.MaxValue)),
        });
        yield return new("kit", "log_Phi", "Its logarithm, in the far tail too.", i => new
        {
            y = LogPhi(i.Number("z", double.MinValue, double.MaxValue)),
        });
        yield return new("kit", "Phi_inv", "Its inverse.", i => new { y = PhiInverse(Between01("p", i)) });
        yield return new("kit", "lgamma", "The logarithm of the gamma function.", i => new
        {
            y = SpecialFunctions.GammaLn(i.Number("x", 0, double.MaxValue, above: true)),
        });
        yield return new("kit", "beta_cdf", "The regularised incomplete beta function.", i =>
        {
            var (x, a, b) = (
                i.Number("x", 0, 1),
                i.Number("a", 0, double.MaxValue, above: true),
                i.Number("b", 0, double.MaxValue, above: true)
            );
            return new { y = SpecialFunctions.BetaRegularized(a, b, x) };
        });
        yield return new("kit", "beta_inv", "Its inverse.", i =>
        {
            var (p, a, b) = (
                i.Number("p", 0, 1),
                i.Number("a", 0, double.MaxValue, above: true),
                i.Number("b", 0, double.MaxValue, above: true)
            );
            return new { y = BetaInverse(p, a, b) };
        });
        yield return new(
            "kit",
            "splitmix",
            "The first four numbers of SplitMix64 (Steele, Lea and Flood 2014): whole, uniform, normal.",
            Splitmix
        );
        yield return new("kit", "quantile", "The quantile of a sample by nearest rank.", i =>
        {
            var (x, p) = (i.Numbers("x", 1, double.MinValue, double.MaxValue), i.Number("p", 0, 1, above: true));
            return new { y = x.Order().ElementAt((int)CeilE(p * x.Count) - 1) };
        });
    }

    private static double Between01(string key, Inputs i)
    {
        var p = i.Number(key, 0, 1, above: true);
        return p < 1 ? p : throw new ComputeRefusedException("E_RANGE", key, $"{p} does not fit: below 1.");
    }

    private static object Splitmix(Inputs i)
    {
        if (!ulong.TryParse(i.Text("seed"), NumberStyles.None, CultureInfo.InvariantCulture, out var seed))
            throw new ComputeRefusedException("E_RANGE", "seed", "It is no whole number of 64 bits.");
        var random = new SplitMix64(seed);
        var whole = Enumerable.Range(0, 4).Select(_ => random.Next()).ToList();
        var uniform = whole.Select(u => ((u >> 11) + 0.5) * Math.Pow(2, -53)).ToList();
        return new
        {
            u64 = whole.Select(u => u.ToString(CultureInfo.InvariantCulture)),
            uniform,
            normal = uniform.Select(PhiInverse),
        };
    }
}
