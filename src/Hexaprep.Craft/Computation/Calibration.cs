using System.Collections.Immutable;
using MathNet.Numerics.Distributions;
using MathNet.Numerics.RootFinding;

namespace Hexaprep.Craft.Computation;

/// <summary>One thing seen of a drying film: the model's minutes for that session's air and film, and what was found.</summary>
/// <param name="ModelMinutes">What the model says for those conditions, so that weather is not learned as character.</param>
/// <param name="Exact">Dry at exactly this many minutes.</param>
/// <param name="NotDryAt">Still tacky at.</param>
/// <param name="DryAt">Dry when looked at.</param>
public sealed record Observation(double ModelMinutes, double? Exact = null, double? NotDryAt = null, double? DryAt = null);

/// <summary>What a user's own log says of a product: the factor on the model's time, ln b. Computed from the observations; never
/// stored.</summary>
/// <remarks>b has a normal prior; an exact time is normal in ln, a bound is a normal tail, two bounds the difference of two. The
/// posterior is log-concave and is
/// summed on a fixed grid of 2001 nodes by Simpson's rule, over the nodes that carry weight. What was seen is summed in fixed point:
/// one observation more or
/// less (<see cref="With"/>) gives the same belief, to the last bit, as all of them anew, in any order.</remarks>
public sealed class Calibration
{
    /// <summary>Spread of one observation in ln(time); not learned from fewer than 8 exact ones.</summary>
    public const double UsualObservationSd = 0.25;

    private const int Nodes = 2001,
        Coarse = 20;

    // e^-60 of the highest weight: beyond any digit.
    private const double Negligible = -60;

    // An observation less likely than that says no more by being less likely still.
    private const double Least = -8e6;
    private const double Point = 1L << 40;

    // All nodes that light together change no digit of a chance.
    private const double Weightless = 1e-18;
    private readonly double[] _b = new double[Nodes],
        _weight = new double[Nodes];
    private readonly Int128?[] _sums;
    private readonly ImmutableList<Observation> _observations;
    private readonly double _sigma,
        _priorMean,
        _priorSd;

    /// <summary>The belief after some observations.</summary>
    /// <param name="observations">In any order.</param>
    /// <param name="priorMean">Of ln factor.</param>
    /// <param name="priorSd">Of ln factor, above 0.</param>
    /// <param name="observationSd">Of one observation, above 0.</param>
    public Calibration(
        IReadOnlyList<Observation> observations,
        double priorMean = 0,
        double priorSd = 0.4,
        double observationSd = UsualObservationSd
    )
        : this([.. observations], new Int128?[Nodes], priorMean, priorSd, observationSd) { }

    private Calibration(ImmutableList<Observation> observations, Int128?[] sums, double priorMean, double priorSd, double observationSd)
    {
        (_observations, _sums, _priorMean, _priorSd, _sigma) = (observations, sums, priorMean, priorSd, observationSd);
        var step = 16 * priorSd / (Nodes - 1);
        for (var k = 0; k < Nodes; k++)
            _b[k] = priorMean - 8 * priorSd + step * k;

        // The belief has one hill: a coarse look finds it, then only the nodes on it are computed.
        SumUp(Enumerable.Range(0, (Nodes - 1) / Coarse + 1).Select(k => k * Coarse));
        var coarse = Enumerable.Range(0, (Nodes - 1) / Coarse + 1).Select(k => Log(k * Coarse)).ToArray();
        var top = Array.IndexOf(coarse, coarse.Max());
        int first = top,
            last = top;
        while (first > 0 && coarse[first] > coarse[top] + Negligible)
            first--;
        while (last < coarse.Length - 1 && coarse[last] > coarse[top] + Negligible)
            last++;
        first = Math.Max(0, first - 1) * Coarse;
        last = Math.Min(coarse.Length - 1, last + 1) * Coarse;
        SumUp(Enumerable.Range(first, last - first + 1));
        var log = new double[Nodes];
        for (var k = first; k <= last; k++)
            log[k] = Log(k);
        var highest = log.AsSpan(first, last - first + 1).ToArray().Max();
        double total = 0;
        for (var k = first; k <= last; k++)
        {
            var simpson =
                k is 0 or Nodes - 1 ? 1
                : k % 2 == 1 ? 4
                : 2;
            _weight[k] = simpson * Math.Exp(log[k] - highest);
            total += _weight[k];
        }
        for (var k = first; k <= last; k++)
        {
            _weight[k] /= total;
            Mean += _weight[k] * _b[k];
        }
        double variance = 0;
        for (var k = first; k <= last; k++)
            variance += _weight[k] * (_b[k] - Mean) * (_b[k] - Mean);
        Sd = Math.Sqrt(variance);
    }

    /// <summary>The belief with observations taken away and others added: costs what comes and goes, not what is there.</summary>
    /// <param name="gone">Observations that are in it.</param>
    /// <param name="came">Observations that are not.</param>
    public Calibration With(IReadOnlyList<Observation> gone, IReadOnlyList<Observation> came)
    {
        var sums = (Int128?[])_sums.Clone();
        var (less, more) = (gone.Select(o => new Seen(o)).ToList(), came.Select(o => new Seen(o)).ToList());
        for (var k = 0; k < Nodes; k++)
        {
            if (sums[k] is not { } sum)
                continue;
            foreach (var o in less)
                sum -= Term(o, k);
            foreach (var o in more)
                sum += Term(o, k);
            sums[k] = sum;
        }
        var left = gone.Aggregate(_observations, (all, o) => all.RemoveAt(all.LastIndexOf(o)));
        return new Calibration(left.AddRange(came), sums, _priorMean, _priorSd, _sigma);
    }

    // Fills in the nodes that nobody asked for yet.
    private void SumUp(IEnumerable<int> nodes)
    {
        var missing = nodes.Where(k => _sums[k] is null).ToArray();
        if (missing.Length == 0)
            return;
        var sums = new Int128[missing.Length];
        foreach (var o in _observations.Select(o => new Seen(o)))
        {
            for (var i = 0; i < missing.Length; i++)
                sums[i] += Term(o, missing[i]);
        }
        for (var i = 0; i < missing.Length; i++)
            _sums[missing[i]] = sums[i];
    }

    private long Term(Seen seen, int k) => (long)Math.Round(Math.Max(Least, seen.Log(_b[k], _sigma)) * Point);

    private double Log(int k)
    {
        var z = (_b[k] - _priorMean) / _priorSd;
        return -z * z / 2 + (double)_sums[k]!.Value / Point;
    }

    /// <summary>Mean of ln factor.</summary>
    public double Mean { get; }

    /// <summary>Standard deviation of ln factor.</summary>
    public double Sd { get; }

    /// <summary>How many observations carry it.</summary>
    public int Count => _observations.Count;

    /// <summary>The factor in the middle of the belief.</summary>
    public double MedianFactor => Math.Exp(Mean);

    /// <summary>The minutes by which a share of such films is ready, for a model time: the next film, its own chance included.</summary>
    /// <param name="modelMinutes">The model's time.</param>
    /// <param name="share">0.01 to 0.99.</param>
    public double Quantile(double modelMinutes, double share)
    {
        var carries = Enumerable.Range(0, Nodes).Where(k => _weight[k] > Weightless).ToArray();
        // No more than one film in a hundred lies beyond ten spreads, whatever the shape (Cantelli).
        var reach = 10 * Math.Sqrt(Sd * Sd + _sigma * _sigma);
        var ln = RobustNewtonRaphson.FindRoot(Beyond, DensityAt, Mean - reach, Mean + reach, 1e-13);
        return modelMinutes * Math.Exp(ln);

        double Beyond(double at) => carries.Sum(k => _weight[k] * Kit.Phi((at - _b[k]) / _sigma)) - share;

        double DensityAt(double at) => carries.Sum(k => _weight[k] * Normal.PDF(_b[k], _sigma, at));
    }

    // The logarithm of how likely what was seen is, for a factor.
    private sealed class Seen(Observation o)
    {
        private readonly double _model = Math.Log(o.ModelMinutes);
        private readonly double? _exact = Log(o.Exact),
            _low = Log(o.NotDryAt),
            _high = Log(o.DryAt);

        public double Log(double b, double sigma)
        {
            if (_exact is { } x)
            {
                var z = (x - _model - b) / sigma;
                return -z * z / 2;
            }
            if (_low is { } low && _high is { } high)
                return Kit.LogPhiBetween((low - _model - b) / sigma, (high - _model - b) / sigma);
            return _low is { } bound ? Kit.LogPhi(-(bound - _model - b) / sigma) : Kit.LogPhi((_high!.Value - _model - b) / sigma);
        }

        private static double? Log(double? minutes) => minutes is { } m ? Math.Log(m) : null;
    }
}
