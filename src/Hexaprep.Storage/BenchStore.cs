using System.Collections.Immutable;
using Dapper;
using Hexaprep.Core;
using Hexaprep.Core.Bench;
using Hexaprep.Core.Drying;
using Hexaprep.Core.Kept;
using Hexaprep.Core.Routes;
using Hexaprep.Core.Scheduling;
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
            select revision, exists (select from logbook where workspace_id = @w and id = @id),
              (select n.id from workspace n order by n.created_at desc, n.id limit 1)
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
            $"""
            select time_zone, handles, rack_slots, sittings_version, revision, is_demo, house_asked, forecast_from, forecast_at
            from workspace where id = @w;
            {Tables.WeeklySitting.Select};
            {Tables.SittingException.Select};
            {Tables.Unit.Select};
            {Tables.Batch.Select};
            {Tables.Model.Select};
            {Tables.Piece.Select};
            {Tables.Step.Select};
            {Tables.Edge.Select};
            {Tables.Spell.Select};
            {Tables.Tick.Select};
            {Tables.Coat.Select};
            {Tables.CoatTest.Select};
            {Tables.Flaw.Select};
            {Tables.HouseChoice.Select};
            {Tables.RouteChange.Select};
            {Tables.AirReading.Select};
            {Tables.ForecastHour.Select};
            {Tables.ProductLabel.Select};
            {Tables.PastCoat.Select};
            {Tables.Clock.Select};
            select distinct step_id from logbook where workspace_id = @w and step_id is not null;
            """,
            of
        );
        var space = await rows.ReadSingleOrDefaultAsync<WorkspaceRow>()
            ?? throw new RefusedException(
                new Refusal("workspace", "There is no such workspace.", "Load the page again.", RefusalKind.NotFound)
            );
        var week = (await rows.ReadAsync<WeeklyRow>()).Select(r => r.ToSitting()).ToList();
        var exceptions = (await rows.ReadAsync<ExceptionRow>()).Select(r => r.ToException()).ToList();
        var settings = new BenchSettings(new SittingCalendar(DateTimeZoneProviders.Tzdb[space.TimeZone], week, exceptions), space.Handles)
        {
            RackSlots = space.RackSlots,
            Version = space.SittingsVersion,
        };
        var units = (await rows.ReadAsync<UnitRow>()).Select(r => r.ToUnit()).ToImmutableList();
        var batches = (await rows.ReadAsync<BatchRow>()).Select(r => r.ToBatch()).ToImmutableList();
        var modelRows = await rows.ReadAsync<ModelRow>();
        var pieces = (await rows.ReadAsync<PieceRow>()).Where(p => p.Number == 1).ToDictionary(p => p.ModelId, p => p.Id);
        var models = modelRows.Select(r => new BenchModel(r.Id, r.BatchId, r.Number, pieces[r.Id])).ToImmutableList();
        var steps = (await rows.ReadAsync<StepRow>()).Select(r => r.ToStep()).ToImmutableList();
        var kinds = steps.ToDictionary(s => s.Id, s => s.Key.Kind);
        var edges = (await rows.ReadAsync<EdgeRow>()).Select(r => r.ToEdge()).ToImmutableList();
        var spells = (await rows.ReadAsync<SpellRow>()).Select(r => r.ToSpell()).ToImmutableList();
        var ticks = (await rows.ReadAsync<TickRow>()).Select(r => r.ToTick()).ToImmutableList();
        var coatRows = (await rows.ReadAsync<CoatRow>()).ToList();
        var tests = (await rows.ReadAsync<TestRow>()).ToLookup(r => r.CoatId, r => r.ToTest());
        var coats = coatRows.Select(r => r.ToCoat(kinds[r.StepId], [.. tests[r.Id]])).ToImmutableList();
        var flaws = (await rows.ReadAsync<FlawRow>()).Select(r => r.ToFlaw()).ToImmutableList();
        var house = House(await rows.ReadAsync<ChoiceRow>());
        var changes = (await rows.ReadAsync<RouteChangeRow>())
            .GroupBy(r => r.BatchId)
            .ToImmutableDictionary(g => g.Key, g => g.Select(r => r.ToKept()).ToImmutableList());
        var readings = (await rows.ReadAsync<ReadingRow>()).Select(r => r.ToReading()).ToImmutableList();
        var forecast = (await rows.ReadAsync<ForecastRow>()).Select(r => r.ToHour()).ToImmutableList();
        var labels = (await rows.ReadAsync<LabelRow>()).Select(r => r.ToLabel()).OfType<ProductLabel>().ToImmutableList();
        var past = (await rows.ReadAsync<PastCoatRow>()).Select(r => r.ToPast()).OfType<PastCoat>().ToImmutableList();
        var clocks = (await rows.ReadAsync<ClockRow>()).Select(r => r.ToClock()).TakeLast(BenchState.MostClocks).ToImmutableList();
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

    // A choice of a school that this program no longer knows is left out: the default holds.
    private static HouseBook House(IEnumerable<ChoiceRow> choices) =>
        choices.Aggregate(HouseBook.Default, (book, c) =>
            Schools.Find(c.School) is { } school && school.Option(c.Option) is not null
                ? book.With(c.UnitId ?? c.BatchId, school, c.Option)
                : book
        );

#pragma warning disable CA1812 // Dapper makes it.
    private sealed class WorkspaceRow
    {
        public string TimeZone { get; init; } = "";
        public int Handles { get; init; }
        public int RackSlots { get; init; }
        public int SittingsVersion { get; init; }
        public string? ForecastFrom { get; init; }
        public Instant? ForecastAt { get; init; }
        public long Revision { get; init; }
        public bool IsDemo { get; init; }
        public bool HouseAsked { get; init; }
    }
}
