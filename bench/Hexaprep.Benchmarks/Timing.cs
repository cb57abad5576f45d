using System.Diagnostics;

namespace Hexaprep.Benchmarks;

/// <summary>How long something takes, over many times.</summary>
internal static class Timing
{
    /// <summary>Median and 95th percentile, ms; the runs before them do not count, a quarter as many where nothing is said.</summary>
    public static (double Median, double Late) Of(Action<int> run, int times, int? before = null)
    {
        var (took, first) = (new List<double>(), before ?? times / 4);
        for (var i = 0; i < times + first; i++)
        {
            var watch = Stopwatch.StartNew();
            run(i);
            if (i >= first)
                took.Add(watch.Elapsed.TotalMilliseconds);
        }
        took.Sort();
        return (took[took.Count / 2], took[(int)(took.Count * 0.95)]);
    }
}
