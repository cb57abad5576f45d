using Dapper;
using Hexaprep.Core.Bench;
using Hexaprep.Formats;
using NodaTime;
using Npgsql;

namespace Hexaprep.Storage;

/// <summary>Keeps the plan as its input, seed, budget and result.</summary>
public sealed class PlanStore(NpgsqlDataSource source)
{
    private const string Select = "select origin, made_at, budget, input::text as input, result::text as result from plan";

    private static BenchPlan? Plan(PlanRow? row) =>
        row is null ? null : new BenchPlan(row.Origin, row.MadeAt, row.Budget, PlanFile.ReadProblem(row.Input), PlanFile.ReadResult(row.Result));

    /// <summary>The plan made for this revision of the bench, or null.</summary>
    public async Task<BenchPlan?> LoadAsync(WorkspaceId workspace, long revision, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return Plan(await connection.QuerySingleOrDefaultAsync<PlanRow>($"{Select} where workspace_id = @w and revision = @revision", new { w = workspace.Value, revision }));
    }

    /// <summary>The plan kept last, whatever has happened since, or null.</summary>
    public async Task<BenchPlan?> LastAsync(WorkspaceId workspace, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return Plan(await connection.QuerySingleOrDefaultAsync<PlanRow>($"{Select} where workspace_id = @w", new { w = workspace.Value }));
    }

    /// <summary>Keeps a plan, unless a later one is kept already.</summary>
    public async Task SaveAsync(WorkspaceId workspace, long revision, BenchPlan plan, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync("""
            insert into plan (workspace_id, revision, origin, made_at, seed, budget, input, result)
            values (@w, @revision, @Origin, @MadeAt, @seed, @Budget, @input::jsonb, @result::jsonb)
            on conflict (workspace_id) do update set revision = excluded.revision, origin = excluded.origin, made_at = excluded.made_at, seed = excluded.seed,
              budget = excluded.budget, input = excluded.input, result = excluded.result
            where (plan.revision, plan.made_at) <= (excluded.revision, excluded.made_at)
            """, new { w = workspace.Value, revision, plan.Origin, plan.MadeAt, seed = plan.Problem.Seed, plan.Budget, input = PlanFile.Write(plan.Problem), result = PlanFile.Write(plan.Result) });
    }

#pragma warning disable CA1812 // Dapper makes it.
    private sealed class PlanRow
    {
        public Instant Origin { get; init; }
        public Instant MadeAt { get; init; }
        public int Budget { get; init; }
        public string Input { get; init; } = "";
        public string Result { get; init; } = "";
    }
}
