using System.Diagnostics;

namespace Hexaprep.Bench;

/// <summary>How long something takes, over many times.</summary>
internal static class Timing
{
    /// <summary>Median and 95th percentile, ms; a quarter as many runs before them do not count.</summary>
    public static (double Median, double Late) Of(Action<int> run, int times)
    {
        var took = new List<double>();
        for (var i = 0; i < times + times / 4; i++)
        {
            var watch = Stopwatch.StartNew();
            run(i);
            if (i >= times / 4)
                took.Add(watch.Elapsed.TotalMilliseconds);
        }
        took.Sort();
        return (took[took.Count / 2], took[(int)(took.Count * 0.95)]);
    }
}
