using Hexaprep.Craft.Drying;

namespace Hexaprep.Craft.Computation;

/// <summary>A run of hours in which spraying is fit; it never ends in a bad hour.</summary>
/// <param name="FromHour">Its first hour, counted from the first of the forecast.</param>
/// <param name="ToHour">The first hour after it.</param>
/// <param name="Score">Of its worst hour.</param>
/// <param name="Limiting">What binds in that hour.</param>
/// <param name="ClosedBy">What binds in the hour that ends it; null where the forecast ends.</param>
public sealed record FitHours(int FromHour, int ToHour, double Score, string Limiting, string? ClosedBy);

/// <summary>Finds the stretches of a forecast that are fit for spraying.</summary>
public static class SprayWindows
{
    /// <summary>The stretches. Hour i holds from i to i + 1; it is usable when it and the next score enough, the last when it does
    /// itself.</summary>
    /// <param name="hours">The fitness of each hour.</param>
    /// <param name="threshold">Score needed, above 0 to 1.</param>
    /// <param name="leastHours">Hours needed in a row, at least 1.</param>
    public static IReadOnlyList<FitHours> Of(IReadOnlyList<Fitness> hours, double threshold = 0.5, int leastHours = 1)
    {
        bool Usable(int i) => hours[i].Score >= threshold && (i + 1 == hours.Count || hours[i + 1].Score >= threshold);
        var found = new List<FitHours>();
        for (int from = 0, to; from < hours.Count; from = to)
        {
            to = from;
            while (to < hours.Count && Usable(to))
                to++;
            if (to - from >= leastHours)
            {
                var worst = hours.Skip(from).Take(to - from).MinBy(h => h.Score)!;
                var closing = to < hours.Count && hours[to].Score >= threshold ? to + 1 : to;
                found.Add(new FitHours(from, to, worst.Score, worst.Binding, closing < hours.Count ? hours[closing].Binding : null));
            }
            to = Math.Max(to, from + 1);
        }
        return found;
    }
}
