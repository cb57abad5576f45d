using System.Collections.Concurrent;
using System.Collections.Immutable;
using Hexaprep.Craft.Computation;

namespace Hexaprep.Craft.Drying;

/// <summary>What the tests of a product's coats say, and what is believed of it for that.</summary>
internal sealed class Learned
{
    /// <summary>Spread of ln factor where a label gives the time.</summary>
    public const double LabelSd = 0.25;

    private static readonly ConcurrentDictionary<double, Learned> Untaught = new();
    private readonly Calibration _calibration;
    private readonly ImmutableList<ObservedCoat> _observed;

    private Learned(ImmutableList<ObservedCoat> observed, Calibration calibration, double priorSd)
    {
        (_observed, _calibration) = (observed, calibration);
        Belief = new(
            calibration.MedianFactor,
            // No bound says more than as many exact times would.
            Math.Max(calibration.Sd, LeastSd(priorSd, calibration.Count)),
            priorSd,
            calibration.Count,
            calibration.Quantile(1, 0.5),
            calibration.Quantile(1, 0.9)
        );
    }

    private static double LeastSd(double priorSd, int count) =>
        1 / Math.Sqrt(1 / (priorSd * priorSd) + count / (Calibration.UsualObservationSd * Calibration.UsualObservationSd));

    public Belief Belief { get; }

    /// <summary>Oldest coat first.</summary>
    public IReadOnlyList<ObservedCoat> Observed => _observed;

    /// <summary>What is believed before anything was seen.</summary>
    public static Learned Nothing(double priorSd) => Untaught.GetOrAdd(priorSd, sd => new Learned([], new Calibration([], 0, sd), sd));

    public static Learned From(IEnumerable<ObservedCoat> observed, double priorSd)
    {
        ImmutableList<ObservedCoat> all = [.. observed.OrderBy(o => o.Coat.EndedAt).ThenBy(o => o.Coat.Id)];
        var counted = all.Where(o => !o.LeftOut).Select(o => o.Seen).ToList();
        return counted.Count == 0
            ? new Learned(all, Nothing(priorSd)._calibration, priorSd)
            : new Learned(all, new Calibration(counted, 0, priorSd), priorSd);
    }

    /// <summary>With what coats say that changed since: what they said before goes. Costs what changed, and the way to it from the
    /// newest.</summary>
    /// <param name="moves">The coat before, or null for a new one; what it says now.</param>
    public Learned Moved(IReadOnlyList<(Guid? Before, IReadOnlyList<ObservedCoat> Now)> moves)
    {
        var observed = _observed;
        List<Observation> gone = [],
            came = [];
        foreach (var (before, now) in moves)
        {
            for (
                var at = before is null ? -1 : observed.FindLastIndex(o => o.Coat.Id == before);
                at >= 0 && observed[at].Coat.Id == before;
                at--
            )
            {
                if (!observed[at].LeftOut)
                    Drop(observed[at].Seen);
                observed = observed.RemoveAt(at);
            }
            foreach (var one in now)
            {
                observed = Insert(observed, one);
                if (!one.LeftOut)
                    came.Add(one.Seen);
            }
        }
        return new Learned(observed, _calibration.With(gone, came), Belief.PriorSd);

        // What came and went within these moves was never in it.
        void Drop(Observation seen)
        {
            if (!came.Remove(seen))
                gone.Add(seen);
        }
    }

    private static ImmutableList<ObservedCoat> Insert(ImmutableList<ObservedCoat> list, ObservedCoat one)
    {
        var at = list.Count;
        while (
            at > 0
            && (
                list[at - 1].Coat.EndedAt!.Value.CompareTo(one.Coat.EndedAt!.Value) is not 0 and var byEnd
                    ? byEnd
                    : list[at - 1].Coat.Id.CompareTo(one.Coat.Id)
            ) > 0
        )
            at--;
        return list.Insert(at, one);
    }
}
