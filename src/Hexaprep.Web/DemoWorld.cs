using Hexaprep.Bench.Records;
using Hexaprep.Formats;
using Hexaprep.Planning.Problem;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Screens.BenchScreen;
using Hexaprep.Storage;
using NodaTime;

namespace Hexaprep.Web;

/// <summary>The demo world: an open workspace file, moved in time so that its evening is tonight.</summary>
public sealed class DemoWorld(WorkspaceStore workspaces, BenchStore benches, IClock clock, AppSettings settings)
{
    private static readonly Duration Behind = Duration.FromMinutes(40);
    private static readonly Duration Ahead = Duration.FromMinutes(110);

    /// <summary>Loads it once; a database that has it keeps what was done since.</summary>
    public async Task LoadIfMissingAsync(CancellationToken cancel)
    {
        var current = await workspaces.CurrentAsync(settings.TimeZone, clock.GetCurrentInstant() - Duration.FromMilliseconds(1), cancel);
        if (!(await benches.CurrentAsync(current, cancel)).IsDemo)
            await LoadAsync(cancel);
    }

    /// <summary>Loads it afresh beside what was there, which stays in the database.</summary>
    public async Task LoadAsync(CancellationToken cancel)
    {
        var now = clock.GetCurrentInstant();
        var file = WorkspaceFile.Read(await File.ReadAllTextAsync(settings.DemoFile, cancel));
        var here = file with { Settings = file.Settings with { TimeZone = settings.TimeZone } };
        await workspaces.OpenDemoAsync(Tonight(TimeShift.Move(here, now), now), now, cancel);
    }

    /// <summary>True when nothing is under way any more: no step in hand, nothing that dries.</summary>
    public static bool HasAged(BenchView view) => view.Step is not { InHand: true } && view.Drying.Count == 0;

    // Today gets a sitting from 40 min ago to 110 min ahead, so that one is always running.
    private static Workspace Tonight(Workspace document, Instant now)
    {
        var zone = DateTimeZoneProviders.Tzdb[document.Settings.TimeZone];
        var begins = PlanIds.Minute(now - Behind).InZone(zone);
        var ends = PlanIds.Minute(now + Ahead).InZone(zone);
        var tonight = new SittingException(Guid.NewGuid(), begins.Date, ExceptionKind.Extra, begins.TimeOfDay, ends.TimeOfDay);
        return document with { SittingExceptions = [.. document.SittingExceptions, ExceptionRow.Of(tonight)] };
    }
}
