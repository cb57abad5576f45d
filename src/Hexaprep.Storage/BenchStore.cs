using Dapper;
using Hexaprep.Bench.Records;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;
using NodaTime;
using Npgsql;

namespace Hexaprep.Storage;

/// <summary>A bench and the revision it is of.</summary>
/// <param name="Bench">The bench, looked up once.</param>
/// <param name="Revision">Rises with every write.</param>
/// <param name="IsDemo">True for the demo world.</param>
/// <param name="SetAside">Rows that could not be read.</param>
public sealed record StoredBench(BenchIndex Bench, long Revision, bool IsDemo, IReadOnlyList<RowSetAside> SetAside)
{
    /// <summary>The value.</summary>
    public BenchState State => Bench.State;
}

/// <summary>Keeps benches in memory as values, and moves them and the tables by the same changes: a write is one transaction with its
/// logbook entry, and
/// costs what it changes. The revision, read under the workspace's lock, says whether the value here is the last; where another
/// process has written, it is
/// read afresh.</summary>
public sealed class BenchStore(NpgsqlDataSource source, BenchMemory memory)
{
    /// <summary>The bench as it stands.</summary>
    /// <exception cref="RefusedException">There is no such workspace.</exception>
    public async Task<StoredBench> CurrentAsync(WorkspaceId workspace, CancellationToken cancel)
    {
        long? revision;
        await using (var connection = await source.OpenConnectionAsync(cancel))
            revision = await connection.QuerySingleOrDefaultAsync<long?>(
                "select revision from workspace where id = @w",
                new { w = workspace.Value }
            );
        return await CurrentAsync(workspace, revision, cancel);
    }

    /// <summary>The bench of the workspace in use: the newest.</summary>
    /// <returns>Null when there is no workspace yet.</returns>
    public async Task<(WorkspaceId Workspace, StoredBench Bench)?> NewestAsync(CancellationToken cancel)
    {
        (Guid Id, long Revision)? newest;
        await using (var connection = await source.OpenConnectionAsync(cancel))
            newest = await connection.QuerySingleOrDefaultAsync<(Guid Id, long Revision)?>(
                "select id, revision from workspace order by created_at desc, id limit 1"
            );
        return newest is not { } n ? null : (new WorkspaceId(n.Id), await CurrentAsync(new WorkspaceId(n.Id), n.Revision, cancel));
    }

    /// <summary>Writes once for an id, whole or not at all: a repeated id changes nothing. Writes on one workspace take turns.</summary>
    /// <param name="workspace">Whose bench.</param>
    /// <param name="id">Which write.</param>
    /// <param name="decide">Decides on the bench as it stands, under the lock.</param>
    /// <param name="now">When.</param>
    /// <param name="cancel">Stops the wait; nothing is written then.</param>
    /// <returns>What was done (null when this write was already known), and the bench after it.</returns>
    /// <exception cref="RefusedException">Core refused it; nothing was written.</exception>
    public async Task<(Decision? Done, StoredBench Bench)> WriteAsync(
        WorkspaceId workspace,
        WriteId id,
        Func<BenchIndex, Decision> decide,
        Instant now,
        CancellationToken cancel
    ) =>
        await WriteAsync(workspace, false, id, decide, now, cancel)
        ?? throw new InvalidOperationException("A write that need not be to the newest workspace was refused for not being so.");

    /// <summary>Writes to the workspace in use, the newest, as <see cref="WriteAsync(WorkspaceId, WriteId, Func{BenchIndex, Decision},
    /// Instant, CancellationToken)"/> does.</summary>
    /// <param name="assumed">The workspace taken for the newest.</param>
    /// <param name="id">Which write.</param>
    /// <param name="decide">Decides on the bench as it stands.</param>
    /// <param name="now">When.</param>
    /// <param name="cancel">Stops the wait.</param>
    /// <returns>Null when <paramref name="assumed"/> is not the newest any more: nothing was written.</returns>
    public async Task<(Decision? Done, StoredBench Bench)?> WriteIfNewestAsync(
        WorkspaceId assumed,
        WriteId id,
        Func<BenchIndex, Decision> decide,
        Instant now,
        CancellationToken cancel
    ) => await WriteAsync(assumed, true, id, decide, now, cancel);

    private async Task<(Decision? Done, StoredBench Bench)?> WriteAsync(
        WorkspaceId workspace,
        bool onlyNewest,
        WriteId id,
        Func<BenchIndex, Decision> decide,
        Instant now,
        CancellationToken cancel
    )
    {
        using var turn = await memory.TurnAsync(workspace, cancel);
        await using var connection = await source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        var w = workspace.Value;
        var (revision, known, content, newest) = await connection.QuerySingleOrDefaultAsync<(
            long? Revision,
            bool Known,
            string? Content,
            Guid Newest
        )>(
            """
            select revision, exists (select from logbook where workspace_id = @w and id = @id),
              (select content from logbook where workspace_id = @w and id = @id),
              (select n.id from workspace n order by n.created_at desc, n.id limit 1)
            from workspace where id = @w for update
            """,
            new { w, id = id.Id }
        );
        if (onlyNewest && newest != w)
            return null;
        var stored = memory.Find(workspace, revision) ?? await BenchReading.OfAsync(connection, workspace);
        if (known)
        {
            id.MustBe(content);
            memory.Keep(workspace, stored);
            return (null, stored);
        }
        var decision = decide(stored.Bench);
        var next = stored with { Bench = stored.Bench.With(decision), Revision = stored.Revision + 1 };
        await new[] { Logbook.Entry(w, id, decision, now) }
            .Concat(decision.Changes.SelectMany(c => ChangeSql.Of(w, c, id.Id)))
            .Append(Logbook.Turned(w, next.Revision))
            .ToList()
            .ExecuteAsync(connection);
        await transaction.CommitAsync(cancel);
        memory.Keep(workspace, next);
        return (decision, next);
    }

    // Only a read that misses a write waits, for that write to move the value or to read afresh. It holds no connection meanwhile: who
    // has the turn needs one.
    private async Task<StoredBench> CurrentAsync(WorkspaceId workspace, long? revision, CancellationToken cancel)
    {
        if (memory.Find(workspace, revision) is { } kept)
            return kept;
        using var turn = await memory.TurnAsync(workspace, cancel);
        if (memory.Find(workspace, revision) is { } moved)
            return moved;
        await using var connection = await source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(System.Data.IsolationLevel.RepeatableRead, cancel);
        var stored = await BenchReading.OfAsync(connection, workspace);
        memory.Keep(workspace, stored);
        return stored;
    }
}
