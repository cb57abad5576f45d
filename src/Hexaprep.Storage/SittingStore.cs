using Dapper;
using Hexaprep.Core;
using Hexaprep.Core.Scheduling;
using Hexaprep.Formats;
using NodaTime;
using Npgsql;

namespace Hexaprep.Storage;

/// <summary>The person's evenings as they set them; no rack slots means those there are.</summary>
public sealed record SittingSettings(string TimeZone, int Handles, int? RackSlots, IReadOnlyList<WeeklySitting> Weekly, IReadOnlyList<SittingException> Exceptions, int Version);

/// <summary>Keeps the weekly pattern, its exceptions, the zone and the handles.</summary>
public sealed class SittingStore(NpgsqlDataSource source)
{
    /// <summary>The settings as they stand.</summary>
    public async Task<SittingSettings> LoadAsync(WorkspaceId workspace, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await ReadAsync(connection, workspace);
    }

    /// <summary>Replaces them, once for an id, and only from their current version.</summary>
    public Task SaveAsync(WorkspaceId workspace, Guid id, SittingSettings settings, Instant now, CancellationToken cancel) =>
        Turn.OnceAsync(source, workspace, id, async connection =>
        {
            var before = await ReadAsync(connection, workspace);
            Versions.Check(before.Version, settings.Version, "week");
            await Logbook.WriteAsync(connection, workspace, id, "sittings", now, now, null, null, ActJson.Write(new { before, after = settings }));
            var w = workspace.Value;
            await connection.ExecuteAsync("update workspace set time_zone = @TimeZone, handles = @Handles, rack_slots = coalesce(@RackSlots, rack_slots), sittings_version = sittings_version + 1 where id = @w",
                new { w, settings.TimeZone, settings.Handles, settings.RackSlots });
            await connection.ExecuteAsync("delete from weekly_sitting where workspace_id = @w; delete from sitting_exception where workspace_id = @w", new { w });
            await InsertAsync(connection, workspace, settings.Weekly, settings.Exceptions);
        }, cancel);

    internal static async Task InsertAsync(NpgsqlConnection connection, WorkspaceId workspace, IEnumerable<WeeklySitting> weekly, IEnumerable<SittingException> exceptions)
    {
        await Bulk.InsertAsync(connection, workspace, "weekly_sitting", Tables.WeeklySitting, [.. weekly.Select(s => new DocumentWeekly(s.Id, (int)s.Day, s.Begins, s.Ends))]);
        await Bulk.InsertAsync(connection, workspace, "sitting_exception", Tables.SittingException,
            [.. exceptions.Select(e => new DocumentException(e.Id, e.Date, Ids.Of(e.Kind), e.Begins, e.Ends))]);
    }

    private static async Task<SittingSettings> ReadAsync(NpgsqlConnection connection, WorkspaceId workspace)
    {
        var w = workspace.Value;
        var space = await connection.QuerySingleAsync<(string Zone, int Handles, int RackSlots, int Version)>("select time_zone, handles, rack_slots, sittings_version from workspace where id = @w", new { w });
        var weekly = await connection.QueryAsync<WeeklyRow>("select id, day, begins, ends from weekly_sitting where workspace_id = @w order by day, begins", new { w });
        var exceptions = await connection.QueryAsync<ExceptionRow>("select id, date, kind, begins, ends from sitting_exception where workspace_id = @w order by date, begins", new { w });
        var calendar = Rows.Settings(new WorkspaceRow { TimeZone = space.Zone, Handles = space.Handles }, weekly, exceptions).Calendar;
        return new SittingSettings(space.Zone, space.Handles, space.RackSlots, calendar.Weekly, calendar.Exceptions, space.Version);
    }
}
