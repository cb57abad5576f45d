using Hexaprep.Bench.Records;
using NodaTime;

namespace Hexaprep.Formats;

/// <summary>Moves a workspace in time.</summary>
public static class TimeShift
{
    /// <summary>The same workspace, every moment moved so that the one it was exported at becomes <paramref name="now"/>; dates move
    /// by whole days.</summary>
    public static Workspace Move(Workspace d, Instant now)
    {
        var by = now - d.ExportedAt;
        var zone = DateTimeZoneProviders.Tzdb[d.Settings.TimeZone];
        var days = Period.DaysBetween(d.ExportedAt.InZone(zone).Date, now.InZone(zone).Date);
        return d with
        {
            ExportedAt = now,
            Units = [.. d.Units.Select(u => u with { Deadline = u.Deadline?.PlusDays(days) })],
            RouteChanges = [.. d.RouteChanges.Select(c => c with { At = c.At + by })],
            Logbook = [.. d.Logbook.Select(e => e with { At = e.At + by, RecordedAt = e.RecordedAt + by })],
            Spells = [.. d.Spells.Select(s => s with { BeganAt = s.BeganAt + by, EndedAt = s.EndedAt + by })],
            Ticks = [.. d.Ticks.Select(t => t with { At = t.At + by })],
            PassTicks = [.. d.PassTicks.Select(t => t with { At = t.At + by })],
            Coats = [.. d.Coats.Select(c => c with { StartedAt = c.StartedAt + by, EndedAt = c.EndedAt + by })],
            CoatTests = [.. d.CoatTests.Select(t => t with { At = t.At + by })],
            PastCoats =
            [
                .. d.PastCoats.Select(c =>
                    c with
                    {
                        StartedAt = c.StartedAt + by,
                        EndedAt = c.EndedAt + by,
                        NotDryAt = c.NotDryAt + by,
                        DryAt = c.DryAt + by,
                    }
                ),
            ],
            Containers = [.. d.Containers.Select(c => c with { OpenedOn = c.OpenedOn?.PlusDays(days) })],
            AirReadings = [.. d.AirReadings.Select(r => r with { At = r.At + by })],
            Forecast = [.. d.Forecast.Select(h => h with { At = h.At + by })],
            Clocks = [.. d.Clocks.Select(c => c with { StartedAt = c.StartedAt + by, StoppedAt = c.StoppedAt + by })],
            Soaked = [.. d.Soaked.Select(t => t with { WettedAt = t.WettedAt + by, StuckAt = t.StuckAt + by, OutAt = t.OutAt + by })],
            Flaws = [.. d.Flaws.Select(f => f with { NotedAt = f.NotedAt + by, MendedAt = f.MendedAt + by })],
            SittingExceptions = [.. d.SittingExceptions.Select(e => e with { Date = e.Date.PlusDays(days) })],
        };
    }
}
