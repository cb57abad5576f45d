using System.Collections.Immutable;
using Dapper;
using Hexaprep.Core;
using Hexaprep.Core.Bench;
using Hexaprep.Core.Drying;
using Hexaprep.Core.Roster;
using Hexaprep.Core.Routes;
using NodaTime;
using Npgsql;

namespace Hexaprep.Storage;

/// <summary>A bench state and the revision it is of.</summary>
public sealed record StoredBench(BenchState State, long Revision, bool IsDemo, bool HouseAsked);

/// <summary>Loads the bench, and writes acts: each in one transaction with its logbook entry.</summary>
public sealed class BenchStore(NpgsqlDataSource source)
{
    /// <summary>The whole bench, at one moment of its history.</summary>
    public async Task<StoredBench> LoadAsync(WorkspaceId workspace, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(System.Data.IsolationLevel.RepeatableRead, cancel);
        return await ReadAsync(connection, workspace);
    }

    /// <summary>Does an act once: a repeated id changes nothing. Concurrent acts on one workspace take turns.</summary>
    /// <returns>False when this act was already known.</returns>
    /// <exception cref="RefusedException">Core refused it; nothing was written.</exception>
    public async Task<bool> ActAsync(WorkspaceId workspace, Act act, Instant now, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        await Turn.TakeAsync(connection, workspace);
        if (await Logbook.HasAsync(connection, workspace, act.Id)) return false;
        var state = (await ReadAsync(connection, workspace)).State;
        var changes = new ActRules(new BenchIndex(state), now, Guid.NewGuid).Of(act with { At = act.At.Kept() });
        var corrects = changes.OfType<Change.Unticked>().FirstOrDefault() is { } undone
            ? await EntryOfTickAsync(connection, workspace, undone) : null;
        await Logbook.WriteAsync(connection, workspace, act.Id, Ids.Of(act.Kind), act.At, now, act.StepId, corrects, ActJson.Write(act, changes));
        foreach (var change in changes) await ChangeSql.ApplyAsync(connection, workspace, change, act.Id);
        await Turn.EndAsync(connection, workspace);
        await transaction.CommitAsync(cancel);
        return true;
    }

    /// <summary>How often the bench was written to; it rises with every write.</summary>
    public async Task<long?> RevisionAsync(WorkspaceId workspace, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QuerySingleOrDefaultAsync<long?>("select revision from workspace where id = @w", new { w = workspace.Value });
    }

    internal static async Task<StoredBench> ReadAsync(NpgsqlConnection connection, WorkspaceId workspace)
    {
        var of = new { w = workspace.Value };
        using var rows = await connection.QueryMultipleAsync("""
            select time_zone, handles, rack_slots, revision, is_demo, house_asked from workspace where id = @w;
            select id, day, begins, ends from weekly_sitting where workspace_id = @w order by day, begins;
            select id, date, kind, begins, ends from sitting_exception where workspace_id = @w order by date, begins;
            select id, name, mark, weight, deadline, notes, version from unit where workspace_id = @w order by position;
            select id, unit_id, name, materials, models, parts, base_mm, tier, mold_lines, gaps, transfers, final_sheen, paint_min, lead_free, version from batch where workspace_id = @w order by position;
            select m.id, m.batch_id, m.number, p.id as piece_id from model m join piece p on p.workspace_id = m.workspace_id and p.model_id = m.id and p.number = 1 where m.workspace_id = @w order by m.number;
            select id, batch_id, kind, piece, occurrence, occurrences, side, setup_minutes, seconds_per_model, attention, one_go, mode, product_class, method, working_minutes, models_per_mix, reason, position, not_needed from step where workspace_id = @w order by batch_id, position;
            select from_step, to_step, stage, min_minutes, max_minutes, forbid_after, forbid_until, rule, reason from edge where workspace_id = @w order by from_step, to_step;
            select id, step_id, began_at, ended_at from spell where workspace_id = @w order by began_at, id;
            select step_id, model_id, piece_id, spell_id, at from tick where workspace_id = @w order by at, step_id, model_id;
            select c.id, c.step_id, s.kind, c.product_class, c.method, c.number, c.film, c.air_c, c.humidity_pct, c.started_at, c.ended_at, c.models from coat c join step s on s.workspace_id = c.workspace_id and s.id = c.step_id where c.workspace_id = @w order by c.started_at, c.id;
            select id, coat_id, stage, finding, at, left_out from coat_test where workspace_id = @w order by at, id;
            select id, step_id, model_id, piece_id, place, words, noted_at, mended_at from flaw where workspace_id = @w order by noted_at, id;
            select unit_id, batch_id, school, option from house_choice where workspace_id = @w order by school;
            select batch_id, kind, step, method, product_class, before_step from route_change where workspace_id = @w order by batch_id, number;
            select id, at, place, air_c, humidity_pct, wind_ms, gust_ms, sun_wm2 as sun_w_m2, source from air_reading where workspace_id = @w order by at, id;
            select at, air_c, humidity_pct, wind_ms, gust_ms, rain_probability, sun_wm2 as sun_w_m2 from forecast_hour where workspace_id = @w order by at;
            select product, recoat_min, recoat_max, reopen_min, handle_min, next_layer_min, min_temp_c, max_humidity_pct from product_label where workspace_id = @w order by product;
            select id, unit, product, number, film, air_c, humidity_pct, models, started_at, ended_at, stage, not_dry_at, dry_at, verdict, left_out from past_coat where workspace_id = @w order by started_at, id;
            select * from (select id, step_id, kind, started_at, stopped_at from bench_clock where workspace_id = @w order by started_at desc, id limit 50) latest order by started_at, id;
            """, of);
        var space = await rows.ReadSingleOrDefaultAsync<WorkspaceRow>()
            ?? throw new RefusedException(new Refusal("workspace", "There is no such workspace.", "Load the page again.", RefusalKind.NotFound));
        var settings = Rows.Settings(space, await rows.ReadAsync<WeeklyRow>(), await rows.ReadAsync<ExceptionRow>());
        var units = (await rows.ReadAsync<UnitRow>()).Select(r => r.ToUnit()).ToImmutableList();
        var batches = (await rows.ReadAsync<BatchRow>()).Select(r => r.ToBatch()).ToImmutableList();
        var models = (await rows.ReadAsync<ModelRow>()).Select(r => new BenchModel(r.Id, r.BatchId, r.Number, r.PieceId)).ToImmutableList();
        var steps = (await rows.ReadAsync<StepRow>()).Select(r => r.ToStep()).ToImmutableList();
        var edges = (await rows.ReadAsync<EdgeRow>()).Select(r => r.ToEdge()).ToImmutableList();
        var spells = (await rows.ReadAsync<SpellRow>()).Select(r => new Spell(r.Id, r.StepId, r.BeganAt, r.EndedAt)).ToImmutableList();
        var ticks = (await rows.ReadAsync<TickRow>()).Select(r => new Tick(r.StepId, r.ModelId, r.PieceId, r.SpellId, r.At)).ToImmutableList();
        var coatRows = (await rows.ReadAsync<CoatRow>()).ToList();
        var tests = (await rows.ReadAsync<CoatTestRow>()).ToLookup(r => r.CoatId, r => r.ToTest());
        var flaws = (await rows.ReadAsync<FlawRow>()).Select(r => new Flaw(r.Id, r.StepId, r.ModelId, r.PieceId, r.Place, r.Words, r.NotedAt, r.MendedAt)).ToImmutableList();
        var coats = coatRows.Select(r => r.ToCoat([.. tests[r.Id]])).ToImmutableList();
        var house = Rows.House(await rows.ReadAsync<ChoiceRow>());
        var changes = (await rows.ReadAsync<ChangeRow>()).GroupBy(r => r.BatchId).ToImmutableDictionary(g => g.Key, g => g.Select(r => r.ToChange()).ToImmutableList());
        var readings = (await rows.ReadAsync<ReadingRow>()).Select(r => r.ToReading()).ToImmutableList();
        var forecast = (await rows.ReadAsync<ForecastRow>()).Select(r => r.ToHour()).ToImmutableList();
        var labels = (await rows.ReadAsync<LabelRow>()).Select(r => r.ToLabel()).OfType<ProductLabel>().ToImmutableList();
        var past = (await rows.ReadAsync<PastCoatRow>()).Select(r => r.ToPast()).OfType<PastCoat>().ToImmutableList();
        var clocks = (await rows.ReadAsync<ClockRow>()).Select(r => r.ToClock()).ToImmutableList();
        return new StoredBench(new BenchState(settings, house, units, batches, models, steps, edges, spells, ticks, coats, flaws)
        { Changes = changes, Readings = readings, Forecast = forecast, Labels = labels, PastCoats = past, Clocks = clocks },
            space.Revision, space.IsDemo, space.HouseAsked);
    }

    private static Task<Guid?> EntryOfTickAsync(NpgsqlConnection connection, WorkspaceId workspace, Change.Unticked undone) =>
        connection.QuerySingleOrDefaultAsync<Guid?>(
            "select entry_id from tick where workspace_id = @w and step_id = @StepId and model_id = @ModelId and piece_id = @PieceId",
            new { w = workspace.Value, undone.StepId, undone.ModelId, undone.PieceId });
}
