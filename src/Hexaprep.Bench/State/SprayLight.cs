using Hexaprep.Craft.Computation;
using NodaTime;
using NodaTime.TimeZones;

namespace Hexaprep.Bench.State;

/// <summary>Daylight at the bench, by the place of its time zone: outdoors nobody sprays in the dark. A zone without a place says
/// nothing.</summary>
public static class SprayLight
{
    // How far ahead the evenings are looked at, what a spraying needs, and which share of them makes an evening bench a light one.
    private const int DaysAhead = 56,
        LeastMinutes = 20;
    private const double LightShare = 0.2;

    private static readonly Dictionary<string, (double Latitude, double Longitude)> Places = (
        TzdbDateTimeZoneSource.Default.ZoneLocations ?? []
    ).ToDictionary(z => z.ZoneId, z => (z.Latitude, z.Longitude), StringComparer.Ordinal);

    /// <summary>True where the place of a zone is known.</summary>
    public static bool IsKnown(DateTimeZone zone) => Places.ContainsKey(zone.Id);

    /// <summary>When the sun is up on a local day; null where the place is not known. Where it stays down the stretch is empty.</summary>
    public static (Instant From, Instant To)? On(DateTimeZone zone, LocalDate day)
    {
        if (!Places.TryGetValue(zone.Id, out var place))
            return null;
        var midnight = day.AtMidnight().InUtc().ToInstant();
        return Daylight.Of(day.DayOfYear, place.Latitude, place.Longitude) is { } sun
            ? (midnight + Duration.FromMinutes(Math.Ceiling(sun.Rises)), midnight + Duration.FromMinutes(Math.Floor(sun.Sets)))
            : (midnight, midnight);
    }

    /// <summary>The part of a stretch that lies in daylight; all of it where the place is not known, null where none does.</summary>
    public static (Instant From, Instant To)? Within(DateTimeZone zone, Instant from, Instant to)
    {
        if (On(zone, from.InZone(zone).Date) is not { } sun)
            return (from, to);
        var (begins, ends) = (Instant.Max(from, sun.From), Instant.Min(to, sun.To));
        return begins < ends ? (begins, ends) : null;
    }

    /// <summary>True where fewer than one in five of the sittings of the coming eight weeks has light enough to spray outdoors.</summary>
    public static bool IsDark(BenchSettings settings, Instant now)
    {
        var sittings = settings.Calendar.From(now, DaysAhead).ToList();
        if (sittings.Count == 0 || !Places.ContainsKey(settings.Zone.Id))
            return false;
        var light = sittings.Count(s =>
            Within(settings.Zone, s.Begin, s.End) is { } day && (day.To - day.From).TotalMinutes >= LeastMinutes
        );
        return light < sittings.Count * LightShare;
    }
}
