using System.Text.Json;
using Dapper;
using Hexaprep.Planning.Problem;
using Hexaprep.Scheduling.Bounds;
using Hexaprep.Scheduling.Problems;
using NodaTime;
using NodaTime.Text;
using Npgsql;

namespace Hexaprep.Storage;

/// <summary>A plan as it is kept.</summary>
/// <param name="Plan">The plan.</param>
/// <param name="Revision">The bench it was made for.</param>
/// <param name="Serial">Rises with every save.</param>
public sealed record StoredPlan(BenchPlan Plan, long Revision, long Serial);

/// <summary>Keeps the plan as its input, seed, budget and result, and gives the planner's turn.</summary>
public sealed class PlanStore(NpgsqlDataSource source)
{
    // Beside the lock of a new workspace and that of migrations.
    private const int TurnClass = 7044;

    /// <summary>The plan kept, if it is another than one that is known; else null.</summary>
    /// <param name="workspace">Whose bench.</param>
    /// <param name="serial">The serial of the plan that is known; 0 for none.</param>
    /// <param name="cancel">Stops the wait.</param>
    public async Task<StoredPlan?> OtherAsync(WorkspaceId workspace, long serial, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        var row = await connection.QuerySingleOrDefaultAsync<PlanRow>(
            """
            select revision, serial, origin, made_at, budget, input::text as input, result::text as result,
              repairs::text as repairs, bound::text as bound
            from plan
            where workspace_id = @w and serial <> @serial
            """,
            new { w = workspace.Value, serial }
        );
        return row is null
            ? null
            : new StoredPlan(
                new BenchPlan(
                    row.Origin,
                    row.MadeAt,
                    row.Budget,
                    PlanJson.Read<PlanProblem>(row.Input),
                    PlanJson.Read<PlanResult>(row.Result)
                )
                {
                    Repairs = Read(row.Repairs),
                    Bound = row.Bound is null ? null : JsonSerializer.Deserialize<LowerBound>(row.Bound),
                },
                row.Revision,
                row.Serial
            );
    }

    /// <summary>Who saves: its own calls come back to it, and tell it nothing.</summary>
    public Guid Origin { get; } = Guid.NewGuid();

    /// <summary>Keeps a plan, unless one of a later bench is kept already, and calls the other processes.</summary>
    /// <returns>Its serial.</returns>
    public async Task<long> SaveAsync(WorkspaceId workspace, long revision, BenchPlan plan, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QuerySingleAsync<long>(
            """
            insert into plan (workspace_id, revision, origin, made_at, seed, budget, input, result, repairs, bound)
            values (@w, @revision, @Origin, @MadeAt, @seed, @Budget, @input::jsonb, @result::jsonb, @repairs::jsonb, @bound::jsonb)
            on conflict (workspace_id) do update set revision = excluded.revision, origin = excluded.origin,
              made_at = excluded.made_at, seed = excluded.seed,
              budget = excluded.budget, input = excluded.input, result = excluded.result, repairs = excluded.repairs,
              bound = excluded.bound, serial = plan.serial + 1
            where plan.revision <= excluded.revision;
            select serial from plan, pg_notify('hexaprep', @w::text || ':' || @revision || ':' || @from) where workspace_id = @w
            """,
            new
            {
                w = workspace.Value,
                revision,
                from = Origin.ToString(),
                plan.Origin,
                plan.MadeAt,
                seed = plan.Problem.Seed,
                plan.Budget,
                input = PlanJson.Write(plan.Problem),
                result = PlanJson.Write(plan.Result),
                repairs = plan.Repairs is { } repairs
                    ? JsonSerializer.Serialize(repairs.ToDictionary(r => r.Key, r => InstantPattern.ExtendedIso.Format(r.Value)))
                    : null,
                bound = plan.Bound is { } bound ? JsonSerializer.Serialize(bound) : null,
            }
        );
    }

    /// <summary>Takes the planner's turn for a workspace, if no other process has it. Disposing it gives it back; so does the end of
    /// this process.</summary>
    /// <returns>Null when another process plans.</returns>
    public async Task<IAsyncDisposable?> TurnAsync(WorkspaceId workspace, CancellationToken cancel)
    {
        var connection = await source.OpenConnectionAsync(cancel);
        try
        {
            var key = BitConverter.ToInt32(workspace.Value.ToByteArray(), 0);
            if (await connection.QuerySingleAsync<bool>("select pg_try_advisory_lock(@TurnClass, @key)", new { TurnClass, key }))
                return new Turn(connection, key);
        }
        catch
        {
            await connection.DisposeAsync();
            throw;
        }
        await connection.DisposeAsync();
        return null;
    }

    private static Dictionary<Guid, Instant>? Read(string? repairs) =>
        repairs is null
            ? null
            : JsonSerializer
                .Deserialize<Dictionary<Guid, string>>(repairs)!
                .ToDictionary(r => r.Key, r => InstantPattern.ExtendedIso.Parse(r.Value).Value);

    private sealed class Turn(NpgsqlConnection connection, int key) : IAsyncDisposable
    {
        public async ValueTask DisposeAsync()
        {
            try
            {
                await connection.ExecuteAsync("select pg_advisory_unlock(@TurnClass, @key)", new { TurnClass, key });
            }
            catch (NpgsqlException)
            {
                // The lock is gone with its connection.
            }
            await connection.DisposeAsync();
        }
    }

#pragma warning disable CA1812 // Dapper makes it.
    private sealed class PlanRow
    {
        public long Revision { get; init; }
        public long Serial { get; init; }
        public Instant Origin { get; init; }
        public Instant MadeAt { get; init; }
        public int Budget { get; init; }
        public string Input { get; init; } = "";
        public string Result { get; init; } = "";
        public string? Repairs { get; init; }
        public string? Bound { get; init; }
    }
}
