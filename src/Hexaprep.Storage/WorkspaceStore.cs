using Dapper;
using Hexaprep.Bench.Records;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Scheduling.Problems;
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

    /// <summary>Returns when the database answers.</summary>
    /// <exception cref="NpgsqlException">It does not.</exception>
    public async Task AnswersAsync(CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await connection.ExecuteScalarAsync("select 1");
    }

    /// <summary>Makes a workspace beside the others and brings a document into it; it becomes the one in use.</summary>
    public async Task<WorkspaceId> OpenDemoAsync(Workspace demo, Instant now, CancellationToken cancel)
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
        await new[] { Tables.WeeklySitting.Insert(workspace.Value, [.. week.Select(WeeklyRow.Of)]) }.ExecuteAsync(connection);
        return workspace;
    }

    /// <summary>The picture of a photo: a JPEG.</summary>
    /// <exception cref="RefusedException">There is no such photo.</exception>
    public async Task<byte[]> PictureAsync(WorkspaceId workspace, Guid photoId, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await Pictures.OfAsync(connection, workspace, photoId)
            ?? throw new RefusedException(
                new Refusal("photoId", "There is no such photo any more.", "Look at the model again.", RefusalKind.NotFound)
            );
    }

    /// <summary>The whole workspace as a document, at one moment of its history.</summary>
    public async Task<Workspace> ExportAsync(WorkspaceId workspace, Instant now, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(System.Data.IsolationLevel.RepeatableRead, cancel);
        var settings = await connection.QuerySingleAsync<SpaceRow>(
            "select name, time_zone, handles, rack_slots, house_asked from workspace where id = @w",
            new { w = workspace.Value }
        );
        List<RowSetAside> unread = [];
        var rows = await WorkspaceRows.OneByOneAsync(connection, workspace, now, settings, unread) with
        {
            Pictures = await Pictures.AllAsync(connection, workspace),
        };
        // What cannot be read stays here: a file that is written can be read.
        return RecordQuarantine.Of(rows, unread).Rows;
    }

    /// <summary>Brings a document into an empty workspace, all of it or nothing. A repeated id changes nothing.</summary>
    /// <exception cref="RefusedException">There are units already, or the database finds the file broken.</exception>
    public async Task ImportAsync(WorkspaceId workspace, WriteId id, Workspace d, Instant now, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        var w = workspace.Value;
        var (revision, known, content) = await connection.QuerySingleAsync<(long Revision, bool Known, string? Content)>(
            """
            select revision, exists (select from logbook where workspace_id = @w and id = @id),
              (select content from logbook where workspace_id = @w and id = @id)
            from workspace where id = @w for update
            """,
            new { w, id = id.Id }
        );
        if (known)
        {
            id.MustBe(content);
            return;
        }
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
    private static IReadOnlyList<Statement> Told(WorkspaceId workspace, WriteId id, Decision decision, Instant now, long revision) =>
        [Logbook.Entry(workspace.Value, id, decision, now), Logbook.Turned(workspace.Value, revision), new Statement("analyze", new { })];

    // Long: every table once, each before those that point to it.
    private static async Task FillAsync(NpgsqlConnection connection, WorkspaceId workspace, Workspace d)
    {
        var w = workspace.Value;
        Task InsertAsync<T>(Table<T> table, IReadOnlyCollection<T> rows) =>
            rows.Count == 0 ? Task.CompletedTask : new[] { table.Insert(w, rows) }.ExecuteAsync(connection);
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
            await InsertAsync(Tables.Unit, d.Units);
            await InsertAsync(Tables.Batch, d.Batches);
            await InsertAsync(Tables.HouseChoice, d.HouseChoices);
            await InsertAsync(Tables.RouteChange, d.RouteChanges);
            await InsertAsync(Tables.Model, d.Models);
            await InsertAsync(Tables.Piece, d.Pieces);
            await InsertAsync(Tables.Part, d.Parts);
            await InsertAsync(Tables.Recipe, d.Recipes);
            await InsertAsync(Tables.Repair, d.Repairs);
            await InsertAsync(Tables.Step, d.Steps);
            await InsertAsync(Tables.Edge, d.Edges);
            await InsertAsync(Tables.Logbook, d.Logbook);
            await InsertAsync(Tables.Spell, d.Spells);
            await InsertAsync(Tables.Tick, d.Ticks);
            await InsertAsync(Tables.PassTick, d.PassTicks);
            await InsertAsync(Tables.Product, d.Products);
            await InsertAsync(Tables.Container, d.Containers);
            await InsertAsync(Tables.Coat, d.Coats);
            await InsertAsync(Tables.CoatTest, d.CoatTests);
            await InsertAsync(Tables.Flaw, d.Flaws);
            await InsertAsync(Tables.AirReading, d.AirReadings);
            await InsertAsync(Tables.ForecastHour, d.Forecast);
            foreach (var picture in d.Pictures)
                await new[] { Pictures.Insert(w, picture.Sha256, picture.Jpeg) }.ExecuteAsync(connection);
            await InsertAsync(Tables.Photo, d.Photos);
            await InsertAsync(Tables.Clock, d.Clocks);
            await InsertAsync(Tables.Soaked, d.Soaked);
            await InsertAsync(Tables.PastCoat, d.PastCoats);
            await InsertAsync(Tables.WeeklySitting, d.WeeklySittings);
            await InsertAsync(Tables.SittingException, d.SittingExceptions);
        }
        catch (PostgresException broken)
            when (broken.SqlState.StartsWith("22", StringComparison.Ordinal) || broken.SqlState.StartsWith("23", StringComparison.Ordinal))
        {
            throw new RefusedException(
                new Refusal(
                    broken.TableName ?? "file",
                    "A row of it contradicts another.",
                    "The file was changed by hand: export it again."
                )
            );
        }
    }
}
