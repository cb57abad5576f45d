using Dapper;
using Hexaprep.Bench.Records;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;
using NodaTime;
using Npgsql;

namespace Hexaprep.Storage;

/// <summary>Reads a bench from its tables: in one go, or row by row where a row cannot be fetched.</summary>
internal static class BenchReading
{
    /// <summary>The bench as the tables hold it.</summary>
    /// <exception cref="RefusedException">There is no such workspace.</exception>
    public static async Task<StoredBench> OfAsync(NpgsqlConnection connection, WorkspaceId workspace)
    {
        var space = await connection.QuerySingleOrDefaultAsync<WorkspaceRow>(
            """
            select name, time_zone, handles, rack_slots, sittings_version, revision, is_demo, house_asked, forecast_from, forecast_at
            from workspace where id = @w
            """,
            new { w = workspace.Value }
        )
            ?? throw new RefusedException(
                new Refusal("workspace", "There is no such workspace.", "Load the page again.", RefusalKind.NotFound)
            );
        var settings = new SpaceRow
        {
            Name = space.Name,
            TimeZone = space.TimeZone,
            Handles = space.Handles,
            RackSlots = space.RackSlots,
            HouseAsked = space.HouseAsked,
        };
        List<RowSetAside> unread = [];
        Workspace rows;
        try
        {
            rows = await AllAsync(connection, workspace, settings);
        }
        catch (Exception unreadable)
            when (unreadable is System.Data.DataException or InvalidCastException or OverflowException or ArgumentException)
        {
            rows = await WorkspaceRows.OneByOneAsync(connection, workspace, Moments.First, settings, unread);
        }
        var touched = await connection.QueryAsync<Guid>(
            "select distinct step_id from logbook where workspace_id = @w and step_id is not null",
            new { w = workspace.Value }
        );
        var (whole, aside) = RecordQuarantine.Of(rows, unread);
        var state = BenchStateFactory.Of(whole, touched);
        return new StoredBench(
            new BenchIndex(
                state with
                {
                    Settings = state.Settings with { Version = space.SittingsVersion },
                    ForecastFrom = space.ForecastFrom,
                    ForecastAt = space.ForecastAt,
                }
            ),
            space.Revision,
            space.IsDemo,
            aside
        );
    }

    // Long: every table once, in the order of one statement.
    private static async Task<Workspace> AllAsync(NpgsqlConnection connection, WorkspaceId workspace, SpaceRow settings)
    {
        using var rows = await connection.QueryMultipleAsync(
            $"""
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
            {Tables.PassTick.Select};
            {Tables.Coat.Select};
            {Tables.CoatTest.Select};
            {Tables.Flaw.Select};
            {Tables.HouseChoice.Select};
            {Tables.RouteChange.Select};
            {Tables.AirReading.Select};
            {Tables.ForecastHour.Select};
            {Tables.Product.Select};
            {Tables.Container.Select};
            {Tables.PastCoat.Select};
            {Tables.Clock.Select};
            {Tables.Soaked.Select};
            {Tables.Repair.Select};
            {Tables.Recipe.Select};
            {Tables.Photo.Select};
            """,
            new { w = workspace.Value }
        );
        // In the order of the statement.
        async Task<IReadOnlyList<T>> NextAsync<T>() => (await rows.ReadAsync<T>()).AsList();
        return new Workspace
        {
            ExportedAt = Moments.First,
            Settings = settings,
            WeeklySittings = await NextAsync<WeeklyRow>(),
            SittingExceptions = await NextAsync<ExceptionRow>(),
            Units = await NextAsync<UnitRow>(),
            Batches = await NextAsync<BatchRow>(),
            Models = await NextAsync<ModelRow>(),
            Pieces = await NextAsync<PieceRow>(),
            Parts = [],
            Steps = await NextAsync<StepRow>(),
            Edges = await NextAsync<EdgeRow>(),
            Logbook = [],
            Spells = await NextAsync<WorkIntervalRow>(),
            Ticks = await NextAsync<TickRow>(),
            PassTicks = await NextAsync<PassTickRow>(),
            Coats = await NextAsync<CoatRow>(),
            CoatTests = await NextAsync<TestRow>(),
            Flaws = await NextAsync<FlawRow>(),
            HouseChoices = await NextAsync<HouseRuleChoiceRow>(),
            RouteChanges = await NextAsync<RouteChangeRow>(),
            AirReadings = await NextAsync<ReadingRow>(),
            Forecast = await NextAsync<ForecastRow>(),
            Products = await NextAsync<ProductRow>(),
            Containers = await NextAsync<ContainerRow>(),
            PastCoats = await NextAsync<PastCoatRow>(),
            Clocks = await NextAsync<ClockRow>(),
            Soaked = await NextAsync<SoakedRow>(),
            Repairs = await NextAsync<RepairRow>(),
            Recipes = await NextAsync<RecipeRow>(),
            Photos = await NextAsync<PhotoRow>(),
        };
    }

#pragma warning disable CA1812 // Dapper makes it.
    private sealed class WorkspaceRow
    {
        public string Name { get; init; } = "";
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
