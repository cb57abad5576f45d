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

/// <summary>A bench and the revision it is of.</summary>
/// <param name="Bench">The bench, looked up once.</param>
/// <param name="Revision">Rises with every write.</param>
/// <param name="IsDemo">True for the demo world.</param>
public sealed record StoredBench(BenchIndex Bench, long Revision, bool IsDemo)
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
    /// <param name="id">Made by the client.</param>
    /// <param name="decide">Decides on the bench as it stands, under the lock.</param>
    /// <param name="now">When.</param>
    /// <param name="cancel">Stops the wait; nothing is written then.</param>
    /// <returns>What was done (null when this write was already known), and the bench after it.</returns>
    /// <exception cref="RefusedException">Core refused it; nothing was written.</exception>
    public async Task<(Decision? Done, StoredBench Bench)> WriteAsync(
        WorkspaceId workspace,
        Guid id,
        Func<BenchIndex, Decision> decide,
        Instant now,
        CancellationToken cancel
    ) =>
        await WriteAsync(workspace, false, id, decide, now, cancel)
        ?? throw new InvalidOperationException("A write that need not be to the newest workspace was refused for not being so.");

    /// <summary>Writes to the workspace in use, the newest, as <see cref="WriteAsync(WorkspaceId, Guid, Func{BenchIndex, Decision},
    /// Instant, CancellationToken)"/> does.</summary>
    /// <param name="assumed">The workspace taken for the newest.</param>
    /// <param name="id">Made by the client.</param>
    /// <param name="decide">Decides on the bench as it stands.</param>
    /// <param name="now">When.</param>
    /// <param name="cancel">Stops the wait.</param>
    /// <returns>Null when <paramref name="assumed"/> is not the newest any more: nothing was written.</returns>
    public async Task<(Decision? Done, StoredBench Bench)?> WriteIfNewestAsync(
        WorkspaceId assumed,
        Guid id,
        Func<BenchIndex, Decision> decide,
        Instant now,
        CancellationToken cancel
    ) => await WriteAsync(assumed, true, id, decide, now, cancel);

    private async Task<(Decision? Done, StoredBench Bench)?> WriteAsync(
        WorkspaceId workspace,
        bool onlyNewest,
        Guid id,
        Func<BenchIndex, Decision> decide,
        Instant now,
        CancellationToken cancel
    )
    {
        using var turn = await memory.TurnAsync(workspace, cancel);
        await using var connection = await source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        var w = workspace.Value;
        var (revision, known, newest) = await connection.QuerySingleOrDefaultAsync<(long? Revision, bool Known, Guid Newest)>(
            """
            select revision, exists (select from logbook where workspace_id = @w and id = @id), (select n.id from workspace n order by n.created_at desc, n.id limit 1)
            from workspace where id = @w for update
            """,
            new { w, id }
        );
        if (onlyNewest && newest != w)
            return null;
        var stored = memory.Find(workspace, revision) ?? await ReadAsync(connection, workspace);
        if (known)
        {
            memory.Keep(workspace, stored);
            return (null, stored);
        }
        var decision = decide(stored.Bench);
        var next = stored with { Bench = stored.Bench.With(decision), Revision = stored.Revision + 1 };
        await new[] { Logbook.Entry(w, id, decision, now) }
            .Concat(decision.Changes.SelectMany(c => ChangeSql.Of(w, c, id)))
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
        var stored = await ReadAsync(connection, workspace);
        memory.Keep(workspace, stored);
        return stored;
    }

    internal static async Task<StoredBench> ReadAsync(NpgsqlConnection connection, WorkspaceId workspace)
    {
        var of = new { w = workspace.Value };
        using var rows = await connection.QueryMultipleAsync(
            """
            select time_zone, handles, rack_slots, sittings_version, revision, is_demo, house_asked, forecast_from, forecast_at from workspace where id = @w;
            select id, day, begins, ends from weekly_sitting where workspace_id = @w order by day, begins, id;
            select id, date, kind, begins, ends from sitting_exception where workspace_id = @w order by date, begins, id;
            select id, name, mark, weight, deadline, notes, version from unit where workspace_id = @w order by position;
            select id, unit_id, name, materials, models, parts, base_mm, tier, mold_lines, gaps, transfers, final_sheen, paint_min, lead_free, version from batch where workspace_id = @w order by position;
            select m.id, m.batch_id, m.number, p.id as piece_id from model m join piece p on p.workspace_id = m.workspace_id and p.model_id = m.id and p.number = 1 where m.workspace_id = @w order by m.batch_id, m.number, m.id;
            select id, batch_id, kind, piece, occurrence, occurrences, side, setup_minutes, seconds_per_model, attention, one_go, mode, product_class, method, working_minutes, models_per_mix, reason, position, not_needed from step where workspace_id = @w order by batch_id, position, id;
            select from_step, to_step, stage, min_minutes, max_minutes, forbid_after, forbid_until, rule, reason from edge where workspace_id = @w order by from_step, to_step;
            select id, step_id, began_at, ended_at from spell where workspace_id = @w order by began_at, id;
            select step_id, model_id, piece_id, spell_id, at from tick where workspace_id = @w order by at, step_id, model_id;
            select c.id, c.step_id, s.kind, c.product_class, c.method, c.number, c.film, c.air_c, c.humidity_pct, c.started_at, c.ended_at, c.models from coat c join step s on s.workspace_id = c.workspace_id and s.id = c.step_id where c.workspace_id = @w order by c.started_at, c.id;
            select id, coat_id, stage, finding, at, left_out from coat_test where workspace_id = @w order by at, id;
            select id, step_id, model_id, piece_id, place, words, noted_at, mended_at from flaw where workspace_id = @w order by noted_at, id;
            select unit_id, batch_id, school, option from house_choice where workspace_id = @w order by school;
            select batch_id, kind, step, method, product_class, before_step, strength, consequence, at from route_change where workspace_id = @w order by batch_id, number;
            select id, at, place, air_c, humidity_pct, wind_ms, gust_ms, sun_wm2 as sun_w_m2, source from air_reading where workspace_id = @w order by at, id;
            select at, air_c, humidity_pct, wind_ms, gust_ms, rain_probability, sun_wm2 as sun_w_m2 from forecast_hour where workspace_id = @w order by at;
            select product, recoat_min, recoat_max, reopen_min, handle_min, next_layer_min, min_temp_c, max_humidity_pct from product_label where workspace_id = @w order by product;
            select id, unit, product, number, film, air_c, humidity_pct, models, started_at, ended_at, stage, not_dry_at, dry_at, verdict, left_out from past_coat where workspace_id = @w order by started_at, id;
            select * from (select id, step_id, kind, started_at, stopped_at from bench_clock where workspace_id = @w order by started_at desc, id limit 50) latest order by started_at, id;
            select distinct step_id from logbook where workspace_id = @w and step_id is not null;
            """,
            of
        );
        var space = await rows.ReadSingleOrDefaultAsync<WorkspaceRow>()
            ?? throw new RefusedException(
                new Refusal("workspace", "There is no such workspace.", "Load the page again.", RefusalKind.NotFound)
            );
        var settings = Rows.Settings(space, await rows.ReadAsync<WeeklyRow>(), await rows.ReadAsync<ExceptionRow>());
        var units = (await rows.ReadAsync<UnitRow>()).Select(r => r.ToUnit()).ToImmutableList();
        var batches = (await rows.ReadAsync<BatchRow>()).Select(r => r.ToBatch()).ToImmutableList();
        var models = (await rows.ReadAsync<ModelRow>()).Select(r => new BenchModel(r.Id, r.BatchId, r.Number, r.PieceId)).ToImmutableList();
        var steps = (await rows.ReadAsync<StepRow>()).Select(r => r.ToStep()).ToImmutableList();
        var edges = (await rows.ReadAsync<EdgeRow>()).Select(r => r.ToEdge()).ToImmutableList();
        var spells = (await rows.ReadAsync<SpellRow>()).Select(r => new Spell(r.Id, r.StepId, r.BeganAt, r.EndedAt)).ToImmutableList();
        var ticks = (await rows.ReadAsync<TickRow>())
            .Select(r => new Tick(r.StepId, r.ModelId, r.PieceId, r.SpellId, r.At))
            .ToImmutableList();
        var coatRows = (await rows.ReadAsync<CoatRow>()).ToList();
        var tests = (await rows.ReadAsync<CoatTestRow>()).ToLookup(r => r.CoatId, r => r.ToTest());
        var flaws = (await rows.ReadAsync<FlawRow>())
            .Select(r => new Flaw(r.Id, r.StepId, r.ModelId, r.PieceId, r.Place, r.Words, r.NotedAt, r.MendedAt))
            .ToImmutableList();
        var coats = coatRows.Select(r => r.ToCoat([.. tests[r.Id]])).ToImmutableList();
        var house = Rows.House(await rows.ReadAsync<ChoiceRow>());
        var changes = (await rows.ReadAsync<ChangeRow>())
            .GroupBy(r => r.BatchId)
            .ToImmutableDictionary(g => g.Key, g => g.Select(r => r.ToKept()).ToImmutableList());
        var readings = (await rows.ReadAsync<ReadingRow>()).Select(r => r.ToReading()).ToImmutableList();
        var forecast = (await rows.ReadAsync<ForecastRow>()).Select(r => r.ToHour()).ToImmutableList();
        var labels = (await rows.ReadAsync<LabelRow>()).Select(r => r.ToLabel()).OfType<ProductLabel>().ToImmutableList();
        var past = (await rows.ReadAsync<PastCoatRow>()).Select(r => r.ToPast()).OfType<PastCoat>().ToImmutableList();
        var clocks = (await rows.ReadAsync<ClockRow>()).Select(r => r.ToClock()).ToImmutableList();
        var touched = (await rows.ReadAsync<Guid>()).ToImmutableHashSet();
        return new StoredBench(
            new BenchIndex(
                new BenchState(settings, house, units, batches, models, steps, edges, spells, ticks, coats, flaws)
                {
                    Changes = changes,
                    Readings = readings,
                    Forecast = forecast,
                    Labels = labels,
                    PastCoats = past,
                    Clocks = clocks,
                    Touched = touched,
                    HouseAsked = space.HouseAsked,
                    ForecastFrom = space.ForecastFrom,
                    ForecastAt = space.ForecastAt,
                }
            ),
            space.Revision,
            space.IsDemo
        );
    }
}
