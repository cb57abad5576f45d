using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.State;

/// <summary>The coats that lie open to dust in the room: paint, primer, varnish, gloss, not yet touch-dry; not glue or filler.</summary>
public static class RoomWetness
{
    // Longer lies no coat open that is not a mishap.
    private static readonly Duration Longest = Duration.FromHours(72);

    /// <summary>When each of them is surely touch-dry, of whatever batch.</summary>
    /// <param name="bench">The bench.</param>
    /// <param name="now">The moment.</param>
    /// <param name="beside">A batch whose own coats do not count; null for none.</param>
    public static IEnumerable<Instant> Coats(BenchIndex bench, Instant now, Guid? beside = null) =>
        from step in bench.EndedAfter(now - Longest).Select(s => s.StepId).Distinct()
        where bench.Steps.TryGetValue(step, out var known) && known.BatchId != beside && known.Key.Kind.Coats()
        from coat in bench.CoatsOf(step)
        where coat.EndedAt > now - Longest
        let times = bench.TimesOf(coat, Readiness.Touch)
        where times is not null && times.Sure > now
        select times.Sure;

    /// <summary>When dust may be made again; null where it may be now.</summary>
    public static Instant? Until(BenchIndex bench, Instant now, Guid? beside = null) =>
        Coats(bench, now, beside).Select(c => (Instant?)c).Max();
}
