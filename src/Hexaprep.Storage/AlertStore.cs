using Dapper;
using NodaTime;
using Npgsql;

namespace Hexaprep.Storage;

/// <summary>Which alerts were heard or silenced. They are not part of the bench: nothing is decided by them.</summary>
public sealed class AlertStore(NpgsqlDataSource source)
{
    /// <summary>The alerts that were heard or silenced.</summary>
    public async Task<IReadOnlySet<string>> AnsweredAsync(WorkspaceId workspace, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return (
            await connection.QueryAsync<string>("select key from alert_answer where workspace_id = @w", new { w = workspace.Value })
        ).ToHashSet(StringComparer.Ordinal);
    }

    /// <summary>Says that an alert was heard, or need not come; every other device is silent then. Heard twice is heard once.</summary>
    public async Task HearAsync(WorkspaceId workspace, string key, bool silenced, Instant now, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(
            """
            insert into alert_answer (workspace_id, key, answered_at, silenced) values (@w, @key, @now, @silenced) on conflict do nothing;
            select pg_notify('hexaprep', @w::text || ':' || revision) from workspace where id = @w;
            """,
            new
            {
                w = workspace.Value,
                key,
                now,
                silenced,
            }
        );
    }
}
