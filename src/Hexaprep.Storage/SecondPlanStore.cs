using System.Globalization;
using Dapper;
using Hexaprep.Core;
using Hexaprep.Core.Bench;
using Hexaprep.Core.Roster;
using Hexaprep.Core.Routes;
using Hexaprep.Formats;
using NodaTime;
using Npgsql;

namespace Hexaprep.Storage;

/// <summary>Takes a second plan: writes what its question stands for, in one go, with an entry in the logbook.</summary>
public sealed class SecondPlanStore(NpgsqlDataSource source)
{
    /// <summary>Does to the bench what the question asked. A repeated id changes nothing.</summary>
    /// <exception cref="RefusedException">The question lacks something, stands for no change, or a step in hand would go: nothing is written then.</exception>
    public Task TakeAsync(WorkspaceId workspace, Guid id, WhatIfAsk ask, Instant now, CancellationToken cancel) =>
        Turn.OnceAsync(source, workspace, id, async connection =>
        {
            var state = (await BenchStore.ReadAsync(connection, workspace)).State;
            var change = WhatIfChange.Of(new BenchIndex(state), ask, now, Guid.NewGuid);
            if (!change.Changes) throw new RefusedException(new Refusal("kind", $"{change.Title} changes nothing that could be kept.", "Ask something else."));
            await Logbook.WriteAsync(connection, workspace, id, "plan", now, now, null, null, ActJson.Write(new { taken = change.Title, ask }));
            await WriteSettingsAsync(connection, workspace, change);
            if (change.FirstUnit is { } unit)
                await connection.ExecuteAsync("update unit set weight = @weight, version = version + 1 where workspace_id = @w and id = @unit", new { w = workspace.Value, unit, weight = WhatIfChange.FirstWeight });
            if (change.House is { } house)
            {
                await RuleStore.WriteChoiceAsync(connection, workspace, null, null, house.School, house.Option);
                var after = state with { House = state.House.With(null, house.School, house.Option) };
                await Routes.DeriveAgainAsync(connection, workspace, after, [.. after.Batches.Where(b => after.House.For(b).Of(house.School).Id != state.House.For(b).Of(house.School).Id).Select(b => b.Id)]);
            }
            if (change.Route is { } route) await SkipAsync(connection, workspace, state, route.Change, route.Batches, now);
            if (change.Regroup is { } how) await RegroupAsync(connection, workspace, state, how, change.State);
        }, cancel);

    private static async Task WriteSettingsAsync(NpgsqlConnection connection, WorkspaceId workspace, WhatIfChange change)
    {
        if (change.Exceptions.Count == 0 && change.Handles is null) return;
        await connection.ExecuteAsync("update workspace set handles = coalesce(@Handles, handles), sittings_version = sittings_version + 1 where id = @w", new { w = workspace.Value, change.Handles });
        await SittingStore.InsertAsync(connection, workspace, [], change.Exceptions);
    }

    private static async Task SkipAsync(NpgsqlConnection connection, WorkspaceId workspace, BenchState state, RouteChange change, IReadOnlyList<Batch> batches, Instant now)
    {
        foreach (var batch in batches)
        {
            var job = state.JobOf(batch);
            var found = RouteCheck.Of(job, change, RuleBook.Trade);
            var words = string.Join(" ", found.Reasons.Select(r => r.Text));
            if (found.Verdict == Strength.Law) throw new RefusedException(new Refusal("kind", words, "Ask something else.", RefusalKind.Conflict));
            await RuleStore.WriteChangesAsync(connection, workspace, state, batch, RouteCheck.With(job, change), change, found.Verdict, words, now);
        }
    }

    // The models move; the steps of a batch that is taken in have no history and go.
    private static async Task RegroupAsync(NpgsqlConnection connection, WorkspaceId workspace, BenchState before, Regroup how, BenchState after)
    {
        var w = workspace.Value;
        var batch = after.Batches.First(b => b.Id == how.BatchId);
        if (how.With is { } other)
        {
            if (await connection.QuerySingleAsync<bool>("select exists (select from logbook l join step s on s.workspace_id = l.workspace_id and s.id = l.step_id where l.workspace_id = @w and s.batch_id = @other)", new { w, other }))
                throw new RefusedException(new Refusal("withId", "The logbook has entries of that batch.", "Only batches nobody has worked on are regrouped.", RefusalKind.Conflict));
            var by = before.Batches.First(b => b.Id == how.BatchId).Traits.Models;
            await connection.ExecuteAsync("""
                update model set batch_id = @batch, number = number + @by where workspace_id = @w and batch_id = @other;
                delete from edge where workspace_id = @w and to_step in (select id from step where workspace_id = @w and batch_id = @other);
                delete from step where workspace_id = @w and batch_id = @other;
                delete from house_choice where workspace_id = @w and batch_id = @other;
                delete from route_change where workspace_id = @w and batch_id = @other;
                delete from batch where workspace_id = @w and id = @other
                """, new { w, batch = batch.Id, other, by });
        }
        else
        {
            var second = after.Batches[after.Batches.IndexOf(batch) + 1];
            await connection.ExecuteAsync("update batch set position = position + 1 where workspace_id = @w and position > (select position from batch where workspace_id = @w and id = @id)", new { w, batch.Id });
            await connection.ExecuteAsync(string.Create(CultureInfo.InvariantCulture, $"""
                insert into batch (workspace_id, {Tables.Batch})
                select workspace_id, @second, unit_id, @Name, materials, @Models, {Copied}, position + 1, 1 from batch where workspace_id = @w and id = @batch;
                insert into house_choice (workspace_id, {Tables.HouseChoice}) select workspace_id, gen_random_uuid(), unit_id, @second, school, option from house_choice where workspace_id = @w and batch_id = @batch;
                insert into route_change (workspace_id, {Tables.RouteChange})
                select workspace_id, gen_random_uuid(), @second, number, kind, step, method, product_class, before_step, strength, consequence, at from route_change where workspace_id = @w and batch_id = @batch;
                update model set batch_id = @second, number = number - @First where workspace_id = @w and batch_id = @batch and number > @First
                """), new { w, second = second.Id, second.Name, second.Traits.Models, batch = batch.Id, how.First });
        }
        await connection.ExecuteAsync("update batch set name = @Name, models = @Models, version = version + 1 where workspace_id = @w and id = @Id", new { w, batch.Name, batch.Traits.Models, batch.Id });
        // Derived from the bench as it now stands in the tables: the second half as a batch that never had a route.
        var bare = after with { Steps = before.Steps, Edges = before.Edges };
        await Routes.DeriveAgainAsync(connection, workspace, bare, [.. after.Batches.Where(b => before.Batches.All(x => x.Id != b.Id) || b.Id == batch.Id).Select(b => b.Id)]);
    }

    private const string Copied = "parts, base_mm, tier, mold_lines, gaps, transfers, final_sheen, paint_min, lead_free";
}
