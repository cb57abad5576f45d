using System.Text.Json;
using System.Text.Json.Serialization;
using Dapper;
using Hexaprep.Core.Bench;
using NodaTime;
using NodaTime.Serialization.SystemTextJson;
using Npgsql;

namespace Hexaprep.Storage;

/// <summary>The append-only logbook.</summary>
internal static class Logbook
{
    public static Task<bool> HasAsync(NpgsqlConnection connection, WorkspaceId workspace, Guid id) =>
        connection.QuerySingleAsync<bool>("select exists (select from logbook where workspace_id = @w and id = @id)", new { w = workspace.Value, id });

    public static Task WriteAsync(NpgsqlConnection connection, WorkspaceId workspace, Guid id, string kind, Instant at, Instant recordedAt,
        Guid? stepId, Guid? corrects, string detail) =>
        connection.ExecuteAsync("""
            insert into logbook (workspace_id, id, kind, at, recorded_at, step_id, corrects, detail)
            values (@w, @id, @kind, @at, @recordedAt, @stepId, @corrects, @detail::jsonb)
            """, new { w = workspace.Value, id, kind, at, recordedAt, stepId, corrects, detail });
}

/// <summary>One writer at a time for each workspace, and a call to everybody who listens.</summary>
internal static class Turn
{
    public static Task TakeAsync(NpgsqlConnection connection, WorkspaceId workspace) =>
        connection.ExecuteAsync("select 1 from workspace where id = @w for update", new { w = workspace.Value });

    /// <summary>Does a write once for an id, whole or not at all: a repeated id changes nothing.</summary>
    public static async Task OnceAsync(NpgsqlDataSource source, WorkspaceId workspace, Guid id, Func<NpgsqlConnection, Task> work, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        await TakeAsync(connection, workspace);
        if (await Logbook.HasAsync(connection, workspace, id)) return;
        await work(connection);
        await EndAsync(connection, workspace);
        await transaction.CommitAsync(cancel);
    }

    // The notification is delivered when, and only if, the transaction commits.
    public static Task EndAsync(NpgsqlConnection connection, WorkspaceId workspace) =>
        connection.ExecuteAsync("""
            with risen as (update workspace set revision = revision + 1 where id = @w returning revision)
            select pg_notify('hexaprep', @w::text || ':' || revision) from risen
            """, new { w = workspace.Value });
}

/// <summary>How an act is kept in the logbook: its own fields, and the changes it brought.</summary>
internal static class ActJson
{
    private static readonly JsonSerializerOptions Options = new JsonSerializerOptions(JsonSerializerDefaults.Web)
    {
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.SnakeCaseLower) },
    }.ConfigureForNodaTime(DateTimeZoneProviders.Tzdb);

    public static string Write(Act act, IReadOnlyList<Change> changes) =>
        JsonSerializer.Serialize(new { act, changes = changes.Select(c => new { kind = c.GetType().Name, value = (object)c }) }, Options);

    public static string Write(object detail) => JsonSerializer.Serialize(detail, Options);
}
