using Dapper;
using Hexaprep.Core;
using Hexaprep.Core.Bench;
using Hexaprep.Core.Routes;
using Hexaprep.Formats;
using Npgsql;

namespace Hexaprep.Storage;

/// <summary>Writes routes that were derived again: known steps keep their ids and history.</summary>
internal static class Routes
{
    /// <summary>Derives the routes of some batches again, from the state as it now is.</summary>
    /// <exception cref="RefusedException">A step in hand would go: nothing is written then.</exception>
    public static async Task DeriveAgainAsync(NpgsqlConnection connection, WorkspaceId workspace, BenchState state, IReadOnlyCollection<Guid> batchIds)
    {
        var w = workspace.Value;
        var history = (await connection.QueryAsync<Guid>("select distinct step_id from logbook where workspace_id = @w and step_id is not null", new { w })).ToHashSet();
        var bench = new BenchIndex(state);
        var inHand = state.Spells.FirstOrDefault(s => s.EndedAt is null)?.StepId;
        foreach (var batch in state.Batches.Where(b => batchIds.Contains(b.Id)))
        {
            var known = state.Steps.Where(s => s.BatchId == batch.Id).ToList();
            var route = RouteIssue.Of(batch, RouteBuilder.Derive(state.JobOf(batch), RuleBook.Trade), known, history.Contains, Guid.NewGuid, bench.IsFinished);
            if (known.Any(k => k.Id == inHand) && route.Steps.Any(s => s.Id == inHand && s.NotNeeded is not null))
                throw new RefusedException(new Refusal("step", "This would take away the step that is in hand.", "Put it down or finish it first.", RefusalKind.Conflict));
            await ReplaceAsync(connection, workspace, batch.Id, route, known);
        }
    }

    private static async Task ReplaceAsync(NpgsqlConnection connection, WorkspaceId workspace, Guid batchId, StoredRoute route, List<BenchStep> known)
    {
        var w = workspace.Value;
        await connection.ExecuteAsync("delete from edge where workspace_id = @w and to_step in (select id from step where workspace_id = @w and batch_id = @batchId)", new { w, batchId });
        var kept = route.Steps.Select(s => s.Id).ToHashSet();
        await connection.ExecuteAsync("delete from step where workspace_id = @w and id = any(@gone)", new { w, gone = known.Where(k => !kept.Contains(k.Id)).Select(k => k.Id).ToArray() });
        var old = known.Select(k => k.Id).ToHashSet();
        foreach (var step in route.Steps.Where(s => old.Contains(s.Id)))
        {
            var r = StepRow.Of(step);
            await connection.ExecuteAsync("""
                update step set occurrences = @Occurrences, side = @Side, setup_minutes = @SetupMinutes, seconds_per_model = @SecondsPerModel, attention = @Attention,
                  one_go = @OneGo, mode = @Mode, product_class = @ProductClass, method = @Method, working_minutes = @WorkingMinutes, models_per_mix = @ModelsPerMix,
                  reason = @Reason, position = @Position, not_needed = @NotNeeded
                where workspace_id = @w and id = @Id
                """, new { w, r.Id, r.Occurrences, r.Side, r.SetupMinutes, r.SecondsPerModel, r.Attention, r.OneGo, r.Mode, r.ProductClass, r.Method, r.WorkingMinutes, r.ModelsPerMix, r.Reason, r.Position, r.NotNeeded });
        }
        await Bulk.InsertAsync(connection, workspace, "step", Tables.Step, [.. route.Steps.Where(s => !old.Contains(s.Id)).Select(StepRow.Of)]);
        await Bulk.InsertAsync(connection, workspace, "edge", Tables.Edge, [.. route.Edges.Select(Row)]);
    }

    public static DocumentEdge Row(BenchEdge e) =>
        new(e.From, e.To, e.Stage is { } stage ? Ids.Of(stage) : null, e.MinMinutes, e.MaxMinutes, e.Forbidden?.Begin, e.Forbidden?.End, e.Rule, e.Reason);
}
