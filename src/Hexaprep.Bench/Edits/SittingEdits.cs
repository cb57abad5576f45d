using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Scheduling.Problems;
using NodaTime;

namespace Hexaprep.Bench.Edits;

/// <summary>A person's evenings as they set them; no rack slots means those there are.</summary>
public sealed record SittingSettings(
    string TimeZone,
    int Handles,
    int? RackSlots,
    IReadOnlyList<WeeklySitting> Weekly,
    IReadOnlyList<SittingException> Exceptions,
    int Version
)
{
    /// <summary>What is set on a bench.</summary>
    public static SittingSettings Of(BenchSettings s) =>
        new(s.Zone.Id, s.Handles, s.RackSlots, s.Calendar.Weekly, s.Calendar.Exceptions, s.Version);
}

/// <summary>The weekly pattern, its exceptions, the zone, the handles and the rack are set.</summary>
public static class SittingEdits
{
    /// <summary>Replaces them, only from their current version. They were checked before.</summary>
    /// <exception cref="RefusedException">Someone changed them since.</exception>
    public static Decision Save(BenchIndex bench, SittingSettings settings, Instant now)
    {
        var before = bench.State.Settings;
        Edit.Check(before.Version, settings.Version, "week");
        var calendar = new SittingCalendar(DateTimeZoneProviders.Tzdb[settings.TimeZone], settings.Weekly, settings.Exceptions);
        var after = new BenchSettings(calendar, settings.Handles)
        {
            RackSlots = settings.RackSlots ?? before.RackSlots,
            Version = before.Version + 1,
        };
        return new Decision(
            "sittings",
            now,
            null,
            new { before = SittingSettings.Of(before), after = settings },
            [new Change.SettingsSet(after)]
        );
    }
}
