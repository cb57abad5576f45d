using Dapper;
using Hexaprep.Core;
using Hexaprep.Core.Bench;
using Hexaprep.Core.Scheduling;
using Hexaprep.Formats;
using NodaTime;
using Npgsql;

namespace Hexaprep.Storage;

/// <summary>Makes workspaces, carries them away as files and brings them back.</summary>
public sealed class WorkspaceStore(NpgsqlDataSource source)
{
    /// <summary>The workspace in use: the newest, until sign-in exists. One with a usual week is made when there is none.</summary>
    /// <param name="timeZone">Zone of a new workspace; the person can change it.</param>
    /// <param name="now">When it is made.</param>
    /// <param name="cancel">Stops the wait.</param>
    public async Task<WorkspaceId> CurrentAsync(string timeZone, Instant now, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        if (await NewestAsync(connection) is { } there)
            return there;
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        // Several app processes may start on one new database.
        await connection.ExecuteAsync("select pg_advisory_xact_lock(7043)");
        var current = await NewestAsync(connection) ?? await MakeAsync(connection, "My bench", timeZone, false, now);
        await transaction.CommitAsync(cancel);
        return current;
    }

    /// <summary>Makes a workspace beside the others and brings a document into it; it becomes the one in use.</summary>
    public async Task<WorkspaceId> OpenDemoAsync(WorkspaceDocument demo, Instant now, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        var workspace = await MakeAsync(connection, demo.Settings.Name, demo.Settings.TimeZone, true, now);
        await FillAsync(connection, workspace, demo);
        await Told(workspace, Guid.NewGuid(), new Decision("demo", now, null, new { demo.ExportedAt }, []), now, 2)
            .ExecuteAsync(connection);
        await transaction.CommitAsync(cancel);
        return workspace;
    }

    private static async Task<WorkspaceId?> NewestAsync(NpgsqlConnection connection) =>
        await connection.QuerySingleOrDefaultAsync<Guid?>("select id from workspace order by created_at desc, id limit 1") is { } id
            ? new WorkspaceId(id)
            : null;

    private static async Task<WorkspaceId> MakeAsync(NpgsqlConnection connection, string name, string timeZone, bool isDemo, Instant now)
    {
        var workspace = new WorkspaceId(Guid.NewGuid());
        await connection.ExecuteAsync(
            "insert into workspace (id, name, time_zone, handles, is_demo, created_at) values (@w, @name, @timeZone, 20, @isDemo, @now)",
            new
            {
                w = workspace.Value,
                name,
                timeZone,
                isDemo,
                now,
            }
        );
        WeeklySitting On(IsoDayOfWeek day, LocalTime begins, LocalTime ends) => new(Guid.NewGuid(), day, begins, ends);
        IReadOnlyList<WeeklySitting> week =
        [
            On(IsoDayOfWeek.Tuesday, new LocalTime(19, 30), new LocalTime(22, 0)),
            On(IsoDayOfWeek.Thursday, new LocalTime(19, 30), new LocalTime(22, 0)),
            On(IsoDayOfWeek.Saturday, new LocalTime(10, 0), new LocalTime(13, 0)),
            On(IsoDayOfWeek.Sunday, new LocalTime(15, 0), new LocalTime(17, 30)),
        ];
        await new[]
        {
            Bulk.Insert(
                workspace.Value,
                "weekly_sitting",
                Tables.WeeklySitting,
                [.. week.Select(s => new DocumentWeekly(s.Id, (int)s.Day, s.Begins, s.Ends))]
            ),
        }.ExecuteAsync(connection);
        return workspace;
    }

    /// <summary>The whole workspace as a document, at one moment of its history.</summary>
    public async Task<WorkspaceDocument> ExportAsync(WorkspaceId workspace, Instant now, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(System.Data.IsolationLevel.RepeatableRead, cancel);
        var settings = await connection.QuerySingleAsync<SettingsRow>(
            "select name, time_zone, handles, rack_slots, house_asked from workspace where id = @w",
            new { w = workspace.Value }
        );
        Task<IReadOnlyList<T>> Rows<T>(string table, string columns, string order) =>
            Bulk.ReadAsync<T>(connection, workspace, table, columns, order);
        return new WorkspaceDocument(
            WorkspaceDocument.FormatName,
            WorkspaceDocument.Newest,
            now,
            new DocumentSettings(settings.Name, settings.TimeZone, settings.Handles)
            {
                HouseAsked = settings.HouseAsked,
                RackSlots = settings.RackSlots,
            },
            await Rows<DocumentUnit>("unit", Tables.Unit, "position, id"),
            await Rows<DocumentBatch>("batch", Tables.Batch, "position, id"),
            await Rows<DocumentModel>("model", Tables.Model, "batch_id, number"),
            await Rows<DocumentPiece>("piece", Tables.Piece, "model_id, number"),
            await Rows<DocumentPart>("part", Tables.Part, "piece_id, number"),
            await Rows<DocumentStep>("step", Tables.Step, "batch_id, position, id"),
            await Rows<DocumentEdge>("edge", Tables.Edge, "from_step, to_step"),
            await Rows<DocumentEntry>("logbook", Tables.Logbook, "entry"),
            await Rows<DocumentSpell>("spell", Tables.Spell, "began_at, id"),
            await Rows<DocumentTick>("tick", Tables.Tick, "at, step_id, model_id"),
            await Rows<DocumentCoat>("coat", Tables.Coat, "started_at, id"),
            await Rows<DocumentTest>("coat_test", Tables.CoatTest, "at, id"),
            await Rows<DocumentFlaw>("flaw", Tables.Flaw, "noted_at, id"),
            await Rows<DocumentWeekly>("weekly_sitting", Tables.WeeklySitting, "day, begins, id"),
            await Rows<DocumentException>("sitting_exception", Tables.SittingException, "date, begins, id")
        )
        {
            HouseChoices = await Rows<DocumentChoice>("house_choice", Tables.HouseChoice, "school, id"),
            RouteChanges = await Rows<DocumentRouteChange>("route_change", Tables.RouteChange, "batch_id, number"),
            AirReadings = await Rows<DocumentReading>("air_reading", Tables.AirReading, "at, id"),
            Forecast = await Rows<DocumentForecast>("forecast_hour", Tables.ForecastHour, "at"),
            Labels = await Rows<DocumentLabel>("product_label", Tables.ProductLabel, "product"),
            Clocks = await Rows<DocumentClock>("bench_clock", Tables.Clock, "started_at, id"),
            PastCoats = await Rows<DocumentPastCoat>("past_coat", Tables.PastCoat, "started_at, id"),
        };
    }

    /// <summary>Brings a document into an empty workspace, all of it or nothing. A repeated id changes nothing.</summary>
    /// <exception cref="RefusedException">There are units already, or the database finds the file broken.</exception>
    public async Task ImportAsync(WorkspaceId workspace, Guid id, WorkspaceDocument d, Instant now, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        var w = workspace.Value;
        var (revision, known) = await connection.QuerySingleAsync<(long Revision, bool Known)>(
            "select revision, exists (select from logbook where workspace_id = @w and id = @id) from workspace where id = @w for update",
            new { w, id }
        );
        if (known)
            return;
        if (await connection.QuerySingleAsync<bool>("select exists (select from unit where workspace_id = @w)", new { w }))
            throw new RefusedException(
                new Refusal(
                    "workspace",
                    "There are units on this bench already.",
                    "Import into an empty workspace: start Hexaprep with a data folder of its own.",
                    RefusalKind.Conflict
                )
            );
        await FillAsync(connection, workspace, d);
        await Told(workspace, id, new Decision("import", now, null, new { d.ExportedAt, units = d.Units.Count }, []), now, revision + 1)
            .ExecuteAsync(connection);
        await transaction.CommitAsync(cancel);
    }

    // A file fills the tables as they are written in it; the value is read afresh from them.
    private static IReadOnlyList<Statement> Told(WorkspaceId workspace, Guid id, Decision decision, Instant now, long revision) =>
        [Logbook.Entry(workspace.Value, id, decision, now), Logbook.Turned(workspace.Value, revision), new Statement("analyze", new { })];

    private static async Task FillAsync(NpgsqlConnection connection, WorkspaceId workspace, WorkspaceDocument d)
    {
        var w = workspace.Value;
        Task InsertAsync<T>(string table, string columns, IReadOnlyCollection<T> rows) =>
            rows.Count == 0 ? Task.CompletedTask : new[] { Bulk.Insert(w, table, columns, rows) }.ExecuteAsync(connection);
        try
        {
            await connection.ExecuteAsync(
                "update workspace set name = @Name, time_zone = @TimeZone, handles = @Handles, rack_slots = @RackSlots, house_asked "
                    + "= @HouseAsked where id = @w",
                new
                {
                    w,
                    d.Settings.Name,
                    d.Settings.TimeZone,
                    d.Settings.Handles,
                    d.Settings.RackSlots,
                    d.Settings.HouseAsked,
                }
            );
            await connection.ExecuteAsync(
                "delete from weekly_sitting where workspace_id = @w; delete from sitting_exception where workspace_id = @w",
                new { w }
            );
            await InsertAsync("unit", UnitRows.Columns, [.. d.Units.Select(UnitRows.Of)]);
            await InsertAsync("batch", Tables.Batch, d.Batches);
            await InsertAsync("house_choice", Tables.HouseChoice, d.HouseChoices);
            await InsertAsync("route_change", Tables.RouteChange, d.RouteChanges);
            await InsertAsync("model", Tables.Model, d.Models);
            await InsertAsync("piece", Tables.Piece, d.Pieces);
            await InsertAsync("part", Tables.Part, d.Parts);
            await InsertAsync("step", Tables.Step, d.Steps);
            await InsertAsync("edge", Tables.Edge, d.Edges);
            await InsertAsync("logbook", Tables.Logbook, d.Logbook);
            await InsertAsync("spell", Tables.Spell, d.Spells);
            await InsertAsync("tick", Tables.Tick, d.Ticks);
            await InsertAsync("coat", Tables.Coat, d.Coats);
            await InsertAsync("coat_test", Tables.CoatTest, d.CoatTests);
            await InsertAsync("flaw", Tables.Flaw, d.Flaws);
            await InsertAsync("air_reading", Tables.AirReading, d.AirReadings);
            await InsertAsync("forecast_hour", Tables.ForecastHour, d.Forecast);
            await InsertAsync("product_label", Tables.ProductLabel, d.Labels);
            await InsertAsync("bench_clock", Tables.Clock, d.Clocks);
            await InsertAsync("past_coat", Tables.PastCoat, d.PastCoats);
            await InsertAsync("weekly_sitting", Tables.WeeklySitting, d.WeeklySittings);
            await InsertAsync("sitting_exception", Tables.SittingException, d.SittingExceptions);
        }
        catch (PostgresException broken)
            when (broken.SqlState.StartsWith("22", StringComparison.Ordinal) || broken.SqlState.StartsWith("23", StringComparison.Ordinal))
        {
            throw new RefusedException(
                new Refusal(broken.TableName ?? "file", $"{broken.MessageText}.", "The file was changed by hand: export it again.")
            );
        }
    }

#pragma warning disable CA1812 // Dapper makes it.
    private sealed class SettingsRow
    {
        public string Name { get; init; } = "";
        public string TimeZone { get; init; } = "";
        public int Handles { get; init; }
        public int RackSlots { get; init; }
        public bool HouseAsked { get; init; }
    }
}
